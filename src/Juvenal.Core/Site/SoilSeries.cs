namespace Juvenal.Core.Site;

/// <summary>
/// Soil at planting depth day by day, for every surface: heat conduction is linear, so that what the air brings and what the sun brings are
/// reckoned once each, and what a tunnel's own air brings.
/// </summary>
/// <param name="First">Day of the first value.</param>
/// <param name="Air">Daily means that the outdoor air alone would give, °C.</param>
/// <param name="Sun">°C·m²·d/MJ: times <see cref="Surfaces.SunGain"/> what the sun adds.</param>
/// <param name="TunnelAir">As <paramref name="Air"/>, of a bare tunnel's air.</param>
/// <param name="Range">Highest less lowest of the outdoor air, °C.</param>
/// <param name="TunnelRange">The same in the tunnel, °C.</param>
public sealed record SoilSeries(DateOnly First, double[] Air, double[] Sun, double[] TunnelAir, double[] Range, double[] TunnelRange)
{
    /// <summary>Where roots of a transplant are, cm.</summary>
    public const double DepthCm = 10;

    /// <summary>Depth at which the day's wave is down to 1/e, cm: moist loam. van Wijk &amp; de Vries (1963); from memory.</summary>
    public const double DampingDepthCm = 11.7;

    /// <summary>The hour that gates and readings are told for where none is given, sun time.</summary>
    public const int UsualHour = 8;

    /// <summary>The surface is warmest at this hour, sun time. [model]</summary>
    private const double WarmestHour = 14;

    /// <param name="first">Of the days.</param>
    /// <param name="minimaC">At the site, its offset in them.</param>
    /// <param name="maximaC">At the site.</param>
    /// <param name="sun">On the ground, MJ/m²·d.</param>
    public static SoilSeries Of(DateOnly first, IReadOnlyList<double> minimaC, IReadOnlyList<double> maximaC, IReadOnlyList<double> sun)
    {
        ArgumentNullException.ThrowIfNull(minimaC);
        ArgumentNullException.ThrowIfNull(maximaC);
        ArgumentNullException.ThrowIfNull(sun);
        var n = minimaC.Count;
        var (air, tunnel, range, tunnelRange) = (new double[n], new double[n], new double[n], new double[n]);
        for (var i = 0; i < n; i++)
        {
            air[i] = (minimaC[i] + maximaC[i]) / 2;
            range[i] = Math.Max(0, maximaC[i] - minimaC[i]);
            var (low, high) = (minimaC[i] + Surfaces.NightGainC(Surface.Tunnel), Surfaces.TunnelHigh(maximaC[i], sun[i]));
            tunnel[i] = (low + high) / 2;
            tunnelRange[i] = Math.Max(0, high - low);
        }

        var down = new double[3][];
        Parallel.Invoke(() => down[0] = Down(air), () => down[1] = Down(sun), () => down[2] = Down(tunnel));
        return new(first, down[0], down[1], down[2], range, tunnelRange);

        // Begun as warm as the first year is on the mean.
        static double[] Down(IReadOnlyList<double> surface) =>
            SoilHeat.DailyMeans(surface, DepthCm, startC: surface.Take(365).DefaultIfEmpty(0).Average());
    }

    public int Count => Air.Length;

    /// <summary>The day's mean under a surface, °C; soil is never told colder than 0.</summary>
    public double Mean(Surface surface, int day) =>
        Math.Max(0, (surface == Surface.Tunnel ? TunnelAir[day] : Air[day]) + (Surfaces.SunGain(surface) * Sun[day]));

    /// <summary>Soil at an hour of the day, sun time, °C.</summary>
    public double At(Surface surface, int day, double hour = UsualHour) => Math.Max(0, Mean(surface, day) + Wave(surface, day, hour));

    /// <summary>
    /// How much the soil at an hour differs from its day's mean, °C: A·e^(−z/d)·cos(ω(t − 14 h) − z/d), A the wave at the surface. What was
    /// read at that hour less this is the day's mean.
    /// </summary>
    public double Wave(Surface surface, int day, double hour = UsualHour) =>
        WaveOf(surface, surface == Surface.Tunnel ? TunnelRange[day] : Range[day], hour);

    private static double WaveOf(Surface surface, double range, double hour)
    {
        const double depth = DepthCm / DampingDepthCm;
        var amplitude = Surfaces.DayWave(surface) * range / 2;
        return amplitude * Math.Exp(-depth) * Math.Cos((2 * Math.PI * (hour - WarmestHour) / 24) - depth);
    }
}
