using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Site;
using Xunit;

namespace Juvenal.Core.Tests.Hardening;

/// <summary>Which plants cannot be left out as they are.</summary>
public class TonightTests
{
    [Theory]
    [InlineData(Crop.Tomato, Tenderness.Tender, 6.9, NightCall.Act)]
    [InlineData(Crop.Tomato, Tenderness.Tender, 7, NightCall.Slow)]
    [InlineData(Crop.Tomato, Tenderness.Hardened, 4, NightCall.Slow)]
    [InlineData(Crop.Tomato, Tenderness.Hardened, 3.9, NightCall.Act)]
    [InlineData(Crop.Tomato, Tenderness.Settled, 2.1, NightCall.Slow)]
    [InlineData(Crop.Tomato, Tenderness.Settled, 0, NightCall.Act)]
    [InlineData(Crop.Tomato, Tenderness.Tender, 10, NightCall.Fine)]
    [InlineData(Crop.Pepper, Tenderness.Tender, 9.9, NightCall.Act)]
    [InlineData(Crop.Pepper, Tenderness.Hardened, 8, NightCall.Slow)]
    [InlineData(Crop.Pepper, Tenderness.Settled, 4.9, NightCall.Act)]
    [InlineData(Crop.Pepper, Tenderness.Settled, 13, NightCall.Fine)]
    [InlineData(Crop.Pepper, Tenderness.Settled, -1.1, NightCall.BringIn)]
    public void Each_has_its_limit(Crop crop, Tenderness state, double low, NightCall call) =>
        Assert.Equal(call, new OutTonight(crop, state, low).Call);

    [Property]
    public bool Colder_is_never_milder_nor_tender_than_hardened(short low, byte colder)
    {
        var (warm, cold) = (low / 100.0, (low / 100.0) - (colder / 10.0));
        return Enum.GetValues<Crop>()
            .All(crop =>
                Enum.GetValues<Tenderness>().All(s => new OutTonight(crop, s, cold).Call >= new OutTonight(crop, s, warm).Call)
                && new OutTonight(crop, Tenderness.Tender, warm).Call >= new OutTonight(crop, Tenderness.Hardened, warm).Call
                && new OutTonight(crop, Tenderness.Hardened, warm).Call >= new OutTonight(crop, Tenderness.Settled, warm).Call
            );
    }

    [Fact]
    public void Two_weeks_in_a_bed_settle_them_and_the_ladder_hardens()
    {
        var today = new DateOnly(2026, 5, 20);
        Assert.Equal(Tenderness.Tender, Tonight.Of(today, null, null));
        Assert.Equal(Tenderness.Tender, Tonight.Of(today, Behind(9), null));
        Assert.Equal(Tenderness.Hardened, Tonight.Of(today, Behind(10), null));
        Assert.Equal(Tenderness.Hardened, Tonight.Of(today, null, today.AddDays(-13)));
        Assert.Equal(Tenderness.Settled, Tonight.Of(today, null, today.AddDays(-14)));

        static RungCredit Behind(int rungs) => new(rungs, 10, 0, null, [], rungs, true);
    }

    /// <summary>Sunrise by the almanac, sun time: 47.2° N on 21 June about 4:05, at the equinox 6:00, on 21 December about 7:50; the sun's
    /// own hour, without the air's bending (some minutes); from memory.</summary>
    [Theory]
    [InlineData(172, 4.1)]
    [InlineData(80, 6.0)]
    [InlineData(355, 7.9)]
    public void The_low_comes_at_sunrise(int day, double hour) => Assert.Equal(hour, Sun.Rise(47.2, day), 0.15);
}
