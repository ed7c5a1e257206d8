using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Juvenal.Store.Batches;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Several at once in one nursery: nobody is turned away, nothing is lost, and what is stored agrees.</summary>
public class TogetherTests(House house) : IClassFixture<House>
{
    private const int Rounds = 12;

    [Fact]
    public async Task All_kinds_of_writing_at_once_are_all_answered_and_leave_one_truth()
    {
        var lot = await LotAsync(100_000);
        var batches = new List<Guid>();
        for (var i = 0; i < 4; i++)
        {
            var input = house.Input();
            input["lotId"] = lot;
            batches.Add(await house.KeepAsync(input));
        }

        var refused = new List<string>();
        await Task.WhenAll(
            Each(i => SowAndCountAsync(batches[i % 4])),
            Each(i => FixAsync(batches[i % 4], i)),
            Each(i => FixAsync(batches[(i + 1) % 4], i)),
            Each(i => RuleAsync(i)),
            Each(_ => house.PostAsync("clock", new JsonObject { ["days"] = 1 })),
            Each(_ =>
                house.PostAsync(
                    $"lots/{lot}/entries",
                    new JsonObject
                    {
                        ["id"] = Guid.CreateVersion7(),
                        ["kind"] = "gone",
                        ["happenedOn"] = "2026-01-20",
                        ["seeds"] = 2,
                    }
                )
            ),
            Each(PlaceComesAndGoesAsync),
            Each(_ => KeepOneAsync(lot)),
            Each(WeatherAsync),
            Each(async _ => ((int)(await house.Client.GetAsync(house.Path("round"))).StatusCode, new JsonObject()))
        );
        Assert.Empty(refused);

        // Every kind of work is there once, and every plan is what its facts and the rules of now come to.
        var packet = (await house.GetAsync("lots")).AsArray().Single(l => (string)l!["lot"]!["id"]! == lot.ToString())!;
        Assert.Equal(100_000 - (Rounds * 2) - (Rounds * 10), (int)packet["left"]!);
        Assert.Equal("2026-02-13", (string)(await house.GetAsync("site"))["today"]!);
        var codes = (await house.GetAsync("batches"))["batches"]!.AsArray().Select(b => (string)b!["code"]!).ToList();
        Assert.Equal(codes.Count, codes.Distinct().Count());
        await AssertPlansAsync();
        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync(house.Path("round"))).StatusCode);

        async Task Each(Func<int, Task<(int Status, JsonNode Body)>> act)
        {
            for (var i = 0; i < Rounds; i++)
            {
                var (status, body) = await act(i);
                // Somebody was faster (409) is an answer; that the database does not answer is none.
                if (status >= 500)
                {
                    lock (refused)
                        refused.Add($"{status} {body.ToJsonString()}");
                }
            }
        }
    }

    /// <summary>The entry waits for the fixed day; then it must be planned with it.</summary>
    [Fact]
    public async Task An_entry_at_the_moment_a_day_is_fixed_is_planned_with_that_day()
    {
        for (var i = 0; i < 10; i++)
        {
            var batch = await house.KeepAsync(house.Input());
            await Task.WhenAll(FixAsync(batch, i), FixAsync(batch, i), SowAndCountAsync(batch), SowAndCountAsync(batch));
        }

        await AssertPlansAsync();
    }

    [Fact]
    public async Task An_entry_at_the_moment_the_path_changes_is_planned_with_that_path()
    {
        for (var i = 0; i < 10; i++)
        {
            var input = house.Input();
            var batch = await house.KeepAsync(input);
            var shorter = (JsonObject)input.DeepClone();
            shorter["moves"] = new JsonArray();
            var (_, plan) = await house.PostAsync($"batches/{batch}/plan", shorter.DeepClone());
            var change = new JsonObject
            {
                ["version"] = 1,
                ["input"] = shorter,
                ["shown"] = (string)plan["version"]!,
            };
            await Task.WhenAll(house.PutAsync($"batches/{batch}", change), SowAndCountAsync(batch), SowAndCountAsync(batch));
        }

        await AssertPlansAsync();
        Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync(house.Path("round"))).StatusCode);
    }

    [Fact]
    public async Task Four_days_that_are_wound_at_once_are_four_days()
    {
        var before = DateOnly.Parse((string)(await house.GetAsync("site"))["today"]!);
        var answers = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => house.PostAsync("clock", new JsonObject { ["days"] = 1 })));
        // Who comes while others are under way may be told that the plans are to follow.
        Assert.All(answers, a => Assert.Contains(a.Status, new[] { 200, 202 }));
        Assert.Equal(before.AddDays(4), DateOnly.Parse((string)(await house.GetAsync("site"))["today"]!));
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task Two_sowings_at_once_take_no_more_than_the_packet_holds()
    {
        var lot = await LotAsync(100);
        var input = house.Input();
        input["lotId"] = lot;
        input["seedsAvailable"] = 100;
        var (one, two) = (await house.KeepAsync(input), await house.KeepAsync((JsonObject)input.DeepClone()));
        var answers = await Task.WhenAll(SowAsync(one, 60), SowAsync(two, 60));
        Assert.Equal([200, 422], answers.Select(a => a.Status).Order());
    }

    private Task<(int Status, JsonNode Body)> SowAsync(Guid batch, int seeds) => house.LogAsync(batch, house.Sown(seeds));

    private Task<(int Status, JsonNode Body)> SowAndCountAsync(Guid batch) => SowAsync(batch, 10);

    private async Task<(int Status, JsonNode Body)> FixAsync(Guid batch, int i)
    {
        var now = await house.GetAsync($"batches/{batch}");
        return await house.PutAsync(
            $"batches/{batch}/steps/{House.Step(batch, "plant-out")}/lock",
            new JsonObject { ["version"] = (int)now["version"]!, ["day"] = i % 2 == 0 ? "2026-05-20" : "2026-05-24" }
        );
    }

    private async Task<(int Status, JsonNode Body)> RuleAsync(int i)
    {
        var now = await house.GetAsync("rules");
        var rules = (JsonObject)now["rules"]!.DeepClone();
        rules["hardeningDays"] = i % 2 == 0 ? 7 : 14;
        return await house.PutAsync("rules", new JsonObject { ["version"] = (int)now["version"]!, ["rules"] = rules });
    }

    private async Task<(int Status, JsonNode Body)> PlaceComesAndGoesAsync(int i)
    {
        var id = Guid.CreateVersion7();
        var place = new JsonObject
        {
            ["id"] = id,
            ["version"] = 0,
            ["name"] = $"Shelf {i}",
            ["kind"] = "house",
            ["walkOrder"] = 9,
            ["dayC"] = 20,
            ["nightC"] = 15,
            ["soilC"] = null,
        };
        var put = await house.PutAsync("places", place);
        return put.Status >= 500 ? put : await House.AnswerAsync(await house.Client.DeleteAsync(house.Path($"places/{id}")));
    }

    private async Task<(int Status, JsonNode Body)> KeepOneAsync(Guid lot)
    {
        var input = house.Input(20);
        input["lotId"] = lot;
        var (_, plan) = await house.PostAsync("plan", input.DeepClone());
        return await house.PostAsync(
            "batches",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["input"] = input,
                ["shown"] = (string?)plan["version"] ?? "",
            }
        );
    }

    private async Task<(int Status, JsonNode Body)> WeatherAsync(int i)
    {
        var lines = new StringBuilder("date,tmin,tmax\n");
        for (var day = new DateOnly(2025, 1, 1); day < new DateOnly(2025, 3, 1); day = day.AddDays(1))
            lines.Append(System.Globalization.CultureInfo.InvariantCulture, $"{day:yyyy-MM-dd},{i - 5},{i + 5}\n");
        return await House.AnswerAsync(
            await house.Client.PostAsync(house.Path("weather"), new StringContent(lines.ToString(), Encoding.UTF8, "text/csv"))
        );
    }

    private async Task<Guid> LotAsync(int seeds)
    {
        var id = Guid.CreateVersion7();
        var lot = new JsonObject
        {
            ["id"] = id,
            ["version"] = 0,
            ["cultivarId"] = house.Tomato,
            ["name"] = $"Packet of {seeds}",
            ["packed"] = 2025,
            ["seeds"] = seeds,
            ["grams"] = null,
            ["origin"] = "unknown",
            ["price"] = null,
            ["note"] = null,
        };
        Assert.Equal(204, (await house.PutAsync("lots", lot)).Status);
        return id;
    }

    /// <summary>Every stored plan is the one that is made of the stored facts now.</summary>
    private async Task AssertPlansAsync()
    {
        // What was done in the very moment that a run ended, the next one plans.
        await new Store.Plans.Replanner(house.Database, TimeProvider.System).RunAsync(house.Nursery, told: false, default);
        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, TimeProvider.System, default);
        foreach (var batch in await new BatchReader(reading).AllAsync(default))
        {
            var request = catalogue.Request(batch.Input, batch.State());
            var plan = Core.Season.Planner.Plan(request.Value).Value;
            Assert.Equal(
                plan.Steps.Select(s => (batch.Code, s.Step, s.Date.Mid, s.Due, s.Facts.Locked)),
                batch.Steps.Select(s => (batch.Code, s.Step, s.Mid, s.Due, s.LockedOn))
            );
        }
    }
}
