namespace Juvenal.Web.Labels;

/// <summary>A sheet or roll of labels, in mm.</summary>
/// <param name="Code">Stable.</param>
/// <param name="Name">For people.</param>
/// <param name="PageWidth">Of the sheet; of a roll: of one tag.</param>
/// <param name="PageHeight">As above.</param>
/// <param name="Columns">Labels across.</param>
/// <param name="Rows">Labels down.</param>
/// <param name="Width">Of a label.</param>
/// <param name="Height">Of a label.</param>
/// <param name="Left">To the first label.</param>
/// <param name="Top">To the first label.</param>
/// <param name="GapX">Between labels.</param>
/// <param name="GapY">Between labels.</param>
public sealed record LabelFormat(
    string Code,
    string Name,
    double PageWidth,
    double PageHeight,
    int Columns,
    int Rows,
    double Width,
    double Height,
    double Left,
    double Top,
    double GapX = 0,
    double GapY = 0
)
{
    /// <summary>
    /// Sizes that are sold everywhere; makers differ by a millimetre, so print one page on plain paper first. [common practice, no source]
    /// </summary>
    public static IReadOnlyList<LabelFormat> All { get; } =
    [
        new("a4-24", "A4 sheet, 3 × 8, 70 × 37 mm", 210, 297, 3, 8, 70, 37, 0, 0.5),
        new("a4-40", "A4 sheet, 4 × 10, 52 × 29 mm", 210, 297, 4, 10, 52.5, 29.7, 0, 0),
        new("letter-30", "Letter sheet, 3 × 10, 2⅝ × 1 in", 215.9, 279.4, 3, 10, 66.7, 25.4, 4.8, 12.7, 3.1),
        new("a4-tags", "A4 sheet of stick-in tags, 2 × 14, 100 × 20 mm", 210, 297, 2, 14, 100, 20, 5, 8.5),
        new("roll-tag", "Tag roll, 127 × 16 mm", 127, 16, 1, 1, 127, 16, 0, 0),
        new("roll-62", "Label roll, 62 × 29 mm", 62, 29, 1, 1, 62, 29, 0, 0),
    ];

    public int PerPage => Columns * Rows;
}

/// <summary>What stands on one label.</summary>
/// <param name="Cultivar">Largest.</param>
/// <param name="Code">Of the batch: never two with one code.</param>
/// <param name="Lines">Packet, day of sowing, tray and row.</param>
/// <param name="Link">What the QR code opens.</param>
public sealed record Label(string Cultivar, string Code, IReadOnlyList<string> Lines, string Link);
