namespace Juvenal.Core.Decision;

/// <summary>A day of the forecast that plants may go out on.</summary>
/// <param name="Day">Which.</param>
/// <param name="Verdict">Asked as of that day, with the nights from it on.</param>
/// <param name="SunMj">On the ground, MJ/m²·d.</param>
/// <param name="HighC">Of the day, °C.</param>
/// <param name="ColdestC">Of the first nights after, at the plant, °C.</param>
public sealed record DayToPlant(DateOnly Day, GoVerdict Verdict, double SunMj, double HighC, double ColdestC);

/// <summary>The day of the forecast that is kindest to plants that go out, and the hour.</summary>
/// <param name="Day">Which.</param>
/// <param name="Verdict">Of that day.</param>
/// <param name="Dull">Little sun all day: any hour does; else the evening.</param>
public sealed record BestDay(DateOnly Day, GoVerdict Verdict, bool Dull)
{
    /// <summary>Nights right after planting that are looked at most, days. [model]</summary>
    public const int FirstNights = 3;

    /// <summary>A day is dull with less than this share of the usual sun of the days around it. [model]</summary>
    public const double DullShare = MovingUp.DullDay.MuchDuller;

    /// <summary>
    /// Never a day that says hold; go before go with cover; of those a dull day, then the one with the warmest first nights, then the
    /// earliest. [common practice, no source: overcast or evening, no wind, warm nights after]
    /// </summary>
    /// <param name="days">In order.</param>
    /// <returns>Null where every day says hold.</returns>
    public static BestDay? Of(IReadOnlyList<DayToPlant> days)
    {
        ArgumentNullException.ThrowIfNull(days);
        if (days.Count == 0)
            return null;
        var usual = days.Average(d => d.SunMj);
        var best = days.Where(d => d.Verdict != GoVerdict.Hold)
            .OrderBy(d => d.Verdict)
            .ThenBy(d => Dull(d) ? 0 : 1)
            .ThenByDescending(d => Math.Round(d.ColdestC))
            .ThenBy(d => d.Day)
            .FirstOrDefault();
        return best is null ? null : new(best.Day, best.Verdict, Dull(best));

        bool Dull(DayToPlant day) => day.SunMj < usual * DullShare;
    }
}
