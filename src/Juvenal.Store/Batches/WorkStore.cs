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
    public static IReadOnlyList<Work> Next(BatchView batch, Catalogue catalogue) => batch.EndedOn is not null ? [] : TodaysWork.Next(
        [.. batch.Steps.Select(s => new StepDay(s.Stage, DateSpread.Around(s.Low, s.Mid, s.High), s.Due, s.PutOffTo))],
        batch.State(),
        catalogue.Today,
        (batch.Cells, batch.Seeds, batch.Trays),
        stage => batch.TargetOf(stage).Container is { } id ? Catalogue.Of(catalogue.Containers[id]) : null,
        catalogue.Rules.Rules.Twins);

    /// <summary>Writes the entries that "done" means for a piece of work.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="stage">What was done.</param>
    /// <param name="said">What the grower said.</param>
    /// <param name="from">The group it was done with; null for sowing.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The entries' ids, the last one first.</returns>
    /// <exception cref="ConflictException">The work is not there any more (done meanwhile), or the id was used for something else.</exception>
    /// <exception cref="RefusedException">The counts do not allow it.</exception>
    public async Task<IReadOnlyList<Guid>> DoneAsync(Guid id, Stage stage, Said said, GroupKey? from, CancellationToken cancel)
    {
        // Lock first: what is read from here on does not change under us.
        var row = await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.OfNull((Guid?)id)) ?? throw new NotFoundException("batch");
        if (await new LedgerReader(nursery).OneAsync(said.Id, cancel) is { } same)
        {
            var count = same.Entry.Kind == EntryKind.Sown ? same.Entry.Containers : same.Entry.Seedlings;
            if (same.BatchId == id && same.Entry.Stage == stage && same.Entry.HappenedOn == said.HappenedOn && count == said.Count) return [said.Id];
            throw new ConflictException("other-payload");
        }

        var batch = await new BatchReader(nursery).OneAsync(id, cancel);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        var work = Next(batch, catalogue).FirstOrDefault(w => w.Stage == stage && w.From == from) ?? throw new ConflictException("changed-meanwhile");
        if (stage > Stage.Emerge && said.Count > work.Seedlings) throw new RefusedException(new Failure("more-than-standing", "count", said.Count, 0, work.Seedlings));
        if (said.Count < (stage == Stage.Emerge ? 0 : 1)) throw new RefusedException(Failure.OutOfRange("count", said.Count, stage == Stage.Emerge ? 0 : 1, Math.Max(1, work.Seedlings)));
        var ledger = new LedgerStore(nursery, clock);
        var written = new List<Guid>();
        foreach (var entry in WorkDone.Entries(work, said, batch.TargetOf(stage), row.Input.SeedsPerCell))
        {
            await ledger.AppendAsync(id, entry, cancel);
            written.Insert(0, entry.Id);
        }

        return written;
    }
}
