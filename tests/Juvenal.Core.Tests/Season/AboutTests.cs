using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>Days of the ledger that are not known for certain.</summary>
public class AboutTests
{
    private static readonly DateOnly Day = new(2026, 3, 1);

    private static Plan Planned(int about) =>
        Planner
            .Plan(
                Nurseries.Request(today: Day.AddDays(1)).With(Usual.Sow, new(Done: Day, About: about)) with
                {
                    Path = Nurseries.Path() with { Named = Route.Unnamed(Start.Seed, 2) },
                }
            )
            .Value;

    [Fact]
    public void A_sowing_that_may_be_off_makes_what_follows_less_certain_and_no_later()
    {
        var (sure, three, ten) = (Planned(0), Planned(3), Planned(10));
        Assert.Equal((0, 6, 20), (Width(sure, StepKind.Begin), Width(three, StepKind.Begin), Width(ten, StepKind.Begin)));
        Assert.True(Width(sure, StepKind.Move) < Width(ten, StepKind.Move));
        Assert.True(Width(three, StepKind.Move) <= Width(ten, StepKind.Move));
        Assert.Equal(sure.Step(StepKind.Move).Date.Mid, ten.Step(StepKind.Move).Date.Mid);
        Assert.Contains(ten.Step(StepKind.Move).Spread, s => s.Source == "about");
        Assert.DoesNotContain(sure.Step(StepKind.Move).Spread, s => s.Source == "about");
    }

    private static int Width(Plan plan, StepKind kind) => plan.Step(kind).Date.High.DayNumber - plan.Step(kind).Date.Low.DayNumber;
}
