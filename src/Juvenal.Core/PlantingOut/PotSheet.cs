using Juvenal.Core.Cultivars;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;

namespace Juvenal.Core.PlantingOut;

/// <summary>Plants that end in pots.</summary>
/// <param name="Plants">One in each pot.</param>
/// <param name="Pot">Which.</param>
public sealed record PotWish(BedWish Plants, Container Pot);

/// <summary>What pots to end in take, in all.</summary>
/// <param name="MixL">Loose mix, L.</param>
/// <param name="WaterL">To wet it, L.</param>
/// <param name="Stakes">Tall and half-bush tomatoes.</param>
/// <param name="ShortStakes">Bush tomatoes and peppers, where fruit is heavy.</param>
/// <param name="HeaviestKg">The largest of them, wet, kg.</param>
public sealed record PotSheet(double MixL, double WaterL, int Stakes, int ShortStakes, double HeaviestKg)
{
    /// <summary>Wet mix weighs about as much as water, kg/L. [common practice, no source]</summary>
    public const double KgPerLitre = 1;

    /// <summary>From here on nobody lifts one without a thought, kg. [common practice, no source]</summary>
    public const double HeavyKg = 10;

    public bool Heavy => HeaviestKg >= HeavyKg;

    /// <param name="pots">That are still to be filled.</param>
    public static PotSheet Of(IReadOnlyCollection<PotWish> pots)
    {
        ArgumentNullException.ThrowIfNull(pots);
        var fill = HoleFill.Of([.. pots.Select(p => p.Plants)], HoleRule.Nothing, null);
        return new(
            pots.Sum(p => p.Pot.MixLitres(p.Plants.Plants)),
            pots.Sum(p => p.Pot.WaterLitres(p.Plants.Plants)),
            fill.Stakes,
            fill.ShortStakes,
            pots.Where(p => p.Plants.Plants > 0).Select(p => p.Pot.Litres * KgPerLitre).DefaultIfEmpty(0).Max()
        );
    }

    /// <summary>From the middle of one pot to that of the next, cm: as far apart as in a bed, dwarfs closer, and never closer than the pots are
    /// wide. [common practice, no source]</summary>
    public static double SpacingCm(PotWish pot)
    {
        ArgumentNullException.ThrowIfNull(pot);
        var plant = pot.Plants.Habit == Habit.Dwarf ? BedLayout.ClosestCm : BedLayout.Usual([pot.Plants.Crop]);
        return Math.Max(plant, PotShape.Of(pot.Pot).TopCm + BenchRoom.WallCm);
    }

    /// <summary>Who stands where in a place: all as far apart as the widest of them ask.</summary>
    /// <param name="lengthCm">Of its room, cm, above 0.</param>
    /// <param name="widthCm">Across it, cm, above 0.</param>
    /// <param name="pots">That stand there, and are to.</param>
    public static BedLayout Layout(double lengthCm, double widthCm, IReadOnlyList<PotWish> pots)
    {
        ArgumentNullException.ThrowIfNull(pots);
        var apart = pots.Where(p => p.Plants.Plants > 0).Select(SpacingCm).DefaultIfEmpty(BedLayout.ClosestCm).Max();
        return BedLayout.Of(new(lengthCm, widthCm, apart, apart), [.. pots.Select(p => p.Plants)]);
    }
}
