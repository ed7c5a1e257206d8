namespace Juvenal.Core.Site;

/// <summary>What a year says of the freeze.</summary>
public enum FreezeYearState
{
    Counted,

    /// <summary>No day of its season was that cold.</summary>
    FreezeFree,

    /// <summary>Too many days are missing to know.</summary>
    LeftOut,

    /// <summary>The record does not hold the whole of its season: it runs still, or the record begins within it.</summary>
    NotOver,
}

/// <param name="Season">Its label.</param>
/// <param name="Date">The last freeze of spring, the first of autumn; also of a year that is left out; null without one.</param>
/// <param name="MissingDays">Days without a minimum near the freeze.</param>
public sealed record FreezeYear(int Season, DateOnly? Date, FreezeYearState State, int MissingDays);

/// <summary>The freezes of a record, year by year, and what they come to.</summary>
/// <param name="ThresholdC">A minimum of this or less is a freeze.</param>
/// <param name="Years">Oldest first.</param>
/// <param name="Fit">Null where fewer than ten counted years have a freeze: dates are then shown without percentiles.</param>
public sealed record FreezeYears(SeasonHalf Half, double ThresholdC, IReadOnlyList<FreezeYear> Years, FreezeDistribution? Fit)
{
    /// <summary>Freeze at screen height; the default everywhere.</summary>
    public const double FreezeC = 0;

    /// <summary>Hard freeze, 28 °F. National freeze/frost normals; from memory.</summary>
    public const double HardFreezeC = -2.2;

    /// <summary>Frost possible near the ground on a still night, 36 °F. National freeze/frost normals; from memory.</summary>
    public const double GroundFrostC = 2.2;

    public static IReadOnlyList<double> Thresholds { get; } = [HardFreezeC, FreezeC, GroundFrostC];

    /// <summary>Days before and after a freeze in which gaps would hide another. [model]</summary>
    public const int NearDays = 21;

    /// <summary>More missing days than this near its freeze, and a year is left out. [model]</summary>
    public const int MostMissingDays = 2;

    /// <summary>Fewer years with a freeze give dates, but no percentiles. [model]</summary>
    public const int FewestForPercentiles = 10;

    /// <summary>
    /// Each season's last (spring) or first (autumn) day with a minimum at or below the threshold, after the site's offset.
    /// A year with more than <see cref="MostMissingDays"/> days missing within <see cref="NearDays"/> of its freeze is left out. A year
    /// without a freeze counts only if as few are missing between the earliest and the latest freeze of the others, and those days around
    /// them.
    /// </summary>
    /// <param name="record">Daily minima.</param>
    /// <param name="half">Spring or autumn.</param>
    /// <param name="thresholdC">°C.</param>
    /// <param name="offsetC">Added to each minimum: a frost hollow −2, a walled yard +1.</param>
    /// <param name="hemisphere">Where.</param>
    public static FreezeYears Of(WeatherRecord record, SeasonHalf half, double thresholdC, double offsetC, Hemisphere hemisphere)
    {
        ArgumentNullException.ThrowIfNull(record);
        var found = new List<(int Season, int? Axis)>();
        for (var season = record.First.Year - 1; season <= record.Last.Year + 1; season++)
        {
            var (first, last) = SeasonAxis.Of(half, season, hemisphere);
            if (last < record.First || first > record.Last)
                continue;
            found.Add((season, Freeze(record, half, thresholdC - offsetC, first, last) is { } day ? SeasonAxis.Of(day, season) : null));
        }

        var axes = found.Where(f => f.Axis is not null).Select(f => f.Axis!.Value).ToList();
        var years = found.ConvertAll(f =>
        {
            if (!Whole(f.Season, f.Axis))
                return new FreezeYear(f.Season, f.Axis is { } a ? SeasonAxis.Date(a, f.Season) : null, FreezeYearState.NotOver, 0);
            if (f.Axis is { } axis)
            {
                var missing = Missing(record, SeasonAxis.Date(axis - NearDays, f.Season), SeasonAxis.Date(axis + NearDays, f.Season));
                return new FreezeYear(
                    f.Season,
                    SeasonAxis.Date(axis, f.Season),
                    missing > MostMissingDays ? FreezeYearState.LeftOut : FreezeYearState.Counted,
                    missing
                );
            }

            var (first, last) = SeasonAxis.Of(half, f.Season, hemisphere);
            var from = axes.Count == 0 ? first : SeasonAxis.Date(axes.Min() - NearDays, f.Season);
            var to = axes.Count == 0 ? last : SeasonAxis.Date(axes.Max() + NearDays, f.Season);
            var gaps = Missing(record, from, to);
            return new FreezeYear(f.Season, null, gaps > MostMissingDays ? FreezeYearState.LeftOut : FreezeYearState.FreezeFree, gaps);
        });
        var counted = years.Where(y => y.State == FreezeYearState.Counted).Select(y => SeasonAxis.Of(y.Date!.Value, y.Season)).ToList();
        var fit =
            counted.Count < FewestForPercentiles
                ? null
                : FreezeDistribution.Fit(half, counted, years.Count(y => y.State == FreezeYearState.FreezeFree));
        return new(half, thresholdC, years, fit is { Succeeded: true } ? fit.Value : null);

        // A season that is still running, or that the record begins within, is no year: its freeze may be to come, or have been before.
        bool Whole(int season, int? own)
        {
            var others = found.Where(o => o.Season != season && o.Axis is not null).Select(o => o.Axis!.Value).ToList();
            if (others.Count == 0)
                return true;
            return half == SeasonHalf.Spring
                ? record.Last >= SeasonAxis.Date(others.Max() + NearDays, season)
                : record.First <= SeasonAxis.Date(others.Min() - NearDays, season)
                    && (own is not null || record.Last >= SeasonAxis.Of(half, season, hemisphere).Last);
        }
    }

    private static DateOnly? Freeze(WeatherRecord record, SeasonHalf half, double limit, DateOnly first, DateOnly last)
    {
        var days = last.DayNumber - first.DayNumber;
        for (var i = 0; i <= days; i++)
        {
            var day = half == SeasonHalf.Spring ? last.AddDays(-i) : first.AddDays(i);
            if (record.Minimum(day) <= limit)
                return day;
        }

        return null;
    }

    private static int Missing(WeatherRecord record, DateOnly from, DateOnly to)
    {
        var missing = 0;
        for (var day = from; day <= to; day = day.AddDays(1))
            missing += record.Minimum(day) is null ? 1 : 0;
        return missing;
    }
}
