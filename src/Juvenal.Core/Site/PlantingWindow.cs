using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Site;

/// <summary>When a crop may be planted into a bed: when the last of its gates opens.</summary>
/// <param name="Opens">The day to plan for; low and high are the latest of the gates in a warm and in a cold year (1 of 10 each).</param>
/// <param name="OverDayNumber">Day number at which the gate that opens last is open in the mean year.</param>
/// <param name="DeviationDays">How far that day strays from year to year, standard deviation, days.</param>
/// <param name="Reasons">What set the day, the deciding one first.</param>
/// <param name="Gates">Each with its own day, the last to open first; one that never opens is passed over, and said.</param>
public sealed record PlantingWindow(
    DateSpread Opens,
    double OverDayNumber,
    double DeviationDays,
    IReadOnlyList<Reason> Reasons,
    IReadOnlyList<WindowGate> Gates
)
{
    /// <summary>A bare unheated tunnel opens the window about two weeks earlier. [common practice, no source]</summary>
    public const int TunnelDays = 14;

    public const int PepperDaysAfterTomatoes = 14;

    /// <summary>
    /// The window's opening: the first day with at most the accepted freeze risk; for peppers then by the timing rule; under a tunnel both
    /// 14 days earlier. With a weather record also: when the mean year's nights and morning soil have reached their limits to stay.
    /// </summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="site">Freeze and, where there is a record, climate.</param>
    /// <param name="rules">Accepted risk, pepper timing, limits of nights and soil.</param>
    /// <param name="surface">What lies on the bed, or a tunnel over it.</param>
    /// <remarks>More accepted risk is never a later day; a warmer surface is never a later one, as long as no gate needs cover.</remarks>
    public static PlantingWindow For(Crop crop, SiteSeason site, HouseRules rules, Surface surface)
    {
        ArgumentNullException.ThrowIfNull(site);
        ArgumentNullException.ThrowIfNull(rules);
        var freeze = site.Freeze;
        var earlier = surface == Surface.Tunnel ? TunnelDays : 0;
        var atRisk = freeze.DayAtRisk(rules.AcceptedRisk);
        var average = DateOnly.FromDayNumber((int)Math.Ceiling(freeze.MeanDayNumber));
        var tenth = SpringFreeze.ZOfOneInTen * freeze.StandardDeviationDays;
        var gates = new List<WindowGate>();
        if (atRisk is { } risk)
        {
            gates.Add(
                FreezeGate(
                    "freeze",
                    risk,
                    new(
                        "freeze-risk",
                        rules.AcceptedRisk,
                        freeze.StandardDeviationDays,
                        "share",
                        RuleCodes.AcceptedRisk,
                        "thom-shaw-1958",
                        Day: average
                    )
                )
            );
            if (crop == Crop.Pepper && Timing(rules, site, risk, average) is { } timing)
                gates.Add(FreezeGate("pepper-timing", timing.Day, timing.Reason));
        }

        gates.AddRange(Warmth.Gates(crop, site, rules, surface));
        // Of two on one day, the one that stands later in the list was asked for after the other.
        var open = gates.Where(g => g.Opens is not null).Reverse().OrderByDescending(g => g.Opens).ToList();
        var last = open.Count > 0 ? open[0] : null;
        var opens = last?.Opens ?? SeasonAxis.Date(1, site.Season);
        var byFreeze = last?.Code is "freeze" or "pepper-timing";
        var over = byFreeze ? freeze.MeanDayNumber + opens.DayNumber - atRisk!.Value.DayNumber : opens.DayNumber;
        var deviation = byFreeze ? freeze.StandardDeviationDays : Spread(last) / (2 * SpringFreeze.ZOfOneInTen);
        var (low, high) =
            byFreeze && !open.Exists(g => g.Code is "nights" or "soil")
                ? (over - tenth, over + tenth)
                : (open.Max(g => (g.Low ?? g.Opens)!.Value.DayNumber), open.Max(g => (g.High ?? g.Opens)!.Value.DayNumber));

        return new PlantingWindow(
            DateSpread.FromDayNumbers(low, opens.DayNumber, high),
            over,
            deviation,
            [.. Reasons()],
            [.. open, .. gates.Where(g => g.Opens is null)]
        );

        WindowGate FreezeGate(string code, DateOnly day, Reason reason)
        {
            var moved = freeze.MeanDayNumber + (day.DayNumber - atRisk!.Value.DayNumber) - earlier;
            return new(
                code,
                DateOnly.FromDayNumber((int)Math.Floor(moved - tenth)),
                day.AddDays(-earlier),
                DateOnly.FromDayNumber((int)Math.Ceiling(moved + tenth)),
                rules.AcceptedRisk,
                null,
                false,
                reason
            );
        }

        IEnumerable<Reason> Reasons()
        {
            foreach (var gate in open)
                yield return gate.Reason;
            foreach (var gate in gates.Where(g => g.Opens is null))
                yield return gate.Reason;
            if (earlier > 0 && atRisk is not null)
                yield return new("tunnel-earlier", TunnelDays, null, "d", null, "practice");
            if (freeze.DeviationAssumed)
                yield return new("deviation-assumed", freeze.StandardDeviationDays, null, "d", null, "model");
            if (freeze.Years is { } years)
                yield return new("freeze-record", years, freeze.Share, "years", null, "thom-shaw-1958");
            if (rules.PepperTiming == PepperTiming.BySoilAndNights && crop == Crop.Pepper && site.Climate is null)
                yield return new("timing-needs-record", Rule: RuleCodes.PepperTiming);
            if (byFreeze)
                yield return new(
                    "freeze-years",
                    tenth,
                    null,
                    "d",
                    null,
                    "thom-shaw-1958",
                    Day: DateOnly.FromDayNumber((int)Math.Ceiling(over))
                );
        }
    }

    private static double Spread(WindowGate? gate) =>
        gate is { Low: { } low, Opens: { } opens }
            ? Math.Max(1, gate.High is { } high ? high.DayNumber - low.DayNumber : 2 * (opens.DayNumber - low.DayNumber))
            : 1;

    /// <summary>When peppers follow, by the house rule; null where nights and soil alone decide.</summary>
    private static (DateOnly Day, Reason Reason)? Timing(HouseRules rules, SiteSeason site, DateOnly atRisk, DateOnly average) =>
        rules.PepperTiming switch
        {
            PepperTiming.AfterAverageFrost => (
                average.AddDays(rules.PepperWeeksAfterFrost * 7),
                new(
                    "pepper-after-frost",
                    rules.PepperWeeksAfterFrost,
                    null,
                    "weeks",
                    RuleCodes.PepperTiming,
                    "practice",
                    Day: average.AddDays(rules.PepperWeeksAfterFrost * 7)
                )
            ),
            PepperTiming.BySoilAndNights when site.Climate is not null => null,
            _ => (
                atRisk.AddDays(PepperDaysAfterTomatoes),
                new("pepper-after-tomatoes", PepperDaysAfterTomatoes, null, "d", RuleCodes.PepperTiming, "practice", Day: atRisk)
            ),
        };
}
