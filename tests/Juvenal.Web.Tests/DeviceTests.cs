using System.Text.Json.Nodes;
using Juvenal.Core.Site;
using Juvenal.Store.Site;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Devices: the stand-ins follow the nursery's clock, a folder's files are read as they come.</summary>
public class DeviceTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Stand_ins_bring_each_day_as_the_clock_is_wound()
    {
        Assert.Equal(200, await ChooseAsync("stand-in"));
        var first = await house.GetAsync("site/view");
        Assert.Equal(("2026-01-31", 10), ((string)first["record"]!["last"]!, first["forecast"]!.AsArray().Count));
        Assert.Equal(200, (await house.PostAsync("clock", new JsonObject { ["days"] = 3 })).Status);
        var second = await house.GetAsync("site/view");
        Assert.Equal(("2026-02-03", "2026-02-05"), ((string)second["record"]!["last"]!, (string)second["forecast"]![0]!["day"]!));
        Assert.Equal(200, await ChooseAsync("none"));
        await house.WindToAsync(House.Today);
        await house.Client.DeleteAsync(house.Path("weather"));
    }

    [Fact]
    public async Task A_folder_is_made_when_it_is_chosen_and_says_what_it_cannot_read()
    {
        await InFolderAsync(async folder =>
        {
            Assert.Equal(12, Path.GetFileName(folder).Length);
            Drop("station.csv", "date,tmin,tmax\n2026-01-30,-3.5,4\n2026-01-31,-1,6\n2026-02-01,0,1\n");
            // Today's is not whole yet.
            Assert.Equal("2026-01-31", (string)(await LookAsync())["record"]!["last"]!);

            // What is known needs nothing new, and still is looked at.
            Drop("station.csv", "nothing of use\n");
            Assert.Equal("station.csv has no columns date, tmin and tmax.", (string)(await LookAsync())["deviceNote"]!);
            Drop("station.csv", "date,tmin,tmax\n2026-01-31,-1,6\n");
            Assert.Null((string?)(await LookAsync())["deviceNote"]);

            void Drop(string name, string text) => File.WriteAllText(Path.Combine(folder, name), text);
        });
    }

    [Fact]
    public async Task A_night_that_comes_late_or_is_put_right_takes_its_place()
    {
        await InFolderAsync(async folder =>
        {
            await File.WriteAllTextAsync(
                Path.Combine(folder, "station.csv"),
                "date,tmin,tmax\n2026-01-29,1,7\n2026-01-30,2,8\n2026-01-31,1,6\n"
            );
            await File.WriteAllTextAsync(Path.Combine(folder, "soil.csv"), "date,surface,celsius\n2026-01-31,bare,4\n");
            await LookAsync();
            await File.WriteAllTextAsync(
                Path.Combine(folder, "station.csv"),
                "date,tmin,tmax\n2026-01-27,3,9\n2026-01-29,1,7\n2026-01-30,-5.5,8\n2026-01-31,1,6\n"
            );
            await File.WriteAllTextAsync(
                Path.Combine(folder, "soil.csv"),
                "date,surface,celsius\n2026-01-28,bare,3.5\n2026-01-31,bare,4.5\n"
            );
            await LookAsync();
            var record = await house.Client.GetStringAsync(house.Path("weather"));
            Assert.Contains("2026-01-27,3,9", record, StringComparison.Ordinal);
            Assert.Contains("2026-01-30,-5.5,8", record, StringComparison.Ordinal);
            await using var reading = await house.Database.ReadAsync(house.Nursery, default);
            var soil = await new RecordStore(reading).SoilReadingsAsync(new(2026, 1, 1), default);
            // Whatever a stand-in said of other days.
            foreach (var (day, celsius) in new[] { (28, 3.5), (31, 4.5) })
                Assert.Equal(celsius, Assert.Single(soil, r => r.Day == new DateOnly(2026, 1, day) && r.Surface == Surface.Bare).Celsius);
        });
    }

    private async Task InFolderAsync(Func<string, Task> act)
    {
        await house.WindToAsync(House.Today);
        Assert.Equal(200, await ChooseAsync("folder"));
        var folder = (string)(await house.GetAsync("site/view"))["folder"]!;
        try
        {
            await act(folder);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
            await ChooseAsync("none");
            await house.Client.DeleteAsync(house.Path("weather"));
        }
    }

    /// <summary>As each minute.</summary>
    private async Task<JsonNode> LookAsync()
    {
        await house.LookAtAllAsync();
        return await house.GetAsync("site/view");
    }

    private async Task<int> ChooseAsync(string source)
    {
        var input = (await house.GetAsync("site"))["input"]!.DeepClone();
        input["devices"] = new JsonObject
        {
            ["station"] = source,
            ["probe"] = source,
            ["forecast"] = source,
        };
        return (await house.PutAsync("site", input)).Status;
    }
}
