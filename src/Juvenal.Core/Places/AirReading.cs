namespace Juvenal.Core.Places;

/// <summary>A thermometer of lowest and highest, read in a place in the morning.</summary>
/// <param name="Day">It was read on.</param>
/// <param name="LowC">Lowest of the night before, °C; null: not read.</param>
/// <param name="HighC">Highest of the day before, °C; null: not read.</param>
public readonly record struct AirReading(DateOnly Day, double? LowC, double? HighC);

/// <summary>What a place's own thermometer says of its nights and of its days.</summary>
/// <param name="Low">Of its nights.</param>
/// <param name="High">Of its days.</param>
public sealed record WarmthShift(ReadingShift Low, ReadingShift High)
{
    /// <summary>Readings of so many days up to the last one count. [model]</summary>
    public const int Days = 21;

    /// <summary>
    /// Readings older than this are of another year: nothing of them is left but of a hollow, and of that little. [model]
    /// </summary>
    public const int OldestDays = 366;

    public static WarmthShift None { get; } = new(ReadingShift.None, ReadingShift.None);

    /// <summary>How far the mean of the place strays, with what readings leave open, standard deviation, °C.</summary>
    /// <param name="usualC">Without readings, °C.</param>
    public double StraysC(double usualC) =>
        Math.Sqrt((usualC * usualC) + (((Low.UncertaintyC * Low.UncertaintyC) + (High.UncertaintyC * High.UncertaintyC)) / 4));

    /// <param name="readings">Of the place.</param>
    /// <param name="today">Later ones do not count.</param>
    /// <param name="heated">It keeps a warmth of its own.</param>
    /// <param name="reckoned">The place's low and high of a day as reckoned, °C; null where the weather of the day is not known.</param>
    public static WarmthShift Of(
        IEnumerable<AirReading> readings,
        DateOnly today,
        bool heated,
        Func<DateOnly, (double LowC, double HighC)?> reckoned
    )
    {
        ArgumentNullException.ThrowIfNull(readings);
        ArgumentNullException.ThrowIfNull(reckoned);
        var (lows, highs) = (new List<(DateOnly Day, double By)>(), new List<(DateOnly Day, double By)>());
        foreach (var reading in readings.Where(r => r.Day <= today && r.Day > today.AddDays(-OldestDays)))
        {
            if (reading.LowC is { } low && reckoned(reading.Day) is { } night)
                lows.Add((reading.Day, low - night.LowC));
            if (reading.HighC is { } high && reckoned(reading.Day.AddDays(-1)) is { } day)
                highs.Add((reading.Day, high - day.HighC));
        }

        return new(Shift(lows), Shift(highs));

        ReadingShift Shift(List<(DateOnly Day, double By)> read)
        {
            if (read.Count == 0)
                return ReadingShift.None;
            var last = read.Max(r => r.Day);
            // One a night: of two readings of a morning the later was meant.
            List<double> differences =
            [
                .. read.Where(r => r.Day > last.AddDays(-Days))
                    .GroupBy(r => r.Day)
                    .Select(r => Math.Clamp(r.Last().By, -ReadingShift.MostDifferenceC, ReadingShift.MostDifferenceC)),
            ];
            return ReadingShift.Of(differences, today.DayNumber - last.DayNumber, heated).Value;
        }
    }
}
