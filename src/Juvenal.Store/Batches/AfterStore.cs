using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.PlantingOut;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>Plants in their first weeks in a bed.</summary>
/// <param name="Planted">The day they went in.</param>
/// <param name="Looked">The day of the last look; null: nobody looked.</param>
/// <param name="Spares">Of the batch, still in pots.</param>
/// <param name="Spare">Those that fill gaps: the hardened ones, of those the most; null: there are none.</param>
public sealed record FreshlyPlanted(
    Guid BatchId,
    string Code,
    Guid CultivarId,
    Guid Group,
    Guid Place,
    int Seedlings,
    DateOnly Planted,
    DateOnly? Looked,
    int Spares,
    SpareGroup? Spare
);

/// <summary>Plants in pots that may fill gaps in a bed.</summary>
/// <param name="Step">Of their path: planting out.</param>
public sealed record SpareGroup(Guid Group, Guid ContainerId, Guid PlaceId, int Seedlings, Guid Step);

/// <summary>A look of today.</summary>
/// <param name="Group">That was looked at.</param>
public sealed record LookToday(Guid Id, Guid Group, string? By, DateTime WrittenAt);

/// <summary>The looks after planting.</summary>
public sealed class AfterStore(NurseryTransaction nursery)
{
    private const string Fresh = """
        -- What went into beds in the last weeks, with its last look, and what of its batch is left in pots.
        select b.id, b.code, b.cultivar_id, s.id, s.place_id, s.seedlings, s.in_pot_since,
          (select max(l.on_day) from planting_look l where l.nursery_id = s.nursery_id and l.batch_id = s.batch_id and l.group_id = s.id
            and not l.taken_back),
          coalesce((select sum(o.seedlings) from standing o where o.nursery_id = s.nursery_id and o.batch_id = s.batch_id
            and o.container_id is not null), 0)::int,
          f.id, f.container_id, f.place_id, f.seedlings, f.step
        from standing s
        join batch b on b.nursery_id = s.nursery_id and b.id = s.batch_id and b.ended_on is null
        join place p on p.nursery_id = s.nursery_id and p.id = s.place_id and p.kind in ('open-bed', 'tunnel-bed')
        left join lateral (
          select o.id, o.container_id, o.place_id, o.seedlings, h.id as step
          from standing o
          join path_step h on h.nursery_id = o.nursery_id and h.batch_id = o.batch_id and h.kind = 'plant-out' and h.retired_on is null
          where o.nursery_id = s.nursery_id
            and o.batch_id = s.batch_id
            and o.container_id is not null
            and o.seedlings > 0
          order by o.hardened_since is null, o.seedlings desc, o.id
          limit 1) f on true
        where s.container_id is null
          and s.seedlings > 0
          and s.in_pot_since >= $1
        order by p.walk_order, p.name, length(b.code), b.code, s.id
        """;

    private const string OfDay = """
        -- Looks of a day that stand.
        select id, group_id, by_name, written_at
        from planting_look
        where on_day = $1
          and not taken_back
        order by written_at
        """;

    private const string Insert = """
        -- Looked at; the same one sent again is there already.
        insert into planting_look (nursery_id, id, batch_id, group_id, on_day, by_name)
        values ($1, $2, $3, $4, $5, $6)
        on conflict (nursery_id, id) do nothing
        """;

    private const string TakeBack = """
        -- It was said by mistake.
        update planting_look
        set taken_back = true
        where id = $1
          and on_day = $2
        """;

    public Task<List<FreshlyPlanted>> FreshAsync(DateOnly today, CancellationToken cancel) =>
        nursery.ListAsync(
            Fresh,
            r => new FreshlyPlanted(
                r.GetGuid(0),
                r.GetString(1),
                r.GetGuid(2),
                r.GetGuid(3),
                r.GetGuid(4),
                r.GetInt32(5),
                r.GetFieldValue<DateOnly>(6),
                r.OrNull<DateOnly>(7),
                r.GetInt32(8),
                r.IsDBNull(9) ? null : new(r.GetGuid(9), r.GetGuid(10), r.GetGuid(11), r.GetInt32(12), r.GetGuid(13))
            ),
            cancel,
            Sql.Of(today.AddDays(-LooksAfter.AsksUntil))
        );

    /// <summary>Gaps in beds: what died there since, and was not filled.</summary>
    /// <param name="among">Batches and the beds that they stand in.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<IReadOnlyDictionary<(Guid Batch, Guid Bed), int>> GapsAsync(
        IReadOnlyCollection<(Guid Batch, Guid Bed)> among,
        CancellationToken cancel
    )
    {
        ArgumentNullException.ThrowIfNull(among);
        if (among.Count == 0)
            return new Dictionary<(Guid, Guid), int>();
        var ledgers = await new LedgerReader(nursery).OfAsync([.. among.Select(a => a.Batch)], cancel);
        var effective = ledgers.ToDictionary(l => l.Key, l => Fold.Effective(l.Value.Select(e => e.Entry)));
        return among.Distinct().ToDictionary(a => a, a => Established.Of(effective[a.Batch], p => p == a.Bed).Gaps);
    }

    public Task<List<LookToday>> OfTodayAsync(DateOnly today, CancellationToken cancel) =>
        nursery.ListAsync(OfDay, r => new LookToday(r.GetGuid(0), r.GetGuid(1), r.TextOrNull(2), r.GetDateTime(3)), cancel, Sql.Of(today));

    /// <summary>They were looked at today; what had died is lost in the ledger.</summary>
    /// <exception cref="RefusedException">They stand in no bed.</exception>
    public async Task LookAsync(Guid id, Guid batch, Guid group, DateOnly today, CancellationToken cancel)
    {
        if (!(await FreshAsync(today, cancel)).Exists(f => f.BatchId == batch && f.Group == group))
            throw new RefusedException(new Failure("not-freshly-planted", "group"));
        await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(id),
            Sql.Of(batch),
            Sql.Of(group),
            Sql.Of(today),
            Sql.OfNull(nursery.By)
        );
    }

    /// <exception cref="NotFoundException">No look of today has that id.</exception>
    public async Task TakeBackAsync(Guid id, DateOnly today, CancellationToken cancel)
    {
        if (await nursery.ExecuteAsync(TakeBack, cancel, Sql.Of(id), Sql.Of(today)) == 0)
            throw new NotFoundException("look");
    }
}
