using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Xunit;

namespace Juvenal.Core.Tests.MovingUp;

/// <summary>How plants are set: what goes under, what stays up, what is taken off.</summary>
public class SettingTests
{
    private static readonly Container Cell = new("Cell", 0.05, 72, Form: ContainerForm.Tray);
    private static readonly Container Pot = new("Pot", 0.5);
    private static readonly Container Deep = new("Deep pot", 5);

    private static SettingWish Wish(
        SpeciesGroup group = SpeciesGroup.Tomato,
        Habit habit = Habit.Tall,
        double leaves = 6,
        HouseRules? rules = null,
        double? height = null,
        Container? into = null,
        double? union = null,
        bool seedLeavesStay = false
    ) =>
        new(
            new(group == SpeciesGroup.Tomato ? Crop.Tomato : Crop.Pepper, group, habit, 80),
            rules ?? HouseRules.Default,
            leaves,
            14,
            height,
            Cell,
            false,
            into ?? Pot,
            seedLeavesStay,
            union
        );

    [Property]
    public void Tomatoes_keep_four_leaves_peppers_their_seed_leaves_and_unions_stay_in_the_air(
        byte leaves,
        byte height,
        byte litres,
        byte union,
        bool pepper,
        byte habit,
        byte tomatoRule,
        byte pepperRule,
        bool stay
    )
    {
        var grafted = union % 2 == 0;
        var wish = Wish(
            pepper ? SpeciesGroup.Annuum : SpeciesGroup.Tomato,
            (Habit)(habit % 4),
            leaves % 12,
            HouseRules.Default with
            {
                TomatoDepth = (TomatoSetting)(tomatoRule % 3),
                PepperDepth = (PepperDepth)(pepperRule % 3),
            },
            1 + (height / 4.0),
            new Container("Some", 0.1 + (litres / 20.0)),
            grafted ? 1 + (union / 10.0) : null,
            stay
        );
        var set = Setting.Of(wish).Value;
        var kept = set.Plant.LeavesCm.Count - set.Strip;
        Assert.True(kept >= Math.Min(Setting.KeptLeaves, set.Plant.LeavesCm.Count));
        // No leaf that is kept is buried.
        Assert.All(set.Plant.LeavesCm.Skip(set.Strip), l => Assert.True(l >= set.Depth.BuryStemCm - 1e-9));
        if (stay)
            Assert.True(set.Depth.BuryStemCm <= set.Plant.SeedLeavesCm + 1e-9 && !set.PinchSeedLeaves && set.Strip == 0);
        if (pepper)
            Assert.True(set.Depth.BuryStemCm <= set.Plant.SeedLeavesCm + 1e-9 && set.Strip == 0);
        if (wish.UnionCm is { } cm && set.Depth.BuryStemCm > 0)
            Assert.True(cm - set.Depth.BuryStemCm >= 3 - 1e-9);
        if (wish.Traits is { Crop: Crop.Tomato, Habit: Habit.Dwarf })
            Assert.True(set.Depth.BuryStemCm <= Depth.DwarfCm && set.Strip == 0);
        Assert.True(set.Depth.BuryStemCm + set.Ball.DepthCm + Depth.RimCm <= set.Pot.DepthCm + 1e-9 || set.Depth.BuryStemCm == 0);
    }

    [Fact]
    public void A_leggy_tomato_goes_deeper_than_a_stocky_one_and_a_leggy_pepper_does_not()
    {
        var stocky = Setting.Of(Wish(height: 15, into: Deep)).Value;
        var leggy = Setting.Of(Wish(height: 25, into: Deep)).Value;
        var model = LeafModel.For(SpeciesGroup.Tomato);
        Assert.Equal((false, true), (stocky.Leggy(model), leggy.Leggy(model)));
        Assert.True(leggy.Depth.BuryStemCm > stocky.Depth.BuryStemCm + 2);
        foreach (var cm in new[] { 12.0, 20 })
            Assert.Equal(0, Setting.Of(Wish(SpeciesGroup.Annuum, height: cm, into: Deep)).Value.Depth.BuryStemCm);
    }

    [Theory]
    [InlineData(SeedLeaves.SecondMove, true, false, false)]
    [InlineData(SeedLeaves.FirstMove, false, false, false)]
    [InlineData(SeedLeaves.SecondLeaves, true, true, false)]
    [InlineData(SeedLeaves.Leave, true, true, false)]
    public void Seed_leaves_stay_as_long_as_the_house_lets_them(SeedLeaves rule, bool first, bool secondOfTwo, bool secondOfSix)
    {
        Assert.Equal(
            (first, secondOfTwo, secondOfSix),
            (Setting.SeedLeavesStayAt(rule, 1, 2), Setting.SeedLeavesStayAt(rule, 2, 2), Setting.SeedLeavesStayAt(rule, 2, 6))
        );
    }

    [Fact]
    public void Half_of_the_stem_costs_no_leaf()
    {
        var half = Setting.Of(Wish(rules: HouseRules.Default with { TomatoDepth = TomatoSetting.HalfStem }, into: Deep)).Value;
        Assert.Equal(0, half.Strip);
        Assert.Equal(half.Plant.LeavesCm[0] / 2, half.Depth.BuryStemCm, 9);
    }

    [Fact]
    public void Six_leaves_in_good_light_are_as_tall_as_the_handbook_has_it_and_dim_light_stretches()
    {
        var model = LeafModel.For(SpeciesGroup.Tomato);
        Assert.Equal(15, PlantSize.Of(model, 6, 14).HeightCm, 9);
        Assert.Equal(15 * Math.Pow(14 / 8.0, 0.4), PlantSize.Of(model, 6, 8).HeightCm, 9);
        Assert.Equal(12, PlantSize.Of(LeafModel.For(SpeciesGroup.Annuum), 6, 14).HeightCm, 9);
        var sprout = PlantSize.Of(model, 0, 14);
        Assert.Empty(sprout.LeavesCm);
        Assert.InRange(sprout.SeedLeavesCm, 1, 2.5);
    }

    /// <summary>Widths of pots and cells as they are sold. [common practice, no source]</summary>
    [Theory]
    [InlineData(0.45, null, 9, 10)]
    [InlineData(1.1, null, 12, 13.5)]
    [InlineData(5, null, 20, 22.5)]
    [InlineData(0.05, 72, 3.4, 4)]
    public void A_container_measures_what_such_ones_measure(double litres, int? cells, double narrow, double wide)
    {
        var shape = PotShape.Of(new Container("X", litres, cells));
        Assert.InRange(shape.TopCm, narrow, wide);
        // The cone holds what the container holds.
        var (a, b) = (shape.TopCm, shape.BottomCm);
        var round = cells is null ? Math.PI / 4 : 1;
        Assert.Equal(litres * 1000, shape.DepthCm / 3 * ((a * a) + (a * b) + (b * b)) * round, 6);
    }

    [Fact]
    public void A_ball_that_is_higher_than_the_pot_is_said_and_pricked_out_roots_bring_none()
    {
        Assert.True(Setting.Of(Wish(into: new Container("Saucer", 0.06))).Value.Depth.ContainerTooShallow);
        var bared = Setting.Of(Wish() with { Bared = true }).Value;
        Assert.True(bared.Ball.DepthCm < Setting.Of(Wish()).Value.Ball.DepthCm);
        Assert.Equal("heightCm", Setting.Of(Wish(height: 0)).Failures.Single().Field);
        Assert.Equal("leaves", Setting.Of(Wish(leaves: 31)).Failures.Single().Field);
    }
}
