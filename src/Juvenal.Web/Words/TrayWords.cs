using Juvenal.Core.Ledger;
using Juvenal.Core.Sowing;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Emergence and thinning in words.</summary>
internal static class TrayWords
{
    public static string Thin(ThinPlan plan)
    {
        var todo = new List<string>();
        var snipped = plan.Crowded.Count(c => c.Fate == Fate.Snip);
        if (plan.Snips > 0)
            todo.Add(Invariant($"Snip {plan.Snips} in {Cells(snipped)}"));
        if (plan.Separated > 0)
            todo.Add(Invariant($"{(todo.Count == 0 ? "Separate" : "separate")} {Cells(plan.Separated)} when they are pricked out"));
        var need =
            plan.Spare >= 0
                ? Invariant($"{plan.Plants:#,0} plants go on, {plan.Needed:#,0} are needed")
                : Invariant($"{plan.Plants:#,0} plants go on, {-plan.Spare:#,0} fewer than needed");
        return string.Join(", ", todo) + ": " + need + ".";
    }

    public static string Pace(EmergenceVerdict verdict, BatchState state, DateOnly? counted) =>
        verdict.Pace switch
        {
            Core.Sowing.Pace.Waiting => $"Half should be up by {Days.Say(verdict.HalfBy)}.",
            Core.Sowing.Pace.OnTime => $"They are due now: half by {Days.Say(verdict.HalfBy)}.",
            Core.Sowing.Pace.Slow or Core.Sowing.Pace.Late when verdict is { CountAgain: true, HalfBy: not null } => Invariant(
                $"{state.Emerged:#,0} were up on {Days.Say(counted)}, and {verdict.Half:#,0} were due by {Days.Say(verdict.HalfBy)}: count again."
            ),
            Core.Sowing.Pace.Slow => Invariant(
                $"Slow: {state.Emerged:#,0} up, {verdict.Half:#,0} were due by {Days.Say(verdict.HalfBy)}. Late after {Days.Say(verdict.Late)}."
            ),
            Core.Sowing.Pace.Late when verdict.HalfBy is null => "Too cold or too hot where they stand: nothing will come up.",
            Core.Sowing.Pace.Late => Invariant($"Late: {state.Emerged:#,0} up, {verdict.Half:#,0} were due by {Days.Say(verdict.HalfBy)}."),
            Core.Sowing.Pace.Fewer => Invariant(
                $"Fewer than the packet let expect: {verdict.Now!.Fraction * 100:0} % are up, {verdict.Now.Upper * 100:0} % at most."
            ),
            _ when verdict.CountAgain => Invariant(
                $"{state.Emerged:#,0} were up on {Days.Say(counted)}; about {verdict.Coming:0} more have come since: count again."
            ),
            _ when verdict.Coming >= 1 => Invariant($"On time: {state.Emerged:#,0} up, about {verdict.Coming:0} to come."),
            _ => Invariant($"Up: {state.Emerged:#,0} of {state.SeedsSown:#,0} seeds."),
        };

    private static string Cells(int count) => count == 1 ? "1 cell" : Invariant($"{count:#,0} cells");
}
