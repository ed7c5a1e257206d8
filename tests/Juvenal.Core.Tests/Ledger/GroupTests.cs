using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Ledger;

/// <summary>Groups have names and keep their state: nothing merges upwards, a carry does nothing but carry.</summary>
public class GroupTests
{
    private static readonly Guid Cells = Guid.NewGuid(),
        Pots = Guid.NewGuid();
    private static readonly Guid[] Places = [Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid()];
    private static readonly DateOnly First = new(2026, 3, 1);
    private static readonly Spot Trays = new(Cells, Places[0]);

    private static readonly LedgerEntry Sown = Entry(1, 0, EntryKind.Sown) with { To = Trays, Seeds = 300, Containers = 300 };
    private static readonly LedgerEntry Up = Entry(2, 8, EntryKind.Emerged) with { To = Trays, Seedlings = 200 };

    private static LedgerEntry Entry(long sequence, int day, EntryKind kind) =>
        new(Guid.CreateVersion7(), sequence, First.AddDays(day), kind);

    private static LedgerEntry Move(long sequence, int day, Guid group, int plants, Spot to, Step? stage = null) =>
        Entry(sequence, day, EntryKind.Moved) with
        {
            Group = new(group),
            To = to,
            Seedlings = plants,
            Containers = plants,
            ContainersTo = plants,
            Step = stage?.Id,
        };

    private static BatchState After(params LedgerEntry[] entries) => Fold.Of([Sown, Up, .. entries], Usual.Route, 0.8);

    /// <summary>Twenty hardened beside a hundred tender ones: they stay twenty and a hundred.</summary>
    [Fact]
    public void Hardened_plants_set_beside_tender_ones_make_none_of_them_hardened()
    {
        var house = new Spot(Pots, Places[1]);
        var potted = Move(3, 20, Sown.Id, 120, house, Usual.PrickOut);
        var out_ = Move(4, 40, potted.Id, 20, new(Pots, Places[2]), Usual.Harden);
        var in_ = Move(5, 45, out_.Id, 20, house);
        var state = After(potted, out_, in_);
        Assert.Equal(
            [(100, Usual.PrickOut, null), (20, Usual.Harden, (DateOnly?)First.AddDays(40))],
            state.Groups.Where(g => g.At == house).OrderBy(g => g.Reached).Select(g => (g.Seedlings, g.Reached, g.HardenedSince))
        );
        Assert.Equal(180, state.Before(Usual.Harden));
    }

    /// <summary>What plants went past is behind them, and was skipped: never "done".</summary>
    [Fact]
    public void A_step_that_plants_went_past_is_skipped_and_not_done()
    {
        var bed = new Spot(null, Places[1]);
        var potted = Move(3, 20, Sown.Id, 200, new(Pots, Places[1]), Usual.PrickOut);
        var planted = Move(4, 60, potted.Id, 200, bed, Usual.PlantOut) with { ContainersTo = 0 };
        var state = After(potted, planted);
        Assert.Equal([.. Usual.All.Where(s => s > Usual.PrickOut && s < Usual.PlantOut)], Usual.All.Where(state.Skipped));
        Assert.All([Usual.PotUp, Usual.Harden, Usual.PlantOut], s => Assert.Equal(First.AddDays(60), state.DayOf(s)));
        // Done by some at least, it was done.
        var some = Move(4, 40, potted.Id, 30, new(Pots, Places[2]), Usual.Harden);
        Assert.False(After(potted, some, planted with { Sequence = 5, Seedlings = 170, Containers = 170 }).Skipped(Usual.Harden));
    }

    [Fact]
    public void What_comes_hardened_has_its_moves_behind_it()
    {
        var stood = Entry(1, 30, EntryKind.Received) with
        {
            To = new Spot(Pots, Places[1]),
            Seedlings = 12,
            Containers = 12,
            Said = new EntryDetail.Stood(First, First.AddDays(20)),
        };
        var state = Fold.Of([stood], Usual.Route, 1);
        Assert.Equal(
            (Usual.Harden, First, (DateOnly?)First.AddDays(20)),
            (state.Groups[0].Reached, state.Groups[0].InPotSince, state.Groups[0].HardenedSince)
        );
        Assert.Equal(First.AddDays(20), state.DayOf(Usual.Harden));
        Assert.False(state.Skipped(Usual.Harden));
        Assert.All([Usual.PrickOut, Usual.PotUp], s => Assert.True(state.Skipped(s)));
    }

