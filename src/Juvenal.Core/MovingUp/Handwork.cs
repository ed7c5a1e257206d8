namespace Juvenal.Core.MovingUp;

/// <summary>Minutes of handwork, before the grower's own pace is known. [common practice, no source]</summary>
public static class Handwork
{
    public const double SowingMinutesPerCell = 0.1;
    public const double SnippingMinutes = 0.1;

    /// <summary>Of what is up in a batch.</summary>
    public const int CountingMinutes = 1;

    /// <summary>Of one seedling from its twin, on top of pricking it out.</summary>
    public const double SeparatingMinutes = 0.5;
    public const double PrickingOutMinutes = 1;
    public const double PottingUpMinutes = 1.5;
    public const double CarryingMinutesPerContainer = 0.1;
    public const double PlantingOutMinutes = 3;
}
