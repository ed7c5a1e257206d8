using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>A sum of the bench, explained.</summary>
/// <param name="Name">Of the calculator.</param>
/// <param name="Title">As a question.</param>
/// <param name="Formula">How it is reckoned.</param>
/// <param name="Source">Where that comes from.</param>
/// <param name="Caution">What can hurt; null where nothing does.</param>
public sealed record SumText(string Name, string Title, string Formula, string Source, string? Caution = null);

internal static class SumTexts
{
    public static IReadOnlyList<SumText> All { get; } =
    [
        new(
            "sowing-quantity",
            "How many to sow?",
            "The fewest cells n with P(Binomial(n, q·s) ≥ plants) ≥ confidence; q = 1 − (1 − p)ᵏ for k seeds a cell thinned to one; p emergence, s survival. Separated: every seed counts.",
            "Binomial distribution, independent seeds. What takes a whole tray (mouse, damping off) is not in it."
        ),
        new(
            "promise",
            "What does this packet promise?",
            Invariant(
                $"Germination by kind and age as a beta of {Germinability.AssumedWeight:0} seeds, with the test added; the bench Beta({Predictive.BenchUp:0}, {Predictive.BenchNot:0}); cells of a tray alike by {Predictive.TrayCorrelation:0.##}. The fewest cells with P(plants) ≥ certainty over all of them."
            ),
            "Beta–binomial; its weights are our own model. What takes a whole tray (mouse, damping off) is not in it."
        ),
        new(
            "emergence-test",
            "What does this germination test say?",
            "Exact interval: the shares at which so many or more, so many or fewer, would come up with probability (1 − confidence)/2 each.",
            "Clopper & Pearson (1934), Biometrika 26; from memory."
        ),
        new(
            "emergence-days",
            "When will they be up?",
            "Days by soil temperature; between the table's temperatures the daily rate (1/days) is taken in a straight line.",
            "Harrington & Minges (1954), University of California; figures from memory."
        ),
        new(
            "pot-days",
            "How long will this pot hold them?",
            Invariant($"Comfortable days at {PotHold.At:0} °C = c · (V / {PotHold.ReferenceLitres:0.0} L)^{PotHold.VolumePower:0.00}, ")
                + Invariant($"c = {PotHold.Reference(Crop.Tomato):0} tomato, {PotHold.Reference(Crop.Pepper):0} pepper, ")
                + Invariant($"in thermal time; overdue at {PotHold.OverdueFactor:0.0} times."),
            "Our own model, calibrated to common practice."
        ),
        new(
            "light",
            "How long must the lamps be on?",
            "DLI = PPFD · hours · 3600 / 1,000,000.",
            $"By definition of the mole of photons. Over {LampLight.LongestHours:0} hours tomatoes yellow: common practice, no source."
        ),
        new(
            "feed",
            "How much feed for this solution?",
            "Grams a litre = ppm N / (% N · 10). Phosphate as P₂O₅, potash as K₂O, as on the label.",
            Invariant(
                $"Standard greenhouse formula, exact. What the tap brings along is not in it. Seedlings take {Feed.SeedlingPpm:0} to {Feed.GrowingPpm:0} ppm N, growing on {Feed.GrowingPpm:0} to {Feed.StrongestPpm:0}: extension guides, from memory."
            ),
            Cautions.Solution
        ),
        new(
            "mix",
            "How much mix for these pots?",
            Invariant(
                $"Σ pots · volume · (1 + settling); settling {Mix.Settling * 100:0} % where nothing else is typed. Each part by its share."
            ),
            "Arithmetic; settling is common practice, no source.",
            Cautions.Mix
        ),
        new(
            "depth",
            "How deep does it go?",
            Invariant(
                $"The least of what the house rule wants, the room (depth − {Depth.RimCm:0.0} cm rim − ball), and, grafted, union − {Beginning.UnionAboveSoilCm:0} cm; never below 0."
            ),
            "Common practice, no source."
        ),
        new(
            "pots-per-bed",
            "How many fit the bed?",
            "Plants stand at both ends: ⌊(length − 2 · edge) / spacing⌋ + 1 in a row; rows likewise over the width.",
            "Arithmetic."
        ),
        new("cost-per-plant", "What does a plant cost?", "(things + minutes / 60 · wage) / plants raised.", "Arithmetic."),
        new(
            "bleach",
            "How much bleach for the pots?",
            Invariant(
                $"Parts of water to one of bleach = strength / {Disinfectant.WorkingPercent:0.0} % − 1; {Disinfectant.SoakMinutes:0} minutes, rinse, let dry. Wood and clay soak it up."
            ),
            "Common practice, no source. The label and local rules come first."
        ),
        new(
            "units",
            "What is that in the other unit?",
            "Inch 2.54 cm, US gallon 3.785411784 L, ounce 28.349523125 g, foot 30.48 cm; °F = °C · 9/5 + 32.",
            "International inch and pound (1959), US gallon of 231 cubic inches; exact."
        ),
    ];
}
