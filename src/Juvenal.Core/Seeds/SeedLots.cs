using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Seeds;

/// <summary>What is known of a packet.</summary>
/// <param name="Crop">Of its cultivar.</param>
/// <param name="Packed">Year; null where not known.</param>
/// <param name="TestedSown">Seeds of its last germination test; null without one.</param>
/// <param name="TestedUp">Of them came up.</param>
public sealed record LotFacts(Crop Crop, int? Packed, int? TestedSown, int? TestedUp);

/// <summary>The germination that a lot is sown by.</summary>
/// <param name="Share">0–1.</param>
/// <param name="Lower">Of the test's interval at 90 %; null where it is assumed.</param>
/// <param name="Upper">As above.</param>
/// <param name="Why">Tested, or on what the assumption rests.</param>
/// <param name="Old">Past its storage life, and not tested: a test comes first.</param>
public sealed record LotGermination(double Share, double? Lower, double? Upper, Reason Why, bool Old);

/// <summary>What a number of seeds promises.</summary>
/// <param name="PerCell">Seeds in a cell.</param>
/// <param name="Cells">That can be sown.</param>
/// <param name="Plants">Reached in 9 cases of 10.</param>
/// <param name="Expected">On average.</param>
public sealed record PacketPromise(int PerCell, int Cells, int Plants, double Expected);

/// <summary>Packets of seed: how many, how good, how long.</summary>
public static class SeedLots
{
    /// <summary>Interval of a test that is shown, and confidence of a promise.</summary>
    internal const double Confidence = 0.9;

    /// <summary>Seeds in a gram: tomato about 400, pepper about 160. Knott's Handbook for Vegetable Growers; from memory.</summary>
    public static int SeedsPerGram(Crop crop) => crop == Crop.Tomato ? 400 : 160;

    /// <summary>Years in good storage: tomato 4, pepper 2. Knott's Handbook for Vegetable Growers; from memory.</summary>
    public static int StorageYears(Crop crop) => crop == Crop.Tomato ? 4 : 2;

    /// <summary>The least germination for trade: tomato 75 %, pepper 55 %. US Federal Seed Act regulations; from memory.</summary>
    public static double LeastGermination(Crop crop) => crop == Crop.Tomato ? 0.75 : 0.55;

    /// <summary>Past its storage life and untested, half of the least for trade is assumed. [model]</summary>
    public const double OldShare = 0.5;

    /// <summary>How many seeds it held: as counted, else by weight; null where neither is known.</summary>
    public static int? Held(Crop crop, int? seeds, double? grams) =>
        seeds ?? (grams is { } g ? (int)Math.Min(int.MaxValue, Math.Floor(g * SeedsPerGram(crop))) : null);

    /// <summary>The germination to sow by: the test's share; else the least for trade, and half of it past the storage life.</summary>
    /// <param name="lot">The packet.</param>
    /// <param name="year">Now.</param>
    public static LotGermination Germination(LotFacts lot, int year)
    {
        ArgumentNullException.ThrowIfNull(lot);
        if (lot is { TestedSown: { } sown, TestedUp: { } up } && EmergenceTest.Of(sown, up, Confidence) is { Succeeded: true } test)
        {
            return new(test.Value.Fraction, test.Value.Lower, test.Value.Upper, new("lot-tested", up, sown, "seeds"), false);
        }

        var least = LeastGermination(lot.Crop);
        if (lot.Packed is not { } packed)
            return new(least, null, null, new("lot-age-unknown", least, null, "share", Source: "seed-act"), false);
        var (age, life) = (Math.Max(0, year - packed), StorageYears(lot.Crop));
        return age <= life
            ? new(least, null, null, new("lot-fresh", age, life, "years", Source: "seed-act"), false)
            : new(least * OldShare, null, null, new("lot-old", age, life, "years", Source: "knott"), true);
    }

    /// <summary>What so many seeds promise, at so many in a cell; null where none comes up.</summary>
    /// <param name="seeds">0 to 10,000,000.</param>
    /// <param name="germination">Of the lot; the bench takes its share off.</param>
    /// <param name="survival">From emergence to planting, above 0 to 1.</param>
    /// <param name="perCell">1–5.</param>
    public static PacketPromise? Promise(int seeds, double germination, double survival, int perCell)
    {
        if (seeds < perCell || germination <= 0)
            return null;
        var sown = SowingQuantity.For(
            new(SowingQuantity.MostPlants, germination * SowingQuantity.BenchFactor, survival, Confidence, perCell, null, Twins.Snip, seeds)
        );
        return sown.Succeeded ? new(perCell, sown.Value.Cells, sown.Value.PlantsPromised, sown.Value.ExpectedPlants) : null;
    }
}
