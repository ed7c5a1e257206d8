using System.Collections.Concurrent;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>
/// What was read of batches, by the writing of their row: counts, groups, path, plan and jobs of a batch are only ever written together
/// with it, so that nothing that is held is older than what stands. What is in several batches, or is written without them
/// (trays, labels), is not held here. Filled from what others can see too; what a transaction has written and
/// may take back is not held.
/// </summary>
/// <param name="most">Batches that are held for all nurseries together; beyond it, all of them are read anew.</param>
internal sealed class BatchCache<T>(int most)
{
    private readonly ConcurrentDictionary<(Guid Nursery, Guid Batch), ((uint, uint) Written, IReadOnlyList<T> Rows)> _held = [];

    // Of all that are not ended, for as long as nothing of them is written: most looks find them so.
    private readonly ConcurrentDictionary<Guid, (IReadOnlyCollection<WrittenBatch> Batches, IReadOnlyList<T> Rows)> _open = [];

    /// <param name="nursery">Whose.</param>
    /// <param name="batches">Which, as they were read in an earlier statement of the same look: what is read now is as they are, or newer.</param>
    /// <param name="read">Reads the rows of batches that are not held.</param>
    /// <returns>In the order of the batches.</returns>
    public async Task<IReadOnlyList<T>> OfAsync(
        NurseryTransaction nursery,
        IReadOnlyCollection<WrittenBatch> batches,
        Func<Guid[], Task<List<(Guid Batch, T Row)>>> read
    )
    {
        if (_open.TryGetValue(nursery.Nursery, out var same) && ReferenceEquals(same.Batches, batches))
            return same.Rows;
        var (found, unknown) = (new List<(Guid Batch, IReadOnlyList<T>? Rows)>(batches.Count), new Dictionary<Guid, (uint, uint)>());
        foreach (var batch in batches)
        {
            if (_held.TryGetValue((nursery.Nursery, batch.Id), out var held) && held.Written == batch.Written)
                found.Add((batch.Id, held.Rows));
            else
            {
                found.Add((batch.Id, null));
                unknown[batch.Id] = batch.Written;
            }
        }

        var rows = unknown.Count == 0 ? null : (await read([.. unknown.Keys])).ToLookup(r => r.Batch, r => r.Row);
        if (rows is not null && !nursery.HasWritten)
        {
            if (_held.Count > most)
            {
                _held.Clear();
                _open.Clear();
            }

            foreach (var (batch, written) in unknown)
                _held[(nursery.Nursery, batch)] = (written, [.. rows[batch]]);
        }

        T[] all = [.. found.SelectMany(f => f.Rows ?? rows![f.Batch])];
        if (!nursery.HasWritten && nursery.Held.Open.Is(nursery.Nursery, batches))
            _open[nursery.Nursery] = (batches, all);
        return all;
    }
}
