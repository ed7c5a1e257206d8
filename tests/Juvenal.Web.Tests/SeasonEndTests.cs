using System.Text.Json.Nodes;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>The end of a season: what is planted or gone is closed, beds remember, everything stays readable.</summary>
public class SeasonEndTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task What_is_planted_or_gone_is_closed_and_its_bed_remembers_it()
    {
        var planted = await ReadyToHardenAsync(house);
        var potted = await ReadyToHardenAsync(house);
        var unsown = await house.KeepAsync(house.Input());
        await house.WindToAsync(Day.AddDays(10));
        Assert.DoesNotContain(await OverAsync(), b => (Guid)b!["batchId"]! == planted);
        var (status, body) = await house.LogAsync(
            planted,
            new JsonObject
            {
                ["kind"] = "moved",
                ["stage"] = "plant-out",
                ["from"] = house.Group(house.Glass, pot: true),
                ["to"] = house.Group(house.Bed, bed: true),
                ["seedlings"] = 70,
                ["containers"] = 70,
                ["happenedOn"] = "2026-05-26",
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        var line = Assert.Single(await OverAsync())!;
        Assert.Equal((planted, house.Bed), ((Guid)line["batchId"]!, (Guid)Assert.Single(line["beds"]!.AsArray())!));
        Assert.StartsWith("70 in ", (string)line["text"]!, StringComparison.Ordinal);
        Assert.StartsWith("1 batch is over. 2 stay open", (string)(await house.GetAsync("over"))["text"]!, StringComparison.Ordinal);

        // One that still stands in pots, or is not sown, is not closed; nor is any other then.
        foreach (var other in new[] { potted, unsown, Guid.CreateVersion7() })
            Assert.NotNull(House.Sentence((await EndAsync(planted, other)).Body, "batches"));
        Assert.Equal(422, (await EndAsync()).Status);
        Assert.Null((await house.GetAsync($"batches/{planted}"))["endedOn"]);

        Assert.Equal(204, (await EndAsync(planted)).Status);
        var page = await house.GetAsync($"batches/{planted}");
        Assert.Equal(("2026-05-26", "Season’s end"), ((string)page["endedOn"]!, (string)page["endReason"]!));
        Assert.NotEmpty(page["ledger"]!.AsArray());
        Assert.Empty(await OverAsync());
        var bed = (await house.GetAsync("beds")).AsArray().Single(b => (Guid)b!["placeId"]! == house.Bed)!;
        Assert.DoesNotContain(bed["batches"]!.AsArray(), b => (Guid)b!["batchId"]! == planted);
        var year = Assert.Single(bed["years"]!.AsArray())!;
        Assert.Equal((2026, "tomato"), ((int)year["year"]!, (string)Assert.Single(year["grew"]!.AsArray())!));
        // It can go on again.
        Assert.Equal(204, (await house.PutAsync($"batches/{planted}/end", new JsonObject { ["reason"] = null })).Status);
        Assert.Single(await OverAsync());
    }

    private async Task<JsonArray> OverAsync() => (await house.GetAsync("over"))["batches"]!.AsArray();

    private Task<(int Status, JsonNode Body)> EndAsync(params Guid[] batches) =>
        house.PostAsync("over", new JsonObject { ["batches"] = new JsonArray([.. batches.Select(b => (JsonNode)b)]) });
}
