namespace Juvenal.Core.Sowing;

/// <summary>What becomes of cells that a batch does not need in its last row.</summary>
public enum ExtraCells
{
    /// <summary>They stay empty.</summary>
    Left,

    /// <summary>The row is sown full.</summary>
    Row,

    /// <summary>The tray is sown full.</summary>
    Tray,
}

/// <summary>Cells that a batch wants.</summary>
public sealed record CellWish(Guid Batch, int Cells);

/// <summary>A row of a tray and what is sown in it.</summary>
/// <param name="Tray">From 0, in the order they are filled.</param>
/// <param name="Row">From 1.</param>
/// <param name="Batch">Whose; a row is never shared.</param>
/// <param name="Cells">Sown, from the row's beginning.</param>
public sealed record LaidRow(int Tray, int Row, Guid Batch, int Cells);

/// <summary>Trays split by rows among batches.</summary>
public static class TrayLayout
{
    /// <summary>Fills trays row by row in the order of the wishes.</summary>
    /// <param name="wishes">Cells of each batch, from 1.</param>
    /// <param name="format">Of all the trays.</param>
    /// <param name="share">A batch begins in the row after the one before it; else in a tray of its own.</param>
    /// <param name="extra">What becomes of the cells left over.</param>
    /// <returns>Rows in order; every batch has at least the cells it wants, and exactly those where extra cells are left.</returns>
    public static IReadOnlyList<LaidRow> Arrange(IEnumerable<CellWish> wishes, TrayFormat format, bool share, ExtraCells extra)
    {
        ArgumentNullException.ThrowIfNull(wishes);
        ArgumentNullException.ThrowIfNull(format);
        var rows = new List<LaidRow>();
        var at = 0;
        foreach (var wish in wishes)
        {
            if (!share && at % format.Rows != 0)
                at += format.Rows - (at % format.Rows);
            var left = wish.Cells;
            while (left > 0 || (extra == ExtraCells.Tray && !share && at % format.Rows != 0))
            {
                var cells = left >= format.RowCells || extra != ExtraCells.Left ? format.RowCells : left;
                rows.Add(new(at / format.Rows, (at % format.Rows) + 1, wish.Batch, cells));
                left -= cells;
                at++;
            }
        }

        return rows;
    }

    /// <summary>Cells for which a whole tray is taken: those of the last one, where they are a row or less.</summary>
    /// <param name="rows">As arranged.</param>
    /// <param name="format">Of the trays.</param>
    /// <returns>Null where there is one tray, or the last one holds more.</returns>
    public static int? Spill(IReadOnlyList<LaidRow> rows, TrayFormat format)
    {
        ArgumentNullException.ThrowIfNull(rows);
        ArgumentNullException.ThrowIfNull(format);
        if (rows.Count == 0 || rows[^1].Tray == 0)
            return null;
        var last = rows.Where(r => r.Tray == rows[^1].Tray).Sum(r => r.Cells);
        return last <= format.RowCells ? last : null;
    }

    /// <summary>Rows as they are sown when another number of cells was filled than laid out.</summary>
    /// <param name="laid">The batch's rows with the tray each is in, in order.</param>
    /// <param name="cells">Really sown.</param>
    /// <param name="format">Of the trays.</param>
    /// <returns>Cells of each row, 0 for one that stayed empty; and how many cells go beyond them.</returns>
    public static (IReadOnlyList<int> Rows, int Beyond) Refit(IReadOnlyList<int> laid, int cells, TrayFormat format)
    {
        ArgumentNullException.ThrowIfNull(laid);
        ArgumentNullException.ThrowIfNull(format);
        var fitted = new int[laid.Count];
        var left = cells;
        // First what was laid out, then the rest of those rows.
        for (var i = 0; i < laid.Count; i++)
            left -= fitted[i] = Math.Min(laid[i], left);
        for (var i = 0; i < laid.Count && left > 0; i++)
        {
            var more = Math.Min(format.RowCells - fitted[i], left);
            fitted[i] += more;
            left -= more;
        }

        return (fitted, left);
    }
}
