using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Rules;
using Xunit;

namespace Juvenal.Core.Tests.Hardening;

/// <summary>The ladder from indoors to days and nights outdoors.</summary>
public class LadderTests
{
    private static DayOut Full(double low = 14, double high = 20, bool night = true) => new(12, 8, low, high, night);

    private static RungsDone Walk(Crop crop, int length, params DayOut[] days) => Ladder.Walk(crop, days, length).Value;

    [Fact]
    public void Ten_rungs_in_ten_good_days()
    {
        var done = Walk(Crop.Tomato, 10, [.. Enumerable.Repeat(Full(), 12)]);
        Assert.Equal([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 10, 10], done.Rungs);
        Assert.Equal(0, done.SunOwedHours);
    }

    [Fact]
    public void A_shorter_ladder_leaves_steps_out_halves_up()
    {
        Assert.Equal([1, 3, 6, 8, 10], Ladder.Of(5).Select(r => r.Step));
        Assert.Equal([1, 3, 4, 6, 7, 9, 10], Ladder.Of(7).Select(r => r.Step));
        Assert.Equal(21, Ladder.Of(21).Count);
    }

    [Fact]
    public void What_does_not_count_stands_still_and_bleached_is_a_rung_back()
    {
        var days = new[] { Full(), Full(), Full(high: 9), Full() with { HoursOut = 3.1 }, Full() with { HoursSun = 0.7 } };
        Assert.Equal([1, 2, 2, 2, 2], Walk(Crop.Tomato, 10, days).Rungs);
        Assert.Equal(
            [1, 2, 2, 1, 2],
            Walk(
                Crop.Tomato,
                10,
                Full(),
                Full(),
                Full() with
                {
                    Outcome = DayOutcome.Limp,
                },
                Full() with
                {
                    Outcome = DayOutcome.Bleached,
                },
                Full()
            ).Rungs
        );
        Assert.Equal([1, 1], Walk(Crop.Pepper, 10, Full(), Full(high: 14)).Rungs);
        // Four fifths of its hours are enough.
        Assert.Equal(3, Walk(Crop.Tomato, 10, Full(), Full(), new(3.2, 0.8, 5, 12)).Done);
    }

    [Fact]
    public void A_dull_day_owes_its_sun_until_later_ones_make_it_up()
    {
        var dull = new DayOut(8, 0, 5, 15, Overcast: true);
        var done = Walk(Crop.Tomato, 10, Full(), Full(), Full(), dull);
        Assert.Equal((4, 2.0), (done.Done, done.SunOwedHours));
        // The next rung has 3 hours of sun: the eighth, seventh and so on of a long day are over.
        Assert.Equal(0, Walk(Crop.Tomato, 10, Full(), Full(), Full(), dull, Full()).SunOwedHours);
        Assert.Equal(1, Walk(Crop.Tomato, 10, Full(), Full(), Full(), dull, new(6, 4, 5, 15)).SunOwedHours);
        // A dull day that does not count owes nothing.
        Assert.Equal(0, Walk(Crop.Tomato, 10, Full(), Full(), Full(), dull with { HighC = 9 }).SunOwedHours);
    }

    [Fact]
    public void The_first_night_asks_more_than_the_second_and_a_cover_helps()
    {
        var eight = Enumerable.Repeat(Full(), 8).ToArray();
        Assert.Equal(8, Walk(Crop.Tomato, 10, [.. eight, Full(low: 9.9)]).Done);
        Assert.Equal(9, Walk(Crop.Tomato, 10, [.. eight, Full(low: 8) with { CoverC = 2 }]).Done);
        Assert.Equal(10, Walk(Crop.Tomato, 10, [.. eight, Full(low: 10), Full(low: 7)]).Done);
        Assert.Equal(9, Walk(Crop.Pepper, 10, [.. eight, Full(low: 13), Full(low: 9.9)]).Done);
        Assert.Equal(8, Walk(Crop.Pepper, 10, [.. eight, Full(low: 20, night: false)]).Done);
    }

    [Property]
    public void No_day_is_more_than_a_rung_and_none_is_lost_but_to_bleaching(byte[] seeds)
    {
        var random = new Random(seeds.Length * 31 + seeds.Sum(s => s));
        var days = Enumerable
            .Range(0, 40)
            .Select(_ => new DayOut(
                random.Next(15),
                random.Next(10),
                random.Next(-2, 16),
                random.Next(5, 30),
                random.Next(2) == 0,
                random.Next(3),
                random.Next(3) == 0,
                random.Next(8) == 0 ? DayOutcome.Bleached : DayOutcome.Fine
            ))
            .ToList();
        var done = Ladder.Walk(Crop.Pepper, days, 12).Value;
        var before = 0;
        for (var i = 0; i < days.Count; i++)
        {
            var step = done.Rungs[i] - before;
            Assert.InRange(step, days[i].Outcome == DayOutcome.Bleached ? -1 : 0, 1);
            Assert.InRange(done.Rungs[i], 0, 12);
            before = done.Rungs[i];
        }
    }

