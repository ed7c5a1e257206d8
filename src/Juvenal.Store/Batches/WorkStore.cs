using System.Security.Cryptography;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Sowing;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Sowing;

namespace Juvenal.Store.Batches;

/// <summary>The next work of batches, and saying that it is done.</summary>
public sealed class WorkStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>A batch's next work from its stored plan and counts.</summary>
    public static IReadOnlyList<Work> Next(BatchView batch, Catalogue catalogue) =>
        batch.EndedOn is not null
            ? []
            : TodaysWork.Next(
                [.. batch.Steps.Select(s => new StepDay(s.Stage, DateSpread.Around(s.Low, s.Mid, s.High), s.Due, s.PutOffTo))],
                batch.State(),
                catalogue.Today,
                (batch.Cells, batch.Seeds, batch.Trays),
                stage => batch.TargetOf(stage).Container is { } id ? Catalogue.Of(catalogue.Containers[id]) : null,
                catalogue.Rules.Rules.Twins,
                batch.Input.Begins.Kind,
                ThinDueOf(batch, catalogue)
            );

    /// <summary>Seed leaves touch some days after emergence, by the warmth of the place they stand in.</summary>
    private static ThinDue? ThinDueOf(BatchView batch, Catalogue catalogue)
    {
        if (
            batch.TrayCounts.Count == 0
            || batch.DoneOn(Stage.Emerge) is not { } up
            || batch.DoneOn(Stage.Sow) is not { } sown
            || CellStore.Thin(batch.State(), batch.Input, catalogue.Rules.Rules.Twins) is not { Crowded.Count: > 0 } plan
        )
            return null;
        var place = catalogue.Places[TrayCells.Group(batch.State(), batch.Input.TrayId)!.Group.Place];
        var leaf = LeafModel.For(batch.Group);
        var perDay = place.Climate() is { } climate ? leaf.LeavesPerDay(climate.MeanCelsius) : 0;
        return new(plan, Thinning.Due(sown, up, perDay));
    }

    /// <summary>Writes the entries that "done" means for a piece of work.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="stage">What was done.</param>
    /// <param name="said">What the grower said.</param>
    /// <param name="from">The group it was done with; null for sowing.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The entries' ids, the last one first.</returns>
    /// <exception cref="ConflictException">The work is not there any more (done meanwhile), or the id was used for something
    /// else.</exception>
    /// <exception cref="RefusedException">The counts do not allow it.</exception>
    public async Task<IReadOnlyList<Guid>> DoneAsync(Guid id, Stage stage, Said said, GroupKey? from, CancellationToken cancel)
    {
        // Lock first: what is read from here on does not change under us.
        var row =
            await nursery.OneAsync(BatchRow.SelectOnly, BatchRow.Read, cancel, Sql.OfNull((Guid?)id))
            ?? throw new NotFoundException("batch");
        foreach (var batchId in new[] { id, row.Input.Start?.RootstockId, row.Input.Start?.ScionId }.OfType<Guid>().Order())
        {
            row =
                await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.OfNull((Guid?)batchId)) is { } locked && locked.Id == id
                    ? locked
                    : row;
        }

        if (await new LedgerReader(nursery).OneAsync(said.Id, cancel) is { } same)
        {
            var count = same.Entry.Kind == EntryKind.Sown ? same.Entry.Containers : same.Entry.Seedlings;
            if (same.BatchId == id && same.Entry.Stage == stage && same.Entry.HappenedOn == said.HappenedOn && count == said.Count)
                return [said.Id];
            throw new ConflictException("other-payload");
        }

        var batch = await new BatchReader(nursery).OneAsync(id, cancel);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        var work =
            Next(batch, catalogue).FirstOrDefault(w => w.Stage == stage && w.From == from && w.Thin is null)
            ?? throw new ConflictException("changed-meanwhile");
        if (stage > Stage.Emerge && said.Count > work.Seedlings)
            throw new RefusedException(new Failure("more-than-standing", "count", said.Count, 0, work.Seedlings));
        if (said.Count < (stage == Stage.Emerge ? 0 : 1))
            throw new RefusedException(Failure.OutOfRange("count", said.Count, stage == Stage.Emerge ? 0 : 1, Math.Max(1, work.Seedlings)));
        if (said.Pairs < 0 || said.Pairs * 2 > said.Count)
            throw new RefusedException(Failure.OutOfRange("pairs", said.Pairs, 0, said.Count / 2));
        var ledger = new LedgerStore(nursery, clock);
        var written = new List<Guid>();
        var grafts = stage == Stage.Sow && row.Input.Begins.Kind == Start.Grafts;
        foreach (
            var entry in WorkDone.Entries(work, said, batch.TargetOf(stage), row.Input.SeedsPerCell, row.Input.Begins.Kind, row.Input.LotId)
        )
        {
            await ledger.AppendAsync(id, grafts ? entry with { Act = said.Id } : entry, cancel);
            written.Insert(0, entry.Id);
        }

        if (grafts)
            await UseAsync(row.Input.Start!, said, ledger, cancel);
        return written;
    }

    /// <summary>Each graft takes a rootstock and a scion from the batches they are raised in.</summary>
    private async Task UseAsync(StartInput start, Said said, LedgerStore ledger, CancellationToken cancel)
    {
        foreach (var (field, part) in new[] { ("rootstock", start.RootstockId), ("scion", start.ScionId) })
        {
            if (part is not { } source)
                continue;
            var group = (await new BatchReader(nursery).OneAsync(source, cancel))
                .State()
                .Groups.Where(g => g.Group.Container is not null)
                .MaxBy(g => g.Seedlings);
            if (group is null || group.Seedlings < said.Count)
                throw new RefusedException(new Failure($"too-few-{field}s", "count", said.Count, 0, group?.Seedlings ?? 0));
            await ledger.AppendAsync(
                source,
                new(Derived(said.Id, field), 0, said.HappenedOn, EntryKind.Used, From: group.Group, Seedlings: said.Count, Act: said.Id),
                cancel,
                byRule: true
            );
        }
    }

    /// <summary>An id for what follows from an entry: the same each time it is sent.</summary>
    internal static Guid Derived(Guid id, string what) =>
        new(SHA256.HashData([.. id.ToByteArray(), .. System.Text.Encoding.UTF8.GetBytes(what)]).AsSpan(0, 16));
}
