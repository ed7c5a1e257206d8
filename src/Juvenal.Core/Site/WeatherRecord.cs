namespace Juvenal.Core.Site;

/// <summary>A day's lowest and highest air temperature at screen height, °C; null where not known.</summary>
public readonly record struct WeatherDay(DateOnly Day, double? MinimumC, double? MaximumC)
{
    /// <summary>Mean of the two; null where one is missing.</summary>
    public double? MeanC => (MinimumC + MaximumC) / 2;
}

/// <summary>Daily weather without holes in its days: a day that is not known has no temperatures.</summary>
public sealed class WeatherRecord
{
    private readonly double?[] _minima;
    private readonly double?[] _maxima;

    private WeatherRecord(DateOnly first, double?[] minima, double?[] maxima) => (First, _minima, _maxima) = (first, minima, maxima);

    public DateOnly First { get; }

    public DateOnly Last => First.AddDays(Count - 1);

    public int Count => _minima.Length;

    public WeatherDay this[int index] => new(First.AddDays(index), _minima[index], _maxima[index]);

    /// <summary>The day's lowest temperature; null outside the record as well.</summary>
    public double? Minimum(DateOnly day) => Index(day) is { } i ? _minima[i] : null;

    /// <param name="days">In any order; of two for one day the later in the list counts. At least one.</param>
    /// <exception cref="ArgumentException">No days.</exception>
    public static WeatherRecord From(IReadOnlyCollection<WeatherDay> days)
    {
        ArgumentNullException.ThrowIfNull(days);
        if (days.Count == 0)
            throw new ArgumentException("A record has at least one day.", nameof(days));
        var first = days.Min(d => d.Day);
        var minima = new double?[days.Max(d => d.Day).DayNumber - first.DayNumber + 1];
        var maxima = new double?[minima.Length];
        foreach (var day in days)
        {
            minima[day.Day.DayNumber - first.DayNumber] = day.MinimumC;
            maxima[day.Day.DayNumber - first.DayNumber] = day.MaximumC;
        }

        return new(first, minima, maxima);
    }

    private int? Index(DateOnly day)
    {
        var i = day.DayNumber - First.DayNumber;
        return i >= 0 && i < _minima.Length ? i : null;
    }
}
