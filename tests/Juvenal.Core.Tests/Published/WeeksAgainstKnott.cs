using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Published;

/// <summary>
/// Knott's Handbook for Vegetable Growers, transplant table: weeks from sowing to planting, tomato 5–7, pepper 6–8; from memory.
/// Held at 21/17 °C with 14 h days, soil at 25 °C until emergence, two moves, a 10-day ladder.
/// </summary>
public class WeeksAgainstKnott
{
    [Fact]
    public void Tomato_5_to_7_weeks_from_sowing_to_planting() => Assert.InRange(Weeks(Nurseries.Request()), 5, 7);

    [Fact]
    public void Pepper_6_to_8_weeks_from_sowing_to_planting() => Assert.InRange(Weeks(Nurseries.Request(Nurseries.Pepper)), 6, 8);

    /// <summary>The cool corner of Knott's growing temperatures, 18/16 °C: about 7 and 9 weeks (our calibration).</summary>
    [Fact]
    public void A_cooler_house_takes_a_week_longer()
    {
        Assert.InRange(Weeks(Nurseries.Request(path: Nurseries.Path(18, 16))), 6.5, 7.5);
        Assert.InRange(Weeks(Nurseries.Request(Nurseries.Pepper, Nurseries.Path(18, 16))), 8.5, 9.5);
    }

    /// <summary>Common practice, no source: slow hot types 10–12 weeks; here the warm end.</summary>
    [Fact]
    public void Slow_hot_peppers_take_weeks_longer() => Assert.InRange(Weeks(Nurseries.Request(Nurseries.Slow)), 9.5, 12);

    /// <summary>
    /// Common practice, no source: first true leaves about two weeks after sowing at 20–22 °C; a second pot about two weeks after the first
    /// move.
    /// </summary>
    [Fact]
    public void First_true_leaves_two_weeks_after_sowing_and_second_pot_two_weeks_later()
    {
        var plan = Planner.Plan(Nurseries.Request(path: Nurseries.Path(21, 21, 21))).Value;
        Assert.InRange(plan.DaysBetween(Usual.Sow, Usual.PrickOut), 12, 16);
        Assert.InRange(plan.DaysBetween(Usual.PrickOut, Usual.PotUp), 12, 16);
    }

    private static double Weeks(PlanRequest request) => Planner.Plan(request).Value.DaysBetween(Usual.Sow, Usual.PlantOut) / 7.0;

    /// <summary>Plugs stand in 128-cell trays for Knott's five to seven weeks (tomato), six to eight (pepper), fed daily: none is overdue.</summary>
    [Fact]
    public void Weeks_in_a_128_cell_tray_are_not_called_overdue()
    {
        foreach (var crop in new[] { Nurseries.Tomato, Nurseries.Pepper })
        {
            var path = Nurseries.Path(moves: 0) with { Tray = new("128-cell tray", 0.02, 128) };
            Assert.DoesNotContain(Planner.Plan(Nurseries.Request(crop, path)).Value.Warnings, w => w.Code == "pot-overdue");
        }
    }
}
