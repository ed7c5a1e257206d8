using Juvenal.Core.Decision;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;

namespace Juvenal.Store.Batches;

/// <summary>Carries everything that stands in a place to another: in at night, out in the morning. No step, no pot, no mix.</summary>
public sealed class CarryStore(NurseryTransaction nursery, TimeProvider clock)
{
    private const string InPlace = """
        -- Batches with something in containers in a place.
        select distinct s.batch_id
        from standing s
        join batch b on b.nursery_id = s.nursery_id and b.id = s.batch_id and b.ended_on is null
        where s.place_id = $1
          and s.container_id is not null
        """;

    /// <param name="id">Of the act, made by the client: said again, it has no second effect.</param>
    /// <param name="from">Which place.</param>
    /// <param name="to">Where to.</param>
    /// <param name="on">The day; what stood there then goes.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The entries that were written; none where nothing stood there.</returns>
    /// <param name="myCall">Out although the nights say hold, or under cover.</param>
    /// <exception cref="RefusedException">No such place, or a bed.</exception>
    /// <exception cref="ConflictException">cold: the nights ahead are too cold for them, and nobody took it on themselves.</exception>
    public async Task<IReadOnlyList<Guid>> CarryAsync(
        Guid id,
        Guid from,
        Guid to,
        DateOnly on,
        CancellationToken cancel,
        bool myCall = false
    )
    {
        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(
            new
            {
                did = "carry",
                from,
                to,
                on,
                myCall,
            }
        );
        if (await acts.WrittenAsync(id, hash, cancel) is { } before)
            return before;
        var batches = await nursery.ListAsync(InPlace, r => r.GetGuid(0), cancel, Sql.Of(from));
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, batches, [], cancel);
        Check(ledgers.Catalogue, from, to);
        if (!myCall && on == ledgers.Catalogue.Today && await ColdAsync(ledgers, batches, from, to, cancel) is { } cold)
            throw new ConflictException("cold", cold);
        var written = new List<Guid>();
        foreach (var batch in batches.Order())
        {
            var then = ledgers[batch].Ledger.On(on);
            foreach (var group in then.Groups.Where(g => g.At.Place == from && g.At.Container is not null))
            {
                written.Insert(0, Carry(ledgers, batch, group, to, on, id));
            }
        }

        await ledgers.SaveAsync(cancel);
        acts.Keep(id, hash, written);
        return written;
    }

    private const string OfAct = """
        -- Batches that an act wrote to.
        select distinct e.batch_id
        from ledger_entry e
        where e.act = $1
        """;

    /// <summary>Carries what was carried by an act back to where it stood: those groups of it that are still where it put them.</summary>
    /// <param name="id">Of this act, made by the client.</param>
    /// <param name="carried">The act.</param>
    /// <param name="on">The day.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The entries that were written; none where nothing of it is there any more.</returns>
    public async Task<IReadOnlyList<Guid>> BackAsync(Guid id, Guid carried, DateOnly on, CancellationToken cancel)
    {
        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(
            new
            {
                did = "carry-back",
                carried,
                on,
            }
        );
        if (await acts.WrittenAsync(id, hash, cancel) is { } before)
            return before;
        var batches = await nursery.ListAsync(OfAct, r => r.GetGuid(0), cancel, Sql.Of(carried));
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, batches, [], cancel);
        var written = new List<Guid>();
        foreach (var batch in batches.Order())
        {
            var moves = Fold.Effective(ledgers[batch].Entries).Where(e => e.Act == carried && e.Kind == EntryKind.Moved).ToList();
            foreach (var group in ledgers[batch].Ledger.On(on).Groups)
            {
                if (
                    moves.Find(m => (m.Id == group.Id.Value || m.Group == group.Id) && m.To?.Place == group.At.Place)
                    is not { From: { } from }
                )
                    continue;
                written.Insert(0, Carry(ledgers, batch, group, from.Place, on, id));
            }
        }

        await ledgers.SaveAsync(cancel);
        acts.Keep(id, hash, written);
        return written;
    }

    /// <summary>A group to another place, as it is; gives the entry's id.</summary>
    private static Guid Carry(OpenLedgers ledgers, Guid batch, Group group, Guid to, DateOnly on, Guid act)
    {
        var entry = new LedgerEntry(
            WorkStore.Derived(act, group.Id.Value.ToString()),
            0,
            on,
            EntryKind.Moved,
            From: group.At,
            To: group.At with
            {
                Place = to,
            },
            Seedlings: group.Seedlings,
            Containers: group.Containers,
            ContainersTo: group.Containers,
            Act: act,
            Group: group.Id
        );
        ledgers.Append(batch, entry);
        return entry.Id;
    }

    /// <summary>What the nights say of the first crop that cannot stand them; null where all can, or nothing goes out.</summary>
    private async Task<ColdFinding?> ColdAsync(OpenLedgers ledgers, List<Guid> batches, Guid from, Guid to, CancellationToken cancel)
    {
        var catalogue = ledgers.Catalogue;
        if (batches.Count == 0 || ColdOfWork.Outdoors(catalogue.Places[to]) is null)
            return null;
        var ahead = await NightsAhead.LoadAsync(nursery, catalogue.Site, catalogue.Today, cancel);
        return batches
            .Select(b => catalogue.Cultivars[ledgers[b].Batch.Input.CultivarId].Crop)
            .Distinct()
            .Select(crop => ColdOfWork.Going(crop, catalogue.Places[from], catalogue.Places[to], ahead, catalogue))
            .FirstOrDefault(f => f is { Verdict: not ColdVerdict.Go });
    }

    private static void Check(Catalogue catalogue, Guid from, Guid to)
    {
        if (!catalogue.Places.ContainsKey(from))
            throw new NotFoundException("place");
        if (from == to)
            throw new RefusedException(new Failure("moves-nowhere", "to"));
        if (!catalogue.Places.TryGetValue(to, out var place))
            throw new RefusedException(new Failure("not-chosen", "to"));
        if (CatalogueRows.IsBed(place.Kind))
            throw new RefusedException(new Failure("bed-is-no-growing-place", "to", Subject: place.Name));
    }
}
