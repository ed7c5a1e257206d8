using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Decision;

/// <summary>A year as it was: each list from 1 January, as long as the others, 232–366 days.</summary>
/// <param name="Year">Which.</param>
/// <param name="MinimumC">Lows at screen height, °C.</param>
/// <param name="MaximumC">Highs, °C.</param>
/// <param name="SoilMorningC">Morning soil at 10 cm, °C; null where not known.</param>
public sealed record PastYear(
    int Year,
    IReadOnlyList<double> MinimumC,
    IReadOnlyList<double> MaximumC,
    IReadOnlyList<double>? SoilMorningC = null
);

/// <summary>The first day of a year on which plants would have gone out.</summary>
/// <param name="Year">Which.</param>
/// <param name="Day">1 is 1 January; null: there was none.</param>
public sealed record FirstDay(int Year, int? Day);

/// <summary>First days of past years, and how they spread.</summary>
/// <param name="Days">In the order of the years.</param>
/// <param name="LowDay">The tenth part of the years is open by then; null where that falls among years that never open.</param>
/// <param name="MidDay">Half of them.</param>
/// <param name="HighDay">Nine tenths.</param>
/// <param name="Never">Years without such a day.</param>
/// <param name="OpenAllWinter">More than half of the years are open on 1 January.</param>
public sealed record FirstDaysOfYears(
    IReadOnlyList<FirstDay> Days,
    double? LowDay,
    double? MidDay,
    double? HighDay,
    int Never,
    bool OpenAllWinter
);

/// <summary>
/// The planting window from past years: in each, the first day on which <see cref="PlantingDecision"/> would not have held the plants back,
/// the nights and days ahead known as they came.
/// </summary>
public static class FirstDays
{
    /// <summary>More nobody has.</summary>
    public const int MostYears = 100;

    private const int DaysOfYear = 366;

    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="acceptedRisk">Between 0 and 1.</param>
    /// <param name="years">10–100.</param>
    /// <param name="gainC">How much warmer nights are at the plant, °C.</param>
    /// <param name="pepperNightC">Nights for peppers, °C.</param>
    /// <param name="pepperSoilC">Morning soil for peppers, °C.</param>
    /// <returns>Days that are not rounded: order statistics at p·(n + 1), straight between neighbours.</returns>
    public static Outcome<FirstDaysOfYears> Of(
        Crop crop,
        double acceptedRisk,
        IReadOnlyList<PastYear> years,
        double gainC = 0,
        double pepperNightC = GoQuestion.UsualPepperNightC,
        double pepperSoilC = GoQuestion.UsualPepperSoilC
    )
    {
        ArgumentNullException.ThrowIfNull(years);
        var failures = Check(acceptedRisk, years, gainC, pepperNightC, pepperSoilC);
        if (failures.Count > 0)
            return failures;
        var openings = Openings.Of(years, new(crop, acceptedRisk, gainC, pepperNightC, pepperSoilC));
        var days = years.Select((y, i) => new FirstDay(y.Year, openings.First(i))).ToList();
        return new FirstDaysOfYears(
            days,
            At(0.1),
            At(0.5),
            At(0.9),
            days.Count(d => d.Day is null),
            days.Count(d => d.Day == 1) * 2 > days.Count
        );

        double? At(double p) => Openings.Quantile(days.Select(d => d.Day), p);
    }

    private static List<Failure> Check(
        double acceptedRisk,
        IReadOnlyList<PastYear> years,
        double gainC,
        double pepperNightC,
        double pepperSoilC
    )
    {
        var failures = new List<Failure>();
        if (!(acceptedRisk is > 0 and < 1))
            failures.Add(new("share-below-one", "acceptedRisk", acceptedRisk));
        if (years.Count is < Openings.FewestYears or > MostYears)
            failures.Add(Failure.OutOfRange("years", years.Count, Openings.FewestYears, MostYears));
        Range("gainC", gainC, -PlantingDecision.MostGainC, PlantingDecision.MostGainC);
        Range("pepperNightC", pepperNightC, 0, PlantingDecision.Hottest);
        Range("pepperSoilC", pepperSoilC, 0, PlantingDecision.Hottest);
        for (var i = 0; i < years.Count && failures.Count == 0; i++)
        {
            var year = years[i];
            var count = year.MinimumC.Count;
            Range($"years[{i}].minimumC", count, Openings.FewestDays, DaysOfYear);
            Range($"years[{i}].maximumC", year.MaximumC.Count, count, count);
            Range($"years[{i}].soilMorningC", year.SoilMorningC?.Count ?? count, count, count);
            foreach (
                var (field, values) in new[]
                {
                    ("minimumC", year.MinimumC),
                    ("maximumC", year.MaximumC),
                    ("soilMorningC", year.SoilMorningC ?? []),
                }
            )
            {
                foreach (var value in values)
                    Range($"years[{i}].{field}", value, PlantingDecision.Coldest, PlantingDecision.Hottest);
            }
        }

        return [.. failures.DistinctBy(f => f.Field)];

        void Range(string field, double value, double low, double high)
        {
            if (!(value >= low && value <= high))
                failures.Add(Failure.OutOfRange(field, value, low, high));
        }
    }
}
