using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Season;

/// <summary>Why each step has the day it has, the deciding reason first.</summary>
internal sealed partial class Steps
{
    private List<Reason> Why(Step step, StepFacts facts)
    {
        if (facts.Done is { } done)
            return [new(facts.Skipped ? "skipped" : "happened", Day: done)];
        var reasons = new List<Reason>();
        if (facts.Locked is { } locked)
            reasons.Add(new("locked", Day: locked));
        else if (facts.NotBefore is { } put && put >= request.Today && course.Days[_path.SlotOf(step)] <= put.DayNumber)
            reasons.Add(new("put-off", Day: put));
        reasons.AddRange(
            step.Kind switch
            {
                StepKind.Begin => WhySow(),
                StepKind.Up => WhyEmerge(),
                StepKind.Harden => WhyHarden(),
                StepKind.Hold => WhyHold(),
                StepKind.PlantOut => WhyPlantOut(),
                StepKind.Ripe => [Ripe()],
                _ => WhyMove(step.Number - 1),
            }
        );
        return reasons;
    }

    private IEnumerable<Reason> WhySow()
    {
        var target = Target;
        var days = Math.Round(target.DayNumber - (double)best.DayNumber);
        var code = _path.Aim switch
        {
            { Kind: AimKind.Sale } => "sow-back-from-sale",
            { Kind: AimKind.Pot } => "sow-back-from-spring",
            _ => "sow-back-from-window",
        };
        yield return new(
            code,
            days,
            Unit: "d",
            Subject: Stretches is null ? null : string.Join(',', Counted.Select(s => s.Kind)),
            Day: target,
            Terms: Stretches
        );
        if (request.FactsOf(StepKind.Begin).Grown is { } grown && course.Days[0] <= grown.DayNumber)
            yield return new("mother-grown", Beginning.ShootLeaves, Source: "practice", Day: grown);
        if (course.Days[0] > best.DayNumber)
            yield return new("sow-late", course.Days[0] - best.DayNumber, Unit: "d", Day: best);
        yield return new("sow-no-earlier", best.DayNumber - noEarlier.DayNumber, Unit: "d", Source: "model", Day: noEarlier);
        yield return new("sow-no-later", Planner.LatestDays, Unit: "d", Source: "model", Day: noLater);
        foreach (var amount in Amounts())
            yield return amount;
    }

    /// <summary>The steps that sowing is counted back over.</summary>
    private IEnumerable<Step> Counted => _path.Steps.Skip(1).Where(s => s.Kind != StepKind.Ripe);

    /// <summary>
    /// Days from each step to the next, from sowing to the day it is counted back from, and their sum; null where the plan goes another
    /// way than it was counted: begun on another day, a step fixed, the end not on its day.
    /// </summary>
    private double[]? Stretches
    {
        get
        {
            var days = _path.Steps.Where(s => s.Kind != StepKind.Ripe).Select(s => DayOf(course.Days[_path.SlotOf(s)]).DayNumber).ToList();
            return days[0] != best.DayNumber || days[^1] != Target.DayNumber
                ? null
                : [.. days.Zip(days.Skip(1), (a, b) => (double)(b - a)), days[^1] - days[0]];
        }
    }

    private Reason Ripe()
    {
        var (planted, ripe) = (course.Days[_path.SlotOf(StepKind.PlantOut)], course.Days[_path.SlotOf(StepKind.Ripe)]);
        return new(
            request.Cultivar.ByKind ? "days-to-ripe-by-kind" : "days-to-ripe",
            request.Cultivar.DaysToRipe,
            Unit: "d",
            Source: request.Cultivar.ByKind ? "practice" : null,
            Terms: [DayOf(planted).DayNumber, DayOf(ripe).DayNumber - DayOf(planted).DayNumber, DayOf(ripe).DayNumber]
        );
    }

    /// <summary>Rungs of the ladder, days among them that do not count, both together.</summary>
    private double[] Rungs(double taken) => [request.Rules.HardeningDays, taken - request.Rules.HardeningDays, taken];

    /// <summary>How much to sow, and with how much mix.</summary>
    private IEnumerable<Reason> Amounts()
    {
        var survival = request.Sowing.Survival;
        if (_path.Begins.Kind == Start.Seed && quantity.Cells > 0)
            yield return new(
                "cells-for",
                quantity.Cells,
                request.Sowing.PlantsWanted,
                "plants",
                Source: "model",
                Terms:
                [
                    quantity.Cells,
                    quantity.ExpectedPlants / survival / quantity.Cells,
                    survival,
                    quantity.ExpectedPlants,
                    request.Sowing.Germination,
                    request.Sowing.GerminationWeight,
                    quantity.ProbabilityOfEnough,
                    request.Sowing.SeedsPerCell,
                ]
            );
        if (!_path.Begins.Grown && MixFor(quantity.Cells, _path.Tray) is { } mix)
            yield return mix;
    }

