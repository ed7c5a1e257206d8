using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Paths that few batches take: held after hardening, in two places by day and night, cut from a mother, bought grafted.</summary>
public class PathTests(House house) : IClassFixture<House>
{
    private Task<JsonNode> PageAsync(Guid batch) => house.GetAsync($"batches/{batch}");

    private static JsonNode StepOf(JsonNode page, string kind) =>
        page["steps"]!.AsArray().Single(s => (string)s!["step"]!["kind"]! == kind)!;

    private static DateOnly Mid(JsonNode page, string kind) => DateOnly.Parse((string)StepOf(page, kind)["mid"]!);

    private JsonObject Held(int days = 28)
    {
        var input = house.Input();
        input["hold"] = new JsonObject { ["placeId"] = house.Porch, ["days"] = days };
        return input;
    }

    private JsonObject Carried(JsonNode group, Guid from, Guid to, string step, string on) =>
        new()
        {
            ["kind"] = "moved",
            ["group"] = (Guid)group["id"]!,
            ["stage"] = step,
            ["from"] = house.Group(from, pot: true),
            ["to"] = house.Group(to, pot: true),
            ["seedlings"] = (int)group["seedlings"]!,
            ["happenedOn"] = on,
        };

    [Fact]
    public async Task Plants_are_hardened_then_held_in_the_cool_house_then_planted_and_the_round_asks_for_each()
    {
        var batch = await house.KeepAsync(Held());
        var page = await PageAsync(batch);
        Assert.Equal(28, Mid(page, "plant-out").DayNumber - Mid(page, "hold").DayNumber);
        Assert.Equal((house.Porch, 28), ((Guid)page["input"]!["hold"]!["placeId"]!, (int)page["input"]!["hold"]!["days"]!));

        await house.LogAsync(batch, house.Sown(72, "2025-11-20"));
        await house.LogAsync(batch, house.Up(60, "2025-11-30"));
        var potted = new JsonObject
        {
            ["kind"] = "moved",
            ["from"] = house.Group(house.Mat),
            ["to"] = house.Group(house.Glass, pot: true),
            ["seedlings"] = 60,
            ["happenedOn"] = "2025-12-20",
        };
        Assert.Equal(200, (await house.LogAsync(batch, potted)).Status);
        var group = (await PageAsync(batch))["groups"]![0]!;
        Assert.Equal(200, (await house.LogAsync(batch, Carried(group, house.Glass, house.Stand, "harden", "2026-01-10"))).Status);
        page = await PageAsync(batch);
        Assert.Equal("Keep cool", (string)page["next"]!["title"]!);
        group = page["groups"]![0]!;
        Assert.Equal(200, (await house.LogAsync(batch, Carried(group, house.Stand, house.Porch, "hold", "2026-01-20"))).Status);
        page = await PageAsync(batch);
        Assert.Equal(("2026-01-20", "Plant out"), ((string)StepOf(page, "hold")["doneOn"]!, (string)page["next"]!["title"]!));
        // Held or not, they have been hardened since then, and stand in that pot since then.
        Assert.Equal("in this pot since Sat 20 Dec, hardening off since Sat 10 Jan", (string)page["groups"]![0]!["state"]!);

        // Taken out of the path, what was done of it stays; put in again, it is the same step.
        var version = (int)page["version"]!;
        var without = house.Input();
        Assert.Equal(204, await ChangeAsync(batch, version, without));
        Assert.Equal("Plant out", (string)(await PageAsync(batch))["next"]!["title"]!);
        Assert.Equal(204, await ChangeAsync(batch, version + 1, Held(14)));
        Assert.Equal("2026-01-20", (string)StepOf(await PageAsync(batch), "hold")["doneOn"]!);
    }

    private async Task<int> ChangeAsync(Guid batch, int version, JsonObject input)
    {
        var (_, plan) = await house.PostAsync($"batches/{batch}/plan", input.DeepClone());
        var change = new JsonObject
        {
            ["version"] = version,
            ["input"] = input,
            ["shown"] = (string)plan["version"]!,
        };
        var (status, body) = await house.PutAsync($"batches/{batch}", change);
        Assert.True(status == 204, body.ToJsonString());
        return status;
    }

