using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Sowing;

/// <summary>A day on the way to emergence.</summary>
/// <param name="Day">Its end.</param>
/// <param name="Progress">Of the way to emergence made by then: 1 is the day half of the seedlings are up.</param>
/// <param name="Share">Of the seedlings that will come, expected up by then, 0–1.</param>
/// <param name="SoilCelsius">That the day was reckoned with.</param>
/// <param name="Read">Whether that was read, or is what the place is set to.</param>
public sealed record EmergenceDay(DateOnly Day, double Progress, double Share, double SoilCelsius, bool Read);

/// <summary>Emergence as it adds up over days of varying warmth.</summary>
public static class EmergenceCourse
{
    /// <summary>Seeds of a lot stray by this share of the days, one standard deviation. [model]</summary>
    public const double SeedDeviation = 0.15;

    /// <summary>Nothing is reckoned further than this, days.</summary>
    public const int MostDays = 200;

    /// <summary>The way to emergence, day by day: the daily rates (1/days, by the day's soil) add up to 1.</summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="factor">On the days, 0.5–4 (<see cref="LeafModel.EmergenceFactor"/>).</param>
    /// <param name="sown">Day 0.</param>
    /// <param name="soil">Soil at sowing depth for each day after it, °C, and whether it was read.</param>
    /// <param name="until">The last day.</param>
    /// <returns>A day for each from the day after sowing to <paramref name="until"/>; at constant warmth progress reaches 1 on the table's
    /// own day.</returns>
    public static IReadOnlyList<EmergenceDay> Days(
        Crop crop,
        double factor,
        DateOnly sown,
        Func<DateOnly, (double Celsius, bool Read)> soil,
        DateOnly until
    )
    {
        ArgumentNullException.ThrowIfNull(soil);
        var table = EmergenceTable.For(crop);
        var days = new List<EmergenceDay>();
        var progress = 0.0;
        for (var day = sown.AddDays(1); day <= until && days.Count < MostDays; day = day.AddDays(1))
        {
            var (celsius, read) = soil(day);
            progress += table.RatePerDay(celsius) / factor;
            days.Add(new(day, progress, ShareAt(progress), celsius, read));
        }

        return days;
    }

    /// <summary>A reading stands for the days after it, so many at most, until the next. [model]</summary>
    public const int ReadingHolds = 2;

    /// <summary>
    /// The soil of a day: the mean of what was read then, else of the last day that was read shortly before, else what the place is set to.
    /// </summary>
    /// <param name="readings">At sowing depth, °C, in any order.</param>
    /// <param name="set">°C.</param>
    public static Func<DateOnly, (double Celsius, bool Read)> Soil(IReadOnlyList<(DateOnly Day, double Celsius)> readings, double set)
    {
        var byDay = readings.GroupBy(r => r.Day).ToDictionary(g => g.Key, g => g.Average(r => r.Celsius));
        return day =>
        {
            for (var back = 0; back <= ReadingHolds; back++)
            {
                if (byDay.TryGetValue(day.AddDays(-back), out var celsius))
                    return (celsius, true);
            }

            return (set, false);
        };
    }

    /// <summary>Share of the coming seedlings that are up at a progress: a normal around 1.</summary>
    public static double ShareAt(double progress) => progress <= 0 ? 0 : Normal.CDF(1, SeedDeviation, progress);

    /// <summary>Days from sowing to where progress reaches 1, within the day by proportion; null where it does not.</summary>
    public static double? ExpectedDays(IReadOnlyList<EmergenceDay> days)
    {
        ArgumentNullException.ThrowIfNull(days);
        var before = 0.0;
        for (var i = 0; i < days.Count; i++)
        {
            if (days[i].Progress >= 1)
                return i + ((1 - before) / (days[i].Progress - before));
            before = days[i].Progress;
        }

        return null;
    }

    /// <summary>Seedlings still to come of a batch, at the warmth its place is set to; none once it has left its trays.</summary>
    /// <param name="state">What has happened.</param>
    /// <param name="germination">Share expected to come up at all, 0–1.</param>
    /// <param name="daysOfHalf">Days in which half of those come up there, above 0.</param>
    /// <param name="today">The day.</param>
    public static double StillComing(BatchState state, double germination, double daysOfHalf, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(state);
        return state.Groups.All(g => g.Reached.Kind > StepKind.Up) || state.BegunOn is not { } sown
            ? 0
            : StillComing(state.SeedsSown, state.Emerged, germination, ShareAt((today.DayNumber - sown.DayNumber) / daysOfHalf));
    }

    /// <summary>Seedlings still to come: each seed that is not up may be dead, or late.</summary>
    /// <param name="seeds">Sown.</param>
    /// <param name="emerged">Up so far, 0 to seeds.</param>
    /// <param name="germination">Share expected to come up at all, 0–1.</param>
    /// <param name="share">Of those, expected up by now (<see cref="ShareAt"/>).</param>
    /// <returns>Expected number: (seeds − emerged) · p(1 − s) / (1 − p·s), by Bayes for one seed.</returns>
    public static double StillComing(int seeds, int emerged, double germination, double share)
    {
        var none = 1 - (germination * share);
        return none <= 0 ? 0 : Math.Max(0, seeds - emerged) * germination * (1 - share) / none;
    }
}
