using Juvenal.Store;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;
using Npgsql;

namespace Juvenal.Web.Hosting;

/// <summary>
/// When a new day begins in a nursery, its plans are made anew: what was not done yesterday is not planned for yesterday.
/// And its devices are asked what is new.
/// </summary>
internal sealed class DayWatch(Database database, Devices.Collector collector, TimeProvider clock, ILogger<DayWatch> log)
    : BackgroundService
{
    private static readonly TimeSpan Each = TimeSpan.FromMinutes(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Each, clock);
        do
        {
            try
            {
                foreach (var nursery in await database.EveryNurseryAsync(stoppingToken))
                    await LookAsync(nursery, stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                // A database that is away for a minute must not stop the server.
                log.LogWarning("The day could not be checked: {Error}", (e as NpgsqlException)?.SqlState ?? e.GetType().Name);
            }
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    private async Task LookAsync(Guid id, CancellationToken cancel)
    {
        SiteRow nursery;
        bool newDay;
        await using (var reading = await database.ReadAsync(id, cancel))
        {
            var site = new SiteStore(reading);
            nursery = await site.GetAsync(cancel);
            newDay = await site.PlannedDayAsync(cancel) != nursery.Today(clock);
        }

        if (!newDay && (nursery.Devices ?? DeviceChoice.None) == DeviceChoice.None)
            return;

        await using var writing = await database.WriteAsync(id, cancel);
        if (!await collector.CollectAsync(writing, nursery, nursery.Today(clock), cancel) && !newDay)
            return;
        await new PlanStore(writing, clock).ReplanAllAsync(cancel);
        await writing.CommitAsync(cancel);
    }
}
