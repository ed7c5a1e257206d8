using System.Text.Json.Nodes;
using Juvenal.Core.Ledger;
using Juvenal.Store.Batches;
using Npgsql;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Plants of one batch that went different ways stay apart on every screen, wherever they stand.</summary>
public class GroupTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Twenty_hardened_beside_forty_tender_stay_twenty_on_every_screen()
    {
        var (batch, potted) = await PottedAsync(60, "2026-01-10");
        var out_ = await MoveAsync(batch, potted, house.Glass, house.Stand, 20, "2026-01-20", "harden");
        var in_ = await MoveAsync(batch, out_, house.Stand, house.Glass, 20, "2026-01-25");

        var view = await house.GetAsync($"batches/{batch}");
        Assert.Equal(["harden 20", "prick-out 40"], Groups(view).Order());
        var hardened = view["groups"]!.AsArray().Single(g => House.Did(g!["reached"]) == "harden")!;
        Assert.Equal(
            (in_, "in this pot since Sat 10 Jan, hardening off since Tue 20 Jan"),
            ((Guid)hardened["id"]!, (string)hardened["state"]!)
        );
        // Half is not done: the plan still hardens, and says how many have begun.
        var step = view["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "harden")!;
        Assert.Equal((null, "20 of 60"), ((string?)step["doneOn"], (string)step["progress"]!));

        // Two cards, each for its own, each saying which they are.
        await house.WindToAsync(new(2026, 8, 1));
        var cards = (await CardsAsync(batch)).OrderBy(c => (int)c["seedlings"]!).ToList();
        Assert.Equal(
            [("plant-out", 20, in_), ("harden", 40, potted)],
            cards.Select(c => (House.Did(c["step"]), (int)c["seedlings"]!, (Guid)c["group"]!))
        );
        Assert.All(cards, c => Assert.Contains("in this pot since Sat 10 Jan", (string)c["state"]!));
        await house.WindToAsync(House.Today);

        // Where two stand, one has to be named; and not one that stands elsewhere.
        var lost = Lost(house.Glass, 1, "2026-01-28");
        var (status, problem) = await house.LogAsync(batch, (JsonObject)lost.DeepClone());
        Assert.Equal((422, "2 groups of this batch stand there: say which."), (status, House.Sentence(problem, "group")));
        lost["group"] = potted;
        Assert.Equal(200, (await house.LogAsync(batch, (JsonObject)lost.DeepClone())).Status);
        lost["from"] = house.Group(house.Porch, pot: true);
        Assert.Equal((422, true), await RefusedAsync(batch, lost, "from"));
        Assert.Equal(["harden 20", "prick-out 39"], Groups(await house.GetAsync($"batches/{batch}")).Order());
    }

    [Fact]
    public async Task A_group_of_another_batch_is_none_of_this_one()
    {
        var (batch, _) = await PottedAsync(60, "2026-01-10");
        var (_, other) = await PottedAsync(60, "2026-01-10");
        var lost = Lost(house.Glass, 1, "2026-01-28");
        lost["group"] = other;
        Assert.Equal((422, true), await RefusedAsync(batch, lost, "group"));
        var up = house.Up(62, "2026-01-28");
        up["group"] = other;
        Assert.Equal((422, true), await RefusedAsync(batch, up, "group"));
        Assert.Equal(["prick-out 60"], Groups(await house.GetAsync($"batches/{batch}")));
    }

    [Fact]
    public async Task Done_is_said_of_one_group_and_leaves_the_other_its_job()
    {
        var (batch, potted) = await PottedAsync(60, "2026-01-02");
        var late = await MoveAsync(batch, potted, house.Glass, house.Porch, 10, "2026-01-20");
        await MoveAsync(batch, late, house.Porch, house.Glass, 10, "2026-01-21");
        // Carried away and back they are one again; ten more that are potted three weeks later are not.
        Assert.Equal(["prick-out 60"], Groups(await house.GetAsync($"batches/{batch}")));
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(70, "2026-01-22"))).Status);
        var second = await PotAsync(batch, 10, "2026-01-24");
        await house.WindToAsync(new(2026, 8, 1));
        var cards = await CardsAsync(batch);
        Assert.Equal([10, 60], cards.Select(c => (int)c["seedlings"]!).Order());

        var done = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["extraId"] = Guid.CreateVersion7(),
            ["happenedOn"] = "2026-08-01",
            ["count"] = 10,
            ["from"] = house.Group(house.Glass, pot: true),
            ["myCall"] = true,
        };
        var (status, problem) = await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", done.DeepClone());
        Assert.Equal((422, "2 groups of this batch stand there: say which."), (status, House.Sentence(problem, "group")));
        done["group"] = second;
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "harden")}/done", done)).Status);
        Assert.Equal(["harden 10", "prick-out 60"], Groups(await house.GetAsync($"batches/{batch}")).Order());
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task A_loss_that_is_dated_back_is_of_what_stood_there_then()
    {
        var (batch, potted) = await PottedAsync(60, "2026-01-10");
        var out_ = await MoveAsync(batch, potted, house.Glass, house.Stand, 50, "2026-01-20", "harden");
        await MoveAsync(batch, out_, house.Stand, house.Glass, 50, "2026-01-25");
        // Fifty of sixty are more than half, and not done: a tenth is still before it.
        var step = (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "harden")!;
        Assert.Equal((null, "50 of 60"), ((string?)step["doneOn"], (string)step["progress"]!));
        // Two groups stand there now; on the 15th all sixty were one, and none need be named.
        Assert.Equal(200, (await house.LogAsync(batch, Lost(house.Glass, 4, "2026-01-15"))).Status);
        Assert.Equal([6, 50], (await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray().Select(g => (int)g!["seedlings"]!).Order());
        // Eleven would leave fewer than went on: refused, the move named.
        var (status, problem) = await house.LogAsync(batch, Lost(house.Glass, 7, "2026-01-15"));
        Assert.Equal((409, "later-work-rests-on-it"), (status, (string)problem["code"]!));
    }

    [Fact]
    public async Task Another_pot_is_a_move_up_wherever_it_stands_and_the_same_pot_is_carried()
    {
        var batch = await UpAsync(60);
        var moved = Guid.CreateVersion7();
        var up = Move(moved, house.Group(house.Mat), house.Group(house.Porch, pot: true), 60, "2026-01-10");
        Assert.Equal(200, (await house.LogAsync(batch, up)).Status);
        Assert.Equal(["prick-out 60"], Groups(await house.GetAsync($"batches/{batch}")));
        // By hand to the hardening stand is a carry, until it is said to be more; said where they stand, it is done there.
        var stand = await MoveAsync(batch, moved, house.Porch, house.Stand, 60, "2026-01-12");
        Assert.Equal(["prick-out 60"], Groups(await house.GetAsync($"batches/{batch}")));
        Assert.Equal(
            (422, true),
            await RefusedAsync(batch, Move(Guid.CreateVersion7(), Pots(house.Stand), Pots(house.Stand), 60, "2026-01-14"), "to")
        );
        await MoveAsync(batch, stand, house.Stand, house.Stand, 60, "2026-01-14", "harden");
        var view = await house.GetAsync($"batches/{batch}");
        Assert.Equal(["harden 60"], Groups(view));
        Assert.Equal("60: Harden off, Stand", (string)view["ledger"]![0]!["text"]!);
        Assert.Contains("60 carried to Stand", view["ledger"]!.AsArray().Select(e => (string)e!["text"]!));
    }

    /// <summary>Rows that are written in place keep what hangs on them; sums an earlier program wrote are made anew before anyone
    /// reads.</summary>
    [Fact]
    public async Task What_a_server_finds_that_was_summed_otherwise_it_sums_anew()
    {
        var (batch, _) = await PottedAsync(60, "2026-01-10");
        await using (var owner = new NpgsqlConnection(house.Cluster.OwnerOf(house.DatabaseName)))
        {
            await owner.OpenAsync();
            await using var spoil = new NpgsqlCommand(
                $"""
                update standing set id = gen_random_uuid(), in_pot_since = null, seedlings = 1 where batch_id = '{batch}';
                update batch set step_days = null, put_offs = null where id = '{batch}'
                """,
                owner
            );
            await spoil.ExecuteNonQueryAsync();
        }

        await using var server = house.NewServer();
        Assert.Equal(200, (int)(await server.CreateClient().GetAsync("/healthz")).StatusCode);
        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        var reader = new BatchReader(reading);
        var (entries, _) = await reader.LedgerAsync(batch, default);
        var stored = (await reader.OneAsync(batch, default)).State();
        Assert.Equal(Fold.Of(entries.Select(e => e.Entry), stored.Route, 0.8).Groups, stored.Groups);
        Assert.NotEmpty(stored.StepDays);
    }

    /// <summary>
    /// A grower who does part of the work, on other days and into other places, carries pots and whole places about, loses some, sells
    /// some,
    /// splits some off, errs and takes back: after each day the ledger, what is stored
    /// of it, the batch's page and the Round say the same.
    /// </summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task Whatever_is_done_every_screen_says_the_same(int seed)
    {
        var chance = new Random(seed);
        var batch = await UpAsync(70);
        var written = new List<Guid>();
        for (var day = new DateOnly(2026, 2, 20); day < new DateOnly(2026, 6, 20); day = day.AddDays(chance.Next(3, 12)))
        {
            await house.WindToAsync(day);
            foreach (var card in await CardsAsync(batch))
                await AnswerAsync(batch, card, chance, day, written);
            await CarryAsync(batch, chance, day, written);
            if (chance.Next(4) == 0)
                await CarryPlaceAsync(chance, day);
            if (chance.Next(5) == 0)
                await SplitAsync(batch, chance, day);
            if (chance.Next(3) == 0 && written.Count > 0)
            {
                // Taken back, unless later work rests on it.
                var undo = new JsonObject
                {
                    ["kind"] = "undo",
                    ["corrects"] = written[^1],
                    ["happenedOn"] = $"{day:yyyy-MM-dd}",
                };
                Assert.Contains((await house.LogAsync(batch, undo)).Status, new[] { 200, 409, 422 });
                written.RemoveAt(written.Count - 1);
            }

            await AssertAgreesAsync(batch);
        }

        await house.WindToAsync(House.Today);
    }

    private async Task AnswerAsync(Guid batch, JsonNode card, Random chance, DateOnly day, List<Guid> written)
    {
        if ((string)card["press"]! == "look" || (bool)card["thinning"]! || chance.Next(4) == 0)
            return;
        var id = Guid.CreateVersion7();
        var done = new JsonObject
        {
            ["id"] = id,
            ["extraId"] = Guid.CreateVersion7(),
            // What was done yesterday may be about more than stood there then: that is refused, and said.
            ["happenedOn"] = $"{day.AddDays(-chance.Next(2)):yyyy-MM-dd}",
            ["to"] =
                (string)card["step"]!["kind"]! == "move" && chance.Next(3) == 0
                    ? new JsonObject { ["containerId"] = (Guid)card["to"]!["containerId"]!, ["placeId"] = house.Lamps }
                    : null,
            ["count"] = chance.Next(1, (int)card["seedlings"]! + 1),
            ["from"] = card["from"]!.DeepClone(),
            ["group"] = (Guid)card["group"]!,
            ["rest"] = chance.Next(5) == 0 ? "snipped" : "stays",
            ["myCall"] = true,
        };
        var (status, body) = await house.PostAsync($"batches/{batch}/steps/{(Guid)card["step"]!["id"]!}/done", done);
        Assert.True(status == 200 || (string)done["happenedOn"]! != $"{day:yyyy-MM-dd}" && status is 422 or 409, body.ToJsonString());
        if (status == 200)
            written.Add(id);
    }

    private async Task CarryPlaceAsync(Random chance, DateOnly day)
    {
        Guid[] places = [house.Glass, house.Porch, house.Stand, house.Lamps];
        var from = chance.Next(places.Length);
        var (status, body) = await house.PostAsync(
            $"places/{places[from]}/carry",
            new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["to"] = places[(from + 1 + chance.Next(3)) % 4],
                ["on"] = $"{day:yyyy-MM-dd}",
            }
        );
        // Batches of another seed stand there too, whose work lies ahead of this day: then nothing is carried.
        Assert.True(status is 200 or 409, "carried: " + body.ToJsonString());
    }

    /// <summary>Some go on as a batch of their own, whose pages agree too.</summary>
    private async Task SplitAsync(Guid batch, Random chance, DateOnly day)
    {
        var groups = (await house.GetAsync($"batches/{batch}"))["groups"]!
            .AsArray()
            .Where(g => (int)g!["seedlings"]! > 3 && (string?)g["containerId"] is not null)
            .ToList();
        if (groups.Count == 0)
            return;
        var id = Guid.CreateVersion7();
        var (status, body) = await house.PostAsync(
            $"batches/{batch}/split",
            new JsonObject
            {
                ["id"] = id,
                ["group"] = (Guid)groups[chance.Next(groups.Count)]!["id"]!,
                ["on"] = $"{day:yyyy-MM-dd}",
                ["seedlings"] = 3,
                ["wanted"] = 2,
                ["moves"] = new JsonArray(),
                ["hardeningPlaceId"] = house.Stand,
                ["bedId"] = house.Bed,
            }
        );
        Assert.True(status == 200, "split: " + body.ToJsonString());
        await AssertAgreesAsync(id);
    }

    private async Task CarryAsync(Guid batch, Random chance, DateOnly day, List<Guid> written)
    {
        var groups = (await house.GetAsync($"batches/{batch}"))["groups"]!
            .AsArray()
            .Where(g => (int)g!["seedlings"]! > 0 && (string?)g["containerId"] is not null)
            .ToList();
        if (groups.Count == 0)
            return;
        var group = groups[chance.Next(groups.Count)]!;
        Guid[] places = [house.Glass, house.Porch, house.Stand, house.Lamps];
        var entry = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = chance.Next(4) switch
            {
                0 => "lost",
                1 => "out",
                _ => "moved",
            },
            ["group"] = (Guid)group["id"]!,
            ["from"] = new JsonObject { ["containerId"] = (Guid)group["containerId"]!, ["placeId"] = (Guid)group["placeId"]! },
            ["seedlings"] = chance.Next(1, Math.Min(12, (int)group["seedlings"]!) + 1),
            ["happenedOn"] = $"{day:yyyy-MM-dd}",
        };
        if ((string)entry["kind"]! == "lost")
            entry["reason"] = "snapped";
        else if ((string)entry["kind"]! == "out")
            entry["out"] = new JsonObject { ["way"] = "sold" };
        else
            entry["to"] = new JsonObject
            {
                ["containerId"] = (Guid)group["containerId"]!,
                ["placeId"] = places.First(p => p != (Guid)group["placeId"]! && chance.Next(2) == 0 || p == places[^1]),
            };
        var (status, body) = await house.LogAsync(batch, entry);
        // Carried to where they stand.
        Assert.True(status == 200 || House.Sentence(body, "to") is not null, body.ToJsonString());
        if (status == 200)
            written.Add((Guid)entry["id"]!);
    }

    private async Task AssertAgreesAsync(Guid batch)
    {
        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        var reader = new BatchReader(reading);
        var (entries, _) = await reader.LedgerAsync(batch, default);
        var view = await reader.OneAsync(batch, default);
        var folded = Fold.Of(entries.Select(e => e.Entry), view.Route, Core.Season.Beginning.Seed.ShareOf(view.Input.Germination));
        Assert.Empty(folded.Contradictions);
        Assert.Equal(folded.Groups.ToHashSet(), view.State().Groups.ToHashSet());
        Assert.Equal(folded.Emerged, folded.Seedlings + folded.Lost + folded.Snipped + folded.Gone + folded.Parted);
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal(folded.Seedlings, (int)page["standing"]!);
        Assert.Equal(
            folded.Groups.Select(g => (g.Id.Value, g.Seedlings, g.Containers)).Order(),
            page["groups"]!.AsArray().Select(g => ((Guid)g!["id"]!, (int)g["seedlings"]!, (int)g["containers"]!)).Order()
        );
        // Each group that has something left to do has one job, of as many plants as stand in it, where it stands.
        var jobs = await new JobStore(reading).DueAsync(DateOnly.MaxValue.AddDays(-1), DateOnly.MaxValue, 100, default);
        Assert.Equal(
            folded
                .Groups.Where(g => g is { Seedlings: > 0, Reached.Kind: < Core.Season.StepKind.PlantOut })
                .Select(g => (g.Id, g.Seedlings, g.At))
                .ToHashSet(),
            jobs.Where(j => j.BatchId == batch && j.Plain.Kind == Core.Season.JobKind.Step)
                .Select(j => (j.Plain.Group!.Value, j.Plain.Seedlings, j.Plain.From!.Value))
                .ToHashSet()
        );
    }

    private async Task<(int, bool)> RefusedAsync(Guid batch, JsonObject entry, string field)
    {
        entry["id"] = Guid.CreateVersion7();
        var (status, problem) = await house.LogAsync(batch, entry);
        return (status, House.Sentence(problem, field) is not null);
    }

    /// <summary>Sown and up on the mat.</summary>
    private async Task<Guid> UpAsync(int up)
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(200, (await house.LogAsync(batch, house.Sown(80, "2025-12-20"))).Status);
        Assert.Equal(200, (await house.LogAsync(batch, house.Up(up, "2025-12-28"))).Status);
        return batch;
    }

    /// <summary>All in pots in the glasshouse; the batch and the group.</summary>
    private async Task<(Guid Batch, Guid Group)> PottedAsync(int plants, string on)
    {
        var batch = await UpAsync(plants);
        return (batch, await PotAsync(batch, plants, on));
    }

    private async Task<Guid> PotAsync(Guid batch, int plants, string on)
    {
        var id = Guid.CreateVersion7();
        Assert.Equal(200, (await house.LogAsync(batch, Move(id, house.Group(house.Mat), Pots(house.Glass), plants, on))).Status);
        return id;
    }

    private async Task<Guid> MoveAsync(Guid batch, Guid group, Guid from, Guid to, int plants, string on, string? stage = null)
    {
        var id = Guid.CreateVersion7();
        var move = Move(id, Pots(from), Pots(to), plants, on);
        (move["group"], move["stage"]) = (group, stage);
        var (status, body) = await house.LogAsync(batch, move);
        Assert.True(status == 200, body.ToJsonString());
        return id;
    }

    private JsonObject Pots(Guid place) => house.Group(place, pot: true);

    private static JsonObject Move(Guid id, JsonObject from, JsonObject to, int plants, string on) =>
        new()
        {
            ["id"] = id,
            ["kind"] = "moved",
            ["from"] = from,
            ["to"] = to,
            ["seedlings"] = plants,
            ["happenedOn"] = on,
        };

    private JsonObject Lost(Guid place, int plants, string on) =>
        new()
        {
            ["kind"] = "lost",
            ["from"] = Pots(place),
            ["seedlings"] = plants,
            ["reason"] = "snapped",
            ["happenedOn"] = on,
        };

    private static List<string> Groups(JsonNode view) =>
        [.. view["groups"]!.AsArray().Where(g => (int)g!["seedlings"]! > 0).Select(g => $"{House.Did(g!["reached"])} {g["seedlings"]}")];

    private async Task<List<JsonNode>> CardsAsync(Guid batch) =>
        [
            .. (await house.GetAsync("round"))["stops"]!
                .AsArray()
                .SelectMany(s => s!["tasks"]!.AsArray())
                .Where(t => (Guid)t!["batchId"]! == batch && House.Did(t["step"]) != "emerge")
                .Select(t => t!),
        ];
}
