using System.Text.Json;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Npgsql;

namespace Juvenal.Store.Batches;

/// <summary>Keeps batches and changes what the grower chose for them.</summary>
public sealed class BatchStore(NurseryTransaction nursery, TimeProvider clock)
{
    private const string Insert = """
        -- A new batch.
        insert into batch (nursery_id, id, code, season, cultivar_id, plants_wanted, germination, survival, confidence,
          seeds_per_cell, seeds_available, cells, seeds, trays, summary, lot_id,
          start, start_leaves, price_each, rootstock_id, scion_id, union_cm, mother_id, raised, in_flower, kept_on,
          parent_id, aim, aim_day, aim_outdoors, hold_days, germination_weight, again_of_id)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24, $25, $26, $27,
          $28, $29, $30, $31, $32, $33)
        """;

    private const string Change = """
        -- What was chosen for a batch.
        update batch
        set version = version + 1, season = $2, cultivar_id = $3, plants_wanted = $4, germination = $5, survival = $6,
          confidence = $7, seeds_per_cell = $8, seeds_available = $9, lot_id = $10,
          start = $11, start_leaves = $12, price_each = $13, rootstock_id = $14, scion_id = $15, union_cm = $16, mother_id = $17,
          raised = $18, in_flower = $19, aim = $20, aim_day = $21, aim_outdoors = $22, hold_days = $23, germination_weight = $24
        where id = $1
        """;

    private const string SetEnd = """
        -- The batch ends, or goes on.
        update batch
        set version = version + 1, ended_on = $2, end_reason = $3
        where id = $1
        """;

    private const string NoJobs = """
        -- Nobody asks for the work of a batch that has ended.
        with gone as (delete from job where batch_id = $1)
        update batch
        set jobs_digest = null
        where id = $1
        """;

    private const string LeavesOfMother = """
        -- The leaves that a batch has on the days of its plan; none when it comes up.
        select p.mid, coalesce(p.leaves, 0)
        from plan_step p
        join path_step q on q.nursery_id = p.nursery_id and q.id = p.step_id and q.retired_on is null
        where p.batch_id = $1
          and (p.leaves is not null or q.kind = 'up')
        """;

    private const string SetLock = """
        -- A day the grower fixed, or that is free again.
        update path_step
        set locked_on = $2
        where id = $1
        """;

    private const string Raise = """
        -- The batch has changed.
        update batch
        set version = version + 1
        where id = $1
        """;

    /// <summary>Keeps a batch, if its plan is still the one that was shown.</summary>
    /// <param name="id">Made by the client; keeping the same id twice has one effect.</param>
    /// <param name="input">The choices.</param>
    /// <param name="shown">The version of the plan that was shown.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="againOf">The batch that it is sown again for, where too few came up; null: none.</param>
    /// <exception cref="RefusedException">It cannot be planned.</exception>
    /// <exception cref="ConflictException">plan-changed: <see cref="ConflictException.Current"/> is the plan as it is now; nothing was
    /// kept.</exception>
    public async Task KeepAsync(Guid id, BatchInput input, string shown, CancellationToken cancel, Guid? againOf = null)
    {
        if (againOf is { } failed && (failed == id || (await new BatchReader(nursery).NamedAsync([failed], cancel)).Count == 0))
            throw new RefusedException(new Failure("not-chosen", "againOf"));
        await KeepAsync(id, input, shown, null, cancel, againOf);
    }

    /// <summary>The same, of a batch that is split off from another.</summary>
    /// <param name="id">The new batch.</param>
    /// <param name="input">The choices.</param>
    /// <param name="shown">The version of the plan that was shown; null: none was.</param>
    /// <param name="parent">Which it comes from, and the code it has then.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="againOf">The batch that it is sown again for.</param>
    internal async Task KeepAsync(
        Guid id,
        BatchInput input,
        string? shown,
        KinBatch? parent,
        CancellationToken cancel,
        Guid? againOf = null
    )
    {
        PathRows.CheckNames(id, input, null);
        if (await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(new[] { id })) is { } kept)
        {
            if (Same(kept.Input, input.On(PathRows.RouteOf(id, input))))
                return;
            throw new ConflictException("other-payload");
        }

