using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Ledger;

/// <summary>
/// Writes entries. Each is checked against the whole ledger of its batch, then counts and plan are written anew in the same transaction.
/// To be called in an act that touches work.
/// </summary>
public sealed class LedgerStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>Writes one entry; sent twice, it has one effect.</summary>
    /// <param name="batchId">The batch it belongs to.</param>
    /// <param name="entry">Its <see cref="LedgerEntry.Sequence"/> is given here.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="byRule">Containers were not counted: they follow from the seedlings (<see cref="Emptying"/>).</param>
    /// <param name="own">Only what the same person wrote today may be taken back or put right.</param>
    /// <exception cref="NotFoundException">No such batch.</exception>
    /// <exception cref="Nurseries.RefusedException">The counts, the days or the fields do not allow it.</exception>
    /// <exception cref="ConflictException">The same id was used for something else; or, for an undo, later work rests on the
    /// entry.</exception>
    public async Task AppendAsync(Guid batchId, LedgerEntry entry, CancellationToken cancel, bool byRule = false, bool own = false)
    {
        var reader = new LedgerReader(nursery);
        // Before the locks, to know what to lock. Entries never change, so that what is read of them holds.
        var corrected = entry.Corrects is { } id ? await reader.OneAsync(id, cancel) : null;
        if (own && corrected is not null)
            await CheckOwnAsync([corrected], cancel);
        // Grafting happened in three batches: undoing it in one undoes it in all, or not at all.
        var parts = entry.Kind == EntryKind.Undo && corrected?.Entry.Act is { } act ? await reader.ActAsync(act, cancel) : [];
        var batches = parts.Select(p => p.BatchId).Append(batchId).ToList();
        var takes = entry.Kind == EntryKind.Sown || corrected is not null;
        var packets = takes ? await PacketsAsync(batches, cancel) : [];
        var ledgers = await OpenLedgers.OpenAsync(
            nursery,
            clock,
            batches,
            packets.Concat(corrected?.Entry.LotId is { } lot ? [lot] : []),
            cancel,
            [(entry.Id, batchId)]
        );
        if (takes && !packets.SequenceEqual(batches.Select(b => ledgers[b].Batch.Input.LotId).OfType<Guid>()))
            throw new AgainException();

        if (own)
            await CheckOwnAsync(parts, cancel);
        if (parts.Count == 0)
        {
            if (ledgers.Append(batchId, entry, byRule))
                await ledgers.SaveAsync(cancel);
            return;
        }

        // The undoing is an act of its own, so that it can be undone whole too.
        entry = entry with
        {
            Act = WorkStore.Derived(entry.Id, "undo"),
        };
        var written = false;
        foreach (var part in parts.GroupBy(p => p.BatchId))
        {
            written |= ledgers.Change(
                part.Key,
                [
                    .. part.Select(p =>
                        p.Entry.Id == entry.Corrects
                            ? entry
                            : entry with
                            {
                                Id = WorkStore.Derived(entry.Id, p.Entry.Id.ToString()),
                                Corrects = p.Entry.Id,
                            }
                    ),
                ],
                (_, field) => field
            );
        }

        if (!written)
            return;
        await new SplitStore(nursery, clock).FollowAsync(ledgers, parts.Select(p => (p.BatchId, p.Entry)), cancel);
        await ledgers.SaveAsync(cancel);
    }

    /// <exception cref="RefusedException">Somebody else wrote it, or it was written before today.</exception>
    private async Task CheckOwnAsync(IEnumerable<StoredEntry> entries, CancellationToken cancel)
    {
        var today = (await Plans.Catalogue.LoadAsync(nursery, clock, cancel)).Today;
        if (entries.Any(e => e.By != nursery.By || e.SaidOn != today))
            throw new RefusedException(new Failure("not-yours", "corrects"));
    }

    private async Task<List<Guid>> PacketsAsync(List<Guid> batches, CancellationToken cancel)
    {
        var rows = await nursery.ListAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(batches.ToArray()));
        return [.. batches.Select(b => rows.Find(r => r.Id == b)?.Input.LotId).OfType<Guid>()];
    }
}
