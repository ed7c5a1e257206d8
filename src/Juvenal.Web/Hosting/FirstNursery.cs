using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Accounts;

namespace Juvenal.Web.Hosting;

/// <summary>What the start command asks of a new installation.</summary>
public static class FirstNursery
{
    /// <summary>
    /// Opens the first nursery, empty, where there is none; and gives the link by which its owner makes the first account.
    /// </summary>
    /// <returns>The link's path; null where somebody owns a nursery already.</returns>
    public static async Task<string?> OpenAsync(string connection, string name)
    {
        await using var source = Database.Source(connection);
        var database = new Database(source);
        await database.RefuseWhatIsNotOursAsync(default);
        if (await database.AnyoneHasANurseryAsync(default))
            return null;
        var known = await database.EveryNurseryAsync(default);
        var id = known.Count > 0 ? known[0] : Guid.CreateVersion7();
        await using var nursery = await database.WriteAsync(id, default);
        if (known.Count == 0)
            await NurserySetup.CreateAsync(nursery, name, NewAccounts.TimeZone, NewAccounts.Latitude, null, default);
        var secret = await Invitations.MakeAsync(new PeopleStore(nursery), id, Role.Owner, TimeProvider.System.GetUtcNow(), default);
        await nursery.CommitAsync(default);
        return Invitations.Path(secret);
    }

    /// <summary>Gives an account a new password, made up here: for one who forgot theirs and can reach the machine.</summary>
    /// <returns>The password; null where there is no such account.</returns>
    public static async Task<string?> NewPasswordAsync(string connection, string name)
    {
        await using var source = Database.Source(connection);
        var database = new Database(source);
        await database.RefuseWhatIsNotOursAsync(default);
        Account? account;
        await using (var reading = await database.ReadAsync(new Asker(SignIn: AccountName.Key(name)), default))
            account = await new AccountStore(reading).ByNameAsync(name, default);
        if (account is null)
            return null;
        var password = System.Security.Cryptography.RandomNumberGenerator.GetString("abcdefghjkmnpqrstuvwxyz23456789", 16);
        await using var writing = await database.WriteAsync(new Asker(Account: account.Id), default);
        await new AccountStore(writing).SetPasswordAsync(account.Id, new Passwords().Hash(password), Guid.NewGuid(), default);
        await new AuditStore(writing).WriteAsync(
            TimeProvider.System.GetUtcNow(),
            null,
            account.Id,
            Deed.PasswordChanged,
            account.Name,
            null,
            default
        );
        await writing.CommitAsync(default);
        await database.Tries(TimeProvider.System).ForgetNameAsync(name, default);
        return password;
    }
}
