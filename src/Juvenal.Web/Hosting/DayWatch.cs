using Juvenal.Store;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;
using Npgsql;

namespace Juvenal.Web.Hosting;

/// <summary>When a new day begins in a nursery, its plans are made anew: what was not done yesterday is not planned for yesterday.</summary>
internal sealed class DayWatch(Database database, TimeProvider clock, ILogger<DayWatch> log) : BackgroundService
{
    private static readonly TimeSpan Each = TimeSpan.FromMinutes(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Each, clock);
        do
        {
            try
            {
                foreach (var nursery in await database.EveryNurseryAsync(stoppingToken)) await LookAsync(nursery, stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                // A database that is away for a minute must not stop the server.
                log.LogWarning("The day could not be checked: {Error}", (e as NpgsqlException)?.SqlState ?? e.GetType().Name);
            }
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    private async Task LookAsync(Guid id, CancellationToken cancel)
    {
        await using (var reading = await database.ReadAsync(id, cancel))
        {
            var site = new SiteStore(reading);
            if (await site.PlannedDayAsync(cancel) == (await site.GetAsync(cancel)).Today(clock)) return;
        }

        await using var writing = await database.WriteAsync(id, cancel);
        await new PlanStore(writing, clock).ReplanAllAsync(cancel);
        await writing.CommitAsync(cancel);
    }
}
