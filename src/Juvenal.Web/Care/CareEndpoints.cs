using Juvenal.Core.Care;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Rules;
using Juvenal.Web.Accounts;
using Juvenal.Web.Hosting;
using Juvenal.Web.Words;

namespace Juvenal.Web.Care;

/// <summary>What work to come takes.</summary>
/// <param name="Days">From its first day on, so far.</param>
public sealed record NeedsAnswer(int Days, IReadOnlyList<ToHave> List);

/// <summary>Counted by hand.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Amount">L of mix, g of feed, pieces of the rest; from 0.</param>
public sealed record StoreCountInput(Guid Id, StoreKind Kind, Guid? Container, double Amount);

/// <summary>Light at the leaves without a meter: watts and area, or a phone's lux.</summary>
/// <param name="Sun">Lux in daylight; else under white LEDs.</param>
public sealed record LeafLightInput(double? Watts = null, double? M2 = null, double? Lux = null, bool Sun = false);

/// <summary>Light, prices, the store, and what a batch took.</summary>
internal static class CareEndpoints
{
    public static void MapCare(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/places/light",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    return TypedResults.Ok(await CareAnswers.LightAsync(reading, catalogue, cancel));
                }
            )
            .WithName("placesLight")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/light-at-leaves",
                ([AsParameters] Here here, LeafLightInput input) =>
                {
                    var outcome = input.Lux is { } lux
                        ? LightAtLeaves.OfLux(lux, input.Sun)
                        : LightAtLeaves.OfWatts(input.Watts ?? 0, input.M2 ?? 0);
                    return outcome.Succeeded ? TypedResults.Ok(outcome.Value) : throw new RefusedException(outcome.Failures);
                }
            )
            .WithName("lightAtLeaves")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/batches/{id:guid}/care",
                async ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await CareAnswers.OfAsync(reading, id, clock, cancel));
                }
            )
            .WithName("batchCare")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/prices",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok<IReadOnlyList<PriceRow>>(await new PriceStore(reading).AllAsync(cancel));
                }
            )
            .WithName("prices")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/prices",
                ([AsParameters] Here here, PriceRow price, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
                            await new PriceStore(writing).PutAsync(price, catalogue.Containers.ContainsKey, cancel);
                        },
                        cancel
                    )
            )
            .WithName("putPrice")
            .For(Role.Grower);

        nursery
            .MapGet(
                "/needs",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    return TypedResults.Ok(
                        new NeedsAnswer(Core.Season.Needs.Ahead, await new NeedsStore(reading).BesideStoreAsync(catalogue, cancel))
                    );
                }
            )
            .WithName("needs")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/needs.csv",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    var list = await new NeedsStore(reading).BesideStoreAsync(catalogue, cancel);
                    var measures = new Measures(catalogue.Site.UsUnits);
                    return Csv.Answer(BuyingCsv.Columns, list.Select(row => BuyingCsv.Row(row, measures)));
                }
            )
            .WithName("needsCsv")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/store",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    return TypedResults.Ok(await new StoreRoom(reading).LeftAsync(catalogue, cancel));
                }
            )
            .WithName("store")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/store",
                ([AsParameters] Here here, StoreCountInput count, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
                            await new StoreRoom(writing).CountAsync(
                                count.Id,
                                new(count.Kind, count.Container, count.Amount, catalogue.Today),
                                catalogue.Containers.ContainsKey,
                                cancel
                            );
                        },
                        cancel
                    )
            )
            .WithName("countStore")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/store/{id:guid}",
                ([AsParameters] Here here, Guid id, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => new StoreRoom(writing).TakeBackAsync(id, here.Membership.Role == Role.Helper, cancel),
                        cancel
                    )
            )
            .WithName("takeBackCount")
            .For(Role.Helper);
    }
}
