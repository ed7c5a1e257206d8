using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>What the way from tray to bed does to a plan.</summary>
public class PathTests
{
    [Fact]
    public void Each_move_sets_them_back()
    {
        var days = Enumerable
            .Range(0, 4)
            .Select(moves => Planner.Plan(Nurseries.Request(path: Nurseries.Path(moves: moves))).Value.DaysBetween(Usual.Sow, Usual.Harden))
            .ToList();
        Assert.Equal(days.Order(), days);
        // Plugs and pots keep their ball: 2 days each.
        Assert.InRange(days[1] - days[0], 1, 3);
        Assert.InRange(days[2] - days[1], 1, 3);
    }

    [Fact]
    public void Seedlings_out_of_drills_bare_their_roots_and_plugs_do_not()
    {
        var path = Nurseries.Path(moves: 2);
        Container plugs = new("Cells", 0.03, 104, false, ContainerForm.Tray),
            drills = plugs with { Name = "Drills", Form = ContainerForm.RowTray };
        Assert.Equal(Between(plugs) + 2, Between(drills));

        int Between(Container tray) =>
            Planner.Plan(Nurseries.Request(path: path with { Tray = tray })).Value.DaysBetween(Usual.PrickOut, Usual.PotUp);
    }

    [Fact]
    public void A_pot_that_is_full_is_left_before_the_leaves_ask_for_it()
    {
        var house = Nurseries.Place("House", 24, 20);
        var path = Nurseries.Path(24, 20) with { Moves = [new(new("Thimble", 0.012), house), new(new("9 cm pot", 0.4), house)] };
        var seedLeaves = HouseRules.Default with { PrickOut = PrickOutStage.SeedLeaves };
        var plan = Planner.Plan(Nurseries.Request(Nurseries.Slow, path, seedLeaves)).Value;
        Assert.Equal("pot-full", plan.Step(Usual.PotUp).Reasons[0].Code);
        Assert.True(plan.Step(Usual.PotUp).Leaves < 5);
        var roomy = Planner
            .Plan(
                Nurseries.Request(
                    Nurseries.Slow,
                    path with
                    {
                        Moves = [new(new("9 cm pot", 0.4), house), new(new("2 L pot", 2), house)],
                    },
                    seedLeaves
                )
            )
            .Value;
        Assert.Equal("leaves-at", roomy.Step(Usual.PotUp).Reasons[0].Code);
    }

    [Fact]
    public void A_pot_that_is_no_bigger_is_said()
    {
        var house = Nurseries.Place("House", 20, 16);
        var path = Nurseries.Path() with { Moves = [new(new("9 cm pot", 0.4), house), new(new("7 cm pot", 0.2), house)] };
        Assert.Contains(
            Planner.Plan(Nurseries.Request(path: path)).Value.Warnings,
            w => w.Code == "container-not-bigger" && w.Subject == "7 cm pot"
        );
    }

    [Fact]
    public void The_slow_species_is_sown_weeks_earlier()
    {
        var (slow, common) = (
            Planner.Plan(Nurseries.Request(Nurseries.Slow)).Value,
            Planner.Plan(Nurseries.Request(Nurseries.Pepper)).Value
        );
        Assert.Equal(common.Day(Usual.PlantOut), slow.Day(Usual.PlantOut));
        Assert.InRange(common.Day(Usual.Sow).DayNumber - slow.Day(Usual.Sow).DayNumber, 14, 35);
        Assert.Contains(slow.Step(Usual.Emerge).Reasons, r => r.Code == "slow-species");
    }

    [Fact]
    public void A_tunnel_brings_the_whole_batch_forward()
    {
        var (open, tunnel) = (
            Planner.Plan(Nurseries.Request()).Value,
            Planner.Plan(Nurseries.Request(path: Nurseries.Path() with { Surface = Surface.Tunnel })).Value
        );
        Assert.All([Usual.Sow, Usual.PrickOut, Usual.Harden, Usual.PlantOut], s => Assert.Equal(open.Day(s).AddDays(-14), tunnel.Day(s)));
    }

    [Theory]
    [InlineData(7)]
    [InlineData(10)]
    [InlineData(14)]
    public void The_ladder_is_as_long_as_the_house_rule(int days)
    {
        var plan = Planner.Plan(Nurseries.Request(rules: HouseRules.Default with { HardeningDays = days })).Value;
        Assert.Equal(days, plan.DaysBetween(Usual.Harden, Usual.PlantOut));
        Assert.Equal(RuleCodes.HardeningLength, plan.Step(Usual.Harden).Reasons[0].Rule);
    }

