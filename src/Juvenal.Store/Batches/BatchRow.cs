using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>A move into another container.</summary>
/// <param name="ContainerId">Into what.</param>
/// <param name="PlaceId">Where the plants stand then.</param>
/// <param name="Id">Names the move for good: a move that is given the same name again is the same, wherever it comes. Null: the one that
/// stands there in
/// the path now, or a new one.</param>
/// <param name="LockedOn">The day the grower fixed.</param>
public sealed record MoveInput(Guid ContainerId, Guid PlaceId, Guid? Id = null, DateOnly? LockedOn = null);

/// <summary>Days the grower fixed, of the steps that every path has; those of moves stand with the moves.</summary>
public sealed record FixedDays(
    DateOnly? Begin = null,
    DateOnly? Up = null,
    DateOnly? Harden = null,
    DateOnly? PlantOut = null,
    DateOnly? Hold = null
)
{
    internal DateOnly? Of(StepKind kind) =>
        kind switch
        {
            StepKind.Begin => Begin,
            StepKind.Up => Up,
            StepKind.Harden => Harden,
            StepKind.Hold => Hold,
            StepKind.PlantOut => PlantOut,
            _ => null,
        };

    /// <summary>With another day for a step.</summary>
    internal FixedDays With(StepKind kind, DateOnly? day) =>
        kind switch
        {
            StepKind.Begin => this with { Begin = day },
            StepKind.Up => this with { Up = day },
            StepKind.Harden => this with { Harden = day },
            StepKind.Hold => this with { Hold = day },
            StepKind.PlantOut => this with { PlantOut = day },
            _ => this,
        };
}

/// <summary>How bought plants were raised: what they bear.</summary>
public enum Raised
{
    Warm,
    Cool,
    Outdoors,
}

/// <summary>A beginning that is not seed.</summary>
/// <param name="Kind">With what.</param>
/// <param name="Leaves">True leaves it begins with, 0–12.</param>
/// <param name="PriceEach">Paid for a bought-in plant.</param>
/// <param name="RootstockId">Batch the rootstocks come from; grafts only.</param>
/// <param name="ScionId">Batch the scions come from; grafts only.</param>
/// <param name="UnionCm">Height of the union above the ball, cm, 1–60; of grafts, also of those that were bought.</param>
/// <param name="MotherId">Batch the side shoots are cut from; cuttings only.</param>
/// <param name="Raised">Where bought plants stood before; null: not known.</param>
/// <param name="InFlower">Bought plants flowered when they came.</param>
public sealed record StartInput(
    Start Kind,
    double Leaves,
    double? PriceEach = null,
    Guid? RootstockId = null,
    Guid? ScionId = null,
    double? UnionCm = null,
    Guid? MotherId = null,
    Raised? Raised = null,
    bool InFlower = false
);

/// <summary>What a batch is raised for.</summary>
/// <param name="Kind">A bed, a pot to end in, or a sale.</param>
/// <param name="Day">Sale: the day they are to be ready by.</param>
/// <param name="Outdoors">Pot: it goes outdoors in the end.</param>
public sealed record AimInput(AimKind Kind, DateOnly? Day = null, bool Outdoors = false);

