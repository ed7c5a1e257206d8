using System.Security.Claims;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace Juvenal.Web.Accounts;

/// <summary>Too many tries; come back later.</summary>
internal sealed class WaitException(TimeSpan wait) : Exception("Too many tries.")
{
    public TimeSpan Wait { get; } = wait;
}

/// <summary>Sign-in, sign-out, passwords.</summary>
internal sealed class Sessions(Database database, Passwords passwords, TimeProvider clock, IHttpContextAccessor http)
{
    private HttpContext Context => http.HttpContext!;

    private string Address => Context.Connection.RemoteIpAddress?.ToString() ?? "";

    /// <summary>Name and password; the same answer, after the same time, whether the name or the password is wrong.</summary>
    /// <exception cref="WaitException">Too many tries.</exception>
    public async Task<bool> SignInAsync(string name, string password, CancellationToken cancel)
    {
        if (name.Length > AccountName.Longest || password.Length > AccountName.LongestPassword)
            return false;
        var tries = database.Tries(clock);
        if (await tries.CountAsync(name, Address, cancel) is { } wait)
            throw new WaitException(wait);
        var (account, fits) = await LookAsync(name, password, tries, cancel);
        if (account is not null)
            await WriteDownAsync(account, fits ? Deed.SignedIn : Deed.SignInFailed, cancel);
        if (!fits)
            return false;
        await tries.ForgetAsync(name, Address, cancel);
        await EnterAsync(account!);
        return true;
    }

    private async Task<(Account? Account, bool Fits)> LookAsync(string name, string password, SignInTries tries, CancellationToken cancel)
    {
        try
        {
            Account? account;
            await using (var reading = await database.ReadAsync(new Asker(SignIn: AccountName.Key(name)), cancel))
                account = await new AccountStore(reading).ByNameAsync(name, cancel);
            // Whoever went away meanwhile learns nothing: the try does not count.
            cancel.ThrowIfCancellationRequested();
            return (account, passwords.Fits(account, password));
        }
        catch (Exception e) when (e is OperationCanceledException or Npgsql.NpgsqlException)
        {
            await tries.GiveBackAsync(name, Address);
            throw;
        }
    }

    /// <summary>The session's cookie. It lasts a month of not being used: nobody signs in with wet hands each morning.</summary>
    public Task EnterAsync(Account account) =>
        Context.SignInAsync(
            CookieAuthenticationDefaults.AuthenticationScheme,
            new ClaimsPrincipal(
                new ClaimsIdentity(
                    [
                        new(ClaimTypes.NameIdentifier, account.Id.ToString()),
                        new(AccessCheck.StampClaim, account.Stamp.ToString()),
                        new(AccessCheck.SessionClaim, Guid.NewGuid().ToString()),
                    ],
                    CookieAuthenticationDefaults.AuthenticationScheme
                )
            ),
            new AuthenticationProperties { IsPersistent = true }
        );

    public async Task LeaveAsync(Account account, CancellationToken cancel)
    {
        if (AccessCheck.SessionOf(Context.User) is { } session)
        {
            await using var writing = await database.WriteAsync(new Asker(Account: session.Account), cancel);
            await new AccountStore(writing).EndAsync(session, clock.GetUtcNow(), cancel);
            await writing.CommitAsync(cancel);
        }

        await Context.SignOutAsync(CookieAuthenticationDefaults.AuthenticationScheme);
        await WriteDownAsync(account, Deed.SignedOut, cancel);
    }

    /// <summary>False where the current password does not fit. Every other session of the account ends.</summary>
    /// <exception cref="WaitException">Too many tries.</exception>
    public async Task<bool> ChangePasswordAsync(Account account, string current, string next, CancellationToken cancel)
    {
        var tries = database.Tries(clock);
        if (await tries.CountAsync(account.Name, Address, cancel) is { } wait)
            throw new WaitException(wait);
        if (!passwords.Fits(account, current))
            return false;
        await tries.ForgetAsync(account.Name, Address, cancel);
        await SetPasswordAsync(account, next, cancel);
        return true;
    }

    private async Task SetPasswordAsync(Account account, string next, CancellationToken cancel)
    {
        var changed = account with { PasswordHash = passwords.Hash(next), Stamp = Guid.NewGuid() };
        await using var writing = await database.WriteAsync(new Asker(Account: account.Id), cancel);
        await new AccountStore(writing).SetPasswordAsync(account.Id, changed.PasswordHash, changed.Stamp, cancel);
        await new AuditStore(writing).WriteAsync(clock.GetUtcNow(), null, account.Id, Deed.PasswordChanged, account.Name, null, cancel);
        await writing.CommitAsync(cancel);
        await EnterAsync(changed);
    }

    private async Task WriteDownAsync(Account account, Deed deed, CancellationToken cancel)
    {
        await using var writing = await database.WriteAsync(new Asker(Account: account.Id), cancel);
        await new AuditStore(writing).WriteAsync(clock.GetUtcNow(), null, account.Id, deed, account.Name, null, cancel);
        await writing.CommitAsync(cancel);
    }
}
