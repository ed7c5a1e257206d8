using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.MovingUp;

/// <summary>Own pace: what was timed, shrunk towards what is usual.</summary>
public class PaceTests
{
    private static readonly Step First = new(new(Guid.NewGuid()), StepKind.Move, 3, 1);
    private static readonly Step Second = new(new(Guid.NewGuid()), StepKind.Move, 4, 2);

    [Property]
    public bool One_timed_job_moves_the_pace_towards_itself_and_not_past_it(byte reckoned, byte took)
    {
        var (usual, real) = (1.0 + reckoned, 1.0 + took);
        var share = new Pace([new(Handiwork.PrickingOut, usual, real)]).Of(Handiwork.PrickingOut);
        var itself = Math.Clamp(real / usual, Pace.Quickest, Pace.Slowest);
        return share >= Math.Min(1, itself) - 1e-9 && share <= Math.Max(1, itself) + 1e-9;
    }

    /// <summary>An hour at double the pace counts as much as the usual minutes: three quarters of (60 + 60) is (60 + 30).</summary>
    [Fact]
    public void An_hours_work_in_half_an_hour_makes_it_three_quarters() =>
        Assert.Equal(0.75, new Pace([new(Handiwork.PottingUp, 60, 30)]).Of(Handiwork.PottingUp), 12);

    [Fact]
    public void Only_the_last_dozen_of_a_kind_count_and_each_kind_for_itself()
    {
        var quick = Enumerable.Repeat(new Timed(Handiwork.PrickingOut, 100, 50), Pace.MostTimed);
        var slowOnce = Enumerable.Repeat(new Timed(Handiwork.PrickingOut, 100, 400), 50);
        Assert.Equal(new Pace(quick).Of(Handiwork.PrickingOut), new Pace([.. quick, .. slowOnce]).Of(Handiwork.PrickingOut));
        Assert.Equal(1, new Pace(quick).Of(Handiwork.Sowing));
        Assert.Equal((Handiwork.PrickingOut, Pace.MostTimed), new Pace(quick).Known.Select(k => (k.Kind, k.Jobs)).Single());
    }

    [Fact]
    public void Work_takes_its_share_and_thinning_is_not_pricking_out()
    {
        var pace = new Pace([new(Handiwork.PrickingOut, 540, 240)]);
        Work pricking = new(First, null, null, 100, 100, Press.Due, default, 100, 100, 0, null, 0, 100);
        Assert.Equal(50, pace.Of(pricking).Minutes);
        Assert.Equal(100, pace.Of(pricking with { Step = Second }).Minutes);
        var thin = pricking with { Thin = new([], 0, 0, 0, 0, 0) };
        Assert.Equal(100, pace.Of(thin).Minutes);
        Assert.Equal(100, Pace.Usual.Of(pricking).Minutes);
    }

    /// <summary>What a logged job is held to take is what its card said before it.</summary>
    [Fact]
    public void What_was_logged_is_reckoned_as_its_card_was()
    {
        Spot pots = new(Guid.NewGuid(), Guid.NewGuid());
        LedgerEntry moved = new(Guid.NewGuid(), 3, default, EntryKind.Moved, First.Id, pots, pots, 0, 70, 70, 68);
        Assert.Equal(new Timed(Handiwork.PrickingOut, 68, 0), Pace.ReckonedFor(moved, First, new("9 cm pot", 0.4), RootBall.Whole));
        Assert.Equal(
            new Timed(Handiwork.PottingUp, 68 * (Handwork.LargePotMinutes + Handwork.WashingMinutes), 0),
            Pace.ReckonedFor(moved, Second, new("Tub", 4), RootBall.Washed)
        );
        LedgerEntry sown = new(Guid.NewGuid(), 1, default, EntryKind.Sown, null, null, pots, 144, 0, 72);
        var begin = new Step(new(Guid.NewGuid()), StepKind.Begin, 1);
        Assert.Equal(
            new Timed(Handiwork.Sowing, 72 * Handwork.SowingMinutesPerCell, 0),
            Pace.ReckonedFor(sown, begin, null, RootBall.Whole)
        );
        Assert.Null(Pace.ReckonedFor(moved, null, null, RootBall.Whole));
        Assert.Null(Pace.ReckonedFor(moved with { Kind = EntryKind.Lost }, First, null, RootBall.Whole));
    }
}
