using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Seeds;

/// <summary>What is known of a packet.</summary>
/// <param name="Crop">Of its cultivar.</param>
/// <param name="Packed">Year; null where not known.</param>
/// <param name="TestedSown">Seeds of its last germination test; null without one.</param>
/// <param name="TestedUp">Of them came up.</param>
/// <param name="Raised">Sowings of it of which all came up that will.</param>
public sealed record LotFacts(Crop Crop, int? Packed, int? TestedSown, int? TestedUp, IReadOnlyList<Trial>? Raised = null);

/// <summary>The germination that a lot is sown by.</summary>
/// <param name="Of">Its distribution: the assumption by kind and age, with its test and its sowings.</param>
/// <param name="Lower">Of what lies within 90 % of it.</param>
/// <param name="Upper">As above.</param>
/// <param name="Why">Tested, sown, or on what the assumption rests.</param>
/// <param name="Old">Past its storage life, and neither tested nor sown: a test comes first.</param>
public sealed record LotGermination(Germinability Of, double Lower, double Upper, Reason Why, bool Old)
{
    /// <summary>On average, 0–1.</summary>
    public double Share => Of.Mean;
}

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

    /// <summary>How many seeds it held: as counted, else by weight; null where neither is known.</summary>
    public static int? Held(Crop crop, int? seeds, double? grams) =>
        seeds ?? (grams is { } g ? (int)Math.Min(int.MaxValue, Math.Floor(g * SeedsPerGram(crop))) : null);

    /// <summary>The germination to sow by: what is assumed of its kind and age, with what its test and its own sowings say.</summary>
    /// <param name="lot">The packet.</param>
    /// <param name="year">Now.</param>
    public static LotGermination Germination(LotFacts lot, int year)
    {
        ArgumentNullException.ThrowIfNull(lot);
        var life = StorageYears(lot.Crop);
        double? age = lot.Packed is { } packed ? Math.Max(0, year - packed) : null;
        var of = Germinability.Assumed(lot.Crop, age);
        var why =
            age is not { } years ? new Reason("lot-age-unknown", of.Mean, Unit: "share", Source: "model")
            : years <= life ? new Reason("lot-fresh", years, life, "years", Source: "model")
            : new Reason("lot-old", years, life, "years", Source: "model");
        var old = age > life;
        if (lot is { TestedSown: { } sown, TestedUp: { } up } && up >= 0 && up <= sown)
        {
            of = of.Tried(sown, up);
            (why, old) = (new("lot-tested", up, sown, "seeds"), false);
        }

        foreach (var raised in lot.Raised ?? [])
        {
            of = of.Sown(raised.Sown, Math.Min(raised.Up, raised.Sown));
            (why, old) = (new("lot-raised", lot.Raised!.Sum(r => r.Up), lot.Raised!.Sum(r => r.Sown), "seeds"), false);
        }

        var tail = (1 - Confidence) / 2;
        return new(of, of.Quantile(tail), of.Quantile(1 - tail), why, old);
    }

    /// <summary>What so many seeds promise, at so many in a cell; null where none comes up.</summary>
    /// <param name="seeds">0 to 10,000,000.</param>
    /// <param name="germination">Of the lot; the bench takes its share off.</param>
    /// <param name="survival">From emergence to planting, above 0 to 1.</param>
    /// <param name="perCell">1–5.</param>
    public static PacketPromise? Promise(int seeds, Germinability germination, double survival, int perCell)
    {
        if (seeds < perCell)
            return null;
        var sown = SowingPromise.Held(
            new(SowingQuantity.MostPlants, 1, survival, Confidence, perCell, null, Twins.Snip, seeds),
            germination
        );
        return sown.Succeeded ? new(perCell, sown.Value.Cells, sown.Value.PlantsPromised, sown.Value.ExpectedPlants) : null;
    }
}
