using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>
/// What makes an entry hard to believe: it may be so, and more often it is a slip of the finger. It is asked with the number, and what was
/// answered is kept with the entry.
/// </summary>
/// <param name="QuickestDays">The days in which it comes up, roots or heals at its best.</param>
/// <param name="FreezeAfter">The chance of a freeze after a day in a bed, 0–1, where that is more than the nursery accepts; null
/// otherwise.</param>
/// <param name="RoomIn">How many such plants a bed takes as it is set out, and how many plants stand there; null where nobody said how
/// large it is.</param>
/// <param name="TakenTill">The day from which a bed is free, and what stands there until then; null where it is free.</param>
/// <param name="ShootsFrom">Of side shoots: the first day on which their mother has any; null: nobody knows.</param>
public sealed record Doubts(
    double QuickestDays,
    Func<Guid, DateOnly, double?> FreezeAfter,
    DateOnly? ShootsFrom = null,
    Func<Guid, (int Takes, int There)?>? RoomIn = null,
    Func<Guid, (DateOnly FreeFrom, string? Bears)?>? TakenTill = null
)
{
    /// <summary>Nothing is up sooner than in this share of the days that it takes at its best. [model]</summary>
    public const double SoonestShare = 0.5;

    /// <summary>All that is doubted.</summary>
    public static IReadOnlyList<string> Codes { get; } = [UpEarly, PlantedTender, BedFull, BedTaken, SoldUnsure, MotherYoung];

    private const string UpEarly = "up-early";
    private const string PlantedTender = "planted-tender";
    private const string BedFull = "bed-full";
    private const string BedTaken = "bed-taken";
    private const string SoldUnsure = "sold-unsure";
    private const string MotherYoung = "mother-young";

    /// <summary>Of seed at the best warmth; of what roots or heals as usual.</summary>
    public static double Quickest(CultivarTraits cultivar, Beginning begins)
    {
        ArgumentNullException.ThrowIfNull(cultivar);
        ArgumentNullException.ThrowIfNull(begins);
        return begins.Days ?? LeafModel.EmergenceFactor(cultivar.Group) / EmergenceTable.For(cultivar.Crop).Rows.Max(r => r.RatePerDay);
    }

    /// <summary>What of an entry is hard to believe; empty where it is like others.</summary>
    /// <param name="entry">That could stand.</param>
    /// <param name="before">The ledger without it.</param>
    /// <param name="then">What stood on its day.</param>
    internal IEnumerable<Failure> Of(LedgerEntry entry, BatchLedger before, BatchState then)
    {
        var (kind, day) = (entry.Kind, entry.HappenedOn);
        if (kind == EntryKind.Corrected && before.Entries.FirstOrDefault(e => e.Id == entry.Corrects) is { } wrong)
            (kind, day) = (wrong.Kind, entry.NewDay ?? wrong.HappenedOn);
        if (kind == EntryKind.Emerged && entry.Seedlings > 0 && then.BegunOn is { } begun)
        {
            var days = day.DayNumber - begun.DayNumber + then.AboutOf(then.Route.Begin) + (entry.About ?? 0);
            var soonest = (int)Math.Floor(QuickestDays * SoonestShare);
            if (days < soonest)
                yield return new(UpEarly, "seedlings", days, soonest, entry.Seedlings);
        }

        if (
            entry is { Kind: EntryKind.Moved, To: { Container: null } bed }
            && then.Group(entry.Group) is { HardenedSince: null }
            && FreezeAfter(bed.Place, day) is { } risk
        )
            yield return new(PlantedTender, "to", risk);
        if (
            entry is { Kind: EntryKind.Moved, From.Container: not null, To: { Container: null } full }
            && RoomIn?.Invoke(full.Place) is var (takes, there)
            && there + entry.Seedlings > takes
        )
            yield return new(BedFull, "to", there + entry.Seedlings - takes, there, takes);
        if (
            entry is { Kind: EntryKind.Moved, From.Container: not null, To: { Container: null } taken }
            && TakenTill?.Invoke(taken.Place) is var (free, bears)
            && day < free
        )
            yield return new(BedTaken, "to", free.DayNumber, Subject: bears);
        if (entry.Kind == EntryKind.Sown && ShootsFrom is { } from && entry.HappenedOn < from)
            yield return new(MotherYoung, "count", entry.Seeds, Beginning.ShootLeaves, from.DayNumber);
        // Sold under a name that may be wrong.
        if (entry is { Kind: EntryKind.Out, Said: EntryDetail.Gone { Way: Way.Sold } } && then.Group(entry.Group)?.OneOf is not null)
            yield return new(SoldUnsure, "seedlings", entry.Seedlings);
    }
}
