using FsCheck.Xunit;
using Juvenal.Core.Measures;
using Xunit;

namespace Juvenal.Core.Tests.Measures;

public class UnitsTests
{
    [Theory]
    [InlineData(60, "F", "C", 15.555555555555555)]
    [InlineData(-459.67, "F", "C", -273.15)]
    [InlineData(100, "C", "F", 212)]
    [InlineData(1, "in", "cm", 2.54)]
    [InlineData(1, "usgal", "L", 3.785411784)]
    [InlineData(1, "oz", "g", 28.349523125)]
    [InlineData(1, "m2", "ft2", 10.763910416709722)]
    public void Exact_factors(double value, string from, string to, double expected) =>
        Assert.Equal(expected, Units.Convert(value, from, to).Value.Value, 1e-9);

    [Property]
    public bool There_and_back_is_where_it_was(ushort tenths)
    {
        var value = tenths / 10.0;
        return Math.Abs(Units.Convert(Units.Convert(value, "F", "C").Value.Value, "C", "F").Value.Value - value) < 1e-9;
    }

    [Theory]
    [InlineData(1, "C", "L", "to")]
    [InlineData(1, "stone", "g", "from")]
    [InlineData(-1, "L", "usgal", "value")]
    [InlineData(-300, "C", "F", "value")]
    public void What_makes_no_sense_is_refused(double value, string from, string to, string field) =>
        Assert.Equal(field, Assert.Single(Units.Convert(value, from, to).Failures).Field);
}
