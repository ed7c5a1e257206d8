using Juvenal.Core.Care;
using Juvenal.Core.Places;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>What a place is like, and what it asks for, in words.</summary>
internal static class PlaceWords
{
    /// <summary>What its thermometer changes.</summary>
    public static string Read(WarmthShift shift, Measures measures)
    {
        var parts = new List<string>();
        if (shift.Lows >= WarmthShift.Fewest)
            parts.Add(Than("nights", shift.LowC, shift.Lows, measures));
        if (shift.Highs >= WarmthShift.Fewest)
            parts.Add(Than("days", shift.HighC, shift.Highs, measures));
        if (parts.Count == 0)
            return Invariant(
                $"From {WarmthShift.Fewest} readings on, plans and Tonight go by this place’s own thermometer: its last {WarmthShift.Days} days."
            );
        var text = string.Join(", ", parts);
        return $"{char.ToUpperInvariant(text[0])}{text[1..]}. Plans and Tonight go by that.";
    }

    private static string Than(string what, double by, int count, Measures measures) =>
        Math.Abs(by) < 0.1
            ? Invariant($"{what} as reckoned by {count} readings")
            : Invariant($"{what} {measures.Difference(Math.Abs(by))} {(by > 0 ? "warmer" : "colder")} than reckoned by {count} readings");

    /// <summary>"Open Glasshouse and Tunnel by 9:00: shut, they would reach 34 °C." Null where they may stay shut.</summary>
    /// <param name="airing">Of the day.</param>
    /// <param name="places">Their names.</param>
    /// <param name="itself">Their vents open by themselves.</param>
    /// <param name="sunset">By the clock, h.</param>
    /// <param name="measures">Of the nursery.</param>
    public static string? Open(Airing airing, IReadOnlyList<string> places, bool itself, double sunset, Measures measures)
    {
        if (airing.Asks == Vent.Leave)
            return null;
        var names = places.Count == 1 ? places[0] : $"{string.Join(", ", places.SkipLast(1))} and {places[^1]}";
        var they = places.Count == 1 ? "it" : "they";
        var hot = measures.Temperature(Math.Round(airing.ShutC));
        var open = itself
            ? $"{names} {(places.Count == 1 ? "opens itself: see that it does" : "open themselves: see that they do")}. Shut, {they} would reach {hot}."
            : Invariant($"Open {names} by {Airing.OpenByHour}:00: shut, {they} would reach {hot}.");
        var shade =
            airing.Asks == Vent.Shade
                ? $" {measures.Temperature(Math.Round(airing.VentedC))} even when open: shade, water early and again at noon. No potting, feed or topping."
                : "";
        var shut =
            airing.LeaveOpen ? $" Leave open: the night stays above {measures.Temperature(Airing.LeaveOpenC)}."
            : itself ? ""
            : $" Shut by {Days.Hour(sunset - Airing.ShutBeforeSunsetHours)}.";
        return open + shade + shut;
    }
}
