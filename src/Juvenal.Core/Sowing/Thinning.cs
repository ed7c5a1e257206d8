using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Seeds;

namespace Juvenal.Core.Sowing;

/// <summary>What becomes of a cell with more than one seedling.</summary>
public enum Fate
{
    /// <summary>One stays, the others are snipped.</summary>
    Snip,

    /// <summary>All are kept, each in a pot of its own at the first move.</summary>
    Separate,
}

/// <summary>A crowded cell and what becomes of it.</summary>
/// <param name="TrayId">Which tray.</param>
/// <param name="Cell">From 0, in the tray's order.</param>
/// <param name="Seedlings">From 2.</param>
/// <param name="Fate">Snip or separate.</param>
public sealed record CrowdedCell(Guid TrayId, int Cell, int Seedlings, Fate Fate);

/// <summary>How a batch is thinned.</summary>
/// <param name="Crowded">Cells with more than one, tray by tray in their order.</param>
/// <param name="Needed">Plants to go on with, so that enough are planted.</param>
/// <param name="Plants">Plants that go on.</param>
/// <param name="Snips">Seedlings to snip.</param>
/// <param name="Separated">Cells to separate.</param>
/// <param name="Minutes">For snipping now and separating at the move.</param>
public sealed record ThinPlan(IReadOnlyList<CrowdedCell> Crowded, int Needed, int Plants, int Snips, int Separated, double Minutes)
{
    /// <summary>Plants beyond the need; below 0 so many are short.</summary>
    public int Spare => Plants - Needed;
}

/// <summary>Thinning by house rule and by need.</summary>
public static class Thinning
{
    /// <summary>Seed leaves touch, and thinning is due, so long after emergence, in true leaves. [model]</summary>
    public const double AtLeaves = 0.4;

    /// <summary>Emergence is over for thinning at this many times the days that half of it took. [model]</summary>
    public const double OverTimes = 1.3;

    /// <summary>The day on which nearly all that come are up: they are counted once more, and then thinned.</summary>
    /// <param name="sown">Day of sowing.</param>
    /// <param name="up">Day on which half were up.</param>
    public static DateOnly Over(DateOnly sown, DateOnly up) => sown.AddDays((int)Math.Ceiling((up.DayNumber - sown.DayNumber) * OverTimes));

    /// <summary>The day seed leaves touch, and not before emergence is over.</summary>
    /// <param name="sown">Day of sowing.</param>
    /// <param name="up">Day on which half were up.</param>
    /// <param name="leavesPerDay">Where they stand, from 0.</param>
    public static DateOnly Due(DateOnly sown, DateOnly up, double leavesPerDay)
    {
        var touch = up.AddDays((int)Math.Clamp(AtLeaves / Math.Max(0.02, leavesPerDay), 1, 14));
        return touch > Over(sown, up) ? touch : Over(sown, up);
    }

    /// <summary>Plants to go on with: the fewest of which enough live to planting, with the chance that is wanted.</summary>
    /// <param name="wanted">Plants, 1–1,000,000.</param>
    /// <param name="survival">From here to planting, above 0 to 1.</param>
    /// <param name="confidence">Between 0 and 1.</param>
    public static int Needed(int wanted, double survival, double confidence) =>
        SowingQuantity
            .Sought(
                new(wanted, 1, survival, confidence),
                "survival",
                plants => plants * survival,
                (enough, plants) => Predictive.Live(enough, plants, survival)
            )
            .Value.Cells;

    /// <summary>Which cells to snip and which to separate.</summary>
    /// <param name="trays">Cells as counted, tray by tray.</param>
    /// <param name="needed">Plants to go on with (<see cref="Needed"/>).</param>
    /// <param name="twins">House rule: separating keeps every seedling; snipping keeps one a cell, and separates only what is
    /// short.</param>
    /// <param name="coming">Seedlings still expected in blank cells, from 0: they fill the need before any is separated.</param>
    /// <returns>The plan; every seedling beyond the first in a cell is either snipped or separated.</returns>
    /// <remarks>
    /// A separated twin lives with <see cref="SowingQuantity.SeparatedTwinSurvival"/> of a single's chance, so more are taken than are
    /// short.
    /// Pairs are separated before fuller cells: their roots are less tangled. [common practice, no source]
    /// </remarks>
    public static ThinPlan Of(IReadOnlyList<TrayCount> trays, int needed, Twins twins, int coming = 0)
    {
        ArgumentNullException.ThrowIfNull(trays);
        var tally = CellTally.Of(trays);
        var crowded = trays
            .SelectMany(t =>
                t.Cells.Select((sign, i) => (t.TrayId, Cell: i, Sign: sign))
                    .Where(c => c.Sign is >= '2' and <= '9')
                    .Select(c => new CrowdedCell(c.TrayId, c.Cell, c.Sign - '0', Fate.Snip))
            )
            .ToList();
        var short_ = Math.Max(0, needed - tally.Occupied - Math.Min(coming, tally.Blank));
        var extra = twins == Twins.Separate ? int.MaxValue : (int)Math.Ceiling(short_ / SowingQuantity.SeparatedTwinSurvival);
        foreach (var i in Enumerable.Range(0, crowded.Count).OrderBy(i => crowded[i].Seedlings))
        {
            if (extra <= 0)
                break;
            crowded[i] = crowded[i] with { Fate = Fate.Separate };
            if (extra != int.MaxValue)
                extra -= crowded[i].Seedlings - 1;
        }

        var snips = crowded.Where(c => c.Fate == Fate.Snip).Sum(c => c.Seedlings - 1);
        var separated = crowded.Where(c => c.Fate == Fate.Separate).ToList();
        return new(
            crowded,
            needed,
            tally.Seedlings - snips,
            snips,
            separated.Count,
            (snips * Handwork.SnippingMinutes) + (separated.Sum(c => c.Seedlings - 1) * Handwork.SeparatingMinutes)
        );
    }

    /// <summary>The cells after the snips of a plan.</summary>
    public static IReadOnlyList<TrayCount> After(IReadOnlyList<TrayCount> trays, ThinPlan plan)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var snipped = plan.Crowded.Where(c => c.Fate == Fate.Snip).ToLookup(c => c.TrayId, c => c.Cell);
        return
        [
            .. trays.Select(t => t with { Cells = new string([.. t.Cells.Select((c, i) => snipped[t.TrayId].Contains(i) ? '1' : c)]) }),
        ];
    }
}
