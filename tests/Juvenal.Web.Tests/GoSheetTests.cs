using System.Text.Json.Nodes;
using Juvenal.Store.Accounts;
using Xunit;
using static Juvenal.Web.Tests.ColdNights;

namespace Juvenal.Web.Tests;

/// <summary>Go or hold: the sheet says what the card says, with all that it rests on.</summary>
public class GoSheetTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task The_sheet_names_each_factor_its_limit_and_what_waiting_costs()
    {
        var batch = await ReadyToHardenAsync(house);
        // Without a forecast nothing is made up.
        var unknown = await house.GetAsync($"batches/{batch}/go");
        Assert.Null((string?)unknown["verdict"]);
        Assert.StartsWith("It cannot be told", (string)unknown["text"]!, StringComparison.Ordinal);

        await ForecastAsync(house, Day, 12, 12, 12, 12, 12, 12, 12, 12, 12, 12);
        var mild = await house.GetAsync($"batches/{batch}/go");
        Assert.Equal("hold", (string)mild["verdict"]!);
        var nights = Of(mild, "nights");
        Assert.Equal(
            ("pass", "12 °C", "10 °C wanted, with cover 7 °C"),
            ((string)nights["result"]!, (string)nights["value"]!, (string)nights["note"]!)
        );
        // They have not been outdoors yet.
        var tender = Of(mild, "hardening");
        Assert.Equal(("fail", "0 of 10 rungs"), ((string)tender["result"]!, (string)tender["value"]!));
        Assert.Contains(mild["waiting"]!.AsArray(), w => ((string)w!).StartsWith("The plan has ", StringComparison.Ordinal));

        await ForecastAsync(house, Day, 12, 8, 12, 12, 12, 12, 12, 12, 12, 12);
        Assert.Equal("near", (string)Of(await house.GetAsync($"batches/{batch}/go"), "nights")["result"]!);
        await ForecastAsync(house, Day, 12, 8, 12, 12, 12, 12, 12, 12, 12, 0.5);
        var frost = await house.GetAsync($"batches/{batch}/go");
        // The tenth night errs by a degree: it may freeze, and it is shown as far.
        Assert.Equal("fail", (string)Of(frost, "freeze")["result"]!);
        Assert.Equal([7, 3], frost["nights"]!.AsArray().GroupBy(n => (bool)n!["far"]!).OrderBy(g => g.Key).Select(g => g.Count()));
        Assert.All(
            frost["factors"]!.AsArray(),
            f =>
            {
                Assert.InRange((double)f!["tick"]!, 0, 1);
                Assert.InRange((double?)f["bar"] ?? 0, 0, 1);
            }
        );
        var helper = await house.EnterAsync(await house.AddAsync("Go helper", Role.Helper));
        Assert.Equal(System.Net.HttpStatusCode.OK, (await helper.GetAsync(house.Path($"batches/{batch}/go"))).StatusCode);
        Assert.Equal(
            System.Net.HttpStatusCode.NotFound,
            (await house.Client.GetAsync(house.Path($"batches/{Guid.CreateVersion7()}/go"))).StatusCode
        );
    }

    private static JsonNode Of(JsonNode sheet, string name) => sheet["factors"]!.AsArray().First(f => (string)f!["name"]! == name)!;
}