    [Fact]
    public void Carried_in_for_a_night_and_out_again_they_are_one_group_as_before()
    {
        var house = new Spot(Pots, Places[1]);
        var potted = Move(3, 20, Sown.Id, 120, house, Usual.PrickOut);
        var away = Move(4, 30, potted.Id, 50, new(Pots, Places[2]));
        Assert.Equal([50, 70], After(potted, away).Groups.Where(g => g.Reached == Usual.PrickOut).Select(g => g.Seedlings).Order());
        var back = Move(5, 31, away.Id, 50, house);
        var state = After(potted, away, back);
        var one = Assert.Single(state.Groups, g => g.At == house);
        Assert.Equal(
            (new GroupId(potted.Id), 120, First.AddDays(20), Usual.PrickOut),
            (one.Id, one.Seedlings, one.InPotSince, one.Reached)
        );
        // The name of the last carry means those plants still.
        Assert.Equal(one, state.Group(new(back.Id)));
        Assert.Equal(100, After(potted, away, back, Move(6, 35, back.Id, 20, Trays)).Group(one.Id)!.Seedlings);
    }

    [Fact]
    public void Sittings_of_one_job_are_one_group_and_a_week_later_makes_another()
    {
        var house = new Spot(Pots, Places[1]);
        var (first, second, late) = (
            Move(3, 20, Sown.Id, 60, house, Usual.PrickOut),
            Move(4, 20 + Group.OneJobDays, Sown.Id, 60, house, Usual.PrickOut),
            Move(5, 27, Sown.Id, 60, house, Usual.PrickOut)
        );
        var groups = After(first, second, late).Groups.Where(g => g.At == house).ToList();
        Assert.Equal([(120, First.AddDays(20)), (60, First.AddDays(27))], groups.Select(g => (g.Seedlings, g.InPotSince)));
        // The first sitting taken back, the second stands under its own name.
        var undo = Entry(6, 27, EntryKind.Undo) with
        {
            Corrects = first.Id,
        };
        Assert.Equal(60, After(first, second, late, undo).Group(new(second.Id))!.Seedlings);
    }

    /// <summary>Carried together from either side, the days in the pot would add up.</summary>
    [Fact]
    public void Those_that_were_potted_on_other_days_stay_apart_wherever_they_are_carried()
    {
        var (house, porch) = (new Spot(Pots, Places[1]), new Spot(Pots, Places[2]));
        var (older, young) = (Move(3, 20, Sown.Id, 30, porch, Usual.PrickOut), Move(4, 22, Sown.Id, 30, house, Usual.PrickOut));
        var joined = After(older, young, Move(5, 30, older.Id, 30, house)).Groups.Where(g => g.At == house);
        Assert.Equal([(30, First.AddDays(20)), (30, First.AddDays(22))], joined.Select(g => (g.Seedlings, g.InPotSince)));
        Assert.Equal(2, After(older, young, Move(5, 30, young.Id, 30, porch)).Groups.Count(g => g.At == porch));
    }

    [Fact]
    public void Half_moved_is_not_done_and_the_day_of_half_is_known()
    {
        var house = new Spot(Pots, Places[1]);
        var most = Move(3, 20, Sown.Id, 150, house, Usual.PrickOut);
        var more = Move(4, 22, Sown.Id, 31, house, Usual.PrickOut);
        Assert.Equal((true, false), (After(most).StepDays.ContainsKey(Usual.PrickOut.Id), After(most).Passed(Usual.PrickOut)));
        // 180 of 200 leave just a tenth, which is still to be planned for; 181 do not.
        Assert.False(After(most, more with { Seedlings = 30 }).Passed(Usual.PrickOut));
        Assert.True(After(most, more).Passed(Usual.PrickOut));
        Assert.Equal(First.AddDays(20), After(most, more).StepDays[Usual.PrickOut.Id]);
    }

    [Fact]
    public void What_dies_before_a_stage_may_complete_it()
    {
        var house = new Spot(Pots, Places[1]);
        var some = Move(3, 20, Sown.Id, 80, house, Usual.PrickOut);
        var lost = Entry(4, 25, EntryKind.Lost) with { Group = new(Sown.Id), Seedlings = 120, Containers = 220, Reason = "slugs" };
        Assert.False(After(some).StepDays.ContainsKey(Usual.PrickOut.Id));
        Assert.Equal(First.AddDays(25), After(some, lost).StepDays[Usual.PrickOut.Id]);
        Assert.True(After(some, lost).Passed(Usual.PrickOut));
    }

    [Fact]
    public void Seedlings_that_come_up_after_the_others_were_moved_stand_in_their_cells_since_sowing()
    {
        var all = Move(3, 20, Sown.Id, 200, new(Pots, Places[1]), Usual.PrickOut) with { Containers = 300 };
        var late = Entry(4, 24, EntryKind.Emerged) with { To = Trays, Seedlings = 203 };
        var state = After(all, late with { Group = new(late.Id) });
        Assert.Equal(
            (3, First, Usual.Emerge),
            state.Groups.Where(g => g.At == Trays).Select(g => (g.Seedlings, g.InPotSince, g.Reached)).Single()
        );
        Assert.Equal((200, 3), (state.Seedlings - state.Before(Usual.PrickOut), state.Before(Usual.PrickOut)));
    }

