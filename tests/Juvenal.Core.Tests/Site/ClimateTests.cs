using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Rules;
using Juvenal.Core.Site;
using Juvenal.Devices;
using MathNet.Numerics.Distributions;
using Xunit;

namespace Juvenal.Core.Tests.Site;

/// <summary>Nights, soil and the windows that wait for them.</summary>
public class ClimateTests
{
    private static readonly WeatherGenerator Made = new(7, Climate.Upland);
    private static readonly WeatherRecord Record = WeatherRecord.From([.. Made.Days(new(1995, 1, 1), new(2025, 12, 31))]);
    private static readonly SiteClimate Upland = SiteClimate.From(Record, 0, 47)!;
    private static readonly SpringFreeze Freeze = SpringFreeze.FromRecord(
        FreezeYears.Of(Record, SeasonHalf.Spring, 0, 0, Hemisphere.North).Fit!,
        2026
    );

    private static PlantingWindow Window(Crop crop, Surface surface, HouseRules? rules = null, SiteClimate? climate = null) =>
        PlantingWindow.For(crop, new(Freeze, false, climate ?? Upland, Hemisphere.North, 2026), rules ?? HouseRules.Default, surface);

    [Fact]
    public void Soil_follows_the_air_with_its_lag_and_less_of_its_swing()
    {
        var air = Upland.Nights.MeanC.Zip(Upland.Days.MeanC, (a, b) => (a + b) / 2).ToList();
        var soil = Upland.SoilMornings[Surface.Mulch].MeanC;
        Assert.True(soil.Max() - soil.Min() < air.Max() - air.Min());
        Assert.InRange(soil.ToList().IndexOf(soil.Max()) - air.IndexOf(air.Max()), -5, 25);
    }

    [Fact]
    public void The_window_is_how_the_springs_first_days_spread_as_the_public_calculator_has_them()
    {
        foreach (var surface in Surfaces.All)
        {
            var window = Window(Crop.Tomato, surface);
            var gain = Surfaces.NightGainC(surface);
            var asked = FirstDays.Of(Crop.Tomato, 0.1, Upland.YearsUnder(surface), gain).Value;
            Assert.Equal(SeasonAxis.Date((int)Math.Round(asked.MidDay!.Value), 2026), window.Opens.Mid);
            Assert.Equal(SeasonAxis.Date((int)Math.Round(asked.LowDay!.Value), 2026), window.Opens.Low);
            Assert.Equal((31, asked.Never), (window.Springs!.Count, window.Springs.Never));
            Assert.Contains(window.Gates, g => g.Code == "soil");
            Assert.All(window.Gates, g => Assert.True(g.Opens is null || (g.Low <= g.Opens && (g.High is null || g.Opens <= g.High))));
            // No limit by itself comes later than all of them together.
            Assert.True(window.Gates.Max(g => g.Opens) <= window.Opens.Mid);
        }
    }

    /// <summary>Swept in small steps: as a grower turns the correction, the risk or the cover.</summary>
    [Theory]
    [InlineData(Crop.Tomato)]
    [InlineData(Crop.Pepper)]
    public void Warmer_or_more_risk_is_never_later(Crop crop)
    {
        var last = 0;
        for (var offset = -6.0; offset <= 6; offset += 0.5)
        {
            // The soil by the same offset, as a site that is warmer through and through.
            var soil = Surfaces.All.ToDictionary(s => s, _ => offset);
            var day = Day(Upland with { OffsetC = offset, SoilCorrections = soil }, HouseRules.Default, Surface.Bare);
            Assert.True(last == 0 || day <= last, $"{offset} °C plants {day - last} days later");
            last = day;
        }

        last = 0;
        foreach (var risk in new[] { 0.02, 0.05, 0.08, 0.1, 0.15, 0.2, 0.3, 0.5, 0.7 })
        {
            var day = Day(Upland, HouseRules.Default with { AcceptedRisk = risk }, Surface.Bare);
            Assert.True(last == 0 || day <= last, $"risk {risk} plants {day - last} days later");
            last = day;
        }

        int[] surfaces =
        [
            .. new[] { Surface.Mulch, Surface.Bare, Surface.Raised, Surface.Film }.Select(s => Day(Upland, HouseRules.Default, s)),
        ];
        Assert.Equal(surfaces.OrderDescending(), surfaces);
        Assert.True(Day(Upland, HouseRules.Default, Surface.Tunnel) <= Day(Upland, HouseRules.Default, Surface.Bare));

        int Day(SiteClimate climate, HouseRules rules, Surface surface) => Window(crop, surface, rules, climate).Opens.Mid.DayNumber;
    }

