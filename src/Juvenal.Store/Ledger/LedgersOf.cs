using Juvenal.Core.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Ledger;

/// <summary>
/// The ledgers of some batches: what is held of them, and what was written since. <see cref="Statements"/> go with other readings
/// in one round trip, then <see cref="DoneAsync"/> puts them together.
/// </summary>
/// <param name="nursery">Whose.</param>
/// <param name="batches">One that is not there has no entries.</param>
/// <param name="entries">Of these it is asked too in which batch they are, if they are there (<see cref="In"/>).</param>
internal sealed class LedgersOf(NurseryTransaction nursery, IReadOnlyCollection<Guid> batches, IEnumerable<Guid>? entries = null)
{
    private const string Since = $"""
        -- Ledger entries of some batches after those that are known, in the order they count in.
        select {LedgerReader.Columns}
        from unnest($1::uuid[], $2::bigint[]) as known (of_batch, last)
        join ledger_entry e on e.batch_id = known.of_batch
          and e.sequence > known.last
        order by batch_id, happened_on, sequence
        """;

    private const string Known = """
        -- Which of these entries are there, and in which batch?
        select id, batch_id
        from ledger_entry
        where id = any($1)
        """;

    private readonly Dictionary<Guid, StoredLedger> _held = batches
        .Distinct()
        .ToDictionary(b => b, b => nursery.Held.Ledgers.Of(nursery.Nursery, b));

    private readonly Dictionary<Guid, List<StoredEntry>> _new = [];
    private readonly Dictionary<Guid, Guid> _known = [];

    public IEnumerable<Reading> Statements()
    {
        var last = _held.ToDictionary(h => h.Key, h => h.Value.Last);
        if (last.Values.OfType<LedgerEntry>().Select(e => e.Id).Concat(entries ?? []).ToArray() is { Length: > 0 } known)
            yield return new(Known, r => _known.Add(r.GetGuid(0), r.GetGuid(1)), Sql.Of(known));
        yield return new(
            Since,
            r => Add(LedgerReader.Read(r)),
            Sql.Of(last.Keys.ToArray()),
            Sql.Of(last.Values.Select(e => e?.Sequence ?? 0).ToArray())
        );
    }

    /// <summary>The batch of an entry that was asked for; null: it is not there.</summary>
    public Guid? In(Guid entry) => _known.TryGetValue(entry, out var batch) ? batch : null;

    /// <returns>By batch; a batch without entries has an empty one.</returns>
    public async Task<IReadOnlyDictionary<Guid, StoredLedger>> DoneAsync(CancellationToken cancel)
    {
        // Where the last entry that is held is gone, somebody has put an older database in the place of this one.
        var others = _held.Where(h => h.Value.Last is { } last && !_known.ContainsKey(last.Id)).Select(h => h.Key).ToArray();
        if (others.Length > 0)
        {
            foreach (var other in others)
            {
                _held[other] = new StoredLedger();
                _new.Remove(other);
            }

            await nursery.ReadTogetherAsync(cancel, new Reading(LedgerReader.OfBatches, r => Add(LedgerReader.Read(r)), Sql.Of(others)));
        }

        var all = new Dictionary<Guid, StoredLedger>(_held.Count);
        foreach (var (batch, held) in _held)
        {
            all[batch] = _new.TryGetValue(batch, out var more) ? held.With(more) : held;
            if (more is not null && !nursery.HasWritten)
                nursery.Held.Ledgers.Keep(nursery.Nursery, batch, all[batch]);
        }

        return all;
    }

    private void Add(StoredEntry entry)
    {
        if (!_new.TryGetValue(entry.BatchId, out var of))
            _new[entry.BatchId] = of = [];
        of.Add(entry);
    }
}
