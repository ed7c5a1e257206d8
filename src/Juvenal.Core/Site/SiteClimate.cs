namespace Juvenal.Core.Site;

/// <summary>What a weather record says of a site: how cold the nights are through the year, how warm the days, and the soil.</summary>
/// <param name="Nights">Daily minima, °C.</param>
/// <param name="Days">Daily maxima, °C.</param>
/// <param name="SoilMorning">Soil at 10 cm early in the morning under a bare surface, °C; other surfaces are warmer by their
/// offset.</param>
/// <param name="SoilOffsets">°C by surface: the model's, or what probe readings say.</param>
public sealed record SiteClimate(
    SeasonCurve Nights,
    SeasonCurve Days,
    SeasonCurve SoilMorning,
    IReadOnlyDictionary<Surface, double> SoilOffsets
)
{
    /// <summary>Where roots of a transplant are, cm.</summary>
    public const double PlantingDepthCm = 10;

    /// <summary>Depth at which the day's wave is down to 1/e, cm: moist loam. van Wijk &amp; de Vries (1963); from memory.</summary>
    public const double DailyDampingDepthCm = 11.7;

    /// <summary>At the start of a record the soil still feels how it was begun: that long it tells nothing, days.</summary>
    public const int WarmUpDays = 60;

    /// <summary>A mean year is told from a warm one by this many years at least. [model]</summary>
    public const int FewestYears = 5;

    /// <summary>
    /// How much colder than its daily mean the soil is early in the morning: (Tmax − Tmin)/2 · e^(−z/d), an upper bound of the dip.
    /// </summary>
    public static double MorningDip(double minimumC, double maximumC) =>
        Math.Max(0, maximumC - minimumC) / 2 * Math.Exp(-PlantingDepthCm / DailyDampingDepthCm);

    /// <summary>The climate of a record; null where it covers fewer than five years, or holds too little of some season.</summary>
    /// <param name="record">Daily minima and maxima.</param>
    /// <param name="offsetC">The site's offset, added to the minima; half of it to the mean.</param>
    /// <param name="soilOffsets">By surface; null: the model's.</param>
    public static SiteClimate? From(WeatherRecord record, double offsetC, IReadOnlyDictionary<Surface, double>? soilOffsets = null)
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
        var soil = SoilMornings(record, offsetC, nights, days);
        return SeasonCurve.From(record.First.AddDays(WarmUpDays), soil) is { } mornings
            ? new(nights, days, mornings, soilOffsets ?? Surfaces.All.ToDictionary(s => s, Surfaces.OffsetC))
            : null;
    }

    /// <summary>The soil of a surface early in the morning, through the year.</summary>
    public SeasonCurve SoilMorningUnder(Surface surface) => SoilMorning.Plus(SoilOffsets[surface]);

    /// <summary>
    /// Daily mean soil temperature at 10 cm under a bare surface, day by day of the record; days not known are taken as the mean year's.
    /// </summary>
    /// <param name="record">Minima and maxima.</param>
    /// <param name="offsetC">The site's, on the minima.</param>
    /// <param name="nights">The mean year's.</param>
    /// <param name="days">The mean year's.</param>
    /// <param name="startC">The soil at the start; null: the mean of the first 30 days.</param>
    public static double[] SoilDays(WeatherRecord record, double offsetC, SeasonCurve nights, SeasonCurve days, double? startC = null)
    {
        ArgumentNullException.ThrowIfNull(record);
        var air = new double[record.Count];
        for (var i = 0; i < air.Length; i++)
        {
            var (day, minimum, maximum) = record[i];
            var ofYear = SeasonAxis.DayOfYear(day);
            air[i] = ((minimum + offsetC ?? nights.At(ofYear, 0)) + (maximum ?? days.At(ofYear, 0))) / 2;
        }

        return SoilHeat.DailyMeans(air, PlantingDepthCm, startC: startC);
    }

    private static double?[] SoilMornings(WeatherRecord record, double offsetC, SeasonCurve nights, SeasonCurve days)
    {
        var means = SoilDays(record, offsetC, nights, days);
        var mornings = new double?[Math.Max(0, means.Length - WarmUpDays)];
        for (var i = 0; i < mornings.Length; i++)
        {
            var (day, minimum, maximum) = record[i + WarmUpDays];
            var ofYear = SeasonAxis.DayOfYear(day);
            mornings[i] = means[i + WarmUpDays] - MorningDip(minimum + offsetC ?? nights.At(ofYear, 0), maximum ?? days.At(ofYear, 0));
        }

        return mornings;
    }
}
