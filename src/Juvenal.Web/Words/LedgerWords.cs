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
            EntryKind.Corrected => "corrected",
            _ => "undone",
        };

    /// <summary>What a group has behind it: “in this pot since Fri 3 Apr, hardening off since Thu 9 Apr”.</summary>
    public static string State(Group group)
    {
        var parts = new List<string>
        {
            group.At.Container is null ? $"planted {Days.Say(group.InPotSince)}"
            : group.Reached <= Core.Season.Stage.Emerge ? $"since {Days.Say(group.InPotSince)}"
            : $"in this pot since {Days.Say(group.InPotSince)}",
        };
        if (group.HardenedSince is { } hardened && group.At.Container is not null)
            parts.Add($"hardening off since {Days.Say(hardened)}");
        return string.Join(", ", parts);
    }

    /// <summary>How many of those that stand have done a stage that others have yet to do; null where all have, or none.</summary>
    public static string? Progress(Stage stage, BatchState state)
    {
        if (stage is < Core.Season.Stage.PrickOut or > Core.Season.Stage.PlantOut)
            return null;
        var before = state.Before(stage);
        return before > 0 && before < state.Seedlings ? $"{state.Seedlings - before:#,0} of {state.Seedlings:#,0}" : null;
    }

    /// <summary>A stage as it is called for what begins otherwise than with seed.</summary>
    public static string Stage(Stage stage, Start start) =>
        (stage, start) switch
        {
            (Core.Season.Stage.Sow, Start.Plants) => "Take in plants",
            (Core.Season.Stage.Sow, Start.Cuttings) => "Take cuttings",
            (Core.Season.Stage.Sow, Start.Grafts) => "Graft",
            (Core.Season.Stage.Emerge, Start.Cuttings) => "Rooted",
            (Core.Season.Stage.Emerge, Start.Grafts) => "Healed",
            (Core.Season.Stage.PrickOut, not Start.Seed) => "Pot up",
            (Core.Season.Stage.PotUp, not Start.Seed) => "Pot up again",
            _ => Stage(stage),
        };

    public static string Stage(Stage stage) =>
        stage switch
        {
            Core.Season.Stage.Sow => "Sow",
            Core.Season.Stage.Emerge => "Up",
            Core.Season.Stage.PrickOut => "Prick out",
            Core.Season.Stage.PotUp => "Pot up",
            Core.Season.Stage.PotOn => "Pot up again",
            Core.Season.Stage.Harden => "Harden off",
            Core.Season.Stage.PlantOut => "Plant out",
            _ => "First ripe fruit",
        };
}
