using Juvenal.Core.Measures;

namespace Juvenal.Core.Care;

/// <summary>Light where nobody has a meter, and what mends too little of it.</summary>
public static class LightAtLeaves
{
    /// <summary>Of white LEDs over the area they light, µmol/s for each watt. [model]</summary>
    public const double UmolPerWatt = 1.5;

    /// <summary>Lux of a phone under white LEDs for each µmol/m²·s. [published conversion, from memory]</summary>
    public const double LuxPerUmolLed = 67;

    /// <summary>Lux of a phone in sun for each µmol/m²·s. [published conversion, from memory]</summary>
    public const double LuxPerUmolSun = 54;

    /// <summary>A usual day of lamps where more is wanted, h. [common practice, no source]</summary>
    public const double UsualHours = 16;

    /// <summary>The sun of so many days is a place's usual light, days. [model]</summary>
    public const int UsualDays = 14;

    /// <summary>Light below which plants stretch, mol/m²·d: the least that is wanted. [Knott's, from memory]</summary>
    public const double LeastMol = 12;

    private const double MostWatts = 100_000;

    // Smaller than a leaf, light over it is no number any more.
    private const double LeastM2 = 0.01;
    private const double MostM2 = 10_000;
    private const double MostLux = 200_000;

    /// <summary>µmol/m²·s = 1.5 · W / m².</summary>
    /// <param name="watts">Of the lamps, from the wall, above 0 to 100,000 W.</param>
    /// <param name="m2">That they light, 0.01 to 10,000 m².</param>
    public static Outcome<LightSaid> OfWatts(double watts, double m2)
    {
        var ranges = new Ranges().Above("watts", watts, 0, MostWatts).Within("m2", m2, LeastM2, MostM2);
        return ranges.Hold ? new LightSaid(UmolPerWatt * watts / m2) : ranges.Failures;
    }

    /// <summary>µmol/m²·s = lux / 67 under white LEDs, lux / 54 in sun.</summary>
    /// <param name="lux">A phone's, held where the leaves are, above 0 to 200,000.</param>
    /// <param name="sun">Daylight; else white LEDs.</param>
    public static Outcome<LightSaid> OfLux(double lux, bool sun)
    {
        var ranges = new Ranges().Above("lux", lux, 0, MostLux);
        return ranges.Hold ? new LightSaid(lux / (sun ? LuxPerUmolSun : LuxPerUmolLed)) : ranges.Failures;
    }

    /// <summary>Hours that the lamps would have to be on for the least that is wanted, with what daylight brings.</summary>
    /// <param name="mol">Of lamps and daylight together, mol/m²·d.</param>
    /// <param name="umol">Of the lamps, µmol/m²·s, above 0.</param>
    /// <param name="hours">They are on now.</param>
    /// <returns>Null where even the longest day does not do.</returns>
    public static double? HoursWanted(double mol, double umol, double hours)
    {
        var sky = mol - LampLight.DliOf(umol, hours);
        var wanted = (LightAtLeaves.LeastMol - sky) / LampLight.DliOf(umol, 1);
        return wanted <= LampLight.LongestHours ? Math.Max(hours, wanted) : null;
    }

    /// <summary>Light at the leaves that would do with the usual hours, µmol/m²·s.</summary>
    /// <param name="mol">Of lamps and daylight together, mol/m²·d.</param>
    /// <param name="umol">Of the lamps, µmol/m²·s, or 0.</param>
    /// <param name="hours">They are on now.</param>
    public static double UmolWanted(double mol, double umol, double hours) =>
        (LightAtLeaves.LeastMol - (mol - LampLight.DliOf(umol, hours))) / LampLight.DliOf(1, UsualHours);
}

/// <summary>Light at the leaves.</summary>
/// <param name="Ppfd">µmol/m²·s.</param>
public sealed record LightSaid(double Ppfd);
