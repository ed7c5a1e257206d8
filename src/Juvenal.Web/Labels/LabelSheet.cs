using System.Reflection;
using Juvenal.Web.Hosting;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Fonts.TrueType;
using UglyToad.PdfPig.Fonts.TrueType.Parser;
using UglyToad.PdfPig.Writer;

namespace Juvenal.Web.Labels;

/// <summary>Labels as a PDF, as they lie on the sheet or one to a page on a roll.</summary>
internal sealed class LabelSheet : IDisposable
{
    private const double PointsPerMm = 72 / 25.4;
    private const double MarginMm = 2;

    /// <summary>Printers leave the edge of a sheet white: nothing is put nearer to it, mm. A roll's tag is the page itself.</summary>
    private const double EdgeMm = 5;

    /// <summary>A sheet lies askew in a printer by no more than this, mm.</summary>
    public const double MostShiftMm = 10;

    private static readonly (byte[] Bytes, HashSet<int> Letters)[] Bold = [Load("600-latin"), Load("600-latin-ext")];
    private static readonly (byte[] Bytes, HashSet<int> Letters)[] Plain = [Load("400-latin"), Load("400-latin-ext")];

    private readonly PdfDocumentBuilder _pdf = new();
    private readonly Dictionary<string, bool[][]> _codes = [];
    private readonly PdfDocumentBuilder.AddedFont[] _bold;
    private readonly PdfDocumentBuilder.AddedFont[] _plain;

    private LabelSheet()
    {
        _bold = [.. Bold.Select(f => _pdf.AddTrueTypeFont(f.Bytes))];
        _plain = [.. Plain.Select(f => _pdf.AddTrueTypeFont(f.Bytes))];
    }

    /// <summary>The first sign of a text that the labels' typeface does not have; null where it has them all.</summary>
    public static string? Missing(string text) =>
        text.EnumerateRunes().Where(r => !Bold.Any(f => f.Letters.Contains(r.Value))).Select(r => r.ToString()).FirstOrDefault();

    /// <param name="labels">At least one.</param>
    /// <param name="format">Of the sheet.</param>
    /// <param name="skip">Labels of the first sheet that are used already, 0 to one less than a sheet has.</param>
    /// <param name="shift">All of it is moved so far, mm, to the right and down: as the printer needs it.</param>
    public static byte[] Of(IReadOnlyList<Label> labels, LabelFormat format, int skip, (double Right, double Down) shift)
    {
        using var sheet = new LabelSheet();
        return sheet.Draw(labels, format, skip, shift);
    }

    public void Dispose() => _pdf.Dispose();

    private byte[] Draw(IReadOnlyList<Label> labels, LabelFormat format, int skip, (double Right, double Down) shift)
    {
        _pdf.DocumentInformation.Title = "Labels";
        _pdf.DocumentInformation.Producer = "Juvenal";
        PdfPageBuilder? page = null;
        for (var i = 0; i < labels.Count; i++)
        {
            var place = (i + skip) % format.PerPage;
            if (page is null || place == 0)
                page = _pdf.AddPage(format.PageWidth * PointsPerMm, format.PageHeight * PointsPerMm);
            var (row, column) = (place / format.Columns, place % format.Columns);
            var left = format.Left + (column * (format.Width + format.GapX));
            var top = format.PageHeight - format.Top - (row * (format.Height + format.GapY));
            var edge = format.PerPage > 1 ? EdgeMm : 0;
            var (from, to) = (Math.Max(left + MarginMm, edge), Math.Min(left + format.Width - MarginMm, format.PageWidth - edge));
            var (high, low) = (Math.Min(top - MarginMm, format.PageHeight - edge), Math.Max(top - format.Height + MarginMm, edge));
            One(page, labels[i], from + shift.Right, high - shift.Down, to - from, high - low);
        }

        return _pdf.Build();
    }

