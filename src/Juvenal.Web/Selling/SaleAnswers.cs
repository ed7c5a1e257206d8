using Juvenal.Core.Cultivars;
using Juvenal.Core.Selling;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;

namespace Juvenal.Web.Selling;

/// <summary>What is raised for days, what may go besides, and what went today.</summary>
/// <param name="Title">"Sat 23 May: 212 of 312 ready".</param>
/// <param name="Days">Those of which some are left over, then those to come, the first first, then the others.</param>
/// <param name="Over">Batches raised for something else, of which more stand than are wanted.</param>
/// <param name="SoldToday">"12 sold today, for 30.00"; null: none.</param>
public sealed record SaleAnswer(
    string Title,
    DateOnly Today,
    IReadOnlyList<SaleDayAnswer> Days,
    IReadOnlyList<SaleLineAnswer> Over,
    string? SoldToday
);

/// <summary>A day that plants are raised for.</summary>
/// <param name="Text">How many are wanted, come and went.</param>
public sealed record SaleDayAnswer(DateOnly Day, string Text, IReadOnlyList<SaleLineAnswer> Lines);

/// <summary>A batch at the table.</summary>
/// <param name="InPots">As many can go.</param>
/// <param name="Ready">Of those, in their last pot and hardened.</param>
/// <param name="Pot">That most stand in; null: none stand.</param>
/// <param name="Call">Null: it is raised for something else.</param>
/// <param name="Text">How far it is.</param>
/// <param name="Mend">What would mend what is short or late; null: nothing is.</param>
/// <param name="Went">What went of it already; null: none.</param>
/// <param name="LastPrice">Of one of its cultivar, the last that was paid.</param>
/// <param name="Left">The day is past and some stand: they are held, given, planted or discarded.</param>
public sealed record SaleLineAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    int InPots,
    int Ready,
    string? Pot,
    SaleCall? Call,
    string Text,
    string? Mend,
    string? Went,
    double? LastPrice,
    bool Left
);

internal static class Sales
{
    public static async Task<SaleAnswer> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var (store, today) = (new SaleStore(reading, clock), catalogue.Today);
        var batches = await store.ForSaleAsync(cancel);
        var over = await store.OverAsync(cancel);
        var went = await store.WentAsync(today, cancel);
        var ofCultivar = over.ToLookup(o => o.CultivarId);
        var prices = batches
            .Select(b => (b.Input.CultivarId, b.Id))
            .Concat(over.Select(o => (o.CultivarId, Id: o.BatchId)))
            .Where(b => went.GetValueOrDefault(b.Id)?.LastPrice is not null)
            .GroupBy(b => b.CultivarId)
            .ToDictionary(g => g.Key, g => went[g.Last().Id].LastPrice);
        List<(BatchView Batch, SaleStock Stock, SaleOutlook Outlook)> lines =
        [
            .. from b in batches let stock = StockOf(b, went.GetValueOrDefault(b.Id), catalogue) select (b, stock, SaleOutlook.Of(stock)),
        ];
        List<SaleDayAnswer> days =
        [
            .. from line in lines
            group line by line.Batch.Input.Ends.Day!.Value into day
            let left = day.Key < today && day.Any(l => l.Stock.Standing > 0)
            orderby !left, day.Key < today, day.Key
            select new SaleDayAnswer(
                day.Key,
                SaleWords.Day([.. day.Select(l => (l.Stock, l.Outlook))], day.Key < today),
                [
                    .. day.OrderBy(l => l.Batch.Cultivar, StringComparer.Ordinal)
                        .Select(l => Line(l.Batch, l.Stock, l.Outlook, went, prices, ofCultivar, catalogue)),
                ]
            ),
        ];
        return new(
            SaleWords.Title([.. lines.Select(l => (l.Batch.Input.Ends.Day!.Value, l.Stock, l.Outlook))], today),
            today,
            days,
            [
                .. from o in over
                let cultivar = catalogue.Cultivars[o.CultivarId]
                orderby cultivar.Name
                select new SaleLineAnswer(
                    o.BatchId,
                    o.Code,
                    cultivar.Name,
                    cultivar.Crop,
                    o.InPots,
                    0,
                    null,
                    null,
                    SaleWords.Over(o),
                    null,
                    went.TryGetValue(o.BatchId, out var w) ? SaleWords.Went(w) : null,
                    prices.GetValueOrDefault(o.CultivarId),
                    false
                ),
            ],
            SaleWords.Today(went.Values)
        );
    }

    private static SaleLineAnswer Line(
        BatchView b,
        SaleStock stock,
        SaleOutlook outlook,
        IReadOnlyDictionary<Guid, WentOut> went,
        Dictionary<Guid, double?> prices,
        ILookup<Guid, OverBatch> over,
        Store.Plans.Catalogue catalogue
    )
    {
        var pot = b.Standing.Where(g => g.ContainerId is not null).MaxBy(g => g.Seedlings)?.ContainerId;
        return new(
            b.Id,
            b.Code,
            b.Cultivar,
            b.Crop,
            stock.Standing,
            stock.Ready,
            pot is { } id ? catalogue.Containers[id].Name : null,
            outlook.Call,
            SaleWords.Line(b, stock, outlook, catalogue.Today),
            SaleWords.Mend(b, stock, outlook, [.. over[b.Input.CultivarId]], catalogue.Today),
            went.TryGetValue(b.Id, out var w) ? SaleWords.Went(w) : null,
            prices.GetValueOrDefault(b.Input.CultivarId),
            stock.Standing > 0 && b.Input.Ends.Day < catalogue.Today
        );
    }

    private static SaleStock StockOf(BatchView b, WentOut? went, Store.Plans.Catalogue catalogue)
    {
        var state = b.State();
        List<Core.Ledger.Group> pots = [.. state.Groups.Where(g => g is { Seedlings: > 0, At.Container: not null })];
        return new(
            b.Input.PlantsWanted,
            went is null ? 0 : went.Sold + went.Given,
            pots.Sum(g => g.Seedlings),
            pots.Where(g =>
                    g.Reached >= b.Route.Moves.LastOrDefault(b.Route.Begin) && catalogue.IsHardened(g, b.Crop, b.Input.HardeningPlaceId)
                )
                .Sum(g => g.Seedlings),
            // What is up is counted; before, the packet is believed.
            b.Emerged > 0
                ? 0
                : b.Summary.Expected,
            (int)(b.Summary.Warnings.FirstOrDefault(w => w.Code == "late-for-sale")?.Value ?? 0)
        );
    }
}
