using Juvenal.Core.Decision;

namespace Juvenal.Core.Site;

/// <summary>
/// A spring of the record, from the first of mid-winter on (north: 1 January of its season; south: 1 July of the year before), on a
/// calendar without 29 February.
/// </summary>
/// <param name="Season">Its label.</param>
/// <param name="MinimumC">Lows as recorded, °C; <see cref="Days"/> of them.</param>
/// <param name="MaximumC">Highs as recorded, °C.</param>
/// <param name="SoilC">Soil at 8 o'clock by surface, °C: the site's offset is in it, what readings say is not.</param>
public sealed record SiteYear(
    int Season,
    IReadOnlyList<double> MinimumC,
    IReadOnlyList<double> MaximumC,
    IReadOnlyDictionary<Surface, IReadOnlyList<double>> SoilC
)
{
    /// <summary>Whether another says the same, day by day.</summary>
    public bool Says(SiteYear other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return Season == other.Season
            && MinimumC.SequenceEqual(other.MinimumC)
            && MaximumC.SequenceEqual(other.MaximumC)
            && SoilC.Count == other.SoilC.Count
            && SoilC.All(s => other.SoilC.TryGetValue(s.Key, out var soil) && s.Value.SequenceEqual(soil));
    }

    /// <summary>So long is a spring kept: the last day that is looked at, the nights that are known on it, and a fortnight.</summary>
    public const int Days = Openings.LastDay + PlantingDecision.MostNights + Openings.ChillNights;

    /// <summary>So many missing days in a row are filled by their neighbours; a longer gap leaves the year out. [model]</summary>
    public const int MostGap = 2;

    /// <summary>The date of a day of a spring, 1 is the first of mid-winter.</summary>
    public static DateOnly Date(int day, int season, Hemisphere hemisphere) =>
        SeasonAxis.Date(hemisphere == Hemisphere.North ? day : day - HalfYear, season);

    /// <summary>The day of a spring that a date is; before its mid-winter 0 and below.</summary>
    public static int Of(DateOnly date, int season, Hemisphere hemisphere) =>
        SeasonAxis.Of(date, season) + (hemisphere == Hemisphere.North ? 0 : HalfYear);

    /// <summary>1 July of the year before is day 1 of a southern spring.</summary>
    private const int HalfYear = 184;

    /// <summary>The springs of a record that are known whole.</summary>
    /// <param name="record">As recorded.</param>
    /// <param name="soil">Of the same days.</param>
    /// <param name="hemisphere">Where.</param>
    public static IReadOnlyList<SiteYear> From(WeatherRecord record, SoilSeries soil, Hemisphere hemisphere)
    {
        ArgumentNullException.ThrowIfNull(record);
        ArgumentNullException.ThrowIfNull(soil);
        var (minima, maxima) = (Filled(record, d => d.MinimumC), Filled(record, d => d.MaximumC));
        var years = new List<SiteYear>();
        for (var season = record.First.Year; season <= record.Last.Year + 1; season++)
        {
            var at = new int[Days];
            for (var d = 0; d < Days; d++)
                at[d] = Date(d + 1, season, hemisphere).DayNumber - record.First.DayNumber;
            if (at[0] < 0 || at[^1] >= record.Count || Array.Exists(at, i => minima[i] is null || maxima[i] is null))
                continue;
            years.Add(
                new(
                    season,
                    [.. at.Select(i => minima[i]!.Value)],
                    [.. at.Select(i => maxima[i]!.Value)],
                    Surfaces.All.ToDictionary(s => s, s => (IReadOnlyList<double>)[.. at.Select(i => soil.At(s, i))])
                )
            );
        }

        return years;
    }

    /// <summary>What a record says of each day; short gaps lie straight between their neighbours.</summary>
    internal static double?[] Filled(WeatherRecord record, Func<WeatherDay, double?> of)
    {
        var values = new double?[record.Count];
        for (var i = 0; i < values.Length; i++)
            values[i] = of(record[i]);
        for (var i = 1; i < values.Length; i++)
        {
            if (values[i] is not null || values[i - 1] is not { } before)
                continue;
            var end = i;
            while (end < values.Length && values[end] is null)
                end++;
            if (end < values.Length && end - i <= MostGap)
            {
                for (var k = i; k < end; k++)
                    values[k] = before + ((values[end]!.Value - before) * (k - i + 1) / (end - i + 1));
            }

            i = end;
        }

        return values;
    }
}
