using Juvenal.Store;
using Microsoft.AspNetCore.Antiforgery;

namespace Juvenal.Web.Hosting;

/// <summary>What the page needs before anything else.</summary>
/// <param name="Nurseries">Those one may enter.</param>
/// <param name="Token">To be sent back with every write.</param>
public sealed record Session(IReadOnlyList<Nursery> Nurseries, string Token);

internal static class SessionEndpoints
{
    public const string TokenHeader = "X-Juvenal-Token";

    public static void MapSession(this RouteGroupBuilder api) => api.MapGet("/session", async (HttpContext context, Database database, IAntiforgery antiforgery, CancellationToken cancel) =>
        TypedResults.Ok(new Session(await database.NurseriesAsync(cancel), antiforgery.GetAndStoreTokens(context).RequestToken!))).WithName("session");
}

/// <summary>The framework's own guard looks at forms alone: this one holds every write of the API, the stateless calculators excepted.</summary>
internal sealed class AntiforgeryGuard(IAntiforgery antiforgery) : IEndpointFilter
{
    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        var request = context.HttpContext.Request;
        var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
        if (!reads && !request.Path.StartsWithSegments("/api/calc") && !await antiforgery.IsRequestValidAsync(context.HttpContext))
        {
            return TypedResults.Problem("This page is out of date. Load it again; what you typed is still here.", statusCode: 400, extensions: new Dictionary<string, object?> { ["code"] = "token" });
        }

        return await next(context);
    }
}
