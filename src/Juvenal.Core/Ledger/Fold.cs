using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>
/// Adds up a batch's ledger. In seedlings, at any moment: emerged (or received) = standing + lost + snipped + used in grafting.
/// </summary>
public static class Fold
{
    /// <summary>Ids of the entries that are taken back; an undo that is itself taken back has no effect.</summary>
    public static IReadOnlySet<Guid> TakenBack(IEnumerable<LedgerEntry> entries)
    {
        var takenBack = new HashSet<Guid>();
        foreach (var entry in entries.Where(e => e.Kind == EntryKind.Undo).OrderByDescending(e => e.Sequence))
        {
            if (!takenBack.Contains(entry.Id))
                takenBack.Add(entry.Corrects!.Value);
        }

        return takenBack;
    }

    /// <summary>
    /// Entries in order of the day they happened and the sequence they were written in, less undo entries and those taken back;
    /// a corrected one has the numbers of its last correction.
    /// </summary>
    /// <param name="entries">Any order.</param>
    public static IReadOnlyList<LedgerEntry> Effective(IEnumerable<LedgerEntry> entries)
    {
        var all = entries.ToList();
        var takenBack = TakenBack(all);
        var stands = all.Where(e => e.Kind != EntryKind.Undo && !takenBack.Contains(e.Id)).ToList();
        var corrections = stands
            .Where(e => e.Kind == EntryKind.Corrected)
            .GroupBy(e => e.Corrects!.Value)
            .ToDictionary(g => g.Key, g => g.MaxBy(e => e.Sequence)!);
        return
        [
            .. stands
                .Where(e => e.Kind != EntryKind.Corrected)
                .Select(e => corrections.TryGetValue(e.Id, out var right) ? e.With(right) : e)
                .OrderBy(e => e.HappenedOn)
                .ThenBy(e => e.Sequence),
        ];
    }

    /// <summary>An entry with the numbers of its correction.</summary>
    private static LedgerEntry With(this LedgerEntry entry, LedgerEntry right) =>
        entry with
        {
            Seeds = right.Seeds,
            Seedlings = right.Seedlings,
            Containers = right.Containers,
            ContainersTo = right.ContainersTo,
            Trays = right.Trays,
        };

    /// <summary>The state after all entries.</summary>
    /// <param name="entries">Of one batch, in any order.</param>
    /// <param name="seedsToEmergence">Share of seeds expected up, 0–1: emergence has taken place when half of those are up.</param>
    /// <returns>Counts never below 0; an entry that would take one below is left out and named.</returns>
    public static BatchState Of(IEnumerable<LedgerEntry> entries, double seedsToEmergence)
    {
        var sums = new Sums(seedsToEmergence);
        foreach (var entry in Effective(entries))
            sums.Add(entry);
        return sums.State();
    }

    private sealed class Sums(double seedsToEmergence)
    {
        private readonly Dictionary<GroupKey, (int Seedlings, int Containers, Stage Reached)> _groups = [];
        private readonly Dictionary<Stage, DateOnly> _days = [];
        private readonly Dictionary<Stage, (DateOnly, string, long)> _putOff = [];
        private readonly List<Contradiction> _contradictions = [];
        private int _seeds;
        private int _emerged;
        private DateOnly _countedOn;
        private readonly Dictionary<Guid, (string, DateOnly)> _trays = [];
        private int _lost;
        private int _snipped;
        private int _used;

        public BatchState State() =>
            new(
                _seeds,
                _emerged,
                [
                    .. _groups
                        .Where(g => g.Value.Seedlings > 0 || g.Value.Containers > 0)
                        .Select(g => new Standing(g.Key, g.Value.Seedlings, g.Value.Containers, g.Value.Reached))
                        .OrderBy(s => s.Group.Place)
                        .ThenBy(s => s.Group.Container),
                ],
                _lost,
                _snipped,
                _days,
                _putOff.ToDictionary(p => p.Key, p => (p.Value.Item1, p.Value.Item2)),
                _contradictions,
                _used,
                _trays,
                _emerged > 0 ? _countedOn : null
            );

