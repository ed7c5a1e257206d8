using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Xunit;

namespace Juvenal.Core.Tests.Places;

/// <summary>Places whose warmth follows the weather, and plans that walk through them.</summary>
public class PlaceWarmthTests
{
    private static readonly LeafModel Leaf = LeafModel.For(SpeciesGroup.Tomato);
    private static readonly WeatherRecord Record = WeatherRecord.From([.. StandIns.Weather.Days(new(1995, 1, 1), new(2025, 12, 31))]);
    private static readonly SiteClimate Climate = SiteClimate.From(Record, 0, 47)!;
    private static readonly SeasonWeather Weather = SeasonWeather.From(Climate, 47, 2026, new Dictionary<DateOnly, WeatherDay>());
    private static readonly PlaceWarmth Glass = Weather.Of(UnderTheSky.Glasshouse, UnderTheSky.Glasshouse, 0, 0);
    private static readonly PlaceWarmth Stand = Weather.Of(UnderTheSky.Stand, UnderTheSky.Stand, 0, 0);

    private static double Day(int month, int day) => new DateOnly(2026, month, day).DayNumber;

    /// <summary>A place that is as warm each day is a place that is kept so: one plan.</summary>
    [Fact]
    public void Even_warmth_day_by_day_is_kept_warmth()
    {
        var even = new PlaceWarmth(new(2025, 8, 1), [.. Enumerable.Range(0, 4).Select(_ => Enumerable.Repeat(17.0, 549).ToArray())]);
        var kept = Nurseries.Place("House", 17, 17);
        var path = Nurseries.Path() with { Seedling = kept, Moves = [.. Nurseries.Path().Moves.Select(m => m with { Place = kept })] };
        var follows = kept with { Follows = even };
        var other = path with { Seedling = follows, Moves = [.. path.Moves.Select(m => m with { Place = follows })] };
        var request = Nurseries.Request() with { Path = path };
        var (a, b) = (Planner.Plan(request).Value, Planner.Plan(request with { Path = other }).Value);
        Assert.Equal(a.Steps.Select(s => s.Date.Mid), b.Steps.Select(s => s.Date.Mid));
        // Sums are drawn straight between −2 and +2 °C; the ends of a band may differ by a day.
        Assert.All(a.Steps.Zip(b.Steps), s => Assert.InRange(s.Second.Date.High.DayNumber - s.First.Date.High.DayNumber, -2, 2));
    }

    /// <summary>
    /// A house in which nothing grows from November to March: counted back to the day, tomatoes would be sown in autumn. What is sown in
    /// spring is ready a little later, and stands half a year less.
    /// </summary>
    [Fact]
    public void Nothing_is_sown_in_autumn_to_gain_a_few_days_in_spring()
    {
        var first = new DateOnly(2025, 8, 1);
        double[] year =
        [
            .. Enumerable
                .Range(0, 549)
                .Select(i => first.AddDays(i))
                .Select(d =>
                    d < new DateOnly(2025, 11, 1) ? 17
                    : d < new DateOnly(2026, 3, 1) ? 4
                    : Math.Min(18, 4 + ((d.DayNumber - new DateOnly(2026, 3, 1).DayNumber) * 0.18))
                ),
        ];
        var cold = Nurseries.Place("Tunnel", 10, 10) with { Follows = new PlaceWarmth(first, [year, year]) };
        var path = Nurseries.Path() with { Seedling = cold, Moves = [.. Nurseries.Path().Moves.Select(m => m with { Place = cold })] };
        var plan = Planner.Plan(Nurseries.Request(path: path, today: first)).Value;
        Assert.InRange(plan.Day(Usual.Sow), new DateOnly(2026, 2, 1), new DateOnly(2026, 4, 1));
        var sown = plan.Day(Usual.Sow);
        foreach (var earlier in new[] { 7, 60, 120 })
        {
            var request = Nurseries.Request(path: path, today: first).With(Usual.Sow, new(Locked: sown.AddDays(-earlier)));
            var gains = plan.Day(Usual.Harden).DayNumber - Planner.Plan(request).Value.Day(Usual.Harden).DayNumber;
            Assert.InRange(gains, 0, (Walk.EarlierGains * earlier) + 1);
        }

        // Where it is kept warm nothing changes: it is counted back to the day.
        var warm = Planner.Plan(Nurseries.Request()).Value;
        Assert.Equal(warm.Window.Opens.Mid, warm.Day(Usual.PlantOut));
    }

    [Property(MaxTest = 100)]
    public bool What_is_reached_on_a_day_was_gathered_until_then(ushort from, byte length, byte offset, byte spring)
    {
        var start = new DateOnly(2025, 12, 1).DayNumber + (from % 200) + 0.25;
        var need = 1 + length;
        var off = ((offset % 9) - 4) / 2.0;
        var day = Glass.Reached(Leaf, Gathers.Roots, spring, start, need, off);
        var gathered = Glass.Between(Leaf, Gathers.Roots, spring, start, day, off);
        return day >= start && (Math.Abs(gathered - need) < 1e-6 * need || day >= Glass.First.DayNumber + 548);
    }

