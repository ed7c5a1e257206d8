using Juvenal.Core.Measures;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Site;

/// <summary>What plans take from the site's record: the distribution of freezes, and the mean year with the soil as it was read.</summary>
/// <param name="Fits">By half of the season, of minima at or below 0 °C; a half without ten freezes is missing.</param>
/// <param name="Climate">Null without enough of a record.</param>
/// <param name="Calibration">How the soil's surfaces were read.</param>
/// <param name="Line">The soil as reckoned, of the last weeks.</param>
/// <param name="Fresh">Readings of the last days, the latest last: they take the place of what is reckoned.</param>
public sealed record SiteRecord(
    IReadOnlyDictionary<SeasonHalf, FreezeDistribution> Fits,
    SiteClimate? Climate,
    SoilCalibration? Calibration,
    SoilSeries? Line = null,
    IReadOnlyList<SoilRow>? Fresh = null
)
{
    /// <summary>A reading takes the place of what is reckoned for so many days.</summary>
    public const int FreshDays = 2;

    /// <summary>Soil at planting depth at 8 o'clock: as it was read in the last days, else as reckoned and set right; null where neither is
    /// there.</summary>
    public double? SoilMorning(Surface surface, DateOnly day)
    {
        if (Line is not { } line || Climate is not { } climate)
            return null;
        if (
            Fresh?.LastOrDefault(r => r.Surface == surface) is { } read
            && read.Day.DayNumber - line.First.DayNumber is var i
            && i >= 0
            && i < line.Count
        )
            return read.Celsius - line.Wave(surface, i, read.Hour) + line.Wave(surface, i);
        // Yesterday's weather is the last that is known, until a forecast is.
        var at = Math.Min(day.DayNumber - line.First.DayNumber, line.Count - 1);
        return at < 0 ? null : Math.Max(0, line.At(surface, at) + climate.SoilCorrections.GetValueOrDefault(surface));
    }

    /// <summary>From what was read already; without curves there is no climate.</summary>
    internal static SiteRecord Of(
        IEnumerable<(double Threshold, FreezeDistribution Fit)> fits,
        IReadOnlyDictionary<string, SeasonCurve> curves,
        IReadOnlyList<SiteYear> springs,
        IReadOnlyList<SoilRow> readings,
        SoilSeries? line,
        double offsetC,
        DateOnly today
    )
    {
        if (curves.Count == 0)
            return new(Of(fits), null, null);
        var from = today.AddDays(-RecordStore.CalibrationDays);
        var calibration = SoilCalibration.Of(readings.Where(r => r.Day >= from && r.Day <= today), line);
        var climate = new SiteClimate(
            curves["nights"],
            curves["days"],
            Surfaces.All.ToDictionary(s => s, s => curves[RecordStore.SoilOf(s)]),
            springs,
            offsetC,
            calibration.CorrectionsC
        );
        var fresh = readings.Where(r => r.Day >= today.AddDays(-FreshDays) && r.Day <= today).ToList();
        return new(Of(fits), climate, calibration, line, fresh);
    }

    /// <summary>The freeze dates alone: the climate is not read.</summary>
    public static async Task<SiteRecord> FreezesAsync(NurseryTransaction nursery, CancellationToken cancel) =>
        new(Of(await new RecordStore(nursery).FitsAsync(cancel)), null, null);

    /// <summary>
    /// The season's freeze by the site's choice, typed or recorded, with its climate; a place whose springs hardly freeze goes by
    /// its nights
    /// and soil. Null where nothing of it is there.
    /// </summary>
    public Outcome<SiteSeason>? Season(SiteRow site, int season)
    {
        ArgumentNullException.ThrowIfNull(site);
        var recorded = Fits.TryGetValue(SeasonHalf.Spring, out var fit) ? SpringFreeze.FromRecord(fit, season) : null;
        var springs = Climate is { HasYears: true };
        if (site.Frost is null || (site.FreezeFrom == FreezeFrom.Record && (recorded is not null || springs)))
            return recorded is null && !springs ? null : With(recorded, false);
        var typed = SpringFreeze.FromTyped(site.Frost, season, site.Hemisphere);
        return typed.Succeeded ? With(typed.Value, true) : typed.Failures.ToList();

        Outcome<SiteSeason> With(SpringFreeze? freeze, bool typed) =>
            new SiteSeason(freeze, typed, Climate, site.Hemisphere, season, Autumn(site, season));
    }

    /// <summary>The season's first autumn freeze, by the same choice; null where neither is there.</summary>
    public FreezeDistribution? Autumn(SiteRow site, int season)
    {
        var recorded = Fits.GetValueOrDefault(SeasonHalf.Autumn);
        if (site.FreezeFrom == FreezeFrom.Record && recorded is not null)
            return recorded;
        if (site.Autumn is null)
            return recorded;
        var typed = AutumnWindow.FromTyped(site.Autumn, season, site.Hemisphere);
        return typed.Succeeded ? typed.Value : null;
    }

    private static Dictionary<SeasonHalf, FreezeDistribution> Of(IEnumerable<(double Threshold, FreezeDistribution Fit)> fits) =>
        fits.Where(f => f.Threshold == FreezeYears.FreezeC).ToDictionary(f => f.Fit.Half, f => f.Fit);
}
