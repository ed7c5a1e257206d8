using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

public sealed record MoveInput(Guid ContainerId, Guid PlaceId);

/// <summary>A beginning that is not seed.</summary>
/// <param name="Kind">With what.</param>
/// <param name="Leaves">True leaves it begins with, 0–12.</param>
/// <param name="PriceEach">Paid for a bought-in plant.</param>
/// <param name="RootstockId">Batch the rootstocks come from; grafts only.</param>
/// <param name="ScionId">Batch the scions come from; grafts only.</param>
/// <param name="UnionCm">Height of the union above the ball, cm, 1–60; grafts only.</param>
public sealed record StartInput(
    Start Kind,
    double Leaves,
    double? PriceEach = null,
    Guid? RootstockId = null,
    Guid? ScionId = null,
    double? UnionCm = null
);

/// <summary>What the grower chooses for a batch. Preview, keeping and changing all take this.</summary>
/// <param name="CultivarId">Which cultivar.</param>
/// <param name="Season">Label of the season.</param>
/// <param name="PlantsWanted">1–1,000,000.</param>
/// <param name="Germination">Of the lot, above 0 to 1.</param>
/// <param name="Survival">From emergence to planting, above 0 to 1.</param>
/// <param name="Confidence">Between 0 and 1.</param>
/// <param name="SeedsPerCell">1–5.</param>
/// <param name="SeedsAvailable">Null where that is no limit.</param>
/// <param name="TrayId">What it is sown in.</param>
/// <param name="GerminationPlaceId">Where the tray stands until emergence.</param>
/// <param name="SeedlingPlaceId">Where it stands until the first move.</param>
/// <param name="Moves">0–3.</param>
/// <param name="HardeningPlaceId">The hardening stand.</param>
/// <param name="BedId">Where it ends.</param>
/// <param name="Locks">Days the grower fixed, by stage.</param>
/// <param name="LotId">The packet it is sown from; null where not said.</param>
/// <param name="Start">What it begins with; null: seed.</param>
public sealed record BatchInput(
    Guid CultivarId,
    int Season,
    int PlantsWanted,
    double Germination,
    double Survival,
    double Confidence,
    int SeedsPerCell,
    int? SeedsAvailable,
    Guid TrayId,
    Guid GerminationPlaceId,
    Guid SeedlingPlaceId,
    IReadOnlyList<MoveInput> Moves,
    Guid HardeningPlaceId,
    Guid BedId,
    IReadOnlyDictionary<Stage, DateOnly> Locks,
    Guid? LotId = null,
    StartInput? Start = null
)
{
    public Beginning Begins => new(Start?.Kind ?? Core.Season.Start.Seed, Start?.Leaves ?? 0);

    /// <summary>Where the plan puts the plants in a stage; no container in a bed.</summary>
    public Spot TargetOf(Stage stage) =>
        stage switch
        {
            Stage.Sow => new(TrayId, GerminationPlaceId),
            Stage.Emerge => new(TrayId, SeedlingPlaceId),
            Stage.Harden => new(Moves.Count == 0 ? TrayId : Moves[^1].ContainerId, HardeningPlaceId),
            Stage.PlantOut or Stage.Ripe => new(null, BedId),
            _ => new(Moves[stage - Stage.PrickOut].ContainerId, Moves[stage - Stage.PrickOut].PlaceId),
        };

    /// <summary>
    /// The stage that a move into another container does: that which wants this container, wherever it stands; else the next move up, and
    /// none where all are done. A bed is planting out, planned or not.
    /// </summary>
    /// <param name="to">Where they went.</param>
    /// <param name="reached">What they had done; null where that is not known.</param>
    public Stage? StageOfMoveTo(Spot to, Stage? reached)
    {
        if (to.Container is null)
            return Stage.PlantOut;
        var left = Enumerable.Range(0, Moves.Count).Select(GrowingPath.StageOfMove).Where(s => s > (reached ?? Stage.Sow)).ToList();
        return left.Where(s => TargetOf(s).Container == to.Container).Concat(left).Select(s => (Stage?)s).FirstOrDefault();
    }
}

