using System.Security.Cryptography;
using System.Text.Json;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Ledger;

/// <summary>What each command wrote: sent again it is answered the same, with other contents it is refused.</summary>
internal sealed class ActStore(NurseryTransaction nursery)
{
    private const string Select = """
        -- What did this command write?
        select payload_hash, entries
        from act
        where id = $1
        """;

    private const string Insert = """
        -- A command and what it wrote.
        insert into act (nursery_id, id, payload_hash, entries)
        values ($1, $2, $3, $4)
        """;

    /// <summary>A checksum of everything that a command says.</summary>
    /// <param name="payload">Only what is said: nothing that changes by itself.</param>
    public static byte[] Hash<T>(T payload) => SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(payload, Sql.Json));

    /// <returns>The entries it wrote; null where it is new.</returns>
    /// <exception cref="ConflictException">other-payload: the id was used for something else.</exception>
    public async Task<IReadOnlyList<Guid>?> WrittenAsync(Guid id, byte[] hash, CancellationToken cancel)
    {
        var found = await nursery.ListAsync(
            Select,
            r => (Hash: r.GetFieldValue<byte[]>(0), Entries: r.GetFieldValue<Guid[]>(1)),
            cancel,
            Sql.Of(id)
        );
        if (found.Count == 0)
            return null;
        return found[0].Hash.AsSpan().SequenceEqual(hash) ? found[0].Entries : throw new ConflictException("other-payload");
    }

    /// <summary>The entries that an act wrote, in order.</summary>
    /// <exception cref="NotFoundException">There is no such act.</exception>
    public async Task<IReadOnlyList<StoredEntry>> EntriesOfAsync(Guid act, LedgerReader reader, CancellationToken cancel)
    {
        var found = await nursery.ListAsync(Select, r => r.GetFieldValue<Guid[]>(1), cancel, Sql.Of(act));
        return found.Count == 0 ? throw new NotFoundException("act") : await reader.SomeAsync(found[0], cancel);
    }

    public void Keep(Guid id, byte[] hash, IReadOnlyList<Guid> entries) =>
        nursery.WithNext([
            NurseryTransaction.Command(Insert, Sql.Of(nursery.Nursery), Sql.Of(id), Sql.Of(hash), Sql.Of(entries.ToArray())),
        ]);
}
