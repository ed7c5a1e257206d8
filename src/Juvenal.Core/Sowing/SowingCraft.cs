namespace Juvenal.Core.Sowing;

/// <summary>How seed is sown and first kept.</summary>
public static class SowingCraft
{
    /// <summary>Depth of sowing, mm: ¼ in. Knott's Handbook for Vegetable Growers; from memory.</summary>
    public const double DepthMm = 6;

    /// <summary>Heat at the seed above which it comes up no better, °C. [common practice, no source]</summary>
    public const double WarmestBestC = 29;

    /// <summary>Hours of light a day for seedlings: from. [common practice, no source]</summary>
    public const int LeastLightHours = 14;

    /// <summary>Hours of light a day for seedlings: to. [common practice, no source]</summary>
    public const int MostLightHours = 16;

    /// <summary>Whether heat at the seed is what it comes up best with; °C.</summary>
    public static bool IsBest(double heatC) => heatC is >= EmergenceVerdict.WarmEnoughC and <= WarmestBestC;
}
