using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Site;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A place that is out in the night.</summary>
/// <param name="LowC">Expected at the plants, °C.</param>
/// <param name="LimitC">Below which the tenderest there are brought in or covered, °C.</param>
/// <param name="Call">What it means for the tenderest.</param>
/// <param name="Text">Who, how many, and what to do, in words.</param>
/// <param name="More">Those that the text only counts, by name.</param>
/// <param name="Pots">They can be carried; else they stand in a bed.</param>
/// <param name="Done">What was done for this night; open: nothing yet.</param>
/// <param name="By">Who said so.</param>
/// <param name="Shelter">Where they are carried to: the coolest place that is warm enough; null where there is none.</param>
public sealed record NightPlaceAnswer(
    Guid PlaceId,
    string Place,
    double LowC,
    double LimitC,
    NightCall Call,
    string Text,
    IReadOnlyList<string> More,
    bool Pots,
    NightDid Done,
    string? By,
    ShelterAnswer? Shelter
);

/// <summary>A place under a roof that keeps the night off.</summary>
public sealed record ShelterAnswer(Guid PlaceId, string Place);

/// <summary>Tonight, for every role; on top of the Round.</summary>
/// <param name="Title">"Tonight −0.4 °C on Hardening stand, about 05:30".</param>
/// <param name="Note">Where the numbers are not of a fresh forecast.</param>
/// <param name="Places">Those to act on and those where growth slows, the tenderest first; none: the night does not matter.</param>
/// <param name="Back">How the nights behind came, against their forecasts; null where too few are known.</param>
public sealed record TonightAnswer(string? Title, string? Note, IReadOnlyList<NightPlaceAnswer> Places, string? Back);

/// <summary>Done for the night.</summary>
/// <param name="Id">Made by the client; of the carrying too.</param>
/// <param name="To">Brought in: where to.</param>
public sealed record NightInput(Guid Id, NightDid Did, DateOnly Evening, Guid? To = null);

/// <param name="Id">Made by the client.</param>
public sealed record OutAgainInput(Guid Id, DateOnly On);

/// <summary>Plants of one batch that are in one place tonight, alike in what they stand.</summary>
/// <param name="OnLadder">How they harden off; null: they have not begun.</param>
/// <param name="PlantedOn">In a bed since; null: in a pot.</param>
internal sealed record StandingOut(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    Guid PlaceId,
    int Plants,
    HardeningGroup? OnLadder,
    DateOnly? PlantedOn
);

