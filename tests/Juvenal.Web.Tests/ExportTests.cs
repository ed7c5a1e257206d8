using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using CsvHelper;
using Juvenal.Store.Accounts;
using Juvenal.Store.Exports;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A nursery leaves whole and comes in whole.</summary>
public class ExportTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Fact]
    public async Task What_is_exported_imported_and_exported_again_is_the_same()
    {
        var batch = await LivedAsync();
        var first = await ExportAsync(house.Nursery);
        var (status, opened) = await ImportAsync(Zip(first));
        Assert.Equal(200, status);
        var second = await ExportAsync((Guid)opened["id"]!);

        Assert.Equal(first.Keys.Order(), second.Keys.Order());
        // A nursery of one's own runs on the real date; else it is the same to the letter.
        Assert.All(first, f => Assert.True(RealClock(f.Value) == second[f.Key], f.Key));
        Assert.Contains("\"demo_day\":null", second["json/site.json"], StringComparison.Ordinal);

        // It is a nursery like any other: the batch is there, and work goes on.
        var there = $"/api/nurseries/{opened["id"]}/";
        Assert.Equal(70, (int)JsonNode.Parse(await house.Client.GetStringAsync(there + $"batches/{batch}"))!["standing"]!);
    }

    private static string RealClock(string file) =>
        file.Replace("\"demo_day\":\"2026-02-01\",\"planned_day\":\"2026-02-01\"", "\"demo_day\":null,\"planned_day\":null")
            .Replace("\"demo_day\":\"2026-02-01\"", "\"demo_day\":null")
            .Replace("metric,2026-02-01,2026-02-01,", "metric,,,")
            .Replace("metric,2026-02-01,", "metric,,");

    /// <summary>Each was accepted once, and broke a page or told lies.</summary>
    [Theory]
    [InlineData("batch", "\"season\":2026", "\"season\":-1")]
    [InlineData("batch", "\"season\":2026", "\"season\":9999")]
    [InlineData("batch", "\"lost\":2", "\"lost\":3")]
    [InlineData("batch", "\"snipped\":0", "\"snipped\":1")]
    [InlineData("batch", "\"used\":0", "\"used\":1")]
    [InlineData("batch", "\"germination\":0.85", "\"germination\":\"NaN\"")]
    [InlineData("batch", "\"germination\":0.85", "\"germination\":1e999")]
    [InlineData("batch", "\"windowReasons\":", "\"windowReason\":")]
    [InlineData("batch", "\"windowMid\":", "\"windowMiddle\":")]
    [InlineData("batch", "\"planVersion\":", "\"planVersions\":")]
    [InlineData("plan_step", "\"mix_litres\":", "\"mix_litres\":\"NaN\",\"x\":")]
    [InlineData("plan_step", "\"mix_litres\":0", "\"mix_litres\":\"NaN\"")]
    [InlineData("plan_step", "\"due\":\"2026", "\"due\":\"9999")]
    [InlineData("path_step", "\"ordinal\":2", "\"ordinal\":5")]
    [InlineData("path_step", "\"kind\":\"up\"", "\"kind\":\"harden\"")]
    [InlineData("path_step", "\"kind\":\"move\"", "\"kind\":\"up\"")]
    [InlineData("plan_step", "\"reasons\":[", "\"reasons\":[7,")]
    [InlineData("plan_step", "\"place\":\"Mat\"", "\"place\":\"Mat\\u0000\"")]
    [InlineData("path_step", "\"locked_on\":null", "\"locked_on\":\"2199-12-30\"")]
    [InlineData("path_step", "\"locked_on\":null", "\"locked_on\":\"infinity\"")]
    [InlineData("ledger_entry", "\"happened_on\":\"2026", "\"happened_on\":\"2099")]
    [InlineData("ledger_entry", "\"kind\":\"lost\"", "\"kind\":\"gone\"")]
    [InlineData("ledger_entry", "slug", "\\u0007slug")]
    [InlineData("ledger_entry", "\"reason\":\"slug", "\"reason\":\"LONGslug")]
    [InlineData("place", "\"day_c\":21", "\"day_c\":210")]
    [InlineData("place", "\"name\":\"Mat\"", "\"name\":\"M\\u0000at\"")]
    [InlineData("container_kind", "\"litres\":0.045", "\"litres\":-1")]
    [InlineData("cultivar", "\"days_to_ripe\":70", "\"days_to_ripe\":7000")]
    [InlineData("house_rules", "\"acceptedRisk\": 0.1", "\"acceptedRisk\": 0.11")]
    [InlineData("site", "\"latitude\":47", "\"latitude\":89")]
    [InlineData("site", "Europe/Vienna", "Europe/Nowhere")]
    [InlineData("forecast_day", "[", "[{\"day\":\"2026-02-02\",\"made_on\":\"2026-02-01\",\"tmin_c\":999,\"tmax_c\":1000}")]
    public async Task A_file_whose_values_cannot_be_is_refused_whole(string table, string what, string with)
    {
        var batch = await LivedAsync();
        var files = await ExportAsync(house.Nursery);
        with = with.Replace("BATCH", batch.ToString(), StringComparison.Ordinal)
            .Replace("LONG", new string('x', 3000), StringComparison.Ordinal);
        var at = files[$"json/{table}.json"].IndexOf(what, StringComparison.Ordinal);
        Assert.True(at >= 0, $"There is no {what}.");
        var before = await NurseriesAsync();
        var (status, problem) = await ImportAsync(Zip(With(files, $"json/{table}.json", s => s[..at] + with + s[(at + what.Length)..])));
        Assert.True(status == 422, $"{status} {problem.ToJsonString()}");
        Assert.NotNull(House.Sentence(problem, "file"));
        Assert.Equal(before, await NurseriesAsync());
    }

    /// <summary>A text of a hundred million signs packs to a hundred kilobytes: it is refused before it is held.</summary>
    [Theory]
    [InlineData("json/place.json")]
    [InlineData("manifest.json")]
    public async Task A_file_that_swells_is_refused_while_it_is_read(string name)
    {
        var files = await ExportAsync(house.Nursery);
        var before = GC.GetTotalAllocatedBytes();
        var swollen = Zip(With(files, name, _ => (name[0] == 'j' ? "[" : "") + "{\"name\":\"" + new string('x', 100_000_000)));
        var own = GC.GetTotalAllocatedBytes() - before;
        before = GC.GetTotalAllocatedBytes();
        var (status, _) = await ImportAsync(swollen);
        Assert.Equal(422, status);
        // A tenth of what the text itself would take; making the zip took all of it.
        Assert.True(GC.GetTotalAllocatedBytes() - before < own / 10);
    }

    [Fact]
    public async Task More_rows_than_a_nursery_has_are_refused()
    {
        var files = await ExportAsync(house.Nursery);
        var places = string.Join(
            ",",
            Enumerable
                .Range(0, 501)
                .Select(i =>
                    $"{{\"id\":\"{Guid.CreateVersion7()}\",\"version\":1,\"name\":\"P{i}\",\"kind\":\"open-bed\",\"walk_order\":1}}"
                )
        );
        var (status, problem) = await ImportAsync(Zip(With(files, "json/place.json", _ => $"[{places}]")));
        Assert.Equal(
            (422, "In place there are more rows than a nursery has. Nothing was brought in."),
            (status, House.Sentence(problem, "file"))
        );
    }

    [Fact]
    public async Task Every_table_of_a_nursery_travels_and_every_column_says_what_it_means()
    {
        const string walled = """
            select c.relname::text
            from pg_class c
            join pg_namespace n on n.oid = c.relnamespace
            join pg_attribute a on a.attrelid = c.oid and a.attname = 'nursery_id'
            where n.nspname = 'public' and c.relkind = 'r' and c.relname not in ('membership', 'invitation', 'calendar_key', 'audit_entry')
            """;
        await using var owner = new NpgsqlConnection(house.Cluster.OwnerOf(house.DatabaseName));
        await owner.OpenAsync();
        await using var command = new NpgsqlCommand(walled, owner);
        await using var reader = await command.ExecuteReaderAsync();
        var tables = new List<string>();
        while (await reader.ReadAsync())
            tables.Add(reader.GetString(0));
        Assert.Equal(tables.Order(), ExportTables.All.Concat(ExportTables.Derived).Order());

        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        Assert.All(
            await ExportTables.ColumnsAsync(reading, default),
            c => Assert.False(string.IsNullOrWhiteSpace(c.Meaning), $"{c.Table}.{c.Name}")
        );
    }

    [Theory]
    [InlineData("=1+2")]
    [InlineData("+43")]
    [InlineData("-2 rows")]
    [InlineData("@SUM(A1)")]
    public async Task A_name_that_a_spreadsheet_would_run_is_made_harmless_in_csv_and_stays_as_typed_elsewhere(string name)
    {
        var place = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["name"] = name,
            ["kind"] = "house",
            ["walkOrder"] = 9,
            ["dayC"] = 20,
            ["nightC"] = -2.5,
            ["soilC"] = null,
        };
        Assert.Equal(204, (await house.PutAsync("places", place)).Status);
        var files = await ExportAsync(house.Nursery);
        using var csv = new CsvReader(new StringReader(files["csv/place.csv"]), CultureInfo.InvariantCulture);
        var rows = csv.GetRecords<dynamic>().Cast<IDictionary<string, object>>().ToList();
        Assert.Contains(rows, r => (string)r["name"] == "'" + name && (string)r["night_c"] == "-2.5");
        Assert.Contains(JsonNode.Parse(files["json/place.json"])!.AsArray(), r => (string)r!["name"]! == name);
    }

    [Theory]
    [InlineData("no zip", "The file is damaged. Nothing was brought in.")]
    [InlineData("half", "The file is damaged. Nothing was brought in.")]
    [InlineData("empty zip", "This is no exported nursery.")]
    [InlineData("newer", "This nursery was exported by a newer Juvenal: bring that one up to date here first.")]
    [InlineData("unknown column", "In place there are columns that are not known here, or not in every row. Nothing was brought in.")]
    [InlineData("injected column", "In place there are columns that are not known here, or not in every row. Nothing was brought in.")]
    [InlineData("another's nursery", "In place there are columns that are not known here, or not in every row. Nothing was brought in.")]
    [InlineData("missing reference", "In batch there are values that cannot be. Nothing was brought in.")]
    [InlineData("negative", "In standing there are values that cannot be. Nothing was brought in.")]
    [InlineData("more plants than the ledger", "The ledger of 26-01 and its counts disagree. Nothing was brought in.")]
    [InlineData("broken json", "The file is damaged. Nothing was brought in.")]
    [InlineData("broken summary", "The file is damaged. Nothing was brought in.")]
    public async Task A_file_that_is_not_whole_or_does_not_agree_with_itself_brings_nothing_in(string how, string sentence)
    {
        await LivedAsync();
        var files = await ExportAsync(house.Nursery);
        var zip = how switch
        {
            "no zip" => "not at all a zip"u8.ToArray(),
            "half" => Zip(files)[..2000],
            "empty zip" => Zip([]),
            "newer" => Zip(
                With(
                    files,
                    "manifest.json",
                    s => s.Replace($"\"version\":{NurseryExport.Version}", $"\"version\":{NurseryExport.Version + 1}")
                )
            ),
            "unknown column" => Zip(With(files, "json/place.json", s => s.Replace("\"walk_order\"", "\"walk_no\""))),
            "injected column" => Zip(
                With(files, "json/place.json", s => s.Replace("\"walk_order\"", "\"walk_order) select 1; drop table place; --\""))
            ),
            "another's nursery" => Zip(
                With(files, "json/place.json", s => s.Replace("{\"id\"", $"{{\"nursery_id\":\"{house.Nursery}\",\"id\""))
            ),
            "missing reference" => Zip(With(files, "json/cultivar.json", _ => "[]")),
            "negative" => Zip(With(files, "json/standing.json", s => s.Replace("\"seedlings\":70", "\"seedlings\":-70"))),
            "more plants than the ledger" => Zip(With(files, "json/standing.json", s => s.Replace("\"seedlings\":70", "\"seedlings\":71"))),
            "broken json" => Zip(With(files, "json/place.json", s => s[..^5])),
            _ => Zip(
                With(
                    files,
                    "json/batch.json",
                    s =>
                        s.Replace("\"summary\":{", "\"summary\":{\"windowLow\":\"never\",\"x\":{")
                            .Replace("},\"ended_on\"", "}},\"ended_on\"")
                )
            ),
        };
        var before = await NurseriesAsync();
        var (status, problem) = await ImportAsync(zip);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, "file")));
        Assert.Equal(before, await NurseriesAsync());
    }

    [Fact]
    public async Task House_rules_of_an_export_that_had_a_column_for_each_come_in()
    {
        var files = await ExportAsync(house.Nursery);
        var old = With(files, "manifest.json", s => s.Replace($"\"version\":{NurseryExport.Version}", "\"version\":4"));
        old = With(
            old,
            "json/house_rules.json",
            _ =>
                "[\n{\"version\":3,\"prick_out\":\"seed-leaves\",\"twins\":\"separate\",\"pepper_timing\":\"after-average-frost\","
                + "\"pepper_weeks_after_frost\":2,\"accepted_risk\":0.2,\"hardening_days\":14,\"pepper_soil_c\":13,\"tomato_night_c\":9,"
                + "\"pepper_night_c\":12,\"seed_leaves\":\"leave\",\"watering\":\"above\"}\n]\n"
        );
        var (status, opened) = await ImportAsync(Zip(old));
        Assert.True(status == 200, opened.ToJsonString());
        var rules = JsonNode.Parse(await house.Client.GetStringAsync($"/api/nurseries/{opened["id"]}/rules"))!["rules"]!;
        Assert.Equal(
            ("seed-leaves", "separate", "after-average-frost", 2, 0.2, 14),
            (
                (string)rules["prickOut"]!,
                (string)rules["twins"]!,
                (string)rules["pepperTiming"]!,
                (int)rules["pepperWeeksAfterFrost"]!,
                (double)rules["acceptedRisk"]!,
                (int)rules["hardeningDays"]!
            )
        );
        // One that was not there yet is as usual.
        Assert.Equal(
            (13.0, 13.0, "leave", "above", "plant"),
            (
                (double)rules["pepperSoilC"]!,
                (double)rules["pepperNightC"]!,
                (string)rules["seedLeaves"]!,
                (string)rules["watering"]!,
                (string)rules["spares"]!
            )
        );
        // An option that there is not is no house rule.
        var odd = With(old, "json/house_rules.json", s => s.Replace("\"leave\"", "\"burn\""));
        Assert.Equal(422, (await ImportAsync(Zip(odd))).Status);
    }

    [Fact]
    public async Task Names_in_the_zip_that_lead_elsewhere_are_not_looked_at()
    {
        var files = await ExportAsync(house.Nursery);
        files["../../../../tmp/juvenal-was-here.txt"] = "climbed out";
        files["json/../../account.json"] = "[{\"name\":\"forged\"}]";
        Assert.Equal(200, (await ImportAsync(Zip(files))).Status);
        Assert.False(File.Exists("/tmp/juvenal-was-here.txt"));
    }

    [Fact]
    public async Task A_helper_cannot_export_and_an_export_is_written_down()
    {
        var helper = await house.EnterAsync(await house.AddAsync("Curious helper", Role.Helper));
        Assert.Equal(HttpStatusCode.Forbidden, (await helper.GetAsync(house.Path("export"))).StatusCode);
        var files = await ExportAsync(house.Nursery);
        Assert.DoesNotContain(
            files,
            f => f.Value.Contains("Curious helper", StringComparison.Ordinal) || f.Key.Contains("account", StringComparison.Ordinal)
        );
        Assert.Contains((await house.GetAsync("audit")).AsArray(), a => (string)a!["sentence"]! == "Exported the nursery");
    }

    /// <summary>A batch that was sown, came up and lost two: 70 plants on the mat.</summary>
    private async Task<Guid> LivedAsync()
    {
        var known = (await house.GetAsync("batches"))["batches"]!.AsArray();
        if (known.Count > 0)
            return (Guid)known[0]!["id"]!;
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "sown",
                ["to"] = house.Group(house.Mat),
                ["seeds"] = 80,
                ["containers"] = 80,
            }
        );
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 72,
            }
        );
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "lost",
                ["from"] = house.Group(house.Mat),
                ["seedlings"] = 2,
                ["containers"] = 2,
                ["reason"] = "slug, „fat“, 2\n= many",
            }
        );
        return batch;
    }

    private async Task<Dictionary<string, string>> ExportAsync(Guid nursery)
    {
        using var zip = new ZipArchive(new MemoryStream(await house.Client.GetByteArrayAsync($"/api/nurseries/{nursery}/export")));
        return zip.Entries.ToDictionary(
            e => e.FullName,
            e =>
            {
                using var reader = new StreamReader(e.Open());
                return reader.ReadToEnd();
            }
        );
    }

    private async Task<(int Status, JsonNode Body)> ImportAsync(byte[] zip)
    {
        using var content = new ByteArrayContent(zip);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/zip");
        return await House.AnswerAsync(await house.Client.PostAsync("/api/import", content));
    }

    private async Task<int> NurseriesAsync() => (await House.TokenAsync(house.Client))["nurseries"]!.AsArray().Count;

    private static Dictionary<string, string> With(Dictionary<string, string> files, string name, Func<string, string> change)
    {
        var changed = change(files[name]);
        Assert.NotEqual(files[name], changed);
        return new(files) { [name] = changed };
    }

    private static byte[] Zip(Dictionary<string, string> files)
    {
        using var memory = new MemoryStream();
        using (var zip = new ZipArchive(memory, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, text) in files)
            {
                using var stream = zip.CreateEntry(name).Open();
                stream.Write(Encoding.UTF8.GetBytes(text));
            }
        }

        return memory.ToArray();
    }
}
