using System.Collections.Concurrent;
using Juvenal.Core.Growth;

namespace Juvenal.Core.Places;

/// <summary>What thermal time is gathered for.</summary>
public enum Gathers
{
    /// <summary>Leaves, which light makes too.</summary>
    Leaves,

    /// <summary>Roots, until they fill what they stand in.</summary>
    Roots,
}

/// <summary>
/// Daily means and light of a place whose warmth changes with the weather, for each spring of a record and for the mean year, as though
/// each
/// were this
/// season's.
/// </summary>
/// <param name="first">Day of the first value.</param>
/// <param name="means">°C: one series for each spring, the mean year's last; equally long.</param>
/// <param name="light">Of the same days: <see cref="LeafModel.LightFactor"/>; null: as where nothing is known of it.</param>
/// <param name="steady">Its warmth is kept: the light alone follows the weather.</param>
public sealed class PlaceWarmth(DateOnly first, IReadOnlyList<double[]> means, IReadOnlyList<double[]>? light = null, bool steady = false)
{
    private static readonly double Unknown = LeafModel.LightFactor(LeafModel.UnknownLightMol);

    /// <summary>Offsets that sums are kept for; between them they are drawn straight. °C.</summary>
    private static readonly double[] Offsets = [-2, 0, 2];

    // By leaf model and what is gathered: sums up to each day, by series and offset. A walk asks thousands of times: the model is told
    // by which it is, not by what it holds.
    private readonly ConcurrentDictionary<LeafModel, double[][][]>[] _sums =
    [
        .. Enum.GetValues<Gathers>().Select(_ => new ConcurrentDictionary<LeafModel, double[][][]>(ReferenceEqualityComparer.Instance)),
    ];

    // Not asked through an interface: a walk asks thousands of times.
    private readonly double[][] _means = [.. means];
    private readonly int _first = first.DayNumber;

    public DateOnly First => first;

    /// <summary>Its warmth is kept, its light is the sky's.</summary>
    public bool Steady => steady;

    /// <summary>Springs, without the mean year.</summary>
    public int Springs => _means.Length - 1;

    /// <summary>Mean between two days, °C.</summary>
    /// <param name="spring">Null: the mean year.</param>
    /// <param name="from">Day number.</param>
    /// <param name="to">Day number, not before.</param>
    public double Mean(int? spring, double from, double to)
    {
        var series = _means[Series(spring)];
        var (a, b) = (Index(from), Index(Math.Max(from, to)));
        var sum = 0.0;
        for (var i = a; i <= b; i++)
            sum += series[i];
        return sum / (b - a + 1);
    }

    /// <summary>Thermal time gathered between two days, °C·d.</summary>
    /// <param name="leaf">Of the crop.</param>
    /// <param name="of">What for.</param>
    /// <param name="spring">Null: the mean year.</param>
    /// <param name="from">Day number with a fraction.</param>
    /// <param name="to">Day number with a fraction.</param>
    /// <param name="offset">How much warmer the place is than it should be, °C; beyond ±2 it counts as that.</param>
    public double Between(LeafModel leaf, Gathers of, int? spring, double from, double to, double offset)
    {
        if (to <= from)
            return 0;
        var (below, above, share) = Sums(leaf, of, spring, offset);
        return At(to) - At(from);

        double At(double day) => Sum(below, day) + (share * (Sum(above, day) - Sum(below, day)));
    }

    /// <summary>The day on which so much thermal time is gathered; the end of the series where it never is.</summary>
    /// <param name="leaf">Of the crop.</param>
    /// <param name="of">What for.</param>
    /// <param name="spring">Null: the mean year.</param>
    /// <param name="from">Day number with a fraction.</param>
    /// <param name="need">°C·d.</param>
    /// <param name="offset">As above.</param>
    public double Reached(LeafModel leaf, Gathers of, int? spring, double from, double need, double offset)
    {
        if (need <= 0)
            return from;
        var (below, above, share) = Sums(leaf, of, spring, offset);
        var target = At(from) + need;
        var (low, high) = (Index(from), below.Length - 1);
        if (Whole(high) < target)
            return _first + high;
        // Stages last weeks, the series over a year: by steps that double, then between the last two.
        for (var step = FirstStep; low + step < high; step *= 2)
        {
            if (Whole(low + step) < target)
                low += step;
            else
                high = low + step;
        }

        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (Whole(middle) < target)
                low = middle;
            else
                high = middle;
        }

        var (before, after) = (Whole(low), Whole(high));
        return Math.Max(from, _first + low + (after > before ? (target - before) / (after - before) : 1));

        double Whole(int i) => below[i] + (share * (above[i] - below[i]));
        double At(double day) => Sum(below, day) + (share * (Sum(above, day) - Sum(below, day)));
    }

    /// <summary>Days.</summary>
    private const int FirstStep = 8;

    private int Series(int? spring) => spring is { } s && Springs > 0 ? s % Springs : _means.Length - 1;

    private int Index(double day) => Math.Clamp((int)Math.Floor(day) - _first, 0, _means[0].Length - 1);

    /// <summary>Up to a moment, straight within the day.</summary>
    private double Sum(double[] sums, double day)
    {
        var x = Math.Clamp(day - _first, 0, sums.Length - 1);
        var i = Math.Min((int)x, sums.Length - 2);
        return sums[i] + ((x - i) * (sums[i + 1] - sums[i]));
    }

    private (double[] Below, double[] Above, double Share) Sums(LeafModel leaf, Gathers gathers, int? spring, double offset)
    {
        var sums = _sums[(int)gathers];
        var of = (sums.TryGetValue(leaf, out var known) ? known : sums.GetOrAdd(leaf, Make(leaf, gathers)))[Series(spring)];
        var at = Math.Clamp(offset, Offsets[0], Offsets[^1]);
        var i = at < 0 ? 0 : 1;
        return (of[i], of[i + 1], (at - Offsets[i]) / (Offsets[i + 1] - Offsets[i]));
    }

    private double[][][] Make(LeafModel leaf, Gathers gathers) =>
        [
            .. _means.Select(
                (series, y) =>
                    (double[][])
                        [
                            .. Offsets.Select(offset =>
                            {
                                var sums = new double[series.Length + 1];
                                for (var i = 0; i < series.Length; i++)
                                    sums[i + 1] =
                                        sums[i]
                                        + (
                                            gathers == Gathers.Roots
                                                ? leaf.DegreeDays(series[i] + offset)
                                                : leaf.LeafDegreeDays(series[i] + offset) * (light?[y][i] ?? Unknown)
                                        );
                                return sums;
                            }),
                        ]
            ),
        ];
}
