using Juvenal.Core.Ledger;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Ledger;

/// <summary>
/// Adds ledgers up anew whose sums an earlier program wrote, and makes the jobs that follow: a migration marks them by forgetting the
/// days of their steps.
/// </summary>
public sealed class RefoldStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>Batches that go together; more would only lie in memory.</summary>
    private const int AtOnce = 100;

    private const string Stale = """
        -- Batches whose ledger has to be added up anew, ended ones too.
        select id
        from batch
        where step_days is null
        order by id
        """;

    public Task<List<Guid>> StaleAsync(CancellationToken cancel) => nursery.ListAsync(Stale, r => r.GetGuid(0), cancel);

    /// <summary>To be called in an act that touches work.</summary>
    /// <param name="batches">All are locked, in their order; one that was added up meanwhile comes to the same.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task RefoldAsync(IReadOnlyCollection<Guid> batches, CancellationToken cancel)
    {
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        foreach (var ids in batches.Chunk(AtOnce))
        {
            await Locks.BatchesAsync(nursery, ids, cancel);
            var rows = await nursery.ListAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(ids));
            var ledgers = (await nursery.ListAsync(LedgerReader.OfBatches, LedgerReader.Read, cancel, Sql.Of(ids))).ToLookup(
                e => e.BatchId,
                e => e.Entry
            );
            var counts = new PlanRows(nursery.Nursery, catalogue, acts: false);
            foreach (var row in rows)
                counts.Counts(row.Id, Fold.Of(ledgers[row.Id], row.Route, PlanRows.SeedsToEmergence(row.Input)));
            await nursery.ExecuteManyAsync(counts.Commands(), cancel);
            var jobs = new PlanRows(nursery.Nursery, catalogue, acts: false);
            foreach (var batch in await new BatchReader(nursery).SomeAsync(ids, cancel))
                jobs.Jobs(batch.Id, batch.Route, WorkStore.Jobs(batch, catalogue));
            await nursery.ExecuteManyAsync(jobs.Commands(), cancel);
        }
    }
}
