using FsCheck.Xunit;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Published;

/// <summary>
/// Clopper–Pearson (1934; from memory) against bisection on exact binomial sums, worked with Python 3.11's integers (math.comb): no beta
/// function in it.
/// </summary>
public class GerminationTestAgainstBinomialSums
{
    [Theory]
    [InlineData(20, 17, 0.95, 0.6210731734546862, 0.9679290628145363)]
    [InlineData(10, 0, 0.95, 0, 0.3084971078187607)]
    [InlineData(10, 10, 0.90, 0.7411344491069478, 1)]
    [InlineData(50, 41, 0.90, 0.7069094193434216, 0.9027519054914082)]
    [InlineData(100, 85, 0.99, 0.7367650603672866, 0.9284516754047929)]
    [InlineData(1, 1, 0.95, 0.025, 1)]
    [InlineData(500, 430, 0.95, 0.8264561435062905, 0.8892104657359341)]
    public void The_interval(int sown, int emerged, double confidence, double lower, double upper)
    {
        var test = EmergenceTest.Of(sown, emerged, confidence).Value;
        Assert.Equal(lower, test.Lower, 1e-7);
        Assert.Equal(upper, test.Upper, 1e-7);
    }

    [Property(MaxTest = 200)]
    public bool It_holds_the_share_and_widens_with_confidence(ushort seeds, ushort up)
    {
        var sown = 1 + (seeds % 400);
        var emerged = up % (sown + 1);
        var (narrow, wide) = (EmergenceTest.Of(sown, emerged, 0.8).Value, EmergenceTest.Of(sown, emerged, 0.95).Value);
        return wide.Lower <= narrow.Lower
            && narrow.Lower <= narrow.Fraction
            && narrow.Fraction <= narrow.Upper
            && narrow.Upper <= wide.Upper
            && wide.Lower >= 0
            && wide.Upper <= 1;
    }

    [Theory]
    [InlineData(0, 0, 0.9, "sown")]
    [InlineData(10, 11, 0.9, "emerged")]
    [InlineData(10, -1, 0.9, "emerged")]
    [InlineData(10, 5, 1, "confidence")]
    public void What_cannot_be_is_named(int sown, int emerged, double confidence, string field) =>
        Assert.Equal(field, Assert.Single(EmergenceTest.Of(sown, emerged, confidence).Failures).Field);
}
