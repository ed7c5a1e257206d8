using System.Diagnostics;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Juvenal.Core.Ledger;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>
/// What earlier releases left behind, kept in tests/fixtures: a spring of the made-up yard with merged groups, refilled ones, an undo of an
/// undo, corrections, grafts undone and done again, and shared trays.
/// </summary>
public class FixtureTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    private static readonly string Fixtures = Path.Combine(Root(), "tests", "fixtures");

    /// <summary>Counts, days done, days fixed, and what each entry says of stages, before steps had names.</summary>
    private static readonly string Before = Counted(
        """
        (select string_agg(format('%s:%s', stage, done_on), ' ' order by stage)
          from plan_step p where p.batch_id = b.id and done_on is not null)
        """,
        "(select string_agg(format('%s:%s', stage, locked_on), ' ' order by stage) from stage_lock l where l.batch_id = b.id)",
        """
        (select string_agg(format('%s:%s:%s', e.sequence, e.kind, e.stage), ' ' order by e.sequence)
          from ledger_entry e where e.batch_id = b.id)
        """
    );

    /// <summary>The same since: of what was a stage, its number is where it comes.</summary>
    private static readonly string After = Counted(
        """
        (select string_agg(format('%s:%s', w.ordinal, done_on), ' ' order by w.ordinal)
          from plan_step p join path_step w on w.id = p.step_id where p.batch_id = b.id and done_on is not null)
        """,
        """
        (select string_agg(format('%s:%s', ordinal, locked_on), ' ' order by ordinal)
          from path_step w where w.batch_id = b.id and locked_on is not null)
        """,
        """
        (select string_agg(format('%s:%s:%s', e.sequence, e.kind, w.ordinal), ' ' order by e.sequence)
          from ledger_entry e left join path_step w on w.id = e.step_id where e.batch_id = b.id)
        """
    );

    private static string Counted(string done, string locked, string said) =>
        $"""
            select string_agg(format('%s %s %s %s %s %s | %s | %s | %s', b.code, b.seeds_sown, b.emerged, b.lost, b.snipped,
              (select sum(s.seedlings) from standing s where s.batch_id = b.id), {done}, {locked}, {said}), E'\n' order by b.code)
            from batch b
            """;

    [Theory]
    [InlineData("database-0007.dump")]
    [InlineData("database-0008.dump")]
    [InlineData("database-0011.dump")]
    public async Task A_database_of_an_earlier_release_is_brought_up_without_loss(string file)
    {
        var name = await RestoreAsync(file);
        var (before, entries) = (await OneAsync(name, Before), await OneAsync(name, "select count(*)::text from ledger_entry"));
        Assert.Contains("26-03", before, StringComparison.Ordinal);
        Migrator.Run(house.Cluster.OwnerOf(name));
        Assert.Equal((before, entries), (await OneAsync(name, After), await OneAsync(name, "select count(*)::text from ledger_entry")));
        await AssertNamesAsync(name);
        await AssertServesAsync(name);
        Assert.Equal(before, await OneAsync(name, After));
    }

    /// <summary>Two migrations were changed after they had run somewhere: a database of those days lacks columns.</summary>
    [Fact]
    public async Task A_database_made_by_a_migration_that_was_changed_later_is_mended()
    {
        var name = await RestoreAsync("database-0008.dump");
        var counted = await OneAsync(name, "select string_agg(counted_on::text, ' ' order by code) from batch");
        await OneAsync(
            name,
            "alter table plan_step drop column containers, drop column mix_litres; alter table batch drop column counted_on; select ''"
        );
        Migrator.Run(house.Cluster.OwnerOf(name));
        Assert.Equal(counted, await OneAsync(name, "select string_agg(counted_on::text, ' ' order by code) from batch"));
        await AssertServesAsync(name);
    }

    /// <summary>A line of the list is never changed: what has landed has run somewhere.</summary>
    [Fact]
    public void Migrations_that_have_landed_never_change()
    {
        var folder = Path.Combine(Root(), "src", "Juvenal.Store", "Migrations");
        var now = Directory
            .GetFiles(folder, "*.sql")
            .Order()
            .Select(f => $"{Convert.ToHexStringLower(SHA256.HashData(File.ReadAllBytes(f)))}  {Path.GetFileName(f)}");
        Assert.Equal(File.ReadAllLines(Path.Combine(folder, "landed.sha256")), now);
    }

    [Theory]
    [InlineData("export-1.zip")]
    [InlineData("export-2.zip")]
    [InlineData("export-3.zip")]
    public async Task An_export_of_an_earlier_format_comes_in_with_every_count(string file)
    {
        await house.AddAsync("Fixture owner " + file, Role.Owner);
        var client = await house.EnterAsync("Fixture owner " + file);
        using var content = new ByteArrayContent(await File.ReadAllBytesAsync(Path.Combine(Fixtures, file)));
        content.Headers.ContentType = new("application/zip");
        var (status, opened) = await House.AnswerAsync(await client.PostAsync("/api/import", content));
        Assert.True(status == 200, opened.ToJsonString());
        var nursery = Guid.Parse((string)opened["id"]!);
        foreach (var expected in Rows(file, "batch"))
        {
            var batch = (await client.GetFromJsonAsync<JsonNode>($"/api/nurseries/{nursery}/batches/{expected["id"]}"))!;
            Assert.Equal(
                (
                    (string)expected["code"]!,
                    (int)expected["seeds_sown"]!,
                    (int)expected["emerged"]!,
                    (int)expected["lost"]!,
                    (int)expected["snipped"]!
                ),
                ((string)batch["code"]!, (int)batch["seedsSown"]!, (int)batch["emerged"]!, (int)batch["lost"]!, (int)batch["snipped"]!)
            );
        }

        await AssertFoldsAsync(house.Database, nursery);
        Assert.Equal(HttpStatusCode.OK, (await client.GetAsync($"/api/nurseries/{nursery}/round")).StatusCode);
    }

    /// <summary>The migration names steps as the program does.</summary>
    private async Task AssertNamesAsync(string name)
    {
        await using var connection = new NpgsqlConnection(house.Cluster.OwnerOf(name));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(
            "select w.id, w.batch_id, b.start, w.ordinal from path_step w join batch b on b.id = w.batch_id",
            connection
        );
        await using var reader = await command.ExecuteReaderAsync();
        var named = 0;
        for (; await reader.ReadAsync(); named++)
        {
            var start = Enum.Parse<Core.Season.Start>(reader.GetString(2), ignoreCase: true);
            Assert.Equal(Core.Season.OldStages.StepOf(reader.GetGuid(1), start, reader.GetInt32(3)).Value, reader.GetGuid(0));
        }

        Assert.True(named > 50, $"{named} steps");
    }

    private async Task AssertServesAsync(string name)
    {
        var yard = Demo.WindlassYard.Id;
        await using var server = House.ServerOn(house.Cluster.WebOf(name), ("JUVENAL_DEMO", "open"));
        var client = server.CreateClient();
        await House.TokenAsync(client);
        await client.PostAsJsonAsync("/api/demo", new { role = "owner" });
        await House.TokenAsync(client);
        foreach (var path in new[] { "round", "batches", "catalogue", "site", "site/view", "rules", "lots", "sowing", "numbers", "people" })
            Assert.Equal((path, HttpStatusCode.OK), (path, (await client.GetAsync($"/api/nurseries/{yard}/{path}")).StatusCode));
        foreach (var batch in (await client.GetFromJsonAsync<JsonNode>($"/api/nurseries/{yard}/batches"))!["batches"]!.AsArray())
        foreach (var path in new[] { "", "/trays" })
            Assert.Equal(HttpStatusCode.OK, (await client.GetAsync($"/api/nurseries/{yard}/batches/{batch!["id"]}{path}")).StatusCode);
        await using var source = Database.Source(house.Cluster.WebOf(name));
        await AssertFoldsAsync(new Database(source), yard);
    }

    /// <summary>What is stored of each batch is what its ledger comes to.</summary>
    private static async Task AssertFoldsAsync(Database database, Guid nursery)
    {
        await using var reading = await database.ReadAsync(nursery, default);
        var reader = new BatchReader(reading);
        foreach (var batch in await reader.AllAsync(default))
        {
            var (entries, _) = await reader.LedgerAsync(batch.Id, default);
            var folded = Fold.Of(entries.Select(e => e.Entry), batch.Route, batch.Input.Begins.ShareOf(batch.Input.Germination));
            var stored = batch.State();
            Assert.Empty(folded.Contradictions);
            Assert.Equal(
                (batch.Code, folded.SeedsSown, folded.Emerged, folded.Lost, folded.Snipped, folded.Used, folded.CountedOn),
                (batch.Code, stored.SeedsSown, stored.Emerged, stored.Lost, stored.Snipped, stored.Used, stored.CountedOn)
            );
            Assert.Equal(folded.Groups.ToHashSet(), stored.Groups.ToHashSet());
            Assert.Equal(folded.StepDays.OrderBy(d => d.Key.Value), stored.StepDays.OrderBy(d => d.Key.Value));
        }
    }

    private async Task<string> RestoreAsync(string file)
    {
        var name = await house.Cluster.NewDatabaseAsync(empty: true);
        var owner = new NpgsqlConnectionStringBuilder(house.Cluster.OwnerOf(name));
        var tool = Path.Combine(Environment.GetEnvironmentVariable("JUVENAL_TEST_PGBIN")!, "pg_restore");
        var start = new ProcessStartInfo(
            tool,
            [
                "-h",
                owner.Host!,
                "-p",
                $"{owner.Port}",
                "-U",
                owner.Username!,
                "--no-owner",
                "--exit-on-error",
                "-d",
                name,
                Path.Combine(Fixtures, file),
            ]
        )
        {
            RedirectStandardError = true,
        };
        start.Environment["PGPASSWORD"] = owner.Password;
        using var process = Process.Start(start)!;
        var said = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        Assert.True(process.ExitCode == 0, said);
        return name;
    }

    private async Task<string> OneAsync(string database, string sql)
    {
        await using var connection = new NpgsqlConnection(house.Cluster.OwnerOf(database));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        return (string)(await command.ExecuteScalarAsync())!;
    }

    private static IEnumerable<JsonNode> Rows(string file, string table)
    {
        using var zip = ZipFile.OpenRead(Path.Combine(Fixtures, file));
        using var reader = new StreamReader(zip.GetEntry($"json/{table}.json")!.Open());
        return JsonNode.Parse(reader.ReadToEnd())!.AsArray().Select(r => r!).ToList();
    }

    private static string Root()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "Juvenal.slnx")))
            folder = Path.GetDirectoryName(folder) ?? throw new InvalidOperationException("These tests run in the project's folder.");
        return folder;
    }
}
