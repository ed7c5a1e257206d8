using Juvenal.Core.Rules;

namespace Juvenal.Core.Growth;

/// <summary>Days without new leaves after a move, while roots grow.</summary>
public static class Setback
{
    /// <summary>After pricking out: 3–7 days, 4 taken. [model]</summary>
    public const double PrickingOutDays = 4;

    /// <summary>After potting up with the ball whole. [model]</summary>
    public const double PottingUpDays = 2;

    /// <summary>After potting up with the ball loosened all round. [model]</summary>
    public const double LoosenedDays = 4;

    /// <summary>After potting up with the ball washed apart: 7–14 days, 10 taken. [model]</summary>
    public const double WashedDays = 10;

    /// <param name="baresRoots">Roots are bared: pricked out of a tray of seedlings.</param>
    /// <param name="ball">What the house does with a ball.</param>
    public static double Days(bool baresRoots, RootBall ball) =>
        baresRoots ? PrickingOutDays
        : ball == RootBall.Washed ? WashedDays
        : ball == RootBall.Loosened ? LoosenedDays
        : PottingUpDays;
}
