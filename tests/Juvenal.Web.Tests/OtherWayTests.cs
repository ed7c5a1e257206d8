using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What was done otherwise than the card has it: on another day, part of them, to another place, into another pot.</summary>
public class OtherWayTests(House house) : IClassFixture<House>
{
    private readonly Guid _big = Guid.CreateVersion7();

    private async Task<Guid> UpAsync(int plants = 60)
    {
        var (status, _) = await house.PutAsync(
            "containers",
            new JsonObject
            {
                ["id"] = _big,
                ["version"] = 0,
                ["name"] = $"13 cm pot {_big}",
                ["litres"] = 1,
                ["cells"] = null,
                ["final"] = false,
                ["form"] = "pot",
                ["rowCells"] = null,
            }
        );
        Assert.InRange(status, 200, 204);
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(plants, "2026-01-12"));
        return batch;
    }

    private async Task<(int Status, JsonNode Body)> DoneAsync(Guid batch, string step, int count, JsonObject? to, string on = "2026-02-01")
    {
        var page = await house.GetAsync($"batches/{batch}");
        var group = page["groups"]!.AsArray().MaxBy(g => (int)g!["seedlings"]!)!;
        return await house.PostAsync(
            $"batches/{batch}/steps/{House.Step(batch, step)}/done",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = on,
                ["count"] = count,
                ["group"] = (Guid)group["id"]!,
                ["from"] = new JsonObject { ["containerId"] = (Guid?)group["containerId"], ["placeId"] = (Guid)group["placeId"]! },
                ["to"] = to,
            }
        );
    }

    private static JsonObject In(Guid? pot, Guid place) => new() { ["containerId"] = pot, ["placeId"] = place };

    [Fact]
    public async Task Part_of_them_goes_into_bigger_pots_elsewhere_and_is_never_asked_back_into_smaller_ones()
    {
        var batch = await UpAsync();
        Assert.Equal(200, (await DoneAsync(batch, "prick-out", 20, In(_big, house.Lamps), "2026-01-31")).Status);

        var page = await house.GetAsync($"batches/{batch}");
        var groups = page["groups"]!.AsArray().ToDictionary(g => (int)g!["seedlings"]!, g => g!);
        Assert.Equal([20, 40], groups.Keys.Order());
        Assert.Equal((_big, house.Lamps), ((Guid)groups[20]["containerId"]!, (Guid)groups[20]["placeId"]!));
        Assert.Equal("20 of 60", (string?)page["steps"]!.AsArray().Single(s => (string)s!["step"]!["kind"]! == "move")!["progress"]);
        var round = (await house.GetAsync("round"))["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()).ToList();
        var own = round.Where(t => (Guid)t!["batchId"]! == batch).ToList();
        Assert.DoesNotContain(own, t => (Guid?)t!["group"] == (Guid)groups[20]["id"]! && (string)t["step"]!["kind"]! == "move");
        Assert.Contains(own, t => (Guid?)t!["group"] == (Guid)groups[40]["id"]! && (string)t["step"]!["kind"]! == "move");
        // Nothing was lost on the way, and the day is the one that was said.
        Assert.Equal(60, (int)page["standing"]!);
        Assert.Contains(page["ledger"]!.AsArray(), e => (string)e!["happenedOn"]! == "2026-01-31" && (int)e["seedlings"]! == 20);
    }

    [Fact]
    public async Task Another_place_does_the_step_that_was_planned()
    {
        var batch = await UpAsync();
        Assert.Equal(200, (await DoneAsync(batch, "prick-out", 60, In(house.Pot, house.Lamps), "2026-01-30")).Status);
        var step = (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => (string)s!["step"]!["kind"]! == "move")!;
        Assert.Equal(("2026-01-30", false), ((string)step["doneOn"]!, (bool)step["skipped"]!));
    }

    [Fact]
    public async Task What_cannot_be_another_way_is_said_at_its_field()
    {
        var batch = await UpAsync();
        foreach (
            var (step, to, on, field) in new[]
            {
                ("prick-out", In(house.Pot, house.Bed), "2026-02-01", "to.placeId"),
                ("prick-out", In(null, house.Lamps), "2026-02-01", "to.containerId"),
                ("prick-out", In(Guid.CreateVersion7(), house.Lamps), "2026-02-01", "to.containerId"),
                ("prick-out", In(house.Pot, Guid.CreateVersion7()), "2026-02-01", "to.placeId"),
                // Before they were up, there were none to move.
                ("prick-out", In(house.Pot, house.Lamps), "2026-01-11", "seedlings"),
                ("prick-out", In(house.Pot, house.Lamps), "2026-02-02", "happenedOn"),
            }
        )
        {
            var (status, problem) = await DoneAsync(batch, step, 20, to, on);
            Assert.True((status, House.Sentence(problem, field) is not null) == (422, true), $"{to} {on}: {problem}");
        }

        Assert.Equal(60, (int)(await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray().Single()!["seedlings"]!);
    }

    [Fact]
    public async Task Sown_a_week_ago_somewhere_else_it_was_sown_then_and_there()
    {
        var batch = await house.KeepAsync(house.Input());
        var said = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["extraId"] = Guid.CreateVersion7(),
            ["happenedOn"] = "2026-01-25",
            ["count"] = 70,
            ["to"] = In(house.Tray, house.Lamps),
        };
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "sow")}/done", said)).Status);
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal("2026-01-25", (string)page["steps"]![0]!["doneOn"]!);
        Assert.Equal(house.Lamps, (Guid)page["groups"]!.AsArray().Single()!["placeId"]!);

        var other = await house.KeepAsync(house.Input());
        said["id"] = Guid.CreateVersion7();
        said["to"] = In(house.Pot, house.Lamps);
        var (status, problem) = await house.PostAsync($"batches/{other}/steps/{House.Step(other, "sow")}/done", said);
        Assert.Equal((422, true), (status, House.Sentence(problem, "to.containerId") is not null));
    }

    /// <summary>Carried to a cooler place for good, they are held back there; for a night no plan moves.</summary>
    [Fact]
    public async Task Plants_that_stand_elsewhere_grow_by_the_warmth_of_where_they_stand()
    {
        await house.WindToAsync(House.Today);
        var (stays, goes) = (await house.KeepAsync(house.Input()), await house.KeepAsync(house.Input()));
        foreach (var batch in new[] { stays, goes })
        {
            await house.LogAsync(batch, house.Sown(72, "2026-01-22"));
            await house.LogAsync(batch, house.Up(60, "2026-01-31"));
        }

        var group = (await house.GetAsync($"batches/{goes}"))["groups"]![0]!;
        var carried = new JsonObject
        {
            ["kind"] = "moved",
            ["happenedOn"] = "2026-02-01",
            ["from"] = new JsonObject { ["containerId"] = (string?)group["containerId"], ["placeId"] = (string)group["placeId"]! },
            ["to"] = new JsonObject { ["containerId"] = (string?)group["containerId"], ["placeId"] = house.Glass },
            ["group"] = (string)group["id"]!,
            ["seedlings"] = 60,
            ["containers"] = (int)group["containers"]!,
            ["containersTo"] = (int)group["containers"]!,
        };
        var (status, body) = await house.LogAsync(goes, carried);
        Assert.True(status == 200, body.ToJsonString());
        Assert.Equal(await PricksAsync(stays), await PricksAsync(goes));
        await house.WindToAsync(new(2026, 2, 2));
        Assert.Equal(await PricksAsync(stays), await PricksAsync(goes));
        await house.WindToAsync(new(2026, 2, 3));
        var held = await PricksAsync(goes);
        Assert.True(string.CompareOrdinal(held, await PricksAsync(stays)) > 0, held);
        var why = (await house.GetAsync($"batches/{goes}/steps/{House.Step(goes, "prick-out")}/why")).ToJsonString();
        Assert.Contains("in Glass", why, StringComparison.Ordinal);
        await house.WindToAsync(House.Today);

        async Task<string> PricksAsync(Guid batch) =>
            (string)
                (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "prick-out")!["mid"]!;
    }
}
