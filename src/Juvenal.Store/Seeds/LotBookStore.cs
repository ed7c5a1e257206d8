using Juvenal.Core.Measures;
using Juvenal.Core.Seeds;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Seeds;

/// <summary>The book of each packet: tests, seeds that went elsewhere, recounts.</summary>
public sealed class LotBookStore(NurseryTransaction nursery)
{
    private const string Lines = """
        select id, lot_id, sequence, kind, happened_on, seeds, up, note, corrects, by_name
        from lot_entry
        """;

    internal const string Entries = $"""
        -- The packets' books, oldest first.
        {Lines}
        order by lot_id, happened_on, sequence
        """;

    internal const string EntriesOfOne = $"""
        -- A packet's book, oldest first.
        {Lines}
        where lot_id = $1
        order by happened_on, sequence
        """;

    private const string Amounts = "select coalesce(e.lot_id, b.lot_id), e.happened_on, coalesce(c.seeds, e.seeds)";

    /// <summary>What came up of a sowing, where it was all that was sown and the seedlings have gone on.</summary>
    private const string WithUp = """
        , case when b.seeds_sown = coalesce(c.seeds, e.seeds) and (b.ended_on is not null or exists (
            select from plan_step p
            join path_step w on w.nursery_id = p.nursery_id and w.id = p.step_id
            where p.nursery_id = b.nursery_id and p.batch_id = b.id and w.kind = 'move' and p.done_on is not null)) then b.emerged end
        """;

    /// <summary>Sowings from some packets; what names none took from its batch's.</summary>
    private const string OfSome = """
        from (
          select s.nursery_id, s.id, s.batch_id, s.kind, s.lot_id, s.happened_on, s.seeds, s.sequence
          from ledger_entry s
          where s.kind = 'sown'
            and s.lot_id = any($1)
          union all
          select s.nursery_id, s.id, s.batch_id, s.kind, s.lot_id, s.happened_on, s.seeds, s.sequence
          from ledger_entry s
          where s.kind = 'sown'
            and s.lot_id is null
            and (select o.lot_id from batch o where o.nursery_id = s.nursery_id and o.id = s.batch_id) = any($1)) e
        """;

    private const string AsTheyStand = """
        join batch b on b.nursery_id = e.nursery_id and b.id = e.batch_id
        left join (
          select distinct on (k.batch_id, k.corrects) k.batch_id, k.corrects, k.seeds
          from ledger_entry k
          where k.kind = 'corrected'
            and k.corrects is not null
            and not exists (select from ledger_entry u where u.nursery_id = k.nursery_id and u.batch_id = k.batch_id
              and u.kind = 'undo' and u.corrects = k.id)
          order by k.batch_id, k.corrects, k.sequence desc) c on c.batch_id = e.batch_id and c.corrects = e.id
        where e.kind = 'sown'
          and b.seeds_sown > 0
          and not exists (select from ledger_entry u where u.nursery_id = e.nursery_id and u.batch_id = e.batch_id
            and u.kind = 'undo' and u.corrects = e.id)
        """;

    internal const string Taken = $"""
        -- Seeds that sowings took, as they stand: undone ones left out, corrected ones as corrected.
        {Amounts}{WithUp}
        from ledger_entry e
        {AsTheyStand}
          and coalesce(e.lot_id, b.lot_id) is not null
        order by e.sequence
        """;

    internal const string TakenFromOne = $"""
        -- Seeds that sowings took from one packet, as above.
        {Amounts}{WithUp}
        {OfSome}
        {AsTheyStand}
        order by e.sequence
        """;

    internal const string Used = $"""
        -- Seeds that sowings took from some packets, by day: how many are left is all that is asked.
        select coalesce(e.lot_id, b.lot_id), e.happened_on, sum(coalesce(c.seeds, e.seeds))::int, null::int
        {OfSome}
        {AsTheyStand}
        group by coalesce(e.lot_id, b.lot_id), e.happened_on
        order by e.happened_on
        """;

