using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
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
        insert into ledger_entry (nursery_id, id, batch_id, kind, stage, happened_on, from_container_id, from_place_id,
          to_container_id, to_place_id,
          seeds, seedlings, containers, containers_to, reason, new_day, corrects, payload_hash, by_name, lot_id, trays, act,
          group_id)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23)
        """;

    private readonly NurseryTransaction _nursery;
    private readonly Dictionary<Guid, Page> _pages;

    private OpenLedgers(NurseryTransaction nursery, Catalogue catalogue, Dictionary<Guid, Page> pages) =>
        (_nursery, Catalogue, _pages) = (nursery, catalogue, pages);

    public Catalogue Catalogue { get; }

    /// <summary>Locks packets and batches in their order, then reads.</summary>
    /// <param name="nursery">Opened for an act.</param>
    /// <param name="clock">For the nursery's day.</param>
    /// <param name="batches">All that the act writes to.</param>
    /// <param name="packets">Those that its sowings take from.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="NotFoundException">One of the batches is not there.</exception>
    public static async Task<OpenLedgers> OpenAsync(
        NurseryTransaction nursery,
        TimeProvider clock,
        IEnumerable<Guid> batches,
        IEnumerable<Guid> packets,
        CancellationToken cancel
    )
    {
        var (ids, lots) = (batches.Distinct().ToArray(), packets.Distinct().ToArray());
        if (lots.Length > 0)
            await Locks.PacketsAsync(nursery, lots, cancel);
        if ((await Locks.BatchesAsync(nursery, ids, cancel)).Count < ids.Length)
            throw new NotFoundException("batch");
        var (rows, entries, steps) = (new List<BatchRow>(), new List<StoredEntry>(), new List<StoredDigest>());
        var catalogue = new Catalogue.Loading(plans: true);
        await nursery.ReadTogetherAsync(
            cancel,
            [
                new(BatchRow.Select, r => rows.Add(BatchRow.Read(r)), Sql.Of(ids)),
                new(LedgerReader.OfBatches, r => entries.Add(LedgerReader.Read(r)), Sql.Of(ids)),
                new(StoredDigest.Select, r => steps.Add(StoredDigest.Read(r)), Sql.Of(ids)),
                .. catalogue.Statements(),
            ]
        );
        return new(
            nursery,
            catalogue.Done(clock),
            rows.ToDictionary(
                r => r.Id,
                r => new Page(r, [.. entries.Where(e => e.BatchId == r.Id)], [.. steps.Where(s => s.BatchId == r.Id)])
            )
        );
    }

    public Page this[Guid batch] => _pages[batch];

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
        entry = Named(entry, page);
        if (byRule)
            entry = Counted(entry, page.On(entry.HappenedOn));
        EntryChecks.Check(entry, page.Entries, Catalogue);
        // Another pot is a move up, and a bed is planting out, wherever that is: the Round must not ask for it again. The same pot in
        // another place is carried: that does nothing but what it says it does.
        if (entry is { Kind: EntryKind.Moved, Stage: null, From: { } from, To: { } to } && from.Container != to.Container)
        {
            entry = entry with { Stage = page.Batch.Input.StageOfMoveTo(to, page.On(entry.HappenedOn).Group(entry.Group)?.Reached) };
        }

        page.Add(entry with { Sequence = long.MaxValue - 1_000_000 + page.New.Count }, hash);
        if (page.State.Contradictions.Count > 0)
            throw Contradicted(entry, page.State.Contradictions);
        return true;
    }

    /// <summary>Writes what was added, and what the counts and plans come to with it.</summary>
    public async Task SaveAsync(CancellationToken cancel)
    {
        foreach (var page in _pages.Values.Where(p => p.New.Count > 0))
            await CheckSeedsAsync(page, cancel);
        await _nursery.ExecuteManyAsync(_pages.Values.Where(p => p.New.Count > 0).SelectMany(Commands), cancel);
        foreach (var page in _pages.Values.Where(p => p.New.Count > 0))
            await LieAsync(page, cancel);
    }

    private IEnumerable<NpgsqlBatchCommand> Commands(Page page)
    {
        var (batch, state) = (page.Batch, page.State);
        return page
            .New.Select(e => Command(batch.Id, e.Entry, e.Hash))
            .Concat(PlanWriter.Counts(_nursery.Nursery, batch.Id, state))
            .Concat(PlanWriter.Plan(_nursery.Nursery, batch, Catalogue, state, PlanStore.Plan(Catalogue, batch.Input, state), page.Steps));
    }

    private NpgsqlBatchCommand Command(Guid batch, LedgerEntry entry, byte[] hash) =>
        NurseryTransaction.Command(
            Insert,
            Sql.Of(_nursery.Nursery),
            Sql.Of(entry.Id),
            Sql.Of(batch),
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
            Sql.OfNull(_nursery.By),
            Sql.OfNull(entry.LotId),
            Sql.OfJson(entry.Trays),
            Sql.OfNull(entry.Act),
            Sql.OfNull(entry.Group?.Value)
        );

    /// <summary>What is sown lies in trays: in those laid out for it, or in new ones.</summary>
    private async Task LieAsync(Page page, CancellationToken cancel)
    {
        var sowings = page.New.Select(e =>
            e.Entry.Kind == EntryKind.Corrected ? page.Entries.Find(o => o.Id == e.Entry.Corrects) : e.Entry
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
        var (before, after) = (Taken(page, page.Entries.Except(page.New.Select(e => e.Entry))), Taken(page, page.Entries));
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

    /// <summary>
    /// An entry with the group it is about: said by its name, or found by where it stands. What is sown or comes up goes to what stands in
    /// its trays; what comes in is a group of its own.
    /// </summary>
    /// <exception cref="RefusedException">which-group: two stand there, and none is named. group-elsewhere: the one that is named stands
    /// elsewhere.</exception>
    private static LedgerEntry Named(LedgerEntry entry, Page page)
    {
        if (entry.Kind is EntryKind.Sown or EntryKind.Received or EntryKind.Emerged && entry is { Group: null, To: { } to })
        {
            var trays =
                entry.Kind == EntryKind.Received
                    ? null
                    : page.On(entry.HappenedOn)
                        .Groups.Where(g => g.At == to && g.Reached <= Core.Season.Stage.Emerge)
                        .MaxBy(g => g.Containers);
            return entry with { Group = trays?.Id ?? new(entry.Id) };
        }

        if (entry.Kind is EntryKind.Sown or EntryKind.Received or EntryKind.Emerged && entry.Group is { } into)
            return page.On(entry.HappenedOn).Group(into) is null ? throw new RefusedException(new Failure("not-chosen", "group")) : entry;

        if (entry.From is not { } from || entry.Kind is EntryKind.Undo or EntryKind.Corrected or EntryKind.NotYet)
            return entry;
        var there = page.On(entry.HappenedOn).Groups.Where(g => g.At == from).ToList();
        if (entry.Group is { } name)
        {
            return page.On(entry.HappenedOn).Group(name) is { } named && named.At != from
                ? throw new RefusedException(new Failure("group-elsewhere", "from"))
                : entry;
        }

        return there.Count > 1
            ? throw new RefusedException(new Failure("which-group", "group", there.Count))
            : entry with
            {
                Group = there.FirstOrDefault()?.Id,
            };
    }

    private static LedgerEntry Counted(LedgerEntry entry, BatchState state)
    {
        if (
            entry.Kind is not (EntryKind.Moved or EntryKind.Lost or EntryKind.Snipped or EntryKind.Used)
            || state.Group(entry.Group) is not { } group
        )
            return entry;
        var emptied = Emptying.Emptied(entry.Kind, entry.Seedlings, group);
        return entry with
        {
            Containers = emptied,
            ContainersTo = entry is { Kind: EntryKind.Moved, To: { } to } ? Emptying.Filled(group.At, to, entry.Seedlings, emptied) : 0,
        };
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

    /// <summary>One batch's ledger with what is added to it.</summary>
    internal sealed class Page
    {
        private BatchState? _state;

        public Page(BatchRow batch, List<StoredEntry> stored, List<StoredDigest> steps) =>
            (Batch, Stored, Steps, Entries) = (batch, stored, steps, stored.ConvertAll(e => e.Entry));

        public BatchRow Batch { get; }

        public List<StoredEntry> Stored { get; }

        public List<StoredDigest> Steps { get; }

        /// <summary>Those stored and those added.</summary>
        public List<LedgerEntry> Entries { get; }

        public List<(LedgerEntry Entry, byte[] Hash)> New { get; } = [];

        public BatchState State => _state ??= Fold.Of(Entries, PlanWriter.SeedsToEmergence(Batch.Input));

        /// <summary>As it stood at the end of a day: what is dated back is about what stood there then.</summary>
        public BatchState On(DateOnly day) =>
            Entries.TrueForAll(e => e.HappenedOn <= day)
                ? State
                : Fold.Of(Entries.Where(e => e.HappenedOn <= day), PlanWriter.SeedsToEmergence(Batch.Input));

        /// <summary>As it would be with other choices: whether half are up is asked of their germination.</summary>
        public BatchState With(BatchInput input) => Fold.Of(Entries, PlanWriter.SeedsToEmergence(input));

        public void Add(LedgerEntry entry, byte[] hash)
        {
            New.Add((entry, hash));
            Entries.Add(entry);
            _state = null;
        }
    }
}
