using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Plans;

/// <summary>Plans that are only looked at.</summary>
public sealed class PlanStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>What a batch would look like; nothing is kept.</summary>
    public async Task<Outcome<Plan>> PreviewAsync(BatchInput input, CancellationToken cancel)
    {
        await new BatchChecks(nursery).CheckAsync(null, input, cancel);
        BatchStore.CheckNames(default, input, null);
        var shoots = await BatchStore.ShootsAsync(nursery, input, cancel);
        return Outcome(Planned.Of(await Catalogue.LoadAsync(nursery, clock, cancel), input, null, shoots));
    }

    internal static Outcome<Plan> Outcome(Planned planned) => planned.Plan is { } plan ? plan : planned.Failures.ToList();
}
