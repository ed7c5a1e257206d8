using Juvenal.Core.Cultivars;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Decision;

/// <summary>What plants waited for.</summary>
[Flags]
public enum WaitsFor
{
    Nothing = 0,

    /// <summary>The chance of a freeze after the nights that are known, or one among those.</summary>
    Freeze = 1,

    /// <summary>Lows of the week ahead.</summary>
    Nights = 2,

    /// <summary>Highs of the week ahead.</summary>
    Days = 4,

    /// <summary>Morning soil.</summary>
    Soil = 8,

    /// <summary>The fortnight's nights after those that are known, as past years had them.</summary>
    Chill = 16,

    /// <summary>Tomatoes first, where peppers follow them.</summary>
    Timing = 32,
}

/// <summary>What the openings of past years are asked with.</summary>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="AcceptedRisk">Between 0 and 1.</param>
/// <param name="GainC">How much warmer nights are at the plant than in the years' minima, °C.</param>
/// <param name="PepperNightC">Nights for peppers, °C.</param>
/// <param name="PepperSoilC">Morning soil for peppers, °C.</param>
/// <param name="RiskFrom">Chance of a freeze on or after a day, 1 is the first of mid-winter; null: as the years had them.</param>
public sealed record OpeningRules(
    Crop Crop,
    double AcceptedRisk,
    double GainC = 0,
    double PepperNightC = GoQuestion.UsualPepperNightC,
    double PepperSoilC = GoQuestion.UsualPepperSoilC,
    Func<int, double>? RiskFrom = null
);

/// <summary>
/// Past years asked day by day whether plants would have gone out, the nights and days ahead known as they came: hardening, wind, heat and
/// the bed count as right. Planning reads its windows from this, and each draw of a plan lives in one of the years.
/// </summary>
public sealed class Openings
{
    /// <summary>The last day that is looked at; 1 is the first of mid-winter, 1 January in the north.</summary>
    public const int LastDay = 212;

    /// <summary>A year has at least so many days of record: the nights after the last day that is looked at belong to it.</summary>
    public const int FewestDays = 232;

    /// <summary>Fewer years say nothing of one in ten.</summary>
    public const int FewestYears = 10;

    /// <summary>Width by which the last freezes of single years are smoothed, days. [model]</summary>
    public const double SmoothingDays = 4;

    /// <summary>Nights that are asked for chill after those that are known.</summary>
    public const int ChillNights = 14;

    private readonly WaitsFor[][] _waits;
    private readonly int[][] _next;

    private Openings(IReadOnlyList<PastYear> years, WaitsFor[][] waits, Warmest[] warmest)
    {
        (Years, _waits, WarmestOf) = (years, waits, warmest);
        _next = [.. waits.Select(Next)];
    }

    public IReadOnlyList<PastYear> Years { get; }

    /// <summary>By year, how warm it came to.</summary>
    internal IReadOnlyList<Warmest> WarmestOf { get; }

    /// <param name="years">One or more; each at least <see cref="FewestDays"/> long.</param>
    /// <param name="rules">Crop, risk, limits.</param>
    /// <param name="notBefore">By year: the first day by the pepper timing; null: none.</param>
    public static Openings Of(IReadOnlyList<PastYear> years, OpeningRules rules, IReadOnlyList<int>? notBefore = null)
    {
        ArgumentNullException.ThrowIfNull(years);
        ArgumentNullException.ThrowIfNull(rules);
        var (crop, gain) = (rules.Crop, rules.GainC);
        var limits = new GoLimits(crop, rules.AcceptedRisk, rules.PepperNightC, rules.PepperSoilC);
        var from = rules.RiskFrom ?? RiskOf(years, gain);
        var (cold, chilly) = (new bool[LastDay + 1], new bool[LastDay + 1]);
        var chill = ChillOf(years, PlantingDecision.NearNight(crop, rules.PepperNightC) - gain);
        for (var d = 1; d <= LastDay; d++)
        {
            cold[d] = limits.FreezeRisk.Stands(from(d + PlantingDecision.MostNights)) == FactorResult.Fail;
            chilly[d] = GoLimits.Chill.Stands(chill(d)) == FactorResult.Fail;
        }

        var waits = new WaitsFor[years.Count][];
        var warmest = new Warmest[years.Count];
        for (var y = 0; y < years.Count; y++)
        {
            double[] lows = [.. years[y].MinimumC];
            double[] highs = [.. years[y].MaximumC];
            var soils = years[y].SoilMorningC;
            var of = waits[y] = new WaitsFor[LastDay + 1];
            var top = new Warmest(double.NegativeInfinity, double.NegativeInfinity, double.NegativeInfinity);
            for (var d = 1; d <= LastDay; d++)
            {
                var night = Least(lows.AsSpan(d - 1, PlantingDecision.FewestNights)) + gain;
                var day = Mean(highs.AsSpan(d - 1, PlantingDecision.FewestNights));
                var soil = soils?[d - 1];
                top = new(Math.Max(top.Night, night), Math.Max(top.Day, day), Math.Max(top.Soil, soil ?? 0));
                var w = WaitsFor.Nothing;
                if (cold[d] || GoLimits.Freeze.Stands(PlantingDecision.ColdestAhead(lows, d - 1) + gain) == FactorResult.Fail)
                    w |= WaitsFor.Freeze;
                if (limits.Nights.Stands(night) == FactorResult.Fail)
                    w |= WaitsFor.Nights;
                if (limits.Days.Stands(day) == FactorResult.Fail)
                    w |= WaitsFor.Days;
                if (limits.Soil.Stands(soil) == FactorResult.Fail)
                    w |= WaitsFor.Soil;
                if (chilly[d])
                    w |= WaitsFor.Chill;
                if (d < notBefore?[y])
                    w |= WaitsFor.Timing;
                of[d] = w;
            }

            warmest[y] = top;
        }

        return new(years, waits, warmest);
    }

