using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Xunit;

namespace Juvenal.Core.Tests.Published;

/// <summary>
/// Harrington &amp; Minges (1954), Vegetable seed germination, University of California: days to emergence; figures from memory.
/// </summary>
public class EmergenceAgainstHarringtonAndMinges
{
    [Theory]
    [InlineData(Crop.Tomato, 10, 42.9)]
    [InlineData(Crop.Tomato, 15, 13.6)]
    [InlineData(Crop.Tomato, 20, 8.2)]
    [InlineData(Crop.Tomato, 25, 5.9)]
    [InlineData(Crop.Tomato, 30, 5.9)]
    [InlineData(Crop.Tomato, 35, 9.2)]
    [InlineData(Crop.Pepper, 15, 25.0)]
    [InlineData(Crop.Pepper, 20, 12.5)]
    [InlineData(Crop.Pepper, 25, 8.4)]
    [InlineData(Crop.Pepper, 30, 7.6)]
    [InlineData(Crop.Pepper, 35, 8.8)]
    public void Harrington_and_Minges_1954_days_to_emergence(Crop crop, double celsius, double days) =>
        Assert.Equal(days, EmergenceTable.Days(crop, celsius).Value.Days, 1e-9); // the table's own rows: nothing but rounding

    [Theory]
    [InlineData(Crop.Tomato, 9.9)]
    [InlineData(Crop.Pepper, 10)]
    [InlineData(Crop.Pepper, 7)]
    [InlineData(Crop.Tomato, 35.1)]
    [InlineData(Crop.Pepper, 36)]
    public void Nothing_comes_up_where_the_table_shows_none(Crop crop, double celsius) =>
        Assert.False(EmergenceTable.Days(crop, celsius).Succeeded);

    /// <summary>
    /// Straight-line thermal time, base 7.4 °C and 103 °C·d (tomato), 9.9 °C and 127 °C·d (pepper), fitted to the same table.
    /// 3 %: a straight line through three rows of a measured table cannot be nearer.
    /// </summary>
    [Theory]
    [InlineData(Crop.Tomato, 7.4, 103)]
    [InlineData(Crop.Pepper, 9.9, 127)]
    public void Between_15_and_25_degrees_days_follow_straight_line_thermal_time(Crop crop, double baseCelsius, double degreeDays)
    {
        for (var celsius = 15.0; celsius <= 25; celsius += 0.25)
        {
            var thermal = degreeDays / (celsius - baseCelsius);
            Assert.InRange(EmergenceTable.Days(crop, celsius).Value.Days / thermal, 0.97, 1.03);
        }
    }
}
