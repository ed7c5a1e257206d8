using Juvenal.Core.Measures;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Seeds;
using Juvenal.Store.Site;
using Juvenal.Web.Batches;
using Juvenal.Web.Round;
using Juvenal.Web.Seeds;
using Juvenal.Web.Site;
using Juvenal.Web.Trays;
using Juvenal.Web.Words;
using Microsoft.Extensions.Logging.Abstractions;

namespace Juvenal.Web.Accounts;

/// <summary>Opens every page of a nursery that comes in, before it is kept: one that cannot be shown is no nursery.</summary>
internal static class ImportProof
{
    /// <exception cref="RefusedException">A page cannot be made; field "file", with the page in its subject.</exception>
    public static async Task OpenAllAsync(NurseryTransaction nursery, TimeProvider clock, CancellationToken cancel)
    {
        await TryAsync(
            "the Round",
            async () =>
            {
                var round = await RoundPage.OfAsync(nursery, 0, int.MaxValue, clock, NullLogger<RoundAnswer>.Instance, cancel);
                if (round.Troubled.Count > 0)
                    throw new InvalidOperationException("A batch of the Round cannot be shown.");
            }
        );
        await TryAsync("the bench sheet", () => SowingEndpoints.AnswerAsync(nursery, null, clock, cancel));
        await TryAsync("Site", () => WeatherEndpoints.ViewAsync(nursery, clock, cancel));
        await TryAsync(
            "Seeds",
            async () =>
            {
                var site = await new SiteStore(nursery).GetAsync(cancel);
                foreach (var lot in await new SeedLotStore(nursery).AllAsync(cancel))
                    _ = SeedEndpoints.Answer(lot, site.Today(clock).Year, new Measures(site.UsUnits));
            }
        );
        await TryAsync(
            "Batches",
            async () =>
            {
                for (var skip = 0; ; skip += BatchList.MostOnPage)
                {
                    var (total, _, page) = await new BatchList(nursery).PageAsync("", skip, BatchList.MostOnPage, cancel);
                    foreach (var row in page)
                        _ = BatchAnswers.Row(row);
                    if (skip + BatchList.MostOnPage >= total)
                        return;
                }
            }
        );
        foreach (var batch in await new BatchReader(nursery).AllAsync(cancel))
        {
            await TryAsync(
                batch.Code,
                async () =>
                {
                    await BatchEndpoints.WholeAsync(nursery, batch.Id, clock, cancel);
                    await TrayEndpoints.MapAsync(nursery, batch.Id, clock, cancel);
                }
            );
        }
    }

    private static async Task TryAsync(string page, Func<Task> open)
    {
        try
        {
            await open();
        }
        catch (Exception e)
            when (e
                    is not (
                        OperationCanceledException
                        or Npgsql.NpgsqlException
                        or RefusedException { Failures: [{ Code: "not-in-trays" }] }
                    )
            )
        {
            throw new RefusedException(new Failure("import-damaged", "file", Subject: page));
        }
    }
}
