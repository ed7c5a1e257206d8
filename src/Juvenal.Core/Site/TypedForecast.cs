using Juvenal.Core.Measures;

namespace Juvenal.Core.Site;

/// <summary>A night of a forecast that somebody typed.</summary>
/// <param name="Evening">It begins on.</param>
/// <param name="LowC">Expected, °C.</param>
/// <param name="HighC">Of the day after it, °C; null: not typed.</param>
/// <param name="GustKmh">Strongest of the day after it, km/h; null: not typed.</param>
/// <param name="Hail">It may hail on the day after it.</param>
public sealed record TypedNight(DateOnly Evening, double LowC, double? HighC = null, double? GustKmh = null, bool Hail = false);

/// <summary>A forecast by hand: from tonight on, without a gap.</summary>
public static class TypedForecast
{
    /// <summary>No forecast reaches further, nights.</summary>
    public const int MostNights = 10;

    /// <summary>Where not even the usual high of a day is known, it is so much warmer than its night, °C. [model]</summary>
    public const double UsualRiseC = 10;

    /// <param name="nights">1 to 10, tonight first.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="usualHighC">The high that is usual on a day, °C; null: nobody knows.</param>
    /// <returns>
    /// Days with their low, which falls in their morning, and high: as it was typed, else as is usual then, and said as that. Or what cannot
    /// be, at its night.
    /// </returns>
    public static Outcome<ForecastDays> Of(IReadOnlyList<TypedNight> nights, DateOnly today, Func<DateOnly, double?> usualHighC)
    {
        ArgumentNullException.ThrowIfNull(nights);
        ArgumentNullException.ThrowIfNull(usualHighC);
        if (nights.Count is < 1 or > MostNights)
            return Failure.OutOfRange("nights", nights.Count, 1, MostNights);
        var failures = new List<Failure>();
        for (var i = 0; i < nights.Count; i++)
        {
            var night = nights[i];
            if (night.Evening != today.AddDays(i))
                failures.Add(new("nights-in-turn", $"nights[{i}].evening"));
            if (!(night.LowC is >= WeatherChecks.ColdestC and <= WeatherChecks.HottestC))
                failures.Add(Failure.OutOfRange($"nights[{i}].lowC", night.LowC, WeatherChecks.ColdestC, WeatherChecks.HottestC));
            if (night.HighC is { } high && !(high >= WeatherChecks.ColdestC && high <= WeatherChecks.HottestC))
                failures.Add(Failure.OutOfRange($"nights[{i}].highC", high, WeatherChecks.ColdestC, WeatherChecks.HottestC));
            else if (night.HighC < night.LowC)
                failures.Add(new("high-below-low", $"nights[{i}].highC"));
            if (night.GustKmh is { } gust && !(gust >= 0 && gust <= Wind.MostGustKmh))
                failures.Add(Failure.OutOfRange($"nights[{i}].gustKmh", gust, 0, Wind.MostGustKmh));
        }

        return failures.Count > 0
            ? failures
            : new ForecastDays([
                .. nights.Select(n => new ForecastDay(
                    n.Evening.AddDays(1),
                    n.LowC,
                    n.HighC ?? Math.Clamp(usualHighC(n.Evening.AddDays(1)) ?? n.LowC + UsualRiseC, n.LowC, WeatherChecks.HottestC),
                    new(n.GustKmh, n.Hail),
                    UsualHigh: n.HighC is null
                )),
            ]);
    }
}

/// <summary>Days of a forecast, tomorrow first.</summary>
public sealed record ForecastDays(IReadOnlyList<ForecastDay> Days);
