using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A batch from the plan to the bed, over HTTP.</summary>
public class JourneyTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task From_a_plan_to_planted_plants()
    {
        var (_, plan) = await house.PostAsync("plan", house.Input());
        var sowOn = Day(plan, "sow");
        Assert.Equal("2026-05-22", Mid(plan, "plant-out"));
        var batch = await house.KeepAsync(house.Input());
        await house.WindToAsync(sowOn);

        var task = await TaskAsync(batch);
        Assert.Equal(
            ("sow", "due", (int)plan["quantity"]!["cells"]!),
            (House.Did(task["step"]), (string)task["press"]!, (int)task["count"]!)
        );
        await DoneAsync(batch, "sow", sowOn, (int)task["count"]!, null);

        var upOn = sowOn.AddDays(12);
        await house.WindToAsync(upOn);
        await DoneAsync(batch, "emerge", upOn, 66, house.Group(house.Mat), carryOn: true);
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal((66, 66), ((int)after["emerged"]!, (int)after["standing"]!));
        Assert.Equal("Lamps", (string)Assert.Single(after["groups"]!.AsArray())!["place"]!);
        Assert.Equal(upOn, DateOnly.Parse((string)Step(after, "emerge")["doneOn"]!));
        // Six days later than planned: the first move is later too.
        Assert.True(Day(after, "prick-out") > Day(plan, "prick-out").AddDays(4));

        var moveOn = Day(after, "prick-out");
        await house.WindToAsync(moveOn);
        await DoneAsync(batch, "prick-out", moveOn, 63, house.Group(house.Lamps), rest: "lost", reason: "weak");
        var hardenOn = Day(await house.GetAsync($"batches/{batch}"), "harden");
        await house.WindToAsync(hardenOn);
        await DoneAsync(batch, "harden", hardenOn, 63, house.Group(house.Glass, pot: true));
        var outOn = Day(await house.GetAsync($"batches/{batch}"), "plant-out");
        Assert.Equal(hardenOn.AddDays(10), outOn);
        await house.WindToAsync(outOn);
        await DoneAsync(batch, "plant-out", outOn, 63, house.Group(house.Stand, pot: true));

        var planted = await house.GetAsync($"batches/{batch}");
        var bed = Assert.Single(planted["groups"]!.AsArray())!;
        Assert.Equal(("Bed", 63, 3), ((string)bed["place"]!, (int)bed["seedlings"]!, (int)planted["lost"]!));
        Assert.DoesNotContain(
            (await house.GetAsync("round"))["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()),
            t => (Guid)t!["batchId"]! == batch
        );
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task Undo_is_an_entry_and_is_refused_while_later_work_rests_on_it()
    {
        var batch = await house.KeepAsync(house.Input());
        var up = Guid.CreateVersion7();
        await SowAsync(batch);
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["id"] = up,
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 60,
            }
        );
        var lost = Guid.CreateVersion7();
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["id"] = lost,
                ["kind"] = "lost",
                ["from"] = house.Group(house.Mat),
                ["seedlings"] = 5,
                ["reason"] = "slug",
            }
        );

        var (status, refused) = await house.LogAsync(batch, new JsonObject { ["kind"] = "undo", ["corrects"] = up });
        Assert.Equal((409, "later-work-rests-on-it"), (status, (string)refused["code"]!));
        Assert.Contains("lost 5 on Sun 1 Feb", (string)refused["title"]!);

        Assert.Equal(200, (await house.LogAsync(batch, new JsonObject { ["kind"] = "undo", ["corrects"] = lost })).Status);
        Assert.Equal(200, (await house.LogAsync(batch, new JsonObject { ["kind"] = "undo", ["corrects"] = up })).Status);
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal((0, 0), ((int)after["emerged"]!, (int)after["lost"]!));
        Assert.Equal(5, after["ledger"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_plan_that_changed_since_it_was_shown_is_shown_before_it_is_kept()
    {
        var (_, shown) = await house.PostAsync("plan", house.Input());
        var rules = await house.GetAsync("rules");
        await RiskAsync(rules, 0.5);
        var (status, problem) = await house.PostAsync(
            "batches",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["input"] = house.Input(),
                ["shown"] = (string)shown["version"]!,
            }
        );
        Assert.Equal((409, "plan-changed"), (status, (string)problem["code"]!));
        Assert.Equal("2026-05-09", Mid(problem["current"]!, "plant-out"));
        Assert.Equal(
            201,
            (
                await house.PostAsync(
                    "batches",
                    new JsonObject
                    {
                        ["id"] = Guid.CreateVersion7(),
                        ["input"] = house.Input(),
                        ["shown"] = (string)problem["current"]!["version"]!,
                    }
                )
            ).Status
        );
        await RiskAsync(await house.GetAsync("rules"), 0.1);
    }

    [Fact]
    public async Task A_change_of_rule_replans_what_is_kept_but_not_a_fixed_day()
    {
        var free = await house.KeepAsync(house.Input());
        var bound = await house.KeepAsync(house.Input());
        var version = (int)(await house.GetAsync($"batches/{bound}"))["version"]!;
        Assert.Equal(
            204,
            (
                await house.PutAsync(
                    $"batches/{bound}/steps/{House.Step(bound, "plant-out")}/lock",
                    new JsonObject { ["version"] = version, ["day"] = "2026-05-16" }
                )
            ).Status
        );
        Assert.Equal(
            409,
            (
                await house.PutAsync(
                    $"batches/{bound}/steps/{House.Step(bound, "plant-out")}/lock",
                    new JsonObject { ["version"] = version, ["day"] = "2026-05-17" }
                )
            ).Status
        );
        var conflict = (string)Step(await house.GetAsync($"batches/{bound}"), "plant-out")["conflict"]!;
        Assert.Contains("6 days before the window opens (Fri 22 May)", conflict);

        await RiskAsync(await house.GetAsync("rules"), 0.5);
        Assert.Equal("2026-05-09", Mid(await house.GetAsync($"batches/{free}"), "plant-out"));
        Assert.Equal("2026-05-16", Mid(await house.GetAsync($"batches/{bound}"), "plant-out"));
        Assert.Null(Step(await house.GetAsync($"batches/{bound}"), "plant-out")["conflict"]);
        await RiskAsync(await house.GetAsync("rules"), 0.1);
        Assert.Equal("2026-05-22", Mid(await house.GetAsync($"batches/{free}"), "plant-out"));
    }

    [Fact]
    public async Task Not_yet_keeps_reason_and_day()
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(
            200,
            (
                await house.LogAsync(
                    batch,
                    new JsonObject
                    {
                        ["kind"] = "not-yet",
                        ["stage"] = "sow",
                        ["newDay"] = "2026-05-01",
                        ["reason"] = "no mix",
                    }
                )
            ).Status
        );
        var sow = Step(await house.GetAsync($"batches/{batch}"), "sow");
        Assert.Equal(("2026-05-01", "no mix"), ((string)sow["mid"]!, (string)sow["putOffReason"]!));
        var (status, refused) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "not-yet",
                ["stage"] = "sow",
                ["newDay"] = "2026-02-01",
                ["reason"] = "",
            }
        );
        Assert.Equal((422, "Choose a day after today."), (status, House.Sentence(refused, "newDay")));
    }

    private Task<(int, JsonNode)> SowAsync(Guid batch) =>
        house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "sown",
                ["to"] = house.Group(house.Mat),
                ["seeds"] = 72,
                ["containers"] = 72,
            }
        );

    private async Task RiskAsync(JsonNode rules, double risk)
    {
        var changed = rules["rules"]!.DeepClone();
        changed["acceptedRisk"] = risk;
        Assert.Equal(
            200,
            (await house.PutAsync("rules", new JsonObject { ["version"] = (int)rules["version"]!, ["rules"] = changed })).Status
        );
    }

    private async Task<JsonNode> TaskAsync(Guid batch) =>
        (await house.GetAsync("round"))["stops"]!
            .AsArray()
            .SelectMany(s => s!["tasks"]!.AsArray())
            .Single(t => (Guid)t!["batchId"]! == batch)!;

    private async Task DoneAsync(
        Guid batch,
        string stage,
        DateOnly day,
        int count,
        JsonObject? from,
        bool carryOn = false,
        string rest = "stays",
        string? reason = null
    )
    {
        var (status, body) = await house.PostAsync(
            $"batches/{batch}/steps/{House.Step(batch, stage)}/done",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = day.ToString("yyyy-MM-dd"),
                ["count"] = count,
                ["from"] = from,
                ["carryOn"] = carryOn,
                ["rest"] = rest,
                ["reason"] = reason,
                // Nobody has a forecast here: that the nights are mild is somebody's word.
                ["myCall"] = true,
            }
        );
        Assert.True(status == 200, body.ToJsonString());
    }

    private static JsonNode Step(JsonNode plan, string stage) => plan["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == stage)!;

    private static string Mid(JsonNode plan, string stage) => (string)Step(plan, stage)["mid"]!;

    private static DateOnly Day(JsonNode plan, string stage) => DateOnly.Parse(Mid(plan, stage));
}
