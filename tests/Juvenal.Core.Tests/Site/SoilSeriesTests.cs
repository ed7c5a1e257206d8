using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Core.Tests.Site;

/// <summary>Soil by air and sun under each surface, and the hour it is told for.</summary>
public class SoilSeriesTests
{
    private static readonly WeatherRecord Record = WeatherRecord.From([.. StandIns.Weather.Days(new(2005, 1, 1), new(2025, 12, 31))]);
    private static readonly SiteClimate Climate = SiteClimate.From(Record, 0, 47)!;
    private static readonly SoilSeries Soil = SiteClimate.Soil(Record, 0, 47, Climate.Nights, Climate.Days);

    [Fact]
    public void Through_the_growing_season_surfaces_keep_their_order()
    {
        for (var i = 400; i < Soil.Count; i++)
        {
            if (Record[i].Day.Month is < 4 or > 9)
                continue;
            var (mulch, bare, raised, film) = (
                Soil.Mean(Surface.Mulch, i),
                Soil.Mean(Surface.Bare, i),
                Soil.Mean(Surface.Raised, i),
                Soil.Mean(Surface.Film, i)
            );
            Assert.True(mulch <= bare && bare <= raised && raised <= film && film <= bare + 3, $"{Record[i].Day}");
        }
    }

    [Fact]
    public void What_the_sun_adds_is_linear_and_comes_down_like_the_airs_warmth()
    {
        // Constant weather: the soil comes to the surface's own temperature, air and sun together.
        var n = 3000;
        var steady = SoilSeries.Of(new(2020, 1, 1), [.. Same(5, n)], [.. Same(15, n)], [.. Same(20, n)]);
        Assert.Equal(10 + (0.12 * 20), steady.Mean(Surface.Bare, n - 1), 0.05);
        Assert.Equal(10 + (0.18 * 20), steady.Mean(Surface.Film, n - 1), 0.05);
        // The tunnel's own air: 6 by night, 15 + 9 by day.
        Assert.Equal(15 + (0.07 * 20), steady.Mean(Surface.Tunnel, n - 1), 0.05);
        static IEnumerable<double> Same(double value, int n) => Enumerable.Repeat(value, n);
    }

    /// <summary>The wave is that of the damped solution: its mean over the day is 0, its depth lags z/d behind the surface.</summary>
    [Fact]
    public void The_hours_of_a_day_lie_around_its_mean()
    {
        const int i = 5000;
        var hours = Enumerable.Range(0, 24).Select(h => Soil.Wave(Surface.Bare, i, h)).ToList();
        Assert.Equal(0, hours.Average(), 1e-9);
        var warmest = hours.IndexOf(hours.Max());
        Assert.InRange(warmest, 17, 18); // 14 o'clock and z/d = 0.85 of 24/2π hours
        Assert.True(Soil.At(Surface.Bare, i, 8) < Soil.Mean(Surface.Bare, i));
        Assert.True(Math.Abs(Soil.Wave(Surface.Mulch, i, 8)) < Math.Abs(Soil.Wave(Surface.Film, i, 8)));
    }

    [Fact]
    public void Soil_is_never_told_colder_than_freezing()
    {
        for (var i = 0; i < Soil.Count; i++)
            Assert.All(Surfaces.All, s => Assert.True(Soil.At(s, i) >= 0 && Soil.Mean(s, i) >= 0));
    }
}
