using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Rules;
using Xunit;

namespace Juvenal.Core.Tests.Hardening;

/// <summary>Credit is the days that were had, never those of the calendar; it belongs to the group, and fades in the warm.</summary>
public class RungCreditTests
{
    private static readonly DateOnly First = new(2026, 5, 1);
    private static readonly Guid Stand = Guid.NewGuid(),
        Glass = Guid.NewGuid(),
        Room = Guid.NewGuid();
    private static readonly IReadOnlyList<Rung> Ten = Ladder.Of(10);

    private static Standing Kind(Guid place) =>
        place == Stand ? Standing.Outside
        : place == Glass ? Standing.Airy
        : Standing.Warm;

    private static Outdoors At(Guid place, int since = 0) => Outdoors.From(new(place, First.AddDays(since)));

    private static AiredDay Day(int day, double hours = 12, double sun = 8, bool night = true) =>
        new(First.AddDays(day), hours, sun, night);

    private static RungCredit Credit(Outdoors had, int today, DayThere? weather = null, Crop crop = Crop.Tomato) =>
        RungCredit.Of(crop, Ten, had, First, First.AddDays(today), (_, _) => weather ?? new(14, 20), Kind);

    [Fact]
    public void Days_that_nobody_said_anything_of_are_no_rungs()
    {
        var had = At(Stand).With(Day(0)).With(Day(1)).With(Day(4));
        var credit = Credit(had, 6);
        Assert.Equal((3, 10), (credit.Done, credit.Needed));
        Assert.Equal([First.AddDays(2), First.AddDays(3), First.AddDays(5)], credit.NotSaid);
        Assert.Null(credit.Today);
        Assert.Equal(First.AddDays(4), Credit(had, 4).Today!.On);
        // Said again, the last word counts.
        Assert.Equal(2, Credit(had.With(Day(4, hours: 0.5)), 6).Done);
    }

    [Fact]
    public void What_was_gained_fades_in_a_warm_room_from_the_fourth_day_on_and_never_below_the_second_rung()
    {
        var had = At(Stand) with { Days = [.. Enumerable.Range(0, 6).Select(d => Day(d))] };
        var inside = had.To(new(Room, First.AddDays(6)));
        Assert.Equal([6, 6, 6, 5, 5, 4, 4, 3], Enumerable.Range(6, 8).Select(d => Credit(inside, d).Done));
        Assert.Equal(2, Credit(inside, 60).Done);
        // A bright, cool house takes nothing; a day out in between begins the count anew.
        Assert.Equal(6, Credit(had.To(new(Glass, First.AddDays(6))), 60).Done);
        Assert.Equal(7, Credit(inside.With(Day(8)), 11).Done);
        // In the room they were not out: nobody is asked.
        Assert.Empty(Credit(inside, 12).NotSaid);
    }

    [Fact]
    public void A_night_carried_in_is_none_and_fades_nothing()
    {
        var eight = At(Stand) with { Days = [.. Enumerable.Range(0, 8).Select(d => Day(d))] };
        Assert.Equal(9, Credit(eight.With(Day(8)), 8).Done);
        var carried = eight.To(new(Room, First.AddDays(8))).With(Day(8));
        Assert.Equal(8, Credit(carried, 8).Done);
        // Out again in the morning, they go on from there.
        Assert.Equal(9, Credit(carried.To(new(Stand, First.AddDays(9))).With(Day(9)), 9).Done);
    }

    [Fact]
    public void A_vented_house_before_it_is_worth_half_of_the_rungs_at_most()
    {
        Assert.Equal(0, Credit(At(Room, -30).To(new(Stand, First)), 0).Done);
        Assert.Equal(3, Credit(At(Glass, -7).To(new(Stand, First)), 0).Done);
        Assert.Equal(5, Credit(At(Glass, -30).To(new(Stand, First)), 0).Done);
    }

    [Fact]
    public void What_was_said_to_be_behind_them_is()
    {
        var stood = At(Stand, 6) with { Before = 6 };
        Assert.Equal(6, Credit(stood, 6).Done);
        Assert.Equal(7, Credit(stood.With(Day(6)), 6).Done);
        Assert.Equal(10, Credit(stood with { Before = 40 }, 6).Done);
        Assert.Empty(Credit(stood, 6).NotSaid);
    }

