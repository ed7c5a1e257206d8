using CsvHelper;
using Juvenal.Core.Site;

namespace Juvenal.Devices.Formats;

/// <summary>date,tmin,tmax in any order, under the names that stations and spreadsheets use.</summary>
internal static class SimpleCsv
{
    private static readonly string[] DateNames = ["date", "day", "datum", "fecha", "data", "time", "timestamp", "datetime"];
    private static readonly string[] MinimumNames =
    [
        "tmin",
        "min",
        "minimum",
        "tn",
        "low",
        "mintemp",
        "tempmin",
        "minimumtemperature",
        "mintemperature",
        "lowtemp",
        "tmn",
        "temperaturemin",
    ];
    private static readonly string[] MaximumNames =
    [
        "tmax",
        "max",
        "maximum",
        "tx",
        "high",
        "maxtemp",
        "tempmax",
        "maximumtemperature",
        "maxtemperature",
        "hightemp",
        "tmx",
        "temperaturemax",
    ];

    internal sealed record Where(int Date, int Minimum, int Maximum, Scale? Scale);

    public static Where? Columns(string[] head)
    {
        var names = head.Select(Name).ToList();
        var (date, minimum, maximum) = (Find(DateNames), Find(MinimumNames), Find(MaximumNames));
        if (date < 0 || minimum < 0 || maximum < 0)
            return null;
        var (low, high) = (names[minimum].Scale, names[maximum].Scale);
        return new(date, minimum, maximum, low == high ? low : null);

        int Find(string[] known) => names.FindIndex(n => known.Contains(n.Name));
    }

    public static async Task<WeatherFileRead> ReadAsync(CsvParser csv, Where columns, char separator, ReadAs told, CancellationToken cancel)
    {
        var lines = new Lines();
        var rows = new List<(int Line, string Cell, (int A, int B, int C, bool YearFirst) Date, double? Minimum, double? Maximum)>();
        while (await csv.ReadAsync())
        {
            cancel.ThrowIfCancellationRequested();
            var (cells, line) = (csv.Record!, csv.RawRow);
            if (cells.Length == 1 && cells[0].Length == 0)
                continue;
            if (cells.Length <= Math.Max(columns.Date, Math.Max(columns.Minimum, columns.Maximum)))
                lines.Add(line, "short-line", string.Join(separator, cells));
            else if (Cells.Parts(cells[columns.Date]) is not { } date)
                lines.Add(line, "no-date", cells[columns.Date]);
            else if (!Value(cells[columns.Minimum], out var minimum))
                lines.Add(line, "no-number", cells[columns.Minimum]);
            else if (!Value(cells[columns.Maximum], out var maximum))
                lines.Add(line, "no-number", cells[columns.Maximum]);
            else if (minimum is not null || maximum is not null)
                rows.Add((line, cells[columns.Date], date, minimum, maximum));
            if (rows.Count > WeatherFile.MostLines)
                break;
        }

        var (order, askDates) = Order(rows.Select(r => r.Date).ToList(), told.Dates);
        var scale = told.Scale ?? columns.Scale ?? Guess(rows.Select(r => r.Maximum).OfType<double>().ToList());
        var days = new List<WeatherDay>();
        foreach (var (line, cell, date, minimum, maximum) in rows)
        {
            if (Day(date, order) is { } day)
                days.Add(new(day, Celsius(minimum, scale), Celsius(maximum, scale)));
            else
                lines.Add(line, "no-date", cell);
        }

        return new("simple", days, lines.Errors, lines.Count, 0, askDates, scale is null, [], new(order, scale));

        bool Value(string cell, out double? value)
        {
            value = null;
            if (Cells.IsMissing(cell))
                return true;
            if (!Cells.Number(cell, separator != ',', out var number))
                return false;
            value = number;
            return true;
        }
    }

    private static (DateOrder Order, bool Ask) Order(List<(int A, int B, int C, bool YearFirst)> dates, DateOrder? told)
    {
        if (dates.Count == 0 || dates[0].YearFirst)
            return (DateOrder.YearFirst, false);
        if (told is { } order and not DateOrder.YearFirst)
            return (order, false);
        var (day, month) = (dates.Exists(d => d.A > 12), dates.Exists(d => d.B > 12));
        return (month && !day ? DateOrder.MonthFirst : DateOrder.DayFirst, day == month && !day);
    }

    private static DateOnly? Day((int A, int B, int C, bool YearFirst) d, DateOrder order) =>
        d.YearFirst ? Cells.Day(d.A, d.B, d.C)
        : order == DateOrder.MonthFirst ? Cells.Day(d.C, d.A, d.B)
        : Cells.Day(d.C, d.B, d.A);

    /// <summary>Above 50 it is °F; a year that never passes 50 is °C; less than a year leaves it open.</summary>
    private static Scale? Guess(List<double> maxima) =>
        maxima.Exists(m => m > 50) ? Scale.Fahrenheit
        : maxima.Count >= 300 || maxima.Exists(m => m < -25) ? Scale.Celsius
        : null;

    private static double? Celsius(double? value, Scale? scale) =>
        value is { } v ? Math.Round(scale == Scale.Fahrenheit ? (v - 32) / 1.8 : v, 2) : null;

    /// <summary>"TMIN (°F)", "t_min", "Min Temp [C]": the name without signs, and the scale that stands with it.</summary>
    private static (string Name, Scale? Scale) Name(string head)
    {
        var plain = head.ToLowerInvariant().Replace("°", "", StringComparison.Ordinal);
        Scale? scale = null;
        foreach (
            var (mark, means) in new[]
            {
                ("(f)", Formats.Scale.Fahrenheit),
                ("[f]", Formats.Scale.Fahrenheit),
                ("_f", Formats.Scale.Fahrenheit),
                (" f", Formats.Scale.Fahrenheit),
                ("(c)", Formats.Scale.Celsius),
                ("[c]", Formats.Scale.Celsius),
                ("_c", Formats.Scale.Celsius),
                (" c", Formats.Scale.Celsius),
            }
        )
        {
            if (!plain.EndsWith(mark, StringComparison.Ordinal))
                continue;
            (scale, plain) = (means, plain[..^mark.Length]);
            break;
        }

        return (new string([.. plain.Where(char.IsLetter)]), scale);
    }
}
