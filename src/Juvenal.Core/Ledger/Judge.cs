using System.Globalization;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>What of a nursery the ledger's law asks about.</summary>
/// <param name="Today">The nursery's day.</param>
/// <param name="Place">A place by its id: whether plants stand there without containers, and its name; null: there is none.</param>
/// <param name="Container">A container by its id; null: there is none.</param>
/// <param name="Batch">Whether there is a batch of that id; null: nobody asks.</param>
/// <param name="CanHarden">Whether plants harden off in a place; null: nobody asks.</param>
public sealed record LedgerFacts(
    DateOnly Today,
    Func<Guid, (bool IsBed, string Name)?> Place,
    Func<Guid, Container?> Container,
    Func<Guid, bool>? Batch = null,
    Func<Guid, bool>? CanHarden = null
);

/// <summary>What becomes of an entry.</summary>
public abstract record Verdict
{
    private Verdict() { }

    /// <summary>It stands.</summary>
    /// <param name="Entry">With what it did not say itself: its group, the step it does, containers that nobody counted.</param>
    /// <param name="After">The ledger with it.</param>
    public sealed record Accepted(LedgerEntry Entry, BatchLedger After) : Verdict;

    /// <summary>It rests on what this ledger does not have: it may come yet, or never.</summary>
    /// <param name="Field">That names it.</param>
    /// <param name="Needs">The entry, or the entry that makes the group.</param>
    public sealed record Waiting(string Field, Guid Needs) : Verdict;

    /// <summary>The fields, the days or the counts do not allow it.</summary>
    public sealed record Refused(IReadOnlyList<Failure> Failures) : Verdict;

    /// <summary>It could stand, but is hard to believe: the grower is asked. It stands where the entry says that it is so.</summary>
    /// <param name="Doubts">Each with the number that makes it hard to believe.</param>
    public sealed record Doubted(IReadOnlyList<Failure> Doubts) : Verdict;

    /// <summary>By itself it could stand, but later work rests on what was before.</summary>
    /// <param name="Entries">That work.</param>
    public sealed record RestedOn(IReadOnlyList<LedgerEntry> Entries) : Verdict;
}

/// <summary>The law of a batch's ledger, whole: what an entry must say, what it may leave out, and whether the counts allow it.</summary>
public static class Judge
{
    /// <param name="ledger">Before it.</param>
    /// <param name="entry">As it was said; where it comes among those of its day is given here.</param>
    /// <param name="facts">What there is.</param>
    /// <param name="byRule">Containers were not counted: they follow from the seedlings (<see cref="Emptying"/>).</param>
    /// <param name="doubts">What makes an entry of this batch hard to believe; null: nothing is doubted.</param>
    public static Verdict Of(BatchLedger ledger, LedgerEntry entry, LedgerFacts facts, bool byRule = false, Doubts? doubts = null)
    {
        ArgumentNullException.ThrowIfNull(ledger);
        ArgumentNullException.ThrowIfNull(entry);
        ArgumentNullException.ThrowIfNull(facts);
        if (Needs(ledger, entry) is { } waiting)
            return waiting;
        // What is dated back is about what stood there then.
        var then = ledger.On(entry.HappenedOn);
        if (Named(entry, then) is not { } named)
            return new Verdict.Refused([WhichGroup(entry, then)]);
        if (byRule)
            named = Counted(named, then);
        var failures = EntryFields.Of(named, ledger.Entries, ledger.Route, facts);
        if (failures.Count > 0)
            return new Verdict.Refused(failures);
        if (Apart(named, then) is { } apart)
            return new Verdict.Refused([apart]);
        // Another pot is a move up, and a bed is planting out, wherever that is: the Round must not ask for it again. The same pot in
        // another place is carried: that does nothing but what it says it does.
        if (named is { Kind: EntryKind.Moved, Step: null, From: { } from, To: { } to } && from.Container != to.Container)
            named = named with { Step = ledger.Route.OfMoveTo(to, then.Group(named.Group)?.Reached, c => facts.Container(c)?.Litres)?.Id };
        var after = ledger.And(named);
        if (after.State.Contradictions.Count == 0)
        {
            if (Crowded(named, after) is { } crowded)
                return new Verdict.Refused([crowded]);
            var asked = doubts?.Of(named, ledger, then).Where(d => named.Sure?.Contains(d.Code) != true).ToList() ?? [];
            return asked.Count > 0 ? new Verdict.Doubted(asked) : new Verdict.Accepted(named, after);
        }

        return Wrong([named], after).Verdict;
    }

