using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Store.Batches;
using Juvenal.Web.Words;

namespace Juvenal.Web.Batches;

/// <summary>Cooler places to hold plants back in, each with its price.</summary>
internal static class Holdings
{
    private const int Most = 2;

    /// <summary>The coolest two that they bear, the dearest first.</summary>
    /// <param name="batch">Of the plants.</param>
    /// <param name="group">They are.</param>
    /// <param name="here">Where they stand.</param>
    /// <param name="share">Of their container's comfortable time that has passed, from 0.</param>
    /// <param name="catalogue">Its places.</param>
    public static IEnumerable<string> Of(BatchView batch, Group group, PlaceClimate here, double share, Store.Plans.Catalogue catalogue)
    {
        if (group.At.Container is not { } id || !catalogue.Containers.TryGetValue(id, out var stands))
            return [];
        var (leaf, from) = (LeafModel.For(batch.Group), Store.Plans.Catalogue.Of(stands));
        return catalogue
            .Places.Values.Where(p => p.Id != group.At.Place)
            .Select(p => (p.Name, Climate: catalogue.ClimateOf(p)))
            .Where(p => p.Climate is not null)
            .Select(p => (p.Name, Held: HoldingBack.Of(batch.Crop, leaf, from, share, here, p.Climate!)))
            .Where(p => p.Held is not null)
            .OrderByDescending(p => p.Held!.CostDays)
            .Take(Most)
            .Select(p => MovingWords.Held(p.Name, p.Held!, stands.Name, catalogue.Today));
    }
}
