namespace Juvenal.Core.Site;

/// <summary>
/// How warm it is on each day of the year, over the years of a record: the mean, and how far a year's month strays from it
/// (standard deviation over the years of the 31-day mean around the day).
/// </summary>
/// <param name="MeanC">365 values, 1 January first, °C.</param>
/// <param name="DeviationC">365 values, °C.</param>
public sealed record SeasonCurve(IReadOnlyList<double> MeanC, IReadOnlyList<double> DeviationC)
{
    public const int Days = 365;

    /// <summary>Width of the running mean that smooths the curve, days. [model]</summary>
    public const int Smoothing = 7;

    /// <summary>Width of the mean that tells a cold spring from a warm one, days. [model]</summary>
    public const int Month = 31;

    /// <summary>From a series of days; null where fewer than two years of it are known for some day of the year.</summary>
    /// <param name="first">Day of the first value.</param>
    /// <param name="values">°C; null where not known.</param>
    public static SeasonCurve? From(DateOnly first, IReadOnlyList<double?> values)
    {
        ArgumentNullException.ThrowIfNull(values);
        var dayOfYear = new int[values.Count];
        for (var i = 0; i < values.Count; i++)
            dayOfYear[i] = SeasonAxis.DayOfYear(first.AddDays(i)) - 1;
        var (sums, counts) = (new double[Days], new int[Days]);
        for (var i = 0; i < values.Count; i++)
        {
            if (values[i] is not { } value)
                continue;
            sums[dayOfYear[i]] += value;
            counts[dayOfYear[i]]++;
        }

        if (counts.Any(c => c < 2))
            return null;
        var mean = Smooth([.. sums.Select((s, d) => s / counts[d])]);
        return new(mean, Deviations(values, dayOfYear, mean));
    }

    /// <summary>Every value moved by as many degrees.</summary>
    public SeasonCurve Plus(double celsius) => this with { MeanC = [.. MeanC.Select(m => m + celsius)] };

    /// <summary>The curve of a year that is warmer than the mean by <paramref name="z"/> standard deviations.</summary>
    public double At(int dayOfYear, double z)
    {
        var i = ((dayOfYear - 1) % Days + Days) % Days;
        return MeanC[i] + (z * DeviationC[i]);
    }

    private static double[] Smooth(double[] values)
    {
        var smooth = new double[Days];
        for (var d = 0; d < Days; d++)
        {
            for (var k = -Smoothing / 2; k <= Smoothing / 2; k++)
                smooth[d] += values[(d + k + Days) % Days] / Smoothing;
        }

        return smooth;
    }

    private static double[] Deviations(IReadOnlyList<double?> values, int[] dayOfYear, double[] mean)
    {
        // Running sums of what strays from the mean, so that each month's mean costs one subtraction.
        var (sums, known) = (new double[values.Count + 1], new int[values.Count + 1]);
        for (var i = 0; i < values.Count; i++)
        {
            var stray = values[i] is { } v ? v - mean[dayOfYear[i]] : (double?)null;
            sums[i + 1] = sums[i] + (stray ?? 0);
            known[i + 1] = known[i] + (stray is null ? 0 : 1);
        }

        var (n, total, squares) = (new int[Days], new double[Days], new double[Days]);
        const int half = Month / 2;
        for (var i = half; i < values.Count - half; i++)
        {
            var count = known[i + half + 1] - known[i - half];
            if (count < Month * 2 / 3)
                continue;
            var month = (sums[i + half + 1] - sums[i - half]) / count;
            n[dayOfYear[i]]++;
            total[dayOfYear[i]] += month;
            squares[dayOfYear[i]] += month * month;
        }

        var deviations = new double[Days];
        for (var d = 0; d < Days; d++)
        {
            // One degree where a single year cannot tell. [model]
            deviations[d] = n[d] < 3 ? 1 : Math.Sqrt(Math.Max(0, squares[d] - (total[d] * total[d] / n[d])) / (n[d] - 1));
        }

        return Smooth(deviations);
    }
}
