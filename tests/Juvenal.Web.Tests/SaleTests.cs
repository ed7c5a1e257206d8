using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>What is raised for a day, and what goes over the table.</summary>
public class SaleTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Plants_for_a_fair_are_told_as_they_are_sold_by_count_and_what_is_left_is_said()
    {
        var beds = await ReadyToHardenAsync(house);
        var batch = await ReadyToHardenAsync(house, ForSale(house, "2026-05-23"));
        var sale = await house.GetAsync("sale");
        Assert.Equal("Sat 23 May: 0 of 70 ready", (string)sale["title"]!);
        var day = Assert.Single(sale["days"]!.AsArray())!;
        Assert.Equal(("2026-05-23", "60 wanted, 70 come."), ((string)day["day"]!, (string)day["text"]!));
        var line = Assert.Single(day["lines"]!.AsArray())!;
        // On the 16th ten rungs are still before them.
        Assert.Equal((70, 0, "late", null), ((int)line["inPots"]!, (int)line["ready"]!, (string)line["call"]!, (double?)line["lastPrice"]));
        Assert.Contains("days late: tell who buys", (string)line["mend"]!, StringComparison.Ordinal);
        var over = Assert.Single(sale["over"]!.AsArray())!;
        Assert.Equal((beds, "10 more than are wanted; 70 in pots."), ((Guid)over["batchId"]!, (string)over["text"]!));

        // A helper sells twelve; sent twice they are sold once.
        var helper = await house.EnterAsync(await house.AddAsync("Sale helper", Role.Helper));
        var sold = Hand(batch, 12, "sold", 2.5);
        Assert.Equal(HttpStatusCode.OK, (await helper.PostAsJsonAsync(house.Path("sale"), sold)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await helper.PostAsJsonAsync(house.Path("sale"), sold)).StatusCode);
        var other = (JsonObject)sold.DeepClone();
        other["count"] = 13;
        Assert.Equal(409, (await house.PostAsync("sale", other)).Status);
        Assert.Equal(200, (await house.PostAsync("sale", Hand(batch, 2, "given"))).Status);
        (sale, line) = await LineAsync(batch);
        Assert.Equal(
            ("Today 12 sold, for 30.00.", 56, 2.5),
            ((string)sale["soldToday"]!, (int)line["inPots"]!, (double)line["lastPrice"]!)
        );
        Assert.Equal("12 sold for 30.00, 2 given.", (string)line["went"]!);
        Assert.Equal("60 wanted, 56 come. 14 went.", (string)sale["days"]![0]!["text"]!);
        Assert.Equal(56, (int)(await house.GetAsync($"batches/{batch}"))["standing"]!);

        // What cannot be is said, and nothing goes.
        var (status, body) = await house.PostAsync("sale", Hand(batch, 57, "sold"));
        Assert.Equal((422, "Only 56 stand there on that day: 56 at most."), (status, House.Sentence(body, "count")));
        Assert.Equal(422, (await house.PostAsync("sale", Hand(batch, 0, "sold"))).Status);
        Assert.Equal(422, (await house.PostAsync("sale", Hand(batch, 1, "given", 2))).Status);
        var late = Hand(batch, 1, "sold");
        late["on"] = "2026-05-17";
        Assert.NotNull(House.Sentence((await house.PostAsync("sale", late)).Body, "on"));
        Assert.Equal(404, (await house.PostAsync("sale", Hand(Guid.CreateVersion7(), 1, "sold"))).Status);
        Assert.Equal(56, (int)(await LineAsync(batch)).Line["inPots"]!);

        // Taken back: they stand again, and nobody has paid.
        var undo = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["on"] = "2026-05-16",
            ["entries"] = new JsonArray(),
            ["corrects"] = (Guid)sold["id"]!,
        };
        Assert.Equal(200, (await house.PostAsync("acts", undo)).Status);
        (sale, line) = await LineAsync(batch);
        Assert.Equal((null, 68), ((string?)sale["soldToday"], (int)line["inPots"]!));

        // The day after, what is left is said; all gone, there is nothing more to hand over.
        await house.WindToAsync(new(2026, 5, 24));
        (sale, line) = await LineAsync(batch);
        Assert.Equal(("Sat 23 May is past: 68 are left", true), ((string)sale["title"]!, (bool)line["left"]!));
        Assert.Equal("60 were wanted; 2 went, 68 are left.", (string)sale["days"]![0]!["text"]!);
        // A day to come does not hide it.
        await house.KeepAsync(ForSale(house, "2026-08-22"));
        sale = await house.GetAsync("sale");
        Assert.Equal(("Sat 23 May is past: 68 are left", "2026-05-23"), ((string)sale["title"]!, (string)sale["days"]![0]!["day"]!));
        Assert.Equal(200, (await house.PostAsync("sale", Hand(batch, 68, "discarded"))).Status);
        sale = await house.GetAsync("sale");
        Assert.StartsWith("Sat 22 Aug: ", (string)sale["title"]!, StringComparison.Ordinal);
        Assert.Equal("2026-08-22", (string)sale["days"]![0]!["day"]!);
        (status, body) = await house.PostAsync("sale", Hand(batch, 1, "sold"));
        Assert.Equal((422, "None of them stand in pots on that day."), (status, House.Sentence(body, "count")));
        Assert.False((bool)(await LineAsync(batch)).Line["left"]!);
    }

    internal static JsonObject ForSale(House house, string day)
    {
        var input = house.Input();
        input["aim"] = new JsonObject { ["kind"] = "sale", ["day"] = day };
        input["bedId"] = house.Stand;
        return input;
    }

    private Task<(JsonNode Sale, JsonNode Line)> LineAsync(Guid batch) => LineAsync(house, batch);

    internal static async Task<(JsonNode Sale, JsonNode Line)> LineAsync(House house, Guid batch)
    {
        var sale = await house.GetAsync("sale");
        return (sale, sale["days"]!.AsArray().SelectMany(d => d!["lines"]!.AsArray()).Single(l => (Guid)l!["batchId"]! == batch)!);
    }

    private static JsonObject Hand(Guid batch, int count, string way, double? price = null) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["batch"] = batch,
            ["count"] = count,
            ["out"] = new JsonObject { ["way"] = way, ["priceEach"] = price },
        };
}

/// <summary>Too few for a fair. A house of its own: nothing else is for sale in it.</summary>
public class ShortForSaleTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task What_is_short_says_what_would_mend_it()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(SaleTests.ForSale(house, "2026-08-22"));
        var (_, line) = await SaleTests.LineAsync(house, batch);
        Assert.StartsWith("About ", (string)line["text"]!, StringComparison.Ordinal);
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(20, "2026-01-12"));
        (_, line) = await SaleTests.LineAsync(house, batch);
        Assert.Equal("few", (string)line["call"]!);
        Assert.Contains("40 short of 60", (string)line["text"]!, StringComparison.Ordinal);
        Assert.Contains("40 more by", (string)line["mend"]!, StringComparison.Ordinal);
    }
}
