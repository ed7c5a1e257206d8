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

/// <summary>
/// Gathers what is to be written of batches, their counts, plans and jobs, and writes the rows that say something else than before:
/// those of
/// one table in one statement, however many batches there are.
/// </summary>
/// <param name="nursery">Whose.</param>
/// <param name="catalogue">What the plans were made with.</param>
/// <param name="acts">
/// Something was done or chosen: the facts of the batches rise. Else they are planned anew for what they are.
/// </param>
/// <param name="told">
/// The grower sees the new days, having chosen them. What follows from counts and losses is told afterwards, where it moves far.
/// </param>
internal sealed class PlanRows(Guid nursery, Catalogue catalogue, bool acts, bool told = true)
{
    private const string PutSteps = """
        -- Days of steps, as they are now.
        insert into plan_step (nursery_id, batch_id, step_id, low, mid, high, due, done_on, locked_on, put_off_to, put_off_reason,
          place, container, containers, mix_litres, leaves, reasons, spread, conflict, digest, batch_version, rules_version, site_version,
          announced_on, skipped)
        select $1, s.batch_id, s.step_id, s.low, s.mid, s.high, s.due, s.done_on, s.locked_on, s.put_off_to, s.put_off_reason,
          s.place, s.container, s.containers, s.mix_litres, s.leaves, s.reasons, s.spread, s.conflict, s.digest, s.version, $22, $23,
          s.mid, s.skipped
        from unnest($2::uuid[], $3::uuid[], $4::date[], $5::date[], $6::date[], $7::date[], $8::date[], $9::date[], $10::date[],
            $11::text[], $12::text[], $13::text[], $14::int[], $15::double precision[], $16::double precision[], $17::jsonb[],
            $18::jsonb[], $19::jsonb[], $20::text[], $21::int[], $25::bool[])
          as s (batch_id, step_id, low, mid, high, due, done_on, locked_on, put_off_to, put_off_reason, place, container, containers,
            mix_litres, leaves, reasons, spread, conflict, digest, version, skipped)
        on conflict (nursery_id, step_id) do update set
          revision = plan_step.revision
            + ((plan_step.mid, plan_step.place, plan_step.container)
              is distinct from (excluded.mid, excluded.place, excluded.container))::int,
          announced_on = case
            when $24 or excluded.put_off_to is distinct from plan_step.put_off_to then excluded.mid
            else plan_step.announced_on end,
          low = excluded.low, mid = excluded.mid, high = excluded.high, due = excluded.due, done_on = excluded.done_on,
          locked_on = excluded.locked_on, put_off_to = excluded.put_off_to, put_off_reason = excluded.put_off_reason,
          place = excluded.place, container = excluded.container, containers = excluded.containers, mix_litres = excluded.mix_litres,
          leaves = excluded.leaves, reasons = excluded.reasons, spread = excluded.spread, conflict = excluded.conflict,
          digest = excluded.digest, batch_version = excluded.batch_version, rules_version = excluded.rules_version,
          site_version = excluded.site_version, skipped = excluded.skipped
        """;

    private static readonly string SetPlans = $"""
        -- What plans come to, and what they were made of. Where one could not be made anew, its steps stay as they were.
        update batch b
        set {PlanColumns}
        {FromPlans}
        """;

    private static readonly string SetCountsAndPlan = $"""
        -- What a ledger and a plan come to, as above and below.
        update batch b
        set {CountColumns(12)},
          {PlanColumns}
        {FromPlans}
        """;

    private static readonly string SetCounts = $"""
        -- What a ledger comes to.
        update batch
        set {CountColumns(2)}
        where id = $1
        """;

    private const string PlanColumns = """
        cells = coalesce(p.cells, b.cells), seeds = coalesce(p.seeds, b.seeds),
          trays = case when p.cells is null then b.trays else p.trays end,
          summary = coalesce(p.summary, jsonb_set(b.summary, '{failures}', coalesce(p.failures, b.summary -> 'failures'))),
          summary_digest = coalesce(p.summary_digest, b.summary_digest), jobs_digest = coalesce(p.jobs_digest, b.jobs_digest),
          facts = b.facts + $10, planned_facts = case when p.planned then b.facts + $10 else b.planned_facts end,
          planned_inputs = case when p.planned then $11 else b.planned_inputs end
        """;

