using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store;

/// <summary>The one pool of connections, always as the role that owns nothing.</summary>
public sealed class Database(NpgsqlDataSource source)
{
    public const string WebRole = "juvenal_web";

    public Task<NurseryTransaction> ReadAsync(Guid nursery, CancellationToken cancel) =>
        NurseryTransaction.OpenAsync(source, nursery, null, writes: false, cancel);

    /// <param name="nursery">The one that is seen.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="by">Who acts, by name.</param>
    public Task<NurseryTransaction> WriteAsync(Guid nursery, CancellationToken cancel, string? by = null) =>
        NurseryTransaction.OpenAsync(source, nursery, by, writes: true, cancel);

    /// <summary>The nursery as it is at one moment, however long the reading takes.</summary>
    public Task<NurseryTransaction> SnapshotAsync(Guid nursery, CancellationToken cancel, string? by = null) =>
        NurseryTransaction.OpenAsync(source, nursery, by, writes: true, cancel, System.Data.IsolationLevel.RepeatableRead);

    public Task<AccountTransaction> ReadAsync(Asker asker, CancellationToken cancel) =>
        AccountTransaction.OpenAsync(source, asker, writes: false, cancel);

    public Task<AccountTransaction> WriteAsync(Asker asker, CancellationToken cancel) =>
        AccountTransaction.OpenAsync(source, asker, writes: true, cancel);

    public SignInTries Tries(TimeProvider clock) => new(source, clock);

    /// <summary>Throws where the connection could do more than the server may.</summary>
    /// <exception cref="InvalidOperationException">The role is not <see cref="WebRole"/>, or is a superuser, or may pass row-level
    /// security.</exception>
    public async Task RefuseOtherRolesAsync(CancellationToken cancel)
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
            throw new InvalidOperationException(
                $"The server connects as {WebRole}, a role without superuser or bypass rights, and as nothing else."
            );
        }
    }

    /// <summary>True where the database answers and holds every migration this program knows.</summary>
    public async Task<bool> IsReadyAsync(CancellationToken cancel)
    {
        const string migrated = """
            -- Are all migrations in?
            select count(*)
            from schemaversions
            """;
        try
        {
            await using var command = source.CreateCommand(migrated);
            return (long)(await command.ExecuteScalarAsync(cancel))! >= Migrator.Names.Count;
        }
        catch (NpgsqlException)
        {
            return false;
        }
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
