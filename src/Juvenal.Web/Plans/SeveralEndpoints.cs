using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Hosting;
using Juvenal.Web.Words;

namespace Juvenal.Web.Plans;

/// <param name="Inputs">A batch each, up to <see cref="SeveralEndpoints.Most"/>.</param>
public sealed record SeveralInput(IReadOnlyList<BatchInput> Inputs);

/// <summary>One of several plans, in a line.</summary>
/// <param name="Version">Send it with "keep": what was shown; null where it cannot be planned.</param>
/// <param name="Sow">The day to sow; null where it cannot be planned.</param>
/// <param name="Expected">Plants, on average.</param>
/// <param name="Enough">The seed is enough for what is wanted.</param>
/// <param name="Warnings">To know before keeping.</param>
/// <param name="Failures">Why it cannot be planned.</param>
public sealed record SeveralLine(
    string? Version,
    DateOnly? Sow,
    int Cells,
    int Seeds,
    double Expected,
    bool Enough,
    DateOnly? PlantOut,
    DateOnly? Ripe,
    IReadOnlyList<string> Warnings,
    IReadOnlyList<string> Failures
);

/// <param name="Batches">Kept together, or none of them.</param>
public sealed record KeepSeveralInput(IReadOnlyList<KeepInput> Batches);

/// <summary>Many batches in one evening: looked at together, kept together.</summary>
internal static class SeveralEndpoints
{
    /// <summary>More cultivars than this nobody plans in one go.</summary>
    public const int Most = 60;

    public static void MapSeveral(this RouteGroupBuilder nursery)
    {
        nursery
            .MapPost(
                "/plan/several",
                async ([AsParameters] Here here, SeveralInput several, TimeProvider clock, CancellationToken cancel) =>
                {
                    Check(several.Inputs.Count, "inputs");
                    await using var reading = await here.ReadAsync(cancel);
                    var measures = new Measures((await new SiteStore(reading).GetAsync(cancel)).UsUnits);
                    var plans = await new PlanStore(reading, clock).PreviewAsync(several.Inputs, cancel);
                    var lines = plans.Select(p => p.Succeeded ? Line(p.Value, measures) : Cannot(p.Failures)).ToList();
                    return TypedResults.Ok(lines);
                }
            )
            .WithName("previewSeveral")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/batches/several",
                ([AsParameters] Here here, KeepSeveralInput keep, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.NewBatch,
                        async writing =>
                        {
                            Check(keep.Batches.Count, "batches");
                            foreach (var (i, batch) in keep.Batches.Index())
                            {
                                try
                                {
                                    await PlanEndpoints.KeepAsync(writing, batch, clock, cancel);
                                }
                                catch (RefusedException e)
                                {
                                    throw e.At(field => $"batches[{i}].{field}");
                                }
                            }

                            return TypedResults.Ok(keep.Batches.Select(b => b.Id).ToList());
                        },
                        cancel
                    )
            )
            .WithName("keepSeveral")
            .TakesLong()
            .For(Role.Grower);
    }

    private static SeveralLine Line(Plan plan, Measures measures) =>
        new(
            PlanVersion.Of(plan),
            plan.Step(StepKind.Begin).Date.Mid,
            plan.Quantity.Cells,
            plan.Quantity.Seeds,
            Math.Round(plan.Quantity.ExpectedPlants, 1),
            plan.Quantity.Enough,
            Day(plan, StepKind.PlantOut),
            Day(plan, StepKind.Ripe),
            [.. ReasonSentences.Of(plan.Warnings, measures).Select(w => w.Text)],
            []
        );

    private static DateOnly? Day(Plan plan, StepKind kind) => plan.Steps.FirstOrDefault(s => s.Step.Kind == kind)?.Date.Mid;

    private static SeveralLine Cannot(IReadOnlyList<Failure> failures) =>
        new(null, null, 0, 0, 0, false, null, null, [], [.. failures.Select(FailureSentences.Of).Distinct()]);

    private static void Check(int count, string field)
    {
        if (count is < 1 or > Most)
            throw new RefusedException(Failure.OutOfRange(field, count, 1, Most));
    }
}
