using System.Text.Json.Serialization;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>A stored step of a plan.</summary>
public sealed record StoredStep(
    Guid StepId,
    DateOnly Low,
    DateOnly Mid,
    DateOnly High,
    DateOnly Due,
    DateOnly? DoneOn,
    DateOnly? LockedOn,
    DateOnly? PutOffTo,
    string? PutOffReason,
    string Place,
    string? Container,
    int Containers,
    double MixLitres,
    double? Leaves,
    IReadOnlyList<Reason> Reasons,
    IReadOnlyList<SpreadPart> Spread,
    Reason? Conflict,
    bool Skipped = false
)
{
    /// <summary>Which step of its batch.</summary>
    [JsonIgnore]
    public Step Step { get; init; }
}

/// <summary>What stands in one group, as stored.</summary>
public sealed record StoredGroup(
    Guid Id,
    Guid? ContainerId,
    Guid PlaceId,
    int Seedlings,
    int Containers,
    Guid ReachedStepId,
    DateOnly? InPotSince,
    DateOnly? HardenedSince,
    Guid? FromGroup,
    bool Merged,
    double? SpacedCm = null,
    IReadOnlyList<Guid>? OneOf = null,
    Looked? Seen = null,
    DateOnly? HereSince = null,
    Outdoors? Outdoors = null,
    DateOnly? ToppedOn = null,
    int Topped = 0
)
{
    /// <summary>The groups of batch <c>b</c>, the furthest first.</summary>
    internal const string OfBatch = """
        coalesce((
            select jsonb_agg(jsonb_build_object('id', s.id, 'containerId', s.container_id, 'placeId', s.place_id, 'seedlings', s.seedlings,
              'containers', s.containers, 'reachedStepId', s.reached_step_id, 'inPotSince', s.in_pot_since, 'hardenedSince', s.hardened_since,
              'fromGroup', s.from_group, 'merged', s.merged, 'spacedCm', s.spaced_cm, 'oneOf', s.one_of,
              'seen', s.seen, 'hereSince', s.here_since, 'outdoors', s.outdoors, 'toppedOn', s.topped_on, 'topped', s.topped) order by w.ordinal desc, s.seedlings desc, s.id)
            from standing s
            join path_step w on w.nursery_id = s.nursery_id and w.id = s.reached_step_id
            where s.nursery_id = b.nursery_id
              and s.batch_id = b.id), '[]')
        """;

    /// <summary>In the core's form.</summary>
    /// <param name="route">The steps of its batch.</param>
    public Group Group(Route route) =>
        new(
            new(Id),
            new(ContainerId, PlaceId),
            Seedlings,
            Containers,
            route.Find(new(ReachedStepId)) ?? route.Begin,
            InPotSince ?? DateOnly.MinValue,
            HardenedSince,
            FromGroup is { } from ? new GroupId(from) : null,
            Merged,
            SpacedCm,
            OneOf,
            Seen,
            HereSince,
            Outdoors,
            ToppedOn,
            Topped
        );
}

/// <summary>The last count of a tray's cells, as stored.</summary>
public sealed record StoredTrayCount(Guid TrayId, string Cells, DateOnly On);

/// <summary>A batch that this one was split off from, or that was split off from this one.</summary>
public sealed record KinBatch(Guid Id, string Code);

