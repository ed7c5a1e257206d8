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
    /// Puts right, before any migration runs, what landed migrations get wrong; a migration that has landed is never edited (a test holds
    /// that). In a database that needs none of it nothing happens.
    /// </summary>
    private const string Mend = """
        do $$
        begin
          if exists (select from information_schema.columns where table_schema = 'public' and table_name = 'batch' and column_name = 'step_days')
          then
            -- 0015 and 0039 empty batch.step_days alone, but 0012 holds that step_days and put_offs are empty together. For the batches that
            -- those two will touch, both are emptied here. Both are derived: the server adds the ledgers up anew before it serves anyone.
            if not exists (select from schemaversions where scriptname like '%.0015_skipped.sql') then
              update batch set step_days = null, put_offs = null;
            elsif not exists (select from schemaversions where scriptname like '%.0039_pinched_and_aired.sql') then
              update batch b
              set step_days = null, put_offs = null
              where exists (
                select from standing s
                where s.nursery_id = b.nursery_id and s.batch_id = b.id and s.hardened_since is not null);
            end if;
            -- 0015 as it was first.
            if exists (select from schemaversions where scriptname like '%.0015_skipped.sql')
              and not exists (select from information_schema.columns where table_schema = 'public' and table_name = 'batch' and column_name = 'skips')
            then
              alter table batch add column skips uuid[] not null default '{}';
              comment on column batch.skips is 'path_step.id that plants went past without doing it';
              update batch set step_days = null, put_offs = null;
            end if;
          end if;
          -- 0001 and 0008 as they were first: a database that holds them so gets what it lacks.
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

    /// <summary>What this program makes of a database in which these migrations have run.</summary>
    /// <param name="applied">Their names, as the database's own list has them.</param>
    /// <returns>A sentence where a newer program has been at work there; null where this one may open it.</returns>
    public static string? TooNew(IEnumerable<string> applied) =>
        applied.Except(Names).Max() is { } newest
            ? $"This data was written by a newer Juvenal: it is of data version {Version(newest)}, and this Juvenal opens it up to "
                + $"{Version(Names[^1])}. Use a Juvenal of data version {Version(newest)} or later (./juvenal help says which one it is); "
                + "nothing was changed."
            : null;

    /// <summary>The number of a migration: the data's version once it has run.</summary>
    private static string Version(string name) => name.Split('.')[^2].Split('_')[0].TrimStart('0');

    /// <summary>Runs what is missing. Two may run at once: the second waits, and finds nothing to do.</summary>
    /// <param name="ownerConnection">Connection string of the owner; never the server's.</param>
    /// <exception cref="UnusableDatabaseException">A newer program wrote it, or a migration failed; the one that did has changed nothing.</exception>
    public static void Run(string ownerConnection)
    {
        var unpooled = new NpgsqlConnectionStringBuilder(ownerConnection) { Pooling = false }.ConnectionString;
        using var guard = new NpgsqlConnection(unpooled);
        guard.Open();
        using (var take = new NpgsqlCommand($"select pg_advisory_lock({LockKey})", guard))
            take.ExecuteNonQuery();

        if (TooNew(Applied(guard)) is { } newer)
            throw new UnusableDatabaseException(newer);
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
            throw new UnusableDatabaseException($"Migration {result.ErrorScript?.Name} failed: {result.Error.Message}", result.Error);

        // The journal is DbUp's own table: the server reads it to know that it is up to date.
        using var grant = new NpgsqlCommand("grant select on schemaversions to juvenal_web", guard);
        grant.ExecuteNonQuery();
    }

    private static List<string> Applied(NpgsqlConnection guard)
    {
        using var known = new NpgsqlCommand("select to_regclass('schemaversions') is not null", guard);
        if (known.ExecuteScalar() is not true)
            return [];
        using var command = new NpgsqlCommand("select scriptname from schemaversions", guard);
        using var reader = command.ExecuteReader();
        var names = new List<string>();
        while (reader.Read())
            names.Add(reader.GetString(0));
        return names;
    }
}