/// <summary>Where hardened plants are held until they are wanted.</summary>
/// <param name="PlaceId">A cool house, a frame.</param>
/// <param name="Days">How long, 1–120; shorter where they are late.</param>
public sealed record HoldInput(Guid PlaceId, int Days);

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
/// <param name="SeedlingPlaceId">Where it stands until the first move; plants that are bought in stand where they came to.</param>
/// <param name="Moves">0–6, in order.</param>
/// <param name="HardeningPlaceId">The hardening stand.</param>
/// <param name="BedId">Where it ends.</param>
/// <param name="Locks">Days the grower fixed.</param>
/// <param name="LotId">The packet it is sown from; null where not said.</param>
/// <param name="Start">What it begins with; null: seed.</param>
/// <param name="Aim">What it is raised for; null: a bed. Plants that end in a pot end in <paramref name="BedId"/>, which is then no bed;
/// those for sale stay on the hardening stand.</param>
/// <param name="Hold">Where they are held after hardening; null: they are not.</param>
/// <param name="GerminationWeight">The germination is known as from so many seeds, 1–100,000; null: as an assumption.</param>
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
    FixedDays Locks,
    Guid? LotId = null,
    StartInput? Start = null,
    AimInput? Aim = null,
    HoldInput? Hold = null,
    double? GerminationWeight = null
)
{
    /// <summary>The lot's germination as it is known.</summary>
    public Germinability Lot => Germinability.From(Germination, GerminationWeight ?? Germinability.AssumedWeight);

    public Beginning Begins => new(Start?.Kind ?? Core.Season.Start.Seed, Start?.Leaves ?? 0);

    /// <summary>What it is raised for.</summary>
    public Aim Ends => Aim is null ? Core.Season.Aim.Bed : new(Aim.Kind, Aim.Day, Aim.Outdoors);

    /// <summary>The path that was chosen, in order.</summary>
    /// <param name="batch">Which batch; a move that nobody named is named by it and its place among the moves.</param>
    public IReadOnlyList<RouteStep> Path(Guid batch)
    {
        var last = Moves.Count == 0 ? TrayId : Moves[^1].ContainerId;
        return
        [
            .. Route
                .Unnamed(Begins.Kind, Moves.Count, Hold is not null, batch)
                .Select(
                    (step, i) =>
                    {
                        var move = step.Kind == StepKind.Move ? Moves[step.Number - 1] : null;
                        var at = step.Kind switch
                        {
                            StepKind.Begin => new Spot(TrayId, GerminationPlaceId),
                            StepKind.Up => new(TrayId, SeedlingPlaceId),
                            StepKind.Move => new(move!.ContainerId, move.PlaceId),
                            StepKind.Harden => new(last, HardeningPlaceId),
                            StepKind.Hold => new(last, Hold!.PlaceId),
                            _ when Ends.Kind == AimKind.Bed => new(null, BedId),
                            _ => new(last, Ends.Kind == AimKind.Sale ? Hold?.PlaceId ?? HardeningPlaceId : BedId),
                        };
                        var id = move?.Id is { } named ? new StepId(named) : step.Id;
                        return new RouteStep(
                            step with
                            {
                                Id = id,
                                Order = i,
                            },
                            at,
                            move is null ? Locks.Of(step.Kind) : move.LockedOn,
                            !Ends.Has(step.Kind)
                        );
                    }
                ),
        ];
    }

    /// <summary>With the path, and the days fixed on it, that a batch has.</summary>
    internal BatchInput On(Route route)
    {
        var (begin, up) = (route[route.Begin], route.Up is { } u ? route[u] : null);
        return this with
        {
            TrayId = begin.At.Container!.Value,
            GerminationPlaceId = begin.At.Place,
            // Plants that are bought in grow on where they came to.
            SeedlingPlaceId = (up ?? begin).At.Place,
            Moves = [.. route.Moves.Select(m => Move(route[m]))],
            HardeningPlaceId = route[route.Harden].At.Place,
            BedId = route[route.PlantOut].At.Place,
            Locks = new(
                begin.LockedOn,
                up?.LockedOn,
                route[route.Harden].LockedOn,
                route[route.PlantOut].LockedOn,
                route.Hold is { } held ? route[held].LockedOn : null
            ),
            Hold = route.Hold is { } hold ? new(route[hold].At.Place, Hold?.Days ?? 1) : null,
        };

        static MoveInput Move(RouteStep m) => new(m.At.Container!.Value, m.At.Place, m.Step.Id.Value, m.LockedOn);
    }
}

