using System.Security.Cryptography;
using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Batches;

/// <summary>The next work of batches, and saying that it is done.</summary>
public sealed class WorkStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>A batch's next work from its stored plan and counts.</summary>
    public static IReadOnlyList<Work> Next(BatchView batch, Catalogue catalogue) =>
        batch.EndedOn is not null ? [] : TodaysWork.On(Jobs(batch, catalogue), catalogue.Today);

    internal static IReadOnlyList<Job> Jobs(BatchView batch, Catalogue catalogue) =>
        JobStore.Of(
            batch.Input,
            batch.Group,
            batch.State(),
            batch.Steps.Select(batch.DayOf),
            (batch.Cells, batch.Seeds, batch.Trays),
            catalogue
        );

    /// <summary>Writes the entries that "done" means for a piece of work.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="step">What was done.</param>
    /// <param name="said">What the grower said; its id is the command's.</param>
    /// <param name="from">Where the group stands that it was done with; null for sowing.</param>
    /// <param name="group">Which group; null where only one stands there.</param>
    /// <param name="to">Where the plants went, and in what; null: as planned.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The entries' ids, the last one first; sent again, the same.</returns>
    /// <exception cref="ConflictException">The work is not there any more (done meanwhile), or the id was used for something
    /// else.</exception>
    /// <exception cref="RefusedException">The counts do not allow it.</exception>
    public async Task<IReadOnlyList<Guid>> DoneAsync(
        Guid id,
        Guid step,
        Said said,
        Spot? from,
        Guid? group,
        Spot? to,
        CancellationToken cancel
    )
    {
        var (input, route) = await BatchAsync(id, cancel);
        if (route.Find(new(step)) is not { } doing)
            throw new NotFoundException("step");
        // Each graft takes a rootstock and a scion from the batches they are raised in.
        var parts = doing.Kind == StepKind.Begin && input.Begins.Kind == Start.Grafts ? Parts(input.Start!) : [];
        var packets = doing.Kind == StepKind.Begin ? new[] { input.LotId }.OfType<Guid>().ToList() : [];
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, [id, .. parts.Select(p => p.Batch)], packets, cancel);
        var now = ledgers[id].Batch.Input;
        if (doing.Kind == StepKind.Begin && (now.LotId != input.LotId || now.Start != input.Start))
            throw new AgainException();

        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(
            new
            {
                did = "done",
                id,
                step,
                said,
                from,
                group,
                to,
            }
        );
        if (await acts.WrittenAsync(said.Id, hash, cancel) is { } before)
            return before;
        if (await BeforeActsAsync(id, doing, said, cancel) is { } old)
            return old;

        var batch = await new BatchReader(nursery).OneAsync(id, cancel);
        var works = Next(batch, ledgers.Catalogue).Where(w => w.Step == doing && w.From == from && w.Thin is null).ToList();
        if (group is null && works.Count > 1)
            throw new RefusedException(new Failure("which-group", "group", works.Count));
        var work = works.Find(w => group is null || w.Group?.Value == group) ?? throw new ConflictException("changed-meanwhile");
        Check(doing.Kind, said, work);
        var planned = batch.TargetOf(doing);
        var target = to ?? planned;
        CheckWay(doing, planned, target, ledgers.Catalogue);
        var call = await CallAsync(batch, work, said, target, ledgers.Catalogue, cancel);
        var written = new List<Guid>();
        var entries = WorkDone.Entries(work, said, target, now.SeedsPerCell, now.Begins.Kind, now.LotId);
        // Said in one go, it is undone in one go.
        var shared = parts.Count > 0 || entries.Count > 1;
        foreach (var done in entries)
        {
            var entry = done.Kind == EntryKind.Moved && call is not null ? done with { Reason = call } : done;
            // Another pot may do more than the step that was planned, or as much: the ledger's law says which.
            if (entry.Kind == EntryKind.Moved && doing.Kind == StepKind.Move && target.Container != planned.Container)
                entry = entry with { Step = null };
            ledgers.Append(id, shared ? entry with { Act = said.Id } : entry);
            written.Insert(0, entry.Id);
        }

        foreach (var (what, source) in parts)
            Use(ledgers, what, source, said);
        await ledgers.SaveAsync(cancel);
        acts.Keep(said.Id, hash, written);
        return written;
    }

    /// <summary>
    /// Plants that go out today into nights they cannot stand do so by the grower's word alone, which is kept with the move.
    /// </summary>
    /// <returns>What is written beside the move; null where nothing is to be said.</returns>
    /// <exception cref="ConflictException">
    /// cold: the nights say hold, or go with cover, or are not known, and nobody took it on themselves.
    /// </exception>
    private async Task<string?> CallAsync(BatchView batch, Work work, Said said, Spot target, Catalogue catalogue, CancellationToken cancel)
    {
        // What happened on a day before has happened.
        if (said.HappenedOn < catalogue.Today || (work.Step.Kind == StepKind.Up && !said.CarryOn))
            return null;
        var to = catalogue.Places[target.Place];
        var from = work.From is { } stands ? catalogue.Places[stands.Place] : null;
        if (ColdOfWork.Outdoors(to) is null)
            return null;
        var ahead = await Site.NightsAhead.LoadAsync(nursery, catalogue.Site, catalogue.Today, cancel);
        if (ColdOfWork.Of(batch.Crop, work, from, to, ahead, catalogue, Rungs()) is not { Verdict: not ColdVerdict.Go } finding)
            return null;
        if (!said.MyCall)
            throw new ConflictException("cold", finding);
        if (finding.Verdict == ColdVerdict.Unknown)
            return "nights mild here, by my word";
        var call = finding.Verdict == ColdVerdict.Hold ? "my call" : "under cover";
        if (finding.Nights.Count == 0)
            return $"{call}, for {string.Join(", ", (finding.Others ?? []).Select(f => f.Name.Replace('-', ' ')))}";
        var lowest = finding.Nights.Min(n => n.LowC);
        return FormattableString.Invariant($"{call}, nights down to {lowest:0.#} °C").Replace('-', '−');

        RungCredit? Rungs() =>
            batch.State().Group(work.Group) is { } group ? catalogue.RungsOf(group, batch.Crop, batch.Input.HardeningPlaceId) : null;
    }

    /// <summary>Where another way may lead: to another place at every step, into another pot only at a move.</summary>
    private static void CheckWay(Step step, Spot planned, Spot target, Catalogue catalogue)
    {
        if (target == planned)
            return;
        if (!catalogue.Places.TryGetValue(target.Place, out var place))
            throw new RefusedException(new Failure("not-chosen", "to.placeId"));
        var isBed = CatalogueRows.IsBed(place.Kind);
        // Into a bed where a bed was planned; a pot that plants end in goes to another place like any other.
        var wantsBed = planned.Container is null;
        if (wantsBed && !isBed)
            throw new RefusedException(new Failure("not-a-bed", "to.placeId", Subject: place.Name));
        if (!wantsBed && isBed)
            throw new RefusedException(new Failure("bed-is-no-growing-place", "to.placeId", Subject: place.Name));
        if (target.Container == planned.Container)
            return;
        if (step.Kind != StepKind.Move)
            throw new RefusedException(new Failure("other-pot-here", "to.containerId"));
        if (target.Container is null)
            throw new RefusedException(new Failure("container-missing", "to.containerId", Subject: place.Name));
    }

    private async Task<(BatchInput Input, Route Route)> BatchAsync(Guid id, CancellationToken cancel) =>
        await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(new[] { id })) is { } batch
            ? (batch.Input, batch.Route)
            : throw new NotFoundException("batch");

    /// <summary>A command that was sent before commands were kept is known by its entries.</summary>
    private async Task<IReadOnlyList<Guid>?> BeforeActsAsync(Guid id, Step step, Said said, CancellationToken cancel)
    {
        var reader = new LedgerReader(nursery);
        if (await reader.OneAsync(said.Id, cancel) is not { } same)
            return null;
        var count = same.Entry.Kind == EntryKind.Sown ? same.Entry.Containers : same.Entry.Seedlings;
        if (same.BatchId != id || same.Entry.Step != step.Id || same.Entry.HappenedOn != said.HappenedOn || count != said.Count)
            throw new ConflictException("other-payload");
        return said.ExtraId is { } extra && await reader.OneAsync(extra, cancel) is { } rest && rest.BatchId == id
            ? [extra, said.Id]
            : [said.Id];
    }

    private static void Check(StepKind kind, Said said, Work work)
    {
        if (kind > StepKind.Up && said.Count > work.Seedlings)
            throw new RefusedException(new Failure("more-than-standing", "count", said.Count, 0, work.Seedlings));
        var least = kind == StepKind.Up ? 0 : 1;
        if (said.Count < least)
            throw new RefusedException(Failure.OutOfRange("count", said.Count, least, Math.Max(1, work.Seedlings)));
        if (said.Pairs < 0 || said.Pairs * 2 > said.Count)
            throw new RefusedException(Failure.OutOfRange("pairs", said.Pairs, 0, said.Count / 2));
    }

    private static List<(string What, Guid Batch)> Parts(StartInput start) =>
        [
            .. new[] { ("rootstock", start.RootstockId), ("scion", start.ScionId) }
                .Where(p => p.Item2 is not null)
                .Select(p => (p.Item1, p.Item2!.Value)),
        ];

    private static void Use(OpenLedgers ledgers, string what, Guid source, Said said)
    {
        var group = ledgers[source].State.Groups.Where(g => g.At.Container is not null).MaxBy(g => g.Seedlings);
        if (group is null || group.Seedlings < said.Count)
            throw new RefusedException(new Failure($"too-few-{what}s", "count", said.Count, 0, group?.Seedlings ?? 0));
        ledgers.Append(
            source,
            new(
                Derived(said.Id, what),
                0,
                said.HappenedOn,
                EntryKind.Used,
                From: group.At,
                Seedlings: said.Count,
                Act: said.Id,
                Group: group.Id
            ),
            byRule: true
        );
    }

    /// <summary>An id for what follows from an entry: the same each time it is sent.</summary>
    internal static Guid Derived(Guid id, string what) =>
        new(SHA256.HashData([.. id.ToByteArray(), .. System.Text.Encoding.UTF8.GetBytes(what)]).AsSpan(0, 16));
}
