using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>The morning after a night of which nobody said anything.</summary>
public class MissedNightTests(House house) : IClassFixture<House>
{
    /// <summary>A night that was too cold for what stood out, and of which nobody said anything, is asked after in the morning; said late,
    /// it is kept with its limit. Plants that were in, or came today, are not asked after.</summary>
    [Fact]
    public async Task A_night_that_was_missed_is_asked_after()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        Assert.Equal(
            200,
            (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", Done(await CardAsync(house, batch)))).Status
        );
        // Of a day's forecasts the first is looked back on: a day that no other test has one of.
        await house.WindToAsync(Day.AddDays(3));
        await ForecastAsync(house, Day.AddDays(3), 5, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        await house.WindToAsync(Day.AddDays(4));
        var morning = await MorningAsync();
        Assert.Equal("Last night 5 °C at Stand, by the forecast", (string)morning["title"]!);
        var asked = await AskedAsync()!;
        Assert.Equal((5.0, 7.0, true), ((double)asked!["lowC"]!, (double)asked["limitC"]!, (bool)asked["missed"]!));
        Assert.EndsWith(
            ": 5 °C was under their 7 °C, and nothing was said of the night. Look at them: pale, curled or purple leaves were chilled.",
            (string)asked["text"]!,
            StringComparison.Ordinal
        );

        // Said late, by a helper too; taken back, it is asked again.
        var helper = await house.EnterAsync(await house.AddAsync("Morning helper", Role.Helper));
        var late = await helper.PostAsJsonAsync(house.Path($"places/{house.Stand}/night"), Said("left-out"));
        Assert.Equal(HttpStatusCode.OK, late.StatusCode);
        Assert.Null(await AskedAsync());
        Assert.Equal(200, (await house.PostAsync($"places/{house.Stand}/night", Said("open"))).Status);
        Assert.NotNull(await AskedAsync());
        Assert.Equal(200, (await house.PostAsync($"places/{house.Stand}/night", Said("covered"))).Status);
        Assert.Null(await AskedAsync());

        // The thermometer says that it froze: cover at hand or not, they are looked at.
        var read = await house.PutAsync(
            $"places/{house.Stand}/readings",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["day"] = "2026-05-20",
                ["lowC"] = -3,
                ["highC"] = null,
            }
        );
        Assert.InRange(read.Status, 200, 204);
        morning = await MorningAsync();
        Assert.Equal("Last night −3 °C at Stand", (string)morning["title"]!);
        Assert.DoesNotContain(morning["read"]!.AsArray(), r => (Guid)r!["placeId"]! == house.Stand);
        Assert.Contains("It froze.", (string)(await AskedAsync())!["text"]!, StringComparison.Ordinal);
        Assert.False((bool)(await AskedAsync())!["missed"]!);

        // Carried in the evening before and out today, they did not stand in it.
        var id = Guid.CreateVersion7();
        var inside = Said("brought-in");
        (inside["id"], inside["to"]) = (id, house.Glass);
        Assert.Equal(200, (await house.PostAsync($"places/{house.Stand}/night", inside)).Status);
        Assert.Equal(
            200,
            (await house.PostAsync($"nights/{id}/out", new JsonObject { ["id"] = Guid.CreateVersion7(), ["on"] = "2026-05-20" })).Status
        );
        Assert.Null(await AskedAsync());

        async Task<JsonNode> MorningAsync() => (await house.GetAsync("round"))["morning"]!;

        async Task<JsonNode?> AskedAsync() =>
            (await MorningAsync())["places"]!.AsArray().SingleOrDefault(p => (Guid)p!["placeId"]! == house.Stand);

        static JsonObject Said(string did) =>
            new()
            {
                ["id"] = Guid.CreateVersion7(),
                ["did"] = did,
                ["evening"] = "2026-05-19",
            };
    }
}
