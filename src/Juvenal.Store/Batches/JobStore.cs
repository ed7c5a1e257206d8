using System.Text.Json;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Sowing;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Sowing;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>A job as the Round shows it: what of its batch, its cultivar and its step goes with it.</summary>
/// <param name="UnionCm">Of grafts: height of the union.</param>
/// <param name="HasTrays">It is sown in trays, whose cells can be counted.</param>
/// <param name="ToPlaceId">Where the plan puts the plants.</param>
/// <param name="ToContainerId">In what; null in a bed.</param>
/// <param name="Container">What they stand in after it, as the plan names it.</param>
/// <param name="Leaves">True leaves expected on that day.</param>
/// <param name="Shared">Other groups of the batch stand in the same place and pot.</param>
public sealed record JobView(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    SpeciesGroup Species,
    Habit Habit,
    Start Start,
    double? UnionCm,
    bool HasTrays,
    Guid PlaceId,
    Guid ToPlaceId,
    Guid? ToContainerId,
    string? Container,
    double? Leaves,
    Reason? Conflict,
    string? PutOffReason,
    DateOnly? InPotSince,
    DateOnly? HardenedSince,
    bool Shared,
    Job Plain,
    string? ThinJson
)
{
    /// <summary>The job, with its thinning where it is one.</summary>
    /// <exception cref="JsonException">The thinning cannot be read.</exception>
    public Job Job() => ThinJson is null ? Plain : Plain with { Thin = JsonSerializer.Deserialize<ThinPlan>(ThinJson, Sql.Json) };

    /// <summary>The group it is about, as it stands; null before sowing.</summary>
    public Group? Group() =>
        Plain is { Group: { } id, From: { } at } && InPotSince is { } since
            ? new(id, at, Plain.FromSeedlings, Plain.FromContainers, Plain.Day.Step, since, HardenedSince)
            : null;
}

/// <summary>The next jobs of batches: made by the core, written with their plans, read by the Round.</summary>
public sealed class JobStore(NurseryTransaction nursery)
{
    private const string Select = """
        select j.batch_id, b.code, c.name, c.crop, c.species_group, c.habit, b.start, b.union_cm, t.cells is not null,
          j.place_id, j.to_place_id, j.to_container_id, p.container, p.leaves, p.conflict, p.put_off_reason,
          s.in_pot_since, s.hardened_since,
          exists (
            select from standing o
            where o.nursery_id = s.nursery_id and o.batch_id = s.batch_id and o.id <> s.id and o.place_id = s.place_id
              and o.container_id is not distinct from s.container_id and o.seedlings > 0),
          j.kind, w.id, w.kind, w.ordinal,
          (select 1 + count(*)::int from path_step v
            where v.nursery_id = w.nursery_id and v.batch_id = w.batch_id and v.kind = 'move' and v.retired_on is null
              and v.ordinal < w.ordinal),
          j.low, j.mid, j.high, j.due, j.put_off_to, j.group_id, j.from_container_id, j.from_seedlings, j.from_containers,
          j.seedlings, j.containers, j.seeds, j.trays, j.mix_litres, j.minutes, j.thin
        from job j
        join batch b on b.nursery_id = j.nursery_id and b.id = j.batch_id
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        join path_step w on w.nursery_id = j.nursery_id and w.id = j.step_id
        join path_step f on f.nursery_id = b.nursery_id and f.batch_id = b.id and f.kind = 'begin'
        join container_kind t on t.nursery_id = f.nursery_id and t.id = f.container_id
        left join plan_step p on p.nursery_id = j.nursery_id and p.step_id = j.step_id
        left join standing s on s.nursery_id = j.nursery_id and s.id = j.group_id
        where b.ended_on is null
        """;

    private const string Now = $"""
        -- Jobs that are asked for by a day, or may be.
        {Select}
          and j.shows_from <= $1
          and (j.put_off_to is null or j.put_off_to <= $1)
        limit $2
        """;

    private const string Coming = $"""
        -- The next jobs after a day, soonest first.
        {Select}
          and (j.shows_from > $1 or j.put_off_to > $1)
          and greatest(j.due, j.put_off_to) <= $2
        order by greatest(j.due, j.put_off_to), length(b.code), b.code
        limit $3
        """;

    /// <summary>What can be asked for by a day, and the soonest of what comes after it.</summary>
    /// <param name="today">The day.</param>
    /// <param name="until">How far ahead is looked.</param>
    /// <param name="most">Of those to come.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<List<JobView>> DueAsync(DateOnly today, DateOnly until, int most, CancellationToken cancel)
    {
        var found = new List<JobView>();
        await nursery.ReadTogetherAsync(
            cancel,
            new(Now, r => found.Add(Read(r)), Sql.Of(today), Sql.Of(BatchReader.Most)),
            new(Coming, r => found.Add(Read(r)), Sql.Of(today), Sql.Of(until), Sql.Of(most))
        );
        return found;
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
        Func<Group, StepDay?>? ahead = null
    )
    {
        return TodaysWork.Jobs(
            [.. steps],
            state,
            toSow,
            step => state.Route[step].At.Container is { } id ? Catalogue.Of(catalogue.Containers[id]) : null,
            catalogue.Rules.Rules.Twins,
            batch.Begins.Kind,
            ThinDueOf(batch, species, state, catalogue),
            ahead
        );
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
        var perDay = place.Climate() is { } climate ? LeafModel.For(species).LeavesPerDay(climate.MeanCelsius) : 0;
        return new(plan, Thinning.Due(sown, up, perDay));
    }

    private static JobView Read(NpgsqlDataReader r)
    {
        var place = r.GetGuid(9);
        var group = r.OrNull<Guid>(29);
        return new(
            r.GetGuid(0),
            r.GetString(1),
            r.GetString(2),
            r.Enum<Crop>(3),
            r.Enum<SpeciesGroup>(4),
            r.Enum<Habit>(5),
            r.Enum<Start>(6),
            r.OrNull<double>(7),
            r.GetBoolean(8),
            place,
            r.GetGuid(10),
            r.OrNull<Guid>(11),
            r.TextOrNull(12),
            r.OrNull<double>(13),
            r.IsDBNull(14) ? null : r.FromJson<Reason>(14),
            r.TextOrNull(15),
            r.OrNull<DateOnly>(16),
            r.OrNull<DateOnly>(17),
            !r.IsDBNull(18) && r.GetBoolean(18),
            new(
                r.Enum<JobKind>(19),
                new(
                    StepOf(r),
                    DateSpread.Around(r.GetFieldValue<DateOnly>(24), r.GetFieldValue<DateOnly>(25), r.GetFieldValue<DateOnly>(26)),
                    r.GetFieldValue<DateOnly>(27),
                    r.OrNull<DateOnly>(28)
                ),
                group is { } id ? new GroupId(id) : null,
                group is null ? null : new Spot(r.OrNull<Guid>(30), place),
                r.GetInt32(31),
                r.GetInt32(32),
                r.GetInt32(33),
                r.GetInt32(34),
                r.GetInt32(35),
                r.OrNull<int>(36),
                r.GetDouble(37),
                r.GetInt32(38)
            ),
            r.TextOrNull(39)
        );
    }

    private static Step StepOf(NpgsqlDataReader r) =>
        r.Enum<StepKind>(21) is var kind && kind == StepKind.Move
            ? new(new(r.GetGuid(20)), kind, r.GetInt32(22), r.GetInt32(23))
            : new(new(r.GetGuid(20)), kind, r.GetInt32(22));
}
