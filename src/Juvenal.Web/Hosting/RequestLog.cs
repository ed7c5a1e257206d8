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

        // Asked for now: what handles an error forgets it.
        var endpoint = context.GetEndpoint();
        var route = (endpoint as RouteEndpoint)?.RoutePattern.RawText ?? endpoint?.DisplayName ?? "(no such address)";
        var began = Stopwatch.GetTimestamp();
        try
        {
            await next(context);
        }
        finally
        {
            var (request, status, took) = (context.Request, context.Response.StatusCode, Stopwatch.GetElapsedTime(began));
            if (status < StatusCodes.Status400BadRequest)
                Answered(log, request.Method, route, status, took.TotalMilliseconds);
            else
                Refused(log, request.Method, route, status, took.TotalMilliseconds, TraceOf(context));
        }
    }

    /// <summary>What an answer that refuses something carries as its traceId.</summary>
    public static string TraceOf(HttpContext context) => Activity.Current?.Id ?? context.TraceIdentifier;

    [LoggerMessage(Level = LogLevel.Information, Message = "{Method} {Route} {Status} in {Milliseconds:0.0} ms")]
    private static partial void Answered(ILogger log, string method, string route, int status, double milliseconds);

    [LoggerMessage(Level = LogLevel.Information, Message = "{Method} {Route} {Status} in {Milliseconds:0.0} ms, traceId {TraceId}")]
    private static partial void Refused(ILogger log, string method, string route, int status, double milliseconds, string traceId);
}
