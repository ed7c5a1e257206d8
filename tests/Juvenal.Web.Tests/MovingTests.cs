using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Moving up: ready or not, how deep, into what, with which mix.</summary>
public class MovingTests(House house) : IClassFixture<House>
{
    private static readonly DateOnly Day = new(2026, 4, 18);

    [Fact]
    public async Task The_answer_follows_what_was_seen_and_the_model_stands_beside_it()
    {
        var batch = await InTraysAsync();
        var reckoned = await AskAsync(batch);
        Assert.Equal("Prick out", (string)reckoned["task"]!["title"]!);
        Assert.False((bool)reckoned["differs"]!);
        Assert.True((bool)reckoned["asksPlug"]!);
        Assert.Contains("true leaves", (string)reckoned["guess"]!, StringComparison.Ordinal);

        // The first move goes by leaves.
        var few = await AskAsync(batch, ("leaves", 0));
        Assert.Equal("wait", (string)few["call"]!);
        Assert.StartsWith("Wait until ", (string)few["title"]!, StringComparison.Ordinal);
        Assert.Equal("0 true leaves counted, 2 are wanted.", (string)few["why"]![0]!["text"]!);
        Assert.Equal("now", (string)(await AskAsync(batch, ("leaves", 2)))["call"]!);
        Assert.Equal("overdue", (string)(await AskAsync(batch, ("leaves", 0), ("roots", "matted")))["call"]!);
        Assert.Equal("wait", (string)(await AskAsync(batch, ("leaves", 2), ("plug", "falls-apart")))["call"]!);
        // What the model holds is the same whatever was seen.
        Assert.Equal((string)reckoned["guess"]!, (string)few["guess"]!);
        Assert.Equal((double)reckoned["guessLeaves"]!, (double)few["guessLeaves"]!);

        // Nothing of it was kept.
        Assert.DoesNotContain((await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray(), e => (string)e!["kind"]! == "checked");
    }

    [Fact]
    public async Task Depth_pots_and_mix_are_for_the_container_that_is_tried()
    {
        var batch = await InTraysAsync();
        var planned = await AskAsync(batch, ("leaves", 2));
        var set = planned["setting"]!;
        // Seed leaves stay until the second move: they are not buried.
        Assert.True((double)set["buryCm"]! <= (double)set["seedLeavesCm"]! && !(bool)set["pinchSeedLeaves"]!);
        Assert.Equal((double)set["potDepthCm"]!, (double)set["underCm"]! + (double)set["ballDepthCm"]! + (double)set["buryCm"]! + 1.5, 6);
        var task = planned["task"]!;
        Assert.Equal((double)task["mixLitres"]!, (double)planned["mix"]!["litres"]!, 6);
        Assert.Equal((double)planned["mix"]!["litres"]!, planned["mix"]!["parts"]!.AsArray().Sum(p => (double)p!["litres"]!), 6);
        Assert.Equal(["Seed mix", "Potting mix"], planned["mix"]!["parts"]!.AsArray().Select(p => (string)p!["name"]!));
        var pots = planned["pots"]!.AsArray();
        Assert.Equal(house.Pot, (Guid)pots.Single(p => (bool)p!["planned"]!)!["containerId"]!);
        var larger = pots.Last()!;
        Assert.NotNull((string?)larger["note"]);
        var tried = await AskAsync(batch, ("leaves", 2), ("containerId", (string)larger["containerId"]!));
        Assert.True((double)tried["setting"]!["potDepthCm"]! > (double)set["potDepthCm"]!);
        Assert.True((double)tried["mix"]!["litres"]! > (double)planned["mix"]!["litres"]!);

        // The cold porch is too cold for them; the hardening stand too.
        Assert.DoesNotContain(planned["holding"]!.AsArray(), h => ((string)h!).StartsWith("Cold porch", StringComparison.Ordinal));
        Assert.Contains(
            planned["holding"]!.AsArray(),
            h => ((string)h!).StartsWith("Glass: a week there costs ", StringComparison.Ordinal)
        );

        // A plant that was measured is drawn so.
        Assert.Equal(30, (double)(await AskAsync(batch, ("leaves", 2), ("heightCm", 30)))["setting"]!["heightCm"]!);
        Assert.Equal(3, planned["how"]!.AsArray().Count);
    }

    /// <summary>What was measured stays known, grown on by the leaves since; out of the pot it was measured in it says nothing.</summary>
    [Fact]
    public async Task A_measured_height_stays_known_until_they_are_moved()
    {
        var batch = await InTraysAsync();
        var group = (await house.GetAsync($"batches/{batch}"))["groups"]![0]!;
        var reckoned = (double)(await AskAsync(batch, ("leaves", 2)))["setting"]!["heightCm"]!;
        Assert.Equal(200, (await house.LogAsync(batch, Seen(new() { ["leaves"] = 2, ["heightCm"] = 14 }))).Status);
        Assert.Equal(14, (double)(await AskAsync(batch, ("leaves", 2)))["setting"]!["heightCm"]!, 9);
        Assert.NotEqual(14, reckoned, 1);
        // Of one day both looks count.
        Assert.Equal(200, (await house.LogAsync(batch, Seen(new() { ["roots"] = "showing" }))).Status);
        Assert.Equal(14, (double)(await AskAsync(batch, ("leaves", 2)))["setting"]!["heightCm"]!, 9);
        Assert.True((double)(await AskAsync(batch, ("leaves", 3)))["setting"]!["heightCm"]! > 14);
        Assert.Contains(
            "Looked: 2 true leaves, 14 cm tall, ",
            (await house.GetAsync($"batches/{batch}"))["ledger"]!.ToJsonString(),
            StringComparison.Ordinal
        );
        var (status, body) = await house.LogAsync(batch, Seen(new() { ["heightCm"] = 301 }));
        Assert.Equal((422, "said.heightCm"), (status, Assert.Single(body["errors"]!.AsObject()).Key));

        JsonObject Seen(JsonObject seen) =>
            new()
            {
                ["kind"] = "checked",
                ["happenedOn"] = Day.ToString("yyyy-MM-dd"),
                ["from"] = new JsonObject { ["containerId"] = (string?)group["containerId"], ["placeId"] = (string)group["placeId"]! },
                ["seeds"] = 0,
                ["seedlings"] = 0,
                ["seen"] = seen,
            };
    }

    [Fact]
    public async Task A_mix_of_ones_own_is_what_is_fetched_and_who_comes_second_is_told()
    {
        var batch = await InTraysAsync();
        var mixes = (await house.GetAsync("mixes")).AsArray();
        Assert.Equal(4, mixes.Count);
        var first = mixes.Single(m => (string)m!["use"]! == "first-move")!;
        Assert.Equal(0, (int)first["version"]!);
        Assert.Equal(204, (await house.PutAsync("mixes", Mix(0, ("Leafmould", 3, 40.0), ("Sand", 1, null)))).Status);
        var sheet = await AskAsync(batch, ("leaves", 2));
        var parts = sheet["mix"]!["parts"]!.AsArray();
        Assert.Equal(["Leafmould", "Sand"], parts.Select(p => (string)p!["name"]!));
        Assert.Equal((double)parts[0]!["litres"]!, 3 * (double)parts[1]!["litres"]!, 6);
        Assert.Equal(1, (int)parts[0]!["bags"]!);
        Assert.Contains((await house.GetAsync("round"))["pickList"]!.AsArray(), p => (string)p!["what"]! == "Leafmould");
        Assert.Contains((await house.GetAsync("needs"))["list"]!.AsArray(), p => (string?)p!["name"] == "Leafmould");

        Assert.Equal(409, (await house.PutAsync("mixes", Mix(0, ("Loam", 1, null)))).Status);
        Assert.Equal(409, (await house.PutAsync("mixes", Mix(7, ("Loam", 1, null)))).Status);
        var (status, wrong) = await house.PutAsync("mixes", Mix(1, ("Loam", 1, null), ("loam", -1, null)));
        Assert.Equal((422, "This part stands in the mix twice."), (status, House.Sentence(wrong, "parts[1].name")));
        Assert.Equal(422, (await house.PutAsync("mixes", Mix(1))).Status);
        Assert.Equal(204, (await house.PutAsync("mixes", Mix(1, ("Seed mix", 1, null), ("Potting mix", 1, null)))).Status);
        var helper = await house.EnterAsync(await house.AddAsync("Mixing helper", Role.Helper));
        Assert.Equal(HttpStatusCode.OK, (await helper.GetAsync(house.Path("mixes"))).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await helper.PutAsJsonAsync(house.Path("mixes"), Mix(2, ("Loam", 1, null)))).StatusCode);
    }

