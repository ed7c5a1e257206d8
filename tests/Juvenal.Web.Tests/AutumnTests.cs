using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A crop for the autumn, through four pots, goes the way of any other.</summary>
public class AutumnTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_crop_for_september_goes_through_four_pots_by_the_round_alone()
    {
        var site = (await house.GetAsync("site"))["input"]!.DeepClone();
        site["averageAutumn"] = new JsonObject { ["month"] = 10, ["day"] = 20 };
        Assert.Equal(200, (await house.PutAsync("site", (JsonObject)site)).Status);
        var day = new DateOnly(2026, 5, 20);
        await house.WindToAsync(day);
        var input = house.Input(24);
        input["moves"] = new JsonArray([
            .. Enumerable.Range(0, 4).Select(_ => new JsonObject { ["containerId"] = house.Pot, ["placeId"] = house.Glass }),
        ]);
        input["locks"] = new JsonObject { ["plantOut"] = "2026-09-05" };
        var batch = await house.KeepAsync(input);
        var page = await PageAsync(batch);
        var days = page["steps"]!.AsArray().Select(s => DateOnly.Parse((string)s!["mid"]!)).ToList();
        Assert.Equal(days.Order(), days);
        Assert.InRange(days[0], new(2026, 6, 1), new(2026, 7, 31));
        // What the first frost leaves no time to ripen is said.
        Assert.Contains("may freeze (Wed 7 Oct)", page["warnings"]!.ToJsonString(), StringComparison.Ordinal);

        var did = new List<string>();
        for (; day < new DateOnly(2026, 10, 1) && !did.Contains("plant-out"); day = day.AddDays(1))
        {
            await house.WindToAsync(day);
            var due = (await house.GetAsync("round"))["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray());
            foreach (var card in due.Where(t => (Guid)t!["batchId"]! == batch && !(bool)t["thinning"]!).ToList())
            {
                var done = new JsonObject
                {
                    ["id"] = Guid.CreateVersion7(),
                    ["extraId"] = Guid.CreateVersion7(),
                    ["happenedOn"] = day.ToString("yyyy-MM-dd"),
                    // What is up is counted, not proposed.
                    ["count"] = (string)card!["step"]!["kind"]! == "up" ? (int)card["most"]! - 4 : (int)card["count"]!,
                    ["from"] = card["from"]?.DeepClone(),
                    ["carryOn"] = true,
                    ["myCall"] = true,
                };
                var (status, answer) = await house.PostAsync($"batches/{batch}/steps/{(Guid)card["step"]!["id"]!}/done", done);
                Assert.True(status == 200, $"{day} {card["title"]}: {answer.ToJsonString()}");
                did.Add((string)card["step"]!["kind"]!);
            }
        }

        Assert.Equal(["move", "move", "move", "move", "harden", "plant-out"], did.SkipWhile(d => d != "move"));
        page = await PageAsync(batch);
        Assert.All(page["groups"]!.AsArray(), g => Assert.Equal(house.Bed, (Guid)g!["placeId"]!));
        Assert.Empty(page["failures"]!.AsArray());
    }

    private async Task<JsonNode> PageAsync(Guid batch) => await house.GetAsync($"batches/{batch}");
}

/// <summary>The batch after one. A house of its own: its first autumn frost is typed.</summary>
public class WaveTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task The_next_wave_is_planted_24_days_later_until_it_no_longer_ripens()
    {
        var site = (JsonObject)(await house.GetAsync("site"))["input"]!.DeepClone();
        site["averageAutumn"] = new JsonObject { ["month"] = 10, ["day"] = 20 };
        Assert.Equal(200, (await house.PutAsync("site", site)).Status);
        var first = await KeepAsync("2026-05-24");
        var wave = await house.GetAsync($"batches/{first}/wave");
        Assert.Equal(("2026-06-17", false), ((string)wave["day"]!, (bool)wave["tooLate"]!));
        Assert.StartsWith("To be planted Wed 17 Jun: 24 days after ", (string)wave["text"]!, StringComparison.Ordinal);
        Assert.Contains("Until ", (string)wave["text"]!, StringComparison.Ordinal);

        // After the last day that ripens it is said; the plan of it says so too.
        var second = await KeepAsync("2026-08-20");
        wave = await house.GetAsync($"batches/{second}/wave");
        Assert.True((bool)wave["tooLate"]!);
        Assert.Contains("Too late in the open: after ", (string)wave["text"]!, StringComparison.Ordinal);
        var late = house.Input();
        late["locks"] = new JsonObject { ["plantOut"] = (string)wave["day"]! };
        var (status, plan) = await house.PostAsync("plan", late);
        Assert.Equal(200, status);
        Assert.Contains("may freeze (Wed 7 Oct)", plan["warnings"]!.ToJsonString(), StringComparison.Ordinal);

        // For a sale no autumn counts.
        var fair = house.Input();
        (fair["aim"], fair["bedId"]) = (new JsonObject { ["kind"] = "sale", ["day"] = "2026-09-19" }, house.Stand);
        wave = await house.GetAsync($"batches/{await house.KeepAsync(fair)}/wave");
        Assert.Equal(("2026-10-13", false), ((string)wave["day"]!, (bool)wave["tooLate"]!));
        Assert.Equal(404, (int)(await house.Client.GetAsync(house.Path($"batches/{Guid.CreateVersion7()}/wave"))).StatusCode);
    }

    private Task<Guid> KeepAsync(string plantOut)
    {
        var input = house.Input();
        input["locks"] = new JsonObject { ["plantOut"] = plantOut };
        return house.KeepAsync(input);
    }
}
