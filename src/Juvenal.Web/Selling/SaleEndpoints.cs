using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Batches;

namespace Juvenal.Web.Selling;

/// <summary>Plants of a batch that go over the table.</summary>
/// <param name="Id">Made by the client: sent twice, it has one effect.</param>
/// <param name="Batch">Of which.</param>
/// <param name="Count">1 to as many as stand in pots.</param>
/// <param name="Out">How they go, to whom, and for how much each.</param>
/// <param name="On">The day; null: today.</param>
/// <param name="Sure">Doubts that were asked and that the grower says are so.</param>
public sealed record HandOverInput(Guid Id, Guid Batch, int Count, OutInput Out, DateOnly? On = null, IReadOnlyList<string>? Sure = null);

internal static class SaleEndpoints
{
    public static void MapSales(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/sale",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    return TypedResults.Ok(await Sales.OfAsync(reading, catalogue, clock, cancel));
                }
            )
            .WithName("sale")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/sale",
                ([AsParameters] Here here, HandOverInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                            TypedResults.Ok(
                                new Written(
                                    await new SaleStore(writing, clock).HandOverAsync(
                                        new(
                                            input.Id,
                                            input.Batch,
                                            input.On ?? (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                            input.Count,
                                            input.Out.Gone,
                                            input.Sure
                                        ),
                                        cancel
                                    )
                                )
                            ),
                        cancel
                    )
            )
            .WithName("handOver")
            .For(Role.Helper);
    }
}
