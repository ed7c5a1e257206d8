using Juvenal.Core.Measures;

namespace Juvenal.Core.Places;

/// <summary>How far readings of a thermometer move what a place is taken to be.</summary>
/// <param name="DifferenceC">Median of read − expected, °C.</param>
/// <param name="Readings">How many, from 1; 0: none, and nothing moves.</param>
/// <param name="ShiftC">Plans go by it, °C.</param>
/// <param name="AlarmShiftC">Tonight and go or hold go by it, °C.</param>
/// <param name="Asked">So far off that the grower is asked about it.</param>
public sealed record ReadingShift(double DifferenceC, int Readings, double ShiftC, double AlarmShiftC, bool Asked)
{
    public static ReadingShift None { get; } = new(0, 0, 0, 0, Asked: false);

    /// <summary>More are not taken.</summary>
    public const int Most = 60;

    /// <summary>What a reading may differ by to be one, °C. [model]</summary>
    public const double MostDifferenceC = 40;

    /// <summary>So many readings weigh half. [model]</summary>
    public const int HalfWeight = 7;

    /// <summary>After so many days without a reading half of it is left. [model]</summary>
    public const double HalfLifeDays = 14;

    /// <summary>The same for a hollow: a place that was read colder than the weather makes it stays so. [model]</summary>
    public const double HollowHalfLifeDays = 60;

    /// <summary>A heated place is moved by so much at most; more, and one asks for another figure, °C. [model]</summary>
    public const double MostC = 3;

    /// <summary>A heated place that differs by more was typed wrongly, or the thermometer is wrong, °C. [model]</summary>
    public const double ImpossibleC = 8;

    /// <summary>So many readings before one asks for another figure. [model]</summary>
    public const int AskedFrom = 5;

    /// <summary>Warmer than the weather makes it by more than this is a thermometer in the sun, or by a wall, °C. [model]</summary>
    public const double SunnyC = 3;

    /// <summary>Plans take a place that follows the weather for so much warmer at most, °C. [model]</summary>
    public const double MostWarmerC = 1;

    /// <summary>And for so much colder, °C. [model]</summary>
    public const double MostColderC = 6;

    /// <summary>How far one reading strays from what the place is, standard deviation, °C. [model]</summary>
    internal const double OneReadingC = 2;

    /// <summary>How uncertain the shift of plans is, standard deviation, °C; 0 where there is none.</summary>
    public double UncertaintyC => ShiftC == 0 ? 0 : OneReadingC / Math.Sqrt(Readings);

    /// <summary>
    /// The law of readings: a place that keeps a warmth of its own is moved by what was read, little by little and for a while; one that follows
    /// the weather is never taken for warmer where plants could freeze, and for colder at once and lastingly.
    /// </summary>
    /// <param name="differencesC">Read − expected, one a night, 1–60 values of −40 … 40 °C.</param>
    /// <param name="daysSinceLast">Days since the last one, from 0.</param>
    /// <param name="heated">It keeps a warmth of its own; else it follows the weather, under glass, film or the sky.</param>
    public static Outcome<ReadingShift> Of(IReadOnlyList<double> differencesC, double daysSinceLast, bool heated)
    {
        ArgumentNullException.ThrowIfNull(differencesC);
        var failures = new List<Failure>();
        if (differencesC.Count is 0 or > Most)
            failures.Add(Failure.OutOfRange("differencesC", differencesC.Count, 1, Most));
        else if (differencesC.FirstOrDefault(d => !(Math.Abs(d) <= MostDifferenceC)) is var odd && !(Math.Abs(odd) <= MostDifferenceC))
            failures.Add(Failure.OutOfRange("differencesC", odd, -MostDifferenceC, MostDifferenceC));
        if (!(daysSinceLast >= 0))
            failures.Add(Failure.OutOfRange("daysSinceLast", daysSinceLast, 0, double.MaxValue));
        if (failures.Count > 0)
            return failures;

        var (m, n) = (Median(differencesC), differencesC.Count);
        var faded = m * n / (n + HalfWeight) * Math.Pow(0.5, daysSinceLast / HalfLifeDays);
        if (heated)
        {
            if (Math.Abs(m) > ImpossibleC)
                return new ReadingShift(m, n, 0, 0, Asked: true);
            var shift = Math.Clamp(faded, -MostC, MostC);
            return new ReadingShift(m, n, shift, shift, Asked: Math.Abs(m) > MostC && n >= AskedFrom);
        }

        if (m > SunnyC)
            return new ReadingShift(m, n, 0, 0, Asked: true);
        if (m >= 0)
            return new ReadingShift(m, n, Math.Min(MostWarmerC, faded), 0, Asked: false);
        var hollow = Math.Max(-MostColderC, m * Math.Pow(0.5, daysSinceLast / HollowHalfLifeDays));
        return new ReadingShift(m, n, hollow, hollow, Asked: false);
    }

    private static double Median(IReadOnlyList<double> values)
    {
        var sorted = values.Order().ToList();
        var half = sorted.Count / 2;
        return sorted.Count % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }
}
