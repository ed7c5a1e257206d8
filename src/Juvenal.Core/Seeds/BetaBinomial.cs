using MathNet.Numerics;
using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Seeds;

/// <summary>The beta–binomial distribution: trials that fare alike.</summary>
internal static class BetaBinomial
{
    /// <summary>Up to so many trials the sum is exact; beyond, a beta distribution of the same mean and variance stands for it.</summary>
    private const int ExactTrials = 2000;

    /// <summary>P(X ≥ count) of so many trials, each with the chance, any two correlated.</summary>
    /// <param name="count">From 1 to trials.</param>
    /// <param name="trials">From 1.</param>
    /// <param name="chance">0–1.</param>
    /// <param name="correlation">From 0, below 1: 0 is the binomial.</param>
    public static double AtLeast(int count, int trials, double chance, double correlation)
    {
        if (chance <= 0)
            return 0;
        if (chance >= 1)
            return 1;
        if (correlation <= 0)
            return SowingQuantity.AtLeast(count, trials, chance);
        if (trials > ExactTrials)
        {
            var (wide, at) = ((trials / (1 + ((trials - 1) * correlation))) - 1, (count - 0.5) / trials);
            return at >= 1 ? 0 : 1 - Beta.CDF(chance * wide, (1 - chance) * wide, at);
        }

        var spread = (1 - correlation) / correlation;
        return Summed(count, trials, chance * spread, (1 - chance) * spread);
    }

    /// <summary>Of the two tails the shorter is summed, outward from the count by the ratio of neighbouring terms.</summary>
    private static double Summed(int count, int trials, double a, double b)
    {
        var mean = trials * a / (a + b);
        double n = trials;
        if (count > mean)
        {
            var (term, sum) = (Term(count, trials, a, b), 0.0);
            for (var k = count; k <= trials && term > sum * 1e-17; k++)
            {
                sum += term;
                term *= (n - k) * (k + a) / ((k + 1) * (n - k - 1 + b));
            }

            return Math.Min(1, sum);
        }
        else
        {
            var (term, sum) = (Term(count - 1, trials, a, b), 0.0);
            for (var k = count - 1; k >= 0 && term > sum * 1e-17; k--)
            {
                sum += term;
                term *= k * (n - k + b) / ((n - k + 1) * (k - 1 + a));
            }

            return Math.Max(0, 1 - sum);
        }
    }

    private static double Term(int k, int n, double a, double b) =>
        Math.Exp(SpecialFunctions.BinomialLn(n, k) + SpecialFunctions.BetaLn(k + a, n - k + b) - SpecialFunctions.BetaLn(a, b));
}
