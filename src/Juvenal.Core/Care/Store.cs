using Juvenal.Core.MovingUp;

namespace Juvenal.Core.Care;

/// <summary>What is kept in the store.</summary>
public enum StoreKind
{
    /// <summary>Mix, ready or its parts together, L.</summary>
    Mix,

    /// <summary>Labels, pieces.</summary>
    Labels,

    /// <summary>The fertiliser in use, g.</summary>
    Feed,

    /// <summary>Containers of one kind: pots, or trays by their number.</summary>
    Containers,
}

/// <summary>A count by hand.</summary>
/// <param name="Kind">What of.</param>
/// <param name="Container">Which containers, where it is those.</param>
/// <param name="Amount">Pieces, L or g, from 0.</param>
/// <param name="On">The evening of that day.</param>
public sealed record StoreCount(StoreKind Kind, Guid? Container, double Amount, DateOnly On);

/// <summary>Work that took from the store.</summary>
/// <param name="On">Its day.</param>
/// <param name="Container">What was filled.</param>
/// <param name="Filled">Cells or pots.</param>
/// <param name="Cells">In one of them, where they are trays.</param>
/// <param name="Litres">Of each cell or pot, of mix; 0 where it takes none.</param>
public sealed record StoreUse(DateOnly On, Guid Container, int Filled, int? Cells, double Litres)
{
    /// <summary>Trays or pots.</summary>
    public int Pieces => Cells is { } cells ? (Filled + cells - 1) / cells : Filled;
}

/// <summary>What the store holds: the last count, less what was used since.</summary>
public static class StoreBook
{
    /// <param name="kind">What of.</param>
    /// <param name="container">Which containers, where it is those.</param>
    /// <param name="counts">By hand, in any order.</param>
    /// <param name="uses">Sowings and moves.</param>
    /// <param name="fed">Grams, by day.</param>
    /// <returns>From 0; null where nobody has counted it.</returns>
    public static double? Left(
        StoreKind kind,
        Guid? container,
        IEnumerable<StoreCount> counts,
        IEnumerable<StoreUse> uses,
        IEnumerable<(DateOnly On, double Grams)> fed
    )
    {
        ArgumentNullException.ThrowIfNull(counts);
        ArgumentNullException.ThrowIfNull(uses);
        ArgumentNullException.ThrowIfNull(fed);
        if (counts.Where(c => c.Kind == kind && c.Container == container).MaxBy(c => c.On) is not { } last)
            return null;
        // The count is of the evening: that day's work is in it.
        var since = uses.Where(u => u.On > last.On);
        var used = kind switch
        {
            StoreKind.Mix => since.Sum(u => Mix.Litres(u.Filled, u.Litres)),
            StoreKind.Labels => since.Sum(u => u.Pieces),
            StoreKind.Feed => fed.Where(f => f.On > last.On).Sum(f => f.Grams),
            _ => since.Where(u => u.Container == container).Sum(u => u.Pieces),
        };
        return Math.Max(0, last.Amount - used);
    }
}
