using FsCheck.Xunit;
using Juvenal.Core.Care;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Ledger;

/// <summary>The ledger's law: what is accepted always adds up, and what is not changes nothing and says why.</summary>
public class JudgeTests
{
    private static readonly Guid Cells = Guid.NewGuid(),
        Pots = Guid.NewGuid(),
        Bed = Guid.NewGuid(),
        Mat = Guid.NewGuid(),
        House = Guid.NewGuid();

    private static readonly DateOnly First = new(2026, 3, 1),
        Today = First.AddDays(60);

    private static readonly LedgerFacts Facts = new(
        Today,
        id =>
            id == Bed ? (true, "Bed")
            : id == Mat || id == House ? (false, "House")
            : null,
        id =>
            id == Cells ? new("72-cell tray", 0.045, 72)
            : id == Pots ? new("9 cm pot", 0.4)
            : null
    );

    private static readonly Spot Trays = new(Cells, Mat);

    private static LedgerEntry Entry(int day, EntryKind kind) => new(Guid.CreateVersion7(), 0, First.AddDays(day), kind);

    private static BatchLedger Up(int seeds = 100, int up = 80)
    {
        var sown = Accepted(
            new BatchLedger([], Usual.Route, 0.8),
            Entry(0, EntryKind.Sown) with
            {
                To = Trays,
                Seeds = seeds,
                Containers = seeds,
            }
        );
        return Accepted(sown.After, Entry(8, EntryKind.Emerged) with { To = Trays, Seedlings = up }).After;
    }

