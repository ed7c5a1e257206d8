using Juvenal.Core.Ledger;
using Juvenal.Core.Season;

namespace Juvenal.Store.Ledger;

/// <summary>The ledger of a batch as it is written, with what it comes to once that was asked.</summary>
internal sealed class StoredLedger
{
    // Asked twice at once, it is added up twice; both are the same.
    private BatchLedger? _added;

    private StoredLedger(IReadOnlyList<StoredEntry> entries, BatchLedger? added) =>
        (Entries, Last, _added) = (entries, entries.MaxBy(e => e.Entry.Sequence)?.Entry, added);

    /// <summary>Without entries.</summary>
    public StoredLedger()
        : this([], null) { }

    /// <summary>In the order they count in.</summary>
    public IReadOnlyList<StoredEntry> Entries { get; }

    /// <summary>That was written last.</summary>
    public LedgerEntry? Last { get; }

    /// <summary>With entries that were written since.</summary>
    /// <param name="more">In the order they count in.</param>
    public StoredLedger With(IReadOnlyList<StoredEntry> more) =>
        new(
            Entries is not [.., var last] || last.Entry.HappenedOn <= more[0].Entry.HappenedOn
                ? [.. Entries, .. more]
                : [.. Entries.Concat(more).OrderBy(e => e.Entry.HappenedOn).ThenBy(e => e.Entry.Sequence)],
            _added?.With([.. more.Select(e => e.Entry)])
        );

    /// <summary>To be added up on a path, with a germination; as it was asked last, it goes on from there.</summary>
    public BatchLedger On(Route route, double seedsToEmergence)
    {
        var added = _added;
        if (added?.IsOn(route, seedsToEmergence) != true)
            _added = added = new(Entries.Select(e => e.Entry), route, seedsToEmergence);
        return added;
    }
}