    private const string FromPlans = """
        from unnest($1::uuid[], $2::int[], $3::int[], $4::int[], $5::jsonb[], $6::text[], $7::jsonb[], $8::text[], $9::bool[])
          as p (id, cells, seeds, trays, summary, summary_digest, failures, jobs_digest, planned)
        where b.id = p.id
        """;

    private static string CountColumns(int first)
    {
        string[] columns =
        [
            "seeds_sown",
            "emerged",
            "lost",
            "snipped",
            "used",
            "tray_counts",
            "counted_on",
            "step_days",
            "put_offs",
            "gone",
            "parted",
            "skips",
            "abouts",
        ];
        return string.Join(", ", columns.Select((column, i) => $"{column} = ${first + i}"));
    }

    private const string SetDone = """
        -- What was done, in steps that could not be planned anew.
        update plan_step p
        set done_on = d.day, digest = null
        from (
          select s.step_id, days.day
          from plan_step s
          left join unnest($2::uuid[], $3::date[]) as days (step_id, day) on days.step_id = s.step_id
          where s.batch_id = $1) d
        where p.batch_id = $1
          and p.step_id = d.step_id
          and p.done_on is distinct from d.day
        """;

    private readonly List<(Guid Batch, string? Reason, string[] Json, string Digest, int Version, PlanStep Step)> _steps = [];
    private readonly List<(Guid Batch, PlanTotals Totals, string? JobsDigest, bool Planned)> _plans = [];
    private readonly List<(Guid Batch, BatchState State, BatchState? Before)> _counts = [];
    private readonly List<(Guid Batch, BatchState State)> _done = [];
    private readonly JobRows _jobs = new(nursery);

    /// <summary>How many rows wait to be written.</summary>
    public int Count => _steps.Count + _plans.Count;

    /// <summary>What the ledger of a batch comes to.</summary>
    /// <param name="batch">Which.</param>
    /// <param name="state">As it stands now.</param>
    /// <param name="before">As it is stored; null: that may be anything.</param>
    public PlanRows Counts(Guid batch, BatchState state, BatchState? before = null)
    {
        _counts.Add((batch, state, before));
        return this;
    }

    /// <summary>The plan of a batch and the jobs that follow from it.</summary>
    /// <param name="batch">As it is now; digests are of what is stored.</param>
    /// <param name="state">What stands.</param>
    /// <param name="plan">What it was planned from, and the plan; or why there is none.</param>
    /// <param name="stored">The batch's steps as they are stored; none of a new batch.</param>
    public PlanRows Plan(BatchRow batch, BatchState state, Planned plan, IReadOnlyCollection<StoredDigest> stored)
    {
        var species = catalogue.Cultivars.TryGetValue(batch.Input.CultivarId, out var cultivar) ? cultivar.Group : default;
        if (plan.Plan is not { } made)
        {
            var failures = Json(plan.Failures);
            var failed = Digest("failed", failures);
            _done.Add((batch.Id, state));
            // Its days are those of the last plan that could be made; what stands is of today.
            var old =
                from step in batch.Route.Living
                join s in stored on step.Id equals s.Step
                select Day(step, DateSpread.Around(s.Low, s.Mid, s.High), s.Due, s.PutOffTo);
            var kept = JobStore.Of(batch.Input, species, state, old, batch.ToSow, catalogue);
            Add(failed == batch.SummaryDigest ? new() : new(Failures: failures, Digest: failed), kept);
            return this;
        }

        var summary = Json(PlanSummary.Of(made));
        var digest = Digest($"{made.Quantity.Cells} {made.Quantity.Seeds} {made.Quantity.Trays}", summary);
        foreach (var step in made.Steps)
            Step(batch, state, step, stored);
        var jobs = JobStore.Of(
            batch.Input,
            species,
            state,
            made.Steps.Select(s => Day(s.Step, s.Date, s.Due, s.Facts.NotBefore)),
            (made.Quantity.Cells, made.Quantity.Seeds, made.Quantity.Trays),
            catalogue,
            (group, step) =>
                GroupWalk.Next(
                    plan.Request!,
                    made,
                    group,
                    step,
                    catalogue.RungsSoFarOf(group, plan.Request!.Cultivar.Crop, batch.Input.HardeningPlaceId)
                )
        );
        Add(
            digest == batch.SummaryDigest
                ? new()
                : new(made.Quantity.Cells, made.Quantity.Seeds, made.Quantity.Trays, summary, Digest: digest),
            jobs
        );
        return this;

        StepDay Day(Step step, DateSpread date, DateOnly due, DateOnly? putOffTo) => StepDay.Kept(step, date, due, putOffTo, batch.KeptOn);

        void Add(PlanTotals totals, IReadOnlyList<Job> jobs) =>
            _plans.Add(
                (batch.Id, totals, _jobs.Add(batch.Id, batch.Route, batch.EndedOn is null ? jobs : [], batch.JobsDigest, batch.Input), true)
            );
    }

