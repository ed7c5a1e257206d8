using Juvenal.Core.Care;
using Juvenal.Core.Rules;
using Juvenal.Store.Rules;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>Feeding, as it is said at the tap.</summary>
internal static class FeedWords
{
    /// <summary>"199 plants: 150 ppm N, 9 g in 12 L"</summary>
    public static IReadOnlyList<string> Lines(
        IEnumerable<(FedGroup Group, FeedShare Share)> shares,
        FertiliserRow? fertiliser,
        Measures measures
    ) =>
        [
            .. from s in shares
            where s.Share.Ppm > 0
            group s by s.Share.Ppm into alike
            orderby alike.Key
            let litres = alike.Sum(s => s.Share.Litres) is var l && l < 10 ? Math.Round(l, 2) : Math.Round(l, 1)
            select $"{alike.Sum(s => s.Group.Plants)} plants: "
                + Invariant($"{alike.Key:0} ppm nitrogen, ")
                + Amount(alike.Key, litres, fertiliser, measures),
        ];

    private static string Amount(double ppm, double litres, FertiliserRow? fertiliser, Measures measures) =>
        fertiliser is null || !(Feed.For(ppm, fertiliser.NitrogenPercent, litres) is { Succeeded: true, Value: var feed })
            ? $"{measures.Volume(litres)} of water"
            : $"{measures.Grams(feed.Grams)} in {measures.Volume(litres)}" + Invariant($", or {feed.StockL() * 1000:0} mL of stock");

    /// <summary>"42 hardening off: no feed"; null where all are fed.</summary>
    public static string? Not(IEnumerable<(FedGroup Group, FeedShare Share)> shares)
    {
        var said = (
            from s in shares
            where s.Share.Not is Unfed.Hardening or Unfed.JustMoved or Unfed.TooYoung
            group s.Group.Plants by s.Share.Not into why
            orderby why.Key
            select $"{why.Sum()} {Why(why.Key!.Value)}"
        ).ToList();
        return said.Count == 0 ? null : $"Not: {string.Join(", ", said)}.";
    }

    private static string Why(Unfed why) =>
        why switch
        {
            Unfed.Hardening => "that harden off",
            Unfed.JustMoved => Invariant($"moved less than {Feeding.RestDays} days ago"),
            _ => "that live on their seed yet",
        };

    /// <summary>“Fed on Sat 11 Apr at 150 ppm nitrogen. Again from Sat 18 Apr.”</summary>
    public static string OfBatch(FeedShare? share, DateOnly? last, FeedingRule rule, string place, DateOnly today)
    {
        var was = last is { } on ? $"{place} was fed on {Days.Say(on)}. " : "Not fed yet, by the record. ";
        if (share is { Not: null } fed)
            return was
                + Invariant($"Its strength is {fed.Ppm:0} ppm nitrogen")
                + (
                    last is { } then && Feeding.EveryDays(rule) is { } days && then.AddDays(days) > today
                        ? $", again from {Days.Say(then.AddDays(days))}."
                        : ", due today."
                );
        return share?.Not switch
        {
            Unfed.Hardening or Unfed.JustMoved or Unfed.TooYoung => was + $"No feed now: plants {Why(share.Not.Value)}.",
            Unfed.ByRule => "The house rule asks for no feed now.",
            _ => was.TrimEnd(),
        };
    }
}