    [Fact]
    public void A_limit_that_never_holds_says_by_how_far_and_what_would_open_the_window()
    {
        var cold = Upland with { SoilCorrections = new Dictionary<Surface, double> { [Surface.Bare] = -14 } };
        var window = Window(Crop.Pepper, Surface.Bare, climate: cold);
        var never = window.Gates.Single(g => g.Code == "soil");
        Assert.Equal(((DateOnly?)null, "soil-never"), (never.Opens, never.Reason.Code));
        Assert.True(never.ShortBy > 0);
        Assert.Equal(31, window.Springs!.Never);
        // Nothing is planned before it would be right; what would open it is said.
        Assert.Equal(new DateOnly(2026, 7, 31), window.Opens.Mid);
        Assert.Equal("window-never", window.Reasons[0].Code);
        Assert.True(window.Reasons.Single(r => r.Code == "window-under").Day < window.Opens.Mid);
    }

    /// <summary>The middle spring and the chance of a freeze, reckoned again by hand from the years.</summary>
    [Fact]
    public void What_opened_the_window_can_be_reckoned_again()
    {
        var window = Window(Crop.Tomato, Surface.Bare);
        var openings = window.Springs!.Openings;
        var firsts = Enumerable.Range(0, openings.Years.Count).Select(y => openings.First(y)!.Value).Order().ToList();
        var middle = window.Reasons.Single(r => r.Code == "window-years");
        Assert.Equal((firsts.Count, (firsts.Count + 1) / 2.0), (middle.Terms![0], middle.Terms[1]));
        Assert.Equal(middle.Day, SeasonAxis.Date(firsts[(int)middle.Terms[1] - 1], 2026));

        var freeze = window.Reasons.Single(r => r.Code == "freeze-held");
        var day = SiteYear.Of(freeze.Day!.Value, 2026, Hemisphere.North) + (int)freeze.Terms![3];
        var later = openings
            .Years.Select(y => Enumerable.Range(1, Openings.LastDay).LastOrDefault(d => y.MinimumC[d - 1] <= 0))
            .Where(d => d > 0)
            .Sum(d => Normal.CDF(0, 1, (d - day + 0.5) / freeze.Terms[2]));
        Assert.Equal(later / freeze.Terms[1], freeze.Terms[0], 9);
        // What stands beside it as the limit with cover is what it is held against; a day sooner it was more.
        Assert.True(freeze.Terms[0] <= freeze.Value && freeze.Limit < freeze.Value);
    }

    [Fact]
    public void Peppers_by_soil_and_nights_alone_need_a_record()
    {
        var rules = HouseRules.Default with { PepperTiming = PepperTiming.BySoilAndNights };
        Assert.DoesNotContain(Window(Crop.Pepper, Surface.Film, rules).Gates, g => g.Code == "pepper-timing");
        var without = PlantingWindow.For(Crop.Pepper, new(Freeze, true, null, Hemisphere.North, 2026), rules, Surface.Bare);
        Assert.Contains(without.Gates, g => g.Code == "pepper-timing");
        Assert.Contains(without.Reasons, r => r.Code == "timing-needs-record");
        Assert.Contains(without.Reasons, r => r.Code == "nights-unknown");
    }

    [Fact]
    public void Where_it_never_freezes_soil_and_nights_alone_decide()
    {
        var warm = Upland with { OffsetC = 30 };
        var window = PlantingWindow.For(Crop.Tomato, new(null, false, warm, Hemisphere.North, 2026), HouseRules.Default, Surface.Bare);
        Assert.Equal(SeasonAxis.Date(1, 2026), window.Gates.Single(g => g.Code == "freeze").Opens);
        Assert.Contains(window.Gates[0].Code, (string[])["soil", "nights", "days"]);
    }

