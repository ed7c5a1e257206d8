using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Store.Batches;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Go or hold, in words.</summary>
internal static class GoWords
{
    public const string NothingStands = "Nothing stands in pots: there is nothing to plant.";

    public const string NoBed = "They are not planned for a bed. Pots that can be carried have no gate: Tonight looks after them.";

    public const string NoForecast =
        "It cannot be told: a forecast of a week is needed, and a spring to look at. Look at nights, soil and wind yourself.";

    public static string Title(GoVerdict verdict, string who) =>
        verdict switch
        {
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
            "hardening" => f.Near is { } few ? $"{limit} wanted, {Invariant($"{few:0}")} with cover" : $"{limit} wanted",
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
            "wind" => Invariant($"{value:0} km/h"),
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
        if (
            group.At.Container is { } id
            && catalogue.Containers.TryGetValue(id, out var pot)
            && !pot.Final
            && catalogue.ClimateOf(catalogue.Places[group.At.Place]) is { } climate
        )
        {
            var (full, overdue) = PotHold.Until(
                LeafModel.For(batch.Group),
                Store.Plans.Catalogue.Of(pot),
                climate,
                group.InPotSince,
                catalogue.Today,
                Farthest
            );
            yield return full is null ? $"Their {pot.Name} holds them for weeks yet."
            : overdue <= catalogue.Today ? $"Their {pot.Name} is overdue: pot up, or plant as soon as it goes."
            : full > catalogue.Today ? $"Their {pot.Name} holds them until {Days.Say(full)}."
            : overdue is null ? $"Their {pot.Name} is full."
            : $"Their {pot.Name} is full; it is overdue from {Days.Say(overdue)} on.";
        }

        if (planned is not null)
            yield return $"The plan has {Days.Say(planned.Mid)}; each day later ripens a day later.";
    }

    /// <summary>Further ahead nothing is said of a pot, days.</summary>
    private const int Farthest = 45;
}
