using System.Security.Cryptography;
using System.Text.Json;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Ledger;

/// <summary>
/// Writes entries. Each is checked against the whole ledger of its batch, then counts and plan are written anew in the same transaction.
/// </summary>
public sealed class LedgerStore(NurseryTransaction nursery, TimeProvider clock)
{
    private const int LongestReason = 200;
    private const int MostAtOnce = 5_000_000;

    private const string Insert = """
        -- One line of the ledger.
        insert into ledger_entry (nursery_id, id, batch_id, kind, stage, happened_on, from_container_id, from_place_id,
          to_container_id, to_place_id,
          seeds, seedlings, containers, containers_to, reason, new_day, corrects, payload_hash, by_name, lot_id, trays, act)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22)
        """;

    /// <summary>Writes one entry; sent twice, it has one effect.</summary>
    /// <param name="batchId">The batch it belongs to.</param>
    /// <param name="entry">Its <see cref="LedgerEntry.Sequence"/> is given here.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="byRule">Containers were not counted: they follow from the seedlings (<see cref="Emptying"/>).</param>
    /// <exception cref="NotFoundException">No such batch.</exception>
    /// <exception cref="RefusedException">The counts, the days or the fields do not allow it.</exception>
    /// <exception cref="ConflictException">The same id was used for something else; or, for an undo, later work rests on the
    /// entry.</exception>
    public async Task AppendAsync(Guid batchId, LedgerEntry entry, CancellationToken cancel, bool byRule = false)
    {
        // Grafting happened in three batches: undoing it in one undoes it in all, or not at all.
        var act = entry is { Kind: EntryKind.Undo, Corrects: { } undone }
            ? (await new LedgerReader(nursery).OneAsync(undone, cancel))?.Entry.Act
            : null;
        if (act is null)
        {
            await WriteAsync(batchId, entry, byRule, cancel);
            return;
        }

        // The undoing is an act of its own, so that it can be undone whole too.
        entry = entry with
        {
            Act = WorkStore.Derived(entry.Id, "undo"),
        };
        foreach (var part in await new LedgerReader(nursery).ActAsync(act.Value, cancel))
        {
            var own = part.Entry.Id == entry.Corrects;
            await WriteAsync(
                part.BatchId,
                own ? entry : entry with { Id = WorkStore.Derived(entry.Id, part.Entry.Id.ToString()), Corrects = part.Entry.Id },
                byRule,
                cancel
            );
        }
    }

    private async Task WriteAsync(Guid batchId, LedgerEntry entry, bool byRule, CancellationToken cancel)
    {
        var batch =
            await nursery.OneAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.OfNull((Guid?)batchId))
            ?? throw new NotFoundException("batch");
        var reader = new LedgerReader(nursery);
        var hash = Hash(batchId, entry);
        if (await reader.OneAsync(entry.Id, cancel) is { } same)
        {
            if (same.PayloadHash.AsSpan().SequenceEqual(hash))
                return;
            throw new ConflictException("other-payload");
        }

        var entries = (await reader.AllAsync(batchId, cancel)).ConvertAll(e => e.Entry);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        var seedsToEmergence = PlanWriter.SeedsToEmergence(batch.Input);
        if (byRule)
            entry = Counted(entry, Fold.Of(entries, seedsToEmergence));
        Check(entry, entries, catalogue);
        if (entry.Kind is EntryKind.Sown or EntryKind.Corrected)
            await CheckSeedsAsync(entry, entries, batch.Input, cancel);
        // A move by hand to where the plan wants them does that stage: the Round must not ask for it again.
        if (entry is { Kind: EntryKind.Moved, Stage: null, To: { } to })
        {
            entry = entry with { Stage = batch.Input.StageOfMoveTo(to, CatalogueRows.IsBed(catalogue.Places[to.Place].Kind)) };
        }

        var state = Fold.Of([.. entries, entry with { Sequence = long.MaxValue }], seedsToEmergence);
        if (state.Contradictions.Count > 0)
            throw Contradicted(entry, state.Contradictions);

