using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What comes in from outside: wrong, malformed, forged.</summary>
public class EdgeTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Every_write_without_a_token_is_refused()
    {
        // Signed in, but without the page's token: what another site could make a browser send.
        var owner = await house.EnterAsync(house.Owner);
        owner.DefaultRequestHeaders.Remove("X-Juvenal-Token");
        var writes = 0;
        foreach (
            var (method, path, pattern, content) in house
                .Endpoints()
                .Where(e => e.Method != "GET" && !e.Path.StartsWith("/api/calc", StringComparison.Ordinal))
        )
        {
            writes++;
            // A body of the right shape is not needed: the token is looked at before it.
            using var request = new HttpRequestMessage(new(method), path) { Content = content };
            var (status, problem) = await House.AnswerAsync(await owner.SendAsync(request));
            Assert.True((status, (string?)problem["code"]) == (400, "token"), $"{method} {pattern}: {status} {problem}");
        }

        Assert.True(writes >= 20, $"{writes} writes were found");
    }

    [Theory]
    [InlineData("plantsWanted", "0", "sowing.plantsWanted", "From 1 to 1,000,000; 0 was given.")]
    [InlineData("plantsWanted", "10000000", "sowing.plantsWanted", "From 1 to 1,000,000; 10,000,000 was given.")]
    [InlineData("germination", "0", "sowing.germination", "More than 0, at most 1 (100 %); 0 was given.")]
    [InlineData(
        "germination",
        "1e-12",
        "sowing.germination",
        "With so little germination no sowing would be enough. Test the lot, or take another."
    )]
    [InlineData("confidence", "1", "sowing.confidence", "Between 0 and 1 (100 %), neither of them; 1 was given.")]
    [InlineData("season", "12", "season", "From 1,900 to 2,200; 12 was given.")]
    public async Task A_choice_that_cannot_be_is_refused_at_its_field(string name, string value, string field, string sentence)
    {
        var input = house.Input();
        input[name] = JsonNode.Parse(value);
        var (status, problem) = await house.PostAsync("plan", input);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, field)));
    }

    [Fact]
    public async Task A_place_too_cold_is_named_with_what_it_would_need()
    {
        var (status, problem) = await house.PostAsync("plan", house.Input(germination: house.Porch, cultivar: house.Pepper));
        Assert.Equal(422, status);
        Assert.Equal(
            "Cold porch has 7.3 °C (45 °F) at sowing depth: too cold to come up. It would need at least 12.5 °C (55 °F) to be up within 60 days.",
            House.Sentence(problem, "path.germination")
        );
    }

    [Fact]
    public async Task A_window_that_has_passed_comes_with_the_choices()
    {
        await house.WindToAsync(new DateOnly(2026, 6, 20));
        var (status, plan) = await house.PostAsync("plan", house.Input());
        await house.WindToAsync(House.Today);
        Assert.Equal(200, status);
        Assert.Equal("The window opened 29 days ago (Fri 22 May): planting will be late.", (string)plan["warnings"]![0]!["text"]!);
        Assert.Contains(plan["choices"]!.AsArray(), c => (string)c!["text"]! == "Buy in plants");
    }

    [Theory]
    [InlineData(4, 31, "There is no such day.")]
    [InlineData(13, 1, "There is no such day.")]
    [InlineData(0, 0, "There is no such day.")]
    public async Task An_impossible_frost_date_is_refused_and_changes_nothing(int month, int day, string sentence)
    {
        var before = (await house.GetAsync("site"))["input"]!;
        var changed = before.DeepClone();
        changed["averageFrost"] = new JsonObject { ["month"] = month, ["day"] = day };
        var (status, problem) = await house.PutAsync("site", changed);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, "averageFrost")));
        Assert.Equal(before.ToJsonString(), (await house.GetAsync("site"))["input"]!.ToJsonString());
    }

    [Theory]
    [InlineData("""{"value":1,"from":"C","to":"F","extra":1}""")]
    [InlineData("""{"value":"1","from":"C","to":"F"}""")]
    [InlineData("""{"from":"C","to":"F"}""")]
    [InlineData("""{"value":NaN,"from":"C","to":"F"}""")]
    [InlineData("""{"value":1,"value":2,"from":"C","to":"F"}""")]
    [InlineData("""{"value":1,"from":null,"to":"F"}""")]
    [InlineData("""[1,2""")]
    [InlineData("")]
    public async Task Json_is_strict(string json)
    {
        var answer = await CalcAsync("units", json);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
    }

    [Theory]
    [InlineData("units", """{"value":60,"from":"F","to":"C"}""", "value", 15.5556)]
    [InlineData("emergence-days", """{"crop":"tomato","soilTemperatureC":20}""", "days", 8.2)]
    [InlineData("emergence-days", """{"crop":"pepper","soilTemperatureC":25,"daysFactor":2}""", "days", 16.8)]
    [InlineData("pot-days", """{"crop":"tomato","volumeL":0.5,"meanTemperatureC":20}""", "comfortableDays", 28)]
    [InlineData("pot-days", """{"crop":"pepper","volumeL":0.5,"meanTemperatureC":20}""", "overdueDays", 58.8)]
    [InlineData("sowing-quantity", """{"plantsWanted":60,"emergence":0.8,"survival":0.95}""", "cells", 85)]
    [InlineData(
        "sowing-quantity",
        """{"plantsWanted":60,"emergence":0.8,"survival":0.95,"seedsPerCell":2,"twins":"separate","cellsPerTray":20}""",
        "trays",
        3
    )]
    public async Task The_calculators_answer_as_their_contract_says(string name, string json, string field, double expected)
    {
        var (status, body) = await House.AnswerAsync(await CalcAsync(name, json));
        Assert.Equal(200, status);
        Assert.Equal(expected, (double)body[field]!, 1e-4);
    }

    [Theory]
    [InlineData("emergence-days", """{"crop":"pepper","soilTemperatureC":10}""", "soilTemperatureC")]
    [InlineData("emergence-days", """{"crop":"tomato","soilTemperatureC":20,"daysFactor":5}""", "daysFactor")]
    [InlineData("pot-days", """{"crop":"tomato","volumeL":0.001,"meanTemperatureC":20}""", "volumeL")]
    [InlineData("pot-days", """{"crop":"pepper","volumeL":1,"meanTemperatureC":11}""", "meanTemperatureC")]
    [InlineData("units", """{"value":1,"from":"C","to":"L"}""", "to")]
    [InlineData("units", """{"value":1e999,"from":"C","to":"F"}""", "value")]
    public async Task A_calculator_names_the_field_that_is_out_of_range(string name, string json, string field)
    {
        var (status, body) = await House.AnswerAsync(await CalcAsync(name, json));
        Assert.Equal(422, status);
        Assert.NotNull(House.Sentence(body, field));
    }

    [Fact]
    public async Task Fuzzed_calculators_answer_200_400_or_422_and_never_a_number_that_is_none()
    {
        var random = new Random(42);
        string[] names = ["sowing-quantity", "emergence-days", "pot-days", "units"];
        string[] fields =
        [
            "plantsWanted",
            "emergence",
            "survival",
            "confidence",
            "seedsPerCell",
            "cellsPerTray",
            "twins",
            "seedsAvailable",
            "crop",
            "soilTemperatureC",
            "daysFactor",
            "volumeL",
            "meanTemperatureC",
            "value",
            "from",
            "to",
        ];
        string[] values =
        [
            "0",
            "1",
            "-1",
            "0.5",
            "1e-300",
            "1e300",
            "2147483647",
            "99999999999",
            "\"tomato\"",
            "\"pepper\"",
            "\"snip\"",
            "\"C\"",
            "\"F\"",
            "null",
            "true",
            "[]",
            "0.999999999999",
            "1000000",
            "35",
            "10.0000001",
        ];
        string[][] right =
        [
            ["plantsWanted", "emergence"],
            ["crop", "soilTemperatureC"],
            ["crop", "volumeL", "meanTemperatureC"],
            ["value", "from", "to"],
        ];
        for (var i = 0; i < 400; i++)
        {
            var which = random.Next(names.Length);
            // Mostly the fields that belong there, so that most get past the reader.
            var chosen =
                random.Next(5) == 0
                    ? random.GetItems(fields, 3)
                    : [.. right[which], .. (which == 0 ? random.GetItems(fields[2..8], random.Next(3)) : [])];
            var json = "{" + string.Join(',', chosen.Distinct().Select(f => $"\"{f}\":{values[random.Next(values.Length)]}")) + "}";
            var answer = await CalcAsync(names[which], json);
            var text = await answer.Content.ReadAsStringAsync();
            Assert.True((int)answer.StatusCode is 200 or 400 or 422, $"{names[which]} {json}: {answer.StatusCode} {text}");
            Assert.DoesNotContain("NaN", text);
            Assert.DoesNotContain("Infinity", text);
        }
    }

    [Fact]
    public async Task Every_answer_carries_the_safe_headers_and_a_nonce_of_its_own()
    {
        var one = await house.Client.GetAsync("/");
        var two = await house.Client.GetAsync("/");
        var policies = new[] { one, two }.Select(a => Assert.Single(a.Headers.GetValues("Content-Security-Policy"))).ToList();
        Assert.All(policies, p => Assert.DoesNotContain("unsafe", p));
        Assert.NotEqual(policies[0], policies[1]);
        Assert.Equal("nosniff", Assert.Single(one.Headers.GetValues("X-Content-Type-Options")));
        Assert.Equal("DENY", Assert.Single(one.Headers.GetValues("X-Frame-Options")));
        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.GetAsync("/api/nothing")).StatusCode);
    }

    [Fact]
    public async Task Script_in_a_name_is_kept_as_text_and_a_body_too_large_is_refused()
    {
        var place = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["name"] = "<script>alert(1)</script>",
            ["kind"] = "house",
            ["walkOrder"] = 9,
            ["dayC"] = 20,
            ["nightC"] = 15,
            ["soilC"] = null,
        };
        Assert.Equal(204, (await house.PutAsync("places", place)).Status);
        Assert.Contains((await house.GetAsync("catalogue"))["places"]!.AsArray(), p => (string)p!["name"]! == "<script>alert(1)</script>");
        place["name"] = new string('x', 61);
        Assert.Equal("At most 60 letters.", House.Sentence((await house.PutAsync("places", place)).Body, "name"));
    }

    [Fact]
    public async Task A_place_that_batches_use_stays_and_a_lost_race_is_told()
    {
        await house.KeepAsync(house.Input());
        var answer = await house.Client.DeleteAsync(house.Path($"places/{house.Lamps}"));
        Assert.Equal(HttpStatusCode.Conflict, answer.StatusCode);
        var lamps = (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == house.Lamps)!.DeepClone();
        Assert.Equal(204, (await house.PutAsync("places", lamps.DeepClone())).Status);
        var (status, problem) = await house.PutAsync("places", lamps);
        Assert.Equal((409, "changed-meanwhile", "Lamps"), (status, (string)problem["code"]!, (string)problem["current"]!["name"]!));
    }

    private Task<HttpResponseMessage> CalcAsync(string name, string json) =>
        house.Stranger().PostAsync($"/api/calc/{name}", new StringContent(json, Encoding.UTF8, "application/json"));
}
