namespace Juvenal.Core.Hardening;

/// <summary>A night that is over: as it was forecast that evening, and as it came.</summary>
public readonly record struct NightThatWas(DateOnly Evening, double ForecastC, double LowC);

/// <summary>A night that is over, at a place that somebody said something of.</summary>
/// <param name="LowC">As it came, at the plants, °C.</param>
/// <param name="LimitC">Of the tenderest there, °C.</param>
/// <param name="Acted">They were covered or carried in; else they stood out in it.</param>
public readonly record struct NightSaidOf(double LowC, double LimitC, bool Acted);

/// <summary>The nights behind, against their forecasts as they were made.</summary>
/// <param name="Nights">How many are known.</param>
/// <param name="ColderC">They came so much colder than forecast on the mean, °C; below 0: warmer.</param>
/// <param name="WorstC">The most that one came colder, °C; below 0 where none did.</param>
/// <param name="Acted">Places that were covered or carried in.</param>
/// <param name="Needed">Of those, the ones where the night came under the limit; the others were false alarms.</param>
/// <param name="Missed">Places where they stood out and the night came under the limit.</param>
public sealed record NightsBack(int Nights, double ColderC, double WorstC, int Acted, int Needed, int Missed)
{
    /// <summary>So far back is looked, days. [model]</summary>
    public const int Days = 14;

    /// <summary>Fewer nights say nothing of a forecast. [model]</summary>
    public const int Fewest = 5;

    /// <returns>Null where too few nights are known.</returns>
    public static NightsBack? Of(IReadOnlyList<NightThatWas> nights, IReadOnlyList<NightSaidOf> said)
    {
        ArgumentNullException.ThrowIfNull(nights);
        ArgumentNullException.ThrowIfNull(said);
        if (nights.Count < Fewest)
            return null;
        return new(
            nights.Count,
            nights.Average(n => n.ForecastC - n.LowC),
            nights.Max(n => n.ForecastC - n.LowC),
            said.Count(n => n.Acted),
            said.Count(n => n.Acted && n.LowC < n.LimitC),
            said.Count(n => !n.Acted && n.LowC < n.LimitC)
        );
    }
}
