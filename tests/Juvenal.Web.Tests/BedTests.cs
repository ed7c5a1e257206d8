using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Beds: how large, who goes where, what they bore.</summary>
public class BedTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_bed_says_how_many_fit_what_planting_takes_and_what_it_bore()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        var (bed, wanted) = (house.Bed, 60);
        var sheet = await SheetAsync(bed);
        Assert.EndsWith("Say how large it is, and it is reckoned how many fit.", (string)sheet["text"]!, StringComparison.Ordinal);
        Assert.Empty(sheet["spots"]!.AsArray());

        var place = (JsonObject)(await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == bed)!.DeepClone();
        (place["lengthCm"], place["widthCm"]) = (1000, 120);
        Assert.Equal(204, (await house.PutAsync("places", place)).Status);
        sheet = await SheetAsync(bed);
        Assert.StartsWith("Takes 40: 2 rows of 20. ", (string)sheet["text"]!, StringComparison.Ordinal);
        var line = sheet["batches"]!.AsArray().Single(b => (Guid)b!["batchId"]! == batch)!;
        Assert.Equal((wanted, 0), ((int)line["toGo"]!, (int)line["planted"]!));
        var all = sheet["batches"]!.AsArray().Sum(b => (int)b!["toGo"]! + (int)b["planted"]!);
        Assert.Equal(Math.Min(40, all), sheet["spots"]!.AsArray().Count);
        Assert.Equal(Math.Max(0, all - 40), sheet["batches"]!.AsArray().Sum(b => (int)b!["over"]!));
        Assert.Contains(sheet["work"]!.AsArray(), w => ((string)w!).StartsWith("Granules: ", StringComparison.Ordinal));

        // What it bore is said, weighed, and taken back; a helper reads it.
        Assert.Equal(204, (await BoreAsync(bed, 2025, "tomato", null)).Status);
        Assert.Contains((await SheetAsync(bed))["warnings"]!.AsArray(), w => ((string)w!).Contains("in 2025", StringComparison.Ordinal));
        Assert.Equal(204, (await BoreAsync(bed, 2025, "tomato", "wilt")).Status);
        Assert.Contains(
            (await SheetAsync(bed))["warnings"]!.AsArray(),
            w => ((string)w!).StartsWith("Wilt was seen here in 2025", StringComparison.Ordinal)
        );
        Assert.Single((await SheetAsync(bed))["years"]!.AsArray());
        Assert.Equal(204, (await BoreAsync(bed, 2025, null, null)).Status);
        Assert.Empty((await SheetAsync(bed))["years"]!.AsArray());
        var helper = await house.EnterAsync(await house.AddAsync("Bed helper", Role.Helper));
        Assert.Equal(HttpStatusCode.OK, (await helper.GetAsync(house.Path("beds"))).StatusCode);
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await helper.PutAsJsonAsync(house.Path($"beds/{bed}/years"), Bore(2025, "tomato", null))).StatusCode
        );
    }

    [Fact]
    public async Task What_cannot_be_is_said_at_its_field()
    {
        var places = (await house.GetAsync("catalogue"))["places"]!.AsArray();
        var bed = (JsonObject)places.First(p => (Guid)p!["id"]! == house.Bed)!.DeepClone();
        (bed["lengthCm"], bed["widthCm"]) = (500, null);
        Assert.Equal("Length and width go together.", House.Sentence((await house.PutAsync("places", bed)).Body, "widthCm"));
        (bed["widthCm"], bed["spacingCm"]) = (-4, 0.2);
        var wrong = (await house.PutAsync("places", bed)).Body;
        Assert.NotNull(House.Sentence(wrong, "widthCm"));
        Assert.NotNull(House.Sentence(wrong, "spacingCm"));
        Assert.NotNull(House.Sentence((await BoreAsync((Guid)bed["id"]!, House.Today.Year + 1, "tomato", null)).Body, "year"));
        Assert.Equal(404, (await BoreAsync(house.Glass, 2025, "tomato", null)).Status);
        Assert.Equal(404, (await BoreAsync(Guid.CreateVersion7(), 2025, "tomato", null)).Status);
    }

    private async Task<JsonNode> SheetAsync(Guid bed) => (await house.GetAsync("beds")).AsArray().Single(b => (Guid)b!["placeId"]! == bed)!;

    private Task<(int Status, JsonNode Body)> BoreAsync(Guid bed, int year, string? grew, string? seen) =>
        house.PutAsync($"beds/{bed}/years", Bore(year, grew, seen));

    private static JsonObject Bore(int year, string? grew, string? seen) =>
        new()
        {
            ["year"] = year,
            ["grew"] = grew is null ? [] : new JsonArray(grew),
            ["seen"] = seen is null ? [] : new JsonArray(seen),
        };
}

