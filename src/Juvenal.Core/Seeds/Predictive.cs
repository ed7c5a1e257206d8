using System.Collections.Concurrent;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;

namespace Juvenal.Core.Seeds;

/// <summary>A share and how likely it is.</summary>
internal readonly record struct Weighted(double Share, double Weight);

/// <summary>
/// How many plants seeds that are not yet sown will give, where neither the lot nor the bench is known for certain: sums of
/// beta–binomials.
/// </summary>
/// <remarks>
/// What a seed does at the bench is p · b: p from the lot (<see cref="Germinability"/>), b what the bench makes of it. Given p · b,
/// cells of one tray fare alike with a correlation ρ, so that the count is beta–binomial with
/// ρ · Σ m(m − 1) / (n(n − 1)) over trays of m cells.
/// </remarks>
public sealed class Predictive
{
    /// <summary>What a bench brings up of what germinates, as if of so many seeds: nine of ten. [model]</summary>
    public const double BenchUp = 18;

    /// <inheritdoc cref="BenchUp"/>
    public const double BenchNot = 2;

    /// <summary>How alike the cells of one tray fare. [model]</summary>
    public const double TrayCorrelation = 0.02;

    private const int LotNodes = 24;
    private const int BenchNodes = 12;

    private static readonly (double At, double Weight)[] Lot = Nodes(LotNodes);
    private static readonly Weighted[] Bench =
    [
        .. Nodes(BenchNodes).Select(n => new Weighted(Beta.InvCDF(BenchUp, BenchNot, n.At), n.Weight)),
    ];

    private readonly Weighted[] _up;

    private readonly Germinability _lot;

    private Predictive(Germinability lot, IEnumerable<Weighted> up) => (_lot, _up) = (lot, [.. up]);

    /// <summary>For seeds of a lot at the bench.</summary>
    public static Predictive Of(Germinability lot)
    {
        if (Made.Count >= MostHeld)
            Made.Clear();
        return Made.GetOrAdd(lot, Make);
    }

    private const int MostHeld = 512;

    private static readonly ConcurrentDictionary<Germinability, Predictive> Made = new();

    private static Predictive Make(Germinability lot) =>
        new(lot, Lot.SelectMany(n => Bench.Select(b => new Weighted(Beta.InvCDF(lot.Up, lot.Not, n.At) * b.Share, n.Weight * b.Weight))));

    /// <summary>P(at least so many plants).</summary>
    /// <param name="plants">From 0.</param>
    /// <param name="cells">Sown, from 0.</param>
    /// <param name="perCell">Seeds in each.</param>
    /// <param name="twins">What becomes of two in a cell.</param>
    /// <param name="survival">From emergence to planting, above 0 to 1.</param>
    /// <param name="cellsPerTray">Null: all stand in one.</param>
    public double AtLeast(int plants, int cells, int perCell, Twins twins, double survival, int? cellsPerTray)
    {
        var separate = twins == Twins.Separate;
        var trials = separate ? cells * perCell : cells;
        if (plants <= 0)
            return 1;
        if (plants > trials)
            return 0;
        var alike = TrayCorrelation * SameTray(trials, cellsPerTray * (separate ? perCell : 1));
        var sum = 0.0;
        foreach (var (up, weight) in _up)
            sum += weight * BetaBinomial.AtLeast(plants, trials, Chance(up, separate ? 1 : perCell) * survival, alike);
        return Math.Clamp(sum, 0, 1);
    }

    /// <summary>Plants on average; exact, by the moments of both beta distributions.</summary>
    public double Expected(int cells, int perCell, Twins twins, double survival)
    {
        if (twins == Twins.Separate)
            return cells * perCell * Moment(1) * survival;
        // 1 − (1 − u)ᵏ = Σ C(k, j) (−1)ʲ⁺¹ uʲ.
        var (plants, sign, choose) = (0.0, 1.0, 1.0);
        for (var j = 1; j <= perCell; j++)
        {
            choose *= (perCell - j + 1.0) / j;
            plants += sign * choose * Moment(j);
            sign = -sign;
        }

        return cells * plants * survival;
    }

    /// <summary>E[uʲ] of what comes up at the bench.</summary>
    private double Moment(int j)
    {
        var product = 1.0;
        for (var i = 0; i < j; i++)
            product *= (_lot.Up + i) / (_lot.Up + _lot.Not + i) * (BenchUp + i) / (BenchUp + BenchNot + i);
        return product;
    }

    /// <summary>P(at least so many of plants that stand live to planting): those of one tray fare alike.</summary>
    /// <param name="plants">From 0.</param>
    /// <param name="standing">From 0.</param>
    /// <param name="survival">Above 0 to 1.</param>
    public static double Live(int plants, int standing, double survival) =>
        plants <= 0 ? 1
        : plants > standing ? 0
        : BetaBinomial.AtLeast(plants, standing, survival, TrayCorrelation * SameTray(standing, UsualTray));

    /// <summary>Plants that stand were raised in trays of about so many. [model]</summary>
    public const int UsualTray = 72;

    private static double Chance(double up, int perCell) => perCell == 1 ? up : 1 - Math.Pow(1 - up, perCell);

    /// <summary>The share of pairs that share a tray: Σ m(m − 1) / (n(n − 1)).</summary>
    private static double SameTray(int trials, int? perTray)
    {
        if (perTray is not { } m || trials <= m)
            return 1;
        double n = trials;
        var rest = trials % m;
        return (((double)(trials / m) * m * (m - 1)) + ((double)rest * (rest - 1))) / (n * (n - 1));
    }

    /// <summary>Where a share of probability lies, by Gauss's rule on 0–1.</summary>
    private static (double At, double Weight)[] Nodes(int count)
    {
        var rule = new GaussLegendreRule(0, 1, count);
        return [.. rule.Abscissas.Zip(rule.Weights)];
    }
}
