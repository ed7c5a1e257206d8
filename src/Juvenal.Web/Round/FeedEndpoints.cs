using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;

namespace Juvenal.Web.Round;

/// <summary>A place was fed.</summary>
/// <param name="Id">Made by the client.</param>
public sealed record FedInput(Guid Id);

/// <summary>Fertilisers, and places that were fed.</summary>
internal static class FeedEndpoints
{
    public static void MapFeeding(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/fertilisers",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await new FertiliserStore(reading).AllAsync(cancel));
                }
            )
            .WithName("fertilisers")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/fertilisers",
                ([AsParameters] Here here, FertiliserRow fertiliser, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => new FertiliserStore(writing).PutAsync(fertiliser, cancel), cancel)
            )
            .WithName("putFertiliser")
            .For(Role.Grower);

        nursery
            .MapDelete(
                "/fertilisers/{id:guid}",
                ([AsParameters] Here here, Guid id, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => new FertiliserStore(writing).RemoveAsync(id, cancel), cancel)
            )
            .WithName("removeFertiliser")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/places/{id:guid}/fed",
                ([AsParameters] Here here, Guid id, FedInput fed, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
                            if (!catalogue.Places.ContainsKey(id))
                                throw new NotFoundException("place");
                            await new FeedingStore(writing).FeedAsync(fed.Id, id, catalogue, cancel);
                        },
                        cancel
                    )
            )
            .WithName("fed")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/places/{id:guid}/fed/{fed:guid}",
                ([AsParameters] Here here, Guid id, Guid fed, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new CareStore(writing).TakeBackAsync(
                                fed,
                                id,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("notFed")
            .For(Role.Helper);
    }
}
