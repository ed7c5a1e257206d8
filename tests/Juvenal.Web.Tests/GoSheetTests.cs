using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>Go or hold: the sheet says what the card says, with all that it rests on.</summary>
public class GoSheetTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task The_sheet_names_each_factor_its_limit_and_what_waiting_costs()
    {
        var batch = await ReadyToHardenAsync(house);
        // Without a forecast nothing is made up.
        var unknown = await house.GetAsync($"batches/{batch}/go");
        Assert.Null((string?)unknown["verdict"]);
        Assert.StartsWith("It cannot be told", (string)unknown["text"]!, StringComparison.Ordinal);

        await ForecastAsync(house, Day, 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        var mild = await house.GetAsync($"batches/{batch}/go");
        Assert.Equal("hold", (string)mild["verdict"]!);
        var nights = Of(mild, "nights");
        Assert.Equal(
            ("pass", "12 °C", "10 °C wanted, with cover 7 °C"),
            ((string)nights["result"]!, (string)nights["value"]!, (string)nights["note"]!)
        );
        // They have not been outdoors yet.
        var tender = Of(mild, "hardening");
        Assert.Equal(("fail", "0 of 10 rungs"), ((string)tender["result"]!, (string)tender["value"]!));
        Assert.Contains(mild["waiting"]!.AsArray(), w => ((string)w!).StartsWith("The plan has ", StringComparison.Ordinal));

        await ForecastAsync(house, Day, 12, 8, 12, 12, 12, 12, 12, 12, 12, 12);
        Assert.Equal("near", (string)Of(await house.GetAsync($"batches/{batch}/go"), "nights")["result"]!);
        await ForecastAsync(house, Day, 12, 8, 12, 12, 12, 12, 12, 12, 12, 0.5);
        var frost = await house.GetAsync($"batches/{batch}/go");
        // The tenth night errs by a degree: it may freeze, and it is shown as far.
        Assert.Equal("fail", (string)Of(frost, "freeze")["result"]!);
        Assert.Equal([7, 3], frost["nights"]!.AsArray().GroupBy(n => (bool)n!["far"]!).OrderBy(g => g.Key).Select(g => g.Count()));
        Assert.All(
            frost["factors"]!.AsArray(),
            f =>
            {
                Assert.InRange((double)f!["tick"]!, 0, 1);
                Assert.InRange((double?)f["bar"] ?? 0, 0, 1);
            }
        );
        var helper = await house.EnterAsync(await house.AddAsync("Go helper", Role.Helper));
        Assert.Equal(System.Net.HttpStatusCode.OK, (await helper.GetAsync(house.Path($"batches/{batch}/go"))).StatusCode);
        Assert.Equal(
            System.Net.HttpStatusCode.NotFound,
            (await house.Client.GetAsync(house.Path($"batches/{Guid.CreateVersion7()}/go"))).StatusCode
        );
    }

    /// <summary>The grower's word stands beside the verdict, and is held against what came; a cover that is too thin is no cover.</summary>
    [Fact]
    public async Task A_call_is_kept_and_a_cover_is_named_where_it_lifts_the_night()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, 12, 7.5, 12, 12, 12, 12, 12, 12, 12, 12);
        // Two degrees of fleece leave that night under the limit; four lift it over.
        Assert.Equal("fail", (string)Of(await house.GetAsync($"batches/{batch}/go"), "nights")["result"]!);
        await FleeceAsync("heavy");
        Assert.Equal("near", (string)Of(await house.GetAsync($"batches/{batch}/go"), "nights")["result"]!);
        await FleeceAsync("medium");

        var id = Guid.CreateVersion7();
        Assert.Equal(204, (await CallAsync(batch, id, "go")).Status);
        Assert.Equal(204, (await CallAsync(batch, id, "go")).Status);
        var call = Assert.Single((await house.GetAsync($"batches/{batch}/go"))["calls"]!.AsArray())!;
        Assert.Equal(("Go, while the sheet said hold", null, true), ((string)call["text"]!, (string?)call["came"], (bool)call["today"]!));
        // The last word of a day counts; one that is taken back does not.
        var second = Guid.CreateVersion7();
        Assert.Equal(204, (await CallAsync(batch, second, "hold")).Status);
        Assert.Equal("hold", (string)Assert.Single((await house.GetAsync($"batches/{batch}/go"))["calls"]!.AsArray())!["call"]!);
        var back = house.Path($"batches/{batch}/go/{second}");
        Assert.Equal(System.Net.HttpStatusCode.NoContent, (await house.Client.DeleteAsync(back)).StatusCode);
        Assert.Equal(id, (Guid)Assert.Single((await house.GetAsync($"batches/{batch}/go"))["calls"]!.AsArray())!["id"]!);
        Assert.Equal(422, (await CallAsync(batch, Guid.CreateVersion7(), "perhaps")).Status is 400 ? 422 : 0);
        Assert.Equal(404, (await CallAsync(Guid.CreateVersion7(), Guid.CreateVersion7(), "go")).Status);
        var helper = await house.EnterAsync(await house.AddAsync("Call helper", Role.Helper));
        Assert.Equal(System.Net.HttpStatusCode.Forbidden, (await helper.DeleteAsync(house.Path($"batches/{batch}/go/{id}"))).StatusCode);

        // A week on, the nights say what came of it.
        await house.Database.ActAsync(
            house.Nursery,
            null,
            Juvenal.Store.Nurseries.Touches.Inputs,
            n =>
                new Juvenal.Store.Site.RecordStore(n).PutAsync(
                    [.. Enumerable.Range(0, 9).Select(i => new Juvenal.Core.Site.WeatherDay(Day.AddDays(i), i == 3 ? -1 : 11, 20))],
                    imported: false,
                    default
                ),
            default
        );
        await house.WindToAsync(Day.AddDays(9));
        call = Assert.Single((await house.GetAsync($"batches/{batch}/go"))["calls"]!.AsArray())!;
        Assert.Equal(("It froze: −1 °C within the week.", false), ((string)call["came"]!, (bool)call["right"]!));
    }

    /// <summary>One sheet for all that is soon to be planted says what each one's own says.</summary>
    [Fact]
    public async Task All_that_is_soon_to_be_planted_stands_on_one_sheet()
    {
        var batch = await ReadyToHardenAsync(house);
        await ForecastAsync(house, Day, 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        Assert.DoesNotContain((await house.GetAsync("go")).AsArray(), l => (Guid)l!["batchId"]! == batch);
        var out_ = new JsonObject
        {
            ["kind"] = "moved",
            ["stage"] = "harden",
            ["from"] = house.Group(house.Glass, pot: true),
            ["to"] = house.Group(house.Stand, pot: true),
            ["seedlings"] = 70,
            ["happenedOn"] = "2026-05-16",
        };
        Assert.Equal(200, (await house.LogAsync(batch, out_)).Status);
        await house.WindToAsync(Day.AddDays(8));
        await ForecastAsync(house, Day.AddDays(8), 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        var line = (await house.GetAsync("go")).AsArray().Single(l => (Guid)l!["batchId"]! == batch)!;
        var sheet = await house.GetAsync($"batches/{batch}/go");
        Assert.Equal(((string)sheet["verdict"]!, 70), ((string)line["verdict"]!, (int)line["plants"]!));
        Assert.Equal(
            sheet["factors"]!.AsArray().Where(f => (string)f!["result"]! == "fail").Select(f => (string)f!["label"]!),
            line["against"]!.AsArray().Select(a => (string)a!)
        );
        Assert.Equal((string?)sheet["best"], (string?)line["best"]);
    }

    private Task<(int Status, JsonNode Body)> CallAsync(Guid batch, Guid id, string call) =>
        house.PostAsync($"batches/{batch}/go", new JsonObject { ["id"] = id, ["call"] = call });

    private async Task FleeceAsync(string fleece)
    {
        var now = await house.GetAsync("rules");
        var all = (JsonObject)now["rules"]!.DeepClone();
        all["fleece"] = fleece;
        var (status, body) = await house.PutAsync("rules", new JsonObject { ["version"] = (int)now["version"]!, ["rules"] = all });
        Assert.True(status is 200 or 202, body?.ToJsonString());
    }

    private static JsonNode Of(JsonNode sheet, string name) => sheet["factors"]!.AsArray().First(f => (string)f!["name"]! == name)!;
}
