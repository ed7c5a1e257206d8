using Juvenal.Core.Ledger;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>What does not begin with seed, and what does not stand in mix.</summary>
public class BeginningTests
{
    private static Plan Planned(Beginning beginning, double share = 0.9, Func<GrowingPath, GrowingPath>? change = null)
    {
        var request = Nurseries.Request();
        var path = request.Path with { Beginning = beginning };
        return Planner
            .Plan(request with { Path = change?.Invoke(path) ?? path, Sowing = request.Sowing with { Germination = share } })
            .Value;
    }

    [Fact]
    public void Bought_plants_come_in_later_than_seed_is_sown_and_have_no_emergence()
    {
        var seed = Planned(Beginning.Seed);
        var bought = Planned(new(Start.Plants, 2));
        Assert.True(bought.Day(Usual.Sow) > seed.Day(Usual.Emerge));
        Assert.DoesNotContain(Usual.Emerge, bought.Steps.Select(s => s.Step));
        Assert.Equal(seed.Day(Usual.PlantOut), bought.Day(Usual.PlantOut));
        // They bring their own mix, and no seed fails: 60 of those that come live with 0.95 × the share that arrives sound.
        Assert.Equal(0, bought.Step(Usual.Sow).MixLitres);
        Assert.True(bought.Quantity.Cells < seed.Quantity.Cells);
        Assert.True(Planned(new(Start.Plants, 5)).Day(Usual.Sow) > bought.Day(Usual.Sow));
    }

    [Fact]
    public void Cuttings_and_grafts_stand_after_their_own_days_whatever_the_seed_table_says()
    {
        var cold = Planned(new(Start.Cuttings, 3), change: p => p with { Germination = Nurseries.Place("Cool shelf", 12, 8) });
        Assert.Equal((int)Beginning.RootingDays, cold.DaysBetween(Usual.Sow, Usual.Emerge));
        Assert.Equal((int)Beginning.HealingDays, Planned(new(Start.Grafts, 3)).DaysBetween(Usual.Sow, Usual.Emerge));
        Assert.Equal("healing-days", Planned(new(Start.Grafts, 3)).Step(Usual.Emerge).Reasons[0].Code);
    }

    /// <summary>Plants that stand already have their first move behind them: they wait for the leaves of the next, or for a full
    /// pot.</summary>
    [Fact]
    public void Plants_that_stand_already_move_on_by_leaves_or_a_full_pot_and_not_by_the_first_move_of_seedlings()
    {
        var began = new DateOnly(2026, 4, 1);
        DateOnly Moved(double leaves, DateOnly? since, double litres = 0.4)
        {
            var request = Nurseries.Request(today: began);
            var path = request.Path with
            {
                Beginning = new(Start.Standing, leaves, since),
                Tray = new("9 cm pot", litres),
                Moves = [request.Path.Moves[^1]],
            };
            var facts = new Dictionary<StepId, StepFacts> { [path.Steps[0].Id] = new(Done: began) };
            return Planner.Plan(request with { Path = path, Facts = facts }).Value.Step(StepKind.Move).Due;
        }

        // With 3 leaves they wait; with 5 they are due; and the longer they have stood in their pot, the sooner it is full.
        Assert.True(Moved(3, began) > began.AddDays(5));
        Assert.Equal(began, Moved(5, began));
        Assert.True(Moved(3, began.AddDays(-20), 0.1) < Moved(3, began, 0.1));
        Assert.Equal(Moved(3, began), Moved(3, null));
        // Before they are kept, the plan begins today: they are there.
        var wish = Nurseries.Request(today: began);
        var begins = Planner.Plan(wish with { Path = wish.Path with { Beginning = new(Start.Standing, 3) } }).Value.Step(StepKind.Begin);
        Assert.Equal((began, began, began), (begins.Date.Low, begins.Date.Mid, begins.Due));
    }

    [Fact]
    public void The_bench_takes_its_share_of_seed_alone()
    {
        Assert.Equal(0.9 * SowingQuantity.BenchFactor, Beginning.Seed.ShareOf(0.9), 9);
        Assert.Equal(0.9, new Beginning(Start.Cuttings).ShareOf(0.9), 9);
    }

    [Fact]
    public void Pellets_and_plugs_take_no_mix_and_lose_less_time_at_the_first_move()
    {
        var pellet = new Container("Pellet", 0.05, null, false, ContainerForm.Pellet);
        var plan = Planned(Beginning.Seed, change: p => p with { Tray = pellet });
        Assert.Equal(0, plan.Step(Usual.Sow).MixLitres);
        Assert.True(plan.Step(Usual.PrickOut).MixLitres > 0);
        var inDrills = Planned(
            Beginning.Seed,
            change: p => p with { Tray = new("Drills with that room", 0.05, 72, false, ContainerForm.RowTray) }
        );
        Assert.Equal(inDrills.Day(Usual.PotUp), inDrills.Day(Usual.PrickOut).AddDays(plan.DaysBetween(Usual.PrickOut, Usual.PotUp) + 2));
        var wool = new Container("Plug", 0.02, 98, false, ContainerForm.Wool);
        Assert.Equal((0, true, true), (wool.MixLitres(98), wool.WaterCulture, wool.KeepsBall));
        Assert.Equal(98 * 0.02 * Container.SoakingShare, wool.WaterLitres(98), 9);
        Assert.Equal(0.3 * new Container("Pot", 1).MixLitres(10), new Container("Pot", 1).WaterLitres(10), 9);
    }

    [Fact]
    public void An_unequal_pair_goes_on_as_one_and_is_counted_as_two()
    {
        Spot cells = new(Guid.NewGuid(), Guid.NewGuid()),
            pots = new(Guid.NewGuid(), Guid.NewGuid());
        var day = new DateOnly(2026, 4, 1);
        LedgerEntry sown = new(Guid.NewGuid(), 1, day.AddDays(-20), EntryKind.Sown, Usual.Sow.Id, To: cells, Seeds: 144, Containers: 72);
        LedgerEntry up = new(Guid.NewGuid(), 2, day.AddDays(-10), EntryKind.Emerged, Usual.Emerge.Id, To: cells, Seedlings: 70);
        var work = new Work(Usual.PrickOut, new(sown.Id), cells, 70, 72, Press.Due, day, 70, 64, 0, null, 0, 1);
        var entries = WorkDone.Entries(work, new(Guid.NewGuid(), Guid.NewGuid(), day, 70, Pairs: 3), pots, 2);
        var state = Fold.Of([sown, up, .. entries.Select((e, i) => e with { Sequence = 3 + i })], Usual.Route, 0.8);
        Assert.Equal((pots, 70, 67, Usual.PrickOut), Told(state));
        LedgerEntry apart = new(Guid.NewGuid(), 9, day.AddDays(14), EntryKind.Separated, From: pots, Containers: 3);
        Assert.Equal(
            (pots, 70, 70, Usual.PrickOut),
            Told(Fold.Of([sown, up, .. entries.Select((e, i) => e with { Sequence = 3 + i }), apart], Usual.Route, 0.8))
        );
        var one = Assert.Single(
            Fold.Of(
                [sown, up, .. entries.Select((e, i) => e with { Sequence = 3 + i }), apart with { Containers = 4 }],
                Usual.Route,
                0.8
            ).Contradictions
        );
        Assert.Equal(("more-pots-than-plants", 3), (one.Code, one.Right));

        static (Spot, int, int, Step) Told(BatchState state) =>
            Assert.Single(state.Groups) is var g ? (g.At, g.Seedlings, g.Containers, g.Reached) : default;
    }
}
