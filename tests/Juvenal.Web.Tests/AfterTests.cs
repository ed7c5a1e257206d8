using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>The weeks after planting: looks at days that matter, what is lost, what of it is alive.</summary>
public class AfterTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Forty_of_seventy_are_planted_two_die_and_the_bed_says_so()
    {
        var batch = await ReadyToHardenAsync(house);
        await house.WindToAsync(Day.AddDays(10));
        var planted = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "moved",
                ["stage"] = "plant-out",
                ["from"] = house.Group(house.Glass, pot: true),
                ["to"] = new JsonObject { ["containerId"] = null, ["placeId"] = house.Bed },
                ["seedlings"] = 40,
                ["containers"] = 40,
                ["happenedOn"] = "2026-05-26",
            }
        );
        Assert.True(planted.Status == 200, planted.Body.ToJsonString());
        // On the day itself nothing is asked, and what stands in pots is no bed's.
        Assert.Empty(await AfterAsync(batch));
        var groups = (await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray();
        var pots = (Guid)groups.Single(g => (string?)g!["container"] is not null)!["id"]!;
        Assert.Equal(
            "They do not stand in a bed, or stand there for longer than the first weeks: there is nothing to look after.",
            House.Sentence((await LookAsync(batch, pots)).Body, "group")
        );

        await house.WindToAsync(Day.AddDays(11));
        var line = Assert.Single(await AfterAsync(batch))!;
        Assert.Equal((40, 30), ((int)line["seedlings"]!, (int)line["spares"]!));
        Assert.StartsWith("Planted yesterday. A day or two of droop is normal.", (string)line["text"]!, StringComparison.Ordinal);
        var lost = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "lost",
                ["from"] = new JsonObject { ["containerId"] = null, ["placeId"] = house.Bed },
                ["group"] = (string)line["group"]!,
                ["seedlings"] = 2,
                ["reason"] = "Cutworm",
                ["happenedOn"] = "2026-05-27",
            }
        );
        Assert.True(lost.Status == 200, lost.Body.ToJsonString());
        var established = (await house.GetAsync($"batches/{batch}"))["established"]!;
        Assert.Equal((40, 2, 0.95), ((int)established["planted"]!, (int)established["lost"]!, (double)established["share"]!));

        // Two gaps; nobody fills more than there are, and filled they are none any more.
        line = Assert.Single(await AfterAsync(batch))!;
        Assert.Equal((2, 30), ((int)line["gaps"]!, (int)line["spare"]!["seedlings"]!));
        var fill = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = "moved",
            ["step"] = (string)line["spare"]!["step"]!,
            ["from"] = new JsonObject
            {
                ["containerId"] = (string)line["spare"]!["containerId"]!,
                ["placeId"] = (string)line["spare"]!["placeId"]!,
            },
            ["to"] = new JsonObject { ["containerId"] = null, ["placeId"] = (string)line["placeId"]! },
            ["group"] = (string)line["spare"]!["group"]!,
            ["seedlings"] = 2,
            ["happenedOn"] = "2026-05-27",
        };
        var filled = await house.LogAsync(batch, fill);
        Assert.True(filled.Status == 200, filled.Body.ToJsonString());
        line = Assert.Single(await AfterAsync(batch))!;
        Assert.Equal((0, 28, 40), ((int)line["gaps"]!, (int)line["spares"]!, (int)line["seedlings"]!));
        established = (await house.GetAsync($"batches/{batch}"))["established"]!;
        Assert.Equal((42, 2, 0), ((int)established["planted"]!, (int)established["lost"]!, (int)established["gaps"]!));
        // That is taken back, and they are gaps again.
        var back = await house.PostAsync(
            $"batches/{batch}/entries",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["kind"] = "undo",
                ["happenedOn"] = "2026-05-27",
                ["corrects"] = (Guid)fill["id"]!,
            }
        );
        Assert.True(back.Status == 200, back.Body.ToJsonString());
        Assert.Equal(2, (int)Assert.Single(await AfterAsync(batch))!["gaps"]!);

        // Looked at by a helper: it stays as a line of today, is asked no more, and is taken back.
        var helper = await house.EnterAsync(await house.AddAsync("After helper", Role.Helper));
        var id = Guid.CreateVersion7();
        var body = new JsonObject
        {
            ["id"] = id,
            ["batch"] = batch,
            ["group"] = (string)line["group"]!,
        };
        Assert.Equal(HttpStatusCode.NoContent, (await helper.PostAsJsonAsync(house.Path("round/looked"), body)).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await helper.PostAsJsonAsync(house.Path("round/looked"), body)).StatusCode);
        Assert.Equal(id, (Guid)Assert.Single(await AfterAsync(batch))!["look"]!["id"]!);
        await house.WindToAsync(Day.AddDays(12));
        Assert.Empty(await AfterAsync(batch));
        // Of yesterday it is not taken back any more.
        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.DeleteAsync(house.Path($"round/looked/{id}"))).StatusCode);
        await house.WindToAsync(Day.AddDays(13));
        Assert.Equal(38, (int)Assert.Single(await AfterAsync(batch))!["seedlings"]!);
        var third = Guid.CreateVersion7();
        Assert.Equal(204, (await LookAsync(batch, (Guid)Assert.Single(await AfterAsync(batch))!["group"]!, third)).Status);
        Assert.NotNull(Assert.Single(await AfterAsync(batch))!["look"]);
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"round/looked/{third}"))).StatusCode);
        Assert.Null(Assert.Single(await AfterAsync(batch))!["look"]);
    }

    private async Task<List<JsonNode?>> AfterAsync(Guid batch) =>
        [.. (await house.GetAsync("round"))["after"]!.AsArray().Where(a => (Guid)a!["batchId"]! == batch)];

    private Task<(int Status, JsonNode Body)> LookAsync(Guid batch, Guid group, Guid? id = null) =>
        house.PostAsync(
            "round/looked",
            new JsonObject
            {
                ["id"] = id ?? Guid.CreateVersion7(),
                ["batch"] = batch,
                ["group"] = group,
            }
        );
}
