using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Juvenal.Core.Decision;

namespace Juvenal.Core.Site;

/// <summary>What a weather record says of a site: the mean year of nights, days and soil, and its springs one by one.</summary>
/// <param name="Nights">Daily minima, the site's offset in them, °C.</param>
/// <param name="Days">Daily maxima, °C.</param>
/// <param name="SoilMornings">Soil at 8 o'clock by surface, °C; without what readings say.</param>
/// <param name="Years">Springs that are known whole, oldest first.</param>
/// <param name="OffsetC">The site's, on the minima of <paramref name="Years"/>, °C.</param>
/// <param name="SoilCorrections">By surface: how much warmer the soil was read than reckoned, °C; one that is missing is right.</param>
public sealed record SiteClimate(
    SeasonCurve Nights,
    SeasonCurve Days,
    IReadOnlyDictionary<Surface, SeasonCurve> SoilMornings,
    IReadOnlyList<SiteYear> Years,
    double OffsetC,
    IReadOnlyDictionary<Surface, double> SoilCorrections
)
{
    /// <summary>A mean year is told from a warm one by this many years at least. [model]</summary>
    public const int FewestYears = 5;

    /// <summary>So many windows and the like are held; then they are made anew.</summary>
    private const int MostHeld = 128;

    // Not a field: what is changed of a climate is another climate, with windows of its own.
    private static readonly ConditionalWeakTable<SiteClimate, ConcurrentDictionary<object, object>> Made = [];

    /// <summary>Whether one in ten can be told.</summary>
    public bool HasYears => Years.Count >= Openings.FewestYears;

    /// <summary>The climate of a record; null where it covers fewer than five years, or holds too little of some season.</summary>
    /// <param name="record">Daily minima and maxima.</param>
    /// <param name="offsetC">The site's offset, added to the minima; half of it to the mean.</param>
    /// <param name="latitude">Degrees: how high the sun stands.</param>
    public static SiteClimate? From(WeatherRecord record, double offsetC, double latitude)
    {
        ArgumentNullException.ThrowIfNull(record);
        if (record.Count < FewestYears * 365)
            return null;
        var minima = new double?[record.Count];
        var maxima = new double?[record.Count];
        for (var i = 0; i < record.Count; i++)
            (minima[i], maxima[i]) = (record[i].MinimumC + offsetC, record[i].MaximumC);
        if (SeasonCurve.From(record.First, minima) is not { } nights || SeasonCurve.From(record.First, maxima) is not { } days)
            return null;
        var soil = Soil(record, offsetC, latitude, nights, days);
        var mornings = new Dictionary<Surface, SeasonCurve>();
        foreach (var surface in Surfaces.All)
        {
            if (
                SeasonCurve.From(record.First, [.. Enumerable.Range(0, soil.Count).Select(i => (double?)soil.At(surface, i))]) is not { } of
            )
                return null;
            mornings[surface] = of;
        }

        var hemisphere = latitude < 0 ? Hemisphere.South : Hemisphere.North;
        return new(nights, days, mornings, SiteYear.From(record, soil, hemisphere), offsetC, new Dictionary<Surface, double>());
    }

    /// <summary>Whether another says the same, day by day.</summary>
    public bool Says(SiteClimate other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return OffsetC == other.OffsetC
            && Same(Nights, other.Nights)
            && Same(Days, other.Days)
            && SoilMornings.Count == other.SoilMornings.Count
            && SoilMornings.All(s => other.SoilMornings.TryGetValue(s.Key, out var soil) && Same(s.Value, soil))
            && SoilCorrections.Count == other.SoilCorrections.Count
            && SoilCorrections.All(c => other.SoilCorrections.TryGetValue(c.Key, out var correction) && correction == c.Value)
            && Years.Count == other.Years.Count
            && Years.Zip(other.Years).All(y => y.First.Says(y.Second));

        static bool Same(SeasonCurve a, SeasonCurve b) => a.MeanC.SequenceEqual(b.MeanC) && a.DeviationC.SequenceEqual(b.DeviationC);
    }

    /// <summary>The mean year's soil under a surface at 8 o'clock, as readings have it.</summary>
    public SeasonCurve SoilMorningUnder(Surface surface) => SoilMornings[surface].Plus(SoilCorrections.GetValueOrDefault(surface));

    /// <summary>The springs as plants under a surface had them: lows at the site, soil as readings have it. Its night gain is not in the
    /// lows.</summary>
    public IReadOnlyList<PastYear> YearsUnder(Surface surface) =>
        Held<IReadOnlyList<PastYear>>(
            (nameof(YearsUnder), surface),
            () =>
            {
                var correction = SoilCorrections.GetValueOrDefault(surface);
                return
                [
                    .. Years.Select(y => new PastYear(
                        y.Season,
                        [.. y.MinimumC.Select(c => c + OffsetC)],
                        y.MaximumC,
                        [.. y.SoilC[surface].Select(c => Math.Max(0, c + correction))]
                    )),
                ];
            }
        );

    /// <summary>Chance of a freeze on or after a day of a spring at plants under a surface, 0–1.</summary>
    public Func<int, double> RiskUnder(Surface surface) =>
        Held((nameof(RiskUnder), surface), () => Openings.RiskOf(YearsUnder(surface), Surfaces.NightGainC(surface)));

    /// <summary>Share of the nights of the fortnight after those a forecast knows that were colder than a limit at the plants,
    /// 0–1.</summary>
    public Func<int, double> ChillUnder(Surface surface, double limitC) =>
        Held((nameof(ChillUnder), surface, limitC), () => Openings.ChillOf(YearsUnder(surface), limitC - Surfaces.NightGainC(surface)));

    /// <summary>What was made already, or is made now and held.</summary>
    /// <param name="key">All that it rests on besides this climate; of value.</param>
    /// <param name="make">It.</param>
    internal T Held<T>(object key, Func<T> make)
        where T : class
    {
        var made = Made.GetOrCreateValue(this);
        if (made.Count >= MostHeld)
            made.Clear();
        return (T)made.GetOrAdd(key, _ => make());
    }

    /// <summary>Soil day by day of a record; days not known are taken as the mean year's.</summary>
    /// <param name="record">Minima and maxima.</param>
    /// <param name="offsetC">The site's, on the minima.</param>
    /// <param name="latitude">Degrees.</param>
    /// <param name="nights">The mean year's, with the offset.</param>
    /// <param name="days">The mean year's.</param>
    public static SoilSeries Soil(WeatherRecord record, double offsetC, double latitude, SeasonCurve nights, SeasonCurve days)
    {
        ArgumentNullException.ThrowIfNull(record);
        ArgumentNullException.ThrowIfNull(nights);
        ArgumentNullException.ThrowIfNull(days);
        var (minima, maxima, sun) = (new double[record.Count], new double[record.Count], new double[record.Count]);
        var top = new double[SeasonCurve.Days + 1];
        for (var d = 1; d <= SeasonCurve.Days; d++)
            top[d] = Sun.AtTop(latitude, d);
        var (low, high) = (SiteYear.Filled(record, d => d.MinimumC), SiteYear.Filled(record, d => d.MaximumC));
        for (var i = 0; i < record.Count; i++)
        {
            var ofYear = SeasonAxis.DayOfYear(record.First.AddDays(i));
            minima[i] = low[i] + offsetC ?? nights.At(ofYear, 0);
            maxima[i] = high[i] ?? days.At(ofYear, 0);
            // The sun does not know of the frost hollow.
            sun[i] = Sun.OnGround(minima[i] - offsetC, maxima[i], top[ofYear]);
        }

        return SoilSeries.Of(record.First, minima, maxima, sun);
    }
}
