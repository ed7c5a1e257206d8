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
