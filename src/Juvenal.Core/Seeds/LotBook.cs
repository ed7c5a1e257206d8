namespace Juvenal.Core.Seeds;

public enum LotEntryKind
{
    /// <summary>Seeds laid out in a germination test; they are gone from the packet.</summary>
    Test,

    /// <summary>Given, spilt, thrown away.</summary>
    Gone,

    /// <summary>What is left was counted: that number stands from here.</summary>
    Recount,

    Undo,
}

/// <summary>A line of a packet's book.</summary>
/// <param name="Seeds">Laid out, gone, or left in the packet.</param>
/// <param name="Up">Of a test's seeds, came up.</param>
public sealed record LotEntry(
    Guid Id,
    Guid LotId,
    long Sequence,
    LotEntryKind Kind,
    DateOnly HappenedOn,
    int Seeds,
    int? Up = null,
    string? Note = null,
    Guid? Corrects = null,
    string? By = null
);

/// <summary>Seeds taken from a packet by a sowing.</summary>
/// <param name="Up">Of them came up, once nothing more is to come; null before, and where it is not known.</param>
public sealed record Taken(DateOnly On, int Seeds, int? Up = null);

/// <summary>Seeds are counted like plants: nothing is overwritten.</summary>
/// <param name="Left">In the packet; null where it was never counted or weighed.</param>
/// <param name="Gone">By tests and otherwise, not by sowing.</param>
/// <param name="Counted">From a count of seeds; else by weight, which strays.</param>
/// <param name="Test">The last test that stands.</param>
public sealed record LotBook(int? Left, int Gone, bool Counted, LotEntry? Test)
{
    /// <summary>Adds up a packet's book.</summary>
    /// <param name="held">When it came; null where not known.</param>
    /// <param name="counted">Whether that was counted.</param>
    /// <param name="entries">Of the packet, in any order.</param>
    /// <param name="sown">What batches took.</param>
    /// <returns>What is left is never below 0: a packet by weight may have held more than its estimate.</returns>
    public static LotBook Of(int? held, bool counted, IEnumerable<LotEntry> entries, IEnumerable<Taken> sown)
    {
        var all = entries.ToList();
        var back = all.Where(e => e.Kind == LotEntryKind.Undo).Select(e => e.Corrects!.Value).ToHashSet();
        var stands = all.Where(e => e.Kind != LotEntryKind.Undo && !back.Contains(e.Id))
            .OrderBy(e => e.HappenedOn)
            .ThenBy(e => e.Sequence)
            .ToList();
        var recount = stands.LastOrDefault(e => e.Kind == LotEntryKind.Recount);
        // A recount is of the evening: what left the packet on that day had left it already.
        var after =
            stands.Where(e => e.Kind != LotEntryKind.Recount && (recount is null || e.HappenedOn > recount.HappenedOn)).Sum(e => e.Seeds)
            + sown.Where(t => recount is null || t.On > recount.HappenedOn).Sum(t => t.Seeds);
        var from = recount?.Seeds ?? held;
        return new(
            from is { } f ? Math.Max(0, f - after) : null,
            stands.Where(e => e.Kind is LotEntryKind.Test or LotEntryKind.Gone).Sum(e => e.Seeds),
            recount is not null || counted,
            stands.LastOrDefault(e => e.Kind == LotEntryKind.Test)
        );
    }
}
