using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What was logged today can be undone all day, whole; and what moved is told once, with its reason.</summary>
public class TodayTests(House house) : IClassFixture<House>
{
    private async Task<Guid> UpAsync(int plants = 60)
    {
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(plants, "2026-01-12"));
        return batch;
    }

    private async Task<Guid> PrickOutAsync(Guid batch, int count, string rest, string on = "2026-02-01")
    {
        var group = (await house.GetAsync($"batches/{batch}"))["groups"]![0]!;
        var id = Guid.CreateVersion7();
        var (status, body) = await house.PostAsync(
            $"batches/{batch}/steps/{House.Step(batch, "prick-out")}/done",
            new JsonObject
            {
                ["id"] = id,
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = on,
                ["count"] = count,
                ["rest"] = rest,
                ["reason"] = rest == "lost" ? "snapped" : null,
                ["group"] = (Guid)group["id"]!,
                ["from"] = house.Group(house.Mat),
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        return id;
    }

    private async Task<List<JsonNode>> DoneAsync(Guid batch) =>
        [.. (await house.GetAsync("round"))["done"]!.AsArray().Where(d => (Guid)d!["batchId"]! == batch).Select(d => d!)];

    [Fact]
    public async Task A_move_with_its_losses_is_one_job_and_is_undone_as_one_whenever_it_is_dated()
    {
        var batch = await UpAsync();
        await PrickOutAsync(batch, 57, "lost", "2026-01-30");
        var job = (await DoneAsync(batch))[0];
        Assert.Equal("2026-01-30", (string)job["happenedOn"]!);
        Assert.Equal(2, job["texts"]!.AsArray().Count);
        Assert.Contains("3 lost", (string)job["texts"]![1]!, StringComparison.Ordinal);
        Assert.EndsWith("snapped", (string)job["texts"]![1]!, StringComparison.Ordinal);
        Assert.Equal(57, (int)(await house.GetAsync($"batches/{batch}"))["standing"]!);

        Assert.Equal(200, (await house.LogAsync(batch, new JsonObject { ["kind"] = "undo", ["corrects"] = (Guid)job["entry"]! })).Status);
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal((60, 0), ((int)page["standing"]!, (int)page["lost"]!));
        Assert.DoesNotContain(await DoneAsync(batch), d => (Guid)d["entry"]! == (Guid)job["entry"]!);
        // Taken back, it is not there to be taken back again.
        Assert.Equal(422, (await house.LogAsync(batch, new JsonObject { ["kind"] = "undo", ["corrects"] = (Guid)job["entry"]! })).Status);
    }

    [Fact]
    public async Task What_was_looked_at_before_is_shown_as_it_is_now()
    {
        var batch = await UpAsync();
        Assert.Equal(60, await ToMoveAsync());
        await house.LogAsync(batch, house.Up(64, "2026-01-14"));
        Assert.Equal(64, await ToMoveAsync());

        async Task<int> ToMoveAsync()
        {
            var round = await house.GetAsync("round");
            var cards = round["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()).Concat(round["coming"]!.AsArray());
            return (int)cards.First(c => (Guid)c!["batchId"]! == batch && (string)c["step"]!["kind"]! == "move")!["count"]!;
        }
    }

    [Fact]
    public async Task The_numbers_of_a_move_can_be_put_right_beside_its_loss()
    {
        var batch = await UpAsync();
        await PrickOutAsync(batch, 50, "lost");
        var lost = (await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray().Single(e => (string)e!["kind"]! == "lost")!;
        Assert.True((bool)lost["canCorrect"]!);
        var (status, body) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "corrected",
                ["corrects"] = (Guid)lost["id"]!,
                ["seedlings"] = 8,
                ["containers"] = 8,
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal((52, 8), ((int)page["standing"]!, (int)page["lost"]!));
    }

    [Fact]
    public async Task A_helper_takes_back_what_is_their_own_and_a_grower_all()
    {
        var batch = await UpAsync();
        await PrickOutAsync(batch, 60, "stays");
        var owners = (await DoneAsync(batch))[0];
        var helper = await house.EnterAsync(await house.AddAsync($"Helper {Guid.NewGuid():N}"[..20], Role.Helper));
        var round = (await helper.GetFromJsonAsync<JsonNode>(house.Path("round")))!;
        Assert.False((bool)round["done"]!.AsArray().Single(d => (Guid)d!["entry"]! == (Guid)owners["entry"]!)!["canUndo"]!);
        Assert.Equal(422, await SayAsync(Undo((Guid)owners["entry"]!)));

        var own = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = "lost",
            ["happenedOn"] = "2026-02-01",
            ["from"] = house.Group(house.Glass, pot: true),
            ["seedlings"] = 1,
            ["reason"] = "eaten",
        };
        Assert.Equal(200, await SayAsync(own.DeepClone()));
        Assert.Equal(200, await SayAsync(Undo((Guid)own["id"]!)));
        own["id"] = Guid.CreateVersion7();
        Assert.Equal(200, await SayAsync(own.DeepClone()));
        Assert.Equal(200, (await house.LogAsync(batch, (JsonObject)Undo((Guid)own["id"]!))).Status);

        async Task<int> SayAsync(JsonNode entry) =>
            (int)(await helper.PostAsJsonAsync(house.Path($"batches/{batch}/entries"), entry)).StatusCode;

        static JsonNode Undo(Guid what) =>
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["kind"] = "undo",
                ["happenedOn"] = "2026-02-01",
                ["corrects"] = what,
            };
    }

    [Fact]
    public async Task What_moved_by_two_days_is_told_with_its_reason_until_it_was_seen()
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Empty(await MovedAsync(batch));
        // Sown on another day than planned, what follows has other days.
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        var moved = await MovedAsync(batch);
        Assert.NotEmpty(moved);
        Assert.All(
            moved,
            m =>
            {
                Assert.True(Math.Abs(DateOnly.Parse((string)m["is"]!).DayNumber - DateOnly.Parse((string)m["was"]!).DayNumber) >= 2);
                Assert.NotNull((string?)m["because"]);
            }
        );
        var steps = new JsonArray([.. moved.Select(m => (JsonNode)(Guid)m["step"]!["id"]!)]);
        Assert.Equal(204, (await house.PostAsync("round/seen", new JsonObject { ["steps"] = steps })).Status);
        Assert.Empty(await MovedAsync(batch));
        // A day that the grower put off is known to the grower.
        var next = (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().First(s => s!["doneOn"] is null)!;
        var (status, body) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "not-yet",
                ["step"] = (Guid)next["step"]!["id"]!,
                ["newDay"] = "2026-03-20",
                ["reason"] = "No time",
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        Assert.DoesNotContain(await MovedAsync(batch), m => (Guid)m["step"]!["id"]! == (Guid)next["step"]!["id"]!);

        async Task<List<JsonNode>> MovedAsync(Guid of) =>
            [.. (await house.GetAsync("round"))["moved"]!.AsArray().Where(m => (Guid)m!["batchId"]! == of).Select(m => m!)];
    }

    /// <summary>In for the night and out again in the morning: no step, no pot, no hardening is touched, and both are undone
    /// whole.</summary>
    [Fact]
    public async Task All_of_a_place_is_carried_in_one_go_and_keeps_what_it_has_done()
    {
        var (one, two) = (await UpAsync(), await UpAsync(50));
        await PrickOutAsync(one, 60, "stays", "2026-01-28");
        await PrickOutAsync(two, 50, "stays", "2026-01-29");
        var before = await StandsAsync(one);
        var id = Guid.CreateVersion7();
        var carry = new JsonObject
        {
            ["id"] = id,
            ["to"] = house.Porch,
            ["on"] = "2026-02-01",
        };
        for (var i = 0; i < 2; i++)
            Assert.Equal(200, (await house.PostAsync($"places/{house.Glass}/carry", carry.DeepClone())).Status);
        var carried = await StandsAsync(one);
        Assert.Equal((house.Porch, before.State, before.Reached), (carried.Place, carried.State, carried.Reached));
        Assert.Equal(house.Porch, (await StandsAsync(two)).Place);
        var round = await house.GetAsync("round");
        Assert.DoesNotContain(round["standing"]!.AsArray(), s => (Guid)s!["placeId"]! == house.Glass);
        var job = round["done"]!.AsArray()[0]!;
        Assert.True((int)job["others"]! >= 1);

        // One entry of it is named, or the act: all of it is taken back, in every batch.
        Assert.Equal(
            200,
            (
                await house.PostAsync(
                    "acts",
                    new JsonObject
                    {
                        ["id"] = Guid.CreateVersion7(),
                        ["on"] = "2026-02-01",
                        ["entries"] = new JsonArray(),
                        ["corrects"] = id,
                    }
                )
            ).Status
        );
        Assert.Equal((house.Glass, house.Glass), ((await StandsAsync(one)).Place, (await StandsAsync(two)).Place));

        foreach (
            var (to, on, field) in new[]
            {
                (house.Bed, "2026-02-01", "to"),
                (house.Glass, "2026-02-01", "to"),
                (house.Porch, "2026-02-02", "happenedOn"),
            }
        )
        {
            var (status, problem) = await house.PostAsync(
                $"places/{house.Glass}/carry",
                new JsonObject
                {
                    ["id"] = Guid.CreateVersion7(),
                    ["to"] = to,
                    ["on"] = on,
                }
            );
            Assert.True((status, House.Sentence(problem, field) is not null) == (422, true), problem.ToJsonString());
        }

        async Task<(Guid Place, string State, string Reached)> StandsAsync(Guid batch)
        {
            var group = (await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray().Single()!;
            return ((Guid)group["placeId"]!, (string)group["state"]!, (string)group["reached"]!["title"]!);
        }
    }
}
