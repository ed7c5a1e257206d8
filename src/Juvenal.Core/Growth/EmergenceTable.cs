using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Growth;

/// <summary>How fast seed comes up at a soil temperature.</summary>
/// <param name="Source">Key in <see cref="Rules.Sources"/>.</param>
/// <param name="Rows">Temperature (°C) and the share of the way to emergence made in a day there (1/d), ascending.</param>
public sealed record EmergenceTable(string Source, IReadOnlyList<(double Celsius, double RatePerDay)> Rows)
{
    /// <summary>
    /// Days to emergence: Harrington &amp; Minges (1954), Vegetable seed germination, University of California; figures from memory.
    /// Pepper's "none" at 10 °C is a rate of 0.
    /// </summary>
    private static readonly EmergenceTable TomatoTable = new(
        "harrington-minges-1954",
        [(10, 1 / 42.9), (15, 1 / 13.6), (20, 1 / 8.2), (25, 1 / 5.9), (30, 1 / 5.9), (35, 1 / 9.2)]
    );

    private static readonly EmergenceTable PepperTable = new(
        "harrington-minges-1954",
        [(10, 0), (15, 1 / 25.0), (20, 1 / 12.5), (25, 1 / 8.4), (30, 1 / 7.6), (35, 1 / 8.8)]
    );

    public static EmergenceTable For(Crop crop) => crop == Crop.Tomato ? TomatoTable : PepperTable;

    /// <summary>The coldest soil at which anything comes up, °C; for pepper itself excluded (the rate is 0 there).</summary>
    public double LowestCelsius => Rows[0].Celsius;

    public double HighestCelsius => Rows[^1].Celsius;

    /// <summary>Share of the way to emergence made in one day.</summary>
    /// <param name="soilCelsius">Temperature at sowing depth, °C; the table's own range.</param>
    /// <returns>1/days, linear in the rate between rows; 0 outside the table or where it shows no emergence.</returns>
    /// <remarks>
    /// Holds for moist mix and sound seed; between 15 and 25 °C it is near straight-line thermal time
    /// (base 7.4 °C, 103 °C·d tomato; 9.9 °C, 127 °C·d pepper). Source: <see cref="Source"/>.
    /// </remarks>
    public double RatePerDay(double soilCelsius)
    {
        for (var i = 1; i < Rows.Count; i++)
        {
            var (low, high) = (Rows[i - 1], Rows[i]);
            if (soilCelsius < low.Celsius || soilCelsius > high.Celsius)
                continue;
            var share = (soilCelsius - low.Celsius) / (high.Celsius - low.Celsius);
            return ((1 - share) * low.RatePerDay) + (share * high.RatePerDay);
        }

        return 0;
    }

    public sealed record Emergence(double Days, double RatePerDay);

    /// <summary>Days to emergence at a constant soil temperature.</summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="soilCelsius">°C at sowing depth. Nothing comes up below 10 (tomato), at or below 10 (pepper), above 35 (both): a
    /// failure that says so.</param>
    /// <param name="daysFactor">0.5–4, on the days: 1 for common seed, 2–2.5 for <i>C. chinense</i> (model).</param>
    /// <returns>Days, and the rate per day (1/days).</returns>
    /// <remarks>Source: Harrington &amp; Minges (1954), figures from memory.</remarks>
    public static Outcome<Emergence> Days(Crop crop, double soilCelsius, double daysFactor = 1)
    {
        if (!(daysFactor is >= 0.5 and <= 4))
            return Failure.OutOfRange("daysFactor", daysFactor, 0.5, 4);
        var table = For(crop);
        var rate = table.RatePerDay(soilCelsius) / daysFactor;
        // A rate of less than one part in 10,000 a day is a rounding above pepper's zero: seed rots long before.
        if (!(rate >= 1e-4))
        {
            return new Failure(
                soilCelsius > table.HighestCelsius ? "too-hot-to-emerge" : "too-cold-to-emerge",
                "soilTemperatureC",
                soilCelsius,
                table.LowestCelsius,
                table.HighestCelsius,
                crop == Crop.Tomato ? "tomato" : "pepper"
            );
        }

        return new Emergence(1 / rate, rate);
    }
}
