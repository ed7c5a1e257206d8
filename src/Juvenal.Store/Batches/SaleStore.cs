using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Selling;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>More stands of a batch than is wanted of it.</summary>
/// <param name="InPots">That stand in pots, of their own.</param>
/// <param name="Over">Of those, more than are wanted with what is planted: they may go.</param>
public sealed record OverBatch(Guid BatchId, string Code, Guid CultivarId, int InPots, int Over);

/// <summary>Plants that leave the nursery over the table: of a batch, by count.</summary>
/// <param name="Id">Of the act, made by the client.</param>
/// <param name="On">Today or earlier.</param>
/// <param name="Count">1 to as many as stand in pots.</param>
/// <param name="Sure">Doubts that were asked and that the grower says are so.</param>
public sealed record HandOver(Guid Id, Guid Batch, DateOnly On, int Count, EntryDetail.Gone Gone, IReadOnlyList<string>? Sure = null);

/// <summary>What is raised for a day, what may go besides, and what goes.</summary>
public sealed class SaleStore(NurseryTransaction nursery, TimeProvider clock)
{
    private const string ForSale = """
        -- Batches that are raised for a day, and are not ended.
        select b.id
        from batch b
        where b.aim = 'sale'
          and b.ended_on is null
        order by b.aim_day, length(b.code), b.code
        """;

    private const string Over = """
        -- Batches that are raised for something else, and what of them stands in pots and beds. What is in cells is thinned yet.
        select b.id, b.code, b.cultivar_id, s.pots, s.beds, b.plants_wanted
        from batch b
        join lateral (
          select coalesce(sum(t.seedlings) filter (where k.id is not null), 0)::int as pots,
            coalesce(sum(t.seedlings) filter (where t.container_id is null), 0)::int as beds
          from standing t
          left join container_kind k on k.nursery_id = t.nursery_id and k.id = t.container_id and k.cells is null
          where t.nursery_id = b.nursery_id and t.batch_id = b.id) s on true
        where b.aim <> 'sale'
          and b.ended_on is null
          and s.pots > 0
        order by length(b.code), b.code
        """;

    private const string Went = """
        -- Batches of which something went out: sold, given, discarded.
        select distinct e.batch_id
        from ledger_entry e
        join batch b on b.nursery_id = e.nursery_id and b.id = e.batch_id and b.ended_on is null
        where e.kind = 'out'
        """;

    public async Task<IReadOnlyList<BatchView>> ForSaleAsync(CancellationToken cancel)
    {
        var ids = await nursery.ListAsync(ForSale, r => r.GetGuid(0), cancel);
        if (ids.Count == 0)
            return [];
        var batches = (await new BatchReader(nursery).BriefAsync(ids, cancel)).ToDictionary(b => b.Id);
        return [.. ids.Where(batches.ContainsKey).Select(id => batches[id])];
    }

    /// <summary>Batches raised for something else, of which more stand than are wanted.</summary>
    public async Task<IReadOnlyList<OverBatch>> OverAsync(CancellationToken cancel)
    {
        var all = await nursery.ListAsync(
            Over,
            r => new OverBatch(
                r.GetGuid(0),
                r.GetString(1),
                r.GetGuid(2),
                r.GetInt32(3),
                SaleStock.Over(r.GetInt32(3), r.GetInt32(4), r.GetInt32(5))
            ),
            cancel
        );
        return [.. all.Where(o => o.Over > 0)];
    }

    /// <summary>What went out of the batches that are not ended, by batch.</summary>
    public async Task<IReadOnlyDictionary<Guid, WentOut>> WentAsync(DateOnly today, CancellationToken cancel)
    {
        var ids = await nursery.ListAsync(Went, r => r.GetGuid(0), cancel);
        if (ids.Count == 0)
            return new Dictionary<Guid, WentOut>();
        // What was taken back and put right is told by the core alone.
        return (await new LedgerReader(nursery).OfAsync(ids, cancel)).ToDictionary(
            l => l.Key,
            l => WentOut.Of(Fold.Effective(l.Value.Select(e => e.Entry)), today)
        );
    }

    /// <summary>Writes what goes: the hardened ones first, of those the ones in the largest group.</summary>
    /// <returns>The entries that were written.</returns>
    /// <exception cref="NotFoundException">No such batch.</exception>
    /// <exception cref="RefusedException">More than stand in pots, a day to come, a price of what is given.</exception>
    public async Task<IReadOnlyList<Guid>> HandOverAsync(HandOver hand, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(hand);
        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(new { did = "hand-over", hand });
        if (await acts.WrittenAsync(hand.Id, hash, cancel) is { } before)
            return before;
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, [hand.Batch], [], cancel);
        var page = ledgers[hand.Batch];
        if (hand.On > ledgers.Catalogue.Today)
            throw new RefusedException(new Failure("in-the-future", "on"));
        var (input, catalogue) = (page.Batch.Input, ledgers.Catalogue);
        var crop = catalogue.Cultivars[input.CultivarId].Crop;
        var groups = page
            .Ledger.On(hand.On)
            .Groups.Where(g => g is { Seedlings: > 0, At.Container: not null })
            .OrderByDescending(g => catalogue.IsHardened(g, crop, input.HardeningPlaceId))
            .ThenByDescending(g => g.Seedlings)
            .ThenBy(g => g.Id.Value)
            .ToList();
        var stand = groups.Sum(g => g.Seedlings);
        if (stand == 0)
            throw new RefusedException(new Failure("none-in-pots", "count"));
        if (hand.Count < 1)
            throw new RefusedException(Failure.OutOfRange("count", hand.Count, 1, stand));
        if (hand.Count > stand)
            throw new RefusedException(new Failure("more-than-standing", "count", hand.Count, null, stand));
        var (left, written) = (hand.Count, new List<Guid>());
        foreach (var group in groups.TakeWhile(_ => left > 0))
        {
            var take = Math.Min(left, group.Seedlings);
            left -= take;
            var id = WorkStore.Derived(hand.Id, group.Id.Value.ToString());
            ledgers.Append(
                hand.Batch,
                new(
                    id,
                    0,
                    hand.On,
                    EntryKind.Out,
                    From: group.At,
                    Seedlings: take,
                    Act: hand.Id,
                    Group: group.Id,
                    Said: hand.Gone,
                    Sure: hand.Sure
                ),
                byRule: true
            );
            written.Add(id);
        }

        await ledgers.SaveAsync(cancel);
        written.Reverse();
        acts.Keep(hand.Id, hash, written);
        return written;
    }
}
