using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Web.Accounts;

namespace Juvenal.Web.Plans;

/// <param name="Id">Made by the client (UUIDv7).</param>
/// <param name="Input">The choices.</param>
/// <param name="Shown">Version of the plan that was shown.</param>
/// <param name="Standing">Of plants that stand already: how many, and since when; they begin the batch.</param>
/// <param name="AgainOf">The batch it is sown again for, where too few came up.</param>
public sealed record KeepInput(Guid Id, BatchInput Input, string Shown, StandingInput? Standing = null, Guid? AgainOf = null);

/// <summary>Plants that stand already, in the container and the place that the batch begins in.</summary>
/// <param name="Seedlings">How many.</param>
/// <param name="Containers">In how many containers.</param>
/// <param name="PotSince">Since when in these.</param>
/// <param name="HardenedSince">Since when they harden off; null: not yet.</param>
public sealed record StandingInput(int Seedlings, int Containers, DateOnly PotSince, DateOnly? HardenedSince = null);

internal static class PlanEndpoints
{
    public static void MapPlans(this RouteGroupBuilder nursery)
    {
        nursery
            .MapPost(
                "/plan",
                async ([AsParameters] Here here, BatchInput input, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var outcome = await new PlanStore(reading, clock).PreviewAsync(input, cancel);
                    return TypedResults.Ok(PlanAnswer.Of(outcome, await new Store.Site.SiteStore(reading).GetAsync(cancel)));
                }
            )
            .WithName("previewPlan")
            .For(Role.Grower);

        nursery
            .MapGet(
                "/batches/{id:guid}/wave",
                async ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    return TypedResults.Ok(Waves.Of(await new BatchReader(reading).OneAsync(id, cancel), catalogue));
                }
            )
            .WithName("nextWave")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches",
                ([AsParameters] Here here, KeepInput keep, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.NewBatch,
                        async writing =>
                        {
                            await KeepAsync(writing, keep, clock, cancel);
                            return TypedResults.Created($"/api/nurseries/{here.Nursery}/batches/{keep.Id}", new Kept(keep.Id));
                        },
                        cancel
                    )
            )
            .WithName("keepBatch")
            .For(Role.Grower);
    }

    /// <summary>A batch, and what stands of it already.</summary>
    internal static async Task KeepAsync(NurseryTransaction writing, KeepInput keep, TimeProvider clock, CancellationToken cancel)
    {
        await new BatchStore(writing, clock).KeepAsync(keep.Id, keep.Input, keep.Shown, cancel, keep.AgainOf);
        if (keep.Standing is { } standing)
            await new SplitStore(writing, clock).StandAsync(
                keep.Id,
                standing.Seedlings,
                standing.Containers,
                new(standing.PotSince, standing.HardenedSince),
                cancel
            );
    }
}

public sealed record Kept(Guid Id);
