using System.Collections.Concurrent;
using Juvenal.Core.Ledger;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>
/// What groups had of the world outside, by the digest of it. Groups that were walked out together share it, and it is the same from one
/// look to the next: it is read once, and held.
/// </summary>
internal sealed class OutdoorsCache
{
    /// <summary>Of all nurseries together; beyond it, all of them are read anew.</summary>
    private const int Most = 5_000;

    private const string Some = """
        -- What groups had outdoors, once for all that had the same.
        select distinct on (outdoors_digest) outdoors_digest, outdoors
        from standing
        where outdoors_digest = any($1)
        """;

    private readonly ConcurrentDictionary<(Guid Nursery, string Digest), Outdoors> _held = [];

    /// <param name="nursery">Whose.</param>
    /// <param name="digests">Of groups that stand.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>By digest; one that nobody has any more is left out.</returns>
    public async Task<IReadOnlyDictionary<string, Outdoors>> OfAsync(
        NurseryTransaction nursery,
        IEnumerable<string?> digests,
        CancellationToken cancel
    )
    {
        var (found, unknown) = (new Dictionary<string, Outdoors>(), new HashSet<string>());
        foreach (var digest in digests)
        {
            if (digest is null || found.ContainsKey(digest))
                continue;
            if (_held.TryGetValue((nursery.Nursery, digest), out var held))
                found[digest] = held;
            else
                unknown.Add(digest);
        }

        if (unknown.Count == 0)
            return found;
        foreach (
            var (digest, outdoors) in await nursery.ListAsync(
                Some,
                r => (r.GetString(0), r.FromJson<Outdoors>(1)),
                cancel,
                Sql.Of(unknown.ToArray())
            )
        )
        {
            found[digest] = outdoors;
            // What a digest stands for never changes, so that even what is taken back is held as it was.
            _held[(nursery.Nursery, digest)] = outdoors;
        }

        if (_held.Count > Most)
            _held.Clear();
        return found;
    }
}
