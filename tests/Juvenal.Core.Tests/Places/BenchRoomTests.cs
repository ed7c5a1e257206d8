using FsCheck.Xunit;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Places;

/// <summary>Room on a stand.</summary>
public class BenchRoomTests
{
    /// <summary>A hundred pots of 0.45 L, 10 cm with their wall, take a square metre; set apart they take more.</summary>
    [Fact]
    public void Pots_take_their_squares()
    {
        var pot = new Container("9 cm pot", 0.45);
        Assert.InRange(BenchRoom.TakesM2(pot, 100), 0.95, 1.05);
        Assert.Equal(4, BenchRoom.TakesM2(pot, 100, 20), 6);
        // Closer than they are wide they cannot stand.
        Assert.Equal(BenchRoom.TakesM2(pot, 100), BenchRoom.TakesM2(pot, 100, 3));
    }

    [Theory]
    [InlineData(2.0, 100, 50)]
    [InlineData(1.5, 100, 50)]
    [InlineData(1.25, 100, 25)]
    [InlineData(1.0, 100, 0)]
    [InlineData(0.5, 50, 0)]
    [InlineData(0, 0, 0)]
    [InlineData(-3, 0, 0)]
    public void The_first_in_order_go_out(double free, int first, int second) =>
        Assert.Equal([first, second], BenchRoom.Fit(free, [(1, 100), (0.5, 50)]));

    /// <summary>Never more than there are, and never more than there is room for.</summary>
    [Property(MaxTest = 200)]
    public void Nobody_stands_where_there_is_no_room(ushort free, byte[] pots)
    {
        List<(double M2, int Containers)> wants = [.. pots.Select(p => (p * 0.01, (int)p))];
        var fit = BenchRoom.Fit(free * 0.001, wants);
        Assert.All(wants.Zip(fit), w => Assert.InRange(w.Second, 0, w.First.Containers));
        Assert.True(fit.Sum() * 0.01 <= (free * 0.001) + 1e-9);
    }
}
