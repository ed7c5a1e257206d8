using Juvenal.Core.Care;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Store.Accounts;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Web.Accounts;
using Juvenal.Web.Hosting;
using Juvenal.Web.Plans;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Juvenal.Web.Catalogue;

/// <summary>What there is to plan with.</summary>
/// <param name="Beginnings">By what a batch begins with: what is taken of it until the grower knows better.</param>
/// <param name="Next">By container: the one that usually comes next; a container that has none is missing.</param>
/// <param name="Assumed">By cultivar: germination where no packet is named, as of seed whose age nobody knows.</param>
/// <param name="Ripe">By cultivar: days from planting to ripe, typed or as its kind usually takes.</param>
public sealed record CatalogueAnswer(
    IReadOnlyList<PlaceRow> Places,
    IReadOnlyList<ContainerRow> Containers,
    IReadOnlyList<CultivarRow> Cultivars,
    IReadOnlyDictionary<Guid, Guid> Next,
    IReadOnlyDictionary<Start, BeginningAnswer> Beginnings,
    IReadOnlyDictionary<Guid, double> Assumed,
    IReadOnlyDictionary<Guid, int> Ripe
);

/// <param name="Share">Of seed that germinates; of plants that arrive sound, side shoots that root, grafts that take.</param>
/// <param name="Leaves">True leaves it begins with.</param>
public sealed record BeginningAnswer(double Share, double Leaves);

/// <summary>What usually comes with a kind of place.</summary>
/// <param name="DayC">By day where it is kept warm, °C; null where it never is.</param>
/// <param name="NightC">By night, °C.</param>
/// <param name="SoilC">At sowing depth, °C; null: as the air.</param>
/// <param name="Follows">It can be left to the weather.</param>
/// <param name="Lamps">Lamps can stand over it.</param>
/// <param name="Shuts">It can be shut, and gets hot in the sun then.</param>
public sealed record PlaceKindAnswer(PlaceKind Kind, double? DayC, double? NightC, double? SoilC, bool Follows, bool Lamps, bool Shuts)
{
    public static IReadOnlyList<PlaceKindAnswer> All { get; } =
    [
        .. PlaceType.All.Select(t => new PlaceKindAnswer(
            t.Kind,
            t.DayC,
            t.NightC,
            t.SoilC,
            t.Sky is not null,
            t.DayC is not null,
            Airing.ShutGainC(t.Kind) is not null
        )),
    ];
}

