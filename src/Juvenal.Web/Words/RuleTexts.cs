using Juvenal.Core.Rules;

namespace Juvenal.Web.Words;

/// <summary>One way to do it, and why people hold it.</summary>
public sealed record RuleOption(string Value, string Label, string Why);

/// <summary>A practice on which growers differ.</summary>
/// <param name="Code">Field of the rules it sets.</param>
/// <param name="Title">In the grower's words.</param>
/// <param name="Changes">What it changes.</param>
/// <param name="Options">The default first.</param>
public sealed record RuleText(string Code, string Title, string Changes, IReadOnlyList<RuleOption> Options);

/// <summary>The house rules explained.</summary>
internal static class RuleTexts
{
    public static IReadOnlyList<RuleText> All { get; } =
    [
        new(
            "acceptedRisk",
            "Frost risk accepted",
            "When the window opens.",
            [
                new("0.1", "1 spring in 10", "The usual balance: one late frost in ten years, and fleece at hand for it."),
                new("0.2", "1 spring in 5", "Some days earlier, for those who can cover."),
                new("0.5", "1 spring in 2 (the average date)", "Earliest fruit; half of all years need covering or planting again."),
                new("0.05", "1 spring in 20", "For plants that cannot be replaced."),
            ]
        ),
        new(
            "pepperTiming",
            "Pepper timing",
            "When peppers go out.",
            [
                new(
                    "after-tomatoes",
                    "2 weeks after tomatoes",
                    "Peppers stop in cold soil and sulk for weeks; two weeks later they overtake."
                ),
                new(
                    "after-average-frost",
                    "Weeks after the average last frost",
                    "A fixed count from the date one remembers; 2 to 4 weeks, 3 is common. Never before the accepted risk."
                ),
                new(
                    "by-soil-and-nights",
                    "By soil and nights only",
                    "Warm soil and warm nights are what they wait for; a date is only a guess at them. Needs a weather record (Site)."
                ),
            ]
        ),
        new(
            "pepperSoilC",
            "Pepper soil",
            "When peppers go out, where the site has a weather record.",
            [
                new("18", "18 °C (65 °F) in the morning", "Below that roots stand still and leaves go pale."),
                new("13", "13 °C (55 °F) in the morning", "They live, and catch up when it warms; earlier where summers are short."),
            ]
        ),
        new(
            "prickOut",
            "Prick out at",
            "The day of the first move.",
            [
                new("first-true-leaves", "First true leaves", "Big enough to hold by a leaf, roots still short."),
                new(
                    "seed-leaves",
                    "Seed leaves with strong roots",
                    "About 10 days from sowing: roots are hardly disturbed, but hands must be light."
                ),
                new("second-true-leaves", "Second true leaves", "Sturdier plants that forgive handling; they need bigger cells."),
            ]
        ),
        new(
            "twins",
            "Twins in a cell",
            "How many cells to sow, and which are thinned.",
            [
                new("snip", "Snip the weaker", "No root is disturbed; one plant a cell. Only what is short is separated."),
                new("separate", "Separate both", "Every seedling counts; a little setback, a few are lost."),
            ]
        ),
        new(
            "seedLeaves",
            "Seed leaves",
            "What is pinched at a move.",
            [
                new("second-move", "Pinch at the second move", "They feed the plant until then; buried, they only rot."),
                new("second-leaves", "Pinch as soon as second true leaves show", "Air at the stem, and nothing that touches wet mix."),
                new("leave", "Leave them", "They fall by themselves; each wound is a door."),
            ]
        ),
        new(
            "watering",
            "Watering",
            "How the Round says it.",
            [
                new("below", "From below until they are potted", "Stems stay dry and no seedling is knocked over."),
                new("above", "From above, gently", "A fine rose washes salts down; nothing stands in water."),
            ]
        ),
        new(
            "hardeningDays",
            "Hardening length",
            "When hardening begins.",
            [
                new("10", "10 days", "The usual ladder from two hours to day and night."),
                new("7", "7 days", "Enough for plants from a vented house."),
                new("14", "14 days", "For soft plants from a room, and windy places."),
            ]
        ),
    ];

    public static string? Title(string rule) =>
        rule switch
        {
            RuleCodes.AcceptedRisk => All[0].Title,
            RuleCodes.PepperTiming => All[1].Title,
            RuleCodes.PepperSoil => All[2].Title,
            RuleCodes.PrickOut => All[3].Title,
            RuleCodes.Twins => All[4].Title,
            RuleCodes.SeedLeaves => All[5].Title,
            RuleCodes.Watering => All[6].Title,
            RuleCodes.HardeningLength => All[7].Title,
            RuleCodes.PlanningNights => "Nights for planning",
            _ => null,
        };
}
