using Juvenal.Core.Measures;

namespace Juvenal.Core.Seeds;

/// <summary>One seed to a cell, or two: what a cell with a plant in it comes to.</summary>
/// <param name="Count">1 or 2.</param>
/// <param name="Why">What decided it.</param>
public sealed record SeedsPerCell(int Count, Reason Why)
{
    /// <summary>A cell's mix, room and work, in the nursery's money. [model]</summary>
    public const double CellCost = 0.15;

    /// <summary>The cheaper of the two: (cell + k · seed) / (1 − (1 − p)^k), p being what comes up at the bench.</summary>
    /// <param name="germination">Of the lot, 0–1.</param>
    /// <param name="priceEach">Of a seed, from 0; null where not known: two are usual, and one where nearly all come up. [common practice,
    /// no source]</param>
    public static SeedsPerCell For(double germination, double? priceEach)
    {
        var p = germination * SowingQuantity.BenchFactor;
        if (priceEach is not { } price)
            return p >= 0.85
                ? new(1, new("per-cell-good", p, Unit: "share", Source: "practice"))
                : new(2, new("per-cell-usual", p, Unit: "share", Source: "practice"));
        if (p <= 0)
            return new(2, new("per-cell-usual", p, Unit: "share", Source: "practice"));
        var (one, two) = ((CellCost + price) / p, (CellCost + (2 * price)) / (1 - ((1 - p) * (1 - p))));
        return one <= two
            ? new(1, new("per-cell-costly", price, p, Source: "model"))
            : new(2, new("per-cell-cheap", price, p, Source: "model"));
    }
}
