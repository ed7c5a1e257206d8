namespace Juvenal.Core.Growth;

/// <summary>Days without new leaves after a move, while roots grow.</summary>
public static class Setback
{
    /// <summary>After pricking out: 3–7 days, 4 taken. [model]</summary>
    public const double PrickingOutDays = 4;

    /// <summary>After potting up with the ball whole. [model]</summary>
    public const double PottingUpDays = 2;

    /// <param name="move">0 is the first move, out of the tray.</param>
    public static double Days(int move) => move == 0 ? PrickingOutDays : PottingUpDays;
}
