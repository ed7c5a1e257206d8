using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>What a grower should know before keeping a plan: said, not blocked.</summary>
internal static class PlanWarnings
{
    public static IReadOnlyList<Reason> Of(
        PlanRequest request,
        Walk walk,
        PlantingWindow window,
        Planner.Course course,
        SowingQuantity quantity,
        DateOnly best
    )
    {
        var warnings = new List<Reason>();
        // What stands was begun, whoever did it.
        var sown = request.FactsOf(StepKind.Begin).Done is not null || request.Path.Begins.Kind == Start.Standing;
        var aim = request.Path.Aim;
        if (aim is { Kind: AimKind.Sale, Day: { } sale })
        {
            var ready = request.HardenedOn(course.Days[request.Path.SlotOf(StepKind.Harden)]);
            if (ready > sale.DayNumber + 0.5 && request.FactsOf(StepKind.Harden).Done is null)
                warnings.Add(new("late-for-sale", Math.Round(ready - sale.DayNumber), Unit: "d", Day: sale));
        }
        else if (aim.Kind == AimKind.Pot && !aim.Outdoors)
        {
            // Indoors no window passes.
        }
        else if (window.Springs is { MostNever: true } springs && request.FactsOf(StepKind.PlantOut).Done is null)
            warnings.Add(new("window-never", springs.Never, springs.Count, "years", Source: "model"));
        else if (!sown && window.Opens.Mid < request.Today)
            warnings.Add(new("window-passed", request.Today.DayNumber - window.Opens.Mid.DayNumber, Unit: "d", Day: window.Opens.Mid));
        else if (!sown && course.Days[0] > best.DayNumber + Planner.LatestDays)
            warnings.Add(new("sow-late", course.Days[0] - best.DayNumber, Unit: "d", Day: best));
        if (aim.Kind == AimKind.Bed && End(request, window, course) is { } end)
            warnings.Add(end);
        if (!quantity.Enough && request.Path.Begins.Kind != Start.Standing)
            warnings.Add(new("seeds-short", quantity.PlantsPromised, request.Sowing.PlantsWanted, "plants", Source: "binomial"));
        warnings.AddRange(Hardening(request, course));
        if (SlowUp(request, walk, course) is { } slow)
            warnings.Add(slow);
        warnings.AddRange(Pots(request, walk, course));
        if (EndsIn(request) is { } small)
            warnings.Add(small);
        var leaves = course.Leaves[request.Path.SlotOf(StepKind.PlantOut)];
        if (aim.Kind != AimKind.Pot && leaves < LeafModel.ReadyToPlant && request.FactsOf(StepKind.PlantOut).Done is null)
        {
            warnings.Add(
                new(
                    "few-leaves",
                    Math.Round(leaves, 1),
                    LeafModel.ReadyToPlant,
                    "leaves",
                    Source: "extension",
                    Subject: request.Path.Hardening.Name
                )
            );
        }

        return warnings;
    }

    /// <summary>Emergence that takes this long wants more warmth, days. [common practice, no source]</summary>
    public const double SlowUpDays = 21;

    /// <summary>Three weeks or more to come up, and what more warmth at the seed would make of it.</summary>
    private static Reason? SlowUp(PlanRequest request, Walk walk, Planner.Course course)
    {
        var days = walk.UpOn(stackalloc double[Variates.Count], course.Days[0], null) - course.Days[0];
        if (request.Path.Begins.Kind != Start.Seed || request.FactsOf(StepKind.Up).Done is not null || days < SlowUpDays)
            return null;
        var warm =
            LeafModel.EmergenceFactor(request.Cultivar.Group)
            / EmergenceTable.For(request.Cultivar.Crop).RatePerDay(Sowing.EmergenceVerdict.WarmEnoughC);
        return warm > days - 2
            ? new("slow-to-come-up", Math.Round(days), Unit: "d", Source: "harrington-minges-1954")
            : new(
                "slow-to-come-up-cold",
                Math.Round(days),
                Math.Round(warm),
                "d",
                Source: "harrington-minges-1954",
                Subject: request.Path.Germination.Name
            );
    }

    /// <summary>Hardening where it cannot be, or in nights that do not get warm enough.</summary>
    private static IEnumerable<Reason> Hardening(PlanRequest request, Planner.Course course)
    {
        var (path, harden) = (request.Path, request.Path.SlotOf(StepKind.Harden));
        if (!path.Aim.Has(StepKind.Harden) || request.FactsOf(StepKind.PlantOut).Done is not null)
            yield break;
        if (!path.Hardening.Outdoors)
            yield return new("hardened-indoors", Subject: path.Hardening.Name, Source: "practice");
        else if (
            request.Ladder is not null
            && request.LadderFrom(course.Days[harden]) >= request.Rules.HardeningDays + LadderDays.LongestWait
        )
            yield return new(
                "hardened-in-cold-nights",
                request.Cultivar.Crop == Crop.Tomato ? Ladder.TomatoFirstNightC : Ladder.PepperFirstNightC,
                LadderDays.LongestWait,
                "C",
                Source: "model",
                Subject: path.Hardening.Name
            );
    }