    /// <summary>The jobs of a batch that is not planned anew.</summary>
    public PlanRows Jobs(Guid batch, Route route, IReadOnlyList<Job> jobs)
    {
        _plans.Add((batch, new(), _jobs.Add(batch, route, jobs, null, null), false));
        return this;
    }

    /// <summary>The statements that write it all.</summary>
    public IEnumerable<NpgsqlBatchCommand> Commands()
    {
        // One that was counted and planned is written once.
        var both = _counts.Where(c => _plans.Exists(p => p.Batch == c.Batch)).Select(c => c.Batch).ToHashSet();
        foreach (var (batch, state, _) in _counts.Where(c => !both.Contains(c.Batch)))
            yield return NurseryTransaction.Command(SetCounts, [Sql.Of(batch), .. OfCounts(state)]);
        if (_counts.Count > 0)
        {
            foreach (var command in StandingRows.Of(nursery, _counts))
                yield return command;
        }

        if (_steps.Count > 0)
            yield return OfSteps();
        foreach (var (batch, state) in _done)
        {
            var days = state.Done().ToList();
            yield return NurseryTransaction.Command(
                SetDone,
                Sql.Of(batch),
                Sql.Of(days.Select(d => d.Step.Id.Value).ToArray()),
                Sql.Of(days.Select(d => d.Day).ToArray())
            );
        }

        foreach (var command in _jobs.Commands())
            yield return command;
        foreach (var (batch, state, _) in _counts.Where(c => both.Contains(c.Batch)))
            yield return NurseryTransaction.Command(
                SetCountsAndPlan,
                [.. OfPlans([.. _plans.Where(p => p.Batch == batch)]), .. OfCounts(state)]
            );
        var others = _plans.Where(p => !both.Contains(p.Batch)).ToList();
        if (others.Count > 0)
            yield return NurseryTransaction.Command(SetPlans, OfPlans(others));
    }

    private void Step(BatchRow batch, BatchState state, PlanStep step, IReadOnlyCollection<StoredDigest> stored)
    {
        var reason = state.PutOff.TryGetValue(step.Step.Id, out var put) ? put.Reason : null;
        string[] json = [Json(step.Reasons), Json(step.Spread), step.Conflict is null ? "" : Json(step.Conflict)];
        var digest = Digest(
            $"{step.Date.Low:O} {step.Date.Mid:O} {step.Date.High:O} "
                + $"{step.Due:O} {step.Facts.Done:O} {step.Facts.Locked:O} {step.Facts.NotBefore:O} {step.Facts.Skipped}",
            $"{reason}\n{step.Place}\n{step.Container}\n{step.Containers} {step.MixLitres:R} {step.Leaves:R}",
            json[0],
            json[1],
            json[2].Length == 0 ? null : json[2]
        );
        if (stored.FirstOrDefault(s => s.Step == step.Step.Id)?.Digest != digest)
            _steps.Add((batch.Id, reason, json, digest, batch.Version, step));
    }

    /// <summary>In the order of <see cref="CountColumns"/>.</summary>
    private static NpgsqlParameter[] OfCounts(BatchState state) =>
        [
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
            Sql.OfJson(state.StepDays.ToDictionary(d => d.Key.Value, d => d.Value)),
            Sql.OfJson(state.PutOff.ToDictionary(p => p.Key.Value, p => new PutOff(p.Value.Day, p.Value.Reason))),
            Sql.Of(state.Gone),
            Sql.Of(state.Parted),
            Sql.Of((state.Skips ?? new HashSet<StepId>()).Select(s => s.Value).Order().ToArray()),
            Sql.OfJson((state.Abouts ?? new Dictionary<StepId, int>()).ToDictionary(a => a.Key.Value, a => a.Value)),
        ];

