using System.Text.Json.Nodes;
using Juvenal.Devices;
using Juvenal.Store.Accounts;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Deep mulch is pulled back before peppers and put back after. A house of its own: its bed is mulched.</summary>
public class MulchTests(House house) : MulchedBed(house), IClassFixture<House>
{
    [Fact]
    public async Task Mulch_is_pulled_back_two_weeks_before_peppers_and_goes_back_when_none_are_to_come()
    {
        await House.WindToAsync(Juvenal.Web.Tests.House.Today);
        await LiesAsync("bare");
        Assert.Equal("Bed has no deep mulch.", Juvenal.Web.Tests.House.Sentence((await DoAsync("pull-back")).Body, "place"));
        await LiesAsync("mulch");
        var input = House.Input(24, cultivar: House.Pepper);
        input["locks"] = new JsonObject { ["plantOut"] = "2026-06-06" };
        var batch = await House.KeepAsync(input);
        var sheet = (await SheetAsync())!;
        Assert.Equal(("pull-back", false), ((string)sheet["work"]!, (bool)sheet["isDue"]!));
        Assert.Equal("From Sat 23 May: for 24 peppers, Sat 6 Jun. Sun on bare soil warms it.", (string)sheet["text"]!);
        Assert.Empty((await House.GetAsync("round"))["mulch"]!.AsArray());

        // A calendar has it on its day, and no more once it is done.
        Assert.Equal(new DateOnly(2026, 5, 23), Assert.Single(await CalledAsync()));

        var day = new DateOnly(2026, 5, 23);
        await House.WindToAsync(day);
        var due = Assert.Single((await House.GetAsync("round"))["mulch"]!.AsArray())!;
        Assert.StartsWith("For 24 peppers, ", (string)due["text"]!, StringComparison.Ordinal);
        Assert.Equal("The mulch of Bed lies already.", Juvenal.Web.Tests.House.Sentence((await DoAsync("put-back")).Body, "place"));
        var id = Guid.CreateVersion7();
        Assert.Equal(204, (await DoAsync("pull-back", id)).Status);
        // The same once more is no other; another one is said.
        Assert.Equal(204, (await DoAsync("pull-back", id)).Status);
        Assert.Equal(
            "The mulch of Bed is pulled back already.",
            Juvenal.Web.Tests.House.Sentence((await DoAsync("pull-back")).Body, "place")
        );
        Assert.Empty(await CalledAsync());
        due = Assert.Single((await House.GetAsync("round"))["mulch"]!.AsArray())!;
        Assert.Equal(("put-back", false, (Guid?)id), ((string)due["work"]!, (bool)due["isDue"]!, (Guid?)due["done"]!["id"]));

        // A helper does it, takes it back, and only what was the last.
        var helper = await House.EnterAsync(await House.AddAsync("Mulch helper", Role.Helper));
        Assert.Equal(404, (int)(await helper.DeleteAsync(House.Path($"beds/{House.Bed}/mulch/{Guid.CreateVersion7()}"))).StatusCode);
        Assert.Equal(204, (int)(await helper.DeleteAsync(House.Path($"beds/{House.Bed}/mulch/{id}"))).StatusCode);
        Assert.True((bool)Assert.Single((await House.GetAsync("round"))["mulch"]!.AsArray())!["isDue"]!);
        Assert.Equal(204, (await DoAsync("pull-back")).Status);

        // Past the day it was done it stands; once nothing is to come, it goes back.
        await House.WindToAsync(day.AddDays(3));
        Assert.Empty((await House.GetAsync("round"))["mulch"]!.AsArray());
        Assert.StartsWith("Pulled back on ", (string)(await SheetAsync())!["text"]!, StringComparison.Ordinal);
        Assert.Equal(204, (await House.PutAsync($"batches/{batch}/end", new JsonObject { ["reason"] = "given-up" })).Status);
        due = Assert.Single((await House.GetAsync("round"))["mulch"]!.AsArray())!;
        Assert.EndsWith("No peppers are to go in any more.", (string)due["text"]!, StringComparison.Ordinal);
        Assert.Equal(204, (await DoAsync("put-back")).Status);
        await House.WindToAsync(day.AddDays(4));
        Assert.Null(await SheetAsync());
    }

