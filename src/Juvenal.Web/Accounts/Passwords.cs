using Juvenal.Store.Accounts;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace Juvenal.Web.Accounts;

/// <summary>The framework's password hasher, with as many rounds as OWASP names for PBKDF2-HMAC-SHA512 (210,000; from memory).</summary>
internal sealed class Passwords
{
    /// <summary>Slow on purpose.</summary>
    public const int Rounds = 210_000;

    private readonly PasswordHasher<Account> _hasher;

    // Checked where there is no account, so that a name that nobody has takes as long as one that somebody has.
    private readonly string _nobodys;

    /// <param name="rounds">Fewer only in tests of other things.</param>
    public Passwords(int rounds = Rounds)
    {
        _hasher = new(Options.Create(new PasswordHasherOptions { IterationCount = rounds }));
        _nobodys = Hash(Guid.NewGuid().ToString());
    }

    public string Hash(string password) => _hasher.HashPassword(null!, password);

    /// <summary>False as well where there is no account, or one without a password.</summary>
    public bool Fits(Account? account, string password)
    {
        var known = account is { PasswordHash.Length: > 0 };
        return _hasher.VerifyHashedPassword(null!, known ? account!.PasswordHash : _nobodys, password) != PasswordVerificationResult.Failed
            && known;
    }
}
