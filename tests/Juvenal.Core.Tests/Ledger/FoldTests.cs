using FsCheck.Xunit;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Xunit;

namespace Juvenal.Core.Tests.Ledger;

public class FoldTests
{
    private static readonly Guid Cells = Guid.NewGuid(),
        Pots = Guid.NewGuid();
    private static readonly Guid[] Places = [Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid()];
    private static readonly DateOnly First = new(2026, 3, 1);

    private static LedgerEntry Entry(long sequence, int day, EntryKind kind) =>
        new(Guid.CreateVersion7(), sequence, First.AddDays(day), kind);

    private static LedgerEntry Sown(int seeds = 72) =>
        Entry(1, 0, EntryKind.Sown) with
        {
            To = new(Cells, Places[0]),
            Seeds = seeds,
            Containers = 72,
        };

    private static LedgerEntry Up(long sequence, int day, int total) =>
        Entry(sequence, day, EntryKind.Emerged) with
        {
            To = new(Cells, Places[0]),
            Seedlings = total,
        };

    [Property(MaxTest = 300)]
    public bool Plants_are_conserved_through_any_moves((byte Kind, byte From, byte To, byte Count, byte Day)[] work)
    {
        var entries = work.Select(
            (w, i) =>
            {
                EntryKind[] kinds =
                [
                    EntryKind.Emerged,
                    EntryKind.Lost,
                    EntryKind.Snipped,
                    EntryKind.Moved,
                    EntryKind.Separated,
                    EntryKind.Used,
                ];
                var entry = Entry(i + 2, w.Day % 40, kinds[w.Kind % kinds.Length]);
                var (from, to) = (
                    new Spot(w.From % 2 == 0 ? Cells : Pots, Places[w.From % 3]),
                    new Spot(w.To % 2 == 0 ? Cells : Pots, Places[w.To % 3])
                );
                return entry.Kind == EntryKind.Emerged
                    ? entry with
                    {
                        To = to,
                        Seedlings = w.Count,
                    }
                    : entry with
                    {
                        From = from,
                        To = to,
                        Seedlings = w.Count % 30,
                        Containers = w.Count % 7,
                        ContainersTo = w.Count % 30,
                        Step = Usual.PrickOut.Id,
                    };
            }
        );
        var state = Fold.Of([Sown(300), .. entries], Usual.Route, 0.8);
        return state.Emerged == state.Seedlings + state.Lost + state.Snipped + state.Used
            && state.Groups.All(g => g.Seedlings >= 0 && g.Containers >= 0)
            && state.Emerged <= state.SeedsSown;
    }

    [Property(MaxTest = 100)]
    public bool The_order_in_which_entries_arrive_does_not_matter(byte[] counts, int seed)
    {
        LedgerEntry[] entries = [Sown(), .. counts.Select((c, i) => Up(i + 2, c % 20, c % 73))];
        var shuffled = entries.ToArray();
        new Random(seed).Shuffle(shuffled);
        return Fold.Of(entries, Usual.Route, 0.8).Groups.SequenceEqual(Fold.Of(shuffled, Usual.Route, 0.8).Groups);
    }

    [Fact]
    public void A_total_to_date_adds_only_what_is_new()
    {
        var state = Fold.Of([Sown(), Up(2, 7, 18), Up(3, 9, 61)], Usual.Route, 0.8);
        Assert.Equal((61, 61, 72), (state.Emerged, state.Seedlings, state.Containers));
        // Half of the 57.6 expected: the second count is the first that reaches it.
        Assert.Equal(First.AddDays(9), state.StepDays[Usual.Emerge.Id]);
    }

    [Theory]
    [InlineData(73, "more-emerged-than-sown", 72)]
    [InlineData(10, "emerged-goes-back", 18)]
    public void A_count_that_cannot_be_is_named_with_the_right_number(int total, string code, int right)
    {
        var contradiction = Assert.Single(Fold.Of([Sown(), Up(2, 7, 18), Up(3, 9, total)], Usual.Route, 0.8).Contradictions);
        Assert.Equal((code, right), (contradiction.Code, contradiction.Right));
    }

