using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Hardening;

/// <summary>A rung of the ladder: a day's share of the world outside.</summary>
/// <param name="Step">Which of the ten steps it is, 1–10.</param>
/// <param name="Hours">Outdoors.</param>
/// <param name="SunHours">Of them in sun.</param>
/// <param name="Night">The night after it too.</param>
/// <param name="InHouse">In a vented house: whatever the day outdoors is like.</param>
public sealed record Rung(int Step, double Hours, double SunHours, bool Night, bool InHouse = false);

/// <summary>How plants came through a day outdoors.</summary>
public enum DayOutcome
{
    Fine,

    /// <summary>Wilted: the day does not count.</summary>
    Limp,

    /// <summary>Scorched or bleached: a rung back.</summary>
    Bleached,
}

/// <summary>A day outdoors as it was.</summary>
/// <param name="HoursOut">0–24.</param>
/// <param name="HoursSun">Of them in sun, 0–24.</param>
/// <param name="NightOut">They stayed out the night after.</param>
/// <param name="LowC">Of that night at screen height, °C.</param>
/// <param name="CoverC">What a cover kept off, °C, from 0.</param>
/// <param name="HighC">Of the day, °C.</param>
/// <param name="Overcast">There was no sun to be had.</param>
/// <param name="Outcome">How they came through.</param>
public sealed record DayOut(
    double HoursOut,
    double HoursSun,
    double LowC,
    double HighC,
    bool NightOut = false,
    double CoverC = 0,
    bool Overcast = false,
    DayOutcome Outcome = DayOutcome.Fine
);

/// <summary>What plants have behind them.</summary>
/// <param name="Rungs">Done after each day.</param>
/// <param name="Done">After all of them.</param>
/// <param name="SunOwedHours">Sun that dull days left out, and later ones have not made up, h.</param>
public sealed record RungsDone(IReadOnlyList<int> Rungs, int Done, double SunOwedHours);

/// <summary>The ladder from indoors to days and nights outdoors. [common practice, no source]</summary>
public static class Ladder
{
    public const int Shortest = 5;
    public const int Longest = 21;

    /// <summary>Rungs of the usual ladder. [common practice, no source]</summary>
    public const int Usual = 10;

    /// <summary>Hours out that a "day" asks. [common practice, no source]</summary>
    public const double DayHours = 10;

    /// <summary>Of them in sun. [common practice, no source]</summary>
    public const double DaySunHours = 6;

    /// <summary>A day with this share of its hours counts. [model]</summary>
    public const double ShareThatCounts = 0.8;

    /// <summary>A day has to reach it for tomatoes, °C. [common practice, no source]</summary>
    public const double TomatoHighC = 10;

    /// <summary>A day has to reach it for peppers, °C. [common practice, no source]</summary>
    public const double PepperHighC = 15;

    /// <summary>The first night out for tomatoes, °C at the plant. [common practice, no source]</summary>
    public const double TomatoFirstNightC = 10;

    /// <summary>The first night out for peppers, °C at the plant. [common practice, no source]</summary>
    public const double PepperFirstNightC = 13;

    /// <summary>Later nights may be so much colder, °C. [model]</summary>
    public const double LaterNightC = 3;

    private const int MostDays = 366;

    private static readonly Rung[] Steps =
    [
        new(1, 2, 0, false),
        new(2, 3, 0, false),
        new(3, 4, 1, false),
        new(4, 5, 2, false),
        new(5, 6, 3, false),
        new(6, 7, 4, false),
        new(7, 8, 5, false),
        new(8, DayHours, DaySunHours, false),
        new(9, DayHours, DaySunHours, true),
        new(10, DayHours, DaySunHours, true),
    ];

