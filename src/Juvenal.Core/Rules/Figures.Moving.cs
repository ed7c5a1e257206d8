using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Season;

namespace Juvenal.Core.Rules;

/// <summary>Those of moving up: ready, how deep, into what, how long.</summary>
public static partial class Figures
{
    private static IEnumerable<Figure> SetIn() =>
        [
            Practice("Moving up", "Kept free below the edge of a pot for water", Depth.RimCm, "cm"),
            Practice("Moving up", "Dwarf tomatoes are set deeper by at most", Depth.DwarfCm, "cm"),
            Practice("Moving up", "Peppers a finger deeper", Depth.FingerCm, "cm"),
            new("Setback", "After pricking out", Setback.PrickingOutDays, "d", Mark.Model, "model"),
            new("Setback", "After potting up", Setback.PottingUpDays, "d", Mark.Model, "model"),
            new("Moving up", "Snipping a seedling", Handwork.SnippingMinutes, "min", Mark.CommonPractice, "practice"),
            new("Moving up", "Separating a twin, on top", Handwork.SeparatingMinutes, "min", Mark.CommonPractice, "practice"),
            new("Moving up", "Next pot after a cell", NextContainer.AfterCellLitres, "L", Mark.CommonPractice, "practice"),
            new("Moving up", "Next pot after a pot", NextContainer.Times, "× volume", Mark.CommonPractice, "practice"),
            new("Moving up", "Mix settles by", Mix.Settling, "share", Mark.CommonPractice, "practice"),
            new("Moving up", "Sowing a cell", Handwork.SowingMinutesPerCell, "min", Mark.CommonPractice, "practice"),
            new("Moving up", "Pricking out a plant", Handwork.PrickingOutMinutes, "min", Mark.CommonPractice, "practice"),
            new("Moving up", "Potting up a plant", Handwork.PottingUpMinutes, "min", Mark.CommonPractice, "practice"),
            new("Moving up", "Shortest piece of a job that is spread", DayLoad.ShortestPiece, "min", Mark.Model, "model"),
            new("Moving up", "Counting what is up", Handwork.CountingMinutes, "min", Mark.CommonPractice, "practice"),
            new("Moving up", "Sittings of one job leave one group within", Group.OneJobDays, "days", Mark.Model, "model"),
            new("Moving up", "A tray's cells are smaller than this", Container.LargestCellLitres, "L", Mark.Model, "model"),
            new("Moving up", "Fewer than this left behind, a stage is done", BatchState.RearShare, "share", Mark.Model, "model"),
            new("Moving up", "Carrying a container", Handwork.CarryingMinutesPerContainer, "min", Mark.CommonPractice, "practice"),
            Ours("Setback", "With the ball loosened all round", Setback.LoosenedDays, "d"),
            Ours("Setback", "With the ball washed apart", Setback.WashedDays, "d"),
            Practice("Moving up", "No root at the wall: look again after", Readiness.LookAgainDays, "d"),
            Practice("Moving up", "Roots just showing: move within", Readiness.ShowingDays, "d"),
            Practice("Moving up", "A plug that falls apart: look again after", Readiness.PlugDays, "d"),
            Practice("Moving up", "True leaves that a tomato keeps", Setting.KeptLeaves, "leaves"),
            Practice("Moving up", "A leaf touches the mix within", Setting.TouchCm, "cm"),
            Practice("Moving up", "Tomatoes are held back at nights of at least", HoldingBack.TomatoNightC, "°C"),
            Practice("Moving up", "Peppers are held back at nights of at least", HoldingBack.PepperNightC, "°C"),
            Ours("Moving up", "Held back is worth it from, a week", HoldingBack.LeastCostDays, "d"),
            Ours("Moving up", "A day is named as dull below, of the sun around it", DullDay.MuchDuller, "share"),
            Practice("Moving up", "Seed leaves fall of themselves with", Setting.SeedLeavesFallAt, "leaves"),
            Ours("Moving up", "Leggy from, of the usual height for its leaves", Setting.LeggyTimes, "×"),
            Ours("Moving up", "Seed leaves stand at most, in leaves' height", PlantSize.SeedLeavesAt, "×"),
            Ours("Moving up", "And at most, of the height", PlantSize.SeedLeavesShare, "share"),
            Ours("Moving up", "Height grows with the missing light to the power of", PlantSize.LightPower, ""),
            Ours("Moving up", "Stretched by at most", PlantSize.MostStretch, "×"),
            Ours("Moving up", "A seedling without true leaves, in leaves' height", PlantSize.Sprout, "×"),
            Ours("Moving up", "Depth of a pot, of its width", PotShape.PotDepth, "×"),
            Ours("Moving up", "Bottom of a pot, of its width", PotShape.PotBottom, "×"),
            Ours("Moving up", "Depth of a cell, of its width", PotShape.CellDepth, "×"),
            Ours("Moving up", "Bottom of a cell, of its width", PotShape.CellBottom, "×"),
            Practice("Moving up", "Bared roots reach", PotShape.BareRootsCm, "cm"),
            Practice("Moving up", "From a pot, a jump above", NextContainer.MostTimes, "× volume"),
            Practice("Moving up", "From a cell, a jump above", NextContainer.MostAfterCellLitres, "L"),
            Practice("Moving up", "Into a pot of up to half a litre", Handwork.SmallPotMinutes, "min"),
            Practice("Moving up", "Into a pot of up to 5 L", Handwork.LargePotMinutes, "min"),
            Practice("Moving up", "Into a larger one", Handwork.TubMinutes, "min"),
            Practice("Moving up", "Loosening a ball, on top", Handwork.LooseningMinutes, "min"),
            Practice("Moving up", "Washing a ball apart, on top", Handwork.WashingMinutes, "min"),
            Ours("Moving up", "Carried elsewhere for less than this moves no plan", Elsewhere.ShelterDays, "d"),
            Ours("Sowing", "A day earlier is worth it where it gains", Walk.EarlierGains, "d"),
            Ours("Moving up", "The usual minutes weigh as much as a timed job of", Pace.UsualWeighs, "min"),
            Ours("Moving up", "Own pace, of the usual minutes, at least", Pace.Quickest, "×"),
            Ours("Moving up", "Own pace, of the usual minutes, at most", Pace.Slowest, "×"),
            Ours("Moving up", "The last timed jobs that count", Pace.MostTimed, "jobs"),
            Practice("Moving up", "Last pot of a dwarf tomato, at least", LastPot.DwarfTomato.LeastL, "L"),
            Practice("Moving up", "Last pot of a bush tomato, at least", LastPot.BushTomato.LeastL, "L"),
            Practice("Moving up", "Last pot of a half-bush tomato, at least", LastPot.HalfBushTomato.LeastL, "L"),
            Practice("Moving up", "Last pot of a tall tomato, at least", LastPot.TallTomato.LeastL, "L"),
            Practice("Moving up", "Last pot of a dwarf pepper, at least", LastPot.DwarfPepper.LeastL, "L"),
            Practice("Moving up", "Last pot of a pepper, at least", LastPot.Pepper.LeastL, "L"),
            Practice("Moving up", "Last pot of a Capsicum chinense, at least", LastPot.ChinensePepper.LeastL, "L"),
            .. Recipe.Usual.SelectMany(r => r.Parts.Select(p => Practice("Mix", $"{r.Use}: {p.Name}", p.Parts, "parts"))),
        ];
}
