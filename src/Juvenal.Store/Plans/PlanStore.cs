using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Npgsql;

namespace Juvenal.Store.Plans;

/// <summary>A step as it stood and as it stands now.</summary>
public sealed record Shift(Guid BatchId, string Code, Stage Stage, DateOnly Was, DateOnly Is);

/// <summary>Plans and re-plans. All plans of a nursery come through here.</summary>
public sealed class PlanStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>Statements of a re-plan that go together; more would only lie in memory.</summary>
    private const int AtOnce = 1000;

    private const string Batches = $"""
        -- Batches with what their ledgers come to.
        select {BatchRow.Columns},
          b.seeds_sown, b.emerged, b.lost, b.snipped, b.used, b.tray_counts, b.counted_on,
          {StoredGroup.OfBatch}
        from batch b
        where b.id = any($1)
        order by b.id
        """;

    /// <summary>What a batch would look like; nothing is kept.</summary>
    public async Task<Outcome<Plan>> PreviewAsync(BatchInput input, CancellationToken cancel)
    {
        await new BatchChecks(nursery).CheckAsync(null, input, cancel);
        var request = (await Catalogue.LoadAsync(nursery, clock, cancel)).Request(input, null);
        return request.Succeeded ? Planner.Plan(request.Value) : request.Failures.ToList();
    }

    /// <summary>
    /// Plans every batch that is not ended anew, after a change of site, rules, places or day; writes only what is another now.
    /// To be called in an act that touches the inputs.
    /// </summary>
    /// <returns>What moved, by a day or more.</returns>
    public async Task<IReadOnlyList<Shift>> ReplanAllAsync(CancellationToken cancel)
    {
        var ids = (await Locks.OpenBatchesAsync(nursery, cancel)).ToArray();
        var (batches, steps) = (new List<(BatchRow Batch, BatchState? State)>(), new List<StoredDigest>());
        await nursery.ReadTogetherAsync(
            cancel,
            new(Batches, r => batches.Add(Read(r)), Sql.Of(ids)),
            new(StoredDigest.Select, r => steps.Add(StoredDigest.Read(r)), Sql.Of(ids))
        );
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        // Written before stage days were stored: the ledger is added up once more.
        var unknown = batches.Where(b => b.State is null).Select(b => b.Batch.Id).ToArray();
        var ledgers = (
            unknown.Length == 0 ? [] : await nursery.ListAsync(LedgerReader.OfBatches, LedgerReader.Read, cancel, Sql.Of(unknown))
        ).ToLookup(e => e.BatchId, e => e.Entry);
        var stored = steps.ToLookup(s => s.BatchId);
        var (commands, shifts) = (new List<NpgsqlBatchCommand>(), new List<Shift>());
        foreach (var (batch, known) in batches)
        {
            var state = known ?? Fold.Of(ledgers[batch.Id], PlanWriter.SeedsToEmergence(batch.Input));
            if (known is null)
                commands.AddRange(PlanWriter.Counts(nursery.Nursery, batch.Id, state));
            var outcome = Plan(catalogue, batch.Input, state);
            var own = stored[batch.Id].ToList();
            commands.AddRange(PlanWriter.Plan(nursery.Nursery, batch, catalogue, state, outcome, own));
            if (outcome.Succeeded)
                shifts.AddRange(Moved(batch, own, outcome.Value));
            if (commands.Count >= AtOnce)
                await FlushAsync();
        }

        await FlushAsync();
        await new SiteStore(nursery).SetPlannedDayAsync(catalogue.Today, cancel);
        return shifts;

        async Task FlushAsync()
        {
            await nursery.ExecuteManyAsync(commands, cancel);
            commands.Clear();
        }
    }

    internal static Outcome<Plan> Plan(Catalogue catalogue, BatchInput input, BatchState state)
    {
        var request = catalogue.Request(input, state);
        return request.Succeeded ? Planner.Plan(request.Value) : request.Failures.ToList();
    }

    private static IEnumerable<Shift> Moved(BatchRow batch, IEnumerable<StoredDigest> stored, Plan plan) =>
        from was in stored
        where was.DoneOn is null
        from step in plan.Steps
        where step.Stage == was.Stage && step.Date.Mid != was.Mid
        select new Shift(batch.Id, batch.Code, step.Stage, was.Mid, step.Date.Mid);

    private static (BatchRow Batch, BatchState? State) Read(NpgsqlDataReader r)
    {
        var batch = BatchRow.Read(r);
        if (batch is not { StageDays: { } days, PutOffs: { } putOffs })
            return (batch, null);
        const int own = BatchRow.Count;
        return (
            batch,
            new BatchState(
                r.GetInt32(own),
                r.GetInt32(own + 1),
                [.. r.FromJson<List<StoredGroup>>(own + 7).Select(g => g.Group())],
                r.GetInt32(own + 2),
                r.GetInt32(own + 3),
                days,
                putOffs.ToDictionary(p => p.Key, p => (p.Value.Day, p.Value.Reason)),
                [],
                r.GetInt32(own + 4),
                r.FromJson<List<StoredTrayCount>>(own + 5).ToDictionary(t => t.TrayId, t => (t.Cells, t.On)),
                r.OrNull<DateOnly>(own + 6)
            )
        );
    }
}
