using Juvenal.Core.Places;

namespace Juvenal.Core.MovingUp;

/// <summary>Which container comes next. [common practice, no source]</summary>
public static class NextContainer
{
    /// <summary>From a cell: a 9–10 cm pot, L.</summary>
    public const double AfterCellLitres = 0.45;

    /// <summary>From a pot: about double the volume.</summary>
    public const double Times = 2;

    /// <summary>The bigger pot that is nearest to what is wanted, by ratio; null where none is bigger.</summary>
    /// <param name="now">What the plants stand in.</param>
    /// <param name="all">What there is; trays are no pots.</param>
    public static Container? After(Container now, IEnumerable<Container> all)
    {
        ArgumentNullException.ThrowIfNull(now);
        var wanted = now.Cells is null ? now.Litres * Times : AfterCellLitres;
        return all.Where(c => c.Cells is null && c.Litres > now.Litres).MinBy(c => Math.Abs(Math.Log(c.Litres / wanted)));
    }
}
