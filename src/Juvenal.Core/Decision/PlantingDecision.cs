using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Decision;

/// <summary>How a factor stands to its limit.</summary>
public enum FactorResult
{
    Pass,

    /// <summary>Short of the limit, and within the nearer one: with cover it will do.</summary>
    Near,

    Fail,

    /// <summary>Nothing was given: it decides nothing.</summary>
    Unknown,
}

/// <summary>Whether plants go out.</summary>
public enum GoVerdict
{
    Go,
    GoWithCover,
    Hold,
}

/// <summary>What is known on a day on which plants may go out.</summary>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="AcceptedRisk">Share of springs in which a freeze after planting is accepted, between 0 and 1.</param>
/// <param name="FreezeRiskAfter">Chance of a freeze after the nights that are known, 0–1.</param>
/// <param name="NightsC">Lows of the nights ahead at screen height, tonight first, 7–10, °C.</param>
/// <param name="DaysHighC">Highs of the same days, as many, °C.</param>
/// <param name="SoilMorningC">Morning soil at 10 cm, °C; null where not known.</param>
/// <param name="GainC">How much warmer nights are at the plant: a tunnel, a bed that holds warmth, °C.</param>
/// <param name="ChillShare">Share of the fortnight's nights after those that were too cold in past years, 0–1; null where not
/// known.</param>
/// <param name="GustsKmh">Strongest gusts ahead, km/h; null where not known.</param>
/// <param name="RungsDone">Rungs of the hardening ladder that are done, from 0.</param>
/// <param name="RungsNeeded">Rungs by the house rule, from 1.</param>
/// <param name="PepperNightC">Nights for peppers, °C.</param>
/// <param name="PepperSoilC">Morning soil for peppers, °C.</param>
public sealed record GoQuestion(
    Crop Crop,
    double AcceptedRisk,
    double FreezeRiskAfter,
    IReadOnlyList<double> NightsC,
    IReadOnlyList<double> DaysHighC,
    double? SoilMorningC = null,
    double GainC = 0,
    double? ChillShare = null,
    IReadOnlyList<double>? GustsKmh = null,
    int RungsDone = 0,
    int RungsNeeded = GoQuestion.UsualRungs,
    double PepperNightC = GoQuestion.UsualPepperNightC,
    double PepperSoilC = GoQuestion.UsualPepperSoilC
)
{
    /// <summary>Rungs of the usual ladder. [common practice, no source]</summary>
    public const int UsualRungs = Ladder.Usual;

    /// <summary>Nights that peppers go out into, °C. [common practice, no source]</summary>
    public const double UsualPepperNightC = 13;

    /// <summary>Morning soil that peppers go out into, °C. [extension]</summary>
    public const double UsualPepperSoilC = 18;
}

/// <summary>One factor side by side with its limit.</summary>
/// <param name="Name">freeze-risk, freeze, nights, days, heat, soil, chill, wind, hardening.</param>
/// <param name="Value">What is there; null where not known.</param>
/// <param name="Limit">That it has to reach, or not to pass.</param>
/// <param name="Near">Within this it is near; null where there is no near.</param>
/// <param name="Result">How it stands.</param>
public sealed record GoFactor(string Name, double? Value, double Limit, double? Near, FactorResult Result);

/// <summary>The decision with all that it rests on.</summary>
public sealed record GoDecision(GoVerdict Verdict, IReadOnlyList<GoFactor> Factors);

/// <summary>
/// Go or hold: one rule for planning and for the day itself. Any factor that fails is hold; else any that is near is go with cover;
/// else go.
/// What is not known decides nothing.
/// </summary>
public static class PlantingDecision
{
    /// <summary>The fewest nights that are looked at.</summary>
    public const int FewestNights = 7;

    /// <summary>The most nights that are looked at.</summary>
    public const int MostNights = 10;

    /// <summary>Mean high of a week that tomatoes go out into, °C. [extension]</summary>
    public const double TomatoDayC = 15;

    /// <summary>Mean high of a week that peppers go out into, °C. [extension]</summary>
    public const double PepperDayC = 20;

    /// <summary>Below a limit of warmth by less than this is near, °C. [model]</summary>
    public const double NearC = 3;

    /// <summary>Nights that tomatoes go out into, °C. [extension]</summary>
    public const double TomatoNightC = 10;

    /// <summary>The coldest night that is near for peppers, whatever the house rule, °C. [common practice, no source]</summary>
    public const double PepperNightNearC = 8;

