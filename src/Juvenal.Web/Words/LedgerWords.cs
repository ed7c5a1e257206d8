using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;

namespace Juvenal.Web.Words;

internal static class LedgerWords
{
    public static string Kind(EntryKind kind) =>
        kind switch
        {
            EntryKind.Sown => "sown",
            EntryKind.Emerged => "up",
            EntryKind.Lost => "lost",
            EntryKind.Snipped => "snipped",
            EntryKind.Moved => "moved",
            EntryKind.NotYet => "not yet",
            EntryKind.Received => "came in",
            EntryKind.Separated => "separated",
            EntryKind.Used => "used for grafts",
            EntryKind.Out => "out",
            EntryKind.Parted => "split off",
            EntryKind.Spaced => "spaced",
            EntryKind.Together => "set together",
            EntryKind.Identity => "labels",
            EntryKind.Checked => "looked",
            EntryKind.Pinched => "pinched",
            EntryKind.Aired => "out by day",
            EntryKind.Corrected => "corrected",
            _ => "undone",
        };

    /// <summary>"3 true leaves, roots just showing, 8 cm tall"</summary>
    public static string Seen(double? leaves, Core.MovingUp.RootsSeen? roots, string? tall = null)
    {
        var parts = new List<string>();
        if (leaves is { } l)
            parts.Add(System.FormattableString.Invariant($"{l:0.#} true {(l == 1 ? "leaf" : "leaves")}"));
        if (roots is { } r)
            parts.Add(
                r switch
                {
                    Core.MovingUp.RootsSeen.None => "no roots at the wall",
                    Core.MovingUp.RootsSeen.Showing => "roots just showing",
                    Core.MovingUp.RootsSeen.Circling => "roots go round",
                    _ => "roots matted or brown",
                }
            );
        if (tall is not null)
            parts.Add($"{tall} tall");
        return string.Join(", ", parts);
    }

    /// <summary>What a group has behind it: “in this pot since Fri 3 Apr, hardening off since Thu 9 Apr, 4 of 10 rungs”.</summary>
    /// <param name="group">Which.</param>
    /// <param name="rungs">Behind it; null: it has not begun, or they are not told here.</param>
    public static string State(Group group, RungCredit? rungs = null)
    {
        var parts = new List<string>
        {
            group.At.Container is null ? $"planted {Days.Say(group.InPotSince)}"
            : group.Reached.Kind <= StepKind.Up ? $"since {Days.Say(group.InPotSince)}"
            : $"in this pot since {Days.Say(group.InPotSince)}",
        };
        if (group.HardenedSince is { } hardened && group.At.Container is not null)
        {
            parts.Add($"hardening off since {Days.Say(hardened)}");
            if (rungs is { AnySaid: true })
                parts.Add($"{rungs.Done} of {rungs.Needed} rungs");
        }

        if (group.OneOf is { } oneOf)
            parts.Add(oneOf.Count == 0 ? "nobody knows what they are" : "labels mixed");
        return string.Join(", ", parts);
    }

    /// <summary>How many of those that stand have done a step that others have yet to do; null where all have, or none.</summary>
    public static string? Progress(Step step, BatchState state)
    {
        if (step.Kind is < StepKind.Move or > StepKind.PlantOut)
            return null;
        var before = state.Before(step);
        return before > 0 && before < state.Seedlings ? $"{state.Seedlings - before:#,0} of {state.Seedlings:#,0}" : null;
    }

    /// <summary>A job as the Round calls it, and every other page.</summary>
    public static string Job(JobKind kind, Step step, Start start, bool potted) =>
        (kind, step.Kind, start) switch
        {
            (JobKind.Thin, _, _) => "Thin",
            (JobKind.CountAgain, _, _) => "Count once more",
            (_, StepKind.Up, Start.Seed) => "Count what is up",
            (_, StepKind.Up, Start.Cuttings) => "Count what has rooted",
            (_, StepKind.Up, _) => "Count what has healed",
            _ => Step(step, start, potted),
        };

    /// <summary>A step as it is called for what begins with that.</summary>
    public static string Step(Step step, Start start, bool potted = false) =>
        step.Kind == StepKind.PlantOut && potted ? "Set outdoors" : Step(step.Kind, step.Number, start);

    /// <param name="kind">Of the step.</param>
    /// <param name="number">Of a move: which, from 1.</param>
    /// <param name="start">What the batch begins with.</param>
    public static string Step(StepKind kind, int number, Start start) =>
        (kind, start) switch
        {
            (StepKind.Begin, Start.Plants) => "Receive plants",
            (StepKind.Begin, Start.Standing) => "Standing",
            (StepKind.Begin, Start.Cuttings) => "Take cuttings",
            (StepKind.Begin, Start.Grafts) => "Graft",
            (StepKind.Begin, _) => "Sow",
            (StepKind.Up, Start.Cuttings) => "Rooted",
            (StepKind.Up, Start.Grafts) => "Healed",
            (StepKind.Up, _) => "Up",
            // Only seedlings are pricked out; what begins otherwise stands in a pot already.
            (StepKind.Move, _) => (number, start) switch
            {
                (1, Start.Seed) => "Prick out",
                (_, Start.Standing) => number == 1 ? "Pot up" : "Pot up again",
                (1, _) or (2, Start.Seed) => "Pot up",
                _ => "Pot up again",
            },
            (StepKind.Harden, _) => "Harden off",
            (StepKind.Hold, _) => "Keep cool",
            (StepKind.PlantOut, _) => "Plant out",
            _ => "First ripe fruit",
        };
}
