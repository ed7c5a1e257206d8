using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Site;

namespace Juvenal.Core.Hardening;

/// <summary>What standing in a place is for plants that harden off.</summary>
public enum Standing
{
    /// <summary>A warm room, a mat or lamps: what was gained fades.</summary>
    Warm,

    /// <summary>Bright, cool and airy under glass or film: nothing is gained, and nothing lost.</summary>
    Airy,

    /// <summary>Under the sky.</summary>
    Outside,
}

/// <summary>The weather that plants had, or will have, where they are out.</summary>
/// <param name="NightC">Low of the night after the day, °C; null: not known.</param>
/// <param name="HighC">Of the day, °C; null: not known.</param>
public readonly record struct DayThere(double? NightC, double? HighC, Wind Wind = default);

/// <summary>How far up the ladder a group is.</summary>
/// <param name="Done">Rungs, from 0 to <paramref name="Needed"/>.</param>
/// <param name="Needed">Of the ladder, by the house rule.</param>
/// <param name="SunOwedHours">That dull days left out.</param>
/// <param name="Today">What was said of today; null: nothing yet.</param>
/// <param name="AtMost">Rungs behind them if those days went as the ladder asked: what a plan goes by. No more than that can be.</param>
/// <param name="AnySaid">Somebody said something of their hardening.</param>
/// <param name="NotSaid">Days since they began that nobody said anything of, in order; today is none of them.</param>
public sealed record RungCredit(
    int Done,
    int Needed,
    double SunOwedHours,
    AiredDay? Today,
    IReadOnlyList<DateOnly> NotSaid,
    int AtMost,
    bool AnySaid
)
{
    /// <summary>Rungs as go or hold asks for them; null: enough days have passed, and nobody said how they were. Nothing speaks against
    /// it.</summary>
    public int? Asked =>
        AnySaid ? Done
        : AtMost < Needed ? AtMost
        : null;

    /// <summary>In a warm place nothing is lost for so many whole days in a row. [model]</summary>
    public const int FadesAfterDays = 3;

    /// <summary>Then a rung in so many days. [model]</summary>
    public const int FadeEveryDays = 2;

    /// <summary>But never below this rung. [model]</summary>
    public const int FadesTo = 2;

    /// <summary>Plants from a vented house have at most this share of the rungs behind them. [common practice, no source]</summary>
    public const double MostFromHouse = 0.5;

    /// <summary>A day in a vented house is worth this share of a rung. [model]</summary>
    public const double HouseDayRungs = 0.5;

    /// <summary>Nobody is asked about days that are longer ago, days. [model]</summary>
    public const int AsksBackDays = 21;

    /// <summary>Rungs by the days that were really had, never by the calendar.</summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="ladder">By the house rule (<see cref="Ladder.Of(int, Rules.HardeningBy)"/>).</param>
    /// <param name="had">Of the group.</param>
    /// <param name="since">The day it began.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="weather">Of a day in a place; null: where they harden by their path. What is not known is taken to have been enough.
    /// </param>
    /// <param name="kind">What standing in a place is.</param>
    /// <param name="coverC">Of the cover at hand, over days that nobody said anything of, °C.</param>
    public static RungCredit Of(
        Crop crop,
        IReadOnlyList<Rung> ladder,
        Outdoors had,
        DateOnly since,
        DateOnly today,
        Func<DateOnly, Guid?, DayThere> weather,
        Func<Guid, Standing> kind,
        double coverC = Covers.MediumC
    )
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(had);
        ArgumentNullException.ThrowIfNull(weather);
        ArgumentNullException.ThrowIfNull(kind);
        var before = Before(ladder.Count, had, since, kind);
        var (done, owed, most, mostOwed, warm) = (before, 0.0, before, 0.0, 0);
        var notSaid = new List<DateOnly>();
        var days = had.Days.ToDictionary(d => d.On);
        // What was said to be done before was done by the day that it was said on; what was had already counts.
        var first = had.Before > 0 && had.Stays.Count > 0 ? had.Stays[0].Since : since;
        if (had.Days.Count > 0 && had.Days[0].On < first)
            first = had.Days[0].On;
        for (var day = first; day <= today; day = day.AddDays(1))
        {
            var at = had.Stays.LastOrDefault(s => s.Since <= day) is { } stay ? kind(stay.Place) : Standing.Outside;
            var inside = InThatEvening(had, day, kind);
            if (days.TryGetValue(day, out var out_))
            {
                warm = 0;
                (most, mostOwed) = Ladder.After(crop, ladder, most, mostOwed, AsItWas(crop, ladder, most, out_, inside, weather));
                (done, owed) = Ladder.After(crop, ladder, done, owed, AsItWas(crop, ladder, done, out_, inside, weather));
            }
            else if (at == Standing.Warm)
            {
                warm++;
                if (warm <= FadesAfterDays || (warm - FadesAfterDays - 1) % FadeEveryDays != 0)
                    continue;
                done = Math.Min(done, Math.Max(FadesTo, done - 1));
                most = Math.Min(most, Math.Max(FadesTo, most - 1));
            }
            else
            {
                warm = 0;
                if (day == today)
                    continue;
                if (day >= today.AddDays(-AsksBackDays) && done < ladder.Count)
                    notSaid.Add(day);
                var rung = ladder[Math.Min(most, ladder.Count - 1)];
                var asked = new AiredDay(day, rung.Hours, rung.SunHours, rung.Night, coverC);
                (most, mostOwed) = Ladder.After(crop, ladder, most, mostOwed, AsItWas(crop, ladder, most, asked, inside, weather));
            }
        }

        return new(done, ladder.Count, owed, days.GetValueOrDefault(today), notSaid, most, had.Days.Count > 0 || had.Before > 0);
    }

    private static int Before(int needed, Outdoors had, DateOnly since, Func<Guid, Standing> kind)
    {
        if (had.Before > 0)
            return Math.Min(needed, had.Before);
        return had.Stays is [var first, ..] && first.Since < since && kind(first.Place) == Standing.Airy
            ? (int)Math.Min(Math.Floor(MostFromHouse * needed), Math.Floor(HouseDayRungs * (since.DayNumber - first.Since.DayNumber)))
            : 0;
    }

    /// <summary>Carried in under a roof on that day: the night was not had.</summary>
    private static bool InThatEvening(Outdoors had, DateOnly day, Func<Guid, Standing> kind) =>
        had.Stays.LastOrDefault(s => s.Since <= day) is { } last
        && last.Since == day
        && kind(last.Place) != Standing.Outside
        && had.Stays.Any(s => s.Since < day && kind(s.Place) == Standing.Outside);

    private static DayOut AsItWas(
        Crop crop,
        IReadOnlyList<Rung> ladder,
        int done,
        AiredDay day,
        bool carriedIn,
        Func<DateOnly, Guid?, DayThere> weather
    )
    {
        var there = weather(day.On, day.Place);
        return new(
            day.HoursOut,
            day.HoursSun,
            there.NightC ?? Ladder.NightC(crop, ladder, Math.Min(done, ladder.Count - 1)),
            there.HighC ?? Ladder.HighC(crop),
            day.NightOut && !carriedIn,
            day.CoverC,
            day.Overcast,
            day.Outcome
        );
    }
}
