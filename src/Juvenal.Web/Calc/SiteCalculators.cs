using Juvenal.Core.Measures;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;

namespace Juvenal.Web.Calc;

/// <param name="Year">
/// The season's label: in the south the year it ends in; its springs may all be called by the year that most of their days are of.
/// </param>
/// <param name="Date">Null: a year without a freeze.</param>
public sealed record FreezeYearInput(int Year, DateOnly? Date);

public sealed record FreezeDatesInput(
    SeasonHalf Season,
    IReadOnlyList<FreezeYearInput> Years,
    IReadOnlyList<double> Probabilities,
    Hemisphere Hemisphere = Hemisphere.North
);

/// <param name="DayNumber">From 1 January (1) on 365 days, not rounded; null where no day has that probability.</param>
/// <param name="Date">Rounded to the safe side, in a common year.</param>
public sealed record FreezeDate(double Probability, double? DayNumber, DateOnly? Date);

public sealed record FreezeDatesAnswer(
    int YearsUsed,
    double ShareWithFreeze,
    double MeanDayNumber,
    DateOnly MeanDate,
    double StandardDeviationDays,
    IReadOnlyList<FreezeDate> Dates
);

public sealed record SoilTemperatureInput(
    DateOnly StartDate,
    IReadOnlyList<double> DailyMeanAirC,
    double DepthCm,
    double DiffusivityMm2PerS = SoilHeat.MoistLoam,
    double SurfaceOffsetC = 0,
    double? InitialSoilC = null
);

public sealed record SoilTemperatureAnswer(IReadOnlyList<double> SoilC, int WarmUpDays);

/// <summary>The site's calculators.</summary>
internal static class SiteCalculators
{
    private const int MostYears = 500;
    private const int MostProbabilities = 100;
    private const int MostDays = 40_000;

    /// <summary>A common year to say a date in.</summary>
    private const int CommonYear = 2001;

    public static FreezeDatesAnswer FreezeDates(FreezeDatesInput input)
    {
        var failures = new List<Failure>();
        if (input.Years.Count > MostYears)
            failures.Add(new("too-many", "years", input.Years.Count, null, MostYears));
        if (input.Probabilities.Count > MostProbabilities)
            failures.Add(new("too-many", "probabilities", input.Probabilities.Count, null, MostProbabilities));
        foreach (var p in input.Probabilities.Where(p => !(p is > 0 and < 1)).Take(1))
            failures.Add(new("share-below-one", "probabilities", p));
        foreach (var year in input.Years.Where(y => y.Year is < 1700 or > 2200).Take(1))
            failures.Add(Failure.OutOfRange("years", year.Year, 1700, 2200));
        foreach (var twice in input.Years.GroupBy(y => y.Year).Where(g => g.Count() > 1).Take(1))
            failures.Add(new("year-twice", "years", twice.Key));
        if (failures.Count > 0)
            throw new RefusedException(failures);
        // October 2024 is in the spring that ends in January 2025; whoever calls that the spring of 2024 means the same days.
        var later = input is { Season: SeasonHalf.Spring, Hemisphere: Hemisphere.South } && input.Years.All(y => Holds(y, 1)) ? 1 : 0;
        foreach (var (year, date) in input.Years)
        {
            var (first, last) = Of(year, later);
            if (!Holds(new(year, date), later))
                throw new RefusedException(
                    new Failure(
                        "freeze-outside",
                        "years",
                        year,
                        first.DayNumber,
                        last.DayNumber,
                        input.Season.ToString().ToLowerInvariant()
                    )
                );
        }

        var days = input.Years.Where(y => y.Date is not null).Select(y => SeasonAxis.Of(y.Date!.Value, y.Year)).ToList();
        var fitted = FreezeDistribution.Fit(input.Season, days, input.Years.Count - days.Count);
        if (!fitted.Succeeded)
            throw new RefusedException(fitted.Failures);
        var fit = fitted.Value;
        return new(
            fit.Years,
            fit.Share,
            fit.Mean,
            SeasonAxis.Date(fit.SafeSide(fit.Mean), CommonYear),
            fit.StandardDeviation,
            [
                .. input.Probabilities.Select(p =>
                    fit.DayAt(p) is { } day
                        ? new FreezeDate(p, day, SeasonAxis.Date(fit.SafeSide(day), CommonYear))
                        : new FreezeDate(p, null, null)
                ),
            ]
        );

        (DateOnly First, DateOnly Last) Of(int year, int more) => SeasonAxis.Of(input.Season, year + more, input.Hemisphere);

        bool Holds(FreezeYearInput y, int more) =>
            y.Date is not { } date || (Of(y.Year, more) is var (first, last) && date >= first && date <= last);
    }

    public static SoilTemperatureAnswer SoilTemperature(SoilTemperatureInput input)
    {
        var failures = new List<Failure>();
        if (input.DailyMeanAirC.Count is 0 or > MostDays)
            failures.Add(Failure.OutOfRange("dailyMeanAirC", input.DailyMeanAirC.Count, 1, MostDays));
        foreach (var air in input.DailyMeanAirC.Where(a => !(a is >= -90 and <= 70)).Take(1))
            failures.Add(Failure.OutOfRange("dailyMeanAirC", air, -90, 70));
        if (!(input.DepthCm is > 0 and <= 500))
            failures.Add(Failure.OutOfRange("depthCm", input.DepthCm, 0, 500));
        if (!(input.DiffusivityMm2PerS is >= 0.05 and <= 5))
            failures.Add(Failure.OutOfRange("diffusivityMm2PerS", input.DiffusivityMm2PerS, 0.05, 5));
        if (!(input.SurfaceOffsetC is >= -30 and <= 30))
            failures.Add(Failure.OutOfRange("surfaceOffsetC", input.SurfaceOffsetC, -30, 30));
        if (input.InitialSoilC is { } start && !(start is >= -50 and <= 70))
            failures.Add(Failure.OutOfRange("initialSoilC", start, -50, 70));
        if (failures.Count > 0)
            throw new RefusedException(failures);
        var surface = input.DailyMeanAirC.Select(a => a + input.SurfaceOffsetC).ToList();
        var soil = SoilHeat.DailyMeans(surface, input.DepthCm, input.DiffusivityMm2PerS, input.InitialSoilC);
        return new(
            [.. soil.Select(c => Math.Round(c, 6))],
            Math.Min(surface.Count, SoilHeat.WarmUpDays(input.DepthCm, input.DiffusivityMm2PerS))
        );
    }
}
