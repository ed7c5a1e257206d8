using Juvenal.Core.Cultivars;
using Juvenal.Core.Seeds;
using MathNet.Numerics;
using Xunit;

namespace Juvenal.Core.Tests.Seeds;

/// <summary>What a packet promises where its germination is not known for certain.</summary>
public class PromiseTests
{
    private static SowingPromise Ask(SowingWish wish, Crop crop = Crop.Tomato, double? age = 0, Trial? tested = null) =>
        SowingPromise.For(wish, crop, age, tested).Value;

    /// <summary>Worked figures of common practice: fresh tomatoes for 40 plants, of which one in twenty is lost.</summary>
    [Fact]
    public void Fresh_tomatoes_for_forty_plants()
    {
        Assert.Equal(66, Ask(new(40, 1, 0.95)).Sown.Cells);
        Assert.InRange(Ask(new(40, 1, 0.95, SeedsPerCell: 2)).Sown.Cells, 49, 50);
        var packet = Ask(new(40, 1, 0.95, SeedsAvailable: 20)).Sown;
        Assert.Equal((11, 15.0, false), (packet.PlantsPromised, Math.Round(packet.ExpectedPlants), packet.Enough));
    }

    [Theory]
    [InlineData(Crop.Tomato, 0, 0.9)]
    [InlineData(Crop.Tomato, 4, 0.765)]
    [InlineData(Crop.Tomato, 8, 0.3825)]
    [InlineData(Crop.Pepper, 1, 0.7585)]
    [InlineData(Crop.Pepper, 4, 0.3485)]
    public void Seed_ages(Crop crop, double age, double mean) => Assert.Equal(mean, Germinability.Assumed(crop, age).Mean, 12);

    [Fact]
    public void A_test_outweighs_the_assumption_by_its_seeds() =>
        Assert.Equal((9.0 + 10) / 30, Ask(new(10, 1), tested: new(20, 10)).Germination, 12);

    /// <summary>The chance, by drawing lots, benches and trays by hand.</summary>
    [Theory]
    [InlineData(1, Twins.Snip, 36)]
    [InlineData(2, Twins.Snip, 72)]
    [InlineData(2, Twins.Separate, null)]
    public void The_chance_of_enough_is_that_of_lots_drawn_one_by_one(int perCell, Twins twins, int? perTray)
    {
        const int cells = 100;
        const int lots = 40_000;
        var lot = Germinability.Assumed(Crop.Pepper, 1);
        var predictive = Predictive.Of(lot);
        var random = new Random(7);
        var wanted = (int)predictive.Expected(cells, perCell, twins, 0.95) - 12;
        var (enough, sum) = (0, 0.0);
        for (var i = 0; i < lots; i++)
        {
            var up =
                MathNet.Numerics.Distributions.Beta.Sample(random, lot.Up, lot.Not)
                * MathNet.Numerics.Distributions.Beta.Sample(random, Predictive.BenchUp, Predictive.BenchNot);
            var (trials, chance) = twins == Twins.Separate ? (cells * perCell, up) : (cells, 1 - Math.Pow(1 - up, perCell));
            var tray = perTray is { } t ? t * (twins == Twins.Separate ? perCell : 1) : trials;
            chance *= 0.95;
            var spread = (1 - Predictive.TrayCorrelation) / Predictive.TrayCorrelation;
            var plants = 0;
            for (var from = 0; from < trials; from += tray)
            {
                var here = MathNet.Numerics.Distributions.Beta.Sample(random, chance * spread, (1 - chance) * spread);
                plants += MathNet.Numerics.Distributions.Binomial.Sample(random, Math.Min(1, here), Math.Min(tray, trials - from));
            }

            sum += plants;
            enough += plants >= wanted ? 1 : 0;
        }

        Assert.Equal(sum / lots, predictive.Expected(cells, perCell, twins, 0.95), 0.35);
        Assert.Equal((double)enough / lots, predictive.AtLeast(wanted, cells, perCell, twins, 0.95, perTray), 0.015);
    }

    /// <summary>Exact terms and the beta that stands for them meet where one takes over from the other.</summary>
    [Theory]
    [InlineData(0.9, 1500)]
    [InlineData(0.5, 950)]
    [InlineData(0.7, 1390)]
    public void Many_trials_are_as_few_are(double chance, int count)
    {
        var exact = BetaBinomial.AtLeast(count, 2000, chance, 0.002);
        Assert.Equal(exact, BetaBinomial.AtLeast((int)(count * 2001.0 / 2000), 2001, chance, 0.002), 0.01);
        Assert.Equal(Terms(count, 2000, chance, 0.002), exact, 1e-9);
    }

