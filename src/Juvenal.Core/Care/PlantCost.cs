using Juvenal.Core.Measures;

namespace Juvenal.Core.Care;

/// <summary>Something that was paid for, in the nursery's money.</summary>
public sealed record CostItem(string Name, double Cost);

/// <summary>What raising plants costs, in the nursery's money.</summary>
/// <param name="Total">Things and work.</param>
/// <param name="PerPlant">Of each plant that was raised.</param>
/// <param name="SavingPerPlant">Against buying; below 0 where buying is cheaper, null where its price is not known.</param>
public sealed record PlantCost(double Total, double PerPlant, double? SavingPerPlant)
{
    private const int MostItems = 1000;
    private const double MostMoney = 1e9;
    private const int MostPlants = 10_000_000;
    private const double MinutesPerHour = 60;

    /// <summary>Total = Σ cost + minutes / 60 · wage.</summary>
    /// <param name="plantsRaised">1–10,000,000.</param>
    /// <param name="items">Up to 1,000, each from 0 to 10⁹.</param>
    /// <param name="minutes">0–10⁹.</param>
    /// <param name="hourlyWage">0–10⁹.</param>
    /// <param name="boughtPrice">Of a plant, 0–10⁹, or null.</param>
    public static Outcome<PlantCost> Of(
        int plantsRaised,
        IReadOnlyList<CostItem> items,
        double minutes,
        double hourlyWage,
        double? boughtPrice = null
    )
    {
        ArgumentNullException.ThrowIfNull(items);
        var ranges = new Ranges()
            .Within("plantsRaised", plantsRaised, 1, MostPlants)
            .Within("minutes", minutes, 0, MostMoney)
            .Within("hourlyWage", hourlyWage, 0, MostMoney)
            .Within("boughtPrice", boughtPrice, 0, MostMoney);
        if (items.Count > MostItems)
            ranges.Add(new("too-many", "items", items.Count, null, MostItems));
        for (var i = 0; i < items.Count && ranges.Hold; i++)
            ranges.Within($"items[{i}].cost", items[i].Cost, 0, MostMoney);
        if (!ranges.Hold)
            return ranges.Failures;
        var total = items.Sum(i => i.Cost) + (minutes / MinutesPerHour * hourlyWage);
        return new PlantCost(total, total / plantsRaised, boughtPrice - (total / plantsRaised));
    }
}