    [Fact]
    public void Most_winters_open_from_their_first_day_are_said()
    {
        var tropics = Upland with { OffsetC = 40, SoilCorrections = Surfaces.All.ToDictionary(s => s, _ => 40.0) };
        var hot = tropics with { Years = [.. tropics.Years.Select(y => y with { MaximumC = [.. y.MaximumC.Select(c => c + 30)] })] };
        var window = Window(Crop.Tomato, Surface.Bare, climate: hot);
        Assert.True(window.Springs!.AllWinter);
        Assert.Equal("open-all-winter", window.Reasons[0].Code);
    }

    [Fact]
    public void The_same_weather_half_a_year_later_opens_the_south_half_a_year_later()
    {
        var days = Made.Days(new(1995, 1, 1), new(2025, 12, 31)).Select(d => d with { Day = d.Day.AddDays(181) }).ToList();
        var south = SiteClimate.From(WeatherRecord.From(days), 0, -47)!;
        Assert.Equal(31, south.Years.Count);
        var there = PlantingWindow.For(Crop.Tomato, new(null, false, south, Hemisphere.South, 2027), HouseRules.Default, Surface.Bare);
        var here = Window(Crop.Tomato, Surface.Bare);
        Assert.InRange(there.Opens.Mid.DayNumber - here.Opens.Mid.DayNumber, 178, 187);
    }

    [Fact]
    public void A_spring_with_a_gap_of_three_days_is_no_year_and_one_of_two_is()
    {
        Assert.Equal(31, Springs([]));
        Assert.Equal(31, Springs([new(2010, 4, 10), new(2010, 4, 11)]));
        Assert.Equal(30, Springs([new(2010, 4, 10), new(2010, 4, 11), new(2010, 4, 12)]));
        // After the last day that is looked at nothing is asked.
        Assert.Equal(31, Springs([new(2010, 10, 10), new(2010, 10, 11), new(2010, 10, 12)]));

        static int Springs(DateOnly[] gone) =>
            SiteClimate
                .From(WeatherRecord.From([.. Made.Days(new(1995, 1, 1), new(2025, 12, 31)).Where(d => !gone.Contains(d.Day))]), 0, 47)!
                .Years.Count;
    }

    [Fact]
    public void A_year_or_two_of_record_are_no_climate()
    {
        Assert.Null(SiteClimate.From(WeatherRecord.From([.. Made.Days(new(2020, 1, 1), new(2022, 12, 31))]), 0, 47));
        Assert.NotNull(SiteClimate.From(WeatherRecord.From([.. Made.Days(new(2018, 1, 1), new(2022, 12, 31))]), 0, 47));
    }

    [Fact]
    public void Planting_ends_where_it_would_not_ripen_before_the_first_freeze()
    {
        var freeze = FreezeYears.Of(Record, SeasonHalf.Autumn, 0, 0, Hemisphere.North).Fit!;
        var first = SeasonAxis.DayNumber(freeze.DayAt(0.1)!.Value, 2026);
        var (safe, last) = AutumnWindow.LastPlanting(first, 70);
        Assert.Equal(7, last.DayNumber - safe.DayNumber);
        Assert.Equal((int)Math.Floor(first), last.DayNumber + 70 + AutumnWindow.ShortDays + AutumnWindow.PickingDays);
        var bush = AutumnWindow.Successions(Habit.Bush, last.AddDays(-60), last);
        Assert.Equal([0, 24, 48], bush.Select(d => d.DayNumber - last.DayNumber + 60));
        Assert.Single(AutumnWindow.Successions(Habit.Tall, last.AddDays(-60), last));
        Assert.Empty(AutumnWindow.Successions(Habit.Bush, last.AddDays(1), last));
    }

    [Fact]
    public void Typed_autumn_dates_are_a_distribution_too()
    {
        var typed = AutumnWindow.FromTyped(new(SeasonDay.From(10, 8), SeasonDay.From(9, 28)), 2026, Hemisphere.North).Value;
        Assert.Equal(SeasonAxis.Of(new(2026, 9, 28), 2026), typed.DayAt(0.1)!.Value, 1e-6);
        Assert.Equal(
            "safe-not-earlier",
            Assert.Single(AutumnWindow.FromTyped(new(SeasonDay.From(10, 8), SeasonDay.From(10, 9)), 2026, Hemisphere.North).Failures).Code
        );
    }
}
