using FsCheck.Xunit;
using Juvenal.Core.Care;
using Juvenal.Core.Ledger;
using Juvenal.Core.Places;
using Xunit;

namespace Juvenal.Core.Tests.Care;

/// <summary>What the store holds, what a batch took, and light without a meter.</summary>
public class StoreTests
{
    private static readonly DateOnly Counted = new(2026, 4, 10);
    private static readonly Guid Tray = Guid.NewGuid();
    private static readonly Guid Pot = Guid.NewGuid();
    private static readonly Guid Bench = Guid.NewGuid();

    private static Container? Of(Guid id) =>
        id == Tray ? new("72-cell tray", 0.045, 72)
        : id == Pot ? new("9 cm pot", 0.4)
        : null;

    [Fact]
    public void What_was_counted_less_what_work_took_since_is_left()
    {
        StoreCount[] counts =
        [
            new(StoreKind.Mix, null, 200, Counted.AddDays(-30)),
            new(StoreKind.Mix, null, 100, Counted),
            new(StoreKind.Labels, null, 50, Counted),
            new(StoreKind.Containers, Pot, 60, Counted),
            new(StoreKind.Feed, null, 500, Counted),
        ];
        // The day of the count is in it; 40 pots of 0.4 L and 80 cells of 45 mL in two trays come after.
        StoreUse[] uses =
        [
            new(Counted, Pot, 100, null, 0.4),
            new(Counted.AddDays(1), Pot, 40, null, 0.4),
            new(Counted.AddDays(2), Tray, 80, 72, 0.045),
        ];
        (DateOnly, double)[] fed = [(Counted, 100), (Counted.AddDays(3), 30)];
        // (40 · 0.4 + 80 · 0.045) · 1.15 = 22.54 L
        Assert.Equal(100 - 22.54, Left(StoreKind.Mix)!.Value, 6);
        Assert.Equal(50 - 42, Left(StoreKind.Labels));
        Assert.Equal(20, Left(StoreKind.Containers, Pot));
        Assert.Null(Left(StoreKind.Containers, Tray));
        Assert.Equal(470, Left(StoreKind.Feed));

        double? Left(StoreKind kind, Guid? container = null) => StoreBook.Left(kind, container, counts, uses, fed);
    }

    /// <summary>Never below nothing, and never more than was counted.</summary>
    [Property(MaxTest = 200)]
    public void The_store_holds_between_nothing_and_what_was_counted(ushort amount, ushort[] filled)
    {
        var uses = filled.Select((f, i) => new StoreUse(Counted.AddDays(i), Pot, f, null, 0.4));
        foreach (var (kind, container) in new[] { (StoreKind.Mix, (Guid?)null), (StoreKind.Labels, null), (StoreKind.Containers, Pot) })
        {
            var left = StoreBook.Left(kind, container, [new(kind, container, amount, Counted)], uses, []);
            Assert.InRange(left!.Value, 0, amount);
        }
    }

    [Fact]
    public void A_batch_took_what_its_ledger_filled_and_what_was_carried_on_took_nothing()
    {
        LedgerEntry[] entries =
        [
            Entry(EntryKind.Sown, 0, null, new(Tray, Bench), containers: 80),
            Entry(EntryKind.Moved, 10, new(Tray, Bench), new(Tray, Guid.NewGuid()), to: 80),
            Entry(EntryKind.Moved, 20, new(Tray, Bench), new(Pot, Bench), to: 60),
            Entry(EntryKind.Moved, 50, new(Pot, Bench), new(null, Bench), to: 0),
        ];
        var (litres, labels, pieces) = BatchCost.Taken(entries, Of);
        Assert.Equal(((80 * 0.045) + (60 * 0.4)) * 1.15, litres, 9);
        Assert.Equal((62, 2, 60), (labels, pieces[Tray], pieces[Pot]));
    }

