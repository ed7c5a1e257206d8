using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Season;

public class PlannerTests
{
    [Property(MaxTest = 150)]
    public bool Plan_dates_are_in_order_and_inside_their_spread(
        byte day,
        byte night,
        byte soil,
        byte moves,
        byte rule,
        byte cultivar,
        ushort today
    )
    {
        CultivarTraits[] cultivars = [Nurseries.Tomato, Nurseries.Pepper, Nurseries.Slow];
        var path = Nurseries.Path(15 + (day % 14), 12 + (night % 8), 16 + (soil % 18), moves % 7);
        var rules = HouseRules.Default with { PrickOut = (PrickOutStage)(rule % 3), HardeningDays = HouseRules.HardeningLengths[rule % 3] };
        var plan = Planner.Plan(Nurseries.Request(cultivars[cultivar % 3], path, rules, Nurseries.Winter.AddDays(today % 250)));
        if (!plan.Succeeded)
            return plan.Failures.All(f => f.Code.StartsWith("place-too-", StringComparison.Ordinal));
        var mids = plan.Value.Steps.Select(s => s.Date.Mid).ToList();
        return mids.SequenceEqual(mids.Order()) && plan.Value.Steps.All(s => s.Date.Low <= s.Date.Mid && s.Date.Mid <= s.Date.High);
    }

    [Property(MaxTest = 60)]
    public bool A_warmer_house_is_never_slower(byte day, byte warmer)
    {
        var cool = Planner.Plan(Nurseries.Request(path: Nurseries.Path(16 + (day % 5), 14))).Value;
        var warm = Planner.Plan(Nurseries.Request(path: Nurseries.Path(16 + (day % 5) + (warmer % 6), 14))).Value;
        return warm.DaysBetween(Usual.Sow, Usual.PlantOut) <= cool.DaysBetween(Usual.Sow, Usual.PlantOut);
    }

    [Fact]
    public void The_ladder_ends_when_the_window_opens()
    {
        var plan = Planner.Plan(Nurseries.Request()).Value;
        Assert.Equal(new DateOnly(2026, 5, 22), plan.Window.Opens.Mid);
        Assert.Equal(plan.Window.Opens.Mid, plan.Day(Usual.PlantOut));
        Assert.Equal(10, plan.DaysBetween(Usual.Harden, Usual.PlantOut));
    }

    [Fact]
    public void Equal_requests_give_equal_plans() =>
        Assert.Equivalent(Planner.Plan(Nurseries.Request()).Value, Planner.Plan(Nurseries.Request()).Value, strict: true);

    [Fact]
    public void Later_pricking_out_is_a_later_first_move()
    {
        var days = new[] { PrickOutStage.SeedLeaves, PrickOutStage.FirstTrueLeaves, PrickOutStage.SecondTrueLeaves }
            .Select(rule =>
                Planner
                    .Plan(Nurseries.Request(rules: HouseRules.Default with { PrickOut = rule }))
                    .Value.DaysBetween(Usual.Sow, Usual.PrickOut)
            )
            .ToList();
        Assert.Equal(days.Order(), days);
        Assert.Equal(3, days.Distinct().Count());
    }

    [Fact]
    public void What_really_happened_moves_what_follows()
    {
        var planned = Planner.Plan(Nurseries.Request()).Value;
        var sown = planned.Day(Usual.Sow);
        var late = planned.Day(Usual.Emerge).AddDays(9);
        var real = Planner.Plan(Nurseries.Request(today: late).With(Usual.Sow, new(Done: sown)).With(Usual.Emerge, new(Done: late))).Value;
        // Nine days late, and by some a slow batch.
        Assert.InRange(real.Day(Usual.PrickOut), planned.Day(Usual.PrickOut).AddDays(9), planned.Day(Usual.PrickOut).AddDays(11));
        // The sow date was rounded down to a day: that part of a day was in hand.
        Assert.InRange(real.Day(Usual.PlantOut), planned.Day(Usual.PlantOut).AddDays(8), planned.Day(Usual.PlantOut).AddDays(14));
        Assert.Equal(0, real.Width(Usual.Emerge));
        // What has happened is no longer uncertain.
        Assert.True(real.Width(Usual.PrickOut) <= planned.Width(Usual.PrickOut));
        Assert.Contains(Parts(planned), p => p == "emergence");
        Assert.DoesNotContain(Parts(real), p => p == "emergence");

        static IEnumerable<string> Parts(Plan plan) => plan.Step(StepKind.Move).Spread.Select(p => p.Source);
    }

    [Fact]
    public void A_locked_day_stays_and_a_contradiction_is_said()
    {
        var fair = new DateOnly(2026, 5, 10);
        var plan = Planner.Plan(Nurseries.Request().With(Usual.PlantOut, new(Locked: fair))).Value;
        Assert.Equal(fair, plan.Day(Usual.PlantOut));
        Assert.Equal(fair.AddDays(-10), plan.Day(Usual.Harden));
        Assert.Equal("lock-before-window", plan.Step(Usual.PlantOut).Conflict!.Code);
        Assert.InRange(plan.Step(Usual.PlantOut).Conflict!.Limit!.Value, 0.45, 0.5);

        var early = Planner.Plan(Nurseries.Request().With(Usual.PrickOut, new(Locked: plan.Day(Usual.Sow)))).Value;
        Assert.Equal("lock-before-stage", early.Step(Usual.PrickOut).Conflict!.Code);
        var sensible = Planner.Plan(Nurseries.Request().With(Usual.PlantOut, new(Locked: new DateOnly(2026, 5, 30)))).Value;
        Assert.Null(sensible.Step(Usual.PlantOut).Conflict);
    }

