using System.Data;
using Juvenal.Store.Batches;
using Npgsql;

namespace Juvenal.Store.Nurseries;

/// <summary>A connection that sees one nursery.</summary>
public sealed class NurseryTransaction : Walled
{
    private NurseryTransaction(
        Guid nursery,
        string? by,
        Held held,
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        (string, string)[] settings
    )
        : base(connection, transaction, settings) => (Nursery, By, Held, Writes) = (nursery, by, held, transaction is not null);

    public Guid Nursery { get; }

    /// <summary>Who acts, by name; null where nobody does (a new day).</summary>
    public string? By { get; }

    /// <summary>By this server.</summary>
    internal Held Held { get; }

    internal bool Writes { get; }

    /// <summary>The batches that are not ended, once they were asked for; of a reading alone.</summary>
    internal Task<IReadOnlyList<WrittenBatch>>? Open { get; set; }

    /// <inheritdoc cref="Walled.CopyAsync"/>
    internal new Task CopyAsync(string sql, Func<NpgsqlBinaryImporter, Task> write, CancellationToken cancel) =>
        base.CopyAsync(sql, write, cancel);

    internal static async Task<NurseryTransaction> OpenAsync(
        NpgsqlDataSource source,
        Held held,
        Guid nursery,
        string? by,
        bool writes,
        CancellationToken cancel,
        IsolationLevel isolation = IsolationLevel.ReadCommitted,
        IEnumerable<NpgsqlBatchCommand>? first = null
    )
    {
        (string, string)[] settings = [("app.nursery", nursery.ToString())];
        var (connection, transaction) = await OpenAsync(source, writes, settings, cancel, isolation, first);
        return new(nursery, by, held, connection, transaction, settings);
    }
}
