using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.MovingUp;
using Xunit;

namespace Juvenal.Core.Tests.MovingUp;

/// <summary>How deep plants are set.</summary>
public class DepthTests
{
    private static Depth Of(DepthWish wish) => Depth.Of(wish).Value;

    [Fact]
    public void A_tall_tomato_goes_in_to_its_leaves_where_the_pot_is_deep_enough()
    {
        var deep = Of(new(Crop.Tomato, 8, 5, 20));
        Assert.Equal((8.0, 5.5, 0.0, false), (deep.BuryStemCm, deep.MixUnderBallCm, deep.StemLeftCm, deep.ContainerTooShallow));
        var shallow = Of(new(Crop.Tomato, 8, 5, 12));
        Assert.Equal((5.5, 0.0, 2.5), (shallow.BuryStemCm, shallow.MixUnderBallCm, shallow.StemLeftCm));
        Assert.Equal(["depth-leaves", "depth-room"], shallow.Why.Select(w => w.Code));
        Assert.Equal(4, Of(new(Crop.Tomato, 8, 5, 20, TomatoDepth: TomatoDepth.HalfStem)).BuryStemCm);
        Assert.Equal(3, Of(new(Crop.Tomato, 8, 5, 20, Habit.Dwarf)).BuryStemCm);
    }

    [Fact]
    public void Peppers_go_as_deep_as_the_house_rule_has_it_and_never_above_their_seed_leaves()
    {
        Assert.Equal(0, Of(new(Crop.Pepper, 8, 5, 20)).BuryStemCm);
        Assert.Equal(2, Of(new(Crop.Pepper, 8, 5, 20, PepperDepth: PepperDepth.Finger)).BuryStemCm);
        Assert.Equal(1.2, Of(new(Crop.Pepper, 8, 5, 20, PepperDepth: PepperDepth.Finger, SeedLeavesAboveBallCm: 1.2)).BuryStemCm);
        Assert.Equal(4, Of(new(Crop.Pepper, 8, 5, 20, PepperDepth: PepperDepth.SeedLeaves, SeedLeavesAboveBallCm: 4)).BuryStemCm);
        Assert.Equal(
            "seedLeavesAboveBallCm",
            Depth.Of(new(Crop.Pepper, 8, 5, 20, PepperDepth: PepperDepth.SeedLeaves)).Failures.Single().Field
        );
    }

    [Fact]
    public void A_ball_with_its_rim_that_is_higher_than_the_pot_does_not_fit()
    {
        Assert.True(Of(new(Crop.Tomato, 8, 8.4, 9.8)).ContainerTooShallow);
        Assert.False(Of(new(Crop.Tomato, 8, 8.3, 9.8)).ContainerTooShallow);
    }

    [Property]
    public void A_grafted_union_is_never_buried(byte stem, byte ball, byte deep, byte union)
    {
        var wish = new DepthWish(Crop.Tomato, stem / 4.0, 1 + (ball / 8.0), 1 + (deep / 4.0), Grafted: true, UnionAboveBallCm: union / 8.0);
        var depth = Of(wish);
        Assert.True(depth.BuryStemCm == 0 || wish.UnionAboveBallCm - depth.BuryStemCm >= 3 - 1e-9);
        Assert.True(depth.BuryStemCm >= 0 && depth.MixUnderBallCm >= 0);
        Assert.Equal("unionAboveBallCm", Depth.Of(wish with { UnionAboveBallCm = null }).Failures.Single().Field);
    }

    [Fact]
    public void Mix_is_split_by_its_parts_and_a_full_bag_is_one_bag()
    {
        var order = MixOrder
            .For(
                [new(100, 0.4), new(20, 1)],
                new Dictionary<string, double> { ["seed mix"] = 1, ["potting mix"] = 2 },
                0,
                new Dictionary<string, double> { ["seed mix"] = 20 }
            )
            .Value;
        Assert.Equal((60.0, 20.0, 40.0), (order.TotalL, order.ComponentsL["seed mix"], order.ComponentsL["potting mix"]));
        Assert.Equal(1, order.Bags!["seed mix"]);
        Assert.Equal(60 * 1.15, MixOrder.For([new(60, 1)], new Dictionary<string, double> { ["x"] = 3 }).Value.TotalL, 12);
        Assert.Equal("parts", MixOrder.For([new(1, 1)], new Dictionary<string, double> { ["x"] = 0 }).Failures.Single().Field);
        Assert.Equal(
            "bagL.y",
            MixOrder
                .For([new(1, 1)], new Dictionary<string, double> { ["x"] = 1 }, 15, new Dictionary<string, double> { ["y"] = 10 })
                .Failures.Single()
                .Field
        );
    }
}
