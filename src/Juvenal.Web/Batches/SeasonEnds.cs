using Juvenal.Core.Cultivars;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Words;

namespace Juvenal.Web.Batches;

/// <summary>What can be closed at the end of a season.</summary>
/// <param name="Text">"9 batches are over; 3 others stay open: they stand in pots, or are not sown."</param>
/// <param name="Batches">That are over.</param>
public sealed record OverAnswer(string Text, IReadOnlyList<OverBatchAnswer> Batches);

/// <param name="Text">What became of it.</param>
/// <param name="Beds">That it stands in.</param>
public sealed record OverBatchAnswer(Guid BatchId, string Code, string Cultivar, Crop Crop, string Text, IReadOnlyList<Guid> Beds);

/// <param name="Batches">Those that are closed.</param>
public sealed record SeasonEndInput(IReadOnlyList<Guid> Batches);

internal static class SeasonEnds
{
    private const string Reason = "Season’s end";

    public static void MapSeasonEnd(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/over",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    var (over, open) = await new SeasonEndStore(reading, clock).OverAsync(cancel);
                    return TypedResults.Ok(
                        new OverAnswer(
                            SeasonWords.Over(over.Count, open),
                            [
                                .. over.Select(b => new OverBatchAnswer(
                                    b.BatchId,
                                    b.Code,
                                    b.Cultivar,
                                    b.Crop,
                                    SeasonWords.Became(b, id => catalogue.Places[id].Name),
                                    [.. b.Beds.Keys]
                                )),
                            ]
                        )
                    );
                }
            )
            .WithName("over")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/over",
                ([AsParameters] Here here, SeasonEndInput end, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new SeasonEndStore(writing, clock).EndAsync(
                                end.Batches,
                                Reason,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("endSeason")
            .For(Role.Grower);
    }
}
