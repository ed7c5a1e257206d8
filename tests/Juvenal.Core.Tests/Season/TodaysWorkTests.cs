using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Season;

public class TodaysWorkTests
{
    private static readonly Guid Tray = Guid.NewGuid(),
        Pot = Guid.NewGuid();
    private static readonly Guid Mat = Guid.NewGuid(),
        Rack = Guid.NewGuid(),
        Bed = Guid.NewGuid();
    private static readonly DateOnly Day = new(2026, 4, 10);
    private static readonly GroupId InTrays = new(Guid.NewGuid());

    private static readonly StepDay[] Steps =
    [
        Step(Usual.Sow, new(2026, 3, 20)),
        Step(Usual.Emerge, new(2026, 3, 27)),
        Step(Usual.PrickOut, Day),
        Step(Usual.Harden, new(2026, 5, 10)),
        Step(Usual.PlantOut, new(2026, 5, 20)),
        Step(Usual.Ripe, new(2026, 8, 1)),
    ];

    [Fact]
    public void A_batch_that_is_not_sown_is_sown_first()
    {
        var work = Assert.Single(Next(State(), new DateOnly(2026, 3, 20)));
        Assert.Equal((Usual.Sow, Press.Due, 80, 160, 2, 8), (work.Step, work.Press, work.Containers, work.Seeds, work.Trays, work.Minutes));
        Assert.Equal(80 * 0.045 * 1.15, work.MixLitres, 1e-9);
        Assert.Null(work.From);
    }

    [Theory]
    [InlineData(-4, Press.Coming)]
    [InlineData(-2, Press.Look)]
    [InlineData(0, Press.Due)]
    [InlineData(3, Press.Due)]
    [InlineData(4, Press.Overdue)]
    public void A_move_is_looked_at_before_it_is_due_and_overdue_after_three_days(int days, Press press) =>
        Assert.Equal(press, Assert.Single(Next(Up(60), Day.AddDays(days))).Press);

    [Fact]
    public void What_was_put_off_is_left_alone_until_its_new_day()
    {
        var steps = Steps
            .Select(s => s.Step == Usual.PrickOut ? s with { PutOffTo = Day.AddDays(7), Date = DateSpread.Certain(Day.AddDays(7)) } : s)
            .ToArray();
        Assert.Equal(Press.Coming, Assert.Single(Next(Up(60), Day.AddDays(2), steps)).Press);
        Assert.Equal(Press.Due, Assert.Single(Next(Up(60), Day.AddDays(7), steps)).Press);
        Assert.Equal(Press.Overdue, Assert.Single(Next(Up(60), Day.AddDays(11), steps)).Press);
    }

    [Fact]
    public void Snipped_twins_want_a_pot_a_cell_and_separated_twins_one_each()
    {
        var state = Up(110, containers: 70);
        Assert.Equal((110, 70), Amount(Assert.Single(Next(state, Day))));
        Assert.Equal((110, 110), Amount(Assert.Single(Next(state, Day, twins: Twins.Separate))));

        static (int, int) Amount(Work w) => (w.Seedlings, w.Containers);
    }

    [Fact]
    public void Plants_left_behind_are_work_of_their_own_where_they_stand()
    {
        var state = State(
            [At(new(Tray, Rack), 20, 24, Usual.Emerge), At(new(Pot, Mat), 40, 40, Usual.PrickOut)],
            [Usual.Sow, Usual.Emerge, Usual.PrickOut]
        );
        var works = Next(state, Day);
        Assert.Equal((Usual.PrickOut, new Spot(Tray, Rack), 20), (works[0].Step, works[0].From!.Value, works[0].Seedlings));
        // And those ahead go on: they do not wait for the last.
        Assert.Equal((Usual.Harden, new Spot(Pot, Mat), 40), (works[1].Step, works[1].From!.Value, works[1].Seedlings));
        Assert.Equal(2, works.Count);
    }

    [Fact]
    public void Two_groups_at_one_stage_are_two_pieces_of_work()
    {
        var state = State(
            [At(new(Pot, Rack), 20, 20, Usual.PrickOut), At(new(Pot, Mat), 40, 40, Usual.PrickOut)],
            [Usual.Sow, Usual.Emerge, Usual.PrickOut]
        );
        Assert.Equal([20, 40], Next(state, new DateOnly(2026, 5, 10)).Select(w => w.Seedlings).Order());
    }

    [Fact]
    public void A_batch_without_plants_or_with_all_planted_asks_for_nothing()
    {
        Assert.Empty(Next(State([], [Usual.Sow, Usual.Emerge], emerged: 30), Day));
        var planted = State(
            [At(new(null, Bed), 40, 0, Usual.PlantOut)],
            [Usual.Sow, Usual.Emerge, Usual.PrickOut, Usual.Harden, Usual.PlantOut],
            emerged: 40
        );
        Assert.Empty(Next(planted, Day));
    }

