using Juvenal.Core.Places;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Store.Sowing;
using Juvenal.Web.Accounts;
using Juvenal.Web.Hosting;
using Juvenal.Web.Words;

namespace Juvenal.Web.Catalogue;

/// <param name="Readings">Of the weeks that count, the oldest first.</param>
/// <param name="Text">What they come to, in words.</param>
public sealed record PlaceReadingsAnswer(DateOnly Today, IReadOnlyList<ReadingRow> Readings, string Text);

/// <param name="Id">Made by the client.</param>
/// <param name="Day">It was read on, in the morning.</param>
/// <param name="LowC">Lowest of the night before, °C; null: not read.</param>
/// <param name="HighC">Highest of the day before, °C; null: not read.</param>
public sealed record AirInput(Guid Id, DateOnly Day, double? LowC = null, double? HighC = null);

/// <param name="Id">Made by the client.</param>
/// <param name="PlaceId">Where.</param>
/// <param name="Day">Today or earlier.</param>
/// <param name="SoilC">At sowing depth, °C, −30 to 60.</param>
public sealed record SeedReadingInput(Guid Id, Guid PlaceId, DateOnly Day, double SoilC);

internal static class ReadingEndpoints
{
    public static void MapReadings(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/places/{id:guid}/readings",
                async ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    if (!catalogue.Places.TryGetValue(id, out var place))
                        throw new NotFoundException("place");
                    var read = await new ReadingStore(reading).SinceAsync(id, catalogue.Today.AddDays(1 - WarmthShift.Days), cancel);
                    return TypedResults.Ok(
                        new PlaceReadingsAnswer(catalogue.Today, read, PlaceWords.Read(place, new Measures(catalogue.Site.UsUnits)))
                    );
                }
            )
            .WithName("placeReadings")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/places/{id:guid}/readings",
                ([AsParameters] Here here, Guid id, AirInput air, TimeProvider clock, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(
                        here,
                        writing => AddAsync(writing, new(air.Id, id, air.Day, null, air.LowC, air.HighC), clock, cancel),
                        cancel
                    )
            )
            .WithName("putAirReading")
            .TakesLong()
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/places/{id:guid}/readings/{reading:guid}",
                ([AsParameters] Here here, Guid id, Guid reading, Writer writer, CancellationToken cancel) =>
                    writer.ChangeAsync(here, writing => DeleteAsync(writing, reading, air: true, cancel), cancel)
            )
            .WithName("deleteAirReading")
            .TakesLong()
            .For(Role.Helper);

        // At the seed: the emergence of what lies there goes by it, and no plan does.
        nursery
            .MapPut(
                "/readings",
                ([AsParameters] Here here, SeedReadingInput seed, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => AddAsync(writing, new(seed.Id, seed.PlaceId, seed.Day, seed.SoilC), clock, cancel),
                        cancel
                    )
            )
            .WithName("putReading")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/readings/{id:guid}",
                ([AsParameters] Here here, Guid id, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => DeleteAsync(writing, id, air: false, cancel), cancel)
            )
            .WithName("deleteReading")
            .For(Role.Helper);
    }

    private static async Task AddAsync(NurseryTransaction writing, ReadingRow row, TimeProvider clock, CancellationToken cancel) =>
        await new ReadingStore(writing).AddAsync(row, (await new SiteStore(writing).GetAsync(cancel)).Today(clock), cancel);

    private static async Task DeleteAsync(NurseryTransaction writing, Guid id, bool air, CancellationToken cancel)
    {
        if (!await new ReadingStore(writing).DeleteAsync(id, air, cancel))
            throw new NotFoundException("reading");
    }
}
