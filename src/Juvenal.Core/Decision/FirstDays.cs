using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using MathNet.Numerics.Distributions;

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
    /// <summary>The last day that is looked at, 1 is 1 January: 31 July.</summary>
    public const int LastDay = 212;

    /// <summary>A year has at least so many days of record: the nights after the last day that is looked at belong to it.</summary>
    public const int FewestDays = 232;

    /// <summary>Fewer years say nothing of one in ten.</summary>
    public const int FewestYears = 10;

    /// <summary>More nobody has.</summary>
    public const int MostYears = 100;

    /// <summary>Width by which the last freezes of single years are smoothed, days. [model]</summary>
    public const double SmoothingDays = 4;

    /// <summary>Nights that are asked for chill after those that are known.</summary>
    public const int ChillNights = 14;

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
        var lasts = years.Select(y => LastFreeze(y, gainC)).ToList();
        var near = PlantingDecision.NearNight(crop, pepperNightC);
        var risks = Enumerable.Range(0, LastDay + PlantingDecision.MostNights + 1).Select(d => Risk(lasts, d)).ToArray();
        var chills = Enumerable.Range(0, LastDay + 1).Select(d => Chill(years, d, near - gainC)).ToArray();
        var days = years.Select(y => new FirstDay(y.Year, First(y))).ToList();
        var open = days.Where(d => d.Day is not null).Select(d => d.Day!.Value).Order().ToList();
        return new FirstDaysOfYears(
            days,
            At(open, days.Count, 0.1),
            At(open, days.Count, 0.5),
            At(open, days.Count, 0.9),
            days.Count - open.Count,
            open.Count(d => d == 1) * 2 > days.Count
        );

        int? First(PastYear year)
        {
            for (var d = 1; d <= LastDay; d++)
            {
                var question = new GoQuestion(
                    crop,
                    acceptedRisk,
                    risks[d + PlantingDecision.MostNights],
                    [.. year.MinimumC.Skip(d - 1).Take(PlantingDecision.MostNights)],
                    [.. year.MaximumC.Skip(d - 1).Take(PlantingDecision.MostNights)],
                    year.SoilMorningC?[d - 1],
                    gainC,
                    chills[d],
                    RungsDone: GoQuestion.UsualRungs,
                    PepperNightC: pepperNightC,
                    PepperSoilC: pepperSoilC
                );
                if (PlantingDecision.Decided(question, heat: false).Verdict != GoVerdict.Hold)
                    return d;
            }

            return null;
        }
    }

    /// <summary>The last day until summer with a freeze at the plant; null where there is none.</summary>
    private static int? LastFreeze(PastYear year, double gainC)
    {
        for (var d = LastDay; d >= 1; d--)
        {
            if (year.MinimumC[d - 1] + gainC <= 0)
                return d;
        }

        return null;
    }

    /// <summary>Chance of a freeze on or after a day: the years' last freezes, each smoothed.</summary>
    private static double Risk(List<int?> lasts, int day) =>
        lasts.Sum(l => l is { } last ? Normal.CDF(0, 1, (last - day + 0.5) / SmoothingDays) : 0) / lasts.Count;

    /// <summary>Share of the nights from the tenth after a day on, over all years, that were colder than the near limit.</summary>
    private static double Chill(IReadOnlyList<PastYear> years, int day, double below)
    {
        var (cold, nights) = (0, 0);
        foreach (var year in years)
        {
            var from = day + PlantingDecision.MostNights;
            for (var d = from; d < from + ChillNights && d <= year.MinimumC.Count; d++)
            {
                nights++;
                if (year.MinimumC[d - 1] < below)
                    cold++;
            }
        }

        return nights == 0 ? 0 : (double)cold / nights;
    }

    /// <summary>The order statistic at p·(n + 1), straight between neighbours; years that never open come last.</summary>
    private static double? At(List<int> open, int years, double p)
    {
        var position = Math.Clamp(p * (years + 1), 1, years);
        var below = (int)Math.Floor(position);
        var share = position - below;
        if (below > open.Count || (share > 1e-9 && below + 1 > open.Count))
            return null;
        return share > 1e-9 ? open[below - 1] + (share * (open[below] - open[below - 1])) : open[below - 1];
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
        if (years.Count is < FewestYears or > MostYears)
            failures.Add(Failure.OutOfRange("years", years.Count, FewestYears, MostYears));
        Range("gainC", gainC, -PlantingDecision.MostGainC, PlantingDecision.MostGainC);
        Range("pepperNightC", pepperNightC, 0, PlantingDecision.Hottest);
        Range("pepperSoilC", pepperSoilC, 0, PlantingDecision.Hottest);
        for (var i = 0; i < years.Count && failures.Count == 0; i++)
        {
            var year = years[i];
            var count = year.MinimumC.Count;
            Range($"years[{i}].minimumC", count, FewestDays, DaysOfYear);
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
