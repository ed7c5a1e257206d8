using Juvenal.Core.Ledger;

namespace Juvenal.Core.Selling;

/// <summary>What went out of a batch.</summary>
/// <param name="Sold">Plants.</param>
/// <param name="Takings">In the nursery's currency.</param>
/// <param name="LastPrice">Of one, the last that was said; null: none was.</param>
/// <param name="SoldToday">Plants that were sold on the nursery's day.</param>
/// <param name="TakingsToday">For those.</param>
public sealed record WentOut(int Sold, int Given, int Discarded, double Takings, double? LastPrice, int SoldToday, double TakingsToday)
{
    /// <param name="entries">Effective ones, in their order.</param>
    /// <param name="today">The nursery's day.</param>
    public static WentOut Of(IEnumerable<LedgerEntry> entries, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(entries);
        var went = new WentOut(0, 0, 0, 0, null, 0, 0);
        foreach (var e in entries)
        {
            if (e.Said is not EntryDetail.Gone gone)
                continue;
            var (paid, now) = (e.Seedlings * (gone.PriceEach ?? 0), e.HappenedOn == today);
            went = gone.Way switch
            {
                Way.Sold => went with
                {
                    Sold = went.Sold + e.Seedlings,
                    Takings = went.Takings + paid,
                    LastPrice = gone.PriceEach ?? went.LastPrice,
                    SoldToday = went.SoldToday + (now ? e.Seedlings : 0),
                    TakingsToday = went.TakingsToday + (now ? paid : 0),
                },
                Way.Given => went with { Given = went.Given + e.Seedlings },
                _ => went with { Discarded = went.Discarded + e.Seedlings },
            };
        }

        return went;
    }
}
