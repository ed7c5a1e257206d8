using System.Net;
using System.Text.Json.Nodes;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>The morning: a new day, and a Round that nothing stops.</summary>
public class MorningTests(OwnHouse house) : IClassFixture<OwnHouse>
{
    [Fact]
    public async Task A_nursery_that_cannot_be_planned_keeps_no_other_from_its_new_day()
    {
        // Two on the real date; the first of them is broken.
        var (broken, sound) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        foreach (var id in new[] { broken, sound })
        {
            await using var nursery = await house.Database.WriteAsync(id, default);
            await NurserySetup.CreateAsync(nursery, "Other yard", "Etc/UTC", 47, null, default);
            await nursery.CommitAsync(default);
        }

        await house.OwnerSqlAsync($"update site set time_zone = 'Nowhere/At all' where nursery_id = '{broken}'");
        var clock = new FakeTimeProvider(new DateTimeOffset(2026, 3, 1, 6, 0, 0, TimeSpan.Zero));
        await house.LookAtAllAsync(clock);
        Assert.Equal(new DateOnly(2026, 3, 1), await PlannedAsync(sound));
        Assert.Null(await PlannedAsync(broken));
    }

    [Fact]
    public async Task A_batch_that_cannot_be_shown_is_said_and_the_others_are_shown()
    {
        var (one, two) = (await house.KeepAsync(house.Input()), await house.KeepAsync(house.Input()));
        await house.WindToAsync(new(2026, 5, 20));
        // One whose next job says what cannot be read.
        foreach (var batch in new[] { one, two })
        {
            await house.LogAsync(batch, house.Sown(on: "2026-02-05"));
            await house.LogAsync(batch, house.Up(60, "2026-02-20"));
        }

        await house.OwnerSqlAsync(
            $"update job set kind = 'thin', thin = '[]' where batch_id = '{one}' and step_id = '{House.Step(one, "prick-out")}'"
        );
        var round = await house.GetAsync("round");
        Assert.Equal([one.ToString()], round["troubled"]!.AsArray().Select(t => (string)t!["batchId"]!));
        Assert.Contains(Tasks(round), t => (string)t["batchId"]! == two.ToString());
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task Two_batches_that_share_a_tray_fetch_it_once_with_a_label_for_each_row()
    {
        var (one, two) = (await house.KeepAsync(house.Input(8)), await house.KeepAsync(house.Input(8)));
        await house.WindToAsync(new(2026, 5, 20));
        var before = Fetch(await house.GetAsync("round"));
        var layout = new JsonObject
        {
            ["batches"] = new JsonArray(one, two),
            ["share"] = true,
            ["extra"] = "left",
        };
        Assert.Equal(204, (await house.PutAsync("sowing", layout)).Status);
        var after = Fetch(await house.GetAsync("round"));
        Assert.Equal(before["72-cell tray"] - 1, after["72-cell tray"]);
        Assert.True(after["Labels"] > before["Labels"] - 1, $"{after["Labels"]} labels");
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task The_heads_minutes_and_labels_are_those_of_what_is_due_and_of_nothing_else()
    {
        var batch = await house.KeepAsync(house.Input());
        await house.KeepAsync(house.Input());
        await house.WindToAsync(new(2026, 5, 20));
        var round = await house.GetAsync("round");
        var due = Tasks(round).Where(t => (string)t["press"]! is "due" or "overdue").ToList();
        Assert.NotEmpty(due);
        Assert.Equal(due.Sum(t => (int)t["minutes"]!), (int)round["minutes"]!);
        // Pricked out: a label for each pot, and no more for the trays.
        await house.LogAsync(batch, house.Sown(on: "2026-02-05"));
        await house.LogAsync(batch, house.Up(61, "2026-03-20"));
        var after = await house.GetAsync("round");
        var moving = Tasks(after).Single(t => (string)t["batchId"]! == batch.ToString() && House.Did(t["step"]) == "prick-out");
        Assert.Equal(61, (int)moving["containers"]!);
        var trays = (int)due.Single(t => (string)t["batchId"]! == batch.ToString())["trays"]!;
        Assert.Equal(Fetch(round)["Labels"] - trays + 61, Fetch(after)["Labels"]);
        Assert.Equal(61, Fetch(after)["9 cm pot"] - Fetch(round).GetValueOrDefault("9 cm pot"));
        // What may be ready is looked at: its minutes are nobody's yet.
        await house.WindToAsync(new(2026, 3, 21));
        var step = (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "prick-out")!;
        await house.WindToAsync(DateOnly.Parse((string)step["low"]!, System.Globalization.CultureInfo.InvariantCulture));
        var look = await house.GetAsync("round");
        var asked = Tasks(look).Single(t => (string)t["batchId"]! == batch.ToString() && House.Did(t["step"]) == "prick-out");
        Assert.Equal("look", (string)asked["press"]!);
        Assert.Equal(Tasks(look).Where(t => (string)t["press"]! != "look").Sum(t => (int)t["minutes"]!), (int)look["minutes"]!);
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task Twins_that_are_left_over_are_snipped_by_the_house_rule_and_lone_plants_stay()
    {
        var (twins, lone) = (await house.KeepAsync(house.Input()), await house.KeepAsync(house.Input()));
        foreach (var (batch, seeds, up) in new[] { (twins, 160, 110), (lone, 80, 70) })
        {
            var sown = house.Sown(seeds);
            sown["containers"] = 80;
            Assert.Equal(200, (await house.LogAsync(batch, sown)).Status);
            Assert.Equal(200, (await house.LogAsync(batch, house.Up(up, "2026-01-31"))).Status);
        }

        await house.WindToAsync(new(2026, 6, 1));
        var moves = Tasks(await house.GetAsync("round"))
            .Where(t => House.Did(t["step"]) == "prick-out")
            .ToDictionary(t => (Guid)t["batchId"]!, t => ((string)t["leftover"]!, (int)t["count"]!, (int)t["most"]!));
        Assert.Equal(("snipped", 80, 110), moves[twins]);
        Assert.Equal(("stays", 70, 70), moves[lone]);
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task A_sowing_that_is_planned_too_late_is_due_from_the_day_it_was_planned()
    {
        await house.WindToAsync(new(2026, 6, 30));
        var batch = await house.KeepAsync(house.Input());
        var task = Tasks(await house.GetAsync("round")).Single(t => (string)t["batchId"]! == batch.ToString());
        Assert.Equal(("2026-06-30", "due"), ((string)task["due"]!, (string)task["press"]!));
        // Five days on nobody has sown: now it is late, by five days.
        await house.WindToAsync(new(2026, 7, 5));
        task = Tasks(await house.GetAsync("round")).Single(t => (string)t["batchId"]! == batch.ToString());
        Assert.Equal(("2026-06-30", "overdue"), ((string)task["due"]!, (string)task["press"]!));
        // Put off, it stands under its new day everywhere.
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "not-yet",
                ["stage"] = "sow",
                ["newDay"] = "2026-07-12",
                ["reason"] = "no time",
                ["happenedOn"] = "2026-07-05",
            }
        );
        var row = (await house.GetAsync("batches"))["batches"]!.AsArray().Single(b => (string)b!["id"]! == batch.ToString())!;
        Assert.Equal("2026-07-12", (string)row["next"]!["day"]!);
        var line = (await house.GetAsync("sowing"))["groups"]!
            .AsArray()
            .SelectMany(g => g!["batches"]!.AsArray())
            .Single(b => (string)b!["batchId"]! == batch.ToString())!;
        Assert.Equal(("coming", "2026-07-12"), ((string)line["press"]!, (string)line["due"]!));
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task An_ended_batch_is_left_as_it_is_and_reopened_is_planned_with_what_holds_then()
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = "not sown after all" })).Status);
        var ended = await StepsAsync(batch);
        await house.WindToAsync(new(2026, 5, 1));
        Assert.Equal(ended, await StepsAsync(batch));
        Assert.DoesNotContain(Tasks(await house.GetAsync("round")), t => (string)t["batchId"]! == batch.ToString());
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = null })).Status);
        Assert.NotEqual(ended, await StepsAsync(batch));
        Assert.Contains(Tasks(await house.GetAsync("round")), t => (string)t["batchId"]! == batch.ToString());
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task The_first_ripe_fruit_does_not_move_on_with_every_day()
    {
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "received",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 5,
                ["containers"] = 5,
                ["happenedOn"] = "2026-01-05",
            }
        );
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "moved",
                ["from"] = house.Group(house.Mat),
                ["to"] = house.Group(house.Bed, bed: true),
                ["seedlings"] = 5,
                ["containers"] = 5,
                ["happenedOn"] = "2026-01-20",
            }
        );
        await house.WindToAsync(new(2026, 6, 1));
        var ripe = await RipeAsync(batch);
        await house.WindToAsync(new(2026, 6, 9));
        Assert.Equal(ripe, await RipeAsync(batch));
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task A_morning_is_held_against_the_hours_there_are()
    {
        var batch = await house.KeepAsync(house.Input(wanted: 400));
        var due = (string)(await house.GetAsync($"batches/{batch}"))["steps"]![0]!["due"]!;
        await house.WindToAsync(DateOnly.Parse(due, System.Globalization.CultureInfo.InvariantCulture));
        Assert.Equal(204, (await house.PutAsync("site/usual", new JsonObject { ["handsHours"] = 0.5, ["currency"] = "€" })).Status);
        var round = await house.GetAsync("round");
        var task = Tasks(round).Single(t => (string)t["batchId"]! == batch.ToString());
        var (minutes, all) = ((int)round["fitsMinutes"]!, (int)round["minutes"]!);
        Assert.True(minutes <= 30 && all > 30, $"{minutes} of {all}");
        Assert.True((int?)task["fits"] < (int)task["count"]!);
        Assert.Equal("€", (string)(await house.GetAsync("site"))["usual"]!["currency"]!);

        var (status, refused) = await house.PutAsync("site/usual", new JsonObject { ["handsHours"] = 0, ["currency"] = "dollars" });
        Assert.Equal((422, "More than 0, at most 200; 0 was given."), (status, House.Sentence(refused, "handsHours")));
        Assert.NotNull(House.Sentence(refused, "currency"));
        Assert.Equal(204, (await house.PutAsync("site/usual", new JsonObject { ["handsHours"] = null, ["currency"] = null })).Status);
        round = await house.GetAsync("round");
        Assert.Null((double?)round["handsHours"]);
        Assert.All(Tasks(round), t => Assert.Null((int?)t["fits"]));

        static IEnumerable<JsonNode> Tasks(JsonNode round) =>
            round["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()).Select(t => t!);
    }

    [Fact]
    public async Task Walked_and_all_well_is_said_of_today_and_taken_back()
    {
        Assert.Null((await house.GetAsync("round"))["walked"]);
        var id = Guid.CreateVersion7();
        // Sent twice, it was said once.
        for (var i = 0; i < 2; i++)
            Assert.Equal(204, (await house.PostAsync("round/walked", new JsonObject { ["id"] = id.ToString() })).Status);
        Assert.Equal(id.ToString(), (string)(await house.GetAsync("round"))["walked"]!["id"]!);
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"round/walked/{id}"))).StatusCode);
        Assert.Null((await house.GetAsync("round"))["walked"]);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await house.Client.DeleteAsync(house.Path($"round/walked/{Guid.CreateVersion7()}"))).StatusCode
        );
    }

    /// <summary>A timed job moves the minutes of all that is like it; undone, it was never done.</summary>
    [Fact]
    public async Task Minutes_become_those_of_the_hands_that_say_how_long_it_took()
    {
        var (first, second) = (await house.KeepAsync(house.Input()), await house.KeepAsync(house.Input()));
        await house.WindToAsync(new(2026, 5, 20));
        foreach (var batch in new[] { first, second })
        {
            await house.LogAsync(batch, house.Sown(80, "2026-03-30"));
            await house.LogAsync(batch, house.Up(70, "2026-04-07"));
        }

        var usual = Minutes(await house.GetAsync("round"), second);
        var card = Tasks(await house.GetAsync("round")).Single(t => Pricks(t, first));
        var step = (Guid)card["step"]!["id"]!;
        var said = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["extraId"] = Guid.CreateVersion7(),
            ["happenedOn"] = "2026-05-20",
            ["count"] = 70,
            ["carryOn"] = true,
            ["rest"] = "stays",
            ["myCall"] = true,
            ["from"] = card["from"]!.DeepClone(),
            ["group"] = (string)card["group"]!,
        };
        var (status, body) = await house.PostAsync($"batches/{first}/steps/{step}/done", said);
        Assert.True(status == 200, body.ToJsonString());
        var done = await DoneAsync();
        Assert.Equal((70, null), ((int)done["reckonedMinutes"]!, (double?)done["tookMinutes"]));
        Assert.Empty((await house.GetAsync("round"))["pace"]!.AsArray());

        var entry = (Guid)done["entry"]!;
        Assert.Equal(422, (await TookAsync(entry, 0)).Status);
        Assert.Equal(404, (await TookAsync(Guid.CreateVersion7(), 30)).Status);
        Assert.Equal(204, (await TookAsync(entry, 35)).Status);
        Assert.Equal(35, (double)(await DoneAsync())["tookMinutes"]!);
        var round = await house.GetAsync("round");
        // (60 + 35) of (60 + 70) minutes.
        Assert.Equal((int)Math.Ceiling(usual * 95 / 130.0), Minutes(round, second));
        Assert.Equal("Pricking out: 27 % quicker than usual, by 1 timed job.", (string)Assert.Single(round["pace"]!.AsArray())!);

        // Put right, taken back, and gone with what is undone.
        Assert.Equal(204, (await TookAsync(entry, 105)).Status);
        Assert.Equal("Pricking out: 27 % slower than usual, by 1 timed job.", (string)(await house.GetAsync("round"))["pace"]![0]!);
        Assert.Equal(204, (await TookAsync(entry, null)).Status);
        Assert.Equal(usual, Minutes(await house.GetAsync("round"), second));
        Assert.Equal(204, (await TookAsync(entry, 35)).Status);
        var undo = new JsonObject
        {
            ["kind"] = "undo",
            ["happenedOn"] = "2026-05-20",
            ["corrects"] = entry,
        };
        Assert.Equal(200, (await house.LogAsync(first, undo)).Status);
        Assert.Equal(usual, Minutes(await house.GetAsync("round"), second));

        async Task<JsonNode> DoneAsync() =>
            (await house.GetAsync("round"))["done"]!.AsArray().First(d => (string)d!["batchId"]! == first.ToString())!;
        Task<(int Status, JsonNode Body)> TookAsync(Guid id, double? minutes) =>
            house.PutAsync($"round/timed/{id}", new JsonObject { ["minutes"] = minutes });
        static int Minutes(JsonNode round, Guid batch) => (int)Tasks(round).Single(t => Pricks(t, batch))["minutes"]!;
        static bool Pricks(JsonNode task, Guid batch) =>
            (string)task["batchId"]! == batch.ToString() && House.Did(task["step"]) == "prick-out";
    }

    [Fact]
    public async Task Labels_are_counted_before_they_are_made()
    {
        var input = house.Input(900_000);
        var batch = await house.KeepAsync(input);
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "received",
                ["to"] = house.Group(house.Glass, pot: true),
                ["seedlings"] = 5_000_000,
                ["containers"] = 5_000_000,
            }
        );
        var before = GC.GetTotalAllocatedBytes();
        var answer = await house.Client.GetAsync(house.Path($"labels.pdf?batch={batch}&format=a4-24&on=pots"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("5,000,000", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.True(GC.GetTotalAllocatedBytes() - before < 50_000_000, "They were made first.");
        foreach (var page in new[] { "", "/trays" })
            Assert.Equal(HttpStatusCode.OK, (await house.Client.GetAsync(house.Path($"batches/{batch}{page}"))).StatusCode);
    }

    private async Task<string> StepsAsync(Guid batch) =>
        string.Join(' ', (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Select(s => (string)s!["mid"]!));

    private async Task<string> RipeAsync(Guid batch) =>
        (string)(await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "ripe")!["mid"]!;

    private static List<JsonNode> Tasks(JsonNode round) =>
        [.. round["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()).Select(t => t!)];

    private static Dictionary<string, double> Fetch(JsonNode round) =>
        round["pickList"]!.AsArray().ToDictionary(p => (string)p!["what"]!, p => (double)p!["amount"]!);

    private async Task<DateOnly?> PlannedAsync(Guid nursery)
    {
        await using var reading = await house.Database.ReadAsync(nursery, default);
        return await new SiteStore(reading).PlannedDayAsync(default);
    }
}
