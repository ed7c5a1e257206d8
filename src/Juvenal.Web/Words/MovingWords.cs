using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Moving up, as it is said at the bench.</summary>
internal static class MovingWords
{
    public const string Jump = "A jump: water sparingly until roots are at its wall.";

    /// <summary>Why there is nothing to look at.</summary>
    public static string Nothing(BatchView batch, IReadOnlyList<JobHead> heads) =>
        batch.State().Seedlings == 0 ? "Nothing of it is up yet: there is nothing to move."
        : heads.Count == 0 ? "All that is planned for it is done."
        : "Nothing of it moves up next.";

    /// <summary>Plants that are ready go nowhere while the weather is not.</summary>
    /// <param name="ready">The plants.</param>
    /// <param name="cold">What the coming nights say, where the work goes outdoors.</param>
    public static string Title(Readiness ready, ColdAnswer? cold) =>
        (ready.Call, cold?.Verdict) switch
        {
            (ReadyCall.Wait, _) => Title(ready),
            (ReadyCall.Overdue, ColdVerdict.Hold) => "They are overdue; the weather is not ready.",
            (_, ColdVerdict.Hold) => "They are ready; the weather is not.",
            (_, ColdVerdict.GoWithCover) => $"{Title(ready)[..^1]}, with cover.",
            _ => Title(ready),
        };

    private static string Title(Readiness ready) =>
        ready.Call switch
        {
            ReadyCall.Wait => $"Wait until {Days.Say(ready.On)}.",
            ReadyCall.Soon => $"Yes, by {Days.Say(ready.On)}.",
            ReadyCall.Overdue => "Overdue: today.",
            _ => "Yes, today.",
        };

    /// <summary>What the model holds, beside what was seen.</summary>
    public static string Guess(StepKind kind, Readiness guess, double leaves, RootsSeen roots)
    {
        var held = Invariant($"{leaves:0.#} true leaves") + (kind == StepKind.Harden ? "" : $", {LedgerWords.Seen(null, roots)}");
        var so = guess.Call switch
        {
            ReadyCall.Wait => $"ready about {Days.Say(guess.On)}",
            ReadyCall.Soon => $"to go by {Days.Say(guess.On)}",
            ReadyCall.Now => "ready",
            _ => "overdue",
        };
        return $"As reckoned: {held}; {so}.";
    }

    public static string Holds(PotChoice choice) =>
        choice.Container.Final ? "their last: no limit"
        : choice.FullOn is { } full ? $"until {Days.Say(full)}"
        : "as long as you like";

    /// <summary>A larger pot that holds them until they leave it.</summary>
    public static string Buys(string planned, PotChoice now, string name, PotChoice enough, DateOnly until)
    {
        var days = enough.OverdueOn is { } overdue ? overdue.DayNumber - now.OverdueOn!.Value.DayNumber : 0;
        var more = days > 0 ? $", {Days.Many(days)} longer" : "";
        return $"They leave it about {Days.Say(until)}, and {planned} is overdue from {Days.Say(now.OverdueOn)} on. {name} holds them{more}.";
    }

    /// <summary>"10–15 L", "20 L or more"</summary>
    public static string Wants(LastPot pot, Measures measures) =>
        pot.MostL is { } most ? $"{measures.Volume(pot.LeastL)} to {measures.Volume(most)}" : $"{measures.Volume(pot.LeastL)} or more";

    /// <summary>The pot they are to end in is too small for their kind.</summary>
    public static string EndsIn(string planned, double litres, LastPot wants, string? name, Measures measures) =>
        $"They end in {planned}, {measures.Volume(litres)}; their kind wants {Wants(wants, measures)}"
        + (name is null ? "." : $": {name} is large enough.");

    /// <summary>What it costs to hold them back.</summary>
    public static string Held(string place, HoldingBack held, string pot, DateOnly today) =>
        $"{place}: a week there costs {Days.Many(held.CostDays)} of growth"
        + (
            held.FullInDays is not { } full ? "."
            : full < 1 ? $"; their {pot} is full already."
            : $"; their {pot} holds them until {Days.Say(today.AddDays((int)full))}."
        );

    public static string? Dull(DullDay dull, DateOnly today) =>
        !dull.Much ? "Shade them for a day or two: no dull day is forecast."
        : dull.Day == today ? "Today is the dullest day of the forecast: a good one for it."
        : $"{Days.Say(dull.Day)} looks dull: the best day for it. Else shade them for a day or two.";

    /// <summary>How they are set, in sentences.</summary>
    public static IReadOnlyList<string> Set(Crop crop, Setting set, bool leggy, bool measured, Measures measures)
    {
        var text = new List<string>();
        if (set.Depth.ContainerTooShallow)
            text.Add($"The ball is {measures.Length(set.Ball.DepthCm)} high: too much for a pot {measures.Length(set.Pot.DepthCm)} deep.");
        text.Add(
            set.Depth.BuryStemCm < 0.05
                ? "Set at the old level."
                : $"{measures.Length(set.Depth.BuryStemCm)} of stem under the mix; {measures.Length(set.Plant.HeightCm - set.Depth.BuryStemCm)} stay out."
        );
        if (set.Strip > 0)
            text.Add(set.Strip == 1 ? "Strip the lowest leaf." : $"Strip the {set.Strip} lowest leaves.");
        if (set.PinchSeedLeaves)
            text.Add("Pinch off the seed leaves.");
        if (set.Depth.MixUnderBallCm >= 0.5)
            text.Add($"{measures.Length(set.Depth.MixUnderBallCm)} of mix under the ball.");
        if (leggy)
            text.Add(
                crop == Crop.Tomato
                    ? "Long for its leaves: deeper mends it; then lamp nearer, or cooler nights."
                    : "Long for its leaves: a pepper is not set deeper; lamp nearer, or cooler nights."
            );
        if (!measured)
            text.Add("Sizes are reckoned from the leaves: measure one, and the drawing follows.");
        return text;
    }

    /// <summary>Three steps of the hands.</summary>
    public static IReadOnlyList<string> How(bool first, Container from, HouseRules rules) =>
        [
            !from.TakesMix ? "Take it with all its roots are in."
            : first
                ? (rules.BeforeParting == BeforeParting.Water ? "Water an hour before. " : "Let it dry a little. ")
                    + (from.KeepsBall ? "Push the plug out from below." : "Hold by a leaf, never the stem.")
            : rules.RootBall switch
            {
                RootBall.Loosened => "Water, tip out, loosen all round.",
                RootBall.Washed => "Water, tip out, wash apart.",
                _ => "Water, tip out, keep the ball whole.",
            },
            "Fill low, set it, fill up, firm gently.",
            "Water until it drains. A label. Shade for a day.",
        ];
}
