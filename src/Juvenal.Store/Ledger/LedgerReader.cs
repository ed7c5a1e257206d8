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
    private const string Columns = """
        batch_id, id, sequence, happened_on, kind, step_id, from_container_id, from_place_id, to_container_id, to_place_id,
          seeds, seedlings, containers, containers_to, reason, new_day, corrects, written_at, payload_hash, by_name, lot_id, trays, act,
          group_id, said, said_on, about, sure
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

    public Task<List<StoredEntry>> OfAsync(Guid batch, CancellationToken cancel) =>
        nursery.ListAsync(OfBatches, Read, cancel, Sql.Of(new[] { batch }));

    public Task<StoredEntry?> OneAsync(Guid id, CancellationToken cancel) => nursery.OneAsync(ById, Read, cancel, Sql.Of(id));

    public static StoredEntry Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            new(
                r.GetGuid(1),
                r.GetInt64(2),
                r.GetFieldValue<DateOnly>(3),
                r.Enum<EntryKind>(4),
                r.OrNull<Guid>(5) is { } step ? new StepId(step) : null,
                Spot(r, 6),
                Spot(r, 8),
                r.GetInt32(10),
                r.GetInt32(11),
                r.GetInt32(12),
                r.GetInt32(13),
                r.TextOrNull(14),
                r.OrNull<DateOnly>(15),
                r.OrNull<Guid>(16),
                r.OrNull<Guid>(20),
                r.IsDBNull(21) ? null : r.FromJson<List<TrayCount>>(21),
                r.OrNull<Guid>(22),
                r.OrNull<Guid>(23) is { } group ? new GroupId(group) : null,
                r.IsDBNull(24) ? null : r.FromJson<EntryDetail>(24),
                r.OrNull<short>(26),
                r.IsDBNull(27) ? null : r.GetFieldValue<string[]>(27)
            ),
            r.GetDateTime(17),
            r.GetFieldValue<byte[]>(18),
            r.TextOrNull(19),
            r.OrNull<DateOnly>(25)
        );

    private static Spot? Spot(NpgsqlDataReader r, int column) =>
        r.OrNull<Guid>(column + 1) is { } place ? new Spot(r.OrNull<Guid>(column), place) : null;
}
