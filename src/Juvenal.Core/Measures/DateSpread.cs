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

    /// <summary>From day numbers (<see cref="DateOnly.DayNumber"/>): low is rounded down, high up, the middle to the nearest day.</summary>
    public static DateSpread FromDayNumbers(double low, double mid, double high) =>
        Around(
            DateOnly.FromDayNumber((int)Math.Floor(low)),
            DateOnly.FromDayNumber((int)Math.Floor(mid + 0.5)),
            DateOnly.FromDayNumber((int)Math.Ceiling(high))
        );
}
