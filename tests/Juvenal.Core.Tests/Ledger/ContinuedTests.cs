using System.Collections;
using FsCheck.Xunit;
using Juvenal.Core.Care;
using Juvenal.Core.Ledger;
using Xunit;

namespace Juvenal.Core.Tests.Ledger;

/// <summary>A ledger whose sums go on from where they were says what one says that is added up from its beginning.</summary>
public class ContinuedTests
{
    private static readonly Guid Cells = Guid.NewGuid(),
        Pots = Guid.NewGuid();
    private static readonly Guid[] Places = [Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid()];
    private static readonly Guid[] Trays = [Guid.NewGuid(), Guid.NewGuid()];
    private static readonly DateOnly First = new(2026, 3, 1);

    /// <param name="work">What is written, one after the other: most of it of the day, some of it dated back, taken back or put right.</param>
    /// <param name="sittings">How many of them are read at a time, and whether what stands is asked in between.</param>
    [Property(MaxTest = 500)]
    public void It_says_the_same((byte Kind, byte Of, byte To, byte Count, byte Day)[] work, byte[] sittings)
    {
        var entries = new List<LedgerEntry>
        {
            new(Guid.CreateVersion7(), 1, First, EntryKind.Sown, To: new(Cells, Places[0]), Seeds: 300, Containers: 150),
        };
        foreach (var (w, i) in work.Select((w, i) => (w, i)))
            entries.Add(Said(entries, w, i));

        var (ledger, at) = (new BatchLedger(entries.Take(1), Usual.Route, 0.8), 1);
        var said = new List<(BatchState State, List<string> Told)>();
        for (var sitting = 0; at < entries.Count; sitting++)
        {
            var how = sitting < sittings.Length ? sittings[sitting] : (byte)1;
            if (how % 4 > 0)
                said.Add((ledger.State, Told(Fold.Of(entries.Take(at), Usual.Route, 0.8))));
            // What was tried and not written leaves nothing behind.
            if (how % 8 > 4)
                _ = ledger.With([.. entries.Skip(at).Reverse()]).State.Seedlings + ledger.With([.. entries.Skip(at)]).State.Seedlings;
            var more = entries.Skip(at).Take(1 + (how / 4 % 3)).ToList();
            at += more.Count;
            ledger = ledger.With([.. more.OrderBy(e => e.HappenedOn).ThenBy(e => e.Sequence)]);
        }

        Assert.Equal(entries.Select(e => e.Id), ledger.Entries.Select(e => e.Id).OrderBy(id => entries.FindIndex(e => e.Id == id)));
        Assert.Equal(Told(Fold.Of(entries, Usual.Route, 0.8)), Told(ledger.State));
        // What was said before is not changed by what was written since.
        Assert.All(said, s => Assert.Equal(s.Told, Told(s.State)));
    }

    [Fact]
    public void What_was_taken_back_before_it_was_there_does_not_count()
    {
        var sown = new LedgerEntry(Guid.CreateVersion7(), 1, First, EntryKind.Sown, To: new(Cells, Places[0]), Seeds: 9, Containers: 9);
        var more = sown with { Id = Guid.CreateVersion7(), Sequence = 3 };
        var undo = new LedgerEntry(Guid.CreateVersion7(), 2, First, EntryKind.Undo, Corrects: more.Id);
        var before = new BatchLedger([sown, undo], Usual.Route, 0.8);
        Assert.Equal(9, before.State.SeedsSown);
        Assert.Equal(9, before.With([more]).State.SeedsSown);
    }

    [Fact]
    public void It_is_of_one_path_and_germination()
    {
        var ledger = new BatchLedger([], Usual.Route, 0.8);
        Assert.True(ledger.IsOn(new(Usual.Route.All), 0.8));
        Assert.False(ledger.IsOn(Usual.Route, 0.7));
        Assert.False(ledger.IsOn(Usual.Bought, 0.8));
        var fixedDay = Usual.Route.All.Select((s, i) => i == 0 ? s with { LockedOn = First } : s);
        Assert.False(ledger.IsOn(new(fixedDay), 0.8));
    }