internal static class Tonights
{
    public static async Task<TonightAnswer> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        IReadOnlyList<NightRow> nights,
        StandingNow standing,
        CancellationToken cancel
    )
    {
        var (store, today) = (new NightStore(reading), catalogue.Today);
        var zone = TimeZoneInfo.FindSystemTimeZoneById(catalogue.Site.TimeZone);
        if (ahead.Nights.Count == 0)
            return new(null, null, [], null);
        var low = ahead.Nights[0].PotLowC;
        var at = catalogue
            .Places.Values.Select(p => (Place: p, LowC: p.LowAtNight(low)))
            .Where(p => p.LowC is not null)
            .ToDictionary(p => p.Place.Id);
        var measures = new Measures(catalogue.Site.UsUnits);
        var roofs = Roofs(catalogue, low);
        var places = (
            from o in Out(standing, catalogue, at.ContainsKey)
            let place = at[o.PlaceId].Place
            let night = new OutTonight(o.Crop, StateOf(o, catalogue, today), at[o.PlaceId].LowC!.Value)
            group (Out: o, Night: night) by place into there
            let worst = there.Max(t => t.Night.Call)
            let limit = there.Max(t => t.Night.LimitC)
            where worst > NightCall.Fine
            let touched = there
                .Where(t => t.Night.Call == worst || t.Night.Call >= NightCall.Act)
                .OrderByDescending(t => t.Night.LimitC)
                .Select(t => (t.Out.Plants, t.Out.Cultivar, t.Out.Code))
                .ToList()
            // What stands there still, or again, was not brought in.
            let done = nights.FirstOrDefault(n => n.Evening == today && n.PlaceId == there.Key.Id && n.Did != NightDid.BroughtIn)
            let pots = !there.Key.IsBed
            orderby worst descending, limit descending, there.Key.WalkOrder
            select new NightPlaceAnswer(
                there.Key.Id,
                there.Key.Name,
                at[there.Key.Id].LowC!.Value,
                limit,
                worst,
                TonightWords.Text(worst, pots, at[there.Key.Id].LowC!.Value + catalogue.CoverC >= limit, touched),
                TonightWords.More(touched),
                pots,
                done?.Did ?? NightDid.Open,
                done?.By,
                pots ? ShelterOf(roofs, there.Key.Id, limit, catalogue) : null
            )
        ).ToList();
        var title = places.Count == 0 ? null : TonightWords.Title(places[0], Hour(catalogue, zone), measures);
        // Asked only where it is read: while the band is there.
        var back = title is null
            ? null
            : await store.BackAsync(
                today,
                (id, site) => catalogue.Places.TryGetValue(id, out var p) ? p.LowAtNight(site + catalogue.Site.OffsetC) : null,
                nights,
                cancel
            );
        var read = standing.Groups.Where(g => g.Seedlings > 0 && at.ContainsKey(g.At.Place)).Select(g => at[g.At.Place].Place).Distinct();
        return new(title, TonightWords.Note(ahead, read, measures), places, back is null ? null : TonightWords.Back(back, measures));
    }

    /// <summary>Who stands in some places, by batch and by how used to the cold.</summary>
    /// <param name="standing">All that stands.</param>
    /// <param name="catalogue">For cultivars.</param>
    /// <param name="there">Which places.</param>
    internal static IEnumerable<StandingOut> Out(StandingNow standing, Store.Plans.Catalogue catalogue, Func<Guid, bool> there) =>
        from g in standing.Groups
        where g.Seedlings > 0 && there(g.At.Place)
        let cultivar = catalogue.Cultivars[g.CultivarId]
        // Two groups of a batch that had the same days are told as one.
        group g by (g.BatchId, g.Code, cultivar.Name, cultivar.Crop, g.At.Place, g.HardenedSince, g.Had, PlantedOn(g)) into alike
        select new StandingOut(
            alike.Key.BatchId,
            alike.Key.Code,
            alike.Key.Name,
            alike.Key.Crop,
            alike.Key.Place,
            alike.Sum(g => g.Seedlings),
            alike.First().OnLadder,
            alike.Key.Item8
        );

    /// <summary>In a bed since; null: in a pot.</summary>
    private static DateOnly? PlantedOn(StandingGroup group) => group.At.Container is null ? group.InPotSince ?? DateOnly.MinValue : null;

    /// <summary>How used to the cold they are on an evening.</summary>
    internal static Tenderness StateOf(StandingOut o, Store.Plans.Catalogue catalogue, DateOnly evening) =>
        Tonight.Of(
            evening,
            o.OnLadder is { } ladder ? catalogue.RungsOf(ladder.Standing(), o.Crop, ladder.Stand, evening) : null,
            o.PlantedOn
        );

    /// <summary>Places with what they come to in a night of such a low at the site.</summary>
    internal static List<UnderRoof> Roofs(Store.Plans.Catalogue catalogue, double siteLowC) =>
        [
            .. from p in catalogue.Places.Values
            orderby p.WalkOrder, p.Name
            let kept = p.LowAtNight(siteLowC) ?? p.NightC
            where kept is not null
            select new UnderRoof(p.Id, p.Kind, kept.Value),
        ];

    internal static ShelterAnswer? ShelterOf(List<UnderRoof> roofs, Guid place, double limitC, Store.Plans.Catalogue catalogue) =>
        Shelter.For(roofs, place, limitC) is { } roof ? new(roof, catalogue.Places[roof].Name) : null;

    /// <summary>About when the low comes: at sunrise by latitude, and the zone's clock. A model.</summary>
    private static double Hour(Store.Plans.Catalogue catalogue, TimeZoneInfo zone)
    {
        var morning = catalogue.Today.AddDays(1);
        var summer = zone.IsDaylightSavingTime(morning.ToDateTime(new TimeOnly(5, 0)));
        return Sun.Rise(catalogue.Site.Latitude, SeasonAxis.DayOfYear(morning)) + (summer ? 1 : 0);
    }
}
