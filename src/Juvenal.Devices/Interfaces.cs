using Juvenal.Core.Site;

namespace Juvenal.Devices;

/// <summary>A reading of the soil at 10 cm.</summary>
/// <param name="Day">When.</param>
/// <param name="Surface">Under what.</param>
/// <param name="Celsius">The day's mean, or what the probe showed.</param>
public readonly record struct SoilReading(DateOnly Day, Surface Surface, double Celsius);

/// <summary>A forecast: the days that follow the one it was made on.</summary>
public sealed record Forecast(DateOnly MadeOn, IReadOnlyList<ForecastDay> Days);

/// <summary>A weather station: lowest and highest air temperature of each day.</summary>
public interface IStation
{
    /// <param name="from">First day asked for.</param>
    /// <param name="to">Last day asked for; a station knows nothing of days to come.</param>
    IReadOnlyList<WeatherDay> Readings(DateOnly from, DateOnly to);
}

/// <summary>A probe in the soil.</summary>
public interface IProbe
{
    IReadOnlyList<SoilReading> Readings(DateOnly from, DateOnly to);
}

/// <summary>Who forecasts the weather.</summary>
public interface IForecaster
{
    /// <returns>Null where there is none for that day.</returns>
    Forecast? MadeOn(DateOnly today);
}
