using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;

namespace Juvenal.Core.MovingUp;

/// <summary>Minutes of handwork, before the grower's own pace: <see cref="Pace"/>. [common practice, no source]</summary>
public static class Handwork
{
    public const double SowingMinutesPerCell = 0.1;
    public const double SnippingMinutes = 0.1;

    /// <summary>Of what is up in a batch.</summary>
    public const int CountingMinutes = 1;

    /// <summary>Of one seedling from its twin, on top of pricking it out.</summary>
    public const double SeparatingMinutes = 0.5;
    public const double PrickingOutMinutes = 1;

    /// <summary>Into a pot of up to half a litre.</summary>
    public const double SmallPotMinutes = 1;

    /// <summary>Into one of up to 1.5 L.</summary>
    public const double PottingUpMinutes = 1.5;

    /// <summary>Into one of up to 5 L.</summary>
    public const double LargePotMinutes = 5;

    /// <summary>Into a larger one.</summary>
    public const double TubMinutes = 10;

    /// <summary>To loosen a ball all round, on top.</summary>
    public const double LooseningMinutes = 0.5;

    /// <summary>To wash a ball apart, on top.</summary>
    public const double WashingMinutes = 3;
    public const double CarryingMinutesPerContainer = 0.1;
    public const double PlantingOutMinutes = 3;

    private const double SmallPotLitres = 0.5;
    private const double PotLitres = 1.5;
    private const double LargePotLitres = 5;

    /// <summary>Of one cell or plant at a step; null where it is not the hands that it takes.</summary>
    /// <param name="step">What is done.</param>
    /// <param name="into">What it goes into; null in a bed.</param>
    /// <param name="ball">What the house does with the ball.</param>
    public static double? Each(Step step, Container? into, RootBall ball) =>
        step switch
        {
            { Kind: StepKind.Begin } => SowingMinutesPerCell,
            { Kind: StepKind.Harden or StepKind.Hold } => CarryingMinutesPerContainer,
            { Kind: StepKind.PlantOut } => PlantingOutMinutes,
            { Kind: StepKind.Move, Number: 1 } => PrickingOutMinutes,
            { Kind: StepKind.Move } => into is null ? PottingUpMinutes : PottingUp(into.Litres, ball),
            _ => null,
        };

    /// <summary>Of one plant that is potted up.</summary>
    /// <param name="litres">Of the container it goes into, L.</param>
    /// <param name="ball">What the house does with the ball.</param>
    public static double PottingUp(double litres, RootBall ball) =>
        (
            litres <= SmallPotLitres ? SmallPotMinutes
            : litres <= PotLitres ? PottingUpMinutes
            : litres <= LargePotLitres ? LargePotMinutes
            : TubMinutes
        )
        + ball switch
        {
            RootBall.Washed => WashingMinutes,
            RootBall.Loosened => LooseningMinutes,
            _ => 0,
        };
}