        public void Add(LedgerEntry entry)
        {
            if (Refusal(entry) is { } refusal)
            {
                _contradictions.Add(refusal);
                return;
            }

            foreach (var tray in entry.Trays ?? [])
                _trays[tray.TrayId] = (tray.Cells, entry.HappenedOn);
            switch (entry.Kind)
            {
                case EntryKind.Received:
                    _seeds += entry.Seedlings;
                    _emerged += entry.Seedlings;
                    Change(entry.To!.Value, entry.Seedlings, entry.Containers, Stage.Emerge);
                    _countedOn = entry.HappenedOn;
                    _days.TryAdd(Stage.Sow, entry.HappenedOn);
                    _days.TryAdd(Stage.Emerge, entry.HappenedOn);
                    break;
                case EntryKind.Separated:
                    Change(entry.From!.Value, 0, entry.Containers, null);
                    break;
                case EntryKind.Used:
                    _used += entry.Seedlings;
                    Change(entry.From!.Value, -entry.Seedlings, -entry.Containers, null);
                    break;
                case EntryKind.Sown:
                    _seeds += entry.Seeds;
                    Change(entry.To!.Value, 0, entry.Containers, Stage.Sow);
                    _days.TryAdd(Stage.Sow, entry.HappenedOn);
                    break;
                case EntryKind.Emerged:
                    Change(entry.To!.Value, entry.Seedlings - _emerged, 0, Stage.Emerge);
                    (_emerged, _countedOn) = (entry.Seedlings, entry.HappenedOn);
                    if (_emerged > 0 && _emerged * 2 >= _seeds * seedsToEmergence)
                        _days.TryAdd(Stage.Emerge, entry.HappenedOn);
                    break;
                case EntryKind.Lost:
                    _lost += entry.Seedlings;
                    Change(entry.From!.Value, -entry.Seedlings, -entry.Containers, null);
                    break;
                case EntryKind.Snipped:
                    _snipped += entry.Seedlings;
                    Change(entry.From!.Value, -entry.Seedlings, -entry.Containers, null);
                    break;
                case EntryKind.Moved:
                    var reached = _groups.GetValueOrDefault(entry.From!.Value).Reached;
                    Change(entry.From!.Value, -entry.Seedlings, -entry.Containers, null);
                    Change(entry.To!.Value, entry.Seedlings, entry.ContainersTo, entry.Stage ?? reached);
                    Reach(entry.HappenedOn);
                    break;
                case EntryKind.NotYet:
                    // The last word counts, whatever day it is dated to.
                    if (!_putOff.TryGetValue(entry.Stage!.Value, out var said) || said.Item3 < entry.Sequence)
                    {
                        _putOff[entry.Stage!.Value] = (entry.NewDay!.Value, entry.Reason ?? "", entry.Sequence);
                    }

                    break;
            }
        }

        private Contradiction? Refusal(LedgerEntry entry)
        {
            if (entry.Kind is EntryKind.Sown or EntryKind.NotYet or EntryKind.Received)
                return null;
            if (!_days.TryGetValue(Stage.Sow, out var sown))
                return new(entry, "nothing-sown", "happenedOn", 0, 0, entry.HappenedOn);
            if (entry.Kind == EntryKind.Emerged)
            {
                if (entry.Seedlings > _seeds)
                    return new(entry, "more-emerged-than-sown", "seedlings", entry.Seedlings, _seeds, sown);
                return entry.Seedlings < _emerged
                    ? new(entry, "emerged-goes-back", "seedlings", entry.Seedlings, _emerged, _countedOn)
                    : null;
            }

            var (seedlings, containers, _) = _groups.GetValueOrDefault(entry.From!.Value);
            if (entry.Kind == EntryKind.Separated)
            {
                // A pot for each plant, and not one more.
                var most = Math.Max(0, seedlings - containers);
                return entry.Containers > most
                    ? new(entry, "more-pots-than-plants", "containers", entry.Containers, most, entry.HappenedOn)
                    : null;
            }

            if (entry.Seedlings > seedlings)
                return new(entry, "more-than-standing", "seedlings", entry.Seedlings, seedlings, entry.HappenedOn);
            return entry.Containers > containers
                ? new(entry, "more-containers-than-standing", "containers", entry.Containers, containers, entry.HappenedOn)
                : null;
        }

        private void Change(GroupKey group, int seedlings, int containers, Stage? reached)
        {
            var was = _groups.GetValueOrDefault(group);
            var now = (was.Seedlings + seedlings, was.Containers + containers, reached is { } r && r > was.Reached ? r : was.Reached);
            // An empty group forgets its stage: what comes to stand there next brings its own.
            _groups[group] = now is (0, 0, _) ? default : now;
        }

        private void Reach(DateOnly day)
        {
            var standing = _groups.Values.Sum(g => g.Seedlings);
            for (var stage = Stage.PrickOut; stage <= Stage.PlantOut; stage++)
            {
                var there = _groups.Values.Where(g => g.Reached >= stage).Sum(g => g.Seedlings);
                if (there > 0 && there * 2 >= standing && !_days.ContainsKey(stage))
                {
                    _days[stage] = day;
                    _days.TryAdd(Stage.Emerge, _countedOn);
                }
            }
        }
    }
}
