using FsCheck.Xunit;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>Hardened plants that are held cool until they are wanted.</summary>
public class HoldTests
{
    private static readonly Holding Month = new(Nurseries.Place("Cool house", 10, 4), 28);

    private static Plan Planned(Holding? hold, Aim? aim = null, DateOnly? today = null)
    {
        var path = Nurseries.Path() with { Hold = hold, Ends = aim };
        return Planner
            .Plan(Nurseries.Request(path: path with { Named = [.. path.Steps.Where(s => path.Aim.Has(s.Kind))] }, today: today))
            .Value;
    }

    [Fact]
    public void A_month_of_holding_is_counted_back_from_planting_and_planting_stays_where_it_was()
    {
        var (straight, held) = (Planned(null), Planned(Month));
        Assert.DoesNotContain(StepKind.Hold, straight.Steps.Select(s => s.Step.Kind));
        Assert.Equal(straight.Step(StepKind.PlantOut).Date.Mid, held.Step(StepKind.PlantOut).Date.Mid);
        Assert.Equal(straight.Step(StepKind.Harden).Date.Mid.AddDays(-28), held.Step(StepKind.Harden).Date.Mid);
        Assert.Equal(straight.Step(StepKind.Begin).Date.Mid.AddDays(-28), held.Step(StepKind.Begin).Date.Mid);
        var ladder = Nurseries.Request().Rules.HardeningDays;
        var hold = held.Step(StepKind.Hold);
        Assert.Equal(held.Step(StepKind.Harden).Date.Mid.AddDays(ladder), hold.Date.Mid);
        Assert.Equal(("Cool house", "13 cm pot"), (hold.Place, hold.Container));
        Assert.Equal(("held-until", 28.0), (hold.Reasons[0].Code, hold.Reasons[0].Value));
    }

    [Fact]
    public void It_is_the_holding_that_gets_shorter_where_they_are_late()
    {
        var today = new DateOnly(2026, 3, 25);
        var (straight, held) = (Planned(null, today: today), Planned(Month, today: today));
        Assert.Equal(straight.Step(StepKind.PlantOut).Date.Mid, held.Step(StepKind.PlantOut).Date.Mid);
        var days = held.Step(StepKind.PlantOut).Date.Mid.DayNumber - held.Step(StepKind.Hold).Date.Mid.DayNumber;
        Assert.InRange(days, 0, 27);
    }

    [Fact]
    public void A_sale_has_it_too_and_a_cool_house_makes_fewer_leaves_than_a_warm_one()
    {
        var fair = new Aim(AimKind.Sale, new DateOnly(2026, 6, 20));
        var (cool, warm) = (Planned(Month, fair), Planned(Month with { Place = Nurseries.Place("Warm house", 22, 18) }, fair));
        Assert.Equal(StepKind.Hold, cool.Steps[^1].Step.Kind);
        Assert.Equal(fair.Day!.Value.AddDays(-28), cool.Step(StepKind.Hold).Date.Mid);
        Assert.True(cool.LeavesAtPlanting < warm.LeavesAtPlanting);
    }

    [Fact]
    public void What_was_held_as_long_as_it_takes_is_done_and_the_rest_follows()
    {
        var path = Nurseries.Path() with { Hold = Month };
        var request = Nurseries.Request(path: path, today: new DateOnly(2026, 4, 20));
        var done = path
            .Steps.TakeWhile(s => s.Kind <= StepKind.Hold)
            .Select((s, i) => (s, new DateOnly(2026, 2, 1).AddDays(i * 12)))
            .ToDictionary(p => p.s.Id, p => new StepFacts(Done: p.Item2));
        var plan = Planner.Plan(request with { Facts = done }).Value;
        Assert.Equal(plan.Window.Opens.Mid, plan.Step(StepKind.PlantOut).Date.Mid);
    }

    [Property]
    public void Days_never_go_backwards_whatever_the_days_and_the_wait(byte days, byte today)
    {
        var plan = Planned(Month with { Days = 1 + (days % Holding.MostDays) }, today: Nurseries.Winter.AddDays(today % 120));
        var mids = plan.Steps.Select(s => s.Date.Mid).ToList();
        Assert.Equal(mids.Order(), mids);
        Assert.All(plan.Steps, s => Assert.True(s.Date.Low <= s.Date.Mid && s.Date.Mid <= s.Date.High));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(121)]
    public void Nobody_holds_them_for_that_long(int days)
    {
        var refused = Planner.Plan(Nurseries.Request(path: Nurseries.Path() with { Hold = Month with { Days = days } }));
        Assert.Equal("path.hold.days", Assert.Single(refused.Failures).Field);
    }
}
