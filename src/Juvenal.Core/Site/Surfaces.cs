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

/// <summary>How a surface takes up the air's warmth and the sun's. [model]</summary>
public static class Surfaces
{
    public static IReadOnlyList<Surface> All { get; } = Enum.GetValues<Surface>();

    /// <summary>How much warmer the surface is than its air on the day's mean, °C for each MJ/m²·d of sun. [model]</summary>
    public static double SunGain(Surface surface) =>
        surface switch
        {
            Surface.Mulch => -0.02,
            Surface.Film => 0.18,
            Surface.Raised => 0.14,
            Surface.Tunnel => 0.07,
            _ => 0.12,
        };

    /// <summary>The day's wave at the surface, as a share of half the range of its air. [model]</summary>
    public static double DayWave(Surface surface) =>
        surface switch
        {
            Surface.Mulch => 0.5,
            Surface.Film => 1.3,
            Surface.Tunnel => 1.0,
            _ => 1.5,
        };

    /// <summary>Nights at the plants are so much warmer than outdoors, °C: in a bare tunnel 0–2. [common practice, no source]</summary>
    public static double NightGainC(Surface surface) => surface == Surface.Tunnel ? 1 : 0;

    /// <summary>A bare tunnel in the sun warms by this for each MJ/m²·d, °C, until it is vented. [model]</summary>
    public const double TunnelSunGain = 0.45;

    /// <summary>At this warmth a tunnel is vented, °C. [model]</summary>
    public const double TunnelVentC = 28;

    /// <summary>The highest temperature in a tunnel that is vented, °C.</summary>
    public static double TunnelHigh(double maximumC, double sun) =>
        Math.Max(maximumC, Math.Min(maximumC + (TunnelSunGain * sun), TunnelVentC));
}
