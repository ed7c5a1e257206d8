using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What is done in one go counts as a whole, once, and is put right as a whole.</summary>
public class ActTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task One_act_moves_carries_and_loses_and_sent_again_it_has_one_effect()
    {
        var batch = await UpAsync(60);
        var moved = Moved(batch, house.Group(house.Mat), Pots(house.Glass), 40);
        var act = Act(
            moved,
            // Names the group that the one before it makes.
            With(Moved(batch, Pots(house.Glass), Pots(house.Porch), 10), "group", (Guid)moved["id"]!),
            Lost(batch, house.Group(house.Mat), 3)
        );
        var (status, answer) = await SendAsync(act);
        Assert.True(status == 200, answer.ToJsonString());
        Assert.Equal(act["entries"]!.AsArray().Select(e => (Guid)e!["id"]!), answer["entries"]!.AsArray().Select(e => (Guid)e!));
        Assert.Equal([10, 17, 30], await StandingAsync(batch));
        Assert.Equal(answer.ToJsonString(), (await SendAsync(act)).Answer.ToJsonString());
        Assert.Equal([10, 17, 30], await StandingAsync(batch));
        act["entries"]![2]!["seedlings"] = 4;
        Assert.Equal(409, (await SendAsync(act)).Status);
    }

    [Fact]
    public async Task All_of_it_counts_or_nothing_and_the_wrong_entry_is_told_at_its_field()
    {
        var batch = await UpAsync(60);
        var act = Act(Moved(batch, house.Group(house.Mat), Pots(house.Glass), 40), Lost(batch, house.Group(house.Mat), 21));
        var (status, problem) = await SendAsync(act);
        Assert.Equal((422, true), (status, House.Sentence(problem, "entries[1].seedlings") is not null));
        Assert.Equal([60], await StandingAsync(batch));
        // Nothing of it is kept: the same act may be sent with another number.
        act["entries"]![1]!["seedlings"] = 20;
        Assert.Equal(200, (await SendAsync(act)).Status);
        Assert.Equal([40], await StandingAsync(batch));
    }

    [Fact]
    public async Task An_act_is_put_right_whole_its_losses_and_its_day_too_and_undone_whole()
    {
        var batch = await UpAsync(60);
        var wrong = Act(Moved(batch, house.Group(house.Mat), Pots(house.Glass), 40), Lost(batch, house.Group(house.Mat), 5));
        Assert.Equal(200, (await SendAsync(wrong)).Status);
        var right = Act(Moved(batch, house.Group(house.Mat), Pots(house.Porch), 50), Lost(batch, house.Group(house.Mat), 2));
        (right["corrects"], right["on"]) = ((Guid)wrong["id"]!, "2026-01-26");
        Assert.Equal(200, (await SendAsync(right)).Status);
        Assert.Equal([8, 50], await StandingAsync(batch));
        var ledger = (await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray();
        Assert.Equal(["2026-01-26", "2026-01-26"], ledger.Where(e => Kept(e, "moved", "lost")).Select(e => (string)e!["happenedOn"]!));

        // The putting right is taken back: what it put right stands again.
        var undo = Act();
        undo["corrects"] = (Guid)right["id"]!;
        Assert.Equal(200, (await SendAsync(undo)).Status);
        Assert.Equal([15, 40], await StandingAsync(batch));
    }

    [Theory]
    [InlineData(56, 4)]
    [InlineData(30, 25)]
    public async Task Its_numbers_and_its_day_are_put_right_together_and_what_rests_on_it_stands(int moved, int lost)
    {
        var batch = await UpAsync(60);
        var wrong = Act(Moved(batch, house.Group(house.Mat), Pots(house.Glass), 45), Lost(batch, house.Group(house.Mat), 15));
        Assert.Equal(200, (await SendAsync(wrong)).Status);
        Assert.Equal(200, (await SendAsync(Act(Moved(batch, Pots(house.Glass), Pots(house.Porch), 5)))).Status);
        // Alone neither number could stand where the other is too high.
        var right = Act(Right(batch, wrong, 0, moved), Right(batch, wrong, 1, lost));
        var (status, answer) = await SendAsync(right);
        Assert.True(status == 200, answer.ToJsonString());
        var left = new[] { 60 - moved - lost, 5, moved - 5 };
        Assert.Equal(left.Where(n => n > 0).Order(), await StandingAsync(batch));
        var ledger = (await house.GetAsync($"batches/{batch}"))["ledger"]!.AsArray();
        Assert.Equal(["2026-01-27", "2026-01-27"], ledger.Where(e => e!["corrected"] is not null).Select(e => (string)e!["happenedOn"]!));

        var undo = new JsonObject
        {
            ["kind"] = "undo",
            ["corrects"] = (Guid)right["entries"]![1]!["id"]!,
            ["happenedOn"] = "2026-01-28",
        };
        (status, answer) = await house.LogAsync(batch, undo);
        Assert.True(status == 200, answer.ToJsonString());
        Assert.Equal([5, 40], await StandingAsync(batch));
    }

    [Fact]
    public async Task What_is_put_right_to_more_than_stood_there_is_told_at_its_field_and_nothing_is_kept()
    {
        var batch = await UpAsync(60);
        var wrong = Act(Moved(batch, house.Group(house.Mat), Pots(house.Glass), 45), Lost(batch, house.Group(house.Mat), 5));
        Assert.Equal(200, (await SendAsync(wrong)).Status);
        var (status, problem) = await SendAsync(Act(Right(batch, wrong, 1, 6), Right(batch, wrong, 0, 55)));
        Assert.Equal((422, true), (status, House.Sentence(problem, "entries[0].seedlings") is not null));
        Assert.Equal([10, 45], await StandingAsync(batch));
    }

    [Fact]
    public async Task Neither_what_others_wrote_nor_what_is_of_another_batch_is_put_right()
    {
        var (batch, other) = (await UpAsync(60), await UpAsync(50));
        var wrong = Act(Moved(batch, house.Group(house.Mat), Pots(house.Glass), 45), Lost(batch, house.Group(house.Mat), 5));
        Assert.Equal(200, (await SendAsync(wrong)).Status);
        // By a helper: the grower wrote it.
        var helper = await house.EnterAsync(await house.AddAsync("Act helper", Role.Helper));
        var right = Act(Right(batch, wrong, 0, 44), Right(batch, wrong, 1, 6));
        var answer = await helper.PostAsJsonAsync(house.Path("acts"), right);
        Assert.Equal(422, (int)answer.StatusCode);
        var problem = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.NotNull(House.Sentence(problem, "corrects"));
        // Under another batch's name there is no such entry.
        Assert.Equal(422, (await SendAsync(Act(Right(other, wrong, 0, 44)))).Status);
        Assert.Equal([10, 45], await StandingAsync(batch));
        Assert.Equal([50], await StandingAsync(other));
    }

    [Fact]
    public async Task What_later_work_rests_on_is_not_taken_back()
    {
        var batch = await UpAsync(60);
        var moved = Moved(batch, house.Group(house.Mat), Pots(house.Glass), 40);
        var act = Act(moved);
        Assert.Equal(200, (await SendAsync(act)).Status);
        Assert.Equal(200, (await SendAsync(Act(Lost(batch, Pots(house.Glass), 1)))).Status);
        var undo = Act();
        undo["corrects"] = (Guid)act["id"]!;
        Assert.Equal((409, "later-work-rests-on-it"), await CodeAsync(undo));
        Assert.Equal([20, 39], await StandingAsync(batch));
    }

    [Fact]
    public async Task One_act_may_be_of_two_batches_and_undone_in_one_it_is_undone_in_both()
    {
        var (one, two) = (await UpAsync(60), await UpAsync(50));
        var act = Act(Lost(one, house.Group(house.Mat), 10), Lost(two, house.Group(house.Mat), 10));
        Assert.Equal(200, (await SendAsync(act)).Status);
        Assert.Equal((50, 40), ((await StandingAsync(one)).Single(), (await StandingAsync(two)).Single()));
        var undo = new JsonObject
        {
            ["kind"] = "undo",
            ["corrects"] = (Guid)act["entries"]![0]!["id"]!,
            ["happenedOn"] = "2026-01-28",
        };
        Assert.Equal(200, (await house.LogAsync(one, undo)).Status);
        Assert.Equal((60, 50), ((await StandingAsync(one)).Single(), (await StandingAsync(two)).Single()));
    }

    [Fact]
    public async Task An_entry_of_another_batch_is_not_written_again()
    {
        var (one, two) = (await UpAsync(60), await UpAsync(50));
        var lost = Lost(one, house.Group(house.Mat), 10);
        Assert.Equal(200, (await SendAsync(Act((JsonObject)lost.DeepClone()))).Status);
        Assert.Equal((409, "other-payload"), await CodeAsync(Act(With(lost, "batch", two))));
        Assert.Equal([50], await StandingAsync(two));
    }

    [Theory]
    [InlineData("no entries", 422)]
    [InlineData("one id twice", 422)]
    [InlineData("too many", 422)]
    [InlineData("an undo inside", 422)]
    [InlineData("no such batch", 404)]
    [InlineData("no such act", 404)]
    [InlineData("a group of nobody", 422)]
    [InlineData("tomorrow", 422)]
    public async Task What_is_no_act_is_refused_and_nothing_is_kept(string what, int expected)
    {
        var batch = await UpAsync(60);
        var act = Act(Lost(batch, house.Group(house.Mat), 1));
        var entries = act["entries"]!.AsArray();
        switch (what)
        {
            case "no entries":
                entries.Clear();
                break;
            case "one id twice":
                entries.Add(entries[0]!.DeepClone());
                break;
            case "too many":
                for (var i = 0; i < 100; i++)
                    entries.Add(Lost(batch, house.Group(house.Mat), 1));
                break;
            case "an undo inside":
                entries[0]!["kind"] = "undo";
                break;
            case "no such batch":
                entries[0]!["batch"] = Guid.CreateVersion7();
                break;
            case "no such act":
                act["corrects"] = Guid.CreateVersion7();
                break;
            case "a group of nobody":
                entries[0]!["group"] = Guid.CreateVersion7();
                break;
            default:
                act["on"] = "2026-12-24";
                break;
        }

        Assert.Equal(expected, (await SendAsync(act)).Status);
        Assert.Equal([60], await StandingAsync(batch));
    }

    private static bool Kept(JsonNode? entry, params string[] kinds) =>
        kinds.Contains((string)entry!["kind"]!) && !(bool)entry["takenBack"]!;

    private async Task<(int Status, JsonNode Answer)> SendAsync(JsonObject act) => await house.PostAsync("acts", act.DeepClone());

    private async Task<(int, string)> CodeAsync(JsonObject act)
    {
        var (status, problem) = await SendAsync(act);
        return (status, (string?)problem["code"] ?? "");
    }

    private async Task<List<int>> StandingAsync(Guid batch) =>
        [.. (await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray().Select(g => (int)g!["seedlings"]!).Where(n => n > 0).Order()];

    private static JsonObject Act(params JsonObject[] entries) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["on"] = "2026-01-28",
            ["entries"] = new JsonArray([.. entries]),
        };

    private static JsonObject With(JsonObject entry, string name, JsonNode value)
    {
        entry[name] = value;
        return entry;
    }

    private JsonObject Pots(Guid place) => house.Group(place, pot: true);

    private static JsonObject Moved(Guid batch, JsonObject from, JsonObject to, int plants) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["batch"] = batch,
            ["kind"] = "moved",
            ["from"] = from,
            ["to"] = to,
            ["seedlings"] = plants,
        };

    private static JsonObject Lost(Guid batch, JsonObject from, int plants) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["batch"] = batch,
            ["kind"] = "lost",
            ["from"] = from,
            ["seedlings"] = plants,
            ["reason"] = "slug",
        };

    private static JsonObject Right(Guid batch, JsonObject act, int entry, int plants) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["batch"] = batch,
            ["kind"] = "corrected",
            ["corrects"] = (Guid)act["entries"]![entry]!["id"]!,
            ["seedlings"] = plants,
            ["containers"] = plants,
            ["containersTo"] = entry == 0 ? plants : 0,
            ["newDay"] = "2026-01-27",
        };

    private async Task<Guid> UpAsync(int up)
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(200, (await house.LogAsync(batch, house.Sown(80, "2025-12-20"))).Status);
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(up, "2025-12-28"))).Status);
        return batch;
    }
}
