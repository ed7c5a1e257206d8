using System.Text.Json.Nodes;
using Juvenal.Core.Hardening;
using Juvenal.Store.Accounts;
using Juvenal.Web.Words;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>Who is out tonight, what was done for them, and out again in the morning.</summary>
public class NightTests(House house) : IClassFixture<House>
{
    [Fact]
    public void Three_batches_are_named_whole_and_the_rest_is_there_to_be_asked_for()
    {
        List<(int, string, string)> who =
        [
            (42, "Made-up Red", "26-02"),
            (6, "Made-up Blue", "26-05"),
            (4, "Made-up Red", "26-02"),
            (9, "Made-up Blue", "26-07"),
            (30, "Made-up Blue", "26-09"),
            (1, "Made-up Blue", "26-09"),
        ];
        Assert.Equal(
            "46 Made-up Red 26-02, 6 Made-up Blue 26-05, 9 Made-up Blue 26-07 and 31 more: carry in, or cover off the leaves.",
            TonightWords.Text(NightCall.Act, pots: true, holds: true, who)
        );
        Assert.Equal(["31 Made-up Blue 26-09"], TonightWords.More(who));
    }

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
}
