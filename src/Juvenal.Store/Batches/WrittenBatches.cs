using System.Collections.Concurrent;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>A batch, and which writing of it stands.</summary>
/// <param name="Written">The transactions that last wrote its row and that of its cultivar: while they are the same, so is all that is
/// written with them.</param>
/// <param name="Stale">Its plan is still to follow a change.</param>
/// <param name="ToBegin">Nothing of it was sown, or taken in.</param>
public readonly record struct WrittenBatch(Guid Id, (uint Batch, uint Cultivar) Written, bool Stale, bool ToBegin);

/// <summary>Which writing of batches stands.</summary>
public static class WrittenBatches
{
    private const string Select = $"""
        -- Batches that are not ended: which writing of them stands, and whether their plan is out of date.
        {Which}
        """;

    private const string One = $"""
        -- A batch, unless it is ended: as above.
        {Which}
          and b.id = $1
        """;

    private const string Which = $"""
        select {Columns}
        from {From}
        where b.ended_on is null
        """;

    /// <summary><see cref="Read"/> takes them in this order.</summary>
    internal const string Columns = $"b.id, b.xmin, c.xmin, {BatchRow.OutOfDate}, b.ended_on is null and b.seeds_sown = 0";

    internal const string From = "batch b join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id";

    /// <summary>All that are not ended: read once in a look, whose parts share them.</summary>
    public static Task<IReadOnlyList<WrittenBatch>> AllAsync(NurseryTransaction nursery, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(nursery);
        return nursery.Writes ? ReadAsync() : nursery.Open ??= ReadAsync();

        async Task<IReadOnlyList<WrittenBatch>> ReadAsync() => await nursery.ListAsync(Select, Read, cancel);
    }

    /// <returns>None where it is ended.</returns>
    internal static Task<List<WrittenBatch>> OneAsync(NurseryTransaction nursery, Guid batch, CancellationToken cancel) =>
        nursery.ListAsync(One, Read, cancel, Sql.Of(batch));

    internal static WrittenBatch Read(NpgsqlDataReader r) =>
        new(r.GetGuid(0), (r.GetFieldValue<uint>(1), r.GetFieldValue<uint>(2)), r.GetBoolean(3), r.GetBoolean(4));
}

/// <summary>
/// What was read of batches, by the writing of their row: counts, groups, path, plan and jobs of a batch are only ever written together
/// with it, so that nothing that is held is older than what stands. What is in several batches, or is written without them
/// (trays, labels, what the grower has seen), is not held here. Filled from what others can see too; what a transaction has written and
/// may take back is not held.
/// </summary>
/// <param name="most">Batches that are held for all nurseries together; beyond it, all of them are read anew.</param>
internal sealed class BatchCache<T>(int most)
{
    private readonly ConcurrentDictionary<(Guid Nursery, Guid Batch), ((uint, uint) Written, IReadOnlyList<T> Rows)> _held = [];

    /// <param name="nursery">Whose.</param>
    /// <param name="batches">Which, as they were read in an earlier statement of the same look: what is read now is as they are, or newer.</param>
    /// <param name="read">Reads the rows of batches that are not held.</param>
    /// <returns>In the order of the batches.</returns>
    public async Task<List<T>> OfAsync(
        NurseryTransaction nursery,
        IReadOnlyCollection<WrittenBatch> batches,
        Func<Guid[], Task<List<(Guid Batch, T Row)>>> read
    )
    {
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
                _held.Clear();
            foreach (var (batch, written) in unknown)
                _held[(nursery.Nursery, batch)] = (written, [.. rows[batch]]);
        }

        return [.. found.SelectMany(f => f.Rows ?? rows![f.Batch])];
    }
}