    /// <summary>Morning soil for tomatoes, °C. [extension]</summary>
    public const double TomatoSoilC = 15.5;

    /// <summary>Morning soil that is near for tomatoes, °C. [extension]</summary>
    public const double TomatoSoilNearC = 13;

    /// <summary>The coldest soil that is near for peppers, whatever the house rule, °C. [common practice, no source]</summary>
    public const double PepperSoilNearC = 12;

    /// <summary>Hotter first days than this scorch what was just set, °C. [extension]</summary>
    public const double HeatC = 30;

    /// <summary>With shade it will do up to this, °C. [common practice, no source]</summary>
    public const double HeatNearC = 35;

    /// <summary>First days that are asked for heat.</summary>
    public const int HeatDays = 3;

    /// <summary>More of the fortnight's nights too cold than this, and they stand still. [model]</summary>
    public const double ChillShare = 1.0 / 3;

    /// <summary>Gusts that young plants stand, km/h. [common practice, no source]</summary>
    public const double GustKmh = 40;

    /// <summary>Gusts that they stand behind a windbreak, km/h. [common practice, no source]</summary>
    public const double GustNearKmh = 60;

    /// <summary>The decision, or failures at the fields that are out of range.</summary>
    /// <param name="question">What is known.</param>
    /// <param name="firstNight">How far the first night lies from the day of the forecast: 1 is the night that began on it.</param>
    public static Outcome<GoDecision> Of(GoQuestion question, int firstNight = 1)
    {
        ArgumentNullException.ThrowIfNull(question);
        var failures = Check(question);
        return failures.Count > 0 ? failures : Decided(question, heat: true, firstNight);
    }

    /// <summary>The same without the checks, and without the heat of the first days where that is not asked.</summary>
    internal static GoDecision Decided(GoQuestion q, bool heat, int firstNight = 1)
    {
        var limits = new GoLimits(q.Crop, q.AcceptedRisk, q.PepperNightC, q.PepperSoilC, q.RungsNeeded);
        List<GoFactor> factors =
        [
            limits.FreezeRisk.Of("freeze-risk", q.FreezeRiskAfter),
            GoLimits.Freeze.Of("freeze", ColdestAhead(q.NightsC, 0, firstNight) + q.GainC),
            limits.Nights.Of("nights", q.NightsC.Take(FewestNights).Min() + q.GainC),
            limits.Days.Of("days", q.DaysHighC.Take(FewestNights).Average()),
            GoLimits.Heat.Of("heat", heat ? q.DaysHighC.Take(HeatDays).Max() : null),
            limits.Soil.Of("soil", q.SoilMorningC),
            GoLimits.Chill.Of("chill", q.ChillShare),
            GoLimits.Wind.Of("wind", q.GustsKmh is { Count: > 0 } gusts ? gusts.Max() : null),
            limits.Hardening.Of("hardening", q.RungsDone),
        ];
        return new(
            factors.Exists(f => f.Result == FactorResult.Fail) ? GoVerdict.Hold
                : factors.Exists(f => f.Result == FactorResult.Near) ? GoVerdict.GoWithCover
                : GoVerdict.Go,
            factors
        );
    }

    /// <summary>The coldest of the nights from one on, those from the fourth on as much colder as a forecast errs, °C.</summary>
    internal static double ColdestAhead(IReadOnlyList<double> nights, int from, int firstNight = 1)
    {
        var coldest = double.PositiveInfinity;
        for (var i = 0; i < MostNights && from + i < nights.Count; i++)
            coldest = Math.Min(coldest, nights[from + i] - ForecastError.FreezeC(firstNight + i));
        return coldest;
    }

    /// <summary>A risk that will do with cover: twice the accepted one, never nearer to certain than half of what is left.</summary>
    public static double NearRisk(double accepted) => Math.Min(2 * accepted, (1 + accepted) / 2);

    /// <summary>Nights that plants go out into, °C.</summary>
    public static double Night(Crop crop, double pepperNightC) => crop == Crop.Tomato ? TomatoNightC : pepperNightC;

    /// <summary>Nights that will do with cover, °C.</summary>
    public static double NearNight(Crop crop, double pepperNightC) =>
        crop == Crop.Tomato ? TomatoNightC - NearC : Math.Max(PepperNightNearC, pepperNightC - NearC);

