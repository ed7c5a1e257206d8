using Juvenal.Core.Care;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;

namespace Juvenal.Store.Batches;

/// <summary>A group in its place, as far as feeding goes.</summary>
public sealed record StandsToFeed(Guid PlaceId, Guid BatchId, Guid GroupId, FedGroup Group);

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
    private const string Standing = """
        -- What stands in containers, with the day it came up, or came.
        select s.place_id, s.batch_id, s.id, s.seedlings, s.containers, s.container_id, s.stage, s.in_pot_since,
          case when b.start in ('plants', 'standing') then s.in_pot_since else s.up_on end
        from standing s
        join batch b on b.nursery_id = s.nursery_id and b.id = s.batch_id and b.ended_on is null
        where s.seedlings > 0
          and s.container_id is not null
          and s.place_id <> all($1)
          and ($2::uuid is null or s.id = $2)
        order by s.batch_id, s.id
        """;

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

    /// <summary>All that stands in containers.</summary>
    /// <param name="catalogue">For containers.</param>
    /// <param name="except">Places that nobody asks about.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="only">One group; null: all of them.</param>
    public async Task<IReadOnlyList<StandsToFeed>> StandingAsync(
        Catalogue catalogue,
        IEnumerable<Guid> except,
        CancellationToken cancel,
        Guid? only = null
    )
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        return await nursery.ListAsync(
            Standing,
            r => new StandsToFeed(
                r.GetGuid(0),
                r.GetGuid(1),
                r.GetGuid(2),
                new(
                    r.GetInt32(3),
                    r.GetInt32(4),
                    Catalogue.Of(catalogue.Containers[r.GetGuid(5)]),
                    r.Enum<StepKind>(6),
                    r.OrNull<DateOnly>(8),
                    r.OrNull<DateOnly>(7) ?? DateOnly.MinValue
                )
            ),
            cancel,
            Sql.Of(except.ToArray()),
            Sql.OfNull(only)
        );
    }

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
        var fed = (await StandingAsync(catalogue, [], cancel))
            .Where(s => s.PlaceId == place)
            .Select(s => (Stands: s, Share: Feeding.Of(s.Group, catalogue.Rules.Rules.Feeding, catalogue.Today)))
            .Where(f => f.Share.Ppm > 0)
            .Select(f => new FedWith(f.Stands.BatchId, f.Stands.GroupId, f.Share.Ppm, Grams(fertiliser, f.Share)))
            .ToList();
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
