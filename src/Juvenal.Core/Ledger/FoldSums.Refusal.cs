namespace Juvenal.Core.Ledger;

/// <summary>What the counts before it do not allow.</summary>
internal sealed partial class FoldSums
{
    /// <summary>Why an entry is left out; null: it counts.</summary>
    private Contradiction? Refusal(LedgerEntry entry)
    {
        if (entry.Kind is EntryKind.Sown or EntryKind.NotYet or EntryKind.Received)
            return null;
        if (!_days.TryGetValue(route.Begin.Id, out var sown))
            return new(entry, "nothing-sown", "happenedOn", 0, 0, entry.HappenedOn);
        if (entry.Kind == EntryKind.Emerged)
        {
            if (entry.Seedlings > _seeds)
                return new(entry, "more-emerged-than-sown", "seedlings", entry.Seedlings, _seeds, sown);
            return entry.Seedlings < _emerged ? new(entry, "emerged-goes-back", "seedlings", entry.Seedlings, _emerged, _countedOn) : null;
        }

        if (entry.Kind is EntryKind.Spaced or EntryKind.Identity or EntryKind.Checked or EntryKind.Aired)
            return _groups.Of(entry) is null ? new(entry, "group-gone", "group", 0, 0, entry.HappenedOn) : null;
        if (entry.Kind == EntryKind.Together)
        {
            if (_groups.Of(entry) is not { } joins || _groups.Other(entry) is not { } stays)
                return new(entry, "group-gone", "group", 0, 0, entry.HappenedOn);
            return joins.Id == stays.Id || joins.Unlike(stays).Count > 0
                ? new(entry, "unlike-groups", "said.with", 0, 0, entry.HappenedOn)
                : null;
        }

        var (seedlings, containers) = _groups.Of(entry) is { } group ? (group.Seedlings, group.Containers) : (0, 0);
        if (entry.Kind == EntryKind.Separated)
        {
            // A pot for each plant, and not one more.
            var most = Math.Max(0, seedlings - containers);
            return entry.Containers > most
                ? new(entry, "more-pots-than-plants", "containers", entry.Containers, most, entry.HappenedOn)
                : null;
        }

        if (entry.Kind == EntryKind.Pinched && _groups.Of(entry) is null)
            return new(entry, "group-gone", "group", 0, 0, entry.HappenedOn);
        if (entry.Seedlings > seedlings)
            return new(entry, "more-than-standing", "seedlings", entry.Seedlings, seedlings, entry.HappenedOn);
        return entry.Containers > containers
            ? new(entry, "more-containers-than-standing", "containers", entry.Containers, containers, entry.HappenedOn)
            : null;
    }
}
