using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Sowing;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>Jobs hold days, counts and minutes; how pressing they are follows from the day.</summary>
public class JobTests
{
    private static readonly Guid Tray = Guid.NewGuid(),
        Pot = Guid.NewGuid(),
        Rack = Guid.NewGuid();
    private static readonly DateOnly Sown = new(2026, 3, 1);

    private static readonly StepDay[] Steps =
    [
        Step(Usual.Sow, 0),
        Step(Usual.Emerge, 8),
        Step(Usual.PrickOut, 25),
        Step(Usual.PotUp, 45),
        Step(Usual.Harden, 60),
        Step(Usual.PlantOut, 70),
        Step(Usual.Ripe, 140),
    ];

    /// <summary>61 plants each: minutes are rounded up.</summary>
    [Theory]
    [InlineData(1, 2, 61, 61 * 1)]
    [InlineData(2, 3, 61, 61)]
    [InlineData(3, 5, 61, 7)] // 6.1, for carrying
    [InlineData(5, 6, 0, 61 * 3)]
    public void Each_kind_of_work_has_minutes_of_its_own(int done, int next, int containers, int minutes)
    {
        var (reached, step) = (Usual.All[done], Usual.All[next]);
        var group = Group(reached == Usual.Emerge ? Tray : Pot, 61, 61, reached);
        var job = Assert.Single(Jobs([group], Usual.Emerge));
        Assert.Equal((step, 61, containers, minutes), (job.Day.Step, job.Seedlings, job.Containers, job.Minutes));
    }

    [Fact]
    public void Sowing_takes_a_tenth_of_a_minute_a_cell_and_the_mix_of_its_cells()
    {
        var job = Assert.Single(Jobs([], null));
        Assert.Equal((JobKind.Step, Usual.Sow, 81, 162, 2, 9), (job.Kind, job.Day.Step, job.Containers, job.Seeds, job.Trays, job.Minutes));
        Assert.Equal(new Container("72-cell tray", 0.045, 72).MixLitres(81), job.MixLitres, 9);
    }

    [Theory]
    [InlineData(-1, Press.Coming)]
    [InlineData(0, Press.Due)]
    [InlineData(3, Press.Due)]
    [InlineData(4, Press.Overdue)]
    public void What_is_put_off_waits_for_its_new_day_and_is_due_from_then(int days, Press press)
    {
        // The plan's own day has long passed.
        var step = Step(Usual.PrickOut, 25) with
        {
            PutOffTo = Sown.AddDays(40),
        };
        Assert.Equal(press, TodaysWork.PressOf(step, Sown.AddDays(40 + days)));
        Assert.Equal(Sown.AddDays(40), step.Shown);
    }

    [Fact]
    public void A_sowing_that_was_planned_late_is_due_from_the_day_it_was_planned()
    {
        StepDay Kept(Step stage, int? on) =>
            StepDay.Kept(stage, DateSpread.Certain(Sown), Sown, null, on is { } d ? Sown.AddDays(d) : null);
        Assert.Equal(Sown.AddDays(12), Kept(Usual.Sow, 12).Due);
        Assert.Equal(Sown, Kept(Usual.Sow, -5).Due);
        Assert.Equal(Sown, Kept(Usual.Sow, null).Due);
        Assert.Equal(Sown, Kept(Usual.Emerge, 12).Due);
    }

    [Fact]
    public void A_tray_is_counted_once_more_when_the_last_are_up_and_not_asked_before()
    {
        var jobs = Jobs([Group(Tray, 50, 72, Usual.Emerge)], Usual.Emerge, counted: 9);
        var over = Thinning.Over(Sown, Sown.AddDays(9));
        Assert.Equal([JobKind.CountAgain, JobKind.Step], jobs.Select(j => j.Kind));
        Assert.Equal(over, jobs[0].Day.Due);
        // The day before it is to come, as the list says it too.
        Assert.All(TodaysWork.On(jobs, over.AddDays(-1)), w => Assert.Equal(Press.Coming, w.Press));
        Assert.Equal(
            [(JobKind.CountAgain, Press.Due), (JobKind.Step, Press.Coming)],
            TodaysWork.On(jobs, over).Select(w => (w.Kind, w.Press))
        );
        // Counted on that day or later, it is not asked again.
        Assert.Equal([JobKind.Step], Jobs([Group(Tray, 50, 72, Usual.Emerge)], Usual.Emerge, counted: 60).Select(j => j.Kind));
    }

    [Fact]
    public void A_job_shows_from_when_it_may_be_ready()
    {
        var job = Assert.Single(Jobs([Group(Pot, 61, 61, Usual.PrickOut)], Usual.Emerge));
        Assert.Equal(Sown.AddDays(45 - 4), job.ShowsFrom);
        Assert.Equal((Press.Look, Press.Coming), (job.On(job.ShowsFrom).Press, job.On(job.ShowsFrom.AddDays(-1)).Press));
        // What was due before it may be ready is asked for from the day it was due.
        Assert.Equal(Sown.AddDays(30), (job with { Day = job.Day with { Due = Sown.AddDays(30) } }).ShowsFrom);
    }

    [Fact]
    public void Before_half_are_up_they_are_counted_and_what_is_ahead_goes_on()
    {
        var jobs = Jobs([Group(Tray, 5, 60, Usual.Emerge), Group(Pot, 12, 12, Usual.PrickOut)], Usual.Sow);
        Assert.Equal([(Usual.Emerge, 60), (Usual.PotUp, 12)], jobs.Select(j => (j.Day.Step, j.Containers)));
        Assert.Equal(Handwork.CountingMinutes, jobs[0].Minutes);
    }

    [Fact]
    public void What_stands_in_a_bigger_pot_is_not_asked_back_into_a_smaller_one()
    {
        var group = Group(Pot, 12, 12, Usual.PrickOut);
        Assert.Equal(Usual.PotUp, Assert.Single(Jobs([group], Usual.Emerge)).Day.Step);
        Assert.Equal(Usual.Harden, Assert.Single(Jobs([group], Usual.Emerge, potLitres: 1)).Day.Step);
    }

    /// <summary>A batch of which stages up to one are done.</summary>
    private static IReadOnlyList<Job> Jobs(Group[] groups, Step? done, int counted = 30, double potLitres = 0.4) =>
        TodaysWork.Jobs(
            Steps,
            new(
                Usual.Route,
                150,
                groups.Sum(g => g.Seedlings),
                groups,
                0,
                0,
                Usual.All.Where(s => s <= done).ToDictionary(s => s.Id, s => s == Usual.Sow ? Sown : Sown.AddDays(9)),
                new Dictionary<StepId, (DateOnly, string)>(),
                [],
                CountedOn: Sown.AddDays(counted)
            ),
            (81, 162, 2),
            s =>
                s < Usual.PrickOut ? new Container("72-cell tray", 0.045, 72)
                : s >= Usual.PlantOut ? null
                : new Container("9 cm pot", 0.4),
            g => g.At.Container == Tray ? new Container("72-cell tray", 0.045, 72) : new Container("pot", potLitres),
            Twins.Snip
        );

    private static Group Group(Guid container, int plants, int containers, Step reached) =>
        new(new(Guid.NewGuid()), new(container, Rack), plants, containers, reached, Sown.AddDays(9));

    private static StepDay Step(Step stage, int day) =>
        new(stage, DateSpread.Around(Sown.AddDays(day - 4), Sown.AddDays(day), Sown.AddDays(day + 4)), Sown.AddDays(day), null);
}
