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
    public async Task Readings_shift_a_place_and_never_lift_an_alarm()
    {
        var (status, body) = await AskAsync("reading-shift", """{"differencesC":[2.5,2.5,2.5],"daysSinceLast":0,"heated":false}""");
        Assert.Equal((200, 0.75, 0.0, false), (status, (double)body["shiftC"]!, (double)body["alarmShiftC"]!, (bool)body["asked"]!));
        Assert.Equal(3, body.AsObject().Count);
        var (odd, problem) = await AskAsync("reading-shift", """{"differencesC":[],"daysSinceLast":-1,"heated":true}""");
        Assert.Equal(
            (422, "From 1 to 60; 0 was given.", "Not below 0; -1 was given."),
            (odd, House.Sentence(problem, "differencesC"), House.Sentence(problem, "daysSinceLast"))
        );
        Assert.Equal(400, (await AskAsync("reading-shift", """{"differencesC":[1],"heated":true}""")).Status);
    }

    [Fact]
    public async Task Lamps_of_several_strengths_add_up_and_what_is_missing_is_still_missing()
    {
        var (status, body) = await AskAsync("light", """{"levels":[{"ppfd":200,"hours":12},{"ppfd":80,"hours":4}]}""");
        Assert.Equal((200, 9.792, 16.0, false), (status, (double)body["dli"]!, (double)body["hours"]!, (bool)body["tooLong"]!));
        (status, body) = await AskAsync("light", """{"hours":12}""");
        Assert.Equal((400, "$.ppfd"), (status, (string)body["path"]!));
        (status, body) = await AskAsync("light", """{"ppfd":200,"hours":12,"levels":[{"ppfd":80,"hours":4}]}""");
        Assert.Equal((422, true), (status, body["errors"]!["levels"] is not null));
        (status, body) = await AskAsync("light", """{"levels":[{"ppfd":200,"hours":20},{"ppfd":80,"hours":5}]}""");
        Assert.Equal((422, true), (status, body["errors"]!["levels"] is not null));
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

    /// <summary>A southern spring ends in January: by that year, or by the one most of it is of, it is the same spring.</summary>
    [Fact]
    public async Task A_southern_spring_is_understood_by_either_of_its_years_but_not_by_both_at_once()
    {
        int[] octobers = [3, 12, 20, 9];
        var byLabel = await SpringAsync(octobers.Select((day, i) => (2001 + i, $"{2000 + i}-10-{day:00}")));
        var byOctober = await SpringAsync(octobers.Select((day, i) => (2000 + i, $"{2000 + i}-10-{day:00}")));
        Assert.Equal((200, 200), (byLabel.Status, byOctober.Status));
        Assert.Equal("2001-10-11", (string)byOctober.Body["meanDate"]!);
        Assert.Equal((double)byLabel.Body["meanDayNumber"]! + 365, (double)byOctober.Body["meanDayNumber"]!, 9);
        Assert.Equal((double)byLabel.Body["standardDeviationDays"]!, (double)byOctober.Body["standardDeviationDays"]!, 9);
        foreach (var (label, october) in byLabel.Body["dates"]!.AsArray().Zip(byOctober.Body["dates"]!.AsArray()))
            Assert.Equal((double)label!["dayNumber"]! + 365, (double)october!["dayNumber"]!, 9);
        var both = await SpringAsync([(2001, "2000-10-03"), (2002, "2001-10-12"), (2002 + 1, "2003-10-20")]);
        Assert.Equal((422, true), (both.Status, both.Body["errors"]!["years"] is not null));

        Task<(int Status, JsonNode Body)> SpringAsync(IEnumerable<(int Year, string Date)> years) =>
            AskAsync(
                "freeze-dates",
                $$"""
                {"season":"spring","hemisphere":"south","probabilities":[0.1,0.5],"years":[{{string.Join(
                    ',',
                    years.Select(y => $$"""{"year":{{y.Year}},"date":"{{y.Date}}"}""")
                )}}]}
                """
            );
    }

    /// <summary>Names and meanings of the published contract, one case each, and each with a field that is refused.</summary>
    [Theory]
    [InlineData(
        "feed",
        """{"targetNitrogenPpm":200,"nitrogenPercent":20,"volumeL":50}""",
        """{"gramsPerL":1,"grams":50,"phosphatePpm":null}""",
        "volumeL",
        "-1"
    )]
    [InlineData(
        "mix",
        """{"containers":[{"count":100,"volumeL":0.4}],"settlingPercent":0,"parts":{"a":1,"b":3},"bagL":{"b":20}}""",
        """{"totalL":40,"componentsL":{"a":10,"b":30},"bags":{"b":2}}""",
        "settlingPercent",
        "101"
    )]
    [InlineData(
        "depth",
        """{"crop":"tomato","habit":"half-bush","grafted":true,"unionAboveBallCm":5,"stemToLowestKeptLeavesCm":9,"ballHeightCm":4,"containerDepthCm":20}""",
        """{"buryStemCm":2,"mixUnderBallCm":12.5,"stemLeftCm":7,"containerTooShallow":false,"why":["Up to the lowest leaves that are kept: 9 cm of stem makes roots.","The union, at 5 cm, stays 3 cm above the mix, always."]}""",
        "ballHeightCm",
        "0"
    )]
    [InlineData(
        "pots-per-bed",
        """{"lengthCm":600,"widthCm":120,"spacingCm":50,"rowSpacingCm":80,"edgeCm":20}""",
        """{"rows":2,"perRow":12,"plants":24}""",
        "spacingCm",
        "0"
    )]
    [InlineData(
        "cost-per-plant",
        """{"plantsRaised":100,"items":[{"name":"seed","cost":30}],"minutes":240,"hourlyWage":15}""",
        """{"total":90,"perPlant":0.9,"savingPerPlant":null}""",
        "plantsRaised",
        "0"
    )]
    [InlineData(
        "rungs",
        """{"crop":"pepper","length":10,"days":[{"hoursOut":2,"hoursSun":0,"lowC":8,"highC":16},{"hoursOut":2,"hoursSun":0,"lowC":8,"highC":16,"outcome":"bleached"}]}""",
        """{"rungs":[1,0],"done":0,"sunOwedHours":0}""",
        "length",
        "22"
    )]
    [InlineData(
        "promise",
        """{"crop":"tomato","plantsWanted":40,"survival":0.95,"tested":{"sown":20,"up":18}}""",
        """{"germination":0.9,"trays":null,"enough":true,"seedsLeft":null}""",
        "survival",
        "0"
    )]
    public async Task Sums_of_the_bench_answer_by_their_published_names(string name, string asked, string told, string field, string wrong)
    {
        var (status, body) = await AskAsync(name, asked);
        Assert.True(status == 200, body.ToJsonString());
        foreach (var (key, value) in JsonNode.Parse(told)!.AsObject())
            Assert.True(JsonNode.DeepEquals(value, body[key]), $"{key}: {body.ToJsonString()}");
        Assert.All(JsonNode.Parse(told)!.AsObject(), k => Assert.True(body.AsObject().ContainsKey(k.Key)));

        var odd = JsonNode.Parse(asked)!;
        odd[field] = JsonNode.Parse(wrong);
        var (refused, problem) = await AskAsync(name, odd.ToJsonString());
        Assert.Equal(422, refused);
        Assert.False(string.IsNullOrEmpty(House.Sentence(problem, field)));
        odd = JsonNode.Parse(asked)!;
        odd["nobody"] = 1;
        Assert.Equal(400, (await AskAsync(name, odd.ToJsonString())).Status);
    }
}