/// <summary>A batch as it is stored, without its plan.</summary>
/// <param name="Route">Its steps.</param>
/// <param name="StepDays">As last written with the ledger; null where it was not written yet.</param>
/// <param name="SummaryDigest">Of the plan besides its steps.</param>
/// <param name="ToSow">By the plan.</param>
/// <param name="KeptOn">The day it was planned; null where that is not known.</param>
/// <param name="JobsDigest">Of its next jobs.</param>
/// <param name="ShootsFrom">Of side shoots: the first day on which their mother has any, by her plan.</param>
internal sealed record BatchRow(
    Guid Id,
    int Version,
    string Code,
    BatchInput Input,
    Route Route,
    IReadOnlyDictionary<StepId, DateOnly>? StepDays = null,
    IReadOnlyDictionary<StepId, PutOff>? PutOffs = null,
    string? SummaryDigest = null,
    DateOnly? EndedOn = null,
    (int Cells, int Seeds, int? Trays) ToSow = default,
    DateOnly? KeptOn = null,
    string? JobsDigest = null,
    DateOnly? ShootsFrom = null
)
{
    /// <summary>What a batch is read by; <see cref="Read(Row)"/> takes them in this order.</summary>
    public const string Columns = """
        path.ids, path.kinds, path.places, path.containers, path.locks, path.retired,
          b.id, b.version, b.code,
          b.cultivar_id, b.season, b.plants_wanted, b.germination, b.survival, b.confidence, b.seeds_per_cell, b.seeds_available, b.lot_id,
          b.start, b.start_leaves, b.price_each, b.rootstock_id, b.scion_id, b.union_cm, b.mother_id, b.raised, b.in_flower,
          b.aim, b.aim_day, b.aim_outdoors, b.hold_days, b.germination_weight,
          b.step_days, b.put_offs, b.summary_digest, b.ended_on, b.cells, b.seeds, b.trays, b.kept_on, b.jobs_digest, mother.leaves
        """;

    /// <summary>What <see cref="Columns"/> come from.</summary>
    public const string From = $"""
        batch b
        join lateral (
          select array_agg(w.id order by w.ordinal) as ids, array_agg(w.kind order by w.ordinal) as kinds,
            array_agg(w.place_id order by w.ordinal) as places, array_agg(w.container_id order by w.ordinal) as containers,
            array_agg(w.locked_on order by w.ordinal) as locks, array_agg(w.retired_on is not null order by w.ordinal) as retired
          from path_step w
          where w.nursery_id = b.nursery_id and w.batch_id = b.id) path on true
        left join lateral ({MotherLeaves}) mother on b.mother_id is not null
        """;

    /// <summary>The leaves that batch <c>b</c>'s mother has, by the days of its plan.</summary>
    private const string MotherLeaves = """
        select jsonb_agg(jsonb_build_object('day', p.mid, 'leaves', coalesce(p.leaves, 0))) as leaves
          from plan_step p
          join path_step q on q.nursery_id = p.nursery_id and q.id = p.step_id and q.retired_on is null
          where p.nursery_id = b.nursery_id
            and p.batch_id = b.mother_id
            and (p.leaves is not null or q.kind = 'up')
        """;

    /// <summary>Whether the plan of batch <c>b</c> is still to follow a change.</summary>
    public const string OutOfDate = """
        (b.ended_on is null
            and (b.planned_inputs is distinct from (select version from nursery_input) or b.planned_facts is distinct from b.facts))
        """;

    /// <summary>Locks nothing: where a batch is to be changed, it is locked by the statement before (<see cref="Locks"/>).</summary>
    public const string Select = $"""
        -- Batches with the path they take.
        select {Columns}
        from {From}
        where b.id = any($1)
        order by b.id
        """;

    public static BatchRow Read(NpgsqlDataReader reader) => Read(new Row(reader));

    public static BatchRow Read(Row r)
    {
        var route = RouteOf(r);
        return new(
            r.Id(),
            r.Int(),
            r.Text(),
            InputOf(r).On(route),
            route,
            r.JsonOrNull<Dictionary<Guid, DateOnly>>()?.ToDictionary(d => new StepId(d.Key), d => d.Value),
            r.JsonOrNull<Dictionary<Guid, PutOff>>()?.ToDictionary(d => new StepId(d.Key), d => d.Value),
            r.TextOrNull(),
            r.OrNull<DateOnly>(),
            (r.Int(), r.Int(), r.OrNull<int>()),
            r.OrNull<DateOnly>(),
            r.TextOrNull(),
            r.JsonOrNull<List<LeafDay>>() is { } mother ? ShootsOf(mother) : null
        );
    }

    /// <summary>Without what stands in its path.</summary>
    private static BatchInput InputOf(Row r) =>
        new(
            CultivarId: r.Id(),
            Season: r.Int(),
            PlantsWanted: r.Int(),
            Germination: r.Double(),
            Survival: r.Double(),
            Confidence: r.Double(),
            SeedsPerCell: r.Int(),
            SeedsAvailable: r.OrNull<int>(),
            TrayId: default,
            GerminationPlaceId: default,
            SeedlingPlaceId: default,
            Moves: [],
            HardeningPlaceId: default,
            BedId: default,
            Locks: new(),
            LotId: r.OrNull<Guid>(),
            Start: StartOf(r),
            Aim: AimOf(r),
            Hold: r.OrNull<int>() is { } days ? new(default, days) : null,
            GerminationWeight: r.OrNull<double>()
        );

    /// <summary>The first day with side shoots to cut.</summary>
    internal static DateOnly? ShootsOf(IEnumerable<LeafDay> mother) =>
        LeavesOn.First(mother.Select(m => (m.Day, m.Leaves)), null, Beginning.ShootLeaves);

    private static Route RouteOf(Row r)
    {
        if (r.ArrayOrNull<Guid>() is not { } ids)
            throw new ArgumentException("a batch without a path", nameof(r));
        var (kinds, places, containers) = (r.Array<string>(), r.Array<Guid>(), r.Array<Guid?>());
        var (locks, retired) = (r.Array<DateOnly?>(), r.Array<bool>());
        return new(
            ids.Select(
                (id, i) =>
                    new RouteStep(new(new(id), Sql.ToEnum<StepKind>(kinds[i]), i), new(containers[i], places[i]), locks[i], retired[i])
            )
        );
    }

    private static StartInput? StartOf(Row r)
    {
        var start = new StartInput(
            Kind: r.Enum<Start>(),
            Leaves: r.Double(),
            PriceEach: r.OrNull<double>(),
            RootstockId: r.OrNull<Guid>(),
            ScionId: r.OrNull<Guid>(),
            UnionCm: r.OrNull<double>(),
            MotherId: r.OrNull<Guid>(),
            Raised: r.EnumOrNull<Raised>(),
            InFlower: r.Bool()
        );
        return start.Kind == Start.Seed ? null : start;
    }

    private static AimInput? AimOf(Row r)
    {
        var aim = new AimInput(r.Enum<AimKind>(), r.OrNull<DateOnly>(), r.Bool());
        return aim.Kind == AimKind.Bed ? null : aim;
    }
}

/// <summary>True leaves on the day of a step.</summary>
internal sealed record LeafDay(DateOnly Day, double Leaves);

/// <summary>A step put off: to which day, and why.</summary>
public sealed record PutOff(DateOnly Day, string Reason);
