using Juvenal.Core.Cultivars;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>What a list shows of a step.</summary>
public sealed record ListedStep(
    Step Step,
    DateOnly Low,
    DateOnly Mid,
    DateOnly High,
    DateOnly? DoneOn,
    DateOnly? LockedOn,
    DateOnly? PutOffTo,
    bool Conflict,
    bool Skipped
);

/// <summary>What a list shows of a batch.</summary>
/// <param name="Potted">It ends in a pot.</param>
public sealed record ListedBatch(
    Guid Id,
    string Code,
    int Season,
    string Cultivar,
    Crop Crop,
    Start Start,
    int PlantsWanted,
    int SeedsSown,
    int Emerged,
    int Standing,
    int Lost,
    int Snipped,
    DateOnly? EndedOn,
    bool OutOfDate,
    bool Potted,
    IReadOnlyList<ListedStep> Steps,
    ListedJob? Next
);

/// <summary>The next job of a batch, as the Round has it.</summary>
public sealed record ListedJob(JobKind Kind, Step Step, DateOnly Day);

/// <summary>A batch that is not ended, by its name.</summary>
public sealed record NamedBatch(Guid Id, string Code, string Cultivar, Crop Crop, int Standing);

/// <summary>Batches in lists: what has work next first, by its day; then those without, then the ended ones; a page at a time.</summary>
public sealed class BatchList(NurseryTransaction nursery)
{
    /// <summary>No page is longer.</summary>
    public const int MostOnPage = 200;

    private const string Named = """
        ($1 = '' or position(lower($1) in lower(b.code || ' ' || c.name || ' ' || c.crop)) > 0)
        """;

    private const string Total = $"""
        -- How many batches have it in their code, their cultivar or their crop, and how many plants stand of them?
        select count(*)::int, coalesce(sum(s.seedlings), 0)::int
        from batch b
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        left join (
          select s.batch_id, sum(s.seedlings) as seedlings
          from standing s
          group by s.batch_id) s on s.batch_id = b.id
        where {Named}
        """;

    private const string Page = $"""
        -- A page of batches, in order.
        select {WrittenBatches.Columns}
        from {WrittenBatches.From}
        left join (
          select j.batch_id, min(greatest(j.due, j.put_off_to)) as day
          from job j
          group by j.batch_id) n on n.batch_id = b.id and b.ended_on is null
        where {Named}
        order by b.ended_on is not null, n.day, b.season desc, length(b.code), b.code, b.id
        offset $2
        limit $3
        """;

    private const string Listed = $"""
        -- Some batches as a list shows them.
        select b.id, b.code, b.season, c.name, c.crop, b.start, b.plants_wanted, b.seeds_sown, b.emerged,
          coalesce((select sum(s.seedlings)::int from standing s where s.nursery_id = b.nursery_id and s.batch_id = b.id), 0),
          b.lost, b.snipped, b.ended_on, {BatchRow.OutOfDate}, p.ids, p.kinds, p.lows, p.mids, p.highs, p.dones, p.locks, p.puts, p.conflicts,
          p.skips, b.aim = 'pot', j.kind, j.step_id, j.step_kind, j.ordinal, j.number, j.day
        from batch b
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        left join lateral (
          select array_agg(w.id order by w.ordinal) as ids, array_agg(w.kind order by w.ordinal) as kinds,
            array_agg(p.low order by w.ordinal) as lows, array_agg(p.mid order by w.ordinal) as mids,
            array_agg(p.high order by w.ordinal) as highs, array_agg(p.done_on order by w.ordinal) as dones,
            array_agg(p.locked_on order by w.ordinal) as locks, array_agg(p.put_off_to order by w.ordinal) as puts,
            array_agg(p.conflict is not null order by w.ordinal) as conflicts, array_agg(p.skipped order by w.ordinal) as skips
          from plan_step p
          join path_step w on w.nursery_id = p.nursery_id and w.id = p.step_id and w.retired_on is null
          where p.nursery_id = b.nursery_id and p.batch_id = b.id) p on true
        left join lateral (
          select j.kind, j.step_id, w.kind as step_kind, w.ordinal, greatest(j.due, j.put_off_to) as day,
            {StepSql.Number} as number
          from job j
          join path_step w on w.nursery_id = j.nursery_id and w.id = j.step_id
          where j.nursery_id = b.nursery_id and j.batch_id = b.id
          order by greatest(j.due, j.put_off_to), w.ordinal, j.kind, j.id
          limit 1) j on true
        where b.id = any($1)
        """;