    private static LedgerEntry Said(List<LedgerEntry> before, (byte Kind, byte Of, byte To, byte Count, byte Day) w, int i)
    {
        // One in four is dated back.
        var day = First.AddDays(i - (w.Day % 4 == 0 ? w.Day % (i + 1) : 0));
        var entry = new LedgerEntry(Guid.CreateVersion7(), i + 2, day, EntryKind.Lost, About: w.Day % 5 == 0 ? 3 : null);
        var (now, to) = (
            Fold.Of(before, Usual.Route, 0.8),
            new Spot(
                w.To % 4 == 3 ? null
                    : w.To % 2 == 0 ? Cells
                    : Pots,
                Places[w.To % 3]
            )
        );
        var other = before[w.Of % before.Count];
        var group = now.Groups.Count == 0 ? null : now.Groups[w.Of % now.Groups.Count];
        var step = Usual.All[2 + (w.To % 5)].Id;
        var some = group is null ? 0 : Math.Min(w.Count % 40, group.Seedlings);
        var about = entry with { From = group?.At ?? to, Group = group?.Id, Seedlings = some };
        var left = about with { Containers = group is null ? 0 : Math.Min(some, group.Containers) };
        return (w.Kind % 14) switch
        {
            0 => left,
            1 => left with { Kind = EntryKind.Out, Said = new EntryDetail.Gone(Way.Sold) },
            2 => left with { Kind = EntryKind.Snipped },
            3 or 4 => left with
            {
                Kind = EntryKind.Moved,
                To = to,
                ContainersTo = some,
                Step = w.Of % 3 == 0 ? null : step,
                Group = w.Day % 7 == 0 ? null : left.Group,
            },
            5 or 6 => entry with
            {
                Kind = EntryKind.Emerged,
                To = new(Cells, Places[0]),
                Group = new(before[0].Id),
                Seedlings = Math.Min(300, now.Emerged + (w.Count % 60)),
                Trays = w.Of % 2 == 0 ? null : [new(Trays[w.To % 2], w.Count.ToString())],
            },
            7 => entry with { Kind = EntryKind.NotYet, Step = step, NewDay = day.AddDays(w.Count % 20), Reason = "cold" },
            8 => about with { Kind = EntryKind.Aired, Step = Usual.Harden.Id, Said = new EntryDetail.Aired(w.Count % 24, 0) },
            9 => about with { Kind = EntryKind.Pinched, Said = new EntryDetail.Pinched(Pinched.Tops) },
            10 => about with
            {
                Kind = EntryKind.Together,
                Said = new EntryDetail.Together(now.Groups is [.., var last] ? last.Id.Value : other.Id),
            },
            11 => about with { Kind = EntryKind.Spaced, Said = new EntryDetail.Spaced(20) },
            12 when other.Kind != EntryKind.Corrected => entry with { Kind = EntryKind.Undo, Corrects = other.Id },
            13 when other.Kind is not (EntryKind.Undo or EntryKind.Corrected) => other with
            {
                Id = entry.Id,
                Sequence = entry.Sequence,
                Kind = EntryKind.Corrected,
                Corrects = other.Id,
                Seedlings = other.Seedlings / 2,
                NewDay = w.Count % 2 == 0 ? null : other.HappenedOn.AddDays(w.Count % 9),
            },
            _ => entry with { Kind = EntryKind.Received, To = to, Seedlings = 3, Containers = 3 },
        };
    }

    /// <summary>All that a state says, whatever it says.</summary>
    private static List<string> Told(BatchState state) =>
        [
            .. typeof(BatchState)
                .GetProperties()
                .Where(p => p.Name is not nameof(BatchState.Route) && p.GetIndexParameters().Length == 0)
                .Select(p => (p.Name, Value: p.GetValue(state)))
                .SelectMany(p =>
                    (p.Value is IEnumerable many and not string ? many.Cast<object>() : [p.Value!])
                        .Select(each => $"{p.Name} {Whole(each)}")
                        .Order(StringComparer.Ordinal)
                ),
        ];

    private static string Whole(object? each) =>
        each is Group { Outdoors: { } had } group
            ? $"{group with { Outdoors = null }} {had.Before} {string.Join(' ', had.Days)} {string.Join(' ', had.Stays)}"
            : $"{each}";
}
