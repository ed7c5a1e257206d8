namespace Juvenal.Core.Sowing;

/// <summary>How the cells of a tray lie.</summary>
/// <param name="Cells">All of them, 1–1,000.</param>
/// <param name="RowCells">In a row; divides the cells.</param>
public sealed record TrayFormat(int Cells, int RowCells)
{
    /// <summary>Formats that are sold: cells, and cells in a row (the long side). [common practice, no source]</summary>
    public static IReadOnlyList<(int Cells, int RowCells)> Usual { get; } =
    [(24, 6), (32, 8), (36, 9), (50, 10), (72, 12), (98, 14), (105, 15), (128, 16), (162, 18), (200, 20)];

    public int Rows => Cells / RowCells;

    /// <summary>
    /// A format of so many cells: in rows as said, else as usual for that number, else as near to two rows in three as it divides.
    /// </summary>
    /// <param name="cells">1–1,000.</param>
    /// <param name="rowCells">As the grower counted them; null: not said.</param>
    public static TrayFormat Of(int cells, int? rowCells = null)
    {
        if (rowCells is { } said)
            return new(cells, said);
        var usual = Usual.FirstOrDefault(u => u.Cells == cells);
        if (usual.Cells == cells)
            return new(cells, usual.RowCells);
        var wanted = Math.Sqrt(cells * 1.5);
        return new(cells, Enumerable.Range(1, cells).Where(n => cells % n == 0).MinBy(n => Math.Abs(Math.Log(n / wanted))));
    }
}