        await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(entry.Id),
            Sql.Of(batchId),
            Sql.Of(entry.Kind.Word()),
            Sql.OfNull((int?)entry.Stage),
            Sql.Of(entry.HappenedOn),
            Sql.OfNull(entry.From?.Container),
            Sql.OfNull(entry.From?.Place),
            Sql.OfNull(entry.To?.Container),
            Sql.OfNull(entry.To?.Place),
            Sql.Of(entry.Seeds),
            Sql.Of(entry.Seedlings),
            Sql.Of(entry.Containers),
            Sql.Of(entry.ContainersTo),
            Sql.OfNull(entry.Reason),
            Sql.OfNull(entry.NewDay),
            Sql.OfNull(entry.Corrects),
            Sql.Of(hash),
            Sql.OfNull(nursery.By),
            Sql.OfNull(entry.LotId),
            Sql.OfJson(entry.Trays),
            Sql.OfNull(entry.Act)
        );
        await nursery.ExecuteManyAsync(
            PlanWriter
                .Counts(nursery.Nursery, batchId, state)
                .Concat(PlanWriter.Plan(nursery.Nursery, batch, catalogue, state, PlanStore.Plan(catalogue, batch.Input, state))),
            cancel
        );
        await LieAsync(batch, entry, entries, catalogue, cancel);
    }

    /// <summary>What is sown lies in trays: in those laid out for it, or in new ones.</summary>
    private async Task LieAsync(BatchRow batch, LedgerEntry entry, List<LedgerEntry> entries, Catalogue catalogue, CancellationToken cancel)
    {
        var sowing = entry.Kind == EntryKind.Corrected ? entries.Find(e => e.Id == entry.Corrects) : entry;
        if (
            sowing is not { Kind: EntryKind.Sown or EntryKind.Received, To.Container: { } container }
            || catalogue.Containers[container].Format() is not { } format
        )
            return;
        var cells = Fold.Effective([.. entries, entry with { Sequence = long.MaxValue }])
            .Where(e => e.Kind is EntryKind.Sown or EntryKind.Received && e.To?.Container == container)
            .Sum(e => e.Containers);
        await new Sowing.TrayStore(nursery).FitAsync(batch.Id, batch.Input.Season, container, format, cells, cancel);
    }

    /// <exception cref="RefusedException">More seeds than the packet has left, where those are counted.</exception>
    private async Task CheckSeedsAsync(LedgerEntry entry, List<LedgerEntry> entries, BatchInput input, CancellationToken cancel)
    {
        var sowing =
            entry.Kind == EntryKind.Corrected
                ? Fold.Effective(entries).FirstOrDefault(e => e.Id == entry.Corrects && e.Kind == EntryKind.Sown)
                : entry;
        if (
            sowing is null
            || (sowing.LotId ?? input.LotId) is not { } id
            || await new Seeds.SeedLotStore(nursery).OneAsync(id, cancel) is not { } lot
        )
            return;
        var left = lot.Book is { Counted: true, Left: { } l } ? l + (entry.Kind == EntryKind.Corrected ? sowing.Seeds : 0) : int.MaxValue;
        if (entry.Seeds > left)
            throw new RefusedException(new Failure("more-seeds-than-left", "seeds", entry.Seeds, High: left, Subject: lot.Row.Name));
    }

    private static LedgerEntry Counted(LedgerEntry entry, BatchState state)
    {
        if (
            entry.Kind is not (EntryKind.Moved or EntryKind.Lost or EntryKind.Snipped or EntryKind.Used)
            || state.Groups.FirstOrDefault(g => g.Group == entry.From) is not { } group
        )
            return entry;
        var emptied = Emptying.Emptied(entry.Kind, entry.Seedlings, group);
        return entry with
        {
            Containers = emptied,
            ContainersTo = entry is { Kind: EntryKind.Moved, To: { } to } ? Emptying.Filled(group.Group, to, entry.Seedlings, emptied) : 0,
        };
    }

    private static void Check(LedgerEntry entry, List<LedgerEntry> entries, Catalogue catalogue)
    {
        var failures = new List<Failure>();
        if (entry.HappenedOn > catalogue.Today)
            failures.Add(new("in-the-future", "happenedOn"));
        if (entry.Reason?.Length > LongestReason)
            failures.Add(new("reason-too-long", "reason", entry.Reason.Length, 0, LongestReason));
        foreach (
            var (field, value) in new[]
            {
                ("seeds", entry.Seeds),
                ("seedlings", entry.Seedlings),
                ("containers", entry.Containers),
                ("containersTo", entry.ContainersTo),
            }
        )
        {
            if (value is < 0 or > MostAtOnce)
                failures.Add(Failure.OutOfRange(field, value, 0, MostAtOnce));
        }

        foreach (var (field, group) in new[] { ("from", entry.From), ("to", entry.To) })
        {
            if (group is not { } g)
                continue;
            if (!catalogue.Places.TryGetValue(g.Place, out var place))
                failures.Add(new("not-chosen", field + ".placeId"));
            else if (g.Container is null && !CatalogueRows.IsBed(place.Kind))
                failures.Add(new("container-missing", field + ".containerId", Subject: place.Name));
            if (g.Container is { } c && !catalogue.Containers.ContainsKey(c))
                failures.Add(new("not-chosen", field + ".containerId"));
        }

        switch (entry.Kind)
        {
            case EntryKind.Sown:
                Needs(entry.To is not null, "to");
                if (entry.Seeds < 1)
                    failures.Add(Failure.OutOfRange("seeds", entry.Seeds, 1, MostAtOnce));
                if (entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("containers", entry.Containers, 1, MostAtOnce));
                break;
            case EntryKind.Emerged:
                Needs(entry.To is not null, "to");
                var sown = Fold.Effective(entries).FirstOrDefault(e => e.Kind == EntryKind.Sown);
                if (sown is not null && entry.HappenedOn < sown.HappenedOn)
                    failures.Add(new("before-sowing", "happenedOn", sown.HappenedOn.DayNumber));
                break;
            case EntryKind.Received:
                Needs(entry.To is not null, "to");
                if (entry.Seedlings < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                break;
            case EntryKind.Separated:
                Needs(entry.From is not null, "from");
                if (entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("containers", entry.Containers, 1, MostAtOnce));
                break;
            case EntryKind.Corrected:
                if (
                    entries.Find(e => e.Id == entry.Corrects) is not { } wrong
                    || wrong.Kind is EntryKind.Undo or EntryKind.NotYet or EntryKind.Corrected
                )
                    failures.Add(new("not-chosen", "corrects"));
                else if (Fold.TakenBack(entries).Contains(wrong.Id))
                    failures.Add(new("undone-already", "corrects"));
                else if (wrong.Act is not null)
                    failures.Add(new("part-of-an-act", "corrects"));
                else if (wrong.Kind == EntryKind.Sown && entry.Seeds < 1)
                    failures.Add(Failure.OutOfRange("seeds", entry.Seeds, 1, MostAtOnce));
                break;
            case EntryKind.Lost or EntryKind.Snipped or EntryKind.Used:
                Needs(entry.From is not null, "from");
                if (entry.Seedlings < 1 && entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                if (entry.Kind == EntryKind.Lost && string.IsNullOrWhiteSpace(entry.Reason))
                    failures.Add(new("reason-missing", "reason"));
                break;
            case EntryKind.Moved:
                Needs(entry.From is not null, "from");
                Needs(entry.To is not null, "to");
                if (entry.From is not null && entry.From == entry.To)
                    failures.Add(new("moves-nowhere", "to"));
                if (entry.Seedlings < 1 && entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                if (entry.To is { Container: not null } && entry.ContainersTo < 1)
                    failures.Add(Failure.OutOfRange("containersTo", entry.ContainersTo, 1, MostAtOnce));
                break;
            case EntryKind.NotYet:
                Needs(entry.Stage is not null, "stage");
                Needs(entry.NewDay is not null, "newDay");
                if (entry.NewDay <= catalogue.Today)
                    failures.Add(new("not-later", "newDay"));
                else if (entry.NewDay > catalogue.Today.AddDays(366))
                    failures.Add(new("too-far", "newDay"));
                break;
            case EntryKind.Undo:
                if (!entries.Exists(e => e.Id == entry.Corrects))
                    failures.Add(new("not-chosen", "corrects"));
                else if (Fold.TakenBack(entries).Contains(entry.Corrects!.Value))
                    failures.Add(new("undone-already", "corrects"));
                break;
        }

        if (failures.Count > 0)
            throw new RefusedException(failures);

        void Needs(bool there, string field)
        {
            if (!there)
                failures.Add(new("not-chosen", field));
        }
    }

    private static Exception Contradicted(LedgerEntry entry, IReadOnlyList<Contradiction> contradictions)
    {
        // The entry itself is wrong: say so at its field. Others are wrong only because of it: name them.
        if (
            contradictions.FirstOrDefault(c =>
                c.Entry.Id == entry.Id || (entry.Kind == EntryKind.Corrected && c.Entry.Id == entry.Corrects)
            ) is
            { } own
        )
        {
            return new RefusedException(new Failure(own.Code, own.Field, own.Value, own.Right, own.Right));
        }

        return new ConflictException("later-work-rests-on-it", contradictions.Select(c => c.Entry).ToList());
    }

    private static byte[] Hash(Guid batch, LedgerEntry entry) =>
        SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(new { batch, entry = entry with { Sequence = 0 } }, Sql.Json));
}
