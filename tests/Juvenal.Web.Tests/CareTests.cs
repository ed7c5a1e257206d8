using System.Text.Json.Nodes;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Light of places, prices, the store, and what a plant cost.</summary>
public class CareTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_plant_costs_what_its_batch_took()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(60, "2026-01-15"));
        var cost = (await house.GetAsync($"batches/{batch}/care"))["cost"]!;
        Assert.Equal(60, (int)cost["plants"]!);
        Assert.Contains(cost["missing"]!.AsArray(), m => ((string)m!).StartsWith("Mix (", StringComparison.Ordinal));

        await PriceAsync("mix", 0.5);
        await PriceAsync("hour", 20);
        await PriceAsync("plant", 2);
        await PriceAsync("container", 1.2, house.Tray);
        cost = (await house.GetAsync($"batches/{batch}/care"))["cost"]!;
        var cell = (double)
            (await house.GetAsync("catalogue"))["containers"]!.AsArray().Single(c => (string)c!["id"]! == house.Tray.ToString())![
                "litres"
            ]!;
        // 72 cells of mix that settles, one tray, 0.1 minutes a cell.
        var total = (72 * cell * 1.15 * 0.5) + 1.2 + (72 * 0.1 / 60 * 20);
        Assert.Equal(FormattableString.Invariant($"{total / 60:0.00}"), (string)cost["perPlant"]!);
        Assert.Equal(FormattableString.Invariant($"{2 - (total / 60):0.00} less than bought"), (string)cost["saving"]!);
        // Up for 17 days in its tray, and never fed.
        Assert.Equal(
            "Not fed yet, by the record. Its strength is 75 ppm nitrogen, due today.",
            (string)(await house.GetAsync($"batches/{batch}/care"))["feed"]!
        );
        await PriceAsync("mix", null);
        Assert.Contains(
            (await house.GetAsync($"batches/{batch}/care"))["cost"]!["missing"]!.AsArray(),
            m => ((string)m!).StartsWith("Mix (", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task The_store_is_counted_and_work_takes_from_it()
    {
        await house.WindToAsync(House.Today);
        Assert.Null(await LeftAsync("mix"));
        var id = Guid.CreateVersion7();
        Assert.Equal(204, (await CountAsync(id, "mix", 100)).Status);
        Assert.Equal(204, (await CountAsync(id, "mix", 100)).Status);
        Assert.Equal(204, (await CountAsync(Guid.CreateVersion7(), "containers", 10, house.Tray)).Status);
        Assert.Equal(100, await LeftAsync("mix"));
        await house.WindToAsync(House.Today.AddDays(1));
        var batch = await house.KeepAsync(house.Input());
        var sown = house.Sown(72, House.Today.AddDays(1).ToString("yyyy-MM-dd"));
        await house.LogAsync(batch, sown);
        Assert.Equal(9, await LeftAsync("containers", house.Tray));
        Assert.True(await LeftAsync("mix") < 100);
        // It was the day of the count, after all: what was counted then is what was left of it.
        var right = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["kind"] = "corrected",
            ["corrects"] = (Guid)sown["id"]!,
            ["happenedOn"] = House.Today.AddDays(1).ToString("yyyy-MM-dd"),
            ["newDay"] = House.Today.ToString("yyyy-MM-dd"),
            ["seeds"] = (int)sown["seeds"]!,
            ["containers"] = 72,
        };
        var (status, body) = await house.LogAsync(batch, right);
        Assert.True(status == 200, body.ToJsonString());
        Assert.Equal((10, 100), (await LeftAsync("containers", house.Tray), await LeftAsync("mix")));
        var undone = (JsonObject)right.DeepClone();
        (undone["id"], undone["kind"], undone["corrects"]) = (Guid.CreateVersion7(), "undo", (Guid)right["id"]!);
        foreach (var field in new[] { "newDay", "seeds", "containers" })
            undone.Remove(field);
        Assert.Equal(200, (await house.LogAsync(batch, undone)).Status);
        Assert.Equal(9, await LeftAsync("containers", house.Tray));
        // What work to come takes stands beside it, as a table too.
        var pots = (await house.GetAsync("needs"))["list"]!.AsArray().Single(n => (Guid?)n!["container"] == house.Pot)!;
        Assert.Null((double?)pots["have"]);
        Assert.Equal(204, (await CountAsync(Guid.CreateVersion7(), "containers", 3, house.Pot)).Status);
        pots = (await house.GetAsync("needs"))["list"]!.AsArray().Single(n => (Guid?)n!["container"] == house.Pot)!;
        Assert.Equal((double)pots["amount"]! - 3, (double)pots["buy"]!);
        var table = (await house.Client.GetStringAsync(house.Path("needs.csv"))).Split("\r\n");
        Assert.Equal("what,unit,needed,by,in store,to buy", table[0]);
        Assert.Contains(table, line => line.StartsWith((string)pots["name"]! + ",", StringComparison.Ordinal) && line.Contains(",3,"));
        // Taken back, it lies there again.
        Assert.Equal(
            200,
            (
                await house.LogAsync(
                    batch,
                    new JsonObject
                    {
                        ["id"] = Guid.CreateVersion7(),
                        ["kind"] = "undo",
                        ["corrects"] = (Guid)sown["id"]!,
                        ["happenedOn"] = House.Today.AddDays(1).ToString("yyyy-MM-dd"),
                    }
                )
            ).Status
        );
        Assert.Equal(10, await LeftAsync("containers", house.Tray));
        Assert.Equal(100, await LeftAsync("mix"));
        var helper = await house.EnterAsync(await house.AddAsync("Store helper", Juvenal.Store.Accounts.Role.Helper));
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await helper.DeleteAsync(house.Path($"store/{id}"))).StatusCode);
        await house.Client.DeleteAsync(house.Path($"store/{id}"));
        Assert.Null(await LeftAsync("mix"));
        // A pot that nothing uses goes with its price and its count.
        var spare = (Guid)
            (await house.GetAsync("catalogue"))["containers"]!.AsArray().Single(c => (string)c!["name"]! == "12 L tub")!["id"]!;
        await PriceAsync("container", 2, spare);
        Assert.Equal(204, (await CountAsync(Guid.CreateVersion7(), "containers", 3, spare)).Status);
        Assert.Equal(System.Net.HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"containers/{spare}"))).StatusCode);
        Assert.Null(await LeftAsync("containers", spare));
        Assert.Equal(422, (await CountAsync(Guid.CreateVersion7(), "mix", -1)).Status);
        Assert.Equal(422, (await CountAsync(Guid.CreateVersion7(), "containers", 1)).Status);
        Assert.Equal(422, (await CountAsync(Guid.CreateVersion7(), "mix", 1, house.Tray)).Status);
        Assert.Equal(422, (await house.PutAsync("prices", Price("kwh", -1))).Status);
        Assert.Equal(422, (await house.PutAsync("prices", Price("container", 1, Guid.NewGuid()))).Status);
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task Watts_and_the_area_they_light_tell_how_light_it_is()
    {
        var place = (await house.GetAsync("catalogue"))["places"]!
            .AsArray()
            .Single(p => (string)p!["name"]! == "Lamps")!
            .DeepClone()
            .AsObject();
        (place["lampWatts"], place["lampM2"], place["lampHours"]) = (120, 1.5, 14);
        Assert.Equal(204, (await house.PutAsync("places", place)).Status);
        var light = await LightAsync((Guid)place["id"]!);
        // 1.5 · 120 / 1.5 = 120 µmol for 14 h: 6.05 mol.
        Assert.Equal(6.05, (double)light["mol"]!, 2);
        Assert.Equal((true, "About 6 mol of light a day; 12 are wanted."), ((bool)light["tooLittle"]!, (string)light["text"]!));
        // 18 h of them are 7.8 mol: longer does not do, stronger does.
        Assert.Equal("Or lower them, to 208 µmol at the leaves instead of 120, 16 h.", (string)Assert.Single(light["mends"]!.AsArray())!);

        place = (await house.GetAsync("catalogue"))["places"]!
            .AsArray()
            .Single(p => (string)p!["name"]! == "Lamps")!
            .DeepClone()
            .AsObject();
        (place["lampUmol"], place["lampHours"]) = (220, 12);
        Assert.Equal(204, (await house.PutAsync("places", place)).Status);
        Assert.StartsWith("Lamps on for 16 h instead of 12 would do", (string)(await LightAsync((Guid)place["id"]!))["mends"]![0]!);
        place["version"] = (int)place["version"]! + 1;
        (place["lampWatts"], place["lampM2"]) = (100, null);
        Assert.Equal("Watts and the area they light go together.", House.Sentence((await house.PutAsync("places", place)).Body, "lampM2"));
        var (status, umol) = await house.PostAsync("light-at-leaves", new JsonObject { ["lux"] = 6700 });
        Assert.Equal((200, 100), (status, (double)umol["ppfd"]!));
        Assert.NotNull(House.Sentence((await house.PostAsync("light-at-leaves", new JsonObject { ["lux"] = -5 })).Body, "lux"));
    }

    [Fact]
    public async Task What_was_to_be_opened_is_said_once_and_is_no_walk()
    {
        await house.WindToAsync(House.Today);
        var id = Guid.CreateVersion7();
        Assert.Equal(204, (await house.PostAsync("round/opened", new JsonObject { ["id"] = id })).Status);
        var round = await house.GetAsync("round");
        Assert.Equal((id, (JsonNode?)null), ((Guid)round["morning"]!["opened"]!["id"]!, round["walked"]));
        await house.WindToAsync(House.Today.AddDays(1));
        Assert.Null((await house.GetAsync("round"))["morning"]!["opened"]);
        await house.WindToAsync(House.Today);
        await house.Client.DeleteAsync(house.Path($"round/walked/{id}"));
        Assert.Null((await house.GetAsync("round"))["morning"]!["opened"]);
    }

    private async Task<JsonNode> LightAsync(Guid place) =>
        (await house.GetAsync("places/light")).AsArray().Single(l => (Guid)l!["placeId"]! == place)!;

    private async Task<double?> LeftAsync(string kind, Guid? container = null) =>
        (double?)
            (await house.GetAsync("store"))
                .AsArray()
                .SingleOrDefault(s => (string)s!["kind"]! == kind && (Guid?)s["container"] == container)
                ?["left"];

    private Task<(int Status, JsonNode Body)> CountAsync(Guid id, string kind, double amount, Guid? container = null) =>
        house.PostAsync(
            "store",
            new JsonObject
            {
                ["id"] = id,
                ["kind"] = kind,
                ["container"] = container,
                ["amount"] = amount,
            }
        );

    private async Task PriceAsync(string what, double? amount, Guid? container = null) =>
        Assert.Equal(204, (await house.PutAsync("prices", Price(what, amount, container))).Status);

    private static JsonObject Price(string what, double? amount, Guid? container = null) =>
        new()
        {
            ["what"] = what,
            ["container"] = container,
            ["amount"] = amount,
        };
}
