using Juvenal.Core.Decision;
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

    /// <summary>"gusts of 70 km/h", "it may hail", or both.</summary>
    public static string Wind(Wind wind, Measures m)
    {
        var gusts = wind.GustKmh > PlantingDecision.GustKmh ? $"gusts of {m.Speed(wind.GustKmh.Value)}" : null;
        return (gusts, wind.Hail) switch
        {
            (null, _) => "it may hail",
            (_, true) => $"{gusts}, and it may hail",
            _ => gusts,
        };
    }

    /// <summary>Of the days ahead, those that are too windy for young plants, or may hail: "Tue 21 Apr gusts of 70 km/h."; null: none is
    /// known of.</summary>
    public static string? Winds(IEnumerable<(DateOnly Day, Wind Wind)> days, Measures m)
    {
        var told = days.Where(d => d.Wind.Hail || d.Wind.GustKmh > PlantingDecision.GustKmh)
            .Select(d => $"{Days.Say(d.Day)} {Wind(d.Wind, m)}")
            .ToList();
        return told.Count == 0 ? null : string.Join("; ", told) + ".";
    }

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
