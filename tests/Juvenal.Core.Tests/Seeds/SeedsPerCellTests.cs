using FsCheck.Xunit;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Seeds;

/// <summary>Two to a cell is usual; one where seed is costly or good.</summary>
public class SeedsPerCellTests
{
    [Theory]
    [InlineData(0.85, 0.01, 2, "per-cell-cheap")] // (0.15 + 0.01)/0.765 = 0.209 against (0.15 + 0.02)/0.945 = 0.180
    [InlineData(0.85, 0.50, 1, "per-cell-costly")] // 0.850 against 1.217
    [InlineData(0.99, 0.05, 1, "per-cell-costly")]
    [InlineData(0.50, 0.10, 2, "per-cell-cheap")]
    public void The_cheaper_filled_cell_wins(double germination, double price, int count, string why)
    {
        var advice = SeedsPerCell.For(germination, price);
        Assert.Equal((count, why), (advice.Count, advice.Why.Code));
    }

    [Fact]
    public void Where_no_price_is_known_two_are_usual_and_one_is_enough_of_the_best()
    {
        Assert.Equal(2, SeedsPerCell.For(0.85, null).Count);
        Assert.Equal(1, SeedsPerCell.For(0.96, null).Count);
        Assert.Equal(2, SeedsPerCell.For(0, 0.1).Count);
    }

    [Property(MaxTest = 200)]
    public bool Costlier_seed_never_asks_for_more_of_it(byte germination, ushort price, ushort more) =>
        SeedsPerCell.For(germination / 255.0, (price + more) / 10_000.0).Count
        <= SeedsPerCell.For(germination / 255.0, price / 10_000.0).Count;
}
