using System.Globalization;
using System.Text.Json;
using CsvHelper;
using CsvHelper.Configuration;
using Juvenal.Core.Site;
using Juvenal.Devices.Formats;

namespace Juvenal.Devices;

/// <summary>A file in the folder that cannot be read; the sentence is for the grower.</summary>
public sealed class DeviceException(string sentence) : Exception(sentence);

/// <summary>
/// Readings and forecasts that something else writes into a folder: station.csv or station.json, soil.csv or soil.json,
/// forecast.csv or forecast.json (docs/devices.md). A file may be written anew or added to at any time; it is read again when it has
/// changed.
/// </summary>
public sealed class DropFolder(string folder) : IStation, IProbe, IForecaster
{
    /// <summary>A day's readings are a line: ten thousand years would not reach it.</summary>
    private const long LargestFile = 16 * 1024 * 1024;

    public IReadOnlyList<WeatherDay> Readings(DateOnly from, DateOnly to) =>
        [.. Weather("station").Where(d => d.Day >= from && d.Day <= to)];

    IReadOnlyList<SoilReading> IProbe.Readings(DateOnly from, DateOnly to) => [.. Soil().Where(d => d.Day >= from && d.Day <= to)];

    public Forecast? MadeOn(DateOnly today)
    {
        var wind = Wind();
        var days = Weather("forecast")
            .Select(d => new ForecastDay(d.Day, d.MinimumC, d.MaximumC, wind.GetValueOrDefault(d.Day)))
            .Where(d => d.Day > today && d is { MinimumC: not null, MaximumC: not null })
            .OrderBy(d => d.Day)
            .ToList();
        return days.Count == 0 ? null : new(today, days);
    }

    /// <summary>The days of a file; the last line of a day counts.</summary>
    private IEnumerable<WeatherDay> Weather(string name) => Lines(name).GroupBy(d => d.Day).Select(d => d.Last());

    private IReadOnlyList<WeatherDay> Lines(string name)
    {
        if (Find(name) is not { } path)
            return [];
        if (path.EndsWith(".json", StringComparison.Ordinal))
            return [.. Json<WeatherLine>(path).Select(l => new WeatherDay(Day(l.Date, path), l.Tmin, l.Tmax))];
        using var stream = File.OpenRead(path);
        // °C and years first: a machine writes it.
        var read = WeatherFile.ReadAsync(stream, new(null, Scale.Celsius), default).GetAwaiter().GetResult();
        if (read.Format is null)
            throw new DeviceException($"{Path.GetFileName(path)} has no columns date, tmin and tmax.");
        if (read.ErrorCount > 0)
            throw new DeviceException($"{Path.GetFileName(path)}, line {read.Errors[0].Line}: “{read.Errors[0].Text}” cannot be read.");
        if (read.AskDates)
            throw new DeviceException($"{Path.GetFileName(path)}: write days as 2026-04-18.");
        return read.Days;
    }

    /// <summary>Gusts and hail of the forecast, where the file has columns for them.</summary>
    private Dictionary<DateOnly, Wind> Wind()
    {
        if (Find("forecast") is not { } path)
            return [];
        if (path.EndsWith(".json", StringComparison.Ordinal))
            return Json<WeatherLine>(path)
                .GroupBy(l => Day(l.Date, path), l => Blows(l.Gust, l.Hail, path))
                .ToDictionary(d => d.Key, d => d.Last());
        using var text = new StreamReader(path);
        using var csv = new CsvReader(text, new CsvConfiguration(CultureInfo.InvariantCulture) { DetectDelimiter = true });
        var wind = new Dictionary<DateOnly, Wind>();
        try
        {
            if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { } head || (!head.Contains("gust") && !head.Contains("hail")))
                return wind;
            while (csv.Read())
                wind[Day(csv.GetField("date"), path)] = Blows(
                    head.Contains("gust") ? csv.GetField<double?>("gust") : null,
                    head.Contains("hail") && csv.GetField<bool?>("hail") == true,
                    path
                );
        }
        catch (CsvHelperException)
        {
            throw new DeviceException($"{Path.GetFileName(path)}, line {csv.Parser.RawRow}: gust is km/h, hail is true or false.");
        }

        return wind;
    }

    private static Wind Blows(double? gust, bool? hail, string path) =>
        gust is null or (>= 0 and <= Core.Site.Wind.MostGustKmh)
            ? new(gust, hail == true)
            : throw new DeviceException($"{Path.GetFileName(path)}: a gust of {gust:0} km/h is none.");

    private List<SoilReading> Soil()
    {
        if (Find("soil") is not { } path)
            return [];
        if (path.EndsWith(".json", StringComparison.Ordinal))
            return Json<SoilLine>(path).ConvertAll(l => new SoilReading(Day(l.Date, path), Surface(l.Surface, path), l.Celsius));
        using var text = new StreamReader(path);
        using var csv = new CsvReader(text, CultureInfo.InvariantCulture);
        var rows = new List<SoilReading>();
        try
        {
            if (!csv.Read())
                return rows;
            csv.ReadHeader();
            // Said of a file without a reading too: its head alone may be garbage.
            if (new[] { "date", "surface", "celsius" }.Except(csv.HeaderRecord!).Any())
                throw new CsvHelper.MissingFieldException(csv.Context);
            while (csv.Read())
                rows.Add(new(Day(csv.GetField("date"), path), Surface(csv.GetField("surface"), path), csv.GetField<double>("celsius")));
        }
        catch (CsvHelperException)
        {
            throw new DeviceException($"{Path.GetFileName(path)}, line {csv.Parser.RawRow}: columns date, surface and celsius are wanted.");
        }

        return rows;
    }

    private string? Find(string name)
    {
        foreach (var path in new[] { Path.Combine(folder, name + ".json"), Path.Combine(folder, name + ".csv") })
        {
            if (!File.Exists(path))
                continue;
            return new FileInfo(path).Length > LargestFile ? throw new DeviceException($"{Path.GetFileName(path)} is too large.") : path;
        }

        return null;
    }

    private static List<T> Json<T>(string path)
    {
        try
        {
            using var stream = File.OpenRead(path);
            var lines = JsonSerializer.Deserialize<List<T?>>(stream, JsonSerializerOptions.Web) ?? throw new JsonException();
            var hole = lines.FindIndex(l => l is null);
            return hole < 0 ? lines.ConvertAll(l => l!) : throw new JsonException(null, $"$[{hole}]", null, null);
        }
        catch (JsonException e)
        {
            throw new DeviceException($"{Path.GetFileName(path)}: no list of readings at {e.Path ?? "its start"}.");
        }
    }

    private static DateOnly Day(string? text, string path) =>
        DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
            ? day
            : throw new DeviceException($"{Path.GetFileName(path)}: “{Short(text)}” is no day; write 2026-04-18.");

    private static Surface Surface(string? text, string path) =>
        Enum.TryParse<Surface>(text, ignoreCase: true, out var surface) && Enum.IsDefined(surface) && !char.IsDigit(text![0])
            ? surface
            : throw new DeviceException($"{Path.GetFileName(path)}: “{Short(text)}” is no surface; bare, mulch, film, raised or tunnel.");

    private static string Short(string? text) => text is { Length: > 30 } ? text[..30] : text ?? "";

    private sealed record WeatherLine(string? Date, double? Tmin, double? Tmax, double? Gust = null, bool? Hail = null);

    private sealed record SoilLine(string? Date, string? Surface, double Celsius);
}
