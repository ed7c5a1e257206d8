using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>What is wanted of the sowing.</summary>
/// <param name="PlantsWanted">1–1,000,000.</param>
/// <param name="Germination">Of the lot, above 0 to 1; the bench factor comes on top until emergence is counted.</param>
/// <param name="Survival">From emergence to planting, above 0 to 1.</param>
/// <param name="Confidence">Between 0 and 1.</param>
/// <param name="SeedsPerCell">1–5.</param>
/// <param name="SeedsAvailable">Null where that is no limit.</param>
/// <param name="GerminationWeight">The germination is known as from so many seeds.</param>
public sealed record SowingChoice(
    int PlantsWanted,
    double Germination,
    double Survival,
    double Confidence,
    int SeedsPerCell,
    int? SeedsAvailable,
    double GerminationWeight = Germinability.AssumedWeight
)
{
    /// <summary>The lot's germination as it is known.</summary>
    public Germinability Lot => Germinability.From(Germination, GerminationWeight);
}

/// <summary>What is settled about a step: it happened, or the grower fixed or put off its day.</summary>
/// <param name="Done">The day it happened.</param>
/// <param name="Locked">The day the grower fixed.</param>
/// <param name="NotBefore">The day it was put off to.</param>
/// <param name="Skipped">Plants went past it on that day without doing it.</param>
/// <param name="Grown">Not before the mother has grown that far: the first day with side shoots to cut.</param>
/// <param name="About">How far the day it happened may be off, days; 0 where it is certain.</param>
public sealed record StepFacts(
    DateOnly? Done = null,
    DateOnly? Locked = null,
    DateOnly? NotBefore = null,
    bool Skipped = false,
    int About = 0,
    DateOnly? Grown = null
)
{
    public static StepFacts None { get; } = new();
}

/// <summary>How far stages stray from the middle course: standard deviations as shares of a stage's duration. [model]</summary>
/// <param name="Emergence">Of the days to emergence, beside the batch's pace.</param>
/// <param name="Leaves">Of each leaf stage, beside the batch's pace.</param>
/// <param name="Setbacks">Of each setback.</param>
/// <param name="Ripening">Of the days from planting to ripe fruit.</param>
/// <param name="EmergencePace">Of how quick a batch is to come up.</param>
/// <param name="LeafPace">Of how quick a batch's leaves are, through all its stages.</param>
public sealed record StageSpreads(
    double Emergence,
    double Leaves,
    double Setbacks,
    double Ripening,
    double EmergencePace = 0,
    double LeafPace = 0
)
{
    /// <summary>A batch that is slow to come up is somewhat slow of leaf: correlation of its two paces. [model]</summary>
    public const double PaceCorrelation = 0.3;

    /// <summary>Until the grower's own log teaches better.</summary>
    public static StageSpreads Usual { get; } = new(0.06, 0.06, 0.30, 0.10, 0.12, 0.08);
}

/// <summary>Plants that were carried to another place than their plan has them in, between two steps.</summary>
/// <param name="Place">Where they stand, until their next step.</param>
/// <param name="Since">The day they were carried there.</param>
public sealed record Elsewhere(PlaceClimate Place, DateOnly Since)
{
    /// <summary>A stay that is shorter is shelter for a night, and moves no plan, days. [model]</summary>
    public const int ShelterDays = 2;
}

/// <summary>How far up the ladder plants are.</summary>
/// <param name="Done">Rungs behind them, from 0.</param>
/// <param name="Needed">Of the ladder.</param>
/// <param name="From">The day of the next.</param>
public sealed record RungsSoFar(int Done, int Needed, DateOnly From);

