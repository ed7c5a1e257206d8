using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;

namespace Juvenal.Core.Care;

/// <summary>What is taken off a plant by hand.</summary>
public enum Pinched
{
    /// <summary>The tip, so that it branches.</summary>
    Tops,

    /// <summary>Flowers and buds.</summary>
    Flowers,

    SeedLeaves,

    /// <summary>In the axils of tomatoes.</summary>
    SideShoots,
}

/// <summary>Plants before a step, as far as pinching asks.</summary>
/// <param name="Step">That they are about to do.</param>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="Habit">Of the cultivar.</param>
/// <param name="Leaves">True leaves; null: nobody knows.</param>
/// <param name="Grafted">Never topped below the union, so not by a rule at all.</param>
/// <param name="DaysInPot">Since they were moved; null: not known.</param>
/// <param name="Topped">They were already.</param>
public sealed record BeforeStep(
    Step Step,
    Crop Crop,
    Habit Habit,
    double? Leaves,
    bool Grafted = false,
    int? DaysInPot = null,
    bool Topped = false
);

/// <summary>What is pinched and topped by the house rules.</summary>
public static class Pinching
{
    /// <summary>Fewer true leaves have no buds. [common practice, no source]</summary>
    public const double FlowersFrom = 5;

    /// <summary>Topped above the sixth to eighth true leaf. [common practice, no source]</summary>
    public const double TopFrom = 6,
        TopTo = 8;

    /// <summary>Left below the first fork. [common practice, no source]</summary>
    public const double LeavesBelowFork = 4;

    /// <summary>A topped plant bears so much later: two to three weeks, days. [common practice, no source]</summary>
    public const int ToppedLaterDays = 17;

    /// <summary>What the house asks to be taken off at a step.</summary>
    /// <param name="plants">Before it.</param>
    /// <param name="rules">The house rules.</param>
    public static IReadOnlyList<Pinched> Asked(BeforeStep plants, HouseRules rules)
    {
        ArgumentNullException.ThrowIfNull(plants);
        ArgumentNullException.ThrowIfNull(rules);
        var asked = new List<Pinched>();
        if (plants.Step.Kind == StepKind.Move && SeedLeavesNow(plants, rules.SeedLeaves))
            asked.Add(Pinched.SeedLeaves);
        if (plants.Step.Kind is not (StepKind.Move or StepKind.Harden or StepKind.PlantOut))
            return asked;
        // A dwarf that ends in its pot is to bear there.
        if (rules.Flowers == FlowersRule.Remove && plants.Habit != Habit.Dwarf && (plants.Leaves ?? 0) >= FlowersFrom)
            asked.Add(Pinched.Flowers);
        if (plants.Step.Kind == StepKind.Move)
            return asked;
        if (
            plants.Crop == Crop.Tomato
            && (rules.SideShoots == SideShoots.All || (rules.SideShoots == SideShoots.TallOnly && plants.Habit == Habit.Tall))
        )
            asked.Add(Pinched.SideShoots);
        if (
            plants is { Step.Kind: StepKind.Harden, Crop: Crop.Pepper, Grafted: false, Topped: false }
            && rules.Topping != Topping.No
            && !(plants.DaysInPot <= Feeding.RestDays)
        )
            asked.Add(Pinched.Tops);
        return asked;
    }

    private static bool SeedLeavesNow(BeforeStep plants, SeedLeaves rule) =>
        rule switch
        {
            SeedLeaves.FirstMove => plants.Step.Number == 1,
            SeedLeaves.SecondMove => plants.Step.Number == 2,
            SeedLeaves.SecondLeaves => (plants.Leaves ?? 0) >= LeafModel.SecondTrueLeaves
                && (plants.Leaves ?? 0) < Setting.SeedLeavesFallAt,
            _ => false,
        };
}
