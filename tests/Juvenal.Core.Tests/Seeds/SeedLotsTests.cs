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
    private static LotFacts Lot(Crop crop = Crop.Tomato, int? packed = 2025, int? sown = null, int? up = null) =>
        new(crop, packed, sown, up);

    [Theory]
    [InlineData(Crop.Tomato, 2.5, 1000)]
    [InlineData(Crop.Pepper, 0.5, 80)]
    public void Weight_becomes_seeds(Crop crop, double grams, int seeds) => Assert.Equal(seeds, SeedLots.Held(crop, null, grams));

    [Theory]
    [InlineData(Crop.Tomato, 2022, 0.75, "lot-fresh")]
    [InlineData(Crop.Tomato, 2021, 0.375, "lot-old")]
    [InlineData(Crop.Pepper, 2024, 0.55, "lot-fresh")]
    [InlineData(Crop.Pepper, 2023, 0.275, "lot-old")]
    [InlineData(Crop.Pepper, null, 0.55, "lot-age-unknown")]
    public void Untested_seed_is_assumed_by_its_age(Crop crop, int? packed, double share, string code)
    {
        var germination = SeedLots.Germination(Lot(crop, packed), 2026);
        Assert.Equal((share, code, code == "lot-old"), (germination.Share, germination.Why.Code, germination.Old));
        Assert.Null(germination.Lower);
    }

    [Fact]
    public void A_test_is_believed_whatever_the_age()
    {
        var germination = SeedLots.Germination(Lot(packed: 1999, sown: 20, up: 17), 2026);
        Assert.Equal((0.85, false), (germination.Share, germination.Old));
        Assert.InRange(0.85, germination.Lower!.Value, germination.Upper!.Value);
    }

    [Property(MaxTest = 100)]
    public bool More_seed_never_promises_less_and_no_more_than_the_cells(ushort seeds, byte share)
    {
        var germination = 0.2 + (share % 80 / 100.0);
        var (few, many) = (
            SeedLots.Promise(5 + (seeds % 500), germination, 0.95, 1)!,
            SeedLots.Promise(6 + (seeds % 500), germination, 0.95, 1)!
        );
        var twins = SeedLots.Promise(6 + (seeds % 500), germination, 0.95, 2)!;
        return many.Plants >= few.Plants
            && many.Plants <= many.Cells
            && many.Plants <= many.Expected + 1
            && twins.Plants <= twins.Cells
            && twins.Cells == many.Cells / 2;
    }

    [Fact]
    public void An_empty_packet_promises_nothing()
    {
        Assert.Null(SeedLots.Promise(0, 0.9, 0.95, 1));
        Assert.Null(SeedLots.Promise(1, 0.9, 0.95, 2));
        Assert.Null(SeedLots.Promise(50, 0, 0.95, 1));
    }
}
