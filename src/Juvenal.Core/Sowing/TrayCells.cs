using Juvenal.Core.Ledger;
using Juvenal.Core.Season;

namespace Juvenal.Core.Sowing;

/// <summary>The cells of a batch's trays against its ledger.</summary>
public static class TrayCells
{
    /// <summary>What stands in the containers it was sown in; null once it has left them.</summary>
    public static Group? Group(BatchState state, Guid sownIn)
    {
        ArgumentNullException.ThrowIfNull(state);
        return state.Groups.Where(g => g.At.Container == sownIn && g.Reached.Kind <= StepKind.Up).MaxBy(g => g.Containers);
    }

    /// <summary>Seedlings that a count of some trays shows beyond those that stand by the ledger; below 0 so many fewer.</summary>
    /// <param name="standing">In the trays, by the ledger, from 0.</param>
    /// <param name="inCells">Of those, in counted cells of all trays before this count, from 0.</param>
    /// <param name="stood">In the cells of these trays before, from 0.</param>
    /// <param name="stand">In them now, from 0.</param>
    /// <param name="all">These are all the trays: then their cells are what stands.</param>
    /// <returns>
    /// Seedlings that were typed as a total and are in no counted cell yet are taken for the new ones in these cells first:
    /// a count never adds a seedling twice.
    /// </returns>
    public static int More(int standing, int inCells, int stood, int stand, bool all) =>
        all ? stand - standing
        : stand > stood ? Math.Max(0, stand - stood - Math.Max(0, standing - inCells))
        : stand - stood;

    /// <summary>The cells as last counted, where they hold every seedling that stands there; null where more was logged since.</summary>
    public static IReadOnlyList<TrayCount>? Current(BatchState state, Guid sownIn) =>
        Group(state, sownIn) is { } group
        && state.Trays is { Count: > 0 } trays
        && CellTally.Of(trays.Values.Select(t => t.Cells)).Seedlings == group.Seedlings
            ? [.. trays.OrderBy(t => t.Key).Select(t => new TrayCount(t.Key, t.Value.Cells))]
            : null;
}
