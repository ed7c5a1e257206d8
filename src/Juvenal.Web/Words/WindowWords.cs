using Juvenal.Core.Site;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>A planting window as growers say it: from when, and how sure that is.</summary>
internal static class WindowWords
{
    public static string Sentence(PlantingWindow window)
    {
        var opens = window.Opens;
        if (window.Springs is not { } springs)
            return Invariant($"From {Days.Say(opens.Mid)}, by the frost dates alone.");
        if (springs.AllWinter)
            return "Open all winter.";
        if (springs.MostNever)
            return Invariant($"Not in {springs.Never} of {springs.Count} years. In the best ones from {Days.Say(opens.Low)}.");
        var spread =
            springs.Never * 10 > springs.Count
                ? Invariant($"1 year in 10 from {Days.Say(opens.Low)}; in {springs.Never} of {springs.Count} never")
                : Invariant($"8 years in 10: {Days.Say(opens.Low)} to {Days.Say(opens.High)}");
        return Invariant($"From {Days.Say(opens.Mid)} ({spread}).");
    }
}
