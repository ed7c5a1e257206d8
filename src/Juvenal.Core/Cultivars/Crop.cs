namespace Juvenal.Core.Cultivars;

public enum Crop
{
    Tomato,
    Pepper,
}

/// <summary>How the plant grows; the trade's "determinate" is <see cref="Bush"/>, "indeterminate" is <see cref="Tall"/>.</summary>
public enum Habit
{
    Dwarf,
    Bush,
    HalfBush,
    Tall,
}

/// <summary>The group of species that a cultivar's timing follows.</summary>
public enum SpeciesGroup
{
    /// <summary><i>Solanum lycopersicum</i> and its cherry forms.</summary>
    Tomato,

    /// <summary><i>Capsicum annuum</i>: sweet and common hot peppers.</summary>
    Annuum,

    /// <summary><i>Capsicum chinense</i>: the slow, very hot ones.</summary>
    Chinense,
}

/// <summary>What the plan needs to know of a cultivar.</summary>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="Group">Must belong to the crop.</param>
/// <param name="Habit">Growth habit.</param>
/// <param name="DaysToRipe">From planting out to the first ripe fruit, days, 30–200.</param>
/// <param name="ByKind">Those days are what its kind usually takes: the packet does not say.</param>
public sealed record CultivarTraits(Crop Crop, SpeciesGroup Group, Habit Habit, int DaysToRipe, bool ByKind = false)
{
    public static bool Belongs(SpeciesGroup group, Crop crop) => group == SpeciesGroup.Tomato == (crop == Crop.Tomato);
}