    /// <summary>Loose mix to fill so many; null where none is filled.</summary>
    private static Reason? MixFor(int count, Container container) =>
        container.MixLitres(count) is > 0 and var litres
            ? new(
                "mix-for",
                litres,
                count,
                "L",
                Source: "practice",
                Subject: container.Name,
                Terms: [count, container.Litres, 1 + MovingUp.Mix.Settling, litres]
            )
            : null;

    private IEnumerable<Reason> WhyEmerge()
    {
        if (request.Path.Begins is { Days: { } days } begins)
        {
            yield return new(
                begins.Kind == Start.Cuttings ? "rooting-days" : "healing-days",
                days,
                Unit: "d",
                Source: "practice",
                Subject: request.Path.Germination.Name
            );
            yield break;
        }

        var germination = request.Path.Germination;
        var soil = germination.Soil?.Celsius ?? germination.MeanBetween(course.Days[0], course.Free[1]);
        yield return new(
            "emergence-at",
            course.Free[1] - evidence.LateDays - course.Days[0],
            soil,
            "C",
            Source: EmergenceTable.For(request.Cultivar.Crop).Source,
            Subject: request.Path.Germination.Name,
            Terms: [LeafModel.EmergenceFactor(request.Cultivar.Group), EmergenceTable.For(request.Cultivar.Crop).RatePerDay(soil), soil]
        );
        if (evidence.Share < 1)
            yield return new(
                evidence.Beyond ? "not-up-beyond" : "not-up-yet",
                evidence.Share,
                Unit: "share",
                Source: "model",
                Day: request.NotUpOn
            );
        if (AsRead(germination) is { } read)
            yield return read;
        var factor = LeafModel.EmergenceFactor(request.Cultivar.Group);
        if (factor > 1)
            yield return new("slow-species", factor, Source: "model");
    }

    /// <summary>Thermal time a container holds plants, what a day of the place brings, its warmth, the volume, what the reference
    /// holds.</summary>
    private double[] PotTerms(Container container, double mean) =>
        [
            PotHold.ComfortableDegreeDays(walk.Leaf, Math.Clamp(container.Litres, PotHold.LeastLitres, PotHold.MostLitres)),
            walk.Leaf.DegreeDays(mean),
            mean,
            container.Litres,
            walk.Leaf.PotDegreeDays,
        ];

    /// <summary>Thermal time of a leaf, what a day of the place brings, its warmth, from where on leaves grow.</summary>
    private double[] LeafTerms(double mean) => [walk.Leaf.DegreeDaysPerLeaf, walk.Leaf.LeafDegreeDays(mean), mean, walk.Leaf.BaseCelsius];

    /// <summary>Since when the plants stand as they do before a move, counted from 0.</summary>
    private double From(int move) => course.Days[move == 0 ? 1 : _path.SlotOf(StepKind.Move, move)];

    private IEnumerable<Reason> WhyMove(int move)
    {
        var place = walk.PlaceOf(move);
        var wanted = walk.LeavesFor(move);
        var short_ = course.Leaves[_path.SlotOf(StepKind.Move, move + 1)] < wanted - 0.05;
        var standing = _path.Begins.Kind == Start.Standing;
        var mean = place.MeanBetween(From(move), course.Days[_path.SlotOf(StepKind.Move, move + 1)]);
        if ((move > 0 || standing) && short_)
        {
            yield return new(
                "pot-full",
                walk.PotFullDays(move, From(move)),
                Unit: "d",
                Source: "model",
                Subject: move == 0 ? request.Path.Tray.Name : request.Path.Moves[move - 1].Container.Name,
                Terms: PotTerms(move == 0 ? request.Path.Tray : request.Path.Moves[move - 1].Container, mean)
            );
        }

        yield return new(
            "leaves-at",
            wanted,
            mean,
            "C",
            move == 0 && !standing ? RuleCodes.PrickOut : null,
            move == 0 && !standing ? "model" : "practice",
            place.Name,
            Terms: LeafTerms(mean)
        );
        if (AsRead(place) is { } read)
            yield return read;
        if (
            request.Seen is { } seen
            && seen.On >= DayOf(From(move))
            && request.FactsOfMove(move).Done is null
            && (move == 0 || request.FactsOfMove(move - 1).Done is not null)
        )
            yield return new("looked", seen.Leaves, seen.Roots is { } roots ? (double)roots : null, Day: seen.On);
        if (place.Follows is { Steady: false, Springs: 0 })
            yield return new("mean-year", Source: "model", Subject: place.Name);
        if (move > 0)
        {
            var bared = request.Path.BaresRoots(move - 1);
            var ball = request.Rules.RootBall;
            yield return new(
                "setback",
                Setback.Days(bared, ball),
                Unit: "d",
                Rule: bared ? null : RuleCodes.RootBall,
                Source: "model",
                Terms: [Setback.Days(bared, ball), Setback.Days(!bared, ball)]
            );
        }
        if (
            MixFor(
                Materials(_path.Steps.First(s => s.Kind == StepKind.Move && s.Number == move + 1)).Containers,
                _path.Moves[move].Container
            ) is
            { } mix
        )
            yield return mix;
    }

