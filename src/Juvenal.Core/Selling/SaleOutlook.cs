namespace Juvenal.Core.Selling;

/// <summary>How plants that are raised for a day are getting on.</summary>
public enum SaleCall
{
    /// <summary>All that stand are in their pot and hardened.</summary>
    Ready,

    /// <summary>They are on their way, and in time.</summary>
    Coming,

    /// <summary>They are not hardened by the day.</summary>
    Late,

    /// <summary>Fewer come than are wanted.</summary>
    Few,
}

/// <summary>What is known of plants that are raised for a day.</summary>
/// <param name="Wanted">From 0.</param>
/// <param name="Out">Of those, sold or given already.</param>
/// <param name="Standing">In pots and trays now.</param>
/// <param name="Ready">Of those, in the last pot of their path and hardened; no more than stand.</param>
/// <param name="ToCome">Expected to be up yet, 0 or more.</param>
/// <param name="LateDays">Hardened so many days after the day, by the plan; 0: in time.</param>
public readonly record struct SaleStock(int Wanted, int Out, int Standing, int Ready, double ToCome, int LateDays)
{
    /// <summary>Of what is raised for something else, the plants that may go: those in pots beyond what is wanted with what is planted.</summary>
    /// <param name="inPots">0 or more.</param>
    /// <param name="inBeds">0 or more.</param>
    /// <param name="wanted">0 or more.</param>
    public static int Over(int inPots, int inBeds, int wanted) => Math.Clamp(inPots + inBeds - wanted, 0, inPots);
}

/// <summary>What there will be on the day, and what is short.</summary>
/// <param name="ByDay">That stand, and are expected yet.</param>
/// <param name="Lacking">Of those wanted; those sold or given count as there.</param>
public sealed record SaleOutlook(SaleCall Call, int ByDay, int Lacking)
{
    /// <summary>Too few comes first: it cannot be mended by waiting.</summary>
    public static SaleOutlook Of(SaleStock stock)
    {
        // Half a plant is none.
        var byDay = stock.Standing + (int)Math.Floor(stock.ToCome);
        var lacking = Math.Max(0, stock.Wanted - stock.Out - byDay);
        var call =
            lacking > 0 ? SaleCall.Few
            : stock.LateDays > 0 && stock.Ready < byDay ? SaleCall.Late
            : stock.Ready < byDay ? SaleCall.Coming
            : SaleCall.Ready;
        return new(call, byDay, lacking);
    }
}
