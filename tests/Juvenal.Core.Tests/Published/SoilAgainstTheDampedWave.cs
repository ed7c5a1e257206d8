using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Published;

/// <summary>
/// The solver against the analytic solution for a periodic surface, T(z,t) = Tm + A·e^(−z/d)·sin(ωt − z/d), d = √(2κ/ω):
/// van Wijk &amp; de Vries (1963); Hillel, Environmental Soil Physics; from memory.
/// </summary>
public class SoilAgainstTheDampedWave
{
    private const double Kappa = 0.5e-6;

    [Theory]
    [InlineData(5)]
    [InlineData(10)]
    [InlineData(20)]
    [InlineData(50)]
    public void The_years_wave_at_daily_steps(double depthCm)
    {
        const double amplitude = 10,
            year = 365;
        // A day's value is its mean: it stands for the middle of the day.
        var surface = Enumerable.Range(0, 4 * 365).Select(d => 9 + (amplitude * Math.Sin(2 * Math.PI * (d + 0.5) / year))).ToList();
        var soil = SoilHeat.DailyMeans(surface, depthCm);
        var damping = Math.Sqrt(2 * Kappa / (2 * Math.PI / (year * 86_400)));
        Assert.Equal(2.24, damping, 0.01);
        var worst = Enumerable
            .Range(3 * 365, 365)
            .Max(d =>
                Math.Abs(
                    soil[d]
                        - 9
                        - (
                            amplitude
                            * Math.Exp(-depthCm / 100 / damping)
                            * Math.Sin((2 * Math.PI * (d + 0.5) / year) - (depthCm / 100 / damping))
                        )
                )
            );
        Assert.True(worst < 0.02 * amplitude, $"{worst / amplitude:p2} of the amplitude");
    }

    [Theory]
    [InlineData(5)]
    [InlineData(10)]
    [InlineData(20)]
    [InlineData(50)]
    public void The_days_wave_at_hourly_steps(double depthCm)
    {
        const double amplitude = 8;
        var soil = new SoilHeat(SoilHeat.MoistLoam, 3600, 15);
        var damping = Math.Sqrt(2 * Kappa / (2 * Math.PI / 86_400));
        Assert.Equal(SoilSeries.DampingDepthCm, damping * 100, 0.05);
        var worst = 0.0;
        for (var hour = 0; hour < 24 * 40; hour++)
        {
            // Held for the hour: the middle of it at the surface; the soil is read at its end.
            soil.Step(15 + (amplitude * Math.Sin(2 * Math.PI * (hour + 0.5) / 24)));
            if (hour < 24 * 30)
                continue;
            var expected =
                15
                + (amplitude * Math.Exp(-depthCm / 100 / damping) * Math.Sin((2 * Math.PI * (hour + 1) / 24) - (depthCm / 100 / damping)));
            worst = Math.Max(worst, Math.Abs(soil.At(depthCm) - expected));
        }

        Assert.True(worst < 0.02 * amplitude, $"{worst / amplitude:p2} of the amplitude");
    }

    [Fact]
    public void What_the_column_gains_came_through_the_surface()
    {
        // A half-space whose surface jumps by ΔT takes up 2·ΔT·√(κt/π) (Carslaw & Jaeger, from memory); after 20 days the bottom feels
        // nothing yet.
        var soil = new SoilHeat(SoilHeat.MoistLoam, 1800, 10);
        var before = soil.HeatContent();
        for (var i = 0; i < 20 * 48; i++)
            soil.Step(20);
        var expected = 2 * 10 * Math.Sqrt(Kappa * 20 * 86_400 / Math.PI);
        Assert.Equal(expected, soil.HeatContent() - before, expected * 0.01);
    }

    [Fact]
    public void A_column_as_warm_as_its_surface_stays_so_and_a_jump_never_overshoots()
    {
        var soil = new SoilHeat(SoilHeat.MoistLoam, 86_400, 12);
        for (var i = 0; i < 1000; i++)
            soil.Step(12);
        Assert.Equal(12, soil.At(10), 1e-9);
        var jump = new SoilHeat(SoilHeat.MoistLoam, 21_600, 0);
        var last = 0.0;
        for (var i = 0; i < 400; i++)
        {
            jump.Step(10);
            Assert.InRange(jump.At(10), last - 1e-9, 10);
            last = jump.At(10);
        }
    }

    [Fact]
    public void A_start_is_felt_for_a_month_at_planting_depth_and_longer_below()
    {
        Assert.Equal(30, SoilHeat.WarmUpDays(10, SoilHeat.MoistLoam));
        Assert.True(SoilHeat.WarmUpDays(50, SoilHeat.MoistLoam) > SoilHeat.WarmUpDays(20, SoilHeat.MoistLoam));
        // Begun 10 °C too warm, a twentieth of it is left when the warm-up ends.
        var air = Enumerable.Repeat(5.0, 60).ToList();
        var soil = SoilHeat.DailyMeans(air, 10, SoilHeat.MoistLoam, 15);
        Assert.InRange(soil[30] - 5, 0.3, 0.55);
    }
}
