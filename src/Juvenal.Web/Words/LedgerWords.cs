using Juvenal.Core.Ledger;
using Juvenal.Core.Season;

namespace Juvenal.Web.Words;

internal static class LedgerWords
{
    public static string Kind(EntryKind kind) => kind switch
    {
        EntryKind.Sown => "sown",
        EntryKind.Emerged => "up",
        EntryKind.Lost => "lost",
        EntryKind.Snipped => "snipped",
        EntryKind.Moved => "moved",
        EntryKind.NotYet => "not yet",
        _ => "undone",
    };

    public static string Stage(Stage stage) => stage switch
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
