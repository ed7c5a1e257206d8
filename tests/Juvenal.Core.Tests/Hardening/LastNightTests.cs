using Juvenal.Core.Hardening;
using Xunit;

namespace Juvenal.Core.Tests.Hardening;

/// <summary>What the morning asks of a night that is over.</summary>
public class LastNightTests
{
    [Theory]
    // Under the limit and nothing said: missed; at the limit, or said of: not.
    [InlineData(6.9, 7, 0, false, true, false)]
    [InlineData(7, 7, 0, false, false, false)]
    [InlineData(6.9, 7, 0, true, false, false)]
    // Freezing counts at the plant, under the cover.
    [InlineData(0, 7, 0, true, false, true)]
    [InlineData(-1, 7, 2, true, false, false)]
    [InlineData(-2, 7, 2, true, false, true)]
    [InlineData(-2, 7, 0, false, true, true)]
    public void A_night_asks_where_it_was_missed_or_froze(double low, double limit, double cover, bool said, bool missed, bool froze)
    {
        var came = new NightCame(low, limit, cover, said);
        Assert.Equal((missed, froze, missed || froze), (came.Missed, came.Froze, came.Asks));
    }

    [Theory]
    [InlineData(0, 0, DayPart.Morning)]
    [InlineData(13, 59, DayPart.Morning)]
    [InlineData(14, 0, DayPart.Evening)]
    [InlineData(23, 59, DayPart.Evening)]
    public void The_band_is_the_mornings_until_two(int hour, int minute, DayPart part) =>
        Assert.Equal(part, LastNight.At(new TimeOnly(hour, minute)));
}