/// <summary>Everything a plan is computed from. Equal requests give equal plans.</summary>
/// <param name="Cultivar">What is grown.</param>
/// <param name="Season">Label of the season.</param>
/// <param name="Today">The nursery's day: nothing not yet done is planned before it.</param>
/// <param name="Site">Freeze and climate of this season.</param>
/// <param name="Rules">House rules.</param>
/// <param name="Sowing">How much, with what seed.</param>
/// <param name="Path">Places and containers.</param>
/// <param name="Facts">By step; one that is missing has none.</param>
/// <param name="Spreads">Null: the usual ones.</param>
/// <param name="PlantsStanding">Plants counted, once emergence is; null before.</param>
/// <param name="Seen">What was seen of the plants that the plan walks from, since their last step; null: nobody looked.</param>
/// <param name="NotUpOn">The last day on which somebody counted and fewer than half were up; null: nobody counted yet.</param>
/// <param name="Stands">Where they stand, where that is not where the plan has them; null: where it has them.</param>
/// <param name="Rungs">Of the plants that the plan walks from, where they have begun to harden off; null: not yet, or nobody says.</param>
/// <param name="ToppedDays">So much later they bear because they are topped, days.</param>
/// <param name="Ladder">How long hardening takes in the weather of the place it is done in; null where that is not known.</param>
public sealed record PlanRequest(
    CultivarTraits Cultivar,
    int Season,
    DateOnly Today,
    SiteSeason Site,
    HouseRules Rules,
    SowingChoice Sowing,
    GrowingPath Path,
    IReadOnlyDictionary<StepId, StepFacts> Facts,
    StageSpreads? Spreads = null,
    int? PlantsStanding = null,
    LadderDays? Ladder = null,
    Looked? Seen = null,
    DateOnly? NotUpOn = null,
    Elsewhere? Stands = null,
    RungsSoFar? Rungs = null,
    int ToppedDays = 0
)
{
    /// <summary>From when on the bed takes plants: its window is open, and nothing else stands there.</summary>
    public DateOnly Opens(PlantingWindow window)
    {
        ArgumentNullException.ThrowIfNull(window);
        return Path.FreeFrom is { } free && free > window.Opens.Mid ? free : window.Opens.Mid;
    }

    /// <summary>The day that hardening is counted back from: the sale, the day fixed for planting, or the bed's.</summary>
    public DateOnly Target(PlantingWindow window)
    {
        return (Path.Aim.Kind == AimKind.Sale ? Path.Aim.Day : FactsOf(StepKind.PlantOut).Locked) ?? Opens(window);
    }

    /// <summary>How long the ladder takes that begins on a day: the house rule's days at least, and as long as the weather lets
    /// it.</summary>
    /// <param name="from">Day number.</param>
    /// <param name="spring">Of the record; null: the middle one.</param>
    public int LadderFrom(double from, int? spring = null) => Math.Max(Rules.HardeningDays, Ladder?.Of(spring, from) ?? 0);

    /// <summary>The day the last rung is done, where hardening begins on a day: by what is behind them, where that is known.</summary>
    /// <param name="begun">Day number.</param>
    /// <param name="spring">Of the record; null: the middle one.</param>
    public double HardenedOn(double begun, int? spring = null)
    {
        if (Rungs is not { } rungs || FactsOf(StepKind.Harden).Done is null)
            return begun + LadderFrom(begun, spring);
        var next = rungs.From.DayNumber;
        var left = rungs.Done >= rungs.Needed ? 0 : Ladder?.Of(spring, next, rungs.Done) ?? rungs.Needed - rungs.Done;
        // The rule's days are the least, whatever a vented house was worth: who is ready sooner is told so, and may go sooner.
        return Math.Max(begun + Rules.HardeningDays, next + left);
    }

    /// <summary>From the day hardening begins to that of planting, or of the sale, days: the ladder, and holding where there is
    /// any.</summary>
    /// <param name="target">By when they are wanted, day number.</param>
    /// <remarks>
    /// As long as a ladder takes that is begun by the rule's days before, and a week earlier at most: begun earlier yet, it would wait
    /// for the same warm nights.
    /// </remarks>
    public int DaysFromHardening(int target)
    {
        var (rule, hold) = (Rules.HardeningDays, Path.Hold?.Days ?? 0);
        var taken = LadderFrom(target - hold - rule);
        return Math.Min(taken, rule + LadderDays.EarliestBegun) + hold;
    }

    public StepFacts FactsOf(Step step) => Facts.TryGetValue(step.Id, out var facts) ? facts : StepFacts.None;

    /// <summary>Of the step of a kind that a path has one of; none where it has no such step.</summary>
    public StepFacts FactsOf(StepKind kind) => FactsOf(Path.Steps.FirstOrDefault(s => s.Kind == kind));

    /// <summary>Of a move, by which it is from 0.</summary>
    public StepFacts FactsOfMove(int index) => FactsOf(Path.Steps.First(s => s.Kind == StepKind.Move && s.Number == index + 1));
}

