using System.Text.Json;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Sowing;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Sowing;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>A job, by what puts it in the order of the walk and says what to fetch for it.</summary>
/// <param name="Id">Names the row, for as long as the job says the same.</param>
/// <param name="PlaceId">Where it is done.</param>
/// <param name="ToPlaceId">Where the plan puts the plants.</param>
/// <param name="ToContainerId">In what; null in a bed.</param>
/// <param name="Plain">The job, without its cells to thin.</param>
/// <param name="ShowsFrom">The day from which it may be asked for, unless it is put off.</param>
public sealed record JobHead(
    Guid Id,
    Guid BatchId,
    string Code,
    Guid CultivarId,
    Start Start,
    Guid PlaceId,
    Guid ToPlaceId,
    Guid? ToContainerId,
    Job Plain,
    DateOnly ShowsFrom
);

/// <summary>A job as the Round shows it: what of its batch, its group and its step goes with it.</summary>
/// <param name="UnionCm">Of grafts: height of the union.</param>
/// <param name="Begins">What it is sown, or stood first, in.</param>
/// <param name="Container">What they stand in after it, as the plan names it.</param>
/// <param name="Leaves">True leaves expected on that day.</param>
/// <param name="Shared">Other groups of the batch stand in the same place and pot.</param>
/// <param name="OneOf">Batches that they may be of, where that is not sure.</param>
/// <param name="Raised">Of bought plants: where they stood before.</param>
/// <param name="InFlower">Of bought plants: they flowered when they came.</param>
/// <param name="LotId">Of what is to be sown: the packet.</param>
/// <param name="Wanted">Plants that are wanted and not planted yet.</param>
/// <param name="Mother">Of side shoots: the code of the batch they are cut from.</param>
/// <param name="Move">The first, second, … move; 0 where the step is none.</param>
/// <param name="Had">Digest of what its group had outdoors.</param>
public sealed record JobDetail(
    double? UnionCm,
    Guid Begins,
    string? Container,
    double? Leaves,
    Reason? Conflict,
    string? PutOffReason,
    DateOnly? InPotSince,
    DateOnly? HardenedSince,
    bool Shared,
    int Move,
    string? ThinJson,
    IReadOnlyList<Guid>? OneOf,
    Raised? Raised,
    bool InFlower,
    string? Mother,
    int Wanted,
    Guid? LotId,
    bool Topped,
    Guid? Stand,
    string? Had
);

/// <summary>A job with all that its card says.</summary>
/// <param name="Had">What its group had outdoors; null: it has not begun to harden off.</param>
public sealed record JobView(JobHead Head, JobDetail Detail, Outdoors? Had = null)
{
    private Step Step => Head.Plain.Day.Step with { Number = Detail.Move };

    /// <summary>The job, with its thinning where it is one.</summary>
    /// <exception cref="JsonException">The thinning cannot be read.</exception>
    public Job Job() =>
        Head.Plain with
        {
            Day = Head.Plain.Day with { Step = Step },
            Thin = Detail.ThinJson is { } json ? JsonSerializer.Deserialize<ThinPlan>(json, Sql.Json) : null,
        };

    /// <summary>The group it is about, as it stands; null before sowing.</summary>
    public Group? Group() =>
        Head.Plain is { Group: { } id, From: { } at } job && Detail.InPotSince is { } since
            ? new(id, at, job.FromSeedlings, job.FromContainers, Step, since, Detail.HardenedSince, OneOf: Detail.OneOf, Outdoors: Had)
            : null;

    /// <summary>How far up the ladder that group is; null where it has not begun, or does not.</summary>
    public RungCredit? Rungs(Catalogue catalogue)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        return Group() is { } group && Detail.Stand is { } stand
            ? catalogue.RungsOf(group, catalogue.Cultivars[Head.CultivarId].Crop, stand)
            : null;
    }
}

/// <summary>The next jobs of batches: made by the core, written with their plans, read by the Round.</summary>
public sealed class JobStore(NurseryTransaction nursery)
{
    private const string Heads = """
        select j.id, j.batch_id, j.code, j.cultivar_id, j.start, j.place_id, j.to_place_id, j.to_container_id,
          j.kind, j.step_id, j.step_kind, j.step_ordinal, j.low, j.mid, j.high, j.due, j.put_off_to, j.group_id, j.from_container_id,
          j.from_seedlings, j.from_containers, j.seedlings, j.containers, j.seeds, j.trays, j.mix_litres, j.minutes, j.shows_from
        from job j
        """;

    private const string OfBatches = $"""
        -- The jobs of some batches.
        {Heads}
        where j.batch_id = any($1)
        """;

