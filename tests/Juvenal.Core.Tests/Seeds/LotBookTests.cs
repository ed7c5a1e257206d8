using FsCheck.Xunit;
using Juvenal.Core.Seeds;
using Xunit;

namespace Juvenal.Core.Tests.Seeds;

/// <summary>Seeds are counted like plants.</summary>
public class LotBookTests
{
    private static readonly DateOnly Day = new(2026, 2, 1);
    private static readonly Guid Lot = Guid.NewGuid();

    private static LotEntry Entry(LotEntryKind kind, int day, int seeds, int? up = null, Guid? corrects = null, long sequence = 0) =>
        new(Guid.NewGuid(), Lot, sequence, kind, Day.AddDays(day), seeds, up, null, corrects);

    [Fact]
    public void What_is_left_is_what_came_less_what_went()
    {
        var book = LotBook.Of(200, true, [Entry(LotEntryKind.Test, 0, 20, 17), Entry(LotEntryKind.Gone, 1, 5)], [new(Day.AddDays(2), 80)]);
        Assert.Equal((95, 25, 20), (book.Left, book.Gone, book.Test!.Seeds));
    }

    [Fact]
    public void A_recount_stands_from_its_evening()
    {
        var recount = Entry(LotEntryKind.Recount, 3, 60);
        Assert.Equal(60, LotBook.Of(200, true, [recount, Entry(LotEntryKind.Gone, 3, 9)], [new(Day, 100)]).Left);
        Assert.Equal(45, LotBook.Of(null, false, [recount], [new(Day.AddDays(4), 15)]).Left);
        Assert.True(LotBook.Of(null, false, [recount], []).Counted);
    }

    [Fact]
    public void The_last_test_that_stands_is_the_one_to_sow_by()
    {
        var (first, second) = (Entry(LotEntryKind.Test, 0, 20, 18), Entry(LotEntryKind.Test, 30, 10, 3));
        Assert.Equal(second, LotBook.Of(100, true, [first, second], []).Test);
        var undone = LotBook.Of(100, true, [first, second, Entry(LotEntryKind.Undo, 31, 0, null, second.Id)], []);
        Assert.Equal((first, 80), (undone.Test, undone.Left));
    }

    [Property(MaxTest = 200)]
    public bool Nothing_is_ever_below_zero_and_order_does_not_matter(byte[] seeds, int shuffle)
    {
        LotEntry[] entries =
        [
            .. seeds.Select(
                (s, i) =>
                    Entry(
                        s % 7 == 0 ? LotEntryKind.Recount
                            : s % 2 == 0 ? LotEntryKind.Gone
                            : LotEntryKind.Test,
                        s % 30,
                        s,
                        s % 2 == 1 && s % 7 != 0 ? 0 : null,
                        null,
                        i
                    )
            ),
        ];
        var mixed = entries.ToArray();
        new Random(shuffle).Shuffle(mixed);
        return LotBook.Of(300, true, entries, []) is { Left: >= 0 } book && book == LotBook.Of(300, true, mixed, []);
    }

    [Fact]
    public void Without_a_count_or_weight_nothing_is_said() =>
        Assert.Null(LotBook.Of(null, false, [Entry(LotEntryKind.Gone, 1, 5)], []).Left);
}
