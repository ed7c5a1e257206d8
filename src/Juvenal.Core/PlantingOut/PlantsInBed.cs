using Juvenal.Core.Measures;

namespace Juvenal.Core.PlantingOut;

/// <summary>How many plants a bed takes.</summary>
/// <param name="Rows">Along the bed.</param>
/// <param name="PerRow">Plants in each.</param>
/// <param name="Plants">Rows × plants.</param>
public sealed record PlantsInBed(int Rows, int PerRow, int Plants)
{
    private const double LongestCm = 1_000_000;

    /// <summary>What a length has over a whole number of spacings by rounding.</summary>
    private const double Whisker = 1e-9;

    /// <summary>
    /// Plants stand at both ends: ⌊(length − 2 · edge) / spacing⌋ + 1 in a row, rows likewise over the width; none where the edges
    /// leave nothing.
    /// </summary>
    /// <param name="lengthCm">Above 0 to 1,000,000.</param>
    /// <param name="widthCm">Above 0 to 1,000,000.</param>
    /// <param name="spacingCm">In the row, 1–1,000.</param>
    /// <param name="rowSpacingCm">Between rows, 1–1,000.</param>
    /// <param name="edgeCm">Kept free all round, 0–10,000.</param>
    public static Outcome<PlantsInBed> Of(double lengthCm, double widthCm, double spacingCm, double rowSpacingCm, double edgeCm)
    {
        var ranges = new Ranges()
            .Above("lengthCm", lengthCm, 0, LongestCm)
            .Above("widthCm", widthCm, 0, LongestCm)
            .Within("spacingCm", spacingCm, 1, 1000)
            .Within("rowSpacingCm", rowSpacingCm, 1, 1000)
            .Within("edgeCm", edgeCm, 0, 10_000);
        if (!ranges.Hold)
            return ranges.Failures;
        var (perRow, rows) = (Along(lengthCm, spacingCm), Along(widthCm, rowSpacingCm));
        return (long)perRow * rows > int.MaxValue
            ? new Failure("too-many", "lengthCm", (double)perRow * rows, null, int.MaxValue)
            : new PlantsInBed(rows, perRow, perRow * rows);

        int Along(double cm, double spacing)
        {
            var free = cm - (2 * edgeCm);
            return free < -Whisker ? 0 : (int)Math.Floor((free / spacing) + Whisker) + 1;
        }
    }
}
