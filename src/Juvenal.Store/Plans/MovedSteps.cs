using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Plans;

/// <summary>A step whose day has moved since the grower was last told.</summary>
/// <param name="Because">The deciding reason of its new day; null where the plan gives none.</param>
public sealed record MovedStep(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    Step Step,
    Start Start,
    DateOnly Was,
    DateOnly Is,
    Reason? Because
);

/// <summary>What moved, from when to when; said once it comes to <see cref="Planner.ToldFromDays"/> days.</summary>
public sealed class MovedSteps(NurseryTransaction nursery)
{
    /// <summary>No list is longer; the rest follows when these are seen.</summary>
    public const int Most = 20;

    private static readonly string Select = $"""
        -- Steps of some batches that are not done, whose day has moved far enough since it was told.
        select b.id, b.code, c.name, c.crop, w.id, w.kind, w.ordinal,
          {StepSql.Number},
          b.start, p.announced_on, p.mid, p.reasons -> 0
        from plan_step p
        join path_step w on w.nursery_id = p.nursery_id and w.id = p.step_id and w.retired_on is null and w.kind <> 'ripe'
        join batch b on b.nursery_id = p.nursery_id and b.id = p.batch_id
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        where p.batch_id = any($1)
          and p.done_on is null
          and {StepSql.Moved}
        """;

    private const string Batches = """
        -- The batches of some steps.
        select distinct batch_id
        from plan_step
        where step_id = any($1)
        """;

    private const string Seen = """
        -- The grower has seen the days of these steps as they are. Their batches are written with them: what is held of those is read anew.
        with seen as (
          update plan_step
          set announced_on = mid
          where step_id = any($1)
          returning batch_id)
        update batch
        set facts = facts
        where id in (select batch_id from seen)
        """;

    /// <summary>The soonest first.</summary>
    public async Task<IReadOnlyList<MovedStep>> ListAsync(DateOnly today, CancellationToken cancel)
    {
        var moved = await nursery.Held.Moved.OfAsync(
            nursery,
            await WrittenBatches.AllAsync(nursery, cancel),
            ids => nursery.ListAsync(Select, r => (r.GetGuid(0), Read(r)), cancel, Sql.Of(ids))
        );
        return
        [
            .. moved
                // What is due already stands on its card; while it waits, its day goes on with today.
                .Where(m => m.Is > today)
                .OrderBy(m => m.Is)
                .ThenBy(m => m.Code.Length)
                .ThenBy(m => m.Code, StringComparer.Ordinal)
                .ThenBy(m => m.Step.Order)
                .Take(Most),
        ];
    }

    public async Task SeenAsync(Guid[] steps, CancellationToken cancel)
    {
        await Locks.BatchesAsync(nursery, await nursery.ListAsync(Batches, r => r.GetGuid(0), cancel, Sql.Of(steps)), cancel);
        await nursery.ExecuteAsync(Seen, cancel, Sql.Of(steps));
    }

    private static MovedStep Read(NpgsqlDataReader r)
    {
        var kind = r.Enum<StepKind>(5);
        return new(
            r.GetGuid(0),
            r.GetString(1),
            r.GetString(2),
            r.Enum<Crop>(3),
            new(new(r.GetGuid(4)), kind, r.GetInt32(6), kind == StepKind.Move ? r.GetInt32(7) : 0),
            r.Enum<Start>(8),
            r.GetFieldValue<DateOnly>(9),
            r.GetFieldValue<DateOnly>(10),
            r.IsDBNull(11) ? null : r.FromJson<Reason>(11)
        );
    }
}
