using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;

namespace Juvenal.Store.Batches;

/// <summary>Whether the nights ahead allow a piece of work that sends plants outdoors.</summary>
public static class ColdOfWork
{
    /// <summary>How plants stand in a place under the sky, and how much warmer its nights are; null indoors.</summary>
    public static (GoingOut Going, double GainC)? Outdoors(PlaceRow place)
    {
        ArgumentNullException.ThrowIfNull(place);
        // Carried in for the night, they are not out in it.
        return (place.NightKind ?? place.Kind) switch
        {
            PlaceKind.Stand => (GoingOut.Carried, ColdStop.GainC(null)),
            PlaceKind.Frame => (GoingOut.Carried, UnderTheSky.Frame.NightGainC),
            PlaceKind.OpenBed => (GoingOut.Planted, ColdStop.GainC(place.Surface ?? Surface.Bare)),
            PlaceKind.TunnelBed => (GoingOut.Planted, ColdStop.GainC(Surface.Tunnel)),
            _ => null,
        };
    }

    /// <returns>Null where nothing goes out: it stays indoors, or it stood under the sky before in the same way.</returns>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="work">The piece of work.</param>
    /// <param name="from">Where the plants stand; null before sowing.</param>
    /// <param name="to">Where the plan puts them.</param>
    /// <param name="ahead">The nights.</param>
    /// <param name="catalogue">The site and the house rules.</param>
    /// <param name="hardened">How far up the ladder they are; null: they have not begun, or are not to.</param>
    public static ColdFinding? Of(
        Crop crop,
        Work work,
        PlaceRow? from,
        PlaceRow to,
        NightsAhead ahead,
        Catalogue catalogue,
        RungCredit? hardened = null
    )
    {
        ArgumentNullException.ThrowIfNull(work);
        ArgumentNullException.ThrowIfNull(ahead);
        return work.Thin is not null || work.Step.Kind == StepKind.Begin ? null : Going(crop, from, to, ahead, catalogue, hardened);
    }

    /// <summary>The same, of plants that are carried from one place to another.</summary>
    public static ColdFinding? Going(
        Crop crop,
        PlaceRow? from,
        PlaceRow to,
        NightsAhead ahead,
        Catalogue catalogue,
        RungCredit? hardened = null
    )
    {
        ArgumentNullException.ThrowIfNull(ahead);
        ArgumentNullException.ThrowIfNull(catalogue);
        if (Outdoors(to) is not { } out_ || (from is not null && Outdoors(from)?.Going == out_.Going))
            return null;
        var cold = ColdStop.For(crop, out_.Going, ahead.Nights, out_.GainC, catalogue.Rules.Rules.PepperNightC);
        return out_.Going == GoingOut.Planted && Planting(crop, to, out_.GainC, ahead, catalogue, hardened) is { } decision
            ? cold.By(decision)
            : cold;
    }

    /// <summary>The kindest day of the forecast, as far as a week of nights is known from it on; null where each says hold.</summary>
    /// <inheritdoc cref="Planting"/>
    public static BestDay? Best(Crop crop, PlaceRow bed, double gainC, NightsAhead ahead, Catalogue catalogue, RungCredit? hardened)
    {
        ArgumentNullException.ThrowIfNull(ahead);
        ArgumentNullException.ThrowIfNull(catalogue);
        if (ahead.HighsC is not { } highs)
            return null;
        return BestDay.Of([
            .. from later in Enumerable.Range(0, Math.Max(0, ahead.Nights.Count - PlantingDecision.FewestNights + 1))
            let decided = Planting(crop, bed, gainC, ahead, catalogue, hardened, later)
            where decided is not null
            let day = catalogue.Today.AddDays(later)
            let high = later == 0 ? ahead.Today?.MaximumC ?? highs[0] : highs[later - 1]
            let low = later == 0 ? ahead.Today?.MinimumC ?? ahead.Nights[0].LowC : ahead.Nights[later - 1].LowC
            select new DayToPlant(
                day,
                decided.Verdict,
                Sun.OnGround(low, high, Sun.AtTop(catalogue.Site.Latitude, SeasonAxis.DayOfYear(day))),
                high,
                ahead.Nights.Skip(later).Take(BestDay.FirstNights).Min(n => n.LowC) + gainC
            ),
        ]);
    }

