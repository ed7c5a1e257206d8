using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>What is seen at the bench moves what was only reckoned.</summary>
public class LookedTests
{
    private static readonly DateOnly Sown = Nurseries.Winter;

    /// <summary>Two moves, the first done: the second is reckoned from there.</summary>
    private static PlanRequest Pricked()
    {
        var plan = Planner.Plan(Nurseries.Request(path: Nurseries.Path(moves: 2)).With(Usual.Sow, new(Locked: Sown))).Value;
        var (up, pricked) = (plan.Day(Usual.Emerge), plan.Day(Usual.PrickOut));
        var request = Nurseries
            .Request(path: Nurseries.Path(moves: 2))
            .With(Usual.Sow, new(Done: Sown))
            .With(Usual.Emerge, new(Done: up))
            .With(Usual.PrickOut, new(Done: pricked));
        return request with { Today = pricked.AddDays(5) };
    }

    private static DateOnly Due(PlanRequest request) => Planner.Plan(request).Value.Day(Usual.PotUp);

    [Fact]
    public void Fewer_leaves_than_reckoned_are_later_and_more_are_sooner()
    {
        var request = Pricked();
        var usual = Due(request);
        Assert.True(Due(request with { Seen = new(request.Today, 1, null) }) > usual);
        Assert.True(Due(request with { Seen = new(request.Today, 4.5, null) }) < usual);
        // All the leaves it wants are there: today.
        Assert.Equal(request.Today, Due(request with { Seen = new(request.Today, 9, null) }));
    }

    [Fact]
    public void Roots_that_go_round_want_the_next_pot_now_and_none_give_it_time()
    {
        var request = Pricked();
        Assert.Equal(request.Today, Due(request with { Seen = new(request.Today, null, RootsSeen.Circling) }));
        Assert.Equal(request.Today, Due(request with { Seen = new(request.Today, null, RootsSeen.Matted) }));
        var (none, showing) = (
            Due(request with { Seen = new(request.Today, null, RootsSeen.None) }),
            Due(request with { Seen = new(request.Today, null, RootsSeen.Showing) })
        );
        Assert.True(request.Today < showing && showing <= none);
    }

    [Fact]
    public void What_was_seen_before_the_last_move_says_nothing_of_the_next()
    {
        var request = Pricked();
        Assert.Equal(Due(request), Due(request with { Seen = new(request.Today.AddDays(-30), 1, RootsSeen.None) }));
    }

    [Fact]
    public void It_is_said_where_the_day_comes_from()
    {
        var request = Pricked() with { Seen = new(Pricked().Today, 3, RootsSeen.Showing) };
        var why = Planner.Plan(request).Value.Step(Usual.PotUp).Reasons;
        Assert.Contains(why, r => r is { Code: "looked", Value: 3 } && r.Limit == (double)RootsSeen.Showing);
    }
}
