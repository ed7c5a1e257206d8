using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Places;
using Juvenal.Core.PlantingOut;
using Xunit;

namespace Juvenal.Core.Tests.PlantingOut;

public class PotSheetTests
{
    private static readonly Container Two = new("2 L pot", 2),
        Twenty = new("20 L pot", 20);

    private static PotWish Tall(int plants, Container pot) => new(new(Crop.Tomato, Habit.Tall, plants), pot);

    /// <summary>8 × 20 L + 15 % is 184 L; 0.3 L of water for a litre.</summary>
    [Fact]
    public void Mix_water_and_stakes_are_those_of_what_is_to_be_potted()
    {
        var sheet = PotSheet.Of([Tall(8, Twenty), new(new(Crop.Tomato, Habit.Dwarf, 4), Two), new(new(Crop.Pepper, Habit.Bush, 3), Two)]);
        Assert.Equal((184 + 16.1, 60.03), (Math.Round(sheet.MixL, 6), Math.Round(sheet.WaterL, 6)));
        Assert.Equal((8, 3, 20.0, true), (sheet.Stakes, sheet.ShortStakes, sheet.HeaviestKg, sheet.Heavy));
        // What is potted already weighs nothing more.
        Assert.False(PotSheet.Of([Tall(0, Twenty), new(new(Crop.Pepper, Habit.Bush, 3), Two)]).Heavy);
        Assert.Equal(0, PotSheet.Of([]).MixL);
    }

    /// <summary>A tall tomato asks for 50 cm, a pepper for 45, a dwarf for 30; a pot wider than that for its width.</summary>
    [Theory]
    [InlineData(Crop.Tomato, Habit.Tall, 2, 50)]
    [InlineData(Crop.Pepper, Habit.Bush, 2, 45)]
    [InlineData(Crop.Tomato, Habit.Dwarf, 2, 30)]
    public void Pots_stand_as_far_apart_as_plants_in_a_bed(Crop crop, Habit habit, double litres, double cm)
    {
        Assert.Equal(cm, PotSheet.SpacingCm(new(new(crop, habit, 1), new("pot", litres))));
        Assert.Equal(
            PotShape.Of(new("tub", 100)).TopCm + BenchRoom.WallCm,
            PotSheet.SpacingCm(new(new(crop, habit, 1), new("tub", 100))),
            9
        );
    }

    /// <summary>None is lost: each stands in its spot, or is over; and two never share one.</summary>
    [Property]
    public bool Each_stands_in_one_spot_or_finds_no_room(byte tall, byte dwarf, ushort length, ushort width)
    {
        PotWish[] pots = [Tall(tall, Twenty), new(new(Crop.Tomato, Habit.Dwarf, dwarf), Two)];
        var layout = PotSheet.Layout(1 + (length % 1000), 1 + (width % 500), pots);
        return layout.Spots.Count + layout.Over.Sum() == tall + dwarf
            && layout.Spots.Select(s => (s.Row, s.Place)).Distinct().Count() == layout.Spots.Count
            && layout.Spots.Count <= layout.Fits.Plants;
    }
}
