using System.Collections.Concurrent;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Seeds;

/// <summary>Seeds that were tried.</summary>
/// <param name="Sown">0–10,000,000.</param>
/// <param name="Up">Of them came up.</param>
public sealed record Trial(int Sown, int Up);

/// <summary>How much to sow of a lot whose germination is not known for certain, and what that promises.</summary>
/// <param name="Germination">Of the lot on average, 0–1, before the bench takes its share.</param>
public sealed record SowingPromise(double Germination, SowingQuantity Sown)
{
    public const double OldestYears = 50;

    /// <summary>The fewest cells with so many plants at the confidence, by <see cref="Predictive"/>.</summary>
    /// <param name="wish">As for <see cref="SowingQuantity.For"/>; its emergence is not asked.</param>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="ageYears">Of the seed, 0–50; null where not known.</param>
    /// <param name="tested">A germination test, or null.</param>
    public static Outcome<SowingPromise> For(SowingWish wish, Crop crop, double? ageYears, Trial? tested)
    {
        ArgumentNullException.ThrowIfNull(wish);
        var ranges = new Ranges().Within("ageYears", ageYears, 0, OldestYears);
        if (tested is { } t)
        {
            ranges.Within("tested.sown", t.Sown, 0, EmergenceTest.MostSeeds);
            if (ranges.Hold)
                ranges.Within("tested.up", t.Up, 0, t.Sown);
        }

        foreach (var failure in SowingQuantity.Check(wish with { Emergence = 1 }))
            ranges.Add(failure);
        if (!ranges.Hold)
            return ranges.Failures;
        var lot = Germinability.Assumed(crop, ageYears);
        if (tested is { } tried)
            lot = lot.Tried(tried.Sown, tried.Up);
        var outcome = For(wish, Predictive.Of(lot));
        return outcome.Succeeded ? new SowingPromise(lot.Mean, outcome.Value) : outcome.Failures.ToList();
    }

    /// <summary>As above, of a lot as it is known; what was asked before is not reckoned again.</summary>
    public static Outcome<SowingQuantity> Held(SowingWish wish, Germinability lot)
    {
        ArgumentNullException.ThrowIfNull(wish);
        if (Answers.TryGetValue((wish, lot), out var known))
            return known;
        var failures = SowingQuantity.Check(wish);
        var answer = failures.Count > 0 ? failures : For(wish, Predictive.Of(lot));
        if (Answers.Count >= MostHeld)
            Answers.Clear();
        Answers[(wish, lot)] = answer;
        return answer;
    }

    private const int MostHeld = 4096;

    private static readonly ConcurrentDictionary<(SowingWish, Germinability), Outcome<SowingQuantity>> Answers = new();

    /// <inheritdoc cref="For(SowingWish, Crop, double?, Trial?)"/>
    internal static Outcome<SowingQuantity> For(SowingWish wish, Predictive predictive) =>
        SowingQuantity.Sought(
            wish,
            "ageYears",
            cells => predictive.Expected(cells, wish.SeedsPerCell, wish.Twins, wish.Survival),
            (plants, cells) => predictive.AtLeast(plants, cells, wish.SeedsPerCell, wish.Twins, wish.Survival, wish.CellsPerTray)
        );
}
