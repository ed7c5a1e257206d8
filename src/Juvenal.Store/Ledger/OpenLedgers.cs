using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Seeds;
using Juvenal.Store.Sowing;
using Npgsql;

namespace Juvenal.Store.Ledger;

/// <summary>
/// The ledgers of the batches of one act: locked together, read once, judged entry by entry, and written once with the counts and the plans
/// that follow. What is not saved has not happened.
/// </summary>
internal sealed class OpenLedgers
{
    private const string Insert = """
        -- One line of the ledger.
        insert into ledger_entry (nursery_id, id, batch_id, kind, step_id, happened_on, from_container_id, from_place_id,
          to_container_id, to_place_id,
          seeds, seedlings, containers, containers_to, reason, new_day, corrects, payload_hash, by_name, lot_id, trays, act,
          group_id, said, said_on, about, sure)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24, $25, $26, $27)
        """;

    private const string InBeds = """
        -- Plants that stand in beds whose size is known.
        select s.place_id, sum(s.seedlings)::int
        from standing s
        where s.container_id is null
          and s.place_id in (select p.id from place p where p.length_cm is not null and p.width_cm is not null)
        group by s.place_id
        """;

    private readonly NurseryTransaction _nursery;
    private readonly Dictionary<Guid, Page> _pages;

    private OpenLedgers(
        NurseryTransaction nursery,
        Catalogue catalogue,
        Dictionary<Guid, Page> pages,
        IReadOnlyDictionary<Guid, int> inBeds
    )
    {
        (_nursery, Catalogue, _pages) = (nursery, catalogue, pages);
        Facts = catalogue.Facts(catalogue.Today) with { Batch = _pages.ContainsKey };
        foreach (var page in pages.Values)
            page.Doubts = catalogue.Doubts(page.Batch.Input, page.Batch.ShootsFrom, inBeds);
    }

    private LedgerFacts Facts { get; }

    public Catalogue Catalogue { get; }

    /// <summary>Locks packets and batches in their order, then reads.</summary>
    /// <param name="nursery">Opened for an act.</param>
    /// <param name="clock">For the nursery's day.</param>
    /// <param name="batches">All that the act writes to.</param>
    /// <param name="packets">Those that its sowings take from.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="entries">Those that are to be added, each with its batch, where they may have been written elsewhere.</param>
    /// <exception cref="NotFoundException">One of the batches is not there.</exception>
    /// <exception cref="ConflictException">An entry is in another batch.</exception>
    public static async Task<OpenLedgers> OpenAsync(
        NurseryTransaction nursery,
        TimeProvider clock,
        IEnumerable<Guid> batches,
        IEnumerable<Guid> packets,
        CancellationToken cancel,
        IReadOnlyCollection<(Guid Id, Guid Batch)>? entries = null
    )
    {
        var (ids, lots) = (batches.Distinct().ToArray(), packets.Distinct().ToArray());
        var locked = 0;
        var (rows, ledgers, steps) = (
            new List<BatchRow>(),
            new LedgersOf(nursery, ids, entries?.Select(e => e.Id)),
            new List<StoredDigest>()
        );
        var inBeds = new Dictionary<Guid, int>();
        var catalogue = await Catalogue.LoadAsync(
            nursery,
            clock,
            cancel,
            // Under the locks, and with the inputs that hold once they are taken.
            [
                .. lots.Length > 0 ? [Locks.OfPackets(lots)] : Array.Empty<Reading>(),
                Locks.OfBatches(ids, _ => locked++),
                new(BatchRow.Select, r => rows.Add(BatchRow.Read(r)), Sql.Of(ids)),
                .. ledgers.Statements(),
                new(StoredDigest.Select, r => steps.Add(StoredDigest.Read(r)), Sql.Of(ids)),
                new(InBeds, r => inBeds.Add(r.GetGuid(0), r.GetInt32(1))),
            ]
        );
        if (locked < ids.Length)
            throw new NotFoundException("batch");
        if (entries?.Any(e => ledgers.In(e.Id) is { } there && there != e.Batch) == true)
            throw new ConflictException("other-payload");
        var stored = await ledgers.DoneAsync(cancel);
        return new(
            nursery,
            catalogue,
            rows.ToDictionary(r => r.Id, r => new Page(r, stored[r.Id], [.. steps.Where(s => s.BatchId == r.Id)])),
            inBeds
        );
    }

    public Page this[Guid batch] => _pages[batch];

    /// <summary>Null where it is not open.</summary>
    public Page? Find(Guid batch) => _pages.GetValueOrDefault(batch);

