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
          seeds_per_cell, seeds_available,
          tray_id, germination_place_id, seedling_place_id, hardening_place_id, bed_id, cells, seeds, trays, summary, lot_id,
          start, start_leaves, price_each, rootstock_id, scion_id, union_cm, kept_on)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24, $25,
          $26, $27, $28)
        """;

    private const string Change = """
        -- What was chosen for a batch.
        update batch
        set version = version + 1, season = $2, cultivar_id = $3, plants_wanted = $4, germination = $5, survival = $6,
          confidence = $7, seeds_per_cell = $8,
          seeds_available = $9, tray_id = $10, germination_place_id = $11, seedling_place_id = $12, hardening_place_id = $13,
            bed_id = $14, lot_id = $15,
          start = $16, start_leaves = $17, price_each = $18, rootstock_id = $19, scion_id = $20, union_cm = $21
        where id = $1
        """;

    private const string DeleteMoves = """
        -- The path is written anew.
        delete from batch_move
        where batch_id = $1
        """;

    private const string DeleteLocks = """
        -- The fixed days are written anew.
        delete from stage_lock
        where batch_id = $1
        """;

    private const string SetEnd = """
        -- The batch ends, or goes on.
        update batch
        set version = version + 1, ended_on = $2, end_reason = $3
        where id = $1
        """;

    private const string InsertMove = """
        -- One move of its path.
        insert into batch_move (nursery_id, batch_id, ordinal, container_id, place_id)
        values ($1, $2, $3, $4, $5)
        """;

    private const string SetLock = """
        -- A day the grower fixed.
        insert into stage_lock (nursery_id, batch_id, stage, locked_on)
        values ($1, $2, $3, $4)
        on conflict (nursery_id, batch_id, stage) do update
        set locked_on = excluded.locked_on
        """;

    private const string Unlock = """
        -- The day is free again.
        delete from stage_lock
        where batch_id = $1
          and stage = $2
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
    /// <exception cref="RefusedException">It cannot be planned.</exception>
    /// <exception cref="ConflictException">plan-changed: <see cref="ConflictException.Current"/> is the plan as it is now; nothing was
    /// kept.</exception>
    public async Task KeepAsync(Guid id, BatchInput input, string shown, CancellationToken cancel)
    {
        if (await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(new[] { id })) is { } kept)
        {
            if (Same(kept.Input, input))
                return;
            throw new ConflictException("other-payload");
        }

        await new BatchChecks(nursery).CheckAsync(id, input, cancel);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        var state = Fold.Of([], 1);
        var outcome = PlanStore.Plan(catalogue, input, state);
        if (!outcome.Succeeded)
            throw new RefusedException(outcome.Failures);
        var plan = outcome.Value;
        if (PlanVersion.Of(plan) != shown)
            throw new ConflictException("plan-changed", plan, catalogue.Site.UsUnits);

        var last = await Locks.NumbersAsync(nursery, "batch", input.Season, 1, cancel);
        var batch = new BatchRow(id, 1, $"{input.Season % 100:00}-{last + 1:00}", input, KeptOn: catalogue.Today);
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
                Sql.Of(input.TrayId),
                Sql.Of(input.GerminationPlaceId),
                Sql.Of(input.SeedlingPlaceId),
                Sql.Of(input.HardeningPlaceId),
                Sql.Of(input.BedId),
                Sql.Of(plan.Quantity.Cells),
                Sql.Of(plan.Quantity.Seeds),
                Sql.OfNull(plan.Quantity.Trays),
                Sql.OfJson(PlanSummary.Of(plan)),
                Sql.OfNull(input.LotId),
                .. StartOf(input),
                Sql.Of(catalogue.Today),
            ]
        );
        await nursery.ExecuteManyAsync(
            [
                .. Choices(id, input),
                .. PlanWriter.Counts(nursery.Nursery, id, state),
                .. PlanWriter.Plan(nursery.Nursery, batch, catalogue, state, outcome, []),
            ],
            cancel
        );
    }

    /// <summary>What a batch would look like with other choices, from what has happened to it.</summary>
    public async Task<Outcome<Plan>> PreviewAsync(Guid id, BatchInput input, CancellationToken cancel)
    {
        await new BatchChecks(nursery).CheckAsync(id, input, cancel);
        var loaded = await LoadAsync(id, cancel);
        return PlanStore.Plan(loaded.Catalogue, input, loaded.With(input));
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
        var state = page.With(input);
        if (batch.Version != version)
            throw new ConflictException("changed-meanwhile", batch.Input);
        if (state.SeedsSown > 0 && input.CultivarId != batch.Input.CultivarId)
            throw new RefusedException(new Failure("sown-already", "cultivarId"));
        if (state.SeedsSown > 0 && input.Begins.Kind != batch.Input.Begins.Kind)
            throw new RefusedException(new Failure("begun-already", "start.kind"));
        await new BatchChecks(nursery).CheckAsync(id, input, cancel);
        var outcome = PlanStore.Plan(catalogue, input, state);
        if (!outcome.Succeeded)
            throw new RefusedException(outcome.Failures);
        if (PlanVersion.Of(outcome.Value) != shown)
            throw new ConflictException("plan-changed", outcome.Value, catalogue.Site.UsUnits);
        var changed = batch with { Version = version + 1, Input = input };
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
                        Sql.Of(input.TrayId),
                        Sql.Of(input.GerminationPlaceId),
                        Sql.Of(input.SeedlingPlaceId),
                        Sql.Of(input.HardeningPlaceId),
                        Sql.Of(input.BedId),
                        Sql.OfNull(input.LotId),
                        .. StartOf(input),
                    ]
                ),
                NurseryTransaction.Command(DeleteMoves, Sql.Of(id)),
                NurseryTransaction.Command(DeleteLocks, Sql.Of(id)),
                .. Choices(id, input),
                .. PlanWriter.Counts(nursery.Nursery, id, state),
                .. PlanWriter.Plan(nursery.Nursery, changed, catalogue, state, outcome, page.Steps),
            ],
            cancel
        );
    }

    private static NpgsqlParameter[] StartOf(BatchInput input) =>
        [
            Sql.Of(input.Begins.Kind.Word()),
            Sql.Of(input.Begins.Leaves),
            Sql.OfNull(input.Start?.PriceEach),
            Sql.OfNull(input.Start?.RootstockId),
            Sql.OfNull(input.Start?.ScionId),
            Sql.OfNull(input.Start?.UnionCm),
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
        if (reason is not null && state.Growing > 0)
            throw new RefusedException(new Failure("plants-standing", "reason", state.Growing));
        // Ended, it was left out of every re-plan; reopened, it is planned with what holds now.
        if (reason is null)
            await nursery.ExecuteManyAsync(
                PlanWriter.Plan(
                    nursery.Nursery,
                    page.Batch,
                    catalogue,
                    state,
                    PlanStore.Plan(catalogue, page.Batch.Input, state),
                    page.Steps
                ),
                cancel
            );
        await nursery.ExecuteAsync(
            SetEnd,
            cancel,
            Sql.Of(id),
            Sql.OfNull(reason is null ? null : catalogue.Today),
            Sql.OfNull(reason?.Trim())
        );
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
        if (await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(new[] { id })) is null)
            throw new NotFoundException("batch");
        var entries = await new LedgerReader(nursery).OfAsync(id, cancel);
        return (
            await Catalogue.LoadAsync(nursery, clock, cancel),
            input => Fold.Of(entries.Select(e => e.Entry), PlanWriter.SeedsToEmergence(input))
        );
    }

    private IEnumerable<NpgsqlBatchCommand> Choices(Guid id, BatchInput input) =>
        input
            .Moves.Select(
                (m, i) =>
                    NurseryTransaction.Command(
                        InsertMove,
                        Sql.Of(nursery.Nursery),
                        Sql.Of(id),
                        Sql.Of(i),
                        Sql.Of(m.ContainerId),
                        Sql.Of(m.PlaceId)
                    )
            )
            .Concat(
                input.Locks.Select(l =>
                    NurseryTransaction.Command(SetLock, Sql.Of(nursery.Nursery), Sql.Of(id), Sql.Of((int)l.Key), Sql.Of(l.Value))
                )
            );

    // Records with lists in them compare by reference; what is stored of them does not.
    private static bool Same(BatchInput a, BatchInput b) => JsonSerializer.Serialize(a, Sql.Json) == JsonSerializer.Serialize(b, Sql.Json);

    /// <summary>Fixes the day of a stage, or frees it, and plans the rest around it.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="version">The batch's version that the grower saw.</param>
    /// <param name="stage">Any stage of its path but the first ripe fruit.</param>
    /// <param name="day">Null frees it.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task LockAsync(Guid id, int version, Stage stage, DateOnly? day, CancellationToken cancel)
    {
        var (batch, catalogue, page) = await OpenAsync(id, cancel);
        var state = page.State;
        if (batch.Version != version)
            throw new ConflictException("changed-meanwhile", batch.Input.Locks);
        if (stage == Stage.Ripe)
            throw new RefusedException(new Failure("not-lockable", "stage"));
        if (state.Passed(stage))
            throw new RefusedException(new Failure("done-already", "stage"));
        if (day < catalogue.Today)
            throw new RefusedException(new Failure("day-passed", "day"));
        if (day > catalogue.Today.AddDays(500))
            throw new RefusedException(new Failure("too-far", "day"));

        var locks = new Dictionary<Stage, DateOnly>(batch.Input.Locks);
        if (day is { } fixedDay)
            locks[stage] = fixedDay;
        else
            locks.Remove(stage);
        var changed = batch with { Version = version + 1, Input = batch.Input with { Locks = locks } };
        await nursery.ExecuteManyAsync(
            [
                day is { } d
                    ? NurseryTransaction.Command(SetLock, Sql.Of(nursery.Nursery), Sql.Of(id), Sql.Of((int)stage), Sql.Of(d))
                    : NurseryTransaction.Command(Unlock, Sql.Of(id), Sql.Of((int)stage)),
                NurseryTransaction.Command(Raise, Sql.Of(id)),
                .. PlanWriter.Plan(nursery.Nursery, changed, catalogue, state, PlanStore.Plan(catalogue, changed.Input, state), page.Steps),
            ],
            cancel
        );
    }
}
