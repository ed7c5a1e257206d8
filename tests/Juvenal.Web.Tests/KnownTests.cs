using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>What is not known for certain, what is hard to believe, and plants that nobody is sure of.</summary>
public class KnownTests(House house) : IClassFixture<House>
{
    private async Task<(Guid Batch, Guid Group)> UpAsync(int up = 60, string on = "2026-01-27")
    {
        var batch = await house.KeepAsync(house.Input(up));
        await house.LogAsync(batch, house.Sown(100));
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(up, on))).Status);
        return (batch, (Guid)(await PageAsync(batch))["groups"]![0]!["id"]!);
    }

    private Task<JsonNode> PageAsync(Guid batch) => house.GetAsync($"batches/{batch}");

    private JsonObject Potted(Guid group, int plants, string on = "2026-01-30", Guid? id = null) =>
        new()
        {
            ["id"] = id ?? Guid.CreateVersion7(),
            ["kind"] = "moved",
            ["group"] = group,
            ["from"] = house.Group(house.Mat),
            ["to"] = house.Group(house.Glass, pot: true),
            ["seedlings"] = plants,
            ["happenedOn"] = on,
        };

    private static JsonNode StepOf(JsonNode page, string kind) =>
        page["steps"]!.AsArray().First(s => (string)s!["step"]!["kind"]! == kind)!;

    private static int Width(JsonNode step) =>
        DateOnly.Parse((string)step["high"]!).DayNumber - DateOnly.Parse((string)step["low"]!).DayNumber;

    [Fact]
    public async Task About_a_day_widens_what_follows_and_goes_when_the_day_is_put_right()
    {
        var (sure, _) = await UpAsync();
        var batch = await house.KeepAsync(house.Input(60));
        await house.LogAsync(batch, house.Sown(100));
        var up = house.Up(60, "2026-01-27");
        up["about"] = 10;
        var id = Guid.CreateVersion7();
        up["id"] = id;
        Assert.Equal(200, (await house.LogAsync(batch, up)).Status);
        var (certain, about) = (await PageAsync(sure), await PageAsync(batch));
        Assert.Equal((0, 20), (Width(StepOf(certain, "up")), Width(StepOf(about, "up"))));
        Assert.Equal("2026-01-17", (string)StepOf(about, "up")["low"]!);
        Assert.True(Width(StepOf(about, "move")) > Width(StepOf(certain, "move")) + 6);
        Assert.Equal((string)StepOf(certain, "move")["mid"]!, (string)StepOf(about, "move")["mid"]!);
        Assert.Contains(
            StepOf(about, "move")["spread"]!.AsArray(),
            s => ((string)s!["source"]!).Contains("about", StringComparison.Ordinal)
        );
        // A rule that moves plans does not forget it.
        Assert.Equal(200, (await house.PutAsync("rules", await RulesAsync())).Status);
        Assert.Equal(20, Width(StepOf(await PageAsync(batch), "up")));

        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "corrected",
                ["corrects"] = id,
                ["seedlings"] = 60,
                ["newDay"] = "2026-01-26",
            }
        );
        Assert.Equal(0, Width(StepOf(await PageAsync(batch), "up")));
    }

    private async Task<JsonNode> RulesAsync()
    {
        var now = await house.GetAsync("rules");
        var rules = (JsonObject)now["rules"]!.DeepClone();
        rules["hardeningDays"] = 14;
        return new JsonObject { ["version"] = (int)now["version"]!, ["rules"] = rules };
    }

    [Fact]
    public async Task A_day_is_off_by_three_or_ten_and_nothing_else()
    {
        var batch = await house.KeepAsync(house.Input(60));
        var sown = house.Sown(100);
        sown["about"] = 5;
        var (status, body) = await house.LogAsync(batch, sown);
        Assert.Equal((422, "From 3 to 10; 5 was given."), (status, House.Sentence(body, "about")));
    }

    [Fact]
    public async Task Seedlings_up_on_the_day_of_sowing_are_asked_and_taken_when_it_is_so()
    {
        var batch = await house.KeepAsync(house.Input(60));
        await house.LogAsync(batch, house.Sown(100, "2026-02-01"));
        var up = house.Up(18, "2026-02-01");
        (up["sure"], up["id"]) = (new JsonArray(), Guid.CreateVersion7());
        var (status, body) = await house.LogAsync(batch, up);
        Assert.Equal(422, status);
        Assert.Equal(["up-early"], body["doubts"]!.AsArray().Select(d => (string)d!));
        Assert.StartsWith("18 up on the day they were sown?", House.Sentence(body, "seedlings")!, StringComparison.Ordinal);
        Assert.Equal(0, (int)(await PageAsync(batch))["emerged"]!);

        up["sure"] = new JsonArray("up-early");
        Assert.Equal(200, (await house.LogAsync(batch, up)).Status);
        var page = await PageAsync(batch);
        Assert.Equal(18, (int)page["emerged"]!);
        Assert.True((bool)page["ledger"]!.AsArray().Single(e => (string)e!["kind"]! == "emerged")!["sure"]!);
        // What was answered for one thing says nothing of another.
        var (other, doubt) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "moved",
                ["from"] = house.Group(house.Mat),
                ["to"] = house.Group(house.Bed, bed: true),
                ["seedlings"] = 10,
                ["sure"] = new JsonArray("up-early"),
            }
        );
        Assert.Equal((422, "planted-tender"), (other, (string)doubt["doubts"]![0]!));
        Assert.Contains("of 100 years", House.Sentence(doubt, "to")!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Plants_go_out_unasked_when_they_are_hardened_or_no_frost_is_to_come()
    {
        var (batch, group) = await UpAsync();
        var moved = Potted(group, 60);
        await house.LogAsync(batch, moved);
        var harden = new JsonObject
        {
            ["kind"] = "moved",
            ["stage"] = "harden",
            ["from"] = house.Group(house.Glass, pot: true),
            ["to"] = house.Group(house.Stand, pot: true),
            ["seedlings"] = 60,
        };
        Assert.Equal(200, (await house.LogAsync(batch, harden)).Status);
        var (status, _) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "moved",
                ["from"] = house.Group(house.Stand, pot: true),
                ["to"] = house.Group(house.Bed, bed: true),
                ["seedlings"] = 60,
                ["sure"] = new JsonArray(),
            }
        );
        Assert.Equal(200, status);
    }

    [Fact]
    public async Task More_than_the_cells_hold_cannot_be()
    {
        var batch = await house.KeepAsync(house.Input(60));
        var sown = house.Sown(36);
        sown["containers"] = 18;
        await house.LogAsync(batch, sown);
        // Fourteen cells are thrown out, blank.
        await house.LogAsync(batch, house.Up(1, "2026-01-27"));
        var (gone, why) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "lost",
                ["from"] = house.Group(house.Mat),
                ["seedlings"] = 0,
                ["containers"] = 14,
                ["reason"] = "slug",
                ["happenedOn"] = "2026-01-28",
            }
        );
        Assert.True(gone == 200, why.ToJsonString());
        var (status, body) = await house.LogAsync(batch, house.Up(16, "2026-01-29"));
        Assert.Equal((422, "16 in 4 cells of 2: 8 at most, with those that were lost."), (status, House.Sentence(body, "seedlings")));
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(8, "2026-01-29"))).Status);
    }

    [Fact]
    public async Task Fifty_litres_a_cell_is_asked_once()
    {
        var tray = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["version"] = 0,
            ["name"] = "Great tray",
            ["litres"] = 50,
            ["cells"] = 24,
            ["final"] = false,
            ["form"] = "tray",
            ["rowCells"] = null,
        };
        var (status, body) = await house.PutAsync("containers", tray.DeepClone());
        Assert.Equal((422, "cell-so-large"), (status, (string)body["doubts"]![0]!));
        Assert.StartsWith("50 L in each of 24 cells?", House.Sentence(body, "litres")!, StringComparison.Ordinal);
        Assert.Equal(204, (await house.PutAsync("containers?sure=true", tray.DeepClone())).Status);
        // It was answered: another name is not another question, other litres are.
        (tray["version"], tray["name"]) = (1, "Raised box");
        Assert.Equal(204, (await house.PutAsync("containers", tray.DeepClone())).Status);
        (tray["version"], tray["litres"]) = (2, 40);
        Assert.Equal(422, (await house.PutAsync("containers", tray.DeepClone())).Status);
    }

    [Fact]
    public async Task Pots_are_set_apart_and_nothing_else_changes()
    {
        var (batch, group) = await UpAsync();
        await house.LogAsync(batch, Potted(group, 60));
        var before = (await PageAsync(batch))["groups"]![0]!;
        foreach (var (cm, wanted) in new[] { (20.0, 200), (0.0, 422), (301.0, 422) })
        {
            var (status, body) = await house.LogAsync(
                batch,
                new JsonObject
                {
                    ["kind"] = "spaced",
                    ["group"] = (Guid)before["id"]!,
                    ["from"] = house.Group(house.Glass, pot: true),
                    ["spacedCm"] = cm,
                }
            );
            Assert.Equal(wanted, status);
            if (status == 422)
                Assert.NotNull(House.Sentence(body, "said.cm"));
        }

        var after = (await PageAsync(batch))["groups"]![0]!;
        Assert.Equal(20.0, (double)after["spacedCm"]!);
        Assert.Equal(
            ((int)before["seedlings"]!, (int)before["containers"]!, (string)before["state"]!),
            ((int)after["seedlings"]!, (int)after["containers"]!, (string)after["state"]!)
        );
    }

    [Fact]
    public async Task Groups_are_set_together_only_where_they_are_alike_and_it_is_said_what_differs()
    {
        var (batch, group) = await UpAsync();
        var (first, second) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await house.LogAsync(batch, Potted(group, 20, "2026-01-28", first));
        // A week later is another group: too far apart for one sitting.
        await house.WindToAsync(new(2026, 2, 10));
        await house.LogAsync(batch, Potted(group, 20, "2026-02-09", second));
        await house.WindToAsync(new(2026, 2, 1));
        Assert.Equal(3, (await PageAsync(batch))["groups"]!.AsArray().Count);
        JsonObject Join(Guid who, Guid with) =>
            new()
            {
                ["kind"] = "together",
                ["group"] = who,
                ["from"] = house.Group(house.Glass, pot: true),
                ["with"] = with,
                ["happenedOn"] = "2026-02-10",
            };

        await house.WindToAsync(new(2026, 2, 10));
        var (odd, body) = await house.LogAsync(batch, Join(second, group));
        Assert.Equal(
            (
                422,
                "They stay two lines: they stand in two places, they stand in two kinds of pots, some have done a step that the others have not."
            ),
            (odd, House.Sentence(body, "said.with"))
        );
        var undo = Join(second, first);
        Assert.Equal(200, (await house.LogAsync(batch, undo)).Status);
        var page = await PageAsync(batch);
        var joined = page["groups"]!.AsArray().Single(g => (Guid)g!["id"]! == first)!;
        // In the pot as long as the older.
        Assert.Equal((40, 40), ((int)joined["seedlings"]!, (int)joined["containers"]!));
        Assert.Contains("28 Jan", (string)joined["state"]!, StringComparison.Ordinal);
        // The name of the one that went into it goes on meaning it.
        var (lost, _) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "lost",
                ["group"] = second,
                ["from"] = house.Group(house.Glass, pot: true),
                ["seedlings"] = 30,
                ["reason"] = "slug",
                ["happenedOn"] = "2026-02-10",
            }
        );
        Assert.Equal(200, lost);
        // Thirty are lost of forty: apart again, they would be too many for one of them.
        var (status, rests) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "undo",
                ["corrects"] = (Guid)undo["id"]!,
                ["happenedOn"] = "2026-02-10",
            }
        );
        Assert.Equal(409, status);
        Assert.Contains("Lost", rests.ToJsonString(), StringComparison.OrdinalIgnoreCase);
        await house.WindToAsync(new(2026, 2, 1));
    }

    [Fact]
    public async Task Mixed_labels_are_one_of_two_until_somebody_looks_and_then_the_plants_go_over()
    {
        var ((one, oneGroup), (two, twoGroup)) = (await UpAsync(40), await UpAsync(30));
        await house.LogAsync(one, Potted(oneGroup, 40));
        await house.LogAsync(two, Potted(twoGroup, 30));
        var (a, b) = ((await PageAsync(one))["groups"]![0]!, (await PageAsync(two))["groups"]![0]!);
        var codes = new[] { (string)(await PageAsync(one))["code"]!, (string)(await PageAsync(two))["code"]! };
        var mixed = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["on"] = "2026-01-31",
            ["groups"] = new JsonArray(
                new JsonObject { ["batch"] = one, ["group"] = (Guid)a["id"]! },
                new JsonObject { ["batch"] = two, ["group"] = (Guid)b["id"]! }
            ),
        };
        Assert.Equal(200, (await house.PostAsync("identity/mixed", mixed)).Status);
        // Sent again it has no second effect.
        Assert.Equal(200, (await house.PostAsync("identity/mixed", mixed.DeepClone())).Status);
        foreach (var batch in new[] { one, two })
        {
            var group = (await PageAsync(batch))["groups"]!.AsArray().Single()!;
            Assert.Equal(codes, group["oneOf"]!.AsArray().Select(o => (string)o!["code"]!));
        }

        // Sold by a name that may be wrong: it is asked.
        var sale = new JsonObject
        {
            ["kind"] = "out",
            ["group"] = (Guid)a["id"]!,
            ["from"] = house.Group(house.Glass, pot: true),
            ["seedlings"] = 2,
            ["out"] = new JsonObject { ["way"] = "sold" },
            ["sure"] = new JsonArray(),
        };
        var (asked, doubt) = await house.LogAsync(one, sale);
        Assert.Equal((422, "sold-unsure"), (asked, (string)doubt["doubts"]![0]!));

        // The flowers tell: those counted under the first are of the second.
        var told = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["on"] = "2026-02-01",
            ["batch"] = one,
            ["group"] = (Guid)a["id"]!,
            ["really"] = two,
        };
        Assert.Equal(200, (await house.PostAsync("identity/told", told)).Status);
        Assert.Equal((0, 70), ((int)(await PageAsync(one))["standing"]!, (int)(await PageAsync(two))["standing"]!));
        // They are none of its seeds: as many of those came up as before.
        Assert.Equal((40, 30), ((int)(await PageAsync(one))["emerged"]!, (int)(await PageAsync(two))["emerged"]!));
        var over = (await PageAsync(two))["groups"]!.AsArray().Single(g => g!["oneOf"] is null)!;
        Assert.Equal((40, 40, "move"), ((int)over["seedlings"]!, (int)over["containers"]!, (string)over["reached"]!["kind"]!));
        Assert.Contains("30 Jan", (string)over["state"]!, StringComparison.Ordinal);

        // Undone, it is undone in both.
        var act = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["on"] = "2026-02-01",
            ["entries"] = new JsonArray(),
            ["corrects"] = (Guid)told["id"]!,
        };
        Assert.Equal(200, (await house.PostAsync("acts", act)).Status);
        Assert.Equal((40, 30), ((int)(await PageAsync(one))["standing"]!, (int)(await PageAsync(two))["standing"]!));
        // And told right: each is its own.
        told["id"] = Guid.CreateVersion7();
        told["really"] = one;
        Assert.Equal(200, (await house.PostAsync("identity/told", told)).Status);
        Assert.Null((await PageAsync(one))["groups"]![0]!["oneOf"]);
        Assert.NotNull((await PageAsync(two))["groups"]![0]!["oneOf"]);
    }

    [Fact]
    public async Task What_cannot_be_mixed_or_told_is_refused_and_nothing_is_lost()
    {
        var (one, group) = await UpAsync(40);
        var unsown = await house.KeepAsync(house.Input(20));
        var (missing, _) = await house.PostAsync(
            "identity/mixed",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["on"] = "2026-01-31",
                ["groups"] = new JsonArray(
                    new JsonObject { ["batch"] = one, ["group"] = group },
                    new JsonObject { ["batch"] = Guid.CreateVersion7(), ["group"] = group }
                ),
            }
        );
        Assert.Equal(404, missing);
        var (none, _) = await house.PostAsync(
            "identity/mixed",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["on"] = "2026-01-31",
                ["groups"] = new JsonArray(),
            }
        );
        Assert.Equal(422, none);
        var (early, body) = await house.PostAsync(
            "identity/told",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["on"] = "2026-01-31",
                ["batch"] = one,
                ["group"] = group,
                ["really"] = unsown,
            }
        );
        Assert.Equal(422, early);
        Assert.EndsWith("has nothing growing: choose another.", House.Sentence(body, "batch")!, StringComparison.Ordinal);
        Assert.Equal(40, (int)(await PageAsync(one))["standing"]!);
    }
}
