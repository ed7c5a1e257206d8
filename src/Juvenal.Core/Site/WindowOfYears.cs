using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Site;

/// <summary>The window from the record's springs.</summary>
public static class WindowOfYears
{
    /// <summary>So many nights after planting are told of cover. [model]</summary>
    public const int CoverNights = 30;

    public static PlantingWindow For(Crop crop, SiteSeason site, SiteClimate climate, HouseRules rules, Surface surface)
    {
        var years = climate.YearsUnder(surface);
        var asked = Rules(crop, site, rules, surface);
        var notBefore = NotBefore(crop, site, years, rules, surface);
        var openings = Openings.Of(years, asked, notBefore);
        var firsts = Firsts(openings);
        // Where in the row of springs the middle one is, none counted twice.
        double[] middle = [years.Count, (years.Count + 1) / 2.0];
        var limits = new GoLimits(crop, rules.AcceptedRisk, rules.PepperNightC, rules.PepperSoilC);
        var gates = Things
            .Where(t => t.Thing != WaitsFor.Timing || notBefore is not null)
            .Select(t => Gate(t.Thing, t.Code))
            .OrderByDescending(g => g.Opens is null ? -1 : g.Last)
            .ToList();
        var (low, mid, high) = (Openings.Quantile(firsts, 0.1), Openings.Quantile(firsts, 0.5), Openings.Quantile(firsts, 0.9));
        var springs = new SpringsOpen(
            openings,
            site.Hemisphere,
            site.Season,
            firsts.Count(f => f is null),
            firsts.Count(f => f == 1) * 2 > firsts.Count
        );
        var opens = DateSpread.FromDayNumbers(Number(low), Number(mid), Number(high));
        return new(opens, springs, opens.Mid.DayNumber, 0, [.. Reasons()], gates);

        double Number(double? day) => SiteYear.Date((int)Math.Round(day ?? Openings.LastDay), site.Season, site.Hemisphere).DayNumber;

        DateOnly? Day(double? day) => day is null ? null : DateOnly.FromDayNumber((int)Number(day));

        WindowGate Gate(WaitsFor thing, string code)
        {
            var opened = Enumerable.Range(0, years.Count).Where(y => openings.First(y) is not null).ToList();
            var last = opened.Count == 0 ? 0 : opened.Count(y => (openings.Last(y) & thing) != 0) / (double)opened.Count;
            var (limit, best) = thing switch
            {
                WaitsFor.Nights | WaitsFor.Chill => (limits.Nights, Best(w => w.Night)),
                WaitsFor.Days => (limits.Days, Best(w => w.Day)),
                WaitsFor.Soil => (limits.Soil, Best(w => w.Soil)),
                _ => (new GoLimit(rules.AcceptedRisk, rules.AcceptedRisk), (double?)null),
            };
            var median = Day(Own(openings, thing, 0.5));
            return new(
                code,
                Day(Own(openings, thing, 0.1)),
                median,
                Day(Own(openings, thing, 0.9)),
                limit.Near ?? limit.At,
                best,
                last,
                Why(thing, code, limit, best, median)
            );
        }

        double? Best(Func<Warmest, double> of) => openings.WarmestOf.Select(of).Order().ElementAt(years.Count / 2);

        Reason Why(WaitsFor thing, string code, GoLimit limit, double? best, DateOnly? median) =>
            thing switch
            {
                WaitsFor.Timing when rules.PepperTiming == PepperTiming.AfterAverageFrost => PlantingWindow.AfterFrost(
                    rules,
                    median,
                    Average(site)
                ),
                WaitsFor.Timing => new(
                    "pepper-after-years-tomatoes",
                    PlantingWindow.PepperDaysAfterTomatoes,
                    null,
                    "d",
                    RuleCodes.PepperTiming,
                    "practice",
                    Day: median,
                    Terms: [.. middle, PlantingWindow.PepperDaysAfterTomatoes]
                ),
                WaitsFor.Freeze when median is null => new(
                    "freeze-never",
                    rules.AcceptedRisk,
                    Rule: RuleCodes.AcceptedRisk,
                    Source: "model"
                ),
                WaitsFor.Freeze => new(
                    "freeze-held",
                    limits.FreezeRisk.Near,
                    rules.AcceptedRisk,
                    Rule: RuleCodes.AcceptedRisk,
                    Source: "model",
                    Day: median,
                    Terms: [RiskAfter(median!.Value), years.Count, Openings.SmoothingDays, PlantingDecision.MostNights]
                ),
                _ when median is null => new(code + "-never", best, limit.Near, "C", RuleOf(thing), SourceOf(thing)),
                _ => new(
                    code + "-held",
                    limit.Near,
                    limit.At,
                    "C",
                    RuleOf(thing),
                    SourceOf(thing),
                    Day: median,
                    Terms: [.. middle, PlantingDecision.FewestNights]
                ),
            };

        // What the freeze is held against on a day: what may come after the nights that a forecast knows.
        double RiskAfter(DateOnly day) =>
            (asked.RiskFrom ?? climate.RiskUnder(surface))(SiteYear.Of(day, site.Season, site.Hemisphere) + PlantingDecision.MostNights);

        string? RuleOf(WaitsFor thing) =>
            crop == Crop.Tomato ? null
            : thing == WaitsFor.Soil ? RuleCodes.PepperSoil
            : thing.HasFlag(WaitsFor.Nights) ? RuleCodes.PepperNights
            : null;

        string SourceOf(WaitsFor thing) => thing.HasFlag(WaitsFor.Nights) && crop == Crop.Pepper ? "practice" : "extension";

        IEnumerable<Reason> Reasons()
        {
            yield return springs.AllWinter ? new("open-all-winter", springs.Count, Unit: "years")
            : mid is null ? new("window-never", springs.Never, springs.Count, "years", Source: "model")
            : new("window-years", springs.Count, springs.Never, "years", Source: "model", Day: opens.Mid, Terms: middle);
            if (mid is null && Opener() is var (under, from))
                yield return new("window-under", Subject: under.ToString(), Day: from);
            foreach (var gate in gates)
                yield return gate.Reason;
            if (CoverOf() is >= 1 and var cover)
                yield return new("cover-ready", cover, limits.Nights.Near, "C", Source: "model");
            if (site.Typed)
                yield return new("typed-with-record");
        }

        // What would open it: the cover under which half of the springs open soonest.
        (Surface Under, DateOnly From)? Opener() =>
            Surfaces
                .All.Where(s => s != surface)
                .Select(s => (Under: s, Day: Median(crop, site, climate, rules, s)))
                .Where(s => s.Day is not null)
                .OrderBy(s => s.Day)
                .Select(s => ((Surface, DateOnly)?)(s.Under, DateOnly.FromDayNumber((int)Number(s.Day))))
                .FirstOrDefault();

        // Nights after the first day that are under the nearer limit, in the mean of the springs.
        double CoverOf()
        {
            var near = (limits.Nights.Near ?? 0) - asked.GainC;
            var counts = new List<int>();
            for (var y = 0; y < years.Count; y++)
            {
                if (openings.First(y) is { } first)
                    counts.Add(years[y].MinimumC.Skip(first - 1).Take(CoverNights).Count(c => c < near));
            }

            return counts.Count == 0 ? 0 : Math.Round(counts.Average());
        }
    }

