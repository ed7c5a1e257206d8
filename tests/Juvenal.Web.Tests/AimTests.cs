using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A bed, a pot to end in, a sale by a day.</summary>
public class AimTests(House house) : IClassFixture<House>
{
    private JsonObject For(string kind, string? day = null, bool outdoors = false, Guid? end = null)
    {
        var input = house.Input();
        input["aim"] = new JsonObject
        {
            ["kind"] = kind,
            ["day"] = day,
            ["outdoors"] = outdoors,
        };
        input["bedId"] = end ?? house.Bed;
        return input;
    }

    private static List<string> Kinds(JsonNode page) => [.. page["steps"]!.AsArray().Select(s => (string)s!["step"]!["kind"]!)];

    [Fact]
    public async Task Plants_for_a_fair_are_planned_back_from_its_day_and_sold_and_the_batch_is_closed()
    {
        var batch = await house.KeepAsync(For("sale", "2026-05-23", end: house.Stand));
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal(["begin", "up", "move", "harden"], Kinds(page));
        Assert.Equal("2026-05-13", (string)page["steps"]![3]!["mid"]!);
        Assert.Equal(("sale", "2026-05-23"), ((string)page["input"]!["aim"]!["kind"]!, (string)page["input"]!["aim"]!["day"]!));

        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(60, "2026-01-12"));
        Assert.Equal(
            200,
            (
                await house.LogAsync(
                    batch,
                    new JsonObject
                    {
                        ["kind"] = "out",
                        ["from"] = house.Group(house.Mat),
                        ["seedlings"] = 60,
                        ["out"] = new JsonObject { ["way"] = "sold", ["priceEach"] = 3 },
                    }
                )
            ).Status
        );
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = "sold out" })).Status);
    }

    [Fact]
    public async Task What_ends_in_a_pot_is_not_planted_and_may_be_closed_where_it_stands()
    {
        var batch = await house.KeepAsync(For("pot", end: house.Glass));
        Assert.Equal(["begin", "up", "move", "ripe"], Kinds(await house.GetAsync($"batches/{batch}")));
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(60, "2026-01-12"));
        var group = (await house.GetAsync($"batches/{batch}"))["groups"]![0]!;
        // The sheet of the place says what potting them takes.
        var sheet = await SheetAsync();
        Assert.Equal("60 to pot. Say how much room there is, and it is reckoned how many fit.", (string)sheet["text"]!);
        Assert.Contains(sheet["work"]!.AsArray(), w => ((string)w!).StartsWith("Mix: ", StringComparison.Ordinal));
        var (status, body) = await house.PostAsync(
            $"batches/{batch}/steps/{House.Step(batch, "prick-out")}/done",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = "2026-02-01",
                ["count"] = 60,
                ["group"] = (Guid)group["id"]!,
                ["from"] = house.Group(house.Mat),
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        var glass = (JsonObject)
            (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == house.Glass)!.DeepClone();
        (glass["lengthCm"], glass["widthCm"]) = (540, 240);
        Assert.Equal(204, (await house.PutAsync("places", glass)).Status);
        sheet = await SheetAsync();
        // Tall tomatoes stand 50 cm apart: 11 in a row of 5.4 m less its edges, 5 rows in 2.4 m.
        Assert.Equal("Room for 55: 5 rows of 11. 60 potted.", (string)sheet["text"]!);
        Assert.Equal("5 find no room: another place, closer, or fewer.", (string)Assert.Single(sheet["warnings"]!.AsArray())!);
        Assert.Equal((55, 0), (sheet["spots"]!.AsArray().Count, sheet["work"]!.AsArray().Count));
        var line = Assert.Single(sheet["batches"]!.AsArray())!;
        Assert.Equal((0, 60, 5, "9 cm pot"), ((int)line["toGo"]!, (int)line["planted"]!, (int)line["over"]!, (string)line["pot"]!));
        // Nothing is left to do with them.
        var round = await house.GetAsync("round");
        Assert.DoesNotContain(
            round["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()).Concat(round["coming"]!.AsArray()),
            t => (Guid)t!["batchId"]! == batch
        );
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = "on the sill" })).Status);

        async Task<JsonNode> SheetAsync() => (await house.GetAsync("beds")).AsArray().Single(b => (Guid)b!["placeId"]! == house.Glass)!;
    }

    [Fact]
    public async Task What_goes_outdoors_in_its_pot_is_carried_there_by_the_gate()
    {
        var batch = await house.KeepAsync(For("pot", outdoors: true, end: house.Stand));
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal(["begin", "up", "move", "harden", "plant-out", "ripe"], Kinds(page));
        Assert.Equal("Set outdoors", (string)page["steps"]![4]!["step"]!["title"]!);
        var listed = (await house.GetAsync("batches?take=200"))["batches"]!.AsArray().Single(b => (Guid)b!["id"]! == batch)!;
        Assert.Contains("Set outdoors", listed["steps"]!.AsArray().Select(s => (string)s!["step"]!["title"]!));
    }

    [Fact]
    public async Task An_aim_that_cannot_be_is_said_at_its_field()
    {
        foreach (
            var (input, field) in new[]
            {
                (For("sale", end: house.Stand), "aim.day"),
                (For("sale", "2030-05-23", end: house.Stand), "aim.day"),
                (For("bed", "2026-05-23"), "aim.day"),
                (For("bed", outdoors: true), "aim.outdoors"),
                (For("pot", end: house.Bed), "path.bed"),
                (For("pot", outdoors: true, end: house.Glass), "path.bed"),
                (For("pot", end: house.Stand), "path.bed"),
                (For("bed", end: house.Glass), "path.bed"),
            }
        )
        {
            var (status, problem) = await house.PostAsync("plan", input);
            Assert.True((status, House.Sentence(problem, field) is not null) == (422, true), $"{input["aim"]}: {problem}");
        }
    }

    /// <summary>The aim is changed: what the new one leaves out is gone from the plan, and comes back with it.</summary>
    [Fact]
    public async Task An_aim_can_be_changed_and_changed_back()
    {
        var batch = await house.KeepAsync(house.Input());
        async Task ChangeAsync(JsonObject input)
        {
            var version = (int)(await house.GetAsync($"batches/{batch}"))["version"]!;
            var (_, plan) = await house.PostAsync($"batches/{batch}/plan", input.DeepClone());
            var (status, body) = await house.PutAsync(
                $"batches/{batch}",
                new JsonObject
                {
                    ["version"] = version,
                    ["input"] = input,
                    ["shown"] = (string)plan["version"]!,
                }
            );
            Assert.True(status == 204, body.ToJsonString());
        }

        var before = Kinds(await house.GetAsync($"batches/{batch}"));
        await ChangeAsync(For("sale", "2026-05-23", end: house.Stand));
        Assert.DoesNotContain("plant-out", Kinds(await house.GetAsync($"batches/{batch}")));
        await ChangeAsync(house.Input());
        Assert.Equal(before, Kinds(await house.GetAsync($"batches/{batch}")));
    }
}
