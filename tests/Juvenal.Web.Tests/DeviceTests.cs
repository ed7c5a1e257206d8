using System.Text.Json.Nodes;
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
    public async Task A_folder_is_read_when_asked_and_says_what_it_cannot_read()
    {
        var view = await house.GetAsync("site/view");
        var folder = (string)view["folder"]!;
        Assert.EndsWith(house.Nursery.ToString(), folder);
        Directory.CreateDirectory(folder);
        try
        {
            await File.WriteAllTextAsync(
                Path.Combine(folder, "station.csv"),
                "date,tmin,tmax\n2026-01-30,-3.5,4\n2026-01-31,-1,6\n2026-02-01,0,1\n"
            );
            Assert.Equal(200, await ChooseAsync("folder"));
            // Today's is not whole yet.
            Assert.Equal("2026-01-31", (string)(await house.GetAsync("site/view"))["record"]!["last"]!);

            await File.WriteAllTextAsync(Path.Combine(folder, "station.csv"), "nothing of use\n");
            await house.PostAsync("clock", new JsonObject { ["days"] = 1 });
            Assert.Equal("station.csv has no columns date, tmin and tmax.", (string)(await house.GetAsync("site/view"))["deviceNote"]!);
            await File.WriteAllTextAsync(Path.Combine(folder, "station.csv"), "date,tmin,tmax\n2026-02-01,0,1\n");
            await house.PostAsync("clock", new JsonObject { ["days"] = 1 });
            Assert.Null((string?)(await house.GetAsync("site/view"))["deviceNote"]);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
            await ChooseAsync("none");
            await house.WindToAsync(House.Today);
            await house.Client.DeleteAsync(house.Path("weather"));
        }
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
