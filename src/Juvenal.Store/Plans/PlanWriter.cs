using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
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
    /// <exception cref="JsonException">Part of it is missing: it comes from a file.</exception>
    internal static void Check(PlanSummary summary)
    {
        if (
            summary is not { WindowReasons: not null, Warnings: not null, Choices: not null, PlanVersion: not null, Failures: not null }
            || !double.IsFinite(summary.Expected)
            || summary.ProbabilityOfEnough is not (>= 0 and <= 1)
            || summary.WindowMid == default
            || summary.SowNoEarlier == default
        )
            throw new JsonException("The plan is not whole.");
    }

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

/// <summary>What is stored of a step, in short: to see what moves, and to write only what says something else.</summary>
/// <param name="Digest">Null: not written by this version yet.</param>
internal sealed record StoredDigest(
    Guid BatchId,
    Stage Stage,
    string? Digest,
    DateOnly Low,
    DateOnly Mid,
    DateOnly High,
    DateOnly Due,
    DateOnly? PutOffTo,
    DateOnly? DoneOn
)
{
    /// <summary>One parameter: the batches.</summary>
    public const string Select = """
        -- The steps of some batches, in short.
        select batch_id, stage, digest, low, mid, high, due, put_off_to, done_on
        from plan_step
        where batch_id = any($1)
        order by batch_id, stage
        """;

    public static StoredDigest Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            (Stage)r.GetInt32(1),
            r.TextOrNull(2),
            r.GetFieldValue<DateOnly>(3),
            r.GetFieldValue<DateOnly>(4),
            r.GetFieldValue<DateOnly>(5),
            r.GetFieldValue<DateOnly>(6),
            r.OrNull<DateOnly>(7),
            r.OrNull<DateOnly>(8)
        );
}

/// <summary>The statements that write a plan and a batch's counts.</summary>
internal static class PlanWriter
{
    private const string DeleteSteps = """
        -- Steps that the path has no longer.
        delete from plan_step
        where batch_id = $1
          and stage <> all($2)
        """;

    private const string PutStep = """
        -- One step of a plan, as it is now.
        insert into plan_step (nursery_id, batch_id, stage, low, mid, high, due, done_on, locked_on, put_off_to, put_off_reason,
          place, container, containers, mix_litres, leaves, reasons, spread, conflict, batch_version, rules_version, site_version, digest)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23)
        on conflict (nursery_id, batch_id, stage) do update set
          low = excluded.low, mid = excluded.mid, high = excluded.high, due = excluded.due, done_on = excluded.done_on,
          locked_on = excluded.locked_on, put_off_to = excluded.put_off_to, put_off_reason = excluded.put_off_reason,
          place = excluded.place, container = excluded.container, containers = excluded.containers, mix_litres = excluded.mix_litres,
          leaves = excluded.leaves, reasons = excluded.reasons, spread = excluded.spread, conflict = excluded.conflict,
          batch_version = excluded.batch_version, rules_version = excluded.rules_version, site_version = excluded.site_version,
          digest = excluded.digest
        """;

    private const string SetPlan = """
        -- What the plan comes to.
        update batch
        set cells = $2, seeds = $3, trays = $4, summary = $5, summary_digest = $6
        where id = $1
        """;

    private const string SetFailures = """
        -- It could not be planned anew; its steps stay as they were.
        update batch
        set summary = jsonb_set(summary, '{failures}', $2), summary_digest = $3
        where id = $1
        """;

    private const string SetDone = """
        -- What was done, in steps that could not be planned anew.
        update plan_step p
        set done_on = d.day, digest = null
        from (
          select s.stage, days.day
          from plan_step s
          left join unnest($2::int[], $3::date[]) as days (stage, day) on days.stage = s.stage
          where s.batch_id = $1) d
        where p.batch_id = $1
          and p.stage = d.stage
          and p.done_on is distinct from d.day
        """;

