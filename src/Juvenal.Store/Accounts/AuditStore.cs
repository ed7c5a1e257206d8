using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Accounts;

/// <summary>What is written down for the owner.</summary>
public enum Deed
{
    SignedIn,
    SignInFailed,
    SignedOut,
    PasswordChanged,
    Invited,
    InvitationWithdrawn,
    Joined,
    RoleChanged,
    Removed,
    Opened,
    Exported,
    Imported,
}

/// <param name="At">When.</param>
/// <param name="Deed">What.</param>
/// <param name="By">Who, by name.</param>
/// <param name="About">Whom or what it concerned.</param>
public sealed record AuditEntry(DateTime At, Deed Deed, string By, string? About);

/// <summary>Sign-ins and changes of roles; written by all, read by owners, changed by nobody.</summary>
public sealed class AuditStore(Walled walled)
{
    private const string Insert = """
        -- What was done, by whom.
        insert into audit_entry (happened_at, nursery_id, account_id, kind, by_name, about)
        values ($1, $2, $3, $4, $5, $6)
        """;

    private const string Select = """
        -- What was done in this nursery, and by its people signing in; the newest first.
        select happened_at, kind, by_name, about
        from audit_entry
        order by happened_at desc, id desc
        limit $1
        """;

    public Task WriteAsync(
        DateTimeOffset at,
        Guid? nursery,
        Guid? account,
        Deed deed,
        string by,
        string? about,
        CancellationToken cancel
    ) =>
        walled.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(at),
            Sql.OfNull(nursery),
            Sql.OfNull(account),
            Sql.Of(deed.Word()),
            Sql.Of(by),
            Sql.OfNull(about)
        );

    public Task<List<AuditEntry>> NewestAsync(int most, CancellationToken cancel) =>
        walled.ListAsync(
            Select,
            r => new AuditEntry(r.GetDateTime(0), r.Enum<Deed>(1), r.GetString(2), r.TextOrNull(3)),
            cancel,
            Sql.Of(most)
        );
}
