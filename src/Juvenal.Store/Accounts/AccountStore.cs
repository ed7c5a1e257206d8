using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Accounts;

/// <summary>What someone may do in a nursery; each may do all that the one before may.</summary>
public enum Role
{
    /// <summary>Sees the Round and the batches, logs and counts.</summary>
    Helper,

    /// <summary>Plans, and changes site, rules, places.</summary>
    Grower,

    /// <summary>Everything: invites, removes, exports.</summary>
    Owner,
}

/// <param name="Stamp">Changes with the password: sessions that carry an older one have ended.</param>
public sealed record Account(Guid Id, string Name, string PasswordHash, Guid Stamp);

/// <summary>What a session's cookie says.</summary>
/// <param name="Account">Whose.</param>
/// <param name="Stamp">Of the password it was opened with.</param>
/// <param name="Id">Its own: signing out ends this one alone.</param>
public readonly record struct SessionKey(Guid Account, Guid Stamp, Guid Id);

/// <summary>A nursery that someone may enter, and as what.</summary>
public sealed record NurseryOf(Guid Id, string Name, Role Role);

/// <summary>A member of a nursery who asks, by name and role.</summary>
public sealed record Membership(string Name, Role Role);

/// <summary>Accounts: found by name at sign-in, by id after it.</summary>
public sealed class AccountStore(AccountTransaction accounts)
{
    /// <summary>A cookie that is not used lasts thirty days.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromDays(31);

    private const string Insert = """
        -- A new account.
        insert into account (id, name, name_key, password_hash, stamp)
        values ($1, $2, $3, $4, $5)
        """;

    private const string ByName = """
        -- The account with this name.
        select id, name, password_hash, stamp
        from account
        where name_key = $1
        """;

    private const string ByStamp = """
        -- The account of a session that has not ended.
        select id, name, password_hash, stamp
        from account
        where id = $1 and stamp = $2
          and not exists (select from ended_session where id = $3)
        """;

    private const string End = """
        -- A session is left.
        insert into ended_session (id, account_id, ended_at)
        values ($1, $2, $3)
        on conflict (id) do nothing
        """;

    private const string ForgetEnded = """
        -- Left so long ago that its cookie has run out.
        delete from ended_session
        where ended_at < $1
        """;

    private const string SetPassword = """
        -- A new password; the sessions of the old one end.
        update account
        set password_hash = $2, stamp = $3
        where id = $1
        """;

    private const string Nurseries = """
        -- The nurseries one belongs to, oldest membership first.
        select n.id, n.name, m.role
        from membership m
        join nursery n on n.id = m.nursery_id
        where m.account_id = $1 and m.ended_at is null
        order by m.since, n.id
        """;

    private const string MemberOfNursery = """
        -- May this session enter this nursery, and as what?
        select a.name, m.role
        from account a
        join membership m on m.account_id = a.id
        where a.id = $1 and a.stamp = $2 and m.nursery_id = $4 and m.ended_at is null
          and not exists (select from ended_session where id = $3)
        """;

    /// <exception cref="RefusedException">The name is taken.</exception>
    public async Task AddAsync(Account account, CancellationToken cancel)
    {
        try
        {
            await accounts.ExecuteAsync(
                Insert,
                cancel,
                Sql.Of(account.Id),
                Sql.Of(account.Name.Trim()),
                Sql.Of(AccountName.Key(account.Name)),
                Sql.Of(account.PasswordHash),
                Sql.Of(account.Stamp)
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new RefusedException(new Core.Measures.Failure("name-taken", "name"));
        }
    }

    public Task<Account?> ByNameAsync(string name, CancellationToken cancel) =>
        accounts.OneAsync(ByName, Read, cancel, Sql.Of(AccountName.Key(name)));

    /// <summary>The account, if its session has not ended.</summary>
    public Task<Account?> SignedInAsync(SessionKey session, CancellationToken cancel) =>
        accounts.OneAsync(ByStamp, Read, cancel, Sql.Of(session.Account), Sql.Of(session.Stamp), Sql.Of(session.Id));

    /// <summary>A session is left: a copy of its cookie opens nothing any more.</summary>
    public Task EndAsync(SessionKey session, DateTimeOffset now, CancellationToken cancel) =>
        accounts.ExecuteManyAsync(
            [
                Walled.Command(ForgetEnded, Sql.Of(now - Longest)),
                Walled.Command(End, Sql.Of(session.Id), Sql.Of(session.Account), Sql.Of(now)),
            ],
            cancel
        );

    public Task SetPasswordAsync(Guid id, string hash, Guid stamp, CancellationToken cancel) =>
        accounts.ExecuteAsync(SetPassword, cancel, Sql.Of(id), Sql.Of(hash), Sql.Of(stamp));

    public Task<List<NurseryOf>> NurseriesAsync(Guid id, CancellationToken cancel) =>
        accounts.ListAsync(Nurseries, r => new NurseryOf(r.GetGuid(0), r.GetString(1), r.Enum<Role>(2)), cancel, Sql.Of(id));

    /// <returns>Null: the session has ended, there is no such nursery, or one does not belong to it; which, one may not know.</returns>
    public Task<Membership?> MemberAsync(SessionKey session, Guid nursery, CancellationToken cancel) =>
        accounts.OneAsync(
            MemberOfNursery,
            r => new Membership(r.GetString(0), r.Enum<Role>(1)),
            cancel,
            Sql.Of(session.Account),
            Sql.Of(session.Stamp),
            Sql.Of(session.Id),
            Sql.Of(nursery)
        );

    private static Account Read(NpgsqlDataReader r) => new(r.GetGuid(0), r.GetString(1), r.GetString(2), r.GetGuid(3));
}
