using System.Text.Json;
using System.Text.RegularExpressions;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Npgsql;

namespace Juvenal.Web.Problems;

/// <summary>Every error as problem+json with a sentence; the one place where an exception becomes a status.</summary>
internal sealed partial class ProblemMapper(IProblemDetailsService problems, ILogger<ProblemMapper> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var problem = Of(exception);
        if (problem is null)
        {
            if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
                return true;
            log.LogError(exception, "A request failed, traceId {TraceId}", Hosting.RequestLog.TraceOf(httpContext));
            problem = new() { Status = 500, Title = "Something went wrong on our side. Nothing was changed." };
        }

        // The grower is told to try again; whoever runs the server is told why.
        if (problem.Status >= 503)
            log.LogWarning(exception, "The database does not answer, traceId {TraceId}", Hosting.RequestLog.TraceOf(httpContext));
        // A rule that only the database knows is missing where it belongs, beside its field.
        if (exception is PostgresException { SqlState: PostgresErrorCodes.CheckViolation } check)
            log.LogWarning("Refused by {Constraint}, traceId {TraceId}", check.ConstraintName, Hosting.RequestLog.TraceOf(httpContext));
        httpContext.Response.StatusCode = problem.Status ?? 500;
        return await problems.TryWriteAsync(new() { HttpContext = httpContext, ProblemDetails = problem });
    }

    private static ProblemDetails? Of(Exception exception) =>
        exception switch
        {
            RefusedException refused => new ValidationProblem(refused),
            NotFoundException missing => new() { Status = 404, Title = $"There is no such {missing.What} here." },
            ConflictException conflict => Conflict(conflict),
            Accounts.WaitException wait => Wait(wait),
            // An id that was used for something else.
            PostgresException { SqlState: PostgresErrorCodes.UniqueViolation, ConstraintName: { } key }
                when key.EndsWith("_pkey", StringComparison.Ordinal) => Conflict(new ConflictException("other-payload")),
            BadHttpRequestException { StatusCode: 413 } => new() { Status = 413, Title = "That is too large." },
            BadHttpRequestException bad => Malformed(bad),
            PostgresException { SqlState: PostgresErrorCodes.DiskFull } => new()
            {
                Status = 507,
                Title = "The disk is full: nothing was saved. Make room on the machine, then try again.",
            },
            PostgresException { SqlState: PostgresErrorCodes.CheckViolation or PostgresErrorCodes.NumericValueOutOfRange } => new()
            {
                Status = 422,
                Title = "Something in it is longer, larger or smaller than can be kept. Nothing was changed.",
            },
            // A bug in a statement is ours (500); a database that is away, starting, full or closed to us is not.
            PostgresException { IsTransient: false } postgres when !IsAway(postgres.SqlState) => null,
            NpgsqlException or TimeoutException => new()
            {
                Status = 503,
                Title = "The database does not answer. Nothing was lost; try again in a moment.",
            },
            _ => null,
        };

    // 08: connection; 53: out of resources; 57P: shut down or starting; 55000: the database takes no connections now; 3D000: it is gone.
    private static bool IsAway(string state) =>
        state.StartsWith("08", StringComparison.Ordinal)
        || state.StartsWith("53", StringComparison.Ordinal)
        || state.StartsWith("57P", StringComparison.Ordinal)
        || state is "55000" or "3D000";

    private static ProblemDetails Wait(Accounts.WaitException wait)
    {
        var minutes = Math.Max(1, (int)Math.Ceiling(wait.Wait.TotalMinutes));
        return new() { Status = 429, Title = $"Too many tries. Wait {minutes} {(minutes == 1 ? "minute" : "minutes")}, then try again." };
    }

    /// <summary>What an address takes, where it is asked for something else.</summary>
    public static void SayWhatIsTaken(ProblemDetailsContext context)
    {
        var (problem, response) = (context.ProblemDetails, context.HttpContext.Response);
        var known = context.HttpContext.GetEndpoint() is RouteEndpoint;
        problem.Title = problem.Status switch
        {
            404 when !known => "There is nothing at this address.",
            405 => $"This address does not take {context.HttpContext.Request.Method}. It takes {response.Headers.Allow}.",
            415 => "This address takes JSON: say so in the content-type, as application/json.",
            _ => problem.Title,
        };
    }

    private static ProblemDetails Malformed(BadHttpRequestException bad)
    {
        var problem = new ProblemDetails { Status = bad.StatusCode == 415 ? 415 : 400, Title = "The request could not be read." };
        if (bad.InnerException is not JsonException json)
        {
            // What stands in the address: a value that is missing or of another kind, named by the framework in quotation marks.
            if (Quoted().Match(bad.Message) is { Success: true } value)
                problem.Detail = $"“{value.Groups[1].Value.Split(' ')[^1]}” in the address is missing, or not what is expected there.";
            return problem;
        }

        var path = json.Path ?? "$";
        if (Missing().Match(json.Message) is { Success: true } missing)
        {
            string[] fields = [.. Named().Matches(missing.Groups[1].Value).Select(m => m.Groups[1].Value)];
            problem.Detail =
                $"{(path.Length > 1 ? $"At {path}: " : "")}{string.Join(", ", fields.Select(f => $"“{f}”"))} {(fields.Length == 1 ? "is" : "are")} missing.";
            problem.Extensions["missing"] = fields;
            path = $"{path}.{fields[0]}";
        }
        else if (Unknown().Match(json.Message) is { Success: true } unknown)
        {
            problem.Detail = $"“{unknown.Groups[1].Value}” is not known here.";
        }
        else
        {
            problem.Detail =
                path.Length > 1 ? $"At {path}: not what is expected there." : "Not what is expected: JSON of another kind, or none.";
        }

        problem.Extensions["path"] = path;
        return problem;
    }

    // The serializer names fields in its messages alone; a test holds that they are still found there.
    [GeneratedRegex("missing required properties[^:]*: (.*)", RegexOptions.Singleline)]
    private static partial Regex Missing();

    [GeneratedRegex("'([^']+)'")]
    private static partial Regex Named();

    [GeneratedRegex("The JSON property '([^']{1,60})' could not be mapped")]
    private static partial Regex Unknown();

    [GeneratedRegex("parameter \"([^\"]{1,60})\"")]
    private static partial Regex Quoted();

    private static ProblemDetails Conflict(ConflictException conflict)
    {
        var problem = new ProblemDetails { Status = 409, Title = ConflictSentences.Of(conflict) };
        problem.Extensions["code"] = conflict.Code;
        if (ConflictSentences.Current(conflict) is { } current)
            problem.Extensions["current"] = current;
        return problem;
    }

    private sealed class ValidationProblem : ProblemDetails
    {
        public ValidationProblem(RefusedException refused)
        {
            var errors = FailureSentences.ByField(refused.Failures);
            Status = 422;
            Title = errors.Values.SelectMany(e => e).First();
            Extensions["errors"] = errors;
            // Asked, not refused: sent again with these, it is taken.
            if (refused.Asks)
                Extensions["doubts"] = refused.Failures.Select(f => f.Code).Distinct().ToArray();
        }
    }
}
