using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Rules;
using Xunit;

namespace Juvenal.Core.Tests.PlantingOut;

/// <summary>Who stands where in a bed, what it remembers, and what planting takes.</summary>
public class BedLayoutTests
{
    /// <summary>Never a plant invented or lost: each has a place of its own in the bed, or is said to find none.</summary>
    [Property(MaxTest = 300)]
    public void Every_plant_has_its_place_or_none(ushort length, ushort width, byte spacing, bool north, byte[] plants)
    {
        var bed = new Bed(
            1 + (length % 3000),
            1 + (width % 600),
            spacing % 3 == 0 ? null : 20 + spacing,
            null,
            north ? Along.NorthSouth : Along.EastWest
        );
        List<BedWish> wishes = [.. plants.Take(6).Select(p => new BedWish(p % 2 == 0 ? Crop.Tomato : Crop.Pepper, (Habit)(p % 4), p))];
        var layout = BedLayout.Of(bed, wishes);
        Assert.Equal(wishes.Sum(w => w.Plants), layout.Spots.Count + layout.Over.Sum());
        Assert.Equal(Math.Min(layout.Fits.Plants, wishes.Sum(w => w.Plants)), layout.Spots.Count);
        Assert.Equal(layout.Spots.Count, layout.Spots.Select(s => (s.Row, s.Place)).Distinct().Count());
        Assert.All(
            layout.Spots,
            s =>
            {
                Assert.InRange(s.Row, 0, layout.Fits.Rows - 1);
                Assert.InRange(s.Place, 0, layout.Fits.PerRow - 1);
            }
        );
        Assert.All(
            wishes.Select((w, i) => (w, i)),
            w => Assert.Equal(w.w.Plants, layout.Spots.Count(s => s.Wish == w.i) + layout.Over[w.i])
        );
    }

    /// <summary>No taller plant stands south of a lower one, whichever way the rows run.</summary>
    [Theory]
    [InlineData(Along.EastWest)]
    [InlineData(Along.NorthSouth)]
    public void The_tall_ones_stand_to_the_north(Along runs)
    {
        var layout = BedLayout.Of(
            new(1000, 300, Runs: runs),
            [new(Crop.Pepper, Habit.Bush, 12), new(Crop.Tomato, Habit.Dwarf, 8), new(Crop.Tomato, Habit.Tall, 20)]
        );
        int South(BedSpot s) => runs == Along.EastWest ? s.Row : s.Place;
        var (tall, pepper, dwarf) = (2, 0, 1);
        Assert.True(layout.Spots.Where(s => s.Wish == tall).Max(South) <= layout.Spots.Where(s => s.Wish == pepper).Min(South));
        Assert.True(layout.Spots.Where(s => s.Wish == pepper).Max(South) <= layout.Spots.Where(s => s.Wish == dwarf).Min(South));
    }

    /// <summary>A worked example: 10 m by 1.2 m, 20 cm free all round: 20 tomatoes at 50 cm, in 2 rows at 75 cm; 22 peppers at 45 cm.</summary>
    [Fact]
    public void A_bed_takes_as_many_as_its_spacing_has_room_for()
    {
        var tomatoes = BedLayout.Of(new(1000, 120), [new(Crop.Tomato, Habit.Tall, 45)]);
        Assert.Equal((2, 20, 40, 5), (tomatoes.Fits.Rows, tomatoes.Fits.PerRow, tomatoes.Fits.Plants, tomatoes.Over[0]));
        Assert.Equal(22, BedLayout.Of(new(1000, 120), [new(Crop.Pepper, Habit.Bush, 1)]).Fits.PerRow);
        // Together they go by the wider; as the grower says, they go by that.
        Assert.Equal(20, BedLayout.Of(new(1000, 120), [new(Crop.Pepper, Habit.Bush, 1), new(Crop.Tomato, Habit.Bush, 1)]).Fits.PerRow);
        Assert.Equal((25, 3), Rows(new(1000, 120, 40, 40)));
        // Narrower than its edges: one row along the middle.
        Assert.Equal((20, 1), Rows(new(1000, 30)));

        static (int, int) Rows(Bed bed)
        {
            var fits = BedLayout.Of(bed, [new(Crop.Tomato, Habit.Tall, 1)]).Fits;
            return (fits.PerRow, fits.Rows);
        }
    }

    [Fact]
    public void A_bed_remembers_four_years_and_what_stays_in_its_soil()
    {
        List<BedYear> years =
        [
            new(2026, [BedCrop.Tomato], [BedTrouble.Knots]),
            new(2025, [BedCrop.Potato], []),
            new(2022, [BedCrop.Pepper], [BedTrouble.Wilt]),
            new(2021, [BedCrop.Tomato], [BedTrouble.Knots]),
        ];
        var memory = BedMemory.Of(years, 2026);
        // This year is not its own past, and the fifth year back counts no more.
        Assert.Equal((2025, 2), (memory.Last!.Value, memory.Years));
        Assert.Equal([(BedTrouble.Wilt, 2022)], memory.Trouble);
        Assert.Null(BedMemory.Of([], 2026).Last);
        Assert.Null(BedMemory.Of([new(2025, [], [])], 2026).Last);
    }

    /// <summary>40 plants: 80 L; 600 g at 15 g, or 12 L of compost, by the house rule; stakes by habit; 12 m² of mulch 6 cm thick are 720 L.</summary>
    [Fact]
    public void What_planting_takes_is_counted()
    {
        List<BedWish> plants = [new(Crop.Tomato, Habit.Tall, 20), new(Crop.Tomato, Habit.Dwarf, 5), new(Crop.Pepper, Habit.Bush, 15)];
        var fill = HoleFill.Of(plants, HoleRule.Granules, 12);
        Assert.Equal((80.0, 600.0, 0.0), (fill.WaterL, fill.FeedG, fill.CompostL));
        Assert.Equal((20, 15, 40), (fill.Stakes, fill.ShortStakes, fill.Collars));
        Assert.Equal(720, fill.MulchL!.Value, 6);
        Assert.Equal(
            (0.0, 12.0),
            (HoleFill.Of(plants, HoleRule.Compost, null).FeedG, HoleFill.Of(plants, HoleRule.Compost, null).CompostL)
        );
        Assert.Null(HoleFill.Of(plants, HoleRule.Nothing, null).MulchL);
    }

    /// <summary>As many as are wanted, of those that stand; before any stands, those that are wanted.</summary>
    [Theory]
    [InlineData(0, 40, 0, 40)]
    [InlineData(46, 40, 0, 40)]
    [InlineData(30, 40, 0, 30)]
    [InlineData(6, 40, 40, 0)]
    [InlineData(6, 40, 38, 2)]
    [InlineData(0, 40, 38, 0)]
    [InlineData(3, 40, 43, 0)]
    public void No_more_are_planted_than_stand_and_are_wanted(int inPots, int wanted, int planted, int toGo) =>
        Assert.Equal(toGo, HoleFill.ToGo(inPots, wanted, planted));
}
