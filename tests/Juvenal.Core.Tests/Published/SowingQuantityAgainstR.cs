using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Published;

/// <summary>
/// Sowing quantity against R 4.2.2 (pbinom, a general-purpose statistics package): the smallest n with
/// P(X ≥ N) ≥ confidence found there by counting up, its probability, and the most plants promised.
/// </summary>
public class SowingQuantityAgainstR
{
    [Theory]
    [InlineData(60, 0.8, 0.95, 0.9, 1, false, 85, 0.9002356521, 60)]
    [InlineData(60, 0.8, 0.95, 0.9, 2, false, 69, 0.9206537938, 60)]
    [InlineData(60, 0.8, 0.95, 0.9, 2, true, 43, 0.9275548594, 60)]
    [InlineData(1, 0.5, 1, 0.9, 1, false, 4, 0.9375000000, 1)]
    [InlineData(1, 0.5, 1, 0.99, 1, false, 7, 0.9921875000, 1)]
    [InlineData(20, 0.675, 0.9, 0.8, 2, false, 27, 0.8601626890, 20)]
    [InlineData(500, 0.855, 0.95, 0.95, 1, false, 636, 0.9568968984, 500)]
    [InlineData(900, 0.765, 0.95, 0.9, 2, true, 633, 0.9021545107, 900)]
    [InlineData(12, 1, 1, 0.9, 1, false, 12, 1.0000000000, 12)]
    [InlineData(50, 0.3, 0.9, 0.99, 3, false, 104, 0.9911900497, 50)]
    [InlineData(10000, 0.72, 0.95, 0.9, 1, false, 14725, 0.9001906954, 10000)]
    [InlineData(1000000, 0.8, 0.95, 0.9, 1, false, 1316616, 0.9002066545, 1000000)]
    [InlineData(72, 0.9, 1, 0.5, 5, true, 16, 0.5926764978, 72)]
    public void R_4_2_2_pbinom(
        int wanted,
        double emergence,
        double survival,
        double confidence,
        int perCell,
        bool separate,
        int cells,
        double probability,
        int promised
    )
    {
        var twins = separate ? Twins.Separate : Twins.Snip;
        var q = SowingQuantity.For(new(wanted, emergence, survival, confidence, perCell, 72, twins)).Value;
        Assert.Equal(cells, q.Cells);
        Assert.Equal(probability, q.ProbabilityOfEnough, 1e-8);
        Assert.Equal(promised, q.PlantsPromised);
    }
}