    [Property(MaxTest = 60)]
    public bool Warmer_is_never_later_and_parts_add_up(byte a, byte b, byte spring)
    {
        var (from, middle, to) = (Day(3, 1), Day(3, 1) + a % 60, Day(3, 1) + (a % 60) + (b % 60));
        var whole = Glass.Between(Leaf, Gathers.Roots, spring, from, to, 0);
        var parts = Glass.Between(Leaf, Gathers.Roots, spring, from, middle, 0) + Glass.Between(Leaf, Gathers.Roots, spring, middle, to, 0);
        return Math.Abs(whole - parts) < 1e-6
            && Glass.Reached(Leaf, Gathers.Roots, spring, from, 60, 1) <= Glass.Reached(Leaf, Gathers.Roots, spring, from, 60, -1)
            && Glass.Between(Leaf, Gathers.Roots, spring, from, to, 0) >= Stand.Between(Leaf, Gathers.Roots, spring, from, to, 0);
    }

    [Fact]
    public void A_floor_holds_the_night_a_vent_the_day_and_glass_without_heat_is_slow_in_march()
    {
        var heated = UnderTheSky.Glasshouse with { FloorC = 12 };
        Assert.Equal(12, heated.Low(-8));
        Assert.Equal(26, UnderTheSky.Glasshouse.High(5, 18, 25));
        Assert.Equal(31, UnderTheSky.Glasshouse.High(15, 31, 25));
        Assert.Equal((3.0, 14.0), (UnderTheSky.Stand.Low(3), UnderTheSky.Stand.High(3, 14, 20)));
        // A fixed warmth of 15 °C grows three leaves in March; glass without heat hardly one.
        Assert.True(Glass.Between(Leaf, Gathers.Roots, null, Day(3, 1), Day(3, 31), 0) < 0.7 * 30 * Leaf.DegreeDays(15));
        Assert.InRange(Glass.Mean(null, Day(5, 15), Day(5, 31)) - Stand.Mean(null, Day(5, 15), Day(5, 31)), 1, 6);
    }

    [Fact]
    public void What_is_known_of_this_season_is_the_same_in_every_spring()
    {
        var known = Enumerable
            .Range(0, 30)
            .ToDictionary(i => new DateOnly(2026, 3, 1).AddDays(i), i => new WeatherDay(new DateOnly(2026, 3, 1).AddDays(i), 4, 16));
        var stand = SeasonWeather.From(Climate, 47, 2026, known).Of(UnderTheSky.Stand, UnderTheSky.Stand, 0, 0);
        for (var spring = 0; spring < stand.Springs; spring++)
            Assert.Equal(10, stand.Mean(spring, Day(3, 1), Day(3, 30)), 1e-9);
        Assert.NotEqual(stand.Mean(0, Day(4, 15), Day(4, 30)), stand.Mean(1, Day(4, 15), Day(4, 30)));
    }

    [Fact]
    public void By_day_here_and_by_night_there_has_the_warmth_of_each()
    {
        var pair = Weather.Of(UnderTheSky.Stand, null, 0, 15);
        // 14 hours of the stand's high and 10 of the kept night.
        Assert.Equal(((14 * 20.0) + (10 * 15)) / 24, Kept(20, 15).Mean(null, Day(5, 1), Day(5, 1)), 1e-9);
        Assert.True(pair.Mean(null, Day(4, 1), Day(4, 30)) > Stand.Mean(null, Day(4, 1), Day(4, 30)));
        static PlaceWarmth Kept(double day, double night) => Weather.Of(null, null, day, night);
    }

    /// <summary>Without a record: a mean year that freezes about when the grower says it does.</summary>
    [Theory]
    [InlineData(47)]
    [InlineData(60)]
    [InlineData(-38)]
    public void A_mean_year_from_the_frost_date_alone(double latitude)
    {
        var south = latitude < 0;
        var freeze = SpringFreeze
            .FromTyped(new(south ? SeasonDay.From(10, 10) : SeasonDay.From(5, 9), null), 2026, south ? Hemisphere.South : Hemisphere.North)
            .Value;
        var stand = SeasonWeather.From(freeze, latitude, 2026).Of(UnderTheSky.Stand, UnderTheSky.Stand, 0, 0);
        var frost = freeze.MeanDayNumber;
        // Lows of 4 °C at the average last frost, highs 10 above them.
        Assert.Equal(9, stand.Mean(null, frost, frost), 0.3);
        Assert.True(stand.Mean(null, frost + 60, frost + 60) > stand.Mean(null, frost, frost) + 3);
        Assert.True(stand.Mean(null, frost - 90, frost - 90) < stand.Mean(null, frost, frost) - 5);
    }
}
