using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Xunit;

namespace Juvenal.Core.Tests.MovingUp;

/// <summary>Into what, for how long, with which mix, in how many minutes.</summary>
public class NextContainerTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);
    private static readonly LeafModel Tomato = LeafModel.For(SpeciesGroup.Tomato);
    private static readonly PlaceClimate Glass = new("Glasshouse", Temperature.FromCelsius(21), Temperature.FromCelsius(17));
    private static readonly Container Cell = new("Cell", 0.05, 72, Form: ContainerForm.Tray);

    /// <summary>
    /// Classes of the American standard for nursery stock (ANSI Z60.1), in litres from cubic inches, from memory: SP3, SP4, #1, #2, #3, #5.
    /// </summary>
    private static readonly Container[] Classes =
    [
        .. new[] { 0.41, 0.93, 3.1, 5.9, 11, 15 }.Select((l, i) => new Container($"Class {i}", l)),
    ];

    [Theory]
    [InlineData(0, 1)]
    [InlineData(1, 2)]
    [InlineData(2, 3)]
    public void From_class_to_class_of_nursery_stock_is_one_step(int from, int to) =>
        Assert.Equal(Classes[to], NextContainer.After(Classes[from], Classes));

    [Fact]
    public void A_larger_pot_holds_longer_and_only_much_larger_ones_are_a_jump()
    {
        Assert.Equal(Classes[0], NextContainer.After(Cell, Classes));
        var choices = NextContainer.Choices(Cell, Classes, Tomato, Glass, Today);
        Assert.Equal(Classes, choices.Select(c => c.Container));
        Assert.Equal([false, false, true, true, true, true], choices.Select(c => c.Jump));
        Assert.True(choices.Zip(choices.Skip(1)).All(p => p.First.FullOn <= p.Second.FullOn && p.First.FullOn < p.First.OverdueOn));
        Assert.Equal([true, true], NextContainer.Choices(Classes[2], Classes, Tomato, Glass, Today).Skip(1).Select(c => c.Jump));
        // As long as the contract's pot-days at that warmth.
        var days = PotHold.Days(Crop.Tomato, 0.41, Glass.MeanCelsius).Value;
        Assert.Equal(Today.AddDays((int)days.ComfortableDays), choices[0].FullOn);
    }

    [Property]
    public void The_pot_that_is_proposed_holds_them_until_then_and_no_smaller_one_does(byte until, byte planned)
    {
        var choices = NextContainer.Choices(Cell, Classes, Tomato, Glass, Today);
        var day = Today.AddDays(until);
        var taken = choices[planned % choices.Count];
        var proposed = NextContainer.Enough(taken, choices, day);
        if (taken.OverdueOn is null || taken.OverdueOn >= day)
            Assert.Null(proposed);
        else if (proposed is null)
            Assert.All(choices, c => Assert.True(c.OverdueOn < day || c.Container.Litres <= taken.Container.Litres));
        else
        {
            Assert.False(proposed.OverdueOn < day);
            Assert.All(
                choices.Where(c => c.Container.Litres > taken.Container.Litres && c.Container.Litres < proposed.Container.Litres),
                c => Assert.True(c.OverdueOn < day)
            );
        }
    }

    [Property]
    public void A_mix_is_shared_out_whole_and_scales(byte litres, byte a, byte b, byte c)
    {
        var recipe = new Recipe(MixUse.Tomato, [new("A", 1 + a, 40), new("B", 1 + b), new("C", 1 + c, 5)]);
        Assert.Empty(recipe.Check());
        var shares = recipe.Of(litres);
        Assert.Equal(litres, shares.Sum(s => s.Litres), 6);
        foreach (var (one, twice) in shares.Zip(recipe.Of(litres * 2)))
            Assert.Equal(one.Litres * 2, twice.Litres, 6);
        Assert.All(shares.Where(s => s.Bags is not null), s => Assert.True(s.Bags * (s.Name == "A" ? 40 : 5) >= s.Litres - 1e-6));
        Assert.Null(shares[1].Bags);
    }

    [Fact]
    public void What_is_no_mix_is_said_at_its_part()
    {
        Assert.Equal("parts", new Recipe(MixUse.Tomato, []).Check().Single().Field);
        Assert.Equal("parts[1].name", new Recipe(MixUse.Tomato, [new("Loam", 1), new("loam", 2)]).Check().Single().Field);
        Assert.Equal("parts[0].parts", new Recipe(MixUse.Tomato, [new("Loam", 0)]).Check().Single().Field);
        Assert.Equal("parts[0].bagL", new Recipe(MixUse.Tomato, [new("Loam", 1, 0)]).Check().Single().Field);
        Assert.All(Recipe.Usual, r => Assert.Empty(r.Check()));
        Assert.Equal(Enum.GetValues<MixUse>(), Recipe.Usual.Select(r => r.Use));
    }

    [Fact]
    public void Larger_pots_and_more_done_to_the_ball_take_longer()
    {
        Assert.Equal([1, 1.5, 5, 10], new[] { 0.5, 1.5, 5, 15 }.Select(l => Handwork.PottingUp(l, RootBall.Whole)));
        Assert.True(Handwork.PottingUp(1, RootBall.Whole) < Handwork.PottingUp(1, RootBall.Loosened));
        Assert.True(Handwork.PottingUp(1, RootBall.Loosened) < Handwork.PottingUp(1, RootBall.Washed));
    }

    [Fact]
    public void A_week_in_a_cooler_place_costs_the_growth_that_it_lacks_and_keeps_the_pot_longer()
    {
        var cool = At(15, 13);
        var held = HoldingBack.Of(Crop.Tomato, Tomato, Classes[0], 0.5, Glass, cool)!;
        // Leaves grow by the degrees above 8 °C: 6.2 of them instead of 11.3.
        Assert.Equal(7 * (1 - ((cool.MeanCelsius - 8) / (Glass.MeanCelsius - 8))), held.CostDays, 9);
        var here = PotHold.ComfortableDegreeDays(Tomato, 0.41) / 2 / (Glass.MeanCelsius - 8);
        Assert.True(held.FullInDays > here * 1.5);
        // No cooler, too cold for them, or at the weather's mercy: it is not offered.
        Assert.Null(HoldingBack.Of(Crop.Tomato, Tomato, Classes[0], 0.5, Glass, Glass));
        Assert.Null(HoldingBack.Of(Crop.Tomato, Tomato, Classes[0], 0.5, Glass, At(15, 12)));
        Assert.Null(HoldingBack.Of(Crop.Pepper, LeafModel.For(SpeciesGroup.Annuum), Classes[0], 0.5, Glass, cool));
        Assert.NotNull(HoldingBack.Of(Crop.Pepper, LeafModel.For(SpeciesGroup.Annuum), Classes[0], 0.5, Glass, At(18, 15)));
        Assert.Null(HoldingBack.Of(Crop.Tomato, Tomato, new("Last", 3, Final: true), 0.5, Glass, cool)!.FullInDays);
        Assert.Equal(0, HoldingBack.Of(Crop.Tomato, Tomato, Classes[0], 1.2, Glass, cool)!.FullInDays);
    }

    [Fact]
    public void A_day_whose_high_hardly_leaves_its_low_is_the_dull_one_and_alike_days_name_none()
    {
        (DateOnly, double, double)[] days = [(Today, 4, 16), (Today.AddDays(1), 8, 11), (Today.AddDays(2), 5, 17)];
        Assert.Equal(new DullDay(Today.AddDays(1), true), DullDay.Of(days, 47));
        Assert.False(DullDay.Of([.. days.Select((d, i) => (Today.AddDays(i), 4.0, 16.0))], 47).Much);
    }

    private static PlaceClimate At(double day, double night) => new("Cool", Temperature.FromCelsius(day), Temperature.FromCelsius(night));

    [Fact]
    public void What_is_done_to_the_ball_sets_the_days_lost_and_pricking_out_does_not_ask_it()
    {
        Assert.Equal([2, 4, 10], Enum.GetValues<RootBall>().Select(b => Setback.Days(false, b)));
        Assert.All(Enum.GetValues<RootBall>(), b => Assert.Equal(4, Setback.Days(true, b)));
    }
}
