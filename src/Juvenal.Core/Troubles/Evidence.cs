using Juvenal.Core.Cultivars;

namespace Juvenal.Core.Troubles;

/// <summary>What the record of a batch knows of some plants; null: it does not know, which is no evidence.</summary>
/// <param name="Crop">Their crop.</param>
/// <param name="Tall">Of a tall kind.</param>
/// <param name="LightMol">Light of the day where they stand, mol/m²·d.</param>
/// <param name="NightC">Usual nights there, °C.</param>
/// <param name="ColdestC">The coldest night of the last <see cref="Diagnosis.NightsBack"/>, °C at the plants.</param>
/// <param name="HottestC">The hottest day of the last <see cref="Diagnosis.DaysBack"/>, °C at the plants.</param>
/// <param name="PotShare">Of the time that their container holds them well: 1 where it is full, above where it is past that.</param>
/// <param name="DaysInPot">In the same mix for so many days.</param>
/// <param name="DaysSinceMove">Since they were moved into it; null: they never were.</param>
/// <param name="DaysSinceFed">Since their place was fed; null where nothing says so.</param>
/// <param name="FeedLogged">Feeding is logged in this nursery at all: nothing logged then means not fed.</param>
/// <param name="FedPpm">The strongest feed of the last <see cref="Diagnosis.NightsBack"/> days, N in mg/L.</param>
/// <param name="Leaves">True leaves.</param>
/// <param name="HeightShare">Measured height, of what is usual for the kind with that many leaves.</param>
/// <param name="DaysSinceReceived">Since they were bought; null: they were raised here.</param>
/// <param name="DaysOutdoors">Since they stand outdoors, or began to harden; null: they do not.</param>
/// <param name="UnderLamps">They stand under lamps.</param>
/// <param name="SeedC">Warmth at the seed, °C.</param>
/// <param name="Germination">What of the seed is expected to come up, 0–1.</param>
/// <param name="OtherLotsUp">Other lots that were sown there no earlier are up.</param>
/// <param name="RungsDone">Of the ladder, where they harden.</param>
public sealed record Evidence(
    Crop Crop,
    bool Tall = false,
    double? LightMol = null,
    double? NightC = null,
    double? ColdestC = null,
    double? HottestC = null,
    double? PotShare = null,
    int? DaysInPot = null,
    int? DaysSinceMove = null,
    int? DaysSinceFed = null,
    bool FeedLogged = false,
    double? FedPpm = null,
    double? Leaves = null,
    double? HeightShare = null,
    int? DaysSinceReceived = null,
    int? DaysOutdoors = null,
    bool UnderLamps = false,
    double? SeedC = null,
    double? Germination = null,
    bool? OtherLotsUp = null,
    double? RungsDone = null
);

/// <summary>Which number of the record a clue rests on.</summary>
public enum ClueKind
{
    Light,
    NightsForTheLight,
    Kind,
    Height,
    Fed,
    FedStrength,
    DaysInMix,
    ColdestNight,
    HottestDay,
    Pot,
    Leaves,
    Received,
    Outdoors,
    Hardening,
    Moved,
    Lamps,
    SeedWarmth,
    SeedAge,
    OtherLots,
    Crop,
    Answer,
}

/// <summary>Something that speaks for a cause, or against it.</summary>
/// <param name="Kind">What it rests on.</param>
/// <param name="Weight">Above 0 for it, below against it; 1 a hint, 2 strong.</param>
/// <param name="Value">The record's figure.</param>
/// <param name="Limit">What it is held against.</param>
/// <param name="Asked">The question that was answered, where it was one.</param>
public sealed record Clue(ClueKind Kind, double Weight, double? Value = null, double? Limit = null, Question? Asked = null);
