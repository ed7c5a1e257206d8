using FsCheck.Xunit;
using Juvenal.Core.Care;
using Xunit;

namespace Juvenal.Core.Tests.Care;

public class CareTests
{
    [Theory]
    [InlineData(200, 16, 11.52)]
    [InlineData(150, 24, 12.96)]
    public void A_days_light_is_the_lamps_times_their_hours(double ppfd, double hours, double dli)
    {
        var light = LampLight.For(ppfd, hours, null).Value;
        Assert.Equal(dli, light.Dli, 1e-12);
        Assert.Equal(hours > 18, light.TooLong);
        Assert.Equal(hours, LampLight.For(ppfd, null, dli).Value.Hours, 1e-9);
    }

    [Theory]
    [InlineData(0, 10.0, null, "ppfd")]
    [InlineData(200, null, null, "hours")]
    [InlineData(200, 10.0, 10.0, "targetDli")]
    [InlineData(200, 25.0, null, "hours")]
    [InlineData(100, null, 20.0, "targetDli")]
    public void Light_that_cannot_be_is_named(double ppfd, double? hours, double? dli, string field) =>
        Assert.Equal(field, Assert.Single(LampLight.For(ppfd, hours, dli).Failures).Field);

    [Property]
    public bool Bleach_and_water_make_the_volume_and_never_stronger_than_one_to_four(byte litres, byte bleach, byte water)
    {
        var (volume, b, w) = (0.5 + litres, 0.1 + (bleach % 20), 0.1 + water);
        var mixed = Disinfectant.For(volume, b, w);
        if (w < 4 * b)
            return !mixed.Succeeded && mixed.Failures[0].Code == "bleach-too-strong";
        return Math.Abs(mixed.Value.BleachL + mixed.Value.WaterL - volume) < 1e-9
            && mixed.Value.BleachL <= volume / 5 + 1e-9
            && mixed.Value.Cautions.Count > 0;
    }

    /// <summary>Handbook: 5 % takes 9 parts of water, 8.25 % 15.5, 2.5 % 4. [common practice, no source]</summary>
    [Theory]
    [InlineData(5, 9)]
    [InlineData(8.25, 15.5)]
    [InlineData(2.5, 4)]
    public void Water_goes_by_the_strength_of_the_bottle(double percent, double parts)
    {
        Assert.Equal(parts, Disinfectant.WaterParts(percent), 9);
        var mixed = Disinfectant.OfBottle(10, percent).Value;
        Assert.Equal(Disinfectant.WorkingPercent, percent * mixed.BleachL / (mixed.BleachL + mixed.WaterL), 9);
    }

    [Theory]
    [InlineData(null, "bleach-unlabelled")]
    [InlineData(2.4, "out-of-range")]
    [InlineData(12.5, "out-of-range")]
    public void A_bottle_without_a_label_or_of_another_strength_is_refused(double? percent, string code) =>
        Assert.Equal(
            (code, "strengthPercent"),
            Assert.Single(Disinfectant.OfBottle(10, percent).Failures) is var f ? (f.Code, f.Field) : default
        );

    [Fact]
    public void The_usual_mix_is_a_tenth_bleach() => Assert.Equal(1, Disinfectant.For(10).Value.BleachL, 1e-12);
}
