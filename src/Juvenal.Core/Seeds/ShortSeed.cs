namespace Juvenal.Core.Seeds;

/// <summary>A way to sow a packet that is too small for what is wanted.</summary>
public enum ShortWay
{
    OneACell,

    /// <summary>The weaker is snipped.</summary>
    TwoACell,

    /// <summary>Both are kept.</summary>
    TwoSeparated,

    /// <summary>Some are tested on damp paper; one a cell of the rest.</summary>
    TestFirst,

    /// <summary>One a cell, and what is missing of another packet like this one, sown when this one is counted.</summary>
    SecondSowing,
}

/// <summary>What a way of sowing a short packet gives.</summary>
/// <param name="Way">Which.</param>
/// <param name="Cells">Sown of this packet.</param>
/// <param name="Expected">Plants on average.</param>
/// <param name="Promised">Plants there are at least, at the confidence.</param>
/// <param name="Other">Test first: seeds of the test. Second sowing: seeds of another packet, on average. Else 0.</param>
public sealed record ShortSeed(ShortWay Way, int Cells, double Expected, int Promised, int Other = 0)
{
    /// <summary>What each way gives, in the order of <see cref="ShortWay"/>; empty where the seed is enough one a cell.</summary>
    /// <param name="wish">With the seeds there are; its seeds per cell and twins are not asked.</param>
    /// <param name="lot">The seed as it is known.</param>
    /// <param name="separatedSurvival">What separated twins live by, of those left alone, 0–1.</param>
    public static IReadOnlyList<ShortSeed> Ways(SowingWish wish, Germinability lot, double separatedSurvival)
    {
        ArgumentNullException.ThrowIfNull(wish);
        if (wish.SeedsAvailable is not (> 0 and var seeds))
            return [];
        var one = Sown(ShortWay.OneACell, wish with { SeedsPerCell = 1, Twins = Twins.Snip });
        if (one is null || Enough(wish with { SeedsPerCell = 1, Twins = Twins.Snip }, lot))
            return [];
        var ways = new List<ShortSeed> { one };
        if (seeds >= 2)
        {
            Add(Sown(ShortWay.TwoACell, wish with { SeedsPerCell = 2, Twins = Twins.Snip }));
            Add(
                Sown(
                    ShortWay.TwoSeparated,
                    wish with
                    {
                        SeedsPerCell = 2,
                        Twins = Twins.Separate,
                        Survival = wish.Survival * separatedSurvival,
                    }
                )
            );
        }

        var test = Math.Min(EmergenceTest.LeastSeeds, seeds / EmergenceTest.MostOfPacket);
        if (test >= EmergenceTest.LeastSeeds)
            Add(
                Sown(ShortWay.TestFirst, wish with { SeedsPerCell = 1, Twins = Twins.Snip, SeedsAvailable = seeds - test }) is { } tested
                    ? tested with
                    {
                        Other = test,
                    }
                    : null
            );

        // Sown when the first is counted, as many are missing as fell short: on average.
        var perSeed = one.Expected / one.Cells;
        if (perSeed > 0 && wish.PlantsWanted > one.Expected)
            ways.Add(
                new(
                    ShortWay.SecondSowing,
                    one.Cells,
                    wish.PlantsWanted,
                    wish.PlantsWanted,
                    Missing(wish with { SeedsPerCell = 1, Twins = Twins.Snip, SeedsAvailable = null }, one.Expected, lot)
                )
            );
        return ways;

        void Add(ShortSeed? way)
        {
            if (way is not null)
                ways.Add(way);
        }

        ShortSeed? Sown(ShortWay way, SowingWish how) =>
            SowingPromise.Held(how, lot) is { Succeeded: true, Value: { Cells: > 0 } q }
                ? new(way, q.Cells, q.ExpectedPlants, q.PlantsPromised)
                : null;
    }

    /// <summary>Seeds that make up for what is missing on average, as surely as was asked.</summary>
    private static int Missing(SowingWish wish, double expected, Germinability lot)
    {
        var missing = Math.Max(1, (int)Math.Ceiling(wish.PlantsWanted - expected));
        return SowingPromise.Held(wish with { PlantsWanted = missing }, lot) is { Succeeded: true, Value: var more } ? more.Seeds : 0;
    }

    private static bool Enough(SowingWish wish, Germinability lot) =>
        SowingPromise.Held(wish, lot) is { Succeeded: true, Value.Enough: true };
}
