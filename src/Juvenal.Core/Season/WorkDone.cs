using Juvenal.Core.Ledger;

namespace Juvenal.Core.Season;

/// <summary>What becomes of the plants that a move leaves behind.</summary>
public enum Rest
{
    Stays,
    Snipped,
    Lost,

    /// <summary>Sound plants that leave: out, and no loss.</summary>
    Sold,
    Given,
    Discarded,
}

/// <summary>What the grower says when a piece of work is done.</summary>
/// <param name="Id">Of the entry.</param>
/// <param name="ExtraId">Of the second entry, where there is one: the tray carried on, or the rest.</param>
/// <param name="HappenedOn">The day.</param>
/// <param name="Count">Sow: cells; emerge: seedlings up to date; moves: seedlings moved.</param>
/// <param name="CarryOn">Emerge: the tray goes on to where seedlings stand.</param>
/// <param name="Rest">Moves: what becomes of those left behind.</param>
/// <param name="Reason">Of the loss, where the rest is lost.</param>
/// <param name="MyCall">Out although the nights say hold, or under cover: the grower's own word.</param>
/// <param name="About">How far the day may be off, days; null: it is that day.</param>
/// <param name="Sure">Doubts that were asked and answered.</param>
/// <param name="Pairs">Moves: unequal pairs that go on as one, to be separated later: two seedlings, one container each.</param>
public sealed record Said(
    Guid Id,
    Guid? ExtraId,
    DateOnly HappenedOn,
    int Count,
    bool CarryOn = false,
    Rest Rest = Rest.Stays,
    string? Reason = null,
    int Pairs = 0,
    bool MyCall = false,
    int? About = null,
    IReadOnlyList<string>? Sure = null
);

/// <summary>From "done" to ledger entries.</summary>
public static class WorkDone
{
    /// <summary>The entries that say so, in order: the work, then the tray carried on or the rest.</summary>
    /// <param name="work">The piece of work.</param>
    /// <param name="said">What the grower said; counts are checked by the ledger, not here.</param>
    /// <param name="target">Where the plan puts the plants.</param>
    /// <param name="seedsPerCell">Sow: seeds = cells × this.</param>
    /// <param name="start">What the batch begins with.</param>
    /// <param name="lot">Sow: the packet the seeds come from.</param>
    public static IReadOnlyList<LedgerEntry> Entries(
        Work work,
        Said said,
        Spot target,
        int seedsPerCell,
        Start start = Start.Seed,
        Guid? lot = null
    )
    {
        ArgumentNullException.ThrowIfNull(work);
        ArgumentNullException.ThrowIfNull(said);
        var entry = new LedgerEntry(said.Id, 0, said.HappenedOn, EntryKind.Moved, work.Step.Id, About: said.About, Sure: said.Sure);
        switch (work.Step.Kind)
        {
            case StepKind.Begin when start == Start.Standing:
                return
                [
                    entry with
                    {
                        Kind = EntryKind.Received,
                        To = target,
                        Seedlings = said.Count,
                        Containers = said.Count,
                        Said = new EntryDetail.Stood(said.HappenedOn),
                    },
                ];
            case StepKind.Begin when start == Start.Plants:
                return [entry with { Kind = EntryKind.Received, To = target, Seedlings = said.Count, Containers = said.Count }];
            case StepKind.Begin when start != Start.Seed:
                return [entry with { Kind = EntryKind.Sown, To = target, Seeds = said.Count, Containers = said.Count }];
            case StepKind.Begin:
                return
                [
                    entry with
                    {
                        Kind = EntryKind.Sown,
                        To = target,
                        Seeds = said.Count * seedsPerCell,
                        Containers = said.Count,
                        LotId = lot,
                    },
                ];
            case StepKind.Up:
                var up = entry with { Kind = EntryKind.Emerged, To = work.From, Seedlings = said.Count, Group = work.Group };
                if (!said.CarryOn || said.ExtraId is not { } carried || target == work.From)
                    return [up];
                // Seedlings that stood there before, and those that are new.
                return
                [
                    up,
                    entry with
                    {
                        Id = carried,
                        Group = work.Group,
                        From = work.From,
                        To = target,
                        Seedlings = work.FromSeedlings + said.Count - work.Seedlings,
                        Containers = work.FromContainers,
                        ContainersTo = work.FromContainers,
                    },
                ];
        }

        var left = work.Seedlings - said.Count;
        var from = new Group(work.Group!.Value, work.From!.Value, work.FromSeedlings, work.FromContainers, work.Step, said.HappenedOn);
        // A pair that goes on as one empties one cell and fills one pot.
        var units = said.Count - said.Pairs;
        var emptied = left <= 0 ? from.Containers : Emptying.Emptied(EntryKind.Moved, units, from);
        var filled = Emptying.Filled(from.At, target, units, emptied);
        var moved = entry with
        {
            Group = work.Group,
            From = work.From,
            To = target,
            Seedlings = said.Count,
            Containers = emptied,
            ContainersTo = filled,
        };
        if (left <= 0 || said.Rest == Rest.Stays || said.ExtraId is not { } rest)
            return [moved];
        var (kind, way) = said.Rest switch
        {
            Rest.Lost => (EntryKind.Lost, (Way?)null),
            Rest.Snipped => (EntryKind.Snipped, null),
            Rest.Sold => (EntryKind.Out, Way.Sold),
            Rest.Given => (EntryKind.Out, Way.Given),
            _ => (EntryKind.Out, Way.Discarded),
        };
        return
        [
            moved,
            entry with
            {
                Id = rest,
                Step = kind == EntryKind.Out ? null : entry.Step,
                Kind = kind,
                Group = work.Group,
                From = work.From,
                Seedlings = left,
                Containers = work.FromContainers - emptied,
                Reason = kind == EntryKind.Lost ? said.Reason : null,
                Said = way is { } w ? new EntryDetail.Gone(w) : null,
            },
        ];
    }
}
