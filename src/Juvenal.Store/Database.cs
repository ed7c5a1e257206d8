using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store;

/// <summary>The one pool of connections, always as the role that owns nothing.</summary>
public sealed class Database(NpgsqlDataSource source)
{
    public const string WebRole = "juvenal_web";

    private readonly Held _held = new();

    /// <summary>An act that loses so often is said to have failed.</summary>
    private const int MostTries = 4;

    /// <summary>
    /// The pool. Statements that recur are prepared by themselves; nothing here is large enough for PostgreSQL to compile it (JIT took
    /// longer than the reads it was meant for), and none is planned again for each value it is asked with: the values do not change how
    /// its rows are found, and planning anew was half of what an act cost PostgreSQL. No statement is cut off: the limit is the request's,
    /// and a re-plan has none.
    /// </summary>
    public static NpgsqlDataSource Source(string connection)
    {
        var settings = new NpgsqlConnectionStringBuilder(connection);
        if (settings.MaxAutoPrepare == 0)
            settings.MaxAutoPrepare = 200;
        settings.CommandTimeout = 0;
        // What a connection is set to is set for a transaction, and gone with it: there is nothing to reset, twice a request.
        settings.NoResetOnClose = true;
        settings.Options ??= "-c jit=off -c plan_cache_mode=force_generic_plan";
        return NpgsqlDataSource.Create(settings);
    }

    public Task<NurseryTransaction> ReadAsync(Guid nursery, CancellationToken cancel) =>
        NurseryTransaction.OpenAsync(source, _held, nursery, null, writes: false, cancel);

    /// <param name="nursery">The one that is seen.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="by">Who acts, by name.</param>
    public Task<NurseryTransaction> WriteAsync(Guid nursery, CancellationToken cancel, string? by = null) =>
        NurseryTransaction.OpenAsync(source, _held, nursery, by, writes: true, cancel);

    /// <summary>
    /// Writes in one transaction, with the first of the locks taken. Where PostgreSQL ended it for the sake of another one (a deadlock, a
    /// serialization failure), or somebody made the same thing at the same moment, the whole act is done again.
    /// </summary>
    /// <param name="nursery">The one that is seen.</param>
    /// <param name="by">Who acts, by name; null where nobody does (a new day).</param>
    /// <param name="touches">What it touches first.</param>
    /// <param name="act">Everything that is read and written; it may be called several times.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<T> ActAsync<T>(
        Guid nursery,
        string? by,
        Touches touches,
        Func<NurseryTransaction, Task<T>> act,
        CancellationToken cancel
    )
    {
        ArgumentNullException.ThrowIfNull(act);
        for (var tries = 1; ; tries++)
        {
            try
            {
                await using var writing = await NurseryTransaction.OpenAsync(
                    source,
                    _held,
                    nursery,
                    by,
                    writes: true,
                    cancel,
                    touches: touches
                );
                var result = await act(writing);
                await writing.CommitAsync(cancel);
                return result;
            }
            catch (Exception e) when (tries < MostTries && IsWorthAnotherTry(e))
            {
                // At once: whoever was in the way has ended.
            }
        }
    }

    public Task ActAsync(Guid nursery, string? by, Touches touches, Func<NurseryTransaction, Task> act, CancellationToken cancel) =>
        ActAsync<object?>(
            nursery,
            by,
            touches,
            async writing =>
            {
                await act(writing);
                return null;
            },
            cancel
        );

    private static bool IsWorthAnotherTry(Exception e) =>
        e is AgainException
        || e is PostgresException { SqlState: PostgresErrorCodes.DeadlockDetected or PostgresErrorCodes.SerializationFailure }
        || e is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation } same && Sql.IsKey(same.ConstraintName);

    /// <summary>The nursery as it is at one moment, however long the reading takes.</summary>
    public Task<NurseryTransaction> SnapshotAsync(Guid nursery, CancellationToken cancel, string? by = null) =>
        NurseryTransaction.OpenAsync(source, _held, nursery, by, writes: true, cancel, System.Data.IsolationLevel.RepeatableRead);

    public Task<AccountTransaction> ReadAsync(Asker asker, CancellationToken cancel) =>
        AccountTransaction.OpenAsync(source, asker, writes: false, cancel);

    public Task<AccountTransaction> WriteAsync(Asker asker, CancellationToken cancel) =>
        AccountTransaction.OpenAsync(source, asker, writes: true, cancel);

    public SignInTries Tries(TimeProvider clock) => new(source, clock);

    /// <summary>Before anything is served or written: the role owns nothing, and the database is of this program's version.</summary>
    /// <exception cref="UnusableDatabaseException">It is not so; the message says what is wrong.</exception>
    public async Task RefuseWhatIsNotOursAsync(CancellationToken cancel)
    {
        const string whoAmI = """
            -- Who is connected, and may it pass the walls between nurseries?
            select current_user = $1 and not rolsuper and not rolbypassrls
            from pg_roles
            where rolname = current_user
            """;
        await using var command = source.CreateCommand(whoAmI);
        command.Parameters.Add(Sql.Of(WebRole));
        if (await command.ExecuteScalarAsync(cancel) is not true)
        {
            throw new UnusableDatabaseException(
                $"The server connects as {WebRole}, a role without superuser or bypass rights, and as nothing else."
            );
        }

        if (await ObstacleAsync(cancel) is { } obstacle)
            throw new UnusableDatabaseException(obstacle);
    }

    /// <summary>Why this program cannot serve the database, as a sentence; null where it can.</summary>
    public async Task<string?> ObstacleAsync(CancellationToken cancel)
    {
        const string migrated = """
            -- Which migrations have run?
            select scriptname
            from schemaversions
            """;
        var applied = new HashSet<string>();
        try
        {
            await using var command = source.CreateCommand(migrated);
            await using var reader = await command.ExecuteReaderAsync(cancel);
            while (await reader.ReadAsync(cancel))
                applied.Add(reader.GetString(0));
        }
        catch (PostgresException e) when (e.SqlState is PostgresErrorCodes.UndefinedTable or PostgresErrorCodes.InsufficientPrivilege)
        {
            // Nothing has run yet.
        }
        catch (NpgsqlException)
        {
            return "The database does not answer.";
        }

        return Migrator.TooNew(applied)
            ?? (applied.IsSupersetOf(Migrator.Names) ? null : "The database is not migrated: run the migrate command first.");
    }

    /// <summary>The ids of all nurseries, oldest first: for planning a new day, and for nothing that answers a request.</summary>
    public async Task<IReadOnlyList<Guid>> EveryNurseryAsync(CancellationToken cancel)
    {
        const string all = """
            -- Which nurseries are there?
            select every_nursery()
            """;
        await using var command = source.CreateCommand(all);
        await using var reader = await command.ExecuteReaderAsync(cancel);
        var rows = new List<Guid>();
        while (await reader.ReadAsync(cancel))
            rows.Add(reader.GetGuid(0));
        return rows;
    }

    /// <summary>False on a new installation, until its first owner has an account.</summary>
    public async Task<bool> AnyoneHasANurseryAsync(CancellationToken cancel)
    {
        const string anyone = """
            -- Has anyone an account here?
            select anyone_has_a_nursery()
            """;
        await using var command = source.CreateCommand(anyone);
        return await command.ExecuteScalarAsync(cancel) is true;
    }
}
