using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>The public calculators, by their published names: no account, no nursery.</summary>
public class CalcTests(House house) : IClassFixture<House>
{
    private async Task<(int Status, JsonNode Body)> AskAsync(string name, string json) =>
        await House.AnswerAsync(await house.Stranger().PostAsJsonAsync($"/api/calc/{name}", JsonNode.Parse(json)!));

    [Fact]
    public async Task Go_or_hold_answers_with_its_factors()
    {
        const string asked = """
            {"crop":"pepper","acceptedRisk":0.1,"freezeRiskAfter":0.15,"nightsC":[14,14,14,14,14,14,14],
             "daysHighC":[21,21,21,21,21,21,21],"soilMorningC":null,"rungsDone":10}
            """;
        var (status, body) = await AskAsync("decision", asked);
        Assert.Equal((200, "go-with-cover"), (status, (string)body["verdict"]!));
        var risk = body["factors"]![0]!;
        Assert.Equal(
            ("freeze-risk", 0.15, 0.1, 0.2, "near"),
            ((string)risk["name"]!, (double)risk["value"]!, (double)risk["limit"]!, (double)risk["near"]!, (string)risk["result"]!)
        );
        var soil = body["factors"]!.AsArray().Single(f => (string)f!["name"]! == "soil")!;
        Assert.Equal(
            (null, 18.0, 15.0, "unknown"),
            ((double?)soil["value"], (double)soil["limit"]!, (double)soil["near"]!, (string)soil["result"]!)
        );

        var (odd, problem) = await AskAsync("decision", asked.Replace("[14,14,14,14,14,14,14]", "[14,14]", StringComparison.Ordinal));
        Assert.Equal((422, "From 7 to 10; 2 was given."), (odd, House.Sentence(problem, "nightsC")));
        Assert.Equal(400, (await AskAsync("decision", """{"crop":"pepper"}""")).Status);
    }

    [Fact]
    public async Task First_days_of_past_years_are_told_with_their_spread()
    {
        var years = string.Join(
            ',',
            Enumerable
                .Range(0, 12)
                .Select(i =>
                {
                    var lows = string.Join(',', Enumerable.Range(1, 240).Select(d => d <= 90 + i ? -1 : 11));
                    var highs = string.Join(',', Enumerable.Repeat(20, 240));
                    return $$"""{"year":{{2000 + i}},"minimumC":[{{lows}}],"maximumC":[{{highs}}],"soilMorningC":null}""";
                })
        );
        var (status, body) = await AskAsync("first-days", $$"""{"crop":"tomato","acceptedRisk":0.5,"years":[{{years}}]}""");
        Assert.True(status == 200, body.ToJsonString());
        Assert.Equal(12, body["days"]!.AsArray().Count);
        Assert.True((double)body["lowDay"]! < (double)body["midDay"]! && (double)body["midDay"]! < (double)body["highDay"]!);
        Assert.Equal((0, false), ((int)body["never"]!, (bool)body["openAllWinter"]!));
        var (odd, problem) = await AskAsync("first-days", """{"crop":"tomato","acceptedRisk":0.5,"years":[]}""");
        Assert.Equal((422, "From 10 to 100; 0 was given."), (odd, House.Sentence(problem, "years")));
    }
}
