using Juvenal.Core.Cultivars;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Web.Words;

namespace Juvenal.Web.Beds;

/// <summary>Work with the mulch of a bed.</summary>
/// <param name="Work">What is to be done next.</param>
/// <param name="Due">From when on; null: when the soil is warm, and the peppers stand.</param>
/// <param name="IsDue">Today, or since.</param>
/// <param name="Text">When, and why.</param>
/// <param name="Done">What was done today, to be taken back by its id; null: nothing was.</param>
public sealed record MulchAnswer(Guid PlaceId, string Place, MulchWork Work, DateOnly? Due, bool IsDue, string Text, MulchRow? Done);

/// <param name="Id">Made by the client.</param>
/// <param name="Work">What was done today.</param>
public sealed record MulchInput(Guid Id, MulchWork Work);

internal static class Mulches
{
    /// <summary>Of the beds under deep mulch; those that it lies on, and no peppers go into, have none.</summary>
    public static async Task<IReadOnlyList<MulchAnswer>> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    )
    {
        List<PlaceRow> beds =
        [
            .. from p in catalogue.Places.Values
            where p is { IsBed: true, Surface: Surface.Mulch }
            orderby p.WalkOrder, p.Name, p.Id
            select p,
        ];
        if (beds.Count == 0)
            return [];
        var planned = (await new BedStore(reading).PlannedAsync(cancel))
            .Where(b => catalogue.Cultivars[b.CultivarId].Crop == Crop.Pepper)
            .ToLookup(b => b.Place);
        var last = await new MulchStore(reading).LastAsync(cancel);
        return
        [
            .. from bed in beds
            let answer = Of(bed, [.. planned[bed.Id]], last.GetValueOrDefault(bed.Id), catalogue)
            where answer is not null
            select answer,
        ];
    }

    private static MulchAnswer? Of(PlaceRow bed, List<BedBatch> peppers, MulchRow? last, Store.Plans.Catalogue catalogue)
    {
        var (toGo, warm) = (peppers.Where(p => p.ToGo > 0).ToList(), catalogue.Rules.Rules.PepperSoilC);
        var (first, plants) = (toGo.Min(p => p.Day), toGo.Sum(p => p.ToGo));
        var standing = peppers.Sum(p => p.Planted);
        var soil = catalogue.Record.SoilMorning(Surface.Bare, catalogue.Today);
        var done = last?.On == catalogue.Today ? last : null;
        var job = Mulching.Next(bed.MulchBack is not null, plants, first, standing, soil, warm, catalogue.Today);
        return job is null && done is null
            ? null
            : new(
                bed.Id,
                bed.Name,
                job?.Work ?? MulchWork.PullBack,
                job?.Due,
                job?.IsDue(catalogue.Today) == true,
                job is null
                    ? ""
                    : new BedWords(new(catalogue.Site.UsUnits)).Mulch(
                        job,
                        bed.MulchBack,
                        plants,
                        first,
                        standing,
                        soil,
                        warm,
                        catalogue.Today
                    ),
                done
            );
    }
}
