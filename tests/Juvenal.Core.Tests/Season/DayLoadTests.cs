using FsCheck;
using FsCheck.Xunit;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>A morning's work against the hours there are.</summary>
public class DayLoadTests
{
    private static readonly DateOnly Today = new(2026, 4, 18);

    private static LoadJob Job(Press press, int latest, int minutes) => new(press, Today.AddDays(latest), minutes);

    [Property]
    public bool Nothing_is_done_twice_and_no_hour_is_used_that_is_not_there(NonNegativeInt[] minutes, byte hours)
    {
        LoadJob[] jobs = [.. minutes.Select((m, i) => Job((Press)(1 + (i % 3)), i * 7 % 5, m.Get % 900))];
        var there = 0.5 + (hours / 10.0);
        var today = DayLoad.Today(jobs, there);
        var all = jobs.Sum(j => j.Minutes);
        return today.Zip(jobs).All(p => p.First >= 0 && p.First <= p.Second.Minutes)
            && today.Sum() <= Math.Round(there * 60)
            // Nothing is left undone while there is time for a piece of it.
            && (today.Sum() == all || Math.Round(there * 60) - today.Sum() < Math.Max(DayLoad.ShortestPiece, 0) + 0.5);
    }

    [Property]
    public bool More_hours_never_do_less(NonNegativeInt[] minutes, byte hours)
    {
        LoadJob[] jobs = [.. minutes.Select((m, i) => Job(Press.Due, i % 4, m.Get % 900))];
        return DayLoad.Today(jobs, 1 + (hours / 10.0)).Sum() <= DayLoad.Today(jobs, 2 + (hours / 10.0)).Sum();
    }

    [Fact]
    public void What_cannot_wait_comes_first_and_a_long_job_is_begun()
    {
        LoadJob[] jobs =
        [
            Job(Press.Due, 5, 120), // has five days
            Job(Press.Overdue, -2, 331),
            Job(Press.Due, 0, 30), // its last day in time
        ];
        Assert.Equal([0, 331, 29], DayLoad.Today(jobs, 6));
        Assert.Equal([119, 331, 30], DayLoad.Today(jobs, 8));
        // A quarter of an hour of a long job is not worth fetching the mix for.
        Assert.Equal([0, 331, 30], DayLoad.Today(jobs, 6.25));
        // The last day in time counts before how short it is.
        Assert.Equal([0, 60], DayLoad.Today([Job(Press.Due, 5, 10), Job(Press.Due, 0, 60)], 1));
        // A short job is no piece of one.
        Assert.Equal([10], DayLoad.Today([Job(Press.Due, 0, 10)], 0.25));
    }
}
