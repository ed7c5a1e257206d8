namespace Juvenal.Core.Measures;

/// <summary>
/// A date that is not certain: in 8 springs of 10 it falls between <see cref="Low"/> and <see cref="High"/>
/// (the 10 % and 90 % points, both included). <see cref="Mid"/> is the day to plan for; it is never outside.
/// </summary>
public readonly record struct DateSpread
{
    private DateSpread(DateOnly low, DateOnly mid, DateOnly high) => (Low, Mid, High) = (low, mid, high);

    public DateOnly Low { get; }

    public DateOnly Mid { get; }

    public DateOnly High { get; }

    public static DateSpread Certain(DateOnly day) => new(day, day, day);

    /// <summary>Puts the day planned for between the two ends; an end that the day lies outside of moves to the day.</summary>
    public static DateSpread Around(DateOnly low, DateOnly mid, DateOnly high) => new(low < mid ? low : mid, mid, high > mid ? high : mid);

    /// <summary>From day numbers (<see cref="DateOnly.DayNumber"/>), each to the nearest day: rounded outwards they would hold more
    /// than 8 of
    /// 10.</summary>
    public static DateSpread FromDayNumbers(double low, double mid, double high)
    {
        return Around(Nearest(low), Nearest(mid), Nearest(high));

        static DateOnly Nearest(double day) => DateOnly.FromDayNumber((int)Math.Floor(day + 0.5));
    }
}
