using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A batch is changed while it grows, and ends.</summary>
public class ChangeTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task More_plants_wanted_and_another_move_make_another_plan()
    {
        var batch = await house.KeepAsync(house.Input());
        var input = house.Input(wanted: 120);
        input["moves"]!.AsArray().Add(new JsonObject { ["containerId"] = house.Pot, ["placeId"] = house.Glass });
        Assert.Equal(204, (await ChangeAsync(batch, input)).Status);
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal((120, 2), ((int)after["input"]!["plantsWanted"]!, (int)after["version"]!));
        Assert.Contains(after["steps"]!.AsArray(), s => House.Did(s!["step"]) == "pot-up");
        Assert.True((int)after["cells"]! > 120);
    }

    [Fact]
    public async Task A_change_starts_from_what_has_happened()
    {
        var batch = await SownAsync();
        var later = house.Input();
        later["locks"] = new JsonObject { ["plantOut"] = "2026-06-10" };
        var (_, plan) = await house.PostAsync($"batches/{batch}/plan", later.DeepClone());
        var sow = plan["steps"]!.AsArray().First()!;
        Assert.Equal("2026-02-01", (string)sow["doneOn"]!);
        Assert.Equal(204, (await ChangeAsync(batch, later)).Status);
        Assert.Equal("2026-06-10", (string)(await house.GetAsync($"batches/{batch}"))["input"]!["locks"]!["plantOut"]!);
        // Freed again by leaving it out.
        Assert.Equal(204, (await ChangeAsync(batch, house.Input())).Status);
        Assert.Null((await house.GetAsync($"batches/{batch}"))["input"]!["locks"]!["plantOut"]);
    }

    [Fact]
    public async Task What_is_sown_stays_what_it_is()
    {
        var batch = await SownAsync();
        var (_, plan) = await house.PostAsync($"batches/{batch}/plan", house.Input(cultivar: house.Pepper));
        var (status, problem) = await PutAsync(batch, 1, house.Input(cultivar: house.Pepper), (string)plan["version"]!);
        Assert.Equal((422, "They are sown: another cultivar is another batch."), (status, House.Sentence(problem, "cultivarId")));
    }

    [Fact]
    public async Task Two_people_change_one_batch_and_the_second_is_shown_what_the_first_did()
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(204, (await ChangeAsync(batch, house.Input(wanted: 70))).Status);
        var (_, plan) = await house.PostAsync($"batches/{batch}/plan", house.Input(wanted: 80));
        var (status, problem) = await PutAsync(batch, 1, house.Input(wanted: 80), (string)plan["version"]!);
        Assert.Equal((409, "changed-meanwhile", 70), (status, (string)problem["code"]!, (int)problem["current"]!["plantsWanted"]!));
        Assert.Equal("plan-changed", (string)(await PutAsync(batch, 2, house.Input(wanted: 80), "another")).Body["code"]!);
        Assert.Equal(70, (int)(await house.GetAsync($"batches/{batch}"))["input"]!["plantsWanted"]!);
    }

    [Fact]
    public async Task A_batch_planned_by_mistake_ends_and_can_go_on()
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal("Say why: it is what you look up next year.", House.Sentence((await EndAsync(batch, " ")).Body, "reason"));
        Assert.Equal(204, (await EndAsync(batch, "planned by mistake")).Status);
        var ended = await house.GetAsync($"batches/{batch}");
        Assert.Equal(("2026-02-01", "planned by mistake"), ((string)ended["endedOn"]!, (string)ended["endReason"]!));
        Assert.False(await InRoundAsync(batch));
        Assert.Equal(204, (await EndAsync(batch, null)).Status);
        Assert.True(await InRoundAsync(batch));

        async Task<bool> InRoundAsync(Guid id)
        {
            // Sowing is some weeks away: it is asked for on its day.
            await house.WindToAsync(new DateOnly(2026, 4, 20));
            var round = await house.GetAsync("round");
            await house.WindToAsync(House.Today);
            return round["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()).Any(t => (Guid)t!["batchId"]! == id);
        }
    }

    [Fact]
    public async Task Plants_that_stand_are_accounted_for_before_the_end()
    {
        var batch = await SownAsync();
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 12,
            }
        );
        Assert.Equal(
            "12 plants still stand. Log what becomes of them first: planted, sold, given away, lost.",
            House.Sentence((await EndAsync(batch, "failed")).Body, "reason")
        );
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "lost",
                ["from"] = house.Group(house.Mat),
                ["seedlings"] = 12,
                ["containers"] = 72,
                ["reason"] = "frost",
            }
        );
        Assert.Equal(204, (await EndAsync(batch, "failed")).Status);
    }

    private async Task<Guid> SownAsync()
    {
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "sown",
                ["to"] = house.Group(house.Mat),
                ["seeds"] = 72,
                ["containers"] = 72,
            }
        );
        return batch;
    }

    private async Task<(int Status, JsonNode Body)> ChangeAsync(Guid batch, JsonObject input)
    {
        var version = (int)(await house.GetAsync($"batches/{batch}"))["version"]!;
        var (_, plan) = await house.PostAsync($"batches/{batch}/plan", input.DeepClone());
        return await PutAsync(batch, version, input, (string)plan["version"]!);
    }

    private Task<(int Status, JsonNode Body)> PutAsync(Guid batch, int version, JsonObject input, string shown) =>
        house.PutAsync(
            $"batches/{batch}",
            new JsonObject
            {
                ["version"] = version,
                ["input"] = input,
                ["shown"] = shown,
            }
        );

    private Task<(int Status, JsonNode Body)> EndAsync(Guid batch, string? reason) =>
        house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = reason });
}