    /// <summary>One label: the code's square at the right as high as the label, the words at the left.</summary>
    private void One(PdfPageBuilder page, Label label, double left, double top, double width, double height)
    {
        if (!_codes.TryGetValue(label.Link, out var rows))
            _codes[label.Link] = rows = QrCodes.Bare(label.Link);
        var square = Math.Min(height, Math.Min(30, width * 0.42));
        Code(page, rows, left + width - square, top - ((height - square) / 2), square);
        // Four squares of margin beside the code; the label's own margin is around it.
        var room = width - square - Math.Max(1.5, 4 * square / rows.Length);
        // Four lines on a high label, two on a narrow tag.
        var lines = height < 14 ? [string.Join(" · ", label.Lines)] : label.Lines;
        var line = height / (lines.Count + 1.45);
        var size = Math.Min(line * 0.8, 4.2);
        var y = top - (line * 1.05);
        Text(page, _bold, $"{label.Cultivar}", left, y, Math.Min(line * 1.15, 6.2), room);
        for (var i = 0; i < lines.Count; i++)
        {
            y -= line;
            var x = left;
            if (i == 0)
                x += Text(page, _bold, label.Code, x, y, size, room * 0.5) + 1.2;
            Text(page, _plain, lines[i], x, y, size, room - (x - left));
        }
    }

    private static void Code(PdfPageBuilder page, bool[][] rows, double left, double top, double size)
    {
        var one = size / rows.Length;
        page.SetTextAndFillColor(0, 0, 0);
        for (var y = 0; y < rows.Length; y++)
        {
            for (var x = 0; x < rows.Length; x++)
            {
                if (!rows[y][x])
                    continue;
                // Neighbours in one stroke: no hairlines between squares.
                var from = x;
                while (x + 1 < rows.Length && rows[y][x + 1])
                    x++;
                page.DrawRectangle(
                    new PdfPoint((left + (from * one)) * PointsPerMm, (top - ((y + 1) * one)) * PointsPerMm),
                    (x - from + 1) * one * PointsPerMm,
                    one * PointsPerMm,
                    0,
                    fill: true
                );
            }
        }
    }

    /// <summary>Writes a text, smaller where it would not fit.</summary>
    /// <returns>Its width, mm.</returns>
    private double Text(
        PdfPageBuilder page,
        PdfDocumentBuilder.AddedFont[] fonts,
        string text,
        double left,
        double baseline,
        double sizeMm,
        double roomMm
    )
    {
        if (text.Length == 0)
            return 0;
        page.SetTextAndFillColor(0, 0, 0);
        var runs = Runs(text, fonts == _bold ? Bold : Plain).ToList();
        var size = sizeMm * PointsPerMm;
        var wide = Width(size);
        if (wide > roomMm)
            size *= roomMm / wide;
        var x = left;
        foreach (var (font, part) in runs)
        {
            page.AddText(part, size, new PdfPoint(x * PointsPerMm, baseline * PointsPerMm), fonts[font]);
            x += WidthOf(page, part, size, fonts[font]);
        }

        return x - left;

        double Width(double points) => runs.Sum(r => WidthOf(page, r.Text, points, fonts[r.Font]));
    }

    private static double WidthOf(PdfPageBuilder page, string text, double size, PdfDocumentBuilder.AddedFont font)
    {
        var letters = page.MeasureText(text, size, new PdfPoint(0, 0), font);
        return letters.Count == 0 ? 0 : (letters[^1].EndBaseLine.X - letters[0].StartBaseLine.X) / PointsPerMm;
    }

    /// <summary>Stretches of a text by the typeface's part that has their signs.</summary>
    private static IEnumerable<(int Font, string Text)> Runs(string text, (byte[] Bytes, HashSet<int> Letters)[] fonts)
    {
        var start = 0;
        while (start < text.Length)
        {
            var font = FontOf(text[start]);
            var end = start + 1;
            while (end < text.Length && (text[end] == ' ' || FontOf(text[end]) == font))
                end++;
            yield return (font, text[start..end]);
            start = end;
        }

        int FontOf(char sign) => Math.Max(0, Array.FindIndex(fonts, f => f.Letters.Contains(sign)));
    }

    private static (byte[] Bytes, HashSet<int> Letters) Load(string part)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream($"BarlowSemiCondensed-{part}.ttf")!;
        using var copy = new MemoryStream();
        stream.CopyTo(copy);
        var bytes = copy.ToArray();
        var font = TrueTypeFontParser.Parse(new TrueTypeDataBytes(bytes));
        return (
            bytes,
            [.. Enumerable.Range(0x20, 0x3000).Where(c => font.TableRegister.CMapTable.TryGetGlyphIndex(c, out var glyph) && glyph > 0)]
        );
    }
}
