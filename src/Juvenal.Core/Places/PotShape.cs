namespace Juvenal.Core.Places;

/// <summary>What a container measures, reckoned from its volume: a cone that is cut off. [model]</summary>
/// <param name="DepthCm">Inside.</param>
/// <param name="TopCm">Across its top, inside.</param>
/// <param name="BottomCm">Across its bottom.</param>
/// <remarks>
/// A round pot is 0.9 as deep as it is wide, and 0.72 as wide at the bottom; a square cell is 1.3 as deep, and 0.7 as wide at the bottom.
/// So a pot of 0.45 L is 9.5 cm wide, a cell of 50 mL 3.7 cm: as they are sold. [common practice, no source]
/// </remarks>
public sealed record PotShape(double DepthCm, double TopCm, double BottomCm)
{
    public const double PotDepth = 0.9;
    public const double PotBottom = 0.72;
    public const double CellDepth = 1.3;
    public const double CellBottom = 0.7;

    /// <summary>Bared roots of a seedling reach so far, cm. [common practice, no source]</summary>
    public const double BareRootsCm = 3;

    private const double CubicCmPerLitre = 1000;

    /// <param name="container">Any; of a row tray the depth of a usual one.</param>
    public static PotShape Of(Container container)
    {
        ArgumentNullException.ThrowIfNull(container);
        var cell = container.Cells is not null;
        var (deep, bottom) = cell ? (CellDepth, CellBottom) : (PotDepth, PotBottom);
        // Volume = depth/3 · (A + a + √(A·a)); A is top², times π/4 where it is round.
        var perCube = deep / 3 * (1 + bottom + (bottom * bottom)) * (cell ? 1 : Math.PI / 4);
        var top = Math.Cbrt(container.Litres * CubicCmPerLitre / perCube);
        return new(top * deep, top, top * bottom);
    }

    /// <summary>The ball that comes out of it.</summary>
    /// <param name="container">What they stand in.</param>
    /// <param name="bared">Roots are bared: there is no ball but what clings to them.</param>
    /// <returns>Height, and width at its top and its bottom, cm.</returns>
    public static PotShape Ball(Container container, bool bared)
    {
        ArgumentNullException.ThrowIfNull(container);
        var shape = Of(container);
        if (bared)
            return new(Math.Min(BareRootsCm, shape.DepthCm), Math.Min(BareRootsCm, shape.TopCm), Math.Min(BareRootsCm, shape.TopCm) / 2);
        // A pot is filled to below its rim, a cell to its edge.
        var height = container.Cells is null ? Math.Max(shape.DepthCm / 2, shape.DepthCm - MovingUp.Depth.RimCm) : shape.DepthCm;
        var atTop = shape.BottomCm + ((shape.TopCm - shape.BottomCm) * height / shape.DepthCm);
        return new(height, atTop, shape.BottomCm);
    }
}
