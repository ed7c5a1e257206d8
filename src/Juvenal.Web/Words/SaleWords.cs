using Juvenal.Core.Season;
using Juvenal.Core.Selling;
using Juvenal.Store.Batches;
using Juvenal.Web.Plans;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Plants for sale, in words.</summary>
internal static class SaleWords
{
    /// <summary>"Sat 23 May: 212 of 312 ready".</summary>
    /// <param name="lines">Of all days.</param>
    /// <param name="today">The nursery's day.</param>
    public static string Title(IReadOnlyList<(DateOnly Day, SaleStock Stock, SaleOutlook Outlook)> lines, DateOnly today)
    {
        if (lines.Count == 0)
            return "Nothing is raised for a sale";
        // What is left over comes first: it goes on growing. Then the next day; else the last.
        var day =
            lines.Where(l => l.Day < today && l.Stock.Standing > 0).Select(l => (DateOnly?)l.Day).Max()
            ?? lines.Where(l => l.Day >= today).Select(l => (DateOnly?)l.Day).Min()
            ?? lines.Max(l => l.Day);
        List<(DateOnly Day, SaleStock Stock, SaleOutlook Outlook)> of = [.. lines.Where(l => l.Day == day)];
        var (ready, byDay) = (of.Sum(l => l.Stock.Ready), of.Sum(l => l.Outlook.ByDay));
        return day < today
            ? Invariant($"{Days.Say(day)} is past: {of.Sum(l => l.Stock.Standing):#,0} are left")
            : Invariant($"{Days.Say(day)}: {ready:#,0} of {byDay:#,0} ready");
    }

    /// <summary>"312 wanted, 290 come: 22 short in 3 batches. 12 went." Past: "312 were wanted; 280 went, 10 are left."</summary>
    /// <param name="lines">Of the day.</param>
    /// <param name="past">The day is behind.</param>
    public static string Day(IReadOnlyList<(SaleStock Stock, SaleOutlook Outlook)> lines, bool past)
    {
        var (wanted, comes, few) = (lines.Sum(l => l.Stock.Wanted), lines.Sum(l => l.Outlook.ByDay), lines.Sum(l => l.Outlook.Lacking));
        if (past)
            return Invariant(
                $"{wanted:#,0} were wanted; {lines.Sum(l => l.Stock.Out):#,0} went, {lines.Sum(l => l.Stock.Standing):#,0} are left."
            );
        var (kinds, went) = (lines.Count(l => l.Outlook.Lacking > 0), lines.Sum(l => l.Stock.Out));
        return Invariant($"{wanted:#,0} wanted, {comes:#,0} {(comes == 1 ? "comes" : "come")}")
            + (few > 0 ? Invariant($": {few:#,0} short in {kinds} {(kinds == 1 ? "batch" : "batches")}.") : ".")
            + (went > 0 ? Invariant($" {went:#,0} went.") : "");
    }

    /// <summary>"All 38 ready." "30 of 38 ready; Harden, Fri 8 May." "Late by 3 days."</summary>
    public static string Line(BatchView batch, SaleStock stock, SaleOutlook outlook, DateOnly today)
    {
        if (batch.Input.Ends.Day < today)
            return stock.Standing == 0 ? "None are left." : Invariant($"{stock.Standing:#,0} are left.");
        var how =
            outlook.ByDay == 0 ? "None stand"
            : stock.Ready == outlook.ByDay ? Invariant($"All {stock.Ready:#,0} ready")
            : stock.Standing == 0 ? Invariant($"About {outlook.ByDay:#,0} to come")
            : Invariant($"{stock.Ready:#,0} of {outlook.ByDay:#,0} ready");
        return how
            + (outlook.Lacking > 0 ? Invariant($", {outlook.Lacking:#,0} short of {batch.Input.PlantsWanted:#,0}") : "")
            + (stock.Ready < outlook.ByDay && Next(batch) is { } next ? $"; {next}." : ".");
    }

    /// <summary>What would mend what is short or late; null where nothing is.</summary>
    /// <param name="over">Of the same cultivar, what may go elsewhere.</param>
    public static string? Mend(BatchView batch, SaleStock stock, SaleOutlook outlook, IReadOnlyList<OverBatch> over, DateOnly today)
    {
        if (batch.Input.Ends.Day < today)
            return null;
        if (outlook.Call == SaleCall.Late)
            return stock.LateDays == 1
                ? "Hardened a day late: tell who buys to put them out by hours for another day."
                : Invariant($"Hardened {stock.LateDays} days late: tell who buys to put them out by hours for {stock.LateDays} days more.");
        if (outlook.Lacking == 0)
            return null;
        if (over.Count > 0)
            return Invariant($"{over[0].Code} has {over[0].Over:#,0} more than it needs.");
        if (batch.SeedsSown == 0)
            return $"Not sown yet: by {Days.Say(batch.Summary.SowNoLater)} it is in time.";
        return batch.Summary.SowNoLater >= today
            ? Invariant($"Sow {outlook.Lacking:#,0} more by {Days.Say(batch.Summary.SowNoLater)}.")
            : "Too late to sow more: offer fewer, or take some in.";
    }

    /// <summary>"12 sold for 30.00, 2 given."</summary>
    public static string Went(WentOut went)
    {
        List<string> parts = [];
        if (went.Sold > 0)
            parts.Add(Invariant($"{went.Sold:#,0} sold{(went.Takings > 0 ? Invariant($" for {went.Takings:#,0.00}") : "")}"));
        if (went.Given > 0)
            parts.Add(Invariant($"{went.Given:#,0} given"));
        if (went.Discarded > 0)
            parts.Add(Invariant($"{went.Discarded:#,0} discarded"));
        return string.Join(", ", parts) + ".";
    }

    /// <summary>"Today 12 sold, for 30.00." Null where none were.</summary>
    public static string? Today(IEnumerable<WentOut> went)
    {
        var (sold, takings) = went.Aggregate((Sold: 0, Takings: 0d), (sum, w) => (sum.Sold + w.SoldToday, sum.Takings + w.TakingsToday));
        return sold == 0 ? null : Invariant($"Today {sold:#,0} sold{(takings > 0 ? Invariant($", for {takings:#,0.00}") : "")}.");
    }

    /// <summary>"12 more than are wanted; 40 stand in pots."</summary>
    public static string Over(OverBatch over) =>
        Invariant($"{over.Over:#,0} more than {(over.Over == 1 ? "is" : "are")} wanted; {over.InPots:#,0} in pots.");

    /// <summary>"Pot up, Tue 5 May": the next of their steps.</summary>
    private static string? Next(BatchView batch)
    {
        var next = batch.Steps.FirstOrDefault(s =>
            s is { DoneOn: null, Skipped: false, Step.Kind: StepKind.Begin or StepKind.Up or StepKind.Move or StepKind.Harden }
        );
        return next is null ? null : $"{StepName.Of(next.Step, batch.Input.Begins.Kind, false).Title}, {Days.Say(next.Mid)}";
    }
}
