using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What failed is sown again, and says for which; own seed says of which; a packet too small says what it can give.</summary>
public class AgainTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task What_is_sown_again_is_linked_both_ways()
    {
        await house.WindToAsync(House.Today);
        var failed = await house.KeepAsync(house.Input());
        var again = await KeepAsync(house.Input(20), failed);
        var before = await house.GetAsync($"batches/{failed}");
        var after = await house.GetAsync($"batches/{again}");
        Assert.Equal((string)before["code"]!, (string)after["againOf"]!["code"]!);
        Assert.Equal(again.ToString(), (string)Assert.Single(before["sownAgain"]!.AsArray())!["id"]!);
        Assert.Null(before["againOf"]);
        // A batch that is not there cannot have failed.
        var (status, body) = await PostAsync(house.Input(20), Guid.CreateVersion7());
        Assert.Equal(422, status);
        Assert.Equal("againOf", Assert.Single(body["errors"]!.AsObject()).Key);
    }

    [Fact]
    public async Task Own_seed_says_of_which_batch_and_whether_it_comes_true()
    {
        await house.WindToAsync(House.Today);
        var mother = await house.KeepAsync(house.Input());
        var lot = Lot(mother, isolated: false);
        Assert.Equal(204, (await house.PutAsync("lots", lot)).Status);
        Assert.Equal("Own seed, its mother among others: tomatoes cross seldom.", await OwnAsync(lot));
        lot = With(lot, 1, "isolated", true);
        Assert.Equal(204, (await house.PutAsync("lots", lot)).Status);
        Assert.Equal("Own seed, its mother kept apart: comes true.", await OwnAsync(lot));
        lot = With(lot, 2, "origin", "hybrid");
        Assert.Equal(204, (await house.PutAsync("lots", lot)).Status);
        Assert.Equal("Own seed of a hybrid: every plant will be another.", await OwnAsync(lot));
        // Of a batch of another kind, or none.
        var wrong = Lot(mother, isolated: null);
        wrong["cultivarId"] = house.Pepper;
        Assert.Equal(
            "That batch is of another cultivar: choose one of the same.",
            House.Sentence((await house.PutAsync("lots", wrong)).Body, "fromBatchId")
        );
        Assert.Equal(422, (await house.PutAsync("lots", Lot(Guid.CreateVersion7(), null))).Status);
    }

    [Fact]
    public async Task A_packet_that_is_too_small_says_what_each_way_gives()
    {
        await house.WindToAsync(House.Today);
        var input = house.Input(60);
        input["seedsAvailable"] = 44;
        var (_, plan) = await house.PostAsync("plan", input);
        var ways = plan["shortWays"]!.AsArray();
        Assert.Equal(["one-a-cell", "two-a-cell", "two-separated", "test-first", "second-sowing"], ways.Select(w => (string)w!["way"]!));
        Assert.Equal(44, (int)ways[0]!["cells"]!);
        Assert.True((int)ways[0]!["promised"]! < (double)ways[0]!["expected"]!);
        Assert.Null(ways[4]!["promised"]);
        Assert.Equal("Test 10 on damp paper first, one a cell of the rest", (string)ways[3]!["text"]!);
        Assert.Empty((await house.PostAsync("plan", house.Input(60))).Body["shortWays"]!.AsArray());
    }

    [Fact]
    public async Task A_cultivar_without_days_ripens_as_its_kind()
    {
        var id = Guid.CreateVersion7();
        var row = new JsonObject
        {
            ["id"] = id,
            ["version"] = 0,
            ["name"] = "Undated Green",
            ["crop"] = "pepper",
            ["group"] = "annuum",
            ["habit"] = "bush",
            ["daysToRipe"] = null,
            ["origin"] = "unknown",
            ["note"] = null,
            ["tags"] = new JsonArray(),
            ["fruit"] = "green",
        };
        Assert.Equal(204, (await house.PutAsync("cultivars", row)).Status);
        Assert.Equal(75, (int)(await house.GetAsync("catalogue"))["ripe"]![id.ToString()]!);
        var (_, plan) = await house.PostAsync("plan", house.Input(cultivar: id));
        var ripe = plan["steps"]!.AsArray().Last()!;
        Assert.Equal("75 days from planting, as its kind usually takes: the packet does not say.", (string)ripe["why"]![0]!["text"]!);
        Assert.Matches(@"^\w+ \d+ \w+ \+ 75 days = \w+ \d+ \w+$", (string)ripe["why"]![0]!["formula"]!);
        Assert.Equal("common practice", (string)ripe["why"]![0]!["mark"]!);
        var wrong = row.DeepClone();
        (wrong["id"], wrong["name"], wrong["fruit"]) = (Guid.CreateVersion7(), "Undated Large", "large");
        var (status, body) = await house.PutAsync("cultivars", wrong);
        Assert.Equal((422, "fruit"), (status, Assert.Single(body["errors"]!.AsObject()).Key));
    }

    private JsonObject Lot(Guid mother, bool? isolated) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["cultivarId"] = house.Tomato,
            ["name"] = "Own seed",
            ["packed"] = 2025,
            ["seeds"] = 40,
            ["grams"] = null,
            ["origin"] = "unknown",
            ["price"] = null,
            ["note"] = null,
            ["fromBatchId"] = mother,
            ["isolated"] = isolated,
        };

    private static JsonObject With(JsonObject lot, int version, string field, JsonNode value)
    {
        var changed = lot.DeepClone().AsObject();
        (changed["version"], changed[field]) = (version, value);
        return changed;
    }

    private async Task<string?> OwnAsync(JsonObject lot) =>
        (string?)(await house.GetAsync("lots")).AsArray().First(l => (Guid)l!["lot"]!["id"]! == (Guid)lot["id"]!)!["own"];

    private async Task<Guid> KeepAsync(JsonObject input, Guid againOf)
    {
        var (status, body) = await PostAsync(input, againOf);
        Assert.True(status == 201, body.ToJsonString());
        return (Guid)body["id"]!;
    }

    private async Task<(int Status, JsonNode Body)> PostAsync(JsonObject input, Guid againOf)
    {
        var (_, plan) = await house.PostAsync("plan", input.DeepClone());
        return await house.PostAsync(
            "batches",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["input"] = input,
                ["shown"] = (string)plan["version"]!,
                ["againOf"] = againOf,
            }
        );
    }
}