/// <summary>A batch with its plan and its counts, as stored; nothing is computed on reading.</summary>
/// <param name="OutOfDate">Its plan is still to follow a change: the days are those of before.</param>
/// <param name="Known">Codes of the batches that some of its plants may be of.</param>
public sealed record BatchView(
    Guid Id,
    int Version,
    string Code,
    BatchInput Input,
    Route Route,
    string Cultivar,
    Crop Crop,
    SpeciesGroup Group,
    Habit Habit,
    int Cells,
    int Seeds,
    int? Trays,
    int SeedsSown,
    int Emerged,
    int Lost,
    int Snipped,
    PlanSummary Summary,
    DateOnly? EndedOn,
    string? EndReason,
    IReadOnlyList<StoredStep> Steps,
    IReadOnlyList<StoredGroup> Standing,
    int Used,
    IReadOnlyList<StoredTrayCount> TrayCounts,
    DateOnly? CountedOn,
    IReadOnlyDictionary<StepId, DateOnly>? StepDays = null,
    IReadOnlyDictionary<StepId, PutOff>? PutOffs = null,
    DateOnly? KeptOn = null,
    bool OutOfDate = false,
    int Gone = 0,
    int Parted = 0,
    IReadOnlySet<StepId>? Skips = null,
    KinBatch? Parent = null,
    IReadOnlyList<KinBatch>? Children = null,
    IReadOnlyDictionary<StepId, int>? Abouts = null,
    IReadOnlyDictionary<Guid, string>? Known = null
)
{
    /// <summary>The counts in the core's form.</summary>
    public BatchState State() =>
        new(
            Route,
            SeedsSown,
            Emerged,
            [.. Standing.Select(g => g.Group(Route))],
            Lost,
            Snipped,
            StepDays ?? Steps.Where(s => s.DoneOn is not null).ToDictionary(s => s.Step.Id, s => s.DoneOn!.Value),
            PutOffs?.ToDictionary(p => p.Key, p => (p.Value.Day, p.Value.Reason))
                ?? Steps.Where(s => s.PutOffTo is not null).ToDictionary(s => s.Step.Id, s => (s.PutOffTo!.Value, s.PutOffReason ?? "")),
            [],
            Used,
            Gone,
            Parted,
            TrayCounts.ToDictionary(t => t.TrayId, t => (t.Cells, t.On)),
            CountedOn,
            Skips,
            Abouts: Abouts
        );

    /// <summary>The day a step took place for half of the plants; null where it has not.</summary>
    public DateOnly? DoneOn(Step step) =>
        StepDays is { } days ? (days.TryGetValue(step.Id, out var day) ? day : null) : Steps.FirstOrDefault(s => s.Step == step)?.DoneOn;

    /// <summary>The day its plants came up; null where that has not been, or was never here: bought, or standing already.</summary>
    public DateOnly? UpOn => Steps.FirstOrDefault(s => s.Step.Kind == StepKind.Up) is { } rising ? DoneOn(rising.Step) : null;

    /// <summary>True leaves on a day, by the plan.</summary>
    public double LeavesAt(DateOnly day) =>
        LeavesOn.Of(Steps.Where(s => s.Leaves is not null).Select(s => (s.Mid, s.Leaves!.Value)), UpOn, day);

    /// <summary>The day it was begun: sown, taken in.</summary>
    public DateOnly? BegunOn => DoneOn(Route.Begin);

    /// <summary>The plan's step of a kind; of moves, the first.</summary>
    /// <exception cref="InvalidOperationException">The plan has none.</exception>
    public StoredStep StepOf(StepKind kind) => Steps.First(s => s.Step.Kind == kind);

    /// <summary>What the day's work needs of a step. A sowing that was planned late is due from the day it was planned on.</summary>
    public StepDay DayOf(StoredStep step)
    {
        ArgumentNullException.ThrowIfNull(step);
        return StepDay.Kept(step.Step, DateSpread.Around(step.Low, step.Mid, step.High), step.Due, step.PutOffTo, KeptOn);
    }

    /// <summary>Where the plan puts the plants at a step; no container in a bed.</summary>
    public Spot TargetOf(Step step) => Route[step].At;
}

public sealed class BatchReader(NurseryTransaction nursery)
{
    /// <summary>No list is longer.</summary>
    public const int Most = 5000;

    // Each asked by a statement of its own, so that each finds its rows by an index.
    private const string All = $"""
        -- Batches with plan and counts.
        {Select}
        {InOrder}
        """;

    private const string Some = $"""
        -- Some batches with plan and counts.
        {Select}
        where b.id = any($3)
        {InOrder}
        """;

    private const string InOrder = """
        order by b.ended_on is not null, b.season desc, length(b.code), b.code, b.id
        limit $1
        """;

