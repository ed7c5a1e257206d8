using Juvenal.Core.Cultivars;
using Juvenal.Core.Rules;

namespace Juvenal.Core.PlantingOut;

/// <summary>What planting takes, in all.</summary>
/// <param name="WaterL">Into the holes, and to water in, L.</param>
/// <param name="FeedG">Granules at the bottom of the holes, g; 0 by another house rule.</param>
/// <param name="CompostL">Into the holes, L; 0 by another house rule.</param>
/// <param name="Stakes">Tall and half-bush tomatoes.</param>
/// <param name="ShortStakes">Bush tomatoes and peppers, where fruit is heavy.</param>
/// <param name="Collars">Against cutworms.</param>
/// <param name="MulchL">For the whole of the bed, L; null: its size is not known.</param>
public sealed record HoleFill(double WaterL, double FeedG, double CompostL, int Stakes, int ShortStakes, int Collars, double? MulchL)
{
    /// <summary>A hole is filled with it and drains; then the plant is watered in, L. [common practice, no source]</summary>
    public const double WaterPerPlantL = 2;

    /// <summary>Balanced granules for a plant, g, under a layer of soil. [common practice, no source]</summary>
    public const double GranulesG = 15;

    /// <summary>A handful of ripe compost, L. [common practice, no source]</summary>
    public const double HandfulL = 0.3;

    /// <summary>How thick mulch lies, cm: growers have 5 to 8. [common practice, no source]</summary>
    public const double MulchCm = 6;

    /// <summary>How many are still to be planted: those that stand in pots, no more than are wanted; before they are up, those that are
    /// wanted.</summary>
    /// <param name="inPots">That stand, from 0.</param>
    /// <param name="wanted">Of the batch, from 0.</param>
    /// <param name="planted">That are, from 0.</param>
    public static int ToGo(int inPots, int wanted, int planted) =>
        inPots == 0 && planted == 0 ? wanted : Math.Min(inPots, Math.Max(0, wanted - planted));

    /// <param name="plants">By crop and habit.</param>
    /// <param name="hole">House rule.</param>
    /// <param name="areaM2">Of the bed, m²; null: not known.</param>
    public static HoleFill Of(IReadOnlyCollection<BedWish> plants, HoleRule hole, double? areaM2)
    {
        ArgumentNullException.ThrowIfNull(plants);
        var all = plants.Sum(p => p.Plants);
        var staked = plants.Where(p => p is { Crop: Crop.Tomato, Habit: Habit.Tall or Habit.HalfBush }).Sum(p => p.Plants);
        var low = plants.Where(p => p is { Crop: Crop.Pepper } or { Habit: Habit.Bush }).Sum(p => p.Plants);
        return new(
            all * WaterPerPlantL,
            hole == HoleRule.Granules ? all * GranulesG : 0,
            hole == HoleRule.Compost ? all * HandfulL : 0,
            staked,
            low,
            all,
            areaM2 * MulchCm * 10
        );
    }
}
