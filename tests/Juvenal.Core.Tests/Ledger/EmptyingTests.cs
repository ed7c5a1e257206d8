using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Ledger;

public class EmptyingTests
{
    private static readonly Spot Tray = new(Guid.NewGuid(), Guid.NewGuid()),
        Pots = new(Guid.NewGuid(), Guid.NewGuid());

    [Theory]
    [InlineData(EntryKind.Moved, 60, 60, 72, 72)] // the last plant out takes the blank cells with it
    [InlineData(EntryKind.Moved, 20, 60, 72, 20)]
    [InlineData(EntryKind.Lost, 12, 12, 72, 12)] // what has not come up may still
    [InlineData(EntryKind.Snipped, 30, 100, 70, 0)] // twins: every cell keeps its plant
    [InlineData(EntryKind.Snipped, 35, 100, 70, 5)]
    public void Containers_go_with_their_plants(EntryKind kind, int seedlings, int standing, int containers, int emptied) =>
        Assert.Equal(emptied, Emptying.Emptied(kind, seedlings, new(default, Tray, standing, containers, Usual.Emerge, default)));

    [Property]
    public bool Never_more_is_emptied_than_stands(byte kind, byte seedlings, byte standing, byte containers)
    {
        var emptied = Emptying.Emptied(
            (EntryKind)(2 + (kind % 3)),
            seedlings,
            new(default, Tray, standing, containers, Usual.Emerge, default)
        );
        return emptied >= 0 && emptied <= containers;
    }

    [Fact]
    public void A_tray_carried_on_stays_a_tray_and_pots_are_filled_one_by_one()
    {
        Assert.Equal(72, Emptying.Filled(Tray, Tray with { Place = Pots.Place }, 60, 72));
        Assert.Equal(60, Emptying.Filled(Tray, Pots, 60, 72));
        Assert.Equal(0, Emptying.Filled(Pots, new(null, Guid.NewGuid()), 60, 60));
    }

    /// <summary>Common practice, no source: from a cell a 9–10 cm pot, then about double.</summary>
    [Fact]
    public void The_next_pot_is_about_double()
    {
        Container[] all =
        [
            new("72-cell tray", 0.045, 72),
            new("7 cm pot", 0.2),
            new("9 cm pot", 0.4),
            new("11 cm pot", 0.65),
            new("13 cm pot", 1),
            new("2 L pot", 2),
            new("12 L tub", 12),
        ];
        string? After(int i) => NextContainer.After(all[i], all)?.Name;
        Assert.Equal(["9 cm pot", "9 cm pot", "11 cm pot", "13 cm pot", "2 L pot", "12 L tub", null], Enumerable.Range(0, 7).Select(After));
    }
}
