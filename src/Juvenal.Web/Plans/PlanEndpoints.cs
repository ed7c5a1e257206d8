using Juvenal.Core.Season;
using Juvenal.Store;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;

namespace Juvenal.Web.Plans;

/// <param name="Id">Made by the client (UUIDv7).</param>
/// <param name="Input">The choices.</param>
/// <param name="Shown">Version of the plan that was shown.</param>
public sealed record KeepInput(Guid Id, BatchInput Input, string Shown);

internal static class PlanEndpoints
{
    public static void MapPlans(this RouteGroupBuilder nursery)
    {
        nursery.MapPost("/plan", async (Guid nursery, BatchInput input, Database database, TimeProvider clock, CancellationToken cancel) =>
        {
            await using var reading = await database.ReadAsync(nursery, cancel);
            var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
            var request = catalogue.Request(input, null);
            var outcome = request.Succeeded ? Planner.Plan(request.Value) : request.Failures.ToList();
            if (!outcome.Succeeded) throw new RefusedException(outcome.Failures);
            return TypedResults.Ok(PlanAnswer.Of(outcome.Value, new Measures(catalogue.Site.UsUnits)));
        }).WithName("previewPlan");

        nursery.MapPost("/batches", async (Guid nursery, KeepInput keep, Database database, TimeProvider clock, CancellationToken cancel) =>
        {
            await using var writing = await database.WriteAsync(nursery, cancel);
            await new BatchStore(writing, clock).KeepAsync(keep.Id, keep.Input, keep.Shown, cancel);
            await writing.CommitAsync(cancel);
            return TypedResults.Created($"/api/nurseries/{nursery}/batches/{keep.Id}", new Kept(keep.Id));
        }).WithName("keepBatch");
    }
}

public sealed record Kept(Guid Id);