    private const string Select = $$"""
        select {{BatchRow.Columns}},
          c.name, c.crop, c.species_group, c.habit, b.seeds_sown, b.emerged, b.lost, b.snipped,
          b.summary, b.end_reason,
          coalesce((
            select jsonb_agg(jsonb_build_object(
              'stepId', p.step_id, 'low', p.low, 'mid', p.mid, 'high', p.high, 'due', p.due, 'doneOn', p.done_on, 'lockedOn', p.locked_on,
              'putOffTo', p.put_off_to, 'putOffReason', p.put_off_reason, 'place', p.place, 'container', p.container,
              'containers', p.containers, 'mixLitres', p.mix_litres, 'leaves', p.leaves, 'conflict', p.conflict, 'skipped', p.skipped,
              'reasons', case when $2 then p.reasons else '[]' end, 'spread', case when $2 then p.spread else '[]' end) order by w.ordinal)
            from plan_step p
            join path_step w on w.nursery_id = p.nursery_id and w.id = p.step_id and w.retired_on is null
            where p.nursery_id = b.nursery_id
              and p.batch_id = b.id), '[]'),
          {{StoredGroup.OfBatch}},
          b.used, b.tray_counts, b.counted_on, {{BatchRow.OutOfDate}}, b.gone, b.parted, b.skips, b.parent_id, o.code, b.abouts,
          coalesce((
            select jsonb_agg(jsonb_build_object('id', d.id, 'code', d.code) order by length(d.code), d.code)
            from batch d
            where d.nursery_id = b.nursery_id and d.parent_id = b.id), '[]'),
          (
            select jsonb_object_agg(d.id, d.code)
            from standing s
            join batch d on d.nursery_id = s.nursery_id and d.id = any(s.one_of)
            where s.nursery_id = b.nursery_id and s.batch_id = b.id and s.one_of is not null)
        from {{BatchRow.From}}
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        left join batch o on o.nursery_id = b.nursery_id and o.id = b.parent_id
        """;

    private const string Why = """
        -- Why a step has its day.
        select reasons
        from plan_step
        where batch_id = $1
          and step_id = $2
        """;

    private const string SownAgain = """
        -- Which batch was it sown again for, and which were sown again for it?
        select o.id, o.code, o.id is not distinct from b.again_of_id
        from batch b
        join batch o on o.nursery_id = b.nursery_id and (o.id = b.again_of_id or o.again_of_id = b.id)
        where b.id = $1
        order by length(o.code), o.code
        """;

    private const string Any = """
        -- Is there a batch?
        select exists (select from batch)
        """;

    /// <summary>All batches, ended ones last.</summary>
    /// <param name="cancel">Cancels.</param>
    /// <param name="why">With the reasons and spreads of each step; a list does not show them.</param>
    public Task<List<BatchView>> AllAsync(CancellationToken cancel, bool why = true) => ListAsync(All, why, cancel);

    /// <summary>Those that are still to be begun, and not ended, in no order; without the reasons and spreads of steps.</summary>
    public async Task<List<BatchView>> ToSowAsync(CancellationToken cancel) =>
        await HeldAsync([.. (await WrittenBatches.AllAsync(nursery, cancel)).Where(o => o.ToBegin)], cancel);

    /// <summary>Those of the ids that are there, in no order; without the reasons and spreads of their steps.</summary>
    public async Task<List<BatchView>> BriefAsync(IReadOnlyCollection<Guid> ids, CancellationToken cancel)
    {
        var asked = ids.ToHashSet();
        var open = (await WrittenBatches.AllAsync(nursery, cancel)).Where(o => asked.Remove(o.Id)).ToList();
        var found = await HeldAsync(open, cancel);
        if (asked.Count > 0)
            found.AddRange(await ListAsync(Some, why: false, cancel, Sql.Of(asked.ToArray())));
        return found;
    }

    private async Task<List<BatchView>> HeldAsync(List<WrittenBatch> open, CancellationToken cancel)
    {
        var stale = open.Where(o => o.Stale).Select(o => o.Id).ToHashSet();
        var views = await nursery.Held.Views.OfAsync(
            nursery,
            open,
            async ids => [.. (await ListAsync(Some, why: false, cancel, Sql.Of(ids))).Select(b => (b.Id, b))]
        );
        // What it was planned with is held with it, what there is to plan with is not.
        return [.. views.Select(v => v.OutOfDate == stale.Contains(v.Id) ? v : v with { OutOfDate = !v.OutOfDate })];
    }

    /// <summary>Whether there is one, an ended one too.</summary>
    public async Task<bool> AnyAsync(CancellationToken cancel) => (await nursery.ListAsync(Any, r => r.GetBoolean(0), cancel))[0];

