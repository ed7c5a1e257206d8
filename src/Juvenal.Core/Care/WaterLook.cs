namespace Juvenal.Core.Care;

/// <summary>How often water is looked for in a place. Nothing is watered by the clock: a tray is lifted. [common practice, no source]</summary>
public static class WaterLook
{
    /// <summary>Above this, °C, twice a day. [common practice, no source]</summary>
    public const double HotC = 27;

    /// <summary>Cells smaller than this dry in half a day under lamps, L. [common practice, no source]</summary>
    public const double SmallCellLitres = 0.05;

    /// <param name="highC">Of today there, °C; null: not known.</param>
    /// <param name="smallestCellLitres">That plants stand in there; null: none stand in cells.</param>
    /// <param name="underLamps">They stand under lamps.</param>
    /// <returns>1 or 2.</returns>
    public static int ADay(double? highC, double? smallestCellLitres, bool underLamps) =>
        highC > HotC || (underLamps && smallestCellLitres < SmallCellLitres) ? 2 : 1;
}
