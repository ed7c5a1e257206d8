using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Sowing;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Sowing;

/// <summary>What a new state of the cells means.</summary>
public enum CellsMean
{
    /// <summary>They were counted: what is more has come up.</summary>
    Counted,

    /// <summary>The last count was wrong; it is corrected.</summary>
    Miscounted,

    Snipped,

    Lost,
}

/// <summary>Writes what stands in the cells of a batch's trays.</summary>
public sealed class CellStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>The plan of thinning by what was counted; null where no current count of all cells is there.</summary>
    public static ThinPlan? Thin(BatchState state, BatchInput input, Twins twins) =>
        TrayCells.Current(state, input.TrayId) is { } trays
            ? Thinning.Of(trays, Thinning.Needed(input.PlantsWanted, input.Survival, input.Confidence), twins)
            : null;

    /// <summary>How many plants there will be, by the counted cells where they are.</summary>
    /// <param name="state">What stands.</param>
    /// <param name="input">The choices.</param>
    /// <param name="twins">House rule.</param>
    /// <param name="coming">Seedlings still expected.</param>
    public static Prospect ProspectOf(BatchState state, BatchInput input, Twins twins, double coming)
    {
        var plan = Thin(state, input, twins);
        // A seedling that comes into a cell with another brings no plant where twins are snipped.
        var tally = state.Trays is { Count: > 0 } trays && plan is not null ? CellTally.Of(trays.Values.Select(t => t.Cells)) : null;
        var alone =
            twins == Twins.Separate || input.SeedsPerCell == 1 ? 1
            : tally is { Cells: > 0 } ? (double)tally.Blank / tally.Cells
            : state.Containers > 0 ? 1 - ((double)Math.Min(state.Seedlings, state.Containers) / state.Containers)
            : 1;
        return Prospect.Of(
            state,
            input.PlantsWanted,
            input.Survival,
            twins,
            plan is null ? null : (TrayCells.Group(state, input.TrayId)!.Id, plan.Plants),
            coming * alone,
            input.Confidence
        );
    }

    /// <summary>How many plants there will be by what was sown, before half of it has come up; null after that, and before it is
    /// sown.</summary>
    public static Prospect? SownProspect(BatchState state, BatchInput input, Twins twins)
    {
        if (state.UpOn is not null || state.SeedsSown == 0 || input.Begins.Grown)
            return null;
        var cells = Math.Max(1, state.Containers);
        return input.Begins.Kind == Start.Seed
            ? Prospect.Sown(cells, input.SeedsPerCell, input.Lot, input.PlantsWanted, input.Survival, twins)
            : Prospect.Taking(cells, input.Germination, input.PlantsWanted, input.Survival);
    }

    /// <summary>Takes a count of cells, a thinning or a loss into the ledger.</summary>
    /// <param name="batchId">The batch.</param>
    /// <param name="id">Of the entry, made by the client.</param>
    /// <param name="on">The day.</param>
    /// <param name="trays">The cells of those trays that changed or were counted, as they are now.</param>
    /// <param name="means">What the change is.</param>
    /// <param name="reason">Of a loss.</param>
    /// <param name="carryOn">Counted: the trays go on to where seedlings stand.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="sure">Doubts that were asked and answered.</param>
    /// <returns>The ids of what was written, the last one first; none where nothing was different.</returns>
    /// <exception cref="RefusedException">
    /// Cells that are not the batch's; more in a cell than was sown in it; fewer than stood before, where neither a miscount nor a loss was
    /// said
    /// ("cells-fewer"); more, where some were said to be gone.
    /// </exception>
    public async Task<IReadOnlyList<Guid>> PutAsync(
        Guid batchId,
        Guid id,
        DateOnly on,
        IReadOnlyList<TrayCount> trays,
        CellsMean means,
        string? reason,
        bool carryOn,
        CancellationToken cancel,
        IReadOnlyList<string>? sure = null
    )
    {
        var (ledgers, acts) = (await OpenLedgers.OpenAsync(nursery, clock, [batchId], [], cancel), new ActStore(nursery));
        var hash = ActStore.Hash(
            new
            {
                did = "cells",
                batchId,
                on,
                trays,
                means,
                reason,
                carryOn,
                sure,
            }
        );
        if (await acts.WrittenAsync(id, hash, cancel) is { } before)
            return before;
        // A command that was sent before commands were kept is known by its entry.
        if (await new LedgerReader(nursery).OneAsync(id, cancel) is { } same)
        {
            if (same.BatchId == batchId && same.Entry.Trays?.SequenceEqual(trays) == true)
                return [id];
            throw new ConflictException("other-payload");
        }

        var batch = await new BatchReader(nursery).OneAsync(batchId, cancel);
        var written = await PutAsync(ledgers, batch, id, on, trays, means, reason, carryOn, cancel, sure);
        await ledgers.SaveAsync(cancel);
        acts.Keep(id, hash, written);
        return written;
    }

    private async Task<IReadOnlyList<Guid>> PutAsync(
        OpenLedgers ledgers,
        BatchView batch,
        Guid id,
        DateOnly on,
        IReadOnlyList<TrayCount> trays,
        CellsMean means,
        string? reason,
        bool carryOn,
        CancellationToken cancel,
        IReadOnlyList<string>? sure = null
    )
    {
        var batchId = batch.Id;
        if (TrayCells.Group(batch.State(), batch.Input.TrayId) is not { } group)
            throw new RefusedException(new Failure("not-in-trays", "trays"));
        var laid = await new TrayStore(nursery).OfAsync([batchId], cancel);
        await CheckAsync(batch, laid, trays, cancel);

        var before = batch.TrayCounts.ToDictionary(t => t.TrayId, t => t.Cells);
        var stood = Seedlings(trays.Select(t => before.GetValueOrDefault(t.TrayId, "")));
        var stand = Seedlings(trays.Select(t => t.Cells));
        var all = laid.Where(t => t.Rows.Any(r => r.BatchId == batchId)).All(t => trays.Any(c => c.TrayId == t.Id));
        var more = TrayCells.More(group.Seedlings, Seedlings(before.Values), stood, stand, all);
        var now = group.Seedlings + more;
        var entry = new LedgerEntry(id, 0, on, EntryKind.Emerged, ledgers[batchId].Batch.Route.Standing.Id, Trays: trays, Sure: sure);
        if (means == CellsMean.Miscounted)
            return Correct(ledgers, batchId, entry, Math.Max(0, batch.Emerged + more));
        entry = means switch
        {
            CellsMean.Counted when more >= 0 => entry with { To = group.At, Seedlings = batch.Emerged + more, Group = group.Id },
            CellsMean.Counted => throw new RefusedException(new Failure("cells-fewer", "trays", -more, Low: group.Seedlings, High: now)),
            _ when stand > stood || Grows(trays, before) => throw new RefusedException(new Failure("cells-grow", "trays")),
            _ when stand == stood => null,
            CellsMean.Snipped => entry with
            {
                Kind = EntryKind.Snipped,
                Step = null,
                From = group.At,
                Seedlings = stood - stand,
                Group = group.Id,
            },
            _ => entry with
            {
                Kind = EntryKind.Lost,
                Step = null,
                From = group.At,
                Seedlings = stood - stand,
                Reason = reason,
                Group = group.Id,
            },
        };
        if (entry is null)
            return [];
        var up = batch.Route.Standing;
        var target = batch.TargetOf(up);
        var carries = carryOn && means == CellsMean.Counted && group.At != target;
        ledgers.Append(batchId, carries ? entry with { Act = id } : entry);
        if (!carries)
            return [id];
        var carried = new LedgerEntry(
            WorkStore.Derived(id, "carried"),
            0,
            on,
            EntryKind.Moved,
            up.Id,
            group.At,
            target,
            Seedlings: now,
            Containers: group.Containers,
            ContainersTo: group.Containers,
            Act: id,
            Group: group.Id
        );
        ledgers.Append(batchId, carried);
        return [carried.Id, id];
    }

    /// <summary>Thins as the plan says: what was shown is what is done, or it is refused.</summary>
    /// <param name="batchId">The batch.</param>
    /// <param name="id">Of the entry.</param>
    /// <param name="on">The day.</param>
    /// <param name="snips">Seedlings that were shown to be snipped.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task ThinAsync(Guid batchId, Guid id, DateOnly on, int snips, CancellationToken cancel)
    {
        var (ledgers, acts) = (await OpenLedgers.OpenAsync(nursery, clock, [batchId], [], cancel), new ActStore(nursery));
        var hash = ActStore.Hash(
            new
            {
                did = "thin",
                batchId,
                on,
                snips,
            }
        );
        if (await acts.WrittenAsync(id, hash, cancel) is not null)
            return;
        if (await new LedgerReader(nursery).OneAsync(id, cancel) is { } same)
        {
            if (same.BatchId == batchId && same.Entry.Kind == EntryKind.Snipped && same.Entry.Seedlings == snips)
                return;
            throw new ConflictException("other-payload");
        }

        var batch = await new BatchReader(nursery).OneAsync(batchId, cancel);
        var plan = Thin(batch.State(), batch.Input, ledgers.Catalogue.Rules.Rules.Twins);
        if (plan is null || plan.Snips == 0 || plan.Snips != snips)
            throw new ConflictException("changed-meanwhile");
        var written = await PutAsync(
            ledgers,
            batch,
            id,
            on,
            Thinning.After(TrayCells.Current(batch.State(), batch.Input.TrayId)!, plan),
            CellsMean.Snipped,
            null,
            carryOn: false,
            cancel
        );
        await ledgers.SaveAsync(cancel);
        acts.Keep(id, hash, written);
    }

    private async Task CheckAsync(BatchView batch, IReadOnlyList<TrayView> laid, IReadOnlyList<TrayCount> trays, CancellationToken cancel)
    {
        var containers = (await new Places.ContainerStore(nursery).AllAsync(cancel)).ToDictionary(c => c.Id);
        var failures = new List<Failure>();
        if (trays.Count == 0)
            failures.Add(new("not-chosen", "trays"));
        foreach (var (count, i) in trays.Select((t, i) => (t, i)))
        {
            var tray = laid.FirstOrDefault(t => t.Id == count.TrayId);
            if (tray is null || trays.Count(t => t.TrayId == count.TrayId) > 1)
                failures.Add(new("not-chosen", $"trays[{i}].trayId"));
            else if (containers[tray.ContainerId].Format() is not { } format || !CellTally.Fits(count.Cells, tray.Laid(batch.Id, format)))
                failures.Add(new("cells-do-not-fit", $"trays[{i}].cells", Subject: tray.Code));
            else if (
                batch.Input.Begins.Kind == Start.Seed
                && count.Cells.Any(c => c != CellTally.Nobody && c - '0' > batch.Input.SeedsPerCell)
            )
            {
                failures.Add(
                    new(
                        "more-in-cell-than-sown",
                        $"trays[{i}].cells",
                        count.Cells.Where(c => c != CellTally.Nobody).Max(c => c - '0'),
                        High: batch.Input.SeedsPerCell,
                        Subject: tray.Code
                    )
                );
            }
        }

        if (failures.Count > 0)
            throw new RefusedException(failures);
    }

    /// <summary>Puts the last count right, and those before it that had more: nothing was lost, so they were wrong too.</summary>
    private static IReadOnlyList<Guid> Correct(OpenLedgers ledgers, Guid batchId, LedgerEntry entry, int total)
    {
        var counts = Fold.Effective(ledgers[batchId].Entries).Where(e => e.Kind == EntryKind.Emerged).ToList();
        if (counts.Count == 0)
            throw new RefusedException(new Failure("nothing-to-correct", "trays"));
        var right = entry with { Kind = EntryKind.Corrected, Seedlings = total, Step = null };
        var written = new List<Guid>();
        foreach (var wrong in counts.SkipLast(1).Where(c => c.Seedlings > total))
        {
            written.Insert(0, WorkStore.Derived(entry.Id, wrong.Id.ToString()));
            ledgers.Append(batchId, right with { Id = written[0], Corrects = wrong.Id, Trays = wrong.Trays });
        }

        ledgers.Append(batchId, right with { Corrects = counts[^1].Id });
        return [entry.Id, .. written];
    }

    private static int Seedlings(IEnumerable<string> cells) => CellTally.Of(cells).Seedlings;

    private static bool Grows(IReadOnlyList<TrayCount> trays, Dictionary<Guid, string> before) =>
        trays.Any(t => t.Cells.Where((c, i) => c != CellTally.Nobody && (!before.TryGetValue(t.TrayId, out var was) || c > was[i])).Any());
}
