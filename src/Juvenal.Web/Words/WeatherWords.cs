using Juvenal.Core.Site;
using Juvenal.Devices.Formats;
using static System.FormattableString;

namespace Juvenal.Web.Words;

/// <summary>What is said of a weather file.</summary>
internal static class WeatherWords
{
    public static string Format(string format) =>
        format switch
        {
            "ghcn-station" => "GHCN-Daily, one station",
            "ghcn-year" => "GHCN-Daily, one year",
            _ => "A table of days",
        };

    public static string Error(LineError error) =>
        error.Code switch
        {
            "no-date" => $"“{error.Text}” is no day.",
            "no-number" => $"“{error.Text}” is no number.",
            _ => "The line is too short.",
        };

    public static string Doubt(DoubtfulDay day) =>
        day.Doubt switch
        {
            Core.Site.Doubt.MinimumAboveMaximum => Invariant(
                $"The lowest ({day.Day.MinimumC:0.#}) is above the highest ({day.Day.MaximumC:0.#})."
            ),
            Core.Site.Doubt.Impossible => Invariant($"{day.Day.MinimumC:0.#} to {day.Day.MaximumC:0.#} °C cannot be."),
            Core.Site.Doubt.Spike => Invariant($"{day.Day.MinimumC:0.#} to {day.Day.MaximumC:0.#} °C is far off the days around it."),
            Core.Site.Doubt.Stuck => "The same numbers for five days or more: the sensor hung.",
            _ => "The day stands twice; the first one counts.",
        };
}
