using Juvenal.Core.PlantingOut;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Catalogue;
using Juvenal.Web.Hosting;

namespace Juvenal.Web.Beds;

internal static class BedEndpoints
{
    public static void MapBeds(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/beds",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    return TypedResults.Ok(await Beds.OfAsync(reading, catalogue, cancel));
                }
            )
            .WithName("beds")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/beds/{id:guid}/years",
                ([AsParameters] Here here, Guid id, BedYear bore, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new BedStore(writing).PutAsync(
                                id,
                                bore,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("bedYear")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/beds/{id:guid}/mulch",
                ([AsParameters] Here here, Guid id, MulchInput mulch, TimeProvider clock, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(
                        here,
                        async writing =>
                            await new MulchStore(writing).DoAsync(
                                mulch.Id,
                                id,
                                mulch.Work,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("mulch")
            .TakesLong()
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/beds/{id:guid}/mulch/{work:guid}",
                ([AsParameters] Here here, Guid id, Guid work, TimeProvider clock, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(
                        here,
                        async writing =>
                            await new MulchStore(writing).TakeBackAsync(
                                work,
                                id,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("notMulch")
            .TakesLong()
            .For(Role.Helper);
    }
}
