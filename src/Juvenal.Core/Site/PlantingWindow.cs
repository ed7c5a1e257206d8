using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Site;

/// <summary>
/// When a crop may be planted into a bed: how the first days of the record's springs spread on which it would have gone out, by the same
/// decision that is asked on the day itself (<see cref="PlantingDecision"/>). Without ten springs, from the freeze dates alone.
/// </summary>
/// <param name="Opens">The day to plan for, on which half of the springs have opened; low and high are open in 1 and in 9 of 10. An end
/// that falls among springs that never open stands at the end of the search.</param>
/// <param name="Springs">What the record's springs say; null where the freeze dates alone are known.</param>
/// <param name="OverDayNumber">Of the freeze dates: day number of the average, moved as the window is.</param>
/// <param name="DeviationDays">Of the freeze dates: standard deviation, days; 0 with springs.</param>
/// <param name="Reasons">What set the day, the deciding one first.</param>
/// <param name="Gates">Each with its own day, the one that was last most often first.</param>
public sealed record PlantingWindow(
    DateSpread Opens,
    SpringsOpen? Springs,
    double OverDayNumber,
    double DeviationDays,
    IReadOnlyList<Reason> Reasons,
    IReadOnlyList<WindowGate> Gates
)
{
    /// <summary>Without a record a bare unheated tunnel opens the window about two weeks earlier. [common practice, no source]</summary>
    public const int TunnelDays = 14;

    public const int PepperDaysAfterTomatoes = 14;

    /// <summary>Days by which typed freeze dates come earlier under a surface.</summary>
    public static int EarlierUnder(Surface surface) => surface == Surface.Tunnel ? TunnelDays : 0;

    internal static Reason AfterFrost(HouseRules rules, DateOnly? day, DateOnly? average) =>
        new(
            "pepper-after-frost",
            rules.PepperWeeksAfterFrost,
            null,
            "weeks",
            RuleCodes.PepperTiming,
            "practice",
            Day: day,
            Terms: average is { } from && day is { } to ? [from.DayNumber, to.DayNumber - from.DayNumber, to.DayNumber] : null
        );

    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="site">Freeze and, where there is a record, climate.</param>
    /// <param name="rules">Accepted risk, pepper timing, limits of nights and soil.</param>
    /// <param name="surface">What lies on the bed, or a tunnel over it.</param>
    /// <remarks>Never a later day for more accepted risk, a warmer site or a warmer surface.</remarks>
    public static PlantingWindow For(Crop crop, SiteSeason site, HouseRules rules, Surface surface)
    {
        ArgumentNullException.ThrowIfNull(site);
        ArgumentNullException.ThrowIfNull(rules);
        return site.Climate is { HasYears: true } climate
            ? climate.Held(
                (crop, surface, rules, site.Freeze, site.Typed, site.Hemisphere, site.Season),
                () => WindowOfYears.For(crop, site, climate, rules, surface)
            )
            : WindowOfDates.For(crop, site, rules, surface);
    }
}

/// <summary>What the record's springs say of a window.</summary>
/// <param name="Openings">Spring by spring.</param>
/// <param name="Hemisphere">Where.</param>
/// <param name="Season">The season that is planned.</param>
/// <param name="Never">Springs that never open.</param>
/// <param name="AllWinter">More than half are open from mid-winter on.</param>
public sealed record SpringsOpen(Openings Openings, Hemisphere Hemisphere, int Season, int Never, bool AllWinter)
{
    public int Count => Openings.Years.Count;

    /// <summary>More springs never open than do: there is no day to plan for.</summary>
    public bool MostNever => Never * 2 > Count;

    /// <summary>The first open day on or after one, in one of the springs as though it were this season's; the end of the search where none
    /// is left. After that nothing is waited for.</summary>
    /// <param name="spring">From 0; more than there are begin anew.</param>
    /// <param name="dayNumber">Day number with a fraction.</param>
    public double NextFrom(int spring, double dayNumber)
    {
        var day = SiteYear.Of(DateOnly.FromDayNumber((int)Math.Ceiling(dayNumber)), Season, Hemisphere);
        if (day > Openings.LastDay)
            return dayNumber;
        var open = Openings.NextFrom(spring % Count, day) ?? Openings.LastDay;
        return open <= day ? dayNumber : SiteYear.Date(open, Season, Hemisphere).DayNumber;
    }
}
