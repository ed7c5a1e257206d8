using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>A stored step of a plan.</summary>
public sealed record StoredStep(
    Stage Stage,
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
    Reason? Conflict
);

/// <summary>What stands in one group, as stored.</summary>
public sealed record StoredGroup(Guid? ContainerId, Guid PlaceId, int Seedlings, int Containers, Stage Reached);

/// <summary>The last count of a tray's cells, as stored.</summary>
public sealed record StoredTrayCount(Guid TrayId, string Cells, DateOnly On);

/// <summary>A batch with its plan and its counts, as stored; nothing is computed on reading.</summary>
public sealed record BatchView(
    Guid Id,
    int Version,
    string Code,
    BatchInput Input,
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
    DateOnly? CountedOn
)
{
    /// <summary>The counts in the core's form.</summary>
    public BatchState State() =>
        new(
            SeedsSown,
            Emerged,
            [.. Standing.Select(g => new Standing(new(g.ContainerId, g.PlaceId), g.Seedlings, g.Containers, g.Reached))],
            Lost,
            Snipped,
            Steps.Where(s => s.DoneOn is not null).ToDictionary(s => s.Stage, s => s.DoneOn!.Value),
            Steps.Where(s => s.PutOffTo is not null).ToDictionary(s => s.Stage, s => (s.PutOffTo!.Value, s.PutOffReason ?? "")),
            [],
            Used,
            TrayCounts.ToDictionary(t => t.TrayId, t => (t.Cells, t.On)),
            CountedOn
        );

    public DateOnly? DoneOn(Stage stage) => Steps.FirstOrDefault(s => s.Stage == stage)?.DoneOn;

    public GroupKey TargetOf(Stage stage) => Input.TargetOf(stage);
}

public sealed class BatchReader(NurseryTransaction nursery)
{
    /// <summary>No list is longer.</summary>
    public const int Most = 5000;

    private const string Select = """
        -- Batches with plan and counts: some of them, or all, newest season first, by code.
        select b.id, b.version, b.code, b.cultivar_id, b.season, b.plants_wanted, b.germination, b.survival, b.confidence, b.seeds_per_cell,
          b.seeds_available, b.tray_id, b.germination_place_id, b.seedling_place_id, b.hardening_place_id, b.bed_id,
          (select array_agg(m.container_id order by m.ordinal) from batch_move m where m.nursery_id = b.nursery_id and m.batch_id = b.id),
          (select array_agg(m.place_id order by m.ordinal) from batch_move m where m.nursery_id = b.nursery_id and m.batch_id = b.id),
          (select array_agg(l.stage order by l.stage) from stage_lock l where l.nursery_id = b.nursery_id and l.batch_id = b.id),
          (select array_agg(l.locked_on order by l.stage) from stage_lock l where l.nursery_id = b.nursery_id and l.batch_id = b.id),
          b.lot_id, b.start, b.start_leaves, b.price_each, b.rootstock_id, b.scion_id, b.union_cm,
          c.name, c.crop, c.species_group, c.habit, b.cells, b.seeds, b.trays, b.seeds_sown, b.emerged, b.lost, b.snipped,
            b.summary, b.ended_on, b.end_reason,
          coalesce((
            select jsonb_agg(jsonb_build_object('stage', p.stage, 'low', p.low, 'mid', p.mid, 'high', p.high, 'due', p.due,
              'doneOn', p.done_on,
              'lockedOn', p.locked_on, 'putOffTo', p.put_off_to, 'putOffReason', p.put_off_reason, 'place', p.place, 'container',
                p.container,
              'containers', p.containers, 'mixLitres', p.mix_litres, 'leaves', p.leaves, 'reasons', p.reasons, 'spread', p.spread,
                'conflict', p.conflict) order by p.stage)
            from plan_step p
            where p.nursery_id = b.nursery_id
              and p.batch_id = b.id), '[]'),
          coalesce((
            select jsonb_agg(jsonb_build_object('containerId', s.container_id, 'placeId', s.place_id, 'seedlings', s.seedlings,
              'containers', s.containers, 'reached', s.reached) order by s.reached desc, s.seedlings desc, s.id)
            from standing s
            where s.nursery_id = b.nursery_id
              and s.batch_id = b.id), '[]'),
          b.used, b.tray_counts, b.counted_on
        from batch b
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        where $1::uuid[] is null or b.id = any($1)
        order by b.ended_on is not null, b.season desc, b.code, b.id
        limit $2
        """;

    public Task<List<BatchView>> AllAsync(CancellationToken cancel) =>
        nursery.ListAsync(Select, Read, cancel, Sql.OfNull((Guid[]?)null), Sql.Of(Most));

    /// <summary>Those of the ids that are there.</summary>
    public Task<List<BatchView>> SomeAsync(Guid[] ids, CancellationToken cancel) =>
        nursery.ListAsync(Select, Read, cancel, Sql.OfNull(ids), Sql.Of(Most));

    /// <exception cref="NotFoundException">No such batch in this nursery.</exception>
    public async Task<BatchView> OneAsync(Guid id, CancellationToken cancel) =>
        await nursery.OneAsync(Select, Read, cancel, Sql.OfNull([id]), Sql.Of(1)) ?? throw new NotFoundException("batch");

    /// <summary>The batch's ledger, newest first, with what is taken back.</summary>
    public async Task<(IReadOnlyList<StoredEntry> Entries, IReadOnlySet<Guid> TakenBack)> LedgerAsync(Guid id, CancellationToken cancel)
    {
        var entries = await new LedgerReader(nursery).AllAsync(id, cancel);
        return ([.. entries.OrderByDescending(e => e.Entry.Sequence)], Fold.TakenBack(entries.Select(e => e.Entry)));
    }

    private static BatchView Read(NpgsqlDataReader r)
    {
        var row = BatchRow.Read(r);
        return new(
            row.Id,
            row.Version,
            row.Code,
            row.Input,
            r.GetString(27),
            r.Enum<Crop>(28),
            r.Enum<SpeciesGroup>(29),
            r.Enum<Habit>(30),
            r.GetInt32(31),
            r.GetInt32(32),
            r.OrNull<int>(33),
            r.GetInt32(34),
            r.GetInt32(35),
            r.GetInt32(36),
            r.GetInt32(37),
            r.FromJson<PlanSummary>(38),
            r.OrNull<DateOnly>(39),
            r.TextOrNull(40),
            r.FromJson<List<StoredStep>>(41),
            r.FromJson<List<StoredGroup>>(42),
            r.GetInt32(43),
            r.FromJson<List<StoredTrayCount>>(44),
            r.OrNull<DateOnly>(45)
        );
    }
}
