using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Juvenal.Core.Ledger;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Exports;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>
/// What earlier releases left behind, kept in tests/fixtures. Up to 0011: a spring of the made-up yard with merged groups, refilled ones, an
/// undo of an undo, corrections, grafts undone and done again, and shared trays. From 0015 on: the demo of that release, lived on for four
/// days by its own API (live.mjs): half moved, put off, hardened, carried in and out, aired, sold, split, undone and corrected.
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

    /// <summary>Each group as it stands, since when in its pot; what was put off.</summary>
    private const string Stood = """
        select concat(
          (select string_agg(format('%s %s %s %s %s %s %s', g.id, g.batch_id, g.place_id, g.container_id, g.seedlings, g.containers, g.reached_step_id), E'\n' order by g.id)
            from standing g),
          E'\n',
          (select string_agg(format('%s %s', b.id, b.put_offs), E'\n' order by b.id) from batch b))
        """;

    private const string HardenedSome = """
        select bool_or(b.step_days is not null and b.put_offs is not null)::text
        from batch b
        join standing s on s.batch_id = b.id and s.hardened_since is not null
        """;

    private static IEnumerable<string> Files(string pattern) =>
        Directory.GetFiles(Fixtures, pattern).Select(f => Path.GetFileName(f)).Order();

    private static string Counted(string done, string locked, string said) =>
        $"""
            select string_agg(format('%s %s %s %s %s %s | %s | %s | %s', b.code, b.seeds_sown, b.emerged, b.lost, b.snipped,
              (select sum(s.seedlings) from standing s where s.batch_id = b.id), {done}, {locked}, {said}), E'\n' order by b.nursery_id, b.code)
            from batch b
            """;

    /// <summary>From here on a migration brings the fixture of the state before it.</summary>
    private const int FirstHeld = 52;

    /// <summary>No release wrote it: the format went from 7 to 9 in one commit.</summary>
    private const int NeverWritten = 8;

    public static TheoryData<string> Databases { get; } = [.. Files("database-*.dump")];

    public static TheoryData<string> Exports { get; } = [.. Files("export-*.zip")];

    [Fact]
    public void A_change_of_schema_or_of_the_export_brings_the_fixture_of_the_state_before_it()
    {
        var migrations = Migrator.Names.Select(n => int.Parse(n.Split('.')[^2][..4], CultureInfo.InvariantCulture)).Order().ToList();
        var missing = migrations
            .Zip(migrations.Skip(1))
            .Where(m => m.Second > FirstHeld)
            .Select(m => $"database-{m.First:0000}.dump")
            .Concat(Enumerable.Range(1, NurseryExport.Version - 1).Where(v => v != NeverWritten).Select(v => $"export-{v}.zip"))
            .Where(f => !File.Exists(Path.Combine(Fixtures, f)));
        Assert.True(
            !missing.Any(),
            "Missing in tests/fixtures: " + string.Join(", ", missing) + ". ./juvenal fixture makes it, on a checkout without the change."
        );
    }

    [Theory]
    [MemberData(nameof(Databases))]
    public async Task A_database_of_an_earlier_release_is_brought_up_without_loss(string file)
    {
        var name = await RestoreAsync(file);
        var named = string.CompareOrdinal(file, "database-0012") > 0;
        var said = named ? After : Before;
        var (before, entries) = (await OneAsync(name, said), await OneAsync(name, "select count(*)::text from ledger_entry"));
        var stood = named ? await OneAsync(name, Stood) : null;
        Assert.Contains("26-03", before, StringComparison.Ordinal);
        // 0015 and 0039 empty one of two columns that are empty together: a nursery that had hardened something could not be opened.
        if (named)
            Assert.Equal("true", await OneAsync(name, HardenedSome));
        Migrator.Run(house.Cluster.OwnerOf(name));
        Assert.Equal((before, entries), (await OneAsync(name, After), await OneAsync(name, "select count(*)::text from ledger_entry")));
        if (!named)
            await AssertNamesAsync(name);
        await AssertServesAsync(name);
        Assert.Equal(before, await OneAsync(name, After));
        if (named)
            Assert.Equal(stood, await OneAsync(name, Stood));
    }

    [Fact]
    public async Task A_database_of_a_newer_program_is_left_alone_and_says_which_program_opens_it()
    {
        var name = await house.Cluster.NewDatabaseAsync();
        await OneAsync(
            name,
            """
            insert into schemaversions (scriptname, applied) values ('Juvenal.Store.Migrations.0999_of_next_year.sql', now());
            select ''
            """
        );
        var refused = Assert.Throws<UnusableDatabaseException>(() => Migrator.Run(house.Cluster.OwnerOf(name)));
        Assert.Contains("data version 999", refused.Message, StringComparison.Ordinal);
        await using var source = Database.Source(house.Cluster.WebOf(name));
        refused = await Assert.ThrowsAsync<UnusableDatabaseException>(() => new Database(source).RefuseWhatIsNotOursAsync(default));
        Assert.Contains("data version 999", refused.Message, StringComparison.Ordinal);
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
    [MemberData(nameof(Exports))]
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
        await AssertPagesAsync(client, nursery);
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
        await AssertPagesAsync(client, yard);
        await using var source = Database.Source(house.Cluster.WebOf(name));
        foreach (var nursery in await new Database(source).EveryNurseryAsync(default))
            await AssertFoldsAsync(new Database(source), nursery);
    }

    /// <summary>Every page of the API that asks for nothing but the nursery, and every page of each batch, answers.</summary>
    private static async Task AssertPagesAsync(HttpClient client, Guid nursery)
    {
        const string at = "/api/nurseries/{nursery}",
            batch = at + "/batches/{id}";
        var paths = (await client.GetFromJsonAsync<JsonNode>("/openapi/v1.json"))!["paths"]!.AsObject();
        var pages = paths
            .Where(p => p.Value!["get"] is { } get && !Asks(get))
            .Select(p => p.Key.Replace(":guid", "", StringComparison.Ordinal))
            .ToList();
        var whole = pages.Where(p => p.StartsWith(at, StringComparison.Ordinal) && !p[at.Length..].Contains('{', StringComparison.Ordinal));
        Assert.True(whole.Count() > 20);
        foreach (var page in whole)
            await AssertOpensAsync(page);
        var ofBatch = pages
            .Where(p => p.StartsWith(batch + "/", StringComparison.Ordinal) && !p[batch.Length..].Contains('{', StringComparison.Ordinal))
            .ToList();
        Assert.NotEmpty(ofBatch);
        var batches = (await client.GetFromJsonAsync<JsonNode>($"/api/nurseries/{nursery}/batches"))!["batches"]!.AsArray();
        foreach (var (i, one) in batches.Index())
        foreach (var page in i < 3 ? [batch, .. ofBatch] : new[] { batch })
            await AssertOpensAsync(page.Replace("{id}", (string)one!["id"]!, StringComparison.Ordinal));

        async Task AssertOpensAsync(string page)
        {
            using var answer = await client.GetAsync(page.Replace("{nursery}", nursery.ToString(), StringComparison.Ordinal));
            Assert.True(
                answer.IsSuccessStatusCode,
                $"{page}: {answer.StatusCode} {(answer.IsSuccessStatusCode ? "" : await answer.Content.ReadAsStringAsync())}"
            );
        }

        static bool Asks(JsonNode get) =>
            get["parameters"]?.AsArray().Any(p => (string)p!["in"]! == "query" && (bool?)p["required"] == true) == true;
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
            Assert.True(
                folded.Groups.ToHashSet().SetEquals(stored.Groups),
                $"{batch.Code}: the ledger comes to {string.Join("; ", folded.Groups.Except(stored.Groups))}, "
                    + $"stored is {string.Join("; ", stored.Groups.Except(folded.Groups))}"
            );
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
