using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>The ledger of a batch, as it stands and as an entry finds it.</summary>
/// <param name="entries">Those that are written, in any order.</param>
/// <param name="route">The steps of the batch.</param>
/// <param name="seedsToEmergence">Share of seeds expected up, 0–1.</param>
public sealed class BatchLedger(IEnumerable<LedgerEntry> entries, Route route, double seedsToEmergence)
{
    // After all that are written: what the database numbers comes before.
    private const long FirstNew = long.MaxValue - 1_000_000;

    private readonly List<LedgerEntry> _entries = [.. entries];
    private FoldSums? _sums;
    private BatchState? _state;
    private int _new;

    public IReadOnlyList<LedgerEntry> Entries => _entries;

    public Route Route { get; } = route;

    /// <summary>What it all comes to.</summary>
    public BatchState State => _state ??= (_sums ??= Fold.Sums(_entries, Route, seedsToEmergence)).State();

    /// <summary>Whether it was added up on such a path, with such a germination.</summary>
    public bool IsOn(Route other, double share)
    {
        ArgumentNullException.ThrowIfNull(other);
        return share.Equals(seedsToEmergence) && Route.All.SequenceEqual(other.All);
    }

    /// <summary>With entries that were written since.</summary>
    /// <param name="more">In the order in which they count.</param>
    public BatchLedger With(IReadOnlyList<LedgerEntry> more) =>
        new([.. _entries, .. more], Route, seedsToEmergence) { _sums = Continued(more), _new = _new };

    /// <summary>As it stood at the end of a day: what is dated back is about what stood there then.</summary>
    public BatchState On(DateOnly day) =>
        _entries.TrueForAll(e => e.HappenedOn <= day)
            ? State
            // What was taken back or put right since, was so on that day too.
            : Fold.Of(Fold.Effective(_entries).Where(e => e.HappenedOn <= day), Route, seedsToEmergence);

    /// <summary>As it would come to on another path, or with another germination.</summary>
    public BatchState With(Route other, double share) => Fold.Of(_entries, other, share);

    /// <summary>With one more entry, after those of its day.</summary>
    internal BatchLedger And(LedgerEntry entry)
    {
        var after = With([entry with { Sequence = FirstNew + _new }]);
        after._new++;
        return after;
    }

    /// <summary>What has been added up goes on, where what comes is after all of it and changes none of it; else null.</summary>
    private FoldSums? Continued(IReadOnlyList<LedgerEntry> more)
    {
        if (_sums is not { } sums || more.Any(e => e.Kind is EntryKind.Undo or EntryKind.Corrected))
            return null;
        // An entry may be taken back before it is there, in what was written by others.
        if (_entries.Exists(e => e.Corrects is { } wrong && more.Any(m => m.Id == wrong)))
            return null;
        var last = sums.Last;
        foreach (var entry in more)
        {
            if (last is { } before && (entry.HappenedOn, entry.Sequence).CompareTo(before) <= 0)
                return null;
            last = (entry.HappenedOn, entry.Sequence);
        }

        return sums.Then(more);
    }
}
