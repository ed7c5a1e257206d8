using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Rules;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Core.Tests.Site;

/// <summary>Nights, soil and the windows that wait for them.</summary>
public class ClimateTests
{
    private static readonly WeatherGenerator Made = new(7, Climate.Upland);
    private static readonly WeatherRecord Record = WeatherRecord.From([.. Made.Days(new(1995, 1, 1), new(2025, 12, 31))]);
    private static readonly SiteClimate Upland = SiteClimate.From(Record, 0)!;
    private static readonly SpringFreeze Freeze = SpringFreeze.FromRecord(
        FreezeYears.Of(Record, SeasonHalf.Spring, 0, 0, Hemisphere.North).Fit!,
        2026
    );

    private static PlantingWindow Window(Crop crop, Surface surface, HouseRules? rules = null, SiteClimate? climate = null) =>
        PlantingWindow.For(crop, new(Freeze, climate ?? Upland, Hemisphere.North, 2026), rules ?? HouseRules.Default, surface);

    [Fact]
    public void Soil_follows_the_air_with_its_lag_and_less_of_its_swing()
    {
        var (air, soil) = (Upland.Nights.MeanC.Zip(Upland.Days.MeanC, (a, b) => (a + b) / 2).ToList(), Upland.SoilMorning.MeanC);
        Assert.True(soil.Max() - soil.Min() < air.Max() - air.Min());
        Assert.InRange(soil.ToList().IndexOf(soil.Max()) - air.IndexOf(air.Max()), -5, 25);
        // On the year's mean, the morning is colder than the day by the dip.
        Assert.InRange(air.Average() - soil.Average(), 1, 4);
    }

    [Theory]
    [InlineData(5, 20, 3.19)]
    [InlineData(10, 10, 0)]
    [InlineData(12, 8, 0)]
    public void The_morning_dip_is_half_the_days_range_damped(double minimum, double maximum, double dip) =>
        Assert.Equal(dip, SiteClimate.MorningDip(minimum, maximum), 0.01);

    [Fact]
    public void Every_gate_has_its_part_and_the_last_to_open_sets_the_day()
    {
        foreach (var crop in Enum.GetValues<Crop>())
        {
            foreach (var surface in Surfaces.All)
            {
                var window = Window(crop, surface);
                Assert.Equal(window.Opens.Mid, window.Gates.Max(g => g.Opens));
                Assert.Equal(window.Opens.Mid, window.Gates[0].Opens);
                Assert.Contains(window.Gates, g => g.Code == "soil");
                Assert.Contains(window.Gates, g => g.Code == "nights");
                Assert.All(window.Gates, g => Assert.True(g.Opens is null || (g.Low <= g.Opens && (g.High is null || g.Opens <= g.High))));
            }
        }
    }

    [Property(MaxTest = 60)]
    public bool A_warmer_surface_or_an_easier_limit_never_opens_later(byte night, byte soil, bool pepper)
    {
        var crop = pepper ? Crop.Pepper : Crop.Tomato;
        var hard = HouseRules.Default with
        {
            TomatoNightC = 4 + (night % 60 / 10.0),
            PepperNightC = 4 + (night % 60 / 10.0),
            PepperSoilC = 13,
        };
        var easy = hard with { TomatoNightC = 4, PepperNightC = 4 };
        // With cover the nearer limit holds, which may be reached sooner: only gates that open without are compared.
        PlantingWindow[] surfaces =
        [
            .. new[] { Surface.Mulch, Surface.Bare, Surface.Raised, Surface.Film }.Select(s => Window(crop, s, hard)),
        ];
        PlantingWindow[] nights = [Window(crop, Surface.Film, hard), Window(crop, Surface.Film, easy)];
        PlantingWindow[] soils =
        [
            Window(crop, Surface.Raised, hard),
            Window(crop, Surface.Raised, hard, Upland with { SoilMorning = Upland.SoilMorning.Plus(soil / 100.0) }),
        ];
        return new[] { surfaces, nights, soils }.All(windows =>
        {
            var days = windows.Where(w => w.Gates.All(g => !g.WithCover && g.Opens is not null)).Select(w => w.Opens.Mid).ToList();
            return days.SequenceEqual(days.OrderDescending());
        });
    }

