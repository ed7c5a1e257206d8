namespace Juvenal.Web.Hosting;

/// <summary>How much is too much. Settings, so that a slow machine, or a test on one, can be given more.</summary>
/// <param name="Request">An answer that takes longer is given up: 503. JUVENAL_REQUEST_SECONDS.</param>
/// <param name="SignInsAMinute">Sign-ins and the like from one address in a minute; a family behind one router does not come near.
/// JUVENAL_SIGN_INS_A_MINUTE.</param>
/// <param name="SignInsAtOnce">Passwords are slow on purpose: no more of them at once than leave the machine for the Round.
/// JUVENAL_SIGN_INS_AT_ONCE.</param>
/// <param name="SignInsWaiting">That wait for their turn; more are sent away. JUVENAL_SIGN_INS_WAITING.</param>
internal sealed record Limits(TimeSpan Request, int SignInsAMinute, int SignInsAtOnce, int SignInsWaiting)
{
    public static Limits Of(IConfiguration settings) =>
        new(
            TimeSpan.FromSeconds(Number(settings, "JUVENAL_REQUEST_SECONDS", 30)),
            Number(settings, "JUVENAL_SIGN_INS_A_MINUTE", 40),
            Number(settings, "JUVENAL_SIGN_INS_AT_ONCE", 2),
            Number(settings, "JUVENAL_SIGN_INS_WAITING", 40)
        );

    /// <exception cref="InvalidOperationException">It is no whole number from 1 to a million.</exception>
    private static int Number(IConfiguration settings, string name, int usual) =>
        settings[name] is not { Length: > 0 } text ? usual
        : int.TryParse(text, out var number) && number is >= 1 and <= 1_000_000 ? number
        : throw new InvalidOperationException($"{name} is “{text}”: a whole number from 1 to 1,000,000 is wanted.");
}
