using Juvenal.Store;

namespace Juvenal.Web.Hosting;

/// <summary>
/// /healthz: the server runs; /readyz: and can serve its database. Asked by whatever name this machine is called: it stands before the names
/// are looked at, so that a check on the machine itself is answered behind a proxy too.
/// </summary>
internal sealed class Health : IStartupFilter
{
    public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
        app =>
        {
            app.Map("/healthz", live => live.Run(context => context.Response.WriteAsJsonAsync("live")));
            app.Map("/readyz", ready => ready.Run(ReadyAsync));
            next(app);
        };

    private static async Task ReadyAsync(HttpContext context)
    {
        var database = context.RequestServices.GetRequiredService<Database>();
        var answer = await database.ObstacleAsync(context.RequestAborted) is { } obstacle
            ? Results.Problem(obstacle, statusCode: StatusCodes.Status503ServiceUnavailable)
            : Results.Ok("ready");
        await answer.ExecuteAsync(context);
    }
}
