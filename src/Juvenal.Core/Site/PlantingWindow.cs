using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;

namespace Juvenal.Core.Site;

public enum BedKind
{
    Open,

    /// <summary>A bare unheated tunnel.</summary>
    Tunnel,
}

/// <summary>When a crop may be planted into a bed, from freeze risk and the house rules (weather records and soil come with the site's own record).</summary>
/// <param name="Opens">The day to plan for; its spread is that of the year's last freeze.</param>
/// <param name="OverDayNumber">The day the year's last freeze is over, moved by the same rules: its middle and spread as day numbers.</param>
/// <param name="Reasons">What set the day, the deciding one first.</param>
public sealed record PlantingWindow(DateSpread Opens, double OverDayNumber, IReadOnlyList<Reason> Reasons)
{
    /// <summary>A bare unheated tunnel opens the window about two weeks earlier. [common practice, no source]</summary>
    public const int TunnelDays = 14;

    public const int PepperDaysAfterTomatoes = 14;

    /// <summary>
    /// The window's opening: the first day with at most the accepted freeze risk; for peppers then by the timing rule;
    /// under a tunnel 14 days earlier.
    /// </summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="freeze">The last spring freeze in this season.</param>
    /// <param name="rules">Accepted risk and pepper timing.</param>
    /// <param name="bed">Open ground or tunnel.</param>
    /// <remarks>More accepted risk is never a later day. The spread is the 10–90 % of the year's last freeze, moved by the same days.</remarks>
    public static PlantingWindow For(Crop crop, SpringFreeze freeze, HouseRules rules, BedKind bed)
    {
        ArgumentNullException.ThrowIfNull(freeze);
        ArgumentNullException.ThrowIfNull(rules);
        var atRisk = freeze.DayAtRisk(rules.AcceptedRisk);
        var average = DateOnly.FromDayNumber((int)Math.Round(freeze.MeanDayNumber));
        var reasons = new List<Reason>
        {
            new("freeze-risk", rules.AcceptedRisk, freeze.StandardDeviationDays, "share", RuleCodes.AcceptedRisk, "thom-shaw-1958", Day: average),
        };
        var opens = atRisk;
        if (crop == Crop.Pepper)
        {
            if (rules.PepperTiming == PepperTiming.AfterTomatoes)
            {
                opens = atRisk.AddDays(PepperDaysAfterTomatoes);
                reasons.Insert(0, new("pepper-after-tomatoes", PepperDaysAfterTomatoes, null, "d", RuleCodes.PepperTiming, "practice", Day: atRisk));
            }
            else
            {
                var afterFrost = average.AddDays(rules.PepperWeeksAfterFrost * 7);
                var decides = afterFrost > atRisk;
                if (decides) opens = afterFrost;
                reasons.Insert(decides ? 0 : 1, new("pepper-after-frost", rules.PepperWeeksAfterFrost, null, "weeks", RuleCodes.PepperTiming, "practice", Day: afterFrost));
            }
        }

        if (bed == BedKind.Tunnel)
        {
            opens = opens.AddDays(-TunnelDays);
            reasons.Add(new("tunnel-earlier", TunnelDays, null, "d", null, "practice"));
        }

        if (freeze.DeviationAssumed) reasons.Add(new("deviation-assumed", freeze.StandardDeviationDays, null, "d", null, "model"));

        // The rules move the day on which the year's last freeze is over as they move the window.
        var moved = opens.DayNumber - atRisk.DayNumber;
        var over = freeze.MeanDayNumber + moved;
        var tenth = SpringFreeze.ZOfOneInTen * freeze.StandardDeviationDays;
        reasons.Add(new("freeze-years", tenth, null, "d", null, "thom-shaw-1958", Day: DateOnly.FromDayNumber((int)Math.Round(over))));
        return new PlantingWindow(DateSpread.FromDayNumbers(over - tenth, opens.DayNumber, over + tenth), over, reasons);
    }
}
