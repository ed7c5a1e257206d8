using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>Puts the steps together: from the planting window back to the sow date, and forward from what has happened.</summary>
public static class Planner
{
    /// <summary>Sown later than this after the best day, planting slips by more than a week. [model]</summary>
    public const int LatestDays = 7;

    /// <summary>No plan keeps a plant waiting longer in its last pot than this, days. [model]</summary>
    public const int MostSlackDays = 28;

    /// <summary>A day that moved by less, days, is not told: one that creeps is told when it comes to this. [model]</summary>
    public const int ToldFromDays = 2;

    /// <summary>The plan of one batch. Preview, keeping and re-planning all come here.</summary>
    /// <param name="request">Everything it depends on; equal requests give equal plans.</param>
    /// <returns>
    /// The plan, or failures at their fields: numbers out of range, a place too cold or too hot for the stage it is meant for
    /// (with the temperature it would need), no seed worth sowing.
    /// </returns>
    /// <remarks>
    /// The planned day of a step is that of the middle course; its spread is the 10–90 % of 512 fixed draws (a Latin hypercube)
    /// of emergence, leaf stages, setbacks, the places' temperatures and the year's last freeze.
    /// </remarks>
    public static Outcome<Plan> Plan(PlanRequest request)
    {
        ArgumentNullException.ThrowIfNull(request);
        var failures = PlanChecks.Of(request);
        var quantity = Quantity(request);
        if (!quantity.Succeeded)
        {
            failures.AddRange(
                quantity.Failures.Select(f => Named(f, request.Path.Begins)).Where(f => failures.All(g => g.Field != f.Field))
            );
        }

        if (failures.Count > 0)
            return failures;

        var window = PlantingWindow.For(request.Cultivar.Crop, request.Site, request.Rules, request.Path.Surface);
        var walk = new Walk(request, window);
        var best = BestSowDay(request, walk, request.Target(window));
        var sow = SowDay(request, best);
        var course = new Course(request.Path);
        var evidence = Evidence.Of(request, walk);
        walk.Run(stackalloc double[Variates.Count], sow.DayNumber, course.Days, course.Free, course.Leaves, late: evidence.LateDays);
        var slack = LastPotSlack(request, walk, course);
        var noEarlier = best.AddDays(-slack);
        var noLater = best.AddDays(LatestDays);
        var steps = new Steps(request, walk, window, course, quantity.Value, best, noEarlier, noLater, evidence).All();
        var planted = course.Leaves[request.Path.SlotOf(StepKind.PlantOut)];
        var plan = new Plan(
            steps,
            window,
            quantity.Value,
            noEarlier,
            noLater,
            planted,
            planted * walk.Leaf.HeightPerLeafCm,
            PlanWarnings.Of(request, walk, window, course, quantity.Value, best),
            [],
            request.Path.Begins.Kind,
            quantity.Value.Enough || request.Path.Begins.Kind != Start.Seed || request.FactsOf(StepKind.Begin).Done is not null
                ? []
                : ShortSeed.Ways(Wish(request), request.Sowing.Lot, SowingQuantity.SeparatedTwinSurvival)
        );
        return plan with { Choices = PlanChoices.Of(request, plan, best) };
    }

    /// <summary>The day that makes the plants ready as the ladder has to begin, rounded down.</summary>
    private static DateOnly BestSowDay(PlanRequest request, Walk walk, DateOnly planting)
    {
        var hardening = request.FactsOf(StepKind.Harden).Locked ?? planting.AddDays(-request.DaysFromHardening(planting.DayNumber));
        return walk.LatestSowing(hardening);
    }

    private static DateOnly SowDay(PlanRequest request, DateOnly best)
    {
        var facts = request.FactsOf(StepKind.Begin);
        if ((facts.Done ?? facts.Locked) is { } settled)
            return settled;
        // They are there: nothing is counted back to a day on which they should begin.
        if (request.Path.Begins.Kind == Start.Standing)
            return request.Today;
        var earliest = new[] { request.Today, facts.NotBefore ?? request.Today, facts.Grown ?? request.Today }.Max();
        return best > earliest ? best : earliest;
    }

    /// <summary>Days the last container would still hold the plants in comfort beyond the planned planting, 0–28.</summary>
    private static int LastPotSlack(PlanRequest request, Walk walk, Course course)
    {
        var moves = request.Path.Moves.Count;
        var container = moves == 0 ? request.Path.Tray : request.Path.Moves[^1].Container;
        if (container.Final)
            return MostSlackDays;
        var used = PlanWarnings.ThermalTimeInLastPot(request, walk, course);
        var hold = PotHold.ComfortableDegreeDays(walk.Leaf, Math.Clamp(container.Litres, PotHold.LeastLitres, PotHold.MostLitres));
        var planted = course.Days[request.Path.SlotOf(StepKind.PlantOut)];
        var perDay = Math.Max(0.1, walk.Leaf.DegreeDays(request.Path.Hardening.MeanBetween(planted, planted + MostSlackDays)));
        return (int)Math.Clamp((hold - used) / perDay, 0, MostSlackDays);
    }

    private static Outcome<SowingQuantity> Quantity(PlanRequest request)
    {
        var sowing = request.Sowing;
        var perCell = request.Path.Begins.Kind == Start.Seed ? sowing.SeedsPerCell : 1;
        var separated = request.Rules.Twins == Twins.Separate && perCell > 1;
        var wish = Wish(request) with
        {
            Survival = sowing.Survival * (separated ? SowingQuantity.SeparatedTwinSurvival : 1),
            SeedsPerCell = perCell,
            Twins = request.Rules.Twins,
        };
        return request.Path.Begins.Kind == Start.Seed ? SowingPromise.Held(wish, sowing.Lot) : SowingQuantity.For(wish);
    }

    private static SowingWish Wish(PlanRequest request) =>
        new(
            request.Sowing.PlantsWanted,
            request.Path.Begins.ShareOf(request.Sowing.Germination),
            request.Sowing.Survival,
            request.Sowing.Confidence,
            CellsPerTray: request.Path.Tray.Cells,
            SeedsAvailable: request.Sowing.SeedsAvailable
        );

    /// <summary>
    /// The planner's field for a field of the sowing quantity; the grower typed the germination, not the bench's share of it.
    /// </summary>
    private static Failure Named(Failure failure, Beginning begins) =>
        failure.Field switch
        {
            "ageYears" => failure with { Field = "sowing.germination" },
            "emergence" => failure with { Field = "sowing.germination", Value = failure.Value / begins.ShareOf(1) },
            "cellsPerTray" => failure with { Field = "path.tray" },
            _ => failure with { Field = "sowing." + failure.Field },
        };

    /// <summary>The middle course: by step (<see cref="GrowingPath.SlotOf(Season.Step)"/>) its day, its day were nothing settled, its
    /// leaves.</summary>
    internal sealed class Course(GrowingPath path)
    {
        public double[] Days { get; } = new double[path.Slots];

        public double[] Free { get; } = new double[path.Slots];

        public double[] Leaves { get; } = new double[path.Slots];
    }
}
