using Juvenal.Store;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;

namespace Juvenal.Web.Hosting;

/// <summary>Before anyone is served, what ledgers and records come to is made anew where a new program counts otherwise.</summary>
internal sealed class Refolding(Database database, TimeProvider clock, ILogger<Refolding> log) : IHostedService
{
    public async Task StartAsync(CancellationToken cancellationToken)
    {
        foreach (var id in await database.EveryNurseryAsync(cancellationToken))
        {
            List<Guid> stale;
            bool unreckoned;
            await using (var reading = await database.ReadAsync(id, cancellationToken))
            {
                stale = await new RefoldStore(reading, clock).StaleAsync(cancellationToken);
                unreckoned = await new RecordWriter(reading).IsStaleAsync(cancellationToken);
            }

            if (unreckoned)
            {
                log.LogInformation("Reckoning anew what a weather record comes to");
                await database.ActAsync(
                    id,
                    null,
                    Touches.Inputs,
                    async writing =>
                        await new RecordWriter(writing).RecomputeAsync(
                            await new SiteStore(writing).GetAsync(cancellationToken),
                            cancellationToken
                        ),
                    cancellationToken
                );
            }

            if (stale.Count == 0)
                continue;
            log.LogInformation("Adding up the ledgers of {Count} batches anew", stale.Count);
            await database.ActAsync(
                id,
                null,
                Touches.Work,
                writing => new RefoldStore(writing, clock).RefoldAsync(stale, cancellationToken),
                cancellationToken
            );
        }
    }

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
