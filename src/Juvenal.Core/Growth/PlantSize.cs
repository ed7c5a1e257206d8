namespace Juvenal.Core.Growth;

/// <summary>How tall a young plant is held to be, from its leaves and its light. [model]</summary>
/// <param name="HeightCm">From the mix to the tip.</param>
/// <param name="SeedLeavesCm">From the mix to the seed leaves.</param>
/// <param name="LeavesCm">From the mix to each true leaf, the lowest first.</param>
public sealed record PlantSize(double HeightCm, double SeedLeavesCm, IReadOnlyList<double> LeavesCm)
{
    /// <summary>Seed leaves stand at most so many leaves' height above the mix. [model]</summary>
    public const double SeedLeavesAt = 1.2;

    /// <summary>And at most at this share of the height. [model]</summary>
    public const double SeedLeavesShare = 0.6;

    /// <summary>Height grows with this power of the light that is missing. [model]</summary>
    public const double LightPower = 0.4;

    /// <summary>Where leaves touch, or it is dim, plants are taller by no more than this. [model]</summary>
    public const double MostStretch = 1.5;

    /// <summary>A seedling with nothing but seed leaves, in leaves' height. [model]</summary>
    public const double Sprout = 1;

    /// <param name="model">The crop's.</param>
    /// <param name="leaves">True leaves, from 0.</param>
    /// <param name="dli">Light of the day, mol/m²·d, above 0.</param>
    public static PlantSize Of(LeafModel model, double leaves, double dli)
    {
        ArgumentNullException.ThrowIfNull(model);
        var stretch = Math.Clamp(Math.Pow(LeafModel.FullLightMol / dli, LightPower), 1 / MostStretch, MostStretch);
        return OfHeight(model, leaves, Math.Max(Sprout, leaves) * model.HeightPerLeafCm * stretch);
    }

    /// <summary>A plant that was measured some leaves ago: it has grown since as its kind does.</summary>
    /// <param name="model">The crop's.</param>
    /// <param name="heightCm">Measured, above 0.</param>
    /// <param name="then">True leaves on that day, from 0.</param>
    /// <param name="now">True leaves now.</param>
    public static double GrownSince(LeafModel model, double heightCm, double then, double now) =>
        heightCm * Math.Max(1, Of(model, now, LeafModel.FullLightMol).HeightCm / Of(model, then, LeafModel.FullLightMol).HeightCm);

    /// <summary>A plant that was measured.</summary>
    /// <param name="model">The crop's.</param>
    /// <param name="leaves">True leaves, from 0.</param>
    /// <param name="heightCm">From the mix to the tip, above 0.</param>
    public static PlantSize OfHeight(LeafModel model, double leaves, double heightCm)
    {
        ArgumentNullException.ThrowIfNull(model);
        var whole = (int)Math.Floor(leaves + 0.5);
        var perLeaf = heightCm / Math.Max(Sprout, leaves);
        var seed = Math.Min(perLeaf * SeedLeavesAt, heightCm * SeedLeavesShare);
        return new(heightCm, seed, [.. Enumerable.Range(1, whole).Select(i => seed + ((heightCm - seed) * i / (whole + 0.5)))]);
    }
}