    /// <summary>The reasons of one step; the Round asks for them where they are opened.</summary>
    /// <exception cref="NotFoundException">The batch has no such step.</exception>
    public async Task<IReadOnlyList<Reason>> WhyAsync(Guid id, Guid step, CancellationToken cancel) =>
        await nursery.OneAsync(Why, r => r.FromJson<List<Reason>>(0), cancel, Sql.Of(id), Sql.Of(step))
        ?? throw new NotFoundException("step");

    /// <summary>The batch that this one was sown again for, and those that were sown again for it.</summary>
    public async Task<(KinBatch? Of, IReadOnlyList<KinBatch> By)> SownAgainAsync(Guid id, CancellationToken cancel)
    {
        var kin = await nursery.ListAsync(
            SownAgain,
            r => (Batch: new KinBatch(r.GetGuid(0), r.GetString(1)), Before: r.GetBoolean(2)),
            cancel,
            Sql.Of(id)
        );
        return (kin.FirstOrDefault(k => k.Before).Batch, [.. kin.Where(k => !k.Before).Select(k => k.Batch)]);
    }

    /// <summary>Those of the ids that are there, without plan and counts.</summary>
    public async Task<IReadOnlyList<(Guid Id, string Code, BatchInput Input, Route Route)>> NamedAsync(
        Guid[] ids,
        CancellationToken cancel
    ) => [.. (await nursery.ListAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(ids))).Select(r => (r.Id, r.Code, r.Input, r.Route))];

    /// <summary>Those of the ids that are there.</summary>
    public Task<List<BatchView>> SomeAsync(Guid[] ids, CancellationToken cancel) => ListAsync(Some, why: true, cancel, Sql.Of(ids));

    private Task<List<BatchView>> ListAsync(string sql, bool why, CancellationToken cancel, params NpgsqlParameter[] more) =>
        nursery.ListAsync(sql, Read, cancel, [Sql.Of(Most), Sql.Of(why), .. more]);

    /// <exception cref="NotFoundException">No such batch in this nursery.</exception>
    public async Task<BatchView> OneAsync(Guid id, CancellationToken cancel) =>
        (await SomeAsync([id], cancel)) is [var batch] ? batch : throw new NotFoundException("batch");

    /// <summary>The batch's ledger, newest first, with what is taken back.</summary>
    public async Task<(IReadOnlyList<StoredEntry> Entries, IReadOnlySet<Guid> TakenBack)> LedgerAsync(Guid id, CancellationToken cancel)
    {
        var entries = await new LedgerReader(nursery).OfAsync(id, cancel);
        return ([.. entries.OrderByDescending(e => e.Entry.Sequence)], Fold.TakenBack(entries.Select(e => e.Entry)));
    }

    internal static IReadOnlyDictionary<StepId, int> Abouts(Row r) =>
        r.Json<Dictionary<Guid, int>>().ToDictionary(a => new StepId(a.Key), a => a.Value);

    private static BatchView Read(NpgsqlDataReader reader)
    {
        var r = new Row(reader);
        var row = BatchRow.Read(r);
        return new(
            row.Id,
            row.Version,
            row.Code,
            row.Input,
            row.Route,
            r.Text(),
            r.Enum<Crop>(),
            r.Enum<SpeciesGroup>(),
            r.Enum<Habit>(),
            row.ToSow.Cells,
            row.ToSow.Seeds,
            row.ToSow.Trays,
            r.Int(),
            r.Int(),
            r.Int(),
            r.Int(),
            r.Json<PlanSummary>(),
            row.EndedOn,
            r.TextOrNull(),
            [.. r.Json<List<StoredStep>>().Select(s => s with { Step = row.Route.Find(new(s.StepId))!.Value })],
            r.Json<List<StoredGroup>>(),
            r.Int(),
            r.Json<List<StoredTrayCount>>(),
            r.OrNull<DateOnly>(),
            row.StepDays,
            row.PutOffs,
            row.KeptOn,
            r.Bool(),
            Gone: r.Int(),
            Parted: r.Int(),
            Skips: r.Array<Guid>().Select(s => new StepId(s)).ToHashSet(),
            Parent: (r.OrNull<Guid>(), r.TextOrNull()) is ({ } parent, { } code) ? new KinBatch(parent, code) : null,
            Abouts: Abouts(r),
            Children: r.Json<List<KinBatch>>(),
            Known: r.JsonOrNull<Dictionary<Guid, string>>()
        );
    }
}
