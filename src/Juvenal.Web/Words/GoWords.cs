using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Store.Batches;
using Juvenal.Web.Batches;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Go or hold, in words.</summary>
internal static class GoWords
{
    public const string NothingStands = "Nothing stands in pots: there is nothing to plant.";

    public const string NoBed = "They are not planned for a bed. Pots that can be carried have no gate: Tonight looks after them.";

    public const string NoForecast =
        "It cannot be told: a forecast of a week is needed, and a spring to look at. Look at nights, soil and wind yourself.";

    /// <param name="verdict">Of the decision.</param>
    /// <param name="who">Cultivar and code.</param>
    /// <param name="overdue">Their pot is overdue: to hold means to pot up.</param>
    public static string Title(GoVerdict verdict, string who, bool overdue) =>
        verdict switch
        {
            GoVerdict.Hold when overdue => $"Hold and pot up: {who}",
            GoVerdict.Go => $"Go: {who}",
            GoVerdict.GoWithCover => $"Go with cover: {who}",
            _ => $"Hold {who}",
        };

    /// <summary>How many factors say no; and where a cover makes good what is near, which, and what it comes to.</summary>
    public static string Text(GoDecision decision, Core.Rules.Fleece fleece, Measures m)
    {
        var (no, near) = (
            decision.Factors.Count(f => f.Result == FactorResult.Fail),
            decision.Factors.Count(f => f.Result == FactorResult.Near)
        );
        var asked = decision.Factors.Count(f => f.Result != FactorResult.Unknown);
        return (no, near) switch
        {
            (0, 0) => Invariant($"All {asked} that can be told say yes."),
            (0, _) when decision.Factors.FirstOrDefault(f => f is { Name: "nights", Result: FactorResult.Near }) is { Value: { } low } =>
                Invariant($"{near} of {asked} {(near == 1 ? "is" : "are")} near. {Cover(fleece)} on hoops, off the leaves: ")
                    + $"{m.Temperature(low)} becomes {m.Temperature(low + Core.Hardening.Covers.GainC(fleece))}.",
            (0, _) => Invariant($"{near} of {asked} {(near == 1 ? "is" : "are")} near: cover at night, off the leaves."),
            _ => Invariant($"{no} of {asked} say no."),
        };
    }

    public static string Cover(Core.Rules.Fleece fleece) =>
        fleece switch
        {
            Core.Rules.Fleece.Light => "Light fleece",
            Core.Rules.Fleece.Heavy => "Heavy fleece",
            Core.Rules.Fleece.Medium => "Medium fleece",
            _ => "A cover",
        };

    public static string Label(GoFactor f, string bed) =>
        f.Name switch
        {
            "freeze-risk" => "A freeze still to come",
            "freeze" => "Coldest night of the forecast",
            "nights" => "Coldest night of the week",
            "days" => "The week’s days",
            "heat" => "Hottest of the first days",
            "soil" => $"Soil in the morning, {bed}",
            "chill" => "Cold nights of the fortnight after",
            "wind" => "Gusts",
            _ => "Hardened",
        };

    public static string Note(GoFactor f, Measures m)
    {
        var limit = Value(f.Name, f.Limit, f.Limit, m);
        var near = f.Near is { } n ? $", with cover {Value(f.Name, n, f.Limit, m)}" : "";
        return f.Name switch
        {
            "freeze" => $"above {limit}",
            "freeze-risk" => $"you accept {limit}{near}",
            "heat" or "wind" => $"up to {limit}{(f.Near is { } most ? $", shaded or sheltered {Value(f.Name, most, f.Limit, m)}" : "")}",
            "chill" => $"at most {limit}",
            "hardening" => Invariant($"{f.Limit:0} rungs wanted") + (f.Near is { } few ? Invariant($", {few:0} with cover") : ""),
            _ => $"{limit} wanted{near}",
        };
    }

    public static string Value(string name, double value, double limit, Measures m) =>
        name switch
        {
            "freeze-risk" => Invariant(
                $"{value * Springs:0.#} {(Math.Abs((value * Springs) - 1) < 0.05 ? "spring" : "springs")} in {Springs}"
            ),
            "chill" => Invariant($"{value * Nights:0} of {Nights}"),
            "wind" => m.Speed(value),
            "hardening" => Invariant($"{value:0} of {limit:0} rungs"),
            _ => m.Temperature(Math.Round(value, 1)),
        };

    private const int Springs = 10;
    private const int Nights = 14;

