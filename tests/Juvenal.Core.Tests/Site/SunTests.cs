using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Site;

/// <summary>Worked examples of FAO Irrigation and Drainage Paper 56 (Allen et al. 1998); from memory.</summary>
public class SunTests
{
    /// <summary>Example 8: 20° S on 3 September, 32.2 MJ/m²·d.</summary>
    [Fact]
    public void At_the_top_of_the_air() => Assert.Equal(32.2, Sun.AtTop(-20, 246), 0.1);

    /// <summary>Example 15: Lyon, 45°43' N in July, 14.8 to 26.6 °C, 40.6 MJ/m²·d at the top: 22.3 at the ground.</summary>
    [Fact]
    public void At_the_ground()
    {
        Assert.Equal(40.6, Sun.AtTop(45.72, 196), 0.3);
        Assert.Equal(22.3, Sun.OnGround(14.8, 26.6, 40.6), 0.05);
    }

    [Theory]
    [InlineData(66, 356, 0.5)]
    [InlineData(-66, 172, 0.5)]
    public void In_polar_night_there_is_none_left(double latitude, int day, double most) =>
        Assert.InRange(Sun.AtTop(latitude, day), 0, most);

    [Fact]
    public void Hemispheres_are_each_others_mirror_but_for_the_suns_distance()
    {
        for (var d = 1; d <= 365; d++)
            Assert.InRange(Sun.AtTop(50, d) / Sun.AtTop(-50, ((d + 181) % 365) + 1), 0.85, 1.15);
    }
}
