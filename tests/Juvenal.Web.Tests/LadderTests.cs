using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>Hardening day by day: said by one tap, carried as the rung has it, counted by every screen alike.</summary>
public class LadderTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_day_out_is_a_rung_on_every_screen_and_goes_as_it_came()
    {
        var batch = await HardeningAsync();
        var before = await house.GetAsync($"batches/{batch}");
        var plants = (int)before["groups"]![0]!["seedlings"]!;
        var row = await RowAsync(batch);
        var rungs = (int)row["done"]!;
        Assert.Equal((10, plants), ((int)row["needed"]!, (int)row["seedlings"]!));
        Assert.False((bool)row["stayIn"]!);
        Assert.Contains("h out", (string)row["asks"]!);
        Assert.Equal($"{rungs} of 10 rungs", await GoAsync(batch));

        // A helper says it; a second tap is the same one, another day under the same name is not.
        var helper = await house.EnterAsync(await house.AddAsync($"Ladder helper {batch.ToString()[^6..]}", Role.Helper));
        var id = Guid.CreateVersion7();
        var (status, first) = await PostAsync(helper, Air(row, id, Day));
        Assert.True(status == HttpStatusCode.OK, first.ToJsonString());
        var (_, again) = await PostAsync(helper, Air(row, id, Day));
        Assert.Equal(first.ToJsonString(), again.ToJsonString());
        Assert.Equal(HttpStatusCode.Conflict, (await PostAsync(helper, Air(row, id, Day.AddDays(-1)))).Status);

        // In again by the afternoon: by its hours they are not out tonight, and no count has moved.
        row = await RowAsync(batch);
        Assert.Equal((rungs + 1, "Glass"), ((int)row["done"]!, (string)row["place"]!));
        Assert.Contains("h out", (string)row["said"]!);
        Assert.Equal($"{rungs + 1} of 10 rungs", await GoAsync(batch));
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal(plants, (int)Assert.Single(after["groups"]!.AsArray())!["seedlings"]!);
        Assert.Equal((int)before["standing"]!, (int)after["standing"]!);
        Assert.Contains(after["ledger"]!.AsArray(), e => ((string)e!["text"]!).StartsWith("Hardening: ", StringComparison.Ordinal));

        // Undone whole: where they stood, and what they had.
        var undo = await house.PostAsync(
            "acts",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["on"] = Text(Day),
                ["entries"] = new JsonArray(),
                ["corrects"] = id,
            }
        );
        Assert.True(undo.Status == 200, undo.Body.ToJsonString());
        row = await RowAsync(batch);
        Assert.Equal((rungs, "Stand", null), ((int)row["done"]!, (string)row["place"]!, (string?)row["said"]));
    }

    [Fact]
    public async Task Days_that_nobody_said_anything_of_are_asked_for_and_said_together()
    {
        var batch = await HardeningAsync();
        var rungs = (int)(await RowAsync(batch))["done"]!;
        await house.WindToAsync(Day.AddDays(3));
        var row = await RowAsync(batch);
        Assert.Equal(rungs, (int)row["done"]!);
        Assert.Equal([Text(Day), Text(Day.AddDays(1)), Text(Day.AddDays(2))], row["notSaid"]!.AsArray().Select(d => (string)d!));
        // They stayed in: asked no more, and no rung.
        var (status, body) = await house.PostAsync("round/aired", With(Air(row, Guid.CreateVersion7(), Day), new { hoursOut = 0.0 }));
        Assert.True(status == 200, body.ToJsonString());
        row = await RowAsync(batch);
        Assert.Equal((rungs, 2), ((int)row["done"]!, row["notSaid"]!.AsArray().Count));
        (status, body) = await house.PostAsync("round/aired", Air(row, Guid.CreateVersion7(), Day.AddDays(1), Day.AddDays(2)));
        Assert.True(status == 200, body.ToJsonString());
        row = await RowAsync(batch);
        Assert.Equal((rungs + 2, 0), ((int)row["done"]!, row["notSaid"]!.AsArray().Count));
        // Bleached is a rung back, limp stands still; the last word on a day counts.
        await house.PostAsync(
            "round/aired",
            With(Air(row, Guid.CreateVersion7(), Day.AddDays(3)), new { hoursOut = 9.0, outcome = "bleached" })
        );
        // They were carried in after it: what is said anew is of the group as it stands now.
        row = await RowAsync(batch);
        Assert.Equal((rungs + 1, "Glass"), ((int)row["done"]!, (string)row["place"]!));
        await house.PostAsync(
            "round/aired",
            With(Air(row, Guid.CreateVersion7(), Day.AddDays(3)), new { hoursOut = 9.0, outcome = "limp" })
        );
        Assert.Equal(rungs + 2, (int)(await RowAsync(batch))["done"]!);
    }

    /// <summary>A day that was said wrong is put right where it is written, and every screen counts it as it was.</summary>
    [Fact]
    public async Task A_day_out_is_put_right_where_it_is_written()
    {
        var batch = await HardeningAsync();
        var rungs = (int)(await RowAsync(batch))["done"]!;
        var (status, body) = await house.PostAsync("round/aired", Air(await RowAsync(batch), Guid.CreateVersion7(), Day));
        Assert.True(status == 200, body.ToJsonString());
        var entry = Line(await house.GetAsync($"batches/{batch}"));
        Assert.True((double)entry["aired"]!["hoursOut"]! > 0);
        // More hours of sun than hours: refused at its field, and a number of plants is no day out.
        (status, body) = await RightAsync(new { hoursOut = 2.0, hoursSun = 5.0 });
        Assert.True(status == 422 && body["errors"]!["said.hoursSun"] is not null, body.ToJsonString());

        // Nor is any other entry one.
        var other = (await house.GetAsync($"batches/{batch}"))["ledger"]!
            .AsArray()
            .First(e => (string)e!["kind"]! is "sown" or "received")!;
        var mixed = Entry("corrected", (Guid)other["id"]!);
        (mixed["seeds"], mixed["seedlings"], mixed["aired"]) = (9, 9, new JsonObject { ["hoursOut"] = 2.0 });
        (status, body) = await house.PostAsync($"batches/{batch}/entries", mixed);
        Assert.True(status == 422 && body["errors"]!["said"] is not null, body.ToJsonString());

        (status, body) = await RightAsync(
            new
            {
                hoursOut = 9.0,
                hoursSun = 4.0,
                outcome = "bleached",
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        var row = await RowAsync(batch);
        Assert.Equal(rungs - 1, (int)row["done"]!);
        Assert.Contains("9 h out, 4 h in sun, bleached", (string)row["said"]!);
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal("9 h out, 4 h in sun, bleached", (string)Line(page)["corrected"]!);
        Assert.Contains(page["ledger"]!.AsArray(), e => ((string)e!["text"]!).EndsWith(" was 9 h out, 4 h in sun, bleached"));
        Assert.Equal($"{rungs - 1} of 10 rungs", await GoAsync(batch));
        // What was put right is taken back: the first word counts.
        var right = page["ledger"]!.AsArray().First(e => (string)e!["kind"]! == "corrected")!;
        await house.PostAsync($"batches/{batch}/entries", Entry("undo", (Guid)right["id"]!));
        Assert.Equal(rungs + 1, (int)(await RowAsync(batch))["done"]!);

        static JsonNode Line(JsonNode page) => page["ledger"]!.AsArray().First(e => (string)e!["kind"]! == "aired")!;
        Task<(int Status, JsonNode Body)> RightAsync(object aired)
        {
            var said = Entry("corrected", (Guid)entry["id"]!);
            said["aired"] = System.Text.Json.JsonSerializer.SerializeToNode(aired);
            return house.PostAsync($"batches/{batch}/entries", said);
        }
    }

    private static JsonObject Entry(string kind, Guid corrects) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = kind,
            ["happenedOn"] = Text(Day),
            ["corrects"] = corrects,
        };

    /// <summary>A fortnight that was forgotten is said by one tap, whatever of it the ladder still asked for.</summary>
    [Fact]
    public async Task A_forgotten_fortnight_ends_at_the_top_of_the_ladder()
    {
        var batch = await HardeningAsync();
        await house.WindToAsync(Day.AddDays(14));
        await ForecastAsync(house, Day.AddDays(14), 14, 14, 14, 14, 14, 14, 14, 14, 14, 14);
        var row = await RowAsync(batch);
        DateOnly[] days = [.. row["notSaid"]!.AsArray().Select(d => DateOnly.Parse((string)d!, CultureInfo.InvariantCulture))];
        Assert.Equal(14, days.Length);
        var (status, body) = await house.PostAsync("round/aired", Air(row, Guid.CreateVersion7(), days));
        Assert.True(status == 200, body.ToJsonString());
        // Hardened, it is asked no more, and to say more is refused.
        Assert.DoesNotContain((await house.GetAsync("round"))["ladder"]!.AsArray(), g => (Guid)g!["batchId"]! == batch);
        Assert.Equal("10 of 10 rungs", await GoAsync(batch));
        Assert.Equal(422, (await house.PostAsync("round/aired", Air(row, Guid.CreateVersion7(), Day.AddDays(14)))).Status);
    }

    [Fact]
    public async Task What_cannot_be_is_said_and_changes_nothing()
    {
        var batch = await HardeningAsync();
        var row = await RowAsync(batch);
        await RefusedAsync("happenedOn", Air(row, Guid.CreateVersion7(), Day.AddDays(1)));
        await RefusedAsync("days", Air(row, Guid.CreateVersion7()));
        await RefusedAsync("said.hoursOut", With(Air(row, Guid.CreateVersion7(), Day), new { hoursOut = 25.0 }));
        await RefusedAsync("said.hoursSun", With(Air(row, Guid.CreateVersion7(), Day), new { hoursOut = 4.0, hoursSun = 5.0 }));
        await RefusedAsync("said.coverC", With(Air(row, Guid.CreateVersion7(), Day), new { hoursOut = 4.0, coverC = 31.0 }));
        var bed = Air(row, Guid.CreateVersion7(), Day);
        bed["inTo"] = house.Bed;
        await RefusedAsync("inTo", bed);
        var none = Air(row, Guid.CreateVersion7(), Day);
        none["groups"]![0]!["group"] = Guid.CreateVersion7();
        await RefusedAsync("groups", none);
        // A rung under lamps is none.
        var lamps = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = "aired",
            ["happenedOn"] = Text(Day),
            ["group"] = (Guid)row["group"]!,
            ["from"] = house.Group(house.Stand, pot: true),
            ["to"] = house.Group(house.Lamps, pot: true),
            ["aired"] = new JsonObject { ["hoursOut"] = 3.0 },
        };
        var (status, problem) = await house.LogAsync(batch, lamps);
        Assert.Equal(422, status);
        Assert.StartsWith("Nothing hardens off in ", House.Sentence(problem, "to.placeId"), StringComparison.Ordinal);
        Assert.Null((string?)(await RowAsync(batch))["said"]);

        async Task RefusedAsync(string field, JsonObject air)
        {
            var (status, problem) = await house.PostAsync("round/aired", air);
            Assert.Equal((422, true), (status, problem["errors"]?[field] is not null));
        }
    }

    /// <summary>What was pinched is logged by count, and topped peppers are not asked for twice.</summary>
    [Fact]
    public async Task What_is_pinched_is_counted_and_no_more_than_stand()
    {
        var batch = await HardeningAsync();
        var row = await RowAsync(batch);
        JsonObject Off(int count, string what = "side-shoots") =>
            new()
            {
                ["id"] = Guid.CreateVersion7(),
                ["kind"] = "pinched",
                ["happenedOn"] = Text(Day),
                ["group"] = (Guid)row["group"]!,
                ["from"] = house.Group(house.Stand, pot: true),
                ["seedlings"] = count,
                ["pinched"] = what,
            };

        var plants = (int)row["seedlings"]!;
        Assert.Equal(200, (await house.LogAsync(batch, Off(30))).Status);
        Assert.Equal(422, (await house.LogAsync(batch, Off(plants + 1))).Status);
        Assert.Equal(422, (await house.LogAsync(batch, Off(0))).Status);
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Contains(page["ledger"]!.AsArray(), e => (string)e!["text"]! == "30 with side shoots out, Stand");
        Assert.Equal(plants, (int)page["standing"]!);
    }

    private async Task<Guid> HardeningAsync()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, 14, 14, 14, 14, 14, 14, 14, 14, 14, 14);
        var (status, body) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "moved",
                ["stage"] = "harden",
                ["from"] = house.Group(house.Glass, pot: true),
                ["to"] = house.Group(house.Stand, pot: true),
                ["seedlings"] = 70,
                ["happenedOn"] = Text(Day),
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        return batch;
    }

    private async Task<JsonNode> RowAsync(Guid batch) =>
        (await house.GetAsync("round"))["ladder"]!.AsArray().Single(g => (Guid)g!["batchId"]! == batch)!;

    private async Task<string> GoAsync(Guid batch) =>
        (string)
            (await house.GetAsync($"batches/{batch}/go"))["factors"]!.AsArray().First(f => (string)f!["name"]! == "hardening")!["value"]!;

    private static JsonObject Air(JsonNode row, Guid id, params DateOnly[] days) =>
        new()
        {
            ["id"] = id,
            ["groups"] = new JsonArray(new JsonObject { ["batch"] = (Guid)row["batchId"]!, ["group"] = (Guid)row["group"]! }),
            ["days"] = new JsonArray([.. days.Select(d => (JsonNode)Text(d))]),
        };

    private static JsonObject With(JsonObject air, object said)
    {
        air["said"] = System.Text.Json.JsonSerializer.SerializeToNode(said);
        return air;
    }

    private async Task<(HttpStatusCode Status, JsonNode Body)> PostAsync(HttpClient client, JsonObject air)
    {
        using var content = new StringContent(air.ToJsonString(), System.Text.Encoding.UTF8, "application/json");
        using var answer = await client.PostAsync(house.Path("round/aired"), content);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private static string Text(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
