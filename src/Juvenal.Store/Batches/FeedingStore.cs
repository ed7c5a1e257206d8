using Juvenal.Core.Care;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;

namespace Juvenal.Store.Batches;

/// <summary>A place that was fed.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="By">Who said so.</param>
/// <param name="WrittenAt">UTC.</param>
public sealed record FedRow(Guid Id, Guid PlaceId, DateOnly On, string? By, DateTime WrittenAt);

/// <summary>What one group was fed with.</summary>
/// <param name="Ppm">Nitrogen, mg/L.</param>
/// <param name="Grams">Of the fertiliser in use; null: nobody had said which that is.</param>
public sealed record FedWith(Guid BatchId, Guid GroupId, double Ppm, double? Grams = null);

/// <summary>What stands where to be fed, and what was.</summary>
public sealed class FeedingStore(NurseryTransaction nursery)
{
    private const string Last = """
        -- When each place was fed last.
        select distinct on (place_id) id, place_id, on_day, by_name, written_at
        from care
        where kind = 'fed'
          and not taken_back
        order by place_id, on_day desc, written_at desc
        """;

    private const string Insert = """
        -- A place was fed; the same one sent again is there already.
        insert into care (nursery_id, id, on_day, kind, by_name, place_id, fed)
        values ($1, $2, $3, 'fed', $4, $5, $6)
        on conflict (nursery_id, id) do nothing
        """;

    /// <summary>By place, the last time.</summary>
    public async Task<IReadOnlyDictionary<Guid, FedRow>> LastAsync(CancellationToken cancel) =>
        (
            await nursery.ListAsync(
                Last,
                r => new FedRow(
                    r.GetGuid(0),
                    r.GetGuid(1),
                    r.GetFieldValue<DateOnly>(2),
                    r.IsDBNull(3) ? null : r.GetString(3),
                    DateTime.SpecifyKind(r.GetDateTime(4), DateTimeKind.Utc)
                ),
                cancel
            )
        ).ToDictionary(f => f.PlaceId);

    /// <summary>What is fed in a place today was: each group by its own strength.</summary>
    /// <exception cref="RefusedException">nothing-to-feed: nothing that stands there is fed today.</exception>
    public async Task FeedAsync(Guid id, Guid place, Catalogue catalogue, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        var fertiliser = (await new FertiliserStore(nursery).AllAsync(cancel)).Find(f => f.InUse);
        List<FedWith> fed =
        [
            .. from g in (await StandingNow.LoadAsync(nursery, cancel)).Groups
            where g.At.Place == place
            let stands = StandingNow.ToFeed(g, catalogue)
            where stands is not null
            let share = Feeding.Of(stands, catalogue.Rules.Rules.Feeding, catalogue.Today)
            where share.Ppm > 0
            select new FedWith(g.BatchId, g.Id.Value, share.Ppm, Grams(fertiliser, share)),
        ];
        if (fed.Count == 0)
            throw new RefusedException(new Failure("nothing-to-feed", "place"));
        await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(id),
            Sql.Of(catalogue.Today),
            Sql.OfNull(nursery.By),
            Sql.Of(place),
            Sql.OfJson(fed)
        );
    }

    private static double? Grams(FertiliserRow? fertiliser, FeedShare share) =>
        fertiliser is { } label && Feed.For(share.Ppm, label.NitrogenPercent, share.Litres) is { Succeeded: true } feed
            ? feed.Value.Grams
            : null;
}
