using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Ledger;

/// <summary>Days out belong to the group that had them, and go where it goes; they change no count.</summary>
public class AiredTests
{
    private static readonly DateOnly First = new(2026, 3, 1);
    private static readonly Guid Pots = Guid.NewGuid(),
        Stand = Guid.NewGuid(),
        House = Guid.NewGuid();
    private static readonly Spot Trays = new(Guid.NewGuid(), House);
    private long _sequence;

    private LedgerEntry Entry(int day, EntryKind kind) => new(Guid.CreateVersion7(), ++_sequence, First.AddDays(day), kind);

    private LedgerEntry Move(int day, Guid group, Spot from, int plants, Spot to, Step? step = null) =>
        Entry(day, EntryKind.Moved) with
        {
            Group = new(group),
            From = from,
            To = to,
            Seedlings = plants,
            Containers = plants,
            ContainersTo = plants,
            Step = step?.Id,
        };

    private LedgerEntry Aired(int day, Guid group, Spot at, double hours = 5) =>
        Entry(day, EntryKind.Aired) with
        {
            Group = new(group),
            From = at,
            To = at with { Place = Stand },
            Said = new EntryDetail.Aired(hours, 1),
        };

    private (LedgerEntry Sown, LedgerEntry[] All) Potted(int plants)
    {
        var sown = Entry(0, EntryKind.Sown) with { To = Trays, Seeds = plants, Containers = plants };
        return (
            sown,
            [
                sown,
                Entry(8, EntryKind.Emerged) with
                {
                    To = Trays,
                    Seedlings = plants,
                },
                Move(20, sown.Id, Trays, plants, Pot, Usual.PrickOut),
            ]
        );
    }

    private static readonly Spot Pot = new(Pots, House);

    private static BatchState Of(IEnumerable<LedgerEntry> entries) => Fold.Of(entries, Usual.Route, 0.8);

    [Fact]
    public void The_first_day_out_begins_the_hardening_and_moves_no_plant()
    {
        var (_, all) = Potted(60);
        var potted = all[^1].Id;
        var before = Of(all);
        var after = Of([.. all, Aired(40, potted, Pot)]);
        var group = Assert.Single(after.Groups);
        Assert.Equal((60, 60, Pot), (group.Seedlings, group.Containers, group.At));
        Assert.Equal(First.AddDays(40), group.HardenedSince);
        Assert.Equal(before.Groups[0].Reached, group.Reached);
        Assert.Equal(new AiredDay(First.AddDays(40), 5, 1, Place: Stand), Assert.Single(group.Outdoors!.Days));
        Assert.Equal([new Stay(House, First.AddDays(20))], group.Outdoors.Stays);
        // Where it names the step, it does it.
        var begun = Of([.. all, Aired(40, potted, Pot) with { Step = Usual.Harden.Id }]);
        Assert.Equal((Usual.Harden, First.AddDays(40)), (begun.Groups[0].Reached, begun.DayOf(Usual.Harden)!.Value));
    }

    [Fact]
    public void It_goes_where_the_plants_go_and_merges_with_none_that_had_less()
    {
        var (_, all) = Potted(60);
        var potted = all[^1].Id;
        var out_ = Move(40, potted, Pot, 40, Pot with { Place = Stand }, Usual.Harden);
        var some = Aired(40, out_.Id, out_.To!.Value);
        var later = Move(41, potted, Pot, 20, Pot with { Place = Stand }, Usual.Harden);
        var state = Of([.. all, out_, some, later]);
        // Begun within a day of each other; but these had a day out, and those had none.
        Assert.Equal([(20, 0), (40, 1)], state.Groups.Select(g => (g.Seedlings, g.Outdoors!.Days.Count)).Order());
        Assert.Equal(["hardening"], state.Groups[0].Unlike(state.Groups[1]));
        // In for the night and out again: days, and where they were.
        var in_ = Move(42, out_.Id, out_.To.Value, 40, Pot);
        state = Of([.. all, out_, some, later, in_]);
        var carried = state.Groups.Single(g => g.At == Pot);
        Assert.Single(carried.Outdoors!.Days);
        Assert.Equal([House, Stand, House], carried.Outdoors.Stays.Select(s => s.Place));
        // Potted on while it hardens, it keeps what it had; planted, the ladder is behind it.
        var bigger = Move(43, in_.Id, Pot, 40, new(Guid.NewGuid(), House));
        Assert.Single(Of([.. all, out_, some, in_, bigger]).Groups.Single(g => g.Seedlings == 40).Outdoors!.Days);
        var planted = Move(44, in_.Id, Pot, 40, new(null, Guid.NewGuid()), Usual.PlantOut) with { ContainersTo = 0 };
        Assert.Null(Of([.. all, out_, some, in_, planted]).Groups.Single(g => g.At.Container is null).Outdoors);
    }

