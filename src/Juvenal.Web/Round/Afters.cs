using Juvenal.Core.Cultivars;
using Juvenal.Core.PlantingOut;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>Plants in their first weeks in a bed, that are to be looked at today, or were.</summary>
/// <param name="Group">Of the batch.</param>
/// <param name="Planted">The day they went in.</param>
/// <param name="Text">How long ago, and what is normal by now.</param>
/// <param name="Spares">Of the batch, still in pots: they fill gaps.</param>
/// <param name="Gaps">Holes that stand empty, as many as spares fill.</param>
/// <param name="Spare">The plants that fill them; null: there are none.</param>
/// <param name="Look">Of today; null: not yet.</param>
public sealed record AfterAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    Guid Group,
    Guid PlaceId,
    string Place,
    int Seedlings,
    DateOnly Planted,
    string Text,
    int Spares,
    int Gaps,
    SpareGroup? Spare,
    LookToday? Look
);

/// <param name="Id">Made by the client.</param>
public sealed record LookedInput(Guid Id, Guid Batch, Guid Group);

internal static class Afters
{
    public static async Task<IReadOnlyList<AfterAnswer>> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    )
    {
        var store = new AfterStore(reading);
        var fresh = await store.FreshAsync(catalogue.Today, cancel);
        if (fresh.Count == 0)
            return [];
        var looks = (await store.OfTodayAsync(catalogue.Today, cancel)).GroupBy(l => l.Group).ToDictionary(g => g.Key, g => g.Last());
        // What was looked at today stays, to be taken back.
        fresh.RemoveAll(f => !looks.ContainsKey(f.Group) && LooksAfter.Due(f.Planted, f.Looked, catalogue.Today) is null);
        var gaps = await store.GapsAsync([.. fresh.Where(f => f.Spare is not null).Select(f => (f.BatchId, f.Place))], cancel);
        return
        [
            .. from f in fresh
            let cultivar = catalogue.Cultivars[f.CultivarId]
            select new AfterAnswer(
                f.BatchId,
                f.Code,
                cultivar.Name,
                cultivar.Crop,
                f.Group,
                f.Place,
                catalogue.Places[f.Place].Name,
                f.Seedlings,
                f.Planted,
                AfterWords.Text(catalogue.Today.DayNumber - f.Planted.DayNumber),
                f.Spares,
                // Two groups in one bed: the gaps are the first one's.
                fresh.Find(g => g.BatchId == f.BatchId && g.Place == f.Place) == f
                    ? Math.Min(gaps.GetValueOrDefault((f.BatchId, f.Place)), f.Spare?.Seedlings ?? 0)
                    : 0,
                f.Spare,
                looks.GetValueOrDefault(f.Group)
            ),
        ];
    }
}