    [Fact]
    public void A_back_dated_loss_is_checked_on_every_later_day()
    {
        var move = Entry(3, 10, EntryKind.Moved) with
        {
            From = new(Cells, Places[0]),
            To = new(Pots, Places[1]),
            Seedlings = 60,
            Containers = 72,
            ContainersTo = 60,
            Step = Usual.PrickOut.Id,
        };
        var loss = Entry(4, 8, EntryKind.Lost) with { From = new(Cells, Places[0]), Seedlings = 5, Reason = "slugs" };
        var contradiction = Assert.Single(Fold.Of([Sown(), Up(2, 7, 60), move, loss], Usual.Route, 0.8).Contradictions);
        Assert.Equal((move.Id, "more-than-standing", 55), (contradiction.Entry.Id, contradiction.Code, contradiction.Right));
    }

    [Fact]
    public void Undo_takes_back_and_undoing_the_undo_brings_back()
    {
        var up = Up(2, 7, 60);
        var undo = Entry(3, 7, EntryKind.Undo) with { Corrects = up.Id };
        var redo = Entry(4, 7, EntryKind.Undo) with { Corrects = undo.Id };
        Assert.Equal(0, Fold.Of([Sown(), up, undo], Usual.Route, 0.8).Emerged);
        Assert.Equal(60, Fold.Of([Sown(), up, undo, redo], Usual.Route, 0.8).Emerged);
    }

    [Fact]
    public void A_miscount_is_put_right_from_its_own_day_on_and_nothing_is_overwritten()
    {
        var (first, second) = (Up(2, 7, 40), Up(3, 9, 61));
        var right = Entry(4, 12, EntryKind.Corrected) with { Corrects = first.Id, Seedlings = 45 };
        var state = Fold.Of([Sown(), first, second, right], Usual.Route, 0.8);
        Assert.Equal((61, 61), (state.Emerged, state.Seedlings));
        Assert.Empty(state.Contradictions);
        // Half of 57.6 is reached by 40 already: the day stays.
        Assert.Equal(First.AddDays(7), state.StepDays[Usual.Emerge.Id]);
        var less = Entry(5, 13, EntryKind.Corrected) with { Corrects = second.Id, Seedlings = 44 };
        var contradiction = Assert.Single(Fold.Of([Sown(), first, second, right, less], Usual.Route, 0.8).Contradictions);
        Assert.Equal((second.Id, "emerged-goes-back", 45), (contradiction.Entry.Id, contradiction.Code, contradiction.Right));
        // The last correction counts; undone, the one before does.
        var again = Entry(6, 13, EntryKind.Corrected) with
        {
            Corrects = first.Id,
            Seedlings = 20,
        };
        Assert.Equal(44, Fold.Of([Sown(), first, second, right, less, again], Usual.Route, 0.8).Emerged);
        var undo = Entry(7, 14, EntryKind.Undo) with { Corrects = less.Id };
        Assert.Equal(61, Fold.Of([Sown(), first, second, right, less, again, undo], Usual.Route, 0.8).Emerged);
    }

    [Fact]
    public void A_day_out_is_put_right_to_what_it_was_and_nothing_else_is_changed()
    {
        var key = new Spot(Cells, Places[0]);
        var came = Entry(1, 0, EntryKind.Received) with { To = key, Seedlings = 60, Containers = 60 };
        var day = Entry(2, 3, EntryKind.Aired) with { From = key, Group = new(came.Id), Said = new EntryDetail.Aired(8, 6) };
        var right = Entry(3, 4, EntryKind.Corrected) with
        {
            Corrects = day.Id,
            Said = new EntryDetail.Aired(3, 1, Outcome: DayOutcome.Limp),
        };
        var moved = Entry(4, 4, EntryKind.Corrected) with { Corrects = day.Id, NewDay = First.AddDays(2) };
        var then = Fold.Effective([came, day, right]).Single(e => e.Kind == EntryKind.Aired);
        Assert.Equal((right.Said, First.AddDays(3)), (then.Said, then.HappenedOn));
        // Only its day was wrong: how it was stays.
        then = Fold.Effective([came, day, moved]).Single(e => e.Kind == EntryKind.Aired);
        Assert.Equal((day.Said, First.AddDays(2)), (then.Said, then.HappenedOn));
        var state = Fold.Of([came, day, right], Usual.Bought, 1);
        Assert.Equal((60, 60), (state.Seedlings, state.Containers));
    }

