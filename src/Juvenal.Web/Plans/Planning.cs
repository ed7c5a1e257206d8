using System.Collections.Concurrent;
using Juvenal.Store;
using Juvenal.Store.Plans;
using Juvenal.Web.Accounts;
using Juvenal.Web.Words;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Juvenal.Web.Plans;

public sealed record ShiftAnswer(Guid BatchId, string Code, string Step, DateOnly Was, DateOnly Is);

/// <summary>How far the plans have followed a change.</summary>
/// <param name="Waiting">Plans that are still being made anew: their old days are shown.</param>
/// <param name="Moved">What moved since the grower was last told; as long as any wait, nothing is said.</param>
public sealed record PlanningAnswer(int Waiting, IReadOnlyList<ShiftAnswer> Moved);

/// <summary>
/// Plans follow a change of what they rest on: the change is kept, then they are made anew here, one run of a nursery at a time. Whoever
/// made the
/// change waits a moment; what takes longer goes on without them.
/// </summary>
internal sealed class Planning(
    Database database,
    TimeProvider clock,
    IConfiguration settings,
    IHostApplicationLifetime life,
    ILogger<Planning> log
)
{
    private readonly ConcurrentDictionary<Guid, SemaphoreSlim> _turns = [];
    private readonly ConcurrentDictionary<Guid, Task<IReadOnlyList<Shift>>> _told = [];
    private readonly TimeSpan _patience = TimeSpan.FromSeconds(settings.GetValue("JUVENAL_PLAN_PATIENCE", 2.0));

    /// <summary>Starts a run, after those that are under way.</summary>
    /// <param name="nursery">Whose.</param>
    /// <param name="told">Somebody is shown what moved.</param>
    public Task<IReadOnlyList<Shift>> StartAsync(Guid nursery, bool told)
    {
        var run = Task.Run(() => RunAsync(nursery, told, life.ApplicationStopping), CancellationToken.None);
        return told ? _told[nursery] = run : run;
    }

    /// <summary>The plans follow a change that was kept; 202 where that takes longer than one waits for.</summary>
    public async Task<Results<Ok<PlanningAnswer>, Accepted<PlanningAnswer>>> FollowAsync(Here here, CancellationToken cancel)
    {
        await AwaitAsync(here.Nursery, told: true, cancel);
        var answer = await AnswerAsync(here, cancel);
        return answer.Waiting == 0 ? TypedResults.Ok(answer) : TypedResults.Accepted($"/api/nurseries/{here.Nursery}/planning", answer);
    }

    /// <summary>Lets the plans follow, for as long as one waits for it.</summary>
    public async Task AwaitAsync(Guid nursery, bool told, CancellationToken cancel)
    {
        var run = StartAsync(nursery, told);
        await Task.WhenAny(run, Task.Delay(_patience, clock, cancel));
    }

    public async Task<PlanningAnswer> AnswerAsync(Here here, CancellationToken cancel)
    {
        await using var reading = await here.ReadAsync(cancel);
        var waiting = await Replanner.WaitingAsync(reading, cancel);
        IReadOnlyList<Shift> moved = [];
        if (_told.TryGetValue(here.Nursery, out var run))
        {
            // Whoever asks what moved is answered when all of it is known.
            if (!run.IsCompleted)
                waiting = Math.Max(1, waiting);
            else if (waiting == 0 && run.IsCompletedSuccessfully)
                moved = await run;
        }

        return new(waiting, [.. moved.Select(s => new ShiftAnswer(s.BatchId, s.Code, LedgerWords.Step(s.Step, s.Start), s.Was, s.Is))]);
    }

    private async Task<IReadOnlyList<Shift>> RunAsync(Guid nursery, bool told, CancellationToken stop)
    {
        var turn = _turns.GetOrAdd(nursery, _ => new(1));
        await turn.WaitAsync(stop);
        try
        {
            return await new Replanner(database, clock).RunAsync(nursery, told, stop);
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            // The change is kept; the day watch looks each minute whether plans wait.
            log.LogError(e, "Plans could not be made anew");
            throw;
        }
        finally
        {
            turn.Release();
        }
    }
}

internal static class PlanningEndpoints
{
    public static void MapPlanning(this RouteGroupBuilder nursery) =>
        nursery
            .MapGet(
                "/planning",
                async ([AsParameters] Here here, Planning planning, CancellationToken cancel) =>
                    TypedResults.Ok(await planning.AnswerAsync(here, cancel))
            )
            .WithName("planning")
            .For(Store.Accounts.Role.Helper);
}
