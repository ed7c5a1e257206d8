using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>The tray as it lies on the bench: rows, cells, counts, thinning.</summary>
public class TrayTests(House house) : IClassFixture<House>
{
    private static readonly DateOnly Day = new(2026, 2, 20);

    [Fact]
    public async Task What_is_sown_lies_in_rows_and_is_counted_cell_by_cell()
    {
        var batch = await SownAsync(house.Input(40), 75);
        var map = await MapAsync(batch);
        var trays = map["trays"]!.AsArray();
        Assert.Equal((2, 6, 12, 0), (trays.Count, (int)trays[0]!["rowCount"]!, (int)trays[0]!["rowCells"]!, (int)map["unlaid"]!));
        Assert.Equal("000" + new string('.', 69), (string)trays[1]!["cells"]!);

        var id = Guid.CreateVersion7();
        Assert.Equal(200, (await CellsAsync(batch, id, (trays[0]!, '1', 50))).Status);
        Assert.Equal(200, (await CellsAsync(batch, id, (trays[0]!, '1', 50))).Status);
        var counted = await MapAsync(batch);
        Assert.Equal((50, 50, true), ((int)counted["emerged"]!, (int)counted["standing"]!, (bool)counted["current"]!));
        Assert.Equal((72, 22, 50), ((int)counted["tally"]!["cells"]!, (int)counted["tally"]!["blank"]!, (int)counted["tally"]!["one"]!));

        // A total typed in a hurry is not in any cell yet; what is counted next may be those.
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 55,
                ["happenedOn"] = Text(Day),
            }
        );
        Assert.False((bool)(await MapAsync(batch))["current"]!);
        await CellsAsync(batch, Guid.CreateVersion7(), (trays[1]!, '1', 3));
        Assert.Equal(55, (int)(await MapAsync(batch))["emerged"]!);
        // All trays counted at once: the cells are what stands.
        await CellsAsync(batch, Guid.CreateVersion7(), (trays[0]!, '1', 60), (trays[1]!, '1', 2));
        var last = await MapAsync(batch);
        Assert.Equal((62, true), ((int)last["emerged"]!, (bool)last["current"]!));

        // Every screen says the same of it.
        var whole = await house.GetAsync($"batches/{batch}");
        Assert.Equal((62, 62), ((int)whole["emerged"]!, (int)whole["standing"]!));
        Assert.Equal((string)last["course"]!["text"]!, (string)whole["emergence"]!);
        Assert.Equal((int)last["course"]!["plants"]!, (int)Math.Round((double)whole["prospect"]!["expected"]!));
        var row = (await house.GetAsync("batches"))["batches"]!.AsArray().Single(b => (Guid)b!["id"]! == batch)!;
        Assert.Equal((62, 62), ((int)row["emerged"]!, (int)row["standing"]!));
    }

    [Fact]
    public async Task Fewer_than_before_is_a_miscount_or_a_loss_and_both_stay_readable()
    {
        var batch = await SownAsync(house.Input(40), 40);
        var tray = (await MapAsync(batch))["trays"]![0]!;
        await CellsAsync(batch, Guid.CreateVersion7(), (tray, '1', 30));
        var (status, problem) = await CellsAsync(batch, Guid.CreateVersion7(), (tray, '1', 27));
        Assert.Equal(
            (422, "3 fewer than the 30 that were counted: was that a miscount, or were they lost?"),
            (status, House.Sentence(problem, "trays"))
        );

        Assert.Equal(200, (await CellsAsync(batch, Guid.CreateVersion7(), "miscounted", null, (tray, '1', 27))).Status);
        var right = await house.GetAsync($"batches/{batch}");
        Assert.Equal((27, 27, 0), ((int)right["emerged"]!, (int)right["standing"]!, (int)right["lost"]!));
        Assert.Contains(
            "put right: 30 was 27",
            right["ledger"]!.AsArray().Select(e => (string)e!["text"]!).First(t => t.Contains("put right"))
        );

        Assert.Equal(422, (await CellsAsync(batch, Guid.CreateVersion7(), "lost", "", (tray, '1', 25))).Status);
        Assert.Equal(200, (await CellsAsync(batch, Guid.CreateVersion7(), "lost", "slug", (tray, '1', 25))).Status);
        var less = await house.GetAsync($"batches/{batch}");
        Assert.Equal((27, 25, 2), ((int)less["emerged"]!, (int)less["standing"]!, (int)less["lost"]!));
        Assert.Equal(
            "More stand in a cell than before: that is a count, not a loss.",
            House.Sentence((await CellsAsync(batch, Guid.CreateVersion7(), "lost", "slug", (tray, '1', 28))).Body, "trays")
        );
    }

    [Theory]
    [InlineData("12", "Tray {0} is laid out otherwise by now: load it again. What was counted elsewhere is kept.")]
    [InlineData("2", "2 in a cell of tray {0}, but 1 were sown in each: 1 at most.")]
    [InlineData("x", "Tray {0} is laid out otherwise by now: load it again. What was counted elsewhere is kept.")]
    public async Task Cells_that_cannot_be_are_refused_with_the_number_that_would_be_right(string begins, string sentence)
    {
        var batch = await SownAsync(house.Input(40), 72);
        var tray = (await MapAsync(batch))["trays"]![0]!;
        var cells = begins == "12" ? "12" : begins + new string('0', 71);
        var (status, problem) = await house.PostAsync(
            $"batches/{batch}/cells",
            Said(Guid.CreateVersion7(), "counted", null, ((Guid)tray["id"]!, cells))
        );
        Assert.Equal(
            (422, string.Format(System.Globalization.CultureInfo.InvariantCulture, sentence, (string)tray["code"]!)),
            (status, House.Sentence(problem, "trays[0].cells"))
        );
        var elsewhere = await house.PostAsync(
            $"batches/{batch}/cells",
            Said(Guid.CreateVersion7(), "counted", null, (Guid.CreateVersion7(), cells))
        );
        Assert.Equal("Choose one; this one is not there.", House.Sentence(elsewhere.Body, "trays[0].trayId"));
    }

    [Fact]
    public async Task Twins_are_thinned_in_the_Round_by_what_is_needed_and_the_ledger_is_exact()
    {
        var input = house.Input(40);
        input["seedsPerCell"] = 2;
        var batch = await SownAsync(input, 48);
        var tray = (await MapAsync(batch))["trays"]![0]!;
        var mixed = string.Concat(Enumerable.Repeat("210211", 8)) + new string('.', 24);
        await house.PostAsync($"batches/{batch}/cells", Said(Guid.CreateVersion7(), "counted", null, ((Guid)tray["id"]!, mixed)));
        // 40 cells have 56 seedlings; 45 are needed for 40 at 95 %, those of a tray being alike: five more, that is six pairs at 0.95,
        // are separated.
        var thin = (await MapAsync(batch))["thin"]!;
        Assert.Equal((45, 10, 6, 46), ((int)thin["needed"]!, (int)thin["snips"]!, (int)thin["separated"]!, (int)thin["plants"]!));
        Assert.Equal(
            "Snip 10 in 10 cells, separate 6 cells when they are pricked out: 46 plants go on, 45 are needed.",
            (string)thin["text"]!
        );

        await house.WindToAsync(Day.AddDays(12));
        var again = Assert.Single(await TasksAsync(batch), t => House.Did(t["step"]) == "emerge");
        Assert.Equal("Count once more", (string)again["title"]!);
        await house.PostAsync(
            $"batches/{batch}/cells",
            Said(Guid.CreateVersion7(), "counted", null, ((Guid)tray["id"]!, mixed), Day.AddDays(12))
        );
        var card = (await TasksAsync(batch)).First(t => (bool)t["thinning"]!);
        Assert.Equal((10, "Thin"), ((int)card["count"]!, (string)card["title"]!));
        var stale = await house.PostAsync(
            $"batches/{batch}/thin",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["happenedOn"] = Text(Day.AddDays(12)),
                ["snips"] = 9,
            }
        );
        Assert.Equal(409, stale.Status);
        var id = Guid.CreateVersion7();
        for (var i = 0; i < 2; i++)
        {
            Assert.Equal(
                200,
                (
                    await house.PostAsync(
                        $"batches/{batch}/thin",
                        new JsonObject
                        {
                            ["id"] = id,
                            ["happenedOn"] = Text(Day.AddDays(12)),
                            ["snips"] = 10,
                        }
                    )
                ).Status
            );
        }

        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal((56, 10, 46), ((int)after["emerged"]!, (int)after["snipped"]!, (int)after["standing"]!));
        Assert.DoesNotContain(await TasksAsync(batch), t => (bool)t["thinning"]!);
        var step = after["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "prick-out")!;
        Assert.Equal(46, (int)step["containers"]!);
    }

    [Fact]
    public async Task A_late_emergence_says_what_to_check_and_until_when_to_sow_again()
    {
        var batch = await SownAsync(house.Input(40), 60);
        await house.WindToAsync(Day.AddDays(30));
        var course = (await MapAsync(batch))["course"]!;
        Assert.Equal("late", (string)course["pace"]!);
        Assert.StartsWith("Late: 0 up, 23 were due by", (string)course["text"]!);
        Assert.Contains("nobody has read it", (string)course["checks"]![0]!["text"]!);
        Assert.NotNull((string?)course["sowAgainBy"]);
        Assert.Equal(40, (int)course["missing"]!);

        // Read cold, it was not due yet: the course follows the warmth that was there.
        for (var day = -8; day <= 30; day += 2)
        {
            var reading = new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["placeId"] = house.Mat,
                ["day"] = Text(Day.AddDays(day)),
                ["soilC"] = 10.5,
            };
            Assert.Equal(204, (await house.PutAsync("readings", reading)).Status);
        }

        var cold = (await MapAsync(batch))["course"]!;
        Assert.Equal(("on-time", true), ((string)cold["pace"]!, (bool)cold["days"]![3]!["read"]!));
        var (status, problem) = await house.PutAsync(
            "readings",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["placeId"] = house.Mat,
                ["day"] = Text(Day.AddDays(90)),
                ["soilC"] = 12,
            }
        );
        Assert.Equal((422, "This day has not come yet."), (status, House.Sentence(problem, "day")));
    }

    [Fact]
    public async Task Batches_share_trays_by_rows_and_what_is_kept_is_what_is_sown()
    {
        await house.WindToAsync(Day.AddDays(40));
        var (one, two) = (await house.KeepAsync(Locked(house.Input(10))), await house.KeepAsync(Locked(house.Input(14))));
        var layout = new JsonObject
        {
            ["batches"] = new JsonArray(one, two),
            ["share"] = true,
            ["extra"] = "left",
        };
        var (status, shown) = await house.PostAsync("sowing", layout.DeepClone());
        Assert.Equal(200, status);
        var group = Assert.Single(shown["groups"]!.AsArray())!;
        Assert.Single(group["trays"]!.AsArray());
        Assert.Equal([one, two], group["trays"]![0]!["rows"]!.AsArray().Select(r => (Guid)r!["batchId"]!).Distinct());
        Assert.Contains("Open mix bags outdoors", (string)shown["cautions"]![0]!);
        Assert.Equal(204, (await house.PutAsync("sowing", layout.DeepClone())).Status);
        var kept = Assert.Single(
            (await house.GetAsync("sowing"))["groups"]!.AsArray(),
            g => g!["batches"]!.AsArray().Any(b => (Guid)b!["batchId"]! == one)
        )!;
        Assert.True((bool)kept["kept"]!);
        var code = (string)kept["trays"]![0]!["code"]!;

        // Kept again, its label stays true; sown in other cells, the rest lies in a tray of its own.
        layout["batches"] = new JsonArray(two, one);
        Assert.Equal(204, (await house.PutAsync("sowing", layout.DeepClone())).Status);
        var cells = (int)kept["batches"]!.AsArray().Single(b => (Guid)b!["batchId"]! == one)!["cells"]!;
        await house.LogAsync(one, Sowing(cells + 72, House.Today));
        var map = await MapAsync(one);
        Assert.Equal(code, (string)map["trays"]![0]!["code"]!);
        Assert.Equal(
            cells + 72,
            map["trays"]!.AsArray().Sum(t => t!["rows"]!.AsArray().Where(r => (Guid)r!["batchId"]! == one).Sum(r => (int)r!["cells"]!))
        );
        Assert.Contains(map["trays"]!.AsArray(), t => t!["rows"]!.AsArray().All(r => (Guid)r!["batchId"]! == one));
        // What is sown is no plan any more.
        var (gone, problem) = await house.PutAsync("sowing", layout);
        Assert.Equal((422, "One of them is sown by now: load the page again."), (gone, House.Sentence(problem, "batches")));

        JsonObject Locked(JsonObject input)
        {
            input["locks"] = new JsonObject { ["begin"] = Text(House.Today.AddDays(3)) };
            return input;
        }
    }

    [Fact]
    public async Task A_miscount_of_long_ago_is_put_right_and_what_rests_on_it_is_checked()
    {
        var batch = await SownAsync(house.Input(40), 60);
        var first = Guid.CreateVersion7();
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["id"] = first,
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 20,
                ["happenedOn"] = Text(Day),
            }
        );
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "lost",
                ["from"] = house.Group(house.Mat),
                ["seedlings"] = 18,
                ["reason"] = "mouse",
                ["happenedOn"] = Text(Day),
            }
        );
        var (status, problem) = await CorrectAsync(15);
        Assert.Equal(409, status);
        Assert.Contains("lost 18", (string)(problem["detail"] ?? problem["title"])!);
        Assert.Equal((422, "61 up, but 60 seeds were sown: 60 at most."), Refused(await CorrectAsync(61)));
        Assert.Equal(200, (await CorrectAsync(24)).Status);
        var right = await house.GetAsync($"batches/{batch}");
        Assert.Equal((24, 6), ((int)right["emerged"]!, (int)right["standing"]!));
        var line = right["ledger"]!.AsArray().Single(e => (Guid)e!["id"]! == first)!;
        Assert.Equal((20, "24"), (int.Parse(((string)line["text"]!).Split(' ')[0]), (string)line["corrected"]!));

        Task<(int Status, JsonNode Body)> CorrectAsync(int total) =>
            house.LogAsync(
                batch,
                new JsonObject
                {
                    ["kind"] = "corrected",
                    ["corrects"] = first,
                    ["seedlings"] = total,
                    ["happenedOn"] = Text(Day),
                }
            );

        static (int, string?) Refused((int Status, JsonNode Body) answer) => (answer.Status, House.Sentence(answer.Body, "seedlings"));
    }

    [Fact]
    public async Task More_cells_than_any_map_can_hold_are_counted_as_a_whole()
    {
        var batch = await SownAsync(house.Input(40), 4_000_000);
        var map = await MapAsync(batch);
        Assert.Equal((0, 4_000_000), (map["trays"]!.AsArray().Count, (int)map["unlaid"]!));
        var (status, problem) = await house.PostAsync($"batches/{batch}/trays", new JsonObject());
        Assert.Equal(
            (422, "55,555 trays are too many for a map: 2,000 at most. Count them as a whole."),
            (status, House.Sentence(problem, "trays"))
        );
    }

    /// <summary>A batch that was sown three weeks ago.</summary>
    private async Task<Guid> SownAsync(JsonObject input, int cells)
    {
        await house.WindToAsync(Day);
        var batch = await house.KeepAsync(input);
        var (status, body) = await house.LogAsync(batch, Sowing(cells * (int)input["seedsPerCell"]!, Day.AddDays(-8), cells));
        Assert.True(status == 200, body.ToJsonString());
        return batch;
    }

    private JsonObject Sowing(int seeds, DateOnly on, int? cells = null) =>
        new()
        {
            ["kind"] = "sown",
            ["to"] = house.Group(house.Mat),
            ["seeds"] = seeds,
            ["containers"] = cells ?? seeds,
            ["happenedOn"] = Text(on),
        };

    private Task<JsonNode> MapAsync(Guid batch) => house.GetAsync($"batches/{batch}/trays");

    private async Task<List<JsonNode>> TasksAsync(Guid batch) =>
        [
            .. (await house.GetAsync("round"))["stops"]!
                .AsArray()
                .SelectMany(s => s!["tasks"]!.AsArray())
                .Where(t => (Guid)t!["batchId"]! == batch)
                .Select(t => t!),
        ];

    private Task<(int Status, JsonNode Body)> CellsAsync(Guid batch, Guid id, params (JsonNode Tray, char Sign, int Count)[] trays) =>
        CellsAsync(batch, id, "counted", null, trays);

    private Task<(int Status, JsonNode Body)> CellsAsync(
        Guid batch,
        Guid id,
        string means,
        string? reason,
        params (JsonNode Tray, char Sign, int Count)[] trays
    ) =>
        house.PostAsync(
            $"batches/{batch}/cells",
            Said(id, means, reason, [.. trays.Select(t => ((Guid)t.Tray["id"]!, Filled((string)t.Tray["cells"]!, t.Sign, t.Count)))])
        );

    private static string Filled(string cells, char sign, int count)
    {
        var left = count;
        return new([
            .. cells.Select(c =>
                c == '.' ? '.'
                : left-- > 0 ? sign
                : '0'
            ),
        ]);
    }

    private static JsonObject Said(Guid id, string means, string? reason, params (Guid Tray, string Cells)[] trays) =>
        Said(id, means, reason, Day, trays);

    private static JsonObject Said(Guid id, string means, string? reason, (Guid Tray, string Cells) tray, DateOnly on) =>
        Said(id, means, reason, on, tray);

    private static JsonObject Said(Guid id, string means, string? reason, DateOnly on, params (Guid Tray, string Cells)[] trays) =>
        new()
        {
            ["id"] = id,
            ["happenedOn"] = Text(on),
            ["trays"] = new JsonArray([.. trays.Select(t => new JsonObject { ["trayId"] = t.Tray, ["cells"] = t.Cells })]),
            ["means"] = means,
            ["reason"] = reason,
        };

    private static string Text(DateOnly day) => day.ToString("yyyy-MM-dd");
}
