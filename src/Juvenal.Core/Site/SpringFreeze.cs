using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Measures;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Site;

/// <summary>What a grower remembers of the last (or first) frosts.</summary>
/// <param name="Average">The average last freeze: half of all springs still freeze after it.</param>
/// <param name="Safe">The day after which one spring in ten still freezes (in autumn: before which one in ten has frozen already); null
/// where not known.</param>
public sealed record FrostDates(SeasonDay Average, SeasonDay? Safe);

/// <summary>
/// The date of a season's last spring freeze (minimum ≤ 0 °C) as a normal distribution, from typed dates or from a record.
/// Source: Thom &amp; Shaw (1958), Climatological analysis of freeze data for Iowa, Mon. Wea. Rev.; from memory.
/// </summary>
/// <param name="MeanDayNumber">Day number (<see cref="DateOnly.DayNumber"/>) of the average date in this season.</param>
/// <param name="StandardDeviationDays">Days, above 0.</param>
/// <param name="DeviationAssumed">True where only the average date is known.</param>
/// <param name="Share">Share of springs that freeze at all, above 0 to 1.</param>
/// <param name="Years">Years of record behind it; null where the dates were typed.</param>
public sealed record SpringFreeze(
    double MeanDayNumber,
    double StandardDeviationDays,
    bool DeviationAssumed,
    double Share = 1,
    int? Years = null
)
{
    /// <summary>Taken where only the average date is known. [model]</summary>
    public const double AssumedDeviationDays = 10;

    /// <summary>Standard normal quantile of 0.9: from the average date to the one that 1 spring in 10 freezes after.</summary>
    public const double ZOfOneInTen = 1.2815515655446004;

    /// <summary>From typed dates: with both, sd = (safe − average) / 1.2816; with one, <see cref="AssumedDeviationDays"/>.</summary>
    /// <returns>A failure where the safe date is not later than the average, or over 90 days later.</returns>
    public static Outcome<SpringFreeze> FromTyped(FrostDates dates, int season, Hemisphere hemisphere)
    {
        ArgumentNullException.ThrowIfNull(dates);
        var mean = dates.Average.InSpringOf(season, hemisphere).DayNumber;
        if (dates.Safe is not { } safe)
            return new SpringFreeze(mean, AssumedDeviationDays, true);
        var days = safe.InSpringOf(season, hemisphere).DayNumber - mean;
        return days is < 1 or > 90
            ? new Failure("safe-not-later", "safeFrost", days, 1, 90)
            : new SpringFreeze(mean, days / ZOfOneInTen, false);
    }

    /// <summary>From a record's fit of its springs.</summary>
    public static SpringFreeze FromRecord(FreezeDistribution fit, int season)
    {
        ArgumentNullException.ThrowIfNull(fit);
        return new(SeasonAxis.DayNumber(fit.Mean, season), fit.StandardDeviation, false, fit.Share, fit.Years);
    }

    /// <summary>
    /// The day d with P(freeze on or after d) = risk, as a day number, not rounded; null where so few springs freeze that no day has it.
    /// </summary>
    /// <param name="risk">Between 0 and 1, both excluded.</param>
    public double? DayNumberAtRisk(double risk) => ZAtRisk(risk) is { } z ? MeanDayNumber + (StandardDeviationDays * z) : null;

    /// <summary>So many standard deviations after the mean is the day of a risk; null where so few springs freeze that no day has
    /// it.</summary>
    /// <param name="risk">Between 0 and 1, both excluded.</param>
    public double? ZAtRisk(double risk) => risk >= Share ? null : -Normal.InvCDF(0, 1, risk / Share);

    /// <summary>P(freeze on or after the day), 0–1.</summary>
    public double RiskFrom(double dayNumber) => Share * (1 - Normal.CDF(MeanDayNumber, StandardDeviationDays, dayNumber));

    /// <summary>The first day with at most this risk: rounded to the safe side, later; null where every day has less.</summary>
    public DateOnly? DayAtRisk(double risk) =>
        DayNumberAtRisk(risk) is { } day ? DateOnly.FromDayNumber((int)Math.Ceiling(Math.Round(day, 6))) : null;
}

/// <summary>All that the planting windows of one season rest on.</summary>
/// <param name="Freeze">The last spring freeze; null where none is typed and too few springs freeze to tell.</param>
/// <param name="Typed">The grower goes by typed dates.</param>
/// <param name="Climate">Nights, days and soil; null without a weather record.</param>
/// <param name="Hemisphere">Where.</param>
/// <param name="Season">Its label.</param>
/// <param name="Autumn">The first freeze of autumn; null where nobody knows it.</param>
public sealed record SiteSeason(
    SpringFreeze? Freeze,
    bool Typed,
    SiteClimate? Climate,
    Hemisphere Hemisphere,
    int Season,
    FreezeDistribution? Autumn = null
)
{
    /// <summary>The first autumn day that freezes in no more than a share of years; null where that is not known, or none does.</summary>
    public DateOnly? FirstFreeze(double risk) => Autumn?.DayAt(risk) is { } day ? SeasonAxis.Date(Autumn.SafeSide(day), Season) : null;

    /// <summary>Chance of a freeze on or after a day at plants under a surface, 0–1.</summary>
    public double RiskFrom(DateOnly day, Surface surface)
    {
        if (!Typed && Climate is { HasYears: true } climate)
            return climate.RiskUnder(surface)(SiteYear.Of(day, Season, Hemisphere));
        return Freeze?.RiskFrom(day.DayNumber + PlantingWindow.EarlierUnder(surface)) ?? 0;
    }

    /// <summary>Whether a day is one of those on which spring's window is looked for.</summary>
    public bool InSpring(DateOnly day) => SiteYear.Of(day, Season, Hemisphere) is >= 1 and <= Openings.LastDay;

    /// <summary>Share of the fortnight's nights after those a forecast knows that were too cold in past springs, 0–1; null where no
    /// springs are known, or it is none of their days.</summary>
    public double? ChillAfter(DateOnly day, Crop crop, double pepperNightC, Surface surface) =>
        Climate is { HasYears: true } climate && InSpring(day)
            ? climate.ChillUnder(surface, PlantingDecision.NearNight(crop, pepperNightC))(SiteYear.Of(day, Season, Hemisphere))
            : null;
}
