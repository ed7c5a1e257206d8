using System.Text.RegularExpressions;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Rules;
using Juvenal.Store.Site;
using Juvenal.Web.Words;
using Xunit;

namespace Juvenal.Web.Tests;

/// <summary>Whatever the core and the store can say has words, and the words hold the numbers.</summary>
public partial class SentenceTests
{
    private static readonly string Sources = string.Concat(
        Directory
            .EnumerateFiles(Path.Combine(Root(), "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f =>
                !f.Contains("/obj/", StringComparison.Ordinal)
                && (f.Contains("Juvenal.Core") || f.Contains("Juvenal.Store") || f.Contains("Endpoints"))
            )
            .Select(File.ReadAllText)
    );

    [Fact]
    public void Every_code_in_the_core_and_the_store_has_its_sentence()
    {
        // Codes are kebab-case first arguments; those of failures, reasons, contradictions, conflicts and choices alike.
        var codes = Codes().Matches(Sources).Select(m => m.Groups[1].Value).Where(c => c.Contains('-')).ToHashSet();
        Assert.True(codes.Count > 60, $"{codes.Count} codes were found");
        var mute = codes
            .Where(c =>
                FailureSentences.Of(new(c, "f", 1, 1, 1, "Sow")) == "This cannot be."
                && ReasonSentences.Of(Reason(c), Measures.Metric).Text == c
            )
            .ToList();
        // Of these the words stand elsewhere: conflicts, choices, table keys, entry words.
        string[] elsewhere =
        [
            "changed-meanwhile",
            "plan-changed",
            "other-payload",
            "in-use",
            "later-work-rests-on-it",
            "sow-now",
            "fewer-moves",
            "earlier-cultivar",
            "buy-plants",
            "next-season",
            "harrington-minges-1954",
            "thom-shaw-1958",
            "thom-1959",
            "soil-heat",
            "seed-act",
        ];
        Assert.Empty(mute.Except(elsewhere).Except(RuleBook.All.SelectMany(r => r.Options).Select(o => o.Value)));
    }

    /// <summary>Each number that was put in stands in the formula, in the grower's units; days by their names.</summary>
    [Fact]
    public void A_formula_shows_what_was_put_in()
    {
        var may9 = new DateOnly(2026, 5, 9).DayNumber;
        Assert.Equal(
            "8 to come up + 14 to the first move + 15 to the next + 9 to hardening off + 12 to planting = 58 days",
            Formula("sow-back-from-window", "Up,Move,Move,Harden,PlantOut", 8, 14, 15, 9, 12, 58)
        );
        Assert.Equal("Sat 9 May + 1.28 · 10.0 days between years = Fri 22 May", Formula("freeze-risk", null, may9, 1.2816, 10, may9 + 13));
        Assert.Equal("Sat 9 May − 0.25 · 10.0 days between years = Thu 7 May", Formula("freeze-risk", null, may9, -0.25, 10, may9 - 2));
        Assert.Equal("number 16 of 31 springs' first open days, in their order", Formula("window-years", null, 31, 16));
        Assert.Equal("4 days where roots were bared, 2 with a ball", Formula("setback", null, 4, 2));
        Assert.Equal("10 rungs + 3 days too cold to count, by night or day = 13 days", Formula("hardened-by", null, 10, 3, 13));
        Assert.Equal("Sat 9 May + 75 days = Thu 23 Jul", Formula("days-to-ripe", null, may9, 75, may9 + 75));
        Assert.Equal(
            "a leaf each 42 °C·d; 68 °F brings 12.0 a day in full light, from 46 °F on",
            Formulas.Of(new("leaves-at", Terms: [42, 12, 20, 8]), new(true))
        );

        static string? Formula(string code, string? subject, params double[] terms) =>
            Formulas.Of(new(code, Subject: subject, Terms: terms), Measures.Metric);
    }

    [Fact]
    public void Every_rule_has_its_options_with_the_default_first()
    {
        Assert.All(RuleBook.All, r => Assert.True(r.Options.Count >= 2 && r.Options.All(o => o.Why.Length > 10), r.Code));
        Assert.Equal(
            [
                "0.1",
                "after-tomatoes",
                "18",
                "13",
                "first-true-leaves",
                "snip",
                "second-move",
                "lowest-kept-leaves",
                "old-level",
                "whole",
                "water",
                "weekly",
                "by-crop",
                "below",
                "no",
                "remove",
                "tall-only",
                "10",
                "hours",
                "medium",
                "granules",
                "plant",
            ],
            RuleBook.All.Select(r => r.Options[0].Value)
        );
        Assert.Equal((0.1, 10), (HouseRules.Default.AcceptedRisk, HouseRules.Default.HardeningDays));
        string[] codes =
        [
            RuleCodes.AcceptedRisk,
            RuleCodes.HardeningLength,
            RuleCodes.PepperTiming,
            RuleCodes.PrickOut,
            RuleCodes.Twins,
            RuleCodes.PepperSoil,
            RuleCodes.PepperNights,
            RuleCodes.Spares,
            RuleCodes.TomatoDepth,
            RuleCodes.PepperDepth,
            RuleCodes.RootBall,
            RuleCodes.BeforeParting,
            RuleCodes.Feeding,
            RuleCodes.Topping,
            RuleCodes.Flowers,
            RuleCodes.SideShoots,
            RuleCodes.HowDry,
            RuleCodes.HardeningBy,
            RuleCodes.Fleece,
            RuleCodes.Hole,
        ];
        Assert.All(codes, c => Assert.NotNull(RuleBook.Title(c)));
    }

    [Fact]
    public void Whatever_forbids_planting_is_said_in_words_the_worst_first_and_two_things_at_most()
    {
        var all = PlantingDecision
            .Of(
                new(
                    Crop.Tomato,
                    0.1,
                    0.9,
                    [-4, -4, -4, -4, -4, -4, -4],
                    [40, 2, 2, 2, 2, 2, 2],
                    SoilMorningC: 14,
                    ChillShare: 0.9,
                    GustsKmh: [72],
                    RungsDone: 9
                )
            )
            .Value.Factors;
        Assert.DoesNotContain(all, f => f.Result is FactorResult.Pass or FactorResult.Unknown);
        foreach (var factor in all.Where(f => f.Name is not ("nights" or "freeze")))
        {
            var text = Said([factor]);
            Assert.Matches("^Hold: .*[0-9].*\\.$", text);
            Assert.DoesNotContain($": {factor.Name}.", text, StringComparison.Ordinal);
        }

        Assert.Equal("Hold: gusts of 72 km/h, 60 km/h at most.", Said([all.Single(f => f.Name == "wind")]));
        // What one accepts is one's own, with cover or without.
        Assert.EndsWith("90 of 100 springs, 10 accepted.", Said([all.Single(f => f.Name == "freeze-risk")]), StringComparison.Ordinal);
        // The soil is near, and one rung short is near.
        var some = all.Where(f => f.Name is "soil" or "hardening" or "wind" or "chill").ToList();
        Assert.StartsWith("Hold: 90 of 100 nights", Said(some), StringComparison.Ordinal);
        Assert.EndsWith("; gusts of 72 km/h, 60 km/h at most; 2 things more.", Said(some), StringComparison.Ordinal);
        Assert.EndsWith("; one thing more.", Said(some[..3]), StringComparison.Ordinal);

        static string Said(IReadOnlyList<GoFactor> others) =>
            ColdWords.Of(
                new(ColdVerdict.Hold, [], 10, false, others),
                Crop.Tomato,
                GoingOut.Planted,
                new(NightsFrom.Forecast, House.Today, []),
                House.Today,
                Measures.Metric
            );
    }

    [Theory]
    [InlineData(ReadyCall.Wait, ColdVerdict.Hold, "Wait until Tue 21 Apr.")]
    [InlineData(ReadyCall.Soon, ColdVerdict.Hold, "They are ready; the weather is not.")]
    [InlineData(ReadyCall.Overdue, ColdVerdict.Hold, "They are overdue; the weather is not ready.")]
    [InlineData(ReadyCall.Soon, ColdVerdict.GoWithCover, "Yes, by Tue 21 Apr, with cover.")]
    [InlineData(ReadyCall.Overdue, ColdVerdict.GoWithCover, "Overdue: today, with cover.")]
    [InlineData(ReadyCall.Now, ColdVerdict.Go, "Yes, today.")]
    public void Whether_they_move_up_holds_plants_and_weather(ReadyCall ready, ColdVerdict cold, string words) =>
        Assert.Equal(words, MovingWords.Title(new(ready, new DateOnly(2026, 4, 21), []), new(cold, false, "")));

    [Theory]
    [InlineData(0, "tonight")]
    [InlineData(1, "on Sun night")]
    [InlineData(6, "on Fri night")]
    [InlineData(7, "in the night of Sat 25 Apr")]
    [InlineData(9, "in the night of Mon 27 Apr")]
    public void A_night_is_named_so_that_no_other_is_meant(int ahead, string words) =>
        Assert.Equal(words, ColdWords.Night(new DateOnly(2026, 4, 18).AddDays(ahead), new DateOnly(2026, 4, 18)));

    [Theory]
    [InlineData(0.5, "every second spring")]
    [InlineData(0.1, "1 spring of 10")]
    [InlineData(0.25, "2.5 springs of 10")]
    [InlineData(0.05, "5 springs of 100")]
    [InlineData(0.001, "hardly any spring")]
    [InlineData(0.999, "nearly every spring")]
    public void A_risk_is_said_in_springs(double share, string words) =>
        Assert.Contains(words, ReasonSentences.Of(new Reason("freeze-risk", share, Day: new DateOnly(2026, 5, 9)), Measures.Metric).Text);

    [Fact]
    public void Temperatures_are_said_in_the_growers_degrees()
    {
        var reason = new Reason("emergence-at", 6, 25, "C", Source: "harrington-minges-1954", Subject: "Heat mat");
        Assert.Equal("6 days at 25 °C on Heat mat.", ReasonSentences.Of(reason, Measures.Metric).Text);
        Assert.Equal("6 days at 77 °F on Heat mat.", ReasonSentences.Of(reason, new Measures(true)).Text);
        Assert.Contains("1954", ReasonSentences.Of(reason, Measures.Metric).Source);
    }

    [Fact]
    public void Days_are_said_as_growers_write_them()
    {
        Assert.Equal("Tue 14 Apr", Days.Say(new DateOnly(2026, 4, 14)));
        Assert.Equal("1 day", Days.Many(1.2));
        Assert.Equal("12 days", Days.Many(12));
    }

    /// <summary>
    /// What the craft rests on stands in the core once, and sentences put it in. Left are units and what they are to each other, years of
    /// sources, signs of a formula, words for a share.
    /// </summary>
    [Fact]
    public void No_sentence_types_a_figure_that_the_core_holds()
    {
        string[] known =
        [
            "Between 0 and 1 (100 %), neither of them", // what can be typed
            "More than 0, at most 1 (100 %)",
            "°C · 9/5 + 32", // units
            "In 8 springs of 10 this gate opens within",
            "1 spring of 10", // a share in words
            "springs of 10",
            "of 100 springs, ",
            "of 100 nights of the fortnight",
            "8 years in 10: ",
            "1 year in 10 from ",
            "springs of 100",
            "of 100 years. Is it so?",
            "q = 1 − (1 − p)ᵏ", // formulas and sources
            "(1 − confidence)/2",
            "Clopper & Pearson (1934), Biometrika 26",
            "(1/days)",
            "Harrington & Minges (1954)",
            "hours · 3600 / 1,000,000",
            "ppm N / (% N · 10)",
            "(length − 2 · edge)",
            "minutes / 60",
            "P₂O₅",
            "Inch 2.54 cm",
            "International inch and pound (1959)",
            "1 part bleach to",
            "Each has 1 to",
        ];
        var stray = new List<string>();
        foreach (var file in Directory.EnumerateFiles(Path.Combine(Root(), "src", "Juvenal.Web", "Words"), "*.cs"))
        {
            foreach (var line in File.ReadLines(file).Where(l => !l.TrimStart().StartsWith("//", StringComparison.Ordinal)))
            {
                foreach (Match text in Literal().Matches(line))
                {
                    var said = Hole().Replace(text.Value, "{}");
                    // A sentence has words; a format or a code has not.
                    if (said.Contains(' ') && Number().IsMatch(said) && !known.Any(k => text.Value.Contains(k, StringComparison.Ordinal)))
                        stray.Add($"{Path.GetFileName(file)}: {text.Value}");
                }
            }
        }

        Assert.Empty(stray);
    }

    [Fact]
    public void No_sentence_shouts() =>
        Assert.DoesNotContain('!', string.Concat(RuleBook.All.SelectMany(r => r.Options.Select(o => o.Why))));

    private static Reason Reason(string code) => new(code, 2, 1, Subject: "Sow", Day: new DateOnly(2026, 4, 14));

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Juvenal.slnx")))
            folder = folder.Parent ?? throw new InvalidOperationException("Outside the house.");
        return folder.FullName;
    }

    [GeneratedRegex("""(?<!@)"(?:[^"\\]|\\.)*"(?!")""")]
    private static partial Regex Literal();

    // To its end, or to where a text inside it begins.
    [GeneratedRegex("""\{[^{}]*[}"]""")]
    private static partial Regex Hole();

    // One is a count, nothing more.
    [GeneratedRegex("""(?<![A-Za-z\d])(?!0|1\b)\d""")]
    private static partial Regex Number();

    [GeneratedRegex("""(?:new|Reason|Failure|Contradiction|ConflictException|Choice|\?|:)\s?\(?(?:entry, )?"([a-z0-9-]+)"[,)\s]""")]
    private static partial Regex Codes();
}
