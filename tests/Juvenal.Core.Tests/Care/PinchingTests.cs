using FsCheck.Xunit;
using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Care;

/// <summary>What is taken off by hand, by the house rules; and that it is counted.</summary>
public class PinchingTests
{
    private static readonly HouseRules Usual_ = HouseRules.Default with { Topping = Topping.Leaves };

    private static Step Of(StepKind kind, int number = 0) => new(new(Guid.NewGuid()), kind, (int)kind, number);

    [Theory]
    [InlineData(StepKind.Harden, Crop.Pepper, Habit.Bush, 7, "Flowers Tops")]
    [InlineData(StepKind.Harden, Crop.Pepper, Habit.Bush, 4, "Tops")]
    [InlineData(StepKind.Harden, Crop.Tomato, Habit.Tall, 7, "Flowers SideShoots")]
    [InlineData(StepKind.Harden, Crop.Tomato, Habit.Bush, 7, "Flowers")]
    [InlineData(StepKind.PlantOut, Crop.Pepper, Habit.Bush, 7, "Flowers")]
    [InlineData(StepKind.PlantOut, Crop.Tomato, Habit.Dwarf, 9, "")]
    [InlineData(StepKind.Ripe, Crop.Tomato, Habit.Tall, 9, "")]
    public void Each_step_asks_its_own(StepKind step, Crop crop, Habit habit, double leaves, string asked)
    {
        var found = Pinching.Asked(new(Of(step), crop, habit, leaves, DaysInPot: 20), Usual_);
        Assert.Equal(asked, string.Join(' ', found.Select(p => p.ToString()).Order()));
    }

    [Fact]
    public void Nothing_is_topped_that_was_or_was_just_moved_or_is_grafted_or_where_the_house_does_not()
    {
        var pepper = new BeforeStep(Of(StepKind.Harden), Crop.Pepper, Habit.Bush, 8, DaysInPot: 20);
        Assert.Contains(Pinched.Tops, Pinching.Asked(pepper, Usual_));
        foreach (var not in new[] { pepper with { Topped = true }, pepper with { Grafted = true }, pepper with { DaysInPot = 3 } })
            Assert.DoesNotContain(Pinched.Tops, Pinching.Asked(not, Usual_));
        Assert.DoesNotContain(Pinched.Tops, Pinching.Asked(pepper, HouseRules.Default));
    }

    [Theory]
    [InlineData(SeedLeaves.FirstMove, 1, 2, true)]
    [InlineData(SeedLeaves.FirstMove, 2, 4, false)]
    [InlineData(SeedLeaves.SecondMove, 2, 4, true)]
    [InlineData(SeedLeaves.SecondMove, 1, 2, false)]
    [InlineData(SeedLeaves.SecondLeaves, 1, 4, true)]
    [InlineData(SeedLeaves.SecondLeaves, 1, 2, false)]
    [InlineData(SeedLeaves.Leave, 2, 4, false)]
    public void Seed_leaves_go_by_the_house_rule(SeedLeaves rule, int move, double leaves, bool asked) =>
        Assert.Equal(
            asked,
            Pinching
                .Asked(new(Of(StepKind.Move, move), Crop.Tomato, Habit.Tall, leaves), HouseRules.Default with { SeedLeaves = rule })
                .Contains(Pinched.SeedLeaves)
        );

    /// <summary>Topped by halves is topped; what leaves takes its share with it, and what is carried stays what it is.</summary>
    [Fact]
    public void Topped_plants_are_counted_and_go_with_their_group()
    {
        var (sown, up, state) = (Entry(0, EntryKind.Sown), Entry(8, EntryKind.Emerged), default(BatchState)!);
        sown = sown with { To = Trays, Seeds = 100, Containers = 100 };
        up = up with { To = Trays, Seedlings = 80 };
        var some = Top(30, 40);
        var rest = Top(31, 10);
        state = After(sown, up, some);
        Assert.Equal((40, some.HappenedOn), (state.Groups[0].Topped, state.Groups[0].ToppedOn));
        Assert.Null(After(sown, up, rest).Groups[0].ToppedOn);
        var carried = Entry(35, EntryKind.Moved) with
        {
            Group = new(sown.Id),
            From = Trays,
            To = House,
            Seedlings = 20,
            Containers = 20,
            ContainersTo = 20,
        };
        state = After(sown, up, some, rest, carried);
        Assert.Equal([12, 38], state.Groups.Select(g => g.Topped).Order());
        Assert.Equal(80, state.Seedlings);
        Assert.All(state.Groups, g => Assert.Equal(some.HappenedOn, g.ToppedOn));
        // More than stand cannot be.
        Assert.Equal("more-than-standing", Assert.Single(After(sown, up, Top(30, 81)).Contradictions).Code);

        LedgerEntry Top(int day, int count) =>
            Entry(day, EntryKind.Pinched) with
            {
                Group = new(sown.Id),
                From = Trays,
                Seedlings = count,
                Said = new EntryDetail.Pinched(Pinched.Tops),
            };
    }

