using Juvenal.Core.Measures;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Seeds;

/// <summary>What a germination test says: the share that came up, and between what shares the lot's own lies.</summary>
/// <param name="Fraction">Emerged of sown.</param>
/// <param name="Lower">Of the interval.</param>
/// <param name="Upper">Of the interval.</param>
public sealed record EmergenceTest(double Fraction, double Lower, double Upper)
{
    public const int MostSeeds = 10_000_000;

    /// <summary>Seeds of a home test on damp paper, at least. [common practice, no source]</summary>
    public const int LeastSeeds = 10;

    /// <summary>A test takes one seed of so many of a packet at most. [common practice, no source]</summary>
    public const int MostOfPacket = 4;

    /// <summary>Seeds of a home test with which it is enough. [common practice, no source]</summary>
    public const int EnoughSeeds = 20;

    /// <summary>
    /// The exact interval of Clopper &amp; Pearson (1934), The use of confidence or fiducial limits, Biometrika 26; from memory: the shares
    /// at
    /// which so many or more, and so many or fewer, would come up with probability (1 − confidence)/2 each, by quantiles of the beta
    /// distribution.
    /// </summary>
    /// <param name="sown">1–10,000,000 seeds, each on its own.</param>
    /// <param name="emerged">0 to sown.</param>
    /// <param name="confidence">Between 0 and 1, neither of them.</param>
    /// <remarks>The true share lies inside at least as often as the confidence says. None up: the lower end is 0; all up: the upper is
    /// 1.</remarks>
    public static Outcome<EmergenceTest> Of(int sown, int emerged, double confidence)
    {
        var failures = new List<Failure>();
        if (sown is < 1 or > MostSeeds)
            failures.Add(Failure.OutOfRange("sown", sown, 1, MostSeeds));
        else if (emerged < 0 || emerged > sown)
            failures.Add(Failure.OutOfRange("emerged", emerged, 0, sown));
        if (!(confidence is > 0 and < 1))
            failures.Add(new("share-below-one", "confidence", confidence));
        if (failures.Count > 0)
            return failures;
        var tail = (1 - confidence) / 2;
        return new EmergenceTest(
            (double)emerged / sown,
            emerged == 0 ? 0 : Beta.InvCDF(emerged, sown - emerged + 1, tail),
            emerged == sown ? 1 : Beta.InvCDF(emerged + 1, sown - emerged, 1 - tail)
        );
    }
}
