using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>A group of a batch.</summary>
public sealed record GroupOf(Guid Batch, Guid Group);

/// <summary>Which batch plants are of, where labels were lost or mixed: said in all batches at once, one act.</summary>
public sealed class IdentityStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>Says that nobody is sure any more which of some groups is which.</summary>
    /// <param name="id">Of the act, made by the client.</param>
    /// <param name="on">The day.</param>
    /// <param name="groups">Of two batches or more: each may be of any of them. One alone: nobody knows what it is.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The entries, in order; sent again, the same.</returns>
    /// <exception cref="RefusedException">A group does not stand there; too many.</exception>
    public async Task<IReadOnlyList<Guid>> MixedAsync(Guid id, DateOnly on, IReadOnlyList<GroupOf> groups, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(groups);
        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(
            new
            {
                did = "mixed",
                on,
                groups,
            }
        );
        if (await acts.WrittenAsync(id, hash, cancel) is { } before)
            return before;
        if (groups.Count is < 1 or > EntryDetail.MostMixed)
            throw new RefusedException(Failure.OutOfRange("groups", groups.Count, 1, EntryDetail.MostMixed));
        var batches = groups.Select(g => g.Batch).Distinct().ToList();
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, batches, [], cancel);
        IReadOnlyList<Guid> oneOf = batches.Count > 1 ? batches : [];
        var written = new List<Guid>();
        foreach (var (batch, name) in groups)
        {
            var group = Standing(ledgers[batch].Ledger.On(on), name);
            var entry = Of(WorkStore.Derived(id, name.ToString()), on, group, new EntryDetail.Identity(oneOf), id);
            ledgers.Append(batch, entry);
            written.Add(entry.Id);
        }

        await ledgers.SaveAsync(cancel);
        acts.Keep(id, hash, written);
        return written;
    }

    /// <summary>Says what plants turned out to be: they are sure again, in their own batch or in another.</summary>
    /// <param name="id">Of the act, made by the client.</param>
    /// <param name="on">The day.</param>
    /// <param name="told">Which plants.</param>
    /// <param name="really">The batch they are of.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The entries, in order; sent again, the same.</returns>
    /// <exception cref="RefusedException">They do not stand there; the other batch has not begun.</exception>
    public async Task<IReadOnlyList<Guid>> ToldAsync(Guid id, DateOnly on, GroupOf told, Guid really, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(told);
        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(
            new
            {
                did = "told",
                on,
                told,
                really,
            }
        );
        if (await acts.WrittenAsync(id, hash, cancel) is { } before)
            return before;
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, [told.Batch, really], [], cancel);
        var group = Standing(ledgers[told.Batch].Ledger.On(on), told.Group);
        var written = new List<Guid> { WorkStore.Derived(id, "told") };
        if (really == told.Batch)
            ledgers.Append(told.Batch, Of(written[0], on, group, new EntryDetail.Identity(), null));
        else
            written.Add(Turn(ledgers, id, on, told.Batch, group, really, written[0]));

        await ledgers.SaveAsync(cancel);
        acts.Keep(id, hash, written);
        return written;
    }

    private static Guid Turn(OpenLedgers ledgers, Guid act, DateOnly on, Guid from, Group group, Guid into, Guid parted)
    {
        var other = ledgers[into];
        if (other.Batch.EndedOn is not null || other.Ledger.On(on).BegunOn is null)
            throw new RefusedException(new Failure("not-begun", "batch", Subject: other.Batch.Code));
        ledgers.Append(from, Of(parted, on, group, new EntryDetail.Turned(into), act, EntryKind.Parted, group.Seedlings, group.Containers));
        var stood = WorkStore.Derived(act, "stood");
        // The moves they have done count in the other batch by the pots they stand in.
        var step =
            group.Reached.Kind >= StepKind.Move && group.At.Container is not null
                ? other.Ledger.Route.OfMoveTo(group.At, other.Ledger.Route.Standing, c => ledgers.Catalogue.Containers[c].Litres)
                : null;
        ledgers.Append(
            into,
            new(
                stood,
                0,
                on,
                EntryKind.Received,
                step?.Id,
                To: group.At,
                Seedlings: group.Seedlings,
                Containers: group.Containers,
                Act: act,
                Said: new EntryDetail.Stood(group.InPotSince, group.HardenedSince, from, group.Outdoors, group.ToppedOn)
            )
        );
        return stood;
    }

    private static LedgerEntry Of(
        Guid id,
        DateOnly on,
        Group group,
        EntryDetail said,
        Guid? act,
        EntryKind kind = EntryKind.Identity,
        int seedlings = 0,
        int containers = 0
    ) => new(id, 0, on, kind, From: group.At, Seedlings: seedlings, Containers: containers, Act: act, Group: group.Id, Said: said);

    private static Group Standing(BatchState then, Guid name) =>
        then.Group(new GroupId(name)) is { } group ? group : throw new RefusedException(new Failure("group-elsewhere", "group"));
}