    private async Task<List<DateOnly>> CalledAsync()
    {
        var (_, key) = await House.PostAsync("calendar", new JsonObject());
        var read = Ical.Net.Calendar.Load(await House.Client.GetStringAsync((string)key["path"]!))!;
        await House.Client.DeleteAsync(House.Path($"calendar/{(Guid)key["id"]!}"));
        return [.. read.Events.Where(e => e.Summary == "Pull the mulch back: Bed").Select(e => DateOnly.FromDateTime(e.Start!.Value))];
    }
}

/// <summary>Soil under mulch, by the record of a site.</summary>
public class MulchedSoilTests(House house) : MulchedBed(house), IClassFixture<House>
{
    [Fact]
    public async Task Peppers_are_planned_for_bare_soil_and_tomatoes_for_what_lies_there()
    {
        await House.WindToAsync(Juvenal.Web.Tests.House.Today);
        await LiesAsync("bare");
        using var csv = new StringContent(RecordTests.Csv(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31))));
        csv.Headers.ContentType = new("text/csv");
        Assert.Equal(200, (int)(await House.Client.PostAsync(House.Path("weather"), csv)).StatusCode);
        var (pepper, tomato) = (await PlannedAsync(House.Pepper), await PlannedAsync(House.Tomato));
        await LiesAsync("mulch");
        Assert.Equal(pepper, await PlannedAsync(House.Pepper));
        Assert.True(await PlannedAsync(House.Tomato) > tomato);
        var windows = (await House.GetAsync("site/view?surface=bare"))["windows"]!.AsArray();
        Assert.Equal(
            ["pepper bare", "tomato mulch"],
            windows.Where(w => w!["beds"]!.AsArray().Count > 0).Select(w => $"{(string)w!["crop"]!} {(string)w["surface"]!}").Order()
        );
        // Pulled back, it is bare for both.
        Assert.Equal(204, (await DoAsync("pull-back")).Status);
        Assert.Equal(tomato, await PlannedAsync(House.Tomato));
        Assert.Equal(204, (await DoAsync("put-back")).Status);
        await House.Client.DeleteAsync(House.Path("weather"));
    }
}

/// <summary>A house whose bed is mulched.</summary>
public abstract class MulchedBed(House house)
{
    protected House House { get; } = house;

    protected async Task LiesAsync(string surface)
    {
        var place = (JsonObject)
            (await House.GetAsync("catalogue"))["places"]!.AsArray().Single(p => (Guid)p!["id"]! == House.Bed)!.DeepClone();
        place["surface"] = surface;
        Assert.Equal(204, (await House.PutAsync("places", place)).Status);
    }

    protected async Task<DateOnly> PlannedAsync(Guid cultivar)
    {
        var (_, plan) = await House.PostAsync("plan", House.Input(24, cultivar: cultivar));
        return DateOnly.Parse(
            (string)plan["steps"]!.AsArray().Single(s => (string)s!["step"]!["kind"]! == "plant-out")!["mid"]!,
            System.Globalization.CultureInfo.InvariantCulture
        );
    }

    protected async Task<JsonNode?> SheetAsync() =>
        (await House.GetAsync("beds")).AsArray().Single(b => (Guid)b!["placeId"]! == House.Bed)!["mulch"];

    protected Task<(int Status, JsonNode Body)> DoAsync(string work, Guid? id = null) =>
        House.PostAsync($"beds/{House.Bed}/mulch", new JsonObject { ["id"] = id ?? Guid.CreateVersion7(), ["work"] = work });
}
