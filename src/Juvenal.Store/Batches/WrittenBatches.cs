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

        async Task<IReadOnlyList<WrittenBatch>> ReadAsync() =>
            nursery.Held.Open.Same(nursery.Nursery, await nursery.ListAsync(Select, Read, cancel));
    }

    /// <returns>None where it is ended.</returns>
    internal static Task<List<WrittenBatch>> OneAsync(NurseryTransaction nursery, Guid batch, CancellationToken cancel) =>
        nursery.ListAsync(One, Read, cancel, Sql.Of(batch));

    internal static WrittenBatch Read(NpgsqlDataReader r) =>
        new(r.GetGuid(0), (r.GetFieldValue<uint>(1), r.GetFieldValue<uint>(2)), r.GetBoolean(3), r.GetBoolean(4));
}

/// <summary>The batches that are not ended, as each nursery's last look found them: while they are so, they are the same list.</summary>
internal sealed class OpenBatches
{
    /// <summary>Nurseries whose lists are held; beyond it, all are compared anew.</summary>
    private const int Most = 1_000;

    private readonly ConcurrentDictionary<Guid, IReadOnlyList<WrittenBatch>> _last = [];

    public IReadOnlyList<WrittenBatch> Same(Guid nursery, IReadOnlyList<WrittenBatch> now)
    {
        if (_last.TryGetValue(nursery, out var last) && last.SequenceEqual(now))
            return last;
        if (_last.Count > Most)
            _last.Clear();
        return _last[nursery] = now;
    }

    /// <summary>Whether that is the list of the last look.</summary>
    public bool Is(Guid nursery, IReadOnlyCollection<WrittenBatch> batches) =>
        _last.TryGetValue(nursery, out var last) && ReferenceEquals(last, batches);
}