    private static readonly (WaitsFor Thing, string Code)[] Things =
    [
        (WaitsFor.Freeze, "freeze"),
        (WaitsFor.Nights | WaitsFor.Chill, "nights"),
        (WaitsFor.Days, "days"),
        (WaitsFor.Soil, "soil"),
        (WaitsFor.Timing, "pepper-timing"),
    ];

    private static OpeningRules Rules(Crop crop, SiteSeason site, HouseRules rules, Surface surface) =>
        new(
            crop,
            rules.AcceptedRisk,
            Surfaces.NightGainC(surface),
            rules.PepperNightC,
            rules.PepperSoilC,
            site is { Typed: true, Freeze: { } freeze }
                ? day => freeze.RiskFrom(SiteYear.Date(day, site.Season, site.Hemisphere).DayNumber + PlantingWindow.EarlierUnder(surface))
                : null
        );

    /// <summary>By spring: the first day for peppers by the house rule; null where nights and soil alone decide.</summary>
    private static IReadOnlyList<int>? NotBefore(
        Crop crop,
        SiteSeason site,
        IReadOnlyList<PastYear> years,
        HouseRules rules,
        Surface surface
    )
    {
        if (crop != Crop.Pepper)
            return null;
        switch (rules.PepperTiming)
        {
            case PepperTiming.AfterTomatoes:
                var tomatoes = Openings.Of(years, Rules(Crop.Tomato, site, rules, surface));
                return [.. years.Select((_, y) => (tomatoes.First(y) ?? Openings.LastDay) + PlantingWindow.PepperDaysAfterTomatoes)];
            case PepperTiming.AfterAverageFrost when site.Freeze is not null:
                var day = SiteYear.Of(Average(site)!.Value.AddDays(rules.PepperWeeksAfterFrost * 7), site.Season, site.Hemisphere);
                return [.. years.Select(_ => day)];
            default:
                return null;
        }
    }

    /// <summary>The average last freeze; null where nobody knows it.</summary>
    private static DateOnly? Average(SiteSeason site) =>
        site.Freeze is { } freeze ? DateOnly.FromDayNumber((int)Math.Ceiling(freeze.MeanDayNumber)) : null;

    private static List<int?> Firsts(Openings openings) => [.. openings.Years.Select((_, y) => openings.First(y))];

    private static double? Median(Crop crop, SiteSeason site, SiteClimate climate, HouseRules rules, Surface surface)
    {
        var years = climate.YearsUnder(surface);
        var openings = Openings.Of(years, Rules(crop, site, rules, surface), NotBefore(crop, site, years, rules, surface));
        return Openings.Quantile(Firsts(openings), 0.5);
    }

    private static double? Own(Openings openings, WaitsFor thing, double p) =>
        Openings.Quantile(openings.Years.Select((_, y) => openings.First(y, thing)), p);
}