        await new BatchChecks(nursery).CheckAsync(id, input, cancel);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        var route = PathRows.RouteOf(id, input);
        await PathRows.CheckNamesAsync(nursery, id, route, cancel);
        var state = Fold.Of([], route, 1);
        var outcome = Planned.Of(catalogue, input, state, await ShootsAsync(nursery, input, cancel));
        var plan = outcome.Value;
        if (shown is not null && PlanVersion.Of(plan) != shown)
            throw new ConflictException("plan-changed", plan, catalogue.Site.UsUnits);

        var code = parent?.Code ?? $"{input.Season % 100:00}-{await Locks.NumbersAsync(nursery, "batch", input.Season, 1, cancel) + 1:00}";
        var batch = new BatchRow(id, 1, code, input, route, KeptOn: catalogue.Today);
        await nursery.ExecuteAsync(
            Insert,
            cancel,
            [
                Sql.Of(nursery.Nursery),
                Sql.Of(id),
                Sql.Of(batch.Code),
                Sql.Of(input.Season),
                Sql.Of(input.CultivarId),
                Sql.Of(input.PlantsWanted),
                Sql.Of(input.Germination),
                Sql.Of(input.Survival),
                Sql.Of(input.Confidence),
                Sql.Of(input.SeedsPerCell),
                Sql.OfNull(input.SeedsAvailable),
                Sql.Of(plan.Quantity.Cells),
                Sql.Of(plan.Quantity.Seeds),
                Sql.OfNull(plan.Quantity.Trays),
                Sql.OfJson(PlanSummary.Of(plan)),
                Sql.OfNull(input.LotId),
                .. StartOf(input),
                Sql.Of(catalogue.Today),
                Sql.OfNull(parent?.Id),
                .. AimOf(input),
                Sql.OfNull(againOf),
            ]
        );
        await nursery.ExecuteManyAsync(
            [
                PathRows.Of(nursery.Nursery, id, route, catalogue.Today),
                .. new PlanRows(nursery.Nursery, catalogue, acts: true).Counts(id, state).Plan(batch, state, outcome, []).Commands(),
            ],
            cancel
        );
    }

    /// <summary>What a batch would look like with other choices, from what has happened to it.</summary>
    public async Task<Outcome<Plan>> PreviewAsync(Guid id, BatchInput input, CancellationToken cancel)
    {
        await new BatchChecks(nursery).CheckAsync(id, input, cancel);
        var loaded = await LoadAsync(id, cancel);
        return PlanStore.Outcome(Planned.Of(loaded.Catalogue, input, loaded.With(input), await ShootsAsync(nursery, input, cancel)));
    }

    /// <summary>Changes what was chosen for a batch, if its new plan is still the one that was shown.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="version">The version that was changed.</param>
    /// <param name="input">The choices.</param>
    /// <param name="shown">The version of the plan that was shown.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="ConflictException">changed-meanwhile: someone else was faster; plan-changed: the plan is another now.</exception>
    /// <exception cref="RefusedException">It cannot be planned; or another cultivar is chosen after sowing.</exception>
    public async Task ChangeAsync(Guid id, int version, BatchInput input, string shown, CancellationToken cancel)
    {
        var (batch, catalogue, page) = await OpenAsync(id, cancel);
        // With its new germination: whether half are up is asked of that.
        PathRows.CheckNames(id, input, batch.Route);
        var route = batch.Route.On(PathRows.Named(input, batch.Route).Path(id));
        var state = page.With(input, route);
        if (batch.Version != version)
            throw new ConflictException("changed-meanwhile", batch.Input);
        if (state.SeedsSown > 0 && input.CultivarId != batch.Input.CultivarId)
            throw new RefusedException(new Failure("sown-already", "cultivarId"));
        if (state.SeedsSown > 0 && input.Begins.Kind != batch.Input.Begins.Kind)
            throw new RefusedException(new Failure("begun-already", "start.kind"));
        await new BatchChecks(nursery).CheckAsync(id, input, cancel);
        await PathRows.CheckNamesAsync(nursery, id, route, cancel);
        var outcome = Planned.Of(catalogue, input, state, await ShootsAsync(nursery, input, cancel));
        if (PlanVersion.Of(outcome.Value) != shown)
            throw new ConflictException("plan-changed", outcome.Value, catalogue.Site.UsUnits);
        var changed = batch with { Version = version + 1, Input = input, Route = route };
        await nursery.ExecuteManyAsync(
            [
                NurseryTransaction.Command(
                    Change,
                    [
                        Sql.Of(id),
                        Sql.Of(input.Season),
                        Sql.Of(input.CultivarId),
                        Sql.Of(input.PlantsWanted),
                        Sql.Of(input.Germination),
                        Sql.Of(input.Survival),
                        Sql.Of(input.Confidence),
                        Sql.Of(input.SeedsPerCell),
                        Sql.OfNull(input.SeedsAvailable),
                        Sql.OfNull(input.LotId),
                        .. StartOf(input),
                        .. AimOf(input),
                    ]
                ),
                PathRows.Of(nursery.Nursery, id, route, catalogue.Today),
                .. new PlanRows(nursery.Nursery, catalogue, acts: true)
                    .Counts(id, state)
                    .Plan(changed, state, outcome, page.Steps)
                    .Commands(),
            ],
            cancel
        );
    }

    /// <summary>The first day on which the mother of side shoots has any, by her plan; null where there is no mother.</summary>
    internal static async Task<DateOnly?> ShootsAsync(NurseryTransaction nursery, BatchInput input, CancellationToken cancel)
    {
        if (input.Start?.MotherId is not { } mother)
            return null;
        var days = await nursery.ListAsync(
            LeavesOfMother,
            r => new LeafDay(r.GetFieldValue<DateOnly>(0), r.GetDouble(1)),
            cancel,
            Sql.Of(mother)
        );
        return BatchRow.ShootsOf(days);
    }

    private static NpgsqlParameter[] AimOf(BatchInput input) =>
        [
            Sql.Of(input.Ends.Kind.Word()),
            Sql.OfNull(input.Ends.Day),
            Sql.Of(input.Ends.Outdoors),
            Sql.OfNull(input.Hold?.Days),
            Sql.OfNull(input.GerminationWeight),
        ];

    private static NpgsqlParameter[] StartOf(BatchInput input) =>
        [
            Sql.Of(input.Begins.Kind.Word()),
            Sql.Of(input.Begins.Leaves),
            Sql.OfNull(input.Start?.PriceEach),
            Sql.OfNull(input.Start?.RootstockId),
            Sql.OfNull(input.Start?.ScionId),
            Sql.OfNull(input.Start?.UnionCm),
            Sql.OfNull(input.Start?.MotherId),
            Sql.OfNull(input.Start?.Raised?.Word()),
            Sql.Of(input.Start?.InFlower == true),
        ];

    /// <summary>Ends a batch of which nothing stands any more, or takes that back.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="reason">Why; null takes the end back.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">Plants still stand: they are accounted for first. Or no reason is given.</exception>
    public async Task EndAsync(Guid id, string? reason, CancellationToken cancel)
    {
        var (_, catalogue, page) = await OpenAsync(id, cancel);
        var state = page.State;
        if (reason is not null && string.IsNullOrWhiteSpace(reason))
            throw new RefusedException(new Failure("reason-missing", "reason"));
        if (reason?.Length > 200)
            throw new RefusedException(new Failure("reason-too-long", "reason", reason.Length, 0, 200));
        if (reason is not null && state.Growing > 0 && page.Batch.Input.Ends.Kind != AimKind.Pot)
            throw new RefusedException(new Failure("plants-standing", "reason", state.Growing));
        // Ended, it was left out of every re-plan; reopened, it is planned with what holds now.
        if (reason is null)
            await nursery.ExecuteManyAsync(
                new PlanRows(nursery.Nursery, catalogue, acts: true)
                    .Plan(
                        page.Batch with
                        {
                            EndedOn = null,
                        },
                        state,
                        Planned.Of(catalogue, page.Batch.Input, state, page.Batch.ShootsFrom),
                        page.Steps
                    )
                    .Commands(),
                cancel
            );
        await nursery.ExecuteAsync(
            SetEnd,
            cancel,
            Sql.Of(id),
            Sql.OfNull(reason is null ? null : catalogue.Today),
            Sql.OfNull(reason?.Trim())
        );
        if (reason is not null)
            await nursery.ExecuteAsync(NoJobs, cancel, Sql.Of(id));
    }

    /// <summary>Under lock, to change it.</summary>
    private async Task<(BatchRow Batch, Catalogue Catalogue, OpenLedgers.Page Page)> OpenAsync(Guid id, CancellationToken cancel)
    {
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, [id], [], cancel);
        return (ledgers[id].Batch, ledgers.Catalogue, ledgers[id]);
    }

    /// <summary>To look at it.</summary>
    private async Task<(Catalogue Catalogue, Func<BatchInput, BatchState> With)> LoadAsync(Guid id, CancellationToken cancel)
    {
        if (await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(new[] { id })) is not { } batch)
            throw new NotFoundException("batch");
        var entries = await new LedgerReader(nursery).OfAsync(id, cancel);
        return (
            await Catalogue.LoadAsync(nursery, clock, cancel),
            input =>
            {
                PathRows.CheckNames(id, input, batch.Route);
                return Fold.Of(
                    entries.Select(e => e.Entry),
                    batch.Route.On(PathRows.Named(input, batch.Route).Path(id)),
                    PlanRows.SeedsToEmergence(input)
                );
            }
        );
    }

    // Records with lists in them compare by reference; what is stored of them does not.
    private static bool Same(BatchInput a, BatchInput b) => JsonSerializer.Serialize(a, Sql.Json) == JsonSerializer.Serialize(b, Sql.Json);

    /// <summary>Fixes the day of a step, or frees it, and plans the rest around it.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="version">The batch's version that the grower saw.</param>
    /// <param name="step">Any step of its path but the first ripe fruit.</param>
    /// <param name="day">Null frees it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="NotFoundException">The path has no such step.</exception>
    public async Task LockAsync(Guid id, int version, Guid step, DateOnly? day, CancellationToken cancel)
    {
        var (batch, catalogue, page) = await OpenAsync(id, cancel);
        if (batch.Version != version)
            throw new ConflictException("changed-meanwhile", batch.Input.Locks);
        if (batch.Route.Find(new(step)) is not { } fixes || batch.Route[fixes].Retired)
            throw new NotFoundException("step");
        if (fixes.Kind == StepKind.Ripe)
            throw new RefusedException(new Failure("not-lockable", "step"));
        if (page.State.Passed(fixes))
            throw new RefusedException(new Failure("done-already", "step"));
        if (day < catalogue.Today)
            throw new RefusedException(new Failure("day-passed", "day"));
        if (day > catalogue.Today.AddDays(500))
            throw new RefusedException(new Failure("too-far", "day"));

        var route = new Route(batch.Route.All.Select(s => s.Step == fixes ? s with { LockedOn = day } : s));
        var changed = batch with { Version = version + 1, Route = route, Input = batch.Input.On(route) };
        var state = page.With(changed.Input, route);
        await nursery.ExecuteManyAsync(
            [
                NurseryTransaction.Command(SetLock, Sql.Of(step), Sql.OfNull(day)),
                NurseryTransaction.Command(Raise, Sql.Of(id)),
                .. new PlanRows(nursery.Nursery, catalogue, acts: true)
                    .Plan(changed, state, Planned.Of(catalogue, changed.Input, state, batch.ShootsFrom), page.Steps)
                    .Commands(),
            ],
            cancel
        );
    }
}
