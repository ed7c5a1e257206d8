using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Rules;

/// <summary>How long work took.</summary>
public sealed class PaceStore(NurseryTransaction nursery)
{
    private const string Latest = """
        -- The last jobs of each kind that were timed, the latest first; what was undone was not done.
        select t.entry_id, t.kind, t.reckoned_minutes, t.took_minutes
        from unnest($1) k (kind)
          cross join lateral (
            select *
            from timed
            where kind = k.kind
              and not exists (select from ledger_entry u where u.batch_id = timed.batch_id and u.corrects = timed.entry_id and u.kind = 'undo')
            order by written_at desc
            limit $2) t
        order by t.written_at desc
        """;

    private const string Put = """
        -- How long a job took; said again, it is put right.
        insert into timed (nursery_id, entry_id, batch_id, on_day, kind, reckoned_minutes, took_minutes, by_name)
        values ($1, $2, $3, $4, $5, $6, $7, $8)
        on conflict (nursery_id, entry_id) do update
        set took_minutes = excluded.took_minutes, by_name = excluded.by_name, written_at = now()
        """;

    private const string Remove = """
        -- Nobody timed it after all.
        delete from timed
        where entry_id = $1
        """;

    private static readonly string[] Kinds = [.. Enum.GetValues<Handiwork>().Select(k => k.Word())];

    /// <summary>What counts, with the entry that each was.</summary>
    public Task<List<(Guid Entry, Timed Timed)>> LatestAsync(CancellationToken cancel) =>
        nursery.ListAsync(
            Latest,
            r => (r.GetGuid(0), new Timed(r.Enum<Handiwork>(1), r.GetDouble(2), r.GetDouble(3))),
            cancel,
            Sql.Of(Kinds),
            Sql.Of(Pace.MostTimed)
        );

    /// <param name="entry">First entry of the work.</param>
    /// <param name="batch">Whose ledger it is in.</param>
    /// <param name="reckoned">What it was, and its usual minutes.</param>
    /// <param name="minutes">It took, above 0 to 12,000; null: nobody timed it.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">At <c>minutes</c>.</exception>
    public Task PutAsync(Guid entry, Guid batch, Timed reckoned, double? minutes, DateOnly today, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(reckoned);
        if (minutes is not { } took)
            return nursery.ExecuteAsync(Remove, cancel, Sql.Of(entry));
        if (!(took is > 0 and <= Pace.MostMinutes))
            throw new RefusedException(new Failure("above-range", "minutes", took, 0, Pace.MostMinutes));
        return nursery.ExecuteAsync(
            Put,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(entry),
            Sql.Of(batch),
            Sql.Of(today),
            Sql.Of(reckoned.Kind.Word()),
            Sql.Of(reckoned.ReckonedMinutes),
            Sql.Of(took),
            Sql.OfNull(nursery.By)
        );
    }
}