    private static Verdict.Accepted Accepted(BatchLedger ledger, LedgerEntry entry, bool byRule = false) =>
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, entry, Facts, byRule));

    private static LedgerEntry Moved(int day, Guid group, Spot from, Spot to, int plants) =>
        Entry(day, EntryKind.Moved) with
        {
            Group = new(group),
            From = from,
            To = to,
            Seedlings = plants,
        };

    /// <summary>
    /// Whatever is said, in whatever order and of whatever day: each verdict is one of four; what was accepted adds up with no
    /// contradiction and
    /// no plant lost from sight; what was not accepted left the ledger as it was.
    /// </summary>
    [Property(MaxTest = 400)]
    public void What_is_accepted_adds_up((byte Kind, byte Day, byte From, byte To, byte Count, byte Which, bool Named)[] said)
    {
        var ledger = Up();
        Spot[] spots = [Trays, new(Pots, House), new(Cells, House), new(null, Bed), new(Pots, Guid.NewGuid())];
        foreach (var s in said)
        {
            var kinds = Enum.GetValues<EntryKind>();
            var old = ledger.Entries.Count == 0 ? (LedgerEntry?)null : ledger.Entries[s.Which % ledger.Entries.Count];
            var entry = Entry(s.Day % 64, kinds[s.Kind % kinds.Length]) with
            {
                From = spots[s.From % spots.Length],
                To = spots[s.To % spots.Length],
                Seeds = s.Count,
                Seedlings = s.Count % 70,
                Containers = s.Count % 50,
                ContainersTo = s.Count % 40,
                Reason = "slug",
                NewDay =
                    kinds[s.Kind % kinds.Length] == EntryKind.Corrected
                        ? s.Count % 3 == 0
                            ? null
                            : First.AddDays(s.Count % 62)
                        : Today.AddDays(s.Count % 9),
                Said = kinds[s.Kind % kinds.Length] switch
                {
                    EntryKind.Out => new EntryDetail.Gone((Way)(s.Count % 3)),
                    EntryKind.Parted => s.Which % 2 == 0
                        ? new EntryDetail.Split(Guid.NewGuid(), s.Count)
                        : new EntryDetail.Turned(Guid.NewGuid()),
                    EntryKind.Spaced => new EntryDetail.Spaced(s.Count),
                    EntryKind.Together => new EntryDetail.Together(ledger.Entries[s.Count % ledger.Entries.Count].Id),
                    EntryKind.Identity => new EntryDetail.Identity(
                        s.Count % 3 == 0 ? null
                        : s.Count % 3 == 1 ? []
                        : [Bed, House]
                    ),
                    EntryKind.Checked => new EntryDetail.Checked(s.Count % 4 == 0 ? null : s.Count % 40, (RootsSeen)(s.Count % 4)),
                    EntryKind.Pinched => new EntryDetail.Pinched((Pinched)(s.Count % 5)),
                    EntryKind.Aired => new EntryDetail.Aired(s.Count % 27, s.Count % 9, s.Named, s.Count % 33, s.Which % 2 == 0),
                    EntryKind.Received when s.Named => new EntryDetail.Stood(First.AddDays(s.Count % 62), s.Which % 2 == 0 ? First : null),
                    _ => null,
                },
                About = s.Count % 5 == 0 ? 3 : null,
                Step = s.Which % 3 == 0 ? Usual.All[s.Which % 8].Id : null,
                Corrects = s.Kind % kinds.Length is (int)EntryKind.Undo or (int)EntryKind.Corrected ? old?.Id : null,
                Group = s.Named && old is not null ? new GroupId(old.Id) : null,
            };
            var (entries, state) = (ledger.Entries.Count, ledger.State);
            switch (Judge.Of(ledger, entry, Facts, byRule: s.Which % 2 == 0))
            {
                case Verdict.Accepted accepted:
                    Assert.Empty(accepted.After.State.Contradictions);
                    Assert.Equal(entries + 1, accepted.After.Entries.Count);
                    ledger = accepted.After;
                    break;
                case Verdict.Refused refused:
                    Assert.NotEmpty(refused.Failures);
                    Assert.All(refused.Failures, f => Assert.NotEmpty(f.Field));
                    break;
                case Verdict.RestedOn rested:
                    Assert.NotEmpty(rested.Entries);
                    break;
            }

            Assert.True(ledger.Entries.Count == entries + 1 || ReferenceEquals(state, ledger.State));
            var now = ledger.State;
            Assert.Equal(now.Emerged, now.Seedlings + now.Lost + now.Snipped + now.Used + now.Gone + now.Parted);
            Assert.All(now.Groups, g => Assert.True(g is { Seedlings: >= 0, Containers: >= 0 }));
        }
    }

    [Fact]
    public void What_is_hard_to_believe_is_asked_and_stands_when_it_is_said_to_be_so()
    {
        var doubts = new Doubts(6, (bed, day) => bed == Bed && day < First.AddDays(50) ? 0.62 : null);
        var ledger = Up();
        var sown = ledger.Entries[0].Id;
        var planted = Moved(20, sown, Trays, new(null, Bed), 5);
        var asked = Assert.IsType<Verdict.Doubted>(Judge.Of(ledger, planted, Facts, byRule: true, doubts));
        Assert.Equal(("planted-tender", 0.62), (asked.Doubts.Single().Code, asked.Doubts.Single().Value));
        // Another answer is none to this question; nobody is asked once no frost is to come, nor where nothing is doubted.
        Assert.IsType<Verdict.Doubted>(Judge.Of(ledger, planted with { Sure = ["up-early"] }, Facts, byRule: true, doubts));
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, planted with { Sure = ["planted-tender"] }, Facts, byRule: true, doubts));
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, planted with { HappenedOn = First.AddDays(50) }, Facts, byRule: true, doubts));
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, planted, Facts, byRule: true));
        Assert.IsType<Verdict.Refused>(Judge.Of(ledger, planted with { Sure = ["certainly"] }, Facts, byRule: true, doubts));
    }

    [Theory]
    [InlineData(30, 5, true, 0)]
    [InlineData(30, 6, false, 1)]
    [InlineData(40, 1, false, 6)]
    public void More_plants_than_find_room_in_a_bed_are_asked_for(int there, int planted, bool fit, int over)
    {
        var doubts = new Doubts(6, (_, _) => null, RoomIn: bed => bed == Bed ? (35, there) : null);
        var ledger = Up();
        var entry = Moved(20, ledger.Entries[0].Id, Trays, new(null, Bed), planted);
        var verdict = Judge.Of(ledger, entry, Facts, byRule: true, doubts);
        if (fit)
            Assert.IsType<Verdict.Accepted>(verdict);
        else
            Assert.Equal(
                ("bed-full", (double)over, 35d),
                Assert.IsType<Verdict.Doubted>(verdict).Doubts.Select(d => (d.Code, d.Value!.Value, d.High!.Value)).Single()
            );
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, entry with { Sure = ["bed-full"] }, Facts, byRule: true, doubts));
    }

    [Fact]
    public void Who_plants_where_something_still_stands_is_asked()
    {
        var doubts = new Doubts(6, (_, _) => null, TakenTill: bed => bed == Bed ? (First.AddDays(30), "Garlic") : null);
        var ledger = Up();
        var entry = Moved(29, ledger.Entries[0].Id, Trays, new(null, Bed), 5);
        var asked = Assert.IsType<Verdict.Doubted>(Judge.Of(ledger, entry, Facts, byRule: true, doubts)).Doubts.Single();
        Assert.Equal(("bed-taken", "Garlic", First.AddDays(30).DayNumber), (asked.Code, asked.Subject, (int)asked.Value!));
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, entry with { Sure = ["bed-taken"] }, Facts, byRule: true, doubts));
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, entry with { HappenedOn = First.AddDays(30) }, Facts, byRule: true, doubts));
    }

    [Theory]
    [InlineData(2, 0, true)]
    [InlineData(3, 0, false)]
    // Where the day may be off, it may have been later.
    [InlineData(2, 3, false)]
    public void Nothing_is_up_sooner_than_in_half_of_its_quickest_days(int after, int about, bool asked)
    {
        var doubts = new Doubts(6, (_, _) => null);
        var sown = Entry(0, EntryKind.Sown) with { To = Trays, Seeds = 100, Containers = 100 };
        var ledger = Accepted(new BatchLedger([], Usual.Route, 0.8), sown).After;
        var up = Entry(after, EntryKind.Emerged) with { To = Trays, Seedlings = 18, About = about == 0 ? null : about };
        Assert.Equal(asked, Judge.Of(ledger, up, Facts, doubts: doubts) is Verdict.Doubted);
        // None up is what one expects.
        Assert.IsType<Verdict.Accepted>(Judge.Of(ledger, up with { Seedlings = 0 }, Facts, doubts: doubts));
    }

    [Fact]
    public void Only_what_is_alike_stands_as_one_and_it_is_said_what_is_not()
    {
        var ledger = Up();
        var sown = ledger.Entries[0].Id;
        var (one, two, three) = (
            Moved(20, sown, Trays, new(Pots, House), 30),
            Moved(30, sown, Trays, new(Pots, House), 20),
            Moved(31, sown, Trays, new(Pots, House), 10)
        );
        foreach (var moved in new[] { one, two })
            ledger = Accepted(ledger, moved, byRule: true).After;
        LedgerEntry Join(Guid who, Guid with) =>
            Entry(55, EntryKind.Together) with
            {
                Group = new(who),
                From = new(Pots, House),
                Said = new EntryDetail.Together(with),
            };

        // Ten days in the pot apart, and nothing else: they may.
        var joined = Accepted(ledger, Join(two.Id, one.Id)).After.State;
        Assert.Equal((50, First.AddDays(20)), (joined.Group(new(two.Id))!.Seedlings, joined.Group(new(one.Id))!.InPotSince));
        // Hardened off by one side, or not sure on one side: they stay two lines.
        var hardens = Moved(50, two.Id, new(Pots, House), new(Pots, House), 20) with
        {
            Step = Usual.Harden.Id,
        };
        Assert.Equal("step hardening", Why(Accepted(ledger, hardens, byRule: true).After, hardens.Id));
        var unsure = Entry(50, EntryKind.Identity) with
        {
            Group = new(two.Id),
            From = new(Pots, House),
            Said = new EntryDetail.Identity([]),
        };
        Assert.Equal("label", Why(Accepted(ledger, unsure).After, two.Id));
        // Nor with themselves.
        Assert.Equal("not-chosen", Assert.IsType<Verdict.Refused>(Judge.Of(ledger, Join(one.Id, one.Id), Facts)).Failures.Single().Code);
        // What is moved on a day between sittings stands with the nearest by itself, as before.
        Assert.Equal(2, Accepted(ledger, three, byRule: true).After.State.Groups.Count(g => g.At.Container == Pots));

        string Why(BatchLedger then, Guid who) =>
            Assert.IsType<Verdict.Refused>(Judge.Of(then, Join(who, one.Id), Facts)).Failures.Single().Subject!;
    }

    [Fact]
    public void The_quickest_days_are_those_of_the_table_and_the_species()
    {
        // Harrington and Minges (1954), from memory: tomato 5.9 days at 25 to 30 degrees, pepper 7.6 at 30.
        Assert.Equal(5.9, Doubts.Quickest(Nurseries.Tomato, Beginning.Seed), 6);
        Assert.Equal(7.6, Doubts.Quickest(Nurseries.Pepper, Beginning.Seed), 6);
        Assert.Equal(Beginning.RootingDays, Doubts.Quickest(Nurseries.Tomato, new(Start.Cuttings, 3)));
    }

    [Fact]
    public void A_wrong_day_is_put_right_and_what_rests_on_it_is_asked_again()
    {
        var ledger = Up();
        var moved = Accepted(ledger, Moved(20, ledger.Entries[0].Id, Trays, new(Pots, House), 80), byRule: true);
        var pots = new GroupId(moved.Entry.Id);
        var lost = Accepted(
            moved.After,
            Entry(25, EntryKind.Lost) with
            {
                From = new(Pots, House),
                Group = pots,
                Seedlings = 5,
                Containers = 5,
                Reason = "slug",
            }
        );
        var right = Entry(60, EntryKind.Corrected) with { Corrects = moved.Entry.Id, Seedlings = 80, Containers = 100, ContainersTo = 80 };
        // Five days earlier: in that pot since then, and the loss still stands.
        var earlier = Accepted(lost.After, right with { NewDay = First.AddDays(15) });
        Assert.Equal((First.AddDays(15), 75), (earlier.After.State.Group(pots)!.InPotSince, earlier.After.State.Seedlings));
        // What was said of a day after it is about the ledger as it was put right.
        Assert.Equal(80, earlier.After.On(First.AddDays(16)).Group(pots)!.Seedlings);
        // After the loss, or before they were up, it cannot have been; nor tomorrow.
        Assert.IsType<Verdict.RestedOn>(Judge.Of(lost.After, right with { NewDay = First.AddDays(30) }, Facts));
        Assert.IsType<Verdict.Refused>(Judge.Of(lost.After, right with { NewDay = First.AddDays(3) }, Facts));
        Assert.IsType<Verdict.Refused>(Judge.Of(lost.After, right with { NewDay = Today.AddDays(1) }, Facts));
        // A pot for each stays a pot for each.
        var odd = Assert.IsType<Verdict.Refused>(Judge.Of(lost.After, right with { ContainersTo = 70 }, Facts));
        Assert.Equal("containersTo", odd.Failures.Single().Field);
    }

    [Fact]
    public void An_entry_that_names_what_is_not_there_waits_for_it()
    {
        var (ledger, nowhere) = (Up(), Guid.NewGuid());
        Assert.Equal(
            new Verdict.Waiting("group", nowhere),
            Judge.Of(ledger, Moved(20, nowhere, Trays, new(Pots, House), 5), Facts, byRule: true)
        );
        Assert.Equal(
            new Verdict.Waiting("corrects", nowhere),
            Judge.Of(ledger, Entry(20, EntryKind.Undo) with { Corrects = nowhere }, Facts)
        );
        // A group may be named as soon as the entry that makes it is there, by that entry's id.
        var move = Moved(20, ledger.Entries[0].Id, Trays, new(Pots, House), 40);
        var after = Accepted(ledger, move, byRule: true).After;
        Assert.Equal(40, Accepted(after, Moved(21, move.Id, new(Pots, House), new(null, Bed), 40), byRule: true).Entry.Seedlings);
    }

    [Fact]
    public void What_an_entry_does_not_say_follows_from_the_rule_and_the_day_it_is_of()
    {
        var ledger = Up();
        var moved = Accepted(ledger, Entry(20, EntryKind.Moved) with { From = Trays, To = new(Pots, House), Seedlings = 30 }, byRule: true);
        Assert.Equal(
            (new GroupId(ledger.Entries[0].Id), Usual.PrickOut.Id, 30, 30),
            (moved.Entry.Group!.Value, moved.Entry.Step!.Value, moved.Entry.Containers, moved.Entry.ContainersTo)
        );
        // Dated back before that, they stood in their trays all eighty.
        var lost = Accepted(moved.After, Entry(15, EntryKind.Lost) with { From = Trays, Seedlings = 50, Reason = "slug" }, byRule: true);
        Assert.Equal((0, 30), (lost.After.State.Seedlings - 30, lost.After.State.Group(new(moved.Entry.Id))!.Seedlings));
        // One more than that, and the move that came later has too few: it is named.
        var more = Entry(15, EntryKind.Lost) with
        {
            From = Trays,
            Seedlings = 51,
            Reason = "slug",
        };
        Assert.Equal(
            moved.Entry.Id,
            Assert.Single(Assert.IsType<Verdict.RestedOn>(Judge.Of(moved.After, more, Facts, byRule: true)).Entries).Id
        );
    }

    [Fact]
    public void What_comes_up_is_found_where_it_stood_on_its_day()
    {
        var ledger = Up();
        var sown = new GroupId(ledger.Entries[0].Id);
        var all = Accepted(ledger, Moved(20, sown.Value, Trays, new(Pots, House), 80), byRule: true);
        // Counted again, for a day on which they still stood in their trays.
        Assert.Equal(sown, Accepted(all.After, Entry(15, EntryKind.Emerged) with { To = Trays, Seedlings = 82 }).Entry.Group);
    }

    [Fact]
    public void An_entry_that_is_wrong_itself_is_told_at_its_field_with_the_number_that_would_be_right()
    {
        var lost = Entry(20, EntryKind.Lost) with { From = Trays, Seedlings = 81, Reason = "slug" };
        var failure = Assert.Single(Assert.IsType<Verdict.Refused>(Judge.Of(Up(), lost, Facts, byRule: true)).Failures);
        Assert.Equal(("more-than-standing", "seedlings", 81.0, 80.0), (failure.Code, failure.Field, failure.Value, failure.High));
    }

    [Fact]
    public void Two_groups_in_one_place_and_pot_have_to_be_told_apart()
    {
        var ledger = Up();
        var sown = ledger.Entries[0].Id;
        var (one, two) = (Moved(20, sown, Trays, new(Pots, House), 30), Moved(40, sown, Trays, new(Pots, House), 30));
        ledger = Accepted(Accepted(ledger, one, byRule: true).After, two, byRule: true).After;
        var lost = Entry(50, EntryKind.Lost) with { From = new(Pots, House), Seedlings = 1, Reason = "slug" };
        Assert.Equal(
            "which-group",
            Assert.Single(Assert.IsType<Verdict.Refused>(Judge.Of(ledger, lost, Facts, byRule: true)).Failures).Code
        );
        var after = Accepted(ledger, lost with { Group = new(two.Id) }, byRule: true).After;
        Assert.Equal((30, 29), (after.State.Group(new(one.Id))!.Seedlings, after.State.Group(new(two.Id))!.Seedlings));
        // From one pot into another it is the next move, whatever pot that is.
        var potted = Accepted(ledger, Moved(51, one.Id, new(Pots, House), new(Cells, House), 30), byRule: true);
        Assert.Equal(Usual.PotUp.Id, potted.Entry.Step);
    }

    [Fact]
    public void A_ledger_that_is_judged_is_the_one_that_is_folded()
    {
        var ledger = Up();
        var move = Accepted(ledger, Moved(20, ledger.Entries[0].Id, Trays, new(Pots, House), 80), byRule: true);
        Assert.Equal(Fold.Of(move.After.Entries, Usual.Route, 0.8).Groups, move.After.State.Groups);
        Assert.Equal(80, ledger.State.Groups.Single().Seedlings);
        Assert.Equal(0, ledger.On(First.AddDays(3)).Emerged);
    }
}