    private const string SetCounts = """
        -- What the ledger comes to.
        update batch
        set seeds_sown = $2, emerged = $3, lost = $4, snipped = $5, used = $6, tray_counts = $7,
          counted_on = $8, stage_days = $9, put_offs = $10
        where id = $1
        """;

    private const string DeleteStanding = """
        -- Groups that are empty by now.
        delete from standing
        where batch_id = $1
          and id <> all($2)
        """;

    private const string PutStanding = """
        -- A group as it stands, where that has changed.
        insert into standing (nursery_id, batch_id, id, container_id, place_id, seedlings, containers, reached, in_pot_since,
          hardened_since, from_group, merged)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
        on conflict (nursery_id, id) do update
        set container_id = excluded.container_id, place_id = excluded.place_id, seedlings = excluded.seedlings,
          containers = excluded.containers, reached = excluded.reached, in_pot_since = excluded.in_pot_since,
          hardened_since = excluded.hardened_since, from_group = excluded.from_group, merged = excluded.merged
        where (standing.container_id, standing.place_id, standing.seedlings, standing.containers, standing.reached, standing.in_pot_since,
            standing.hardened_since, standing.from_group, standing.merged)
          is distinct from (excluded.container_id, excluded.place_id, excluded.seedlings, excluded.containers, excluded.reached,
            excluded.in_pot_since, excluded.hardened_since, excluded.from_group, excluded.merged)
        """;

    /// <param name="stored">The batch's steps as they are stored; none of a new batch.</param>
    /// <returns>Nothing where the plan says what is stored.</returns>
    public static IEnumerable<NpgsqlBatchCommand> Plan(
        Guid nursery,
        BatchRow batch,
        Catalogue catalogue,
        BatchState state,
        Outcome<Plan> outcome,
        IReadOnlyCollection<StoredDigest> stored
    )
    {
        if (!outcome.Succeeded)
        {
            var failures = Json(outcome.Failures);
            if (Digest("failed", failures) is var failed && failed != batch.SummaryDigest)
                yield return NurseryTransaction.Command(SetFailures, Sql.Of(batch.Id), Sql.OfJsonText(failures), Sql.Of(failed));
            yield return NurseryTransaction.Command(
                SetDone,
                Sql.Of(batch.Id),
                Sql.Of(state.Done().Select(d => (int)d.Key).ToArray()),
                Sql.Of(state.Done().Select(d => d.Value).ToArray())
            );
            // Its days are those of the last plan that could be made; what stands is of today.
            foreach (
                var command in Jobs(
                    stored.Select(s => Day(s.Stage, DateSpread.Around(s.Low, s.Mid, s.High), s.Due, s.PutOffTo)),
                    batch.ToSow,
                    null
                )
            )
                yield return command;
            yield break;
        }

        var plan = outcome.Value;
        var summary = Json(PlanSummary.Of(plan));
        if (Digest($"{plan.Quantity.Cells} {plan.Quantity.Seeds} {plan.Quantity.Trays}", summary) is var all && all != batch.SummaryDigest)
        {
            yield return NurseryTransaction.Command(
                SetPlan,
                Sql.Of(batch.Id),
                Sql.Of(plan.Quantity.Cells),
                Sql.Of(plan.Quantity.Seeds),
                Sql.OfNull(plan.Quantity.Trays),
                Sql.OfJsonText(summary),
                Sql.Of(all)
            );
        }

        var stages = plan.Steps.Select(s => (int)s.Stage).ToArray();
        if (stored.Any(s => !stages.Contains((int)s.Stage)))
            yield return NurseryTransaction.Command(DeleteSteps, Sql.Of(batch.Id), Sql.Of(stages));
        foreach (var step in plan.Steps)
        {
            var reason = state.PutOff.TryGetValue(step.Stage, out var put) ? put.Reason : null;
            var (reasons, spread, conflict) = (Json(step.Reasons), Json(step.Spread), step.Conflict is null ? null : Json(step.Conflict));
            var digest = Digest(
                $"{step.Date.Low:O} {step.Date.Mid:O} {step.Date.High:O} "
                    + $"{step.Due:O} {step.Facts.Done:O} {step.Facts.Locked:O} {step.Facts.NotBefore:O}",
                $"{reason}\n{step.Place}\n{step.Container}\n{step.Containers} {step.MixLitres:R} {step.Leaves:R}",
                reasons,
                spread,
                conflict
            );
            if (stored.FirstOrDefault(s => s.Stage == step.Stage)?.Digest == digest)
                continue;
            yield return NurseryTransaction.Command(
                PutStep,
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
                Sql.OfJsonText(reasons),
                Sql.OfJsonText(spread),
                Sql.OfJsonText(conflict),
                Sql.Of(batch.Version),
                Sql.Of(catalogue.Rules.Version),
                Sql.Of(catalogue.Site.Version),
                Sql.Of(digest)
            );
        }

        var request = catalogue.Request(batch.Input, state);
        foreach (
            var command in Jobs(
                plan.Steps.Select(s => Day(s.Stage, s.Date, s.Due, s.Facts.NotBefore)),
                (plan.Quantity.Cells, plan.Quantity.Seeds, plan.Quantity.Trays),
                group => request.Succeeded ? GroupWalk.Next(request.Value, plan, group) : null
            )
        )
            yield return command;

        StepDay Day(Stage stage, DateSpread date, DateOnly due, DateOnly? putOffTo) =>
            StepDay.Kept(stage, date, due, putOffTo, batch.KeptOn);

        IEnumerable<NpgsqlBatchCommand> Jobs(
            IEnumerable<StepDay> steps,
            (int Cells, int Seeds, int? Trays) toSow,
            Func<Group, StepDay?>? ahead
        ) =>
            JobStore.Write(
                nursery,
                batch.Id,
                batch.Input,
                JobStore.Of(batch.Input, catalogue.Cultivars[batch.Input.CultivarId].Group, state, steps, toSow, catalogue, ahead),
                batch.JobsDigest
            );
    }

