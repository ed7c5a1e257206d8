namespace Juvenal.Core.Site;

/// <summary>What lies on a bed: it decides how warm the soil under it is.</summary>
public enum Surface
{
    Bare,
    Mulch,
    Film,
    Raised,
    Tunnel,
}

/// <summary>How much warmer a surface is than the air, on the day's mean. [model]</summary>
public static class Surfaces
{
    public static IReadOnlyList<Surface> All { get; } = Enum.GetValues<Surface>();

    /// <summary>°C above the daily mean of the air.</summary>
    public static double OffsetC(Surface surface) =>
        surface switch
        {
            Surface.Mulch => -2,
            Surface.Film => 2.5,
            Surface.Raised => 1,
            Surface.Tunnel => 5,
            _ => 0,
        };
}