    [Fact]
    public async Task Nobody_holds_plants_in_a_bed_or_for_half_a_year()
    {
        var (status, body) = await house.PostAsync("plan", Held(121));
        Assert.Equal((422, "From 1 to 120; 121 was given."), (status, House.Sentence(body, "path.hold.days")));
        var bed = Held();
        bed["hold"]!["placeId"] = house.Bed;
        (status, body) = await house.PostAsync("plan", bed);
        Assert.Equal(422, status);
        Assert.StartsWith("Bed has no day and night temperature", House.Sentence(body, "path.hold.place")!, StringComparison.Ordinal);
    }

    private async Task<Guid> PairAsync(Guid day, Guid night, string name)
    {
        var id = Guid.CreateVersion7();
        var (status, body) = await house.PutAsync("places", Pair(id, day, night, name));
        Assert.True(status == 204, body.ToJsonString());
        return id;
    }

    private static JsonObject Pair(Guid id, Guid? day, Guid? night, string name) =>
        new()
        {
            ["id"] = id,
            ["version"] = 0,
            ["name"] = name,
            ["kind"] = "pair",
            ["walkOrder"] = 50,
            ["dayC"] = null,
            ["nightC"] = null,
            ["soilC"] = null,
            ["dayPlaceId"] = day,
            ["nightPlaceId"] = night,
        };

    [Fact]
    public async Task By_day_here_and_by_night_there_is_one_place_with_the_warmth_of_each()
    {
        // By day in the glasshouse (20 °C), by night on the lamp rack (18 °C): warmer than the glasshouse alone (20 and 15).
        var pair = await PairAsync(house.Glass, house.Lamps, "Glass by day, lamps by night");
        var row = (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == pair)!;
        Assert.Equal((20.0, 18.0), ((double)row["dayC"]!, (double)row["nightC"]!));
        var input = house.Input();
        input["moves"]![0]!["placeId"] = pair;
        var (both, alone) = (await PageAsync(await house.KeepAsync(input)), await PageAsync(await house.KeepAsync(house.Input())));
        Assert.True(Mid(both, "move").DayNumber > Mid(alone, "move").DayNumber, "it grows faster: it is pricked out later");
        Assert.Equal("Glass by day, lamps by night", (string)StepOf(both, "move")["place"]!);

        // What is warmer by day makes the pair warmer, and its plans follow.
        var glass = (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == house.Glass)!.DeepClone();
        glass["dayC"] = 26;
        Assert.Equal(204, (await house.PutAsync("places", glass)).Status);
        row = (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == pair)!;
        Assert.Equal(26.0, (double)row["dayC"]!);
        glass["version"] = (int)glass["version"]! + 1;
        glass["dayC"] = 20;
        Assert.Equal(204, (await house.PutAsync("places", glass)).Status);
        // In use twice over, neither of the two can be removed.
        Assert.Equal(409, (int)(await house.Client.DeleteAsync(house.Path($"places/{house.Lamps}"))).StatusCode);
    }

    [Fact]
    public async Task A_pair_is_two_growing_places_and_no_pair_of_pairs()
    {
        var pair = await PairAsync(house.Stand, house.Glass, "Out by day, in by night");
        foreach (
            var (day, night, field) in new (Guid?, Guid?, string)[]
            {
                (house.Glass, null, "nightPlaceId"),
                (house.Bed, house.Glass, "dayPlaceId"),
                (house.Glass, house.Glass, "nightPlaceId"),
                (pair, house.Glass, "dayPlaceId"),
            }
        )
        {
            var (status, body) = await house.PutAsync("places", Pair(Guid.CreateVersion7(), day, night, $"Odd {field} {day}"));
            Assert.Equal(422, status);
            Assert.NotNull(House.Sentence(body, field));
        }

        // What is part of a pair does not become a bed.
        var stand = (await house.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == house.Stand)!.DeepClone();
        stand["kind"] = "open-bed";
        var (refused, why) = await house.PutAsync("places", stand);
        Assert.Equal(
            (422, "It is part of Out by day, in by night: it stays a place of its own, with its warmth."),
            (refused, House.Sentence(why, "kind"))
        );
    }

