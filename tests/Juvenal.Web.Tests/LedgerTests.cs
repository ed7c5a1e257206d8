using System.Text.Json.Nodes;
using Juvenal.Core.Ledger;
using Juvenal.Store.Batches;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>The ledger under the hands of several people.</summary>
public class LedgerTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task The_same_entry_sent_twice_has_one_effect_and_another_payload_none()
    {
        var batch = await SownAsync();
        var entry = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = "emerged",
            ["to"] = house.Group(house.Mat),
            ["seedlings"] = 30,
        };
        Assert.Equal(200, (await house.LogAsync(batch, (JsonObject)entry.DeepClone())).Status);
        Assert.Equal(200, (await house.LogAsync(batch, (JsonObject)entry.DeepClone())).Status);
        entry["seedlings"] = 31;
        var (status, problem) = await house.LogAsync(batch, entry);
        Assert.Equal((409, "other-payload"), (status, (string)problem["code"]!));
        Assert.Equal(30, (int)(await house.GetAsync($"batches/{batch}"))["emerged"]!);
    }

    [Fact]
    public async Task Done_sent_twice_has_one_effect()
    {
        var batch = await house.KeepAsync(house.Input());
        var done = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["extraId"] = Guid.CreateVersion7(),
            ["happenedOn"] = "2026-02-01",
            ["count"] = 80,
        };
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "sow")}/done", done.DeepClone())).Status);
        Assert.Equal(200, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "sow")}/done", done.DeepClone())).Status);
        done["count"] = 81;
        Assert.Equal(409, (await house.PostAsync($"batches/{batch}/steps/{House.Step(batch, "sow")}/done", done)).Status);
        Assert.Equal(80, (int)(await house.GetAsync($"batches/{batch}"))["seedsSown"]!);
    }

    [Fact]
    public async Task A_move_by_hand_to_where_the_plan_wants_them_does_the_stage()
    {
        var batch = await SownAsync();
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 60,
            }
        );
        async Task MoveAsync(JsonObject from, JsonObject to, int containers)
        {
            var moved = Moved(from, to, 60);
            (moved["containers"], moved["containersTo"]) = (containers, to["containerId"] is null ? 0 : 60);
            Assert.Equal(200, (await house.LogAsync(batch, moved)).Status);
        }

        await MoveAsync(house.Group(house.Mat), house.Group(house.Glass, pot: true), 72);
        Assert.Equal("prick-out", await ReachedAsync());
        await MoveAsync(house.Group(house.Glass, pot: true), house.Group(house.Porch, pot: true), 60);
        Assert.Equal("prick-out", await ReachedAsync());
        await MoveAsync(house.Group(house.Porch, pot: true), house.Group(house.Bed, bed: true), 60);
        Assert.Equal("plant-out", await ReachedAsync());

        async Task<string> ReachedAsync() =>
            House.Did(Assert.Single((await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray())!["reached"]);
    }

    [Fact]
    public async Task Containers_that_nobody_counted_follow_from_the_plants_also_when_sent_twice()
    {
        var batch = await SownAsync();
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 60,
            }
        );
        var carry = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = "moved",
            ["from"] = house.Group(house.Mat),
            ["to"] = house.Group(house.Lamps),
            ["seedlings"] = 60,
        };
        Assert.Equal(200, (await house.LogAsync(batch, (JsonObject)carry.DeepClone())).Status);
        Assert.Equal(200, (await house.LogAsync(batch, carry)).Status);
        var tray = Assert.Single((await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray())!;
        Assert.Equal(("Lamps", 60, 72), ((string)tray["place"]!, (int)tray["seedlings"]!, (int)tray["containers"]!));
        Assert.Equal(
            200,
            (
                await house.LogAsync(
                    batch,
                    new JsonObject
                    {
                        ["kind"] = "moved",
                        ["from"] = house.Group(house.Lamps),
                        ["to"] = house.Group(house.Glass, pot: true),
                        ["seedlings"] = 60,
                    }
                )
            ).Status
        );
        var pots = Assert.Single((await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray())!;
        Assert.Equal(("Glass", 60, 60), ((string)pots["place"]!, (int)pots["seedlings"]!, (int)pots["containers"]!));
    }

    [Fact]
    public async Task Keeping_twice_keeps_one_and_another_choice_under_the_same_id_is_refused()
    {
        var (_, plan) = await house.PostAsync("plan", house.Input());
        var keep = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["input"] = house.Input(),
            ["shown"] = (string)plan["version"]!,
        };
        Assert.Equal(201, (await house.PostAsync("batches", keep.DeepClone())).Status);
        Assert.Equal(201, (await house.PostAsync("batches", keep.DeepClone())).Status);
        keep["input"] = house.Input(wanted: 61);
        Assert.Equal(409, (await house.PostAsync("batches", keep)).Status);
    }

    /// <summary>
    /// Eight connections log shuffled, doubled and opposite entries; afterwards the projection is what the fold of the ledger says.
    /// </summary>
    [Fact]
    public async Task Entries_shuffled_and_doubled_over_eight_connections_equal_the_fold()
    {
        var batch = await SownAsync(seeds: 400);
        var random = new Random(8);
        var entries = Enumerable
            .Range(0, 60)
            .Select(i =>
                random.Next(4) switch
                {
                    0 => new JsonObject
                    {
                        ["kind"] = "emerged",
                        ["to"] = house.Group(house.Mat),
                        ["seedlings"] = 100 + (i * 4),
                    },
                    1 => new JsonObject
                    {
                        ["kind"] = "lost",
                        ["from"] = house.Group(house.Mat),
                        ["seedlings"] = random.Next(1, 4),
                        ["reason"] = "slug",
                    },
                    2 => Moved(house.Group(house.Mat), house.Group(house.Lamps), random.Next(1, 20)),
                    _ => Moved(house.Group(house.Lamps), house.Group(house.Mat), random.Next(1, 20)),
                }
            )
            .ToList();
        foreach (var entry in entries)
        {
            entry["id"] = Guid.CreateVersion7();
            entry["happenedOn"] = House.Today.ToString("yyyy-MM-dd");
        }

        var work = entries.Concat(entries).ToArray();
        random.Shuffle(work);
        var statuses = new System.Collections.Concurrent.ConcurrentBag<int>();
        await Parallel.ForEachAsync(
            work,
            new ParallelOptions { MaxDegreeOfParallelism = 8 },
            async (entry, _) => statuses.Add((await house.LogAsync(batch, (JsonObject)entry.DeepClone())).Status)
        );
        // Refused where the counts of that moment do not allow it; never a deadlock, never an error of ours.
        Assert.All(statuses, s => Assert.Contains(s, new[] { 200, 409, 422 }));
        Assert.Contains(200, statuses);

        await using var reading = await house.Database.ReadAsync(house.Nursery, default);
        var reader = new BatchReader(reading);
        var stored = (await reader.OneAsync(batch, default)).State();
        var (ledger, _) = await reader.LedgerAsync(batch, default);
        var folded = Fold.Of(ledger.Select(e => e.Entry), stored.Route, 0.8);
        Assert.Empty(folded.Contradictions);
        Assert.Equal(folded.Groups.ToHashSet(), stored.Groups.ToHashSet());
        Assert.Equal((folded.Emerged, folded.Lost), (stored.Emerged, stored.Lost));
        Assert.Equal(stored.Emerged, stored.Seedlings + stored.Lost + stored.Snipped);
    }

    public static TheoryData<string, string, string> BadEntries =>
        new()
        {
            { """{"kind":"emerged","to":"mat","seedlings":73}""", "seedlings", "73 up, but 72 seeds were sown: 72 at most." },
            {
                """{"kind":"emerged","to":"mat","seedlings":39}""",
                "seedlings",
                "40 were counted up already: type the total so far, at least 40. If that was a miscount, undo it first."
            },
            { """{"kind":"emerged","to":"mat","seedlings":-1}""", "seedlings", "From 0 to 5,000,000; -1 was given." },
            {
                """{"kind":"lost","from":"mat","seedlings":41,"reason":"slug"}""",
                "seedlings",
                "Only 40 stand there on that day: 40 at most."
            },
            { """{"kind":"lost","from":"mat","seedlings":4,"reason":" "}""", "reason", "Say why: it is what you look up next year." },
            {
                """{"kind":"lost","from":"lamps","seedlings":1,"reason":"slug"}""",
                "seedlings",
                "Only 0 stand there on that day: 0 at most."
            },
            { """{"kind":"emerged","to":"mat","seedlings":50,"happenedOn":"2026-02-02"}""", "happenedOn", "This day has not come yet." },
            {
                """{"kind":"emerged","to":"mat","seedlings":50,"happenedOn":"2026-01-02"}""",
                "happenedOn",
                "They were sown on Sun 1 Feb: not before that."
            },
            {
                """{"kind":"moved","from":"mat","to":"mat","seedlings":4,"containers":4,"containersTo":4}""",
                "to",
                "They stand there already."
            },
            { """{"kind":"moved","from":"mat","seedlings":4}""", "to", "Choose one; this one is not there." },
        };

    [Theory]
    [MemberData(nameof(BadEntries))]
    public async Task A_wrong_entry_is_refused_at_its_field_and_changes_nothing(string json, string field, string sentence)
    {
        var batch = await SownAsync();
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 40,
            }
        );
        var entry = (JsonObject)JsonNode.Parse(json)!;
        foreach (var side in new[] { "from", "to" })
        {
            if ((string?)entry[side] is { } place)
                entry[side] = house.Group(place == "mat" ? house.Mat : house.Lamps);
        }

        var (status, problem) = await house.LogAsync(batch, entry);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, field)));
        Assert.Equal(40, (int)(await house.GetAsync($"batches/{batch}"))["standing"]!);
    }

    private static JsonObject Moved(JsonObject from, JsonObject to, int count) =>
        new()
        {
            ["kind"] = "moved",
            ["from"] = from,
            ["to"] = to,
            ["seedlings"] = count,
            ["containers"] = 1,
            ["containersTo"] = 1,
        };

    private async Task<Guid> SownAsync(int seeds = 72)
    {
        var batch = await house.KeepAsync(house.Input());
        Assert.Equal(
            200,
            (
                await house.LogAsync(
                    batch,
                    new JsonObject
                    {
                        ["kind"] = "sown",
                        ["to"] = house.Group(house.Mat),
                        ["seeds"] = seeds,
                        ["containers"] = 72,
                    }
                )
            ).Status
        );
        return batch;
    }

    /// <summary>A look at the bench: no count changes, the days follow, and it can be taken back.</summary>
    [Fact]
    public async Task What_is_seen_moves_the_days_and_no_plant()
    {
        var batch = await house.KeepAsync(house.Input(40));
        await house.LogAsync(batch, house.Sown(60));
        await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "emerged",
                ["to"] = house.Group(house.Mat),
                ["seedlings"] = 50,
            }
        );
        var before = await house.GetAsync($"batches/{batch}");
        var group = before["groups"]![0]!;
        var id = Guid.CreateVersion7();
        var look = new JsonObject
        {
            ["id"] = id,
            ["kind"] = "checked",
            ["happenedOn"] = (string)before["ledger"]![0]!["happenedOn"]!,
            ["from"] = new JsonObject { ["containerId"] = (string?)group["containerId"], ["placeId"] = (string)group["placeId"]! },
            ["group"] = (string)group["id"]!,
            ["seen"] = new JsonObject { ["leaves"] = 2, ["roots"] = "showing" },
        };
        var (status, body) = await house.LogAsync(batch, look);
        Assert.True(status == 200, body.ToJsonString());
        var after = await house.GetAsync($"batches/{batch}");
        Assert.Equal((int)before["standing"]!, (int)after["standing"]!);
        Assert.NotEqual(MoveDay(before), MoveDay(after));
        Assert.Contains(
            after["ledger"]!.AsArray(),
            e => ((string)e!["text"]!).StartsWith("Looked: 2 true leaves, roots just showing", StringComparison.Ordinal)
        );

        var empty = (JsonObject)look.DeepClone();
        (empty["id"], empty["seen"]) = (Guid.CreateVersion7(), new JsonObject());
        Assert.Equal(422, (await house.LogAsync(batch, empty)).Status);
        var odd = (JsonObject)look.DeepClone();
        (odd["id"], odd["seen"]) = (Guid.CreateVersion7(), new JsonObject { ["leaves"] = 31 });
        Assert.Equal("From 0 to 30; 31 was given.", House.Sentence((await house.LogAsync(batch, odd)).Body, "said.leaves"));

        static string MoveDay(JsonNode view) => (string)view["steps"]!.AsArray().First(s => House.Did(s!["step"]) == "prick-out")!["mid"]!;
    }
}
