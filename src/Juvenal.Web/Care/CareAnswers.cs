using Juvenal.Core.Care;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;
using Juvenal.Store.Seeds;
using Juvenal.Web.Words;

namespace Juvenal.Web.Care;

/// <summary>Light of a place.</summary>
/// <param name="Mol">A usual day now, mol/m²·d; null: nobody said what lamps there are, or the sky is not known.</param>
/// <param name="Text">In a sentence; null where it is not known.</param>
/// <param name="Mends">What would mend too little.</param>
public sealed record PlaceLightAnswer(Guid PlaceId, double? Mol, bool TooLittle, string? Text, IReadOnlyList<string> Mends);

/// <summary>What a batch cost so far.</summary>
/// <param name="Plants">That were raised: they stand, or went on.</param>
/// <param name="PerPlant">In money, in words; null where no plant stands yet, or nothing has a price.</param>
/// <param name="Saving">Against buying: “0.80 less than bought”; null where that has no price.</param>
/// <param name="Items">Each with how much of it, and its cost.</param>
/// <param name="Missing">What has no price yet.</param>
public sealed record BatchCostAnswer(
    int Plants,
    string? PerPlant,
    string? Saving,
    IReadOnlyList<CostAnswer> Items,
    IReadOnlyList<string> Missing
);

public sealed record CostAnswer(string Name, string Amount, string Cost);

/// <summary>How a batch is looked after.</summary>
/// <param name="Feed">When it was fed, and when it is next, or why not.</param>
/// <param name="Light">Where it stands; null: not known.</param>
public sealed record BatchCareAnswer(string Feed, string? Light, IReadOnlyList<string> Mends, BatchCostAnswer Cost);