    /// <summary>What was set together before groups had names stays one: as far as its furthest, hardened as long as its latest.</summary>
    [Fact]
    public void What_was_merged_is_marked_and_counts_on_the_careful_side()
    {
        var (house, stand) = (new Spot(Pots, Places[1]), new Spot(Pots, Places[2]));
        LedgerEntry Old(long sequence, int day, Spot from, Spot to, int plants, Step? stage) =>
            Move(sequence, day, Guid.Empty, plants, to, stage) with
            {
                Group = null,
                From = from,
            };

        LedgerEntry[] potted = [Old(3, 20, Trays, house, 60, Usual.PrickOut), Old(4, 30, Trays, house, 40, Usual.PrickOut)];
        var alike = Assert.Single(After(potted).Groups, g => g.At == house);
        Assert.Equal((100, First.AddDays(20), false), (alike.Seedlings, alike.InPotSince, alike.Merged));

        LedgerEntry[] hardened = [.. potted, Old(5, 40, house, stand, 20, Usual.Harden), Old(6, 50, house, stand, 30, Usual.Harden)];
        var latest = Assert.Single(After(hardened).Groups, g => g.At == stand);
        Assert.Equal((50, First.AddDays(50), true), (latest.Seedlings, latest.HardenedSince, latest.Merged));

        // Set back among the tender ones: all count as hardening, from the day they were set together.
        var among = Assert.Single(After([.. hardened, Old(7, 60, stand, house, 50, null)]).Groups, g => g.At == house);
        Assert.Equal((100, Usual.Harden, First.AddDays(60), true), (among.Seedlings, among.Reached, among.HardenedSince, among.Merged));
    }

    /// <summary>
    /// Whatever was written before groups had names comes to what it came to then; but that a move put right to nothing lifts no stage.
    /// </summary>
    [Property(MaxTest = 500)]
    public void Old_ledgers_come_to_what_they_came_to((byte Kind, byte From, byte To, byte Count, byte Day, byte Stage)[] work)
    {
        var entries = work.Select(
                (w, i) =>
                {
                    EntryKind[] kinds =
                    [
                        EntryKind.Moved,
                        EntryKind.Emerged,
                        EntryKind.Lost,
                        EntryKind.Moved,
                        EntryKind.Snipped,
                        EntryKind.Separated,
                        EntryKind.Used,
                        EntryKind.Received,
                        EntryKind.Sown,
                    ];
                    Step?[] stages = [null, Usual.PrickOut, Usual.PotUp, Usual.Harden, Usual.PlantOut, Usual.Emerge];
                    var (from, to) = (
                        new Spot(w.From % 2 == 0 ? Cells : Pots, Places[w.From % 3]),
                        new Spot(w.To % 2 == 0 ? Cells : Pots, Places[w.To % 3])
                    );
                    return Entry(i + 3, w.Day % 40, kinds[w.Kind % kinds.Length]) with
                    {
                        From = from,
                        To = to,
                        Seeds = w.Count % 20,
                        Seedlings = w.Kind % kinds.Length == 1 ? w.Count : 1 + (w.Count % 40),
                        Containers = w.Count % 9,
                        ContainersTo = w.Count % 30,
                        Step = stages[w.Stage % stages.Length]?.Id,
                    };
                }
            )
            .Select(e => e.Kind is EntryKind.Sown or EntryKind.Received or EntryKind.Emerged ? e with { From = null } : e)
            .ToList();
        var old = new OldSums(0.8);
        foreach (var entry in Fold.Effective([Sown, Up, .. entries]))
            old.Add(entry);
        var now = Fold.Of([Sown, Up, .. entries], Usual.Route, 0.8);
        Assert.Equal(old.Counts, (now.SeedsSown, now.Emerged, now.Lost, now.Snipped, now.Used));
        Assert.Equal(old.Contradictions, now.Contradictions.Count);
        Assert.Equal(old.Groups.Count, now.Groups.Count);
        Assert.All(now.Groups, g => Assert.Equal(old.Groups[g.At], (g.Seedlings, g.Containers, OldSums.StageOf(g.Reached.Id))));
        // A stage may be done earlier, where what had not done it died: never later, and none is forgotten.
        Assert.All(old.Days, d => Assert.True(now.StepDays[Usual.All[(int)d.Key].Id] <= d.Value));
    }

