using Juvenal.Store.Accounts;

namespace Juvenal.Web.Accounts;

/// <summary>On an endpoint that looks at passwords: it takes its time, so only few at once and not too many from one address.</summary>
internal sealed record PasswordWork;

/// <summary>Which ways to sign in this server offers.</summary>
internal sealed class SignInOptions(IConfiguration configuration)
{
    /// <summary>The made-up nursery is entered without a password, from this machine.</summary>
    public bool Demo { get; } = configuration["JUVENAL_DEMO"] == "open";

    /// <summary>Anyone who reaches the server may make an account and a nursery of their own; else by invitation only.</summary>
    public bool SignUp { get; } = configuration["JUVENAL_SIGN_UP"] == "open";

    /// <summary>A helper of one nursery must not fill the server with others.</summary>
    public bool MayOpen(IReadOnlyList<NurseryOf> own) => !Demo && (SignUp || own.Any(n => n.Role == Role.Owner));
}
