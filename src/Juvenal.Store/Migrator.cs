using System.Reflection;
using DbUp;
using DbUp.Engine.Output;
using Npgsql;

namespace Juvenal.Store;

/// <summary>Brings a database up to this program's migrations, as the owner, each migration in a transaction.</summary>
public static class Migrator
{
    // Any number would do; it must not change.
    private const long LockKey = 5_080_2026;

    public static IReadOnlyList<string> Names { get; } =
    [.. Assembly.GetExecutingAssembly().GetManifestResourceNames().Where(n => n.EndsWith(".sql", StringComparison.Ordinal)).Order()];

    /// <summary>Runs what is missing. Two may run at once: the second waits, and finds nothing to do.</summary>
    /// <param name="ownerConnection">Connection string of the owner; never the server's.</param>
    /// <exception cref="InvalidOperationException">A migration failed; the one that did has changed nothing.</exception>
    public static void Run(string ownerConnection)
    {
        var unpooled = new NpgsqlConnectionStringBuilder(ownerConnection) { Pooling = false }.ConnectionString;
        using var guard = new NpgsqlConnection(unpooled);
        guard.Open();
        using (var take = new NpgsqlCommand($"select pg_advisory_lock({LockKey})", guard))
            take.ExecuteNonQuery();

        var result = DeployChanges
            .To.PostgresqlDatabase(unpooled)
            .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
            .WithVariablesDisabled()
            .WithTransactionPerScript()
            .LogTo(new NoOpUpgradeLog())
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
            throw new InvalidOperationException($"Migration {result.ErrorScript?.Name} failed: {result.Error.Message}", result.Error);

        // The journal is DbUp's own table: the server reads it to know that it is up to date.
        using var grant = new NpgsqlCommand("grant select on schemaversions to juvenal_web", guard);
        grant.ExecuteNonQuery();
    }
}