    /// <summary>Judges an entry and adds it; it is written by <see cref="SaveAsync"/>.</summary>
    /// <param name="batch">One of those that are open.</param>
    /// <param name="entry">Its <see cref="LedgerEntry.Sequence"/> is given by the database.</param>
    /// <param name="byRule">Containers were not counted: they follow from the seedlings (<see cref="Emptying"/>).</param>
    /// <returns>False where the same entry was written before.</returns>
    /// <exception cref="RefusedException">The counts, the days or the fields do not allow it.</exception>
    /// <exception cref="ConflictException">The same id was used for something else; or, for an undo, later work rests on the
    /// entry.</exception>
    public bool Append(Guid batch, LedgerEntry entry, bool byRule = false)
    {
        var page = _pages[batch];
        var hash = ActStore.Hash(new { batch, entry = entry with { Sequence = 0 } });
        if (page.Stored.FirstOrDefault(e => e.Entry.Id == entry.Id) is { } same)
            return same.PayloadHash.AsSpan().SequenceEqual(hash) ? false : throw new ConflictException("other-payload");
        page.Add([(Stands(Judge.Of(page.Ledger, entry, Facts, byRule, page.Doubts), out var after), hash)], after);
        return true;
    }

    /// <summary>Judges undos and corrections of one batch that stand together or not at all, and adds them.</summary>
    /// <param name="batch">One of those that are open.</param>
    /// <param name="changes">Undo, corrected; 1 or more.</param>
    /// <param name="field">The name of a field of one of them, where they are told by their number.</param>
    /// <inheritdoc cref="Append"/>
    public bool Change(Guid batch, IReadOnlyList<LedgerEntry> changes, Func<int, string, string> field)
    {
        var page = _pages[batch];
        var hashes = changes.Select(c => ActStore.Hash(new { batch, entry = c with { Sequence = 0 } })).ToList();
        foreach (var (change, hash) in changes.Zip(hashes))
        {
            if (page.Stored.FirstOrDefault(e => e.Entry.Id == change.Id) is not { } same)
                continue;
            return same.PayloadHash.AsSpan().SequenceEqual(hash) ? false : throw new ConflictException("other-payload");
        }

        var (verdict, at) = Judge.Of(page.Ledger, changes, Facts, page.Doubts);
        try
        {
            Stands(verdict, out var after);
            page.Add([.. changes.Zip(hashes)], after);
            return true;
        }
        catch (RefusedException e)
        {
            throw e.At(name => field(at, name));
        }
    }

    private static LedgerEntry Stands(Verdict verdict, out BatchLedger after)
    {
        switch (verdict)
        {
            case Verdict.Accepted accepted:
                after = accepted.After;
                return accepted.Entry;
            case Verdict.Doubted doubted:
                throw new RefusedException(doubted.Doubts) { Asks = true };
            case Verdict.Waiting waiting:
                // Nothing is sent ahead of what it rests on yet: what is not here was never written.
                throw new RefusedException(new Failure("not-chosen", waiting.Field));
            case Verdict.Refused refused:
                throw new RefusedException(refused.Failures);
            case Verdict.RestedOn rested:
                throw new ConflictException("later-work-rests-on-it", rested.Entries.ToList());
            default:
                throw new InvalidOperationException("Another verdict.");
        }
    }

    /// <summary>Writes what was added, and what the counts and plans come to with it.</summary>
    public async Task SaveAsync(CancellationToken cancel)
    {
        foreach (var page in _pages.Values.Where(p => p.New.Count > 0))
            await CheckSeedsAsync(page, cancel);
        var rows = new PlanRows(_nursery.Nursery, Catalogue, acts: true, told: false);
        foreach (var page in _pages.Values.Where(p => p.New.Count > 0))
        {
            var (batch, state) = (page.Batch, page.State);
            rows.Counts(batch.Id, state, page.Before)
                .Plan(batch, state, Planned.Of(Catalogue, page.Chosen ?? batch.Input, state, batch.ShootsFrom), page.Steps);
        }

        _nursery.WithNext([.. _pages.Values.SelectMany(p => p.New.Select(e => Command(p.Batch.Id, e.Entry, e.Hash))), .. rows.Commands()]);
        foreach (var page in _pages.Values.Where(p => p.New.Count > 0))
            await LieAsync(page, cancel);
    }

