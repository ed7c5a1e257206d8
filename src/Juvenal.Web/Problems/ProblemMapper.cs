using System.Text.Json;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Npgsql;

namespace Juvenal.Web.Problems;

/// <summary>Every error as problem+json with a sentence; the one place where an exception becomes a status.</summary>
internal sealed class ProblemMapper(IProblemDetailsService problems, ILogger<ProblemMapper> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var problem = Of(exception);
        if (problem is null)
        {
            if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
                return true;
            log.LogError(exception, "A request failed");
            problem = new() { Status = 500, Title = "Something went wrong on our side. Nothing was changed." };
        }

        // The grower is told to try again; whoever runs the server is told why.
        if (problem.Status >= 503)
            log.LogWarning(exception, "The database does not answer");
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
            PostgresException { SqlState: PostgresErrorCodes.CheckViolation or PostgresErrorCodes.NumericValueOutOfRange } check => new()
            {
                Status = 422,
                Title = "The database refused it: " + (check.ConstraintName ?? "a number is out of range") + ".",
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

    private static ProblemDetails Malformed(BadHttpRequestException bad)
    {
        var problem = new ProblemDetails { Status = bad.StatusCode == 415 ? 415 : 400, Title = "The request could not be read." };
        if (bad.InnerException is not JsonException json)
            return problem;
        problem.Detail = json.Path is { Length: > 1 } path
            ? $"At {path}: not what is expected there."
            : "Not what is expected: a field is unknown, missing, or of another kind.";
        problem.Extensions["path"] = json.Path ?? "$";
        return problem;
    }

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
