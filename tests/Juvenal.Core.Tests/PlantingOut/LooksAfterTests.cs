using Juvenal.Core.Ledger;
using Juvenal.Core.PlantingOut;
using Xunit;

namespace Juvenal.Core.Tests.PlantingOut;

/// <summary>The looks after planting, and what of it is alive.</summary>
public class LooksAfterTests
{
    private static readonly DateOnly Planted = new(2026, 5, 20);

    [Theory]
    [InlineData(0, null, null)]
    [InlineData(1, null, 1)]
    [InlineData(2, 1, null)]
    [InlineData(2, 0, 1)]
    [InlineData(3, 1, 3)]
    [InlineData(3, 3, null)]
    [InlineData(6, 1, 3)]
    [InlineData(7, 3, 7)]
    [InlineData(13, 7, null)]
    [InlineData(14, 13, 14)]
    [InlineData(21, 7, 14)]
    [InlineData(22, 7, null)]
    [InlineData(-1, null, null)]
    public void A_look_is_due_on_its_day_until_somebody_looked(int since, int? looked, int? due) =>
        Assert.Equal(due, LooksAfter.Due(Planted, looked is { } day ? Planted.AddDays(day) : null, Planted.AddDays(since)));

    /// <summary>40 of 60 planted, two back into pots, two dead: 36 of 38. What died in its pot was never planted.</summary>
    [Fact]
    public void What_is_alive_is_what_was_planted_less_what_died_there()
    {
        var (bed, house, pot) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
        Spot inPot = new(pot, house),
            inBed = new(null, bed);
        LedgerEntry Entry(EntryKind kind, Spot from, Spot? to, int seedlings) =>
            new(Guid.NewGuid(), 0, Planted, kind, From: from, To: to, Seedlings: seedlings);
        List<LedgerEntry> entries =
        [
            Entry(EntryKind.Lost, inPot, null, 3),
            Entry(EntryKind.Moved, inPot, inBed, 40),
            Entry(EntryKind.Moved, inBed, inPot, 2),
            Entry(EntryKind.Lost, inBed, null, 2),
            Entry(EntryKind.Out, inBed, null, 1),
        ];
        var alive = Established.Of(entries, id => id == bed);
        Assert.Equal((38, 2), (alive.Planted, alive.Lost));
        Assert.Equal(36 / 38.0, alive.Share!.Value, 12);
        Assert.Null(Established.Of(entries, _ => false).Share);
    }
}
