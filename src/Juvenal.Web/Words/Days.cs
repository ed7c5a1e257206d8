using System.Globalization;

namespace Juvenal.Web.Words;

/// <summary>Days as growers write them: "Tue 14 Apr".</summary>
internal static class Days
{
    public static string Say(DateOnly day) => day.ToString("ddd d MMM", CultureInfo.InvariantCulture);

    public static string Say(DateOnly? day) => day is { } d ? Say(d) : "";

    /// <summary>"05:30": to the half hour, since it is about then.</summary>
    public static string Hour(double hours) =>
        TimeOnly
            .FromTimeSpan(TimeSpan.FromHours(Math.Round(hours * 2, MidpointRounding.AwayFromZero) / 2 % 24))
            .ToString("HH:mm", CultureInfo.InvariantCulture);

    public static string Many(double days) => Math.Round(days) == 1 ? "1 day" : $"{Math.Round(days):0} days";
}

/// <summary>Figures in the units the grower reads.</summary>
/// <param name="Us">°F and US gallons.</param>
internal sealed record Measures(bool Us)
{
    public static Measures Metric { get; } = new(false);

    /// <summary>A difference of temperatures.</summary>
    public string Difference(double? celsius) =>
        Signed(
            Us
                ? string.Create(CultureInfo.InvariantCulture, $"{celsius * 9 / 5:0.#} °F")
                : string.Create(CultureInfo.InvariantCulture, $"{celsius:0.#} °C")
        );

    public string Temperature(double? celsius) =>
        Signed(
            Us
                ? string.Create(CultureInfo.InvariantCulture, $"{(celsius * 9 / 5) + 32:0} °F")
                : string.Create(CultureInfo.InvariantCulture, $"{celsius:0.#} °C")
        );

    /// <summary>"70 km/h"; "43 mph" in US units.</summary>
    public string Speed(double kmh) =>
        Us
            ? string.Create(CultureInfo.InvariantCulture, $"{kmh / Core.Measures.Units.KilometresPerMile:0} mph")
            : string.Create(CultureInfo.InvariantCulture, $"{kmh:0} km/h");

    public string VolumeUnit => Us ? "gal" : "L";

    /// <summary>In that unit.</summary>
    public double VolumeOf(double litres) => Us ? litres / Core.Measures.Units.LitresPerUsGallon : litres;

    /// <summary>A length at the bench, to half a centimetre or a quarter of an inch.</summary>
    public string Length(double centimetres) =>
        Us
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"{Math.Round(centimetres / Core.Measures.Units.CentimetresPerInch * 4) / 4:0.##} in"
            )
            : string.Create(CultureInfo.InvariantCulture, $"{Math.Round(centimetres * 2) / 2:0.#} cm");

    /// <summary>"1.2 g", "340 g"; "0.04 oz" in US units.</summary>
    public string Grams(double grams) =>
        grams >= GramsPerKilo
            ? Us
                ? string.Create(CultureInfo.InvariantCulture, $"{grams / Core.Measures.Units.GramsPerOunce / OuncesPerPound:0.#} lb")
                : string.Create(CultureInfo.InvariantCulture, $"{grams / GramsPerKilo:0.##} kg")
            : Us
                ? string.Create(CultureInfo.InvariantCulture, $"{Fine(grams / Core.Measures.Units.GramsPerOunce)} oz")
                : string.Create(CultureInfo.InvariantCulture, $"{Fine(grams)} g");

    /// <summary>To two figures below ten: a scale weighs no finer.</summary>
    private static double Fine(double value) =>
        value >= 10 ? Math.Round(value)
        : value >= 1 ? Math.Round(value, 1)
        : Math.Round(value, 2);

    /// <summary>A volume, small ones too.</summary>
    public string Volume(double? litres) =>
        Us && litres < Core.Measures.Units.LitresPerUsGallon / 4
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"{Small(litres / Core.Measures.Units.LitresPerUsGallon * OuncesPerGallon)} fl oz"
            )
        : Us ? string.Create(CultureInfo.InvariantCulture, $"{litres / Core.Measures.Units.LitresPerUsGallon:#,0.##} gal")
        : litres < 1 ? string.Create(CultureInfo.InvariantCulture, $"{Small(litres * 1000)} mL")
        : string.Create(CultureInfo.InvariantCulture, $"{litres:#,0.##} L");

    private const int GramsPerKilo = 1000,
        OuncesPerPound = 16;

    /// <summary>"5.2 m", "120 cm" below one; feet and inches likewise.</summary>
    public string Size(double centimetres) =>
        Us
            ? centimetres >= CentimetresPerFoot
                ? string.Create(CultureInfo.InvariantCulture, $"{centimetres / CentimetresPerFoot:0.#} ft")
                : Length(centimetres)
            : centimetres >= 100
                ? string.Create(CultureInfo.InvariantCulture, $"{centimetres / 100:0.##} m")
                : Length(centimetres);

    private const double CentimetresPerFoot = Core.Measures.Units.CentimetresPerInch * 12;

    /// <summary>Fluid ounces in a gallon, by definition.</summary>
    private const int OuncesPerGallon = 128;

    private static string Small(double? value) =>
        value < 100
            ? string.Create(CultureInfo.InvariantCulture, $"{value:0.#}")
            : string.Create(CultureInfo.InvariantCulture, $"{value:0}");

    /// <summary>With a true minus, as it is printed everywhere else.</summary>
    private static string Signed(string text) => text.Replace('-', '−');
}
