using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Ledger;

/// <summary>An entry with what only the store knows of it.</summary>
public sealed record StoredEntry(
    Guid BatchId,
    LedgerEntry Entry,
    DateTime WrittenAt,
    byte[] PayloadHash,
    string? By,
    DateOnly? SaidOn = null
);

internal sealed class LedgerReader(NurseryTransaction nursery)
{
    /// <summary><see cref="Read"/> takes them in this order.</summary>
    public const string Columns = """
        batch_id, id, sequence, happened_on, kind, step_id, from_container_id, from_place_id, to_container_id, to_place_id,
          seeds, seedlings, containers, containers_to, reason, new_day, corrects, lot_id, trays, act, group_id, said, about, sure,
          written_at, payload_hash, by_name, said_on
        """;

    private const string All = $"""
        -- Every ledger entry, in the order they count in.
        select {Columns}
        from ledger_entry
        order by batch_id, happened_on, sequence
        """;

    /// <summary>One parameter: the batches.</summary>
    public const string OfBatches = $"""
        -- Ledger entries of some batches, in the order they count in.
        select {Columns}
        from ledger_entry
        where batch_id = any($1)
        order by batch_id, happened_on, sequence
        """;

    private const string ById = $"""
        -- One entry, whichever batch it belongs to.
        select {Columns}
        from ledger_entry
        where id = $1
        """;

    private const string ByIds = $"""
        -- Some entries, in the order they were written.
        select {Columns}
        from ledger_entry
        where id = any($1)
        order by sequence
        """;

    private const string SaidOnDay = $"""
        -- What was written on a day of the nursery, the last first.
        select {Columns}
        from ledger_entry
        where said_on = $1
        order by sequence desc
        limit $2
        """;

    private const string OfAct = $"""
        -- The entries of one act, in all its batches.
        select {Columns}
        from ledger_entry
        where act = $1
        order by batch_id, sequence
        """;

    public Task<List<StoredEntry>> SaidAsync(DateOnly day, int most, CancellationToken cancel) =>
        nursery.ListAsync(SaidOnDay, Read, cancel, Sql.Of(day), Sql.Of(most));

    public Task<List<StoredEntry>> ActAsync(Guid act, CancellationToken cancel) => nursery.ListAsync(OfAct, Read, cancel, Sql.Of(act));

    public Task<List<StoredEntry>> SomeAsync(Guid[] ids, CancellationToken cancel) => nursery.ListAsync(ByIds, Read, cancel, Sql.Of(ids));

    public Task<List<StoredEntry>> AllAsync(CancellationToken cancel) => nursery.ListAsync(All, Read, cancel);

    public async Task<IReadOnlyList<StoredEntry>> OfAsync(Guid batch, CancellationToken cancel) => (await OfAsync([batch], cancel))[batch];

    /// <returns>By batch, in the order they count in.</returns>
    public async Task<IReadOnlyDictionary<Guid, IReadOnlyList<StoredEntry>>> OfAsync(
        IReadOnlyCollection<Guid> batches,
        CancellationToken cancel
    )
    {
        var ledgers = new LedgersOf(nursery, batches);
        await nursery.ReadTogetherAsync(cancel, [.. ledgers.Statements()]);
        return (await ledgers.DoneAsync(cancel)).ToDictionary(l => l.Key, l => l.Value.Entries);
    }

    public Task<StoredEntry?> OneAsync(Guid id, CancellationToken cancel) => nursery.OneAsync(ById, Read, cancel, Sql.Of(id));

    public static StoredEntry Read(NpgsqlDataReader reader)
    {
        var r = new Row(reader);
        return new(
            r.Id(),
            new(
                Id: r.Id(),
                Sequence: r.Long(),
                HappenedOn: r.Day(),
                Kind: r.Enum<EntryKind>(),
                Step: r.OrNull<Guid>() is { } step ? new StepId(step) : null,
                From: SpotOf(r),
                To: SpotOf(r),
                Seeds: r.Int(),
                Seedlings: r.Int(),
                Containers: r.Int(),
                ContainersTo: r.Int(),
                Reason: r.TextOrNull(),
                NewDay: r.OrNull<DateOnly>(),
                Corrects: r.OrNull<Guid>(),
                LotId: r.OrNull<Guid>(),
                Trays: r.JsonOrNull<List<TrayCount>>(),
                Act: r.OrNull<Guid>(),
                Group: r.OrNull<Guid>() is { } group ? new GroupId(group) : null,
                Said: r.JsonOrNull<EntryDetail>(),
                About: r.OrNull<short>(),
                Sure: r.ArrayOrNull<string>()
            ),
            r.Time(),
            r.Array<byte>(),
            r.TextOrNull(),
            r.OrNull<DateOnly>()
        );
    }

    private static Spot? SpotOf(Row r)
    {
        var (container, place) = (r.OrNull<Guid>(), r.OrNull<Guid>());
        return place is { } there ? new Spot(container, there) : null;
    }
}
