using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Plans;
using Juvenal.Web.Words;

namespace Juvenal.Web.Problems;

internal static class ConflictSentences
{
    public static string Of(ConflictException conflict) =>
        conflict.Code switch
        {
            "plan-changed" => "The plan has changed since it was shown. Look at the new one, then keep it.",
            "changed-meanwhile" => "Someone else changed this meanwhile. What you typed is still here; look at what changed.",
            "other-payload" => "This entry was sent before with other numbers. The first one stands.",
            "cold" =>
                "It is too cold for that, by the nights, the soil or the frost ahead. If they go out all the same, say that it is your call.",
            "in-use" => "Batches use it: it stays.",
            "later-work-rests-on-it" => Resting((IReadOnlyList<LedgerEntry>)conflict.Current!),
            _ => "It does not fit with what is stored.",
        };

    public static object? Current(ConflictException conflict) =>
        conflict.Current switch
        {
            Plan plan => PlanAnswer.Of(plan, new Measures(conflict.UsUnits)),
            IReadOnlyList<LedgerEntry> or Core.Decision.ColdFinding or null => null,
            var other => other,
        };

    private static string Resting(IReadOnlyList<LedgerEntry> entries) =>
        "Later work rests on it: "
        + string.Join(", ", entries.Take(3).Select(e => $"{LedgerWords.Kind(e.Kind)} {e.Seedlings} on {Days.Say(e.HappenedOn)}"))
        + (entries.Count > 3 ? " and more" : "")
        + ". Undo that first.";
}
