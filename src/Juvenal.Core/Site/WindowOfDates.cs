using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Site;

/// <summary>The window where only freeze dates are known: nights, days and soil are not, and that is said.</summary>
internal static class WindowOfDates
{
    public static PlantingWindow For(Crop crop, SiteSeason site, HouseRules rules, Surface surface)
    {
        var freeze = site.Freeze ?? throw new InvalidOperationException("A season without freeze dates has springs.");
        var earlier = PlantingWindow.EarlierUnder(surface);
        var tenth = SpringFreeze.ZOfOneInTen * freeze.StandardDeviationDays;
        var average = DateOnly.FromDayNumber((int)Math.Ceiling(freeze.MeanDayNumber));
        // Where so few springs freeze that no day has the risk, winter is open.
        var atRisk = freeze.DayAtRisk(rules.AcceptedRisk) ?? SiteYear.Date(1, site.Season, site.Hemisphere).AddDays(earlier);
        var gates = new List<WindowGate>
        {
            Gate(
                "freeze",
                atRisk,
                new(
                    "freeze-risk",
                    rules.AcceptedRisk,
                    freeze.StandardDeviationDays,
                    "share",
                    RuleCodes.AcceptedRisk,
                    "thom-shaw-1958",
                    Day: average,
                    Terms: freeze.DayAtRisk(rules.AcceptedRisk) is null
                        ? null
                        : [freeze.MeanDayNumber, freeze.ZAtRisk(rules.AcceptedRisk)!.Value, freeze.StandardDeviationDays, atRisk.DayNumber]
                )
            ),
        };
        if (crop == Crop.Pepper)
        {
            var (day, reason) = Timing(rules, atRisk, average);
            gates.Insert(day >= atRisk ? 0 : 1, Gate("pepper-timing", day, reason));
        }

        var opens = gates[0].Opens!.Value;
        var over = freeze.MeanDayNumber + opens.DayNumber - atRisk.DayNumber;
        return new(
            DateSpread.FromDayNumbers(over - tenth, opens.DayNumber, over + tenth),
            null,
            over,
            freeze.StandardDeviationDays,
            [.. Reasons()],
            gates
        );

        WindowGate Gate(string code, DateOnly day, Reason reason)
        {
            var moved = freeze.MeanDayNumber + (day.DayNumber - atRisk.DayNumber) - earlier;
            return new(
                code,
                DateOnly.FromDayNumber((int)Math.Round(moved - tenth)),
                day.AddDays(-earlier),
                DateOnly.FromDayNumber((int)Math.Round(moved + tenth)),
                rules.AcceptedRisk,
                null,
                null,
                reason
            );
        }

        IEnumerable<Reason> Reasons()
        {
            foreach (var gate in gates)
                yield return gate.Reason;
            if (earlier > 0)
                yield return new("tunnel-earlier", PlantingWindow.TunnelDays, null, "d", null, "practice");
            if (freeze.DeviationAssumed)
                yield return new("deviation-assumed", freeze.StandardDeviationDays, null, "d", null, "model");
            if (freeze.Years is { } years)
                yield return new("freeze-record", years, freeze.Share, "years", null, "thom-shaw-1958");
            if (rules.PepperTiming == PepperTiming.BySoilAndNights && crop == Crop.Pepper)
                yield return new("timing-needs-record", Rule: RuleCodes.PepperTiming);
            yield return new("nights-unknown");
            yield return new(
                "freeze-years",
                tenth,
                null,
                "d",
                null,
                "thom-shaw-1958",
                Day: DateOnly.FromDayNumber((int)Math.Ceiling(over)),
                Terms: [SpringFreeze.ZOfOneInTen, freeze.StandardDeviationDays, tenth]
            );
        }
    }

    /// <summary>When peppers follow, by the house rule.</summary>
    private static (DateOnly Day, Reason Reason) Timing(HouseRules rules, DateOnly atRisk, DateOnly average) =>
        rules.PepperTiming == PepperTiming.AfterAverageFrost
            ? (
                average.AddDays(rules.PepperWeeksAfterFrost * 7),
                PlantingWindow.AfterFrost(rules, average.AddDays(rules.PepperWeeksAfterFrost * 7), average)
            )
            : (
                atRisk.AddDays(PlantingWindow.PepperDaysAfterTomatoes),
                new(
                    "pepper-after-tomatoes",
                    PlantingWindow.PepperDaysAfterTomatoes,
                    null,
                    "d",
                    RuleCodes.PepperTiming,
                    "practice",
                    Day: atRisk,
                    Terms:
                    [
                        atRisk.DayNumber,
                        PlantingWindow.PepperDaysAfterTomatoes,
                        atRisk.DayNumber + PlantingWindow.PepperDaysAfterTomatoes,
                    ]
                )
            );
}
