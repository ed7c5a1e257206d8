using Juvenal.Core.Rules;

namespace Juvenal.Core.Hardening;

/// <summary>What a cover over plants keeps off, on hoops and off the leaves. [extension services, from memory]</summary>
public static class Covers
{
    /// <summary>Light fleece, about 17 g/m², °C.</summary>
    public const double LightC = 1;

    /// <summary>Medium fleece, about 30 g/m², °C.</summary>
    public const double MediumC = 2;

    /// <summary>Heavy fleece, about 50 g/m², °C.</summary>
    public const double HeavyC = 4;

    /// <summary>How much warmer a night is under the best that a house has at hand, °C; 0 where it has none.</summary>
    public static double GainC(Fleece fleece) =>
        fleece switch
        {
            Fleece.Light => LightC,
            Fleece.Medium => MediumC,
            Fleece.Heavy => HeavyC,
            _ => 0,
        };
}
