using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Places;

/// <summary>A place's own thermometer says how much warmer it is than it was taken to be.</summary>
public class AirReadingTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);

    private static WarmthShift Of(params AirReading[] readings) => WarmthShift.Of(readings, Today, _ => (5, 20));

    private static AirReading Read(int daysAgo, double? low, double? high) => new(Today.AddDays(-daysAgo), low, high);

    [Fact]
    public void Lows_and_highs_are_held_apart()
    {
        var shift = Of(Read(0, 3, 24), Read(1, 4, null), Read(2, 2, 26), Read(3, null, 25));
        Assert.Equal(-2, shift.LowC, 9);
        Assert.Equal(5, shift.HighC, 9);
        Assert.Equal((3, 3), (shift.Lows, shift.Highs));
    }

    [Fact]
    public void Two_nights_are_no_place_and_neither_is_last_month()
    {
        Assert.Equal(0, Of(Read(0, 1, null), Read(1, 1, null)).LowC);
        Assert.Equal(0, Of(Read(0, 1, null), Read(1, 1, null), Read(21, 1, null)).LowC);
        Assert.Equal(-4, Of(Read(0, 1, null), Read(1, 1, null), Read(20, 1, null)).LowC, 9);
    }

    [Fact]
    public void A_thermometer_in_the_sun_is_not_believed_wholly() =>
        Assert.Equal(WarmthShift.MostC, Of(Read(0, null, 55), Read(1, null, 55), Read(2, null, 55)).HighC);

    [Fact]
    public void Where_the_weather_of_a_day_is_not_known_its_reading_says_nothing() =>
        Assert.Equal(WarmthShift.None, WarmthShift.Of([Read(0, 1, 30), Read(1, 1, 30), Read(2, 1, 30)], Today, _ => null));

    /// <summary>A place that is read as it is reckoned is not moved, and one that is so much warmer is moved by that.</summary>
    [Property(MaxTest = 100)]
    public Property Read_as_much_warmer_it_is_as_much_warmer()
    {
        var cases =
            from warmer in Gen.Choose(-70, 70)
            from n in Gen.Choose(WarmthShift.Fewest, 20)
            from weather in Gen.Choose(-50, 150).ArrayOf(n + 1)
            select (warmer / 10.0, weather);
        return Prop.ForAll(
            cases.ToArbitrary(),
            c =>
            {
                var sky = UnderTheSky.Glasshouse;
                var (warmer, weather) = c;
                (double, double)? Reckoned(DateOnly day)
                {
                    var low = weather[Today.DayNumber - day.DayNumber] / 10.0;
                    return (sky.Low(low), sky.High(low, low + 10, 15));
                }
                var readings = Enumerable
                    .Range(0, weather.Length - 1)
                    .Select(i =>
                    {
                        var (low, _) = Reckoned(Today.AddDays(-i))!.Value;
                        var (_, high) = Reckoned(Today.AddDays(-i - 1))!.Value;
                        return Read(i, low + warmer, high + warmer);
                    });
                var shift = WarmthShift.Of(readings, Today, Reckoned);
                return Math.Abs(shift.LowC - warmer) < 1e-9 && Math.Abs(shift.HighC - warmer) < 1e-9;
            }
        );
    }

    [Fact]
    public void A_shifted_place_is_warmer_by_that_and_its_highs_are_never_under_its_lows()
    {
        var sky = UnderTheSky.Glasshouse with { FloorC = 5, LowShiftC = 1.5, HighShiftC = -3 };
        Assert.Equal(6.5, sky.Low(-4), 9);
        Assert.Equal(UnderTheSky.Glasshouse.High(8, 20, 15) - 3, sky.High(8, 20, 15), 9);
        Assert.Equal(sky.Low(12), sky.High(12, 12, 0), 9);
    }
}
