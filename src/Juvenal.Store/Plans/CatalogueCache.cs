using System.Collections.Concurrent;

namespace Juvenal.Store.Plans;

/// <summary>
/// What plans rest on, by the version of the inputs, which rises with each change of it in the transaction that makes the change: what
/// is held is never older than its version says. What a transaction has written and may take back is not held.
/// </summary>
internal sealed class CatalogueCache
{
    /// <summary>Nurseries that are held; a server that serves more reads some of them anew.</summary>
    private const int Most = 32;

    private readonly ConcurrentDictionary<Guid, (Catalogue Catalogue, long Used)> _held = [];

    /// <returns>Null where it is not held, or not of that version and day.</returns>
    public Catalogue? Find(Guid nursery, int inputs, TimeProvider clock)
    {
        if (
            !_held.TryGetValue(nursery, out var held)
            || held.Catalogue.Inputs != inputs
            || held.Catalogue.Today != held.Catalogue.Site.Today(clock)
        )
            return null;
        _held[nursery] = held with { Used = clock.GetTimestamp() };
        return held.Catalogue;
    }

    /// <summary>The one that is held, of whatever version; null: none is.</summary>
    public Catalogue? Last(Guid nursery) => _held.TryGetValue(nursery, out var held) ? held.Catalogue : null;

    public void Keep(Guid nursery, Catalogue catalogue, TimeProvider clock)
    {
        _held[nursery] = (catalogue, clock.GetTimestamp());
        if (_held.Count > Most)
            _held.TryRemove(_held.MinBy(h => h.Value.Used).Key, out _);
    }
}
