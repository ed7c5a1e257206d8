using FsCheck.Xunit;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>Plants that stand elsewhere than planned grow by the warmth of where they stand, from the day they came there.</summary>
public class ElsewhereTests
{
    private static readonly DateOnly Pricked = new(2026, 3, 20);

    private static PlanRequest Request(Elsewhere? stands, DateOnly? today = null) =>
        (Nurseries.Request(today: today ?? Pricked.AddDays(6)) with { Stands = stands })
            .With(Usual.Sow, new(Done: Pricked.AddDays(-16)))
            .With(Usual.Emerge, new(Done: Pricked.AddDays(-9)))
            .With(Usual.PrickOut, new(Done: Pricked));

    private static DateOnly PotUp(Elsewhere? stands) => Planner.Plan(Request(stands)).Value.Day(Usual.PotUp);

    [Property(MaxTest = 40)]
    public bool The_planned_place_by_another_name_changes_no_day(byte days)
    {
        var same = new Elsewhere(Nurseries.Place("The same", 21, 17), Pricked.AddDays(days % 30));
        var (there, here) = (Planner.Plan(Request(same)).Value, Planner.Plan(Request(null)).Value);
        return there.Steps.Select(s => s.Date).SequenceEqual(here.Steps.Select(s => s.Date));
    }

    [Property(MaxTest = 40)]
    public bool A_cooler_place_holds_them_back_the_longer_they_stand_there(byte a, byte b)
    {
        var cool = Nurseries.Place("Cool room", 15, 12);
        var (early, late) = (Pricked.AddDays(Math.Min(a % 20, b % 20)), Pricked.AddDays(Math.Max(a % 20, b % 20)));
        return PotUp(new(cool, early)) >= PotUp(new(cool, late)) && PotUp(new(cool, late)) >= PotUp(null);
    }

    /// <summary>What was gathered before they were carried stays gathered: at most the days that are left are stretched.</summary>
    [Fact]
    public void Only_what_is_left_of_the_stage_is_slower()
    {
        var cool = Nurseries.Place("Cool room", 15, 12);
        var (planned, since) = (PotUp(null), Pricked.AddDays(5));
        var held = PotUp(new(cool, since));
        // 21/17 gathers 11.3 °C·d of leaves a day over base 8, 15/12 5.75: what is left takes twice as long, about.
        var ratio = (held.DayNumber - since.DayNumber) / (double)(planned.DayNumber - since.DayNumber);
        Assert.InRange(ratio, 1.8, 2.1);
        Assert.Equal("Cool room", Planner.Plan(Request(new(cool, since))).Value.Step(Usual.PotUp).Reasons[0].Subject);
    }

    [Fact]
    public void Later_stages_are_in_the_planned_places()
    {
        var cool = Nurseries.Place("Cool room", 15, 12);
        var (held, planned) = (Planner.Plan(Request(new(cool, Pricked.AddDays(3)))).Value, Planner.Plan(Request(null)).Value);
        // One move on, they are where the plan has them again: no more is lost than in this stage.
        Assert.True(held.Day(Usual.PotUp) > planned.Day(Usual.PotUp));
        Assert.InRange(
            held.Day(Usual.Harden).DayNumber - planned.Day(Usual.Harden).DayNumber,
            0,
            held.Day(Usual.PotUp).DayNumber - planned.Day(Usual.PotUp).DayNumber
        );
    }
}
