using Juvenal.Core.MovingUp;
using Juvenal.Store;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;

namespace Juvenal.Web.Catalogue;

/// <summary>What there is to plan with.</summary>
/// <param name="Next">By container: the one that usually comes next; a container that has none is missing.</param>
public sealed record CatalogueAnswer(
    IReadOnlyList<PlaceRow> Places, IReadOnlyList<ContainerRow> Containers, IReadOnlyList<CultivarRow> Cultivars, IReadOnlyDictionary<Guid, Guid> Next);

internal static class CatalogueEndpoints
{
    public static void MapCatalogue(this RouteGroupBuilder nursery)
    {
        nursery.MapGet("/catalogue", async (Guid nursery, Database database, CancellationToken cancel) =>
        {
            await using var reading = await database.ReadAsync(nursery, cancel);
            // An unknown nursery is not an empty one.
            await new Store.Site.SiteStore(reading).GetAsync(cancel);
            var containers = await new ContainerStore(reading).AllAsync(cancel);
            return TypedResults.Ok(new CatalogueAnswer(
                await new PlaceStore(reading).AllAsync(cancel), containers, await new CultivarStore(reading).AllAsync(cancel), Next(containers)));
        }).WithName("catalogue");

        nursery.MapPut("/places", (Guid nursery, PlaceRow row, Writer writer, CancellationToken cancel) =>
            writer.ChangeAsync(nursery, n => new PlaceStore(n).PutAsync(row, cancel), cancel)).WithName("putPlace");
        nursery.MapDelete("/places/{id:guid}", (Guid nursery, Guid id, Writer writer, CancellationToken cancel) =>
            writer.ChangeAsync(nursery, n => new PlaceStore(n).DeleteAsync(id, cancel), cancel)).WithName("deletePlace");
        nursery.MapPut("/containers", (Guid nursery, ContainerRow row, Writer writer, CancellationToken cancel) =>
            writer.ChangeAsync(nursery, n => new ContainerStore(n).PutAsync(row, cancel), cancel)).WithName("putContainer");
        nursery.MapDelete("/containers/{id:guid}", (Guid nursery, Guid id, Writer writer, CancellationToken cancel) =>
            writer.ChangeAsync(nursery, n => new ContainerStore(n).DeleteAsync(id, cancel), cancel)).WithName("deleteContainer");
        nursery.MapPut("/cultivars", (Guid nursery, CultivarRow row, Writer writer, CancellationToken cancel) =>
            writer.ChangeAsync(nursery, n => new CultivarStore(n).PutAsync(row, cancel), cancel)).WithName("putCultivar");
        nursery.MapDelete("/cultivars/{id:guid}", (Guid nursery, Guid id, Writer writer, CancellationToken cancel) =>
            writer.ChangeAsync(nursery, n => new CultivarStore(n).DeleteAsync(id, cancel), cancel)).WithName("deleteCultivar");
    }

    private static Dictionary<Guid, Guid> Next(List<ContainerRow> rows)
    {
        var all = rows.ToDictionary(r => Store.Plans.Catalogue.Of(r), r => r.Id);
        return all
            .Select(c => (c.Value, Next: NextContainer.After(c.Key, all.Keys)))
            .Where(c => c.Next is not null)
            .ToDictionary(c => c.Value, c => all[c.Next!]);
    }
}

/// <summary>A change that plans rest on: written, re-planned and committed in one.</summary>
internal sealed class Writer(Database database, TimeProvider clock)
{
    public async Task<Microsoft.AspNetCore.Http.HttpResults.NoContent> ChangeAsync(Guid nursery, Func<NurseryTransaction, Task> change, CancellationToken cancel)
    {
        await using var writing = await database.WriteAsync(nursery, cancel);
        await new Store.Site.SiteStore(writing).GetAsync(cancel);
        await change(writing);
        await new PlanStore(writing, clock).ReplanAllAsync(cancel);
        await writing.CommitAsync(cancel);
        return TypedResults.NoContent();
    }
}
