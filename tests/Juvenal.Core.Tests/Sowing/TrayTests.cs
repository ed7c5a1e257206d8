using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.Seeds;
using Juvenal.Core.Sowing;
using Xunit;

namespace Juvenal.Core.Tests.Sowing;

/// <summary>Rows, cells and thinning.</summary>
public class TrayTests
{
    private static readonly Guid Tray = Guid.NewGuid();

    [Theory]
    [InlineData(72, null)] // one tray, full
    [InlineData(76, 4)]
    [InlineData(82, null)] // more than a row goes over
    [InlineData(145, 1)]
    [InlineData(12, null)]
    public void A_tray_that_is_taken_for_a_row_or_less_is_said(int wanted, int? over)
    {
        var format = new TrayFormat(72, 9);
        Assert.Equal(
            over,
            TrayLayout.Spill(TrayLayout.Arrange([new(Guid.NewGuid(), wanted)], format, share: true, ExtraCells.Left), format)
        );
    }

    [Property(MaxTest = 300)]
    public bool A_row_is_never_shared_and_no_batch_gets_too_little(byte[] wishes, bool share, byte extra, byte format)
    {
        var (cells, rowCells) = TrayFormat.Usual[format % TrayFormat.Usual.Count];
        var tray = new TrayFormat(cells, rowCells);
        var kind = (ExtraCells)(extra % 3);
        var wanted = wishes.Take(12).Select(w => new CellWish(Guid.NewGuid(), w + 1)).ToList();
        var rows = TrayLayout.Arrange(wanted, tray, share, kind);
        return rows.Select(r => (r.Tray, r.Row)).Distinct().Count() == rows.Count
            && rows.All(r => r.Row >= 1 && r.Row <= tray.Rows && r.Cells >= 1 && r.Cells <= rowCells)
            && wanted.All(w =>
                rows.Where(r => r.Batch == w.Batch).Sum(r => r.Cells) is var got
                && (kind == ExtraCells.Left ? got == w.Cells : got >= w.Cells)
            )
            && (share || rows.GroupBy(r => r.Tray).All(t => t.Select(r => r.Batch).Distinct().Count() == 1))
            && (share || kind != ExtraCells.Tray || rows.GroupBy(r => r.Tray).All(t => t.Sum(r => r.Cells) == cells));
    }

    [Property(MaxTest = 200)]
    public bool What_is_sown_otherwise_than_laid_out_still_lies_somewhere(byte[] laid, ushort sown)
    {
        var format = new TrayFormat(72, 12);
        var rows = laid.Take(6).Select(l => (l % 12) + 1).ToList();
        var (fitted, beyond) = TrayLayout.Refit(rows, sown, format);
        return fitted.Sum() + beyond == sown
            && fitted.Count == rows.Count
            && fitted.All(c => c is >= 0 and <= 12)
            && (beyond == 0 || fitted.All(c => c == 12));
    }

    [Theory]
    [InlineData(72, null, 6, 12)]
    [InlineData(200, null, 10, 20)]
    [InlineData(77, null, 7, 11)]
    [InlineData(1, null, 1, 1)]
    [InlineData(72, 9, 8, 9)]
    public void Cells_lie_in_whole_rows(int cells, int? said, int rows, int inRow)
    {
        var format = TrayFormat.Of(cells, said);
        Assert.Equal((rows, inRow), (format.Rows, format.RowCells));
    }

    [Fact]
    public void Cells_are_told_apart_by_what_stands_in_them()
    {
        Assert.Equal(new CellTally(8, 2, 3, 2, 1, 10), CellTally.Of(["0112", "0123...."]));
        Assert.True(CellTally.Fits("01..", [true, true, false, false]));
        Assert.False(CellTally.Fits("011.", [true, true, false, false]));
        Assert.False(CellTally.Fits("0...", [true, true, false, false]));
        Assert.False(CellTally.Fits("0x..", [true, true, false, false]));
        Assert.False(CellTally.Fits("0", [true, true]));
    }

    [Fact]
    public void Enough_are_snipped_and_short_are_separated()
    {
        TrayCount[] trays = [new(Tray, "1212021")]; // 9 seedlings in 6 cells, three of them pairs
        var enough = Thinning.Of(trays, 6, Twins.Snip);
        Assert.Equal((3, 0, 6, 0), (enough.Snips, enough.Separated, enough.Plants, enough.Spare));
        var two = Thinning.Of(trays, 7, Twins.Snip);
        // One more is short; a separated twin counts for 0.95, so two pairs are taken.
        Assert.Equal((1, 2, 8, 1), (two.Snips, two.Separated, two.Plants, two.Spare));
        Assert.Equal(
            (0, 3, 9),
            (
                Thinning.Of(trays, 2, Twins.Separate).Snips,
                Thinning.Of(trays, 2, Twins.Separate).Separated,
                Thinning.Of(trays, 2, Twins.Separate).Plants
            )
        );
        // One that is still to come fills a blank cell first.
        Assert.Equal(0, Thinning.Of(trays, 7, Twins.Snip, coming: 1).Separated);
        Assert.Equal("1111011", Assert.Single(Thinning.After(trays, enough)).Cells);
    }

    [Property(MaxTest = 300)]
    public bool Thinning_loses_no_count(byte[] cells, byte needed, bool separate)
    {
        TrayCount[] trays = [new(Tray, new string([.. cells.Select(c => (char)('0' + (c % 5)))]))];
        var before = CellTally.Of(trays);
        var plan = Thinning.Of(trays, needed, separate ? Twins.Separate : Twins.Snip);
        var after = CellTally.Of(Thinning.After(trays, plan));
        return before.Seedlings == after.Seedlings + plan.Snips
            && plan.Plants == after.Seedlings
            && after.Occupied == before.Occupied
            && plan.Crowded.Count == before.Twins + before.More
            // Nothing is snipped while plants are short.
            && (plan.Spare >= 0 || plan.Snips == 0);
    }

    [Theory]
    [InlineData(50, 50, 20, 26, false, 6)] // six new in this tray
    [InlineData(55, 50, 20, 26, false, 1)] // five of them were typed as a total before
    [InlineData(60, 50, 20, 26, false, 0)]
    [InlineData(50, 50, 20, 17, false, -3)]
    [InlineData(55, 50, 20, 17, false, -3)] // those in no cell yet may still stand elsewhere
    [InlineData(55, 50, 50, 62, true, 7)]
    [InlineData(55, 0, 0, 40, true, -15)]
    public void A_count_never_adds_a_seedling_twice(int standing, int inCells, int stood, int stand, bool all, int more) =>
        Assert.Equal(more, TrayCells.More(standing, inCells, stood, stand, all));

    [Property(MaxTest = 200)]
    public bool All_trays_counted_give_what_stands_and_some_never_more_than_is_new(byte standing, byte inCells, byte stood, byte stand) =>
        standing + TrayCells.More(standing, inCells, stood, stand, true) == stand
        && TrayCells.More(standing, inCells, stood, stand, false) <= Math.Max(0, stand - stood);

    [Fact]
    public void Needed_plants_are_the_fewest_that_do()
    {
        var needed = Thinning.Needed(60, 0.95, 0.9);
        Assert.True(Predictive.Live(60, needed, 0.95) >= 0.9);
        Assert.True(Predictive.Live(60, needed - 1, 0.95) < 0.9);
    }
}
