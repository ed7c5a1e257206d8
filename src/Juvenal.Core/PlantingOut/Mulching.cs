namespace Juvenal.Core.PlantingOut;

/// <summary>What is done with the mulch of a bed.</summary>
public enum MulchWork
{
    /// <summary>Off the rows, so that the sun warms the soil.</summary>
    PullBack,

    /// <summary>Over the warm soil again, so that it stays damp.</summary>
    PutBack,
}

/// <param name="Work">What is to be done next.</param>
/// <param name="Due">From when on; null: when the soil is warm, and the peppers stand.</param>
public sealed record MulchJob(MulchWork Work, DateOnly? Due)
{
    public bool IsDue(DateOnly today) => Due <= today;
}

/// <summary>Deep mulch keeps soil cool: it is pulled back before peppers go out, and put back when the soil is warm.</summary>
public static class Mulching
{
    /// <summary>So many days before peppers go out. [common practice, no source]</summary>
    public const int DaysBefore = 14;

    /// <summary>The next work with it; null: it lies, and no peppers are to go in.</summary>
    /// <param name="back">It is pulled back.</param>
    /// <param name="toGo">Peppers that are still to go in, from 0.</param>
    /// <param name="day">The first day of them; null: not known.</param>
    /// <param name="standing">Peppers that stand in the bed, from 0.</param>
    /// <param name="soilC">Of the bare soil at 8 o'clock, °C; null: not known.</param>
    /// <param name="warmC">As warm as peppers are asked for it, °C.</param>
    /// <param name="today">The nursery's day.</param>
    public static MulchJob? Next(bool back, int toGo, DateOnly? day, int standing, double? soilC, double warmC, DateOnly today)
    {
        if (!back)
            return toGo > 0 && day is { } first ? new(MulchWork.PullBack, first.AddDays(-DaysBefore)) : null;
        if (toGo > 0)
            return new(MulchWork.PutBack, null);
        // None stand, and none are to come: it was pulled back for nothing, or they are over.
        return new(MulchWork.PutBack, standing == 0 || soilC is null || soilC >= warmC ? today : null);
    }
}