    /// <summary>The other end of the season: fruit that ripens after the first freeze, or too short before it to be worth it.</summary>
    private static Reason? End(PlanRequest request, PlantingWindow window, Planner.Course course)
    {
        if (request.Site.FirstFreeze(request.Rules.AcceptedRisk) is not { } freeze)
            return null;
        var planted = DateOnly.FromDayNumber((int)Math.Floor(course.Days[request.Path.SlotOf(StepKind.PlantOut)] + 0.5));
        if (window.Opens.Mid >= freeze)
            return new("no-frost-free-season", Rule: RuleCodes.AcceptedRisk, Source: "practice", Day: freeze);
        if (planted >= freeze)
            return new("planted-after-frost", planted.DayNumber - freeze.DayNumber, Unit: "d", Source: "practice", Day: freeze);
        var ripe = DateOnly.FromDayNumber((int)Math.Floor(course.Days[request.Path.SlotOf(StepKind.Ripe)] + 0.5));
        var picking = freeze.DayNumber - ripe.DayNumber;
        double[] terms = [ripe.DayNumber, picking, freeze.DayNumber];
        return picking >= AutumnWindow.PickingDays ? null
            : picking <= 0
                ? new(
                    "ripe-after-frost",
                    -picking,
                    request.Rules.AcceptedRisk,
                    "d",
                    RuleCodes.AcceptedRisk,
                    "practice",
                    Day: freeze,
                    Terms: terms
                )
            : new("short-picking", picking, AutumnWindow.PickingDays, "d", RuleCodes.AcceptedRisk, "practice", Day: freeze, Terms: terms);
    }

    /// <summary>Thermal time (°C·d) in the last container on the planned planting day.</summary>
    public static double ThermalTimeInLastPot(PlanRequest request, Walk walk, Planner.Course course)
    {
        var moves = request.Path.Moves.Count;
        var path = request.Path;
        // The last move, or coming up where there is none.
        var (from, harden, plant) = (1 + moves, path.SlotOf(StepKind.Harden), path.SlotOf(StepKind.PlantOut));
        var hold = path.SlotOf(StepKind.Hold);
        return walk.RootsIn(moves, course.Days[from], course.Days[harden])
            + Between(path.Hardening, harden, hold)
            + Between(path.Hold?.Place ?? path.Hardening, hold, plant);

        double Between(PlaceClimate at, int a, int b) => walk.ThermalTime(at, Gathers.Roots, course.Days[a], course.Days[b]);
    }

    /// <summary>A plant that is to end in a pot that is too small for its kind.</summary>
    private static Reason? EndsIn(PlanRequest request)
    {
        var path = request.Path;
        var last = path.Moves.Count == 0 ? path.Tray : path.Moves[^1].Container;
        var wants = LastPot.For(request.Cultivar);
        return path.Aim.Kind != AimKind.Pot || wants.Holds(last.Litres)
            ? null
            : new("last-pot-small", last.Litres, wants.LeastL, "L", Source: "practice", Subject: last.Name, Terms: [wants.MostL ?? 0]);
    }

    private static IEnumerable<Reason> Pots(PlanRequest request, Walk walk, Planner.Course course)
    {
        var path = request.Path;
        for (var i = 0; i <= path.Moves.Count; i++)
        {
            var container = i == 0 ? path.Tray : path.Moves[i - 1].Container;
            var done = i < path.Moves.Count ? request.FactsOfMove(i).Done : request.FactsOf(StepKind.PlantOut).Done;
            var next = i < path.Moves.Count ? path.SlotOf(StepKind.Move, i + 1) : path.SlotOf(StepKind.PlantOut);
            if (i > 0 && container.Litres <= (i == 1 ? path.Tray : path.Moves[i - 2].Container).Litres)
            {
                yield return new("container-not-bigger", container.Litres, Unit: "L", Subject: container.Name);
            }

            if (container.Final || done is not null)
                continue;
            var used = i == path.Moves.Count ? ThermalTimeInLastPot(request, walk, course) : UsedBefore(i);
            var hold = PotHold.ComfortableDegreeDays(walk.Leaf, Math.Clamp(container.Litres, PotHold.LeastLitres, PotHold.MostLitres));
            if (used <= hold * 1.02)
                continue;
            var days = course.Days[next] - course.Days[path.SlotOf(i == 0 ? StepKind.Up : StepKind.Move, i)];
            yield return new(
                used > hold * PotHold.OverdueAt(container) ? "pot-overdue" : "pot-tight",
                Math.Round(days),
                Math.Round(days * hold / used),
                "d",
                Source: "model",
                Subject: container.Name,
                Terms: [hold, used, container.Litres, walk.Leaf.PotDegreeDays]
            );
        }

        double UsedBefore(int move)
        {
            var from = path.SlotOf(move == 0 ? StepKind.Up : StepKind.Move, move);
            return walk.RootsIn(move, course.Days[from], course.Days[path.SlotOf(StepKind.Move, move + 1)]);
        }
    }
}