    /// <summary>The rungs of a ladder of so many days: rung i is step 1 + round(9 · (i − 1) / (length − 1)), halves up.</summary>
    /// <param name="length">5–21.</param>
    public static IReadOnlyList<Rung> Of(int length)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(length, Shortest);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(length, Longest);
        // Halves up in whole numbers: ⌊(2 · 9 · (i − 1) + (length − 1)) / (2 · (length − 1))⌋.
        return [.. Enumerable.Range(0, length).Select(i => Steps[((2 * 9 * i) + length - 1) / (2 * (length - 1))])];
    }

    /// <summary>So many days outdoors end a ladder that is climbed in a vented house. [common practice, no source]</summary>
    public const int DaysOutAfterHouse = 3;

    /// <summary>The rungs by the house rule.</summary>
    /// <param name="length">5–21.</param>
    /// <param name="by">What they ask.</param>
    public static IReadOnlyList<Rung> Of(int length, HardeningBy by)
    {
        var usual = Of(length);
        return by switch
        {
            HardeningBy.Shade => [.. usual.Select(r => r with { Hours = DayHours })],
            HardeningBy.VentedHouse =>
            [
                .. usual
                    .Take(length - DaysOutAfterHouse)
                    .Select(r => r with { Hours = DayHours, SunHours = 0, Night = false, InHouse = true }),
                .. Steps[^DaysOutAfterHouse..],
            ],
            HardeningBy.OutAndIn => [.. usual.Select(r => r with { Night = false })],
            _ => usual,
        };
    }

    /// <summary>The least night at the plant for a rung, °C: the first night asks more than those after it.</summary>
    public static double NightC(Crop crop, IReadOnlyList<Rung> ladder, int rung)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        var first = crop == Crop.Tomato ? TomatoFirstNightC : PepperFirstNightC;
        return rung > 0 && ladder[rung - 1].Night ? first - LaterNightC : first;
    }

    /// <summary>The least high of a day that counts, °C.</summary>
    public static double HighC(Crop crop) => crop == Crop.Tomato ? TomatoHighC : PepperHighC;

    /// <summary>Walks the days that were: which rungs they made.</summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="days">In order, up to 366.</param>
    /// <param name="length">Of the ladder, 5–21.</param>
    /// <remarks>
    /// A day counts that had 80 % of its rung's hours, went well, and was warm enough; on a clear day also 80 % of its sun, on an
    /// overcast one the sun is owed, until later days have so much more than theirs. A rung with a night asks for that too. Limp: not
    /// counted. Bleached: one rung back.
    /// </remarks>
    public static Outcome<RungsDone> Walk(Crop crop, IReadOnlyList<DayOut> days, int length = Usual)
    {
        ArgumentNullException.ThrowIfNull(days);
        var ranges = new Ranges().Within("length", length, Shortest, Longest);
        if (days.Count > MostDays)
            ranges.Add(new("too-many", "days", days.Count, null, MostDays));
        for (var i = 0; i < days.Count && ranges.Hold; i++)
        {
            ranges
                .Within($"days[{i}].hoursOut", days[i].HoursOut, 0, 24)
                .Within($"days[{i}].hoursSun", days[i].HoursSun, 0, 24)
                .Within($"days[{i}].lowC", days[i].LowC, -60, 60)
                .Within($"days[{i}].coverC", days[i].CoverC, 0, 30)
                .Within($"days[{i}].highC", days[i].HighC, -60, 60);
        }

        if (!ranges.Hold)
            return ranges.Failures;
        var ladder = Of(length);
        var (done, owed) = (0, 0.0);
        var after = new List<int>(days.Count);
        foreach (var day in days)
        {
            (done, owed) = After(crop, ladder, done, owed, day);
            after.Add(done);
        }

        return new RungsDone(after, done, owed);
    }

    /// <summary>Where a day leaves plants that stand so far up the ladder.</summary>
    /// <param name="done">Rungs before it, from 0.</param>
    /// <param name="owed">Sun owed before it, h.</param>
    public static (int Done, double SunOwed) After(Crop crop, IReadOnlyList<Rung> ladder, int done, double owed, DayOut day)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(day);
        if (day.Outcome == DayOutcome.Bleached)
            return (Math.Max(0, done - 1), owed);
        if (day.Outcome == DayOutcome.Limp)
            return (done, owed);
        var rung = ladder[Math.Min(done, ladder.Count - 1)];
        // A grace of rounding: 6.4 h are 80 % of 8.
        var counts =
            done < ladder.Count
            && day.HoursOut >= (ShareThatCounts * rung.Hours) - 1e-9
            && (rung.InHouse || day.HighC >= HighC(crop))
            && (day.Overcast || day.HoursSun >= (ShareThatCounts * rung.SunHours) - 1e-9)
            && (!rung.Night || (day.NightOut && day.LowC + day.CoverC >= NightC(crop, ladder, done)));
        if (counts && day.Overcast)
            owed += Math.Max(0, rung.SunHours - day.HoursSun);
        else
            owed = Math.Max(0, owed - Math.Max(0, day.HoursSun - rung.SunHours));
        return (counts ? done + 1 : done, owed);
    }
}
