using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>What is done for all places at once.</summary>
public enum CareKind
{
    /// <summary>All was well.</summary>
    Walked,

    /// <summary>What was to be opened that morning is open.</summary>
    Opened,
}

/// <summary>Somebody walked, and all was well; or opened what was to be opened.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="By">Who said so.</param>
/// <param name="WrittenAt">UTC.</param>
public sealed record WalkedRow(Guid Id, string? By, DateTime WrittenAt);

/// <summary>What was done for all that stands, without a plant being counted.</summary>
public sealed class CareStore(NurseryTransaction nursery)
{
    private const string Walked = """
        -- The last walk of a day that stands.
        select id, by_name, written_at
        from care
        where on_day = $1
          and kind = $2
          and not taken_back
        order by written_at desc
        limit 1
        """;

    private const string Insert = """
        -- Done everywhere, or in a place; the same one sent again is there already.
        insert into care (nursery_id, id, on_day, kind, by_name, place_id)
        values ($1, $2, $3, $4, $5, $6)
        on conflict (nursery_id, id) do nothing
        """;

    private const string TakeBack = """
        -- It was said by mistake.
        update care
        set taken_back = true
        where id = $1
          and on_day = $2
          and place_id is not distinct from $3
        """;

    public Task<WalkedRow?> WalkedAsync(DateOnly day, CancellationToken cancel, CareKind kind = CareKind.Walked) =>
        nursery.OneAsync(
            Walked,
            r => new WalkedRow(r.GetGuid(0), r.IsDBNull(1) ? null : r.GetString(1), r.GetDateTime(2)),
            cancel,
            Sql.Of(day),
            Sql.Of(kind.Word())
        );

    /// <summary>It was done today, everywhere.</summary>
    public Task WalkAsync(Guid id, DateOnly today, CancellationToken cancel, CareKind kind = CareKind.Walked) =>
        KeepAsync(id, today, kind.Word(), null, cancel);

    /// <param name="id">Made by the client.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="kind">As it is stored.</param>
    /// <param name="place">Where; null: everywhere.</param>
    /// <param name="cancel">Cancels.</param>
    internal Task KeepAsync(Guid id, DateOnly today, string kind, Guid? place, CancellationToken cancel) =>
        nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(id),
            Sql.Of(today),
            Sql.Of(kind),
            Sql.OfNull(nursery.By),
            Sql.OfNull(place)
        );

    /// <param name="id">Of a walk, or of what was done in a place.</param>
    /// <param name="place">Where it was done; null: it is a walk.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="NotFoundException">Nothing of today has that id.</exception>
    public async Task TakeBackAsync(Guid id, Guid? place, DateOnly today, CancellationToken cancel)
    {
        if (await nursery.ExecuteAsync(TakeBack, cancel, Sql.Of(id), Sql.Of(today), Sql.OfNull(place)) == 0)
            throw new NotFoundException(place is null ? "walk" : "feed");
    }
}
