using FsCheck.Xunit;
using Juvenal.Core.Decision;
using Xunit;

namespace Juvenal.Core.Tests.Decision;

/// <summary>The kindest day of a forecast, and calls held against what came.</summary>
public class BestDayTests
{
    private static readonly DateOnly Today = new(2026, 5, 20);

    private static DayToPlant Day(int later, GoVerdict verdict, double sun = 20, double coldest = 11, double high = 22) =>
        new(Today.AddDays(later), verdict, sun, high, coldest);

    [Fact]
    public void Go_before_cover_dull_before_bright_warm_nights_before_cold()
    {
        Assert.Null(BestDay.Of([]));
        Assert.Null(BestDay.Of([Day(0, GoVerdict.Hold), Day(1, GoVerdict.Hold)]));
        Assert.Equal(2, Best(Day(0, GoVerdict.Hold), Day(1, GoVerdict.GoWithCover, 5), Day(2, GoVerdict.Go)));
        Assert.Equal(1, Best(Day(0, GoVerdict.Go), Day(1, GoVerdict.Go, 5), Day(2, GoVerdict.Go)));
        Assert.Equal(2, Best(Day(0, GoVerdict.Go), Day(1, GoVerdict.Go), Day(2, GoVerdict.Go, coldest: 13)));
        Assert.Equal(0, Best(Day(0, GoVerdict.Go), Day(1, GoVerdict.Go), Day(2, GoVerdict.Go)));
        Assert.True(BestDay.Of([Day(0, GoVerdict.Go, 5), Day(1, GoVerdict.Go)])!.Dull);
        Assert.False(BestDay.Of([Day(0, GoVerdict.Go), Day(1, GoVerdict.Go)])!.Dull);

        static int Best(params DayToPlant[] days) => BestDay.Of(days)!.Day.DayNumber - Today.DayNumber;
    }

    /// <summary>Never a day that says hold, and never a worse verdict than another day has.</summary>
    [Property(MaxTest = 200)]
    public void The_best_day_has_the_best_verdict(byte[] verdicts, byte sun)
    {
        var days = verdicts.Take(4).Select((v, i) => Day(i, (GoVerdict)(v % 3), 1 + ((v * sun) % 30), v % 20)).ToList();
        var best = BestDay.Of(days);
        Assert.Equal(days.All(d => d.Verdict == GoVerdict.Hold), best is null);
        if (best is not null)
            Assert.Equal(days.Min(d => d.Verdict), best.Verdict);
    }

    [Theory]
    [InlineData(MyCall.Go, 9, CallOutcome.Mild, true)]
    [InlineData(MyCall.Hold, 9, CallOutcome.Mild, false)]
    [InlineData(MyCall.Go, 5, CallOutcome.Cold, false)]
    [InlineData(MyCall.Hold, 5, CallOutcome.Cold, true)]
    [InlineData(MyCall.Go, 0, CallOutcome.Froze, false)]
    [InlineData(MyCall.Hold, -2, CallOutcome.Froze, true)]
    public void A_call_is_held_against_the_nights_that_came(MyCall call, double low, CallOutcome outcome, bool right)
    {
        double[] nights = [12, 11, low, 12, 13, 12, 12, -9];
        var score = CallScore.Of(call, nights, 7);
        Assert.Equal((outcome, low, right), (score.Outcome, score.LowestC!.Value, score.Right!.Value));
        // What has not come yet is no witness; a frost that came is.
        var open = CallScore.Of(call, nights.Take(2).ToList(), 7);
        Assert.Equal((CallOutcome.Open, null), (open.Outcome, open.Right));
        Assert.Equal(outcome == CallOutcome.Mild ? CallOutcome.Open : outcome, CallScore.Of(call, nights.Take(4).ToList(), 7).Outcome);
        Assert.Null(CallScore.Of(call, [], 7).LowestC);
    }
}
