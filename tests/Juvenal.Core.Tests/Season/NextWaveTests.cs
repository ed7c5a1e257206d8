using FsCheck.Xunit;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

public class NextWaveTests
{
    private static readonly DateOnly Today = new(2026, 5, 20);

    [Theory]
    [InlineData("2026-05-24", "2026-06-17")]
    // What was planted long ago is followed today, not in the past.
    [InlineData("2026-04-01", "2026-05-20")]
    public void A_wave_follows_the_one_before_it_after_three_to_four_weeks(string before, string day) =>
        Assert.Equal(DateOnly.Parse(day), NextWave.After(DateOnly.Parse(before), Today, null).Day);

    [Property]
    public void It_is_too_late_only_after_the_last_day_that_ripens(byte before, byte last)
    {
        var wave = NextWave.After(Today.AddDays(before), Today, Today.AddDays(last));
        Assert.Equal(wave.Day > Today.AddDays(last), wave.TooLate);
        Assert.True(wave.Day >= Today && wave.Day.DayNumber - Today.DayNumber - before is >= 21 and <= 28);
        Assert.False(NextWave.After(Today.AddDays(before), Today, null).TooLate);
    }
}
