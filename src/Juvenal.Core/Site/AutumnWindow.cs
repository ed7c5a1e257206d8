using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Site;

/// <summary>
/// The end of the season: until when planting still brings ripe fruit, and when bush types are planted again. [common practice, no source]
/// </summary>
public static class AutumnWindow
{
    /// <summary>Weeks of picking that make a planting worth it: 21 at least, 28 to be safe, days.</summary>
    public const int PickingDays = 21;

    public const int SafePickingDays = 28;

    /// <summary>In short, cool days fruit ripens later by so much, days. [common practice, no source]</summary>
    public const int ShortDays = 14;

    /// <summary>Bush types bear at once and are followed after 3 to 4 weeks, days.</summary>
    public const int SuccessionDays = 24;

    private const int MostSuccessions = 8;

    /// <summary>
    /// The last days on which planting still ripens: first autumn freeze at the accepted risk, less the days to ripe and
    /// what short days add, less the picking.
    /// </summary>
    /// <param name="firstFreeze">Day number of the first autumn freeze at the accepted risk, not rounded.</param>
    /// <param name="daysToRipe">From planting, days.</param>
    /// <returns>The safe day (28 days of picking) and the last (21).</returns>
    public static (DateOnly Safe, DateOnly Last) LastPlanting(double firstFreeze, int daysToRipe)
    {
        var ripeBy = DateOnly.FromDayNumber((int)Math.Floor(firstFreeze)).AddDays(-daysToRipe - ShortDays);
        return (ripeBy.AddDays(-SafePickingDays), ripeBy.AddDays(-PickingDays));
    }

    /// <summary>Planting days of bush types, from the window's opening to the last that ripens; tall types are planted once here.</summary>
    public static IReadOnlyList<DateOnly> Successions(Habit habit, DateOnly opens, DateOnly last)
    {
        var days = new List<DateOnly>();
        for (var day = opens; day <= last && days.Count < MostSuccessions; day = day.AddDays(SuccessionDays))
        {
            days.Add(day);
            if (habit is not (Habit.Bush or Habit.Dwarf))
                break;
        }

        return days;
    }

    /// <summary>The first autumn freeze as typed: a distribution around the average, as in spring.</summary>
    /// <returns>A failure where the safe date is not earlier than the average, or over 90 days earlier.</returns>
    public static Outcome<FreezeDistribution> FromTyped(FrostDates dates, int season, Hemisphere hemisphere)
    {
        ArgumentNullException.ThrowIfNull(dates);
        var mean = Axis(dates.Average);
        if (dates.Safe is not { } safe)
            return new FreezeDistribution(SeasonHalf.Autumn, 0, 1, mean, SpringFreeze.AssumedDeviationDays);
        var days = mean - Axis(safe);
        return days is < 1 or > 90
            ? new Failure("safe-not-earlier", "safeAutumn", days, 1, 90)
            : new FreezeDistribution(SeasonHalf.Autumn, 0, 1, mean, days / SpringFreeze.ZOfOneInTen);

        int Axis(SeasonDay day)
        {
            var (first, _) = SeasonAxis.Of(SeasonHalf.Autumn, season, hemisphere);
            return SeasonAxis.Of(new DateOnly(day.Month >= first.Month ? first.Year : first.Year + 1, day.Month, day.Day), season);
        }
    }
}
