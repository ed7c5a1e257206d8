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

    /// <summary>Of a share that was typed, with the weight of so many seeds.</summary>
    /// <param name="share">Above 0 to 1.</param>
    /// <param name="weight">Above 0.</param>
    public static Germinability From(double share, double weight)
    {
        var mean = Math.Clamp(share, Least, 1 - Least);
        return new(mean * weight, (1 - mean) * weight);
    }

    /// <summary>
    /// After a sowing of the lot at the bench: what came up over the bench's share, weighed by how little that says of the lot, since
    /// a tray fares alike and benches stray.
    /// </summary>
    /// <param name="seeds">Sown, from 1.</param>
    /// <param name="up">Came up, once nothing more was to come.</param>
    public Germinability Sown(int seeds, int up)
    {
        var bench = Predictive.BenchUp / (Predictive.BenchUp + Predictive.BenchNot);
        var seen = (up + 1.0) / (seeds + 2);
        var share = Math.Clamp(seen / bench, Least, 1 - Least);
        // Variance of the share relative to its square: of the count, of a tray that fares alike, and of the bench.
        var tray = (1 + ((seeds - 1) * Predictive.TrayCorrelation)) / seeds * (1 - seen) / seen;
        var strays = (1 - bench) / bench / (Predictive.BenchUp + Predictive.BenchNot + 1);
        var weight = Math.Max(0, ((1 - share) / share / (tray + strays)) - 1);
        return new(Up + (share * weight), Not + ((1 - share) * weight));
    }

    /// <summary>After so many more seeds were tried.</summary>
    public Germinability Tried(int sown, int up) => new(Up + up, Not + sown - up);

    /// <summary>The weight of so many seeds.</summary>
    public double Weight => Up + Not;

    /// <summary>The share that is not reached with this probability.</summary>
    public double Quantile(double p) => Beta.InvCDF(Up, Not, p);
}
