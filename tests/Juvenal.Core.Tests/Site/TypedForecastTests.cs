using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Site;

/// <summary>A forecast that is typed: lows fall in the morning after, and what cannot be is said at its night.</summary>
public class TypedForecastTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);

    [Fact]
    public void The_low_of_a_night_is_that_of_the_morning_after_it()
    {
        var days = TypedForecast.Of([new(Today, 3), new(Today.AddDays(1), -2, 9)], Today, _ => 21).Value.Days;
        Assert.Equal(
            [(Today.AddDays(1), 3.0, 21.0, true), (Today.AddDays(2), -2.0, 9.0, false)],
            days.Select(d => (d.Day, d.MinimumC!.Value, d.MaximumC!.Value, d.UsualHigh))
        );
        // No day is colder than its night.
        Assert.Equal(24, TypedForecast.Of([new(Today, 24)], Today, _ => 21).Value.Days[0].MaximumC);
    }

    [Theory]
    [InlineData(0, 80.0, null, "nights[0].lowC")]
    [InlineData(0, double.NaN, null, "nights[0].lowC")]
    [InlineData(1, 5.0, null, "nights[0].evening")]
    [InlineData(0, 5.0, 4.9, "nights[0].highC")]
    [InlineData(0, 5.0, 80.0, "nights[0].highC")]
    public void What_cannot_be_is_said_at_its_night(int ahead, double low, double? high, string field) =>
        Assert.Equal(field, Assert.Single(TypedForecast.Of([new(Today.AddDays(ahead), low, high)], Today, _ => 21).Failures).Field);

    [Theory]
    [InlineData(-1)]
    [InlineData(401)]
    [InlineData(double.NaN)]
    public void A_gust_that_cannot_be_is_said_at_its_night(double gust) =>
        Assert.Equal("nights[0].gustKmh", Assert.Single(TypedForecast.Of([new(Today, 5, null, gust)], Today, _ => 21).Failures).Field);

    [Fact]
    public void Wind_and_hail_are_those_of_the_day_after_the_night()
    {
        var days = TypedForecast.Of([new(Today, 5, null, 60, true), new(Today.AddDays(1), 5)], Today, _ => 21).Value.Days;
        Assert.Equal([new Wind(60, true), default], days.Select(d => d.Wind));
        Assert.True(days[0].Wind.KeepsIn);
        Assert.False(new Wind(60).KeepsIn);
        Assert.True(new Wind(60.1).KeepsIn);
    }

    [Fact]
    public void No_night_and_eleven_are_no_forecast()
    {
        Assert.False(TypedForecast.Of([], Today, _ => 21).Succeeded);
        Assert.False(
            TypedForecast.Of([.. Enumerable.Range(0, 11).Select(i => new TypedNight(Today.AddDays(i), 5))], Today, _ => 21).Succeeded
        );
        Assert.True(
            TypedForecast.Of([.. Enumerable.Range(0, 10).Select(i => new TypedNight(Today.AddDays(i), 5))], Today, _ => 21).Succeeded
        );
    }
}
