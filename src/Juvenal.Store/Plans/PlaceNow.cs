using Juvenal.Core.Care;
using Juvenal.Core.Site;
using Juvenal.Store.Places;

namespace Juvenal.Store.Plans;

/// <summary>What a place was like these days, by the weather and by what it is kept at.</summary>
public static class PlaceNow
{
    /// <summary>Light of a usual day now, mol/m²·d, from lamps and sky together; null where neither is known.</summary>
    public static double? LightMol(Catalogue catalogue, PlaceRow place)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        ArgumentNullException.ThrowIfNull(place);
        if (place.Light is not { } light)
            return null;
        if (light.Daylight == 0)
            return light.LampsMol;
        var suns = Weather(catalogue, LightAtLeaves.UsualDays)
            .Select(d => Sun.OnGround(d.MinimumC, d.MaximumC, Sun.AtTop(catalogue.Site.Latitude, SeasonAxis.DayOfYear(d.Day))))
            .ToList();
        // Without a record the lamps are known, and how much comes on top is not.
        return suns.Count == 0 ? null : light.Mol(suns.Average());
    }

    /// <summary>Lows and highs there, °C, of days that are known; none where nothing is.</summary>
    /// <param name="catalogue">What there is.</param>
    /// <param name="place">Where.</param>
    /// <param name="days">So many days back, today among them.</param>
    public static IReadOnlyList<(DateOnly Day, double LowC, double HighC)> Days(Catalogue catalogue, PlaceRow place, int days)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        ArgumentNullException.ThrowIfNull(place);
        if (place.Heated)
            return place.Kept() is { } kept ? [(catalogue.Today, kept.Night.Celsius, kept.Day.Celsius)] : [];
        return
        [
            .. from d in Weather(catalogue, days)
            let sun = Sun.OnGround(d.MinimumC, d.MaximumC, Sun.AtTop(catalogue.Site.Latitude, SeasonAxis.DayOfYear(d.Day)))
            let low = place.LowAtNight(d.MinimumC + catalogue.Site.OffsetC)
            where low is not null
            select (d.Day, low.Value, place.ByDay?.High(d.MinimumC + catalogue.Site.OffsetC, d.MaximumC, sun) ?? d.MaximumC),
        ];
    }

    private static IEnumerable<(DateOnly Day, double MinimumC, double MaximumC)> Weather(Catalogue catalogue, int days) =>
        from ago in Enumerable.Range(0, days)
        let day = catalogue.Today.AddDays(-ago)
        where catalogue.Known.TryGetValue(day, out _)
        let was = catalogue.Known[day]
        where was is { MinimumC: not null, MaximumC: not null }
        select (day, was.MinimumC!.Value, was.MaximumC!.Value);
}
