using Juvenal.Core.Site;

namespace Juvenal.Store.Site;

/// <summary>What readings say of each surface; one that was not read is off as the others are.</summary>
/// <param name="CorrectionsC">How much warmer than reckoned, °C.</param>
/// <param name="Readings">How many stand behind it; a surface without any is missing.</param>
public sealed record SoilCalibration(IReadOnlyDictionary<Surface, double> CorrectionsC, IReadOnlyDictionary<Surface, int> Readings)
{
    internal static SoilCalibration Of(IEnumerable<SoilRow> readings, SoilSeries? line)
    {
        var read = readings
            .Select(r => (Row: r, Day: line is null ? -1 : r.Day.DayNumber - line.First.DayNumber))
            .Where(r => r.Day >= 0 && r.Day < line!.Count)
            .GroupBy(r => r.Row.Surface)
            .ToDictionary(
                g => g.Key,
                // What was read at its hour is held against what that hour is reckoned to be.
                g => (Off: g.Average(r => r.Row.Celsius - line!.At(g.Key, r.Day, r.Row.Hour)), Count: g.Count())
            );
        var others = read.Count == 0 ? 0 : read.Average(r => r.Value.Off);
        return new(
            Surfaces.All.ToDictionary(s => s, s => read.TryGetValue(s, out var r) ? r.Off : others),
            read.ToDictionary(r => r.Key, r => r.Value.Count)
        );
    }
}
