namespace Juvenal.Core.Hardening;

/// <summary>A night that is over: as it was forecast that evening, and as it came.</summary>
public readonly record struct NightThatWas(DateOnly Evening, double ForecastC, double LowC);

/// <summary>Something that was done for a night that is over.</summary>
/// <param name="LowC">As it came, at the plants, °C.</param>
/// <param name="LimitC">Of the tenderest there, °C.</param>
public readonly record struct ActedNight(double LowC, double LimitC);

/// <summary>The nights behind, against their forecasts as they were made.</summary>
/// <param name="Nights">How many are known.</param>
/// <param name="ColderC">They came so much colder than forecast on the mean, °C; below 0: warmer.</param>
/// <param name="WorstC">The most that one came colder, °C; below 0 where none did.</param>
/// <param name="Acted">Places that were covered or carried in.</param>
/// <param name="Needed">Of those, the ones where the night came under the limit; the others were false alarms.</param>
public sealed record NightsBack(int Nights, double ColderC, double WorstC, int Acted, int Needed)
{
    /// <summary>So far back is looked, days. [model]</summary>
    public const int Days = 14;

    /// <summary>Fewer nights say nothing of a forecast. [model]</summary>
    public const int Fewest = 5;

    /// <returns>Null where too few nights are known.</returns>
    public static NightsBack? Of(IReadOnlyList<NightThatWas> nights, IReadOnlyList<ActedNight> acted)
    {
        ArgumentNullException.ThrowIfNull(nights);
        ArgumentNullException.ThrowIfNull(acted);
        if (nights.Count < Fewest)
            return null;
        return new(
            nights.Count,
            nights.Average(n => n.ForecastC - n.LowC),
            nights.Max(n => n.ForecastC - n.LowC),
            acted.Count,
            acted.Count(a => a.LowC < a.LimitC)
        );
    }
}
