using Juvenal.Core.Cultivars;
using Juvenal.Core.Site;

namespace Juvenal.Core.Decision;

/// <summary>What the nights say to plants that are to go out.</summary>
public enum ColdVerdict
{
    /// <summary>Nothing is known of the nights.</summary>
    Unknown,

    Go,

    /// <summary>Below the limit, and within the nearer one.</summary>
    GoWithCover,

    Hold,
}

/// <summary>How plants go out.</summary>
public enum GoingOut
{
    /// <summary>To an outdoor place in their pots, tender from indoors.</summary>
    Carried,

    /// <summary>Into a bed.</summary>
    Planted,
}

/// <summary>A night ahead.</summary>
/// <param name="Evening">The day on whose evening it begins: a night has the date of its evening.</param>
/// <param name="LowC">Expected low at screen height, °C, without the place's gain.</param>
/// <param name="Night">How far it lies from the day it was forecast on: 1 is the night that began on that day.</param>
/// <param name="Warned">Somebody foretold it colder than the forecast has it; the low is theirs.</param>
public sealed record NightAhead(DateOnly Evening, double LowC, int Night, bool Warned = false)
{
    /// <summary>The low that plants in pots, and tonight, are judged by: the forecast's error is in it, °C.</summary>
    public double PotLowC => LowC - ForecastError.PotsC(Night);
}

/// <summary>The verdict with what it rests on.</summary>
/// <param name="Verdict">Of all nights together.</param>
/// <param name="Nights">
/// Those under the limit, at the plant: the place's gain is in them, and for pots the forecast's likely error. In their order.
/// </param>
/// <param name="LimitC">At or above it, go, °C.</param>
/// <param name="Freezes">One of them reaches 0 °C or less at the plant.</param>
/// <param name="Others">Of planting: what else is not as it should be, or near it; null where nights alone were looked at.</param>
public sealed record ColdFinding(
    ColdVerdict Verdict,
    IReadOnlyList<NightAhead> Nights,
    double LimitC,
    bool Freezes,
    IReadOnlyList<GoFactor>? Others = null
)
{
    /// <summary>The same with the verdict of the whole decision; the nights are named as they were.</summary>
    public ColdFinding By(GoDecision decision)
    {
        ArgumentNullException.ThrowIfNull(decision);
        var limit = decision.Factors.First(f => f.Name == "nights").Limit;
        return this with
        {
            Verdict = decision.Verdict switch
            {
                GoVerdict.Hold => ColdVerdict.Hold,
                GoVerdict.GoWithCover => ColdVerdict.GoWithCover,
                _ => ColdVerdict.Go,
            },
            LimitC = limit,
            Nights = [.. Nights.Where(n => n.LowC < limit)],
            Others =
            [
                .. decision.Factors.Where(f => f.Name is not ("nights" or "freeze") && f.Result is FactorResult.Near or FactorResult.Fail),
            ],
        };
    }
}

/// <summary>
/// A stop for the cold: no plant is sent out by the calendar into nights it cannot stand. It looks at nights alone; days, soil, wind and
/// hardening come with the whole decision.
/// </summary>
public static class ColdStop
{
    /// <summary>Nights that are held against the limit; three more against frost alone. [common practice, no source]</summary>
    public const int Nights = 7;

    /// <summary>No frost in a bed in any of so many nights; pots can be carried in.</summary>
    public const int FrostNights = 10;

    /// <summary>At this low, at the plant, it freezes, °C.</summary>
    public const double FreezeC = 0;

    /// <summary>Tender plants in pots are brought in or covered below these, °C. [model]</summary>
    public const double TomatoTenderC = 7,
        PepperTenderC = 10;

    /// <summary>How much warmer the night is at the plant than at the open screen, °C.</summary>
    /// <param name="surface">Of a bed; null: a stand under the sky.</param>
    public static double GainC(Surface? surface) => surface is { } under ? Surfaces.NightGainC(under) : 0;

    /// <summary>The verdict on plants of a crop that go out today.</summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="going">Carried or planted.</param>
    /// <param name="nights">Tonight first, without gaps; fewer than seven are what there is. Empty: unknown.</param>
    /// <param name="gainC">Of the place, °C, added to each low.</param>
    /// <param name="pepperNightC">Nights for planting peppers, °C.</param>
    /// <returns>
    /// Hold where it freezes in a bed in one of ten nights, or one of seven is below the nearer limit; go with cover where one is below the
    /// limit; else go. Carried plants have one limit. A bed of which fewer than seven nights are known is held where one of them fails, else unknown.
    /// </returns>
    public static ColdFinding For(
        Crop crop,
        GoingOut going,
        IReadOnlyList<NightAhead> nights,
        double gainC,
        double pepperNightC = GoQuestion.UsualPepperNightC
    )
    {
        ArgumentNullException.ThrowIfNull(nights);
        var planted = going == GoingOut.Planted;
        var tender = crop == Crop.Tomato ? TomatoTenderC : PepperTenderC;
        var (limit, near) = planted
            ? (PlantingDecision.Night(crop, pepperNightC), PlantingDecision.NearNight(crop, pepperNightC))
            : (tender, tender);
        if (nights.Count == 0)
            return new(ColdVerdict.Unknown, [], limit, false);
        var felt = nights
            .Take(planted ? FrostNights : Nights)
            .Select(n =>
                (
                    Night: n with
                    {
                        LowC = gainC + (planted ? n.LowC : n.PotLowC),
                    },
                    ColdestC: gainC + (planted ? n.LowC - ForecastError.FreezeC(n.Night) : n.PotLowC)
                )
            )
            .ToList();
        var under = felt.Where((n, i) => n.ColdestC <= FreezeC || (i < Nights && n.Night.LowC < limit)).Select(n => n.Night).ToList();
        var freezes = felt.Exists(n => n.ColdestC <= FreezeC);
        var verdict =
            freezes || felt.Take(Nights).Any(n => n.Night.LowC < near) ? ColdVerdict.Hold
            : planted && nights.Count < Nights ? ColdVerdict.Unknown
            : under.Count > 0 ? ColdVerdict.GoWithCover
            : ColdVerdict.Go;
        return new(verdict, under, limit, freezes);
    }
}