    /// <summary>Without correlation it is the binomial; with all of it, one coin for all.</summary>
    [Fact]
    public void Its_edges_are_the_binomial_and_one_coin()
    {
        Assert.Equal(SowingQuantity.AtLeast(60, 100, 0.6), BetaBinomial.AtLeast(60, 100, 0.6, 1e-9), 1e-5);
        Assert.Equal(0.6, BetaBinomial.AtLeast(60, 100, 0.6, 0.999999), 1e-3);
    }

    private static double Terms(int count, int n, double chance, double alike)
    {
        var spread = (1 - alike) / alike;
        var (a, b) = (chance * spread, (1 - chance) * spread);
        return Enumerable
            .Range(count, n - count + 1)
            .Sum(k =>
                Math.Exp(SpecialFunctions.BinomialLn(n, k) + SpecialFunctions.BetaLn(k + a, n - k + b) - SpecialFunctions.BetaLn(a, b))
            );
    }

    /// <summary>The fewest that do, and what they promise is reached as surely.</summary>
    [Theory]
    [InlineData(20)]
    [InlineData(240)]
    [InlineData(1000)]
    public void One_cell_fewer_would_not_do(int wanted)
    {
        var predictive = Predictive.Of(Germinability.Assumed(Crop.Tomato, 1).Tried(20, 18));
        var sown = Ask(new(wanted, 1, 0.95, CellsPerTray: 72), age: 1, tested: new(20, 18)).Sown;
        Assert.True(Chance(sown.Cells) >= 0.9 && Chance(sown.Cells - 1) < 0.9);
        Assert.True(sown.PlantsPromised >= wanted);
        Assert.True(sown.Cells > SowingQuantity.For(new(wanted, 0.9 * 0.9, 0.95)).Value.Cells);

        double Chance(int cells) => predictive.AtLeast(wanted, cells, 1, Twins.Snip, 0.95, 72);
    }

    [Fact]
    public void Seed_as_good_as_dead_is_not_worth_sowing()
    {
        Assert.Equal("seed-not-worth-sowing", SowingPromise.For(new(40, 1), Crop.Pepper, 40, null).Failures.Single().Code);
        Assert.Equal("tested.up", SowingPromise.For(new(40, 1), Crop.Pepper, 1, new(10, 11)).Failures.Single().Field);
    }

    /// <summary>Where 90 % was promised, 88 % at least is kept, by drawing lots, benches and trays; and not more than 93.</summary>
    [Theory]
    [InlineData(20)]
    [InlineData(120)]
    [InlineData(1000)]
    public void What_is_promised_is_kept(int wanted)
    {
        var lot = Germinability.Assumed(Crop.Tomato, 1).Tried(20, 17);
        var cells = SowingPromise.Held(new(wanted, 1, 0.95, CellsPerTray: 72), lot).Value.Cells;
        var random = new Random(11);
        const double spread = (1 - Predictive.TrayCorrelation) / Predictive.TrayCorrelation;
        var kept = 0;
        const int lots = 8000;
        for (var i = 0; i < lots; i++)
        {
            var up =
                MathNet.Numerics.Distributions.Beta.Sample(random, lot.Up, lot.Not)
                * MathNet.Numerics.Distributions.Beta.Sample(random, Predictive.BenchUp, Predictive.BenchNot)
                * 0.95;
            var plants = 0;
            for (var from = 0; from < cells; from += 72)
            {
                var here = MathNet.Numerics.Distributions.Beta.Sample(random, up * spread, (1 - up) * spread);
                plants += MathNet.Numerics.Distributions.Binomial.Sample(random, Math.Min(1, here), Math.Min(72, cells - from));
            }

            kept += plants >= wanted ? 1 : 0;
        }

        Assert.InRange((double)kept / lots, 0.885, wanted > 20 ? 0.92 : 0.93);
    }

    /// <summary>A packet in the first half of its life never asks for more cells than seed of which nobody knows the age.</summary>
    [Theory]
    [InlineData(Crop.Tomato)]
    [InlineData(Crop.Pepper)]
    public void Naming_a_packet_makes_no_plan_worse(Crop crop)
    {
        var unnamed = Cells(crop, null);
        for (var age = 0.0; age <= SeedLots.StorageYears(crop) / 2.0; age += 0.5)
            Assert.True(Cells(crop, age) <= unnamed, $"{Cells(crop, age)} cells at {age} years, {unnamed} unnamed");

        static int Cells(Crop crop, double? age) => SowingPromise.For(new SowingWish(60, 1, 0.95), crop, age, null).Value.Sown.Cells;
    }
}
