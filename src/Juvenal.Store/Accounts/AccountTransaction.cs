using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Accounts;

/// <summary>What is known of who asks, before or beside a nursery. Only what is named here can be seen.</summary>
/// <param name="Account">Signed in as, or being made.</param>
/// <param name="SignIn">The name typed at sign-in, as <see cref="AccountName.Key"/>.</param>
/// <param name="Invitation">SHA-256 of the secret in the link.</param>
/// <param name="Nursery">The nursery that is entered.</param>
/// <param name="Calendar">SHA-256 of the secret in a calendar's address.</param>
public sealed record Asker(
    Guid? Account = null,
    string? SignIn = null,
    byte[]? Invitation = null,
    Guid? Nursery = null,
    byte[]? Calendar = null
);

/// <summary>A connection that sees what an <see cref="Asker"/> may see of accounts, memberships and invitations.</summary>
public sealed class AccountTransaction : Walled
{
    private AccountTransaction(NpgsqlConnection connection, NpgsqlTransaction? transaction, (string, string)[] settings)
        : base(connection, transaction, settings) { }

    internal static async Task<AccountTransaction> OpenAsync(NpgsqlDataSource source, Asker asker, bool writes, CancellationToken cancel)
    {
        (string, string)[] settings =
        [
            ("app.account", asker.Account?.ToString() ?? ""),
            ("app.sign_in", asker.SignIn ?? ""),
            ("app.invitation", asker.Invitation is { } hash ? Convert.ToHexStringLower(hash) : ""),
            ("app.calendar", asker.Calendar is { } calendar ? Convert.ToHexStringLower(calendar) : ""),
            ("app.nursery", asker.Nursery?.ToString() ?? ""),
        ];
        var (connection, transaction) = await OpenAsync(source, writes, cancel);
        return new(connection, transaction, settings);
    }
}