    private static readonly Spot Trays = new(Guid.NewGuid(), Guid.NewGuid());
    private static readonly Spot House = new(Trays.Container, Guid.NewGuid());
    private static long _sequence;

    private static LedgerEntry Entry(int day, EntryKind kind) =>
        new(Guid.CreateVersion7(), ++_sequence, new DateOnly(2026, 3, 1).AddDays(day), kind);

    private static BatchState After(params LedgerEntry[] entries) => Fold.Of(entries, Usual.Route, 0.8);

    [Fact]
    public void Lamps_of_two_strengths_add_up()
    {
        // 200 · 12 h + 80 · 4 h: 8.64 + 1.152 mol
        var day = LampLight.Of([new(200, 12), new(80, 4)]).Value;
        Assert.Equal((9.792, 16.0, false), (Math.Round(day.Dli, 6), day.Hours, day.TooLong));
        Assert.True(LampLight.Of([new(200, 12), new(80, 7)]).Value.TooLong);
        Assert.Equal("levels", LampLight.Of([new(200, 20), new(80, 5)]).Failures.Single().Field);
        Assert.Equal("levels[1].ppfd", LampLight.Of([new(200, 2), new(0, 5)]).Failures.Single().Field);
        Assert.Equal("levels", LampLight.Of([]).Failures.Single().Field);
    }

    /// <summary>One level is the plain sum.</summary>
    [Property]
    public void One_level_is_the_light_of_a_day(ushort ppfd, byte hours)
    {
        var (at, on) = (1.0 + (ppfd % 3000), 0.5 + (hours % 23));
        Assert.Equal(LampLight.For(at, on, null).Value, LampLight.Of([new(at, on)]).Value);
    }

    [Fact]
    public void What_is_to_be_bought_is_what_is_needed_less_what_is_there()
    {
        var (pot, day) = (Guid.NewGuid(), new DateOnly(2026, 5, 3));
        Need[] needs =
        [
            new(NeedKind.Seed, "Lantern Row", 12, day.AddDays(-1)),
            new(NeedKind.Trays, "9 cm pot", 14, day.AddDays(-9), Container: pot),
            new(NeedKind.Pots, "9 cm pot", 100, day, Container: pot),
            new(NeedKind.Mix, "Peat", 30, day, 1),
            new(NeedKind.Mix, "Perlite", 10.5, day.AddDays(-2)),
            new(NeedKind.Labels, null, 100, day),
        ];
        var list = Buying.List(
            needs,
            (kind, of) =>
                kind == StoreKind.Containers && of == pot ? 40
                : kind == StoreKind.Mix ? 60
                : null
        );
        // One heap, whether they are sown into or moved into, from the first day that one is asked for.
        var pots = Assert.Single(list, l => l.Container == pot);
        Assert.Equal((114, 40, 74, day.AddDays(-9)), (pots.Amount, pots.Have!.Value, pots.Buy!.Value, pots.By));
        // All parts together; each part is named after it, and is not kept by itself.
        var mix = Assert.Single(list, l => l is { Kind: NeedKind.Mix, Name: null });
        Assert.Equal((40.5, 60, 0, day.AddDays(-2)), (mix.Amount, mix.Have!.Value, mix.Buy!.Value, mix.By));
        Assert.Equal(2, list.Count(l => l is { Kind: NeedKind.Mix, Name: not null, Store: null, Buy: null }));
        // Nobody counted them: nothing is said to be missing. Seed that no packet holds is no matter of the store.
        Assert.Null(Assert.Single(list, l => l.Kind == NeedKind.Labels).Buy);
        Assert.Null(Assert.Single(list, l => l.Kind == NeedKind.Seed).Store);
    }
}
