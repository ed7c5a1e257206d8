using Juvenal.Store.Batches;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>The end of a season, in words.</summary>
internal static class SeasonWords
{
    /// <summary>"9 batches are over. 3 stay open: they stand in pots, or are still to come up."</summary>
    public static string Over(int over, int open) =>
        (
            over == 0 ? "None is over yet."
            : over == 1 ? "1 batch is over."
            : Invariant($"{over:#,0} batches are over.")
        )
        + (
            open == 0 ? ""
            : open == 1 ? " 1 stays open: it stands in pots, or is still to come up."
            : Invariant($" {open:#,0} stay open: they stand in pots, or are still to come up.")
        );

    /// <summary>"38 in Tunnel, 12 went, 2 lost."</summary>
    /// <param name="batch">That is over.</param>
    /// <param name="name">Of a bed.</param>
    public static string Became(OverNow batch, Func<Guid, string> name)
    {
        List<string> parts = [.. batch.Beds.Select(b => Invariant($"{b.Value:#,0} in {name(b.Key)}"))];
        if (batch.Gone > 0)
            parts.Add(Invariant($"{batch.Gone:#,0} went"));
        if (batch.Lost > 0)
            parts.Add(Invariant($"{batch.Lost:#,0} lost or snipped"));
        return parts.Count == 0 ? "Nothing of it stands." : string.Join(", ", parts) + ".";
    }
}
