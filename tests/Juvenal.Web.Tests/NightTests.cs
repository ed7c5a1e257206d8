using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>Who is out tonight, what was done for them, and out again in the morning.</summary>
public class NightTests(House house) : IClassFixture<House>
{
    /// <summary>Out in a cold night: said to all, carried in with one tap, and out again where they stood; step and hardening
    /// untouched.</summary>
    [Fact]
    public async Task Tonight_names_who_is_out_and_what_is_carried_in_goes_out_again()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        Assert.Equal(
            200,
            (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", Done(await CardAsync(house, batch)))).Status
        );
        Assert.Empty(await PlacesAsync());
        var plants = (int)(await house.GetAsync($"batches/{batch}"))["groups"]![0]!["seedlings"]!;
        var code = (string)(await house.GetAsync($"batches/{batch}"))["code"]!;
        await ForecastAsync(house, Day, 5.5, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        var tender = Assert.Single(await PlacesAsync())!;
        Assert.Equal(("act", 5.5, 7.0), ((string)tender["call"]!, (double)tender["lowC"]!, (double)tender["limitC"]!));
        Assert.Equal($"{plants} Made-up Red {code}: carry in, or cover off the leaves.", (string)tender["text"]!);
        var helper = await house.EnterAsync(await house.AddAsync("Night helper", Role.Helper));
        var round = JsonNode.Parse(await helper.GetStringAsync(house.Path("round")))!;
        Assert.StartsWith("Tonight 5.5 °C at ", (string)round["tonight"]!["title"]!, StringComparison.Ordinal);

        // Ten degrees let tomatoes grow slowly: said, not rung.
        await ForecastAsync(house, Day, 9, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        Assert.Equal("slow", (string)Assert.Single(await PlacesAsync())!["call"]!);
        await ForecastAsync(house, Day, -3, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        Assert.Equal("bring-in", (string)Assert.Single(await PlacesAsync())!["call"]!);

        // Covered, and taken back.
        Assert.Equal(200, (await NightAsync("covered", null)).Status);
        Assert.Equal("covered", (string)Assert.Single(await PlacesAsync())!["done"]!);
        Assert.Equal(200, (await NightAsync("open", null)).Status);
        Assert.Equal("open", (string)Assert.Single(await PlacesAsync())!["done"]!);
        Assert.Equal("Choose one; this one is not there.", House.Sentence((await NightAsync("brought-in", null)).Body, "to"));

        var before = (await house.GetAsync($"batches/{batch}"))["groups"]![0]!;
        var id = Guid.CreateVersion7();
        Assert.Equal(200, (await NightAsync("brought-in", house.Glass, id)).Status);
        Assert.Empty(await PlacesAsync());
        var inside = (await house.GetAsync($"batches/{batch}"))["groups"]![0]!;
        Assert.Equal((house.Glass, plants), ((Guid)inside["placeId"]!, (int)inside["seedlings"]!));
        Assert.Equal(id, (Guid)Assert.Single((await house.GetAsync("round"))["morning"]!["in"]!.AsArray())!["night"]!);

        var (status, _) = await house.PostAsync(
            $"nights/{id}/out",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["on"] = Day.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            }
        );
        Assert.Equal(200, status);
        var after = (await house.GetAsync($"batches/{batch}"))["groups"]![0]!;
        foreach (var kept in new[] { "placeId", "seedlings", "inPotSince", "hardenedSince", "reached" })
            Assert.Equal(before[kept]?.ToJsonString(), after[kept]?.ToJsonString());
        Assert.Empty((await house.GetAsync("round"))["morning"]!["in"]!.AsArray());
        // They are out in the night once more: nothing is done for them yet.
        Assert.Equal("open", (string)Assert.Single(await PlacesAsync())!["done"]!);

        // Carried in, and the carrying taken back: nobody is in, and it rings.
        var again = Guid.CreateVersion7();
        Assert.Equal(200, (await NightAsync("brought-in", house.Glass, again)).Status);
        var undone = await house.PostAsync(
            "acts",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["on"] = Day.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                ["entries"] = new JsonArray(),
                ["corrects"] = again,
            }
        );
        Assert.True(undone.Status == 200, undone.Body.ToJsonString());
        Assert.Empty((await house.GetAsync("round"))["morning"]!["in"]!.AsArray());
        Assert.Equal("open", (string)Assert.Single(await PlacesAsync())!["done"]!);

        async Task<JsonArray> PlacesAsync() => (await house.GetAsync("round"))["tonight"]!["places"]!.AsArray();

        Task<(int Status, JsonNode Body)> NightAsync(string did, Guid? to, Guid? made = null) =>
            house.PostAsync(
                $"places/{house.Stand}/night",
                new JsonObject
                {
                    ["id"] = made ?? Guid.CreateVersion7(),
                    ["did"] = did,
                    ["evening"] = Day.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                    ["to"] = to,
                }
            );
    }

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
