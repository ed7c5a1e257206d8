using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Feeding: fertilisers by their labels, which place, how much, and one tap for it.</summary>
public class FeedTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_place_is_fed_by_one_tap_asked_again_after_a_week_and_taken_back()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        await house.LogAsync(batch, house.Sown(72, "2026-01-05"));
        await house.LogAsync(batch, house.Up(60, "2026-01-15"));
        var place = await PlaceAsync(batch);
        foreach (var there in (await house.GetAsync("fertilisers")).AsArray())
            await house.Client.DeleteAsync(house.Path($"fertilisers/{there!["id"]}"));
        // Nobody said what there is: how strong is said, and how much water.
        var feeding = (await house.GetAsync("round"))["feeding"]!;
        Assert.Null((string?)feeding["fertiliser"]);
        // 15 % of what the cells hold.
        var cell = (double)
            (await house.GetAsync("catalogue"))["containers"]!.AsArray().Single(c => (string)c!["id"]! == house.Tray.ToString())![
                "litres"
            ]!;
        var litres = (int)(await house.GetAsync($"batches/{batch}"))["groups"]![0]!["containers"]! * cell * 0.15;
        var water = FormattableString.Invariant($"{Math.Round(litres, 2) * 1000:0} mL");
        Assert.Equal($"60 plants: 75 ppm nitrogen, {water} of water", (string)Line(feeding, place)["text"]![0]!);

        Assert.Equal(204, (await house.PutAsync("fertilisers", Fertiliser(Guid.CreateVersion7(), 20))).Status);
        feeding = (await house.GetAsync("round"))["feeding"]!;
        Assert.Equal("Label 20", (string)feeding["fertiliser"]!);
        // 75 ppm of 20 % N: 0.375 g/L.
        var grams = FormattableString.Invariant($"{0.375 * Math.Round(litres, 2):0.00} g");
        var stock = FormattableString.Invariant($"{0.375 * Math.Round(litres, 2) / 100 * 1000:0} mL of stock");
        Assert.Equal($"60 plants: 75 ppm nitrogen, {grams} in {water}, or {stock}", (string)Line(feeding, place)["text"]![0]!);

        var id = Guid.CreateVersion7();
        Assert.Equal(204, (await FedAsync(place, id)).Status);
        // Sent again it is the same one.
        Assert.Equal(204, (await FedAsync(place, id)).Status);
        Assert.Equal(id, (Guid)Line((await house.GetAsync("round"))["feeding"]!, place)["fed"]!);
        await house.WindToAsync(House.Today.AddDays(6));
        Assert.Null((await house.GetAsync("round"))["feeding"]);
        await house.WindToAsync(House.Today.AddDays(7));
        Assert.Equal("fed on Sun 1 Feb", (string)Line((await house.GetAsync("round"))["feeding"]!, place)["last"]!);

        var second = Guid.CreateVersion7();
        Assert.Equal(204, (await FedAsync(place, second)).Status);
        Assert.False((bool)Line((await house.GetAsync("round"))["feeding"]!, place)["due"]!);
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"places/{place}/fed/{second}"))).StatusCode);
        Assert.True((bool)Line((await house.GetAsync("round"))["feeding"]!, place)["due"]!);
        // What was fed last week is not taken back today.
        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.DeleteAsync(house.Path($"places/{place}/fed/{id}"))).StatusCode);

        // In the mix, nothing else: the Round does not ask.
        var rules = await house.GetAsync("rules");
        var changed = rules["rules"]!.DeepClone().AsObject();
        changed["feeding"] = "in-mix";
        Assert.Equal(
            200,
            (await house.PutAsync("rules", new JsonObject { ["version"] = (int)rules["version"]!, ["rules"] = changed })).Status
        );
        Assert.Null((await house.GetAsync("round"))["feeding"]);
        await house.WindToAsync(House.Today);
    }

    [Fact]
    public async Task One_fertiliser_is_in_use_and_what_no_label_says_is_refused()
    {
        var (first, second) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        Assert.Equal(204, (await house.PutAsync("fertilisers", Fertiliser(first, 8))).Status);
        Assert.Equal(204, (await house.PutAsync("fertilisers", Fertiliser(second, 5))).Status);
        var all = (await house.GetAsync("fertilisers")).AsArray();
        Assert.Equal(second, (Guid)Assert.Single(all, f => (bool)f!["inUse"]!)!["id"]!);

        foreach (
            var (field, value) in new (string, JsonNode?)[]
            {
                ("nitrogenPercent", 0),
                ("nitrogenPercent", 101),
                ("potashPercent", -1),
                ("name", " "),
            }
        )
        {
            var odd = Fertiliser(Guid.CreateVersion7(), 10);
            odd[field] = value?.DeepClone();
            var (status, body) = await house.PutAsync("fertilisers", odd);
            Assert.Equal((422, field), (status, Assert.Single(body["errors"]!.AsObject()).Key));
        }

        // Who comes second is told.
        var stale = Fertiliser(first, 9);
        stale["version"] = 7;
        Assert.Equal(409, (await house.PutAsync("fertilisers", stale)).Status);
        var helper = await house.EnterAsync(await house.AddAsync("Feeding helper", Role.Helper));
        Assert.Equal(HttpStatusCode.OK, (await helper.GetAsync(house.Path("fertilisers"))).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await helper.PutAsJsonAsync(house.Path("fertilisers"), Fertiliser(first, 3))).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await house.Client.DeleteAsync(house.Path($"fertilisers/{first}"))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await house.Client.DeleteAsync(house.Path($"fertilisers/{first}"))).StatusCode);
    }

    [Fact]
    public async Task An_empty_place_is_not_fed()
    {
        var (status, body) = await FedAsync(house.Porch, Guid.CreateVersion7());
        Assert.Equal((422, "Nothing that stands there is fed today."), (status, House.Sentence(body, "place")));
        Assert.Equal(404, (await FedAsync(Guid.CreateVersion7(), Guid.CreateVersion7())).Status);
    }

    private Task<(int Status, JsonNode Body)> FedAsync(Guid place, Guid id) =>
        house.PostAsync($"places/{place}/fed", new JsonObject { ["id"] = id });

    private async Task<Guid> PlaceAsync(Guid batch) => (Guid)(await house.GetAsync($"batches/{batch}"))["groups"]![0]!["placeId"]!;

    private static JsonNode Line(JsonNode feeding, Guid place) =>
        feeding["places"]!.AsArray().Single(p => (string)p!["placeId"]! == place.ToString())!;

    private static JsonObject Fertiliser(Guid id, double nitrogen) =>
        new()
        {
            ["id"] = id,
            ["version"] = 0,
            ["name"] = $"Label {nitrogen}",
            ["nitrogenPercent"] = nitrogen,
            ["phosphatePercent"] = null,
            ["potashPercent"] = 10,
            ["inUse"] = true,
        };
}