    /// <summary>
    /// Undos and corrections of one ledger that stand together or not at all: "100 instead of 118 moved, 28 instead of 10 lost". In
    /// between, the counts need not make sense.
    /// </summary>
    /// <param name="ledger">Before them.</param>
    /// <param name="changes">Undo, corrected.</param>
    /// <param name="facts">What there is.</param>
    /// <param name="doubts">What makes an entry of this batch hard to believe; null: nothing is doubted.</param>
    /// <returns>The verdict, accepted with the last of them; refused or doubted: which of them it is about.</returns>
    public static (Verdict Verdict, int At) Of(
        BatchLedger ledger,
        IReadOnlyList<LedgerEntry> changes,
        LedgerFacts facts,
        Doubts? doubts = null
    )
    {
        ArgumentNullException.ThrowIfNull(ledger);
        ArgumentNullException.ThrowIfNull(changes);
        ArgumentNullException.ThrowIfNull(facts);
        var after = ledger;
        for (var i = 0; i < changes.Count; i++)
        {
            if (Needs(after, changes[i]) is { } waiting)
                return (waiting, i);
            if (EntryFields.Of(changes[i], after.Entries, after.Route, facts) is { Count: > 0 } failures)
                return (new Verdict.Refused(failures), i);
            after = after.And(changes[i]);
        }

        if (after.State.Contradictions.Count > 0)
            return Wrong(changes, after);
        for (var i = 0; i < changes.Count; i++)
        {
            if (Crowded(changes[i], after) is { } crowded)
                return (new Verdict.Refused([crowded]), i);
            var then = ledger.On(changes[i].HappenedOn);
            var asked = doubts?.Of(changes[i], ledger, then).Where(d => changes[i].Sure?.Contains(d.Code) != true).ToList() ?? [];
            if (asked.Count > 0)
                return (new Verdict.Doubted(asked), i);
        }

        return (new Verdict.Accepted(changes[^1], after), 0);
    }

    /// <summary>Entries themselves are wrong: said at their fields. Others are wrong only because of them: those are named.</summary>
    private static (Verdict Verdict, int At) Wrong(IReadOnlyList<LedgerEntry> added, BatchLedger after)
    {
        foreach (var c in after.State.Contradictions)
        {
            for (var i = 0; i < added.Count; i++)
            {
                if (c.Entry.Id == added[i].Id || (added[i].Kind == EntryKind.Corrected && c.Entry.Id == added[i].Corrects))
                    return (new Verdict.Refused([new(c.Code, c.Field, c.Value, c.Right, c.Right)]), i);
            }
        }

        return (new Verdict.RestedOn([.. after.State.Contradictions.Select(c => c.Entry)]), 0);
    }

    private static Verdict.Waiting? Needs(BatchLedger ledger, LedgerEntry entry)
    {
        if (entry.Group is { } group && group.Value != entry.Id && ledger.Entries.All(e => e.Id != group.Value))
            return new("group", group.Value);
        return entry is { Kind: EntryKind.Undo or EntryKind.Corrected, Corrects: { } wrong } && ledger.Entries.All(e => e.Id != wrong)
            ? new("corrects", wrong)
            : null;
    }

