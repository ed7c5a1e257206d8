using CsvHelper;
using Juvenal.Core.Site;

namespace Juvenal.Devices.Formats;

/// <summary>
/// GHCN-Daily, one station to a file: a header with STATION, DATE, TMAX, TMAX_ATTRIBUTES, TMIN, TMIN_ATTRIBUTES among others; tenths of °C;
/// the attributes are measurement flag, quality flag, source flag. A value with a quality flag failed a check. Format from memory.
/// </summary>
internal static class GhcnStation
{
    internal sealed record Where(int Date, int Minimum, int MinimumFlags, int Maximum, int MaximumFlags);

    public static Where? Columns(string[] head)
    {
        var names = Array.ConvertAll(head, h => h.ToUpperInvariant());
        var (date, minimum, maximum) = (Array.IndexOf(names, "DATE"), Array.IndexOf(names, "TMIN"), Array.IndexOf(names, "TMAX"));
        var (minimumFlags, maximumFlags) = (Array.IndexOf(names, "TMIN_ATTRIBUTES"), Array.IndexOf(names, "TMAX_ATTRIBUTES"));
        // Without the attributes it is a simple table, whose numbers are whole degrees.
        return new[] { date, minimum, maximum, minimumFlags, maximumFlags }.Min() < 0
            ? null
            : new(date, minimum, minimumFlags, maximum, maximumFlags);
    }

    public static async Task<WeatherFileRead> ReadAsync(CsvParser csv, Where columns, CancellationToken cancel)
    {
        var (lines, days, flagged) = (new Lines(), new List<WeatherDay>(), 0);
        while (await csv.ReadAsync() && days.Count < WeatherFile.MostLines)
        {
            cancel.ThrowIfCancellationRequested();
            var (cells, line) = (csv.Record!, csv.RawRow);
            if (cells.Length == 1 && cells[0].Length == 0)
                continue;
            if (cells.Length <= Math.Max(columns.MinimumFlags, columns.MaximumFlags))
                lines.Add(line, "short-line", string.Join(',', cells));
            else if (Cells.Parts(cells[columns.Date]) is not { YearFirst: true } d || Cells.Day(d.A, d.B, d.C) is not { } day)
                lines.Add(line, "no-date", cells[columns.Date]);
            else if (!Tenths(cells[columns.Minimum], cells[columns.MinimumFlags], out var minimum))
                lines.Add(line, "no-number", cells[columns.Minimum]);
            else if (!Tenths(cells[columns.Maximum], cells[columns.MaximumFlags], out var maximum))
                lines.Add(line, "no-number", cells[columns.Maximum]);
            else if (minimum is not null || maximum is not null)
                days.Add(new(day, minimum, maximum));
        }

        return new("ghcn-station", days, lines.Errors, lines.Count, flagged, false, false, [], new(DateOrder.YearFirst, Scale.Celsius));

        bool Tenths(string cell, string attributes, out double? celsius)
        {
            var read = Ghcn.Tenths(cell, out celsius);
            var flags = attributes.Split(',');
            if (celsius is null || flags.Length < 2 || flags[1].Trim().Length == 0)
                return read;
            flagged++;
            celsius = null;
            return true;
        }
    }
}

/// <summary>
/// GHCN-Daily, one year to a file, no header: station, YYYYMMDD, element, value in tenths, measurement, quality and source flag, time.
/// Format from memory.
/// </summary>
internal static class GhcnYear
{
    private const int MostStations = 50;

    public static bool Fits(string[] first) =>
        first.Length is >= 4 and <= 8
        && first[0].Length == 11
        && first[1].Length == 8
        && first[1].All(char.IsAsciiDigit)
        && first[2].Length == 4
        && first[2].All(c => char.IsAsciiLetterUpper(c) || char.IsAsciiDigit(c));

    public static async Task<WeatherFileRead> ReadAsync(CsvParser csv, ReadAs told, CancellationToken cancel)
    {
        var (lines, flagged) = (new Lines(), 0);
        var (days, stations) = (new SortedDictionary<DateOnly, WeatherDay>(), new List<string>());
        do
        {
            cancel.ThrowIfCancellationRequested();
            var (cells, line) = (csv.Record!, csv.RawRow);
            if (cells.Length == 1 && cells[0].Length == 0)
                continue;
            if (cells.Length < 4)
            {
                lines.Add(line, "short-line", string.Join(',', cells));
                continue;
            }

            if (cells[2] is not ("TMIN" or "TMAX"))
                continue;
            if (!stations.Contains(cells[0]) && stations.Count < MostStations)
                stations.Add(cells[0]);
            if (cells[0] != (told.Station ?? stations[0]))
                continue;
            if (Cells.Parts(cells[1]) is not { } d || Cells.Day(d.A, d.B, d.C) is not { } day)
                lines.Add(line, "no-date", cells[1]);
            else if (!Ghcn.Tenths(cells[3], out var celsius))
                lines.Add(line, "no-number", cells[3]);
            else if (cells.Length > 5 && cells[5].Length > 0)
                flagged++;
            else if (celsius is not null)
            {
                var known = days.GetValueOrDefault(day, new(day, null, null));
                days[day] = cells[2] == "TMIN" ? known with { MinimumC = celsius } : known with { MaximumC = celsius };
            }
        } while (await csv.ReadAsync());

        stations.Sort(StringComparer.Ordinal);
        var ask = stations.Count > 1 && told.Station is null;
        return new(
            "ghcn-year",
            ask ? [] : [.. days.Values],
            lines.Errors,
            lines.Count,
            flagged,
            false,
            false,
            ask ? stations : [],
            new(DateOrder.YearFirst, Scale.Celsius, told.Station)
        );
    }
}

internal static class Ghcn
{
    /// <summary>Tenths of °C; −9999 and an empty cell are no value.</summary>
    public static bool Tenths(string cell, out double? celsius)
    {
        celsius = null;
        if (Cells.IsMissing(cell))
            return true;
        if (!Cells.Number(cell, false, out var tenths))
            return false;
        celsius = tenths / 10;
        return true;
    }
}
