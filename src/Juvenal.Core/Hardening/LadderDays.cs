using Juvenal.Core.Cultivars;

namespace Juvenal.Core.Hardening;

/// <summary>How long the ladder takes from each day of a season on, in each spring of the record and in the middle of them.</summary>
/// <param name="first">Day of the first value.</param>
/// <param name="days">Days from that day on until the last rung is done: one series for each spring, the middle one last.</param>
public sealed class LadderDays(DateOnly first, IReadOnlyList<short[]> days)
{
    /// <summary>
    /// Warm nights that do not come are not waited for longer than this, beyond the ladder's own length, days: a cover does the rest.
    /// [model]
    /// </summary>
    public const int LongestWait = 21;

    /// <summary>Hardening is begun so much sooner than the rule's days at the most, days. [model]</summary>
    public const int EarliestBegun = 7;

    /// <summary>Fleece over plants on their first nights out, as the plan takes it, °C. [model]</summary>
    public const double CoverC = 2;

    /// <summary>Springs, without the middle one.</summary>
    public int Springs => days.Count - 1;

    /// <param name="spring">Of the record; null: the middle one.</param>
    /// <param name="from">Day number on which hardening begins.</param>
    public int Of(int? spring, double from)
    {
        var series = days[spring is { } s && Springs > 0 ? s % Springs : days.Count - 1];
        return series[Math.Clamp((int)Math.Floor(from + 0.5) - first.DayNumber, 0, series.Length - 1)];
    }

    /// <summary>Walks the ladder from each day on.</summary>
    /// <param name="first">Day of the first value.</param>
    /// <param name="springs">Of each spring, day by day: low and high at the stand, °C.</param>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="length">Rungs, by the house rule.</param>
    /// <param name="nights">They stay out by night; else they are carried in, and no night is asked for.</param>
    public static LadderDays From(DateOnly first, IReadOnlyList<(double Low, double High)[]> springs, Crop crop, int length, bool nights)
    {
        ArgumentNullException.ThrowIfNull(springs);
        var ladder = Ladder.Of(length);
        if (!nights)
            ladder = [.. ladder.Select(r => r with { Night = false })];
        var all = springs.Select(spring => One(spring, ladder, crop)).ToList();
        var middle = new short[all[0].Length];
        for (var i = 0; i < middle.Length; i++)
            middle[i] = all.Select(s => s[i]).Order().ElementAt(all.Count / 2);
        return new(first, [.. all, middle]);
    }

    private static short[] One((double Low, double High)[] spring, IReadOnlyList<Rung> ladder, Crop crop)
    {
        var most = ladder.Count + LongestWait;
        var taken = new short[spring.Length];
        for (var from = 0; from < spring.Length; from++)
        {
            var (done, day) = (0, from);
            for (; done < ladder.Count && day < spring.Length && day - from < most; day++)
            {
                var rung = ladder[done];
                // Plants are put out for their hours and taken for well: the weather alone decides.
                var (low, high) = spring[day];
                (done, _) = Ladder.After(crop, ladder, done, 0, new(rung.Hours, rung.SunHours, low, high, rung.Night, CoverC));
            }

            taken[from] = (short)Math.Max(ladder.Count, Math.Min(day - from, most));
        }

        return taken;
    }
}
