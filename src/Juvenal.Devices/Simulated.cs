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

    /// <summary>The stand-in's weather is made up for about here, degrees.</summary>
    private const double Latitude = 48;

    public IReadOnlyList<WeatherDay> Readings(DateOnly from, DateOnly to) => weather.Days(from, to);

    IReadOnlyList<SoilReading> IProbe.Readings(DateOnly from, DateOnly to)
    {
        // The soil of these days, from a year before on: longer ago is not felt at this depth.
        var days = weather.Days(from.AddDays(-365), to);
        var (minima, maxima) = (days.Select(d => d.MinimumC!.Value).ToList(), days.Select(d => d.MaximumC!.Value).ToList());
        var sun = days.Select(d => Sun.OnGround(d.MinimumC!.Value, d.MaximumC!.Value, Sun.AtTop(Latitude, SeasonAxis.DayOfYear(d.Day))));
        var soil = SoilSeries.Of(days[0].Day, minima, maxima, [.. sun]);
        return
        [
            .. Enumerable
                .Range(0, days.Count)
                .Where(i => days[i].Day >= from)
                .Select(i => new SoilReading(
                    days[i].Day,
                    Surface.Bare,
                    Math.Round(soil.At(Surface.Bare, i) + SoilWarmer + (ProbeError * weather.Noise(days[i].Day.DayNumber, 1)), 1)
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
                            return new ForecastDay(
                                d.Day,
                                Math.Round(d.MinimumC!.Value + (error * weather.Noise(today.DayNumber, 100 + i)), 1),
                                Math.Round(
                                    Math.Max(d.MinimumC.Value + 1, d.MaximumC!.Value + (error * weather.Noise(today.DayNumber, 200 + i))),
                                    1
                                ),
                                WindOf(d)
                            );
                        }
                    ),
            ]
        );

    /// <summary>Gusts of a made-up day, km/h, and whether it hails: gusts about one of <see cref="UsualGustKmh"/>, lognormal. [model]</summary>
    private Wind WindOf(WeatherDay day) =>
        new(
            Math.Round(UsualGustKmh * Math.Exp(GustSpread * weather.Noise(day.Day.DayNumber, 300))),
            day.MaximumC > HailAboveC && weather.Noise(day.Day.DayNumber, 301) > HailRarity
        );

    private const double UsualGustKmh = 20,
        GustSpread = 0.45,
        HailAboveC = 15,
        HailRarity = 2.4;
}
