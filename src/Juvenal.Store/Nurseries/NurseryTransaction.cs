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
        (string, string)[] settings,
        IEnumerable<NpgsqlBatchCommand> first
    )
        : base(connection, transaction, settings, first) => (Nursery, By, Held, Writes) = (nursery, by, held, transaction is not null);

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
        Touches? touches = null
    )
    {
        (string, string)[] settings = [("app.nursery", nursery.ToString())];
        var first = touches is { } what ? Locks.First(what) : [];
        var (connection, transaction) = await OpenAsync(source, writes, cancel, isolation);
        var opened = new NurseryTransaction(nursery, by, held, connection, transaction, settings, first)
        {
            // With the first of their locks the inputs have a version that nobody else sees.
            HasWritten = touches is Touches.Inputs or Touches.InputsGo,
        };
        // A snapshot is of the moment it was opened, not of that when it is first looked at.
        if (isolation == IsolationLevel.RepeatableRead)
        {
            try
            {
                await opened.BeginAsync(cancel);
            }
            catch
            {
                await opened.DisposeAsync();
                throw;
            }
        }

        return opened;
    }
}
