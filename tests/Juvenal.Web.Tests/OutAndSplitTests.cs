using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Plants that leave without being lost, that stand already, and that go on as a batch of their own.</summary>
public class OutAndSplitTests(House house) : IClassFixture<House>
{
    private async Task<(Guid Batch, JsonNode Group)> PottedAsync(int plants = 60, int wanted = 60)
    {
        var batch = await house.KeepAsync(house.Input(wanted));
        await house.LogAsync(batch, house.Sown(100, "2025-12-20"));
        await house.LogAsync(batch, house.Up(plants, "2025-12-27"));
        var (status, body) = await house.LogAsync(
            batch,
            new JsonObject
            {
                ["kind"] = "moved",
                ["from"] = house.Group(house.Mat),
                ["to"] = house.Group(house.Glass, pot: true),
                ["seedlings"] = plants,
                ["happenedOn"] = "2026-01-20",
            }
        );
        Assert.True(status == 200, body.ToJsonString());
        return (batch, (await house.GetAsync($"batches/{batch}"))["groups"]!.AsArray().Single()!);
    }

    private JsonObject Out(JsonNode group, int plants, string way = "sold", string? whom = null, double? price = null) =>
        new()
        {
            ["kind"] = "out",
            ["from"] = house.Group(house.Glass, pot: true),
            ["group"] = (Guid)group["id"]!,
            ["seedlings"] = plants,
            ["out"] = new JsonObject
            {
                ["way"] = way,
                ["whom"] = whom,
                ["priceEach"] = price,
            },
        };

    private JsonObject Split(JsonNode group, int plants, int wanted, Guid? id = null) =>
        new()
        {
            ["id"] = id ?? Guid.CreateVersion7(),
            ["group"] = (Guid)group["id"]!,
            ["on"] = "2026-01-30",
            ["seedlings"] = plants,
            ["wanted"] = wanted,
            ["moves"] = new JsonArray(),
            ["hardeningPlaceId"] = house.Stand,
            ["bedId"] = house.Bed,
        };

