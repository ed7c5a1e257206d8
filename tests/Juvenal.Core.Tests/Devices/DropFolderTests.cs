using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Core.Tests.Devices;

/// <summary>The formats of docs/devices.md, as they are written there.</summary>
public sealed class DropFolderTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("juvenal-drop-").FullName;

    private DropFolder Folder => new(_folder);

    [Theory]
    [InlineData("station.csv", "date,tmin,tmax\n2026-04-17,3.4,14.8\n2026-04-18,5.1,16\n")]
    [InlineData("station.csv", "\ufeffDate;Low;High\r\n2026-04-17;3,4;14,8\r\n2026-04-18;5,1;16\r\n")]
    [InlineData("station.json", """[{"date":"2026-04-17","tmin":3.4,"tmax":14.8},{"date":"2026-04-18","tmin":5.1,"tmax":16}]""")]
    public void A_station(string name, string text)
    {
        Write(name, text);
        Assert.Equal(
            [new WeatherDay(new(2026, 4, 17), 3.4, 14.8), new WeatherDay(new(2026, 4, 18), 5.1, 16)],
            Folder.Readings(new(2026, 4, 1), new(2026, 4, 30))
        );
        Assert.Single(Folder.Readings(new(2026, 4, 18), new(2026, 4, 30)));
    }

    [Theory]
    [InlineData("soil.csv", "date,surface,celsius\n2026-04-18,film,14.2\n")]
    [InlineData("soil.json", """[{"date":"2026-04-18","surface":"film","celsius":14.2}]""")]
    public void A_probe(string name, string text)
    {
        Write(name, text);
        Assert.Equal([new SoilReading(new(2026, 4, 18), Surface.Film, 14.2)], ((IProbe)Folder).Readings(new(2026, 4, 1), new(2026, 4, 30)));
    }

    [Fact]
    public void A_forecast_counts_from_tomorrow_on()
    {
        Write(
            "forecast.json",
            """[{"date":"2026-04-18","tmin":1,"tmax":9},{"date":"2026-04-19","tmin":2,"tmax":11},{"date":"2026-04-20","tmin":null,"tmax":12}]"""
        );
        Assert.Equal([new DateOnly(2026, 4, 19)], Folder.MadeOn(new(2026, 4, 18))!.Days.Select(d => d.Day));
        Assert.Null(Folder.MadeOn(new(2026, 4, 25)));
    }

    [Theory]
    [InlineData("forecast.csv", "date,tmin,tmax,gust,hail\n2026-04-19,2,11,65.5,true\n2026-04-20,3,12,,\n")]
    [InlineData("forecast.csv", "date;tmin;tmax;gust;hail\n2026-04-19;2;11;65.5;true\n2026-04-20;3;12;;\n")]
    [InlineData(
        "forecast.json",
        """[{"date":"2026-04-19","tmin":2,"tmax":11,"gust":65.5,"hail":true},{"date":"2026-04-20","tmin":3,"tmax":12}]"""
    )]
    public void A_forecast_may_say_something_of_wind_and_hail(string name, string text)
    {
        Write(name, text);
        Assert.Equal([new Wind(65.5, true), default], Folder.MadeOn(new(2026, 4, 18))!.Days.Select(d => d.Wind));
    }

    [Theory]
    [InlineData("date,tmin,tmax,gust\n2026-04-19,2,11,strong\n", "forecast.csv, line 2: gust is km/h, hail is true or false.")]
    [InlineData("date,tmin,tmax,gust\n2026-04-19,2,11,900\n", "forecast.csv: a gust of 900 km/h is none.")]
    public void Wind_that_cannot_be_read_is_said(string text, string sentence)
    {
        Write("forecast.csv", text);
        Assert.Equal(sentence, Assert.Throws<DeviceException>(() => Folder.MadeOn(new(2026, 4, 18))).Message);
    }

    [Fact]
    public void An_empty_or_missing_folder_has_nothing_to_say()
    {
        Assert.Empty(Folder.Readings(new(2026, 1, 1), new(2026, 12, 31)));
        Assert.Null(new DropFolder(Path.Combine(_folder, "nowhere")).MadeOn(new(2026, 4, 18)));
    }

    [Theory]
    [InlineData("station.csv", "name,age\nA,1\n", "station.csv has no columns date, tmin and tmax.")]
    [InlineData("station.csv", "date,tmin,tmax\n2026-04-31,1,2\n", "station.csv, line 2: “2026-04-31” cannot be read.")]
    [InlineData("station.json", "{", "station.json: no list of readings at $.")]
    [InlineData("station.json", """[{"date":"18.4.","tmin":1,"tmax":2}]""", "station.json: “18.4.” is no day; write 2026-04-18.")]
    public void What_cannot_be_read_is_said(string name, string text, string sentence)
    {
        Write(name, text);
        Assert.Equal(sentence, Assert.Throws<DeviceException>(() => Folder.Readings(new(2026, 1, 1), new(2026, 12, 31))).Message);
    }

    [Theory]
    [InlineData(
        "soil.csv",
        "date,surface,celsius\n2026-04-18,7,14.2\n",
        "soil.csv: “7” is no surface; bare, mulch, film, raised or tunnel."
    )]
    [InlineData(
        "soil.csv",
        "date,surface,celsius\n2026-04-18,film,warm\n",
        "soil.csv, line 2: columns date, surface and celsius are wanted."
    )]
    [InlineData("soil.csv", "\u0001\u0002,\u00ff\n", "soil.csv, line 1: columns date, surface and celsius are wanted.")]
    [InlineData("soil.json", "null", "soil.json: no list of readings at its start.")]
    public void A_probe_that_cannot_be_read_is_said(string name, string text, string sentence)
    {
        Write(name, text);
        Assert.Equal(sentence, Assert.Throws<DeviceException>(() => ((IProbe)Folder).Readings(new(2026, 1, 1), new(2026, 12, 31))).Message);
    }

    [Fact]
    public void The_last_line_of_a_day_counts()
    {
        var day = new DateOnly(2026, 4, 19);
        Write("station.csv", "date,tmin,tmax\n2026-04-19,2,11\n2026-04-19,-5.5,11\n");
        Assert.Equal([new(day, -5.5, 11)], Folder.Readings(day, day));
        Write("forecast.json", """[{"date":"2026-04-19","tmin":2,"tmax":9},{"date":"2026-04-19","tmin":1,"tmax":8}]""");
        Assert.Equal(1, Assert.Single(Folder.MadeOn(day.AddDays(-1))!.Days).MinimumC);
    }

    /// <summary>Whatever lies there, the grower is told of the file; nothing else goes wrong.</summary>
    [Theory]
    [InlineData("station.csv")]
    [InlineData("station.json")]
    [InlineData("soil.csv")]
    [InlineData("soil.json")]
    [InlineData("forecast.csv")]
    [InlineData("forecast.json")]
    public void Garbage_is_named(string name)
    {
        var any = new Random(34);
        byte[][] pieces =
        [
            .. new[]
            {
                "date,tmin,tmax\n",
                "date,surface,celsius\n",
                "date,tmin,tmax,gust\n",
                "2026-04-18,1,2\n",
                "\"",
                ",,,,\n",
                "[{\"date\":",
                "null",
                "[1]",
                "[null]",
                "[{}]",
                "\0\0",
            }.Select(System.Text.Encoding.UTF8.GetBytes),
        ];
        for (var i = 0; i < 300; i++)
        {
            List<byte> garbage = [];
            for (var j = any.Next(6); j >= 0; j--)
            {
                var noise = new byte[any.Next(40)];
                any.NextBytes(noise);
                garbage.AddRange(any.Next(3) == 0 ? noise : pieces[any.Next(pieces.Length)]);
            }

            File.WriteAllBytes(Path.Combine(_folder, name), [.. garbage]);
            foreach (
                var read in new Action[]
                {
                    () => Folder.Readings(new(2026, 1, 1), new(2026, 12, 31)),
                    () => ((IProbe)Folder).Readings(new(2026, 1, 1), new(2026, 12, 31)),
                    () => Folder.MadeOn(new(2026, 4, 18)),
                }
            )
            {
                if (Record.Exception(read) is { } said)
                    Assert.StartsWith(name, Assert.IsType<DeviceException>(said).Message);
            }
        }
    }

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private void Write(string name, string text) => File.WriteAllText(Path.Combine(_folder, name), text);
}
