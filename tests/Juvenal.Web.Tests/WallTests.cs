using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A nursery is nobody else's: what the database itself holds.</summary>
public class WallTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Fact]
    public async Task Every_nursery_table_is_walled_keyed_and_owned_by_another_role()
    {
        const string walls = """
            select c.relname,
              c.relrowsecurity and c.relforcerowsecurity,
              (select count(*) from pg_policy p where p.polrelid = c.oid and p.polqual is not null and p.polwithcheck is not null and p.polcmd = '*'),
              (select a.attname from pg_index i join pg_attribute a on a.attrelid = c.oid and a.attnum = i.indkey[0] where i.indrelid = c.oid and i.indisprimary),
              pg_get_userbyid(c.relowner)
            from pg_class c
            join pg_namespace n on n.oid = c.relnamespace
            where n.nspname = 'public' and c.relkind = 'r' and c.relname not in ('schemaversions', 'nursery', 'data_protection_key', 'account', 'membership', 'invitation', 'calendar_key', 'audit_entry', 'sign_in_try', 'ended_session')
            """;
        var rows = await OwnerAsync(
            walls,
            r => (Table: r.GetString(0), Walled: r.GetBoolean(1), Policies: r.GetInt64(2), Key: r.GetString(3), Owner: r.GetString(4))
        );
        Assert.True(rows.Count >= 10);
        Assert.All(
            rows,
            t => Assert.Equal((t.Table, true, 1L, "nursery_id", "juvenal_owner"), (t.Table, t.Walled, t.Policies, t.Key, t.Owner))
        );
    }

    /// <summary>A wall that lets writes through is none: what may be written is what may be seen.</summary>
    [Fact]
    public async Task No_policy_lets_everything_through_and_what_may_be_written_is_what_may_be_seen()
    {
        const string policies = """
            select c.relname::text, p.polname::text, p.polcmd::text,
              coalesce(pg_get_expr(p.polqual, p.polrelid), ''), coalesce(pg_get_expr(p.polwithcheck, p.polrelid), '')
            from pg_policy p
            join pg_class c on c.oid = p.polrelid
            order by 1, 2
            """;
        var rows = await OwnerAsync(
            policies,
            r => (Table: r.GetString(0), Name: r.GetString(1), Command: r.GetString(2), Seen: r.GetString(3), Written: r.GetString(4))
        );
        // The tries at the door are counted for names that nobody has, and the keys are the server's own: they belong to no nursery.
        var walls = rows.Where(p => p.Table is not ("sign_in_try" or "data_protection_key")).ToList();
        Assert.True(walls.Count > 25);
        Assert.All(walls, p => Assert.False(p.Seen == "true" || p.Written == "true", $"{p.Table}: {p.Name}"));
        Assert.All(walls.Where(p => p.Command is "*" or "w"), p => Assert.Equal((p.Table, p.Seen), (p.Table, p.Written)));
        Assert.All(walls.Where(p => p.Command == "a"), p => Assert.Matches("app_nursery|app_account|app\\.nursery", p.Written));
    }

    [Fact]
    public async Task Every_foreign_key_holds_within_the_nursery_and_restricts()
    {
        const string keys = """
            select conname, confdeltype::text, confrelid = 'account'::regclass or
              exists (select from unnest(conkey) k join pg_attribute a on a.attrelid = conrelid and a.attnum = k where a.attname = 'nursery_id')
            from pg_constraint
            where contype = 'f' and connamespace = 'public'::regnamespace
            """;
        var rows = await OwnerAsync(keys, r => (Name: r.GetString(0), OnDelete: r.GetString(1), Within: r.GetBoolean(2)));
        Assert.NotEmpty(rows);
        Assert.All(rows, k => Assert.True(k.OnDelete == "r" && k.Within, k.Name));
    }

    /// <summary>
    /// Looked up before a nursery is known: each has policies of its own, and shows nothing to one of whom nothing is known.
    /// </summary>
    [Theory]
    [InlineData("account")]
    [InlineData("membership")]
    [InlineData("invitation")]
    [InlineData("calendar_key")]
    [InlineData("audit_entry")]
    [InlineData("nursery")]
    public async Task Of_people_nothing_is_seen_without_saying_who_asks(string table)
    {
        await house.Client.PostAsJsonAsync(house.Path("invitations"), new { role = "helper" });
        await house.Client.PostAsync(house.Path("calendar"), null);
        await using var none = house.Source.CreateCommand($"select count(*) from {table}");
        Assert.Equal(0L, await none.ExecuteScalarAsync());
        Assert.True(Assert.Single(await OwnerAsync($"select count(*) from {table}", r => r.GetInt64(0))) > 0);
        Assert.Equal(
            (true, true),
            Assert.Single(
                await OwnerAsync(
                    $"select relrowsecurity, relforcerowsecurity from pg_class where relname = '{table}'",
                    r => (r.GetBoolean(0), r.GetBoolean(1))
                )
            )
        );
    }

    [Fact]
    public async Task Two_functions_alone_pass_the_walls()
    {
        var names = await OwnerAsync(
            "select proname::text from pg_proc p join pg_namespace n on n.oid = p.pronamespace where n.nspname = 'public' and prosecdef order by 1",
            r => r.GetString(0)
        );
        Assert.Equal(["anyone_has_a_nursery", "every_nursery"], names);
    }

    [Fact]
    public async Task The_web_role_is_no_superuser_and_cannot_change_the_ledger()
    {
        const string rights = """
            select rolsuper or rolbypassrls or rolcreatedb or rolcreaterole,
              has_table_privilege('juvenal_web', 'ledger_entry', 'insert'),
              has_table_privilege('juvenal_web', 'ledger_entry', 'update') or has_table_privilege('juvenal_web', 'ledger_entry', 'delete') or has_table_privilege('juvenal_web', 'ledger_entry', 'truncate')
            from pg_roles where rolname = 'juvenal_web'
            """;
        Assert.Equal(
            (false, true, false),
            Assert.Single(await OwnerAsync(rights, r => (r.GetBoolean(0), r.GetBoolean(1), r.GetBoolean(2))))
        );
    }

    [Fact]
    public async Task One_pooled_connection_shows_each_nursery_its_own_and_none_nothing()
    {
        var connection = house.Cluster.Web + $";Database={house.DatabaseName};Maximum Pool Size=1";
        await using var source = NpgsqlDataSource.Create(connection);
        var database = new Store.Database(source);
        var other = Guid.CreateVersion7();
        await using (var nursery = await database.WriteAsync(other, default))
        {
            await NurserySetup.CreateAsync(nursery, "Other yard", "Etc/UTC", 10, null, default);
            await nursery.CommitAsync(default);
        }

        for (var i = 0; i < 3; i++)
        {
            Assert.NotEmpty(await PlacesOf(house.Nursery));
            Assert.Empty(await PlacesOf(other));
            await using var none = source.CreateCommand("select count(*) from place");
            Assert.Equal(0L, await none.ExecuteScalarAsync());
        }

        // The other's setting, our row: nothing to update, and no way in.
        await using var writing = await database.WriteAsync(other, default);
        Assert.Equal(0, await writing.ExecuteAsync("update place set name = 'mine'", default));
        var forged = new NpgsqlParameter<Guid> { TypedValue = house.Nursery };
        var refused = await Assert.ThrowsAsync<PostgresException>(() =>
            writing.ExecuteAsync(
                "insert into container_kind (nursery_id, id, name, litres) values ($1, gen_random_uuid(), 'forged', 1)",
                default,
                forged
            )
        );
        Assert.Equal(PostgresErrorCodes.InsufficientPrivilege, refused.SqlState);

        async Task<List<PlaceRow>> PlacesOf(Guid nursery)
        {
            await using var reading = await database.ReadAsync(nursery, default);
            return await new PlaceStore(reading).AllAsync(default);
        }
    }

    [Fact]
    public async Task The_database_itself_refuses_a_negative_count()
    {
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "sown",
                ["to"] = house.Group(house.Mat),
                ["seeds"] = 72,
                ["containers"] = 72,
            }
        );
        await using var writing = await house.Database.WriteAsync(house.Nursery, default);
        var refused = await Assert.ThrowsAsync<PostgresException>(() =>
            writing.ExecuteAsync("update standing set containers = containers - 73", default)
        );
        Assert.Equal(PostgresErrorCodes.CheckViolation, refused.SqlState);
    }

    [Fact]
    public async Task What_is_another_nurserys_is_not_found()
    {
        var batch = await house.KeepAsync(house.Input());
        var elsewhere = Guid.CreateVersion7();
        foreach (var path in new[] { $"batches/{batch}", "round", "site", "catalogue", "rules" })
        {
            var answer = await house.Client.GetAsync($"/api/nurseries/{elsewhere}/{path}");
            Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.GetAsync(house.Path($"batches/{Guid.CreateVersion7()}"))).StatusCode);
    }

    [Fact]
    public async Task Nothing_that_passes_the_walls_may_serve()
    {
        await using var owner = NpgsqlDataSource.Create(house.Cluster.OwnerOf(house.DatabaseName));
        await Assert.ThrowsAsync<Store.UnusableDatabaseException>(() => new Store.Database(owner).RefuseWhatIsNotOursAsync(default));
        await house.Database.RefuseWhatIsNotOursAsync(default);
    }

    [Fact]
    public async Task Two_servers_may_migrate_one_empty_database_at_once()
    {
        var name = await house.Cluster.NewDatabaseAsync(empty: true);
        await Task.WhenAll(Enumerable.Range(0, 2).Select(_ => Task.Run(() => Store.Migrator.Run(house.Cluster.OwnerOf(name)))));
        await using var source = NpgsqlDataSource.Create(house.Cluster.WebOf(name));
        Assert.Null(await new Store.Database(source).ObstacleAsync(default));
    }

    private async Task<List<T>> OwnerAsync<T>(string sql, Func<NpgsqlDataReader, T> read)
    {
        await using var connection = new NpgsqlConnection(house.Cluster.OwnerOf(house.DatabaseName));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await using var reader = await command.ExecuteReaderAsync();
        var rows = new List<T>();
        while (await reader.ReadAsync())
            rows.Add(read(reader));
        return rows;
    }
}
