using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Rules;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Site;

public class PlantingWindowTests
{
    [Property]
    public bool Accepting_more_risk_never_moves_planting_later(byte sd, bool tunnel, bool pepper, bool afterFrost)
    {
        var freeze = Nurseries.May9 with { StandardDeviationDays = 1 + (sd / 10.0) };
        var rules = HouseRules.Default with { PepperTiming = afterFrost ? PepperTiming.AfterAverageFrost : PepperTiming.AfterTomatoes };
        var days = HouseRules
            .Risks.Order()
            .Select(risk =>
                PlantingWindow
                    .For(
                        pepper ? Crop.Pepper : Crop.Tomato,
                        Nurseries.Site(freeze),
                        rules with
                        {
                            AcceptedRisk = risk,
                        },
                        tunnel ? Surface.Tunnel : Surface.Bare
                    )
                    .Opens.Mid
            )
            .ToList();
        return days.SequenceEqual(days.OrderDescending());
    }

    [Fact]
    public void One_spring_in_ten_freezes_after_the_safe_date()
    {
        var freeze = SpringFreeze.FromTyped(new(SeasonDay.From(5, 9), SeasonDay.From(5, 22)), 2026, Hemisphere.North).Value;
        Assert.Equal(new DateOnly(2026, 5, 22), freeze.DayAtRisk(0.1));
        Assert.Equal(new DateOnly(2026, 5, 9), freeze.DayAtRisk(0.5));
        Assert.Equal(0.1, freeze.RiskFrom(new DateOnly(2026, 5, 22).DayNumber), 1e-9);
    }

    [Fact]
    public void A_safe_date_that_is_not_later_is_refused() =>
        Assert.Equal(
            "safe-not-later",
            Assert.Single(SpringFreeze.FromTyped(new(SeasonDay.From(5, 9), SeasonDay.From(5, 9)), 2026, Hemisphere.North).Failures).Code
        );

    [Fact]
    public void Peppers_wait_for_the_house_rule()
    {
        var tomato = PlantingWindow.For(Crop.Tomato, Nurseries.Site(), HouseRules.Default, Surface.Bare).Opens.Mid;
        Assert.Equal(tomato.AddDays(14), PlantingWindow.For(Crop.Pepper, Nurseries.Site(), HouseRules.Default, Surface.Bare).Opens.Mid);
        var weeks = HouseRules.Default with { PepperTiming = PepperTiming.AfterAverageFrost, PepperWeeksAfterFrost = 4 };
        Assert.Equal(new DateOnly(2026, 6, 6), PlantingWindow.For(Crop.Pepper, Nurseries.Site(), weeks, Surface.Bare).Opens.Mid);
        // Two weeks after the average frost is 23 May; the accepted risk already asks for 22: the later one holds.
        var early = weeks with
        {
            PepperWeeksAfterFrost = 2,
            AcceptedRisk = 0.05,
        };
        Assert.Equal(Nurseries.May9.DayAtRisk(0.05), PlantingWindow.For(Crop.Pepper, Nurseries.Site(), early, Surface.Bare).Opens.Mid);
    }

    [Fact]
    public void A_tunnel_opens_two_weeks_earlier() =>
        Assert.Equal(
            PlantingWindow.For(Crop.Tomato, Nurseries.Site(), HouseRules.Default, Surface.Bare).Opens.Mid.AddDays(-14),
            PlantingWindow.For(Crop.Tomato, Nurseries.Site(), HouseRules.Default, Surface.Tunnel).Opens.Mid
        );

    [Fact]
    public void The_south_has_its_spring_in_the_label_of_the_year_it_ends_in()
    {
        Assert.Equal(new DateOnly(2026, 10, 15), SeasonDay.From(10, 15).InSpringOf(2027, Hemisphere.South));
        Assert.Equal(2027, SeasonDay.SeasonOf(new DateOnly(2026, 10, 15), Hemisphere.South));
        Assert.Equal(2026, SeasonDay.SeasonOf(new DateOnly(2026, 4, 18), Hemisphere.North));
        Assert.Equal(2027, SeasonDay.SeasonOf(new DateOnly(2026, 11, 1), Hemisphere.North));
        Assert.Equal(SeasonDay.From(2, 28), SeasonDay.From(2, 29));
        Assert.False(SeasonDay.TryFrom(4, 31, out _));
    }
}
