using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Site;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Web.Words;

namespace Juvenal.Web.Beds;

/// <summary>A bed, or a place for pots to end in: how many it takes, who goes where, what planting takes, what it bore.</summary>
/// <param name="LengthCm">Of its rows, cm; null: nobody said how large it is.</param>
/// <param name="SpacingCm">From plant to plant in the row, cm, as reckoned with.</param>
/// <param name="RowCm">From row to row, cm.</param>
/// <param name="Rows">That it takes.</param>
/// <param name="PerRow">Plants in each.</param>
/// <param name="Size">Long and wide, and how far apart, in words; null: nobody said how large it is.</param>
/// <param name="Text">How many fit, are planned, and stand there.</param>
/// <param name="Warnings">What speaks against it.</param>
/// <param name="Batches">What goes in and stands there; the spots name them by their index.</param>
/// <param name="Spots">Where each plant goes; none where nobody said how large it is, or it is larger than can be drawn.</param>
/// <param name="Work">What planting takes, in the order in which it is done.</param>
/// <param name="Years">What it bore, the last first: this year, and those that count.</param>
/// <param name="Mulch">Work with its deep mulch; null: there is none.</param>
/// <param name="PotCm">Across the widest pot that stands there, cm; null: it is a bed.</param>
public sealed record BedAnswer(
    Guid PlaceId,
    string Place,
    PlaceKind Kind,
    Surface? Surface,
    double? LengthCm,
    double? WidthCm,
    Along? Runs,
    double SpacingCm,
    double RowCm,
    int Rows,
    int PerRow,
    string? Size,
    string Text,
    IReadOnlyList<string> Warnings,
    IReadOnlyList<BedBatchAnswer> Batches,
    IReadOnlyList<BedSpot> Spots,
    IReadOnlyList<string> Work,
    IReadOnlyList<BedYear> Years,
    MulchAnswer? Mulch,
    double? PotCm
);

/// <param name="ToGo">Still to be planted there.</param>
/// <param name="Planted">Standing there.</param>
/// <param name="Over">Of both, those that find no room.</param>
/// <param name="Day">Of planting.</param>
/// <param name="Pot">They end in; null: they go into the bed.</param>
public sealed record BedBatchAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    int ToGo,
    int Planted,
    int Over,
    DateOnly? Day,
    string? Pot
);

internal static class Beds
{
    /// <summary>A picture of more plants shows none of them.</summary>
    internal const int MostDrawn = 2000;

    /// <summary>Deeper than any hole: it never limits the depth, L.</summary>
    private static readonly Container Ground = new("the ground", 100);

