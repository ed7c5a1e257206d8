using System.Collections.Concurrent;

namespace Juvenal.Store.Batches;

/// <summary>
/// Jobs as they were read last, by what each writing of a row gives it: one that was written since is read anew, so nothing
/// that is held is older than what stands. Filled from readings alone; what a transaction has written and may take back is not held.
/// </summary>
internal sealed class JobCache
{
    /// <summary>Jobs that are held for all nurseries together; beyond it, all of them are read anew.</summary>
    private const int Most = 20_000;

    private readonly ConcurrentDictionary<Guid, Dictionary<Guid, (Guid Written, JobHead Head)>> _held = [];

    /// <summary>Those of some jobs that are held as they stand.</summary>
    public Dictionary<Guid, (Guid Written, JobHead Head)> Of(Guid nursery, List<(Guid Id, Guid Written)> jobs)
    {
        var found = new Dictionary<Guid, (Guid Written, JobHead Head)>(jobs.Count);
        // What is held is never changed, only replaced: readings of one nursery go on beside each other.
        if (_held.TryGetValue(nursery, out var held))
        {
            foreach (var (id, written) in jobs)
            {
                if (held.TryGetValue(id, out var job) && job.Written == written)
                    found[id] = job;
            }
        }

        return found;
    }

    public void Keep(Guid nursery, Dictionary<Guid, (Guid Written, JobHead Head)> jobs)
    {
        _held[nursery] = jobs;
        if (_held.Values.Sum(h => h.Count) > Most)
            _held.Clear();
    }
}

/// <summary>What a server holds between requests: only what the database tells it is as it stands.</summary>
internal sealed class Held
{
    /// <summary>A nursery that is large has some 2,000 that are not ended.</summary>
    private const int MostBatches = 5_000;

    public Plans.CatalogueCache Catalogues { get; } = new();

    public JobCache Jobs { get; } = new();

    public OutdoorsCache Outdoors { get; } = new();

    public Ledger.LedgerCache Ledgers { get; } = new();

    public BatchCache<(StandingGroup Group, string? Had)> Standing { get; } = new(MostBatches);

    public BatchCache<(Guid Job, JobDetail Detail)> Cards { get; } = new(MostBatches);

    public BatchCache<ListedBatch> Listed { get; } = new(MostBatches);

    public BatchCache<Places.BedBatch> ForBeds { get; } = new(MostBatches);

    /// <summary>Of these one takes some 10 kB.</summary>
    public BatchCache<BatchView> Views { get; } = new(MostBatches / 4);
}
