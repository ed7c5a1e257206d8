namespace Juvenal.Core.Places;

/// <summary>A thermometer of lowest and highest, read in a place in the morning.</summary>
/// <param name="Day">It was read on.</param>
/// <param name="LowC">Lowest of the night before, °C; null: not read.</param>
/// <param name="HighC">Highest of the day before, °C; null: not read.</param>
public readonly record struct AirReading(DateOnly Day, double? LowC, double? HighC);

/// <summary>How much warmer a place is than it was taken to be, by its own thermometer.</summary>
/// <param name="LowC">Its nights, °C; 0 where too little was read.</param>
/// <param name="HighC">Its days, °C.</param>
/// <param name="Lows">Nights that were read.</param>
/// <param name="Highs">Days that were read.</param>
public readonly record struct WarmthShift(double LowC, double HighC, int Lows, int Highs)
{
    /// <summary>Readings of so many days count. [model]</summary>
    public const int Days = 21;

    /// <summary>Fewer than this change nothing: one odd night is no place. [model]</summary>
    public const int Fewest = 3;

    /// <summary>More than this is a thermometer in the sun, °C. [model]</summary>
    public const double MostC = 8;

    public static WarmthShift None { get; }

    /// <summary>The mean difference of what was read and what was reckoned, lows and highs apart.</summary>
    /// <param name="readings">Of the place.</param>
    /// <param name="today">Readings of the <see cref="Days"/> days up to it count.</param>
    /// <param name="reckoned">The place's low and high of a day as reckoned, °C; null where the weather of the day is not known.</param>
    public static WarmthShift Of(IEnumerable<AirReading> readings, DateOnly today, Func<DateOnly, (double LowC, double HighC)?> reckoned)
    {
        ArgumentNullException.ThrowIfNull(readings);
        ArgumentNullException.ThrowIfNull(reckoned);
        var (lows, highs) = (new List<double>(), new List<double>());
        foreach (var reading in readings.Where(r => r.Day <= today && r.Day > today.AddDays(-Days)))
        {
            if (reading.LowC is { } low && reckoned(reading.Day) is { } night)
                lows.Add(low - night.LowC);
            if (reading.HighC is { } high && reckoned(reading.Day.AddDays(-1)) is { } day)
                highs.Add(high - day.HighC);
        }

        return new(Mean(lows), Mean(highs), lows.Count, highs.Count);
    }

    private static double Mean(List<double> differences) =>
        differences.Count < Fewest ? 0 : Math.Clamp(differences.Average(), -MostC, MostC);
}
