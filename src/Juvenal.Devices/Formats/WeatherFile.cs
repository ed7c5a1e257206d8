using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Juvenal.Core.Site;

namespace Juvenal.Devices.Formats;

public enum DateOrder
{
    /// <summary>2026-04-18, 20260418, 2026/4/18.</summary>
    YearFirst,
    DayFirst,
    MonthFirst,
}

public enum Scale
{
    Celsius,
    Fahrenheit,
}

/// <summary>What the reader is told where a file leaves it open; null: find out.</summary>
public sealed record ReadAs(DateOrder? Dates = null, Scale? Scale = null, string? Station = null);

/// <summary>A line that cannot be read.</summary>
/// <param name="Line">Counted from 1, the header included.</param>
/// <param name="Code">no-date, no-number, short-line.</param>
public sealed record LineError(int Line, string Code, string Text);

/// <summary>A weather file, read.</summary>
/// <param name="Format">simple, ghcn-station or ghcn-year; null where it is none of them.</param>
/// <param name="Days">As they stand in the file.</param>
/// <param name="Errors">The first hundred lines that cannot be read: with any, nothing is kept.</param>
/// <param name="ErrorCount">All of them.</param>
/// <param name="Flagged">Values that the file itself marks as failing its checks: left out.</param>
/// <param name="AskDates">It cannot be told whether the day or the month comes first.</param>
/// <param name="AskScale">It cannot be told whether it is °C or °F.</param>
/// <param name="Stations">Where it holds more than one: which one is to be read.</param>
public sealed record WeatherFileRead(
    string? Format,
    IReadOnlyList<WeatherDay> Days,
    IReadOnlyList<LineError> Errors,
    int ErrorCount,
    int Flagged,
    bool AskDates,
    bool AskScale,
    IReadOnlyList<string> Stations,
    ReadAs As
)
{
    public static WeatherFileRead None(string? format = null) => new(format, [], [], 0, 0, false, false, [], new());
}

/// <summary>Reads daily weather: a simple CSV, or the two open CSV forms of GHCN-Daily. One pass, line by line.</summary>
public static class WeatherFile
{
    internal const int MostErrors = 100;

    /// <summary>Two hundred years are enough.</summary>
    internal const int MostLines = 5_000_000;

    /// <param name="stream">UTF-8, with or without a byte order mark; any line ends.</param>
    /// <param name="told">What is known beforehand.</param>
    /// <param name="cancel">Cancels.</param>
    public static async Task<WeatherFileRead> ReadAsync(Stream stream, ReadAs told, CancellationToken cancel)
    {
        using var text = new StreamReader(stream, detectEncodingFromByteOrderMarks: true, leaveOpen: true);
        var first = await text.ReadLineAsync(cancel);
        if (string.IsNullOrWhiteSpace(first))
            return WeatherFileRead.None();
        var separator = Separator(first);
        using var csv = new CsvParser(
            new HeadedReader(first, text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = separator.ToString(),
                BadDataFound = null,
                IgnoreBlankLines = true,
                DetectColumnCountChanges = false,
                HasHeaderRecord = false,
                TrimOptions = TrimOptions.Trim | TrimOptions.InsideQuotes,
            }
        );
        if (!await csv.ReadAsync())
            return WeatherFileRead.None();
        var head = csv.Record!;
        return GhcnYear.Fits(head) ? await GhcnYear.ReadAsync(csv, told, cancel)
            : GhcnStation.Columns(head) is { } columns ? await GhcnStation.ReadAsync(csv, columns, cancel)
            : SimpleCsv.Columns(head) is { } simple ? await SimpleCsv.ReadAsync(csv, simple, separator, told, cancel)
            : WeatherFileRead.None();
    }

    private static char Separator(string header) => new[] { '\t', ';', ',' }.MaxBy(c => header.Count(h => h == c));

    /// <summary>The first line was looked at already: it is given again.</summary>
    private sealed class HeadedReader(string first, TextReader rest) : TextReader
    {
        private string? _head = first + "\n";
        private int _at;

        public override int Read(char[] buffer, int index, int count)
        {
            if (_head is null)
                return rest.Read(buffer, index, count);
            return Head(buffer.AsSpan(index, count));
        }

        public override async Task<int> ReadAsync(char[] buffer, int index, int count) =>
            _head is null ? await rest.ReadAsync(buffer, index, count) : Head(buffer.AsSpan(index, count));

        public override async ValueTask<int> ReadAsync(Memory<char> buffer, CancellationToken cancellationToken = default) =>
            _head is null ? await rest.ReadAsync(buffer, cancellationToken) : Head(buffer.Span);

        private int Head(Span<char> buffer)
        {
            var count = Math.Min(buffer.Length, _head!.Length - _at);
            _head.AsSpan(_at, count).CopyTo(buffer);
            _at += count;
            if (_at == _head.Length)
                _head = null;
            return count;
        }
    }
}
