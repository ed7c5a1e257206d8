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
    private BatchState? _state;
    private int _new;

    public IReadOnlyList<LedgerEntry> Entries => _entries;

    public Route Route { get; } = route;

    /// <summary>What it all comes to.</summary>
    public BatchState State => _state ??= Fold.Of(_entries, Route, seedsToEmergence);

    /// <summary>As it stood at the end of a day: what is dated back is about what stood there then.</summary>
    public BatchState On(DateOnly day) =>
        _entries.TrueForAll(e => e.HappenedOn <= day)
            ? State
            // What was taken back or put right since, was so on that day too.
            : Fold.Of(Fold.Effective(_entries).Where(e => e.HappenedOn <= day), Route, seedsToEmergence);

    /// <summary>As it would come to on another path, or with another germination.</summary>
    public BatchState With(Route other, double share) => Fold.Of(_entries, other, share);

    /// <summary>With one more entry, after those of its day.</summary>
    internal BatchLedger And(LedgerEntry entry) =>
        new([.. _entries, entry with { Sequence = FirstNew + _new }], Route, seedsToEmergence) { _new = _new + 1 };
}
