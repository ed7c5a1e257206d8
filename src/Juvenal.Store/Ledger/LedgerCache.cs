namespace Juvenal.Store.Ledger;

/// <summary>
/// Ledgers of batches as they were read last. An entry never changes, and those of a batch are written under its lock, numbered as
/// they are written: what is missing of a ledger that was read before is what has a higher number than its last entry.
/// Filled from what others can see too; what a transaction has written and may take back is not held.
/// </summary>
internal sealed class LedgerCache
{
    /// <summary>Entries that are held for all nurseries together, about 10 MB; beyond it, the ledgers asked for longest ago go.</summary>
    private const int Most = 20_000;

    private readonly Lock _lock = new();
    private readonly Dictionary<(Guid Nursery, Guid Batch), (StoredLedger Ledger, long Used)> _held = [];
    private int _count;
    private long _clock;

    /// <summary>Without entries: not held.</summary>
    public StoredLedger Of(Guid nursery, Guid batch)
    {
        lock (_lock)
        {
            if (!_held.TryGetValue((nursery, batch), out var held))
                return new StoredLedger();
            _held[(nursery, batch)] = held with { Used = ++_clock };
            return held.Ledger;
        }
    }

    public void Keep(Guid nursery, Guid batch, StoredLedger ledger)
    {
        lock (_lock)
        {
            Forget((nursery, batch));
            _held[(nursery, batch)] = (ledger, ++_clock);
            _count += ledger.Entries.Count;
            if (_count <= Most)
                return;
            foreach (var (oldest, _) in _held.OrderBy(h => h.Value.Used).ToList())
            {
                Forget(oldest);
                // Room for some, so that it need not be looked for each time.
                if (_count <= Most * 3 / 4)
                    break;
            }
        }
    }

    private void Forget((Guid Nursery, Guid Batch) ledger)
    {
        if (_held.Remove(ledger, out var held))
            _count -= held.Ledger.Entries.Count;
    }
}
