using System.Net;
using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>One command has one effect, however often it is sent; another one under the same id is refused.</summary>
public class RetryTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_done_that_is_sent_again_answers_both_its_entries_and_undoing_them_loses_no_plant()
    {
        var (batch, done) = await PrickOutAsync(leave: 3);
        var first = await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "prick-out")}/done", done.DeepClone());
        var again = await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "prick-out")}/done", done.DeepClone());
        Assert.Equal((200, 200), (first.Status, again.Status));
        Assert.Equal(2, first.Body["entries"]!.AsArray().Count);
        Assert.Equal(first.Body.ToJsonString(), again.Body.ToJsonString());
        Assert.Equal(57, await StandingAsync(batch));

        // Undone as the page does it: one of its entries is named, and all of it is taken back.
        var (status, body) = await house.LogAsync(
            batch,
            new JsonObject { ["kind"] = "undo", ["corrects"] = (string)again.Body["entries"]![0]! }
        );
        Assert.True(status == 200, body.ToJsonString());
        Assert.Equal(60, await StandingAsync(batch));
    }

    [Fact]
    public async Task The_same_id_with_other_numbers_or_for_another_batch_is_refused()
    {
        var (batch, done) = await PrickOutAsync(leave: 0);
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "prick-out")}/done", done.DeepClone())).Status);
        foreach (
            var (field, value) in new (string, JsonNode)[]
            {
                ("count", 59),
                ("rest", "lost"),
                ("pairs", 1),
                ("extraId", Guid.CreateVersion7()),
            }
        )
        {
            var other = (JsonObject)done.DeepClone();
            other[field] = value;
            var (status, problem) = await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "prick-out")}/done", other);
            Assert.Equal((409, "other-payload"), (status, (string)problem["code"]!));
        }

        // At the same moment, for two batches: one has it, the other is told.
        var (one, sowOne) = await ToSowAsync();
        var (two, _) = await ToSowAsync();
        var answers = await Task.WhenAll(
            house.PostAsync($"batches/{one}/steps/{House.Step(one, "sow")}/done", sowOne.DeepClone()),
            house.PostAsync($"batches/{two}/steps/{House.Step(two, "sow")}/done", sowOne.DeepClone())
        );
        Assert.Equal([200, 409], answers.Select(a => a.Status).Order());
        Assert.Equal(1, new[] { await SownAsync(one), await SownAsync(two) }.Count(s => s > 0));
    }

    [Fact]
    public async Task An_entry_under_the_id_of_another_batchs_entry_is_refused()
    {
        var (one, _) = await ToSowAsync();
        var (two, _) = await ToSowAsync();
        var id = Guid.CreateVersion7();
        Assert.Equal(200, (await house.LogAsync(one, house.Sown(id: id))).Status);
        Assert.Equal(200, (await house.LogAsync(one, house.Sown(id: id))).Status);
        var (status, problem) = await house.LogAsync(two, house.Sown(id: id));
        Assert.Equal((409, "other-payload"), (status, (string)problem["code"]!));
        Assert.Equal((72, 0), (await SownAsync(one), await SownAsync(two)));
    }

    [Fact]
    public async Task Readings_and_rows_of_the_house_that_are_sent_again_are_there_once()
    {
        var soil = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["day"] = "2026-02-01",
            ["surface"] = "bare",
            ["celsius"] = 4.5,
        };
        var reading = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["placeId"] = house.Mat,
            ["day"] = "2026-02-01",
            ["soilC"] = 24,
        };
        var place = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["name"] = "Shelf twice",
            ["kind"] = "house",
            ["walkOrder"] = 9,
            ["dayC"] = 20,
            ["nightC"] = 15,
            ["soilC"] = null,
        };
        foreach (
            var (method, path, body, field) in new[]
            {
                ("POST", "soil", soil, "celsius"),
                ("PUT", "readings", reading, "soilC"),
                ("PUT", "places", place, "nightC"),
            }
        )
        {
            Assert.InRange((await SendAsync(method, path, body)).Status, 200, 204);
            Assert.InRange((await SendAsync(method, path, body)).Status, 200, 204);
            var other = (JsonObject)body.DeepClone();
            other[field] = 7.5;
            Assert.Equal(409, (await SendAsync(method, path, other)).Status);
        }

        Assert.Single((await house.GetAsync("catalogue"))["places"]!.AsArray(), p => (string)p!["name"]! == "Shelf twice");
    }

    [Fact]
    public async Task What_is_not_there_is_not_deleted()
    {
        foreach (var path in new[] { "places", "containers", "cultivars", "lots", "readings", "soil", "invitations" })
            Assert.Equal(
                (path, HttpStatusCode.NotFound),
                (path, (await house.Client.DeleteAsync(house.Path($"{path}/{Guid.CreateVersion7()}"))).StatusCode)
            );
    }

    [Fact]
    public async Task A_packet_that_is_not_there_is_refused_when_it_is_planned_with()
    {
        var input = house.Input();
        input["lotId"] = Guid.CreateVersion7();
        var (status, problem) = await house.PostAsync("plan", input);
        Assert.Equal(422, status);
        Assert.NotNull(House.Sentence(problem, "lotId"));
    }

    [Fact]
    public async Task Whether_half_are_up_is_asked_of_the_germination_that_is_kept()
    {
        // 24 of 80 up: at a germination of 85 % that is not half yet, at 50 % it is.
        var input = house.Input();
        var batch = await house.KeepAsync(input);
        await house.LogAsync(batch, house.Sown(80, "2026-01-15"));
        await house.LogAsync(batch, house.Up(24, "2026-01-28"));
        var changed = (JsonObject)input.DeepClone();
        changed["germination"] = 0.5;
        var (_, shown) = await house.PostAsync($"batches/{batch}/plan", changed.DeepClone());
        var version = (int)(await house.GetAsync($"batches/{batch}"))["version"]!;
        var (status, body) = await house.PutAsync(
            $"batches/{batch}",
            new JsonObject
            {
                ["version"] = version,
                ["input"] = changed,
                ["shown"] = (string)shown["version"]!,
            }
        );
        Assert.True(status == 204, body.ToJsonString());
        var kept = await DaysAsync(batch);
        Assert.Equal("2026-01-28", (string?)(await StepAsync(batch, "emerge"))["doneOn"]);
        // A rule that is changed and changed back moves nothing.
        await house.WindToAsync(House.Today);
        Assert.Equal(kept, await DaysAsync(batch));
    }

    private async Task<string> DaysAsync(Guid batch) =>
        string.Join(' ', (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Select(s => (string)s!["mid"]!));

    private async Task<JsonNode> StepAsync(Guid batch, string stage) =>
        (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == stage)!;

    private Task<(int Status, JsonNode Body)> SendAsync(string method, string path, JsonObject body) =>
        method == "POST" ? house.PostAsync(path, body.DeepClone()) : house.PutAsync(path, body.DeepClone());

    private async Task<(Guid Batch, JsonObject Done)> ToSowAsync()
    {
        var batch = await house.KeepAsync(house.Input());
        return (
            batch,
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = "2026-02-01",
                ["count"] = 72,
            }
        );
    }

    private async Task<(Guid Batch, JsonObject Done)> PrickOutAsync(int leave)
    {
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(on: "2026-01-05"));
        await house.LogAsync(batch, house.Up(60, "2026-01-20"));
        return (
            batch,
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = "2026-02-01",
                ["count"] = 60 - leave,
                ["from"] = house.Group(house.Mat),
                ["rest"] = leave > 0 ? "snipped" : "stays",
            }
        );
    }

    private async Task<int> StandingAsync(Guid batch) => (int)(await house.GetAsync($"batches/{batch}"))["standing"]!;

    private async Task<int> SownAsync(Guid batch) => (int)(await house.GetAsync($"batches/{batch}"))["seedsSown"]!;
}
