using Juvenal.Core.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Ledger;

/// <summary>What was written today in one go: undone by undoing any entry of it.</summary>
/// <param name="Entries">In the order they were written; of one batch or several.</param>
public sealed record DoneJob(IReadOnlyList<StoredEntry> Entries);

/// <summary>What was done on a day of the nursery and still stands.</summary>
public static class DoneToday
{
    /// <summary>More entries than this of one day are not looked at: who logs more, undoes them in the ledger.</summary>
    private const int MostEntries = 400;

    /// <returns>The last first.</returns>
    public static async Task<IReadOnlyList<DoneJob>> OfAsync(NurseryTransaction nursery, DateOnly today, CancellationToken cancel)
    {
        // What takes back something of today was written today too.
        var entries = await new LedgerReader(nursery).SaidAsync(today, MostEntries, cancel);
        var takenBack = Fold.TakenBack(entries.Select(e => e.Entry));
        return
        [
            .. entries
                .Where(e => e.Entry.Kind is not (EntryKind.Undo or EntryKind.Corrected) && !takenBack.Contains(e.Entry.Id))
                .GroupBy(e => e.Entry.Act ?? e.Entry.Id)
                .OrderByDescending(g => g.Max(e => e.Entry.Sequence))
                .Select(g => new DoneJob([.. g.OrderBy(e => e.Entry.Sequence)])),
        ];
    }
}
