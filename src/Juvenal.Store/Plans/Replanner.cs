using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Plans;

/// <summary>A step as the grower was last told, and as it stands now.</summary>
public sealed record Shift(Guid BatchId, string Code, Step Step, Start Start, DateOnly Was, DateOnly Is);

/// <summary>
/// Plans anew what is out of date: batches that are not ended, whose plans were made with other inputs than there are, or before what has
/// happened since. It reads and computes without a lock, and writes some at a time, passing over what somebody changed meanwhile: nobody
/// waits
/// for it for longer than one writing takes.
/// </summary>
public sealed class Replanner(Database database, TimeProvider clock)
{
    /// <summary>Batches that are planned and written together.</summary>
    private const int AtOnce = 100;

    /// <summary>What others were faster with is looked at again so often; what is left then the next run does.</summary>
    private const int MostRounds = 3;

    private const string OutOfDate = $"""
        from batch b
        where {BatchRow.OutOfDate}
        """;

    private const string CountThem = $"""
        -- How many plans are out of date?
        select count(*)::int
        {OutOfDate}
        """;

    private const string Next = $"""
        -- The next batches whose plans are out of date.
        select b.id, b.facts
        {OutOfDate}
          and b.id > $1
        order by b.id
        limit $2
        """;

    private const string Batches = $"""
        -- Batches with what their ledgers come to.
        select {BatchRow.Columns},
          b.seeds_sown, b.emerged, {StoredGroup.OfBatch}, b.lost, b.snipped, b.used, b.gone, b.parted, b.tray_counts, b.counted_on,
          b.skips, b.abouts
        from {BatchRow.From}
        where b.id = any($1)
        order by b.id
        """;

    private const string Still = """
        -- Which of them are as they were read, and not planned by somebody else since?
        select b.id
        from batch b
        join unnest($1::uuid[], $2::int[]) as r (id, facts) on r.id = b.id and r.facts = b.facts
        where b.ended_on is null
          and (b.planned_inputs is null or b.planned_inputs <= $3 or b.planned_facts is distinct from b.facts)
        """;

    private const string Announce = """
        -- What the grower is told now.
        update plan_step
        set announced_on = mid
        where step_id = any($1)
        """;

    /// <summary>How many plans of a nursery are out of date.</summary>
    public static async Task<int> WaitingAsync(NurseryTransaction nursery, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(nursery);
        return (await nursery.ListAsync(CountThem, r => r.GetInt32(0), cancel))[0];
    }

    /// <summary>Plans anew what is out of date.</summary>
    /// <param name="nursery">Whose.</param>
    /// <param name="told">The grower is shown what moved.</param>
    /// <param name="cancel">Cancels; what is written by then stays, and the next run goes on.</param>
    /// <returns>What moved since the grower was last told (<see cref="Planner.ToldFromDays"/>).</returns>
    public async Task<IReadOnlyList<Shift>> RunAsync(Guid nursery, bool told, CancellationToken cancel)
    {
        var shifts = new Dictionary<StepId, Shift>();
        for (var round = 0; round < MostRounds; round++)
        {
            var (after, left) = (Guid.Empty, false);
            while (await ReadAsync(nursery, after, cancel) is { } some)
            {
                var (rows, moved) = Compute(nursery, some);
                after = some.Batches[^1].Row.Id;
                left |= await WriteAsync(nursery, some, rows, told ? moved : [], cancel);
                foreach (var shift in moved)
                    shifts[shift.Step.Id] = shift;
            }

            if (!left)
                break;
        }

        return [.. shifts.Values.OrderBy(s => s.Code.Length).ThenBy(s => s.Code, StringComparer.Ordinal).ThenBy(s => s.Step.Order)];
    }

    /// <returns>The next batches; null: there are no more.</returns>
    private async Task<Some?> ReadAsync(Guid nursery, Guid after, CancellationToken cancel)
    {
        await using var reading = await database.ReadAsync(nursery, cancel);
        var ids = new Dictionary<Guid, int>();
        var next = new Reading(Next, r => ids[r.GetGuid(0)] = r.GetInt32(1), Sql.Of(after), Sql.Of(AtOnce));
        var catalogue = await Catalogue.LoadAsync(reading, clock, cancel, next);
        if (ids.Count == 0)
            return null;
        var (batches, steps) = (new List<(BatchRow, BatchState?, int)>(), new List<StoredDigest>());
        var keys = ids.Keys.ToArray();
        await reading.ReadTogetherAsync(
            cancel,
            new(Batches, r => batches.Add(Read(r, ids)), Sql.Of(keys)),
            new(StoredDigest.Select, r => steps.Add(StoredDigest.Read(r)), Sql.Of(keys))
        );
        return new(catalogue, batches, steps.ToLookup(s => s.BatchId));
    }

