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

    /// <summary>
    /// Two migrations were changed after they had run in some places. A database that holds their first wording gets what it lacks; in any
    /// other nothing happens. No migration that has landed changes any more: a test holds that.
    /// </summary>
    private const string Mend = """
        do $$
        begin
          if to_regclass('plan_step') is not null then
            alter table plan_step
              add column if not exists containers int not null default 0 check (containers >= 0),
              add column if not exists mix_litres double precision not null default 0 check (mix_litres >= 0);
          end if;
          if to_regclass('tray_row') is not null
            and not exists (select from information_schema.columns where table_schema = 'public' and table_name = 'batch' and column_name = 'counted_on')
          then
            alter table batch add column counted_on date;
            update batch b set counted_on = (
              select max(e.happened_on) from ledger_entry e
              where e.nursery_id = b.nursery_id and e.batch_id = b.id and e.kind in ('emerged', 'received')
                and not exists (select from ledger_entry u where u.nursery_id = e.nursery_id and u.kind = 'undo' and u.corrects = e.id));
          end if;
        end
        $$;
        """;

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

        using (var mend = new NpgsqlCommand(Mend, guard))
            mend.ExecuteNonQuery();

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
