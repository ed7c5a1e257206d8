using Juvenal.Core.Ledger;

namespace Juvenal.Core.Sowing;

/// <summary>Cells by how many stand in them.</summary>
/// <param name="Cells">Of the batch.</param>
/// <param name="Blank">With none.</param>
/// <param name="One">With one.</param>
/// <param name="Twins">With two.</param>
/// <param name="More">With three or more.</param>
/// <param name="Seedlings">In all of them.</param>
public sealed record CellTally(int Cells, int Blank, int One, int Twins, int More, int Seedlings)
{
    /// <summary>Sign of a cell that is not the batch's.</summary>
    public const char Nobody = '.';

    /// <summary>The most that a cell is counted to.</summary>
    public const int Most = 9;

    public int Occupied => Cells - Blank;

    /// <summary>Adds up the cells of trays.</summary>
    /// <param name="cells">A sign a cell: a digit, or a dot where the batch has none.</param>
    public static CellTally Of(IEnumerable<string> cells)
    {
        ArgumentNullException.ThrowIfNull(cells);
        var counts = new int[Most + 1];
        foreach (var sign in cells.SelectMany(c => c).Where(c => c != Nobody))
            counts[sign - '0']++;
        return new(counts.Sum(), counts[0], counts[1], counts[2], counts[3..].Sum(), counts.Select((n, i) => n * i).Sum());
    }

    /// <summary>Whether a text is a count of so many cells.</summary>
    public static bool IsCount(string text, int cells) => text.Length == cells && text.All(c => c == Nobody || char.IsAsciiDigit(c));

    /// <summary>The same cells as <paramref name="laid"/>: no count where the batch has no cell, none missing where it has.</summary>
    /// <param name="text">Counted.</param>
    /// <param name="laid">By cell: whether it is the batch's.</param>
    public static bool Fits(string text, IReadOnlyList<bool> laid) =>
        IsCount(text, laid.Count) && !text.Where((c, i) => (c != Nobody) != laid[i]).Any();

    public static CellTally Of(IEnumerable<TrayCount> trays) => Of(trays.Select(t => t.Cells));
}
