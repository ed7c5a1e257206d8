namespace Juvenal.Core.Places;

/// <summary>Room on a bench, a stand or a sill.</summary>
public static class BenchRoom
{
    /// <summary>What the wall of a pot or the rim of a cell adds to its inside, cm. [model]</summary>
    public const double WallCm = 0.5;

    /// <summary>What containers take, m²: pot to pot, or as far apart as was said.</summary>
    /// <param name="container">Which.</param>
    /// <param name="containers">Pots or cells, from 0.</param>
    /// <param name="spacedCm">From the middle of one to that of the next, cm; null: pot to pot.</param>
    public static double TakesM2(Container container, int containers, double? spacedCm = null)
    {
        var side = Math.Max(PotShape.Of(container).TopCm + WallCm, spacedCm ?? 0);
        return containers * side * side / 10_000;
    }

    /// <summary>Who finds room, in order: of each, how many containers.</summary>
    /// <param name="freeM2">That nobody stands on, m²; below 0 counts as none.</param>
    /// <param name="wants">What each takes, m², and in how many containers.</param>
    public static IReadOnlyList<int> Fit(double freeM2, IReadOnlyList<(double M2, int Containers)> wants)
    {
        ArgumentNullException.ThrowIfNull(wants);
        var left = Math.Max(0, freeM2);
        var fit = new int[wants.Count];
        for (var i = 0; i < wants.Count; i++)
        {
            var (m2, containers) = wants[i];
            fit[i] = m2 <= left ? containers : Math.Min(containers, (int)Math.Floor(left / m2 * containers));
            // A rounding below nothing is nothing.
            left = Math.Max(0, left - (containers == 0 ? 0 : m2 * fit[i] / containers));
        }

        return fit;
    }
}
