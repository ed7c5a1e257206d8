using Microsoft.Extensions.Logging.Console;

namespace Juvenal.Web.Hosting;

internal static class LogTimes
{
    /// <summary>ISO 8601 with the offset, which is zero.</summary>
    private const string Form = "yyyy-MM-ddTHH:mm:ss.fffZ";

    /// <summary>Each line says when, in both forms of the log: plain, and one JSON object a line (JUVENAL_LOG=json).</summary>
    public static void AddTimes(this ILoggingBuilder logging)
    {
        logging.Services.Configure<SimpleConsoleFormatterOptions>(o => (o.UseUtcTimestamp, o.TimestampFormat) = (true, Form + " "));
        logging.Services.Configure<JsonConsoleFormatterOptions>(o => (o.UseUtcTimestamp, o.TimestampFormat) = (true, Form));
    }
}