    private const string OfOne = $"""
        -- The jobs of one batch, soonest first.
        {Heads}
        where j.batch_id = $1
        order by greatest(j.due, j.put_off_to), j.step_ordinal, j.kind, j.id
        """;

    private const string Details = """
        -- What the cards of the jobs of some batches say.
        select j.id, j.batch_id, b.union_cm, w.tray, p.container, p.leaves, p.conflict, p.put_off_reason, s.in_pot_since, s.hardened_since,
          coalesce(o.shared, false), case when j.step_kind = 'move' then w.number else 0 end, j.thin, s.one_of, b.raised, b.in_flower, m.code,
          greatest(0, b.plants_wanted - coalesce((
            select sum(o.seedlings) from standing o
            where o.nursery_id = j.nursery_id and o.batch_id = j.batch_id and o.container_id is null), 0))::int, b.lot_id,
          s.topped_on is not null, w.stand, s.outdoors_digest
        from job j
        join batch b on b.nursery_id = j.nursery_id and b.id = j.batch_id
        cross join lateral (
          select (array_agg(v.container_id) filter (where v.kind = 'begin'))[1] as tray,
            (array_agg(v.place_id) filter (where v.kind = 'harden' and v.retired_on is null))[1] as stand,
            count(*) filter (where v.kind = 'move' and v.retired_on is null and v.ordinal <= j.step_ordinal)::int as number
          from path_step v
          where v.nursery_id = j.nursery_id and v.batch_id = j.batch_id) w
        left join plan_step p on p.nursery_id = j.nursery_id and p.step_id = j.step_id
        left join standing s on s.nursery_id = j.nursery_id and s.id = j.group_id
        left join batch m on m.nursery_id = j.nursery_id and m.id = b.mother_id
        left join lateral (
          select true as shared
          from standing o
          where o.nursery_id = s.nursery_id and o.batch_id = s.batch_id and o.id <> s.id and o.place_id = s.place_id
            and o.container_id is not distinct from s.container_id and o.seedlings > 0
          limit 1) o on true
        where j.batch_id = any($1)
        """;

    /// <summary>What can be asked for by a day, and the soonest of what comes after it; in no order.</summary>
    /// <param name="today">The day.</param>
    /// <param name="until">How far ahead is looked.</param>
    /// <param name="most">Of those to come.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<List<JobHead>> DueAsync(DateOnly today, DateOnly until, int most, CancellationToken cancel)
    {
        var jobs = await nursery.Held.Jobs.OfAsync(
            nursery,
            await WrittenBatches.AllAsync(nursery, cancel),
            ids => nursery.ListAsync(OfBatches, r => (r.GetGuid(1), ReadHead(r)), cancel, Sql.Of(ids))
        );
        var found = jobs.ToLookup(j => j.ShowsFrom <= today && !(j.Plain.Day.PutOffTo > today));
        return
        [
            .. found[true],
            .. found[false]
                .Where(j => j.Plain.Day.Shown > today && j.Plain.Day.Shown <= until)
                .OrderBy(j => j.Plain.Day.Shown)
                .ThenBy(j => j.Id)
                .Take(most),
        ];
    }

    /// <summary>The jobs of one batch, soonest first.</summary>
    public Task<List<JobHead>> OfAsync(Guid batch, CancellationToken cancel) => nursery.ListAsync(OfOne, ReadHead, cancel, Sql.Of(batch));

    /// <summary>Some jobs with all that their cards say, in the order that is given; one that is done meanwhile is left out.</summary>
    public async Task<List<JobView>> OpenAsync(IReadOnlyCollection<JobHead> heads, CancellationToken cancel)
    {
        if (heads.Count == 0)
            return [];
        var batches = heads.Select(h => h.BatchId).ToHashSet();
        var open =
            batches.Count == 1
                ? await WrittenBatches.OneAsync(nursery, heads.First().BatchId, cancel)
                : await WrittenBatches.AllAsync(nursery, cancel);
        var details = (
            await nursery.Held.Cards.OfAsync(
                nursery,
                [.. open.Where(o => batches.Contains(o.Id))],
                ids => nursery.ListAsync(Details, r => (r.GetGuid(1), (r.GetGuid(0), ReadDetail(r))), cancel, Sql.Of(ids))
            )
        ).ToDictionary(d => d.Job, d => d.Detail);
        var had = await nursery.Held.Outdoors.OfAsync(nursery, details.Values.Select(d => d.Had), cancel);
        return
        [
            .. from h in heads
            where details.ContainsKey(h.Id)
            let detail = details[h.Id]
            select new JobView(h, detail, detail.Had is { } digest ? had.GetValueOrDefault(digest) : null),
        ];
    }

