using FsCheck.Xunit;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Seeds;

/// <summary>
/// Seeds per gram and storage life: Knott's Handbook; least germination: US Federal Seed Act regulations; all from memory.
/// </summary>
public class SeedLotsTests
{
    private static Germinability Known(double share) => Germinability.From(share, 20);

    private static LotFacts Lot(Crop crop = Crop.Tomato, int? packed = 2025, int? sown = null, int? up = null) =>
        new(crop, packed, sown, up);

    [Theory]
    [InlineData(Crop.Tomato, 2.5, 1000)]
    [InlineData(Crop.Pepper, 0.5, 80)]
    public void Weight_becomes_seeds(Crop crop, double grams, int seeds) => Assert.Equal(seeds, SeedLots.Held(crop, null, grams));

    [Theory]
    [InlineData(Crop.Tomato, 2022, 0.765, "lot-fresh")]
    [InlineData(Crop.Tomato, 2018, 0.3825, "lot-old")]
    [InlineData(Crop.Pepper, 2024, 0.697, "lot-fresh")]
    [InlineData(Crop.Pepper, 2022, 0.3485, "lot-old")]
    [InlineData(Crop.Pepper, null, 0.7585, "lot-age-unknown")]
    public void Untested_seed_is_assumed_by_its_kind_and_age(Crop crop, int? packed, double share, string code)
    {
        var germination = SeedLots.Germination(Lot(crop, packed), 2026);
        Assert.Equal((share, code, code == "lot-old"), (Math.Round(germination.Share, 6), germination.Why.Code, germination.Old));
        Assert.True(germination.Lower < share && share < germination.Upper);
        Assert.Equal(Germinability.AssumedWeight, germination.Of.Weight, 9);
    }

    [Fact]
    public void A_test_adds_its_seeds_to_what_is_assumed()
    {
        var germination = SeedLots.Germination(Lot(packed: 2026, sown: 20, up: 17), 2026);
        Assert.Equal(((9 + 17) / 30.0, false), (germination.Share, germination.Old));
        Assert.False(SeedLots.Germination(Lot(packed: 1999, sown: 20, up: 17), 2026).Old);
    }

    [Fact]
    public void The_lots_own_sowings_teach_and_never_more_than_a_bench_can_tell()
    {
        var assumed = SeedLots.Germination(Lot(), 2026);
        var well = SeedLots.Germination(Lot() with { Raised = [new(200, 172)] }, 2026);
        var badly = SeedLots.Germination(Lot() with { Raised = [new(200, 90)] }, 2026);
        Assert.True(badly.Share < assumed.Share && assumed.Share < well.Share);
        Assert.Equal("lot-raised", well.Why.Code);
        // Ten thousand seeds of one sowing tell hardly more than a thousand: the tray and the bench stray.
        var (much, more) = (Seen(1_000), Seen(10_000));
        Assert.InRange(more - much, 0, 0.1 * much);

        static double Seen(int seeds) => Germinability.Assumed(Crop.Tomato, 0).Sown(seeds, (int)(seeds * 0.75)).Weight;
    }

    [Property(MaxTest = 100)]
    public bool More_seed_never_promises_less_and_no_more_than_the_cells(ushort seeds, byte share)
    {
        var germination = 0.2 + (share % 80 / 100.0);
        var (few, many) = (
            SeedLots.Promise(5 + (seeds % 500), Known(germination), 0.95, 1)!,
            SeedLots.Promise(6 + (seeds % 500), Known(germination), 0.95, 1)!
        );
        var twins = SeedLots.Promise(6 + (seeds % 500), Known(germination), 0.95, 2)!;
        return many.Plants >= few.Plants
            && many.Plants <= many.Cells
            && many.Plants <= many.Expected + 1
            && twins.Plants <= twins.Cells
            && twins.Cells == many.Cells / 2;
    }

    [Fact]
    public void An_empty_packet_promises_nothing()
    {
        Assert.Null(SeedLots.Promise(0, Known(0.9), 0.95, 1));
        Assert.Null(SeedLots.Promise(1, Known(0.9), 0.95, 2));
    }
}
