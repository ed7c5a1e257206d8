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
    private const string OneAtATime = """
        -- One planning of a nursery at a time.
        select pg_advisory_xact_lock(hashtextextended($1, 5080))
        """;

    private const string Days = """
        -- The planned days of what is not done, to see what moves.
        select p.batch_id, b.code, p.stage, p.mid
        from plan_step p
        join batch b on b.nursery_id = p.nursery_id and b.id = p.batch_id
        where p.done_on is null
        order by p.batch_id, p.stage
        """;

    /// <summary>What a batch would look like; nothing is kept.</summary>
    public async Task<Outcome<Plan>> PreviewAsync(BatchInput input, CancellationToken cancel)
    {
        var request = (await Catalogue.LoadAsync(nursery, clock, cancel)).Request(input, null);
        return request.Succeeded ? Planner.Plan(request.Value) : request.Failures.ToList();
    }

    /// <summary>Plans every batch anew, after a change of site, rules, places or day.</summary>
    /// <returns>What moved, by a day or more.</returns>
    public async Task<IReadOnlyList<Shift>> ReplanAllAsync(CancellationToken cancel)
    {
        await OneAtATimeAsync(nursery, cancel);
        var batches = await nursery.ListAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.OfNull((Guid?)null));
        var before = await DaysAsync(cancel);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        var entries = (await new LedgerReader(nursery).AllAsync(null, cancel)).ToLookup(e => e.BatchId, e => e.Entry);
        var commands = batches.SelectMany(batch =>
        {
            var state = Fold.Of(entries[batch.Id], PlanWriter.SeedsToEmergence(batch.Input));
            return PlanWriter.Plan(nursery.Nursery, batch, catalogue, state, Plan(catalogue, batch.Input, state));
        });
        await nursery.ExecuteManyAsync(commands, cancel);
        await new SiteStore(nursery).SetPlannedDayAsync(catalogue.Today, cancel);
        var after = (await DaysAsync(cancel)).ToDictionary(d => (d.BatchId, d.Stage));
        return
        [
            .. before
                .Where(b => after.TryGetValue((b.BatchId, b.Stage), out var now) && now.Is != b.Is)
                .Select(b => b with { Was = b.Is, Is = after[(b.BatchId, b.Stage)].Is }),
        ];
    }

    /// <summary>Waits until nobody else plans this nursery; until the end of the transaction.</summary>
    internal static Task OneAtATimeAsync(NurseryTransaction nursery, CancellationToken cancel) =>
        nursery.ExecuteAsync(OneAtATime, cancel, Sql.Of(nursery.Nursery.ToString()));

    internal static Outcome<Plan> Plan(Catalogue catalogue, BatchInput input, BatchState state)
    {
        var request = catalogue.Request(input, state);
        return request.Succeeded ? Planner.Plan(request.Value) : request.Failures.ToList();
    }

    private Task<List<Shift>> DaysAsync(CancellationToken cancel) =>
        nursery.ListAsync(
            Days,
            (NpgsqlDataReader r) =>
                new Shift(r.GetGuid(0), r.GetString(1), (Stage)r.GetInt32(2), r.GetFieldValue<DateOnly>(3), r.GetFieldValue<DateOnly>(3)),
            cancel
        );
}