    [Fact]
    public async Task What_cannot_be_is_said_at_its_field_and_what_is_not_up_is_not_looked_at()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal("Nothing of it is up yet: there is nothing to move.", (string)(await AskAsync(batch, ("roots", "matted")))["title"]!);
        batch = await InTraysAsync();
        foreach (var (field, value) in new (string, JsonNode)[] { ("leaves", 31), ("leaves", -1), ("heightCm", 0), ("heightCm", 400) })
        {
            var (status, body) = await house.PostAsync($"batches/{batch}/moving", new JsonObject { [field] = value });
            Assert.Equal((422, field), (status, Assert.Single(body["errors"]!.AsObject()).Key));
        }

        Assert.Equal(400, (await house.PostAsync($"batches/{batch}/moving", new JsonObject { ["roots"] = "lovely" })).Status);
        Assert.Equal(404, (await house.PostAsync($"batches/{Guid.CreateVersion7()}/moving", new JsonObject())).Status);
    }

    [Fact]
    public async Task Balls_that_are_washed_apart_cost_days_and_the_plan_says_so()
    {
        await house.WindToAsync(House.Today);
        var input = house.Input();
        input["moves"]!.AsArray().Add(new JsonObject { ["containerId"] = house.Pot, ["placeId"] = house.Glass });
        var pots = (await house.GetAsync("catalogue"))["containers"]!.AsArray();
        input["moves"]![1]!["containerId"] = (string)pots.Single(c => (string)c!["name"]! == "13 cm pot")!["id"]!;
        input["moves"]!.AsArray().Add(input["moves"]![1]!.DeepClone());
        input["moves"]![2]!["containerId"] = (string)pots.Single(c => (string)c!["name"]! == "2 L pot")!["id"]!;
        var whole = await SowAsync();
        await SetAsync("washed");
        Assert.True(await SowAsync() <= whole.AddDays(-6));
        await SetAsync("whole");
        Assert.Equal(whole, await SowAsync());

        async Task<DateOnly> SowAsync() =>
            DateOnly.Parse(
                (string)
                    (await house.PostAsync("plan", input.DeepClone())).Body["steps"]!
                        .AsArray()
                        .First(s => (string)s!["step"]!["kind"]! == "begin")!["mid"]!,
                System.Globalization.CultureInfo.InvariantCulture
            );

        async Task SetAsync(string ball)
        {
            var rules = await house.GetAsync("rules");
            rules["rules"]!["rootBall"] = ball;
            var change = new JsonObject { ["version"] = (int)rules["version"]!, ["rules"] = rules["rules"]!.DeepClone() };
            Assert.Equal(200, (await house.PutAsync("rules", change)).Status);
        }
    }

    /// <summary>Seventy seedlings in their trays.</summary>
    private async Task<Guid> InTraysAsync()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        await house.WindToAsync(Day);
        Assert.Equal(200, (await house.LogAsync(batch, house.Sown(80, "2026-03-30"))).Status);
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(70, "2026-04-07"))).Status);
        return batch;
    }

    private async Task<JsonNode> AskAsync(Guid batch, params (string Field, JsonNode Value)[] seen)
    {
        var asked = new JsonObject();
        foreach (var (field, value) in seen)
            asked[field] = value;
        var (status, body) = await house.PostAsync($"batches/{batch}/moving", asked);
        Assert.True(status == 200, body.ToJsonString());
        return body;
    }

    private static JsonObject Mix(int version, params (string Name, double Parts, double? Bag)[] parts) =>
        new()
        {
            ["use"] = "first-move",
            ["version"] = version,
            ["parts"] = new JsonArray([
                .. parts.Select(p => new JsonObject
                {
                    ["name"] = p.Name,
                    ["parts"] = p.Parts,
                    ["bagL"] = p.Bag,
                }),
            ]),
        };
}
