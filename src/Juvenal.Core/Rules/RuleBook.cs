namespace Juvenal.Core.Rules;

/// <summary>One way to do it, and why people hold it.</summary>
/// <param name="Value">As it is stored and sent.</param>
public sealed record RuleOption(string Value, string Label, string Why);

/// <summary>A practice on which growers differ.</summary>
/// <param name="Name">As reasons carry it (<see cref="RuleCodes"/>).</param>
/// <param name="Code">Field of the rules it sets.</param>
/// <param name="Title">In the grower's words.</param>
/// <param name="Changes">What it changes.</param>
/// <param name="Options">The default first.</param>
public sealed record Rule(string Name, string Code, string Title, string Changes, IReadOnlyList<RuleOption> Options);

/// <summary>The house rules: each is described here, and nowhere else. What they are set to is <see cref="HouseRules"/>.</summary>
public static class RuleBook
{
    public static IReadOnlyList<Rule> All { get; } =
    [
        new(
            RuleCodes.AcceptedRisk,
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
            RuleCodes.PepperTiming,
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
            RuleCodes.PepperSoil,
            "pepperSoilC",
            "Pepper soil",
            "When peppers go out, where the site has a weather record.",
            [
                new("18", "18 °C (65 °F) in the morning", "Below that roots stand still and leaves go pale."),
                new("13", "13 °C (55 °F) in the morning", "They live, and catch up when it warms; earlier where summers are short."),
            ]
        ),
        new(
            RuleCodes.PepperNights,
            "pepperNightC",
            "Pepper nights",
            "When peppers go out.",
            [
                new("13", "13 °C (55 °F) and more", "Below that they stand still for weeks, and the first fruit is misshapen."),
                new("10", "10 °C (50 °F) and more", "They stop growing, but no leaf is lost; days gained where nights stay cool."),
            ]
        ),
        new(
            RuleCodes.PrickOut,
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
            RuleCodes.Twins,
            "twins",
            "Twins in a cell",
            "How many cells to sow, and which are thinned.",
            [
                new("snip", "Snip the weaker", "No root is disturbed; one plant a cell. Only what is short is separated."),
                new("separate", "Separate both", "Every seedling counts; a little setback, a few are lost."),
            ]
        ),
        new(
            RuleCodes.SeedLeaves,
            "seedLeaves",
            "Seed leaves",
            "What is pinched at a move.",
            [
                new("second-move", "Pinch at the second move", "They feed the plant until then; buried, they only rot."),
                new("first-move", "Pinch at the first move", "Nothing of them is buried, and the stem is clean from the start."),
                new("second-leaves", "Pinch as soon as second true leaves show", "Air at the stem, and nothing that touches wet mix."),
                new("leave", "Leave them", "They fall by themselves; each wound is a door."),
            ]
        ),
        new(
            RuleCodes.TomatoDepth,
            "tomatoDepth",
            "Tomato depth",
            "How deep tomatoes are set, and which leaves are stripped.",
            [
                new(
                    "lowest-kept-leaves",
                    "Up to the lowest kept leaves",
                    "Roots grow along the buried stem; four leaves stay to feed them."
                ),
                new("half-stem", "Half of the stem", "Deep enough to stand firm, and no leaf is lost."),
                new(
                    "top-tuft",
                    "Up to the top tuft when planted out",
                    "At planting all but the tip and two leaves goes under: most roots, for dry summers. At the moves before, to the lowest kept leaves."
                ),
            ]
        ),
        new(
            RuleCodes.PepperDepth,
            "pepperDepth",
            "Pepper depth",
            "How deep peppers are set.",
            [
                new("old-level", "At the old soil level", "A pepper makes no roots along its stem; buried, it may rot."),
                new(
                    "finger",
                    "A finger deeper, 2 cm at most",
                    "It stands firm and does not dry out at the neck; never above the seed leaves."
                ),
                new("seed-leaves", "Up to the seed leaves", "A leggy seedling stands upright again; the seed leaves stay above the mix."),
            ]
        ),
        new(
            RuleCodes.RootBall,
            "rootBall",
            "Root ball",
            "Days that a move costs, and minutes.",
            [
                new("whole", "Whole, teased only when matted", "No root is torn: two days, and they grow on."),
                new("loosened", "Loosened all round each time", "Roots leave the old ball at once; about four days."),
                new("washed", "Washed apart", "No old mix comes along, and no root goes round; a week or two are lost."),
            ]
        ),
        new(
            RuleCodes.BeforeParting,
            "beforeParting",
            "Before parting roots",
            "How the work is begun.",
            [
                new("water", "Water an hour before", "Wet roots slide apart, and the plants are full of water."),
                new("dry", "Let it dry a little", "The mix falls off by itself, and leaves are limp enough not to snap."),
            ]
        ),
        new(
            RuleCodes.Feeding,
            "feeding",
            "Feeding",
            "When the Round asks for feed, and how strong it is.",
            [
                new("weekly", "Once a week", "Easy to keep in mind; the mix feeds them between."),
                new("each-watering", "Half strength at each watering", "Even growth, and nothing to forget; mix it each time."),
                new("fortnightly", "Every two weeks, stronger", "For rich mixes and few hands."),
                new("with-move", "With the water of each move", "New mix brings the rest; nothing between two moves."),
                new("in-mix", "In the mix, nothing else", "A mix with long-lasting feed or compost; watch for pale leaves."),
            ]
        ),
        new(
            RuleCodes.HowDry,
            "howDry",
            "How dry between waterings",
            "How the Round says it.",
            [
                new("by-crop", "Tomatoes damp, peppers half dry", "Peppers' roots want air; tomatoes stop when they dry."),
                new("half-dry", "Both half dry", "Short, hard plants with many roots."),
                new("daily", "Daily at the same hour", "Nobody has to judge; small cells under lamps need it."),
            ]
        ),
        new(
            RuleCodes.Watering,
            "watering",
            "Watering",
            "How the Round says it.",
            [
                new("below", "From below until they are potted", "Stems stay dry and no seedling is knocked over."),
                new("above", "From above, gently", "A fine rose washes salts down; nothing stands in water."),
            ]
        ),
        new(
            RuleCodes.Topping,
            "topping",
            "Topping peppers",
            "What the Round asks before hardening off.",
            [
                new("no", "No", "They branch by themselves; topping costs two to three weeks."),
                new("leaves", "Above the sixth to eighth leaf", "Bushy plants that stand in wind; for long seasons."),
                new("fork", "Below the first fork", "Later, and with at least four leaves left."),
            ]
        ),
        new(
            RuleCodes.Flowers,
            "flowers",
            "Flowers before planting",
            "What the Round asks at moves and at planting.",
            [
                new("remove", "Pinch them off", "Roots first: such a plant bears more in the end."),
                new("leave", "Leave them", "First fruit earlier, and less to do."),
            ]
        ),
        new(
            RuleCodes.SideShoots,
            "sideShoots",
            "Side shoots of tomatoes",
            "What the Round asks before planting.",
            [
                new("tall-only", "Of tall types only", "Of bush and dwarf types the side shoots are the crop."),
                new("all", "Of all", "Early, clean fruit on few stems."),
                new("none", "Leave them", "More leaf, more fruit, later."),
            ]
        ),
        new(
            RuleCodes.HardeningLength,
            "hardeningDays",
            "Hardening length",
            "When hardening begins.",
            [
                new("10", "10 days", "The usual ladder from two hours to day and night."),
                new("7", "7 days", "Enough for plants from a vented house."),
                new("14", "14 days", "For soft plants from a room, and windy places."),
            ]
        ),
        new(
            RuleCodes.HardeningBy,
            "hardeningBy",
            "Hardening by",
            "What the Round asks of each day of it.",
            [
                new("hours", "Hours, sun step by step", "Nothing is burned: two hours first, ten in the end."),
                new("shade", "All day in shade, sun added", "Carried once, and covered where they stand by night."),
                new(
                    "vented-house",
                    "A vented house, then three days out",
                    "Air and light come in by the vents; no carrying until the end."
                ),
                new("out-and-in", "Out by day, in by night", "For cool springs: nights are not waited for."),
            ]
        ),
        new(
            RuleCodes.Fleece,
            "fleece",
            "Cover at hand",
            "What a cold night is held against: go with cover, the ladder, Tonight.",
            [
                new("medium", "Medium fleece", "About 2 °C on hoops, off the leaves; two layers more."),
                new("light", "Light fleece", "About 1 °C; lets most light and water through."),
                new("heavy", "Heavy fleece", "About 4 °C; taken off by day."),
                new("none", "None", "Then only the nights themselves count, and carrying in."),
            ]
        ),
        new(
            RuleCodes.Hole,
            "hole",
            "Into the hole",
            "What there is to have ready for planting.",
            [
                new("granules", "Granules", "A pinch at the bottom, under a layer of soil, never against roots. In pots only liquid feed."),
                new("compost", "Ripe compost", "A handful; it holds water too."),
                new("nothing", "Nothing", "What is fed grows leaves first; good soil has enough until the first fruit."),
            ]
        ),
        new(
            RuleCodes.Spares,
            "spares",
            "Plants to spare",
            "What the Round proposes for those that are left when as many as are wanted are planted.",
            [
                new("plant", "Plant them too", "Whatever has come so far gets its place."),
                new("keep", "Keep some days as a reserve", "A cold night or a cutworm asks for them."),
                new("give", "Give them away", "A good plant finds a garden."),
                new("sell", "Sell them", "What is raised is worth something."),
                new("discard", "Compost them", "A plant that nobody has time for only breeds trouble."),
            ]
        ),
    ];

    /// <summary>The title of a rule that a reason carries; null where it carries none.</summary>
    public static string? Title(string name) => All.FirstOrDefault(r => r.Name == name)?.Title;
}
