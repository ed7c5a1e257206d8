using Juvenal.Core.Cultivars;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Seeds;

/// <summary>A packet that is too small: each way of sowing it with its numbers.</summary>
public class ShortSeedTests
{
    private static readonly Germinability Lot = Germinability.Assumed(Crop.Tomato, 0);

    private static IReadOnlyList<ShortSeed> Ways(int wanted, int seeds) =>
        ShortSeed.Ways(new SowingWish(wanted, 0.9, 0.95, SeedsAvailable: seeds), Lot, SowingQuantity.SeparatedTwinSurvival);

    private static ShortSeed Of(IReadOnlyList<ShortSeed> ways, ShortWay way) => ways.Single(w => w.Way == way);

    [Fact]
    public void Twelve_dear_seeds_for_twenty_plants()
    {
        var ways = Ways(20, 12);
        var one = Of(ways, ShortWay.OneACell);
        Assert.Equal(12, one.Cells);
        Assert.InRange(one.Expected, 8, 11);
        Assert.True(one.Promised < one.Expected);
        // Snipping halves the plants; a second seed in a cell is no second plant.
        Assert.True(Of(ways, ShortWay.TwoACell).Expected < one.Expected);
        Assert.Equal(6, Of(ways, ShortWay.TwoACell).Cells);
        // Separated they give nearly as many, less what the parting costs, in half of the cells.
        var both = Of(ways, ShortWay.TwoSeparated);
        Assert.Equal(one.Expected * SowingQuantity.SeparatedTwinSurvival, both.Expected, 9);
        // A test of three seeds says nothing: it is not proposed.
        Assert.DoesNotContain(ways, w => w.Way == ShortWay.TestFirst);
        var second = Of(ways, ShortWay.SecondSowing);
        Assert.True(second.Other >= 20 - one.Expected, $"{second.Other} seeds more");
    }

    [Fact]
    public void A_test_never_takes_more_than_a_quarter()
    {
        Assert.DoesNotContain(Ways(60, 39), w => w.Way == ShortWay.TestFirst);
        var tested = Of(Ways(60, 40), ShortWay.TestFirst);
        Assert.Equal((10, 30), (tested.Other, tested.Cells));
        Assert.True(tested.Expected < Of(Ways(60, 40), ShortWay.OneACell).Expected);
    }

    [Fact]
    public void Enough_seed_has_no_such_choices_and_neither_has_none()
    {
        Assert.Empty(Ways(20, 60));
        Assert.Empty(Ways(20, 0));
        Assert.Single(Ways(20, 1), w => w.Way == ShortWay.OneACell);
    }

    [Fact]
    public void The_plan_shows_them_as_long_as_nothing_is_sown()
    {
        var request = Nurseries.Request() with { Sowing = new(60, 0.85, 0.95, 0.9, 2, 30) };
        Assert.Equal(4, Planner.Plan(request).Value.ShortWays!.Count);
        Assert.Empty(Planner.Plan(request.With(Usual.Sow, new(Done: Nurseries.Winter))).Value.ShortWays!);
        Assert.Empty(Planner.Plan(Nurseries.Request()).Value.ShortWays!);
    }
}
