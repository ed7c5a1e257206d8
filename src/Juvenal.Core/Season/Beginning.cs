using Juvenal.Core.Seeds;

namespace Juvenal.Core.Season;

/// <summary>What a batch begins with.</summary>
public enum Start
{
    Seed,

    /// <summary>Plugs or young plants that are bought in.</summary>
    Plants,

    /// <summary>Side shoots that are rooted.</summary>
    Cuttings,

    /// <summary>Scions on rootstocks.</summary>
    Grafts,

    /// <summary>Plants that stand already: found growing, or parted from another batch.</summary>
    Standing,
}

/// <summary>How a batch begins: with what, and how far that has grown.</summary>
/// <param name="Kind">With what.</param>
/// <param name="Leaves">True leaves it begins with, 0–12; 0 for seed.</param>
/// <param name="PotSince">Of plants that stand already: since when in their pot; null where that is not known yet.</param>
public sealed record Beginning(Start Kind, double Leaves = 0, DateOnly? PotSince = null)
{
    /// <summary>Side shoots of tomatoes root in 7–14 days; 10 taken. [common practice, no source]</summary>
    public const double RootingDays = 10;

    /// <summary>Grafts heal in 7–10 days, warm, damp and shaded; 8 taken. [common practice, no source]</summary>
    public const double HealingDays = 8;

    /// <summary>Germination of a lot of which nothing is known. [model]</summary>
    public const double GerminationShare = 0.85;

    /// <summary>Share of bought-in plants that arrive sound. [model]</summary>
    public const double SoundShare = 0.98;

    /// <summary>Share of side shoots that root, until the grower's own count. [model]</summary>
    public const double RootingShare = 0.9;

    /// <summary>Share of grafts that take, until the grower's own count. [model]</summary>
    public const double HealingShare = 0.85;

    /// <summary>
    /// Side shoots long enough to root stand on a mother with so many true leaves. [common practice, no source]
    /// </summary>
    public const double ShootLeaves = 8;

    /// <summary>Side shoots to root, cm. [common practice, no source]</summary>
    public const double ShortestShootCm = 10;

    /// <inheritdoc cref="ShortestShootCm"/>
    public const double LongestShootCm = 15;

    /// <summary>The least that a graft union stays above the soil, cm. [common practice, no source]</summary>
    public const double UnionAboveSoilCm = 3;

    /// <summary>What is taken of a beginning until the grower knows better, 0–1.</summary>
    public static double UsualShare(Start start) =>
        start switch
        {
            Start.Seed => GerminationShare,
            Start.Plants => SoundShare,
            Start.Standing => 1,
            Start.Cuttings => RootingShare,
            _ => HealingShare,
        };

    /// <summary>True leaves that it usually begins with. [common practice, no source]</summary>
    public static double UsualLeaves(Start start) =>
        start switch
        {
            Start.Seed => 0,
            Start.Plants or Start.Standing => 2,
            _ => 3,
        };

    /// <summary>Grown plants: nothing of them has to come up.</summary>
    public bool Grown => IsGrown(Kind);

    /// <inheritdoc cref="Grown"/>
    public static bool IsGrown(Start start) => start is Start.Plants or Start.Standing;

    public static Beginning Seed { get; } = new(Start.Seed);

    /// <summary>Days until it stands as a plant; null for seed, which depends on the soil.</summary>
    public double? Days =>
        Kind switch
        {
            Start.Seed => null,
            Start.Plants or Start.Standing => 0,
            Start.Cuttings => RootingDays,
            _ => HealingDays,
        };

    /// <summary>Share expected to stand as plants: seed by its germination at the bench, the others as given.</summary>
    /// <param name="share">Germination of the lot; share that roots, takes or arrives sound.</param>
    public double ShareOf(double share) => Kind == Start.Seed ? share * SowingQuantity.BenchFactor : share;
}
