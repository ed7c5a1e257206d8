using System.Data;
using Npgsql;

namespace Juvenal.Store.Nurseries;

/// <summary>A statement that is read together with others.</summary>
public sealed record Reading(string Sql, Action<NpgsqlDataReader> Row, params NpgsqlParameter[] Parameters);

/// <summary>
/// A connection behind row-level security: it carries what the policies look at (the nursery, the account, …).
/// For reading, each statement goes with its settings in one round trip; for writing, one transaction, whose settings and first locks go
/// with its first statement, and that counts only when <see cref="CommitAsync"/> is called; what is written last can go with that.
/// </summary>
public abstract class Walled : IAsyncDisposable
{
    // Where a statement before it in the same trip fails, PostgreSQL skips it.
    private const string Commit = "commit";

    private readonly NpgsqlConnection _connection;
    private readonly NpgsqlTransaction? _transaction;
    private readonly (string Name, string Value)[] _settings;
    private SideBySide? _beside;

    // What the transaction begins with, until it is sent.
    private IReadOnlyList<NpgsqlBatchCommand>? _first;

    // What is to be written before anything else is asked.
    private readonly List<NpgsqlBatchCommand> _next = [];

    /// <summary>What is read may be the transaction's own, and taken back.</summary>
    internal bool HasWritten { get; private protected set; }

    protected Walled(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        (string Name, string Value)[] settings,
        IEnumerable<NpgsqlBatchCommand>? first = null
    )
    {
        (_connection, _transaction, _settings) = (connection, transaction, settings);
        if (transaction is not null)
            _first = [OfSettings(settings), .. first ?? []];
    }

    public async Task<List<T>> ListAsync<T>(
        string sql,
        Func<NpgsqlDataReader, T> read,
        CancellationToken cancel,
        params NpgsqlParameter[] parameters
    )
    {
        var rows = new List<T>();
        await ReadTogetherAsync(cancel, new Reading(sql, r => rows.Add(read(r)), parameters));
        return rows;
    }

    /// <summary>Several statements in one round trip; each row goes to its statement's reader.</summary>
    public Task ReadTogetherAsync(CancellationToken cancel, params Reading[] statements) =>
        _beside is { } beside ? beside.WaitAsync(statements) : SendAsync(statements, cancel);

    /// <summary>
    /// Runs what starts several readings before it awaits the first: what they ask for at the same time goes in one round trip.
    /// Their code runs by turns, never at once.
    /// </summary>
    public async Task<T> SideBySideAsync<T>(Func<Task<T>> body, CancellationToken cancel)
    {
        var beside = new SideBySide();
        _beside = beside;
        try
        {
            return await beside.RunAsync(body, statements => SendAsync(statements, cancel), cancel);
        }
        finally
        {
            _beside = null;
        }
    }

    private async Task SendAsync(IReadOnlyCollection<Reading> statements, CancellationToken cancel)
    {
        await WriteNextAsync(cancel);
        await using var batch = new NpgsqlBatch(_connection, _transaction);
        var before = AddFirst(batch);
        foreach (var statement in statements)
            batch.BatchCommands.Add(Command(statement.Sql, statement.Parameters));
        await using var reader = await StartAsync(batch, before, cancel);
        foreach (var statement in statements)
        {
            while (await reader.ReadAsync(cancel))
                statement.Row(reader);
            await reader.NextResultAsync(cancel);
        }
    }

    /// <summary>Rows as they come, for what is too long to be held.</summary>
    public async IAsyncEnumerable<T> StreamAsync<T>(
        string sql,
        Func<NpgsqlDataReader, T> read,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel,
        params NpgsqlParameter[] parameters
    )
    {
        await WriteNextAsync(cancel);
        await using var batch = new NpgsqlBatch(_connection, _transaction);
        var before = AddFirst(batch);
        batch.BatchCommands.Add(Command(sql, parameters));
        await using var reader = await StartAsync(batch, before, cancel);
        while (await reader.ReadAsync(cancel))
            yield return read(reader);
    }

    public async Task<T?> OneAsync<T>(
        string sql,
        Func<NpgsqlDataReader, T> read,
        CancellationToken cancel,
        params NpgsqlParameter[] parameters
    )
        where T : class
    {
        var rows = await ListAsync(sql, read, cancel, parameters);
        return rows.Count == 0 ? null : rows[0];
    }

    /// <returns>How many rows it changed.</returns>
    public async Task<int> ExecuteAsync(string sql, CancellationToken cancel, params NpgsqlParameter[] parameters)
    {
        Writing();
        var command = Command(sql, parameters);
        await ExecuteManyAsync([command], cancel);
        return (int)command.RecordsAffected;
    }