    /// <summary>The next jobs of a batch from its plan and what stands.</summary>
    /// <param name="batch">Its choices, and what is to be sown.</param>
    /// <param name="species">Of its cultivar.</param>
    /// <param name="state">What stands.</param>
    /// <param name="steps">The plan's.</param>
    /// <param name="toSow">By the plan.</param>
    /// <param name="catalogue">What there is.</param>
    /// <param name="ahead">The next step of a group that is ahead of the plan.</param>
    internal static IReadOnlyList<Job> Of(
        BatchInput batch,
        SpeciesGroup species,
        BatchState state,
        IEnumerable<StepDay> steps,
        (int Cells, int Seeds, int? Trays) toSow,
        Catalogue catalogue,
        Func<Group, Step, StepDay?>? ahead = null
    )
    {
        return TodaysWork.Jobs(
            [.. steps],
            state,
            toSow,
            step => In(state.Route[step].At),
            group => In(group.At),
            catalogue.Rules.Rules.Twins,
            catalogue.Rules.Rules.RootBall,
            batch.Begins.Kind,
            ThinDueOf(batch, species, state, catalogue),
            ahead
        );

        Container? In(Spot at) => at.Container is { } id ? Catalogue.Of(catalogue.Containers[id]) : null;
    }

    /// <summary>Seed leaves touch some days after emergence, by the warmth of the place they stand in.</summary>
    private static ThinDue? ThinDueOf(BatchInput batch, SpeciesGroup species, BatchState state, Catalogue catalogue)
    {
        if (
            state.Trays is not { Count: > 0 }
            || state.UpOn is not { } up
            || state.BegunOn is not { } sown
            || CellStore.Thin(state, batch, catalogue.Rules.Rules.Twins) is not { Crowded.Count: > 0 } plan
        )
            return null;
        var place = catalogue.Places[TrayCells.Group(state, batch.TrayId)!.At.Place];
        var perDay = catalogue.ClimateOf(place) is { } climate
            ? climate.PerDay(LeafModel.For(species), Gathers.Leaves) / LeafModel.For(species).DegreeDaysPerLeaf
            : 0;
        return new(plan, Thinning.Due(sown, up, perDay));
    }

    private static JobHead ReadHead(NpgsqlDataReader r)
    {
        var place = r.GetGuid(5);
        var group = r.OrNull<Guid>(17);
        var day = new StepDay(
            new(new(r.GetGuid(9)), r.Enum<StepKind>(10), r.GetInt32(11)),
            DateSpread.Around(r.GetFieldValue<DateOnly>(12), r.GetFieldValue<DateOnly>(13), r.GetFieldValue<DateOnly>(14)),
            r.GetFieldValue<DateOnly>(15),
            r.OrNull<DateOnly>(16)
        );
        var job = new Job(
            r.Enum<JobKind>(8),
            day,
            group is { } id ? new GroupId(id) : null,
            group is null ? null : new Spot(r.OrNull<Guid>(18), place),
            FromSeedlings: r.GetInt32(19),
            FromContainers: r.GetInt32(20),
            Seedlings: r.GetInt32(21),
            Containers: r.GetInt32(22),
            Seeds: r.GetInt32(23),
            Trays: r.OrNull<int>(24),
            MixLitres: r.GetDouble(25),
            Minutes: r.GetInt32(26)
        );
        return new(
            r.GetGuid(0),
            r.GetGuid(1),
            r.GetString(2),
            r.GetGuid(3),
            r.Enum<Start>(4),
            place,
            r.GetGuid(6),
            r.OrNull<Guid>(7),
            job,
            r.GetFieldValue<DateOnly>(27)
        );
    }

    private static JobDetail ReadDetail(NpgsqlDataReader r) =>
        new(
            UnionCm: r.OrNull<double>(2),
            Begins: r.GetGuid(3),
            Container: r.TextOrNull(4),
            Leaves: r.OrNull<double>(5),
            Conflict: r.IsDBNull(6) ? null : r.FromJson<Reason>(6),
            PutOffReason: r.TextOrNull(7),
            InPotSince: r.OrNull<DateOnly>(8),
            HardenedSince: r.OrNull<DateOnly>(9),
            Shared: r.GetBoolean(10),
            Move: r.GetInt32(11),
            ThinJson: r.TextOrNull(12),
            OneOf: r.IsDBNull(13) ? null : r.GetFieldValue<Guid[]>(13),
            Raised: r.IsDBNull(14) ? null : r.Enum<Raised>(14),
            InFlower: r.GetBoolean(15),
            Mother: r.TextOrNull(16),
            Wanted: r.GetInt32(17),
            LotId: r.OrNull<Guid>(18),
            Topped: r.GetBoolean(19),
            Stand: r.OrNull<Guid>(20),
            Had: r.TextOrNull(21)
        );
}
