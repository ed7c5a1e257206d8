using Juvenal.Store;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;
using Juvenal.Web.Plans;
using Npgsql;

namespace Juvenal.Web.Hosting;

/// <summary>
/// When a new day begins in a nursery, its plans are made anew: what was not done yesterday is not planned for yesterday.
/// Its devices are asked what is new. And plans that a crash left behind their inputs follow.
/// </summary>
internal sealed class DayWatch(Database database, Devices.Collector collector, Planning planning, TimeProvider clock, ILogger<DayWatch> log)
    : BackgroundService
{
    private static readonly TimeSpan Each = TimeSpan.FromMinutes(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Each, clock);
        do
        {
            await LookAtAllAsync(stoppingToken);
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    /// <summary>One try each: a nursery whose day cannot be made keeps no other from its own.</summary>
    internal async Task LookAtAllAsync(CancellationToken cancel)
    {
        IReadOnlyList<Guid> nurseries = [];
        // A database that is away for a minute must not stop the server.
        await TryAsync("The nurseries could not be listed", async () => nurseries = await database.EveryNurseryAsync(cancel));
        foreach (var nursery in nurseries)
            await TryAsync("A nursery's day could not be begun", () => LookAsync(nursery, cancel));
    }

    private async Task TryAsync(string what, Func<Task> work)
    {
        try
        {
            await work();
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            // Without ids or names: the kind of error and where it came from.
            log.LogWarning(
                "{What}: {Error} at {Place}",
                what,
                (e as NpgsqlException)?.SqlState ?? e.GetType().Name,
                e.TargetSite?.DeclaringType?.Name
            );
        }
    }

    private async Task LookAsync(Guid id, CancellationToken cancel)
    {
        SiteRow nursery;
        bool newDay;
        int waiting;
        await using (var reading = await database.ReadAsync(id, cancel))
        {
            var site = new SiteStore(reading);
            nursery = await site.GetAsync(cancel);
            newDay = await site.PlannedDayAsync(cancel) != nursery.Today(clock);
            waiting = await Replanner.WaitingAsync(reading, cancel);
        }

        if (newDay || (nursery.Devices ?? DeviceChoice.None) != DeviceChoice.None)
        {
            waiting += await database.ActAsync(
                id,
                null,
                Touches.MaybeInputs,
                async writing =>
                {
                    var heard = await collector.CollectAsync(writing, nursery, nursery.Today(clock), cancel);
                    if (!heard && !newDay)
                        return 0;
                    await new SiteStore(writing).PlansOfAsync(nursery.Today(clock), cancel);
                    return 1;
                },
                cancel
            );
        }

        if (waiting > 0)
            await planning.StartAsync(id, told: false);
    }
}
