using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Published;

/// <summary>Figures of named sources, written here from memory and held against what the program uses.</summary>
public class SeedStandards
{
    /// <summary>
    /// US Federal Seed Act regulations, 7 CFR 201.31, germination standards for vegetable seeds: tomato 75 %, pepper 55 %; from memory.
    /// </summary>
    [Theory]
    [InlineData(Crop.Tomato, 0.75)]
    [InlineData(Crop.Pepper, 0.55)]
    public void Federal_least_germination_for_trade(Crop crop, double share)
    {
        Assert.Equal(share, SeedLots.LeastGermination(crop));
    }

    /// <summary>
    /// Knott's Handbook for Vegetable Growers, from memory: seeds in an ounce (tomato 10,000–11,500, pepper 4,500: 28.35 g),
    /// storage life in good conditions (tomato 4 years, pepper 2), soil temperatures for germination (tomato 60–85 °F, pepper 65–95 °F).
    /// </summary>
    [Theory]
    [InlineData(Crop.Tomato, 10_000, 11_600, 4, 60, 85)]
    [InlineData(Crop.Pepper, 4_400, 4_700, 2, 65, 95)]
    public void Knott_s_seeds_in_an_ounce_storage_and_temperatures(Crop crop, int fewest, int most, int years, double lowF, double highF)
    {
        Assert.InRange(SeedLots.SeedsPerGram(crop) * 28.349523125, fewest, most);
        Assert.Equal(years, SeedLots.StorageYears(crop));
        // Inside the optimum range seed comes up within three weeks, and never fails to.
        for (var f = lowF; f <= highF; f++)
        {
            var celsius = (f - 32) * 5 / 9;
            Assert.InRange(EmergenceTable.Days(crop, celsius).Value.Days, 5, 21);
        }
    }
}
