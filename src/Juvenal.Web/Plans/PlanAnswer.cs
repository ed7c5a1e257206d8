using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Plans;

public sealed record SpreadAnswer(string Source, double Days);

/// <summary>A step of a batch as it is named.</summary>
/// <param name="Id">What is done, fixed or put off says it.</param>
/// <param name="Kind">What is done.</param>
/// <param name="Number">Of a move: which, from 1; 0 for the others.</param>
/// <param name="Title">In words.</param>
public sealed record StepName(Guid Id, StepKind Kind, int Number, string Title)
{
    /// <param name="step">Which.</param>
    /// <param name="start">What the batch begins with.</param>
    /// <param name="potted">It ends in a pot.</param>
    internal static StepName Of(Step step, Start start, bool potted = false) =>
        new(step.Id.Value, step.Kind, step.Number, LedgerWords.Step(step, start, potted));
}

/// <summary>A step with its day.</summary>
/// <param name="Step">Which.</param>
/// <param name="Low">10 %.</param>
/// <param name="Mid">The day to plan for.</param>
/// <param name="High">90 %.</param>
/// <param name="Due">The day it was due, even if that is past.</param>
/// <param name="DoneOn">The day it happened.</param>
/// <param name="Skipped">Plants went past it on that day without doing it.</param>
/// <param name="LockedOn">The day the grower fixed.</param>
/// <param name="PutOffTo">The day it was put off to.</param>
/// <param name="PutOffReason">Why.</param>
/// <param name="Place">Where the plants stand after it.</param>
/// <param name="Container">What they stand in after it; null in a bed.</param>
/// <param name="Containers">To have ready; 0 where none is filled.</param>
/// <param name="MixLitres">For them.</param>
/// <param name="Leaves">True leaves expected on that day.</param>
/// <param name="Why">The deciding reason first.</param>
/// <param name="Spread">One standard deviation from each source, days.</param>
/// <param name="Conflict">What contradicts a fixed day.</param>
/// <param name="Progress">How many have done it, where some have and others have not: “20 of 36”.</param>
public sealed record StepAnswer(
    StepName Step,
    DateOnly Low,
    DateOnly Mid,
    DateOnly High,
    DateOnly Due,
    DateOnly? DoneOn,
    DateOnly? LockedOn,
    DateOnly? PutOffTo,
    string? PutOffReason,
    string Place,
    string? Container,
    int Containers,
    double MixLitres,
    double? Leaves,
    IReadOnlyList<Why> Why,
    IReadOnlyList<SpreadAnswer> Spread,
    string? Conflict,
    bool Skipped,
    string? Progress = null
)
{
    internal static StepAnswer Of(PlanStep s, Start start, Measures m) =>
        new(
            StepName.Of(s.Step, start, potted: s.Container is not null),
            s.Date.Low,
            s.Date.Mid,
            s.Date.High,
            s.Due,
            s.Facts.Done,
            s.Facts.Locked,
            s.Facts.NotBefore,
            null,
            s.Place,
            s.Container,
            s.Containers,
            s.MixLitres,
            Leaf(s.Leaves),
            ReasonSentences.Of(s.Reasons, m),
            Parts(s.Spread),
            Said(s.Conflict, m),
            s.Facts.Skipped
        );

    internal static StepAnswer Of(StoredStep s, Start start, Measures m) =>
        new(
            StepName.Of(s.Step, start, potted: s.Container is not null),
            s.Low,
            s.Mid,
            s.High,
            s.Due,
            s.DoneOn,
            s.LockedOn,
            s.PutOffTo,
            s.PutOffReason,
            s.Place,
            s.Container,
            s.Containers,
            s.MixLitres,
            Leaf(s.Leaves),
            ReasonSentences.Of(s.Reasons, m),
            Parts(s.Spread),
            Said(s.Conflict, m),
            s.Skipped
        );

    private static double? Leaf(double? leaves) => leaves is { } l ? Math.Round(l, 1) : null;

    private static List<SpreadAnswer> Parts(IEnumerable<SpreadPart> parts) =>
        [.. parts.Select(p => new SpreadAnswer(ReasonSentences.Source(p.Source), p.Days))];

    private static string? Said(Reason? conflict, Measures m) => conflict is null ? null : ReasonSentences.Of(conflict, m).Text;
}

public sealed record WindowSpan(DateOnly Low, DateOnly Opens, DateOnly High, IReadOnlyList<Why> Why);

