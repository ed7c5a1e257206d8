using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>Turns the middle course and the draws around it into steps with spreads and reasons.</summary>
internal sealed class Steps(
    PlanRequest request,
    Walk walk,
    PlantingWindow window,
    Planner.Course course,
    SowingQuantity quantity,
    DateOnly best,
    DateOnly noEarlier,
    DateOnly noLater,
    Evidence evidence
)
{
    private readonly GrowingPath _path = request.Path;

    public List<PlanStep> All()
    {
        var spreads = new Spreads(request, walk, window, course, evidence);
        var (low, high) = spreads.Quantiles();
        var parts = spreads.Parts();
        return [.. _path.Steps.Select(step => Of(step, low[_path.SlotOf(step)], high[_path.SlotOf(step)], parts[_path.SlotOf(step)]))];
    }

    private PlanStep Of(Step step, double low, double high, IReadOnlyList<SpreadPart> parts)
    {
        var facts = request.FactsOf(step);
        var day = DayOf(course.Days[_path.SlotOf(step)]);
        var date =
            facts is { Done: not null, About: var off and > 0 } ? DateSpread.Around(day.AddDays(-off), day, day.AddDays(off))
            : facts.Done is not null || facts.Locked is not null ? DateSpread.Certain(day)
            : step.Kind == StepKind.Begin && _path.Begins.Kind == Start.Standing ? DateSpread.Certain(day)
            : (step.Kind == StepKind.Up && evidence.Beyond) || Overdue(step, facts) ? DateSpread.Certain(day)
            : step.Kind == StepKind.Begin ? DateSpread.Around(noEarlier > request.Today ? noEarlier : request.Today, day, noLater)
            : DateSpread.FromDayNumbers(low, day.DayNumber, high);
        var (place, container) = Stands(step);
        var leaves = step.Kind is StepKind.Begin or StepKind.Up or StepKind.Ripe ? (double?)null : course.Leaves[_path.SlotOf(step)];
        var (containers, mix) = facts.Done is null ? Materials(step) : (0, 0);
        return new(
            step,
            date,
            Due(step),
            facts,
            place,
            container,
            containers,
            mix,
            leaves,
            Why(step, facts),
            facts.Done is null ? parts : [],
            Conflict(step, facts)
        );
    }

    /// <summary>Plants that should have been moved and were not: it is due today, whatever springs are like. Nobody has seen that they
    /// are not ready.</summary>
    private bool Overdue(Step step, StepFacts facts) =>
        step.Kind == StepKind.Move
        && facts.NotBefore is null
        && request.FactsOf(StepKind.Up).Done is not null
        && (step.Number == 1 || request.FactsOfMove(step.Number - 2).Done is not null)
        && Due(step) < request.Today
        && course.Days[_path.SlotOf(step)] <= request.Today.DayNumber;

    private DateOnly Due(Step step) =>
        request.FactsOf(step).Locked
        ?? step.Kind switch
        {
            // They were not planned: they stand.
            StepKind.Begin when _path.Begins.Kind == Start.Standing => request.FactsOf(step).Done ?? request.Today,
            StepKind.Begin => request.FactsOf(step).Grown is { } grown && grown > best ? grown : best,
            StepKind.Harden => DayOf(
                Math.Max(course.Free[_path.SlotOf(step)], Target.DayNumber - request.DaysFromHardening(Target.DayNumber))
            ),
            _ => DayOf(course.Free[_path.SlotOf(step)]),
        };

    private DateOnly Target => request.Target(window);

    /// <summary>Days that the ladder takes from the planned day on.</summary>
    private int LadderTaken
    {
        get
        {
            var begun = course.Days[_path.SlotOf(StepKind.Harden)];
            return (int)Math.Round(request.HardenedOn(begun) - begun);
        }
    }

    /// <summary>What to have ready: cells at sowing; at a move a pot for each plant that stands, or that is expected to.</summary>
    private (int Containers, double MixLitres) Materials(Step step)
    {
        // Plants that are bought in bring what they stand in.
        if (step.Kind == StepKind.Begin)
            return (quantity.Cells, request.Path.Begins.Grown ? 0 : request.Path.Tray.MixLitres(quantity.Cells));
        if (step.Kind != StepKind.Move)
            return (0, 0);
        var pots = request.PlantsStanding ?? (int)Math.Ceiling(quantity.ExpectedPlants / request.Sowing.Survival);
        return (pots, _path.Moves[step.Number - 1].Container.MixLitres(pots));
    }

    private (string Place, string? Container) Stands(Step step)
    {
        var last = _path.Moves.Count == 0 ? _path.Tray : _path.Moves[^1].Container;
        return step.Kind switch
        {
            StepKind.Begin => (_path.Germination.Name, _path.Tray.Name),
            StepKind.Up => (_path.Seedling.Name, _path.Tray.Name),
            StepKind.Harden => (_path.Hardening.Name, last.Name),
            StepKind.Hold => (_path.Hold!.Place.Name, last.Name),
            StepKind.PlantOut or StepKind.Ripe => (_path.Bed, _path.Aim.Kind == AimKind.Bed ? null : last.Name),
            _ => (_path.Moves[step.Number - 1].Place.Name, _path.Moves[step.Number - 1].Container.Name),
        };
    }

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

    /// <summary>A locked day against the day the plants or the window would have it.</summary>
    private Reason? Conflict(Step step, StepFacts facts)
    {
        if (facts.Locked is not { } locked || facts.Done is not null)
            return null;
        if (step.Kind == StepKind.PlantOut && Frost(locked, facts) is { } frost)
            return frost;
        if (step.Kind == StepKind.PlantOut && _path.FreeFrom is { } free && locked < free)
            return new("lock-before-bed-free", free.DayNumber - locked.DayNumber, Unit: "d", Subject: _path.Bears, Day: free);
        if (locked < request.Today)
            return new("lock-passed", request.Today.DayNumber - locked.DayNumber, Unit: "d", Day: locked);
        var first = step.Kind == StepKind.Begin;
        if (
            _path.Steps.TakeWhile(s => s != step).Select(s => (Step?)s).LastOrDefault() is { } previous
            && course.Days[_path.SlotOf(previous)] is var before
            && locked.DayNumber < before - 0.5
        )
        {
            return new("lock-before-stage", previous.Number, Subject: previous.Kind.ToString(), Day: DayOf(before));
        }

        var ready = course.Free[_path.SlotOf(step)];
        if (ready - locked.DayNumber >= 1 && !first)
            return new("lock-before-ready", Math.Round(ready - locked.DayNumber), Unit: "d", Day: DayOf(ready));
        return first && locked > noLater ? new("lock-sows-late", locked.DayNumber - best.DayNumber, Unit: "d", Day: best) : null;
    }

    /// <summary>
    /// A fixed planting before the window opens: what still freezes after it. It is said as long as the window has not opened: also when
    /// the day has passed or was put off.
    /// </summary>
    private Reason? Frost(DateOnly locked, StepFacts facts)
    {
        var put = facts.NotBefore is { } until && until > locked ? until : locked;
        var really = put > request.Today ? put : request.Today;
        if (locked >= window.Opens.Mid || really >= window.Opens.Mid)
            return null;
        var risk = request.Site.RiskFrom(really, request.Path.Surface);
        var code =
            really == locked ? "lock-before-window"
            : put > locked ? "lock-put-off-before-window"
            : "lock-passed-before-window";
        return new(
            code,
            window.Opens.Mid.DayNumber - really.DayNumber,
            risk,
            "d",
            RuleCodes.AcceptedRisk,
            Subject: code == "lock-before-window" ? null : locked.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            Day: window.Opens.Mid
        );
    }

    private static DateOnly DayOf(double dayNumber) => DateOnly.FromDayNumber((int)Math.Floor(dayNumber + 0.5));
}
