using Juvenal.Core.Care;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Care;

/// <summary>What is opened in the morning, and what needs shade.</summary>
public class AiringTests
{
    private const double AtTop = 38;

    /// <summary>A day of spring in sun, or overcast.</summary>
    private static Airing Of(PlaceKind kind, double highC, bool sunny = true, double? nightC = 8) =>
        Airing.Of(kind, highC - (sunny ? 14 : 4), highC, nightC, sunny ? 22 : 9, AtTop)!;

    [Theory]
    [InlineData(PlaceKind.House, 12, true, Vent.Leave)] // 27: it may stay
    [InlineData(PlaceKind.House, 12.5, true, Vent.Open)]
    [InlineData(PlaceKind.House, 19, false, Vent.Leave)] // overcast, half of it: 26.5
    [InlineData(PlaceKind.House, 20, false, Vent.Open)]
    [InlineData(PlaceKind.Tunnel, 9, true, Vent.Leave)]
    [InlineData(PlaceKind.TunnelBed, 9.5, true, Vent.Open)]
    [InlineData(PlaceKind.Frame, 32, true, Vent.Open)]
    [InlineData(PlaceKind.Frame, 32.5, true, Vent.Shade)]
    public void Opened_above_27_shaded_above_32(PlaceKind kind, double highC, bool sunny, Vent asks) =>
        Assert.Equal(asks, Of(kind, highC, sunny).Asks);

    [Fact]
    public void Nothing_is_said_of_what_cannot_be_shut()
    {
        foreach (var kind in new[] { PlaceKind.Stand, PlaceKind.OpenBed, PlaceKind.Lamps, PlaceKind.Mat, PlaceKind.Room })
            Assert.Null(Airing.Of(kind, 10, 30, 10, 22, AtTop));
    }

    [Fact]
    public void It_is_left_open_in_a_warm_night_alone()
    {
        Assert.True(Of(PlaceKind.House, 28, nightC: 15.5).LeaveOpen);
        Assert.False(Of(PlaceKind.House, 28, nightC: 15).LeaveOpen);
        Assert.False(Of(PlaceKind.House, 28, nightC: null).LeaveOpen);
    }

    [Fact]
    public void A_warmer_day_never_asks_for_less()
    {
        foreach (var kind in new[] { PlaceKind.House, PlaceKind.Frame, PlaceKind.Tunnel })
        {
            for (var high = -5.0; high < 42; high += 0.5)
                Assert.True(Of(kind, high).Asks <= Of(kind, high + 0.5).Asks, $"{kind} at {high}");
        }
    }
}
