using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Store.Site;

namespace Juvenal.Web.Words;

/// <summary>What the nights say, beside work that goes outdoors.</summary>
/// <param name="Verdict">Where it is not go, the work is never a plain "done".</param>
/// <param name="Freezes">It kills: shown as danger.</param>
/// <param name="Text">In one sentence, the coldest nights first named.</param>
public sealed record ColdAnswer(ColdVerdict Verdict, bool Freezes, string Text);

internal static class ColdWords
{
    /// <summary>So many nights are named, and so many of what else there is; the rest is counted.</summary>
    private const int Named = 2;

    public static string Of(ColdFinding finding, Crop crop, GoingOut going, NightsAhead ahead, DateOnly today, Measures measures)
    {
        var who = (crop, going) switch
        {
            (Crop.Tomato, GoingOut.Planted) => "tomatoes in a bed",
            (Crop.Tomato, _) => "tomatoes from indoors",
            (_, GoingOut.Planted) => "peppers in a bed",
            _ => "peppers from indoors",
        };
        var limit = measures.Temperature(finding.LimitC);
        var want = $"{Capital(who)} want {limit}.";
        if (finding.Verdict == ColdVerdict.Unknown)
            return ahead.Nights.Count == 0
                ? $"No forecast here: type the coming nights, or say that they are mild. {want}"
                : $"The forecast has {Nights(ahead.Nights.Count)} left: type {ColdStop.Nights - ahead.Nights.Count} more. {want}";
        var others = Others(finding.Others ?? [], measures);
        if (others is not null && finding.Nights.Count == 0)
            return $"{What(finding)}: {others}.";
        var also = others is null ? "" : $" {Capital(others)}.";
        var known = ahead.From == NightsFrom.Record ? " No new forecast: a cold night for the time of year is taken." : "";
        if (finding.Verdict == ColdVerdict.Go)
            return $"Go: nights stay at {limit} or above.{known}";
        if (ahead.From == NightsFrom.Record)
            return $"{What(finding)}: {measures.Temperature(finding.Nights[0].LowC)} in a cold night of these weeks. {want}{known}";
        // Tonight first, then the coldest that is to come.
        var named = finding
            .Nights.Where(n => n.Evening == today)
            .Concat(finding.Nights.Where(n => n.Evening > today).OrderBy(n => n.LowC))
            .Take(Named)
            .ToList();
        var nights = string.Join(
            ", ",
            named.OrderBy(n => n.Evening).Select(n => $"{measures.Temperature(n.LowC)} {Night(n.Evening, today)}")
        );
        var more = finding.Nights.Count - named.Count;
        return $"{What(finding)}: {nights}{(more > 0 ? $", {more} more below {limit}." : $". {want}")}{also}";
    }

    private static string Nights(int count) => count == 1 ? "1 night" : $"{count} nights";

    /// <summary>What forbids before what only asks for cover.</summary>
    private static string? Others(IReadOnlyList<GoFactor> factors, Measures measures)
    {
        var said = factors.OrderByDescending(f => f.Result).Take(Named).Select(f => Other(f, measures)).ToList();
        if (factors.Count > Named)
            said.Add(factors.Count == Named + 1 ? "one thing more" : $"{factors.Count - Named} things more");
        return said.Count == 0 ? null : string.Join("; ", said);
    }

    /// <summary>"soil 11 °C at 8 o'clock, 15.5 °C wanted"</summary>
    private static string Other(GoFactor f, Measures measures)
    {
        // Near is within what cover makes good; then that is what is missed by holding.
        var limit = f.Result == FactorResult.Fail ? f.Near ?? f.Limit : f.Limit;
        return f.Name switch
        {
            "freeze-risk" => FormattableString.Invariant(
                $"after these nights it still freezes in {f.Value * 100:0} of 100 springs, {f.Limit * 100:0} accepted"
            ),
            "days" => $"the week's days reach {measures.Temperature(f.Value)}, {measures.Temperature(limit)} wanted",
            "heat" => $"up to {measures.Temperature(f.Value)} in the first days: in the evening, shaded, watered twice a day",
            "soil" =>
                $"soil {measures.Temperature(f.Value)} at {Core.Site.SoilSeries.UsualHour} o'clock, {measures.Temperature(limit)} wanted",
            "chill" => FormattableString.Invariant($"{f.Value * 100:0} of 100 nights of the fortnight after are too cold here"),
            "wind" => $"gusts of {measures.Speed(f.Value ?? 0)}, {measures.Speed(limit)} at most",
            "hardening" => FormattableString.Invariant($"{f.Value:0} of {f.Limit:0} rungs of hardening behind them"),
            _ => throw new InvalidOperationException($"No words for {f.Name}."),
        };
    }

    /// <summary>By its weekday, where that is not a week later the same again.</summary>
    public static string Night(DateOnly evening, DateOnly today) =>
        evening == today ? "tonight"
        : evening < today.AddDays(7) ? $"on {evening.ToString("ddd", System.Globalization.CultureInfo.InvariantCulture)} night"
        : $"in the night of {Days.Say(evening)}";

    private static string What(ColdFinding finding) => finding.Verdict == ColdVerdict.Hold ? "Hold" : "Go with cover";

    public static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
