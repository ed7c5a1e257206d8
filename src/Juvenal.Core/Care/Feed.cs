using Juvenal.Core.Measures;

namespace Juvenal.Core.Care;

/// <summary>Fertiliser for a nutrient solution.</summary>
/// <param name="GramsPerL">g in each litre.</param>
/// <param name="Grams">For the whole volume, g.</param>
/// <param name="OuncesPer100UsGallons">The same strength in avoirdupois ounces for 100 US gallons.</param>
/// <param name="PhosphatePpm">P₂O₅ that comes with it, mg/L; null where the label's share was not given.</param>
/// <param name="PotashPpm">K₂O that comes with it, mg/L; null where the label's share was not given.</param>
public sealed record Feed(double GramsPerL, double Grams, double OuncesPer100UsGallons, double? PhosphatePpm, double? PotashPpm)
{
    /// <summary>The least nitrogen that seedlings are fed, mg/L. [extension]</summary>
    public const double SeedlingPpm = 50;

    /// <summary>The most that seedlings and the least that plants growing on are fed, mg/L. [extension]</summary>
    public const double GrowingPpm = 100;

    /// <summary>The most that plants growing on are fed, mg/L. [extension]</summary>
    public const double StrongestPpm = 200;

    /// <summary>A stock that is easily dissolved and measured, g/L. [common practice, no source]</summary>
    public const double StockGramsPerL = 100;

    /// <summary>Of that stock, L.</summary>
    public double StockL() => Grams / StockGramsPerL;

    /// <summary>Less than this no fertiliser has, %.</summary>
    public const double LeastPercent = 0.01;

    public const double MostPpm = 2000;
    public const double MostLitres = 1_000_000;

    /// <summary>1 g/L of a fertiliser with 1 % is 10 mg/L.</summary>
    private const double PpmOfOnePercent = 10;

    /// <summary>What a label cannot say.</summary>
    /// <param name="nitrogenPercent">N, 0.01–100 %.</param>
    /// <param name="phosphatePercent">P₂O₅, 0–100 %, or null.</param>
    /// <param name="potashPercent">K₂O, 0–100 %, or null.</param>
    public static IReadOnlyList<Failure> OfLabel(double nitrogenPercent, double? phosphatePercent, double? potashPercent) =>
        Label(new(), nitrogenPercent, phosphatePercent, potashPercent).Failures;

    private static Ranges Label(Ranges ranges, double nitrogenPercent, double? phosphatePercent, double? potashPercent) =>
        ranges
            .Within("nitrogenPercent", nitrogenPercent, LeastPercent, 100)
            .Within("phosphatePercent", phosphatePercent, 0, 100)
            .Within("potashPercent", potashPercent, 0, 100);

    /// <summary>g/L = ppm N / (%N · 10). Standard greenhouse formula: 20 % N at 1 g/L is 200 ppm.</summary>
    /// <param name="targetNitrogenPpm">Above 0 to 2,000 mg/L.</param>
    /// <param name="nitrogenPercent">N on the label, 0.01–100 %.</param>
    /// <param name="volumeL">Above 0 to 1,000,000 L.</param>
    /// <param name="phosphatePercent">P₂O₅ on the label, 0–100 %, or null.</param>
    /// <param name="potashPercent">K₂O on the label, 0–100 %, or null.</param>
    /// <remarks>Exact: pound and gallon by definition. What the tap brings along is not in it.</remarks>
    public static Outcome<Feed> For(
        double targetNitrogenPpm,
        double nitrogenPercent,
        double volumeL,
        double? phosphatePercent = null,
        double? potashPercent = null
    )
    {
        var ranges = Label(
            new Ranges().Above("targetNitrogenPpm", targetNitrogenPpm, 0, MostPpm).Above("volumeL", volumeL, 0, MostLitres),
            nitrogenPercent,
            phosphatePercent,
            potashPercent
        );
        if (!ranges.Hold)
            return ranges.Failures;
        var perL = targetNitrogenPpm / (nitrogenPercent * PpmOfOnePercent);
        return new Feed(
            perL,
            perL * volumeL,
            perL * 100 * Units.LitresPerUsGallon / Units.GramsPerOunce,
            perL * PpmOfOnePercent * phosphatePercent,
            perL * PpmOfOnePercent * potashPercent
        );
    }
}