    private static (Dictionary<Guid, Planned> Plans, List<Shift> Moved) Compute(Guid nursery, Some some)
    {
        var (plans, moved) = (new Dictionary<Guid, Planned>(), new List<Shift>());
        foreach (var (batch, state, _) in some.Batches)
        {
            // Its ledger is to be added up first: that is done when the server starts.
            if (state is null)
                continue;
            var plan = Planned.Of(some.Catalogue, batch.Input, state, batch.ShootsFrom);
            plans[batch.Id] = plan;
            if (plan.Plan is { } made)
                moved.AddRange(Moved(batch, some.Steps[batch.Id], made));
        }

        return (plans, moved);
    }

    /// <returns>Whether somebody was faster with one of them: it is looked at again.</returns>
    private Task<bool> WriteAsync(Guid nursery, Some some, Dictionary<Guid, Planned> plans, List<Shift> told, CancellationToken cancel) =>
        database.ActAsync(
            nursery,
            null,
            Touches.Work,
            async writing =>
            {
                var ids = plans.Keys.ToArray();
                await Locks.BatchesAsync(writing, ids, cancel);
                var facts = some.Batches.ToDictionary(b => b.Row.Id, b => b.Facts);
                var still = await writing.ListAsync(
                    Still,
                    r => r.GetGuid(0),
                    cancel,
                    Sql.Of(ids),
                    Sql.Of(ids.Select(i => facts[i]).ToArray()),
                    Sql.Of(some.Catalogue.Inputs)
                );
                var rows = new PlanRows(nursery, some.Catalogue, acts: false);
                foreach (var (batch, state, _) in some.Batches.Where(b => still.Contains(b.Row.Id)))
                    rows.Plan(batch, state!, plans[batch.Id], [.. some.Steps[batch.Id]]);
                var announced = told.Where(s => still.Contains(s.BatchId)).Select(s => s.Step.Id.Value).ToArray();
                await writing.ExecuteManyAsync(
                    [.. rows.Commands(), .. announced.Length == 0 ? [] : new[] { NurseryTransaction.Command(Announce, Sql.Of(announced)) }],
                    cancel
                );
                return still.Count < ids.Length;
            },
            cancel
        );

    private static IEnumerable<Shift> Moved(BatchRow batch, IEnumerable<StoredDigest> stored, Plan plan) =>
        from was in stored
        where was.DoneOn is null
        from step in plan.Steps
        let last = was.AnnouncedOn ?? was.Mid
        where step.Step.Id == was.Step && Math.Abs(step.Date.Mid.DayNumber - last.DayNumber) >= Planner.ToldFromDays
        select new Shift(batch.Id, batch.Code, step.Step, plan.Start, last, step.Date.Mid);

    private static (BatchRow, BatchState?, int) Read(NpgsqlDataReader reader, Dictionary<Guid, int> facts)
    {
        var r = new Row(reader);
        var batch = BatchRow.Read(r);
        if (batch is not { StepDays: { } days, PutOffs: { } putOffs })
            return (batch, null, facts[batch.Id]);
        var state = new BatchState(
            batch.Route,
            SeedsSown: r.Int(),
            Emerged: r.Int(),
            Groups: [.. r.Json<List<StoredGroup>>().Select(g => g.Group(batch.Route))],
            Lost: r.Int(),
            Snipped: r.Int(),
            StepDays: days,
            PutOff: putOffs.ToDictionary(p => p.Key, p => (p.Value.Day, p.Value.Reason)),
            Contradictions: [],
            Used: r.Int(),
            Gone: r.Int(),
            Parted: r.Int(),
            Trays: r.Json<List<StoredTrayCount>>().ToDictionary(t => t.TrayId, t => (t.Cells, t.On)),
            CountedOn: r.OrNull<DateOnly>(),
            Skips: r.Array<Guid>().Select(s => new StepId(s)).ToHashSet(),
            Abouts: BatchReader.Abouts(r)
        );
        return (batch, state, facts[batch.Id]);
    }

    /// <summary>Batches as they were at one moment, with what there was to plan them from, or older.</summary>
    private sealed record Some(
        Catalogue Catalogue,
        IReadOnlyList<(BatchRow Row, BatchState? State, int Facts)> Batches,
        ILookup<Guid, StoredDigest> Steps
    );
}
