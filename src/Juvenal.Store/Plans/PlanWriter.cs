using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Plans;

/// <summary>What is stored of a plan besides its steps.</summary>
/// <param name="WindowLow">10 % of the year's last freeze, by the rules that move the window.</param>
/// <param name="WindowMid">The day planned for.</param>
/// <param name="WindowHigh">90 %.</param>
/// <param name="WindowReasons">What set it.</param>
/// <param name="Expected">Plants expected from what is to be sown.</param>
/// <param name="ProbabilityOfEnough">0–1.</param>
/// <param name="SowNoEarlier">See <see cref="Plan"/>.</param>
/// <param name="SowNoLater">See <see cref="Plan"/>.</param>
/// <param name="Warnings">See <see cref="Plan"/>.</param>
/// <param name="Choices">See <see cref="Plan"/>.</param>
/// <param name="PlanVersion">See <see cref="Plans.PlanVersion"/>.</param>
/// <param name="Failures">Why it could not be planned anew; the steps are then those of the last plan that could.</param>
public sealed record PlanSummary(
    DateOnly WindowLow,
    DateOnly WindowMid,
    DateOnly WindowHigh,
    IReadOnlyList<Reason> WindowReasons,
    double Expected,
    double ProbabilityOfEnough,
    DateOnly SowNoEarlier,
    DateOnly SowNoLater,
    IReadOnlyList<Reason> Warnings,
    IReadOnlyList<Choice> Choices,
    string PlanVersion,
    IReadOnlyList<Failure> Failures
)
{
    public static PlanSummary Of(Plan plan) =>
        new(
            plan.Window.Opens.Low,
            plan.Window.Opens.Mid,
            plan.Window.Opens.High,
            plan.Window.Reasons,
            plan.Quantity.ExpectedPlants,
            plan.Quantity.ProbabilityOfEnough,
            plan.SowNoEarlier,
            plan.SowNoLater,
            plan.Warnings,
            plan.Choices,
            Plans.PlanVersion.Of(plan),
            []
        );
}

/// <summary>The statements that write a plan and a batch's counts.</summary>
internal static class PlanWriter
{
    private const string DeleteSteps = """
        -- The steps are written anew.
        delete from plan_step
        where batch_id = $1
        """;

    private const string InsertStep = """
        -- One step of a plan.
        insert into plan_step (nursery_id, batch_id, stage, low, mid, high, due, done_on, locked_on, put_off_to, put_off_reason,
          place, container, containers, mix_litres, leaves, reasons, spread, conflict, batch_version, rules_version, site_version)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22)
        """;

    private const string SetPlan = """
        -- What the plan comes to.
        update batch
        set cells = $2, seeds = $3, trays = $4, summary = $5
        where id = $1
        """;

    private const string SetFailures = """
        -- It could not be planned anew; its steps stay as they were.
        update batch
        set summary = jsonb_set(summary, '{failures}', $2)
        where id = $1
        """;

    private const string SetCounts = """
        -- What the ledger comes to.
        update batch
        set seeds_sown = $2, emerged = $3, lost = $4, snipped = $5, used = $6, tray_counts = $7, counted_on = $8
        where id = $1
        """;

    private const string DeleteStanding = """
        -- The projection is written anew.
        delete from standing
        where batch_id = $1
        """;

    private const string InsertStanding = """
        -- One group that stands somewhere.
        insert into standing (nursery_id, batch_id, container_id, place_id, seedlings, containers, reached)
        values ($1, $2, $3, $4, $5, $6, $7)
        """;

    public static IEnumerable<NpgsqlBatchCommand> Plan(
        Guid nursery,
        BatchRow batch,
        Catalogue catalogue,
        BatchState state,
        Outcome<Plan> outcome
    )
    {
        if (!outcome.Succeeded)
        {
            yield return NurseryTransaction.Command(SetFailures, Sql.Of(batch.Id), Sql.OfJson(outcome.Failures));
            yield break;
        }

        var plan = outcome.Value;
        yield return NurseryTransaction.Command(
            SetPlan,
            Sql.Of(batch.Id),
            Sql.Of(plan.Quantity.Cells),
            Sql.Of(plan.Quantity.Seeds),
            Sql.OfNull(plan.Quantity.Trays),
            Sql.OfJson(PlanSummary.Of(plan))
        );
        yield return NurseryTransaction.Command(DeleteSteps, Sql.Of(batch.Id));
        foreach (var step in plan.Steps)
        {
            var reason = state.PutOff.TryGetValue(step.Stage, out var put) ? put.Reason : null;
            yield return NurseryTransaction.Command(
                InsertStep,
                Sql.Of(nursery),
                Sql.Of(batch.Id),
                Sql.Of((int)step.Stage),
                Sql.Of(step.Date.Low),
                Sql.Of(step.Date.Mid),
                Sql.Of(step.Date.High),
                Sql.Of(step.Due),
                Sql.OfNull(step.Facts.Done),
                Sql.OfNull(step.Facts.Locked),
                Sql.OfNull(step.Facts.NotBefore),
                Sql.OfNull(reason),
                Sql.Of(step.Place),
                Sql.OfNull(step.Container),
                Sql.Of(step.Containers),
                Sql.Of(step.MixLitres),
                Sql.OfNull(step.Leaves),
                Sql.OfJson(step.Reasons),
                Sql.OfJson(step.Spread),
                Sql.OfJson(step.Conflict),
                Sql.Of(batch.Version),
                Sql.Of(catalogue.Rules.Version),
                Sql.Of(catalogue.Site.Version)
            );
        }
    }

    public static IEnumerable<NpgsqlBatchCommand> Counts(Guid nursery, Guid batch, BatchState state)
    {
        yield return NurseryTransaction.Command(
            SetCounts,
            Sql.Of(batch),
            Sql.Of(state.SeedsSown),
            Sql.Of(state.Emerged),
            Sql.Of(state.Lost),
            Sql.Of(state.Snipped),
            Sql.Of(state.Used),
            Sql.OfJson(
                (state.Trays ?? new Dictionary<Guid, (string, DateOnly)>())
                    .OrderBy(t => t.Key)
                    .Select(t => new StoredTrayCount(t.Key, t.Value.Cells, t.Value.On))
            ),
            Sql.OfNull(state.CountedOn)
        );
        yield return NurseryTransaction.Command(DeleteStanding, Sql.Of(batch));
        foreach (var group in state.Groups)
        {
            yield return NurseryTransaction.Command(
                InsertStanding,
                Sql.Of(nursery),
                Sql.Of(batch),
                Sql.OfNull(group.Group.Container),
                Sql.Of(group.Group.Place),
                Sql.Of(group.Seedlings),
                Sql.Of(group.Containers),
                Sql.Of((int)group.Reached)
            );
        }
    }

    /// <summary>Share expected up: the lot's germination at the bench; what roots or takes.</summary>
    public static double SeedsToEmergence(BatchInput input) => input.Begins.ShareOf(input.Germination);
}
