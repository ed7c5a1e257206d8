using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
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
        -- Steps that are not done, whose day has moved far enough since it was told; the soonest first.
        select b.id, b.code, c.name, c.crop, w.id, w.kind, w.ordinal,
          {StepSql.Number},
          b.start, p.announced_on, p.mid, p.reasons -> 0
        from plan_step p
        join path_step w on w.nursery_id = p.nursery_id and w.id = p.step_id and w.retired_on is null and w.kind <> 'ripe'
        join batch b on b.nursery_id = p.nursery_id and b.id = p.batch_id and b.ended_on is null
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        where p.done_on is null
          and {StepSql.Moved}
          -- What is due already stands on its card; while it waits, its day goes on with today.
          and p.mid > $2
        order by p.mid, length(b.code), b.code, w.ordinal
        limit $1
        """;

    private const string Seen = """
        -- The grower has seen the days of these steps as they are.
        update plan_step
        set announced_on = mid
        where step_id = any($1)
        """;

    public Task<List<MovedStep>> ListAsync(DateOnly today, CancellationToken cancel) =>
        nursery.ListAsync(Select, Read, cancel, Sql.Of(Most), Sql.Of(today));

    public Task SeenAsync(Guid[] steps, CancellationToken cancel) => nursery.ExecuteAsync(Seen, cancel, Sql.Of(steps));

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
