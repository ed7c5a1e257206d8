using System.Diagnostics;

namespace Juvenal.Web.Hosting;

/// <summary>
/// One structured line for each request of the API: the route's pattern, never the address itself, so that no id, no name
/// and nothing that was typed stands in a log.
/// </summary>
internal sealed partial class RequestLog(RequestDelegate next, ILogger<RequestLog> log)
{
    public async Task InvokeAsync(HttpContext context)
    {
        if (!context.Request.Path.StartsWithSegments("/api"))
        {
            await next(context);
            return;
        }

        var began = Stopwatch.GetTimestamp();
        try
        {
            await next(context);
        }
        finally
        {
            var route = (context.GetEndpoint() as RouteEndpoint)?.RoutePattern.RawText ?? "(no such address)";
            Answered(log, context.Request.Method, route, context.Response.StatusCode, Stopwatch.GetElapsedTime(began).TotalMilliseconds);
        }
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "{Method} {Route} {Status} in {Milliseconds:0.0} ms")]
    private static partial void Answered(ILogger log, string method, string route, int status, double milliseconds);
}
