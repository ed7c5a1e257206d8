using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Seeds;

namespace Juvenal.Core.Rules;

/// <summary>The stage at which seedlings leave the tray.</summary>
public enum PrickOutStage
{
    FirstTrueLeaves,
    SeedLeaves,
    SecondTrueLeaves,
}

public enum PepperTiming
{
    AfterTomatoes,
    AfterAverageFrost,

    /// <summary>Needs a weather record.</summary>
    BySoilAndNights,
}

/// <summary>When the seed leaves are pinched off.</summary>
public enum SeedLeaves
{
    SecondMove,

    FirstMove,

    /// <summary>As soon as the second true leaves show.</summary>
    SecondLeaves,

    Leave,
}

/// <summary>How seedlings are watered.</summary>
public enum Watering
{
    /// <summary>From below until they are potted.</summary>
    Below,

    /// <summary>From above, gently.</summary>
    Above,
}

/// <summary>How deep tomatoes are set, at each move and at planting.</summary>
public enum TomatoSetting
{
    LowestKeptLeaves,

    HalfStem,

    /// <summary>As <see cref="LowestKeptLeaves"/>; at planting out all but the tip and two leaves.</summary>
    TopTuft,
}

/// <summary>What is done with the ball at a move.</summary>
public enum RootBall
{
    /// <summary>Teased only where it is matted.</summary>
    Whole,

    /// <summary>All round, each time.</summary>
    Loosened,

    /// <summary>Washed apart.</summary>
    Washed,
}

/// <summary>How roots are parted.</summary>
public enum BeforeParting
{
    /// <summary>Watered an hour before.</summary>
    Water,

    /// <summary>Left to dry a little.</summary>
    Dry,
}

/// <summary>How plants are fed.</summary>
public enum FeedingRule
{
    /// <summary>Half strength.</summary>
    EachWatering,

    Weekly,

    Fortnightly,

    /// <summary>With the water of each move, and not between.</summary>
    WithMove,

    /// <summary>Nothing beside it.</summary>
    InMix,
}

/// <summary>Whether peppers are topped.</summary>
public enum Topping
{
    No,

    /// <summary>Above the sixth to eighth true leaf.</summary>
    Leaves,

    /// <summary>Below the first fork, with leaves enough left.</summary>
    Fork,
}

/// <summary>What is done with flowers before planting.</summary>
public enum FlowersRule
{
    Remove,
    Leave,
}

/// <summary>Which side shoots of tomatoes are taken out.</summary>
public enum SideShoots
{
    TallOnly,
    All,
    None,
}

/// <summary>How dry mix gets between two waterings.</summary>
public enum HowDry
{
    /// <summary>Tomatoes evenly damp, peppers half dry.</summary>
    ByCrop,

    HalfDry,

    /// <summary>At the same hour, whatever it is like.</summary>
    Daily,
}

/// <summary>The best cover that is at hand for a cold night.</summary>
public enum Fleece
{
    None,
    Light,
    Medium,
    Heavy,
}

/// <summary>What goes into the hole at planting.</summary>
public enum HoleRule
{
    /// <summary>Balanced granules at its bottom, under a layer of soil.</summary>
    Granules,

    /// <summary>A handful of ripe compost.</summary>
    Compost,

    Nothing,
}

/// <summary>How plants get used to the world outside.</summary>
public enum HardeningBy
{
    /// <summary>So many hours a day, sun step by step.</summary>
    Hours,

    /// <summary>All day in shade and shelter from the first day on; the sun is added.</summary>
    Shade,

    /// <summary>In a vented house, then the last days outdoors.</summary>
    VentedHouse,

    /// <summary>Out by day, in by night.</summary>
    OutAndIn,
}

/// <summary>What becomes of plants that are left when as many as are wanted are planted.</summary>
public enum Spares
{
    /// <summary>They are planted too.</summary>
    Plant,

    /// <summary>They stand where they are for the time being.</summary>
    Keep,

    Give,
    Sell,
    Discard,
}

/// <summary>Names of the house rules, as reasons carry them.</summary>
public static class RuleCodes
{
    public const string PrickOut = "prick-out";
    public const string PepperTiming = "pepper-timing";
    public const string AcceptedRisk = "accepted-risk";
    public const string Twins = "twins";
    public const string SeedLeaves = "seed-leaves";
    public const string Watering = "watering";
    public const string HardeningLength = "hardening-length";
    public const string PepperSoil = "pepper-soil";
    public const string Spares = "spares";
    public const string PepperNights = "pepper-nights";
    public const string TomatoDepth = "tomato-depth";
    public const string PepperDepth = "pepper-depth";
    public const string RootBall = "root-ball";
    public const string BeforeParting = "before-parting";
    public const string Feeding = "feeding";
    public const string Topping = "topping";
    public const string Flowers = "flowers";
    public const string SideShoots = "side-shoots";
    public const string HowDry = "how-dry";
    public const string HardeningBy = "hardening-by";
    public const string Fleece = "fleece";
    public const string Hole = "hole";
}

