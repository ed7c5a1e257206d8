using Juvenal.Core.Measures;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;

namespace Juvenal.Web.Accounts;

/// <summary>Makes accounts and nurseries.</summary>
internal sealed class NewAccounts(Database database, Passwords passwords, Sessions sessions, TimeProvider clock)
{
    /// <summary>Where nothing is known yet: mid-latitude north, so that the seasons are the right way round for most.</summary>
    internal const double Latitude = 45;

    /// <summary>The nursery's own clock, where the machine has one that is known by name.</summary>
    internal static string TimeZone => TimeZoneInfo.Local.HasIanaId ? TimeZoneInfo.Local.Id : "Etc/UTC";

    /// <summary>An account with a nursery of its own; signed in.</summary>
    public async Task<Guid> SignUpAsync(string name, string password, string nursery, CancellationToken cancel)
    {
        var failures = new List<Failure>();
        if (string.IsNullOrWhiteSpace(nursery))
            failures.Add(new("name-missing", "nursery"));
        var account = New(name, password, failures);
        await using (var writing = await database.WriteAsync(new Asker(Account: account.Id), cancel))
        {
            await new AccountStore(writing).AddAsync(account, cancel);
            await writing.CommitAsync(cancel);
        }

        var id = await OpenAsync(account, nursery, cancel);
        await sessions.EnterAsync(account);
        return id;
    }

    /// <summary>A new, empty nursery of which the account is the owner.</summary>
    public async Task<Guid> OpenAsync(Account account, string name, CancellationToken cancel)
    {
        if (string.IsNullOrWhiteSpace(name))
            throw new RefusedException(new Failure("name-missing", "name"));
        if (name.Length > 60)
            throw new RefusedException(new Failure("name-too-long", "name", name.Length, 1, 60));
        var id = Guid.CreateVersion7();
        await using var writing = await database.WriteAsync(id, cancel, account.Name);
        await NurserySetup.CreateAsync(writing, name.Trim(), TimeZone, Latitude, null, cancel);
        await new PeopleStore(writing).JoinAsync(id, account.Id, Role.Owner, cancel);
        await new AuditStore(writing).WriteAsync(clock.GetUtcNow(), id, account.Id, Deed.Opened, account.Name, null, cancel);
        await writing.CommitAsync(cancel);
        return id;
    }

    /// <summary>The account that someone chooses, not stored yet.</summary>
    /// <exception cref="RefusedException">Name or password will not do.</exception>
    public Account New(string name, string password, List<Failure> failures)
    {
        AccountName.Check(name, failures);
        AccountName.CheckPassword(password, name, "password", failures);
        if (failures.Count > 0)
            throw new RefusedException(failures);
        return new(Guid.CreateVersion7(), name.Trim(), passwords.Hash(password), Guid.NewGuid());
    }
}
