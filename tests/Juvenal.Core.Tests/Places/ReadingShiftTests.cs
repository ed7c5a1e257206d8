using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Places;

/// <summary>Readings move what a place is taken to be, and never lift an alarm.</summary>
public class ReadingShiftTests
{
    /// <summary>Worked by hand from the law's own words.</summary>
    [Theory]
    // A house with heat: by n/(n + 7), half of it after a fortnight, at most 3 °C.
    [InlineData(new[] { 2.0 }, 0, true, 0.25, 0.25, false)]
    [InlineData(new[] { 1.0, 3, 2, 2, 2, 2, 2 }, 0, true, 1, 1, false)]
    [InlineData(new[] { 1.0, 3, 2, 2, 2, 2, 2 }, 14, true, 0.5, 0.5, false)]
    [InlineData(new[] { -5.0, -5, -5, -5, -5, -5, -5, -5, -5, -5, -5, -5, -5, -5 }, 0, true, -3, -3, true)]
    [InlineData(new[] { 2.0, 2, 2, 2, 2, 2, 2 }, 28, true, 0.25, 0.25, false)]
    [InlineData(new[] { 9.0, 9 }, 0, true, 0, 0, true)]
    // In the weather: warmer is nothing to an alarm, and a thermometer in the sun is nothing at all.
    [InlineData(new[] { 2.5, 2.5, 2.5 }, 0, false, 0.75, 0, false)]
    [InlineData(new[] { 2.5, 2.5, 2.5, 2.5, 2.5, 2.5, 2.5 }, 0, false, 1, 0, false)]
    [InlineData(new[] { 8.4, 8.4, 8.4, 8.4, 8.4 }, 0, false, 0, 0, true)]
    // Colder counts whole and at once, and lasts.
    [InlineData(new[] { -3.0 }, 0, false, -3, -3, false)]
    [InlineData(new[] { -3.0 }, 60, false, -1.5, -1.5, false)]
    [InlineData(new[] { -9.0, -7.0 }, 0, false, -6, -6, false)]
    public void By_hand(double[] differences, double days, bool heated, double shift, double alarm, bool asked)
    {
        var of = ReadingShift.Of(differences, days, heated).Value;
        Assert.Equal((shift, alarm, asked), (Math.Round(of.ShiftC, 9), Math.Round(of.AlarmShiftC, 9), of.Asked));
    }

    [Property(MaxTest = 300)]
    public Property In_the_weather_no_reading_lifts_an_alarm_and_a_colder_one_never_makes_it_warmer()
    {
        var cases =
            from n in Gen.Choose(1, 30)
            from tenths in Gen.Choose(-150, 150).ArrayOf(n)
            from days in Gen.Choose(0, 200)
            from colder in Gen.Choose(0, 50)
            select (tenths.Select(t => t / 10.0).ToArray(), days, colder / 10.0);
        return Prop.ForAll(
            cases.ToArbitrary(),
            c =>
            {
                var (read, days, colder) = c;
                var one = ReadingShift.Of(read, days, heated: false).Value;
                var other = ReadingShift.Of([.. read.Select(r => r - colder)], days, heated: false).Value;
                return one.AlarmShiftC <= 0
                    && one.AlarmShiftC <= one.ShiftC
                    && one.AlarmShiftC >= -ReadingShift.MostColderC
                    && other.AlarmShiftC <= one.AlarmShiftC + 1e-9;
            }
        );
    }

    [Property(MaxTest = 200)]
    public Property A_heated_place_is_moved_less_with_each_day_without_a_reading()
    {
        var cases =
            from n in Gen.Choose(1, 30)
            from tenths in Gen.Choose(-80, 80).ArrayOf(n)
            from days in Gen.Choose(0, 100)
            select (tenths.Select(t => t / 10.0).ToArray(), days);
        return Prop.ForAll(
            cases.ToArbitrary(),
            c =>
            {
                var (read, days) = c;
                var (now, later) = (ReadingShift.Of(read, days, true).Value, ReadingShift.Of(read, days + 1, true).Value);
                return Math.Abs(later.ShiftC) <= Math.Abs(now.ShiftC) && Math.Abs(now.ShiftC) <= ReadingShift.MostC;
            }
        );
    }

    [Fact]
    public void What_cannot_be_asked_is_said_at_its_field()
    {
        Assert.Equal("differencesC", Assert.Single(ReadingShift.Of([], 0, true).Failures).Field);
        Assert.Equal("differencesC", Assert.Single(ReadingShift.Of([.. new double[61]], 0, true).Failures).Field);
        Assert.Equal("differencesC", Assert.Single(ReadingShift.Of([1, 41], 0, false).Failures).Field);
        Assert.Equal("daysSinceLast", Assert.Single(ReadingShift.Of([1], -1, false).Failures).Field);
    }
}
