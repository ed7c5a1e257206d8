using System.Text.Json.Nodes;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Plants that are ready to go out in May, and nights that are forecast for them.</summary>
internal static class ColdNights
{
    public static readonly DateOnly Day = new(2026, 5, 16);

    public static JsonObject Done(JsonNode card) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["extraId"] = Guid.CreateVersion7(),
            ["happenedOn"] = "2026-05-16",
            ["count"] = (int)card["count"]!,
            ["from"] = card["from"]!.DeepClone(),
        };

    public static JsonObject Call(JsonNode card)
    {
        var call = Done(card);
        call["myCall"] = true;
        return call;
    }

    public static async Task<JsonNode> CardAsync(House house, Guid batch) =>
        (await house.GetAsync("round"))["stops"]!
            .AsArray()
            .SelectMany(s => s!["tasks"]!.AsArray())
            .First(t => (string)t!["batchId"]! == batch.ToString())!;

    /// <summary>Seventy plants in their last pots in the glasshouse, in the middle of May.</summary>
    /// <param name="house">Its clock is wound to <see cref="Day"/>.</param>
    /// <param name="input">Of the batch; null: 60 for the bed.</param>
    public static async Task<Guid> ReadyToHardenAsync(House house, JsonObject? input = null)
    {
        await house.WindToAsync(House.Today);
        var batch = await house.KeepAsync(input ?? house.Input());
        await house.WindToAsync(Day);
        // What another test of the class had forecast, or had come, is not of this one.
        await house.Database.ActAsync(
            house.Nursery,
            null,
            Touches.Inputs,
            async n =>
            {
                await new RecordStore(n).PutForecastAsync([], default);
                await new RecordStore(n).ForgetAsync(all: true, default);
            },
            default
        );
        foreach (
            var entry in new JsonObject[]
            {
                house.Sown(80, "2026-03-20"),
                house.Up(70, "2026-04-05"),
                new()
                {
                    ["kind"] = "moved",
                    ["stage"] = "prick-out",
                    ["from"] = house.Group(house.Mat),
                    ["to"] = house.Group(house.Glass, pot: true),
                    ["seedlings"] = 70,
                    ["containers"] = 80,
                    ["containersTo"] = 70,
                    ["happenedOn"] = "2026-04-12",
                },
            }
        )
        {
            var (status, body) = await house.LogAsync(batch, entry);
            Assert.True(status == 200, body.ToJsonString());
        }

        return batch;
    }

    public static Task ForecastAsync(House house, DateOnly madeOn, params double[] lows) =>
        house.Database.ActAsync(
            house.Nursery,
            null,
            Touches.Inputs,
            n =>
                new RecordStore(n).PutForecastAsync(
                    [.. lows.Select((l, i) => new ForecastRow(madeOn.AddDays(i + 1), madeOn, l, l + 10))],
                    default
                ),
            default
        );
}
