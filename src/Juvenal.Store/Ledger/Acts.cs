using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Ledger;

/// <summary>One entry of an act.</summary>
/// <param name="Batch">Whose ledger.</param>
/// <param name="Entry">What happened, on the day of the act.</param>
/// <param name="ByRule">Containers were not counted: they follow from the seedlings.</param>
public sealed record ActEntry(Guid Batch, LedgerEntry Entry, bool ByRule);

/// <summary>What a grower did in one go: all of it counts, or nothing.</summary>
/// <param name="Id">Made by the client; sent again, it is answered the same.</param>
/// <param name="Entries">Corrections first, those of a batch together; then the others in their order: one may rest on those before
/// it.</param>
/// <param name="Corrects">An act that is taken back by this one, which holds all of it anew; without entries it is undone.</param>
public sealed record Act(Guid Id, DateOnly On, IReadOnlyList<ActEntry> Entries, Guid? Corrects);

/// <summary>Writes acts: judged in order, written in one transaction. To be called in an act that touches work.</summary>
/// <param name="nursery">Whose.</param>
/// <param name="clock">For its day.</param>
/// <param name="own">Only what the same person wrote today may be taken back.</param>
public sealed class Acts(NurseryTransaction nursery, TimeProvider clock, bool own = false)
{
    /// <summary>More than this nobody does in one go.</summary>
    public const int MostEntries = 100;

    /// <returns>The entries that were written, in order; sent again, the same.</returns>
    /// <exception cref="RefusedException">An entry cannot stand; its fields begin with <c>entries[i]</c>.</exception>
    /// <exception cref="ConflictException">The id was used for something else; or later work rests on what is taken back.</exception>
    /// <exception cref="NotFoundException">No such batch, or no such act.</exception>
    public async Task<IReadOnlyList<Guid>> WriteAsync(Act act, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(act);
        Check(act);
        var store = new ActStore(nursery);
        var hash = ActStore.Hash(new { did = "act", act });
        if (await store.WrittenAsync(act.Id, hash, cancel) is { } before)
            return before;

        // Before the locks, to know what to lock. Entries never change, so that what is read of them holds.
        var reader = new LedgerReader(nursery);
        var wrong = act.Corrects is { } whole ? await store.EntriesOfAsync(whole, reader, cancel) : [];
        var corrected = await reader.SomeAsync([.. act.Entries.Select(e => e.Entry.Corrects).OfType<Guid>()], cancel);
        var batches = act.Entries.Select(e => e.Batch).Concat(wrong.Select(e => e.BatchId)).Distinct().ToList();
        var taken = await PacketsAsync(batches, cancel);
        var ledgers = await OpenLedgers.OpenAsync(
            nursery,
            clock,
            batches,
            taken.Values.OfType<Guid>().Concat(wrong.Concat(corrected).Select(e => e.Entry.LotId).OfType<Guid>()),
            cancel,
            [.. act.Entries.Select(e => (e.Entry.Id, e.Batch))]
        );
        if (batches.Exists(b => ledgers[b].Batch.Input.LotId != taken.GetValueOrDefault(b)))
            throw new AgainException();

        if (own && wrong.Concat(corrected).Any(e => e.By != nursery.By || e.SaidOn != ledgers.Catalogue.Today))
            throw new RefusedException(new Failure("not-yours", "corrects"));

        var written = new List<Guid>();
        var standing = wrong.Where(e => !Fold.TakenBack(ledgers[e.BatchId].Entries).Contains(e.Entry.Id)).Reverse().ToList();
        foreach (var batch in standing.GroupBy(e => e.BatchId))
        {
            List<LedgerEntry> undone =
            [
                .. batch.Select(e => new LedgerEntry(
                    WorkStore.Derived(act.Id, e.Entry.Id.ToString()),
                    0,
                    act.On,
                    EntryKind.Undo,
                    Corrects: e.Entry.Id,
                    Act: act.Id
                )),
            ];
            ledgers.Change(batch.Key, undone, (_, field) => field);
            written.AddRange(undone.Select(e => e.Id));
        }

        Append(ledgers, act, shared: act.Entries.Count + wrong.Count > 1, taken);
        written.AddRange(act.Entries.Select(e => e.Entry.Id));
        await new SplitStore(nursery, clock).FollowAsync(ledgers, wrong.Select(e => (e.BatchId, e.Entry)), cancel);
        await ledgers.SaveAsync(cancel);
        store.Keep(act.Id, hash, written);
        return written;
    }

    private static void Append(OpenLedgers ledgers, Act act, bool shared, Dictionary<Guid, Guid?> taken)
    {
        var numbered = act.Entries.Index().ToList();
        foreach (var batch in numbered.Where(e => e.Item.Entry.Kind == EntryKind.Corrected).GroupBy(e => e.Item.Batch))
        {
            var at = batch.Select(e => e.Index).ToList();
            ledgers.Change(
                batch.Key,
                [.. batch.Select(e => e.Item.Entry with { Act = shared ? act.Id : null })],
                (i, field) => $"entries[{at[i]}].{field}"
            );
        }

        foreach (var (i, (batch, said, byRule)) in numbered.Where(e => e.Item.Entry.Kind != EntryKind.Corrected))
        {
            var lot = said.Kind == EntryKind.Sown ? said.LotId ?? taken.GetValueOrDefault(batch) : null;
            try
            {
                ledgers.Append(batch, said with { Act = shared ? act.Id : null, LotId = lot }, byRule);
            }
            catch (RefusedException e)
            {
                throw e.At(field => $"entries[{i}].{field}");
            }
        }
    }

    private static void Check(Act act)
    {
        if (act.Entries.Count > MostEntries || (act.Entries.Count == 0 && act.Corrects is null))
            throw new RefusedException(Failure.OutOfRange("entries", act.Entries.Count, 1, MostEntries));
        var ids = new HashSet<Guid>();
        for (var i = 0; i < act.Entries.Count; i++)
        {
            if (!ids.Add(act.Entries[i].Entry.Id))
                throw new RefusedException(new Failure("not-chosen", $"entries[{i}].id"));
            // An act is taken back whole, by naming it. A batch is split by its own command.
            if (act.Entries[i].Entry.Kind is EntryKind.Undo or EntryKind.Parted)
                throw new RefusedException(new Failure("not-chosen", $"entries[{i}].kind"));
        }
    }

    private async Task<Dictionary<Guid, Guid?>> PacketsAsync(List<Guid> batches, CancellationToken cancel) =>
        (await nursery.ListAsync(BatchRow.Select, BatchRow.Read, cancel, Sql.Of(batches.ToArray()))).ToDictionary(
            r => r.Id,
            r => r.Input.LotId
        );
}
