using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Season;
using Juvenal.Core.Selling;
using Juvenal.Core.Sowing;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Sowing;
using Juvenal.Web.Plans;
using Juvenal.Web.Trays;
using Juvenal.Web.Words;

namespace Juvenal.Web.Batches;

/// <summary>A group as it stands: where, in what, how many.</summary>
/// <param name="Id">Its name: what is done with it says it.</param>
/// <param name="State">What it has behind it, in words: since when it stands in this pot, and hardens off.</param>
/// <param name="SpacedCm">From the middle of one pot to that of the next, cm; null where nobody said.</param>
/// <param name="OneOf">The batches that they may be of; empty: nobody knows. Null: they are sure.</param>
/// <param name="MovesLeft">The moves that they have still to do, of those that are planned.</param>
/// <param name="Merged">Plants of unlike state were set together before groups had names.</param>
public sealed record GroupAnswer(
    Guid Id,
    Guid? ContainerId,
    string? Container,
    Guid PlaceId,
    string Place,
    int Seedlings,
    int Containers,
    StepName Reached,
    string State,
    bool Merged,
    double? SpacedCm,
    IReadOnlyList<KinBatch>? OneOf,
    int MovesLeft
);

/// <summary>A batch in a list.</summary>
/// <param name="Next">The next step; null when all is done.</param>
/// <param name="OutOfDate">Its plan is being made anew: the days are those of before.</param>
public sealed record BatchRowAnswer(
    Guid Id,
    string Code,
    int Season,
    string Cultivar,
    Crop Crop,
    int PlantsWanted,
    int SeedsSown,
    int Emerged,
    int Standing,
    int Lost,
    int Snipped,
    NextAnswer? Next,
    IReadOnlyList<StepDayAnswer> Steps,
    bool Conflict,
    DateOnly? EndedOn,
    bool OutOfDate
);

/// <summary>The next job of a batch: that which the Round asks for next.</summary>
/// <param name="Title">In words, as on the Round.</param>
/// <param name="Day">The day it is due: put off, where it was.</param>
public sealed record NextAnswer(StepName Step, string Title, DateOnly Day);

/// <param name="Total">Of all that were asked for, on this page or not.</param>
/// <param name="Plants">That stand of them.</param>
/// <param name="Batches">Those with work next first, by its day; then those without, then the ended ones.</param>
public sealed record BatchPageAnswer(int Total, int Plants, IReadOnlyList<BatchRowAnswer> Batches);

/// <summary>As much of a step as a small stem-line needs.</summary>
public sealed record StepDayAnswer(
    StepName Step,
    DateOnly Low,
    DateOnly Mid,
    DateOnly High,
    DateOnly? DoneOn,
    DateOnly? LockedOn,
    bool Skipped
);

/// <summary>A line of the ledger.</summary>
/// <param name="Seeds">As they count now: with the last correction.</param>
/// <param name="Seedlings">As above.</param>
/// <param name="Containers">As above.</param>
/// <param name="ContainersTo">As above.</param>
/// <param name="About">How many days the day may be off; null: it is that day.</param>
/// <param name="Sure">The grower was asked whether it is so, and said yes.</param>
/// <param name="Corrected">The number that a correction gave it, or how the day was; null where it was right.</param>
/// <param name="Act">What was said in one go with it shares this; null where it was said alone.</param>
public sealed record EntryAnswer(
    Guid Id,
    EntryKind Kind,
    StepName? Step,
    DateOnly HappenedOn,
    DateTime WrittenAt,
    string Text,
    string? Reason,
    bool TakenBack,
    bool CanUndo,
    string? By,
    bool CanCorrect,
    int Seeds,
    int Seedlings,
    int Containers,
    int ContainersTo,
    int? About,
    bool Sure,
    string? Corrected,
    Guid? Act,
    AiredSaidInput? Aired
);

/// <param name="Usable">Plants that count now.</param>
/// <param name="Expected">At planting.</param>
/// <param name="ProbabilityOfEnough">0–1.</param>
/// <param name="Spare">As many could go, and the rest would still be enough.</param>
public sealed record ProspectAnswer(int Usable, double Expected, double ProbabilityOfEnough, int Spare);

