using System.Globalization;
using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
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
        Assert.StartsWith("From 3 readings on", await TextAsync(house.Glass), StringComparison.Ordinal);

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
            "Nights 4 °C colder than reckoned by 3 readings, days 4 °C colder than reckoned by 3 readings. Plans and Tonight go by that.",
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
