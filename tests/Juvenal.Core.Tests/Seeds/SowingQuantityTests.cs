using FsCheck.Xunit;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Seeds;

public class SowingQuantityTests
{
    [Property(MaxTest = 200)]
    public bool One_cell_fewer_would_not_be_enough(byte plants, byte emergence, byte perCell, bool separate)
    {
        var wish = new SowingWish(
            plants + 1,
            (emergence + 1) / 256.0,
            0.95,
            0.9,
            (perCell % 5) + 1,
            null,
            separate ? Twins.Separate : Twins.Snip
        );
        var q = SowingQuantity.For(wish).Value;
        var fewer = SowingQuantity.For(wish with { SeedsAvailable = q.Seeds - wish.SeedsPerCell }).Value;
        return q.ProbabilityOfEnough >= 0.9 && fewer.ProbabilityOfEnough < 0.9 && !fewer.Enough;
    }

    [Property(MaxTest = 100)]
    public bool Better_seed_never_wants_more_cells(byte plants, byte emergence, byte better)
    {
        var (a, b) = ((emergence + 1) / 512.0, (emergence + 1 + better) / 512.0);
        return SowingQuantity.For(new(plants + 1, b)).Value.Cells <= SowingQuantity.For(new(plants + 1, a)).Value.Cells;
    }

    [Fact]
    public void A_short_packet_promises_what_it_can()
    {
        var q = SowingQuantity.For(new(60, 0.8, 0.95, 0.9, 2, 72, SeedsAvailable: 41)).Value;
        Assert.Equal((20, 40, 1, 1, false), (q.Cells, q.Seeds, q.SeedsLeft, q.Trays, q.Enough));
        Assert.InRange(q.PlantsPromised, 1, 20);
        Assert.True(q.ProbabilityOfEnough < 1e-9);
    }

    [Theory]
    [InlineData(0, 0.8, "plantsWanted")]
    [InlineData(10_000_000, 0.8, "plantsWanted")]
    [InlineData(60, 0.0, "emergence")]
    [InlineData(60, double.NaN, "emergence")]
    [InlineData(60, 1.2, "emergence")]
    [InlineData(1, 1e-9, "emergence")]
    public void Bad_wishes_are_refused_at_their_field(int plants, double emergence, string field) =>
        Assert.Contains(SowingQuantity.For(new(plants, emergence)).Failures, f => f.Field == field);

    [Fact]
    public void Seed_too_poor_for_the_confidence_ends_and_says_so() =>
        Assert.Equal("seed-not-worth-sowing", Assert.Single(SowingQuantity.For(new(1, 2.5e-8, 1, 0.999999)).Failures).Code);
}
