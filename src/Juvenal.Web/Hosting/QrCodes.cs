using System.Text;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using QRCoder;

namespace Juvenal.Web.Hosting;

public sealed record QrInput(string Text);

/// <summary>A QR code to draw.</summary>
/// <param name="Size">Its width and height in squares, the quiet zone included.</param>
/// <param name="Path">An SVG path of its dark squares.</param>
public sealed record QrAnswer(int Size, string Path);

/// <summary>QR codes as squares: for the page, and for the terminal.</summary>
public static class QrCodes
{
    private const int Longest = 300;

    /// <summary>Squares of margin that the generator adds.</summary>
    private const int Quiet = 4;

    /// <exception cref="RefusedException">Longer than 300 characters, or empty.</exception>
    public static QrAnswer Of(string text)
    {
        if (text.Length is 0 or > Longest)
            throw new RefusedException(Failure.OutOfRange("text", text.Length, 1, Longest));
        var rows = Rows(text);
        var path = new StringBuilder();
        for (var y = 0; y < rows.Count; y++)
        {
            for (var x = 0; x < rows.Count; x++)
            {
                if (rows[y][x])
                    path.Append(System.Globalization.CultureInfo.InvariantCulture, $"M{x} {y}h1v1h-1z");
            }
        }

        return new(rows.Count, path.ToString());
    }

    /// <summary>Two rows of squares to a line of text, for a terminal; dark on light whatever the terminal's own colours.</summary>
    public static string ForTerminal(string text)
    {
        var rows = Rows(text);
        var lines = new StringBuilder();
        for (var y = 0; y < rows.Count; y += 2)
        {
            lines.Append("  \x1b[30;107m");
            for (var x = 0; x < rows.Count; x++)
            {
                var lower = y + 1 < rows.Count && rows[y + 1][x];
                lines.Append(
                    (rows[y][x], lower) switch
                    {
                        (true, true) => '█',
                        (true, false) => '▀',
                        (false, true) => '▄',
                        _ => ' ',
                    }
                );
            }

            lines.Append("\x1b[0m\n");
        }

        return lines.ToString();
    }

    /// <summary>The squares alone: who draws them leaves a margin of four squares around.</summary>
    internal static bool[][] Bare(string text)
    {
        var rows = Rows(text);
        return
        [
            .. Enumerable
                .Range(Quiet, rows.Count - (2 * Quiet))
                .Select(y => Enumerable.Range(Quiet, rows.Count - (2 * Quiet)).Select(x => rows[y][x]).ToArray()),
        ];
    }

    private static List<System.Collections.BitArray> Rows(string text)
    {
        using var data = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        return data.ModuleMatrix;
    }
}
