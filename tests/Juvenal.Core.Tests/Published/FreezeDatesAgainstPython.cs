using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Published;

/// <summary>
/// The normal and the mixed distribution (Thom &amp; Shaw 1958, Thom 1959; formulas from memory) against an independent package: Python
/// 3.11's
/// statistics.NormalDist, with d = mean + sd·z(1 − p/q) in spring and mean + sd·z(p/q) in autumn, for twelve made-up freeze dates.
/// </summary>
public class FreezeDatesAgainstPython
{
    private static readonly int[] Days = [121, 133, 128, 140, 117, 125, 131, 129, 136, 122, 138, 127];

    [Theory]
    [InlineData(0, 0.05, 140.5360779111155, 117.29725542221779)]
    [InlineData(0, 0.10, 137.96967565606127, 119.86365767727206)]
    [InlineData(0, 0.50, 128.91666666666666, 128.91666666666666)]
    [InlineData(0, 0.75, 124.15200331955833, 133.68133001377498)]
    [InlineData(3, 0.05, 139.75384829262535, 118.07948504070797)]
    [InlineData(3, 0.20, 133.68133001377498, 124.15200331955833)]
    [InlineData(3, 0.50, 126.665766192663, 131.16756714067031)]
    [InlineData(3, 0.75, 118.07948504070797, 139.75384829262535)]
    [InlineData(3, 0.90, null, null)]
    public void Days_at_a_probability(int yearsWithout, double probability, double? spring, double? autumn)
    {
        var (one, other) = (
            FreezeDistribution.Fit(SeasonHalf.Spring, Days, yearsWithout).Value,
            FreezeDistribution.Fit(SeasonHalf.Autumn, Days, yearsWithout).Value
        );
        Assert.Equal(7.064100448855123, one.StandardDeviation, 1e-12);
        Assert.Equal(Days.Length / (Days.Length + (double)yearsWithout), one.Share, 1e-12);
        Close(spring, one.DayAt(probability));
        Close(autumn, other.DayAt(probability));

        static void Close(double? expected, double? actual)
        {
            Assert.Equal(expected is null, actual is null);
            if (expected is { } e)
                Assert.Equal(e, actual!.Value, 1e-6);
        }
    }

    [Theory]
    [InlineData(0, 120, 0.8965707285129034, 0.10342927148709663)]
    [InlineData(0, 140, 0.05832793230106048, 0.9416720676989395)]
    [InlineData(3, 130, 0.351246518877083, 0.448753481122917)]
    public void Probabilities_on_a_day(int yearsWithout, double day, double spring, double autumn)
    {
        Assert.Equal(spring, FreezeDistribution.Fit(SeasonHalf.Spring, Days, yearsWithout).Value.Probability(day), 1e-9);
        Assert.Equal(autumn, FreezeDistribution.Fit(SeasonHalf.Autumn, Days, yearsWithout).Value.Probability(day), 1e-9);
    }

    [Theory]
    [InlineData(new[] { 120 })]
    [InlineData(new int[0])]
    [InlineData(new[] { 120, 120, 120 })]
    public void Too_few_or_all_alike_is_said(int[] days) => Assert.False(FreezeDistribution.Fit(SeasonHalf.Spring, days, 2).Succeeded);
}
