using Juvenal.Core.Growth;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Places;

/// <summary>The temperatures a place is kept at.</summary>
/// <param name="Name">As the grower calls it.</param>
/// <param name="Day">Air by day.</param>
/// <param name="Night">Air by night.</param>
/// <param name="Soil">At sowing depth, where a mat or cable warms it; null: as the air over 24 h.</param>
/// <param name="Follows">Its warmth day by day, where it follows the weather; null: it is kept as above.</param>
/// <param name="LightMol">Light of the day where that is alike each day, mol/m²·d.</param>
/// <param name="Outdoors">Under the sky by day: plants harden there.</param>
/// <param name="Read">What its thermometer moves, which is in the figures above; null: nothing was read.</param>
/// <param name="DeviationCelsius">How far its mean strays from what was set, standard deviation, °C, from 0.</param>
public sealed record PlaceClimate(
    string Name,
    Temperature Day,
    Temperature Night,
    Temperature? Soil = null,
    double DeviationCelsius = PlaceClimate.UsualDeviation,
    PlaceWarmth? Follows = null,
    double LightMol = LeafModel.UnknownLightMol,
    bool Outdoors = false,
    WarmthShift? Read = null
)
{
    /// <summary>Taken where nothing was measured. [model]</summary>
    public const double UsualDeviation = 1.0;

    /// <summary>Taken where not even a record tells of the weather a place follows. [model]</summary>
    public const double UnreadDeviation = 2.0;

    /// <summary>Hours of day where warmth is kept. [model]</summary>
    public const double DayHours = 14;

    /// <summary>Mean over 24 h with 14 h of day: (14·day + 10·night)/24, °C; of a place that follows the weather what it usually
    /// is.</summary>
    public double MeanCelsius => ((DayHours * Day.Celsius) + ((24 - DayHours) * Night.Celsius)) / 24;

    /// <summary>Mean between two days, °C.</summary>
    /// <param name="from">Day number.</param>
    /// <param name="to">Day number, not before.</param>
    public double MeanBetween(double from, double to) => Follows?.Mean(null, from, to) ?? MeanCelsius;

    /// <summary>Thermal time of a day where each is alike, °C·d.</summary>
    /// <param name="leaf">Of the crop.</param>
    /// <param name="of">What for.</param>
    /// <param name="strays">How much warmer it is than it should be, °C.</param>
    public double PerDay(LeafModel leaf, Gathers of, double strays = 0)
    {
        ArgumentNullException.ThrowIfNull(leaf);
        return of == Gathers.Roots
            ? leaf.DegreeDays(MeanCelsius + strays)
            : leaf.LeafDegreeDays(MeanCelsius + strays) * LeafModel.LightFactor(LightMol);
    }

    /// <summary>At sowing depth, °C.</summary>
    public double SoilCelsius => Soil?.Celsius ?? MeanCelsius;
}
