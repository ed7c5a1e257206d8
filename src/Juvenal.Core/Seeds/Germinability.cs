using Juvenal.Core.Cultivars;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Seeds;

/// <summary>What is known of the share of a lot that germinates: a beta distribution, as if so many seeds had been tried.</summary>
/// <param name="Up">Weight of those that came up, above 0.</param>
/// <param name="Not">Weight of those that did not, above 0.</param>
public readonly record struct Germinability(double Up, double Not)
{
    /// <summary>Germination that is assumed of fresh tomato seed. [model]</summary>
    public const double FreshTomato = 0.9;

    /// <summary>Germination that is assumed of fresh pepper seed. [model]</summary>
    public const double FreshPepper = 0.82;

    /// <summary>What seed loses within its storage life. [model]</summary>
    public const double LostInItsLife = 0.15;

    /// <summary>Past its storage life seed halves in each further life. [model]</summary>
    public const double EachFurtherLife = 0.5;

    /// <summary>An assumption weighs as much as a test of so many seeds. [model]</summary>
    public const double AssumedWeight = 10;

    /// <summary>The least share that is assumed: old seed is never surely dead.</summary>
    private const double Least = 1e-4;

    /// <summary>On average, 0–1.</summary>
    public double Mean => Up / (Up + Not);

    /// <summary>Before anything was tried: by kind and age.</summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="ageYears">Since it was packed, from 0; null where not known: half of its storage life.</param>
    public static Germinability Assumed(Crop crop, double? ageYears)
    {
        double life = SeedLots.StorageYears(crop);
        var age = ageYears ?? life / 2;
        var share =
            (crop == Crop.Tomato ? FreshTomato : FreshPepper)
            * (1 - (LostInItsLife * Math.Min(1, age / life)))
            * Math.Pow(EachFurtherLife, Math.Max(0, (age - life) / life));
        share = Math.Max(Least, share);
        return new(share * AssumedWeight, (1 - share) * AssumedWeight);
    }

    /// <summary>After so many more seeds were tried.</summary>
    public Germinability Tried(int sown, int up) => new(Up + up, Not + sown - up);

    /// <summary>The share that lies above the lowest tenth: what can be counted on.</summary>
    public double Quantile(double p) => Beta.InvCDF(Up, Not, p);
}
