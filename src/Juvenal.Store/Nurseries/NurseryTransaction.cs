using System.Data;
using Npgsql;

namespace Juvenal.Store.Nurseries;

/// <summary>
/// A connection that sees one nursery. For reading, each statement goes with its nursery setting in one round trip;
/// for writing, one transaction that counts only when <see cref="CommitAsync"/> is called.
/// </summary>
public sealed class NurseryTransaction : IAsyncDisposable
{
    private const string SetNursery = "select set_config('app.nursery', $1, true)";

    private readonly NpgsqlConnection _connection;
    private readonly NpgsqlTransaction? _transaction;

    private NurseryTransaction(Guid nursery, NpgsqlConnection connection, NpgsqlTransaction? transaction) =>
        (Nursery, _connection, _transaction) = (nursery, connection, transaction);

    public Guid Nursery { get; }

    internal static async Task<NurseryTransaction> ReadAsync(NpgsqlDataSource source, Guid nursery, CancellationToken cancel) =>
        new(nursery, await source.OpenConnectionAsync(cancel), null);

    internal static async Task<NurseryTransaction> WriteAsync(NpgsqlDataSource source, Guid nursery, CancellationToken cancel)
    {
        var connection = await source.OpenConnectionAsync(cancel);
        try
        {
            var transaction = await connection.BeginTransactionAsync(IsolationLevel.ReadCommitted, cancel);
            await using var set = new NpgsqlCommand(SetNursery, connection, transaction);
            set.Parameters.Add(Sql.Of(nursery.ToString()));
            await set.ExecuteNonQueryAsync(cancel);
            return new(nursery, connection, transaction);
        }
        catch
        {
            await connection.DisposeAsync();
            throw;
        }
    }

    public async Task<List<T>> ListAsync<T>(string sql, Func<NpgsqlDataReader, T> read, CancellationToken cancel, params NpgsqlParameter[] parameters)
    {
        await using var batch = new NpgsqlBatch(_connection, _transaction);
        if (_transaction is null) batch.BatchCommands.Add(Command(SetNursery, Sql.Of(Nursery.ToString())));
        batch.BatchCommands.Add(Command(sql, parameters));
        await using var reader = await batch.ExecuteReaderAsync(cancel);
        if (_transaction is null) await reader.NextResultAsync(cancel);
        var rows = new List<T>();
        while (await reader.ReadAsync(cancel)) rows.Add(read(reader));
        return rows;
    }

    public async Task<T?> OneAsync<T>(string sql, Func<NpgsqlDataReader, T> read, CancellationToken cancel, params NpgsqlParameter[] parameters)
        where T : class
    {
        var rows = await ListAsync(sql, read, cancel, parameters);
        return rows.Count == 0 ? null : rows[0];
    }

    /// <returns>How many rows it changed.</returns>
    public async Task<int> ExecuteAsync(string sql, CancellationToken cancel, params NpgsqlParameter[] parameters)
    {
        await using var batch = new NpgsqlBatch(_connection, Writing());
        batch.BatchCommands.Add(Command(sql, parameters));
        return await batch.ExecuteNonQueryAsync(cancel);
    }

    /// <summary>Many statements in one round trip.</summary>
    public async Task ExecuteManyAsync(IEnumerable<NpgsqlBatchCommand> commands, CancellationToken cancel)
    {
        await using var batch = new NpgsqlBatch(_connection, Writing());
        foreach (var command in commands) batch.BatchCommands.Add(command);
        if (batch.BatchCommands.Count > 0) await batch.ExecuteNonQueryAsync(cancel);
    }

    public static NpgsqlBatchCommand Command(string sql, params NpgsqlParameter[] parameters)
    {
        var command = new NpgsqlBatchCommand(sql);
        command.Parameters.AddRange(parameters);
        return command;
    }

    public Task CommitAsync(CancellationToken cancel) => Writing().CommitAsync(cancel);

    public async ValueTask DisposeAsync()
    {
        if (_transaction is not null) await _transaction.DisposeAsync();
        await _connection.DisposeAsync();
    }

    private NpgsqlTransaction Writing() => _transaction ?? throw new InvalidOperationException("Opened for reading.");
}