/// <param name="Cells">To sow.</param>
/// <param name="Seeds">Cells × seeds per cell.</param>
/// <param name="Trays">Rounded up; null where it is sown in pots.</param>
/// <param name="Expected">Plants, on average.</param>
/// <param name="ProbabilityOfEnough">0–1.</param>
/// <param name="MixLitres">Seed mix for the cells.</param>
public sealed record QuantityAnswer(int Cells, int Seeds, int? Trays, double Expected, double ProbabilityOfEnough, double MixLitres);

/// <summary>A way of sowing a packet that is too small.</summary>
/// <param name="Text">What is done, and what else it takes.</param>
/// <param name="Cells">Sown of this packet.</param>
/// <param name="Expected">Plants on average.</param>
/// <param name="Promised">Plants there are at least, at the confidence; null where another sowing makes up for the rest.</param>
/// <param name="SeedsPerCell">To take it.</param>
public sealed record ShortAnswer(ShortWay Way, string Text, int Cells, double Expected, int? Promised, int SeedsPerCell);

/// <summary>A way out of being late.</summary>
public sealed record ChoiceAnswer(string Code, string Text, DateOnly PlantOut, DateOnly Ripe);

/// <summary>A plan to look at before it is kept.</summary>
/// <param name="Version">Send it with "keep": what was shown.</param>
/// <param name="Window">When the bed opens.</param>
/// <param name="Steps">In order.</param>
/// <param name="Quantity">How much to sow.</param>
/// <param name="SowNoEarlier">See the sow step's reasons.</param>
/// <param name="SowNoLater">See the sow step's reasons.</param>
/// <param name="LeavesAtPlanting">True leaves.</param>
/// <param name="HeightCm">At planting, in good light.</param>
/// <param name="Warnings">To know before keeping.</param>
/// <param name="Choices">Ways out where it is late.</param>
/// <param name="ShortWays">What each way of sowing gives where the seed is too little.</param>
public sealed record PlanAnswer(
    string Version,
    WindowSpan Window,
    IReadOnlyList<StepAnswer> Steps,
    QuantityAnswer Quantity,
    DateOnly SowNoEarlier,
    DateOnly SowNoLater,
    double LeavesAtPlanting,
    double HeightCm,
    IReadOnlyList<Why> Warnings,
    IReadOnlyList<ChoiceAnswer> Choices,
    IReadOnlyList<ShortAnswer> ShortWays
)
{
    /// <exception cref="RefusedException">There is no plan.</exception>
    internal static PlanAnswer Of(Core.Measures.Outcome<Plan> outcome, SiteRow site) =>
        outcome.Succeeded ? Of(outcome.Value, new Measures(site.UsUnits)) : throw new RefusedException(outcome.Failures);

    internal static PlanAnswer Of(Plan plan, Measures measures) =>
        new(
            PlanVersion.Of(plan),
            new(plan.Window.Opens.Low, plan.Window.Opens.Mid, plan.Window.Opens.High, ReasonSentences.Of(plan.Window.Reasons, measures)),
            [.. plan.Steps.Select(s => StepAnswer.Of(s, plan.Start, measures))],
            new(
                plan.Quantity.Cells,
                plan.Quantity.Seeds,
                plan.Quantity.Trays,
                Math.Round(plan.Quantity.ExpectedPlants, 1),
                plan.Quantity.ProbabilityOfEnough,
                plan.Step(StepKind.Begin).MixLitres
            ),
            plan.SowNoEarlier,
            plan.SowNoLater,
            Math.Round(plan.LeavesAtPlanting, 1),
            Math.Round(plan.HeightAtPlantingCm),
            ReasonSentences.Of(plan.Warnings, measures),
            [.. plan.Choices.Select(c => Choice(c, measures))],
            [
                .. (plan.ShortWays ?? []).Select(s => new ShortAnswer(
                    s.Way,
                    SowingWords.Way(s),
                    s.Cells,
                    Math.Round(s.Expected, 1),
                    s.Way == ShortWay.SecondSowing ? null : s.Promised,
                    s.Way is ShortWay.TwoACell or ShortWay.TwoSeparated ? 2 : 1
                )),
            ]
        );

    internal static ChoiceAnswer Choice(Choice c, Measures m) => new(c.Code, ChoiceText(c, m), c.PlantOut, c.Ripe);

    private static string ChoiceText(Choice c, Measures m) =>
        c.Code switch
        {
            "sow-now" => "Sow now all the same",
            "warmer" => $"Keep them {(m.Us ? "5 °F" : "3 °C")} warmer",
            "fewer-moves" => $"Leave out the move into the {c.Subject}",
            "earlier-cultivar" => $"Take a cultivar that ripens {c.Value:0} days sooner",
            "buy-plants" => "Buy in plants",
            _ => "Leave it for next season",
        };
}
