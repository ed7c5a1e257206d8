using Juvenal.Core.Cultivars;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Cultivars;

/// <summary>Where the packet does not say, fruit ripens as its kind does.</summary>
public class RipeningTests
{
    [Theory]
    [InlineData(SpeciesGroup.Tomato, Habit.Dwarf, null, 55)]
    [InlineData(SpeciesGroup.Tomato, Habit.Dwarf, Fruit.Small, 55)]
    [InlineData(SpeciesGroup.Tomato, Habit.Bush, null, 65)]
    [InlineData(SpeciesGroup.Tomato, Habit.Tall, Fruit.Small, 65)]
    [InlineData(SpeciesGroup.Tomato, Habit.Tall, null, 75)]
    [InlineData(SpeciesGroup.Tomato, Habit.HalfBush, Fruit.Medium, 75)]
    [InlineData(SpeciesGroup.Tomato, Habit.Tall, Fruit.Large, 85)]
    [InlineData(SpeciesGroup.Annuum, Habit.Bush, null, 90)]
    [InlineData(SpeciesGroup.Annuum, Habit.Bush, Fruit.Coloured, 90)]
    [InlineData(SpeciesGroup.Annuum, Habit.Bush, Fruit.Green, 75)]
    [InlineData(SpeciesGroup.Annuum, Habit.Bush, Fruit.Hot, 80)]
    [InlineData(SpeciesGroup.Chinense, Habit.Bush, Fruit.Hot, 100)]
    public void By_kind_and_fruit(SpeciesGroup group, Habit habit, Fruit? fruit, int days) =>
        Assert.Equal(days, Ripening.Usual(group, habit, fruit));

    [Fact]
    public void Green_fruit_is_a_peppers_and_a_beefsteak_a_tomatos()
    {
        foreach (var fruit in Enum.GetValues<Fruit>())
            Assert.NotEqual(Ripening.Belongs(fruit, Crop.Tomato), Ripening.Belongs(fruit, Crop.Pepper));
        Assert.True(Ripening.Belongs(Fruit.Large, Crop.Tomato));
        Assert.True(Ripening.Belongs(Fruit.Green, Crop.Pepper));
    }

    [Fact]
    public void It_is_said_that_the_packet_does_not_say()
    {
        var typed = Planner.Plan(Nurseries.Request()).Value;
        var byKind = Planner.Plan(Nurseries.Request(Nurseries.Tomato with { ByKind = true })).Value;
        Assert.Contains(typed.Step(StepKind.Ripe).Reasons, r => r.Code == "days-to-ripe");
        Assert.Contains(byKind.Step(StepKind.Ripe).Reasons, r => r.Code == "days-to-ripe-by-kind");
    }
}