/// <summary>A batch with plan, counts and ledger.</summary>
/// <param name="Gone">Sold, given away or discarded.</param>
/// <param name="Parted">Went on as batches of their own: <paramref name="Children"/>.</param>
/// <param name="Sold">What was paid for those that were sold, in the nursery's currency.</param>
/// <param name="Established">What went into beds, and what of it died there.</param>
/// <param name="Parent">The batch it was split off from.</param>
/// <param name="AgainOf">The batch it was sown again for.</param>
/// <param name="SownAgain">Batches that were sown again for it.</param>
/// <param name="HasTrays">It is sown in trays, whose cells can be counted.</param>
/// <param name="Next">The next job; null when nothing is left to do.</param>
/// <param name="Emergence">How it comes up, in words; null where it has left its trays.</param>
/// <param name="EmergenceTroubled">It is slow, late, or fewer than the packet let expect.</param>
/// <param name="OutOfDate">Its plan is being made anew: the days are those of before.</param>
/// <param name="Bought">What its plants cost; null where they were not bought in.</param>
public sealed record BatchAnswer(
    Guid Id,
    int Version,
    string Code,
    int Season,
    string Cultivar,
    Crop Crop,
    SpeciesGroup Group,
    Habit Habit,
    BatchInput Input,
    int Cells,
    int Seeds,
    int? Trays,
    int SeedsSown,
    int Emerged,
    int Lost,
    int Snipped,
    int Used,
    int Gone,
    int Parted,
    double Sold,
    Established Established,
    KinBatch? Parent,
    IReadOnlyList<KinBatch> Children,
    KinBatch? AgainOf,
    IReadOnlyList<KinBatch> SownAgain,
    int Standing,
    bool HasTrays,
    double? Bought,
    WindowSpan Window,
    IReadOnlyList<StepAnswer> Steps,
    IReadOnlyList<GroupAnswer> Groups,
    IReadOnlyList<Why> Warnings,
    IReadOnlyList<ChoiceAnswer> Choices,
    IReadOnlyList<string> Failures,
    ProspectAnswer? Prospect,
    NextAnswer? Next,
    IReadOnlyList<EntryAnswer> Ledger,
    DateOnly Today,
    DateOnly SowNoEarlier,
    DateOnly SowNoLater,
    double Expected,
    DateOnly? EndedOn,
    string? EndReason,
    string? Emergence,
    bool EmergenceTroubled,
    bool OutOfDate
);

internal static class BatchAnswers
{
    public static BatchRowAnswer Row(ListedBatch batch)
    {
        var next = batch.EndedOn is null ? batch.Next : null;
        return new(
            batch.Id,
            batch.Code,
            batch.Season,
            batch.Cultivar,
            batch.Crop,
            batch.PlantsWanted,
            batch.SeedsSown,
            batch.Emerged,
            batch.Standing,
            batch.Lost,
            batch.Snipped,
            next is null
                ? null
                : new(
                    StepName.Of(next.Step, batch.Start, batch.Potted),
                    LedgerWords.Job(next.Kind, next.Step, batch.Start, batch.Potted),
                    next.Day
                ),
            [
                .. batch.Steps.Select(s => new StepDayAnswer(
                    StepName.Of(s.Step, batch.Start, batch.Potted),
                    s.Low,
                    s.Mid,
                    s.High,
                    s.DoneOn,
                    s.LockedOn,
                    s.Skipped
                )),
            ],
            batch.EndedOn is null && batch.Steps.Any(s => s.Conflict),
            batch.EndedOn,
            batch.OutOfDate
        );
    }

    public static BatchAnswer Whole(
        BatchView b,
        Store.Plans.Catalogue catalogue,
        IReadOnlyList<StoredEntry> entries,
        IReadOnlySet<Guid> takenBack,
        CourseAnswer? course,
        JobHead? next,
        (KinBatch? Of, IReadOnlyList<KinBatch> By) again
    )
    {
        var measures = new Measures(catalogue.Site.UsUnits);
        var effective = Fold.Effective(entries.Select(e => e.Entry));
        var corrections = Fold.Corrections(entries.Select(e => e.Entry), takenBack);
        var state = b.State();
        // Of what is late, or fewer than the packet let expect, the packet is not believed any more.
        var sown = course is { Pace: Pace.Late or Pace.Fewer } ? null : CellStore.SownProspect(state, b.Input, catalogue.Rules.Rules.Twins);
        var prospect =
            sown ?? (b.Emerged > 0 ? CellStore.ProspectOf(state, b.Input, catalogue.Rules.Rules.Twins, course?.Coming ?? 0) : null);
        return new(
            b.Id,
            b.Version,
            b.Code,
            b.Input.Season,
            b.Cultivar,
            b.Crop,
            b.Group,
            b.Habit,
            b.Input,
            b.Cells,
            b.Seeds,
            b.Trays,
            b.SeedsSown,
            b.Emerged,
            b.Lost,
            b.Snipped,
            b.Used,
            b.Gone,
            b.Parted,
            WentOut.Of(effective, catalogue.Today).Takings,
            Established.Of(effective, id => catalogue.Places.TryGetValue(id, out var place) && place.IsBed),
            b.Parent,
            b.Children ?? [],
            again.Of,
            again.By,
            state.Seedlings,
            catalogue.Containers[b.Input.TrayId].Cells is not null,
            b.Input.Start?.PriceEach * (b.SeedsSown > 0 ? b.SeedsSown : b.Cells),
            new(b.Summary.WindowLow, b.Summary.WindowMid, b.Summary.WindowHigh, ReasonSentences.Of(b.Summary.WindowReasons, measures)),
            [
                .. b.Steps.Select(s =>
                    StepAnswer.Of(s, b.Input.Begins.Kind, measures) with
                    {
                        Progress = LedgerWords.Progress(s.Step, state),
                    }
                ),
            ],
            [.. b.Standing.Select(g => Group(g, b, catalogue))],
            ReasonSentences.Of(b.Summary.Warnings, measures),
            [.. b.Summary.Choices.Select(c => PlanAnswer.Choice(c, measures))],
            [.. b.Summary.Failures.Select(FailureSentences.Of)],
            prospect is null ? null : new(prospect.Usable, Math.Round(prospect.Expected, 1), prospect.ProbabilityOfEnough, prospect.Spare),
            NextOf(b, next),
            [.. entries.Select(e => Entry(e, b, entries, takenBack, corrections.GetValueOrDefault(e.Entry.Id), catalogue))],
            catalogue.Today,
            b.Summary.SowNoEarlier,
            b.Summary.SowNoLater,
            Math.Round(b.Summary.Expected, 1),
            b.EndedOn,
            b.EndReason,
            course?.Text,
            course is { Pace: Pace.Slow or Pace.Late or Pace.Fewer },
            b.OutOfDate
        );
    }

