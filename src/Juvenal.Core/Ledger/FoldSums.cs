using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>Adds entries up, one after another in the order in which they count.</summary>
/// <param name="route">The batch's steps.</param>
/// <param name="seedsToEmergence">Share of seeds expected up, 0–1.</param>
internal sealed class FoldSums(Route route, double seedsToEmergence)
{
    private readonly Dictionary<GroupId, Group> _groups = [];

    // Sittings of one job stand as one group; the entries that made each of them go on naming it by their own id.
    private readonly Dictionary<GroupId, GroupId> _standsWith = [];
    private readonly HashSet<GroupId> _named = [];
    private readonly HashSet<StepId> _done = [];
    private readonly Dictionary<StepId, DateOnly> _days = [];
    private readonly Dictionary<StepId, int> _abouts = [];
    private readonly Dictionary<StepId, (DateOnly, string, long)> _putOff = [];
    private readonly List<Contradiction> _contradictions = [];
    private int _seeds;
    private int _emerged;
    private DateOnly _countedOn;
    private int? _countedAbout;
    private readonly Dictionary<Guid, (string, DateOnly)> _trays = [];
    private int _lost;
    private int _snipped;
    private int _used;
    private int _gone;
    private int _parted;

    public BatchState State() =>
        new(
            route,
            _seeds,
            _emerged,
            [
                .. _groups
                    .Values.OrderBy(g => g.At.Place)
                    .ThenBy(g => g.At.Container)
                    .ThenByDescending(g => g.Reached)
                    .ThenBy(g => g.InPotSince)
                    .ThenBy(g => g.Id.Value),
            ],
            _lost,
            _snipped,
            _days,
            _putOff.ToDictionary(p => p.Key, p => (p.Value.Item1, p.Value.Item2)),
            _contradictions,
            _used,
            _gone,
            _parted,
            _trays,
            _emerged > 0 ? _countedOn : null,
            route
                .All.Select(s => s.Step)
                .Where(s => s.Kind > StepKind.Up)
                .Select(s => s.Id)
                .Where(s => _days.ContainsKey(s) && !_done.Contains(s))
                .ToHashSet(),
            _standsWith,
            _abouts
        );