/// <summary>One source's part in a date's spread, in days (one standard deviation, to first order).</summary>
public sealed record SpreadPart(string Source, double Days);

/// <summary>A step with its day.</summary>
/// <param name="Step">Which.</param>
/// <param name="Date">For a step that is done: that day, certain.</param>
/// <param name="Due">The day it was due, even where that is past and <paramref name="Date"/> had to move up to today.</param>
/// <param name="Facts">What is settled about it.</param>
/// <param name="Place">Where the plants stand after it.</param>
/// <param name="Container">What they stand in after it; null in a bed.</param>
/// <param name="Containers">Containers to have ready: cells at sowing, pots at a move; 0 where none is filled.</param>
/// <param name="MixLitres">Loose mix for them, L.</param>
/// <param name="Leaves">True leaves expected on the planned day; null before emergence and after planting.</param>
/// <param name="Reasons">Why this day, the deciding one first.</param>
/// <param name="Spread">Where its uncertainty comes from, largest first.</param>
/// <param name="Conflict">A locked day that the plan contradicts; null where there is none.</param>
public sealed record PlanStep(
    Step Step,
    DateSpread Date,
    DateOnly Due,
    StepFacts Facts,
    string Place,
    string? Container,
    int Containers,
    double MixLitres,
    double? Leaves,
    IReadOnlyList<Reason> Reasons,
    IReadOnlyList<SpreadPart> Spread,
    Reason? Conflict
);

/// <summary>A way out, and the planting and first ripe fruit it leads to.</summary>
public sealed record Choice(string Code, DateOnly PlantOut, DateOnly Ripe, double? Value = null, string? Subject = null);

/// <summary>A batch's plan.</summary>
/// <param name="Steps">In order; their planned days never go backwards.</param>
/// <param name="Window">When the bed opens for the crop.</param>
/// <param name="Quantity">How much to sow.</param>
/// <param name="SowNoEarlier">Sown before this, the plants outgrow their last container.</param>
/// <param name="SowNoLater">Sown after this, planting slips by more than a week.</param>
/// <param name="LeavesAtPlanting">True leaves on the planned day.</param>
/// <param name="HeightAtPlantingCm">At 14 mol/m²·d of light, cm.</param>
/// <param name="Warnings">What the grower should know before keeping it.</param>
/// <param name="Choices">Ways out where it is late; empty where it is not.</param>
/// <param name="Start">What it begins with.</param>
/// <param name="ShortWays">What each way of sowing gives where the seed is too little; empty where it is enough.</param>
public sealed record Plan(
    IReadOnlyList<PlanStep> Steps,
    PlantingWindow Window,
    SowingQuantity Quantity,
    DateOnly SowNoEarlier,
    DateOnly SowNoLater,
    double LeavesAtPlanting,
    double HeightAtPlantingCm,
    IReadOnlyList<Reason> Warnings,
    IReadOnlyList<Choice> Choices,
    Start Start = Start.Seed,
    IReadOnlyList<ShortSeed>? ShortWays = null
)
{
    /// <summary>The step of a kind; of moves, the first.</summary>
    /// <exception cref="InvalidOperationException">The path has none.</exception>
    public PlanStep Step(StepKind kind) => Steps.First(s => s.Step.Kind == kind);
}
