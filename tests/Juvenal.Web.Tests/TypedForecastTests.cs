using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Who has no forecast that comes by itself types one.</summary>
public class TypedForecastTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_typed_forecast_is_what_the_nights_ahead_go_by()
    {
        await house.WindToAsync(House.Today);
        var (status, body) = await house.PutAsync("forecast", Nights(4, -1.5, 6));
        Assert.True(status == 200, body.ToJsonString());
        var nights = (await house.GetAsync("round"))["nights"]!;
        Assert.Equal(("forecast", House.Today.ToString("yyyy-MM-dd")), ((string)nights["known"]!, (string)nights["madeOn"]!));
        Assert.Equal([4, -1.5, 6], nights["nights"]!.AsArray().Select(n => (double)n!["lowC"]!));
        // Typed once more it is the newer one.
        Assert.Equal(200, (await house.PutAsync("forecast", Nights(2))).Status);
        Assert.Equal([2], (await house.GetAsync("round"))["nights"]!["nights"]!.AsArray().Select(n => (double)n!["lowC"]!));
        // Wind is said of the days that are too windy; none was.
        Assert.Null((await house.GetAsync("round"))["nights"]!["wind"]);
        var windy = Nights(2);
        (windy["nights"]![0]!["gustKmh"], windy["nights"]![0]!["hail"]) = (72, true);
        Assert.Equal(200, (await house.PutAsync("forecast", windy)).Status);
        Assert.Equal(
            $"{House.Today.AddDays(1):ddd d MMM} gusts of 72 km/h, and it may hail.",
            (string)(await house.GetAsync("round"))["nights"]!["wind"]!
        );
        windy["nights"]![0]!["gustKmh"] = 900;
        Assert.NotNull(House.Sentence((await house.PutAsync("forecast", windy)).Body, "nights[0].gustKmh"));
        Assert.NotNull(House.Sentence((await house.PutAsync("forecast", Nights(2, 80))).Body, "nights[1].lowC"));
        Assert.NotNull(House.Sentence((await house.PutAsync("forecast", Nights())).Body, "nights"));
        Assert.Equal([2], (await house.GetAsync("round"))["nights"]!["nights"]!.AsArray().Select(n => (double)n!["lowC"]!));
    }

    /// <summary>Typed on Sunday with a frost for Saturday it was forgotten on Tuesday.</summary>
    [Fact]
    public async Task A_typed_forecast_lives_as_long_as_its_nights_and_says_how_old_it_is()
    {
        await house.WindToAsync(House.Today);
        Assert.Equal(200, (await house.PutAsync("forecast", Nights(6, 6, 6, 6, 6, -1, -2))).Status);
        Assert.Null((string?)(await house.GetAsync("round"))["nights"]!["note"]);
        Assert.All((await house.GetAsync("site/view"))["forecast"]!.AsArray(), f => Assert.True((bool)f!["usualHigh"]!));
        await house.WindToAsync(House.Today.AddDays(4));
        var nights = (await house.GetAsync("round"))["nights"]!;
        Assert.Equal("forecast", (string)nights["known"]!);
        Assert.Equal([6, -1, -2], nights["nights"]!.AsArray().Select(n => (double)n!["lowC"]!));
        Assert.Equal("Forecast 4 days old: type it anew.", (string)nights["note"]!);
        // Its last night is over.
        await house.WindToAsync(House.Today.AddDays(7));
        Assert.NotEqual("forecast", (string)(await house.GetAsync("round"))["nights"]!["known"]!);
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task Whoever_logs_may_type_it()
    {
        await house.WindToAsync(House.Today);
        var helper = await house.EnterAsync(await house.AddAsync("Forecast helper", Role.Helper));
        var answer = await helper.PutAsJsonAsync(house.Path("forecast"), Nights(3, 4));
        Assert.Equal(System.Net.HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal([3, 4], (await house.GetAsync("round"))["nights"]!["nights"]!.AsArray().Select(n => (double)n!["lowC"]!));
    }

    [Fact]
    public async Task A_night_is_foretold_colder_beside_a_forecast_that_comes_by_itself()
    {
        await house.WindToAsync(House.Today);
        await ChooseAsync("stand-in");
        try
        {
            var before = await LowsAsync();
            var evening = House.Today.AddDays(2).ToString("yyyy-MM-dd");
            Assert.Equal(200, (await house.PutAsync("forecast/warning", Warning(evening, -9))).Status);
            await house.LookAtAllAsync();
            var nights = (await house.GetAsync("round"))["nights"]!["nights"]!.AsArray();
            Assert.Equal((-9, true), ((double)nights[2]!["lowC"]!, (bool)nights[2]!["warned"]!));
            // A day later the forecast is another one, and what was foretold still stands.
            await house.WindToAsync(House.Today.AddDays(1));
            Assert.Equal(-9, (double)(await house.GetAsync("round"))["nights"]!["nights"]![1]!["lowC"]!);
            // It is never milder than the forecast, and is taken back.
            await house.WindToAsync(House.Today);
            Assert.Equal(200, (await house.PutAsync("forecast/warning", Warning(evening, 30))).Status);
            Assert.Equal(before, await LowsAsync());
            Assert.Equal(200, (await house.PutAsync("forecast/warning", Warning(evening, null))).Status);
            Assert.Equal(
                "The forecast does not reach that night: type it.",
                House.Sentence((await house.PutAsync("forecast/warning", Warning("2027-01-01", -1))).Body, "evening")
            );
            Assert.NotNull(House.Sentence((await house.PutAsync("forecast/warning", Warning(evening, -200))).Body, "lowC"));
        }
        finally
        {
            await ChooseAsync("none");
            await house.Client.DeleteAsync(house.Path("weather"));
        }

        async Task<List<double>> LowsAsync() =>
            [.. (await house.GetAsync("round"))["nights"]!["nights"]!.AsArray().Select(n => (double)n!["lowC"]!)];

        static JsonObject Warning(string evening, double? low) => new() { ["evening"] = evening, ["lowC"] = low };

        async Task ChooseAsync(string source)
        {
            var input = (await house.GetAsync("site"))["input"]!.DeepClone();
            input["devices"] = new JsonObject
            {
                ["station"] = source,
                ["probe"] = source,
                ["forecast"] = source,
            };
            Assert.Equal(200, (await house.PutAsync("site", input)).Status);
        }
    }

    /// <summary>Nobody knows the nights: then it is somebody's own word, kept with the move.</summary>
    [Fact]
    public async Task Unknown_nights_are_no_plain_done()
    {
        var batch = await ColdNights.ReadyToHardenAsync(house);
        var card = await ColdNights.CardAsync(house, batch);
        Assert.Equal("unknown", (string)card["cold"]!["verdict"]!);
        var done = $"batches/{batch}/steps/{House.Step(batch, "harden")}/done";
        Assert.Equal(409, (await house.PostAsync(done, ColdNights.Done(card))).Status);
        Assert.Equal(200, (await house.PostAsync(done, ColdNights.Call(card))).Status);
        Assert.Contains(
            (await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray(),
            l => l!.ToJsonString().Contains("nights mild here", StringComparison.Ordinal)
        );
        await house.WindToAsync(House.Today);
    }

    private static JsonObject Nights(params double[] lows) =>
        new()
        {
            ["nights"] = new JsonArray([
                .. lows.Select(
                    (low, i) => (JsonNode)new JsonObject { ["evening"] = House.Today.AddDays(i).ToString("yyyy-MM-dd"), ["lowC"] = low }
                ),
            ]),
        };
}
