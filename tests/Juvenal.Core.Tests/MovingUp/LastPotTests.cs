using Juvenal.Core.Cultivars;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.MovingUp;

public class LastPotTests
{
    [Theory]
    [InlineData(Crop.Tomato, SpeciesGroup.Tomato, Habit.Dwarf, 1.0, 5.0)]
    [InlineData(Crop.Tomato, SpeciesGroup.Tomato, Habit.Bush, 10.0, 15.0)]
    [InlineData(Crop.Tomato, SpeciesGroup.Tomato, Habit.HalfBush, 15.0, 20.0)]
    [InlineData(Crop.Tomato, SpeciesGroup.Tomato, Habit.Tall, 20.0, null)]
    [InlineData(Crop.Pepper, SpeciesGroup.Annuum, Habit.Dwarf, 3.0, 5.0)]
    [InlineData(Crop.Pepper, SpeciesGroup.Annuum, Habit.Bush, 8.0, 12.0)]
    [InlineData(Crop.Pepper, SpeciesGroup.Chinense, Habit.Dwarf, 10.0, 20.0)]
    public void Each_kind_wants_its_own(Crop crop, SpeciesGroup group, Habit habit, double least, double? most) =>
        Assert.Equal(new LastPot(least, most), LastPot.For(new(crop, group, habit, 75)));

    /// <summary>Said where they end in a pot, and only there; a plant that is sown in a pot large enough is a plan without a word.</summary>
    [Fact]
    public void A_plan_says_where_its_last_pot_is_too_small()
    {
        var warm = Nurseries.Place("House", 22, 18);
        var path = Nurseries.Path() with { Moves = [new(new("2 L pot", 2, Final: true), warm)], Ends = new(AimKind.Pot) };
        var small = Assert.Single(Warnings(path));
        Assert.Equal((2, 20, "2 L pot"), (small.Value, small.Limit, small.Subject));
        Assert.Empty(Warnings(path with { Moves = [new(new("Tub", 20, Final: true), warm)] }));
        Assert.Empty(Warnings(path with { Ends = null }));

        var tub = path with { Tray = new("Tub", 20, Final: true), Moves = [] };
        Assert.Empty(Warnings(tub));
        Assert.Single(Warnings(tub with { Tray = new("Bucket", 9, Final: true) }));

        static IEnumerable<Core.Measures.Reason> Warnings(GrowingPath path) =>
            Planner.Plan(Nurseries.Request(path: path)).Value.Warnings.Where(w => w.Code == "last-pot-small");
    }
}
