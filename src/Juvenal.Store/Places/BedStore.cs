using Juvenal.Core.Measures;
using Juvenal.Core.PlantingOut;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Places;

/// <summary>A batch that is planned for a bed, or for pots to end in, or stands there.</summary>
/// <param name="Place">The bed, or where the pots are to stand.</param>
/// <param name="InPots">That are still to be planted there, as many as stand now.</param>
/// <param name="Wanted">Plants that were wanted of it.</param>
/// <param name="Planted">That stand in the bed, or in their last pot.</param>
/// <param name="Day">Of planting by the plan, or when it was done; null: neither is known.</param>
/// <param name="PotId">Their last pot; null: they go into a bed.</param>
public sealed record BedBatch(
    Guid BatchId,
    string Code,
    Guid CultivarId,
    Guid Place,
    int InPots,
    int Wanted,
    int Planted,
    DateOnly? Day,
    Guid? PotId = null
)
{
    public int ToGo => HoleFill.ToGo(InPots, Wanted, Planted);
}

/// <summary>Beds: what goes into them, and what they bore.</summary>
public sealed class BedStore(NurseryTransaction nursery)
{
    private const string Planned = """
        -- What is planned for beds, and what stands in them, of some batches that are not ended.
        select b.id, b.code, b.cultivar_id, p.place_id,
          coalesce(sum(s.seedlings) filter (where s.container_id is not null), 0)::int, b.plants_wanted,
          coalesce(sum(s.seedlings) filter (where s.container_id is null and s.place_id = p.place_id), 0)::int,
          (select coalesce(w.done_on, w.mid) from plan_step w where w.nursery_id = b.nursery_id and w.step_id = p.id limit 1)
        from batch b
        join path_step p on p.nursery_id = b.nursery_id and p.batch_id = b.id and p.kind = 'plant-out' and p.retired_on is null
        left join standing s on s.nursery_id = b.nursery_id and s.batch_id = b.id
        where b.ended_on is null
          and b.id = any($1)
        group by b.nursery_id, b.id, b.code, b.cultivar_id, p.place_id, p.id, b.plants_wanted
        """;

    private const string Potted = """
        -- What ends in pots, and what stands in them, of batches that are not ended; with the place that the pots are for.
        select b.id, b.code, b.cultivar_id, p.place_id,
          coalesce(sum(s.seedlings) filter (where s.container_id is distinct from m.container_id), 0)::int, b.plants_wanted,
          coalesce(sum(s.seedlings) filter (where s.container_id = m.container_id), 0)::int,
          (select coalesce(w.done_on, w.mid) from plan_step w where w.nursery_id = b.nursery_id and w.step_id = m.id limit 1),
          m.container_id
        from batch b
        join path_step p on p.nursery_id = b.nursery_id and p.batch_id = b.id and p.kind = 'ripe' and p.retired_on is null
        join lateral (
          select w.id, w.container_id
          from path_step w
          where w.nursery_id = b.nursery_id
            and w.batch_id = b.id
            and w.kind = 'move'
            and w.retired_on is null
          order by w.ordinal desc
          limit 1) m on true
        left join standing s on s.nursery_id = b.nursery_id and s.batch_id = b.id
        where b.ended_on is null
          and b.aim = 'pot'
        group by b.nursery_id, b.id, b.code, b.cultivar_id, p.place_id, m.id, m.container_id, b.plants_wanted
        order by length(b.code), b.code
        """;

    private const string Years = """
        -- What beds bore.
        select place_id, year, grew, seen
        from bed_year
        order by place_id, year
        """;

    private const string Put = """
        -- What a bed bore in a year; said anew, the last word counts.
        insert into bed_year (nursery_id, place_id, year, grew, seen)
        values ($1, $2, $3, $4, $5)
        on conflict (nursery_id, place_id, year) do update
        set grew = excluded.grew, seen = excluded.seen
        """;

    private const string Forget = """
        -- Nothing is said of a year any more.
        delete from bed_year
        where place_id = $1
          and year = $2
        """;

    internal const string ForgetAll = """
        -- A bed goes, and what it bore with it.
        delete from bed_year
        where place_id = $1
        """;

    /// <summary>Batches that are planned for beds, by code.</summary>
    public async Task<List<BedBatch>> PlannedAsync(CancellationToken cancel)
    {
        var rows = await nursery.Held.ForBeds.OfAsync(
            nursery,
            await WrittenBatches.AllAsync(nursery, cancel),
            async ids => [.. (await nursery.ListAsync(Planned, Read, cancel, Sql.Of(ids))).Select(b => (b.BatchId, b))]
        );
        return [.. rows.OrderBy(b => b.Code.Length).ThenBy(b => b.Code, StringComparer.Ordinal)];
    }

    /// <summary>Batches that end in pots.</summary>
    public Task<List<BedBatch>> PottedAsync(CancellationToken cancel) =>
        nursery.ListAsync(Potted, r => Read(r) with { PotId = r.GetGuid(8) }, cancel);

    private static BedBatch Read(NpgsqlDataReader r) =>
        new(r.GetGuid(0), r.GetString(1), r.GetGuid(2), r.GetGuid(3), r.GetInt32(4), r.GetInt32(5), r.GetInt32(6), r.OrNull<DateOnly>(7));

    public async Task<ILookup<Guid, BedYear>> YearsAsync(CancellationToken cancel) =>
        (
            await nursery.ListAsync(
                Years,
                r =>
                    (
                        Place: r.GetGuid(0),
                        Year: new BedYear(
                            r.GetInt32(1),
                            [.. r.GetFieldValue<string[]>(2).Select(w => Enum.Parse<BedCrop>(w, ignoreCase: true))],
                            [.. r.GetFieldValue<string[]>(3).Select(w => Enum.Parse<BedTrouble>(w, ignoreCase: true))]
                        )
                    ),
                cancel
            )
        ).ToLookup(y => y.Place, y => y.Year);

    /// <summary>Keeps what a bed bore in a year.</summary>
    /// <exception cref="RefusedException">A year to come, or before there was anything.</exception>
    /// <exception cref="NotFoundException">It is no bed.</exception>
    public async Task PutAsync(Guid place, BedYear year, DateOnly today, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(year);
        if ((await new PlaceStore(nursery).AllAsync(cancel)).Find(p => p.Id == place) is not { IsBed: true })
            throw new NotFoundException("place");
        if (!(year.Year >= Plans.Catalogue.FirstSeason && year.Year <= today.Year))
            throw new RefusedException(Failure.OutOfRange("year", year.Year, Plans.Catalogue.FirstSeason, today.Year));
        if (year.Grew.Any(g => !Enum.IsDefined(g)) || year.Seen.Any(s => !Enum.IsDefined(s)))
            throw new RefusedException(new Failure("not-chosen", year.Grew.Any(g => !Enum.IsDefined(g)) ? "grew" : "seen"));
        if (year.Grew.Count == 0 && year.Seen.Count == 0)
        {
            await nursery.ExecuteAsync(Forget, cancel, Sql.Of(place), Sql.Of(year.Year));
            return;
        }

        await nursery.ExecuteAsync(
            Put,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(place),
            Sql.Of(year.Year),
            Sql.Of(year.Grew.Distinct().Order().Select(g => g.Word()).ToArray()),
            Sql.Of(year.Seen.Distinct().Order().Select(s => s.Word()).ToArray())
        );
    }
}
