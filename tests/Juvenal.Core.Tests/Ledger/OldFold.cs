using Juvenal.Core.Ledger;
using Juvenal.Core.Season;

namespace Juvenal.Core.Tests.Ledger;

/// <summary>
/// The sums as they were made before groups had names, frozen: what stands in a place and pot is one, and what was written then must come
/// to the same for ever. Not to be changed.
/// </summary>
/// <remarks>Steps were stages then; what an entry names is looked up among those of a path of three moves.</remarks>
internal sealed class OldSums(double seedsToEmergence)
{
    internal enum Stage
    {
        Sow,
        Emerge,
        PrickOut,
        PotUp,
        PotOn,
        Harden,
        PlantOut,
        Ripe,
    }

    public static Stage StageOf(StepId step) => (Stage)Usual.All.ToList().FindIndex(s => s.Id == step);

    private readonly Dictionary<Spot, (int Seedlings, int Containers, Stage Reached)> _groups = [];
    private readonly Dictionary<Stage, DateOnly> _days = [];
    private readonly List<Contradiction> _contradictions = [];
    private int _seeds;
    private int _emerged;
    private DateOnly _countedOn;
    private int _lost;
    private int _snipped;
    private int _used;

    public Dictionary<Spot, (int Seedlings, int Containers, Stage Reached)> Groups =>
        _groups.Where(g => g.Value is not (0, 0, _)).ToDictionary();

    public (int Seeds, int Emerged, int Lost, int Snipped, int Used) Counts => (_seeds, _emerged, _lost, _snipped, _used);

    public Dictionary<Stage, DateOnly> Days => _days;

    public int Contradictions => _contradictions.Count;

    public void Add(LedgerEntry entry)
    {
        if (Refusal(entry) is { } refusal)
        {
            _contradictions.Add(refusal);
            return;
        }

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
                Change(entry.To!.Value, entry.Seedlings, entry.ContainersTo, entry.Step is { } step ? StageOf(step) : reached);
                Reach(entry.HappenedOn);
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
            return entry.Seedlings < _emerged ? new(entry, "emerged-goes-back", "seedlings", entry.Seedlings, _emerged, _countedOn) : null;
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

    private void Change(Spot group, int seedlings, int containers, Stage? reached)
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