    [Fact]
    public async Task Sold_given_and_discarded_plants_leave_and_are_no_loss()
    {
        var (batch, group) = await PottedAsync();
        Assert.Equal(200, (await house.LogAsync(batch, Out(group, 12, "sold", "the neighbours", 2.5))).Status);
        Assert.Equal(200, (await house.LogAsync(batch, Out(group, 3, "given"))).Status);
        Assert.Equal(200, (await house.LogAsync(batch, Out(group, 5, "discarded"))).Status);
        var page = await house.GetAsync($"batches/{batch}");
        Assert.Equal((40, 20, 0, 30.0), ((int)page["standing"]!, (int)page["gone"]!, (int)page["lost"]!, (double)page["sold"]!));
        Assert.Equal((40, 40), ((int)page["groups"]![0]!["seedlings"]!, (int)page["groups"]![0]!["containers"]!));
        Assert.Contains(
            page["ledger"]!.AsArray(),
            e => ((string)e!["text"]!).StartsWith("12 sold to the neighbours at 2.50 each", StringComparison.Ordinal)
        );
        // Whatever leaves, the rest is what the Round asks for.
        var task = (await house.GetAsync("round"))["coming"]!
            .AsArray()
            .Concat((await house.GetAsync("round"))["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()));
        Assert.All(task.Where(t => (Guid)t!["batchId"]! == batch), t => Assert.Equal(40, (int)t!["seedlings"]!));
        // When all are out, it can end.
        Assert.Equal(422, (await house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = "all sold" })).Status);
        Assert.Equal(200, (await house.LogAsync(batch, Out(group, 40))).Status);
        Assert.Equal(204, (await house.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = "all sold" })).Status);
    }

    [Fact]
    public async Task What_cannot_be_sold_is_said_at_its_field()
    {
        var (batch, group) = await PottedAsync();
        foreach (
            var (entry, field) in new[]
            {
                (Out(group, 61), "seedlings"),
                (Out(group, 0), "seedlings"),
                (Out(group, 1, price: -1), "said.priceEach"),
                (Out(group, 1, price: 10_001), "said.priceEach"),
                (Out(group, 1, "given", price: 1), "said.priceEach"),
                (Out(group, 1, whom: new string('x', 61)), "said.whom"),
            }
        )
        {
            var (status, problem) = await house.LogAsync(batch, entry);
            Assert.True((status, House.Sentence(problem, field) is not null) == (422, true), $"{entry}: {problem}");
        }

        // How they left is said, and only of what left.
        var silent = Out(group, 1);
        silent.Remove("out");
        Assert.Equal(422, (await house.LogAsync(batch, silent)).Status);
        var lost = Out(group, 1);
        (lost["kind"], lost["reason"]) = ("lost", "slugs");
        Assert.Equal(422, (await house.LogAsync(batch, lost)).Status);
        Assert.Equal(60, (int)(await house.GetAsync($"batches/{batch}"))["standing"]!);
    }

    [Fact]
    public async Task Part_of_a_batch_goes_on_as_a_batch_of_its_own_and_can_be_traced_both_ways()
    {
        var (mother, group) = await PottedAsync(60, 60);
        var split = Split(group, 20, 15);
        var child = (Guid)split["id"]!;
        // Sent twice it has one effect; with other numbers it is refused.
        for (var i = 0; i < 2; i++)
        {
            var (status, body) = await house.PostAsync($"batches/{mother}/split", split.DeepClone());
            Assert.True(status == 200, body.ToJsonString());
        }

        Assert.Equal(409, (await house.PostAsync($"batches/{mother}/split", Split(group, 21, 15, child))).Status);
        var (was, now) = (await house.GetAsync($"batches/{mother}"), await house.GetAsync($"batches/{child}"));
        Assert.Equal((40, 20, 45), ((int)was["standing"]!, (int)was["parted"]!, (int)was["input"]!["plantsWanted"]!));
        Assert.Equal(
            (20, 15, (string)was["code"]! + "a"),
            ((int)now["standing"]!, (int)now["input"]!["plantsWanted"]!, (string)now["code"]!)
        );
        Assert.Equal((mother, child), ((Guid)now["parent"]!["id"]!, (Guid)was["children"]![0]!["id"]!));
        Assert.Contains("since Tue 20 Jan", (string)now["groups"]![0]!["state"]!, StringComparison.OrdinalIgnoreCase);
        // A second part has the next letter.
        var second = Split(group, 5, 0);
        Assert.Equal(200, (await house.PostAsync($"batches/{mother}/split", second)).Status);
        Assert.Equal((string)was["code"]! + "b", (string)(await house.GetAsync($"batches/{(Guid)second["id"]!}"))["code"]!);
    }

    [Fact]
    public async Task A_split_that_is_taken_back_is_as_if_it_had_not_been()
    {
        var (mother, group) = await PottedAsync(60, 60);
        var split = Split(group, 20, 20);
        var child = (Guid)split["id"]!;
        await house.PostAsync($"batches/{mother}/split", split);
        var parted = (Guid)(await house.GetAsync($"batches/{mother}"))["ledger"]![0]!["id"]!;
        Assert.Equal(200, (await house.LogAsync(mother, new JsonObject { ["kind"] = "undo", ["corrects"] = parted })).Status);
        var (was, now) = (await house.GetAsync($"batches/{mother}"), await house.GetAsync($"batches/{child}"));
        Assert.Equal((60, 60), ((int)was["standing"]!, (int)was["input"]!["plantsWanted"]!));
        Assert.Equal((0, true), ((int)now["standing"]!, now["endedOn"] is not null));
        Assert.DoesNotContain(
            (await house.GetAsync("round"))["stops"]!.AsArray().SelectMany(s => s!["tasks"]!.AsArray()),
            t => (Guid)t!["batchId"]! == child
        );
        // And that too can be taken back.
        var undo = (Guid)was["ledger"]![0]!["id"]!;
        Assert.Equal(200, (await house.LogAsync(mother, new JsonObject { ["kind"] = "undo", ["corrects"] = undo })).Status);
        (was, now) = (await house.GetAsync($"batches/{mother}"), await house.GetAsync($"batches/{child}"));
        Assert.Equal(
            (40, 40, 20, false),
            ((int)was["standing"]!, (int)was["input"]!["plantsWanted"]!, (int)now["standing"]!, now["endedOn"] is not null)
        );
    }

    [Fact]
    public async Task More_than_stands_cannot_be_split_off()
    {
        var (mother, group) = await PottedAsync();
        foreach (var (plants, wanted, field) in new[] { (61, 0, "seedlings"), (0, 0, "seedlings"), (10, 11, "wanted"), (10, -1, "wanted") })
        {
            var (status, problem) = await house.PostAsync($"batches/{mother}/split", Split(group, plants, wanted));
            Assert.True((status, House.Sentence(problem, field) is not null) == (422, true), problem.ToJsonString());
        }

        var elsewhere = Split(group, 10, 0);
        elsewhere["bedId"] = house.Glass;
        Assert.Equal(422, (await house.PostAsync($"batches/{mother}/split", elsewhere)).Status);
        Assert.Equal(60, (int)(await house.GetAsync($"batches/{mother}"))["standing"]!);
    }

    [Fact]
    public async Task Plants_that_stand_already_begin_as_they_stand()
    {
        var input = house.Input(18);
        (input["trayId"], input["germinationPlaceId"], input["seedlingPlaceId"]) = (house.Pot, house.Glass, house.Glass);
        input["moves"] = new JsonArray();
        input["germination"] = 1;
        input["start"] = new JsonObject { ["kind"] = "standing", ["leaves"] = 4 };
        var (_, plan) = await house.PostAsync("plan", input.DeepClone());
        var id = Guid.CreateVersion7();
        JsonObject Keep(int plants, string since, int containers) =>
            new()
            {
                ["id"] = id,
                ["input"] = input.DeepClone(),
                ["shown"] = (string)plan["version"]!,
                ["standing"] = new JsonObject
                {
                    ["seedlings"] = plants,
                    ["containers"] = containers,
                    ["potSince"] = since,
                },
            };
        // Nothing is half kept: neither the batch nor the plants.
        foreach (
            var (plants, since, containers, field) in new[]
            {
                (18, "2026-02-02", 18, "standing.potSince"),
                (18, "2026-01-10", 19, "standing.containers"),
                (0, "2026-01-10", 0, "standing.containers"),
            }
        )
        {
            var (refused, problem) = await house.PostAsync("batches", Keep(plants, since, containers));
            Assert.True((refused, House.Sentence(problem, field) is not null) == (422, true), problem.ToJsonString());
        }

        for (var i = 0; i < 2; i++)
            Assert.Equal(201, (await house.PostAsync("batches", Keep(18, "2026-01-10", 18))).Status);
        var page = await house.GetAsync($"batches/{id}");
        Assert.Equal((18, 1), ((int)page["standing"]!, page["ledger"]!.AsArray().Count));
        Assert.Contains("Sat 10 Jan", (string)page["groups"]![0]!["state"]!, StringComparison.Ordinal);
        // Nothing of it is dated before it stood there.
        var (status, _) = await house.LogAsync(
            id,
            new JsonObject
            {
                ["kind"] = "lost",
                ["from"] = house.Group(house.Glass, pot: true),
                ["seedlings"] = 1,
                ["reason"] = "slugs",
                ["happenedOn"] = "2026-01-15",
            }
        );
        Assert.Equal(422, status);
    }
}
