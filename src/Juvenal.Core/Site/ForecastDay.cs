using Juvenal.Core.Decision;

namespace Juvenal.Core.Site;

/// <summary>A day as it is forecast.</summary>
/// <param name="Day">Which.</param>
/// <param name="MinimumC">Its low, early in its morning, °C.</param>
/// <param name="MaximumC">Its high, °C.</param>
/// <param name="Wind">What is said of it beside its warmth.</param>
/// <param name="UsualHigh">Nobody said its high: it is the usual of the day.</param>
public readonly record struct ForecastDay(DateOnly Day, double? MinimumC, double? MaximumC, Wind Wind = default, bool UsualHigh = false)
{
    public WeatherDay Weather => new(Day, MinimumC, MaximumC);
}

/// <summary>Wind and hail of a day, where a forecast says something of them.</summary>
/// <param name="GustKmh">Its strongest gust, km/h, 0–<see cref="MostGustKmh"/>; null: not said.</param>
/// <param name="Hail">It may hail.</param>
public readonly record struct Wind(double? GustKmh, bool Hail = false)
{
    /// <summary>No gust is stronger, km/h: one that is, is mistyped. [model]</summary>
    public const double MostGustKmh = PlantingDecision.MostGustKmh;

    /// <summary>A gale, or hail: what stands in pots outdoors is torn, and a day of hardening does not count. [common practice, no source]</summary>
    public bool KeepsIn => Hail || GustKmh > PlantingDecision.GustNearKmh;
}
