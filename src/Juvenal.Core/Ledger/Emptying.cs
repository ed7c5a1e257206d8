namespace Juvenal.Core.Ledger;

/// <summary>Which containers a move or a loss empties and fills, where nobody counted them.</summary>
public static class Emptying
{
    /// <summary>Containers that a group has no longer.</summary>
    /// <param name="kind">Moved, lost, snipped, used, out or parted.</param>
    /// <param name="seedlings">How many go, from 0.</param>
    /// <param name="group">The group as it stands before.</param>
    /// <returns>
    /// Moved, out, parted: one each; the last plant out empties the tray, blank cells and all. Lost: one each; what has not come up may
    /// still.
    /// Snipped: none as long as twins are left, then one each.
    /// </returns>
    public static int Emptied(EntryKind kind, int seedlings, Group group)
    {
        ArgumentNullException.ThrowIfNull(group);
        var oneEach = Math.Min(seedlings, group.Containers);
        return kind switch
        {
            EntryKind.Moved or EntryKind.Out or EntryKind.Parted when seedlings >= group.Seedlings => group.Containers,
            EntryKind.Snipped => Math.Clamp(seedlings - Math.Max(0, group.Seedlings - group.Containers), 0, oneEach),
            _ => oneEach,
        };
    }

    /// <summary>
    /// Containers that the other group has more: the same ones where the kind stays, one for each plant where it changes, none in a bed.
    /// </summary>
    public static int Filled(Spot from, Spot to, int seedlings, int emptied) =>
        to.Container is null ? 0
        : to.Container == from.Container ? emptied
        : seedlings;
}
