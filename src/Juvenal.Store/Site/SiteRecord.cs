using Juvenal.Core.Measures;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Site;

/// <summary>What plans take from the site's record: the distribution of freezes, and the mean year with the soil as it was read.</summary>
/// <param name="Fits">By half of the season, of minima at or below 0 °C; a half without ten freezes is missing.</param>
/// <param name="Climate">Null without enough of a record.</param>
/// <param name="Calibration">How the soil's surfaces were read.</param>
public sealed record SiteRecord(
    IReadOnlyDictionary<SeasonHalf, FreezeDistribution> Fits,
    SiteClimate? Climate,
    SoilCalibration? Calibration
)
{
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
        return new(Of(fits), climate, calibration);
    }

    /// <summary>The freeze dates alone: the climate is not read.</summary>
    public static async Task<SiteRecord> FreezesAsync(NurseryTransaction nursery, CancellationToken cancel) =>
        new(Of(await new RecordStore(nursery).FitsAsync(cancel)), null, null);

    /// <summary>
    /// The season's freeze by the site's choice, typed or recorded, with its climate; a place whose springs hardly freeze goes by its nights
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

        Outcome<SiteSeason> With(SpringFreeze? freeze, bool typed) => new SiteSeason(freeze, typed, Climate, site.Hemisphere, season);
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
