using MathNet.Numerics.Distributions;

namespace Juvenal.Core.Season;

/// <summary>
/// A fixed Latin hypercube of standard normal draws: each column holds every (i + ½)/n quantile once, in an order of its own.
/// Fixed, so that equal requests give equal plans and typing in the planner does not make dates tremble.
/// </summary>
internal static class Draws
{
    public const int Count = 512;

    /// <summary>There are more, for where most of them contradict what was seen.</summary>
    public const int Most = 8 * Count;

    private static readonly Lazy<double[]>[] Tables =
    [
        .. Enumerable.Range(0, Most / Count).Select(k => new Lazy<double[]>(() => Make(0x9E3779B97F4A7C15UL + (ulong)k))),
    ];

    /// <param name="index">From 0; each <see cref="Count"/> are a hypercube of their own.</param>
    public static ReadOnlySpan<double> Row(int index) => Tables[index / Count].Value.AsSpan(index % Count * Variates.Count, Variates.Count);

    private static double[] Make(ulong seed)
    {
        var table = new double[Count * Variates.Count];
        var order = new int[Count];
        var state = seed;
        for (var column = 0; column < Variates.Count; column++)
        {
            for (var i = 0; i < Count; i++)
                order[i] = i;
            for (var i = Count - 1; i > 0; i--)
            {
                var j = (int)(Next(ref state) % (ulong)(i + 1));
                (order[i], order[j]) = (order[j], order[i]);
            }

            for (var i = 0; i < Count; i++)
                table[(i * Variates.Count) + column] = Normal.InvCDF(0, 1, (order[i] + 0.5) / Count);
        }

        return table;
    }

    // SplitMix64 (Steele, Lea, Flood 2014): its sequence is fixed by definition, System.Random's is not promised.
    private static ulong Next(ref ulong state)
    {
        var z = state += 0x9E3779B97F4A7C15;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}

/// <summary>What is uncertain in a plan, each a column of standard normal draws.</summary>
internal static class Variates
{
    public const int Emergence = 0;

    // The columns of the first three moves come first, those of further moves last: the draws of a path of three do not change with how
    // many
    // there may be.
    private const int EarlyMoves = 3;
    private const int FirstLeafStage = 1; // one for each move and one for "ready to harden"
    private const int FirstSetback = FirstLeafStage + EarlyMoves + 1;
    private const int FirstPlace = FirstSetback + EarlyMoves;
    public const int Freeze = FirstPlace + EarlyMoves + 2; // germination, seedling, one for each move
    public const int Ripening = Freeze + 1;
    private const int Later = Ripening + 1;
    private const int LaterMoves = GrowingPath.MostMoves - EarlyMoves;
    public const int About = Later + (3 * LaterMoves); // of days in the ledger that are not known for certain
    public const int EmergencePace = About + 1;
    public const int LeafPace = EmergencePace + 1;
    public const int Count = LeafPace + 1;

    /// <summary>Of the leaves before a move, counted from 0; after the last, before hardening.</summary>
    public static int LeafStage(int i) => i <= EarlyMoves ? FirstLeafStage + i : Later + (i - EarlyMoves - 1);

    /// <summary>Of the setback after a move.</summary>
    public static int Setback(int i) => i < EarlyMoves ? FirstSetback + i : Later + LaterMoves + (i - EarlyMoves);

    /// <summary>Of a place: germination, seedling, then that of each move.</summary>
    public static int Place(int i) => i < EarlyMoves + 2 ? FirstPlace + i : Later + (2 * LaterMoves) + (i - EarlyMoves - 2);

    public static string SourceOf(int variate) =>
        variate switch
        {
            Emergence => "emergence",
            < FirstSetback => "leaves",
            < FirstPlace => "setbacks",
            < Freeze => "temperature",
            Freeze => "freeze",
            Ripening => "ripening",
            < Later + LaterMoves => "leaves",
            < Later + (2 * LaterMoves) => "setbacks",
            About => "about",
            EmergencePace => "emergence",
            LeafPace => "leaves",
            _ => "temperature",
        };
}
