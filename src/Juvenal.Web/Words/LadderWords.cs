using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>The ladder from indoors to the world outside, in words.</summary>
internal static class LadderWords
{
    /// <summary>“5 h out, 2 h of it in sun; in again by 14:00, into Glasshouse.”</summary>
    /// <param name="today">The rung, held against the day.</param>
    /// <param name="shelter">Where they are carried back to; null: they stay where they are.</param>
    public static string Asks(TodaysRung today, string? shelter)
    {
        var rung = today.Rung;
        if (rung.InHouse)
            return "Vents wide open all day, shut at night.";
        var sun =
            today.Shade ? "in shade"
            : rung.SunHours == 0 ? "in shade"
            : rung.SunHours >= rung.Hours ? "in sun"
            : Invariant($"{rung.SunHours:0.#} h of it in sun");
        var hours = rung.Hours >= Ladder.DayHours ? $"All day out, {sun}" : Invariant($"{rung.Hours:0.#} h out, {sun}");
        return today switch
        {
            { Rung.Night: true, Call: RungCall.CoverTonight } => $"{hours}, and the night, covered.",
            { Rung.Night: true, Call: RungCall.InTonight } => $"{hours}; in by evening{Into(shelter)}.",
            { Rung.Night: true } => $"{hours}, and the night.",
            { StaysOut: true } => $"{hours}, sheltered; covered by night where it is cold.",
            _ => $"{hours}; in again by {Days.Hour(today.InAt)}{Into(shelter)}.",
        };
    }

    /// <summary>"Room for 40 of 60 on Hardening stand."</summary>
    public static string Room(int fits, int of, string stand) =>
        fits == 0 ? $"No room for them on {stand} today: in turns, or elsewhere." : $"Room for {fits:#,0} of {of:#,0} on {stand}.";

    private static string Into(string? shelter) => shelter is null ? "" : $", into {shelter}";

    /// <summary>What the day does to the rung; null where it just counts.</summary>
    public static string? Day(TodaysRung today, Measures m) =>
        today.Call switch
        {
            RungCall.StayIn when today.There.Wind is { KeepsIn: true } wind =>
                $"Keep them in: {WeatherWords.Wind(wind, m)}. It would not count.",
            RungCall.StayIn when today.There.HighC is { } high =>
                $"Keep them in: only {m.Temperature(high)} by day, and {m.Temperature(today.HighLimitC)} is wanted. It would not count.",
            RungCall.InTonight when today.There.NightC is { } night && today.NightLimitC is { } limit =>
                $"The night is expected at {m.Temperature(night)}; the rung wants {m.Temperature(limit)}. The day out holds what they have.",
            RungCall.CoverTonight when today.There.NightC is { } night =>
                $"The night is expected at {m.Temperature(night)}: with fleece over them it counts.",
            _ when today.There.HighC > TodaysRung.ShadeAboveC => $"Up to {m.Temperature(today.There.HighC.Value)}: shade, and water early.",
            _ when today.Shade => "Sun of a dull day is owed: shade them on the first clear one.",
            _ => null,
        };

    /// <summary>What was said of a day: “5 h out, 2 h in sun; out by night under 2 °C of cover; limp”.</summary>
    public static string Said(double hours, double sun, bool night, double coverC, bool overcast, DayOutcome outcome, Measures m)
    {
        var parts = new List<string> { Invariant($"{hours:0.#} h out, {(overcast ? "overcast" : Invariant($"{sun:0.#} h in sun"))}") };
        if (night)
            parts.Add(coverC > 0 ? $"the night out, {m.Difference(coverC)} of cover" : "the night out");
        if (outcome == DayOutcome.Limp)
            parts.Add("limp");
        if (outcome == DayOutcome.Bleached)
            parts.Add("bleached");
        return string.Join(", ", parts);
    }

    /// <inheritdoc cref="Said(double, double, bool, double, bool, DayOutcome, Measures)"/>
    public static string Said(AiredDay day, Measures m) =>
        Said(day.HoursOut, day.HoursSun, day.NightOut, day.CoverC, day.Overcast, day.Outcome, m);
}
