using FsCheck.Xunit;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Site;

public class WeatherChecksTests
{
    private static WeatherDay Day(int number, double? minimum, double? maximum) =>
        new(new DateOnly(2020, 1, 1).AddDays(number), minimum, maximum);

    [Property(MaxTest = 100)]
    public bool Nothing_is_lost_every_day_is_believed_or_left_out_with_its_reason(short[] minima)
    {
        var days = minima.Select((m, i) => Day(i / 2, m % 90, (m % 90) + (m % 7))).ToList();
        var looked = WeatherChecks.Of(days);
        return looked.Days.Count + looked.Doubtful.Count == days.Count
            && looked.Days.Select(d => d.Day).Distinct().Count() == looked.Days.Count
            && looked.Days.All(d => d.MinimumC <= d.MaximumC && d.MinimumC >= WeatherChecks.ColdestC);
    }

    [Fact]
    public void Each_doubt_is_told_apart()
    {
        var days = new List<WeatherDay>
        {
            Day(0, 2, 9),
            Day(1, 12, 3),
            Day(2, 1, 8),
            Day(2, 1, 9),
            Day(3, -99, 8),
            Day(4, 3, 9),
            Day(5, 4, 10),
            Day(6, 28, 33),
            Day(7, 5, 11),
        };
        days.AddRange(Enumerable.Range(8, 5).Select(i => Day(i, 6, 12)));
        days.Add(Day(14, 2, 9));
        var looked = WeatherChecks.Of(days);
        Assert.Equal(
            [
                (1, Doubt.MinimumAboveMaximum),
                (2, Doubt.Twice),
                (3, Doubt.Impossible),
                (6, Doubt.Spike),
                .. Enumerable.Range(8, 5).Select(i => (i, Doubt.Stuck)),
            ],
            looked.Doubtful.Select(d => (d.Day.Day.DayNumber - new DateOnly(2020, 1, 1).DayNumber, d.Doubt))
        );
        // What is left out is a hole, and the day that was missing anyway too.
        Assert.Equal([1, 1, 1, 6], looked.Gaps.Select(g => g.Days));
    }

    [Fact]
    public void Four_equal_days_and_a_cold_snap_of_two_are_weather()
    {
        var days = Enumerable
            .Range(0, 4)
            .Select(i => Day(i, 6, 12))
            .Concat([Day(4, 8, 14), Day(5, -15, -8), Day(6, -14, -9), Day(7, 7, 12)]);
        Assert.Empty(WeatherChecks.Of(days).Doubtful);
    }
}
