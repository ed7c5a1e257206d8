using System.Globalization;
using System.Text.Json.Nodes;
using Juvenal.Core.Site;
using Juvenal.Store.Accounts;
using Juvenal.Store.Site;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>A thermometer in a place is believed: plans go by it.</summary>
public class ThermometerTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_house_that_is_read_colder_grows_slower_until_the_readings_are_taken_back()
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(house.Input());
        var before = await SownAsync(batch);
        Assert.StartsWith("Read it in the morning: plans of this season", await TextAsync(house.Glass), StringComparison.Ordinal);

        var ids = new List<Guid>();
        for (var i = 0; i < 3; i++)
        {
            ids.Add(Guid.CreateVersion7());
            Assert.Equal(
                204,
                (
                    await PutAsync(
                        house.Glass,
                        House.Today.AddDays(-i),
                        await KeptAsync("nightC") - 4,
                        await KeptAsync("dayC") - 4,
                        ids[^1]
                    )
                ).Status
            );
        }

        Assert.Equal(
            "Nights 4 °C colder by 3 readings, of which 1.2 °C count this season. Days 4 °C colder by 3 readings, of which 1.2 °C count this season.",
            await TextAsync(house.Glass)
        );
        Assert.True(await SownAsync(batch) < before, "colder is slower: sown sooner");
        foreach (var id in ids)
            Assert.True(
                (
                    await house.Client.SendAsync(new(HttpMethod.Delete, house.Path($"places/{house.Glass}/readings/{id}")))
                ).IsSuccessStatusCode
            );
        Assert.Equal(before, await SownAsync(batch));
    }

    /// <summary>Five readings of a sensor on a warm wall silenced a frost once.</summary>
    [Fact]
    public async Task A_warm_thermometer_never_silences_tonight_and_a_cold_one_counts_at_once()
    {
        var batch = await ColdNights.ReadyToHardenAsync(house);
        await ColdNights.ForecastAsync(house, ColdNights.Day, 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        await house.PostAsync(
            $"batches/{batch}/steps/{House.Step(batch, "harden")}/done",
            ColdNights.Done(await ColdNights.CardAsync(house, batch))
        );
        await ColdNights.ForecastAsync(house, ColdNights.Day, 6, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        await KnownAsync(6);
        var before = await TonightAsync();
        Assert.StartsWith("Tonight 6 °C at", (string)before["title"]!, StringComparison.Ordinal);

        var warm = await ReadAsync(14);
        var tonight = await TonightAsync();
        Assert.Equal((string)before["title"]!, (string)tonight["title"]!);
        Assert.Contains("warmer by 5 readings: in the sun, or by a wall?", (string)tonight["note"]!, StringComparison.Ordinal);
        await TakeBackAsync(warm);
        var mild = await ReadAsync(8);
        Assert.Equal((string)before["title"]!, (string)(await TonightAsync())["title"]!);
        await TakeBackAsync(mild);

        var cold = await ReadAsync(3.5);
        tonight = await TonightAsync();
        Assert.StartsWith("Tonight 3.5 °C at", (string)tonight["title"]!, StringComparison.Ordinal);
        Assert.Contains("of which 2.5 °C colder by 5 readings", (string)tonight["note"]!, StringComparison.Ordinal);
        await TakeBackAsync(cold);

        async Task<List<Guid>> ReadAsync(double low)
        {
            var ids = Enumerable.Range(0, 5).Select(_ => Guid.CreateVersion7()).ToList();
            foreach (var (i, id) in ids.Index())
                Assert.Equal(204, (await PutAsync(house.Stand, ColdNights.Day.AddDays(-i), low, null, id)).Status);
            return ids;
        }

        async Task TakeBackAsync(List<Guid> ids)
        {
            foreach (var id in ids)
                await house.Client.DeleteAsync(house.Path($"places/{house.Stand}/readings/{id}"));
        }

        async Task<JsonNode> TonightAsync() => (await house.GetAsync("round"))["tonight"]!;

        // What the nights of the readings were outdoors.
        Task KnownAsync(double low) =>
            house.Database.ActAsync(
                house.Nursery,
                null,
                Store.Nurseries.Touches.Inputs,
                async n =>
                    await new RecordStore(n).PutAsync(
                        [.. Enumerable.Range(0, 6).Select(i => new WeatherDay(ColdNights.Day.AddDays(-i), low, low + 8))],
                        imported: true,
                        default
                    ),
                default
            );
    }

    [Fact]
    public async Task What_cannot_have_been_read_is_said_at_its_field()
    {
        var today = House.Today;
        await house.WindToAsync(today);
        Assert.Equal("lowC", Field(await PutAsync(house.Glass, today, 12, 8)));
        Assert.Equal("lowC", Field(await PutAsync(house.Glass, today, null, null)));
        Assert.Equal("lowC", Field(await PutAsync(house.Glass, today, -80, 8)));
        Assert.Equal("highC", Field(await PutAsync(house.Glass, today, 12, 90)));
        Assert.Equal("day", Field(await PutAsync(house.Glass, today.AddDays(1), 5, 8)));
        Assert.Equal("placeId", Field(await PutAsync(Guid.CreateVersion7(), today, 5, 8)));
        var helper = await house.EnterAsync(await house.AddAsync("Reading helper", Role.Helper));
        var answer = JsonNode.Parse(await helper.GetStringAsync(house.Path($"places/{house.Glass}/readings")))!;
        Assert.Empty(answer["readings"]!.AsArray());
    }

    private static string Field((int Status, JsonNode Body) answer)
    {
        Assert.Equal(422, answer.Status);
        return Assert.Single(answer.Body["errors"]!.AsObject()).Key;
    }

    private async Task<double> KeptAsync(string which) =>
        (double)(await house.GetAsync("catalogue"))["places"]!.AsArray().First(p => (Guid)p!["id"]! == house.Glass)![which]!;

    private async Task<string> TextAsync(Guid place) => (string)(await house.GetAsync($"places/{place}/readings"))["text"]!;

    private async Task<int> SownAsync(Guid batch) =>
        DateOnly
            .Parse(
                (string)
                    (await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().First(s => (string)s!["step"]!["kind"]! == "begin")![
                        "due"
                    ]!,
                CultureInfo.InvariantCulture
            )
            .DayNumber;

    private Task<(int Status, JsonNode Body)> PutAsync(Guid place, DateOnly day, double? low, double? high, Guid? id = null) =>
        house.PutAsync(
            $"places/{place}/readings",
            new JsonObject
            {
                ["id"] = id ?? Guid.CreateVersion7(),
                ["day"] = day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                ["lowC"] = low,
                ["highC"] = high,
            }
        );
}