    /// <summary>How much warmer a place is taken for by its own thermometer; null where nothing was read, or it moves nothing.</summary>
    private static Reason? AsRead(PlaceClimate place) =>
        place.Read is { } read && (read.Low.ShiftC != 0 || read.High.ShiftC != 0)
            ? new(
                "place-read",
                (read.Low.ShiftC + read.High.ShiftC) / 2,
                Math.Max(read.Low.Readings, read.High.Readings),
                "C",
                Source: "model",
                Subject: place.Name
            )
            : null;

    private IEnumerable<Reason> WhyHarden()
    {
        var place = walk.PlaceOf(_path.Moves.Count);
        var mean = place.MeanBetween(From(_path.Moves.Count), course.Days[_path.SlotOf(StepKind.Harden)]);
        var ready = new Reason(
            "ready-to-harden",
            LeafModel.ReadyToHarden,
            mean,
            "C",
            null,
            "extension",
            place.Name,
            Day: DayOf(course.Free[_path.SlotOf(StepKind.Harden)]),
            Terms: LeafTerms(mean)
        );
        var target = Target;
        var ladder = new Reason(
            "ladder-before-planting",
            request.DaysFromHardening(target.DayNumber) - (_path.Hold?.Days ?? 0),
            request.Rules.HardeningDays,
            Unit: "d",
            Rule: RuleCodes.HardeningLength,
            Source: "practice",
            Day: _path.Hold is { } hold ? target.AddDays(-hold.Days) : target,
            Terms: Rungs(request.DaysFromHardening(target.DayNumber) - (_path.Hold?.Days ?? 0))
        );
        return course.Days[_path.SlotOf(StepKind.Harden)] > target.DayNumber - request.DaysFromHardening(target.DayNumber) + 0.5
            ? [ready, ladder]
            : [ladder, ready];
    }

    private IEnumerable<Reason> WhyHold()
    {
        var from = course.Days[_path.SlotOf(StepKind.Hold)];
        yield return new(
            "held-until",
            Math.Max(0, Math.Round(course.Days[_path.SlotOf(StepKind.PlantOut)] - from)),
            _path.Hold!.Place.MeanBetween(from, course.Days[_path.SlotOf(StepKind.PlantOut)]),
            "C",
            Subject: _path.Hold.Place.Name,
            Day: DayOf(course.Days[_path.SlotOf(StepKind.PlantOut)])
        );
        yield return new(
            "hardened-by",
            LadderTaken,
            request.Rules.HardeningDays,
            Unit: "d",
            Rule: RuleCodes.HardeningLength,
            Source: "practice",
            Day: DayOf(course.Days[_path.SlotOf(StepKind.Harden)] + LadderTaken),
            Terms: Rungs(LadderTaken)
        );
    }

    private IEnumerable<Reason> WhyPlantOut()
    {
        var opens = new Reason("window-opens", Day: window.Opens.Mid, Subject: request.Path.Bed);
        var hardened = course.Days[_path.SlotOf(StepKind.Harden)] + LadderTaken;
        if (hardened > request.Opens(window).DayNumber + 0.5)
            return
            [
                new(
                    "hardened-by",
                    LadderTaken,
                    Unit: "d",
                    Rule: RuleCodes.HardeningLength,
                    Source: "practice",
                    Day: DayOf(hardened),
                    Terms: Rungs(LadderTaken)
                ),
                opens,
            ];
        if (_path.FreeFrom is { } free && free > window.Opens.Mid)
            return [new("bed-free", Subject: _path.Bears, Day: free), opens];
        return [opens, .. window.Reasons];
    }
}