    /// <summary>The first day on which plants would have gone out in a year; null: there was none.</summary>
    public int? First(int year) => NextFrom(year, 1);

    /// <summary>The first such day from one on; after <see cref="LastDay"/> nothing is waited for; null: there is none any more.</summary>
    public int? NextFrom(int year, int day) =>
        day > LastDay ? day
        : _next[year][Math.Max(1, day)] is var next && next <= LastDay ? next
        : null;

    /// <summary>The first day of a year on which one thing alone would not have been waited for.</summary>
    public int? First(int year, WaitsFor thing)
    {
        for (var d = 1; d <= LastDay; d++)
        {
            if ((_waits[year][d] & thing) == 0)
                return d;
        }

        return null;
    }

    /// <summary>What was waited for on the day before the first one; nothing where the first day is open, or none is.</summary>
    public WaitsFor Last(int year) => First(year) is > 1 and var first ? _waits[year][first - 1] : WaitsFor.Nothing;

    /// <summary>Chance of a freeze on or after a day by the years' own last freezes, each smoothed; years without one add
    /// nothing.</summary>
    /// <param name="years">Past years.</param>
    /// <param name="gainC">°C.</param>
    public static Func<int, double> RiskOf(IReadOnlyList<PastYear> years, double gainC)
    {
        ArgumentNullException.ThrowIfNull(years);
        var lasts = years.Select(y => LastFreeze(y, gainC)).OfType<int>().ToList();
        return day => lasts.Sum(l => Normal.CDF(0, 1, (l - day + 0.5) / SmoothingDays)) / years.Count;
    }

    /// <summary>The order statistic at p·(n + 1), straight between neighbours; years without a day come last.</summary>
    /// <param name="days">Null: there was none.</param>
    /// <param name="p">0–1.</param>
    /// <returns>Null where it falls among those.</returns>
    public static double? Quantile(IEnumerable<int?> days, double p)
    {
        ArgumentNullException.ThrowIfNull(days);
        var all = days.ToList();
        var open = all.OfType<int>().Order().ToList();
        var position = Math.Clamp(p * (all.Count + 1), 1, all.Count);
        var below = (int)Math.Floor(position);
        var share = position - below;
        if (below > open.Count || (share > 1e-9 && below + 1 > open.Count))
            return null;
        return share > 1e-9 ? open[below - 1] + (share * (open[below] - open[below - 1])) : open[below - 1];
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

    private static double Least(ReadOnlySpan<double> values)
    {
        var least = double.PositiveInfinity;
        foreach (var value in values)
            least = Math.Min(least, value);
        return least;
    }

    private static double Mean(ReadOnlySpan<double> values)
    {
        var sum = 0.0;
        foreach (var value in values)
            sum += value;
        return sum / values.Length;
    }

    /// <summary>Share of the fortnight's nights after those that are known on a day, over all years, that were colder than a
    /// limit.</summary>
    /// <param name="years">Past years.</param>
    /// <param name="below">°C, without the gain at the plant.</param>
    /// <returns>For days from 1 to <see cref="LastDay"/>.</returns>
    public static Func<int, double> ChillOf(IReadOnlyList<PastYear> years, double below)
    {
        ArgumentNullException.ThrowIfNull(years);
        const int last = LastDay + PlantingDecision.MostNights + ChillNights;
        // Sums up to each day, so that a fortnight costs one subtraction.
        var (cold, nights) = (new int[last + 1], new int[last + 1]);
        for (var d = 1; d <= last; d++)
        {
            (cold[d], nights[d]) = (cold[d - 1], nights[d - 1]);
            foreach (var year in years)
            {
                if (d > year.MinimumC.Count)
                    continue;
                nights[d]++;
                if (year.MinimumC[d - 1] < below)
                    cold[d]++;
            }
        }

        return d =>
        {
            var (before, end) = (d + PlantingDecision.MostNights - 1, d + PlantingDecision.MostNights + ChillNights - 1);
            var of = nights[end] - nights[before];
            return of == 0 ? 0 : (double)(cold[end] - cold[before]) / of;
        };
    }

    private static int[] Next(WaitsFor[] waits)
    {
        var next = new int[LastDay + 2];
        next[LastDay + 1] = LastDay + 1;
        for (var d = LastDay; d >= 1; d--)
            next[d] = waits[d] == WaitsFor.Nothing ? d : next[d + 1];
        return next;
    }
}

/// <summary>How warm a year's weeks and mornings came to at most, °C.</summary>
/// <param name="Night">The coldest night of the warmest week, at the plant.</param>
/// <param name="Day">The mean high of the warmest week.</param>
/// <param name="Soil">The warmest morning.</param>
internal readonly record struct Warmest(double Night, double Day, double Soil);