    /// <summary>"With cover" is said only where the cover at hand lifts the coldest night to the limit.</summary>
    private static GoDecision Covered(GoDecision decided, double coverC) =>
        decided.Factors.FirstOrDefault(f => f.Name == "nights") is { Result: FactorResult.Near, Value: { } low } nights
        && low + coverC < nights.Limit
            ? new(GoVerdict.Hold, [.. decided.Factors.Select(f => f == nights ? f with { Result = FactorResult.Fail } : f)])
            : decided;

    /// <summary>
    /// The decision that windows are made of, asked today: the forecast, the soil, and what past springs had after those nights. Null where
    /// no forecast reaches a week, and after the search for spring is over.
    /// </summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="bed">Where they go.</param>
    /// <param name="gainC">Of its nights, °C.</param>
    /// <param name="ahead">The forecast.</param>
    /// <param name="catalogue">The site and the house rules.</param>
    /// <param name="hardened">How far up the ladder they are, where that is asked too; null: it is not.</param>
    /// <param name="later">Asked for so many days from now, as long as a week of nights is forecast from then on.</param>
    public static GoDecision? Planting(
        Crop crop,
        PlaceRow bed,
        double gainC,
        NightsAhead ahead,
        Catalogue catalogue,
        RungCredit? hardened = null,
        int later = 0
    )
    {
        ArgumentNullException.ThrowIfNull(ahead);
        ArgumentNullException.ThrowIfNull(catalogue);
        if (
            ahead is not { From: NightsFrom.Forecast, HighsC: { } highs, Nights: var nights }
            || nights.Count - later < PlantingDecision.FewestNights
        )
            return null;
        var (today, surface, rules) = (catalogue.Today.AddDays(later), Catalogue.SurfaceOf(bed), catalogue.Rules.Rules);
        var season = catalogue.Record.Season(catalogue.Site, SeasonDay.SeasonOf(today, catalogue.Site.Hemisphere));
        // Spring's questions are none of a planting for the autumn: there the nights alone are asked.
        if (season is not { Succeeded: true, Value: var site } || !site.InSpring(today))
            return null;
        var asked = new GoQuestion(
            crop,
            rules.AcceptedRisk,
            Math.Clamp(site.RiskFrom(today.AddDays(PlantingDecision.MostNights), surface), 0, 1),
            [.. nights.Skip(later).Take(PlantingDecision.MostNights).Select(n => n.LowC)],
            [.. highs.Skip(later).Take(PlantingDecision.MostNights)],
            catalogue.Record.SoilMorning(surface, today),
            gainC,
            site.ChillAfter(today, crop, rules.PepperNightC, surface),
            ahead.GustsKmh(later) is { Count: > 0 } gusts ? gusts : null,
            RungsDone: Math.Min((hardened?.Asked ?? GoQuestion.UsualRungs) + later, hardened?.Needed ?? GoQuestion.UsualRungs),
            RungsNeeded: hardened is { Asked: not null } ? hardened.Needed : GoQuestion.UsualRungs,
            PepperNightC: rules.PepperNightC,
            PepperSoilC: rules.PepperSoilC
        );
        if (PlantingDecision.Of(asked, nights[later].Night) is not { Succeeded: true, Value: var decided })
            return null;
        decided = Covered(decided, catalogue.CoverC);
        // Nobody said how they were hardened: that is no "yes", and no "no".
        return hardened is { Asked: null }
            ? decided with
            {
                Factors =
                [
                    .. decided.Factors.Select(f =>
                        f.Name == "hardening" ? f with { Value = null, Limit = hardened.Needed, Result = FactorResult.Unknown } : f
                    ),
                ],
            }
            : decided;
    }
}
