using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Store.Places;
using Juvenal.Store.Site;
using Juvenal.Web.Round;

namespace Juvenal.Web.Words;

/// <summary>What a night means, in words.</summary>
internal static class TonightWords
{
    /// <summary>So many kinds are named; the rest is counted.</summary>
    private const int Named = 3;

    public static string Title(NightPlaceAnswer worst, double hour, Measures measures)
    {
        return $"Tonight {measures.Temperature(worst.LowC)} at {worst.Place}, about {Days.Hour(hour)}";
    }

    /// <summary>"54 Lantern Row 26-03, 42 Low Lintel 26-02: carry in, or cover."</summary>
    /// <param name="call">What the night means for them.</param>
    /// <param name="pots">They can be carried.</param>
    /// <param name="holds">The cover at hand lifts the night to their limit.</param>
    /// <param name="who">Of them.</param>
    public static string Text(NightCall call, bool pots, bool holds, IReadOnlyList<(int Plants, string Cultivar, string Code)> who)
    {
        return $"{Who(who)}: {What(call, pots, holds)}";
    }

    private static string Who(IReadOnlyList<(int Plants, string Cultivar, string Code)> who)
    {
        var batches = Batches(who).ToList();
        var named = string.Join(", ", batches.Take(Named).Select(One));
        var more = batches.Skip(Named).Sum(w => w.Plants);
        return $"{named}{(more > 0 ? $" and {more:#,0} more" : "")}";
    }

    /// <summary>Those that the text counts as more, by name: "30 Lantern Row 26-09".</summary>
    public static IReadOnlyList<string> More(IReadOnlyList<(int Plants, string Cultivar, string Code)> who) =>
        [.. Batches(who).Skip(Named).Select(One)];

    /// <summary>Two groups of a batch are carried in one go.</summary>
    private static IEnumerable<(int Plants, string Cultivar, string Code)> Batches(
        IEnumerable<(int Plants, string Cultivar, string Code)> who
    ) => who.GroupBy(w => (w.Cultivar, w.Code)).Select(g => (g.Sum(w => w.Plants), g.Key.Cultivar, g.Key.Code));

    private static string One((int Plants, string Cultivar, string Code) who) => $"{who.Plants:#,0} {who.Cultivar} {who.Code}";

    private static string What(NightCall call, bool pots, bool holds) =>
        (call, pots, holds) switch
        {
            (NightCall.BringIn, true, _) => "carry in. No cover is enough for such a night.",
            (NightCall.BringIn, false, _) => "cover twice, with air between, off the leaves. It may not be enough without heat.",
            (NightCall.Act, true, true) => "carry in, or cover off the leaves.",
            (NightCall.Act, true, false) => "carry in: the cover at hand does not keep off enough.",
            (NightCall.Act, false, true) => "cover, off the leaves.",
            (NightCall.Act, false, false) => "cover twice, with air between, off the leaves: one layer does not keep off enough.",
            _ => "they stand it, and grow slowly.",
        };

    /// <summary>“Of the last 14 nights, forecasts were 0.6 °C too warm on the mean, 2.1 °C at worst. 3 covered or carried in: 2 were
    /// needed.”</summary>
    public static string Back(NightsBack back, Measures m)
    {
        var (by, worst) = (Math.Round(Math.Abs(back.ColderC), 1), Math.Round(back.WorstC, 1));
        var mean =
            by < 0.1
                ? "forecasts were right on the mean"
                : $"forecasts were {m.Difference(by)} too {(back.ColderC > 0 ? "warm" : "cold")} on the mean";
        return $"Of the last {back.Nights} nights, {mean}{(worst > 0 ? $", {m.Difference(worst)} too warm at worst" : "")}."
            + (
                back.Acted > 0
                    ? $" {Times(back.Acted)} covered or carried in: {back.Needed} {(back.Needed == 1 ? "was" : "were")} needed."
                    : ""
            )
            + (back.Missed > 0 ? $" {Times(back.Missed)} they stood out in a night under their limit." : "");
    }

    private static string Times(int times) => times == 1 ? "Once" : $"{times} times";

    /// <summary>"Last night 3 °C at Hardening stand, by the forecast".</summary>
    public static string Behind(double lowC, string place, bool read, Measures m) =>
        $"Last night {m.Temperature(lowC)} at {place}{(read ? "" : ", by the forecast")}";

    /// <summary>What a night that is over asks of those who stood in it.</summary>
    public static string Asks(NightCame came, IReadOnlyList<(int Plants, string Cultivar, string Code)> who, Measures m) =>
        $"{Who(who)}: "
        + (
            came.Missed
                ? $"{m.Temperature(came.LowC)} was under their {m.Temperature(came.LimitC)}, and nothing was said of the night. "
                : "It froze. "
        )
        + (
            came.Froze
                ? "Water and shade them before the sun is on them. By evening frosted leaves are glassy or black; cut nothing yet: a green stem grows again."
                : "Look at them: pale, curled or purple leaves were chilled."
        );

    /// <summary>What the figures rest on besides a fresh forecast; null where nothing.</summary>
    /// <param name="ahead">The nights.</param>
    /// <param name="there">Places with plants out.</param>
    /// <param name="m">Of the nursery.</param>
    public static string? Note(NightsAhead ahead, IEnumerable<PlaceRow> there, Measures m)
    {
        List<string> notes = [];
        if (ahead.From == NightsFrom.Record)
            notes.Add("No forecast of tonight: a cold night of these weeks is taken, one in ten is colder.");
        else if (ahead.Nights is [var tonight, ..] && tonight.PotLowC < tonight.LowC)
            notes.Add(
                $"Of which {m.Difference(tonight.LowC - tonight.PotLowC)} because the forecast is {Days.Many(tonight.Night - 1)} old."
            );
        foreach (var place in there)
        {
            var read = place.Shift.Low;
            if (read.AlarmShiftC < 0)
                notes.Add($"{place.Name}: of which {m.Difference(-read.AlarmShiftC)} colder by {Readings(read.Readings)}.");
            else if (read.Asked)
                notes.Add(
                    $"{place.Name} was read {m.Difference(read.DifferenceC)} warmer by {Readings(read.Readings)}: in the sun, or by a wall? That counts for nothing."
                );
        }

        return notes.Count == 0 ? null : string.Join(' ', notes);
    }

    /// <summary>How old the forecast is, or that there is none; null where it is fresh.</summary>
    public static string? Forecast(NightsAhead ahead, DateOnly today, bool byHand) =>
        ahead switch
        {
            { From: NightsFrom.Nowhere } => null,
            { From: NightsFrom.Record, MadeOn: { } made } =>
                $"The forecast of {Days.Say(made)} has ended. One night in ten is colder than this in these weeks.",
            { From: NightsFrom.Record } => "There is no forecast. One night in ten is colder than this in these weeks.",
            { MadeOn: { } made } when today.DayNumber - made.DayNumber is >= ForecastError.OldDays and var old =>
                $"Forecast {Days.Many(old)} old: {(byHand ? "type it anew" : "nothing newer has come")}.",
            _ => null,
        };

    private static string Readings(int count) => count == 1 ? "1 reading" : $"{count} readings";
}