    [Fact]
    public void The_first_night_asks_more_than_the_second_and_weather_that_is_not_known_was_enough()
    {
        var eight = At(Stand) with { Days = [.. Enumerable.Range(0, 8).Select(d => Day(d))] };
        Assert.Equal(8, Credit(eight.With(Day(8)), 8, new(9, 20)).Done);
        var nine = eight.With(Day(8));
        var first = RungCredit.Of(
            Crop.Tomato,
            Ten,
            nine.With(Day(9)),
            First,
            First.AddDays(9),
            (d, _) => new(d == First.AddDays(9) ? 8 : 14, 20),
            Kind
        );
        Assert.Equal(10, first.Done);
        Assert.Equal(10, RungCredit.Of(Crop.Tomato, Ten, nine.With(Day(9)), First, First.AddDays(9), (_, _) => default, Kind).Done);
    }

    /// <summary>What the day is said to mean for a rung is what comes of it where all is done as asked.</summary>
    [Property(MaxTest = 300)]
    public void A_day_that_goes_as_asked_counts_where_it_was_said_to(bool pepper, byte done, sbyte night, byte high, byte by, byte length)
    {
        var crop = pepper ? Crop.Pepper : Crop.Tomato;
        var rule = (HardeningBy)(by % 4);
        var ladder = Ladder.Of(5 + (length % 17), rule);
        var before = new RungCredit(done % ladder.Count, ladder.Count, 0, null, [], 0, true);
        var there = new DayThere(night % 20, high % 40);
        var today = TodaysRung.Of(crop, ladder, rule, before, there)!;
        var asked = today.AsAsked(First, Stand);
        var (after, _) = Ladder.After(
            crop,
            ladder,
            before.Done,
            0,
            new(asked.HoursOut, asked.HoursSun, there.NightC!.Value, there.HighC!.Value, asked.NightOut, asked.CoverC)
        );
        Assert.Equal(today.Call is RungCall.Out or RungCall.CoverTonight, after == before.Done + 1);
        Assert.Equal(before.Done + 1, today.Number);
    }

    [Fact]
    public void At_the_top_nothing_is_asked_and_heat_and_owed_sun_are_shaded()
    {
        Assert.Null(TodaysRung.Of(Crop.Tomato, Ten, HardeningBy.Hours, new(10, 10, 0, null, [], 10, true), default));
        Assert.True(TodaysRung.Of(Crop.Tomato, Ten, HardeningBy.Hours, new(3, 10, 0, null, [], 3, true), new(15, 31))!.Shade);
        Assert.True(TodaysRung.Of(Crop.Tomato, Ten, HardeningBy.Hours, new(3, 10, 2, null, [], 3, true), new(15, 22))!.Shade);
        var usual = TodaysRung.Of(Crop.Tomato, Ten, HardeningBy.Hours, new(3, 10, 0, null, [], 3, true), new(15, 22))!;
        Assert.Equal((false, false, 9.0, 14.0), (usual.Shade, usual.StaysOut, usual.OutAt, usual.InAt));
        Assert.True(TodaysRung.Of(Crop.Tomato, Ten, HardeningBy.Shade, new(0, 10, 0, null, [], 0, true), new(15, 22))!.StaysOut);
    }

    /// <summary>A gale or hail keeps them in; a house does not mind either.</summary>
    [Theory]
    [InlineData(60, false, RungCall.Out)]
    [InlineData(61, false, RungCall.StayIn)]
    [InlineData(0, true, RungCall.StayIn)]
    public void A_gale_or_hail_keeps_them_in(double gust, bool hail, RungCall call)
    {
        var there = new DayThere(15, 22, new(gust, hail));
        Assert.Equal(call, TodaysRung.Of(Crop.Tomato, Ten, HardeningBy.Hours, new(3, 10, 0, null, [], 3, true), there)!.Call);
        var house = Ladder.Of(10, HardeningBy.VentedHouse);
        Assert.True(house[0].InHouse);
        Assert.Equal(
            RungCall.Out,
            TodaysRung.Of(Crop.Tomato, house, HardeningBy.VentedHouse, new(0, 10, 0, null, [], 0, true), there)!.Call
        );
    }

    /// <summary>Another rung behind them is never worse, and a warmer day never counts less.</summary>
    [Property(MaxTest = 200)]
    public void More_days_out_are_never_fewer_rungs(byte[] hours, byte extra)
    {
        var had = At(Stand) with { Days = [.. hours.Take(20).Select((h, d) => Day(d, h % 13, h % 7))] };
        var today = 25;
        var more = had.With(Day(20 + (extra % 5)));
        Assert.True(Credit(more, today).Done >= Credit(had, today).Done);
        Assert.InRange(Credit(had, today).Done, 0, Math.Min(10, had.Days.Count));
        Assert.True(Credit(had, today, new(14, 24)).Done >= Credit(had, today, new(14, 9)).Done);
    }
}
