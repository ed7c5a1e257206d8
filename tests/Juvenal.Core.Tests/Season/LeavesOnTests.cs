using FsCheck.Xunit;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>True leaves between the steps of a plan.</summary>
public class LeavesOnTests
{
    private static readonly DateOnly Up = new(2026, 3, 10);
    private static readonly (DateOnly, double)[] Steps = [(Up.AddDays(10), 2), (Up.AddDays(30), 5)];

    [Theory]
    [InlineData(-3, 0)]
    [InlineData(0, 0)]
    [InlineData(5, 1)]
    [InlineData(10, 2)]
    [InlineData(20, 3.5)]
    [InlineData(30, 5)]
    [InlineData(90, 5)]
    public void They_grow_on_a_straight_line_from_step_to_step(int days, double leaves) =>
        Assert.Equal(leaves, LeavesOn.Of(Steps, Up, Up.AddDays(days)), 9);

    [Fact]
    public void Where_nothing_is_known_two_are_taken() => Assert.Equal(2, LeavesOn.Of([], null, Up));

    [Theory]
    [InlineData(0, 0)]
    [InlineData(1, 5)]
    [InlineData(3.5, 20)]
    [InlineData(5, 30)]
    public void The_first_day_with_so_many_is_the_day_on_which_they_are_that_many(double leaves, int days)
    {
        Assert.Equal(Up.AddDays(days), LeavesOn.First(Steps, Up, leaves));
        Assert.Equal(leaves, LeavesOn.Of(Steps, Up, Up.AddDays(days)), 9);
    }

    [Fact]
    public void More_than_the_plan_comes_to_has_no_day() => Assert.Null(LeavesOn.First(Steps, Up, 5.1));

    [Property]
    public void They_never_go_back_and_are_never_more_than_a_batch_begins_with((byte Day, byte Leaves)[] steps, byte first, byte later)
    {
        var grown = steps.Select((s, i) => (Up.AddDays(i * 3), (double)steps.Take(i + 1).Sum(t => t.Leaves % 5))).ToArray();
        var (a, b) = (LeavesOn.Of(grown, Up, Up.AddDays(first)), LeavesOn.Of(grown, Up, Up.AddDays(first + later)));
        Assert.InRange(a, 0, LeavesOn.Most);
        Assert.True(a <= b);
    }
}