    public static string Source(string name) =>
        name switch
        {
            "freeze-risk" or "chill" => "your record",
            "soil" => "readings, or as reckoned",
            "hardening" => "days out that were logged",
            _ => "forecast",
        };

    /// <summary>What waiting costs: the pot they stand in, and what follows the day.</summary>
    public static IEnumerable<string> Waiting(BatchView batch, Group group, StoredStep? planned, Store.Plans.Catalogue catalogue)
    {
        if (GoSheets.PotOf(batch, group, catalogue) is { } pot)
        {
            var (name, full, overdue) = pot;
            yield return full is null ? $"Their {name} holds them for weeks yet."
            : overdue <= catalogue.Today ? $"Their {name} is overdue: pot up, or plant as soon as it goes."
            : full > catalogue.Today ? $"Their {name} holds them until {Days.Say(full)}."
            : overdue is null ? $"Their {name} is full."
            : $"Their {name} is full; it is overdue from {Days.Say(overdue)} on.";
            if (full <= catalogue.Today && Next(group, catalogue) is { } next)
                yield return next;
        }

        if (catalogue.ClimateOf(catalogue.Places[group.At.Place]) is { } here && group.At.Container is { } id)
        {
            var share = Looked.PotShare(
                group.Seen,
                LeafModel.For(batch.Group),
                Store.Plans.Catalogue.Of(catalogue.Containers[id]),
                here,
                group.InPotSince,
                batch.UpOn,
                catalogue.Today
            );
            var held = Holdings.Of(batch, group, here, share, catalogue).ToList();
            foreach (var place in held)
                yield return $"Held back in {place}";
            if (held.Count > 0)
                yield return "Held back they want half the feed, less water, and room: leaves must not touch.";
        }

        if (planned is not null)
            yield return $"The plan has {Days.Say(planned.Mid)}; each day later ripens a day later.";
    }

    /// <summary>What the next pot takes: “Into 13 cm pot: 46 L of mix, about 1 h, and the bench for them.”</summary>
    private static string? Next(Group group, Store.Plans.Catalogue catalogue)
    {
        var now = Store.Plans.Catalogue.Of(catalogue.Containers[group.At.Container!.Value]);
        if (NextContainer.After(now, catalogue.Containers.Values.Select(Store.Plans.Catalogue.Of)) is not { } into)
            return null;
        var measures = new Measures(catalogue.Site.UsUnits);
        var hours = group.Seedlings * Handwork.PottingUp(into.Litres, catalogue.Rules.Rules.RootBall) / 60;
        return Invariant($"Potting {group.Seedlings} on into {into.Name}: {measures.Volume(into.MixLitres(group.Seedlings))} of mix, ")
            + (hours < 1 ? Invariant($"about {Math.Max(5, Math.Round(hours * 12) * 5):0} min") : Invariant($"about {hours:0.#} h"))
            + ", and the bench for them.";
    }

    /// <summary>“Best in this forecast: Tue 21 Apr, dull: any hour.”</summary>
    public static string Best(BestDay best, DateOnly today) =>
        $"Best in this forecast: {(best.Day == today ? "today" : Days.Say(best.Day))}, "
        + (best.Dull ? "dull: any hour" : "in the evening")
        + (best.Verdict == GoVerdict.GoWithCover ? ", with cover at night." : ".");

    /// <summary>“Go, while the sheet said hold”</summary>
    public static string Called(MyCall call, GoVerdict? said)
    {
        var (mine, sheet) = (
            call == MyCall.Go ? "Go" : "Hold",
            said switch
            {
                GoVerdict.Go => "go",
                GoVerdict.GoWithCover => "go with cover",
                GoVerdict.Hold => "hold",
                _ => null,
            }
        );
        return sheet is null ? $"{mine}; the sheet could not tell"
            : (call == MyCall.Hold) == (said == GoVerdict.Hold) ? $"{mine}, as the sheet said"
            : $"{mine}, while the sheet said {sheet}";
    }

    /// <summary>What came of a call; null while it is open.</summary>
    public static string? Came(CallScore score, double nearC, Measures m) =>
        score switch
        {
            { Outcome: CallOutcome.Froze } => $"It froze: {m.Temperature(score.LowestC)} within the week.",
            { Outcome: CallOutcome.Cold } => $"Nights went down to {m.Temperature(score.LowestC)} within the week.",
            { Outcome: CallOutcome.Mild } =>
                $"No night of the week was under {m.Temperature(nearC)}: the lowest was {m.Temperature(score.LowestC)}.",
            _ => null,
        };
}
