using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>
/// A server holds what it made of the weather as long as that says the same: whatever is changed of a nursery, it plans like a server that
/// has seen nothing yet.
/// </summary>
public sealed class HeldTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Fact]
    public async Task Whatever_is_changed_it_plans_like_a_server_that_has_just_started()
    {
        await WeatherAsync(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31)));
        await PlaceAsync(p => p["follows"] = true);
        var before = await SameAsync("as it was");
        (string What, Func<Task> Change)[] changes =
        [
            ("a day of this winter", () => WeatherAsync([new(new(2026, 1, 20), -18, -9)])),
            ("a day of another spring", () => WeatherAsync([new(new(2004, 5, 20), -9, 4)])),
            // A warm month in the nights' forecast: no record changes by that.
            ("weather that is forecast", () => ColdNights.ForecastAsync(house, new(2026, 4, 20), [.. Enumerable.Repeat(14.0, 30)])),
            ("soil that was read", SoilAsync),
            ("the site's offset", () => SiteAsync(s => s["offsetC"] = -2.5)),
            ("the latitude", () => SiteAsync(s => s["latitude"] = 52)),
            ("how long the ladder is", () => RuleAsync(r => r["hardeningDays"] = 14)),
            ("the cover at hand", () => RuleAsync(r => r["fleece"] = "heavy")),
            ("another rule", () => RuleAsync(r => r["acceptedRisk"] = 0.2)),
            ("how a place follows the weather", () => PlaceAsync(p => p["kind"] = "frame")),
            ("a new day", () => house.WindToAsync(House.Today.AddDays(1))),
        ];
        var seen = new HashSet<string> { before };
        foreach (var (what, change) in changes)
        {
            await change();
            seen.Add(await SameAsync(what));
        }

        // They are changes: most of them move something.
        Assert.True(seen.Count > changes.Length / 2, $"{seen.Count} plans of {changes.Length + 1}");
    }

    /// <returns>The plans of a tomato and a pepper, and the windows.</returns>
    private async Task<string> SameAsync(string what)
    {
        await using var server = house.NewServer();
        using var fresh = await house.EnterAsync(house.Owner, server);
        var (held, anew) = (await PlansAsync(house.Client), await PlansAsync(fresh));
        Assert.Equal((what, anew), (what, held));
        return held;
    }

    private async Task<string> PlansAsync(HttpClient client)
    {
        var said = new List<string>();
        foreach (var cultivar in new[] { house.Tomato, house.Pepper })
        {
            var (status, plan) = await House.AnswerAsync(await client.PostAsJsonAsync(house.Path("plan"), house.Input(cultivar: cultivar)));
            Assert.Equal(200, status);
            said.Add(plan.ToJsonString());
        }

        return string.Join('\n', said.Append(await client.GetStringAsync(house.Path("site/view?surface=film"))));
    }

    private async Task WeatherAsync(IEnumerable<WeatherDay> days)
    {
        using var csv = new StringContent(RecordTests.Csv(days));
        csv.Headers.ContentType = new("text/csv");
        Assert.Equal(HttpStatusCode.OK, (await house.Client.PostAsync(house.Path("weather"), csv)).StatusCode);
    }

    private async Task SoilAsync()
    {
        var reading = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["day"] = "2026-01-30",
            ["surface"] = "film",
            ["celsius"] = 9,
            ["hour"] = 8,
        };
        Assert.Equal(200, (await house.PostAsync("soil", reading)).Status);
    }

    private async Task SiteAsync(Action<JsonNode> change)
    {
        var site = (await house.GetAsync("site"))["input"]!.DeepClone();
        change(site);
        Assert.Equal(200, (await house.PutAsync("site", site)).Status);
    }

    private async Task RuleAsync(Action<JsonNode> change)
    {
        var rules = (await house.GetAsync("rules")).DeepClone();
        change(rules["rules"]!);
        var input = new JsonObject { ["version"] = (int)rules["version"]!, ["rules"] = rules["rules"]!.DeepClone() };
        Assert.Equal(200, (await house.PutAsync("rules", input)).Status);
    }

    private async Task PlaceAsync(Action<JsonNode> change)
    {
        var place = (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == house.Stand)!.DeepClone();
        change(place);
        Assert.Equal(204, (await house.PutAsync("places", place)).Status);
    }
}
