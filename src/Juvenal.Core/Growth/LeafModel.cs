using Juvenal.Core.Cultivars;

namespace Juvenal.Core.Growth;

/// <summary>
/// True leaves in thermal time: leaves = Σ r(T) · f(light) / φ after emergence, r rising from Tb to 26 °C, flat to 30, and falling to
/// nothing at 38.
/// </summary>
/// <param name="BaseCelsius">Tb, °C: no leaf grows at or below it. [model]</param>
/// <param name="DegreeDaysPerLeaf">φ, °C·d for one true leaf. [model]</param>
/// <param name="HeightPerLeafCm">cm of height a leaf brings at 14 mol/m²·d of light. [model]</param>
/// <param name="PotDegreeDays">Thermal time that a reference container holds the plant in comfort, °C·d. [model]</param>
/// <remarks>
/// Our own model, calibrated so that a tomato at 20–22 °C shows its first true leaves about two weeks after sowing (common practice)
/// and 21/17 °C, two moves and a 10-day ladder fall into Knott's ranges from sowing to planting.
/// </remarks>
public sealed record LeafModel(double BaseCelsius, double DegreeDaysPerLeaf, double HeightPerLeafCm, double PotDegreeDays)
{
    /// <summary>Warmer than this fills a pot no sooner, °C. [model]</summary>
    public const double CeilingCelsius = 28;

    /// <summary>Warmer than this brings no more leaves, °C. [model]</summary>
    public const double FlatFromCelsius = 26;

    /// <summary>Warmer than this brings fewer, °C. [model]</summary>
    public const double FlatToCelsius = 30;

    /// <summary>In such heat nothing grows, °C. [model]</summary>
    public const double StalledCelsius = 38;

    /// <summary>Light that the model is calibrated to, mol/m²·d. [model]</summary>
    public const double FullLightMol = 14;

    /// <summary>How quickly more light stops bringing more leaves, mol/m²·d. [model]</summary>
    public const double LightScaleMol = 4;

    /// <summary>More light than full light brings so much at the most. [model]</summary>
    public const double MostLight = 1.03;

    /// <summary>Taken where nothing is known of a place's light, mol/m²·d. [model]</summary>
    public const double UnknownLightMol = 12;

    /// <summary>True leaves at which hardening off can begin. [published: university extension, from memory]</summary>
    public const double ReadyToHarden = 6;

    /// <summary>
    /// What the leaf model gives about 10 days from sowing at 20–22 °C: seed leaves with strong roots. [model, calibrated to common
    /// practice]
    /// </summary>
    public const double SeedLeaves = 0.6;

    /// <summary>The first pair is open.</summary>
    public const double FirstTrueLeaves = 2;

    /// <summary>The second pair is open.</summary>
    public const double SecondTrueLeaves = 4;

    /// <summary>True leaves that a transplant should have. [published: university extension, from memory]</summary>
    public const double ReadyToPlant = 7;

    /// <summary>True leaves at the last move before hardening: a tomato of 13–15 cm. [common practice, no source]</summary>
    public const double LastMove = 5;

    private static readonly LeafModel Tomato = new(8, 42, 2.5, 336);
    private static readonly LeafModel Pepper = new(10, 45, 2.0, 420);

    // C. chinense: slower leaves (1.25) and slower to come up (2.25, the middle of 2–2.5). [model]
    private static readonly LeafModel Chinense = Pepper with { DegreeDaysPerLeaf = Pepper.DegreeDaysPerLeaf * 1.25 };

    public static LeafModel For(SpeciesGroup group) =>
        group switch
        {
            SpeciesGroup.Tomato => Tomato,
            SpeciesGroup.Annuum => Pepper,
            _ => Chinense,
        };

    /// <summary>Factor on the days to emergence. [model]</summary>
    public static double EmergenceFactor(SpeciesGroup group) => group == SpeciesGroup.Chinense ? 2.25 : 1;

    /// <summary>Thermal time gathered in a day at a mean temperature, °C·d, never below 0.</summary>
    public double DegreeDays(double meanCelsius) => Math.Max(0, Math.Min(meanCelsius, CeilingCelsius) - BaseCelsius);

    /// <summary>Thermal time of leaves in a day at a mean temperature, in full light, °C·d, never below 0.</summary>
    public double LeafDegreeDays(double meanCelsius)
    {
        var most = FlatFromCelsius - BaseCelsius;
        return meanCelsius <= FlatToCelsius
            ? Math.Max(0, Math.Min(meanCelsius - BaseCelsius, most))
            : Math.Max(0, most * (StalledCelsius - meanCelsius) / (StalledCelsius - FlatToCelsius));
    }

    /// <summary>Of the leaves that full light brings: (1 − e^(−DLI/4)) / (1 − e^(−14/4)), at most 1.03. [model]</summary>
    /// <param name="dli">Light of the day, mol/m²·d, from 0.</param>
    public static double LightFactor(double dli) =>
        Math.Min(MostLight, (1 - Math.Exp(-dli / LightScaleMol)) / (1 - Math.Exp(-FullLightMol / LightScaleMol)));

    /// <summary>True leaves per day at a mean temperature over 24 h (°C), in full light.</summary>
    public double LeavesPerDay(double meanCelsius) => LeafDegreeDays(meanCelsius) / DegreeDaysPerLeaf;

    /// <summary>
    /// True leaves at move i: the first by the house rule, the last at 5 (a tomato of 13–15 cm), one between them halfway;
    /// after the moves, 6 for hardening. Plants that stand already have the first behind them. [model]
    /// </summary>
    /// <param name="i">From 0.</param>
    /// <param name="moves">How many there are.</param>
    /// <param name="first">By the house rule.</param>
    /// <param name="inPot">They stand in a pot from the beginning.</param>
    public static double ForMove(int i, int moves, double first, bool inPot) =>
        i >= moves ? ReadyToHarden
        : inPot ? first + ((LastMove - first) * (i + 1) / moves)
        : i == 0 ? first
        : first + ((LastMove - first) * i / (moves - 1));
}
