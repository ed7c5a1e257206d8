using Juvenal.Core.Measures;

namespace Juvenal.Core.Places;

/// <summary>The temperatures a place is kept at.</summary>
/// <param name="Name">As the grower calls it.</param>
/// <param name="Day">Air by day.</param>
/// <param name="Night">Air by night.</param>
/// <param name="Soil">At sowing depth, where a mat or cable warms it; null: as the air over 24 h.</param>
/// <param name="DeviationCelsius">How far its mean strays from what was set, standard deviation, °C, from 0.</param>
public sealed record PlaceClimate(
    string Name,
    Temperature Day,
    Temperature Night,
    Temperature? Soil = null,
    double DeviationCelsius = PlaceClimate.UsualDeviation
)
{
    /// <summary>Taken where nothing was measured. [model]</summary>
    public const double UsualDeviation = 1.0;

    /// <summary>Mean over 24 h with 14 h of day: (14·day + 10·night)/24, °C.</summary>
    public double MeanCelsius => ((14 * Day.Celsius) + (10 * Night.Celsius)) / 24;

    /// <summary>At sowing depth, °C.</summary>
    public double SoilCelsius => Soil?.Celsius ?? MeanCelsius;
}