    /// <summary>What the ledger comes to, without what stands where.</summary>
    public static NpgsqlBatchCommand Facts(Guid batch, BatchState state) =>
        NurseryTransaction.Command(
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
            Sql.OfNull(state.CountedOn),
            Sql.OfJson(state.StageDays.ToDictionary(d => (int)d.Key, d => d.Value)),
            Sql.OfJson(state.PutOff.ToDictionary(p => (int)p.Key, p => new PutOff(p.Value.Day, p.Value.Reason)))
        );

    public static IEnumerable<NpgsqlBatchCommand> Counts(Guid nursery, Guid batch, BatchState state)
    {
        yield return Facts(batch, state);
        yield return NurseryTransaction.Command(DeleteStanding, Sql.Of(batch), Sql.Of(state.Groups.Select(g => g.Id.Value).ToArray()));
        foreach (var group in state.Groups)
        {
            yield return NurseryTransaction.Command(
                PutStanding,
                Sql.Of(nursery),
                Sql.Of(batch),
                Sql.Of(group.Id.Value),
                Sql.OfNull(group.At.Container),
                Sql.Of(group.At.Place),
                Sql.Of(group.Seedlings),
                Sql.Of(group.Containers),
                Sql.Of((int)group.Reached),
                Sql.Of(group.InPotSince),
                Sql.OfNull(group.HardenedSince),
                Sql.OfNull(group.From?.Value),
                Sql.Of(group.Merged)
            );
        }
    }

    /// <summary>Share expected up: the lot's germination at the bench; what roots or takes.</summary>
    public static double SeedsToEmergence(BatchInput input) => input.Begins.ShareOf(input.Germination);

    private static string Json<T>(T value) => JsonSerializer.Serialize(value, Sql.Json);

    private static string Digest(params string?[] parts) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\u001f', parts)))[..12]);
}
