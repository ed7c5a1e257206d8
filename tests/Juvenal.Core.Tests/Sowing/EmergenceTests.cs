using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Seeds;
using Juvenal.Core.Sowing;
using Xunit;

namespace Juvenal.Core.Tests.Sowing;

/// <summary>Emergence by the warmth that was really there.</summary>
public class EmergenceTests
{
    private static readonly DateOnly Sown = new(2026, 3, 1);

    private static IReadOnlyList<EmergenceDay> Course(double celsius, Crop crop = Crop.Tomato, int days = 60) =>
        EmergenceCourse.Days(crop, 1, Sown, _ => (celsius, false), Sown.AddDays(days));

    [Property(MaxTest = 200)]
    public bool Constant_warmth_gives_the_table_s_own_days(byte tenths, bool pepper)
    {
        var crop = pepper ? Crop.Pepper : Crop.Tomato;
        var celsius = 13 + (tenths % 220 / 10.0);
        var table = EmergenceTable.Days(crop, celsius);
        var days = EmergenceCourse.ExpectedDays(EmergenceCourse.Days(crop, 1, Sown, _ => (celsius, true), Sown.AddDays(200)));
        return table.Succeeded && days is { } d && Math.Abs(d - table.Value.Days) < 1e-9;
    }

    [Property(MaxTest = 200)]
    public bool A_warmer_day_below_the_optimum_never_makes_it_later(byte[] temperatures, byte which)
    {
        if (temperatures.Length == 0)
            return true;
        double At(DateOnly day, double more) =>
            Math.Min(
                29,
                12
                    + (temperatures[(day.DayNumber - Sown.DayNumber) % temperatures.Length] % 15)
                    + (day.DayNumber % temperatures.Length == which % temperatures.Length ? more : 0)
            );
        double? Days(double more) =>
            EmergenceCourse.ExpectedDays(EmergenceCourse.Days(Crop.Pepper, 1, Sown, d => (At(d, more), true), Sown.AddDays(200)));
        return (Days(2) ?? 999) <= (Days(0) ?? 999) + 1e-9;
    }

    [Fact]
    public void Half_of_the_way_cold_and_half_of_it_warm_is_in_between()
    {
        // 10 days at 15 °C are 10/13.6 of the way; at 25 °C (5.9 days) the rest takes 1.56 days: Harrington & Minges' rows, by hand.
        var days = EmergenceCourse
            .ExpectedDays(EmergenceCourse.Days(Crop.Tomato, 1, Sown, d => (d <= Sown.AddDays(10) ? 15 : 25, true), Sown.AddDays(60)))!
            .Value;
        Assert.Equal(10 + ((1 - (10 / 13.6)) * 5.9), days, 9);
    }

    [Fact]
    public void A_reading_stands_until_the_next_and_not_for_ever()
    {
        var soil = EmergenceCourse.Soil([(Sown, 18), (Sown, 20), (Sown.AddDays(5), 26)], 24);
        Assert.Equal(
            [(19, true), (19, true), (19, true), (24, false), (24, false), (26, true)],
            Enumerable.Range(0, 6).Select(i => soil(Sown.AddDays(i)))
        );
    }

    [Fact]
    public void Half_are_up_on_the_expected_day_and_nearly_all_at_one_and_a_half()
    {
        Assert.Equal(0.5, EmergenceCourse.ShareAt(1), 9);
        Assert.True(EmergenceCourse.ShareAt(1.5) > 0.999);
        Assert.Equal(0, EmergenceCourse.ShareAt(0));
    }

    [Theory]
    [InlineData(5, 0, Pace.Waiting)]
    [InlineData(8, 10, Pace.OnTime)]
    [InlineData(8, 41, Pace.Up)]
    [InlineData(11, 10, Pace.Slow)]
    [InlineData(13, 10, Pace.Late)]
    [InlineData(14, 45, Pace.Fewer)] // 45 of 100, where 81 were to come
    [InlineData(14, 78, Pace.Up)]
    public void A_tomato_at_20_degrees_is_judged_by_its_8_days(int day, int emerged, Pace pace)
    {
        var verdict = Judge(day, emerged, Course(20));
        Assert.Equal(pace, verdict.Pace);
        Assert.Equal((Sown.AddDays(9), Sown.AddDays(13), 41), (verdict.HalfBy, verdict.Late, verdict.Half));
        Assert.Equal(pace is Pace.Late or Pace.Fewer, verdict.SowAgainBy is not null);
        Assert.Equal(pace is Pace.Slow or Pace.Late or Pace.Fewer, verdict.Checks.Count > 0);
    }

    [Fact]
    public void A_count_says_nothing_of_the_days_after_it()
    {
        var old = Judge(14, 45, Course(20), counted: 8);
        Assert.Equal((Pace.Up, true), (old.Pace, old.CountAgain));
        Assert.True(old.Coming > 20);
        Assert.False(Judge(14, 78, Course(20)).CountAgain);
    }

    [Fact]
    public void What_to_check_begins_with_the_warmth()
    {
        Assert.Equal(["check-warmth-unread", "check-moisture", "check-seed-untested"], Judge(20, 0, Course(20)).Checks.Select(c => c.Code));
        var read = EmergenceCourse.Days(Crop.Tomato, 1, Sown, _ => (19, true), Sown.AddDays(60));
        Assert.Equal("check-warmth-cold", Judge(20, 0, read).Checks[0].Code);
        var old = new LotGermination(Germinability.From(0.4, 10), 0.1, 0.7, new Reason("lot-old"), true);
        Assert.Equal("check-seed-old", EmergenceVerdict.Of(new(Sown.AddDays(20), Sown, 100, 0, null, 0.8, old, Sown), read).Checks[2].Code);
    }

    [Fact]
    public void Where_nothing_comes_up_it_is_late_at_once()
    {
        var verdict = Judge(3, 0, Course(8));
        Assert.Equal((Pace.Late, null), (verdict.Pace, verdict.HalfBy));
    }

    [Property(MaxTest = 300)]
    public bool What_is_still_to_come_is_never_more_than_was_sown(byte seeds, byte emerged, byte germination, byte share)
    {
        var up = Math.Min(emerged, seeds);
        var (p, s) = (germination / 255.0, share / 255.0);
        var coming = EmergenceCourse.StillComing(seeds, up, p, s);
        return coming >= 0 && coming <= seeds - up + 1e-9 && (p > 0.999 || EmergenceCourse.StillComing(seeds, up, p, 1) == 0);
    }

    /// <summary>Bayes for a seed that is not up, by drawing: a million seeds of which 80 % live, 60 % of those up by now.</summary>
    [Fact]
    public void Still_to_come_agrees_with_drawing()
    {
        var chance = new Random(7);
        var (late, hidden) = (0, 0);
        for (var i = 0; i < 1_000_000; i++)
        {
            var lives = chance.NextDouble() < 0.8;
            if (lives && chance.NextDouble() < 0.6)
                continue;
            hidden++;
            if (lives)
                late++;
        }

        Assert.Equal((double)late / hidden, EmergenceCourse.StillComing(1, 0, 0.8, 0.6), 2);
    }

    private static EmergenceVerdict Judge(int day, int emerged, IReadOnlyList<EmergenceDay> course, int? counted = null) =>
        EmergenceVerdict.Of(
            new(Sown.AddDays(day), Sown, 100, emerged, emerged == 0 ? null : Sown.AddDays(counted ?? day), 0.81, null, Sown.AddDays(30)),
            course
        );
}
