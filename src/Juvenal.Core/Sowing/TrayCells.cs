using Juvenal.Core.Ledger;
using Juvenal.Core.Season;

namespace Juvenal.Core.Sowing;

/// <summary>The cells of a batch's trays against its ledger.</summary>
public static class TrayCells
{
    /// <summary>What stands in the containers it was sown in; null once it has left them.</summary>
    public static Standing? Group(BatchState state, Guid sownIn)
    {
        ArgumentNullException.ThrowIfNull(state);
        return state.Groups.Where(g => g.Group.Container == sownIn && g.Reached <= Stage.Emerge).MaxBy(g => g.Containers);
    }

    /// <summary>The cells as last counted, where they hold every seedling that stands there; null where more was logged since.</summary>
    public static IReadOnlyList<TrayCount>? Current(BatchState state, Guid sownIn) =>
        Group(state, sownIn) is { } group && state.Trays is { Count: > 0 } trays && CellTally.Of(trays.Values.Select(t => t.Cells)).Seedlings == group.Seedlings
            ? [.. trays.OrderBy(t => t.Key).Select(t => new TrayCount(t.Key, t.Value.Cells))]
            : null;
}
