using Juvenal.Core.Care;
using Juvenal.Core.Rules;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Rules;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A place whose plants are fed.</summary>
/// <param name="Plants">That are fed there.</param>
/// <param name="Text">How strong and how much, by strength.</param>
/// <param name="Note">What stands there and is not fed, and why; null: nothing.</param>
/// <param name="Due">Today.</param>
/// <param name="Last">"fed on Sat 11 Apr"; null: never.</param>
/// <param name="Fed">Done today: its id takes it back; null: not yet.</param>
/// <param name="FedAt">When, UTC.</param>
public sealed record FeedAnswer(
    Guid PlaceId,
    string Place,
    int Plants,
    IReadOnlyList<string> Text,
    string? Note,
    bool Due,
    string? Last,
    Guid? Fed,
    DateTime? FedAt
);

/// <summary>The morning's feed.</summary>
/// <param name="Places">That are due or were fed today, in walking order.</param>
/// <param name="Fertiliser">It is reckoned with; null: nobody said what there is.</param>
/// <param name="Caution">Where the work is.</param>
public sealed record FeedingAnswer(IReadOnlyList<FeedAnswer> Places, string? Fertiliser, string Caution);

/// <summary>Which places are fed today, how strong, and how much.</summary>
internal static class Feeds
{
    public static async Task<FeedingAnswer?> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        StandingNow standing,
        CancellationToken cancel
    )
    {
        var rule = catalogue.Rules.Rules.Feeding;
        if (rule == FeedingRule.InMix)
            return null;
        var store = new FeedingStore(reading);
        var (last, day) = (await store.LastAsync(cancel), catalogue.Today);
        // What was fed this week is not looked at: a large nursery stands in many pots.
        var rest = last.Values.Where(f => f.On != day && !Feeding.Due(rule, f.On, day)).Select(f => f.PlaceId).ToHashSet();
        var pots = (
            from g in standing.Groups
            where !rest.Contains(g.At.Place)
            let fed = StandingNow.ToFeed(g, catalogue)
            where fed is not null
            select (PlaceId: g.At.Place, Group: fed)
        ).ToList();
        if (pots.Count == 0)
            return null;
        var fertiliser = (await new FertiliserStore(reading).AllAsync(cancel)).Find(f => f.InUse);
        var measures = new Measures(catalogue.Site.UsUnits);
        var places = (
            from s in pots
            group s by s.PlaceId into there
            let place = catalogue.Places[there.Key]
            let shares = there.Select(s => (s.Group, Share: Feeding.Of(s.Group, rule, catalogue.Today))).ToList()
            let fed = last.GetValueOrDefault(there.Key)
            let today = fed?.On == catalogue.Today
            let due = shares.Any(s => s.Share.Ppm > 0) && Feeding.Due(rule, fed?.On, catalogue.Today)
            where due || today
            orderby place.WalkOrder, place.Name
            select new FeedAnswer(
                place.Id,
                place.Name,
                shares.Where(s => s.Share.Ppm > 0).Sum(s => s.Group.Plants),
                FeedWords.Lines(shares, fertiliser, measures),
                FeedWords.Not(shares),
                due,
                fed is null ? null : $"fed on {Days.Say(fed.On)}",
                today ? fed!.Id : null,
                today ? fed!.WrittenAt : null
            )
        ).ToList();
        return places.Count == 0 ? null : new(places, fertiliser?.Name, Cautions.Feed);
    }
}
