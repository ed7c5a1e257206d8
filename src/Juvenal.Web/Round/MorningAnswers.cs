using Juvenal.Core.Hardening;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>This morning, for every role.</summary>
/// <param name="Title">"Last night −0.4 °C at Hardening stand, by the forecast"; null where nothing stood out, or nobody knows.</param>
/// <param name="Places">Where the night asks after what stood in it, the coldest first.</param>
/// <param name="Read">Thermometers that were not read this morning, in walking order.</param>
/// <param name="In">Brought in for a night, to go out again.</param>
/// <param name="Airing">Places to open, in walking order.</param>
/// <param name="Opened">Somebody did today; null: not yet.</param>
public sealed record MorningAnswer(
    string? Title,
    IReadOnlyList<NightBehindAnswer> Places,
    IReadOnlyList<ToReadAnswer> Read,
    IReadOnlyList<InForNightAnswer> In,
    IReadOnlyList<AiringAnswer> Airing,
    WalkedRow? Opened
);

/// <summary>A place that was out in the night that is over.</summary>
/// <param name="LowC">As it came at the plants, °C: by the thermometer there, else as forecast.</param>
/// <param name="LimitC">Of the tenderest there, °C.</param>
/// <param name="Missed">It was under their limit, and nobody said that anything was done.</param>
/// <param name="Text">Who, and what to look for.</param>
/// <param name="Batches">Whose plants they are: their losses and signs are said there.</param>
/// <param name="Shelter">Where they may have been for the night; null where there is none, and for beds.</param>
public sealed record NightBehindAnswer(
    Guid PlaceId,
    string Place,
    double LowC,
    double LimitC,
    bool Missed,
    string Text,
    IReadOnlyList<NightBatchAnswer> Batches,
    ShelterAnswer? Shelter
);

public sealed record NightBatchAnswer(Guid BatchId, string Code, string Cultivar);

/// <summary>A thermometer to be read.</summary>
public sealed record ToReadAnswer(Guid PlaceId, string Place);

/// <summary>Plants that were brought in for the night and are still in.</summary>
/// <param name="Night">The act that brought them in.</param>
public sealed record InForNightAnswer(Guid Night, Guid PlaceId, string Place);

internal static class Mornings
{
    /// <param name="reading">Whose.</param>
    /// <param name="catalogue">Its day.</param>
    /// <param name="ahead">What was forecast of today: its low fell in last night.</param>
    /// <param name="nights">The nights' book.</param>
    /// <param name="cancel">Cancels.</param>
    public static async Task<MorningAnswer> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        IReadOnlyList<NightRow> nights,
        StandingNow stands,
        CancellationToken cancel
    )
    {
        var (store, today, yesterday) = (new NightStore(reading), catalogue.Today, catalogue.Today.AddDays(-1));
        var measures = new Measures(catalogue.Site.UsUnits);
        var site = ahead.Today?.MinimumC + catalogue.Site.OffsetC;
        var out_ = (
            from p in catalogue.Places.Values
            where p.LowAtNight(0) is not null
            let read = catalogue.LowRead(p.Id)
            let low = read ?? (site is { } s ? p.LowAtNight(s) : null)
            where low is not null
            orderby low
            select (Place: p, LowC: low.Value, Read: read is not null)
        ).ToDictionary(p => p.Place.Id);
        var standing = Tonights.Out(stands, catalogue, out_.ContainsKey).ToList();
        var there = standing.Select(s => s.PlaceId).ToHashSet();
        var roofs = site is { } atSite ? Tonights.Roofs(catalogue, atSite) : [];
        var asks = (
            from s in standing
            let at = out_[s.PlaceId]
            let said = nights.FirstOrDefault(n => n.Evening == yesterday && n.PlaceId == s.PlaceId)?.Did
            let limit = Tonight.LimitC(s.Crop, Tonights.StateOf(s, catalogue, yesterday))
            let came = new NightCame(at.LowC, limit, said == NightDid.Covered ? catalogue.CoverC : 0, said is not null)
            where came.Asks
            select (Out: s, Came: came)
        ).ToList();
        var new_ = asks.Count == 0 ? [] : await store.CameAsync(asks.Select(a => a.Out.BatchId), today, cancel);
        List<NightBehindAnswer> places =
        [
            .. from a in asks
            where !new_.Contains((a.Out.BatchId, a.Out.PlaceId))
            group a by out_[a.Out.PlaceId].Place into at
            let worst = at.MaxBy(a => a.Came.LimitC)
            orderby worst.Came.LowC, at.Key.WalkOrder
            select new NightBehindAnswer(
                at.Key.Id,
                at.Key.Name,
                worst.Came.LowC,
                worst.Came.LimitC,
                worst.Came.Missed,
                TonightWords.Asks(
                    worst.Came,
                    [.. at.OrderByDescending(a => a.Came.LimitC).Select(a => (a.Out.Plants, a.Out.Cultivar, a.Out.Code))],
                    measures
                ),
                [.. at.Select(a => new NightBatchAnswer(a.Out.BatchId, a.Out.Code, a.Out.Cultivar)).Distinct()],
                at.Key.IsBed ? null : Tonights.ShelterOf(roofs, at.Key.Id, worst.Came.LimitC, catalogue)
            ),
        ];
        var coldest = out_.Values.Where(o => there.Contains(o.Place.Id)).OrderBy(o => o.LowC).FirstOrDefault();
        return new(
            coldest.Place is null ? null : TonightWords.Behind(coldest.LowC, coldest.Place.Name, coldest.Read, measures),
            places,
            [
                .. from o in out_.Values
                where !o.Read && there.Contains(o.Place.Id) && (catalogue.IsRead(o.Place.Id) || o.Place.Id == coldest.Place?.Id)
                orderby o.Place.WalkOrder, o.Place.Name
                select new ToReadAnswer(o.Place.Id, o.Place.Name),
            ],
            [
                .. from n in nights
                where
                    n is { Did: NightDid.BroughtIn, OutAgain: false }
                    && n.Evening >= today.AddDays(-NightStore.MostBack)
                    && catalogue.Places.ContainsKey(n.PlaceId)
                select new InForNightAnswer(n.Id, n.PlaceId, catalogue.Places[n.PlaceId].Name),
            ],
            await Airings.OfAsync(reading, catalogue, ahead, cancel),
            await new CareStore(reading).WalkedAsync(today, cancel, CareKind.Opened)
        );
    }
}