    /// <summary>100 W over a square metre for 10 h is 1 kWh a day for a square metre.</summary>
    [Fact]
    public void Power_is_for_the_bench_it_takes_for_as_long_as_it_stands_there()
    {
        LedgerEntry[] entries = [Entry(EntryKind.Sown, 0, null, new(Tray, Bench), containers: 72)];
        var lamps = new Lamps(100, 1, 10);
        var area = BatchCost.AreaM2(Of(Tray)!, 72);
        // A tray of 72 cells is about a seventh of a square metre.
        Assert.InRange(area, 0.07, 0.16);
        Assert.Equal(8 * area, BatchCost.Kwh(entries, Of, p => p == Bench ? lamps : null, Counted.AddDays(7)), 9);
        Assert.Equal(0, BatchCost.Kwh(entries, Of, _ => null, Counted.AddDays(7)));
        // Half of it goes elsewhere after four days: the other half burns on.
        LedgerEntry[] half =
        [
            .. entries,
            new(
                Guid.NewGuid(),
                1,
                Counted.AddDays(4),
                EntryKind.Moved,
                From: new(Tray, Bench),
                To: new(Pot, Guid.NewGuid()),
                Containers: 36,
                ContainersTo: 36
            ),
        ];
        Assert.Equal(6 * area, BatchCost.Kwh(half, Of, p => p == Bench ? lamps : null, Counted.AddDays(7)), 9);
    }

    [Theory]
    [InlineData(27.0, null, false, 1)]
    [InlineData(27.1, null, false, 2)]
    [InlineData(null, 0.049, true, 2)]
    [InlineData(null, 0.05, true, 1)]
    [InlineData(20.0, 0.02, false, 1)]
    public void Water_is_looked_for_twice_where_it_is_hot_or_cells_are_small(double? high, double? cell, bool lamps, int times) =>
        Assert.Equal(times, WaterLook.ADay(high, cell, lamps));

    [Fact]
    public void Light_without_a_meter_is_by_watts_or_by_a_phone()
    {
        Assert.Equal(150, LightAtLeaves.OfWatts(100, 1).Value.Ppfd);
        Assert.Equal(200, LightAtLeaves.OfLux(13_400, sun: false).Value.Ppfd);
        Assert.Equal(200, LightAtLeaves.OfLux(10_800, sun: true).Value.Ppfd);
        Assert.Equal("m2", Assert.Single(LightAtLeaves.OfWatts(100, 0).Failures).Field);
        Assert.Equal("m2", Assert.Single(LightAtLeaves.OfWatts(100, 1e-308).Failures).Field);
        Assert.Equal("lux", Assert.Single(LightAtLeaves.OfLux(-1, false).Failures).Field);
    }

    /// <summary>What is said to mend too little light does.</summary>
    [Property(MaxTest = 200)]
    public void What_mends_brings_the_least_that_is_wanted(byte sky, byte umolBy, byte hoursBy)
    {
        var (umol, hours) = (50 + (umolBy * 2.0), 4 + (hoursBy / 255.0 * 10));
        var daylight = sky / 255.0 * LightAtLeaves.LeastMol;
        var mol = daylight + LampLight.DliOf(umol, hours);
        if (LightAtLeaves.HoursWanted(mol, umol, hours) is { } longer)
        {
            Assert.True(longer >= hours && (longer == hours || longer <= LampLight.LongestHours));
            Assert.True(daylight + LampLight.DliOf(umol, longer) >= LightAtLeaves.LeastMol - 1e-9);
        }
        else
        {
            Assert.True(daylight + LampLight.DliOf(umol, LampLight.LongestHours) < LightAtLeaves.LeastMol);
        }

        var stronger = LightAtLeaves.UmolWanted(mol, umol, hours);
        Assert.Equal(LightAtLeaves.LeastMol, daylight + LampLight.DliOf(stronger, LightAtLeaves.UsualHours), 9);
    }

    private static LedgerEntry Entry(EntryKind kind, int after, Spot? from, Spot to, int containers = 0, int to2 = 0) =>
        new(Guid.NewGuid(), after, Counted.AddDays(after), kind, From: from, To: to, Containers: containers, ContainersTo: to2);

    private static LedgerEntry Entry(EntryKind kind, int after, Spot? from, Spot into, int to) => Entry(kind, after, from, into, 0, to);
}