    private async Task<JsonObject> ShootsAsync(Guid mother)
    {
        var input = house.Input(10);
        input["start"] = new JsonObject
        {
            ["kind"] = "cuttings",
            ["leaves"] = 3,
            ["motherId"] = mother,
        };
        await Task.CompletedTask;
        return input;
    }

    [Fact]
    public async Task Side_shoots_ask_their_mother_and_are_not_cut_before_she_has_any()
    {
        var mother = await house.KeepAsync(house.Input());
        await house.LogAsync(mother, house.Sown(72, "2026-01-25"));
        var input = await ShootsAsync(mother);
        // The grower would have them now; their mother has eight leaves in spring only.
        input["locks"] = new JsonObject { ["plantOut"] = "2026-04-01" };
        var batch = await house.KeepAsync(input);
        var page = await PageAsync(batch);
        var mothers = await PageAsync(mother);
        var cut = Mid(page, "begin");
        var eight = mothers["steps"]!.AsArray().First(s => (double?)s!["leaves"] >= 8)!;
        Assert.True(cut > DateOnly.Parse("2026-03-01") && cut <= DateOnly.Parse((string)eight["mid"]!), $"{cut}");
        Assert.Contains("Their mother has 8 leaves", StepOf(page, "begin")["why"]!.ToJsonString(), StringComparison.Ordinal);

        var sown = new JsonObject
        {
            ["kind"] = "sown",
            ["to"] = house.Group(house.Mat),
            ["seeds"] = 10,
            ["containers"] = 10,
            ["happenedOn"] = "2026-02-01",
            ["sure"] = new JsonArray(),
        };
        var (status, body) = await house.LogAsync(batch, sown);
        Assert.Equal((422, "mother-young"), (status, (string)body["doubts"]![0]!));
        sown["sure"] = new JsonArray("mother-young");
        Assert.Equal(200, (await house.LogAsync(batch, sown)).Status);
    }

    [Fact]
    public async Task A_mother_is_a_batch_of_this_nursery_and_of_cuttings_alone()
    {
        var nobody = await ShootsAsync(Guid.CreateVersion7());
        var (status, body) = await house.PostAsync("plan", nobody);
        Assert.Equal(422, status);
        Assert.NotNull(House.Sentence(body, "start.motherId"));
        var mother = await house.KeepAsync(house.Input());
        var bought = await ShootsAsync(mother);
        bought["start"]!["kind"] = "plants";
        (status, body) = await house.PostAsync("plan", bought);
        Assert.Equal(422, status);
        Assert.NotNull(House.Sentence(body, "start.motherId"));
    }

    [Fact]
    public async Task Bought_plants_may_be_grafted_and_say_how_they_stood_and_whether_they_flower()
    {
        var input = house.Input(12);
        input["trayId"] = house.Pot;
        input["locks"] = new JsonObject { ["begin"] = "2026-02-01" };
        input["start"] = new JsonObject
        {
            ["kind"] = "plants",
            ["leaves"] = 6,
            ["unionCm"] = 6,
            ["raised"] = "warm",
            ["inFlower"] = true,
        };
        var batch = await house.KeepAsync(input);
        var kept = (await PageAsync(batch))["input"]!["start"]!;
        Assert.Equal((6.0, "warm", true), ((double)kept["unionCm"]!, (string)kept["raised"]!, (bool)kept["inFlower"]!));
        var round = await house.GetAsync("round");
        var card = round["stops"]!
            .AsArray()
            .SelectMany(s => s!["tasks"]!.AsArray())
            .Concat(round["coming"]!.AsArray())
            .Single(t => (Guid)t!["batchId"]! == batch)!;
        var said = card["checks"]!.AsArray().Select(c => (string)c!).ToList();
        Assert.Contains(said, c => c.StartsWith("They stood warm", StringComparison.Ordinal));
        Assert.Contains(said, c => c.StartsWith("In flower", StringComparison.Ordinal));
        Assert.Contains(said, c => c.StartsWith("Union at 6 cm", StringComparison.Ordinal));
    }
}
