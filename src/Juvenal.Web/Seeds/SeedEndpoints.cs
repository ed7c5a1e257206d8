using Juvenal.Core.Seeds;
using Juvenal.Store.Accounts;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Seeds;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Words;

namespace Juvenal.Web.Seeds;

/// <summary>A packet, and what it can promise.</summary>
/// <param name="Lot">As stored.</param>
/// <param name="Held">Seeds when it came; null where not known.</param>
/// <param name="Sown">Taken by batches.</param>
/// <param name="Planned">That planned batches will take.</param>
/// <param name="Left">Now; null where not known.</param>
/// <param name="Free">Left, less what is planned; below 0 the plans want more than there is.</param>
/// <param name="Germination">To sow by.</param>
/// <param name="Lower">Of the test's 90 % interval; null where it is assumed.</param>
/// <param name="Upper">As above.</param>
/// <param name="Why">Tested, or what the assumption rests on.</param>
/// <param name="TestFirst">Past its storage life and untested.</param>
/// <param name="Promises">Of what is free, for one and two in a cell.</param>
public sealed record LotAnswer(
    SeedLotRow Lot, int? Held, int Sown, int Planned, int? Left, int? Free, double Germination, double? Lower, double? Upper, Why Why, bool TestFirst, IReadOnlyList<PacketPromise> Promises);

internal static class SeedEndpoints
{
    /// <summary>Of seedlings to planting, where a packet's promise is told without a plan.</summary>
    private const double Survival = 0.95;

    public static void MapSeeds(this RouteGroupBuilder nursery)
    {
        nursery.MapGet("/lots", async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
        {
            await using var reading = await here.ReadAsync(cancel);
            var site = await new SiteStore(reading).GetAsync(cancel);
            var cultivars = (await new CultivarStore(reading).AllAsync(cancel)).ToDictionary(c => c.Id);
            var measures = new Measures(site.UsUnits);
            return TypedResults.Ok((await new SeedLotStore(reading).AllAsync(cancel)).ConvertAll(l => Answer(l, cultivars[l.Row.CultivarId], site.Today(clock).Year, measures)));
        }).WithName("lots").For(Role.Helper);

        nursery.MapPut("/lots", async ([AsParameters] Here here, SeedLotRow row, TimeProvider clock, CancellationToken cancel) =>
        {
            await using var writing = await here.WriteAsync(cancel);
            await new SeedLotStore(writing).PutAsync(row, (await new SiteStore(writing).GetAsync(cancel)).Today(clock), cancel);
            await writing.CommitAsync(cancel);
            return TypedResults.NoContent();
        }).WithName("putLot").For(Role.Grower);

        nursery.MapDelete("/lots/{id:guid}", async ([AsParameters] Here here, Guid id, CancellationToken cancel) =>
        {
            await using var writing = await here.WriteAsync(cancel);
            await new SeedLotStore(writing).DeleteAsync(id, cancel);
            await writing.CommitAsync(cancel);
            return TypedResults.NoContent();
        }).WithName("deleteLot").For(Role.Grower);
    }

    private static LotAnswer Answer(SeedLotView view, CultivarRow cultivar, int year, Measures measures)
    {
        var row = view.Row;
        var facts = new LotFacts(cultivar.Crop, row.Packed, row.Seeds, row.Grams, row.TestedSown, row.TestedUp);
        var germination = SeedLots.Germination(facts, year);
        var held = SeedLots.Held(facts);
        var free = held - view.Sown - view.Planned;
        return new(
            row, held, view.Sown, view.Planned, held - view.Sown, free, germination.Share, germination.Lower, germination.Upper, ReasonSentences.Of(germination.Why, measures), germination.Old,
            [.. new[] { 1, 2 }.Select(k => SeedLots.Promise(Math.Max(0, free ?? 0), germination.Share, Survival, k)).OfType<PacketPromise>()]);
    }
}
