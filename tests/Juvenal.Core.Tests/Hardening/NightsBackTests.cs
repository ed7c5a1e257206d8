using Juvenal.Core.Hardening;
using Xunit;

namespace Juvenal.Core.Tests.Hardening;

/// <summary>Forecasts and alarms, looked back on.</summary>
public class NightsBackTests
{
    private static NightThatWas Night(int day, double said, double came) => new(new DateOnly(2026, 4, 1).AddDays(day), said, came);

    [Fact]
    public void Nights_that_came_colder_and_alarms_that_were_none_are_counted()
    {
        List<NightThatWas> nights = [Night(0, 5, 4), Night(1, 5, 7), Night(2, 5, 2), Night(3, 5, 5), Night(4, 5, 5)];
        Assert.Null(NightsBack.Of(nights.Take(NightsBack.Fewest - 1).ToList(), []));
        var back = NightsBack.Of(nights, [new(6, 7, true), new(7, 7, true), new(9, 7, true), new(4, 7, false), new(8, 7, false)])!;
        Assert.Equal((5, 0.4, 3.0), (back.Nights, Math.Round(back.ColderC, 6), back.WorstC));
        Assert.Equal((3, 1, 1), (back.Acted, back.Needed, back.Missed));
    }
}
