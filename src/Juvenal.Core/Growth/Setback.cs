namespace Juvenal.Core.Growth;

/// <summary>Days without new leaves after a move, while roots grow.</summary>
public static class Setback
{
    /// <summary>After pricking out: 3–7 days, 4 taken. [model]</summary>
    public const double PrickingOutDays = 4;

    /// <summary>After potting up with the ball whole. [model]</summary>
    public const double PottingUpDays = 2;

    /// <param name="baresRoots">Roots are bared: pricked out of a tray of seedlings.</param>
    public static double Days(bool baresRoots) => baresRoots ? PrickingOutDays : PottingUpDays;
}
