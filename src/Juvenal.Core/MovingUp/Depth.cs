using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;

namespace Juvenal.Core.MovingUp;

/// <summary>How deep tomatoes are set. [common practice, no source]</summary>
public enum TomatoDepth
{
    /// <summary>The whole stem up to the lowest leaves that are kept.</summary>
    LowestKeptLeaves,

    /// <summary>Half of that stem.</summary>
    HalfStem,
}

/// <summary>How deep peppers are set. [common practice, no source]</summary>
public enum PepperDepth
{
    /// <summary>As they stood.</summary>
    OldLevel,

    /// <summary>A finger deeper, never above the seed leaves.</summary>
    Finger,

    /// <summary>Up to the seed leaves.</summary>
    SeedLeaves,
}

/// <summary>A plant, its ball, and the container it goes into; all in cm.</summary>
/// <param name="Crop">Tomato or pepper.</param>
/// <param name="StemToLowestKeptLeavesCm">From the top of the ball, 0–300.</param>
/// <param name="BallHeightCm">Above 0 to 100.</param>
/// <param name="ContainerDepthCm">Above 0 to 200.</param>
/// <param name="Habit">Dwarfs are set hardly deeper.</param>
/// <param name="Grafted">The union then stays above the mix.</param>
/// <param name="UnionAboveBallCm">0–300; asked where grafted.</param>
/// <param name="TomatoDepth">House rule.</param>
/// <param name="PepperDepth">House rule.</param>
/// <param name="SeedLeavesAboveBallCm">0–300; asked by the rule that goes by them.</param>
public sealed record DepthWish(
    Crop Crop,
    double StemToLowestKeptLeavesCm,
    double BallHeightCm,
    double ContainerDepthCm,
    Habit Habit = Habit.Tall,
    bool Grafted = false,
    double? UnionAboveBallCm = null,
    TomatoDepth TomatoDepth = TomatoDepth.LowestKeptLeaves,
    PepperDepth PepperDepth = PepperDepth.OldLevel,
    double? SeedLeavesAboveBallCm = null
);

/// <summary>How deep a plant is set.</summary>
/// <param name="BuryStemCm">Of the stem, under the mix.</param>
/// <param name="MixUnderBallCm">Filled in before the ball goes in.</param>
/// <param name="StemLeftCm">From the mix up to the lowest leaves that are kept.</param>
/// <param name="ContainerTooShallow">Ball and rim are more than the container's depth.</param>
/// <param name="Why">What decided it, the first thing first.</param>
public sealed record Depth(double BuryStemCm, double MixUnderBallCm, double StemLeftCm, bool ContainerTooShallow, IReadOnlyList<Reason> Why)
{
    /// <summary>Kept free below the container's edge for water, cm. [common practice, no source]</summary>
    public const double RimCm = 1.5;

    /// <summary>Dwarf tomatoes are set deeper by no more than this, cm. [common practice, no source]</summary>
    public const double DwarfCm = 3;

    /// <summary>A finger, cm. [common practice, no source]</summary>
    public const double FingerCm = 2;

    private const double LongestCm = 300;

    /// <summary>A ball that comes out a rounding too high fits.</summary>
    private const double Whisker = 1e-9;

    /// <summary>
    /// Buried: the least of what the house rule wants, the room that the container leaves, and, grafted, what the union leaves; never
    /// below 0. Mix under the ball: the room that is left.
    /// </summary>
    public static Outcome<Depth> Of(DepthWish wish)
    {
        ArgumentNullException.ThrowIfNull(wish);
        var ranges = new Ranges()
            .Within("stemToLowestKeptLeavesCm", wish.StemToLowestKeptLeavesCm, 0, LongestCm)
            .Above("ballHeightCm", wish.BallHeightCm, 0, 100)
            .Above("containerDepthCm", wish.ContainerDepthCm, 0, 200)
            .Within("unionAboveBallCm", wish.UnionAboveBallCm, 0, LongestCm)
            .Within("seedLeavesAboveBallCm", wish.SeedLeavesAboveBallCm, 0, LongestCm);
        if (wish is { Grafted: true, UnionAboveBallCm: null })
            ranges.Add(new("union-missing", "unionAboveBallCm", null, Beginning.UnionAboveSoilCm));
        if (wish is { Crop: Crop.Pepper, PepperDepth: PepperDepth.SeedLeaves, SeedLeavesAboveBallCm: null })
            ranges.Add(new("seed-leaves-missing", "seedLeavesAboveBallCm"));
        if (!ranges.Hold)
            return ranges.Failures;
        List<(double Cm, Reason Why)> limits = [Wanted(wish)];
        var room = Math.Max(0, wish.ContainerDepthCm - RimCm - wish.BallHeightCm);
        limits.Add((room, new("depth-room", room, wish.ContainerDepthCm, "cm", "model")));
        if (wish is { Grafted: true, UnionAboveBallCm: { } union })
            limits.Add((union - Beginning.UnionAboveSoilCm, new("depth-union", Beginning.UnionAboveSoilCm, union, "cm", "practice")));
        var buried = Math.Max(0, limits.Min(l => l.Cm));
        var left = wish.StemToLowestKeptLeavesCm - buried;
        List<Reason> why = [limits[0].Why, .. limits.Skip(1).Where(l => l.Cm < limits[0].Cm).OrderBy(l => l.Cm).Select(l => l.Why)];
        if (left < 0)
            why.Add(new("depth-covers-leaves", -left, Unit: "cm"));
        return new Depth(buried, room - buried, left, wish.BallHeightCm + RimCm > wish.ContainerDepthCm + Whisker, why);
    }

    private static (double Cm, Reason Why) Wanted(DepthWish wish)
    {
        var stem = wish.StemToLowestKeptLeavesCm;
        if (wish.Crop == Crop.Tomato)
        {
            var wanted = wish.TomatoDepth == TomatoDepth.HalfStem ? stem / 2 : stem;
            return wish.Habit == Habit.Dwarf && wanted > DwarfCm
                ? (DwarfCm, new("depth-dwarf", DwarfCm, Unit: "cm", Source: "practice"))
                : (
                    wanted,
                    new(wish.TomatoDepth == TomatoDepth.HalfStem ? "depth-half" : "depth-leaves", wanted, Unit: "cm", Source: "practice")
                );
        }

        return wish.PepperDepth switch
        {
            PepperDepth.OldLevel => (0, new("depth-old-level", 0, Unit: "cm", Source: "practice")),
            PepperDepth.SeedLeaves => Seed(wish.SeedLeavesAboveBallCm!.Value),
            PepperDepth.Finger when wish.SeedLeavesAboveBallCm is { } leaves && leaves < FingerCm => Seed(leaves),
            PepperDepth.Finger => (FingerCm, new("depth-finger", FingerCm, Unit: "cm", Source: "practice")),
            _ => throw new ArgumentOutOfRangeException(nameof(wish)),
        };

        static (double, Reason) Seed(double cm) => (cm, new("depth-seed-leaves", cm, Unit: "cm", Source: "practice"));
    }
}
