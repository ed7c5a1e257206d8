using Juvenal.Core.Site;

namespace Juvenal.Devices;

/// <summary>A stand-in for a station, a probe and a forecaster: they look at made-up weather.</summary>
public sealed class Simulated(WeatherGenerator weather) : IStation, IProbe, IForecaster
{
    /// <summary>How far a forecast looks, days.</summary>
    public const int ForecastDays = 10;

    /// <summary>Error of a forecast for the next day, and how much more with each further day, standard deviation, °C. [model]</summary>
    private const double FirstError = 0.8;
    private const double ErrorPerDay = 0.35;

    /// <summary>This site's soil is a little warmer than the model's, as a real one would differ from it.</summary>
    private const double SoilWarmer = 0.8;

    private const double ProbeError = 0.25;

    public IReadOnlyList<WeatherDay> Readings(DateOnly from, DateOnly to) => weather.Days(from, to);

    IReadOnlyList<SoilReading> IProbe.Readings(DateOnly from, DateOnly to)
    {
        // The soil of these days, from half a year before on: longer ago is not felt at this depth.
        var days = weather.Days(from.AddDays(-180), to);
        var soil = SoilHeat.DailyMeans([.. days.Select(d => d.MeanC!.Value)], SiteClimate.PlantingDepthCm);
        return
        [
            .. days.Zip(soil)
                .Where(d => d.First.Day >= from)
                .Select(d => new SoilReading(
                    d.First.Day,
                    Surface.Bare,
                    Math.Round(d.Second + SoilWarmer + (ProbeError * weather.Noise(d.First.Day.DayNumber, 1)), 1)
                )),
        ];
    }

    public Forecast MadeOn(DateOnly today) =>
        new(
            today,
            [
                .. weather
                    .Days(today.AddDays(1), today.AddDays(ForecastDays))
                    .Select(
                        (d, i) =>
                        {
                            var error = FirstError + (ErrorPerDay * i);
                            return new WeatherDay(
                                d.Day,
                                Math.Round(d.MinimumC!.Value + (error * weather.Noise(today.DayNumber, 100 + i)), 1),
                                Math.Round(
                                    Math.Max(d.MinimumC.Value + 1, d.MaximumC!.Value + (error * weather.Noise(today.DayNumber, 200 + i))),
                                    1
                                )
                            );
                        }
                    ),
            ]
        );
}
