using FsCheck.Xunit;
using Juvenal.Core.Growth;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>What plants are raised for decides which steps there are and what the plan counts back from.</summary>
public class AimTests
{
    private static Plan Planned(Aim aim, DateOnly? today = null, int moves = 2)
    {
        var request = Nurseries.Request(today: today);
        var named = Route.Unnamed(Start.Seed, moves).Where(s => aim.Has(s.Kind)).ToList();
        return Planner
            .Plan(request with { Path = request.Path with { Moves = [.. request.Path.Moves.Take(moves)], Ends = aim, Named = named } })
            .Value;
    }

    private static IEnumerable<StepKind> Kinds(Plan plan) => plan.Steps.Select(s => s.Step.Kind);

    [Fact]
    public void Plants_for_sale_are_ready_and_hardened_by_the_day_and_never_planted()
    {
        var request = Nurseries.Request();
        var fair = new DateOnly(2026, 6, 20);
        var plan = Planned(new(AimKind.Sale, fair));
        Assert.DoesNotContain(StepKind.PlantOut, Kinds(plan));
        Assert.DoesNotContain(StepKind.Ripe, Kinds(plan));
        Assert.Equal(fair.AddDays(-request.Rules.HardeningDays), plan.Step(StepKind.Harden).Date.Mid);
        // A week later, everything that can be is a week later.
        var later = Planned(new(AimKind.Sale, fair.AddDays(7)));
        Assert.Equal(plan.Step(StepKind.Begin).Due.AddDays(7), later.Step(StepKind.Begin).Due);
        Assert.DoesNotContain("late-for-sale", plan.Warnings.Select(w => w.Code));
        Assert.Equal("sow-back-from-sale", plan.Step(StepKind.Begin).Reasons[0].Code);
    }

    [Fact]
    public void A_sale_too_soon_for_them_is_said_with_the_days_they_are_late()
    {
        var today = new DateOnly(2026, 4, 20);
        var fair = new DateOnly(2026, 5, 23);
        var plan = Planned(new(AimKind.Sale, fair), today);
        var said = plan.Warnings.Single(w => w.Code == "late-for-sale");
        var ready = plan.Step(StepKind.Harden).Date.Mid.AddDays(Nurseries.Request().Rules.HardeningDays);
        Assert.InRange(said.Value!.Value, ready.DayNumber - fair.DayNumber - 1, ready.DayNumber - fair.DayNumber + 1);
        Assert.Equal(fair, said.Day);
    }

    [Fact]
    public void What_ends_in_a_pot_indoors_is_neither_hardened_nor_planted_and_ripens_from_six_leaves_on()
    {
        var plan = Planned(new(AimKind.Pot));
        Assert.DoesNotContain(StepKind.Harden, Kinds(plan));
        Assert.DoesNotContain(StepKind.PlantOut, Kinds(plan));
        var last = plan.Steps.Last(s => s.Step.Kind == StepKind.Move);
        var days = plan.Step(StepKind.Ripe).Date.Mid.DayNumber - last.Date.Mid.DayNumber;
        Assert.True(days > Nurseries.Request().Cultivar.DaysToRipe, $"{days} days from a move at {last.Leaves} leaves");
        Assert.True(last.Leaves < LeafModel.ReadyToHarden);
        // Sown in January, it does not wait for a spring that it never sees.
        var request = Nurseries.Request(today: new DateOnly(2026, 1, 5));
        var named = Route.Unnamed(Start.Seed, 2).Where(s => new Aim(AimKind.Pot).Has(s.Kind)).ToList();
        var early = Planner
            .Plan(
                request with
                {
                    Path = request.Path with { Moves = [.. request.Path.Moves.Take(2)], Ends = new(AimKind.Pot), Named = named },
                    Facts = new Dictionary<StepId, StepFacts> { [named[0].Id] = new(Locked: new DateOnly(2026, 1, 5)) },
                }
            )
            .Value;
        Assert.True(early.Step(StepKind.Ripe).Date.Mid < early.Window.Opens.Mid.AddDays(request.Cultivar.DaysToRipe - 20));
    }

    [Fact]
    public void What_goes_outdoors_in_its_pot_is_hardened_and_waits_for_the_nights_like_any_other()
    {
        var (pot, bed) = (Planned(new(AimKind.Pot, Outdoors: true)), Planned(Aim.Bed));
        Assert.Equal(bed.Step(StepKind.PlantOut).Date.Mid, pot.Step(StepKind.PlantOut).Date.Mid);
        Assert.NotNull(pot.Step(StepKind.PlantOut).Container);
        Assert.Null(bed.Step(StepKind.PlantOut).Container);
    }

    [Property(MaxTest = 100)]
    public void A_sale_later_never_makes_anything_earlier(byte first, byte later)
    {
        var fair = new DateOnly(2026, 5, 1).AddDays(first % 90);
        var (a, b) = (Planned(new(AimKind.Sale, fair)), Planned(new(AimKind.Sale, fair.AddDays(later % 60))));
        Assert.All(a.Steps.Zip(b.Steps), s => Assert.True(s.First.Date.Mid <= s.Second.Date.Mid));
    }

    [Fact]
    public void A_step_that_the_aim_leaves_out_stands_in_the_route_and_can_be_put_back()
    {
        var batch = Guid.NewGuid();
        var aim = new Aim(AimKind.Sale, new DateOnly(2026, 5, 23));
        var steps = Route.Unnamed(Start.Seed, 2, batch: batch).Select(s => new RouteStep(s, default, null, !aim.Has(s.Kind))).ToList();
        var route = new Route(steps);
        Assert.DoesNotContain(route.PlantOut, route.Living);
        Assert.Equal(Route.Unnamed(Start.Seed, 2, batch: batch), route.On([.. steps.Select(s => s with { Retired = false })]).Living);
    }
}
