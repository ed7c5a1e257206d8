using FsCheck.Xunit;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Core.Tests.Site;

public class FreezeYearsTests
{
    private static readonly WeatherGenerator Made = new(7, Climate.Upland);

    private static WeatherRecord Record(IEnumerable<WeatherDay>? days = null) =>
        WeatherRecord.From([.. days ?? Made.Days(new(1995, 1, 1), new(2025, 12, 31))]);

    private static FreezeYears Spring(WeatherRecord record, double offset = 0, double threshold = 0) =>
        FreezeYears.Of(record, SeasonHalf.Spring, threshold, offset, Hemisphere.North);

    [Fact]
    public void The_last_cold_morning_of_spring_counts_and_autumn_begins_with_the_first()
    {
        var days = Enumerable
            .Range(0, 365)
            .Select(i => new DateOnly(2025, 1, 1).AddDays(i))
            .Select(d => new WeatherDay(
                d,
                d.Month is > 5 and < 10 || (d.Month == 5 && d.Day > 12) || (d.Month == 10 && d.Day < 7) ? 5 : -1,
                15
            ));
        var record = Record(days);
        Assert.Equal(new DateOnly(2025, 5, 12), Spring(record).Years.Single(y => y.Season == 2025).Date);
        var autumn = FreezeYears.Of(record, SeasonHalf.Autumn, 0, 0, Hemisphere.North);
        Assert.Equal(new DateOnly(2025, 10, 7), autumn.Years.Single(y => y.Season == 2025).Date);
        // The season that begins in August has only its autumn here: its last freeze may be to come.
        Assert.Equal(FreezeYearState.NotOver, Spring(record).Years.Single(y => y.Season == 2026).State);
    }

    [Theory]
    [InlineData("2026-04-18", FreezeYearState.NotOver)]
    [InlineData("2026-07-20", FreezeYearState.Counted)]
    public void A_spring_that_is_still_running_is_no_year(string last, FreezeYearState state)
    {
        var record = Record(Made.Days(new(1995, 8, 1), DateOnly.Parse(last, System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Equal(state, Spring(record).Years.Single(y => y.Season == 2026).State);
        // Begun on 1 January, an autumn of the year before has no days but its last.
        var autumn = FreezeYears.Of(Record(Made.Days(new(1996, 1, 1), new(2020, 12, 31))), SeasonHalf.Autumn, 0, 0, Hemisphere.North);
        Assert.Equal(FreezeYearState.NotOver, autumn.Years.Single(y => y.Season == 1995).State);
    }

    [Property(MaxTest = 40)]
    public bool A_warmer_site_never_has_a_later_last_freeze(byte a, byte b)
    {
        var (cold, warm) = (Spring(Record(), Math.Min(a, b) / 50.0 - 2), Spring(Record(), Math.Max(a, b) / 50.0 - 2));
        return cold.Years.Zip(warm.Years).All(y => y.Second.Date is null || y.First.Date >= y.Second.Date);
    }

    [Property(MaxTest = 60)]
    public bool More_accepted_risk_is_never_a_later_day(byte seed, byte without)
    {
        var days = Enumerable.Range(0, 12).Select(i => 110 + ((seed * (i + 3) * 7) % 40)).ToList();
        if (FreezeDistribution.Fit(SeasonHalf.Spring, days, without % 6) is not { Succeeded: true } fit)
            return true;
        var dates = Enumerable.Range(1, 99).Select(p => fit.Value.DayAt(p / 100.0)).ToList();
        return dates.Zip(dates.Skip(1)).All(d => d.Second is null || d.First >= d.Second);
    }

    [Fact]
    public void A_southern_record_that_is_the_northern_one_half_a_year_later_has_the_same_days_shifted()
    {
        // Half a year on an axis of 365 days: 29 February would be two days of one, so it is left out of both.
        const int half = 184;
        var northern = Made.Days(new(1995, 8, 1), new(2025, 7, 31)).Where(d => d.Day is not { Month: 2, Day: 29 }).ToList();
        var axis = SeasonAxis.Of(northern[0].Day, 1996);
        var southern = northern.Select((d, i) => d with { Day = SeasonAxis.Date(axis + i + half - 365, 1996) }).ToList();
        var north = FreezeYears.Of(Record(northern), SeasonHalf.Spring, 0, 0, Hemisphere.North);
        var south = FreezeYears.Of(Record(southern), SeasonHalf.Spring, 0, 0, Hemisphere.South);
        var (n, s) = (Counted(north), Counted(south));
        Assert.True(n.Count >= 28);
        Assert.Equal(n.Select(d => d + half - 365), s);
        Assert.Equal(north.Fit!.StandardDeviation, south.Fit!.StandardDeviation, 1e-9);

        static List<int> Counted(FreezeYears years) =>
            [.. years.Years.Where(y => y.State == FreezeYearState.Counted).Select(y => SeasonAxis.Of(y.Date!.Value, y.Season))];
    }

    [Fact]
    public void A_year_with_a_gap_near_its_freeze_is_left_out_and_one_far_from_it_is_not()
    {
        var last = Spring(Record()).Years.Single(y => y.Season == 2010).Date!.Value;
        FreezeYearState Without(DateOnly from, int days) =>
            Spring(Record(Made.Days(new(1995, 1, 1), new(2025, 12, 31)).Where(d => d.Day < from || d.Day >= from.AddDays(days))))
                .Years.Single(y => y.Season == 2010)
                .State;
        Assert.Equal(FreezeYearState.LeftOut, Without(last.AddDays(5), 3));
        Assert.Equal(FreezeYearState.Counted, Without(last.AddDays(5), 2));
        Assert.Equal(FreezeYearState.Counted, Without(last.AddDays(-60), 20));
    }

    [Fact]
    public void A_place_that_seldom_freezes_has_the_mixed_distribution_and_no_day_at_a_high_risk()
    {
        // So much warmer that some springs have no freeze: the upland's weather at the sea, far south.
        var years = Enumerable
            .Range(20, 14)
            .Select(i => Spring(Record(), i / 2.0))
            .First(y => y.Years.Any(f => f.State == FreezeYearState.FreezeFree));
        var fit = years.Fit!;
        Assert.Equal(years.Years.Count(y => y.State == FreezeYearState.Counted) / (double)fit.Years, fit.Share, 1e-12);
        Assert.InRange(fit.Share, 0.3, 0.99);
        Assert.Null(fit.DayAt(0.995));
    }

    [Fact]
    public void The_made_up_upland_freezes_last_about_9_May()
    {
        var fit = Spring(Record()).Fit!;
        Assert.Equal(31, fit.Years);
        Assert.InRange(fit.Mean, SeasonAxis.Of(new(2025, 5, 3), 2025), SeasonAxis.Of(new(2025, 5, 15), 2025));
        Assert.InRange(fit.StandardDeviation, 6, 14);
    }

    [Theory]
    [InlineData(1, 2026, "2026-01-01")]
    [InlineData(0, 2026, "2025-12-31")]
    [InlineData(-364, 2026, "2025-01-01")]
    [InlineData(366, 2023, "2024-01-01")]
    [InlineData(60, 2024, "2024-03-01")]
    [InlineData(59, 2024, "2024-02-28")]
    public void The_axis_has_365_days_whatever_the_year(int axis, int season, string date)
    {
        Assert.Equal(DateOnly.Parse(date, System.Globalization.CultureInfo.InvariantCulture), SeasonAxis.Date(axis, season));
        Assert.Equal(axis, SeasonAxis.Of(SeasonAxis.Date(axis, season), season));
    }
}
