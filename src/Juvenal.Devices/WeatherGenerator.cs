using Juvenal.Core.Site;

namespace Juvenal.Devices;

/// <summary>A made-up climate.</summary>
/// <param name="YearMeanC">Mean of the year, °C.</param>
/// <param name="SwingC">Half the difference between the warmest and the coldest day of the mean year, °C.</param>
/// <param name="ColdestDay">Day of the year around which the coldest falls.</param>
/// <param name="DayRangeC">Tmax − Tmin in the mean of the year, °C; in summer more, in winter less.</param>
/// <param name="StrayC">How far a day strays from the mean year, standard deviation, °C.</param>
/// <param name="Persistence">How much of a day's straying the next day keeps, 0–1.</param>
/// <param name="SpringStray">How much further cold days stray around the end of April, as a share: cold returns in spring.</param>
public sealed record Climate(
    double YearMeanC,
    double SwingC,
    int ColdestDay,
    double DayRangeC,
    double StrayC,
    double Persistence,
    double SpringStray
)
{
    /// <summary>A continental upland, 47° N, 640 m: the last freeze about 9 May.</summary>
    public static Climate Upland { get; } = new(9.0, 13, 14, 14, 2.0, 0.5, 1.3);
}

/// <summary>
/// Made-up daily weather: a yearly wave, and days that stray from it and keep some of their straying (a first-order autoregression),
/// with years that are warmer or colder as a whole. The same seed gives the same weather, whichever days are asked for.
/// </summary>
public sealed class WeatherGenerator
{
    private const int EndOfApril = 120;

    private static readonly DateOnly Start = new(1990, 1, 1);

    private readonly Climate _climate;
    private readonly ulong _seed;
    private readonly List<WeatherDay> _days = [];
    private ulong _state;
    private double _stray;
    private double _range;
    private double _yearStray;

    public WeatherGenerator(ulong seed, Climate climate) => (_seed, _state, _climate) = (seed, seed, climate);

    /// <param name="day">1990 or later.</param>
    public WeatherDay this[DateOnly day]
    {
        get
        {
            var index = day.DayNumber - Start.DayNumber;
            ArgumentOutOfRangeException.ThrowIfNegative(index, nameof(day));
            // Devices are asked from several requests at once.
            lock (_days)
            {
                while (_days.Count <= index)
                    _days.Add(Next(Start.AddDays(_days.Count)));
                return _days[index];
            }
        }
    }

    public IReadOnlyList<WeatherDay> Days(DateOnly from, DateOnly to) =>
        [.. Enumerable.Range(0, Math.Max(0, to.DayNumber - from.DayNumber + 1)).Select(i => this[from.AddDays(i)])];

    /// <summary>A standard normal number that belongs to a key, the same each time.</summary>
    internal double Noise(int key, int other)
    {
        var state = _seed ^ ((ulong)(uint)key << 32) ^ (uint)other;
        return Normal(ref state);
    }

    private WeatherDay Next(DateOnly day)
    {
        if (day.DayOfYear == 1)
            _yearStray = 0.7 * Normal(ref _state);
        var c = _climate;
        var wave = Math.Cos(2 * Math.PI * (SeasonAxis.DayOfYear(day) - c.ColdestDay) / SeasonCurve.Days);
        _stray = (c.Persistence * _stray) + (Math.Sqrt(1 - (c.Persistence * c.Persistence)) * Normal(ref _state));
        _range = (0.4 * _range) + (0.9 * Normal(ref _state));
        var spring = Math.Max(0, Math.Cos(2 * Math.PI * (SeasonAxis.DayOfYear(day) - EndOfApril) / SeasonCurve.Days));
        // What returns in spring is the cold; warm days are no warmer than elsewhere in the year.
        var more = _stray < 0 ? c.SpringStray * spring * spring : 0;
        var mean = c.YearMeanC - (c.SwingC * wave) + (c.StrayC * (1 + more) * _stray) + _yearStray;
        var range = Math.Max(1.5, (c.DayRangeC * (1 - (0.22 * wave))) + (2.2 * _range));
        return new(day, Math.Round(mean - (range / 2), 1), Math.Round(mean + (range / 2), 1));
    }

    // SplitMix64 (Steele, Lea, Flood 2014) and Box–Muller: the sequence is fixed by definition, so the made-up weather never changes.
    private static double Normal(ref ulong state)
    {
        var u = ((Bits(ref state) >> 11) + 0.5) / (1UL << 53);
        var v = ((Bits(ref state) >> 11) + 0.5) / (1UL << 53);
        return Math.Sqrt(-2 * Math.Log(u)) * Math.Cos(2 * Math.PI * v);
    }

    private static ulong Bits(ref ulong state)
    {
        var z = state += 0x9E3779B97F4A7C15;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}