    private NpgsqlBatchCommand Command(Guid batch, LedgerEntry entry, byte[] hash) =>
        NurseryTransaction.Command(
            Insert,
            Sql.Of(_nursery.Nursery),
            Sql.Of(entry.Id),
            Sql.Of(batch),
            Sql.Of(entry.Kind.Word()),
            Sql.OfNull(entry.Step?.Value),
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
            Sql.OfNull(_nursery.By),
            Sql.OfNull(entry.LotId),
            Sql.OfJson(entry.Trays),
            Sql.OfNull(entry.Act),
            Sql.OfNull(entry.Group?.Value),
            Sql.OfJson(entry.Said),
            Sql.Of(Catalogue.Today),
            Sql.OfNull(entry.About),
            Sql.OfNull(entry.Sure?.ToArray())
        );

    /// <summary>What is sown lies in trays: in those laid out for it, or in new ones.</summary>
    private async Task LieAsync(Page page, CancellationToken cancel)
    {
        var sowings = page.New.Select(e =>
            e.Entry.Kind == EntryKind.Corrected ? page.Entries.FirstOrDefault(o => o.Id == e.Entry.Corrects) : e.Entry
        );
        foreach (
            var container in sowings
                .Where(e => e is { Kind: EntryKind.Sown or EntryKind.Received, To.Container: not null })
                .Select(e => e!.To!.Value.Container!.Value)
                .Distinct()
        )
        {
            if (Catalogue.Containers[container].Format() is not { } format)
                continue;
            var cells = Fold.Effective(page.Entries)
                .Where(e => e.Kind is EntryKind.Sown or EntryKind.Received && e.To?.Container == container)
                .Sum(e => e.Containers);
            await new TrayStore(_nursery).FitAsync(page.Batch.Id, page.Batch.Input.Season, container, format, cells, cancel);
        }
    }

    /// <exception cref="RefusedException">More seeds than the packet has left, where those are counted.</exception>
    private async Task CheckSeedsAsync(Page page, CancellationToken cancel)
    {
        if (page.New.All(e => e.Entry.Kind is not (EntryKind.Sown or EntryKind.Corrected or EntryKind.Undo)))
            return;
        var (before, after) = (Taken(page, page.Stored.Select(e => e.Entry)), Taken(page, page.Entries));
        foreach (var (lotId, seeds) in after)
        {
            var more = seeds - before.GetValueOrDefault(lotId);
            if (
                more <= 0
                || await new SeedLotStore(_nursery).OneAsync(lotId, cancel) is not { Book: { Counted: true, Left: { } left } } lot
            )
                continue;
            if (more <= left)
                continue;
            var said = page.New[^1].Entry.Seeds;
            var most = said > 0 ? left - more + said : left;
            throw new RefusedException(
                new Failure("more-seeds-than-left", "seeds", said > 0 ? said : more, High: Math.Max(0, most), Subject: lot.Row.Name)
            );
        }
    }

    private static Dictionary<Guid, int> Taken(Page page, IEnumerable<LedgerEntry> entries) =>
        Fold.Effective(entries)
            .Where(e => e.Kind == EntryKind.Sown && (e.LotId ?? page.Batch.Input.LotId) is not null)
            .GroupBy(e => (e.LotId ?? page.Batch.Input.LotId)!.Value)
            .ToDictionary(g => g.Key, g => g.Sum(e => e.Seeds));

    /// <summary>One batch's ledger with what is added to it.</summary>
    internal sealed class Page(BatchRow batch, StoredLedger stored, List<StoredDigest> steps)
    {
        public BatchRow Batch { get; set; } = batch;

        /// <summary>What makes an entry of it hard to believe.</summary>
        public Doubts? Doubts { get; set; }

        /// <summary>What is chosen for the batch from now on, where the act changes that too.</summary>
        public BatchInput? Chosen { get; set; }

        public IReadOnlyList<StoredEntry> Stored { get; } = stored.Entries;

        public List<StoredDigest> Steps { get; } = steps;

        /// <summary>With those that are added.</summary>
        public BatchLedger Ledger { get; private set; } = stored.On(batch.Route, PlanRows.SeedsToEmergence(batch.Input));

        public IReadOnlyList<LedgerEntry> Entries => Ledger.Entries;

        public List<(LedgerEntry Entry, byte[] Hash)> New { get; } = [];

        public BatchState State => Ledger.State;

        /// <summary>What it came to before anything was added.</summary>
        public BatchState Before { get; } = stored.On(batch.Route, PlanRows.SeedsToEmergence(batch.Input)).State;

        /// <summary>As it would be with other choices: whether half are up is asked of their germination.</summary>
        public BatchState With(BatchInput input, Route route) => Ledger.With(route, PlanRows.SeedsToEmergence(input));

        public void Add(IEnumerable<(LedgerEntry Entry, byte[] Hash)> added, BatchLedger after)
        {
            New.AddRange(added);
            Ledger = after;
        }
    }
}
