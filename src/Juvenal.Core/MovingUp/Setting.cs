using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;

namespace Juvenal.Core.MovingUp;

/// <summary>Plants that go into a container, and how the house sets them.</summary>
/// <param name="Traits">Of the cultivar.</param>
/// <param name="Rules">The house's.</param>
/// <param name="Leaves">True leaves, 0–30.</param>
/// <param name="Dli">Light that they stood in, mol/m²·d, above 0.</param>
/// <param name="HeightCm">Measured from the mix to the tip, above 0 to 300; null: reckoned from the leaves.</param>
/// <param name="From">What they stand in.</param>
/// <param name="Bared">Their roots are bared: pricked out.</param>
/// <param name="Into">What they go into.</param>
/// <param name="SeedLeavesStay">The house does not pinch the seed leaves yet: they are the lowest that are kept.</param>
/// <param name="UnionCm">Grafted: the union's height above the mix they stand in; null where they are not.</param>
public sealed record SettingWish(
    CultivarTraits Traits,
    HouseRules Rules,
    double Leaves,
    double Dli,
    double? HeightCm,
    Container From,
    bool Bared,
    Container Into,
    bool SeedLeavesStay = false,
    double? UnionCm = null
);

/// <summary>How plants are set into a container, drawn to scale and said.</summary>
/// <param name="Plant">As it is held to be, or was measured.</param>
/// <param name="Ball">That comes along.</param>
/// <param name="Pot">It goes into.</param>
/// <param name="Depth">How deep.</param>
/// <param name="Strip">Lowest true leaves to take off: they would be in the mix, or touch it.</param>
/// <param name="PinchSeedLeaves">They would be in the mix, or the house pinches them now.</param>
public sealed record Setting(PlantSize Plant, PotShape Ball, PotShape Pot, Depth Depth, int Strip, bool PinchSeedLeaves)
{
    /// <summary>True leaves that a tomato keeps, or all where it has fewer. [common practice, no source]</summary>
    public const int KeptLeaves = 4;

    /// <summary>Taller for its leaves than this many times the usual: leggy. [model]</summary>
    public const double LeggyTimes = 1.4;

    /// <summary>A leaf this close above the mix touches it, cm. [common practice, no source]</summary>
    public const double TouchCm = 1;

    /// <summary>
    /// Whether the house lets the seed leaves stay at a move: by its rule, and never longer than they last of themselves.
    /// </summary>
    /// <param name="rule">The house's.</param>
    /// <param name="move">The first, second, … move.</param>
    /// <param name="leaves">True leaves.</param>
    public static bool SeedLeavesStayAt(SeedLeaves rule, int move, double leaves) =>
        rule switch
        {
            SeedLeaves.FirstMove => false,
            SeedLeaves.SecondMove => move < 2,
            SeedLeaves.SecondLeaves => leaves < LeafModel.SecondTrueLeaves,
            _ => leaves < SeedLeavesFallAt,
        };

    /// <summary>With so many true leaves seed leaves yellow and fall of themselves. [common practice, no source]</summary>
    public const double SeedLeavesFallAt = 6;

    /// <summary>Taller for its leaves than its kind is in good light.</summary>
    public bool Leggy(LeafModel model)
    {
        ArgumentNullException.ThrowIfNull(model);
        return Plant.LeavesCm.Count > 0 && Plant.HeightCm > LeggyTimes * model.HeightPerLeafCm * Plant.LeavesCm.Count;
    }

    /// <summary>The depth by the house rules, for plants of this size in these containers.</summary>
    /// <returns>A failure at <c>heightCm</c>, or what <see cref="Depth.Of"/> refuses.</returns>
    public static Outcome<Setting> Of(SettingWish wish)
    {
        ArgumentNullException.ThrowIfNull(wish);
        var ranges = new Ranges().Above("heightCm", wish.HeightCm, 0, Looked.MostCm).Within("leaves", wish.Leaves, 0, Looked.MostLeaves);
        if (!ranges.Hold)
            return ranges.Failures;
        var (traits, rules) = (wish.Traits, wish.Rules);
        var model = LeafModel.For(traits.Group);
        var plant = wish.HeightCm is { } cm ? PlantSize.OfHeight(model, wish.Leaves, cm) : PlantSize.Of(model, wish.Leaves, wish.Dli);
        var (ball, pot) = (PotShape.Ball(wish.From, wish.Bared), PotShape.Of(wish.Into));
        var leaves = plant.LeavesCm.Count;
        // Only a tall or bushy tomato that is set to the lowest kept leaves loses any.
        var strips = traits is { Crop: Crop.Tomato, Habit: not Habit.Dwarf } && rules.TomatoDepth != TomatoSetting.HalfStem;
        var lost = strips && !wish.SeedLeavesStay ? Math.Max(0, leaves - KeptLeaves) : 0;
        var outcome = Depth.Of(
            new(
                traits.Crop,
                leaves > 0 && !wish.SeedLeavesStay ? plant.LeavesCm[lost] : plant.SeedLeavesCm,
                ball.DepthCm,
                pot.DepthCm,
                traits.Habit,
                wish.UnionCm is not null,
                wish.UnionCm,
                rules.TomatoDepth == TomatoSetting.HalfStem ? TomatoDepth.HalfStem : TomatoDepth.LowestKeptLeaves,
                rules.PepperDepth,
                plant.SeedLeavesCm
            )
        );
        if (!outcome.Succeeded)
            return outcome.Failures.ToList();
        var depth = outcome.Value;
        return new Setting(
            plant,
            ball,
            pot,
            depth,
            plant.LeavesCm.Take(lost).Count(l => l < depth.BuryStemCm + TouchCm),
            leaves > 0 && !wish.SeedLeavesStay && plant.SeedLeavesCm < depth.BuryStemCm
        );
    }
}
