using Juvenal.Core.Measures;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Seeds;

public enum Twins
{
    /// <summary>Two in a cell: the weaker is snipped; a cell gives one plant at most.</summary>
    Snip,

    /// <summary>Both are separated and kept: every seed can give a plant.</summary>
    Separate,
}

/// <summary>What is wanted and what it is sown with.</summary>
/// <param name="PlantsWanted">1–1,000,000.</param>
/// <param name="Emergence">Chance that a seed comes up, above 0 to 1.</param>
/// <param name="Survival">Chance that a seedling lives to planting, above 0 to 1.</param>
/// <param name="Confidence">Chance of enough plants that is wanted, between 0 and 1, both excluded.</param>
/// <param name="SeedsPerCell">1–5.</param>
/// <param name="CellsPerTray">1–1,000, or null for a row tray.</param>
/// <param name="Twins">What becomes of two in a cell.</param>
/// <param name="SeedsAvailable">What the packet holds, from 0, or null where that is no limit.</param>
public sealed record SowingWish(
    int PlantsWanted,
    double Emergence,
    double Survival = 1,
    double Confidence = 0.9,
    int SeedsPerCell = 1,
    int? CellsPerTray = null,
    Twins Twins = Twins.Snip,
    int? SeedsAvailable = null
);

/// <summary>How much to sow, and what that promises.</summary>
public sealed record SowingQuantity(
    int Cells,
    int Seeds,
    int? Trays,
    double ExpectedPlants,
    double ProbabilityOfEnough,
    bool Enough,
    int PlantsPromised,
    int? SeedsLeft
)
{
    public const int MostPlants = 1_000_000;

    /// <summary>A bench brings up less than a germination test. [model]</summary>
    public const double BenchFactor = 0.9;

    /// <summary>Survival of a twin that was separated, against one left alone. [model]</summary>
    public const double SeparatedTwinSurvival = 0.95;

    /// <summary>Beyond this many cells the answer is that the seed is not worth sowing.</summary>
    private const int MostCells = 100_000_000;

    /// <summary>
    /// The smallest number of cells n with P(Binomial(n, q·s) ≥ plants wanted) ≥ confidence,
    /// q = 1 − (1 − p)^k for k seeds in a cell thinned to one; with twins separated P(Binomial(n·k, p·s) ≥ plants wanted).
    /// </summary>
    /// <param name="wish">Ranges as on <see cref="SowingWish"/>.</param>
    /// <returns>
    /// Cells, seeds (cells × seeds per cell), trays rounded up (without changing the cells), and what that promises.
    /// With too few seeds: what they allow, and <see cref="Enough"/> false.
    /// </returns>
    /// <remarks>
    /// Independent seeds: losses that take a whole tray are not in it. Cumulative binomial by the incomplete beta function
    /// (MathNet.Numerics); checked against R's pbinom in the tests.
    /// </remarks>
    public static Outcome<SowingQuantity> For(SowingWish wish)
    {
        ArgumentNullException.ThrowIfNull(wish);
        var failures = Check(wish);
        if (failures.Count > 0)
            return failures;

        // Above this, a cell has more than one trial: seeds that each may give a plant.
        var trialsPerCell = wish.Twins == Twins.Separate ? wish.SeedsPerCell : 1;
        var chance = (wish.Twins == Twins.Separate ? wish.Emergence : 1 - Math.Pow(1 - wish.Emergence, wish.SeedsPerCell)) * wish.Survival;
        return Sought(
            wish,
            "emergence",
            cells => cells * trialsPerCell * chance,
            (plants, cells) => AtLeast(plants, cells * trialsPerCell, chance)
        );
    }

    /// <summary>The fewest cells that are enough by a distribution of plants, and what they promise.</summary>
    /// <param name="wish">Checked.</param>
    /// <param name="field">That a share is too low to sow by.</param>
    /// <param name="expected">Plants of so many cells, on average.</param>
    /// <param name="atLeast">P(at least so many plants of so many cells); rises with the cells.</param>
    internal static Outcome<SowingQuantity> Sought(
        SowingWish wish,
        string field,
        Func<int, double> expected,
        Func<int, int, double> atLeast
    )
    {
        var trialsPerCell = wish.Twins == Twins.Separate ? wish.SeedsPerCell : 1;
        if (CellsFor(wish.PlantsWanted, expected(1), trialsPerCell, wish.Confidence, atLeast) is not { } wanted)
            return new Failure("seed-not-worth-sowing", field, expected(1));

        var available = wish.SeedsAvailable is { } seeds ? seeds / wish.SeedsPerCell : int.MaxValue;
        var cells = Math.Min(wanted, available);
        return new SowingQuantity(
            cells,
            cells * wish.SeedsPerCell,
            wish.CellsPerTray is { } perTray ? (cells + perTray - 1) / perTray : null,
            expected(cells),
            atLeast(wish.PlantsWanted, cells),
            cells >= wanted,
            Promised(cells * trialsPerCell, plants => atLeast(plants, cells) >= wish.Confidence),
            wish.SeedsAvailable - (cells * wish.SeedsPerCell)
        );
    }

    /// <summary>P(Binomial(trials, chance) ≥ count).</summary>
    public static double AtLeast(int count, int trials, double chance) =>
        count <= 0 ? 1
        : count > trials ? 0
        : chance >= 1 ? 1
        : Math.Clamp(1 - Binomial.CDF(chance, trials, count - 1), 0, 1);

    /// <returns>Null where even <see cref="MostCells"/> would not do.</returns>
    private static int? CellsFor(int plants, double perCell, int trialsPerCell, double confidence, Func<int, int, double> atLeast)
    {
        // The probability rises with the cells: bracket from below by the mean, then halve.
        var low = (plants - 1) / trialsPerCell;
        var high = (int)Math.Min(MostCells, Math.Max(low + 1.0, Math.Ceiling(plants / perCell)));
        while (atLeast(plants, high) < confidence)
        {
            if (high == MostCells)
                return null;
            low = high;
            high = (int)Math.Min(MostCells, (high * 1.1) + 4);
        }

        while (high - low > 1)
        {
            var middle = low + ((high - low) / 2);
            if (atLeast(plants, middle) >= confidence)
                high = middle;
            else
                low = middle;
        }

        return high;
    }

    /// <summary>The most plants that still hold, by halving.</summary>
    private static int Promised(int most, Func<int, bool> holds)
    {
        var (low, high) = (0, most + 1);
        while (high - low > 1)
        {
            var middle = low + ((high - low) / 2);
            if (holds(middle))
                low = middle;
            else
                high = middle;
        }

        return low;
    }

    internal static List<Failure> Check(SowingWish wish)
    {
        var failures = new List<Failure>();
        Range("plantsWanted", wish.PlantsWanted, 1, MostPlants);
        Range("seedsPerCell", wish.SeedsPerCell, 1, 5);
        if (wish.CellsPerTray is { } cells)
            Range("cellsPerTray", cells, 1, 1000);
        if (wish.SeedsAvailable is { } seeds)
            Range("seedsAvailable", seeds, 0, 100_000_000);
        Share("emergence", wish.Emergence, oneAllowed: true);
        Share("survival", wish.Survival, oneAllowed: true);
        Share("confidence", wish.Confidence, oneAllowed: false);
        return failures;

        void Range(string field, int value, int low, int high)
        {
            if (value < low || value > high)
                failures.Add(Failure.OutOfRange(field, value, low, high));
        }

        void Share(string field, double value, bool oneAllowed)
        {
            if (!(value > 0 && (value < 1 || (oneAllowed && value == 1))))
                failures.Add(new(oneAllowed ? "share-to-one" : "share-below-one", field, value, 0, 1));
        }
    }
}
