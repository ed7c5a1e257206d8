using Juvenal.Core.Site;
using Juvenal.Devices;
using MathNet.Numerics.Statistics;
using Xunit;

namespace Juvenal.Core.Tests.Devices;

public class StandInTests
{
    [Fact]
    public void The_same_seed_gives_the_same_weather_whichever_days_are_asked_for_first()
    {
        var (one, other) = (new WeatherGenerator(5, Climate.Upland), new WeatherGenerator(5, Climate.Upland));
        var late = other[new(2020, 7, 1)];
        Assert.Equal(one.Days(new(2015, 1, 1), new(2015, 2, 1)), other.Days(new(2015, 1, 1), new(2015, 2, 1)));
        Assert.Equal(late, one[new(2020, 7, 1)]);
        Assert.NotEqual(late, new WeatherGenerator(6, Climate.Upland)[new(2020, 7, 1)]);
        Assert.Throws<ArgumentOutOfRangeException>(() => one[new(1989, 12, 31)]);
    }

    [Fact]
    public void A_warm_day_is_more_often_followed_by_a_warm_one()
    {
        var days = StandIns.Weather.Days(new(1995, 1, 1), new(2024, 12, 31));
        var climate = SiteClimate.From(WeatherRecord.From([.. days]), 0, 47)!;
        var strays = days.Select(d =>
                d.MeanC!.Value - ((climate.Nights.At(SeasonAxis.DayOfYear(d.Day), 0) + climate.Days.At(SeasonAxis.DayOfYear(d.Day), 0)) / 2)
            )
            .ToList();
        var oneDay = Correlation.Pearson(strays.SkipLast(1), strays.Skip(1));
        Assert.InRange(oneDay, 0.35, 0.8);
        Assert.True(Correlation.Pearson(strays.SkipLast(5), strays.Skip(5)) < oneDay / 2);
        Assert.All(days, d => Assert.True(d.MinimumC < d.MaximumC));
        Assert.Empty(WeatherChecks.Of(days).Doubtful);
    }

    [Fact]
    public void A_forecast_stays_within_its_climate()
    {
        var days = Enumerable.Range(1996, 25).SelectMany(y => StandIns.All.MadeOn(new DateOnly(y, 5, 10)).Days).ToList();
        Assert.All(days, d => Assert.InRange(d.MaximumC!.Value, 0, 36));
        Assert.InRange(days.Average(d => d.MaximumC!.Value), 17, 25);
    }

    [Fact]
    public void A_forecast_errs_more_the_further_it_looks()
    {
        var errors = Enumerable
            .Range(0, 400)
            .SelectMany(i =>
                StandIns
                    .All.MadeOn(new DateOnly(2018, 1, 1).AddDays(i))
                    .Days.Select((d, lead) => (lead, d.MinimumC!.Value - StandIns.Weather[d.Day].MinimumC!.Value))
            )
            .GroupBy(e => e.lead)
            .OrderBy(g => g.Key)
            .Select(g => g.Select(e => e.Item2).StandardDeviation())
            .ToList();
        Assert.Equal(Simulated.ForecastDays, errors.Count);
        Assert.InRange(errors[0], 0.5, 1.2);
        Assert.True(errors[^1] > 3 * errors[0]);
    }

    [Fact]
    public void The_probe_reads_the_soil_a_little_warmer_than_the_model_has_it()
    {
        var readings = ((IProbe)StandIns.All).Readings(new(2020, 5, 1), new(2020, 5, 31));
        Assert.Equal(31, readings.Count);
        var record = WeatherRecord.From([.. StandIns.Weather.Days(new(2010, 1, 1), new(2020, 5, 31))]);
        var climate = SiteClimate.From(record, 0, 48)!;
        var soil = SiteClimate.Soil(record, 0, 48, climate.Nights, climate.Days);
        var modelled = Enumerable.Range(soil.Count - 31, 31).Select(i => soil.At(Surface.Bare, i));
        Assert.InRange(readings.Zip(modelled, (r, m) => r.Celsius - m).Mean(), 0.5, 1.1);
    }
}
