namespace Juvenal.Core.Cultivars;

/// <summary>What is picked: it decides how long that takes.</summary>
public enum Fruit
{
    /// <summary>Cherries and cocktail tomatoes.</summary>
    Small,

    Medium,

    /// <summary>Beefsteaks.</summary>
    Large,

    /// <summary>Sweet peppers, picked in their ripe colour.</summary>
    Coloured,

    /// <summary>Sweet peppers, picked green.</summary>
    Green,

    /// <summary>Hot peppers, ripe.</summary>
    Hot,
}

/// <summary>Days from planting out to the first ripe fruit, by kind, where the packet does not say. [common practice, no source]</summary>
public static class Ripening
{
    public const int DwarfDays = 55;

    /// <summary>Bush tomatoes, and cherries of any habit.</summary>
    public const int BushDays = 65;

    public const int TallDays = 75;

    public const int LargeDays = 85;

    public const int ColouredDays = 90;

    public const int GreenDays = 75;

    public const int HotDays = 80;

    /// <summary><i>C. chinense</i>, whatever is picked.</summary>
    public const int ChinenseDays = 100;

    /// <summary>Days by kind. A sweet pepper of which nothing is said is picked coloured.</summary>
    public static int Usual(SpeciesGroup group, Habit habit, Fruit? fruit) =>
        (group, fruit) switch
        {
            (SpeciesGroup.Chinense, _) => ChinenseDays,
            (SpeciesGroup.Annuum, Fruit.Green) => GreenDays,
            (SpeciesGroup.Annuum, Fruit.Hot) => HotDays,
            (SpeciesGroup.Annuum, _) => ColouredDays,
            (_, Fruit.Large) => LargeDays,
            _ when habit == Habit.Dwarf => DwarfDays,
            (_, Fruit.Small) => BushDays,
            _ => habit == Habit.Bush ? BushDays : TallDays,
        };

    /// <summary>Whether a crop has such fruit.</summary>
    public static bool Belongs(Fruit fruit, Crop crop) => fruit <= Fruit.Large == (crop == Crop.Tomato);
}
