using System.Security.Cryptography;
using System.Text;
using Juvenal.Core.Measures;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;

namespace Juvenal.Web.Accounts;

/// <summary>
/// One-time links into a nursery. The secret stands behind the # of the address, which no browser sends and no log keeps.
/// </summary>
internal sealed class Invitations(Database database, NewAccounts accounts, Sessions sessions, TimeProvider clock)
{
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(7);

    public static async Task<string> MakeAsync(PeopleStore people, Guid nursery, Role role, DateTimeOffset now, CancellationToken cancel)
    {
        var secret = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(20));
        await people.InviteAsync(nursery, Guid.CreateVersion7(), role, Hash(secret), now, now + Lasts, cancel);
        return secret;
    }

    public static string Path(string secret) => "/invitation#" + secret;

    /// <summary>What the link is for; null where it cannot be used (any more).</summary>
    public async Task<(Guid Nursery, Guid Id, string Name, Role Role)?> LookAsync(string secret, CancellationToken cancel)
    {
        var hash = Hash(secret);
        (Guid Nursery, Guid Id, Role Role, bool Open)? found;
        await using (var reading = await database.ReadAsync(new Asker(Invitation: hash), cancel))
            found = await new PeopleStore(reading).BySecretAsync(hash, clock.GetUtcNow(), cancel);
        if (found is not { Open: true } open)
            return null;
        await using var inside = await database.ReadAsync(new Asker(Nursery: open.Nursery), cancel);
        return (open.Nursery, open.Id, await new PeopleStore(inside).NurseryNameAsync(open.Nursery, cancel), open.Role);
    }

    /// <summary>Joins, with the account that is signed in or with a new one.</summary>
    /// <exception cref="NotFoundException">The link cannot be used.</exception>
    /// <exception cref="RefusedException">Name or password will not do, or the account belongs to the nursery already.</exception>
    public async Task<Guid> JoinAsync(string secret, Account? known, string name, string password, CancellationToken cancel)
    {
        var invitation = await LookAsync(secret, cancel) ?? throw new NotFoundException("open invitation");
        var account = known ?? accounts.New(name, password, []);
        await using (var writing = await database.WriteAsync(new Asker(Account: account.Id, Nursery: invitation.Nursery), cancel))
        {
            if (known is null)
                await new AccountStore(writing).AddAsync(account, cancel);
            var people = new PeopleStore(writing);
            if (!await people.UseAsync(invitation.Nursery, invitation.Id, account.Name, clock.GetUtcNow(), cancel))
                throw new NotFoundException("open invitation");
            if (!await people.JoinAsync(invitation.Nursery, account.Id, invitation.Role, cancel))
                throw new RefusedException(new Failure("member-already", "name"));
            await new AuditStore(writing).WriteAsync(
                clock.GetUtcNow(),
                invitation.Nursery,
                account.Id,
                Deed.Joined,
                account.Name,
                invitation.Role.ToString(),
                cancel
            );
            await writing.CommitAsync(cancel);
        }

        if (known is null)
            await sessions.EnterAsync(account);
        return invitation.Nursery;
    }

    private static byte[] Hash(string secret) => SHA256.HashData(Encoding.UTF8.GetBytes(secret));
}
