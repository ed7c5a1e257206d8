using Juvenal.Core.Cultivars;

namespace Juvenal.Core.MovingUp;

/// <summary>The pot in which a plant ends: how much mix one of its kind roots through by its last fruit. [common practice, no source]</summary>
/// <param name="LeastL">Below it the plant stays small, and wants water more than once a day, L.</param>
/// <param name="MostL">More does it no good, L; null: the more the better.</param>
public sealed record LastPot(double LeastL, double? MostL)
{
    /// <summary>From the smallest that ripens on a sill to one for a basket.</summary>
    public static readonly LastPot DwarfTomato = new(1, 5);
    public static readonly LastPot BushTomato = new(10, 15);

    /// <summary>Between bush and tall.</summary>
    public static readonly LastPot HalfBushTomato = new(15, 20);
    public static readonly LastPot TallTomato = new(20, null);
    public static readonly LastPot DwarfPepper = new(3, 5);
    public static readonly LastPot Pepper = new(8, 12);
    public static readonly LastPot ChinensePepper = new(10, 20);

    /// <summary>That a cultivar wants.</summary>
    public static LastPot For(CultivarTraits traits)
    {
        ArgumentNullException.ThrowIfNull(traits);
        return traits switch
        {
            { Crop: Crop.Tomato, Habit: Habit.Dwarf } => DwarfTomato,
            { Crop: Crop.Tomato, Habit: Habit.Bush } => BushTomato,
            { Crop: Crop.Tomato, Habit: Habit.HalfBush } => HalfBushTomato,
            { Crop: Crop.Tomato } => TallTomato,
            { Group: SpeciesGroup.Chinense } => ChinensePepper,
            { Habit: Habit.Dwarf } => DwarfPepper,
            _ => Pepper,
        };
    }

    /// <summary>Whether a pot is large enough to end in.</summary>
    /// <param name="litres">Above 0.</param>
    public bool Holds(double litres) => litres >= LeastL;
}
