using Juvenal.Core.Care;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>The usual cautions, where the work is. They defer to the label, to local rules and to licensed advice.</summary>
internal static class Cautions
{
    public const string PepperSeed = "Seed of hot peppers: gloves, keep it off your eyes.";
    public const string Mat = "Electricity near water: use a protected socket, a drip loop, and a mat rated for it.";
    public static readonly string Feed =
        Solution
        + Invariant($" Never on dry mix: water first. Stock is {Core.Care.Feed.StockGramsPerL:0} g in a litre, kept dark, shaken first.");
    public const string Solution = "Nutrient solution: the label's rate, gloves, no food containers.";
    public const string Blade = "Grafting blade: cut away from the hand, clean it between plants.";

    public const string Sprays = "If you spray: the label is the law, and local rules and licensed advice come first.";

    public const string Mix = "Open mix bags outdoors, damp the dust; wash your hands.";

    public static string Of(string code) =>
        code switch
        {
            "bleach-label" => Invariant(
                $"Household bleach of {Disinfectant.WeakestPercent:0}–{Disinfectant.StrongestPercent:0} % only. The label and local rules come first."
            ),
            "bleach-plain" => "Plain, unscented household bleach; never one without a label. The label and local rules come first.",
            "bleach-acid" => "Never with acids, vinegar, ammonia or another cleaner: the gas is poisonous.",
            "bleach-skin" => "Gloves, and something before the eyes. Splashed: rinse with much water at once.",
            "bleach-air" => "In fresh air, out of children's reach.",
            "bleach-fresh" => "Fresh each day; bleach into the water, not the other way round.",
            "bleach-rinse" => Invariant(
                $"Wash the pots first, leave them in for {Disinfectant.SoakMinutes:0} minutes, rinse well, let them dry."
            ),
            _ => code,
        };
}
