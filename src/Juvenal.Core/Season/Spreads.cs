using Juvenal.Core.Site;
using MathNet.Numerics.Statistics;

namespace Juvenal.Core.Season;

/// <summary>How far the days of a plan's steps stray, and where that comes from.</summary>
internal sealed class Spreads(PlanRequest request, Walk walk, PlantingWindow window, Planner.Course course, Evidence evidence)
{
    private readonly GrowingPath _path = request.Path;

    public (double[] Low, double[] High) Quantiles()
    {
        var slots = _path.Slots;
        int[] kept = [.. evidence.Kept];
        var bySlot = new double[slots][];
        for (var s = 0; s < slots; s++)
            bySlot[s] = new double[kept.Length];
        Span<double> days = stackalloc double[slots],
            free = stackalloc double[slots],
            leaves = stackalloc double[slots];
        for (var i = 0; i < kept.Length; i++)
        {
            // Each draw lives in one of the record's springs.
            walk.Run(Draws.Row(kept[i]), course.Days[0], days, free, leaves, kept[i], daysOnly: true);
            for (var s = 0; s < slots; s++)
                bySlot[s][i] = days[s];
        }

        var (low, high) = (new double[slots], new double[slots]);
        for (var s = 0; s < slots; s++)
        {
            // Counted from 1. The column changes its order, which nobody asks for.
            low[s] = ArrayStatistics.OrderStatisticInplace(bySlot[s], (kept.Length / 10) + 1);
            high[s] = ArrayStatistics.OrderStatisticInplace(bySlot[s], kept.Length - (kept.Length / 10));
        }

        return (low, high);
    }

    /// <summary>The springs' own part: how far their days stray where nothing else does.</summary>
    private void AddWeather(Dictionary<string, double>[] squares)
    {
        if (window.Springs is not { } springs)
            return;
        var slots = _path.Slots;
        var (days, free, leaves) = (new double[slots], new double[slots], new double[slots]);
        var (sum, squared) = (new double[slots], new double[slots]);
        Span<double> middle = stackalloc double[Variates.Count];
        for (var y = 0; y < springs.Count; y++)
        {
            walk.Run(middle, course.Days[0], days, free, leaves, y, evidence.LateDays, daysOnly: true);
            for (var s = 0; s < slots; s++)
                (sum[s], squared[s]) = (sum[s] + days[s], squared[s] + ((days[s] - course.Days[s]) * (days[s] - course.Days[s])));
        }

        for (var s = 0; s < slots; s++)
        {
            var off = (sum[s] / springs.Count) - course.Days[s];
            squares[s]["weather"] = Math.Max(0, (squared[s] / springs.Count) - (off * off));
        }
    }

    /// <summary>Each source's own part, to first order: half the distance between its plus and minus one deviation.</summary>
    public List<SpreadPart>[] Parts()
    {
        var slots = _path.Slots;
        var up = request.FactsOf(StepKind.Up).Done is not null;
        var squares = new Dictionary<string, double>[slots];
        for (var s = 0; s < slots; s++)
            squares[s] = [];
        Span<double> z = stackalloc double[Variates.Count],
            plus = stackalloc double[slots],
            minus = stackalloc double[slots];
        Span<double> free = stackalloc double[slots],
            leaves = stackalloc double[slots];
        for (var v = 0; v < Variates.Count; v++)
        {
            z.Clear();
            z[v] = 1;
            walk.Run(z, course.Days[0], plus, free, leaves, late: evidence.LateDays, daysOnly: true);
            z[v] = -1;
            walk.Run(z, course.Days[0], minus, free, leaves, late: evidence.LateDays, daysOnly: true);
            for (var s = 0; s < slots; s++)
            {
                var half = (plus[s] - minus[s]) / 2;
                // Of a pace of coming up, what is left once they are up is how quick their leaves are.
                var source = Variates.SourceOf(v == Variates.EmergencePace && up ? Variates.LeafPace : v);
                squares[s][source] = squares[s].GetValueOrDefault(source) + (half * half);
            }
        }

        AddWeather(squares);
        return
        [
            .. squares.Select(parts =>
                parts
                    .Select(p => new SpreadPart(p.Key, Math.Round(Math.Sqrt(p.Value), 1)))
                    .Where(p => p.Days >= 0.1)
                    .OrderByDescending(p => p.Days)
                    .ToList()
            ),
        ];
    }
}
