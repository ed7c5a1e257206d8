using Juvenal.Core.Care;
using Xunit;

namespace Juvenal.Core.Tests.Care;

/// <summary>Feed, and what a plant costs.</summary>
public class FeedTests
{
    /// <summary>The standard greenhouse formula's own example: 20 % N at 1 g/L is 200 ppm; ounces per 100 US gallons · %N · 0.75 =
    /// ppm.</summary>
    [Fact]
    public void Twenty_per_cent_at_a_gram_a_litre_is_two_hundred_ppm()
    {
        var feed = Feed.For(200, 20, 50, 10, 20).Value;
        Assert.Equal((1.0, 50.0, 100.0, 200.0), (feed.GramsPerL, feed.Grams, feed.PhosphatePpm, feed.PotashPpm));
        Assert.Equal(13.3526, feed.OuncesPer100UsGallons, 4);
        Assert.Equal(200, feed.OuncesPer100UsGallons * 20 * 0.75, 0.5);
        var plain = Feed.For(50, 8, 10).Value;
        Assert.Equal((6.25, null, null), (plain.Grams, plain.PhosphatePpm, plain.PotashPpm));
        Assert.Equal(["targetNitrogenPpm", "nitrogenPercent"], Feed.For(0, 101, 10).Failures.Select(f => f.Field));
    }

    [Fact]
    public void A_plant_costs_its_things_and_its_work()
    {
        var cost = PlantCost.Of(100, [new("seed", 12), new("mix", 18)], 240, 15, 1).Value;
        Assert.Equal((90.0, 0.9, 0.1), (cost.Total, cost.PerPlant, Math.Round(cost.SavingPerPlant!.Value, 12)));
        Assert.Null(PlantCost.Of(1, [], 0, 0).Value.SavingPerPlant);
        Assert.Equal("items[0].cost", PlantCost.Of(1, [new("a", -1)], 0, 0).Failures.Single().Field);
    }
}