    public void Add(LedgerEntry entry)
    {
        if (Refusal(entry) is { } refusal)
        {
            _contradictions.Add(refusal);
            return;
        }

        if (entry is { Kind: EntryKind.Moved, Step: { } did })
            _done.Add(did);
        foreach (var tray in entry.Trays ?? [])
            _trays[tray.TrayId] = (tray.Cells, entry.HappenedOn);
        switch (entry.Kind)
        {
            // Plants of another batch that turn out to be of this one are none of its seeds: its emergence stays what it was.
            case EntryKind.Received when entry.Said is EntryDetail.Stood { From: not null } over && _days.ContainsKey(route.Begin.Id):
                Stand(entry, over);
                Hardened(entry);
                break;
            case EntryKind.Received:
                _seeds += entry.Seedlings;
                _emerged += entry.Seedlings;
                if (entry.Said is EntryDetail.Stood stands)
                    Stand(entry, stands);
                else
                    Fill(entry, entry.Seedlings, entry.Containers, route.Standing);
                (_countedOn, _countedAbout) = (entry.HappenedOn, entry.About);
                Date(route.Begin, entry.HappenedOn, entry.About);
                Date(route.Standing, entry.HappenedOn, entry.About);
                Hardened(entry);
                break;
            case EntryKind.Separated:
                if (Of(entry) is { } twins)
                    Keep(twins with { Containers = twins.Containers + entry.Containers });
                break;
            case EntryKind.Used:
                _used += entry.Seedlings;
                Take(entry);
                break;
            case EntryKind.Out:
                _gone += entry.Seedlings;
                Take(entry);
                break;
            case EntryKind.Parted:
                _parted += entry.Seedlings;
                Take(entry);
                break;
            case EntryKind.Sown:
                _seeds += entry.Seeds;
                Fill(entry, 0, entry.Containers, route.Begin);
                Date(route.Begin, entry.HappenedOn, entry.About);
                break;
            case EntryKind.Emerged:
                Fill(entry, entry.Seedlings - _emerged, 0, route.Standing);
                (_emerged, _countedOn, _countedAbout) = (entry.Seedlings, entry.HappenedOn, entry.About);
                if (_emerged > 0 && _emerged * 2 >= _seeds * seedsToEmergence)
                    Date(route.Standing, entry.HappenedOn, entry.About);
                break;
            case EntryKind.Lost:
                _lost += entry.Seedlings;
                Take(entry);
                break;
            case EntryKind.Snipped:
                _snipped += entry.Seedlings;
                Take(entry);
                break;
            case EntryKind.Moved:
                if (Of(entry) is { } stood)
                    Move(entry, stood);
                break;
            case EntryKind.Spaced:
                if (Of(entry) is { } apart)
                    Keep(apart with { SpacedCm = ((EntryDetail.Spaced)entry.Said!).Cm });
                break;
            case EntryKind.Identity:
                if (Of(entry) is { } named)
                    Keep(named with { OneOf = ((EntryDetail.Identity)entry.Said!).OneOf });
                break;
            case EntryKind.Checked:
                if (Of(entry) is { } looked && entry.Said is EntryDetail.Checked seen)
                {
                    var now = new Looked(
                        entry.HappenedOn,
                        seen.Leaves,
                        seen.Roots,
                        seen.HeightCm,
                        seen.HeightCm is null ? null : entry.HappenedOn
                    );
                    Keep(looked with { Seen = looked.Seen?.Then(now) ?? now });
                }

                break;
            case EntryKind.Pinched:
                if (Of(entry) is { } pinched && entry.Said is EntryDetail.Pinched { What: Care.Pinched.Tops })
                {
                    var topped = Math.Min(pinched.Seedlings, pinched.Topped + entry.Seedlings);
                    Keep(
                        pinched with
                        {
                            Topped = topped,
                            ToppedOn = pinched.ToppedOn ?? (topped * 2 >= pinched.Seedlings ? entry.HappenedOn : null),
                        }
                    );
                }

                break;
            case EntryKind.Aired:
                if (Of(entry) is { } aired && entry.Said is EntryDetail.Aired out_)
                    Air(entry, aired, out_);
                break;
            case EntryKind.Together:
                Join(Of(entry)!, Other(entry)!);
                break;
            case EntryKind.NotYet:
                // The last word counts, whatever day it is dated to.
                if (!_putOff.TryGetValue(entry.Step!.Value, out var said) || said.Item3 < entry.Sequence)
                {
                    _putOff[entry.Step!.Value] = (entry.NewDay!.Value, entry.Reason ?? "", entry.Sequence);
                }

                break;
        }

        if (
            entry.Kind
            is EntryKind.Aired
                or EntryKind.Moved
                or EntryKind.Lost
                or EntryKind.Snipped
                or EntryKind.Used
                or EntryKind.Out
                or EntryKind.Parted
        )
            Reach(entry);
    }

    /// <summary>The day of a step, the first time it is done.</summary>
    private void Date(Step step, DateOnly day, int? about)
    {
        if (_days.TryAdd(step.Id, day) && about is { } off)
            _abouts[step.Id] = off;
    }

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
            return Of(entry) is null ? new(entry, "group-gone", "group", 0, 0, entry.HappenedOn) : null;
        if (entry.Kind == EntryKind.Together)
        {
            if (Of(entry) is not { } joins || Other(entry) is not { } stays)
                return new(entry, "group-gone", "group", 0, 0, entry.HappenedOn);
            return joins.Id == stays.Id || joins.Unlike(stays).Count > 0
                ? new(entry, "unlike-groups", "said.with", 0, 0, entry.HappenedOn)
                : null;
        }

        var (seedlings, containers) = Of(entry) is { } group ? (group.Seedlings, group.Containers) : (0, 0);
        if (entry.Kind == EntryKind.Separated)
        {
            // A pot for each plant, and not one more.
            var most = Math.Max(0, seedlings - containers);
            return entry.Containers > most
                ? new(entry, "more-pots-than-plants", "containers", entry.Containers, most, entry.HappenedOn)
                : null;
        }

