using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>Where one more or one less decides.</summary>
public class EdgeTests
{
    private static readonly Guid Tray = Guid.NewGuid(),
        Pot = Guid.NewGuid(),
        Mat = Guid.NewGuid(),
        Glass = Guid.NewGuid(),
        Bed = Guid.NewGuid();

    private static readonly DateOnly First = new(2026, 3, 1);

    [Theory]
    [InlineData(SeasonHalf.Spring, 130.0, 130)]
    [InlineData(SeasonHalf.Spring, 130.2, 131)]
    [InlineData(SeasonHalf.Spring, 130.8, 131)]
    [InlineData(SeasonHalf.Autumn, 275.0, 275)]
    [InlineData(SeasonHalf.Autumn, 275.2, 275)]
    [InlineData(SeasonHalf.Autumn, 275.8, 275)]
    public void A_freeze_date_is_rounded_to_the_safe_side(SeasonHalf half, double day, int safe) =>
        Assert.Equal(safe, new FreezeDistribution(half, 30, 1, day, 8).SafeSide(day));

    [Theory]
    [InlineData(39, false)]
    [InlineData(40, true)]
    public void Emergence_has_taken_place_when_exactly_half_of_what_is_expected_is_up(int up, bool done) =>
        Assert.Equal(done, Fold.Of([Sown(100), Up(5, up)], Usual.Route, 0.8).StepDays.ContainsKey(Usual.Emerge.Id));

    [Theory]
    [InlineData(29, false)]
    [InlineData(30, true)]
    public void A_move_has_taken_place_when_exactly_half_of_what_stands_has_made_it(int moved, bool done) =>
        Assert.Equal(done, Fold.Of([Sown(100), Up(5, 60), Move(10, moved)], Usual.Route, 0.8).StepDays.ContainsKey(Usual.PrickOut.Id));

    /// <summary>A fixed day that nobody kept says so, from the day after on.</summary>
    [Theory]
    [InlineData(0, null)]
    [InlineData(1, 1.0)]
    [InlineData(6, 6.0)]
    public void A_fixed_day_that_has_passed_is_said(int days, double? since)
    {
        var fixedDay = new DateOnly(2026, 3, 20);
        var plan = Planner.Plan(Nurseries.Request(today: fixedDay.AddDays(days)).With(Usual.Sow, new StepFacts(Locked: fixedDay)));
        var conflict = plan.Value.Step(Usual.Sow).Conflict;
        Assert.Equal(since, conflict is { Code: "lock-passed" } ? conflict.Value : null);
    }

    [Fact]
    public void An_undo_that_is_undone_is_judged_last_first()
    {
        var loss = Entry(3, 6, EntryKind.Lost) with { From = new(Tray, Mat), Seedlings = 5, Containers = 5, Reason = "slug" };
        var undo = Entry(4, 7, EntryKind.Undo) with { Corrects = loss.Id };
        var undone = Entry(5, 8, EntryKind.Undo) with { Corrects = undo.Id };
        var again = Entry(6, 9, EntryKind.Undo) with { Corrects = undone.Id };
        Assert.Equal(0, Fold.Of([Sown(100), Up(5, 60), loss, undo], Usual.Route, 0.8).Lost);
        Assert.Equal(5, Fold.Of([Sown(100), Up(5, 60), loss, undo, undone], Usual.Route, 0.8).Lost);
        Assert.Equal(0, Fold.Of([Sown(100), Up(5, 60), loss, undo, undone, again], Usual.Route, 0.8).Lost);
    }

    [Fact]
    public void A_planted_plant_counts_once_and_lives_already()
    {
        var state = Fold.Of(
            [
                Sown(100),
                Up(5, 60),
                Move(10, 60),
                Entry(4, 40, EntryKind.Moved) with
                {
                    Step = Usual.PlantOut.Id,
                    From = new(Pot, Glass),
                    To = new(null, Bed),
                    Seedlings = 20,
                    Containers = 20,
                },
            ],
            Usual.Route,
            0.8
        );
        var prospect = Prospect.Of(state, 50, 0.5, Twins.Snip);
        Assert.Equal((60, 20 + (40 * 0.5)), (prospect.Usable, prospect.Expected));
        // Twenty stand in the bed: with thirty wanted, ten more of forty have to live.
        Assert.Equal(Predictive.Live(30, 40, 0.5), Prospect.Of(state, 50, 0.5, Twins.Snip).ProbabilityOfEnough);
    }

    [Fact]
    public void What_happened_beats_the_day_that_was_fixed()
    {
        var (done, locked) = (new DateOnly(2026, 3, 14), new DateOnly(2026, 3, 20));
        var facts = new Dictionary<StepId, StepFacts> { [Usual.Sow.Id] = new(Done: done, Locked: locked) };
        var plan = Planner.Plan(Nurseries.Request(today: new(2026, 3, 25)) with { Facts = facts }).Value;
        Assert.Equal(done, plan.Step(Usual.Sow).Date.Mid);
        var emerged = new Dictionary<StepId, StepFacts>
        {
            [Usual.Sow.Id] = new(Done: done),
            [Usual.Emerge.Id] = new(Done: done.AddDays(9), Locked: done.AddDays(20)),
        };
        plan = Planner.Plan(Nurseries.Request(today: new(2026, 3, 25)) with { Facts = emerged }).Value;
        Assert.Equal(done.AddDays(9), plan.Step(Usual.Emerge).Date.Mid);
    }

    [Fact]
    public void A_fixed_day_is_kept_against_the_plans_own_and_a_put_off_one_is_not_before_its_day()
    {
        var locked = new DateOnly(2026, 6, 12);
        var facts = new Dictionary<StepId, StepFacts> { [Usual.PlantOut.Id] = new(Locked: locked) };
        Assert.Equal(locked, Planner.Plan(Nurseries.Request() with { Facts = facts }).Value.Step(Usual.PlantOut).Date.Mid);
    }

    [Theory]
    [InlineData(45, false)]
    [InlineData(46, true)]
    public void No_earlier_cultivar_is_promised_than_there_is(int daysToRipe, bool offered)
    {
        var request = Nurseries.Request(today: new(2026, 6, 20));
        var plan = Planner.Plan(request with { Cultivar = request.Cultivar with { DaysToRipe = daysToRipe } }).Value;
        Assert.Equal(offered, plan.Choices.Any(c => c.Code == "earlier-cultivar"));
        Assert.All(plan.Choices, c => Assert.True(c.Ripe > c.PlantOut, c.Code));
    }

    private static LedgerEntry Entry(long sequence, int day, EntryKind kind) =>
        new(Guid.CreateVersion7(), sequence, First.AddDays(day), kind);

    private static LedgerEntry Sown(int seeds) =>
        Entry(1, 0, EntryKind.Sown) with
        {
            To = new(Tray, Mat),
            Seeds = seeds,
            Containers = seeds,
        };

    private static LedgerEntry Up(int day, int total) => Entry(2, day, EntryKind.Emerged) with { To = new(Tray, Mat), Seedlings = total };

    private static LedgerEntry Move(int day, int count) =>
        Entry(3, day, EntryKind.Moved) with
        {
            Step = Usual.PrickOut.Id,
            From = new(Tray, Mat),
            To = new(Pot, Glass),
            Seedlings = count,
            Containers = count,
            ContainersTo = count,
        };
}
