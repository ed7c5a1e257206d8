using Juvenal.Core.Seeds;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
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
/// <param name="Lower">Of what lies within 90 % of it.</param>
/// <param name="Upper">As above.</param>
/// <param name="Weight">It is known as from so many seeds.</param>
/// <param name="Why">Tested, or what the assumption rests on.</param>
/// <param name="TestFirst">Past its storage life and untested.</param>
/// <param name="Promises">Of what is free, for one and two in a cell.</param>
/// <param name="Counted">Left is counted; else reckoned by weight.</param>
/// <param name="PerCell">Seeds to a cell, by price and germination.</param>
/// <param name="PerCellWhy">What decided it.</param>
/// <param name="Book">Tests, seeds that went elsewhere, recounts; newest first.</param>
/// <param name="Own">Of own seed: what is to be known of it; null of what was bought.</param>
public sealed record LotAnswer(
    SeedLotRow Lot,
    int? Held,
    int Sown,
    int Planned,
    int? Left,
    int? Free,
    double Germination,
    double Lower,
    double Upper,
    double Weight,
    Why Why,
    bool TestFirst,
    IReadOnlyList<PacketPromise> Promises,
    bool Counted,
    IReadOnlyList<LotEntryAnswer> Book,
    int PerCell,
    Why PerCellWhy,
    string? Own
);

/// <summary>A line of a packet's book.</summary>
/// <param name="Lower">Of a test's 90 % interval.</param>
/// <param name="Upper">As above.</param>
public sealed record LotEntryAnswer(
    Guid Id,
    LotEntryKind Kind,
    DateOnly HappenedOn,
    int Seeds,
    int? Up,
    double? Lower,
    double? Upper,
    string? Note,
    bool TakenBack,
    string? By
);

/// <param name="Id">Made by the client: sent twice, it has one effect.</param>
/// <param name="Kind">What happened.</param>
/// <param name="HappenedOn">Today or earlier.</param>
/// <param name="Seeds">Laid out, gone, or left in the packet; 0 for an undo.</param>
/// <param name="Up">Of a test's, came up.</param>
/// <param name="Note">As one likes.</param>
/// <param name="Corrects">Undo: which line.</param>
public sealed record LotEntryInput(
    Guid Id,
    LotEntryKind Kind,
    DateOnly HappenedOn,
    int Seeds,
    int? Up = null,
    string? Note = null,
    Guid? Corrects = null
);

internal static class SeedEndpoints
{
    /// <summary>Of seedlings to planting, where a packet's promise is told without a plan.</summary>
    private const double Survival = 0.95;

    public static void MapSeeds(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/lots",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var site = await new SiteStore(reading).GetAsync(cancel);
                    var measures = new Measures(site.UsUnits);
                    return TypedResults.Ok(
                        (await new SeedLotStore(reading).AllAsync(cancel)).ConvertAll(l => Answer(l, site.Today(clock).Year, measures))
                    );
                }
            )
            .WithName("lots")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/lots",
                ([AsParameters] Here here, SeedLotRow row, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new SeedLotStore(writing).PutAsync(
                                row,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("putLot")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/lots/{id:guid}/entries",
                ([AsParameters] Here here, Guid id, LotEntryInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new LotBookStore(writing).AppendAsync(
                                new(input.Id, id, 0, input.Kind, input.HappenedOn, input.Seeds, input.Up, input.Note, input.Corrects),
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("logLot")
            .For(Role.Grower);

        nursery
            .MapDelete(
                "/lots/{id:guid}",
                ([AsParameters] Here here, Guid id, CancellationToken cancel) =>
                    here.DoAsync(Touches.InputsGo, writing => new SeedLotStore(writing).DeleteAsync(id, cancel), cancel)
            )
            .WithName("deleteLot")
            .For(Role.Grower);
    }

    internal static LotAnswer Answer(SeedLotView view, int year, Measures measures)
    {
        var germination = SeedLots.Germination(view.Facts, year);
        var book = view.Book;
        var free = book.Left - view.Planned;
        var perCell = SeedsPerCell.For(germination.Share, view is { Row.Price: { } price, Held: > 0 and var held } ? price / held : null);
        return new(
            view.Row,
            view.Held,
            view.Sown,
            view.Planned,
            book.Left,
            free,
            germination.Share,
            germination.Lower,
            germination.Upper,
            germination.Of.Weight,
            ReasonSentences.Of(germination.Why, measures),
            germination.Old,
            [.. new[] { 1, 2 }.Select(k => SeedLots.Promise(Math.Max(0, free ?? 0), germination.Of, Survival, k)).OfType<PacketPromise>()],
            book.Counted,
            [
                .. view
                    .Entries.Where(e => e.Kind != LotEntryKind.Undo)
                    .OrderByDescending(e => e.HappenedOn)
                    .ThenByDescending(e => e.Sequence)
                    .Select(e => Line(e, view.Entries)),
            ],
            perCell.Count,
            ReasonSentences.Of(perCell.Why, measures),
            SowingWords.Own(view.Row, view.Crop)
        );
    }

    private static LotEntryAnswer Line(LotEntry entry, IReadOnlyList<LotEntry> all)
    {
        var test = entry.Up is { } up ? EmergenceTest.Of(entry.Seeds, up, 0.9).Value : null;
        return new(
            entry.Id,
            entry.Kind,
            entry.HappenedOn,
            entry.Seeds,
            entry.Up,
            test?.Lower,
            test?.Upper,
            entry.Note,
            all.Any(e => e.Kind == LotEntryKind.Undo && e.Corrects == entry.Id),
            entry.By
        );
    }
}
