using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store;

/// <summary>The one pool of connections, always as the role that owns nothing.</summary>
public sealed class Database(NpgsqlDataSource source)
{
    public const string WebRole = "juvenal_web";

    public Task<NurseryTransaction> ReadAsync(Guid nursery, CancellationToken cancel) => NurseryTransaction.ReadAsync(source, nursery, cancel);

    public Task<NurseryTransaction> WriteAsync(Guid nursery, CancellationToken cancel) => NurseryTransaction.WriteAsync(source, nursery, cancel);

    /// <summary>Throws where the connection could do more than the server may.</summary>
    /// <exception cref="InvalidOperationException">The role is not <see cref="WebRole"/>, or is a superuser, or may pass row-level security.</exception>
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
            throw new InvalidOperationException($"The server connects as {WebRole}, a role without superuser or bypass rights, and as nothing else.");
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

    /// <summary>Every nursery, oldest first.</summary>
    public async Task<IReadOnlyList<Nursery>> NurseriesAsync(CancellationToken cancel)
    {
        const string all = """
            -- Which nurseries are there?
            select id, name
            from nursery
            order by created_at, id
            """;
        await using var command = source.CreateCommand(all);
        await using var reader = await command.ExecuteReaderAsync(cancel);
        var rows = new List<Nursery>();
        while (await reader.ReadAsync(cancel)) rows.Add(new(reader.GetGuid(0), reader.GetString(1)));
        return rows;
    }
}

public sealed record Nursery(Guid Id, string Name);