    [Fact]
    public void What_cannot_be_is_said_at_its_day()
    {
        Assert.Equal("days[1].hoursOut", Ladder.Walk(Crop.Tomato, [Full(), Full() with { HoursOut = 25 }]).Failures.Single().Field);
        Assert.Equal("length", Ladder.Walk(Crop.Tomato, [], 4).Failures.Single().Field);
    }

    /// <summary>The plan's ladder: each spring its own days and nights, and the middle of them.</summary>
    [Fact]
    public void A_plan_counts_each_springs_own_ladder()
    {
        // One spring warm throughout; one with days too cold until day 20, one whose nights never come.
        (double, double)[] Spring(Func<int, (double, double)> of) => [.. Enumerable.Range(0, 80).Select(of)];
        var days = LadderDays.From(
            new DateOnly(2026, 4, 1),
            [Spring(_ => (14, 22)), Spring(d => (14, d < 20 ? 8 : 22)), Spring(_ => (2, 22))],
            Crop.Tomato,
            Ladder.Of(10)
        );
        var first = new DateOnly(2026, 4, 1).DayNumber;
        Assert.Equal((10, 30, 10 + LadderDays.LongestWait), (days.Of(0, first), days.Of(1, first), days.Of(2, first)));
        Assert.Equal(30, days.Of(null, first));
        Assert.Equal(10, days.Of(1, first + 20));
        // With rungs behind them, as many fewer days; at the top none.
        Assert.Equal((3, 1, 0), (days.Of(0, first, 7), days.Of(0, first, 9), days.Of(0, first, 10)));
        // In by night, no night is waited for.
        var inside = LadderDays.From(new DateOnly(2026, 4, 1), [Spring(_ => (2, 22))], Crop.Tomato, Ladder.Of(10, HardeningBy.OutAndIn));
        Assert.Equal(10, inside.Of(0, first));
    }

    /// <summary>Reckoned backwards, a spring comes to what walking it day by day does, from any rung.</summary>
    [Property(MaxTest = 60)]
    public void Backwards_and_forwards_are_the_same(bool pepper, byte length, (byte Low, byte High)[] weather, byte from, byte done)
    {
        if (weather.Length == 0)
            return;
        var crop = pepper ? Crop.Pepper : Crop.Tomato;
        var ladder = Ladder.Of(5 + (length % 17));
        (double Low, double High)[] spring = [.. weather.Select(d => (d.Low % 20.0, (d.Low % 20.0) + (d.High % 15)))];
        var first = new DateOnly(2026, 4, 1);
        var start = from % spring.Length;
        var at = done % ladder.Count;
        var days = 0;
        for (var day = start; at < ladder.Count && day < spring.Length; day++, days++)
        {
            var rung = ladder[at];
            var was = new DayOut(rung.Hours, rung.SunHours, spring[day].Low, spring[day].High, rung.Night, Covers.MediumC);
            (at, _) = Ladder.After(crop, ladder, at, 0, was);
        }

        // Where the spring ends, the rest is a day each.
        var left = ladder.Count - (done % ladder.Count);
        var expected = Math.Min(days + (ladder.Count - at), left + LadderDays.LongestWait);
        Assert.Equal(expected, LadderDays.From(first, [spring], crop, ladder).Of(0, first.DayNumber + start, done % ladder.Count));
    }

    [Fact]
    public void The_house_rule_says_what_rungs_ask()
    {
        Assert.All(Ladder.Of(10, HardeningBy.OutAndIn), r => Assert.False(r.Night));
        Assert.All(Ladder.Of(10, HardeningBy.Shade), r => Assert.Equal(Ladder.DayHours, r.Hours));
        Assert.Equal(Ladder.Of(10).Select(r => r.SunHours), Ladder.Of(10, HardeningBy.Shade).Select(r => r.SunHours));
        var house = Ladder.Of(7, HardeningBy.VentedHouse);
        Assert.Equal((7, 4, 3), (house.Count, house.Count(r => r.InHouse), house.Count(r => !r.InHouse)));
        Assert.Equal([8, 9, 10], house.Where(r => !r.InHouse).Select(r => r.Step));
        // In the house a cold day outdoors counts.
        Assert.Equal(1, Ladder.After(Crop.Pepper, house, 0, 0, new(10, 0, 2, 6)).Done);
        Assert.Equal(4, Ladder.After(Crop.Pepper, house, 4, 0, new(10, 6, 2, 6)).Done);
    }
}
