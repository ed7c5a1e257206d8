using Juvenal.Core.Measures;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace Juvenal.Core.Site;

/// <summary>
/// Dates of the last (spring) or first (autumn) freeze: normal among the years that have one, and a share of years that have one.
/// Spring: P(freeze on or after d) = q·(1 − F(d)); autumn: P(freeze on or before d) = q·F(d).
/// Source: Thom &amp; Shaw (1958), Climatological analysis of freeze data for Iowa, Mon. Wea. Rev.; for years without a freeze the
/// mixed distribution of Thom (1959), Mon. Wea. Rev. 87; both from memory.
/// </summary>
/// <param name="Half">Which freeze.</param>
/// <param name="Years">How many years stand behind it.</param>
/// <param name="Share">q: the share of them with a freeze, above 0 to 1.</param>
/// <param name="Mean">On the season's axis (<see cref="SeasonAxis"/>), days.</param>
/// <param name="StandardDeviation">Of a sample (n − 1), days, above 0.</param>
public sealed record FreezeDistribution(SeasonHalf Half, int Years, double Share, double Mean, double StandardDeviation)
{
    /// <summary>A deviation of a sample needs two.</summary>
    public const int FewestFreezes = 2;

    /// <summary>Fits the axis days of the years with a freeze, and counts those without.</summary>
    /// <param name="half">Which freeze.</param>
    /// <param name="axisDays">One for each year that has a freeze.</param>
    /// <param name="yearsWithout">Years that have none.</param>
    /// <returns>A failure where fewer than two years have a freeze, or all froze on the same day.</returns>
    public static Outcome<FreezeDistribution> Fit(SeasonHalf half, IReadOnlyList<int> axisDays, int yearsWithout)
    {
        ArgumentNullException.ThrowIfNull(axisDays);
        if (axisDays.Count < FewestFreezes)
            return new Failure("too-few-freezes", "years", axisDays.Count, FewestFreezes);
        var days = axisDays.Select(d => (double)d).ToList();
        var deviation = days.StandardDeviation();
        if (!(deviation > 0))
            return new Failure("freezes-all-alike", "years");
        var years = axisDays.Count + yearsWithout;
        return new FreezeDistribution(half, years, (double)axisDays.Count / years, days.Mean(), deviation);
    }

    /// <summary>The axis day with this probability of a freeze on or after it (spring), on or before it (autumn); not rounded.</summary>
    /// <param name="probability">Between 0 and 1, both excluded.</param>
    /// <returns>Null where the probability is the share of years with a freeze or more: no day is that sure to freeze.</returns>
    public double? DayAt(double probability)
    {
        if (probability >= Share)
            return null;
        // By the near tail, on both halves: 1 − p would round a small probability to none.
        var far = StandardDeviation * -Normal.InvCDF(0, 1, probability / Share);
        return Half == SeasonHalf.Spring ? Mean + far : Mean - far;
    }

    /// <summary>P(freeze on or after the day) in spring, on or before it in autumn; 0 to <see cref="Share"/>.</summary>
    public double Probability(double axisDay)
    {
        var below = Normal.CDF(Mean, StandardDeviation, axisDay);
        return Share * (Half == SeasonHalf.Spring ? 1 - below : below);
    }

    /// <summary>A day of the axis rounded to the safe side: spring later, autumn earlier. A millionth of a day is no day.</summary>
    public int SafeSide(double axisDay)
    {
        var day = Math.Round(axisDay, 6);
        return (int)(Half == SeasonHalf.Spring ? Math.Ceiling(day) : Math.Floor(day));
    }
}
