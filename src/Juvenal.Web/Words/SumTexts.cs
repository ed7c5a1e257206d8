using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>A sum of the bench, explained.</summary>
/// <param name="Name">Of the calculator.</param>
/// <param name="Title">As a question.</param>
/// <param name="Formula">How it is reckoned.</param>
/// <param name="Source">Where that comes from.</param>
public sealed record SumText(string Name, string Title, string Formula, string Source);

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
            "disinfectant",
            "How much bleach for the pots?",
            Invariant(
                $"Volume split into its parts; usual: 1 part bleach to {Disinfectant.UsualWater:0} parts water, {Disinfectant.SoakMinutes:0} minutes."
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
