using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.Selling;
using Xunit;

namespace Juvenal.Core.Tests.Selling;

public class SaleOutlookTests
{
    [Theory]
    [InlineData(40, 0, 40, 40, 0, 0, SaleCall.Ready, 40, 0)]
    [InlineData(40, 0, 40, 30, 0, 0, SaleCall.Coming, 40, 0)]
    [InlineData(40, 0, 40, 30, 0, 3, SaleCall.Late, 40, 0)]
    // What is ready is not late, whatever the plan of the others says.
    [InlineData(40, 0, 40, 40, 0, 3, SaleCall.Ready, 40, 0)]
    [InlineData(40, 0, 38, 38, 0, 0, SaleCall.Few, 38, 2)]
    [InlineData(40, 0, 38, 0, 0, 3, SaleCall.Few, 38, 2)]
    // Twelve are sold: those that stand are enough.
    [InlineData(40, 12, 28, 28, 0, 0, SaleCall.Ready, 28, 0)]
    [InlineData(40, 12, 0, 0, 27.9, 0, SaleCall.Few, 27, 1)]
    [InlineData(40, 40, 0, 0, 0, 0, SaleCall.Ready, 0, 0)]
    [InlineData(0, 0, 3, 0, 0, 0, SaleCall.Coming, 3, 0)]
    public void What_comes_by_the_day_and_what_is_short(
        int wanted,
        int gone,
        int standing,
        int ready,
        double toCome,
        int late,
        SaleCall call,
        int byDay,
        int few
    ) => Assert.Equal(new SaleOutlook(call, byDay, few), SaleOutlook.Of(new(wanted, gone, standing, ready, toCome, late)));

    /// <summary>Selling one never makes another one short, and a plant more never makes fewer.</summary>
    [Property]
    public void Selling_takes_from_what_stands_and_from_what_is_wanted_alike(byte wanted, byte gone, byte standing, byte toCome, bool late)
    {
        var stock = new SaleStock(wanted, gone, standing + 1, standing / 2, toCome / 3d, late ? 2 : 0);
        var (before, sold) = (SaleOutlook.Of(stock), SaleOutlook.Of(stock with { Out = gone + 1, Standing = standing }));
        Assert.Equal(before.Lacking, sold.Lacking);
        Assert.Equal(before.ByDay - 1, sold.ByDay);
        var more = SaleOutlook.Of(stock with { Standing = standing + 2 });
        Assert.True(more.Lacking <= before.Lacking && more.ByDay == before.ByDay + 1);
        Assert.True(before.ByDay + before.Lacking >= wanted - gone);
        Assert.Equal(before.Lacking > 0, before.Call == SaleCall.Few);
    }

    [Theory]
    [InlineData(70, 0, 60, 10)]
    [InlineData(6, 40, 36, 6)]
    [InlineData(6, 40, 42, 4)]
    [InlineData(10, 0, 60, 0)]
    public void What_is_beyond_those_wanted_may_go_and_no_more_than_stand_in_pots(int pots, int beds, int wanted, int over) =>
        Assert.Equal(over, SaleStock.Over(pots, beds, wanted));

    [Fact]
    public void Only_what_is_sold_is_paid_for_and_the_last_price_is_kept()
    {
        var day = new DateOnly(2026, 5, 23);
        var went = WentOut.Of(
            [
                Out(12, day, new(Way.Sold, PriceEach: 2.5)),
                Out(2, day, new(Way.Given)),
                Out(4, day.AddDays(-1), new(Way.Sold, PriceEach: 3)),
                Out(1, day, new(Way.Sold)),
                Out(5, day, new(Way.Discarded)),
            ],
            day
        );
        Assert.Equal(new WentOut(17, 2, 5, 42, 3, 13, 30), went);

        static LedgerEntry Out(int plants, DateOnly on, EntryDetail.Gone gone) =>
            new(Guid.NewGuid(), 0, on, EntryKind.Out, Seedlings: plants, Said: gone);
    }
}
