using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;

namespace Juvenal.Core.Growth;

/// <summary>How long a container holds a plant before its roots want more room.</summary>
public static class PotHold
{
    /// <summary>Overdue at this many times the comfortable days. [model]</summary>
    public const double OverdueFactor = 1.4;

    /// <summary>The container of which <see cref="LeafModel.PotDegreeDays"/> tells, L. [model]</summary>
    public const double ReferenceLitres = 0.5;

    /// <summary>Days grow with this power of the volume. [model]</summary>
    public const double VolumePower = 0.25;

    /// <summary>The steady warmth that days are told at, °C.</summary>
    public const double At = 20;

    public const double LeastLitres = 0.005;

    public const double MostLitres = 5;

    /// <summary>Cells smaller than this are fed daily, L: plugs stand in them for weeks. [common practice, no source]</summary>
    public const double FedCellLitres = 0.1;

    /// <summary>A cell that is fed daily is overdue at this many times the comfortable days. [model]</summary>
    public const double FedCellFactor = 2.6;

    /// <summary>From which multiple of its comfortable time on a container is overdue.</summary>
    public static double OverdueAt(Container container)
    {
        ArgumentNullException.ThrowIfNull(container);
        return container.Cells is not null && container.Litres < FedCellLitres ? FedCellFactor : OverdueFactor;
    }

    public sealed record Held(double ComfortableDays, double OverdueDays);

    /// <summary>The days on which a container is full and overdue, by the warmth of the place it stands in; null where that is further off
    /// than is asked. What was so long ago is so today.</summary>
    /// <param name="leaf">The crop's leaf model.</param>
    /// <param name="container">What they stand in; a final one is never full.</param>
    /// <param name="at">Where.</param>
    /// <param name="since">In it.</param>
    /// <param name="today">Not before that.</param>
    /// <param name="ahead">How far is looked, days, from 1.</param>
    public static (DateOnly? Full, DateOnly? Overdue) Until(
        LeafModel leaf,
        Container container,
        PlaceClimate at,
        DateOnly since,
        DateOnly today,
        int ahead
    )
    {
        ArgumentNullException.ThrowIfNull(leaf);
        ArgumentNullException.ThrowIfNull(container);
        ArgumentNullException.ThrowIfNull(at);
        if (container.Final)
            return (null, null);
        var holds = Holds(leaf, container);
        var used = (today.DayNumber - since.DayNumber) * leaf.DegreeDays(at.MeanBetween(since.DayNumber, today.DayNumber));
        var perDay = leaf.DegreeDays(at.MeanBetween(today.DayNumber, today.DayNumber + ahead));
        return (On(holds), On(holds * OverdueAt(container)));

        DateOnly? On(double need) =>
            used >= need ? today
            : perDay > 0 && (need - used) / perDay <= ahead ? today.AddDays((int)((need - used) / perDay))
            : null;
    }

    /// <summary>Of its comfortable time in a container, what has passed between two days, from 0; 1: it is full.</summary>
    /// <param name="leaf">The crop's leaf model.</param>
    /// <param name="container">What they stand in.</param>
    /// <param name="at">Where.</param>
    /// <param name="since">In it.</param>
    /// <param name="today">Until when.</param>
    public static double Share(LeafModel leaf, Container container, PlaceClimate at, DateOnly since, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(leaf);
        ArgumentNullException.ThrowIfNull(at);
        var days = Math.Max(0, today.DayNumber - since.DayNumber);
        return days * leaf.DegreeDays(at.MeanBetween(since.DayNumber, since.DayNumber + days)) / Holds(leaf, container);
    }

    /// <summary>Of its comfortable time, what a usual day at a place takes, from 0.</summary>
    public static double SharePerDay(LeafModel leaf, Container container, PlaceClimate at)
    {
        ArgumentNullException.ThrowIfNull(at);
        return at.PerDay(leaf, Gathers.Roots) / Holds(leaf, container);
    }

    private static double Holds(LeafModel leaf, Container container) =>
        ComfortableDegreeDays(leaf, Math.Clamp(container.Litres, LeastLitres, MostLitres));

    /// <summary>Thermal time in comfort, °C·d: 336 (tomato) or 420 (pepper) · (V / 0.5 L)^0.25.</summary>
    /// <param name="leaf">The crop's leaf model.</param>
    /// <param name="litres">Container volume, 0.005–5 L.</param>
    /// <remarks>Model, calibrated to common practice: a 30 mL cell holds a tomato about 14 days, a 10 cm pot about 4 weeks.</remarks>
    public static double ComfortableDegreeDays(LeafModel leaf, double litres) =>
        leaf.PotDegreeDays * Math.Pow(litres / ReferenceLitres, VolumePower);

    /// <summary>Comfortable days in the reference container at <see cref="At"/>: 28 tomato, 42 pepper.</summary>
    public static double Reference(Crop crop)
    {
        var leaf = Leaf(crop);
        return ComfortableDegreeDays(leaf, ReferenceLitres) / leaf.DegreeDays(At);
    }

    private static LeafModel Leaf(Crop crop) => LeafModel.For(crop == Crop.Tomato ? SpeciesGroup.Tomato : SpeciesGroup.Annuum);

    /// <summary>Days a container holds a plant at a steady temperature.</summary>
    /// <param name="crop">Tomato (28 days in 0.5 L at 20 °C) or pepper (42).</param>
    /// <param name="volumeL">0.005–5 L.</param>
    /// <param name="meanTemperatureC">Mean over 24 h, from 2 °C above the crop's base (8 tomato, 10 pepper) to 35 °C.</param>
    /// <returns>Comfortable and overdue days (1.4 ×), counted from emergence or from the move.</returns>
    public static Outcome<Held> Days(Crop crop, double volumeL, double meanTemperatureC)
    {
        var leaf = Leaf(crop);
        var failures = new List<Failure>();
        if (!(volumeL is >= LeastLitres and <= MostLitres))
            failures.Add(Failure.OutOfRange("volumeL", volumeL, LeastLitres, MostLitres));
        var coldest = leaf.BaseCelsius + 2;
        if (!(meanTemperatureC >= coldest && meanTemperatureC <= 35))
            failures.Add(Failure.OutOfRange("meanTemperatureC", meanTemperatureC, coldest, 35));
        if (failures.Count > 0)
            return failures;
        var days = ComfortableDegreeDays(leaf, volumeL) / leaf.DegreeDays(meanTemperatureC);
        return new Held(days, days * OverdueFactor);
    }
}