    public static async Task<IReadOnlyList<BedAnswer>> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    )
    {
        var store = new BedStore(reading);
        var planned = (await store.PlannedAsync(cancel)).ToLookup(b => b.Place);
        var years = await store.YearsAsync(cancel);
        var mulch = (await Mulches.OfAsync(reading, catalogue, cancel)).ToDictionary(m => m.PlaceId);
        var potted = (await store.PottedAsync(cancel)).ToLookup(b => b.Place);
        var batches = (
            await new BatchReader(reading).BriefAsync(
                [.. planned.Concat(potted).SelectMany(p => p).Where(b => b.InPots > 0).Select(b => b.BatchId).Distinct()],
                cancel
            )
        ).ToDictionary(b => b.Id);
        return
        [
            .. from bed in catalogue.Places.Values
            where bed.IsBed
            orderby bed.WalkOrder, bed.Name
            select Of(bed, [.. planned[bed.Id]], [.. years[bed.Id]], mulch.GetValueOrDefault(bed.Id), batches, catalogue),
            .. from place in catalogue.Places.Values
            where potted.Contains(place.Id)
            orderby place.WalkOrder, place.Name
            select PotSheets.Of(place, [.. potted[place.Id]], batches, catalogue),
        ];
    }

    private static BedAnswer Of(
        PlaceRow bed,
        List<BedBatch> planned,
        List<BedYear> years,
        MulchAnswer? mulch,
        Dictionary<Guid, BatchView> batches,
        Store.Plans.Catalogue catalogue
    )
    {
        var words = new BedWords(new(catalogue.Site.UsUnits));
        // What stands comes first: it does not move for what is still to come.
        var wishes = planned
            .Select(b => (Batch: b, Cultivar: catalogue.Cultivars[b.CultivarId], b.ToGo))
            .Where(w => w.ToGo + w.Batch.Planted > 0)
            .ToList();
        List<BedWish> all = [.. wishes.Select(w => new BedWish(w.Cultivar.Crop, w.Cultivar.Habit, w.ToGo + w.Batch.Planted))];
        var layout = bed.SetOut() is { } set ? BedLayout.Of(set, all) : null;
        var memory = BedMemory.Of(years, catalogue.Today.Year);
        List<BedWish> toGo = [.. wishes.Select(w => new BedWish(w.Cultivar.Crop, w.Cultivar.Habit, w.ToGo))];
        return new(
            bed.Id,
            bed.Name,
            bed.Kind,
            bed.Surface,
            bed.LengthCm,
            bed.WidthCm,
            bed.Runs,
            layout?.SpacingCm ?? bed.SpacingCm ?? BedLayout.Usual(all.Select(w => w.Crop)),
            layout?.RowCm ?? bed.RowCm ?? BedLayout.UsualRowCm,
            layout?.Fits.Rows ?? 0,
            layout?.Fits.PerRow ?? 0,
            bed.SetOut() is { } size && layout is not null ? words.Size(size.LengthCm, size.WidthCm, layout.SpacingCm, layout.RowCm) : null,
            BedWords.Text(layout?.Fits, toGo.Sum(w => w.Plants), wishes.Sum(w => w.Batch.Planted)),
            [
                .. Taken(bed, wishes.Where(w => w.ToGo > 0).Select(w => w.Batch), catalogue.Today),
                .. words.Warnings(layout, memory, toGo.Sum(w => w.Plants) > 0),
            ],
            [
                .. wishes.Select(
                    (w, i) =>
                        new BedBatchAnswer(
                            w.Batch.BatchId,
                            w.Batch.Code,
                            w.Cultivar.Name,
                            w.Cultivar.Crop,
                            w.ToGo,
                            w.Batch.Planted,
                            layout?.Over[i] ?? 0,
                            w.Batch.Day,
                            null
                        )
                ),
            ],
            layout is { Spots.Count: <= MostDrawn } ? layout.Spots : [],
            toGo.TrueForAll(w => w.Plants == 0)
                ? []
                :
                [
                    .. words.Work(
                        HoleFill.Of(toGo, catalogue.Rules.Rules.Hole, bed.SetOut()?.AreaM2),
                        [
                            .. wishes
                                .Where(w => w.ToGo > 0)
                                .Select(w =>
                                    (
                                        w.Cultivar.Name,
                                        w.Batch.Code,
                                        w.Cultivar.Crop,
                                        w.Cultivar.Habit,
                                        w.ToGo,
                                        Hole(w.Batch, batches, catalogue)
                                    )
                                ),
                        ],
                        catalogue.Rules.Rules,
                        bed.Surface == Surface.Mulch
                    ),
                ],
            [.. years.Where(y => y.Year > catalogue.Today.Year - 1 - BedMemory.Remembered).OrderByDescending(y => y.Year)],
            mulch,
            null
        );
    }

    private static IEnumerable<string> Taken(PlaceRow bed, IEnumerable<BedBatch> toGo, DateOnly today) =>
        bed.FreeFrom is { } free && free > today
            ?
            [
                BedWords.Taken(
                    bed.Bears,
                    free,
                    bed.Between,
                    [.. from b in toGo where b.Day < free orderby b.Day, b.Code select (b.Code, b.Day!.Value)]
                ),
            ]
            : [];

    /// <summary>How deep the hole is and how many leaves go; null where nothing stands in pots.</summary>
    private static (double Cm, int Strip)? Hole(BedBatch planned, Dictionary<Guid, BatchView> batches, Store.Plans.Catalogue catalogue) =>
        SetInto(Ground, planned, batches, catalogue) is { } set ? (set.Ball.DepthCm + set.Depth.BuryStemCm, set.Strip) : null;

    /// <summary>How they are set, as the plants are held to be on their day; null where nothing stands in pots.</summary>
    internal static Setting? SetInto(Container into, BedBatch planned, Dictionary<Guid, BatchView> batches, Store.Plans.Catalogue catalogue)
    {
        if (
            !batches.TryGetValue(planned.BatchId, out var batch)
            || batch.State().Groups.Where(g => g.At.Container is not null).MaxBy(g => g.Seedlings) is not { } group
        )
            return null;
        // As they will be on their day, in the last pot of their path before.
        var day = planned.Day > catalogue.Today ? planned.Day.Value : catalogue.Today;
        var (traits, leaves) = (catalogue.Cultivars[planned.CultivarId].Traits(), Math.Min(batch.LeavesAt(day), Looked.MostLeaves));
        var set = Setting.Of(
            new(
                traits,
                catalogue.Rules.Rules,
                leaves,
                catalogue.ClimateOf(catalogue.Places[group.At.Place])?.LightMol is > 0 and var mol ? mol : LeafModel.UnknownLightMol,
                group.Seen is { HeightCm: { } cm, MeasuredOn: { } on }
                    ? PlantSize.GrownSince(LeafModel.For(traits.Group), cm, batch.LeavesAt(on), leaves)
                    : null,
                Store.Plans.Catalogue.Of(catalogue.Containers[From(batch.Input, planned.PotId) ?? group.At.Container!.Value]),
                false,
                into
            )
        );
        return set.Succeeded ? set.Value : null;
    }

    /// <summary>What they stand in before they are planted, or set into their last pot; null: what they stand in now.</summary>
    private static Guid? From(BatchInput input, Guid? pot) =>
        (input.Moves, pot) switch
        {
            ([.., var last], null) => last.ContainerId,
            ([.., var before, _], not null) => before.ContainerId,
            ([_], not null) => input.TrayId,
            _ => null,
        };
}
