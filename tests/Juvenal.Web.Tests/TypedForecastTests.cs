using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Who has no forecast that comes by itself types one.</summary>
public class TypedForecastTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_typed_forecast_is_what_the_nights_ahead_go_by()
    {
        Assert.NotEqual("forecast", (string)(await house.GetAsync("round"))["nights"]!["known"]!);
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
