using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Accounts;

public sealed record Member(Guid AccountId, string Name, Role Role, DateTime Since);

/// <param name="UsedBy">Who came by it, by name.</param>
/// <param name="Open">It can still be used.</param>
public sealed record Invitation(Guid Id, Role Role, DateTime MadeAt, DateTime ExpiresAt, string? UsedBy, bool Open);

/// <summary>Who belongs to a nursery, and who is asked to.</summary>
public sealed class PeopleStore(Walled walled)
{
    private const string Members = """
        -- Who belongs here; owners first.
        select m.account_id, a.name, m.role, m.since
        from membership m
        join account a on a.id = m.account_id
        where m.nursery_id = $1 and m.ended_at is null
        order by array_position(array['owner', 'grower', 'helper'], m.role), a.name
        """;

    private const string LockOwners = """
        -- Two owners must not give up their keys at the same moment.
        select account_id, role
        from membership
        where nursery_id = $1 and ended_at is null
        order by account_id
        for update
        """;

    private const string Join = """
        -- Someone joins, or comes back.
        insert into membership (nursery_id, account_id, role)
        values ($1, $2, $3)
        on conflict (nursery_id, account_id) do update
        set role = excluded.role, ended_at = null, since = now()
        where membership.ended_at is not null
        """;

    private const string Change = """
        -- Another role.
        update membership
        set role = $3
        where nursery_id = $1 and account_id = $2 and ended_at is null
        """;

    private const string End = """
        -- Someone leaves.
        update membership
        set ended_at = now()
        where nursery_id = $1 and account_id = $2 and ended_at is null
        """;

    private const string Invite = """
        -- A new invitation.
        insert into invitation (nursery_id, id, role, secret_hash, made_at, expires_at)
        values ($1, $2, $3, $4, $5, $6)
        """;

    private const string Invitations = """
        -- The newest invitations.
        select id, role, made_at, expires_at, used_by, used_at is null and withdrawn_at is null and expires_at > $2
        from invitation
        where nursery_id = $1 and withdrawn_at is null
        order by made_at desc, id
        limit 50
        """;

    private const string Withdraw = """
        -- An invitation that nobody has used is taken back.
        update invitation
        set withdrawn_at = $3
        where nursery_id = $1 and id = $2 and used_at is null and withdrawn_at is null
        """;

    private const string BySecret = """
        -- The invitation of a link. The nursery's own name is seen only from inside it, hence the two steps.
        select nursery_id, id, role, used_at is null and withdrawn_at is null and expires_at > $2
        from invitation
        where secret_hash = $1
        """;

    private const string NurseryName = """
        -- The nursery that is entered.
        select name
        from nursery
        where id = $1
        """;

    private const string Use = """
        -- A link works once: of two at the same moment, one finds nothing to change.
        update invitation
        set used_at = $3, used_by = $4
        where nursery_id = $1 and id = $2 and used_at is null and withdrawn_at is null and expires_at > $3
        """;

    public Task<List<Member>> MembersAsync(Guid nursery, CancellationToken cancel) =>
        walled.ListAsync(
            Members,
            r => new Member(r.GetGuid(0), r.GetString(1), r.Enum<Role>(2), r.GetDateTime(3)),
            cancel,
            Sql.Of(nursery)
        );

    /// <summary>False where the account belongs here already.</summary>
    public async Task<bool> JoinAsync(Guid nursery, Guid account, Role role, CancellationToken cancel) =>
        await walled.ExecuteAsync(Join, cancel, Sql.Of(nursery), Sql.Of(account), Sql.Of(role.Word())) > 0;

    /// <summary>Gives another role, or ends the membership.</summary>
    /// <exception cref="RefusedException">A nursery without an owner would be nobody's.</exception>
    /// <exception cref="NotFoundException">No such member.</exception>
    public async Task ChangeAsync(Guid nursery, Guid account, Role? role, CancellationToken cancel)
    {
        var now = await walled.ListAsync(LockOwners, r => (Id: r.GetGuid(0), Role: r.Enum<Role>(1)), cancel, Sql.Of(nursery));
        if (!now.Exists(m => m.Id == account))
            throw new NotFoundException("member");
        if (role != Role.Owner && !now.Exists(m => m.Role == Role.Owner && m.Id != account))
            throw new RefusedException(new Failure("last-owner", "role"));
        if (role is { } r)
            await walled.ExecuteAsync(Change, cancel, Sql.Of(nursery), Sql.Of(account), Sql.Of(r.Word()));
        else
            await walled.ExecuteAsync(End, cancel, Sql.Of(nursery), Sql.Of(account));
    }

    public Task InviteAsync(
        Guid nursery,
        Guid id,
        Role role,
        byte[] secretHash,
        DateTimeOffset now,
        DateTimeOffset until,
        CancellationToken cancel
    ) =>
        walled.ExecuteAsync(
            Invite,
            cancel,
            Sql.Of(nursery),
            Sql.Of(id),
            Sql.Of(role.Word()),
            Sql.Of(secretHash),
            Sql.Of(now),
            Sql.Of(until)
        );

    public Task<List<Invitation>> InvitationsAsync(Guid nursery, DateTimeOffset now, CancellationToken cancel) =>
        walled.ListAsync(
            Invitations,
            r => new Invitation(r.GetGuid(0), r.Enum<Role>(1), r.GetDateTime(2), r.GetDateTime(3), r.TextOrNull(4), r.GetBoolean(5)),
            cancel,
            Sql.Of(nursery),
            Sql.Of(now)
        );

    /// <exception cref="NotFoundException">It was used or withdrawn, or there is none.</exception>
    public async Task WithdrawAsync(Guid nursery, Guid id, DateTimeOffset now, CancellationToken cancel)
    {
        if (await walled.ExecuteAsync(Withdraw, cancel, Sql.Of(nursery), Sql.Of(id), Sql.Of(now)) == 0)
            throw new NotFoundException("open invitation");
    }

    /// <summary>Nursery, id, role and whether it is open.</summary>
    public async Task<(Guid Nursery, Guid Id, Role Role, bool Open)?> BySecretAsync(
        byte[] secretHash,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        var rows = await walled.ListAsync(
            BySecret,
            r => (r.GetGuid(0), r.GetGuid(1), r.Enum<Role>(2), r.GetBoolean(3)),
            cancel,
            Sql.Of(secretHash),
            Sql.Of(now)
        );
        return rows.Count == 0 ? null : rows[0];
    }

    public async Task<string> NurseryNameAsync(Guid nursery, CancellationToken cancel) =>
        await walled.OneAsync(NurseryName, r => r.GetString(0), cancel, Sql.Of(nursery)) ?? throw new NotFoundException("nursery");

    /// <summary>False where it cannot be used any more.</summary>
    public async Task<bool> UseAsync(Guid nursery, Guid id, string by, DateTimeOffset now, CancellationToken cancel) =>
        await walled.ExecuteAsync(Use, cancel, Sql.Of(nursery), Sql.Of(id), Sql.Of(now), Sql.Of(by)) > 0;
}