    /// <summary>Streams rows into a table by binary COPY. Not into a walled one: PostgreSQL takes those by INSERT alone.</summary>
    private protected async Task CopyAsync(string sql, Func<NpgsqlBinaryImporter, Task> write, CancellationToken cancel)
    {
        Writing();
        await WriteNextAsync(cancel);
        await BeginAsync(cancel);
        await using var importer = await _connection.BeginBinaryImportAsync(sql, cancel);
        await write(importer);
        await importer.CompleteAsync(cancel);
    }

    /// <summary>Many statements in one round trip.</summary>
    public async Task ExecuteManyAsync(IEnumerable<NpgsqlBatchCommand> commands, CancellationToken cancel)
    {
        WithNext(commands);
        await WriteNextAsync(cancel);
    }

    /// <summary>
    /// Statements that go with the next that write, at the latest with <see cref="CommitAsync"/>: a round trip less. What is wrong with
    /// them is said there; whoever has an answer to that, or asks how many rows they changed, has them written at once.
    /// </summary>
    public void WithNext(IEnumerable<NpgsqlBatchCommand> commands)
    {
        Writing();
        _next.AddRange(commands);
    }

    private async Task WriteNextAsync(CancellationToken cancel)
    {
        if (_next.Count == 0)
            return;
        await using var batch = new NpgsqlBatch(_connection, _transaction);
        AddFirst(batch);
        foreach (var command in _next)
            batch.BatchCommands.Add(command);
        _next.Clear();
        await batch.ExecuteNonQueryAsync(cancel);
    }

    public static NpgsqlBatchCommand Command(string sql, params NpgsqlParameter[] parameters)
    {
        var command = new NpgsqlBatchCommand(sql);
        command.Parameters.AddRange(parameters);
        return command;
    }

    public async Task CommitAsync(CancellationToken cancel)
    {
        WithNext([new(Commit)]);
        await WriteNextAsync(cancel);
    }

    public async ValueTask DisposeAsync()
    {
        if (_transaction is not null)
            await _transaction.DisposeAsync();
        await _connection.DisposeAsync();
        GC.SuppressFinalize(this);
    }

    /// <summary>Opens a connection; for writing, with its transaction.</summary>
    private protected static async Task<(NpgsqlConnection Connection, NpgsqlTransaction? Transaction)> OpenAsync(
        NpgsqlDataSource source,
        bool writes,
        CancellationToken cancel,
        IsolationLevel isolation = IsolationLevel.ReadCommitted
    )
    {
        var connection = await source.OpenConnectionAsync(cancel);
        if (!writes)
            return (connection, null);
        try
        {
            return (connection, await connection.BeginTransactionAsync(isolation, cancel));
        }
        catch
        {
            await connection.DisposeAsync();
            throw;
        }
    }

    /// <summary>Sends what the transaction begins with, where nothing else was sent yet.</summary>
    private protected async Task BeginAsync(CancellationToken cancel)
    {
        await using var batch = new NpgsqlBatch(_connection, _transaction);
        if (AddFirst(batch) > 0)
            await batch.ExecuteNonQueryAsync(cancel);
    }

    /// <summary>What the policies look at goes before each reading; a transaction gets it once, with its first locks.</summary>
    /// <returns>How many statements were added.</returns>
    private int AddFirst(NpgsqlBatch batch)
    {
        var first = _transaction is null ? [OfSettings(_settings)] : _first ?? [];
        _first = null;
        foreach (var command in first)
            batch.BatchCommands.Add(command);
        return first.Count;
    }

    /// <summary>One column for each: it goes before every reading, and a list would have to be taken apart.</summary>
    private static NpgsqlBatchCommand OfSettings((string Name, string Value)[] settings) =>
        Command(
            $"select {string.Join(", ", settings.Select((_, i) => $"set_config(${(2 * i) + 1}, ${(2 * i) + 2}, true)"))}",
            [.. settings.SelectMany(s => new[] { Sql.Of(s.Name), Sql.Of(s.Value) })]
        );

    /// <summary>A reader at the results after those of the first statements.</summary>
    private static async Task<NpgsqlDataReader> StartAsync(NpgsqlBatch batch, int before, CancellationToken cancel)
    {
        var reader = await batch.ExecuteReaderAsync(cancel);
        try
        {
            for (var i = 0; i < before; i++)
                await reader.NextResultAsync(cancel);
            return reader;
        }
        catch
        {
            await reader.DisposeAsync();
            throw;
        }
    }

    private NpgsqlTransaction Writing()
    {
        HasWritten = true;
        return _transaction ?? throw new InvalidOperationException("Opened for reading.");
    }
}