    private NpgsqlBatchCommand OfSteps()
    {
        return NurseryTransaction.Command(
            PutSteps,
            Sql.Of(nursery),
            Sql.Of(_steps.Select(s => s.Batch).ToArray()),
            Each(s => s.Step.Id.Value),
            Each(s => s.Date.Low),
            Each(s => s.Date.Mid),
            Each(s => s.Date.High),
            Each(s => s.Due),
            Each(s => s.Facts.Done),
            Each(s => s.Facts.Locked),
            Each(s => s.Facts.NotBefore),
            Sql.Of(_steps.Select(s => s.Reason).ToArray()),
            Each(s => s.Place),
            Each(s => s.Container),
            Each(s => s.Containers),
            Each(s => s.MixLitres),
            Each(s => s.Leaves),
            Sql.OfJsonTexts(_steps.Select(s => (string?)s.Json[0])),
            Sql.OfJsonTexts(_steps.Select(s => (string?)s.Json[1])),
            Sql.OfJsonTexts(_steps.Select(s => s.Json[2].Length == 0 ? null : s.Json[2])),
            Sql.Of(_steps.Select(s => s.Digest).ToArray()),
            Sql.Of(_steps.Select(s => s.Version).ToArray()),
            Sql.Of(catalogue.Rules.Version),
            Sql.Of(catalogue.Site.Version),
            Sql.Of(acts && told),
            Each(s => s.Facts.Skipped)
        );

        NpgsqlParameter Each<T>(Func<PlanStep, T> of) => Sql.Of(_steps.Select(s => of(s.Step)).ToArray());
    }

    private NpgsqlParameter[] OfPlans(List<(Guid Batch, PlanTotals Totals, string? JobsDigest, bool Planned)> plans)
    {
        return
        [
            Sql.Of(plans.Select(p => p.Batch).ToArray()),
            Each(t => t.Cells),
            Each(t => t.Seeds),
            Each(t => t.Trays),
            Sql.OfJsonTexts(plans.Select(p => p.Totals.Summary)),
            Each(t => t.Digest),
            Sql.OfJsonTexts(plans.Select(p => p.Totals.Failures)),
            Sql.Of(plans.Select(p => p.JobsDigest).ToArray()),
            Sql.Of(plans.Select(p => p.Planned).ToArray()),
            Sql.Of(acts ? 1 : 0),
            Sql.Of(catalogue.Inputs),
        ];

        NpgsqlParameter Each<T>(Func<PlanTotals, T> of) => Sql.Of(plans.Select(p => of(p.Totals)).ToArray());
    }

    /// <summary>Share expected up: the lot's germination at the bench; what roots or takes.</summary>
    public static double SeedsToEmergence(BatchInput input) => input.Begins.ShareOf(input.Germination);

    private static string Json<T>(T value) => JsonSerializer.Serialize(value, Sql.Json);

    private static string Digest(params string?[] parts) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\u001f', parts)))[..12]);

    /// <summary>What of a batch's plan is written with the batch; nothing where it says what is stored.</summary>
    private sealed record PlanTotals(
        int? Cells = null,
        int? Seeds = null,
        int? Trays = null,
        string? Summary = null,
        string? Failures = null,
        string? Digest = null
    );
}

/// <summary>A plan with what it was made from; or why there is none.</summary>
internal sealed record Planned(PlanRequest? Request, Plan? Plan, IReadOnlyList<Failure> Failures)
{
    /// <exception cref="RefusedException">There is no plan.</exception>
    public Plan Value => Plan ?? throw new RefusedException([.. Failures]);

    public static Planned Of(Catalogue catalogue, BatchInput input, BatchState? state, DateOnly? shootsFrom = null)
    {
        var request = catalogue.Request(input, state, shootsFrom);
        if (!request.Succeeded)
            return new(null, null, request.Failures);
        var plan = Planner.Plan(request.Value);
        return new(request.Value, plan.Succeeded ? plan.Value : null, plan.Succeeded ? [] : plan.Failures);
    }
}
