using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Growth;

public class GrowthTests
{
    /// <summary>
    /// Common practice, no source: a tomato stands about 14 days in a 30 mL cell, about 4 weeks in a 10 cm pot (0.5 L); a pepper 4–8 weeks
    /// in a 0.5 L cup.
    /// </summary>
    [Theory]
    [InlineData(Crop.Tomato, 0.03, 13, 15)]
    [InlineData(Crop.Tomato, 0.5, 28, 28)]
    [InlineData(Crop.Pepper, 0.5, 28, 56)]
    public void A_pot_holds_a_plant_as_long_as_growers_find(Crop crop, double litres, double low, double high) =>
        Assert.InRange(PotHold.Days(crop, litres, 20).Value.ComfortableDays, low, high);

    [Property]
    public bool A_bigger_pot_never_holds_shorter_and_a_warmer_place_never_longer(byte litres, byte more, byte celsius, byte warmer)
    {
        var (v, t) = (0.005 + (litres / 100.0), 12 + (celsius % 15));
        var held = PotHold.Days(Crop.Tomato, v, t).Value.ComfortableDays;
        return PotHold.Days(Crop.Tomato, v + (more / 200.0), t).Value.ComfortableDays >= held
            && PotHold.Days(Crop.Tomato, v, t + (warmer % 8)).Value.ComfortableDays <= held;
    }

    [Property]
    public bool Below_the_optimum_warmer_soil_is_never_slower(byte celsius, byte warmer)
    {
        var (t, u) = (10.5 + (celsius / 20.0), 10.5 + (celsius / 20.0) + (warmer / 40.0));
        // 29 °C is the optimum of both; above it the table turns.
        if (u > 29)
            return true;
        return EmergenceTable.For(Crop.Pepper).RatePerDay(u) >= EmergenceTable.For(Crop.Pepper).RatePerDay(t)
            && EmergenceTable.For(Crop.Tomato).RatePerDay(u) >= EmergenceTable.For(Crop.Tomato).RatePerDay(t);
    }

    [Fact]
    public void Leaves_stop_at_the_base_stay_even_from_26_to_30_and_stall_at_38()
    {
        var tomato = LeafModel.For(SpeciesGroup.Tomato);
        Assert.Equal(0, tomato.LeavesPerDay(8));
        Assert.Equal(0, tomato.LeavesPerDay(-5));
        Assert.Equal(18.0 / 42, tomato.LeavesPerDay(26), 1e-12);
        Assert.Equal(tomato.LeavesPerDay(26), tomato.LeavesPerDay(30), 1e-12);
        Assert.Equal(9.0 / 42, tomato.LeavesPerDay(34), 1e-12);
        Assert.Equal(0, tomato.LeavesPerDay(38));
        Assert.Equal(0, tomato.LeavesPerDay(45));
        // Roots fill their pot all the same.
        Assert.Equal(20, tomato.DegreeDays(34));
        Assert.Equal(12.0 / 42, tomato.LeavesPerDay(20), 1e-12);
    }

    [Theory]
    [InlineData(4, 0.65)]
    [InlineData(8, 0.89)]
    [InlineData(14, 1)]
    [InlineData(40, 1.03)]
    [InlineData(0, 0)]
    public void Leaves_want_light(double mol, double factor) => Assert.Equal(factor, LeafModel.LightFactor(mol), 0.005);

    [Fact]
    public void Lamps_and_sky_add_up_and_what_is_not_known_is_said_so()
    {
        Assert.Null(PlaceLight.Of(PlaceKind.Room, null, null));
        Assert.Equal(200 * 14 * 3600 / 1e6, PlaceLight.Of(PlaceKind.Lamps, 200, 14)!.Mol(20), 1e-9);
        Assert.Equal((200 * 14 * 3600 / 1e6) + (0.3 * 20 * 2), PlaceLight.Of(PlaceKind.Sill, 200, 14)!.Mol(20), 1e-9);
    }

    [Fact]
    public void The_mean_of_a_place_is_weighted_by_14_hours_of_day()
    {
        Assert.Equal(((14 * 21.0) + (10 * 17)) / 24, Nurseries.Place("House", 21, 17).MeanCelsius, 1e-12);
        Assert.Equal(26, Nurseries.Place("Mat", 21, 17, 26).SoilCelsius);
        Assert.Equal(19.333, Nurseries.Place("House", 21, 17).SoilCelsius, 1e-3);
    }

    [Fact]
    public void Mix_is_ordered_with_what_settles() => Assert.Equal(125 * 1.0 * 1.15, Mix.Litres(125, 1.0), 1e-9);

    [Theory]
    [InlineData(double.NaN)]
    [InlineData(-91)]
    [InlineData(81)]
    [InlineData(double.PositiveInfinity)]
    public void A_temperature_that_cannot_be_is_none(double celsius)
    {
        Assert.False(Temperature.TryFromCelsius(celsius, out _));
        Assert.Throws<ArgumentOutOfRangeException>(() => Temperature.FromCelsius(celsius));
    }

    [Fact]
    public void Temperatures_have_an_order_and_a_default()
    {
        Assert.Equal(0, default(Temperature).Celsius);
        Assert.True(Temperature.FromCelsius(-1) < Temperature.FromCelsius(0));
        Assert.True(Temperature.FromCelsius(5) >= Temperature.FromCelsius(5));
        Assert.True(Temperature.FromCelsius(6) > Temperature.FromCelsius(5));
        Assert.True(Temperature.FromCelsius(5) <= Temperature.FromCelsius(6));
    }

    [Property]
    public bool A_spread_always_holds_its_day(int low, int mid, int high)
    {
        var (a, b, c) = (Day(low), Day(mid), Day(high));
        var spread = DateSpread.Around(a, b, c);
        return spread.Low <= spread.Mid && spread.Mid <= spread.High && spread.Mid == b;

        static DateOnly Day(int n) => DateOnly.FromDayNumber(730_000 + (n % 1000));
    }

    [Fact]
    public void Spreads_are_rounded_to_the_nearest_day()
    {
        var spread = DateSpread.FromDayNumbers(739_000.9, 739_003.4, 739_005.1);
        Assert.Equal((739_001, 739_003, 739_005), (spread.Low.DayNumber, spread.Mid.DayNumber, spread.High.DayNumber));
    }

    /// <summary>28 days at 20 °C in half a litre; what is used by today counts, and a final pot is never full.</summary>
    [Fact]
    public void A_pot_is_full_and_overdue_on_days_of_its_own()
    {
        var (leaf, pot) = (LeafModel.For(SpeciesGroup.Tomato), new Container("Half a litre", 0.5));
        var place = Nurseries.Place("Bench", 20, 20);
        var since = new DateOnly(2026, 4, 1);
        Assert.Equal((since.AddDays(28), since.AddDays(39)), PotHold.Until(leaf, pot, place, since, since, 60));
        Assert.Equal((since.AddDays(28), since.AddDays(39)), PotHold.Until(leaf, pot, place, since, since.AddDays(20), 60));
        // Long ago is today; further than is asked is not said.
        Assert.Equal((since.AddDays(50), since.AddDays(50)), PotHold.Until(leaf, pot, place, since, since.AddDays(50), 60));
        Assert.Equal((since.AddDays(28), null), PotHold.Until(leaf, pot, place, since, since, 30));
        Assert.Equal((null, null), PotHold.Until(leaf, pot with { Final = true }, place, since, since.AddDays(50), 60));
    }
}