    [Fact]
    public void What_comes_as_it_stood_has_the_days_it_is_said_to_have()
    {
        var came = Entry(40, EntryKind.Received) with
        {
            To = Pot,
            Seedlings = 12,
            Containers = 12,
            Said = new EntryDetail.Stood(First.AddDays(20), First.AddDays(34)),
        };
        Assert.Equal(6, Assert.Single(Of([came]).Groups).Outdoors!.Before);
        var had = new Outdoors(0, [new(First.AddDays(38), 3, 0)], [new(Stand, First.AddDays(37))]);
        var parted = came with { Said = new EntryDetail.Stood(First.AddDays(20), First.AddDays(37), Guid.NewGuid(), had) };
        var group = Assert.Single(Of([parted]).Groups);
        Assert.Equal((0, 1), (group.Outdoors!.Before, group.Outdoors.Days.Count));
        Assert.Equal([Stand, House], group.Outdoors.Stays.Select(s => s.Place));
    }

    [Theory]
    [InlineData(25.0, 0.0, "said.hoursOut")]
    [InlineData(5.0, 6.0, "said.hoursSun")]
    [InlineData(double.NaN, 0.0, "said.hoursOut")]
    public void Hours_that_cannot_be_are_refused_at_their_field(double hours, double sun, string field)
    {
        var (_, all) = Potted(10);
        var entry = Aired(40, all[^1].Id, Pot) with { Said = new EntryDetail.Aired(hours, sun) };
        Assert.Equal(field, Assert.Single(EntryFields.Of(entry, all, Usual.Route, Facts)).Field);
    }

    [Fact]
    public void A_rung_under_lamps_is_refused()
    {
        var (_, all) = Potted(10);
        var entry = Aired(40, all[^1].Id, Pot) with { To = Pot };
        var refused = Assert.Single(EntryFields.Of(entry, all, Usual.Route, Facts));
        Assert.Equal(("no-hardening-there", "to.placeId"), (refused.Code, refused.Field));
    }

    private static LedgerFacts Facts =>
        new(First.AddDays(60), _ => (false, "Lamp rack"), _ => new("9 cm pot", 0.4), CanHarden: place => place == Stand);

    /// <summary>Whatever is said of days out, no count moves; undone, all is as it was.</summary>
    [Property(MaxTest = 100)]
    public void Days_out_change_no_count(byte[] days)
    {
        var (_, all) = Potted(60);
        var aired = days.Take(12).Select(d => Aired(30 + (d % 20), all[^1].Id, Pot, d % 12)).ToList();
        var (before, after) = (Of(all), Of([.. all, .. aired]));
        Assert.Equal((before.Seedlings, before.Emerged, before.Lost), (after.Seedlings, after.Emerged, after.Lost));
        Assert.Equal(aired.Select(a => a.HappenedOn).Distinct().Count(), after.Groups[0].Outdoors?.Days.Count ?? 0);
        var undone = aired.Select(a => Entry(59, EntryKind.Undo) with { Corrects = a.Id }).ToList();
        Assert.Equal(before.Groups, Of([.. all, .. aired, .. undone]).Groups);
    }
}