    private static List<Failure> Check(GoQuestion q)
    {
        var failures = new List<Failure>();
        if (!(q.AcceptedRisk is > 0 and < 1))
            failures.Add(new("share-below-one", "acceptedRisk", q.AcceptedRisk));
        Range("freezeRiskAfter", q.FreezeRiskAfter, 0, 1);
        if (q.NightsC.Count is < FewestNights or > MostNights)
            failures.Add(Failure.OutOfRange("nightsC", q.NightsC.Count, FewestNights, MostNights));
        if (q.DaysHighC.Count != q.NightsC.Count)
            failures.Add(Failure.OutOfRange("daysHighC", q.DaysHighC.Count, q.NightsC.Count, q.NightsC.Count));
        foreach (var night in q.NightsC)
            Range("nightsC", night, Coldest, Hottest);
        foreach (var high in q.DaysHighC)
            Range("daysHighC", high, Coldest, Hottest);
        if (q.SoilMorningC is { } soil)
            Range("soilMorningC", soil, Coldest, Hottest);
        Range("gainC", q.GainC, -MostGainC, MostGainC);
        if (q.ChillShare is { } chill)
            Range("chillShare", chill, 0, 1);
        foreach (var gust in q.GustsKmh ?? [])
            Range("gustsKmh", gust, 0, MostGustKmh);
        Range("rungsDone", q.RungsDone, 0, MostRungs);
        Range("rungsNeeded", q.RungsNeeded, 1, MostRungs);
        Range("pepperNightC", q.PepperNightC, 0, Hottest);
        Range("pepperSoilC", q.PepperSoilC, 0, Hottest);
        return [.. failures.DistinctBy(f => f.Field)];

        void Range(string field, double value, double low, double high)
        {
            if (!(value >= low && value <= high))
                failures.Add(Failure.OutOfRange(field, value, low, high));
        }
    }

    internal const double Coldest = -60;
    internal const double Hottest = 60;
    internal const double MostGainC = 30;

    /// <summary>Of what can be asked, km/h. [model]</summary>
    internal const double MostGustKmh = 400;
    private const int MostRungs = 60;
}

/// <summary>A factor's limit, and the one within which it is near.</summary>
/// <param name="At">That it has to reach, or not to pass.</param>
/// <param name="Near">Null where there is no near.</param>
/// <param name="AtMost">It must not pass it; else it must reach it.</param>
/// <param name="Strict">It must be above it.</param>
internal readonly record struct GoLimit(double At, double? Near, bool AtMost = false, bool Strict = false)
{
    public GoFactor Of(string name, double? value) => new(name, value, At, Near, Stands(value));

    public FactorResult Stands(double? value) =>
        value is not { } v ? FactorResult.Unknown
        : AtMost
            ? (
                v <= At ? FactorResult.Pass
                : v <= Near ? FactorResult.Near
                : FactorResult.Fail
            )
        : (Strict ? v > At : v >= At) ? FactorResult.Pass
        : v >= Near ? FactorResult.Near
        : FactorResult.Fail;
}

/// <summary>The limits of all factors, for a crop and the house rules.</summary>
internal readonly struct GoLimits(
    Crop crop,
    double acceptedRisk,
    double pepperNightC,
    double pepperSoilC,
    int rungs = GoQuestion.UsualRungs
)
{
    private bool Tomato => crop == Crop.Tomato;

    public GoLimit FreezeRisk => new(acceptedRisk, PlantingDecision.NearRisk(acceptedRisk), AtMost: true);

    public static GoLimit Freeze => new(0, null, Strict: true);

    public GoLimit Nights => new(PlantingDecision.Night(crop, pepperNightC), PlantingDecision.NearNight(crop, pepperNightC));

    public GoLimit Days
    {
        get
        {
            var day = Tomato ? PlantingDecision.TomatoDayC : PlantingDecision.PepperDayC;
            return new(day, day - PlantingDecision.NearC);
        }
    }

    public static GoLimit Heat => new(PlantingDecision.HeatC, PlantingDecision.HeatNearC, AtMost: true);

    public GoLimit Soil =>
        Tomato
            ? new(PlantingDecision.TomatoSoilC, PlantingDecision.TomatoSoilNearC)
            : new(pepperSoilC, Math.Max(PlantingDecision.PepperSoilNearC, pepperSoilC - PlantingDecision.NearC));

    public static GoLimit Chill => new(PlantingDecision.ChillShare, null, AtMost: true);

    public static GoLimit Wind => new(PlantingDecision.GustKmh, PlantingDecision.GustNearKmh, AtMost: true);

    public GoLimit Hardening => new(rungs, rungs - 1);
}
