using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>What was seen counts against what was reckoned; what was merely not done does not.</summary>
public class EvidenceTests
{
    private static readonly DateOnly Sown = Nurseries.Winter;

    private static PlanRequest SownOnly() => Nurseries.Request(path: Nurseries.Path(moves: 2)).With(Usual.Sow, new(Done: Sown));

    private static PlanStep Up(PlanRequest request) => Planner.Plan(request).Value.Step(Usual.Emerge);

    /// <summary>Counted on a day after sowing, and looked at in the plan of that day.</summary>
    private static PlanRequest NotUp(int days) => SownOnly() with { Today = Sown.AddDays(days), NotUpOn = Sown.AddDays(days) };

    [Fact]
    public void What_is_not_up_on_a_day_comes_after_it()
    {
        var usual = Up(SownOnly() with { Today = Sown });
        var late = usual.Date.High.DayNumber - Sown.DayNumber;
        var seen = Up(NotUp(late));
        Assert.True(seen.Date.Low > Sown.AddDays(late), $"{seen.Date.Low} after {Sown.AddDays(late)}");
        Assert.True(seen.Date.Low <= seen.Date.Mid && seen.Date.Mid <= seen.Date.High);
        Assert.Contains(seen.Reasons, r => r.Code == "not-up-yet" && r.Value is > 0 and < 0.4);
        // Nobody has looked: it may be any of the days, today's among them.
        Assert.Equal(Sown.AddDays(late), Up(SownOnly() with { Today = Sown.AddDays(late) }).Date.Low);
    }

    [Fact]
    public void Each_later_count_makes_it_later_and_what_follows_too()
    {
        var before = DateOnly.MinValue;
        var next = DateOnly.MinValue;
        for (var days = 1; days < 14; days++)
        {
            var plan = Planner.Plan(NotUp(days)).Value;
            var (up, pricked) = (plan.Step(Usual.Emerge).Date.Mid, plan.Day(Usual.PrickOut));
            Assert.True(up >= before && pricked >= next, $"after {days} days");
            (before, next) = (up, pricked);
        }
    }

    [Fact]
    public void Later_than_nearly_all_has_no_band_and_says_so()
    {
        var never = Up(NotUp(45));
        Assert.Equal((never.Date.Mid, never.Date.Mid), (never.Date.Low, never.Date.High));
        Assert.Equal(Sown.AddDays(45), never.Date.Mid);
        Assert.Contains(never.Reasons, r => r.Code == "not-up-beyond" && r.Value < 0.02);
    }

    [Fact]
    public void A_move_that_was_not_made_is_due_today_without_a_band()
    {
        var planned = Planner.Plan(SownOnly() with { Today = Sown }).Value;
        var request = SownOnly()
            .With(Usual.Emerge, new(Done: planned.Day(Usual.Emerge)))
            .With(Usual.PrickOut, new(Done: planned.Day(Usual.PrickOut)));
        // The second move: its band is wide enough to reach beyond a few days of delay.
        var due = Planner.Plan(request with { Today = planned.Day(Usual.PrickOut) }).Value.Step(Usual.PotUp).Due;
        var late = Planner.Plan(request with { Today = due.AddDays(1) }).Value.Step(Usual.PotUp);
        Assert.Equal((due.AddDays(1), due.AddDays(1), due.AddDays(1)), (late.Date.Low, late.Date.Mid, late.Date.High));
        // Before its day it has one.
        var soon = Planner.Plan(request with { Today = due.AddDays(-4) }).Value.Step(Usual.PotUp);
        Assert.True(soon.Date.Low < soon.Date.High);
    }

    [Theory]
    [InlineData(0.7)]
    [InlineData(1.4)]
    public void A_leaf_count_tells_how_quick_the_batch_is_in_the_next_pot_too(double share)
    {
        var planned = Planner.Plan(SownOnly() with { Today = Sown }).Value;
        var (up, pricked) = (planned.Day(Usual.Emerge), planned.Day(Usual.PrickOut));
        var request = SownOnly().With(Usual.Emerge, new(Done: up)).With(Usual.PrickOut, new(Done: pricked));
        var looked = planned.Day(Usual.PotUp).AddDays(-2);
        var should = planned.Step(Usual.PotUp).Leaves!.Value;
        request = request with { Today = looked };
        var usual = Ahead(request);
        var seen = Ahead(request with { Seen = new Looked(looked, should * share, null) });
        Assert.True(share < 1 ? seen < 0.98 * usual : seen > 1.02 * usual, $"{seen} leaves against {usual}");

        // Leaves that grow in the second pot, from one fixed day to another.
        static double Ahead(PlanRequest request)
        {
            var (move, harden) = (request.Today.AddDays(2), request.Today.AddDays(16));
            var plan = Planner.Plan(request.With(Usual.PotUp, new(Locked: move)).With(Usual.Harden, new(Locked: harden))).Value;
            return plan.Step(Usual.Harden).Leaves!.Value - plan.Step(Usual.PotUp).Leaves!.Value;
        }
    }
}
