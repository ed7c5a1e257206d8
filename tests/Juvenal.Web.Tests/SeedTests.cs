using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>The seed box: what there is, what is sown from it, what several batches want of one packet.</summary>
public class SeedTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Batches_that_draw_on_one_packet_are_seen_together_and_sowing_takes_from_it()
    {
        var lot = await PutAsync(new() { ["seeds"] = 150 });
        var fresh = await LotAsync(lot);
        Assert.Equal(
            (150, 0, 150, 0.86625),
            ((int)fresh["left"]!, (int)fresh["planned"]!, (int)fresh["free"]!, Math.Round((double)fresh["germination"]!, 6))
        );
        Assert.Equal("Not tested; 1 of 4 years of storage life: assumed by kind and age.", (string)fresh["why"]!["text"]!);
        Assert.True((int)fresh["promises"]![0]!["plants"]! > (int)fresh["promises"]![1]!["plants"]!);

        var (one, other) = (house.Input(), house.Input());
        one["lotId"] = lot;
        other["lotId"] = lot;
        var batch = await house.KeepAsync(one);
        var second = await house.KeepAsync(other);
        var wanted = await LotAsync(lot);
        var planned = (int)wanted["planned"]!;
        Assert.True(planned > 150);
        Assert.Equal((150, 150 - planned), ((int)wanted["left"]!, (int)wanted["free"]!));

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

        // The other one's card asks for what is left of it, not for what was planned.
        var due = (string)(await house.GetAsync($"batches/{second}"))["steps"]![0]!["due"]!;
        await house.WindToAsync(DateOnly.Parse(due, System.Globalization.CultureInfo.InvariantCulture));
        var card = (await house.GetAsync("round"))["stops"]!
            .AsArray()
            .SelectMany(stop => stop!["tasks"]!.AsArray())
            .Single(t => (Guid)t!["batchId"]! == second)!;
        Assert.Equal((70, (int)card["containers"]! - 70), ((int)card["count"]!, (int)card["lacking"]!));
        var sown = await LotAsync(lot);
        Assert.Equal((70, planned / 2), ((int)sown["left"]!, (int)sown["planned"]!));

        // It stays while batches name it, and cannot have held less than was sown.
        Assert.Equal(409, (int)(await house.Client.DeleteAsync(house.Path($"lots/{lot}"))).StatusCode);
        var row = sown["lot"]!.DeepClone();
        row["seeds"] = 60;
        Assert.Equal(
            "80 were sown from it already: it held at least 80.",
            House.Sentence((await house.PutAsync("lots", row)).Body, "seeds")
        );
        Assert.Equal(lot, (Guid)(await house.GetAsync($"batches/{batch}"))["input"]!["lotId"]!);
    }

    [Fact]
    public async Task A_packet_of_another_cultivar_is_refused_by_name()
    {
        var lot = await PutAsync(new() { ["cultivarId"] = house.Pepper, ["name"] = "Horn 2025" });
        var input = house.Input();
        var (_, plan) = await house.PostAsync("plan", input.DeepClone());
        input["lotId"] = lot;
        var (status, problem) = await house.PostAsync(
            "batches",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["input"] = input.DeepClone(),
                ["shown"] = (string)plan["version"]!,
            }
        );
        Assert.Equal((422, "This packet is Made-up Horn: choose one of the same cultivar."), (status, House.Sentence(problem, "lotId")));
        input["lotId"] = Guid.CreateVersion7();
        Assert.Equal(
            422,
            (
                await house.PostAsync(
                    "batches",
                    new JsonObject
                    {
                        ["id"] = Guid.CreateVersion7(),
                        ["input"] = input,
                        ["shown"] = (string)plan["version"]!,
                    }
                )
            ).Status
        );
    }

    [Theory]
    [InlineData("name", "\"\"", "name", "Give it a name.")]
    [InlineData("packed", "2031", "packed", "From 1,950 to 2,026; 2,031 was given.")]
    [InlineData("seeds", "-1", "seeds", "From 0 to 10,000,000; -1 was given.")]
    [InlineData("grams", "0", "grams", "From 0 to 100,000; 0 was given.")]
    public async Task What_cannot_be_is_said_at_its_field(string name, string value, string field, string sentence)
    {
        var row = Row(new() { ["name"] = "Wrong one" });
        row[name] = JsonNode.Parse(value);
        var (status, problem) = await house.PutAsync("lots", row);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, field)));
    }

    private async Task<Guid> PutAsync(JsonObject change)
    {
        var row = Row(change);
        var id = (Guid)row["id"]!;
        var (status, body) = await house.PutAsync("lots", row);
        Assert.True(status == 204, body.ToJsonString());
        return id;
    }

    private async Task<JsonNode> LotAsync(Guid id) => (await house.GetAsync("lots")).AsArray().Single(l => (Guid)l!["lot"]!["id"]! == id)!;

    private JsonObject Row(JsonObject change)
    {
        var row = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["cultivarId"] = house.Tomato,
            ["name"] = "Red 2025",
            ["packed"] = 2025,
            ["seeds"] = 100,
            ["grams"] = null,
            ["origin"] = "open-pollinated",
            ["price"] = 3.5,
            ["note"] = null,
        };
        foreach (var (name, value) in change)
            row[name] = value?.DeepClone();
        return row;
    }
}