    [Fact]
    public void Sowing_has_a_span_of_days_that_would_still_do()
    {
        var plan = Planner.Plan(Nurseries.Request()).Value;
        Assert.InRange(plan.Day(Usual.Sow).DayNumber - plan.SowNoEarlier.DayNumber, 0, Planner.MostSlackDays);
        Assert.Equal(plan.Day(Usual.Sow).AddDays(7), plan.SowNoLater);
        // In a tub that is never too small there is all the time in the world, as far as we say.
        var tub = Nurseries.Path() with
        {
            Moves = [new(new("Tub", 12, Final: true), Nurseries.Place("House", 21, 17))],
        };
        var roomy = Planner.Plan(Nurseries.Request(path: tub)).Value;
        Assert.Equal(Planner.MostSlackDays, roomy.Day(Usual.Sow).DayNumber - roomy.SowNoEarlier.DayNumber);
    }

    [Fact]
    public void What_is_done_needs_no_warmth_any_more()
    {
        var cold = Nurseries.Path() with { Germination = Nurseries.Place("Porch", 9, 6) };
        var request = Nurseries
            .Request(path: cold, today: new DateOnly(2026, 4, 10))
            .With(Usual.Sow, new(Done: new DateOnly(2026, 3, 20)))
            .With(Usual.Emerge, new(Done: new DateOnly(2026, 4, 8)));
        Assert.True(Planner.Plan(request).Succeeded);
    }

    [Fact]
    public void A_mat_too_hot_is_named()
    {
        var hot = Nurseries.Path() with { Germination = Nurseries.Place("Boiler", 30, 28, 39) };
        var failure = Assert.Single(Planner.Plan(Nurseries.Request(path: hot)).Failures);
        Assert.Equal(("place-too-hot-to-emerge", 35.0, "Boiler"), (failure.Code, failure.High!.Value, failure.Subject));
    }

    [Fact]
    public void A_short_packet_is_a_warning_with_what_it_promises()
    {
        var request = Nurseries.Request();
        var plan = Planner.Plan(request with { Sowing = request.Sowing with { SeedsAvailable = 30 } }).Value;
        var warning = Assert.Single(plan.Warnings, w => w.Code == "seeds-short");
        Assert.Equal((double)plan.Quantity.PlantsPromised, warning.Value);
        Assert.Equal(30, plan.Quantity.Seeds);
    }

    [Fact]
    public void Every_step_says_what_to_have_ready()
    {
        var request = Nurseries.Request();
        var plan = Planner.Plan(request).Value;
        Assert.Equal(
            (plan.Quantity.Cells, plan.Quantity.Cells * 0.05 * 1.15),
            (plan.Step(Usual.Sow).Containers, plan.Step(Usual.Sow).MixLitres)
        );
        var pots = plan.Step(Usual.PrickOut).Containers;
        Assert.InRange(pots * 0.95, plan.Quantity.ExpectedPlants, plan.Quantity.ExpectedPlants + 1);
        Assert.Equal(pots * 1.0 * 1.15, plan.Step(Usual.PotUp).MixLitres, 1e-9);
        Assert.Equal(0, plan.Step(Usual.Harden).Containers);
        // Once they are counted, what stands counts.
        Assert.Equal(41, Planner.Plan(request with { PlantsStanding = 41 }).Value.Step(Usual.PrickOut).Containers);
    }

    [Fact]
    public void The_south_plants_in_its_own_spring()
    {
        var freeze = SpringFreeze.FromTyped(new(SeasonDay.From(10, 5), null), 2027, Hemisphere.South).Value;
        var plan = Planner
            .Plan(
                Nurseries.Request(today: new DateOnly(2026, 7, 1)) with
                {
                    Season = 2027,
                    Site = new(freeze, true, null, Hemisphere.South, 2027),
                }
            )
            .Value;
        Assert.Equal(new DateOnly(2026, 10, 18), plan.Day(Usual.PlantOut));
    }

    [Fact]
    public void More_than_six_moves_are_refused()
    {
        var house = Nurseries.Place("House", 20, 16);
        var path = Nurseries.Path() with { Moves = [.. Enumerable.Range(1, 7).Select(i => new Move(new Container($"Pot {i}", i), house))] };
        Assert.Equal("path.moves", Assert.Single(Planner.Plan(Nurseries.Request(path: path)).Failures).Field);
    }
}
