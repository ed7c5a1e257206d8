namespace Juvenal.Core.Site;

/// <summary>How much the sun gives, from the calendar and the day's lowest and highest temperature.</summary>
public static class Sun
{
    /// <summary>Of Hargreaves &amp; Samani, inland. FAO-56 (Allen et al. 1998), eq. 50; from memory.</summary>
    public const double Hargreaves = 0.16;

    /// <summary>The solar constant, MJ/m² in a minute. FAO-56, eq. 21; from memory.</summary>
    private const double PerMinute = 0.0820;

    /// <summary>Radiation at the top of the air, MJ/m²·d. FAO-56, eq. 21–25; from memory.</summary>
    /// <param name="latitude">Degrees, −66 to 66; south below 0.</param>
    /// <param name="dayOfYear">1–365.</param>
    public static double AtTop(double latitude, int dayOfYear)
    {
        var (phi, year) = (latitude * Math.PI / 180, 2 * Math.PI * dayOfYear / 365);
        var declination = 0.409 * Math.Sin(year - 1.39);
        var sunset = Math.Acos(Math.Clamp(-Math.Tan(phi) * Math.Tan(declination), -1, 1));
        var distance = 1 + (0.033 * Math.Cos(year));
        return 24
            * 60
            / Math.PI
            * PerMinute
            * distance
            * ((sunset * Math.Sin(phi) * Math.Sin(declination)) + (Math.Cos(phi) * Math.Cos(declination) * Math.Sin(sunset)));
    }

    /// <summary>
    /// Hours from midnight to sunrise by the sun: the coldest of a still night is about then. FAO-56, eq. 24–25; from memory. Where the
    /// sun does not set, or does not rise, midnight or noon.
    /// </summary>
    /// <param name="latitude">Degrees.</param>
    /// <param name="dayOfYear">1–365.</param>
    public static double Rise(double latitude, int dayOfYear)
    {
        var declination = 0.409 * Math.Sin((2 * Math.PI * dayOfYear / 365) - 1.39);
        var sunset = Math.Acos(Math.Clamp(-Math.Tan(latitude * Math.PI / 180) * Math.Tan(declination), -1, 1));
        return 12 - (sunset * 12 / Math.PI);
    }

    /// <summary>Radiation at the ground, MJ/m²·d: a clear day is one with a wide range. FAO-56, eq. 50; from memory.</summary>
    /// <param name="minimumC">°C.</param>
    /// <param name="maximumC">°C.</param>
    /// <param name="atTop">MJ/m²·d (<see cref="AtTop"/>).</param>
    public static double OnGround(double minimumC, double maximumC, double atTop) =>
        Hargreaves * Math.Sqrt(Math.Max(0, maximumC - minimumC)) * atTop;
}
