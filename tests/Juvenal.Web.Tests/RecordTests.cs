using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Weather comes in, is looked through, and moves the windows.</summary>
public class RecordTests(House house) : IClassFixture<House>, IAsyncLifetime
{
    public async ValueTask InitializeAsync() => await house.Client.DeleteAsync(house.Path("weather"));

    public ValueTask DisposeAsync()
    {
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }

    [Fact]
    public async Task Thirty_one_years_come_in_once_however_often_and_move_the_windows()
    {
        var batch = await house.KeepAsync(house.Input());
        var before = await PlantOutAsync(batch);
        var csv = Csv(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31)));
        var (status, kept) = await PostAsync("weather", csv);
        Assert.Equal((200, 11354), (status, (int)kept["changed"]!));
        Assert.Contains(kept["plans"]!["moved"]!.AsArray(), s => (Guid)s!["batchId"]! == batch);
        Assert.NotEqual(before, await PlantOutAsync(batch));

        var (_, again) = await PostAsync("weather", csv);
        Assert.Equal((0, 0), ((int)again["changed"]!, again["plans"]!["moved"]!.AsArray().Count));
        var corrected = Csv([new(new(2001, 5, 5), -3, 9), new(new(2026, 2, 1), 1, 8)]);
        Assert.Equal(2, (int)(await PostAsync("weather?scale=celsius", corrected)).Body["changed"]!);

        // Out as it came in.
        var lines = (await house.Client.GetStringAsync(house.Path("weather")))
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => l.TrimEnd('\r'))
            .ToList();
        Assert.Equal(
            ("date,tmin_c,tmax_c", 11356, "2001-05-05,-3,9"),
            (lines[0], lines.Count, lines.Single(l => l.StartsWith("2001-05-05", StringComparison.Ordinal)))
        );
    }

    [Fact]
    public async Task The_view_shows_every_gate_its_part_the_years_behind_it_and_the_soil()
    {
        await PostAsync("weather", Csv(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31))));
        var view = await house.GetAsync("site/view?surface=film");
        Assert.Equal(31, view["years"]!.AsArray().Count(y => (string)y!["half"]! == "spring" && (string)y["state"]! == "counted"));
        Assert.Equal(6, view["thresholds"]!.AsArray().Count);
        var windows = view["windows"]!.AsArray();
        Assert.Equal(10, windows.Count);
        Assert.All(
            windows,
            w =>
            {
                Assert.Equal((31, 0), ((int)w!["springs"]!, (int)w["never"]!));
                Assert.StartsWith("From ", (string)w["sentence"]!);
                // None by itself comes later than all together; how often each was the last is told.
                var gates = w["gates"]!.AsArray();
                Assert.True(gates.Count >= 4);
                Assert.All(gates, g => Assert.True(string.CompareOrdinal((string)g!["opens"]!, (string)w["opens"]!) <= 0));
                Assert.True(gates.Sum(g => (double)g!["last"]!) >= 1);
            }
        );
        Assert.Contains("Soil at 10 cm", windows.ToJsonString());
        Assert.True(view["soil"]!["line"]!.AsArray().Count > 60);
        Assert.NotEmpty(view["ends"]!.AsArray());
        // Typed and recorded stand side by side; typed is in use until one says otherwise.
        Assert.Equal(
            ["False True", "True False"],
            view["curves"]!
                .AsArray()
                .Where(c => (string)c!["half"]! == "spring")
                .Select(c => $"{(bool)c!["recorded"]!} {(bool)c["inUse"]!}")
                .Order()
        );
        // More risk is never later.
        var open = new List<string>();
        foreach (var risk in new[] { "0.05", "0.1", "0.2", "0.5" })
            open.Add((string)(await house.GetAsync($"site/view?risk={risk}&surface=tunnel"))["windows"]![4]!["opens"]!);
        Assert.Equal(open.OrderDescending(), open);
        Assert.Equal(422, (int)(await house.Client.GetAsync(house.Path("site/view?risk=2"))).StatusCode);
        var spring = (await house.GetAsync("site/springs/2010")).AsArray();
        Assert.Equal(151, spring.Count);
    }

    [Fact]
    public async Task A_record_alone_is_enough_to_plan_with()
    {
        var input = (await house.GetAsync("site"))["input"]!.DeepClone();
        var without = input.DeepClone();
        without["averageFrost"] = null;
        without["safeFrost"] = null;
        Assert.Equal(200, (await house.PutAsync("site", without)).Status);
        Assert.Equal(
            (false, "site"),
            ((bool)(await house.GetAsync("site"))["freezeKnown"]!, (string)(await house.GetAsync("round"))["missing"]!)
        );
        Assert.Equal(422, (await house.PostAsync("plan", house.Input())).Status);
        await PostAsync("weather", Csv(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31))));
        Assert.True((bool)(await house.GetAsync("site"))["freezeKnown"]!);
        Assert.Equal(200, (await house.PostAsync("plan", house.Input())).Status);
        input["version"] = (int)(await house.GetAsync("site"))["input"]!["version"]!;
        Assert.Equal(200, (await house.PutAsync("site", input)).Status);
    }

    [Theory]
    [InlineData("date,tmin_c,tmax_c\n2020-01-01,1e400,5\n")]
    [InlineData("date,tmin_c,tmax_c\n2020-01-01,NaN,Infinity\n")]
    [InlineData("date,tmin_c,tmax_c\n\"2020-01-01,1,5\n2020-01-02,1,5\n")]
    [InlineData("date,tmin_c,tmax_c\n0000-00-00,1,5\n")]
    [InlineData("PK\u0003\u0004\u0000\u0000 not a table at all")]
    [InlineData("=cmd|'/c calc'!A1,tmin,tmax\n")]
    public async Task Hostile_files_are_refused_in_words_and_never_break_the_server(string csv)
    {
        foreach (var path in new[] { "weather/preview", "weather" })
        {
            var (status, body) = await PostAsync(path, csv);
            Assert.True(status is 200 or 422, $"{status} {body}");
            if (status == 200 && path == "weather")
                Assert.Fail("It was kept.");
        }
    }

    [Theory]
    [InlineData(8)]
    [InlineData(15)]
    public async Task Twenty_readings_of_the_models_own_hours_leave_the_window_where_it_is(int hour)
    {
        await PostAsync("weather", Csv(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31))));
        var record = WeatherRecord.From([.. StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31))]);
        var climate = SiteClimate.From(record, 0, 48)!;
        var soil = SiteClimate.Soil(record, 0, Latitude(await house.GetAsync("site")), climate.Nights, climate.Days);
        var before = await WindowsAsync();
        var ids = new List<Guid>();
        for (var ago = 1; ago <= 20; ago++)
        {
            var day = House.Today.AddDays(-ago);
            var reading = new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["day"] = day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                ["surface"] = "film",
                ["celsius"] = soil.At(Surface.Film, day.DayNumber - record.First.DayNumber, hour),
                ["hour"] = hour,
            };
            ids.Add((Guid)reading["id"]!);
            Assert.Equal(200, (await house.PostAsync("soil", reading)).Status);
        }

        Assert.Equal(before, await WindowsAsync());
        foreach (var id in ids)
            await house.Client.DeleteAsync(house.Path($"soil/{id}"));

        static double Latitude(JsonNode site) => (double)site["input"]!["latitude"]!;
    }

    [Fact]
    public async Task Weather_that_came_first_is_read_with_the_latitude_that_the_start_asks_for()
    {
        await PostAsync("weather", Csv(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31))));
        var before = (JsonObject)(await house.GetAsync("site"))["input"]!.DeepClone();
        var at = await SoilAsync();
        await SetUpAsync(new JsonObject { ["latitude"] = 35 });
        Assert.NotEqual(at, await SoilAsync());
        await SetUpAsync(new JsonObject { ["latitude"] = (double)before["latitude"]! });
        Assert.Equal(at, await SoilAsync());

        // The sun that warms the soil stands as high as the latitude says.
        async Task<string> SoilAsync() => (await house.GetAsync("site/view?surface=film"))["soil"]!["line"]!.ToJsonString();

        async Task SetUpAsync(JsonObject change)
        {
            var site = (JsonObject)(await house.GetAsync("site"))["input"]!.DeepClone();
            foreach (var (field, value) in change)
                site[field] = value!.DeepClone();
            var start = new JsonObject
            {
                ["site"] = site,
                ["places"] = new JsonArray(),
                ["cultivars"] = new JsonArray(),
            };
            Assert.Equal(200, (await house.PostAsync("start", start)).Status);
        }
    }

    [Fact]
    public async Task Soil_that_was_read_is_believed_more_than_the_model()
    {
        await PostAsync("weather", Csv(StandIns.Weather.Days(new(1995, 1, 1), new(2026, 1, 31))));
        var before = (await house.GetAsync("site/view?surface=raised"))["soil"]!;
        Assert.Equal((0.0, 0), ((double)before["correctionC"]!, (int)before["readings"]!));
        var ids = new List<Guid>();
        foreach (var ago in new[] { 12, 6, 1 })
        {
            var day = House.Today.AddDays(-ago).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            var reckoned = before["line"]!.AsArray().FirstOrDefault(p => (string)p!["day"]! == day);
            ids.Add(Guid.CreateVersion7());
            Assert.Equal(
                200,
                (
                    await house.PostAsync(
                        "soil",
                        new JsonObject
                        {
                            ["id"] = ids[^1],
                            ["day"] = day,
                            ["surface"] = "raised",
                            ["celsius"] = (double)reckoned!["celsius"]! + 3,
                        }
                    )
                ).Status
            );
        }

        var after = (await house.GetAsync("site/view?surface=raised"))["soil"]!;
        Assert.Equal((3.0, 3, true), ((double)after["correctionC"]!, (int)after["readings"]!, (bool)after["nowRead"]!));
        Assert.Equal(
            "This day has not come yet.",
            House.Sentence(
                (
                    await house.PostAsync(
                        "soil",
                        new JsonObject
                        {
                            ["id"] = Guid.CreateVersion7(),
                            ["day"] = "2026-02-09",
                            ["surface"] = "bare",
                            ["celsius"] = 4,
                        }
                    )
                ).Body,
                "day"
            )
        );
        Assert.Equal(
            "From -30 to 60; 99 was given.",
            House.Sentence(
                (
                    await house.PostAsync(
                        "soil",
                        new JsonObject
                        {
                            ["id"] = Guid.CreateVersion7(),
                            ["day"] = "2026-02-01",
                            ["surface"] = "bare",
                            ["celsius"] = 99,
                        }
                    )
                ).Body,
                "celsius"
            )
        );
        foreach (var id in ids)
            await house.Client.DeleteAsync(house.Path($"soil/{id}"));
        Assert.Equal(0, (int)(await house.GetAsync("site/view?surface=raised"))["soil"]!["readings"]!);
    }

    [Theory]
    [InlineData(
        "name,age\nA,1\n",
        "No day, lowest and highest temperature were found in it. A header like date,tmin,tmax names them; GHCN-Daily's files are read as they are."
    )]
    [InlineData(
        "",
        "No day, lowest and highest temperature were found in it. A header like date,tmin,tmax names them; GHCN-Daily's files are read as they are."
    )]
    [InlineData(
        "date,tmin_c,tmax_c\n2020-01-01,1,5\n2020-02-31,1,5\n2020-01-03,x,5\n",
        "2 lines cannot be read. Nothing was kept; mend them, or take them out."
    )]
    [InlineData("date,tmin_c,tmax_c\n01/02/2020,1,5\n03/04/2020,2,6\n", "Say first how the file is to be read.")]
    [InlineData("date,tmin,tmax\n2020-01-01,10,30\n", "Say first how the file is to be read.")]
    [InlineData("date,tmin_c,tmax_c\n2020-01-01,9,5\n", "There is no day with a temperature in it.")]
    public async Task A_bad_file_changes_nothing_and_says_why(string csv, string sentence)
    {
        await PostAsync("weather", Csv([new(new(2020, 1, 1), 1, 5)], scale: true));
        var (status, problem) = await PostAsync("weather", csv);
        Assert.Equal((422, sentence), (status, House.Sentence(problem, "file")));
        Assert.Equal("date,tmin_c,tmax_c\r\n2020-01-01,1,5\r\n", await house.Client.GetStringAsync(house.Path("weather")));
    }

    [Fact]
    public async Task A_preview_tells_what_is_left_out_and_why_and_keeps_nothing()
    {
        var csv = new StringBuilder("Datum;Tmax (°C);Tmin (°C)\r\n");
        for (var day = new DateOnly(2019, 1, 1); day < new DateOnly(2020, 1, 1); day = day.AddDays(1))
        {
            if (day.Month == 3 && day.Day is > 3 and < 9)
                continue;
            var (low, high) = day switch
            {
                { Month: 2, Day: 2 } => ("12,5", "3,0"),
                { Month: 6, Day: 6 } => ("-25", "14"),
                { Month: 9, Day: < 8 } => ("9,1", "18,3"),
                _ => ((5 + (day.DayNumber % 7)).ToString(CultureInfo.InvariantCulture), "20"),
            };
            csv.Append(CultureInfo.InvariantCulture, $"{day:dd.MM.yyyy};{high};{low}\r\n");
        }

        csv.Append("31.12.2019;-9999;NA\r\n32.13.2019;1;1\r\n");
        var (status, seen) = await PostAsync("weather/preview", "\ufeff" + csv);
        Assert.Equal((200, "A table of days"), (status, (string)seen["format"]!));
        Assert.Equal(
            (1, "“32.13.2019” is no day.", false, false),
            ((int)seen["errorCount"]!, (string)seen["errors"]![0]!["sentence"]!, (bool)seen["askDates"]!, (bool)seen["askScale"]!)
        );
        var left = seen["leftOut"]!.AsArray().Select(l => (string)l!["sentence"]!).ToList();
        Assert.Contains("The lowest (12.5) is above the highest (3).", left);
        Assert.Contains("-25 to 14 °C is far off the days around it.", left);
        Assert.Equal(7, left.Count(l => l.StartsWith("The same numbers", StringComparison.Ordinal)));
        Assert.Equal(5 + 1 + 1 + 7, (int)seen["missingDays"]!);
        Assert.Null((await house.GetAsync("site/view"))["record"]);
    }

    [Fact]
    public async Task The_open_daily_formats_are_read_as_published()
    {
        // Written by hand from the published description: tenths of °C; attributes are measurement, quality and source flag.
        const string station =
            "\"STATION\",\"DATE\",\"LATITUDE\",\"LONGITUDE\",\"ELEVATION\",\"NAME\",\"PRCP\",\"PRCP_ATTRIBUTES\",\"TMAX\",\"TMAX_ATTRIBUTES\",\"TMIN\",\"TMIN_ATTRIBUTES\"\r\n"
            + "\"XX000000001\",\"2020-05-01\",\"47.2\",\"15.0\",\"640.0\",\"MADE UP, XX\",\"   12\",\",,E\",\"  156\",\",,E\",\"  -23\",\",,E\"\r\n"
            + "\"XX000000001\",\"2020-05-02\",\"47.2\",\"15.0\",\"640.0\",\"MADE UP, XX\",\"\",\"\",\"  171\",\",,E\",\"  -80\",\",I,E\"\r\n"
            + "\"XX000000001\",\"2020-05-03\",\"47.2\",\"15.0\",\"640.0\",\"MADE UP, XX\",\"\",\"\",\"-9999\",\"\",\"   31\",\",,E\"\r\n";
        var (_, seen) = await PostAsync("weather/preview", station);
        Assert.Equal(("GHCN-Daily, one station", 3, 1), ((string)seen["format"]!, (int)seen["days"]!, (int)seen["flagged"]!));
        Assert.Equal(200, (await PostAsync("weather", station)).Status);
        Assert.Equal(
            "date,tmin_c,tmax_c\r\n2020-05-01,-2.3,15.6\r\n2020-05-02,,17.1\r\n2020-05-03,3.1,\r\n",
            await house.Client.GetStringAsync(house.Path("weather"))
        );

        const string year =
            "XX000000001,20210501,TMAX,156,,,E,\nXX000000001,20210501,TMIN,-23,,,E,0700\nXX000000001,20210501,PRCP,0,,,E,\nXX000000002,20210501,TMIN,55,,,E,\nXX000000001,20210502,TMIN,-99,,X,E,\n";
        var (_, asked) = await PostAsync("weather/preview", year);
        Assert.Equal(["XX000000001", "XX000000002"], asked["stations"]!.AsArray().Select(s => (string)s!));
        Assert.Equal(422, (await PostAsync("weather", year)).Status);
        Assert.Equal(1, (int)(await PostAsync("weather?station=XX000000001", year)).Body["changed"]!);
        Assert.EndsWith("2021-05-01,-2.3,15.6\r\n", await house.Client.GetStringAsync(house.Path("weather")));
    }

    [Theory]
    [InlineData("dates=day-first", "2020-02-01")]
    [InlineData("dates=month-first", "2020-01-02")]
    public async Task What_a_file_leaves_open_is_asked_and_then_read_so(string said, string day)
    {
        const string csv = "Date\tMax Temp (°F)\tMin Temp (°F)\n01/02/2020\t50\t32\n03/04/2020\t50\t41\n";
        Assert.True((bool)(await PostAsync("weather/preview", csv)).Body["askDates"]!);
        Assert.Equal(200, (await PostAsync("weather?" + said, csv)).Status);
        Assert.Contains($"{day},0,10", await house.Client.GetStringAsync(house.Path("weather")));
    }

    [Fact]
    public async Task Peppers_by_soil_and_nights_need_the_record()
    {
        var rules = await house.GetAsync("rules");
        var change = new JsonObject { ["version"] = (int)rules["version"]!, ["rules"] = rules["rules"]!.DeepClone() };
        change["rules"]!["pepperTiming"] = "by-soil-and-nights";
        Assert.Equal(
            "This needs a weather record of five years or more: bring one in under Site.",
            House.Sentence((await house.PutAsync("rules", change.DeepClone())).Body, "pepperTiming")
        );
        await PostAsync("weather", Csv(StandIns.Weather.Days(new(2010, 1, 1), new(2025, 12, 31))));
        Assert.Equal(200, (await house.PutAsync("rules", change)).Status);
        change["version"] = (int)rules["version"]! + 1;
        change["rules"]!["pepperTiming"] = "after-tomatoes";
        Assert.Equal(200, (await house.PutAsync("rules", change)).Status);
    }

    [Theory]
    [InlineData(
        "freeze-dates",
        """{"season":"spring","years":[{"year":2001,"date":"2001-05-01"},{"year":2002,"date":"2002-05-11"},{"year":2003,"date":"2003-05-06"}],"probabilities":[0.5,0.1]}""",
        "meanDayNumber",
        126
    )]
    [InlineData(
        "freeze-dates",
        """{"season":"spring","years":[{"year":2001,"date":"2001-05-01"},{"year":2002,"date":"2002-05-11"},{"year":2003,"date":null}],"probabilities":[0.9]}""",
        "shareWithFreeze",
        0.6666667
    )]
    [InlineData(
        "freeze-dates",
        """{"season":"autumn","hemisphere":"south","years":[{"year":2001,"date":"2001-05-01"},{"year":2002,"date":"2002-05-11"}],"probabilities":[]}""",
        "standardDeviationDays",
        7.0710678
    )]
    [InlineData(
        "soil-temperature",
        """{"startDate":"2026-01-01","dailyMeanAirC":[10,10,10,10],"depthCm":10,"surfaceOffsetC":2}""",
        "warmUpDays",
        4
    )]
    public async Task The_sites_calculators_answer_as_their_contract_says(string name, string json, string field, double expected)
    {
        var (status, body) = await House.AnswerAsync(
            await house.Stranger().PostAsync($"/api/calc/{name}", new StringContent(json, Encoding.UTF8, "application/json"))
        );
        Assert.Equal(200, status);
        Assert.Equal(expected, (double)body[field]!, 1e-6);
        if (name == "soil-temperature")
            Assert.All(body["soilC"]!.AsArray(), c => Assert.Equal(12, (double)c!, 1e-6));
        if (json.Contains("0.9"))
            Assert.Null(body["dates"]![0]!["date"]);
        if (json.Contains("0.5,"))
            Assert.Equal(("2001-05-06", "2001-05-13"), ((string)body["dates"]![0]!["date"]!, (string)body["dates"]![1]!["date"]!));
    }

    [Theory]
    [InlineData("freeze-dates", """{"season":"spring","years":[{"year":2001,"date":"2001-05-01"}],"probabilities":[0.5]}""", "years")]
    [InlineData(
        "freeze-dates",
        """{"season":"spring","years":[{"year":2001,"date":"2001-09-01"},{"year":2002,"date":"2002-05-01"}],"probabilities":[0.5]}""",
        "years"
    )]
    [InlineData(
        "freeze-dates",
        """{"season":"spring","years":[{"year":2001,"date":"2001-05-01"},{"year":2001,"date":"2001-05-02"}],"probabilities":[0.5]}""",
        "years"
    )]
    [InlineData(
        "freeze-dates",
        """{"season":"spring","years":[{"year":2001,"date":"2001-05-01"},{"year":2002,"date":"2002-05-02"}],"probabilities":[1]}""",
        "probabilities"
    )]
    [InlineData("soil-temperature", """{"startDate":"2026-01-01","dailyMeanAirC":[],"depthCm":10}""", "dailyMeanAirC")]
    [InlineData("soil-temperature", """{"startDate":"2026-01-01","dailyMeanAirC":[10],"depthCm":0}""", "depthCm")]
    [InlineData("soil-temperature", """{"startDate":"2026-01-01","dailyMeanAirC":[1e308],"depthCm":10}""", "dailyMeanAirC")]
    public async Task The_sites_calculators_name_the_field_that_is_wrong(string name, string json, string field)
    {
        var (status, body) = await House.AnswerAsync(
            await house.Stranger().PostAsync($"/api/calc/{name}", new StringContent(json, Encoding.UTF8, "application/json"))
        );
        Assert.Equal(422, status);
        Assert.NotNull(House.Sentence(body, field));
    }

    private async Task<string> PlantOutAsync(Guid batch) =>
        (string)(await house.GetAsync($"batches/{batch}"))["steps"]!.AsArray().Single(s => House.Did(s!["step"]) == "plant-out")!["mid"]!;

    private async Task<(int Status, JsonNode Body)> PostAsync(string path, string csv)
    {
        using var content = new StringContent(csv, Encoding.UTF8);
        content.Headers.ContentType = new MediaTypeHeaderValue("text/csv");
        return await House.AnswerAsync(await house.Client.PostAsync(house.Path(path), content));
    }

    internal static string Csv(IEnumerable<WeatherDay> days, bool scale = true) =>
        $"date,tmin{(scale ? "_c" : "")},tmax{(scale ? "_c" : "")}\n"
        + string.Concat(days.Select(d => string.Create(CultureInfo.InvariantCulture, $"{d.Day:yyyy-MM-dd},{d.MinimumC},{d.MaximumC}\n")));

    private async Task<string> WindowsAsync() =>
        string.Join(' ', (await house.GetAsync("site/view?surface=film"))["windows"]!.AsArray().Select(w => $"{w!["opens"]}"));
}
