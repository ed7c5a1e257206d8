using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Accounts;

/// <summary>A private address of a calendar.</summary>
/// <param name="FetchedAt">Null: never.</param>
public sealed record CalendarKey(Guid Id, DateTime MadeAt, DateTime? FetchedAt);

/// <summary>Private addresses of calendars: the secret stands in the address, and its hash alone is kept.</summary>
public sealed class CalendarKeys(Walled walled)
{
    /// <summary>No person has more: the next one needs another to be withdrawn.</summary>
    public const int Most = 5;

    private const string OfAccount = """
        -- The addresses of a person that open the calendar.
        select id, made_at, fetched_at
        from calendar_key
        where nursery_id = $1 and account_id = $2 and revoked_at is null
        order by made_at desc, id
        """;

    private const string Insert = """
        -- A new address.
        insert into calendar_key (nursery_id, id, account_id, secret_hash, made_at)
        values ($1, $2, $3, $4, $5)
        """;

    private const string Revoke = """
        -- It opens nothing from now on.
        update calendar_key
        set revoked_at = $4
        where nursery_id = $1 and id = $2 and account_id = $3 and revoked_at is null
        """;

    private const string BySecret = """
        -- Whose calendar an address opens.
        select nursery_id, id, account_id
        from calendar_key
        where secret_hash = $1 and revoked_at is null
        """;

    private const string Fetched = """
        -- It was fetched, by somebody who still belongs here.
        update calendar_key k
        set fetched_at = $3
        where k.nursery_id = $1 and k.id = $2
          and exists (
            select from membership m
            where m.nursery_id = k.nursery_id and m.account_id = k.account_id and m.ended_at is null)
        """;

    public Task<List<CalendarKey>> OfAsync(Guid nursery, Guid account, CancellationToken cancel) =>
        walled.ListAsync(
            OfAccount,
            r => new CalendarKey(r.GetGuid(0), r.GetDateTime(1), r.OrNull<DateTime>(2)),
            cancel,
            Sql.Of(nursery),
            Sql.Of(account)
        );

    public Task AddAsync(Guid nursery, Guid id, Guid account, byte[] secretHash, DateTimeOffset now, CancellationToken cancel) =>
        walled.ExecuteAsync(Insert, cancel, Sql.Of(nursery), Sql.Of(id), Sql.Of(account), Sql.Of(secretHash), Sql.Of(now));

    /// <exception cref="NotFoundException">That person has no such address.</exception>
    public async Task RevokeAsync(Guid nursery, Guid id, Guid account, DateTimeOffset now, CancellationToken cancel)
    {
        if (await walled.ExecuteAsync(Revoke, cancel, Sql.Of(nursery), Sql.Of(id), Sql.Of(account), Sql.Of(now)) == 0)
            throw new NotFoundException("address");
    }

    /// <summary>Null where the address opens nothing.</summary>
    public async Task<(Guid Nursery, Guid Id)?> BySecretAsync(byte[] secretHash, CancellationToken cancel)
    {
        var rows = await walled.ListAsync(BySecret, r => (r.GetGuid(0), r.GetGuid(1)), cancel, Sql.Of(secretHash));
        return rows.Count == 1 ? rows[0] : null;
    }

    /// <summary>False where its person belongs to the nursery no more.</summary>
    public async Task<bool> FetchedAsync(Guid nursery, Guid id, DateTimeOffset now, CancellationToken cancel) =>
        await walled.ExecuteAsync(Fetched, cancel, Sql.Of(nursery), Sql.Of(id), Sql.Of(now)) > 0;
}