/// <summary>A batch as it is stored, without its plan.</summary>
/// <param name="StageDays">By stage, as last written with the ledger; null where it was not written yet.</param>
/// <param name="SummaryDigest">Of the plan besides its steps.</param>
/// <param name="ToSow">By the plan.</param>
/// <param name="KeptOn">The day it was planned; null where that is not known.</param>
/// <param name="JobsDigest">Of its next jobs.</param>
internal sealed record BatchRow(
    Guid Id,
    int Version,
    string Code,
    BatchInput Input,
    IReadOnlyDictionary<Stage, DateOnly>? StageDays = null,
    IReadOnlyDictionary<Stage, PutOff>? PutOffs = null,
    string? SummaryDigest = null,
    DateOnly? EndedOn = null,
    (int Cells, int Seeds, int? Trays) ToSow = default,
    DateOnly? KeptOn = null,
    string? JobsDigest = null
)
{
    /// <summary>What a batch is read by; <see cref="Read"/> takes them in this order.</summary>
    public const string Columns = """
        b.id, b.version, b.code, b.cultivar_id, b.season, b.plants_wanted, b.germination, b.survival, b.confidence, b.seeds_per_cell,
          b.seeds_available, b.tray_id, b.germination_place_id, b.seedling_place_id, b.hardening_place_id, b.bed_id,
          (select array_agg(m.container_id order by m.ordinal) from batch_move m where m.nursery_id = b.nursery_id and m.batch_id = b.id),
          (select array_agg(m.place_id order by m.ordinal) from batch_move m where m.nursery_id = b.nursery_id and m.batch_id = b.id),
          (select array_agg(l.stage order by l.stage) from stage_lock l where l.nursery_id = b.nursery_id and l.batch_id = b.id),
          (select array_agg(l.locked_on order by l.stage) from stage_lock l where l.nursery_id = b.nursery_id and l.batch_id = b.id),
          b.lot_id, b.start, b.start_leaves, b.price_each, b.rootstock_id, b.scion_id, b.union_cm,
          b.stage_days, b.put_offs, b.summary_digest, b.ended_on, b.cells, b.seeds, b.trays, b.kept_on, b.jobs_digest
        """;

    /// <summary>How many <see cref="Columns"/> are.</summary>
    public const int Count = 36;

    /// <summary>Locks nothing: where a batch is to be changed, it is locked by the statement before (<see cref="Locks"/>).</summary>
    public const string Select = $"""
        -- Batches with the path they take.
        select {Columns}
        from batch b
        where b.id = any($1)
        order by b.id
        """;

    public static BatchRow Read(NpgsqlDataReader r)
    {
        var (containers, places) = (Many<Guid>(r, 16), Many<Guid>(r, 17));
        var (stages, days) = (Many<int>(r, 18), Many<DateOnly>(r, 19));
        return new(
            r.GetGuid(0),
            r.GetInt32(1),
            r.GetString(2),
            new(
                r.GetGuid(3),
                r.GetInt32(4),
                r.GetInt32(5),
                r.GetDouble(6),
                r.GetDouble(7),
                r.GetDouble(8),
                r.GetInt32(9),
                r.OrNull<int>(10),
                r.GetGuid(11),
                r.GetGuid(12),
                r.GetGuid(13),
                [.. containers.Zip(places, (c, p) => new MoveInput(c, p))],
                r.GetGuid(14),
                r.GetGuid(15),
                stages.Zip(days).ToDictionary(l => (Stage)l.First, l => l.Second),
                r.OrNull<Guid>(20),
                StartOf(r)
            ),
            r.IsDBNull(27) ? null : r.FromJson<Dictionary<int, DateOnly>>(27).ToDictionary(d => (Stage)d.Key, d => d.Value),
            r.IsDBNull(28) ? null : r.FromJson<Dictionary<int, PutOff>>(28).ToDictionary(d => (Stage)d.Key, d => d.Value),
            r.TextOrNull(29),
            r.OrNull<DateOnly>(30),
            (r.GetInt32(31), r.GetInt32(32), r.OrNull<int>(33)),
            r.OrNull<DateOnly>(34),
            r.TextOrNull(35)
        );
    }

    private static StartInput? StartOf(NpgsqlDataReader r) =>
        r.Enum<Start>(21) is var kind && kind == Start.Seed
            ? null
            : new(kind, r.GetDouble(22), r.OrNull<double>(23), r.OrNull<Guid>(24), r.OrNull<Guid>(25), r.OrNull<double>(26));

    private static T[] Many<T>(NpgsqlDataReader r, int column) => r.IsDBNull(column) ? [] : r.GetFieldValue<T[]>(column);
}

/// <summary>A stage put off: to which day, and why.</summary>
public sealed record PutOff(DateOnly Day, string Reason);
