using Juvenal.Core.Site;

namespace Juvenal.Core.MovingUp;

/// <summary>The day with the least sun of some that are forecast: roots that were handled want shade.</summary>
/// <param name="Day">Which.</param>
/// <param name="Much">It is worth waiting for.</param>
public sealed record DullDay(DateOnly Day, bool Much)
{
    /// <summary>A day is worth naming where it has less than this share of the sun of those around it. [model]</summary>
    public const double MuchDuller = 0.85;

    /// <param name="days">At least one, with its low and high, °C.</param>
    /// <param name="latitude">Degrees, south negative.</param>
    public static DullDay Of(IReadOnlyList<(DateOnly Day, double LowC, double HighC)> days, double latitude)
    {
        var sun = days.Select(d => (d.Day, Sun: Sun.OnGround(d.LowC, d.HighC, Sun.AtTop(latitude, SeasonAxis.DayOfYear(d.Day))))).ToList();
        var dullest = sun.MinBy(d => d.Sun);
        return new(dullest.Day, dullest.Sun < sun.Average(d => d.Sun) * MuchDuller);
    }
}
