using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>
/// Adds up a batch's ledger. In seedlings, at any moment: emerged (or received) + came over from another batch =
/// standing + lost + snipped + used in grafting + gone + parted.
/// </summary>
public static class Fold
{
    /// <summary>Ids of the entries that are taken back; an undo that is itself taken back has no effect.</summary>
    public static IReadOnlySet<Guid> TakenBack(IEnumerable<LedgerEntry> entries)
    {
        var takenBack = new HashSet<Guid>();
        foreach (var entry in entries.Where(e => e.Kind == EntryKind.Undo).OrderByDescending(e => e.Sequence))
        {
            if (!takenBack.Contains(entry.Id))
                takenBack.Add(entry.Corrects!.Value);
        }

        return takenBack;
    }

    /// <summary>
    /// Entries in order of the day they happened and the sequence they were written in, less undo entries and those taken back;
    /// a corrected one has the numbers of its last correction, and what that says.
    /// </summary>
    /// <param name="entries">Any order.</param>
    public static IReadOnlyList<LedgerEntry> Effective(IEnumerable<LedgerEntry> entries)
    {
        var all = entries.ToList();
        var takenBack = TakenBack(all);
        var corrections = Corrections(all, takenBack);
        return
        [
            .. all.Where(e => e.Kind is not (EntryKind.Undo or EntryKind.Corrected) && !takenBack.Contains(e.Id))
                .Select(e => corrections.TryGetValue(e.Id, out var right) ? e.With(right) : e)
                .OrderBy(e => e.HappenedOn)
                .ThenBy(e => e.Sequence),
        ];
    }

    /// <summary>The correction that holds of each entry that was put right: the last one that was not taken back.</summary>
    /// <param name="entries">Any order.</param>
    /// <param name="takenBack">As <see cref="TakenBack"/> says.</param>
    public static IReadOnlyDictionary<Guid, LedgerEntry> Corrections(IEnumerable<LedgerEntry> entries, IReadOnlySet<Guid> takenBack) =>
        entries
            .Where(e => e.Kind == EntryKind.Corrected && !takenBack.Contains(e.Id))
            .GroupBy(e => e.Corrects!.Value)
            .ToDictionary(g => g.Key, g => g.MaxBy(e => e.Sequence)!);

    /// <summary>An entry with the numbers of its correction, and its day where that was put right too.</summary>
    private static LedgerEntry With(this LedgerEntry entry, LedgerEntry right) =>
        entry with
        {
            HappenedOn = right.NewDay ?? entry.HappenedOn,
            About = right.NewDay is null ? entry.About : right.About,
            Seeds = right.Seeds,
            Seedlings = right.Seedlings,
            Containers = right.Containers,
            ContainersTo = right.ContainersTo,
            Trays = right.Trays,
            Said = right.Said ?? entry.Said,
        };

    /// <summary>The state after all entries.</summary>
    /// <param name="entries">Of one batch, in any order.</param>
    /// <param name="route">The batch's steps.</param>
    /// <param name="seedsToEmergence">Share of seeds expected up, 0–1: emergence has taken place when half of those are up.</param>
    /// <returns>Counts never below 0; an entry that would take one below is left out and named.</returns>
    public static BatchState Of(IEnumerable<LedgerEntry> entries, Route route, double seedsToEmergence) =>
        Sums(entries, route, seedsToEmergence).State();

    internal static FoldSums Sums(IEnumerable<LedgerEntry> entries, Route route, double seedsToEmergence)
    {
        ArgumentNullException.ThrowIfNull(route);
        var sums = new FoldSums(route, seedsToEmergence);
        foreach (var entry in Effective(entries))
            sums.Add(entry);
        return sums;
    }
}