        if (entry.Kind == EntryKind.Pinched && Of(entry) is null)
            return new(entry, "group-gone", "group", 0, 0, entry.HappenedOn);
        if (entry.Seedlings > seedlings)
            return new(entry, "more-than-standing", "seedlings", entry.Seedlings, seedlings, entry.HappenedOn);
        return entry.Containers > containers
            ? new(entry, "more-containers-than-standing", "containers", entry.Containers, containers, entry.HappenedOn)
            : null;
    }

    /// <summary>The group that an entry is about, as it stands; null where there is none.</summary>
    private Group? Of(LedgerEntry entry) =>
        entry.Group is { } name
            ? _groups.GetValueOrDefault(_standsWith.GetValueOrDefault(name, name))
            : _groups
                .Values.Where(g => g.At == (entry.From ?? entry.To)!.Value)
                .OrderBy(g => _named.Contains(g.Id))
                .ThenByDescending(g => g.Seedlings)
                .ThenBy(g => g.Id.Value)
                .FirstOrDefault();

    /// <summary>The group that it is set together with.</summary>
    private Group? Other(LedgerEntry entry) =>
        entry.Said is EntryDetail.Together { With: var other }
            ? _groups.GetValueOrDefault(_standsWith.GetValueOrDefault(new(other), new(other)))
            : null;

    /// <summary>One group becomes part of another; all its names are that one's from now on.</summary>
    private void Join(Group joins, Group stays)
    {
        _groups.Remove(joins.Id);
        foreach (var name in _standsWith.Where(s => s.Value == joins.Id).Select(s => s.Key).ToList())
            _standsWith[name] = stays.Id;
        _standsWith[joins.Id] = stays.Id;
        _groups[stays.Id] = stays.With(joins);
    }

    private void Keep(Group group)
    {
        // An empty group is gone: what comes to stand there next is another.
        if (group is { Seedlings: 0, Containers: 0 })
            _groups.Remove(group.Id);
        else
            _groups[group.Id] = group;
    }

    private void Take(LedgerEntry entry)
    {
        // A miscount that was put right to nothing takes nothing, from whatever stands there or not.
        if (Of(entry) is { } group)
            Keep(
                group with
                {
                    Seedlings = group.Seedlings - entry.Seedlings,
                    Containers = group.Containers - entry.Containers,
                    Topped = group.Topped - ToppedOf(group, entry.Seedlings),
                }
            );
    }

    /// <summary>What is sown, comes up or comes in: into the group it is about, or into a new one.</summary>
    private void Fill(LedgerEntry entry, int seedlings, int containers, Step reached)
    {
        if (Of(entry) is { } group)
        {
            Keep(
                group with
                {
                    Seedlings = group.Seedlings + seedlings,
                    Containers = group.Containers + containers,
                    Reached = reached > group.Reached ? reached : group.Reached,
                }
            );
            return;
        }

        // What comes up late stands in its cell since it was sown.
        var since = entry.Kind == EntryKind.Emerged ? _days[route.Begin.Id] : entry.HappenedOn;
        Open(entry, new(new(entry.Id), entry.To!.Value, seedlings, containers, reached, since));
    }

    /// <summary>Plants that begin as they stand: in their pot since then, and hardening off where they were.</summary>
    private void Stand(LedgerEntry entry, EntryDetail.Stood stood)
    {
        // What turns out to be of this batch has done moves elsewhere, under another label.
        var before = entry.Step is { } did && route.Find(did) is { } step ? step : route.Standing;
        var reached = stood.HardenedSince is null ? before : route.Harden;
        var at = new Stay(entry.To!.Value.Place, entry.HappenedOn);
        Open(
            entry,
            new(new(entry.Id), entry.To!.Value, entry.Seedlings, entry.Containers, reached, stood.PotSince, stood.HardenedSince)
            {
                // What was not recorded is taken as it was said: a rung for each day of it.
                Outdoors =
                    stood.Had?.To(at)
                    ?? (
                        stood.HardenedSince is { } began
                            ? Outdoors.From(at) with
                            {
                                Before = entry.HappenedOn.DayNumber - began.DayNumber,
                            }
                            : null
                    ),
                ToppedOn = stood.ToppedOn,
                Topped = stood.ToppedOn is null ? 0 : entry.Seedlings,
            }
        );
        if (stood.HardenedSince is { } since)
        {
            Date(route.Harden, since, null);
            _done.Add(route.Harden.Id);
        }
    }

    private void Move(LedgerEntry entry, Group from)
    {
        Take(entry);
        var to = entry.To!.Value;
        var done = entry.Step is { } step ? route.Find(step) : null;
        var moved = new Group(
            new(entry.Id),
            to,
            entry.Seedlings,
            entry.ContainersTo,
            done ?? from.Reached,
            to.Container == from.At.Container ? from.InPotSince : entry.HappenedOn,
            // Said again, it begins again; days that were had already go on counting.
            done?.Kind == StepKind.Harden
            && from.Outdoors is not { Days.Count: > 0 }
                ? entry.HappenedOn
                : from.HardenedSince,
            from.Id,
            from.Merged,
            OneOf: from.OneOf,
            Seen: to.Container == from.At.Container ? from.Seen : from.Seen?.AfterMove(),
            HereSince: to.Place == from.At.Place ? from.HereSince : entry.HappenedOn,
            // Planted, the ladder is behind them.
            Outdoors: to.Container is null ? null
                : done?.Kind == StepKind.Harden ? (from.Outdoors ?? Outdoors.From(Before(from))).To(new(to.Place, entry.HappenedOn))
                : from.Outdoors?.To(new(to.Place, entry.HappenedOn)),
            ToppedOn: from.ToppedOn,
            Topped: ToppedOf(from, entry.Seedlings)
        );
        if (entry.Group is not null)
        {
            // Nothing goes back: carried, plants keep what they have done.
            Open(entry, moved.Reached < from.Reached ? moved with { Reached = from.Reached } : moved);
            return;
        }

        // As it was before groups had names: what stands in the place and pot is one.
        if (moved is { Seedlings: 0, Containers: 0 })
            return;
        if (Of(entry with { From = null }) is not { } there)
        {
            Open(entry, moved);
            return;
        }

        Keep(
            there with
            {
                Seedlings = there.Seedlings + moved.Seedlings,
                Containers = there.Containers + moved.Containers,
                Reached = moved.Reached > there.Reached ? moved.Reached : there.Reached,
                HardenedSince = Later(there.HardenedSince, moved.HardenedSince, entry.HappenedOn),
                Merged = there.Merged || !there.HasDoneAs(moved),
                Outdoors = there.Outdoors ?? moved.Outdoors,
            }
        );
    }

    /// <summary>Where they stood before they began to harden, as far as it is known.</summary>
    private static Stay Before(Group group) => new(group.At.Place, group.HereSince ?? group.InPotSince);

    /// <summary>Of those that were topped, as many as go: topped ones and others are not told apart.</summary>
    private static int ToppedOf(Group from, int go) => from.Seedlings == 0 ? 0 : (int)Math.Round((double)from.Topped * go / from.Seedlings);

    /// <summary>A day out. The first is where hardening begins, whether they were carried to the stand for good or not.</summary>
    private void Air(LedgerEntry entry, Group group, EntryDetail.Aired said)
    {
        var day = new AiredDay(
            entry.HappenedOn,
            said.HoursOut,
            said.HoursSun,
            said.NightOut,
            said.CoverC,
            said.Overcast,
            said.Outcome,
            entry.To?.Place
        );
        var begins = entry.Step is { } step && route.Find(step) is { Kind: StepKind.Harden } harden && harden > group.Reached;
        Keep(
            group with
            {
                HardenedSince = group.HardenedSince ?? entry.HappenedOn,
                Reached = begins ? route.Harden : group.Reached,
                Outdoors = (group.Outdoors ?? Outdoors.From(Before(group))).With(day),
            }
        );
        if (begins)
            _done.Add(route.Harden.Id);
    }

    private void Open(LedgerEntry entry, Group group)
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

    /// <summary>The later of two; where only some had begun, those that had not begin on the day they are set together.</summary>
    private static DateOnly? Later(DateOnly? a, DateOnly? b, DateOnly day) =>
        (a, b) switch
        {
            (null, null) => null,
            ({ } one, { } other) => one > other ? one : other,
            _ => day,
        };

    /// <summary>What comes hardened has its moves behind it.</summary>
    private void Hardened(LedgerEntry came)
    {
        if (came.Said is EntryDetail.Stood { HardenedSince: not null })
            Reach(came);
    }

    private void Reach(LedgerEntry entry)
    {
        var standing = _groups.Values.Sum(g => g.Seedlings);
        foreach (var (step, _, _, _) in route.All)
        {
            if (step.Kind is <= StepKind.Up or StepKind.Ripe || _days.ContainsKey(step.Id))
                continue;
            var there = _groups.Values.Where(g => g.Reached >= step).Sum(g => g.Seedlings);
            if (there > 0 && there * 2 >= standing)
            {
                Date(step, entry.HappenedOn, entry.About);
                if (_emerged > 0)
                    Date(route.Standing, _countedOn, _countedAbout);
            }
        }
    }
}
