using System.Text.Json.Nodes;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Days, locks and what was done hang on a step's name, wherever it comes in the path.</summary>
public class StepTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_move_put_in_before_another_shifts_nothing()
    {
        var batch = await PottedAsync();
        var before = await house.GetAsync($"batches/{batch}");
        var (second, harden) = (Id(Step(before, "move", 2)), Id(Step(before, "harden")));
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/steps/{second}/lock", Lock(before, "2026-05-02"))).Status);
        await house.LogAsync(batch, NotYet(harden));

        var input = (JsonObject)(await house.GetAsync($"batches/{batch}"))["input"]!.DeepClone();
        var between = Guid.CreateVersion7();
        input["moves"]!.AsArray().Insert(1, Move(between));
        Assert.Equal(204, (await ChangeAsync(batch, input)).Status);

        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal([(Id(Step(before, "move")), 1), (between, 2), (second, 3)], Moves(after));
        Assert.Equal(("2026-04-01", null, null), Facts(after, "move", 1));
        Assert.Equal((null, null, null), Facts(after, "move", 2));
        Assert.Equal((null, "2026-05-02", null), Facts(after, "move", 3));
        Assert.Equal((null, null, "2026-05-20"), Facts(after, "harden"));
        Assert.Equal((harden, "2026-05-02"), (Id(Step(after, "harden")), (string)after["input"]!["moves"]![2]!["lockedOn"]!));
        // The next job of the plants is the one that was put in.
        await house.WindToAsync(new(2026, 9, 1));
        var card = await CardAsync(batch);
        Assert.Equal((between, "Pot up"), (Id(card), (string)card["step"]!["title"]!));
        var done = Done(card, 60);
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{between}/done", done)).Status);
        Assert.Equal((second, "Pot up again"), (Id(await CardAsync(batch)), (string)(await CardAsync(batch))["step"]!["title"]!));
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task A_step_that_is_left_out_keeps_what_was_done_and_comes_back_as_it_was()
    {
        var batch = await PottedAsync();
        await house.WindToAsync(new(2026, 9, 1));
        var second = Id(await CardAsync(batch));
        Assert.Equal(
            200,
            (await house.PostAsync($"batches/{batch}/steps/{second}/done", Done(await CardAsync(batch), 60, "2026-05-03"))).Status
        );

        var input = (JsonObject)(await house.GetAsync($"batches/{batch}"))["input"]!.DeepClone();
        var shorter = (JsonObject)input.DeepClone();
        shorter["moves"]!.AsArray().RemoveAt(1);
        Assert.Equal(204, (await ChangeAsync(batch, shorter)).Status);
        var view = await house.GetAsync($"batches/{batch}");
        Assert.Single(Moves(view));
        // What they have done stays in the books, and the next thing is to harden them.
        Assert.Equal(second, Id(view["groups"]![0]!, "reached"));
        Assert.Equal("harden", (string)(await CardAsync(batch))["step"]!["kind"]!);
        Assert.Contains(view["ledger"]!.AsArray(), e => e!["step"] is { } s && Id(e) == second && (string)s["title"]! == "Pot up");
        // Nothing more can be said of it.
        Assert.Equal(404, (await house.PutAsync($"batches/{batch}/steps/{second}/lock", Lock(view, "2026-10-02"))).Status);
        Assert.Equal(409, (await house.PostAsync($"batches/{batch}/steps/{second}/done", Done(await CardAsync(batch), 60))).Status);

        Assert.Equal(204, (await ChangeAsync(batch, input)).Status);
        Assert.Equal(("2026-05-03", null, null), Facts(await house.GetAsync($"batches/{batch}"), "move", 2));
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task Six_moves_are_a_path_and_seven_are_not()
    {
        var input = house.Input();
        input["moves"] = new JsonArray([.. Enumerable.Range(0, 6).Select(_ => Move(null))]);
        var view = await house.GetAsync($"batches/{await house.KeepAsync(input)}");
        Assert.Equal([1, 2, 3, 4, 5, 6], Moves(view).Select(m => m.Number));
        Assert.Equal("Pot up again", (string)Step(view, "move", 6)["step"]!["title"]!);
        input["moves"]!.AsArray().Add(Move(null));
        var (status, problem) = await house.PostAsync("plan", input);
        Assert.Equal((422, true), (status, House.Sentence(problem, "path.moves") is not null));
    }

    [Theory]
    [InlineData("twice")]
    [InlineData("another batch's")]
    [InlineData("hardening's")]
    [InlineData("nobody's")]
    public async Task A_move_cannot_take_the_name_of_another_step(string whose)
    {
        var (batch, other) = (await house.KeepAsync(house.Input()), await house.KeepAsync(house.Input()));
        var input = (JsonObject)(await house.GetAsync($"batches/{batch}"))["input"]!.DeepClone();
        var name = whose switch
        {
            "twice" => (Guid)input["moves"]![0]!["id"]!,
            "another batch's" => House.Step(other, "prick-out"),
            "hardening's" => House.Step(batch, "harden"),
            _ => Guid.Empty,
        };
        input["moves"]!.AsArray().Add(Move(name));
        // A plan may be looked at; what is kept is looked up.
        var (status, problem) = await ChangeAsync(batch, input);
        Assert.Equal((422, true), (status, House.Sentence(problem, "path.moves[1].id") is not null));
        Assert.Single(Moves(await house.GetAsync($"batches/{batch}")));
    }

    [Fact]
    public async Task A_move_that_nobody_named_is_the_one_that_stands_there()
    {
        var batch = await PottedAsync();
        var before = Moves(await house.GetAsync($"batches/{batch}"));
        var input = house.Input(wanted: 61);
        input["moves"] = new JsonArray(Move(null), Move(null), Move(null));
        Assert.Equal(204, (await ChangeAsync(batch, input)).Status);
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal(before, Moves(after).Take(2));
        Assert.Equal("2026-04-01", Facts(after, "move", 1).Done);
    }

    /// <summary>A calendar goes by the revision; what moved is told against the day that was last told.</summary>
    [Fact]
    public async Task A_revision_rises_with_day_place_and_pot_and_a_creep_is_told_when_it_comes_to_two_days()
    {
        var batch = await house.KeepAsync(house.Input());
        var harden = House.Step(batch, "harden");
        Assert.Equal("0 2026-05-12 2026-05-12", await RowAsync(harden));
        var seen = await house.GetAsync($"batches/{batch}");
        await house.PutAsync($"batches/{batch}/steps/{harden}/lock", Lock(seen, "2026-05-17"));
        Assert.Equal("1 2026-05-17 2026-05-17", await RowAsync(harden));
        // Fixed where it is planned anyway: nothing that a calendar shows is another.
        var before = await RowAsync(House.Step(batch, "sow"));
        seen = await house.GetAsync($"batches/{batch}");
        await house.PutAsync($"batches/{batch}/steps/{House.Step(batch, "sow")}/lock", Lock(seen, (string)Step(seen, "begin")["mid"]!));
        Assert.Equal(before, await RowAsync(House.Step(batch, "sow")));
        // Left out, it is still there to be called off.
        var prick = House.Step(batch, "prick-out");
        var input = house.Input();
        input["moves"] = new JsonArray();
        Assert.Equal(204, (await ChangeAsync(batch, input)).Status);
        Assert.NotEmpty(await RowAsync(prick));

        // A sowing that nobody did creeps on with the days.
        var late = await house.KeepAsync(house.Input());
        var (sow, rules) = (House.Step(late, "sow"), await house.GetAsync("rules"));
        var planned = DateOnly.Parse((await RowAsync(sow))[^10..]);
        await house.WindToAsync(planned.AddDays(1));
        Assert.Equal($"1 {planned.AddDays(1):yyyy-MM-dd} {planned:yyyy-MM-dd}", await RowAsync(sow));
        Assert.DoesNotContain(await TouchAsync(rules), s => (Guid)s["batchId"]! == late && (string)s["step"]! == "Sow");
        await house.WindToAsync(planned.AddDays(2));
        var told = (await TouchAsync(rules)).Single(s => (Guid)s["batchId"]! == late && (string)s["step"]! == "Sow");
        Assert.Equal(($"{planned:yyyy-MM-dd}", $"{planned.AddDays(2):yyyy-MM-dd}"), ((string)told["was"]!, (string)told["is"]!));
        // Told once.
        Assert.DoesNotContain(await TouchAsync(rules), s => (Guid)s["batchId"]! == late && (string)s["step"]! == "Sow");
        await house.WindToAsync(House.Today);
    }

    /// <summary>Something of the house is changed that moves no sowing; what moved since the grower was told.</summary>
    private async Task<List<JsonNode>> TouchAsync(JsonNode rules)
    {
        var now = (JsonObject)(await house.GetAsync("rules")).DeepClone();
        now["rules"]!["twins"] = (string)now["rules"]!["twins"]! == "snip" ? "separate" : "snip";
        var (status, answer) = await house.PutAsync(
            "rules",
            new JsonObject { ["version"] = (int)now["version"]!, ["rules"] = now["rules"]!.DeepClone() }
        );
        Assert.True(status == 200, answer.ToJsonString());
        return [.. answer["moved"]!.AsArray().Select(s => s!)];
    }

    private async Task<string> RowAsync(Guid step)
    {
        await using var connection = new NpgsqlConnection(house.Cluster.OwnerOf(house.DatabaseName));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(
            $"select format('%s %s %s', revision, mid, announced_on) from plan_step where step_id = '{step}'",
            connection
        );
        return (string?)await command.ExecuteScalarAsync() ?? "";
    }

    /// <summary>Two moves on its path, all plants in the first pot.</summary>
    private async Task<Guid> PottedAsync()
    {
        var input = house.Input();
        input["moves"]!.AsArray().Add(Move(null));
        var batch = await house.KeepAsync(input);
        await house.WindToAsync(new(2026, 4, 2));
        Assert.Equal(200, (await house.LogAsync(batch, house.Sown(80, "2026-03-10"))).Status);
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(60, "2026-03-18"))).Status);
        var moved = new JsonObject
        {
            ["kind"] = "moved",
            ["from"] = house.Group(house.Mat),
            ["to"] = house.Group(house.Glass, pot: true),
            ["seedlings"] = 60,
            ["happenedOn"] = "2026-04-01",
        };
        Assert.Equal(200, (await house.LogAsync(batch, moved)).Status);
        await house.WindToAsync(new(2026, 4, 2));
        return batch;
    }

    private async Task<(int Status, JsonNode Body)> ChangeAsync(Guid batch, JsonObject input)
    {
        var (_, plan) = await house.PostAsync($"batches/{batch}/plan", input.DeepClone());
        return await house.PutAsync(
            $"batches/{batch}",
            new JsonObject
            {
                ["version"] = (int)(await house.GetAsync($"batches/{batch}"))["version"]!,
                ["input"] = input.DeepClone(),
                ["shown"] = (string?)plan["version"] ?? "none",
            }
        );
    }

    private JsonObject Move(Guid? id) =>
        new()
        {
            ["id"] = id,
            ["containerId"] = house.Pot,
            ["placeId"] = house.Glass,
        };

    private static JsonObject Lock(JsonNode batch, string day) => new() { ["version"] = (int)batch["version"]!, ["day"] = day };

    private static JsonObject NotYet(Guid step) =>
        new()
        {
            ["kind"] = "not-yet",
            ["step"] = step,
            ["newDay"] = "2026-05-20",
            ["reason"] = "too small",
            ["happenedOn"] = "2026-04-02",
        };

    private static JsonObject Done(JsonNode card, int count, string on = "2026-08-31") =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["extraId"] = Guid.CreateVersion7(),
            ["happenedOn"] = on,
            ["count"] = count,
            ["from"] = card["from"]!.DeepClone(),
            ["myCall"] = true,
        };

    private async Task<JsonNode> CardAsync(Guid batch) =>
        (await house.GetAsync("round"))["stops"]!
            .AsArray()
            .SelectMany(s => s!["tasks"]!.AsArray())
            .Single(t => (Guid)t!["batchId"]! == batch && (string)t["step"]!["kind"]! != "up")!;

    private static JsonNode Step(JsonNode batch, string kind, int number = -1) =>
        batch["steps"]!.AsArray().First(s => (string)s!["step"]!["kind"]! == kind && (number < 0 || (int)s["step"]!["number"]! == number))!;

    private static Guid Id(JsonNode of, string what = "step") => (Guid)of[what]!["id"]!;

    private static List<(Guid Id, int Number)> Moves(JsonNode batch) =>
        [
            .. batch["steps"]!
                .AsArray()
                .Where(s => (string)s!["step"]!["kind"]! == "move")
                .Select(s => (Id(s!), (int)s!["step"]!["number"]!)),
        ];

    private static (string? Done, string? Locked, string? PutOff) Facts(JsonNode batch, string kind, int number = -1)
    {
        var step = Step(batch, kind, number);
        return ((string?)step["doneOn"], (string?)step["lockedOn"], (string?)step["putOffTo"]);
    }
}