    [Fact]
    public void Plants_that_come_in_stand_at_once_and_grafts_use_their_parts_up()
    {
        var key = new Spot(Cells, Places[0]);
        var came = Entry(1, 0, EntryKind.Received) with { To = key, Seedlings = 60, Containers = 60 };
        var used = Entry(2, 3, EntryKind.Used) with { From = key, Seedlings = 25, Containers = 25 };
        var state = Fold.Of([came, used], Usual.Bought, 1);
        Assert.Equal((60, 35, 25, 35), (state.Emerged, state.Seedlings, state.Used, state.Containers));
        Assert.Equal((First, First), (state.BegunOn, state.UpOn));
    }

    [Fact]
    public void The_last_count_of_a_tray_s_cells_is_kept_and_goes_with_its_entry()
    {
        var tray = Guid.NewGuid();
        var (one, two) = (Up(2, 7, 2) with { Trays = [new(tray, "110")] }, Up(3, 8, 3) with { Trays = [new(tray, "111")] });
        Assert.Equal("111", Fold.Of([Sown(), one, two], Usual.Route, 0.8).Trays![tray].Cells);
        Assert.Equal(
            "110",
            Fold.Of([Sown(), one, two, Entry(4, 8, EntryKind.Undo) with { Corrects = two.Id }], Usual.Route, 0.8).Trays![tray].Cells
        );
        Assert.Equal(
            "100",
            Fold.Of(
                    [
                        Sown(),
                        one,
                        two,
                        Entry(4, 8, EntryKind.Corrected) with
                        {
                            Corrects = two.Id,
                            Seedlings = 2,
                            Trays = [new(tray, "100")],
                        },
                    ],
                    Usual.Route,
                    0.8
                )
                .Trays![tray]
                .Cells
        );
    }

    [Fact]
    public void A_stage_has_taken_place_when_half_of_the_plants_have_done_it()
    {
        var key = new Spot(Cells, Places[0]);
        var some = Entry(3, 14, EntryKind.Moved) with
        {
            From = key,
            To = new(Pots, Places[1]),
            Seedlings = 20,
            Containers = 20,
            ContainersTo = 20,
            Step = Usual.PrickOut.Id,
        };
        var rest = Entry(4, 16, EntryKind.Moved) with
        {
            From = key,
            To = new(Pots, Places[1]),
            Seedlings = 40,
            Containers = 52,
            ContainersTo = 40,
            Step = Usual.PrickOut.Id,
        };
        var half = Fold.Of([Sown(), Up(2, 7, 60), some], Usual.Route, 0.8);
        Assert.False(half.StepDays.ContainsKey(Usual.PrickOut.Id));
        Assert.Equal(40, half.Before(Usual.PrickOut));
        var all = Fold.Of([Sown(), Up(2, 7, 60), some, rest], Usual.Route, 0.8);
        Assert.Equal(First.AddDays(16), all.StepDays[Usual.PrickOut.Id]);
        Assert.Equal(
            new Group(
                new(some.Id),
                new(Pots, Places[1]),
                60,
                60,
                Usual.PrickOut,
                First.AddDays(14),
                From: new(all.Groups[0].From!.Value.Value),
                HereSince: First.AddDays(14)
            ),
            Assert.Single(all.Groups)
        );
        // Behind it lies what all but a tenth have done.
        Assert.True(all.Passed(Usual.PrickOut));
        Assert.False(half.Passed(Usual.PrickOut));
    }
}
