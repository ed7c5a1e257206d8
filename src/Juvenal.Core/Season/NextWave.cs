using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>
/// The planting after one: bush types are followed after 3 to 4 weeks, tall ones are planted in waves until the autumn rule closes.
/// [common practice, no source]
/// </summary>
/// <param name="Day">Of planting, or of the sale.</param>
/// <param name="Last">After this a planting bears for less than three weeks; null: nobody knows, or no frost ends it.</param>
public sealed record NextWave(DateOnly Day, DateOnly? Last)
{
    /// <summary>It no longer ripens in time.</summary>
    public bool TooLate => Day > Last;

    /// <param name="before">The planting before it: its day, as it was or as it is planned.</param>
    /// <param name="today">No wave is planted before.</param>
    /// <param name="last">The last day on which planting still ripens; null: see <see cref="Last"/>.</param>
    public static NextWave After(DateOnly before, DateOnly today, DateOnly? last)
    {
        var day = before.AddDays(AutumnWindow.SuccessionDays);
        return new(day < today ? today : day, last);
    }
}
