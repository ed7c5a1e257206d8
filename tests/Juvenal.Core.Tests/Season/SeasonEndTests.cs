using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>A plan has two ends: spring's frost, and autumn's.</summary>
public class SeasonEndTests
{
    /// <summary>What the plan warns of where it freezes again on average on a day, a few days to and fro.</summary>
    private static Reason? Warned(DateOnly firstFreeze, DateOnly? sowing = null, SpringFreeze? spring = null)
    {
        var typed = AutumnWindow.FromTyped(new(SeasonDay.From(firstFreeze.Month, firstFreeze.Day), null), 2026, Hemisphere.North).Value;
        var request = Nurseries.Request() with { Site = Nurseries.Site(spring) with { Autumn = typed } };
        if (sowing is { } day)
            request = request.With(Usual.Sow, new(Locked: day));
        string[] ends = ["no-frost-free-season", "planted-after-frost", "ripe-after-frost", "short-picking"];
        return Planner.Plan(request).Value.Warnings.SingleOrDefault(w => ends.Contains(w.Code));
    }

    /// <summary>Planted late in May, ripe after seventy days: in the first week of August.</summary>
    [Theory]
    [InlineData(10, 8, null)]
    [InlineData(8, 28, "short-picking")]
    [InlineData(8, 1, "ripe-after-frost")]
    public void What_autumn_leaves_is_said_once(int month, int day, string? code) =>
        Assert.Equal(code, Warned(new(2026, month, day))?.Code);

    [Fact]
    public void Where_it_freezes_again_before_it_is_safe_there_is_no_season() =>
        Assert.Equal(
            "no-frost-free-season",
            Warned(new(2026, 7, 12), spring: new SpringFreeze(new DateOnly(2026, 6, 26).DayNumber, 10, true))?.Code
        );

    [Fact]
    public void Planted_after_the_frost_is_no_late_ripening()
    {
        var warned = Warned(new(2026, 10, 8), new(2026, 9, 10));
        Assert.Equal("planted-after-frost", warned?.Code);
        Assert.True(warned!.Value > 0);
    }
}
