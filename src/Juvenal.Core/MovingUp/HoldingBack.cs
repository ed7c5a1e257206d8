using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Places;

namespace Juvenal.Core.MovingUp;

/// <summary>Plants held back on purpose, in a cooler place, in the container they stand in.</summary>
/// <param name="CostDays">That a week there costs of growth, days, 0–7.</param>
/// <param name="FullInDays">Until their container is full there, days from today; null: it has no end, or nothing grows.</param>
public sealed record HoldingBack(double CostDays, double? FullInDays)
{
    /// <summary>Tomatoes are held at nights no colder than this, °C. [common practice, no source]</summary>
    public const double TomatoNightC = 13;

    /// <summary>Peppers are held at nights no colder than this, °C: below they sulk. [common practice, no source]</summary>
    public const double PepperNightC = 15;

    /// <summary>It is worth it where a week costs at least this much growth, days. [model]</summary>
    public const double LeastCostDays = 1;

    private const int Week = 7;

    /// <param name="crop">Of the plants.</param>
    /// <param name="leaf">Their leaf model.</param>
    /// <param name="stands">What they stand in, and stay in.</param>
    /// <param name="share">Of its comfortable time that has passed, from 0.</param>
    /// <param name="here">Where they stand.</param>
    /// <param name="there">Where they would be held.</param>
    /// <returns>Null where that is no cooler, too cold for them, or follows the weather: nobody knows its nights then.</returns>
    public static HoldingBack? Of(Crop crop, LeafModel leaf, Container stands, double share, PlaceClimate here, PlaceClimate there)
    {
        ArgumentNullException.ThrowIfNull(leaf);
        ArgumentNullException.ThrowIfNull(stands);
        ArgumentNullException.ThrowIfNull(here);
        ArgumentNullException.ThrowIfNull(there);
        var coldest = crop == Crop.Tomato ? TomatoNightC : PepperNightC;
        if (there.Follows is { Steady: false } || there.Night.Celsius < coldest)
            return null;
        var (now, then) = (here.PerDay(leaf, Gathers.Leaves), there.PerDay(leaf, Gathers.Leaves));
        var cost = now > 0 ? Week * (1 - (then / now)) : 0;
        if (cost < LeastCostDays)
            return null;
        var perDay = PotHold.SharePerDay(leaf, stands, there);
        return new(cost, stands.Final || perDay <= 0 ? null : Math.Max(0, (1 - share) / perDay));
    }
}