    private static NextAnswer? NextOf(BatchView batch, JobHead? next)
    {
        if (next is null || batch.EndedOn is not null || batch.Route.Find(next.Plain.Day.Step.Id) is not { } step)
            return null;
        var (start, potted) = (batch.Input.Begins.Kind, batch.Input.Ends.Kind == AimKind.Pot);
        return new(StepName.Of(step, start, potted), LedgerWords.Job(next.Plain.Kind, step, start, potted), next.Plain.Day.Shown);
    }

    public static GroupAnswer Group(StoredGroup stored, BatchView batch, Store.Plans.Catalogue catalogue)
    {
        var g = stored.Group(batch.Route);
        return new(
            g.Id.Value,
            g.At.Container,
            g.At.Container is { } c ? catalogue.Containers[c].Name : null,
            g.At.Place,
            catalogue.Places[g.At.Place].Name,
            g.Seedlings,
            g.Containers,
            StepName.Of(g.Reached, batch.Input.Begins.Kind, batch.Input.Ends.Kind == AimKind.Pot),
            LedgerWords.State(g, catalogue.RungsOf(g, batch.Crop, batch.Input.HardeningPlaceId)),
            g.Merged,
            g.SpacedCm,
            g.OneOf is null
                ? null
                :
                [
                    .. from o in g.OneOf
                    let code = batch.Known?.GetValueOrDefault(o) ?? "?"
                    orderby code.Length, code
                    select new KinBatch(o, code),
                ],
            batch.Route.Moves.Count(m => m > g.Reached)
        );
    }

    private static EntryAnswer Entry(
        StoredEntry stored,
        BatchView batch,
        IReadOnlyList<StoredEntry> all,
        IReadOnlySet<Guid> takenBack,
        LedgerEntry? right,
        Store.Plans.Catalogue catalogue
    )
    {
        var (e, start) = (stored.Entry, batch.Input.Begins.Kind);
        var step =
            e.Step is { } id && batch.Route.Find(id) is { } found ? StepName.Of(found, start, batch.Input.Ends.Kind == AimKind.Pot) : null;
        var taken = takenBack.Contains(e.Id);
        var numbers = right ?? e;
        return new(
            e.Id,
            e.Kind,
            step,
            right?.NewDay ?? e.HappenedOn,
            DateTime.SpecifyKind(stored.WrittenAt, DateTimeKind.Utc),
            EntryWords.Text(e, step, start, all, catalogue),
            e.Reason,
            taken,
            !taken && e.Kind != EntryKind.Undo,
            stored.By,
            !taken && !Judge.StandsInSeveral(e) && e.Kind is not (EntryKind.Undo or EntryKind.NotYet or EntryKind.Corrected),
            numbers.Seeds,
            numbers.Seedlings,
            numbers.Containers,
            numbers.ContainersTo,
            right?.NewDay is null ? e.About : right.About,
            numbers.Sure?.Count > 0 || e.Sure?.Count > 0,
            right is null ? null : EntryWords.About(right with { Said = right.Said ?? e.Said }, e.Kind, catalogue),
            e.Act,
            (right?.Said ?? e.Said) is EntryDetail.Aired day ? AiredSaidInput.Of(day) : null
        );
    }
}
