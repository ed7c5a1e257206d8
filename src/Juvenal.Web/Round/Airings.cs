using Juvenal.Core.Care;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>Places that are to be opened this morning.</summary>
/// <param name="ShutC">Their high were they left shut, °C.</param>
/// <param name="Shade">It is too hot even when they are open.</param>
/// <param name="Text">Which, by when, and what else.</param>
public sealed record AiringAnswer(double ShutC, bool Shade, string Text);

/// <summary>What the day's sun makes of places that can be shut: which to open, by when.</summary>
internal static class Airings
{
    private const string Standing = """
        -- Where plants stand.
        select distinct place_id
        from standing
        where seedlings > 0
        """;

    public static async Task<IReadOnlyList<AiringAnswer>> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        CancellationToken cancel
    )
    {
        if (ahead.Today is not { MinimumC: { } low, MaximumC: { } high })
            return [];
        var (site, today) = (catalogue.Site, catalogue.Today);
        var atTop = Sun.AtTop(site.Latitude, SeasonAxis.DayOfYear(today));
        var sun = Sun.OnGround(low, high, atTop);
        var sunset = 24 - Sun.Rise(site.Latitude, SeasonAxis.DayOfYear(today)) + Summer(catalogue);
        var measures = new Measures(site.UsUnits);
        // Places that ask for the same are told of in one line.
        return
        [
            .. from id in await reading.ListAsync(Standing, r => r.GetGuid(0), cancel)
            let place = catalogue.Places[id]
            let airing = Airing.Of(
                place.DayKind ?? place.Kind,
                low + site.OffsetC,
                high,
                ahead.Nights.Count > 0 ? ahead.Nights[0].LowC : null,
                sun,
                atTop
            )
            where airing is not null
            orderby place.WalkOrder, place.Name
            group place.Name by (Airing: airing, Itself: place.OpensItself) into alike
            let text = PlaceWords.Open(alike.Key.Airing, [.. alike], alike.Key.Itself, sunset, measures)
            where text is not null
            select new AiringAnswer(alike.Key.Airing.ShutC, alike.Key.Airing.Asks == Vent.Shade, text),
        ];
    }

    /// <summary>What summer time adds to the sun's hours.</summary>
    private static int Summer(Store.Plans.Catalogue catalogue) =>
        TimeZoneInfo.FindSystemTimeZoneById(catalogue.Site.TimeZone).IsDaylightSavingTime(catalogue.Today.ToDateTime(new TimeOnly(12, 0)))
            ? 1
            : 0;
}