    [Fact]
    public void Not_yet_moves_the_stage_to_its_new_day()
    {
        var planned = Planner.Plan(Nurseries.Request()).Value;
        var later = planned.Day(Usual.PrickOut).AddDays(5);
        var put = Planner.Plan(Nurseries.Request().With(Usual.PrickOut, new(NotBefore: later))).Value;
        Assert.Equal(later, put.Day(Usual.PrickOut));
        Assert.Equal("put-off", put.Step(Usual.PrickOut).Reasons[0].Code);
    }

    [Fact]
    public void A_place_too_cold_is_named_with_the_warmth_it_would_need()
    {
        var cold = Nurseries.Path() with { Germination = Nurseries.Place("Porch", 9, 6) };
        var failure = Assert.Single(Planner.Plan(Nurseries.Request(path: cold)).Failures);
        Assert.Equal(("place-too-cold-to-emerge", "path.germination", "Porch"), (failure.Code, failure.Field, failure.Subject));
        Assert.Equal(10, failure.Low);

        var pepper = Assert.Single(Planner.Plan(Nurseries.Request(Nurseries.Pepper, cold)).Failures);
        Assert.InRange(pepper.Low!.Value, 11, 13);

        var shed = Nurseries.Path() with { Seedling = Nurseries.Place("Shed", 9, 8) };
        var slow = Assert.Single(Planner.Plan(Nurseries.Request(path: shed)).Failures);
        Assert.Equal(("place-too-cold-to-grow", "path.seedling", "Shed"), (slow.Code, slow.Field, slow.Subject));
        Assert.True(slow.Low > slow.Value);
    }

    [Fact]
    public void A_cold_stand_is_a_warning_and_not_a_gate()
    {
        var plan = Planner.Plan(Nurseries.Request(path: Nurseries.Path() with { Hardening = Nurseries.Place("North porch", 6, 3) })).Value;
        Assert.Contains(plan.Warnings, w => w.Code == "few-leaves");
        Assert.Equal(10, plan.DaysBetween(Usual.Harden, Usual.PlantOut));
    }

    [Fact]
    public void A_window_that_has_passed_is_said_with_the_choices()
    {
        var plan = Planner.Plan(Nurseries.Request(today: new DateOnly(2026, 6, 20))).Value;
        Assert.Equal("window-passed", plan.Warnings[0].Code);
        Assert.Equal(new DateOnly(2026, 6, 20), plan.Day(Usual.Sow));
        var codes = plan.Choices.Select(c => c.Code).ToList();
        Assert.Equal(["sow-now", "warmer", "fewer-moves", "earlier-cultivar", "buy-plants", "next-season"], codes);
        Assert.All(plan.Choices.Where(c => c.Code is "warmer" or "fewer-moves"), c => Assert.True(c.PlantOut < plan.Day(Usual.PlantOut)));
        Assert.Empty(Planner.Plan(Nurseries.Request()).Value.Choices);
    }

    [Fact]
    public void A_plant_kept_too_long_in_a_small_cell_is_said()
    {
        var plan = Planner.Plan(Nurseries.Request(path: Nurseries.Path(moves: 0))).Value;
        // Small cells are fed daily: tight, not overdue.
        Assert.Contains(plan.Warnings, w => w.Code == "pot-tight" && w.Subject == "72-cell tray");
        var cups = Nurseries.Path(moves: 0) with { Tray = new("Small pot", 0.06) };
        Assert.Contains(
            Planner.Plan(Nurseries.Request(path: cups)).Value.Warnings,
            w => w.Code == "pot-overdue" && w.Subject == "Small pot"
        );
        var roomy = Nurseries.Path() with
        {
            Moves =
            [
                new(new("9 cm pot", 0.4), Nurseries.Place("House", 21, 17)),
                new(new("Tub", 12, Final: true), Nurseries.Place("House", 21, 17)),
            ],
        };
        Assert.DoesNotContain(Planner.Plan(Nurseries.Request(path: roomy)).Value.Warnings, w => w.Subject == "Tub");
    }

    [Theory]
    [InlineData(0)]
    [InlineData(10_000_000)]
    public void Plants_wanted_out_of_range_are_refused_once(int wanted)
    {
        var request = Nurseries.Request();
        var failures = Planner.Plan(request with { Sowing = request.Sowing with { PlantsWanted = wanted } }).Failures;
        Assert.Equal("sowing.plantsWanted", Assert.Single(failures).Field);
    }

    [Fact]
    public void Germination_of_nothing_is_refused_in_the_growers_own_number()
    {
        var request = Nurseries.Request();
        var failure = Assert.Single(Planner.Plan(request with { Sowing = request.Sowing with { Germination = 0 } }).Failures);
        Assert.Equal(("sowing.germination", 0.0), (failure.Field, failure.Value));
    }

    [Fact]
    public void Every_step_has_a_reason() =>
        Assert.All(
            Planner.Plan(Nurseries.Request(path: Nurseries.Path(moves: GrowingPath.MostMoves))).Value.Steps,
            step => Assert.NotEmpty(step.Reasons)
        );

    [Fact]
    public void An_impossible_bed_kind_and_group_are_refused()
    {
        var request = Nurseries.Request(Nurseries.Tomato with { Group = SpeciesGroup.Chinense });
        Assert.Equal("cultivar.group", Assert.Single(Planner.Plan(request).Failures).Field);
        Assert.Equal(Surface.Bare, request.Path.Surface);
    }
}
