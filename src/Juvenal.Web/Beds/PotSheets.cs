using Juvenal.Core.Places;
using Juvenal.Core.PlantingOut;
using Juvenal.Store.Batches;
using Juvenal.Store.Places;
using Juvenal.Web.Words;

namespace Juvenal.Web.Beds;

/// <summary>Places where pots stand that plants end in: a sheet like a bed's.</summary>
internal static class PotSheets
{
    public static BedAnswer Of(PlaceRow place, List<BedBatch> potted, Dictionary<Guid, BatchView> batches, Store.Plans.Catalogue catalogue)
    {
        var words = new PotWords(new(catalogue.Site.UsUnits));
        var who = potted
            .Select(b =>
                (Batch: b, Cultivar: catalogue.Cultivars[b.CultivarId], Pot: Store.Plans.Catalogue.Of(catalogue.Containers[b.PotId!.Value]))
            )
            .Where(w => w.Batch.ToGo + w.Batch.Planted > 0)
            .ToList();
        List<PotWish> all =
        [
            .. who.Select(w => new PotWish(new(w.Cultivar.Crop, w.Cultivar.Habit, w.Batch.ToGo + w.Batch.Planted), w.Pot)),
        ];
        List<PotWish> toGo = [.. who.Select(w => new PotWish(new(w.Cultivar.Crop, w.Cultivar.Habit, w.Batch.ToGo), w.Pot))];
        var layout = place is { LengthCm: { } length, WidthCm: { } width } ? PotSheet.Layout(length, width, all) : null;
        var apart = layout?.SpacingCm ?? all.Select(PotSheet.SpacingCm).DefaultIfEmpty(BedLayout.ClosestCm).Max();
        return new(
            place.Id,
            place.Name,
            place.Kind,
            null,
            place.LengthCm,
            place.WidthCm,
            null,
            apart,
            apart,
            layout?.Fits.Rows ?? 0,
            layout?.Fits.PerRow ?? 0,
            layout is null ? null : words.Size(place.LengthCm!.Value, place.WidthCm!.Value, apart),
            PotWords.Text(layout?.Fits, toGo.Sum(p => p.Plants.Plants), who.Sum(w => w.Batch.Planted)),
            [.. PotWords.Warnings(layout)],
            [
                .. who.Select(
                    (w, i) =>
                        new BedBatchAnswer(
                            w.Batch.BatchId,
                            w.Batch.Code,
                            w.Cultivar.Name,
                            w.Cultivar.Crop,
                            w.Batch.ToGo,
                            w.Batch.Planted,
                            layout?.Over[i] ?? 0,
                            w.Batch.Day,
                            w.Pot.Name
                        )
                ),
            ],
            layout is { Spots.Count: <= Beds.MostDrawn } ? layout.Spots : [],
            toGo.TrueForAll(p => p.Plants.Plants == 0)
                ? []
                :
                [
                    .. words.Work(
                        PotSheet.Of(toGo),
                        [
                            .. who.Where(w => w.Batch.ToGo > 0)
                                .Select(w => (w.Cultivar, w.Batch, w.Pot, Beds.SetInto(w.Pot, w.Batch, batches, catalogue))),
                        ],
                        place.Outdoors
                    ),
                ],
            [],
            null,
            all.Select(p => PotShape.Of(p.Pot).TopCm).DefaultIfEmpty(0).Max()
        );
    }
}
