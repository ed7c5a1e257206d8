using Juvenal.Core.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Ledger;

/// <summary>
/// The ledgers of some batches: what is held of them, and what was written since. <see cref="Statements"/> go with other readings
/// in one round trip, then <see cref="DoneAsync"/> puts them together.
/// </summary>
/// <param name="nursery">Whose.</param>
/// <param name="batches">One that is not there has no entries.</param>
internal sealed class LedgersOf(NurseryTransaction nursery, IReadOnlyCollection<Guid> batches)
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
        -- How many of the entries that are known there are.
        select known.of_batch, count(*)::int
        from unnest($1::uuid[], $2::bigint[]) as known (of_batch, last)
        join ledger_entry e on e.batch_id = known.of_batch
          and e.sequence <= known.last
        group by known.of_batch
        """;

    private readonly Dictionary<Guid, IReadOnlyList<StoredEntry>> _held = batches
        .Distinct()
        .ToDictionary(b => b, b => nursery.Held.Ledgers.Of(nursery.Nursery, b));

    private readonly Dictionary<Guid, List<StoredEntry>> _new = [];
    private readonly Dictionary<Guid, int> _known = [];

    public IEnumerable<Reading> Statements()
    {
        var held = _held.Where(h => h.Value.Count > 0).ToList();
        if (held.Count > 0)
        {
            yield return new(
                Known,
                r => _known[r.GetGuid(0)] = r.GetInt32(1),
                Sql.Of(held.Select(h => h.Key).ToArray()),
                Sql.Of(held.Select(h => Last(h.Value)).ToArray())
            );
        }

        yield return new(Since, r => Add(LedgerReader.Read(r)), Sql.Of(_held.Keys.ToArray()), Sql.Of(_held.Values.Select(Last).ToArray()));
    }

    /// <returns>By batch, in the order they count in; a batch without entries has an empty one.</returns>
    public async Task<IReadOnlyDictionary<Guid, IReadOnlyList<StoredEntry>>> DoneAsync(CancellationToken cancel)
    {
        // Where entries are gone that are held, somebody has put another database in the place of this one.
        var others = _held.Where(h => h.Value.Count != _known.GetValueOrDefault(h.Key)).Select(h => h.Key).ToArray();
        if (others.Length > 0)
        {
            foreach (var other in others)
            {
                _held[other] = [];
                _new.Remove(other);
            }

            await nursery.ReadTogetherAsync(cancel, new Reading(LedgerReader.OfBatches, r => Add(LedgerReader.Read(r)), Sql.Of(others)));
        }

        var all = new Dictionary<Guid, IReadOnlyList<StoredEntry>>(_held.Count);
        foreach (var (batch, held) in _held)
        {
            all[batch] = _new.TryGetValue(batch, out var more) ? Together(held, more) : held;
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

    private static List<StoredEntry> Together(IReadOnlyList<StoredEntry> held, List<StoredEntry> more) =>
        held.Count == 0 ? more : [.. held.Concat(more).OrderBy(e => e.Entry.HappenedOn).ThenBy(e => e.Entry.Sequence)];

    private static long Last(IReadOnlyList<StoredEntry> entries) => entries.Count == 0 ? 0 : entries.Max(e => e.Entry.Sequence);
}