    [Theory]
    [InlineData(60, 60, Rest.Stays)]
    [InlineData(45, 60, Rest.Stays)]
    [InlineData(45, 60, Rest.Snipped)]
    [InlineData(1, 60, Rest.Lost)]
    public void Done_says_in_the_ledger_what_was_said_at_the_bench(int moved, int standing, Rest rest)
    {
        var before = Up(standing, containers: 72);
        var work = Assert.Single(Next(before, Day));
        var entries = WorkDone.Entries(work, new(Guid.NewGuid(), Guid.NewGuid(), Day, moved, Rest: rest, Reason: "slug"), new(Pot, Mat), 1);
        LedgerEntry[] history =
        [
            new(InTrays.Value, 1, Day.AddDays(-20), EntryKind.Sown, Usual.Sow.Id, null, new(Tray, Rack), 72, 0, 72),
            new(Guid.NewGuid(), 2, Day.AddDays(-10), EntryKind.Emerged, Usual.Emerge.Id, null, new(Tray, Rack), 0, standing),
        ];
        var after = Fold.Of([.. history, .. entries.Select((e, i) => e with { Sequence = 3 + i })], Usual.Route, 0.8);
        Assert.Empty(after.Contradictions);
        Assert.Equal(moved, after.Groups.Where(g => g.Reached == Usual.PrickOut).Sum(g => g.Seedlings));
        Assert.Equal(rest == Rest.Stays ? standing : moved, after.Seedlings);
        // Nothing stands in the tray any more: its blank cells went with the last plant.
        Assert.Equal(rest == Rest.Stays && moved < standing, after.Groups.Any(g => g.At.Container == Tray));
        Assert.Equal(rest == Rest.Lost ? standing - moved : 0, after.Lost);
    }

    [Fact]
    public void A_tray_is_counted_where_it_stands_and_carried_on_whole()
    {
        var before = State([At(new(Tray, Mat), 12, 72, Usual.Emerge)], [Usual.Sow], emerged: 12, seeds: 72);
        var work = Assert.Single(Next(before, Day));
        var entries = WorkDone.Entries(work, new(Guid.NewGuid(), Guid.NewGuid(), Day, 60, CarryOn: true), new(Tray, Rack), 1);
        Assert.Equal([EntryKind.Emerged, EntryKind.Moved], entries.Select(e => e.Kind));
        Assert.Equal((60, 72, 72), (entries[1].Seedlings, entries[1].Containers, entries[1].ContainersTo));
        // Where the plan leaves them, nothing is carried.
        Assert.Single(WorkDone.Entries(work, new(Guid.NewGuid(), Guid.NewGuid(), Day, 60, CarryOn: true), new(Tray, Mat), 1));
    }

    [Fact]
    public void Enough_is_judged_by_what_stands_once_it_is_counted()
    {
        var enough = Prospect.Of(Up(70, containers: 70), 60, 0.95, Twins.Snip);
        Assert.Equal((70, 66.5), (enough.Usable, enough.Expected));
        Assert.InRange(enough.ProbabilityOfEnough, 0.95, 0.99);
        // Twins count once where they are snipped, twice where they are separated.
        Assert.Equal(50, Prospect.Of(Up(90, containers: 50), 60, 0.95, Twins.Snip).Usable);
        Assert.Equal(90, Prospect.Of(Up(90, containers: 50), 60, 0.95, Twins.Separate).Usable);
        // What is planted is there: no more survival is taken off.
        Assert.Equal(
            1,
            Prospect
                .Of(State([At(new(null, Bed), 60, 0, Usual.PlantOut)], [Usual.PlantOut], emerged: 60), 60, 0.5, Twins.Snip)
                .ProbabilityOfEnough
        );
    }

    private static IReadOnlyList<Work> Next(BatchState state, DateOnly today, StepDay[]? steps = null, Twins twins = Twins.Snip) =>
        TodaysWork.On(
            TodaysWork.Jobs(
                steps ?? Steps,
                state,
                (80, 160, 2),
                s =>
                    s < Usual.PrickOut ? new Container("72-cell tray", 0.045, 72)
                    : s >= Usual.PlantOut ? null
                    : new Container("9 cm pot", 0.4),
                _ => null,
                twins
            ),
            today
        );

    private static StepDay Step(Step stage, DateOnly day) => new(stage, DateSpread.Around(day.AddDays(-3), day, day.AddDays(3)), day, null);

    private static Group At(Spot spot, int seedlings, int containers, Step reached) =>
        new(spot.Container == Tray ? InTrays : new(Guid.NewGuid()), spot, seedlings, containers, reached, Day.AddDays(-20));

    private static BatchState Up(int seedlings, int containers = 72) =>
        State([At(new(Tray, Rack), seedlings, containers, Usual.Emerge)], [Usual.Sow, Usual.Emerge], seedlings, 160);

    private static BatchState State(Group[]? groups = null, Step[]? done = null, int emerged = 0, int seeds = 0) =>
        new(
            Usual.Route,
            seeds,
            emerged,
            groups ?? [],
            0,
            0,
            (done ?? []).ToDictionary(s => s.Id, s => Day.AddDays(-20 + Usual.All.ToList().IndexOf(s))),
            new Dictionary<StepId, (DateOnly, string)>(),
            []
        );
}