/// <summary>The practices on which growers differ, as this house has settled them. <see cref="Default"/> is the common choice.</summary>
/// <param name="PrickOut">Stage of the first move.</param>
/// <param name="Twins">What becomes of two seedlings in a cell.</param>
/// <param name="PepperTiming">When peppers follow tomatoes.</param>
/// <param name="PepperWeeksAfterFrost">2–4, for <see cref="PepperTiming.AfterAverageFrost"/>.</param>
/// <param name="AcceptedRisk">Share of springs in which a freeze after planting is accepted: 0.05, 0.1, 0.2 or 0.5.</param>
/// <param name="HardeningDays">7, 10 or 14.</param>
/// <param name="PepperSoilC">Morning soil for peppers at 10 cm: 18 or 13 °C.</param>
/// <param name="PepperNightC">Nights of the week ahead that peppers go out into, 13 or 10 °C; 3 lower, never under 8, with cover.</param>
/// <param name="SeedLeaves">When they are pinched off.</param>
/// <param name="Watering">From below or from above.</param>
/// <param name="Spares">What becomes of those that are left over.</param>
/// <param name="TomatoDepth">How deep tomatoes are set.</param>
/// <param name="PepperDepth">How deep peppers are set.</param>
/// <param name="RootBall">What is done with the ball at a move: it sets the days lost, and the minutes.</param>
/// <param name="BeforeParting">Wet or drying.</param>
/// <param name="Feeding">When they are fed, and how strong.</param>
/// <param name="Topping">Whether peppers are topped, and where.</param>
/// <param name="Flowers">Before planting.</param>
/// <param name="SideShoots">Of tomatoes.</param>
/// <param name="HowDry">Between two waterings.</param>
/// <param name="Fleece">What "go with cover", the ladder and Tonight reckon with.</param>
/// <param name="HardeningBy">What the rungs of the ladder ask.</param>
/// <param name="Hole">What goes into the hole at planting.</param>
public sealed record HouseRules(
    PrickOutStage PrickOut,
    Twins Twins,
    PepperTiming PepperTiming,
    int PepperWeeksAfterFrost,
    double AcceptedRisk,
    int HardeningDays,
    double PepperSoilC,
    double PepperNightC,
    SeedLeaves SeedLeaves,
    Watering Watering,
    Spares Spares = Spares.Plant,
    TomatoSetting TomatoDepth = TomatoSetting.LowestKeptLeaves,
    PepperDepth PepperDepth = PepperDepth.OldLevel,
    RootBall RootBall = RootBall.Whole,
    BeforeParting BeforeParting = BeforeParting.Water,
    FeedingRule Feeding = FeedingRule.Weekly,
    Topping Topping = Topping.No,
    FlowersRule Flowers = FlowersRule.Remove,
    SideShoots SideShoots = SideShoots.TallOnly,
    HowDry HowDry = HowDry.ByCrop,
    HardeningBy HardeningBy = HardeningBy.Hours,
    Fleece Fleece = Fleece.Medium,
    HoleRule Hole = HoleRule.Granules
)
{
    public static HouseRules Default { get; } =
        new(
            PrickOutStage.FirstTrueLeaves,
            Twins.Snip,
            PepperTiming.AfterTomatoes,
            3,
            0.10,
            10,
            GoQuestion.UsualPepperSoilC,
            GoQuestion.UsualPepperNightC,
            SeedLeaves.SecondMove,
            Watering.Below
        );

    public static IReadOnlyList<double> Risks { get; } = [0.05, 0.10, 0.20, 0.50];

    public static IReadOnlyList<double> PepperSoils { get; } = [18, 13];

    public static IReadOnlyList<int> HardeningLengths { get; } = [7, 10, 14];

    /// <summary>
    /// True leaves at the first move.
    /// </summary>
    public double PrickOutLeaves =>
        PrickOut switch
        {
            PrickOutStage.SeedLeaves => LeafModel.SeedLeaves,
            PrickOutStage.FirstTrueLeaves => LeafModel.FirstTrueLeaves,
            _ => LeafModel.SecondTrueLeaves,
        };
}
