using FsCheck.Xunit;
using Juvenal.Core.MovingUp;
using Xunit;

namespace Juvenal.Core.Tests.MovingUp;

/// <summary>Ready or not, as handbook 5 has it: the first move by leaves, later ones by roots.</summary>
public class ReadinessTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);

    private static readonly ReadyQuestion First = new(Today, true, 2, false, null, null, null, 1.2, 0.5, 0.2, 0.05);

    private static readonly ReadyQuestion Later = First with { First = false, LeavesWanted = 5 };

    [Theory]
    [InlineData(0.0, null, ReadyCall.Wait, 10)]
    [InlineData(1.0, null, ReadyCall.Wait, 5)]
    [InlineData(2.0, null, ReadyCall.Now, 0)]
    // Nobody counted: the model has 1.2.
    [InlineData(null, RootsSeen.None, ReadyCall.Wait, 4)]
    [InlineData(2.0, RootsSeen.None, ReadyCall.Now, 0)]
    [InlineData(1.0, RootsSeen.Showing, ReadyCall.Wait, 5)]
    // Roots that go round do not wait for leaves.
    [InlineData(1.0, RootsSeen.Circling, ReadyCall.Now, 0)]
    [InlineData(0.0, RootsSeen.Matted, ReadyCall.Overdue, 0)]
    [InlineData(4.0, RootsSeen.Matted, ReadyCall.Overdue, 0)]
    public void The_first_move_goes_by_leaves(double? leaves, RootsSeen? roots, ReadyCall call, int days)
    {
        var answer = Readiness.Of(First with { Leaves = leaves, Roots = roots });
        Assert.Equal((call, Today.AddDays(days)), (answer.Call, answer.On));
    }

    [Theory]
    [InlineData(RootsSeen.None, ReadyCall.Wait, 7)]
    [InlineData(RootsSeen.Showing, ReadyCall.Soon, 3)]
    [InlineData(RootsSeen.Circling, ReadyCall.Now, 0)]
    [InlineData(RootsSeen.Matted, ReadyCall.Overdue, 0)]
    public void Later_ones_go_by_roots_however_many_leaves_there_are(RootsSeen roots, ReadyCall call, int days)
    {
        foreach (var leaves in new double?[] { null, 1, 9 })
        {
            var answer = Readiness.Of(Later with { Leaves = leaves, Roots = roots });
            Assert.Equal((call, Today.AddDays(days)), (answer.Call, answer.On));
        }
    }

    /// <summary>Nobody tipped one out: as the plan has it, so that the sheet and the card say the same.</summary>
    [Fact]
    public void Reckoned_they_go_by_leaves_or_by_a_full_pot_whichever_is_first()
    {
        // Half of its comfortable time has passed, 0.9 of it in 8 days.
        var later = Later with
        {
            Roots = null,
            LeavesWanted = 5,
            LeavesPerDay = 0.1,
        };
        Assert.Equal((ReadyCall.Wait, Today.AddDays(8)), Say(later with { GuessLeaves = 4 }));
        Assert.Equal((ReadyCall.Wait, Today.AddDays(5)), Say(later with { GuessLeaves = 4.5 }));
        Assert.Equal((ReadyCall.Now, Today), Say(later with { GuessLeaves = 4.97 }));
        Assert.Equal((ReadyCall.Now, Today), Say(later with { GuessLeaves = 1, Leaves = 5 }));
        Assert.Equal((ReadyCall.Overdue, Today), Say(later with { GuessLeaves = 5, GuessShare = 1.5 }));

        static (ReadyCall, DateOnly) Say(ReadyQuestion q) => Readiness.Of(q) is var r ? (r.Call, r.On) : default;
    }

    /// <summary>How tall they are says nothing of leaves and roots: measured later, it wipes out no evidence; nor do they forget it.</summary>
    [Fact]
    public void What_was_measured_and_what_was_looked_at_stand_beside_each_other()
    {
        Looked looked = new(Today, 3, RootsSeen.Showing),
            measured = new(Today.AddDays(2), null, null, 12, Today.AddDays(2));
        Assert.Equal(looked with { HeightCm = 12, MeasuredOn = Today.AddDays(2) }, looked.Then(measured));
        Looked later = new(Today.AddDays(5), 4, null);
        Assert.Equal(later with { HeightCm = 12, MeasuredOn = Today.AddDays(2) }, looked.Then(measured).Then(later));
        // Of one day both count.
        Assert.Equal(looked with { Leaves = 4 }, looked.Then(new(Today, 4, null)));
        Assert.Equal(new Looked(Today, 3, null), looked.Then(measured).AfterMove());
    }

    [Fact]
    public void By_the_rule_of_seed_leaves_strong_roots_are_enough()
    {
        var bySeedLeaves = First with { BySeedLeaves = true, LeavesWanted = 0.6, Leaves = 0 };
        Assert.Equal(ReadyCall.Now, Readiness.Of(bySeedLeaves with { Roots = RootsSeen.Showing }).Call);
        Assert.Equal(ReadyCall.Wait, Readiness.Of(bySeedLeaves with { Roots = RootsSeen.None }).Call);
        Assert.Equal(ReadyCall.Wait, Readiness.Of(bySeedLeaves with { BySeedLeaves = false, Roots = RootsSeen.Showing }).Call);
    }

    [Theory]
    [InlineData(RootsSeen.Showing, ReadyCall.Wait)]
    [InlineData(RootsSeen.Circling, ReadyCall.Now)]
    [InlineData(RootsSeen.Matted, ReadyCall.Overdue)]
    public void A_plug_that_falls_apart_waits_but_not_one_whose_roots_go_round(RootsSeen roots, ReadyCall call)
    {
        var answer = Readiness.Of(Later with { Roots = roots, Plug = PlugSeen.FallsApart });
        Assert.Equal(call, answer.Call);
        Assert.Equal(Readiness.Of(Later with { Roots = roots }), Readiness.Of(Later with { Roots = roots, Plug = PlugSeen.Holds }), Same);
    }

    [Fact]
    public void In_a_place_where_nothing_grows_the_day_is_far_and_still_a_day()
    {
        var stalled = First with { LeavesPerDay = 0, SharePerDay = 0 };
        Assert.Equal((ReadyCall.Wait, Today.AddDays(90)), (Readiness.Of(stalled).Call, Readiness.Of(stalled).On));
        Assert.Equal(ReadyCall.Wait, Readiness.Of(stalled with { First = false }).Call);
    }

    [Property]
    public void More_roots_and_more_leaves_never_say_later(byte leaves, byte share, bool first, byte roots, byte more)
    {
        var less = (first ? First : Later) with { Leaves = leaves % 8, Roots = (RootsSeen)(roots % 4), GuessShare = share / 100.0 };
        var grown = less with { Leaves = less.Leaves + (more % 5), Roots = (RootsSeen)Math.Max((int)less.Roots!, more % 4) };
        var (a, b) = (Readiness.Of(less), Readiness.Of(grown));
        Assert.True(b.Call >= a.Call);
        Assert.True(b.Call > a.Call || b.On <= a.On);
        // What the model holds for itself does not hang on what was seen.
        Assert.Equal(Readiness.Guess(less), Readiness.Guess(grown), Same);
    }

    [Fact]
    public void The_model_reads_roots_halfway_between_what_looks_stand_for()
    {
        foreach (var seen in Enum.GetValues<RootsSeen>())
            Assert.Equal(seen, Readiness.RootsAt(Looked.ShareOf(seen)));
        Assert.Equal(RootsSeen.None, Readiness.RootsAt(0));
        Assert.Equal(RootsSeen.Matted, Readiness.RootsAt(5));
    }

    private static bool Same(Readiness a, Readiness b) => a.Call == b.Call && a.On == b.On && a.Why.SequenceEqual(b.Why);
}