internal static class CareAnswers
{
    public static async Task<IReadOnlyList<PlaceLightAnswer>> LightAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    )
    {
        var kwh = (await new PriceStore(reading).AllAsync(cancel)).Find(p => p.What == PriceOf.Kwh)?.Amount;
        return
        [
            .. from place in catalogue.Places.Values
            where place.Kind is not (Core.Places.PlaceKind.OpenBed or Core.Places.PlaceKind.TunnelBed)
            orderby place.WalkOrder, place.Name
            let mol = PlaceNow.LightMol(catalogue, place)
            select new PlaceLightAnswer(
                place.Id,
                mol,
                mol < Core.Care.LightAtLeaves.LeastMol,
                mol is { } known ? CareWords.Light(known) : null,
                mol is { } known2 ? CareWords.Mends(place, known2, kwh, catalogue.Site.Currency) : []
            ),
        ];
    }

    public static async Task<BatchCareAnswer> OfAsync(NurseryTransaction reading, Guid id, TimeProvider clock, CancellationToken cancel)
    {
        var batch = await new BatchReader(reading).OneAsync(id, cancel);
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var prices = await new PriceStore(reading).AllAsync(cancel);
        var state = batch.State();
        var group = state.Groups.Where(g => g.At.Container is not null).OrderByDescending(g => g.Seedlings).FirstOrDefault();
        var mol = group is { } stands ? PlaceNow.LightMol(catalogue, catalogue.Places[stands.At.Place]) : null;
        return new(
            await FeedAsync(reading, batch, catalogue, group, cancel),
            mol is { } known ? CareWords.Light(known) : null,
            mol is { } light
                ? CareWords.Mends(
                    catalogue.Places[group!.At.Place],
                    light,
                    prices.Find(p => p.What == PriceOf.Kwh)?.Amount,
                    catalogue.Site.Currency
                )
                : [],
            await CostAsync(reading, batch, state, catalogue, prices, cancel)
        );
    }

    private static async Task<string> FeedAsync(
        NurseryTransaction reading,
        BatchView batch,
        Store.Plans.Catalogue catalogue,
        Group? group,
        CancellationToken cancel
    )
    {
        if (group is null)
            return "Nothing stands in a pot: nothing is fed.";
        var (rule, today) = (catalogue.Rules.Rules.Feeding, catalogue.Today);
        var last = (await new FeedingStore(reading).LastAsync(cancel)).GetValueOrDefault(group.At.Place);
        var stands = await StandingNow.OneAsync(reading, group.Id.Value, cancel) is { } standing
            ? StandingNow.ToFeed(standing, catalogue)
            : null;
        var share = stands is null ? null : Feeding.Of(stands, rule, today);
        return FeedWords.OfBatch(share, last?.On, rule, catalogue.Places[group.At.Place].Name, today);
    }

    private static async Task<BatchCostAnswer> CostAsync(
        NurseryTransaction reading,
        BatchView batch,
        BatchState state,
        Store.Plans.Catalogue catalogue,
        List<PriceRow> prices,
        CancellationToken cancel
    )
    {
        var (stored, _) = await new BatchReader(reading).LedgerAsync(batch.Id, cancel);
        var entries = Fold.Effective(stored.Select(e => e.Entry).OrderBy(e => e.Sequence)).ToList();
        var (currency, missing, items) = (catalogue.Site.Currency, new List<string>(), new List<CostAnswer>());
        var costs = new List<CostItem>();
        var (litres, labels, pieces) = BatchCost.Taken(entries, Container);
        if (batch.SeedsSown > 0 && batch.Input.Begins.Kind == Core.Season.Start.Seed)
        {
            var lot = batch.Input.LotId is { } lotId ? (await new SeedLotStore(reading).OneAsync(lotId, cancel))?.Row : null;
            Add(
                "Seed",
                $"{batch.SeedsSown} seeds",
                lot is { Price: { } price, Seeds: > 0 and var many } ? price / many * batch.SeedsSown : null
            );
        }

        if (entries.Where(e => e.Kind == EntryKind.Received && e.Said is null).Sum(e => e.Seedlings) is var bought and > 0)
            Add("Bought", $"{bought} plants", batch.Input.Start?.PriceEach * bought);
        var measures = new Measures(catalogue.Site.UsUnits);
        if (litres > 0)
            Add("Mix", measures.Volume(litres), Price(PriceOf.Mix) * litres);
        foreach (var (container, count) in pieces)
        {
            Add(
                catalogue.Containers[container].Name,
                $"{count}",
                prices.Find(p => p.What == PriceOf.Container && p.Container == container)?.Amount * count
            );
        }

        if (labels > 0)
            Add("Labels", $"{labels}", Price(PriceOf.Label) * labels);
        var kwh = BatchCost.Kwh(entries, Container, LampsOf, batch.EndedOn ?? catalogue.Today);
        if (kwh > 0)
            Add("Light", FormattableString.Invariant($"{kwh:0.#} kWh"), Price(PriceOf.Kwh) * kwh);
        var minutes = entries
            .Select(e =>
                Pace.ReckonedFor(
                    e,
                    e.Step is { } did ? batch.Route.Find(did)
                        : e.Kind == EntryKind.Sown ? batch.Route.Begin
                        : null,
                    e.To?.Container is { } into ? Container(into) : null,
                    catalogue.Rules.Rules.RootBall
                )
            )
            .OfType<Timed>()
            .Sum(t => t.ReckonedMinutes);
        if (minutes > 0)
            Add("Work", FormattableString.Invariant($"{minutes / 60:0.0} h"), Price(PriceOf.Hour) * minutes / 60);
        var plants = state.Groups.Sum(g => g.Seedlings) + state.Gone + state.Parted + state.Used;
        var outcome = plants > 0 && costs.Count > 0 ? PlantCost.Of(plants, costs, 0, 0, Price(PriceOf.Plant)) : null;
        return new(
            plants,
            outcome is { Succeeded: true } per ? CareWords.Money(per.Value.PerPlant, currency) : null,
            outcome is { Succeeded: true, Value.SavingPerPlant: { } saving }
                ? CareWords.Money(Math.Abs(saving), currency) + (saving >= 0 ? " less than bought" : " more than bought")
                : null,
            items,
            missing
        );

        void Add(string name, string amount, double? cost)
        {
            if (cost is { } known)
            {
                costs.Add(new(name, known));
                items.Add(new(name, amount, CareWords.Money(known, currency)));
            }
            else
            {
                missing.Add($"{name} ({amount})");
            }
        }

        double? Price(PriceOf what) => prices.Find(p => p.What == what)?.Amount;

        Core.Places.Container? Container(Guid id) =>
            catalogue.Containers.TryGetValue(id, out var row) ? Store.Plans.Catalogue.Of(row) : null;

        Lamps? LampsOf(Guid id) => catalogue.Places.TryGetValue(id, out var place) ? place.Draws() : null;
    }
}
