using System.Globalization;

namespace Juvenal.Devices.Formats;

/// <summary>Errors as they are met, the first hundred of them word by word.</summary>
internal sealed class Lines
{
    public List<LineError> Errors { get; } = [];

    public int Count { get; private set; }

    public void Add(int line, string code, string text)
    {
        Count++;
        if (Errors.Count < WeatherFile.MostErrors)
            Errors.Add(new(line, code, text.Length > 60 ? text[..60] : text));
    }
}

/// <summary>Numbers and days as files write them.</summary>
internal static class Cells
{
    private static readonly HashSet<string> Nothing = new(
        ["", "NA", "N/A", "NAN", "NULL", "-", "--", "M", "-999", "-999.0", "-99.9", "-9999", "-9999.0", "9999", "99999"],
        StringComparer.OrdinalIgnoreCase
    );

    public static bool IsMissing(string cell) => Nothing.Contains(cell);

    /// <param name="cell">As it stands.</param>
    /// <param name="commaDecimals">Where columns are separated by something else, a comma may be the decimal sign.</param>
    /// <param name="number">°.</param>
    public static bool Number(string cell, bool commaDecimals, out double number) =>
        double.TryParse(
            commaDecimals ? cell.Replace(',', '.') : cell,
            NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
            CultureInfo.InvariantCulture,
            out number
        ) && double.IsFinite(number);

    /// <summary>The three numbers of a date, in the order they stand; null where it is none.</summary>
    public static (int A, int B, int C, bool YearFirst)? Parts(string cell)
    {
        // A time of day behind it is let go.
        var date = cell.Split('T', ' ')[0];
        if (date.Length == 8 && date.All(char.IsAsciiDigit))
            return (
                int.Parse(date[..4], CultureInfo.InvariantCulture),
                int.Parse(date[4..6], CultureInfo.InvariantCulture),
                int.Parse(date[6..], CultureInfo.InvariantCulture),
                true
            );
        var parts = date.Split('-', '/', '.');
        if (parts.Length != 3 || !parts.All(p => p.Length is > 0 and <= 4 && p.All(char.IsAsciiDigit)))
            return null;
        var n = parts.Select(p => int.Parse(p, CultureInfo.InvariantCulture)).ToArray();
        return parts[0].Length == 4 ? (n[0], n[1], n[2], true)
            : parts[2].Length == 4 ? (n[0], n[1], n[2], false)
            : null;
    }

    public static DateOnly? Day(int year, int month, int day) =>
        year is >= 1700 and <= 2200 && month is >= 1 and <= 12 && day >= 1 && day <= DateTime.DaysInMonth(year, month)
            ? new DateOnly(year, month, day)
            : null;
}