    private const string Names = """
        -- Batches that are not ended, by name, to choose one.
        select b.id, b.code, c.name, c.crop,
          coalesce((select sum(s.seedlings)::int from standing s where s.nursery_id = b.nursery_id and s.batch_id = b.id), 0)
        from batch b
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        where b.ended_on is null
        order by b.season desc, length(b.code), b.code, b.id
        limit $1
        """;

    /// <param name="find">Part of a code, a cultivar's name or a crop; empty: all.</param>
    /// <param name="skip">How many are left out before, from 0.</param>
    /// <param name="take">How many, 1 to <see cref="MostOnPage"/>.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>How many there are in all and how many plants stand of them, and this page of them.</returns>
    public async Task<(int Total, int Plants, IReadOnlyList<ListedBatch> Batches)> PageAsync(
        string find,
        int skip,
        int take,
        CancellationToken cancel
    )
    {
        var (total, plants, page) = (0, 0, new List<WrittenBatch>());
        await nursery.ReadTogetherAsync(
            cancel,
            new(Total, r => (total, plants) = (r.GetInt32(0), r.GetInt32(1)), Sql.Of(find)),
            new(Page, r => page.Add(WrittenBatches.Read(r)), Sql.Of(find), Sql.Of(skip), Sql.Of(take))
        );
        var listed = await nursery.Held.Listed.OfAsync(
            nursery,
            page,
            async ids => [.. (await nursery.ListAsync(Listed, Read, cancel, Sql.Of(ids))).Select(b => (b.Id, b))]
        );
        var stale = page.ToDictionary(b => b.Id, b => b.Stale);
        return (total, plants, [.. listed.Select(b => b.OutOfDate == stale[b.Id] ? b : b with { OutOfDate = stale[b.Id] })]);
    }

    public Task<List<NamedBatch>> NamesAsync(CancellationToken cancel) =>
        nursery.ListAsync(
            Names,
            r => new NamedBatch(r.GetGuid(0), r.GetString(1), r.GetString(2), r.Enum<Crop>(3), r.GetInt32(4)),
            cancel,
            Sql.Of(BatchReader.Most)
        );

    private static ListedBatch Read(NpgsqlDataReader r)
    {
        var ids = r.IsDBNull(14) ? [] : r.GetFieldValue<Guid[]>(14);
        var steps = new List<ListedStep>(ids.Length);
        if (ids.Length > 0)
        {
            var (kinds, move) = (r.GetFieldValue<string[]>(15), 0);
            var (lows, mids, highs) = (r.GetFieldValue<DateOnly[]>(16), r.GetFieldValue<DateOnly[]>(17), r.GetFieldValue<DateOnly[]>(18));
            var (dones, locks) = (r.GetFieldValue<DateOnly?[]>(19), r.GetFieldValue<DateOnly?[]>(20));
            var (puts, conflicts) = (r.GetFieldValue<DateOnly?[]>(21), r.GetFieldValue<bool[]>(22));
            var skips = r.GetFieldValue<bool[]>(23);
            for (var i = 0; i < ids.Length; i++)
            {
                var kind = Sql.ToEnum<StepKind>(kinds[i]);
                var step = new Step(new(ids[i]), kind, i, kind == StepKind.Move ? ++move : 0);
                steps.Add(new(step, lows[i], mids[i], highs[i], dones[i], locks[i], puts[i], conflicts[i], skips[i]));
            }
        }

        return new(
            r.GetGuid(0),
            r.GetString(1),
            r.GetInt32(2),
            r.GetString(3),
            r.Enum<Crop>(4),
            r.Enum<Start>(5),
            r.GetInt32(6),
            r.GetInt32(7),
            r.GetInt32(8),
            r.GetInt32(9),
            r.GetInt32(10),
            r.GetInt32(11),
            r.OrNull<DateOnly>(12),
            r.GetBoolean(13),
            r.GetBoolean(24),
            steps,
            r.IsDBNull(25) ? null : new(r.Enum<JobKind>(25), StepOf(r), r.GetFieldValue<DateOnly>(30))
        );

        static Step StepOf(NpgsqlDataReader r) =>
            r.Enum<StepKind>(27) is var kind && kind == StepKind.Move
                ? new(new(r.GetGuid(26)), kind, r.GetInt32(28), r.GetInt32(29))
                : new(new(r.GetGuid(26)), kind, r.GetInt32(28));
    }
}