    internal const string EntriesOfSome = $"""
        -- The books of some packets, oldest first.
        {Lines}
        where lot_id = any($1)
        order by lot_id, happened_on, sequence
        """;

    private const string Insert = """
        -- A line of a packet's book; sent twice, it counts once.
        insert into lot_entry (nursery_id, id, lot_id, kind, happened_on, seeds, up, note, corrects, by_name)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
        """;

    /// <summary>Writes a line of a packet's book.</summary>
    /// <param name="entry">Its sequence is given here.</param>
    /// <param name="today">Nothing happens after it.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task AppendAsync(LotEntry entry, DateOnly today, CancellationToken cancel)
    {
        var lots = new SeedLotStore(nursery);
        await Locks.PacketsAsync(nursery, [entry.LotId], cancel);
        var lot = await lots.OneAsync(entry.LotId, cancel) ?? throw new NotFoundException("lot");
        if (lot.Entries.FirstOrDefault(e => e.Id == entry.Id) is { } same)
        {
            // Sent again: once. With other contents it is something else.
            if (same with { Sequence = 0, By = null } == entry with { Sequence = 0, By = null })
                return;
            throw new ConflictException("other-payload");
        }

        var failures = new List<Failure>();
        if (entry.HappenedOn > today)
            failures.Add(new("in-the-future", "happenedOn"));
        if (entry.Note?.Length > 200)
            failures.Add(new("reason-too-long", "note", entry.Note.Length, 0, 200));
        switch (entry.Kind)
        {
            case LotEntryKind.Undo:
                if (lot.Entries.All(e => e.Id != entry.Corrects || e.Kind == LotEntryKind.Undo))
                    failures.Add(new("not-chosen", "corrects"));
                else if (lot.Entries.Any(e => e.Corrects == entry.Corrects))
                    failures.Add(new("undone-already", "corrects"));
                break;
            case LotEntryKind.Recount:
                if (entry.Seeds is < 0 or > SeedLotStore.MostSeeds)
                    failures.Add(Failure.OutOfRange("seeds", entry.Seeds, 0, SeedLotStore.MostSeeds));
                break;
            default:
                var book = LotBook.Of(lot.Held, lot.Row.Seeds is not null, lot.Entries, lot.Taken);
                if (entry.Seeds is < 1 or > SeedLotStore.MostSeeds)
                    failures.Add(Failure.OutOfRange("seeds", entry.Seeds, 1, SeedLotStore.MostSeeds));
                else if (book is { Counted: true, Left: { } left } && entry.Seeds > left)
                    failures.Add(new("more-seeds-than-left", "seeds", entry.Seeds, High: left));
                if (entry.Kind == LotEntryKind.Test && (entry.Up is not { } up || up < 0 || up > entry.Seeds))
                    failures.Add(Failure.OutOfRange("up", entry.Up ?? 0, 0, Math.Max(0, entry.Seeds)));
                break;
        }

        if (failures.Count > 0)
            throw new RefusedException(failures);
        await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(entry.Id),
            Sql.Of(entry.LotId),
            Sql.Of(entry.Kind.Word()),
            Sql.Of(entry.HappenedOn),
            Sql.Of(entry.Seeds),
            Sql.OfNull(entry.Kind == LotEntryKind.Test ? entry.Up : null),
            Sql.OfNull(entry.Note),
            Sql.OfNull(entry.Corrects),
            Sql.OfNull(nursery.By)
        );
    }

    internal static LotEntry Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            r.GetGuid(1),
            r.GetInt64(2),
            r.Enum<LotEntryKind>(3),
            r.GetFieldValue<DateOnly>(4),
            r.GetInt32(5),
            r.OrNull<int>(6),
            r.TextOrNull(7),
            r.OrNull<Guid>(8),
            r.TextOrNull(9)
        );

    internal static (Guid Lot, Taken Taken) ReadTaken(NpgsqlDataReader r) =>
        (r.GetGuid(0), new(r.GetFieldValue<DateOnly>(1), r.GetInt32(2), r.OrNull<int>(3)));
}
