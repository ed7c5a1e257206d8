using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Places;

/// <summary>A place's own thermometer says how much warmer it is than it was taken to be.</summary>
public class AirReadingTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);

    private static WarmthShift Of(bool heated, params AirReading[] readings) => WarmthShift.Of(readings, Today, heated, _ => (5, 20));

    private static AirReading Read(int daysAgo, double? low, double? high) => new(Today.AddDays(-daysAgo), low, high);

    [Fact]
    public void Lows_and_highs_are_held_apart()
    {
        var shift = Of(true, Read(0, 3, 24), Read(1, 4, null), Read(2, 2, 26), Read(3, null, 25));
        Assert.Equal((-2, 3), (shift.Low.DifferenceC, shift.Low.Readings));
        Assert.Equal((5, 3), (shift.High.DifferenceC, shift.High.Readings));
    }

    /// <summary>Three weeks up to the last reading count, however long ago that was: nothing falls back on one day.</summary>
    [Fact]
    public void What_was_read_fades_and_does_not_end_on_a_day()
    {
        AirReading[] week = [.. Enumerable.Range(0, 7).Select(i => Read(i, 3, null))];
        var shifts = Enumerable
            .Range(0, 90)
            .Select(later => WarmthShift.Of(week, Today.AddDays(later), true, _ => (5, 20)).Low.ShiftC)
            .ToList();
        Assert.Equal(-1, shifts[0], 9);
        Assert.All(shifts.Zip(shifts.Skip(1)), s => Assert.InRange(s.Second - s.First, 0, 0.06));
        // A hollow that was read in autumn is one in spring.
        Assert.InRange(WarmthShift.Of(week, Today.AddDays(60), false, _ => (5, 20)).Low.AlarmShiftC, -1.001, -0.999);
        Assert.Equal(0, WarmthShift.Of(week, Today.AddDays(WarmthShift.OldestDays + 1), false, _ => (5, 20)).Low.AlarmShiftC);
    }

    [Fact]
    public void Of_two_readings_of_a_morning_the_later_was_meant()
    {
        var shift = Of(false, Read(0, 9, null), Read(0, 3, null));
        Assert.Equal((-2, 1), (shift.Low.DifferenceC, shift.Low.Readings));
    }

    [Fact]
    public void Where_the_weather_of_a_day_is_not_known_its_reading_says_nothing() =>
        Assert.Equal(WarmthShift.None, WarmthShift.Of([Read(0, 1, 30), Read(1, 1, 30), Read(2, 1, 30)], Today, false, _ => null));

    [Fact]
    public void A_shifted_place_is_warmer_by_that_and_its_highs_are_never_under_its_lows()
    {
        var sky = UnderTheSky.Glasshouse with { FloorC = 5, LowShiftC = 1.5, HighShiftC = -3 };
        Assert.Equal(6.5, sky.Low(-4), 9);
        Assert.Equal(UnderTheSky.Glasshouse.High(8, 20, 15) - 3, sky.High(8, 20, 15), 9);
        Assert.Equal(sky.Low(12), sky.High(12, 12, 0), 9);
    }
}
