using Juvenal.Core.Care;
using Juvenal.Core.Places;
using Juvenal.Store.Places;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>What a place is like, and what it asks for, in words.</summary>
internal static class PlaceWords
{
    /// <summary>What its thermometer changes, and what is asked about it.</summary>
    public static string Read(PlaceRow place, Measures measures)
    {
        var (low, high) = (place.Shift.Low, place.Shift.High);
        if (low.Readings + high.Readings == 0)
            return place.Heated
                ? Invariant(
                    $"Read it in the morning: plans of this season go by it, by half after {ReadingShift.HalfWeight} readings, and less again when nobody reads it."
                )
                : "Read it in the morning: colder than the weather makes it counts at once and lasts; warmer never lifts an alarm.";
        return string.Join(
            " ",
            new[]
            {
                Of("Nights", low, place.Heated, place.NightC, measures),
                Of("Days", high, place.Heated, place.DayC, measures),
            }.OfType<string>()
        );
    }

    /// <summary>"Nights 4 °C colder by 3 readings, of which 1.2 °C count."</summary>
    private static string? Of(string what, ReadingShift shift, bool heated, double? typedC, Measures measures)
    {
        if (shift.Readings == 0)
            return null;
        var by = shift.DifferenceC;
        var readings = shift.Readings == 1 ? "1 reading" : Invariant($"{shift.Readings} readings");
        if (Math.Abs(by) < ShownC)
            return $"{what} as reckoned, by {readings}.";
        var read = $"{what} {measures.Difference(Math.Abs(by))} {(by > 0 ? "warmer" : "colder")} by {readings}";
        var counts =
            Math.Abs(shift.ShiftC) < ShownC ? "none of it counts" : $"of which {measures.Difference(Math.Abs(shift.ShiftC))} count";
        if (!heated)
            return shift.Asked
                ? $"{read}: in the sun, or by a wall? None of it counts. Where it truly is warmer, say so in its kind or its heat."
                : $"{read}, {counts}{(by > 0 ? " in plans, and nothing against cold" : "")}.";
        var ask =
            shift.Asked && typedC is { } typed
                ? $" Type {measures.Temperature(Math.Round(typed + by))} instead of {measures.Temperature(typed)}?"
                : "";
        return $"{read}, {counts} this season.{ask}";
    }

    /// <summary>Less is no difference, °C.</summary>
    private const double ShownC = 0.1;

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