internal static class CatalogueEndpoints
{
    public static void MapCatalogue(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/catalogue",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    // An unknown nursery is not an empty one.
                    await new Store.Site.SiteStore(reading).GetAsync(cancel);
                    var containers = await new ContainerStore(reading).AllAsync(cancel);
                    var cultivars = await new CultivarStore(reading).AllAsync(cancel);
                    return TypedResults.Ok(
                        new CatalogueAnswer(
                            await new PlaceStore(reading).AllAsync(cancel),
                            containers,
                            cultivars,
                            Next(containers),
                            Enum.GetValues<Start>()
                                .ToDictionary(s => s, s => new BeginningAnswer(Beginning.UsualShare(s), Beginning.UsualLeaves(s))),
                            cultivars.ToDictionary(c => c.Id, c => Germinability.Assumed(c.Crop, null).Mean),
                            cultivars.ToDictionary(c => c.Id, c => c.Traits().DaysToRipe)
                        )
                    );
                }
            )
            .WithName("catalogue")
            .For(Role.Helper);

        nursery
            .MapGet("/places/kinds", ([AsParameters] Here _) => TypedResults.Ok(PlaceKindAnswer.All))
            .WithName("placeKinds")
            .For(Role.Helper);
        nursery
            .MapPut(
                "/places",
                ([AsParameters] Here here, PlaceRow row, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(here, n => new PlaceStore(n).PutAsync(row, cancel), cancel)
            )
            .WithName("putPlace")
            .TakesLong()
            .For(Role.Grower);
        nursery
            .MapDelete(
                "/places/{id:guid}",
                ([AsParameters] Here here, Guid id, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(here, n => new PlaceStore(n).DeleteAsync(id, cancel), cancel, Touches.InputsGo)
            )
            .WithName("deletePlace")
            .TakesLong()
            .For(Role.Grower);
        nursery
            .MapPut(
                "/containers",
                ([AsParameters] Here here, ContainerRow row, bool? sure, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(here, n => new ContainerStore(n).PutAsync(row, cancel, sure == true), cancel)
            )
            .WithName("putContainer")
            .TakesLong()
            .For(Role.Grower);
        nursery
            .MapDelete(
                "/containers/{id:guid}",
                ([AsParameters] Here here, Guid id, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(here, n => new ContainerStore(n).DeleteAsync(id, cancel), cancel, Touches.InputsGo)
            )
            .WithName("deleteContainer")
            .TakesLong()
            .For(Role.Grower);
        nursery
            .MapPut(
                "/cultivars",
                ([AsParameters] Here here, CultivarRow row, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(here, n => new CultivarStore(n).PutAsync(row, cancel), cancel)
            )
            .WithName("putCultivar")
            .TakesLong()
            .For(Role.Grower);
        nursery
            .MapGet(
                "/cultivars.csv",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Text(
                        CultivarCsv.Write(await new CultivarStore(reading).AllAsync(cancel)),
                        "text/csv",
                        System.Text.Encoding.UTF8
                    );
                }
            )
            .WithName("cultivarsCsv")
            .For(Role.Helper);
        nursery
            .MapPost(
                "/cultivars.csv",
                async ([AsParameters] Here here, CultivarFile file, Planning planning, CancellationToken cancel) =>
                {
                    if (!file.Keep)
                    {
                        await using var reading = await here.ReadAsync(cancel);
                        return TypedResults.Ok(CultivarCsv.Read(file.Text, await new CultivarStore(reading).AllAsync(cancel)).Answer);
                    }

                    var kept = await here.ActAsync(
                        Touches.Inputs,
                        async writing =>
                        {
                            var store = new CultivarStore(writing);
                            var read = CultivarCsv.Read(file.Text, await store.AllAsync(cancel));
                            await store.PutManyAsync(read.Rows, cancel);
                            return read.Answer;
                        },
                        cancel
                    );
                    await planning.AwaitAsync(here.Nursery, told: false, cancel);
                    return TypedResults.Ok(kept);
                }
            )
            .WithName("importCultivars")
            .TakesLong()
            .For(Role.Grower);
        nursery
            .MapDelete(
                "/cultivars/{id:guid}",
                ([AsParameters] Here here, Guid id, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(here, n => new CultivarStore(n).DeleteAsync(id, cancel), cancel, Touches.InputsGo)
            )
            .WithName("deleteCultivar")
            .TakesLong()
            .For(Role.Grower);
    }

    private static Dictionary<Guid, Guid> Next(List<ContainerRow> rows)
    {
        var all = rows.ToDictionary(r => Store.Plans.Catalogue.Of(r), r => r.Id);
        return all.Select(c => (c.Value, Next: NextContainer.After(c.Key, all.Keys)))
            .Where(c => c.Next is not null)
            .ToDictionary(c => c.Value, c => all[c.Next!]);
    }
}

/// <summary>A change that plans rest on: kept, and then the plans follow.</summary>
internal sealed class Writer(Planning planning)
{
    public async Task<NoContent> ChangeAsync(
        Here here,
        Func<NurseryTransaction, Task> change,
        CancellationToken cancel,
        Touches touches = Touches.Inputs
    )
    {
        var done = await here.DoAsync(
            touches,
            async writing =>
            {
                await new Store.Site.SiteStore(writing).GetAsync(cancel);
                await change(writing);
            },
            cancel
        );
        await planning.AwaitAsync(here.Nursery, told: false, cancel);
        return done;
    }
}
