using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Plans;

/// <summary>Plans that are only looked at.</summary>
public sealed class PlanStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>What a batch would look like; nothing is kept.</summary>
    public async Task<Outcome<Plan>> PreviewAsync(BatchInput input, CancellationToken cancel) =>
        await OfAsync(input, new BatchChecks(nursery), await Catalogue.LoadAsync(nursery, clock, cancel), cancel);

    /// <summary>The same of several; what is refused of one stands in its place. What they have in common is read once.</summary>
    public async Task<IReadOnlyList<Outcome<Plan>>> PreviewAsync(IReadOnlyCollection<BatchInput> inputs, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(inputs);
        var (catalogue, checks) = (await Catalogue.LoadAsync(nursery, clock, cancel), new BatchChecks(nursery));
        await checks.LookUpAsync([.. inputs.Select(i => i.LotId).OfType<Guid>().Distinct()], cancel);
        var plans = new List<Outcome<Plan>>();
        foreach (var input in inputs)
        {
            try
            {
                plans.Add(await OfAsync(input, checks, catalogue, cancel));
            }
            catch (RefusedException refused)
            {
                plans.Add(refused.Failures.ToList());
            }
        }

        return plans;
    }

    private async Task<Outcome<Plan>> OfAsync(BatchInput input, BatchChecks checks, Catalogue catalogue, CancellationToken cancel)
    {
        await checks.CheckAsync(null, input, cancel);
        PathRows.CheckNames(default, input, null);
        return Outcome(Planned.Of(catalogue, input, null, await BatchStore.ShootsAsync(nursery, input, cancel)));
    }

    internal static Outcome<Plan> Outcome(Planned planned) => planned.Plan is { } plan ? plan : planned.Failures.ToList();
}
