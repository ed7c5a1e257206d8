using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>Adds entries up, one after another in the order in which they count.</summary>
/// <param name="route">The batch's steps.</param>
/// <param name="seedsToEmergence">Share of seeds expected up, 0–1.</param>
internal sealed partial class FoldSums(Route route, double seedsToEmergence)
{
    private FoldGroups _groups = new();
    private HashSet<StepId> _done = [];
    private Dictionary<StepId, DateOnly> _days = [];
    private Dictionary<StepId, int> _abouts = [];
    private Dictionary<StepId, (DateOnly, string, long)> _putOff = [];
    private List<Contradiction> _contradictions = [];
    private Dictionary<Guid, (string, DateOnly)> _trays = [];
    private int _seeds;
    private int _emerged;
    private DateOnly _countedOn;
    private int? _countedAbout;
    private int _lost;
    private int _snipped;
    private int _used;
    private int _gone;
    private int _parted;

    /// <summary>Day and number of the last entry that was added; null: none was.</summary>
    public (DateOnly On, long Sequence)? Last { get; private set; }

    /// <summary>These sums with more entries, which come after all that were added.</summary>
    public FoldSums Then(IEnumerable<LedgerEntry> more)
    {
        // The state that was made of these sums holds them: they stay as they are.
        var then = (FoldSums)MemberwiseClone();
        (then._groups, then._done, then._days, then._abouts) = (new(_groups), [.. _done], new(_days), new(_abouts));
        (then._putOff, then._contradictions, then._trays) = (new(_putOff), [.. _contradictions], new(_trays));
        foreach (var entry in more)
            then.Add(entry);
        return then;
    }

    public BatchState State() =>
        new(
            route,
            _seeds,
            _emerged,
            [
                .. _groups
                    .All.OrderBy(g => g.At.Place)
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
            _groups.StandsWith,
            _abouts
        );

    public void Add(LedgerEntry entry)
    {
        Last = (entry.HappenedOn, entry.Sequence);
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
                if (_groups.Of(entry) is { } twins)
                    _groups.Keep(twins with { Containers = twins.Containers + entry.Containers });
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
                if (_groups.Of(entry) is { } stood)
                    Move(entry, stood);
                break;
            case EntryKind.Spaced:
                if (_groups.Of(entry) is { } apart)
                    _groups.Keep(apart with { SpacedCm = ((EntryDetail.Spaced)entry.Said!).Cm });
                break;
            case EntryKind.Identity:
                if (_groups.Of(entry) is { } named)
                    _groups.Keep(named with { OneOf = ((EntryDetail.Identity)entry.Said!).OneOf });
                break;
            case EntryKind.Checked:
                if (_groups.Of(entry) is { } looked && entry.Said is EntryDetail.Checked seen)
                {
                    var now = new Looked(
                        entry.HappenedOn,
                        seen.Leaves,
                        seen.Roots,
                        seen.HeightCm,
                        seen.HeightCm is null ? null : entry.HappenedOn
                    );
                    _groups.Keep(looked with { Seen = looked.Seen?.Then(now) ?? now });
                }

                break;
            case EntryKind.Pinched:
                if (_groups.Of(entry) is { } pinched && entry.Said is EntryDetail.Pinched { What: Care.Pinched.Tops })
                {
                    var topped = Math.Min(pinched.Seedlings, pinched.Topped + entry.Seedlings);
                    _groups.Keep(
                        pinched with
                        {
                            Topped = topped,
                            ToppedOn = pinched.ToppedOn ?? (topped * 2 >= pinched.Seedlings ? entry.HappenedOn : null),
                        }
                    );
                }

                break;
            case EntryKind.Aired:
                if (_groups.Of(entry) is { } aired && entry.Said is EntryDetail.Aired out_)
                    Air(entry, aired, out_);
                break;
            case EntryKind.Together:
                _groups.Join(_groups.Of(entry)!, _groups.Other(entry)!);
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

    private void Take(LedgerEntry entry)
    {
        // A miscount that was put right to nothing takes nothing, from whatever stands there or not.
        if (_groups.Of(entry) is { } group)
            _groups.Keep(
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
        if (_groups.Of(entry) is { } group)
        {
            _groups.Keep(
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
        _groups.Open(entry, new(new(entry.Id), entry.To!.Value, seedlings, containers, reached, since));
    }

    /// <summary>Plants that begin as they stand: in their pot since then, and hardening off where they were.</summary>
    private void Stand(LedgerEntry entry, EntryDetail.Stood stood)
    {
        // What turns out to be of this batch has done moves elsewhere, under another label.
        var before = entry.Step is { } did && route.Find(did) is { } step ? step : route.Standing;
        var reached = stood.HardenedSince is null ? before : route.Harden;
        var at = new Stay(entry.To!.Value.Place, entry.HappenedOn);
        _groups.Open(
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
            _groups.Open(entry, moved.Reached < from.Reached ? moved with { Reached = from.Reached } : moved);
            return;
        }

        // As it was before groups had names: what stands in the place and pot is one.
        if (moved is { Seedlings: 0, Containers: 0 })
            return;
        if (_groups.Of(entry with { From = null }) is not { } there)
        {
            _groups.Open(entry, moved);
            return;
        }

        _groups.Keep(
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
        _groups.Keep(
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
        var standing = _groups.All.Sum(g => g.Seedlings);
        foreach (var (step, _, _, _) in route.All)
        {
            if (step.Kind is <= StepKind.Up or StepKind.Ripe || _days.ContainsKey(step.Id))
                continue;
            var there = _groups.All.Where(g => g.Reached >= step).Sum(g => g.Seedlings);
            if (there > 0 && there * 2 >= standing)
            {
                Date(step, entry.HappenedOn, entry.About);
                if (_emerged > 0)
                    Date(route.Standing, _countedOn, _countedAbout);
            }
        }
    }
}