    [Fact]
    public void A_gate_that_opens_only_with_cover_says_so_and_one_that_never_opens_says_by_how_far()
    {
        var warmest = Upland.Nights.MeanC.Max();
        var near = Window(Crop.Pepper, Surface.Bare, HouseRules.Default with { PepperNightC = warmest + 0.3 })
            .Gates.Single(g => g.Code == "nights");
        Assert.True(near.WithCover && near.Opens is not null);
        Assert.Equal("nights-near", near.Reason.Code);

        var cold = Upland with { Nights = Upland.Nights.Plus(-9) };
        var window = Window(Crop.Pepper, Surface.Bare, climate: cold);
        var never = window.Gates[^1];
        Assert.Equal(("nights", (DateOnly?)null, "nights-never"), (never.Code, never.Opens, never.Reason.Code));
        Assert.Equal(11 - (warmest - 9), never.ShortBy!.Value, 1e-9);
        // The window still has a day: by the other gates.
        Assert.Equal(window.Gates.Where(g => g.Opens is not null).Max(g => g.Opens), window.Opens.Mid);
    }

    [Fact]
    public void Peppers_by_soil_and_nights_alone_need_a_record()
    {
        var rules = HouseRules.Default with { PepperTiming = PepperTiming.BySoilAndNights };
        Assert.DoesNotContain(Window(Crop.Pepper, Surface.Film, rules).Gates, g => g.Code == "pepper-timing");
        var without = PlantingWindow.For(Crop.Pepper, new(Freeze, null, Hemisphere.North, 2026), rules, Surface.Bare);
        Assert.Contains(without.Gates, g => g.Code == "pepper-timing");
        Assert.Contains(without.Reasons, r => r.Code == "timing-needs-record");
    }

    [Fact]
    public void Where_it_seldom_freezes_soil_and_nights_alone_decide()
    {
        var seldom = new SpringFreeze(new DateOnly(2026, 2, 1).DayNumber, 10, false, 0.05, 31);
        Assert.Null(seldom.DayAtRisk(0.1));
        var window = PlantingWindow.For(Crop.Tomato, new(seldom, Upland, Hemisphere.North, 2026), HouseRules.Default, Surface.Bare);
        Assert.DoesNotContain(window.Gates, g => g.Code == "freeze");
        Assert.Contains(window.Gates[0].Code, (string[])["soil", "nights"]);
    }

    [Fact]
    public void The_southern_spring_reaches_its_limit_in_its_own_half_of_the_year()
    {
        var days = Made.Days(new(1995, 1, 1), new(2025, 6, 30)).Select(d => d with { Day = d.Day.AddDays(182) }).ToList();
        var south = SiteClimate.From(WeatherRecord.From(days), 0)!;
        var (here, there) = (
            Upland.Nights.Reaches(8, Hemisphere.North).AxisDay!.Value,
            south.Nights.Reaches(8, Hemisphere.South).AxisDay!.Value
        );
        Assert.InRange(there, here + 182 - 365 - 2, here + 182 - 365 + 2);
    }

    [Fact]
    public void A_year_or_two_of_record_are_no_climate()
    {
        Assert.Null(SiteClimate.From(WeatherRecord.From([.. Made.Days(new(2020, 1, 1), new(2022, 12, 31))]), 0));
        Assert.NotNull(SiteClimate.From(WeatherRecord.From([.. Made.Days(new(2018, 1, 1), new(2022, 12, 31))]), 0));
    }

    [Fact]
    public void Planting_ends_where_it_would_not_ripen_before_the_first_freeze()
    {
        var freeze = FreezeYears.Of(Record, SeasonHalf.Autumn, 0, 0, Hemisphere.North).Fit!;
        var first = SeasonAxis.DayNumber(freeze.DayAt(0.1)!.Value, 2026);
        var (safe, last) = AutumnWindow.LastPlanting(first, 70);
        Assert.Equal(7, last.DayNumber - safe.DayNumber);
        Assert.Equal((int)Math.Floor(first), last.DayNumber + 70 + AutumnWindow.PickingDays);
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
