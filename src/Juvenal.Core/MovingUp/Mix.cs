namespace Juvenal.Core.MovingUp;

/// <summary>Potting mix for a number of containers.</summary>
public static class Mix
{
    /// <summary>Loose mix settles when it is firmed and watered: this share more is needed. [common practice, no source]</summary>
    public const double Settling = 0.15;

    /// <summary>Litres of loose mix: count × volume × (1 + settling).</summary>
    /// <param name="containers">From 0.</param>
    /// <param name="litresEach">L, from 0.</param>
    public static double Litres(int containers, double litresEach) => containers * litresEach * (1 + Settling);

    /// <summary>Water that dry peat-type or coir mix takes up before it is filled, L for a litre. [common practice, no source]</summary>
    public const double WettingShare = 0.3;

    /// <summary>Water to wet so much loose mix, L.</summary>
    public static double WaterLitres(double mixLitres) => mixLitres * WettingShare;
}