    /// <summary>
    /// An entry with the group it is about: said by its name, or found by where it stands. What is sown or comes up goes to what stands in
    /// its trays; what comes in is a group of its own.
    /// </summary>
    /// <returns>Null where it cannot be told (<see cref="WhichGroup"/>).</returns>
    private static LedgerEntry? Named(LedgerEntry entry, BatchState then)
    {
        if (entry.Kind is EntryKind.Sown or EntryKind.Received or EntryKind.Emerged)
        {
            if (entry.Group is { } into)
                return then.Group(into) is null ? null : entry;
            if (entry.To is not { } to)
                return entry;
            var trays =
                entry.Kind == EntryKind.Received
                    ? null
                    : then.Groups.Where(g => g.At == to && g.Reached.Kind <= StepKind.Up).MaxBy(g => g.Containers);
            return entry with { Group = trays?.Id ?? new(entry.Id) };
        }

        if (entry.From is not { } from || entry.Kind is EntryKind.Undo or EntryKind.Corrected or EntryKind.NotYet)
            return entry;
        if (entry.Group is { } name)
            return then.Group(name) is { } group && group.At != from ? null : entry;
        var there = then.Groups.Where(g => g.At == from).Take(2).ToList();
        return there.Count > 1 ? null : entry with { Group = there.FirstOrDefault()?.Id };
    }

    /// <summary>Why two groups do not stand as one: they are the same, or they differ in more than days in the pot.</summary>
    private static Failure? Apart(LedgerEntry entry, BatchState then)
    {
        if (entry.Said is not EntryDetail.Together { With: var with } || then.Group(entry.Group) is not { } joins)
            return null;
        if (then.Group(new GroupId(with)) is not { } stays || stays.Id == joins.Id)
            return new("not-chosen", "said.with");
        return joins.Unlike(stays) is { Count: > 0 } unlike ? new("unlike-groups", "said.with", Subject: string.Join(' ', unlike)) : null;
    }

    /// <summary>More seedlings than the cells they were sown in can hold: sixteen in four cells of two.</summary>
    private static Failure? Crowded(LedgerEntry entry, BatchLedger after)
    {
        if (entry.Kind is not (EntryKind.Emerged or EntryKind.Corrected))
            return null;
        var sown = Fold.Effective(after.Entries).Where(e => e is { Kind: EntryKind.Sown, Containers: > 0 }).ToList();
        if (sown.Count == 0)
            return null;
        var each = sown.Max(e => (int)Math.Ceiling((double)e.Seeds / e.Containers));
        // What came up late in cells that were emptied before is counted without a cell.
        var full = after
            .On(entry.NewDay ?? entry.HappenedOn)
            .Groups.Where(g => g.Reached.Kind <= StepKind.Up && g.Containers > 0 && g.Seedlings > (long)g.Containers * each)
            .MaxBy(g => g.Seedlings);
        if (full is null)
            return null;
        var most = Math.Max(0, entry.Seedlings - (full.Seedlings - (full.Containers * each)));
        return new("more-than-cells-hold", "seedlings", full.Seedlings, full.Containers, most, each.ToString(CultureInfo.InvariantCulture));
    }

    /// <summary>Two stand there and none is named; or the one that is named stands elsewhere, or no more.</summary>
    private static Failure WhichGroup(LedgerEntry entry, BatchState then) =>
        entry.Group is null ? new("which-group", "group", then.Groups.Count(g => g.At == entry.From))
        : entry.From is null ? new("not-chosen", "group")
        : new("group-elsewhere", "from");

    /// <summary>Its numbers stand in other batches too: grafting, splitting. It is undone as a whole.</summary>
    public static bool StandsInSeveral(LedgerEntry entry)
    {
        ArgumentNullException.ThrowIfNull(entry);
        return entry
            is { Act: not null, Kind: EntryKind.Sown or EntryKind.Received or EntryKind.Used or EntryKind.Parted or EntryKind.Identity };
    }

    private static LedgerEntry Counted(LedgerEntry entry, BatchState state)
    {
        if (
            entry.Kind
                is not (EntryKind.Moved or EntryKind.Lost or EntryKind.Snipped or EntryKind.Used or EntryKind.Out or EntryKind.Parted)
            || state.Group(entry.Group) is not { } group
        )
            return entry;
        var emptied = Emptying.Emptied(entry.Kind, entry.Seedlings, group);
        return entry with
        {
            Containers = emptied,
            ContainersTo = entry is { Kind: EntryKind.Moved, To: { } to } ? Emptying.Filled(group.At, to, entry.Seedlings, emptied) : 0,
        };
    }
}