    /// <summary>
    /// Against plants that are followed one by one: through any moves, carries, losses, sales and splits each group holds plants that
    /// have done what it
    /// says, for as long as it says.
    /// </summary>
    [Property(MaxTest = 500)]
    public void Each_plant_is_where_its_group_says_and_has_done_what_it_says((byte Act, byte Group, byte To, byte Count, byte Stage)[] work)
    {
        var entries = new List<LedgerEntry> { Sown, Up };
        var plants = Enumerable.Repeat(new Plant(Trays, Usual.Emerge, First, null), 200).ToList();
        var left = Leaving.ToDictionary(l => l.Kind, _ => 0);
        var names = new Dictionary<Guid, List<int>> { [Sown.Id] = [.. Enumerable.Range(0, 200)] };
        for (var i = 0; i < work.Length; i++)
        {
            var (w, day) = (work[i], First.AddDays(10 + i));
            var (name, members) = names.OrderBy(n => n.Key).ElementAt(w.Group % names.Count);
            var standing = members.Where(m => plants[m] is { Gone: false }).ToList();
            var count = Math.Min(w.Count % 60, standing.Count);
            if (count == 0)
                continue;
            var goes = standing.Take(count).ToList();
            if (w.Act % 4 == 0)
            {
                var (kind, said) = Leaving[w.Act / 4 % 3];
                entries.Add(
                    Entry(i + 3, 10 + i, kind) with
                    {
                        Group = new(name),
                        Seedlings = count,
                        Containers = Cost(entries, name, count),
                        Reason = "x",
                        Said = said,
                    }
                );
                left[kind] += count;
                foreach (var p in goes)
                    plants[p] = plants[p] with { Gone = true };
                continue;
            }

            var stage = w.Act % 4 == 1 ? null : (Step?)Usual.All[2 + (w.Stage % 5)];
            var to = w.To % 7 == 6 ? new Spot(null, Places[2]) : new Spot(w.To % 2 == 0 ? Cells : Pots, Places[w.To % 3]);
            var entry = Move(i + 3, 10 + i, name, count, to, stage) with { Containers = Cost(entries, name, count) };
            entries.Add(entry);
            foreach (var p in goes)
            {
                plants[p] = new(
                    to,
                    stage > plants[p].Reached ? stage.Value : plants[p].Reached,
                    to.Container == plants[p].At.Container ? plants[p].InPotSince : day,
                    stage == Usual.Harden ? day : plants[p].HardenedSince
                );
            }

            members.RemoveAll(goes.Contains);
            // Those that stand as one from now on are one, under either name.
            var state = Fold.Of(entries, Usual.Route, 0.8);
            var one = state.Group(new(entry.Id))!.Id.Value;
            if (one != entry.Id && names.TryGetValue(one, out var there))
                there.AddRange(goes);
            else
                names[entry.Id] = goes;
        }

        var after = Fold.Of(entries, Usual.Route, 0.8);
        Assert.Empty(after.Contradictions);
        Assert.Equal(plants.Count(p => !p.Gone), after.Seedlings);
        Assert.Equal((left[EntryKind.Lost], left[EntryKind.Out], left[EntryKind.Parted]), (after.Lost, after.Gone, after.Parted));
        Assert.Equal(after.Emerged, after.Seedlings + after.Lost + after.Snipped + after.Used + after.Gone + after.Parted);
        foreach (var (name, members) in names)
        {
            var own = members.Where(m => !plants[m].Gone).Select(m => plants[m]).ToList();
            var group = after.Group(new(name));
            Assert.Equal(own.Count, group?.Seedlings ?? 0);
            Assert.All(own, p => Assert.Equal((group!.At, group.Reached), (p.At, p.Reached)));
            // The group says the careful side: as old in the pot as its oldest, as long hardened as its latest, within one job's days.
            Assert.All(
                own,
                p =>
                {
                    Assert.InRange(p.InPotSince.DayNumber - group!.InPotSince.DayNumber, 0, Group.OneJobDays);
                    Assert.Equal(group.HardenedSince is null, p.HardenedSince is null);
                    Assert.True(group.HardenedSince is null || group.HardenedSince >= p.HardenedSince);
                }
            );
        }
    }

    private static readonly (EntryKind Kind, EntryDetail? Said)[] Leaving =
    [
        (EntryKind.Lost, null),
        (EntryKind.Out, new EntryDetail.Gone(Way.Sold)),
        (EntryKind.Parted, new EntryDetail.Split(Guid.NewGuid(), 0)),
    ];

    /// <summary>Containers that so many plants leave: never more than are there.</summary>
    private static int Cost(List<LedgerEntry> entries, Guid name, int count) =>
        Math.Min(count, Fold.Of(entries, Usual.Route, 0.8).Group(new(name))?.Containers ?? 0);

    private sealed record Plant(Spot At, Step Reached, DateOnly InPotSince, DateOnly? HardenedSince, bool Gone = false);
}
