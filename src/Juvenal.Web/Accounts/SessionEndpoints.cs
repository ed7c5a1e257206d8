using Juvenal.Core.Measures;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Hosting;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Juvenal.Web.Accounts;

/// <summary>What the page needs before anything else.</summary>
/// <param name="Name">Signed in as; null when signed out.</param>
/// <param name="Nurseries">Those one may enter.</param>
/// <param name="Token">To be sent back with every write; another one after each sign-in.</param>
/// <param name="Demo">The made-up nursery: anyone on this machine enters as they like.</param>
/// <param name="SignUp">Anyone may make an account here.</param>
/// <param name="MayOpen">May open another nursery.</param>
public sealed record Session(string? Name, IReadOnlyList<NurseryOf> Nurseries, string Token, bool Demo, bool SignUp, bool MayOpen);

public sealed record SignInInput(string Name, string Password);

/// <param name="Nursery">What the new nursery is called.</param>
public sealed record SignUpInput(string Name, string Password, string Nursery);

public sealed record PasswordInput(string Current, string Next);

public sealed record NurseryInput(string Name);

public sealed record Opened(Guid Id);

public sealed record DemoInput(Role Role);

internal static class SessionEndpoints
{
    public const string TokenHeader = "X-Juvenal-Token";

    public static void MapSession(this RouteGroupBuilder api)
    {
        api.MapGet(
                "/session",
                async (
                    HttpContext context,
                    Database database,
                    IAntiforgery antiforgery,
                    SignInOptions signInOptions,
                    CancellationToken cancel
                ) =>
                {
                    var (account, nurseries) = await WhoAsync(context, database, cancel);
                    // A session that has ended: the token must not be bound to it.
                    if (account is null)
                        context.User = new();
                    return TypedResults.Ok(
                        new Session(
                            account?.Name,
                            nurseries,
                            antiforgery.GetAndStoreTokens(context).RequestToken!,
                            signInOptions.Demo,
                            signInOptions.SignUp,
                            account is not null && signInOptions.MayOpen(nurseries)
                        )
                    );
                }
            )
            .WithName("session");

        api.MapPost(
                "/sign-in",
                async Task<Results<NoContent, ProblemHttpResult>> (SignInInput input, Sessions sessions, CancellationToken cancel) =>
                    await sessions.SignInAsync(input.Name, input.Password, cancel)
                        ? TypedResults.NoContent()
                        : TypedResults.Problem(
                            title: "Name or password is wrong.",
                            statusCode: 422,
                            extensions: new Dictionary<string, object?> { ["code"] = "sign-in" }
                        )
            )
            .WithName("signIn")
            .WithMetadata(new PasswordWork());

        api.MapPost(
                "/sign-out",
                async (RequestUser user, Sessions sessions, CancellationToken cancel) =>
                {
                    await sessions.LeaveAsync(user.Known, cancel);
                    return TypedResults.NoContent();
                }
            )
            .WithName("signOut")
            .ForAccounts();

        api.MapPost(
                "/sign-up",
                async (SignUpInput input, SignInOptions signInOptions, NewAccounts accounts, CancellationToken cancel) =>
                {
                    if (!signInOptions.SignUp)
                        throw new NotFoundException("way to make an account without an invitation");
                    return TypedResults.Ok(new Opened(await accounts.SignUpAsync(input.Name, input.Password, input.Nursery, cancel)));
                }
            )
            .WithName("signUp")
            .WithMetadata(new PasswordWork());

        api.MapPost(
                "/password",
                async (PasswordInput input, RequestUser user, Sessions sessions, CancellationToken cancel) =>
                {
                    var failures = new List<Failure>();
                    AccountName.CheckPassword(input.Next, user.Known.Name, "next", failures);
                    if (failures.Count == 0 && !await sessions.ChangePasswordAsync(user.Known, input.Current, input.Next, cancel))
                        failures.Add(new("password-wrong", "current"));
                    if (failures.Count > 0)
                        throw new RefusedException(failures);
                    return TypedResults.NoContent();
                }
            )
            .WithName("changePassword")
            .ForAccounts()
            .WithMetadata(new PasswordWork());

        api.MapPost(
                "/nurseries",
                async (
                    NurseryInput input,
                    HttpContext context,
                    RequestUser user,
                    Database database,
                    SignInOptions signInOptions,
                    NewAccounts accounts,
                    CancellationToken cancel
                ) =>
                {
                    var (_, nurseries) = await WhoAsync(context, database, cancel);
                    if (!signInOptions.MayOpen(nurseries))
                        throw new NotFoundException("way to open a nursery for you");
                    return TypedResults.Ok(new Opened(await accounts.OpenAsync(user.Known, input.Name, cancel)));
                }
            )
            .WithName("openNursery")
            .ForAccounts();

        api.MapPost("/qr", (QrInput input) => TypedResults.Ok(QrCodes.Of(input.Text))).WithName("qr").ForAccounts();

        api.MapPost(
                "/demo",
                async (
                    DemoInput input,
                    HttpContext context,
                    Database database,
                    SignInOptions signInOptions,
                    Sessions sessions,
                    CancellationToken cancel
                ) =>
                {
                    if (
                        !signInOptions.Demo
                        || context.Connection.RemoteIpAddress is { } address && !System.Net.IPAddress.IsLoopback(address)
                    )
                        throw new NotFoundException("demo");
                    var name = DemoPeople.NameOf(input.Role);
                    await using var reading = await database.ReadAsync(new Asker(SignIn: AccountName.Key(name)), cancel);
                    await sessions.EnterAsync(
                        await new AccountStore(reading).ByNameAsync(name, cancel) ?? throw new NotFoundException("demo")
                    );
                    return TypedResults.NoContent();
                }
            )
            .WithName("enterDemo");
    }

    private static async Task<(Account? Account, IReadOnlyList<NurseryOf> Nurseries)> WhoAsync(
        HttpContext context,
        Database database,
        CancellationToken cancel
    )
    {
        if (AccessCheck.SessionOf(context.User) is not { } session)
            return (null, []);
        await using var reading = await database.ReadAsync(new Asker(Account: session.Account), cancel);
        var store = new AccountStore(reading);
        var account = await store.SignedInAsync(session, cancel);
        return account is null ? (null, []) : (account, await store.NurseriesAsync(account.Id, cancel));
    }
}
