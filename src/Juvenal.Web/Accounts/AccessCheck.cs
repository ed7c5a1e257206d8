using System.Security.Claims;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Juvenal.Web.Accounts;

/// <summary>On an endpoint: who may use it. <paramref name="Role"/> null: anyone with an account.</summary>
internal sealed record Needs(Role? Role);

internal static class NeedsExtensions
{
    public static TBuilder For<TBuilder>(this TBuilder builder, Role role)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new Needs(role));

    public static TBuilder ForAccounts<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new Needs((Role?)null));
}

/// <summary>Who asks, filled in by the access check; an endpoint that was reached without it cannot open a nursery.</summary>
internal sealed class RequestUser
{
    public Account? Account { get; set; }

    public Membership? Membership { get; set; }

    public Account Known => Account ?? throw new InvalidOperationException("The endpoint does not say that it needs an account.");
}

/// <summary>The nursery in the path, opened for one who may enter it.</summary>
internal readonly record struct Here(
    [FromRoute(Name = "nursery")] Guid Nursery,
    [FromServices] RequestUser RequestUser,
    [FromServices] Database Database
)
{
    public Membership Membership =>
        RequestUser.Membership ?? throw new InvalidOperationException("The endpoint does not say which role it needs.");

    public Task<NurseryTransaction> ReadAsync(CancellationToken cancel)
    {
        _ = Membership;
        return Database.ReadAsync(Nursery, cancel);
    }

    /// <inheritdoc cref="Database.ActAsync{T}"/>
    public Task<T> ActAsync<T>(Touches touches, Func<NurseryTransaction, Task<T>> act, CancellationToken cancel) =>
        Database.ActAsync(Nursery, Membership.Name, touches, act, cancel);

    /// <summary>An act that has nothing to answer.</summary>
    /// <inheritdoc cref="Database.ActAsync{T}"/>
    public Task<NoContent> DoAsync(Touches touches, Func<NurseryTransaction, Task> act, CancellationToken cancel) =>
        ActAsync(
            touches,
            async writing =>
            {
                await act(writing);
                return TypedResults.NoContent();
            },
            cancel
        );
}

/// <summary>
/// Stands before every endpoint of the API: is there a session, may it enter this nursery, does the write carry the page's token?
/// It looks before anything of the body is read. The framework's own antiforgery looks at forms alone.
/// </summary>
internal sealed class AccessCheck(RequestDelegate next)
{
    public const string StampClaim = "stamp";
    public const string SessionClaim = "session";

    public async Task InvokeAsync(HttpContext context, RequestUser user, Database database, IAntiforgery antiforgery)
    {
        var needs = context.GetEndpoint()?.Metadata.GetMetadata<Needs>();
        if (needs is not null && await RefusedAsync(context, needs, user, database) is { } refused)
        {
            await refused.ExecuteAsync(context);
            return;
        }

        var request = context.Request;
        var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
        // Where there is nothing to do (no such address, another method or kind), the answer says that.
        if (
            !reads
            && context.GetEndpoint() is RouteEndpoint
            && request.Path.StartsWithSegments("/api")
            && !request.Path.StartsWithSegments("/api/calc")
            && !await antiforgery.IsRequestValidAsync(context)
        )
        {
            await Problem("This page is out of date. Load it again; what you typed is still here.", 400, "token").ExecuteAsync(context);
            return;
        }

        await next(context);
    }

    private static async Task<IResult?> RefusedAsync(HttpContext context, Needs needs, RequestUser user, Database database)
    {
        var cancel = context.RequestAborted;
        if (SessionOf(context.User) is not { } session)
            return SignedOut();
        if (needs.Role is not { } role)
        {
            await using var reading = await database.ReadAsync(new Asker(Account: session.Account), cancel);
            user.Account = await new AccountStore(reading).SignedInAsync(session, cancel);
            return user.Account is null ? SignedOut() : null;
        }

        var nursery = Guid.Parse((string)context.GetRouteValue("nursery")!);
        await using (var reading = await database.ReadAsync(new Asker(Account: session.Account, Nursery: nursery), cancel))
        {
            var accounts = new AccountStore(reading);
            user.Membership = await accounts.MemberAsync(session, nursery, cancel);
            // Another's nursery and one that is not there are the same; an ended session is told apart only from one's own.
            if (user.Membership is null)
                return await accounts.SignedInAsync(session, cancel) is null
                    ? SignedOut()
                    : Problem("There is no such nursery here.", 404, null);
        }

        return user.Membership.Role >= role
            ? null
            : Problem(
                role == Role.Owner
                    ? "Only an owner of this nursery may do that."
                    : "Helpers log and count; a grower plans. Ask one of them.",
                403,
                "role"
            );
    }

    /// <summary>What the session cookie says; whether it has ended is not looked at here.</summary>
    internal static SessionKey? SessionOf(ClaimsPrincipal user) =>
        Guid.TryParse(user.FindFirstValue(ClaimTypes.NameIdentifier), out var account)
        && Guid.TryParse(user.FindFirstValue(StampClaim), out var stamp)
        && Guid.TryParse(user.FindFirstValue(SessionClaim), out var id)
            ? new(account, stamp, id)
            : null;

    private static IResult SignedOut() => Problem("You are signed out. Sign in again; what you typed is still here.", 401, "signed-out");

    private static IResult Problem(string title, int status, string? code) =>
        Results.Problem(
            title: title,
            statusCode: status,
            extensions: code is null ? null : new Dictionary<string, object?> { ["code"] = code }
        );
}
