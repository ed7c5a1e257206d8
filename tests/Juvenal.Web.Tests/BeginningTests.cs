using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Batches that do not begin with seed; the packet's book; cultivars as CSV.</summary>
public class BeginningTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Bought_plants_come_in_with_their_price_and_stand_at_once()
    {
        var batch = await house.KeepAsync(With("plants", 2, ("priceEach", 0.9)));
        await house.WindToAsync(new(2026, 5, 1));
        var card = Task(await house.GetAsync("round"), batch)!;
        Assert.Equal(("Receive plants", "plants"), ((string)card["title"]!, (string)card["start"]!));
        Assert.Equal(200, (await DoneAsync(batch, "sow", 50)).Status);
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal((50, 50, 45.0), ((int)after["emerged"]!, (int)after["standing"]!, (double)after["bought"]!));
        Assert.DoesNotContain(after["steps"]!.AsArray(), s => House.Did(s!["step"]) == "emerge");
        Assert.Equal("50 came in, Mat", (string)after["ledger"]![0]!["text"]!);
        Assert.Equal("prick-out", House.Did(Task(await house.GetAsync("round"), batch)!["step"]));
        // They never came up here: roots decide, from the day they came.
        var (status, sheet) = await house.PostAsync($"batches/{batch}/moving", new JsonObject { ["leaves"] = 1, ["roots"] = "circling" });
        Assert.Equal((200, "now"), (status, (string)sheet["call"]!));
        // Where nobody looked the sheet says what the card does.
        Assert.Equal("due", (string)Task(await house.GetAsync("round"), batch)!["press"]!);
        Assert.Equal("now", (string)(await house.PostAsync($"batches/{batch}/moving", new JsonObject())).Body["call"]!);
        (status, sheet) = await house.PostAsync($"batches/{batch}/moving", new JsonObject { ["roots"] = "none" });
        Assert.Equal((200, "wait"), (status, (string)sheet["call"]!));
    }

    [Fact]
    public async Task Grafts_use_up_rootstocks_and_scions_and_undoing_gives_them_back()
    {
        await house.WindToAsync(new(2026, 3, 1));
        var (root, scion) = (await StandingAsync(30), await StandingAsync(24));
        var batch = await house.KeepAsync(With("grafts", 3, ("rootstockId", root), ("scionId", scion), ("unionCm", 6)));
        await house.WindToAsync(new(2026, 5, 1));
        var (status, problem) = await DoneAsync(batch, "sow", 26);
        Assert.Equal((422, "24 scions stand: 24 grafts at most."), (status, House.Sentence(problem, "count")));
        // Refused in one batch, it is refused in all.
        Assert.Equal(30, await StandsAsync(root));
        var (done, written) = await DoneAsync(batch, "sow", 20);
        Assert.Equal(200, done);
        Assert.Equal((10, 4), (await StandsAsync(root), await StandsAsync(scion)));
        Assert.Equal(20, (int)(await house.GetAsync($"batches/{root}"))["used"]!);
        // A number in one of the three batches cannot be put right alone.
        var correct = new JsonObject
        {
            ["kind"] = "corrected",
            ["corrects"] = written["entries"]![0]!.DeepClone(),
            ["seeds"] = 18,
            ["containers"] = 18,
            ["happenedOn"] = "2026-05-01",
        };
        Assert.StartsWith("Grafting stands in three batches", House.Sentence((await house.LogAsync(batch, correct)).Body, "corrects"));
        var undone = Guid.CreateVersion7();
        var undo = new JsonObject
        {
            ["id"] = undone,
            ["kind"] = "undo",
            ["corrects"] = written["entries"]![0]!.DeepClone(),
            ["happenedOn"] = "2026-05-01",
        };
        Assert.Equal(200, (await house.LogAsync(batch, (JsonObject)undo.DeepClone())).Status);
        Assert.Equal(200, (await house.LogAsync(batch, undo)).Status);
        Assert.Equal((30, 24), (await StandsAsync(root), await StandsAsync(scion)));
        // Undone whole, and the undoing undone whole.
        var redone = Guid.CreateVersion7();
        Assert.Equal(
            200,
            (
                await house.LogAsync(
                    batch,
                    new JsonObject
                    {
                        ["id"] = redone,
                        ["kind"] = "undo",
                        ["corrects"] = undone,
                        ["happenedOn"] = "2026-05-01",
                    }
                )
            ).Status
        );
        Assert.Equal((10, 4), (await StandsAsync(root), await StandsAsync(scion)));
        Assert.Equal(
            200,
            (
                await house.LogAsync(
                    batch,
                    new JsonObject
                    {
                        ["kind"] = "undo",
                        ["corrects"] = redone,
                        ["happenedOn"] = "2026-05-01",
                    }
                )
            ).Status
        );
        Assert.Equal(
            (30, 24, 0),
            (await StandsAsync(root), await StandsAsync(scion), (int)(await house.GetAsync($"batches/{batch}"))["seedsSown"]!)
        );
    }

    [Theory]
    [InlineData("grafts", "unionCm", "0.5", "start.unionCm", "From 1 to 60; 0.5 was given.")]
    [InlineData("plants", "priceEach", "-1", "start.priceEach", "From 0 to 10,000; -1 was given.")]
    [InlineData("plants", "leaves", "13", "start.leaves", "From 0 to 12; 13 was given.")]
    [InlineData(
        "grafts",
        "rootstockId",
        "\"019c0de0-0000-7000-8000-00000000dead\"",
        "start.rootstockId",
        "Choose one; this one is not there."
    )]
    public async Task A_beginning_that_cannot_be_is_refused_at_its_field(
        string kind,
        string field,
        string value,
        string at,
        string sentence
    )
    {
        var good = With(kind, 2);
        var (_, plan) = await house.PostAsync("plan", good.DeepClone());
        good["start"]![field] = JsonNode.Parse(value);
        var (status, problem) = await house.PostAsync(
            "batches",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["input"] = good,
                ["shown"] = (string)plan["version"]!,
            }
        );
        Assert.Equal((422, sentence), (status, House.Sentence(problem, at)));
    }

    [Fact]
    public async Task A_packet_has_a_book_and_no_more_is_sown_than_it_holds()
    {
        var lot = Guid.CreateVersion7();
        var row = new JsonObject
        {
            ["id"] = lot,
            ["version"] = 0,
            ["cultivarId"] = house.Tomato,
            ["name"] = "Red, gift",
            ["packed"] = 2024,
            ["seeds"] = 60,
            ["grams"] = null,
            ["origin"] = "unknown",
            ["price"] = null,
            ["note"] = null,
        };
        Assert.Equal(204, (await house.PutAsync("lots", row)).Status);
        Assert.Equal(204, (await BookAsync(("kind", "test"), ("seeds", 20), ("up", 18))).Status);
        Assert.Equal(
            "From 0 to 10; 11 was given.",
            House.Sentence((await BookAsync(("kind", "test"), ("seeds", 10), ("up", 11))).Body, "up")
        );
        Assert.Equal(
            "Only 40 seeds are left in the packet: 40 at most. If it holds more, recount it under Seeds.",
            House.Sentence((await BookAsync(("kind", "gone"), ("seeds", 41))).Body, "seeds")
        );
        Assert.Equal(
            "This day has not come yet.",
            House.Sentence((await BookAsync(("kind", "gone"), ("seeds", 1), ("happenedOn", "2027-01-01"))).Body, "happenedOn")
        );
        var tested = await LotAsync();
        // 18 of 20, beside what is assumed of undated tomato seed with the weight of ten: 0.8325.
        Assert.Equal(
            (40, 0.8775, 1),
            ((int)tested["left"]!, Math.Round((double)tested["germination"]!, 6), tested["book"]!.AsArray().Count)
        );

        var input = house.Input(20);
        input["lotId"] = lot;
        var batch = await house.KeepAsync(input);
        var sowing = new JsonObject
        {
            ["kind"] = "sown",
            ["to"] = house.Group(house.Mat),
            ["seeds"] = 45,
            ["containers"] = 45,
        };
        var (status, problem) = await house.LogAsync(batch, (JsonObject)sowing.DeepClone());
        Assert.Equal(
            (422, "Only 40 seeds are left in Red, gift: 40 at most. If it holds more, recount it under Seeds."),
            (status, House.Sentence(problem, "seeds"))
        );
        Assert.Equal(204, (await BookAsync(("kind", "recount"), ("seeds", 50), ("happenedOn", "2026-01-25"))).Status);
        Assert.Equal(200, (await house.LogAsync(batch, sowing)).Status);
        var sown = await LotAsync();
        Assert.Equal((5, 45), ((int)sown["left"]!, (int)sown["sown"]!));
        // Undone in its book, the count of before holds again: 60 less 20 less 45, and never below none.
        var recount = sown["book"]!.AsArray().Single(e => (string)e!["kind"]! == "recount")!;
        Assert.Equal(204, (await BookAsync(("kind", "undo"), ("seeds", 0), ("corrects", (Guid)recount["id"]!))).Status);
        Assert.Equal(0, (int)(await LotAsync())["left"]!);

        Task<(int Status, JsonNode Body)> BookAsync(params (string Name, object Value)[] parts)
        {
            var entry = new JsonObject { ["id"] = Guid.CreateVersion7(), ["happenedOn"] = "2026-01-20" };
            foreach (var (name, value) in parts)
                entry[name] = JsonValue.Create(value);
            return house.PostAsync($"lots/{lot}/entries", entry);
        }

        async Task<JsonNode> LotAsync() => (await house.GetAsync("lots")).AsArray().Single(l => (Guid)l!["lot"]!["id"]! == lot)!;
    }

    [Fact]
    public async Task Cultivars_go_out_as_CSV_and_come_in_again()
    {
        var text =
            "name;daysToRipe;group;tags;origin;note\r\n\"Plum; small\";74;tomato;late blight|leaf mould;hybrid;=1+1\r\nMade-up Red;72;;;;\r\n";
        var (status, look) = await FileAsync(text, keep: false);
        Assert.Equal(200, status);
        Assert.Equal(("Plum; small", "Made-up Red"), ((string)look["new"]![0]!, (string)look["changed"]![0]!));
        Assert.Equal(2, (await house.GetAsync("catalogue"))["cultivars"]!.AsArray().Count);
        Assert.Equal(200, (await FileAsync(text, keep: true)).Status);
        var plum = (await house.GetAsync("catalogue"))["cultivars"]!.AsArray().Single(c => (string)c!["name"]! == "Plum; small")!;
        Assert.Equal(("hybrid", "=1+1", "leaf mould"), ((string)plum["origin"]!, (string)plum["note"]!, (string)plum["tags"]![1]!));

        // Out and in again changes nothing, and a spreadsheet runs no formula of it.
        var csv = await house.Client.GetStringAsync(house.Path("cultivars.csv"));
        Assert.Contains("'=1+1", csv);
        var again = (await FileAsync(csv, keep: false)).Body;
        Assert.Equal((0, 0, 3), (again["new"]!.AsArray().Count, again["changed"]!.AsArray().Count, again["same"]!.AsArray().Count));
    }

    [Fact]
    public async Task A_file_with_far_too_many_lines_is_refused()
    {
        var text = "name,daysToRipe\n" + string.Concat(Enumerable.Range(0, 9000).Select(i => $"C{i},70\n"));
        Assert.Equal("At most 2,000; 2,001 were given.", House.Sentence((await FileAsync(text, keep: true)).Body, "file"));
        Assert.Equal(422, (await FileAsync(new string('x', 300_000), keep: true)).Status);
    }

    [Theory]
    [InlineData(
        "crop,days\nred,70",
        "The first line names the columns: name, crop, group, habit, daysToRipe, origin, tags, note. At least name and daysToRipe are needed."
    )]
    [InlineData("name,daysToRipe\n", "There is no cultivar in it.")]
    [InlineData("name,daysToRipe,habit\nA,70,tall\nB,seventy,tall", "Line 3: daysToRipe “seventy” is no number from 30 to 200.")]
    [InlineData("name,daysToRipe,habit\nA,70,leaning", "Line 2: habit “leaning” is none of dwarf, bush, half-bush, tall.")]
    [InlineData("name,daysToRipe\nA,70\na,80", "Line 3: “a” stands twice.")]
    [InlineData("name,daysToRipe,crop,group\nA,70,pepper,tomato", "Line 2: crop “pepper” and group “tomato” do not go together.")]
    [InlineData(
        "",
        "The first line names the columns: name, crop, group, habit, daysToRipe, origin, tags, note. At least name and daysToRipe are needed."
    )]
    public async Task A_file_that_cannot_be_read_is_refused_by_its_line_and_changes_nothing(string text, string sentence)
    {
        var before = (await house.GetAsync("catalogue"))["cultivars"]!.ToJsonString();
        var (status, problem) = await FileAsync(text, keep: true);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, "file")));
        Assert.Equal(before, (await house.GetAsync("catalogue"))["cultivars"]!.ToJsonString());
    }

    private Task<(int Status, JsonNode Body)> FileAsync(string text, bool keep) =>
        house.PostAsync("cultivars.csv", new JsonObject { ["text"] = text, ["keep"] = keep });

    private JsonObject With(string kind, double leaves, params (string Name, object Value)[] parts)
    {
        var input = house.Input(20);
        var start = new JsonObject { ["kind"] = kind, ["leaves"] = leaves };
        foreach (var (name, value) in parts)
            start[name] = JsonValue.Create(value);
        input["start"] = start;
        return input;
    }

    /// <summary>Seedlings that stand in pots, to be cut for grafts.</summary>
    private async Task<Guid> StandingAsync(int plants)
    {
        var batch = await house.KeepAsync(house.Input(20));
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "sown",
                ["to"] = house.Group(house.Mat),
                ["seeds"] = 40,
                ["containers"] = 40,
            }
        );
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = plants,
            }
        );
        return batch;
    }

    private async Task<int> StandsAsync(Guid batch) => (int)(await house.GetAsync($"batches/{batch}"))["standing"]!;

    private Task<(int Status, JsonNode Body)> DoneAsync(Guid batch, string stage, int count) =>
        house.PostAsync(
            $"batches/{batch}/steps/{House.Step(batch, stage)}/done",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["extraId"] = Guid.CreateVersion7(),
                ["happenedOn"] = "2026-05-01",
                ["count"] = count,
            }
        );

    private static JsonNode? Task(JsonNode round, Guid batch) =>
        round["stops"]!
            .AsArray()
            .SelectMany(s => s!["tasks"]!.AsArray())
            .Concat(round["coming"]!.AsArray())
            .FirstOrDefault(t => (Guid)t!["batchId"]! == batch);
}
