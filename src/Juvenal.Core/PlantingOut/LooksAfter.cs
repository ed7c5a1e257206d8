using Juvenal.Core.Ledger;

namespace Juvenal.Core.PlantingOut;

/// <summary>What a bed was planted with, and what of it is alive.</summary>
/// <param name="Planted">Into it, less what was taken out again into pots.</param>
/// <param name="Lost">That died there.</param>
/// <param name="Gaps">Holes that stand empty since: who plants more of them fills those first.</param>
public sealed record Established(int Planted, int Lost, int Gaps)
{
    /// <summary>Of those planted, the share that was not lost, 0–1; null: none were planted.</summary>
    public double? Share => Planted > 0 ? (double)(Planted - Lost) / Planted : null;

    /// <param name="entries">Effective ones, in their order.</param>
    /// <param name="isBed">Whether a place is one, or the one that is asked about.</param>
    public static Established Of(IEnumerable<LedgerEntry> entries, Func<Guid, bool> isBed)
    {
        ArgumentNullException.ThrowIfNull(entries);
        ArgumentNullException.ThrowIfNull(isBed);
        var (planted, lost, gaps) = (0, 0, 0);
        foreach (var e in entries)
        {
            var (from, to) = (InBed(e.From), InBed(e.To));
            if (e.Kind == EntryKind.Moved)
            {
                planted += (to ? e.Seedlings : 0) - (from ? e.Seedlings : 0);
                if (to && !from)
                    gaps = Math.Max(0, gaps - e.Seedlings);
            }
            else if (e.Kind == EntryKind.Lost && from)
            {
                lost += e.Seedlings;
                gaps += e.Seedlings;
            }
        }

        return new(planted, lost, gaps);

        bool InBed(Spot? at) => at is { Container: null, Place: var place } && isBed(place);
    }
}

/// <summary>The looks after planting: most that is lost is lost in the first two weeks.</summary>
public static class LooksAfter
{
    /// <summary>Days after planting on which they are looked at. [common practice, no source]</summary>
    public static IReadOnlyList<int> Days { get; } = [1, 3, 7, 14];

    /// <summary>A look that nobody took is asked for no longer than so many days after planting. [model]</summary>
    public const int AsksUntil = 21;

    /// <summary>The look that is due, by its day; null: none is.</summary>
    /// <param name="planted">The day they went in.</param>
    /// <param name="looked">The day of the last look; null: nobody looked yet.</param>
    /// <param name="today">The nursery's day.</param>
    public static int? Due(DateOnly planted, DateOnly? looked, DateOnly today)
    {
        var since = today.DayNumber - planted.DayNumber;
        if (since > AsksUntil)
            return null;
        var due = Days.Where(d => d <= since).Select(d => (int?)d).LastOrDefault();
        return due is { } day && (looked is null || looked < planted.AddDays(day)) ? due : null;
    }
}
