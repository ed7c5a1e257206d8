using Juvenal.Core.Cultivars;

namespace Juvenal.Core.Hardening;

/// <summary>
/// How long the ladder takes from each day of a season on, in each spring of the record and in the middle of them; from its foot, or from
/// any rung of it.
/// </summary>
/// <param name="first">Day of the first value.</param>
/// <param name="length">Rungs.</param>
/// <param name="days">
/// Days from that day on until the last rung is done: one series for each spring, the middle one last; each by day, and in it by the
/// rungs that are done.
/// </param>
public sealed class LadderDays(DateOnly first, int length, IReadOnlyList<short[]> days)
{
    /// <summary>
    /// Warm nights that do not come are not waited for longer than this, beyond the ladder's own length, days: a cover does the rest.
    /// [model]
    /// </summary>
    public const int LongestWait = 21;

    /// <summary>Hardening is begun so much sooner than the rule's days at the most, days. [model]</summary>
    public const int EarliestBegun = 7;

    /// <summary>Springs, without the middle one.</summary>
    public int Springs => days.Count - 1;

    /// <param name="spring">Of the record; null: the middle one.</param>
    /// <param name="from">Day number on which hardening begins, or goes on.</param>
    /// <param name="done">Rungs behind them, from 0.</param>
    public int Of(int? spring, double from, int done = 0)
    {
        if (done >= length)
            return 0;
        var series = days[spring is { } s && Springs > 0 ? s % Springs : days.Count - 1];
        var day = Math.Clamp((int)Math.Floor(from + 0.5) - first.DayNumber, 0, (series.Length / length) - 1);
        return series[(day * length) + done];
    }

    /// <summary>Walks the ladder from each day on.</summary>
    /// <param name="first">Day of the first value.</param>
    /// <param name="springs">Of each spring, day by day: low and high at the stand, °C.</param>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="ladder">By the house rule.</param>
    /// <param name="coverC">Over plants on their nights out, °C.</param>
    public static LadderDays From(
        DateOnly first,
        IReadOnlyList<(double Low, double High)[]> springs,
        Crop crop,
        IReadOnlyList<Rung> ladder,
        double coverC = Covers.MediumC
    )
    {
        ArgumentNullException.ThrowIfNull(springs);
        ArgumentNullException.ThrowIfNull(ladder);
        var all = springs.Select(spring => One(spring, ladder, crop, coverC)).ToList();
        var middle = new short[all[0].Length];
        var one = new short[all.Count];
        for (var i = 0; i < middle.Length; i++)
        {
            for (var s = 0; s < one.Length; s++)
                one[s] = all[s][i];
            Array.Sort(one);
            middle[i] = one[one.Length / 2];
        }

        return new(first, ladder.Count, [.. all, middle]);
    }

    /// <summary>From the last day backwards: what is left after a day is known when its turn comes.</summary>
    private static short[] One((double Low, double High)[] spring, IReadOnlyList<Rung> ladder, Crop crop, double coverC)
    {
        var (length, taken) = (ladder.Count, new short[spring.Length * ladder.Count]);
        for (var day = spring.Length - 1; day >= 0; day--)
        {
            var (low, high) = spring[day];
            for (var done = 0; done < length; done++)
            {
                var rung = ladder[done];
                // Plants are put out for their hours and taken for well: the weather alone decides.
                var (after, _) = Ladder.After(crop, ladder, done, 0, new(rung.Hours, rung.SunHours, low, high, rung.Night, coverC));
                var left =
                    after >= length ? 0
                    : day + 1 < spring.Length ? taken[((day + 1) * length) + after]
                    : length - after;
                taken[(day * length) + done] = (short)Math.Min(1 + left, length - done + LongestWait);
            }
        }

        return taken;
    }
}