/// <summary>A bed that is full. A house of its own: its bed has a size, and is planted.</summary>
public class FullBedTests(House house) : IClassFixture<House>
{
    /// <summary>Who plants more than find room is asked once, and plants them where it is so.</summary>
    [Fact]
    public async Task More_than_find_room_in_a_bed_are_asked_for()
    {
        var batch = await ColdNights.ReadyToHardenAsync(house);
        await house.WindToAsync(ColdNights.Day.AddDays(10));
        var bed = (JsonObject)
            (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == house.Bed)!.DeepClone();
        (bed["lengthCm"], bed["widthCm"]) = (1000, 120);
        Assert.Equal(204, (await house.PutAsync("places", bed)).Status);
        var (status, body) = await PlantAsync(41, new JsonArray());
        Assert.Equal((422, "bed-full"), (status, (string)body["doubts"]!.AsArray().Last()!));
        Assert.EndsWith(
            "The bed takes 40 as it is set out, and 0 stand there: 1 find no room. Is it so?",
            House.Sentence(body, "to")!,
            StringComparison.Ordinal
        );
        Assert.Equal(200, (await PlantAsync(30, null)).Status);
        (status, body) = await PlantAsync(11, new JsonArray("planted-tender"));
        Assert.Equal((422, "bed-full"), (status, (string)Assert.Single(body["doubts"]!.AsArray())!));
        Assert.Equal(200, (await PlantAsync(11, new JsonArray("planted-tender", "bed-full"))).Status);
        // What stands there until June is said, asked about, and planted between where it is so.
        bed["version"] = (int)bed["version"]! + 1;
        (bed["bears"], bed["freeFrom"]) = ("Garlic", null);
        Assert.Equal("Until when does it stand there?", House.Sentence((await house.PutAsync("places", bed)).Body, "freeFrom"));
        bed["freeFrom"] = "2026-06-08";
        Assert.Equal(204, (await house.PutAsync("places", bed)).Status);
        var sheet = (await house.GetAsync("beds")).AsArray().Single(b => (Guid)b!["placeId"]! == house.Bed)!;
        Assert.StartsWith("Garlic stands there till Mon 8 Jun", (string)sheet["warnings"]![0]!, StringComparison.Ordinal);
        (status, body) = await PlantAsync(1, new JsonArray("planted-tender", "bed-full"));
        Assert.Equal((422, "bed-taken"), (status, (string)Assert.Single(body["doubts"]!.AsArray())!));
        Assert.Equal("Garlic stands there till Mon 8 Jun. Do they go in between?", House.Sentence(body, "to"));
        // Who plans for it waits until it is free; who says that they go in between does not, and is not asked.
        Assert.Equal("2026-06-08", await PlannedAsync());
        (bed["version"], bed["between"]) = ((int)bed["version"]! + 1, true);
        Assert.Equal(204, (await house.PutAsync("places", bed)).Status);
        Assert.NotEqual("2026-06-08", await PlannedAsync());
        Assert.Equal(200, (await PlantAsync(1, new JsonArray("planted-tender", "bed-full"))).Status);
        (bed["version"], bed["between"]) = ((int)bed["version"]! + 1, false);
        Assert.Equal(204, (await house.PutAsync("places", bed)).Status);
        Assert.Equal(200, (await PlantAsync(1, null)).Status);
        Assert.Contains(
            "find no room",
            (string)(await house.GetAsync("beds")).AsArray().Single(b => (Guid)b!["placeId"]! == house.Bed)!["text"]!,
            StringComparison.Ordinal
        );

        async Task<string?> PlannedAsync()
        {
            var input = house.Input();
            input["start"] = new JsonObject { ["kind"] = "plants", ["leaves"] = 6 };
            var (_, plan) = await house.PostAsync("plan", input);
            return (string?)plan["steps"]!.AsArray().Single(s => (string)s!["step"]!["kind"]! == "plant-out")!["mid"];
        }

        Task<(int Status, JsonNode Body)> PlantAsync(int plants, JsonArray? sure)
        {
            var said = new JsonObject
            {
                ["kind"] = "moved",
                ["stage"] = "plant-out",
                ["from"] = house.Group(house.Glass, pot: true),
                ["to"] = house.Group(house.Bed, bed: true),
                ["seedlings"] = plants,
                ["containers"] = plants,
                ["happenedOn"] = "2026-05-26",
            };
            if (sure is not null)
                said["sure"] = sure;
            return house.LogAsync(batch, said);
        }
    }
}
