namespace Juvenal.Core.Ledger;

/// <summary>The groups of a batch while its ledger is added up, by all names that they go by.</summary>
internal sealed class FoldGroups
{
    private readonly Dictionary<GroupId, Group> _groups;

    // Sittings of one job stand as one group; the entries that made each of them go on naming it by their own id.
    private readonly Dictionary<GroupId, GroupId> _standsWith;
    private readonly HashSet<GroupId> _named;

    public FoldGroups() => (_groups, _standsWith, _named) = ([], [], []);

    /// <summary>The same, to go on from by itself.</summary>
    public FoldGroups(FoldGroups other) => (_groups, _standsWith, _named) = (new(other._groups), new(other._standsWith), [.. other._named]);

    public IReadOnlyCollection<Group> All => _groups.Values;

    /// <summary>Names of groups that became part of another, with the one they are part of.</summary>
    public IReadOnlyDictionary<GroupId, GroupId> StandsWith => _standsWith;

    /// <summary>The group that an entry is about, as it stands; null where there is none.</summary>
    public Group? Of(LedgerEntry entry) =>
        entry.Group is { } name
            ? Called(name)
            : _groups
                .Values.Where(g => g.At == (entry.From ?? entry.To)!.Value)
                .OrderBy(g => _named.Contains(g.Id))
                .ThenByDescending(g => g.Seedlings)
                .ThenBy(g => g.Id.Value)
                .FirstOrDefault();

    /// <summary>The group that it is set together with.</summary>
    public Group? Other(LedgerEntry entry) => entry.Said is EntryDetail.Together { With: var other } ? Called(new(other)) : null;

    /// <summary>One group becomes part of another; all its names are that one's from now on.</summary>
    public void Join(Group joins, Group stays)
    {
        _groups.Remove(joins.Id);
        foreach (var name in _standsWith.Where(s => s.Value == joins.Id).Select(s => s.Key).ToList())
            _standsWith[name] = stays.Id;
        _standsWith[joins.Id] = stays.Id;
        _groups[stays.Id] = stays.With(joins);
    }

    /// <summary>A group as it is from now on.</summary>
    public void Keep(Group group)
    {
        // An empty group is gone: what comes to stand there next is another.
        if (group is { Seedlings: 0, Containers: 0 })
            _groups.Remove(group.Id);
        else
            _groups[group.Id] = group;
    }

    /// <summary>A group that an entry makes: by itself, or with what stands there in the same state.</summary>
    public void Open(LedgerEntry entry, Group group)
    {
        if (group is { Seedlings: 0, Containers: 0 })
            return;
        if (entry.Group is null)
        {
            _groups[group.Id] = group;
            return;
        }

        _named.Add(group.Id);
        var same = _groups
            .Values.Where(g => g.IsLike(group, entry.HappenedOn))
            .OrderBy(g => Math.Abs(g.InPotSince.DayNumber - group.InPotSince.DayNumber))
            .ThenBy(g => g.Id.Value)
            .FirstOrDefault();
        if (same is not null)
            _standsWith[group.Id] = same.Id;
        _groups[(same ?? group).Id] = same?.With(group) ?? group;
    }

    private Group? Called(GroupId name) => _groups.GetValueOrDefault(_standsWith.GetValueOrDefault(name, name));
}
