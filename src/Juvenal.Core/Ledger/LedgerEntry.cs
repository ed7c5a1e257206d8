using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

public enum EntryKind
{
    /// <summary>Seeds into containers; nothing stands yet.</summary>
    Sown,

    /// <summary>Seedlings up, typed as the batch's total to date.</summary>
    Emerged,

    /// <summary>Seedlings that died.</summary>
    Lost,

    /// <summary>Seedlings thinned out.</summary>
    Snipped,

    /// <summary>From one group to another; planting out is a move into a bed.</summary>
    Moved,

    /// <summary>A step put off to a new day, with the reason.</summary>
    NotYet,

    /// <summary>Takes back the entry that it corrects.</summary>
    Undo,

    /// <summary>Plants that came in grown: they stand from that day.</summary>
    Received,

    /// <summary>Twins that shared a container get one each: containers change, seedlings do not.</summary>
    Separated,

    /// <summary>Rootstocks and scions that went into grafts.</summary>
    Used,

    /// <summary>A miscount or a wrong day put right: the entry that it corrects counts with these numbers, from the right day on.</summary>
    Corrected,

    /// <summary>Sold, given away or discarded: sound plants that leave, and no loss.</summary>
    Out,

    /// <summary>Plants that go on as a batch of their own, or turn out to be of another.</summary>
    Parted,

    /// <summary>Pots set further apart, or closer; nothing else changes.</summary>
    Spaced,

    /// <summary>Two groups of like state in one place and pot stand as one from now on.</summary>
    Together,

    /// <summary>Which batch plants are of: not sure any more, or sure again.</summary>
    Identity,

    /// <summary>Somebody looked: leaves, roots. Nothing changes but what is known.</summary>
    Checked,

    /// <summary>Tops, flowers, seed leaves or side shoots were taken off some.</summary>
    Pinched,

    /// <summary>They were out for hours of a day: a rung of the ladder, where it was enough.</summary>
    Aired,
}

/// <summary>What stands in the cells of one tray, as counted.</summary>
/// <param name="TrayId">Which tray.</param>
/// <param name="Cells">A sign for each cell in the tray's order: a digit for its seedlings, a dot where the batch has no cell.</param>
public sealed record TrayCount(Guid TrayId, string Cells);

/// <summary>One line of a batch's ledger. Never changed once written.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Sequence">Given by the store; breaks ties within a day.</param>
/// <param name="HappenedOn">The day it happened, which may be before the day it was written.</param>
/// <param name="Kind">What happened.</param>
/// <param name="Step">The step it does or puts off, where it does.</param>
/// <param name="From">Where it takes from (lost, snipped, moved).</param>
/// <param name="To">Where it adds to (sown, emerged, moved).</param>
/// <param name="Seeds">Sown: seeds, cuttings or grafts set.</param>
/// <param name="Seedlings">Emerged: the total to date; lost, snipped, moved: seedlings.</param>
/// <param name="Containers">Sown: containers filled; lost, snipped, moved: containers that <paramref name="From"/> has no longer.</param>
/// <param name="ContainersTo">Moved: containers that <paramref name="To"/> has more.</param>
/// <param name="Reason">Lost, not yet: why.</param>
/// <param name="NewDay">Not yet: the day it is put off to. Corrected: the day it really happened, where that was wrong.</param>
/// <param name="Corrects">Undo, corrected: which entry.</param>
/// <param name="LotId">Sown: the packet the seeds were taken from.</param>
/// <param name="Trays">What stands in the cells after it, where they were counted.</param>
/// <param name="Act">Entries of one act in several batches share it.</param>
/// <param name="Group">
/// The group it is about: lost, snipped, used, separated, moved: it takes from that one; sown, received, emerged: it adds to that one,
/// or makes
/// one of its own where that is its own id. Null: written before groups had names; what stands in the place and pot is meant, as one.
/// </param>
/// <param name="Said">What goes with it: of some kinds it must be said (<see cref="EntryDetail"/>).</param>
/// <param name="About">How many days the day may be off, before or after: one of <see cref="Abouts"/>; null: it is that day.</param>
/// <param name="Sure">Doubts that the grower was asked and has answered: it is so (<see cref="Doubts"/>).</param>
public sealed record LedgerEntry(
    Guid Id,
    long Sequence,
    DateOnly HappenedOn,
    EntryKind Kind,
    StepId? Step = null,
    Spot? From = null,
    Spot? To = null,
    int Seeds = 0,
    int Seedlings = 0,
    int Containers = 0,
    int ContainersTo = 0,
    string? Reason = null,
    DateOnly? NewDay = null,
    Guid? Corrects = null,
    Guid? LotId = null,
    IReadOnlyList<TrayCount>? Trays = null,
    Guid? Act = null,
    GroupId? Group = null,
    EntryDetail? Said = null,
    int? About = null,
    IReadOnlyList<string>? Sure = null
)
{
    /// <summary>How far a day may be off, days: “some time that week”, “some time that month”. [model]</summary>
    public static IReadOnlyList<int> Abouts { get; } = [3, 10];
}

/// <summary>An entry that the counts before it do not allow.</summary>
/// <param name="Entry">Which.</param>
/// <param name="Code">more-emerged-than-sown, emerged-goes-back, more-than-standing, more-containers-than-standing, more-pots-than-plants,
/// nothing-sown, group-gone, unlike-groups.</param>
/// <param name="Field">The field that is wrong.</param>
/// <param name="Value">What was given.</param>
/// <param name="Right">The number that would be right: the most, or for a total that went back the least.</param>
/// <param name="Day">The day it rests on.</param>
public sealed record Contradiction(LedgerEntry Entry, string Code, string Field, int Value, int Right, DateOnly Day);

/// <summary>A batch's ledger added up.</summary>
/// <param name="SeedsSown">Seeds; or cuttings and grafts set, plants received with which it began.</param>
/// <param name="Emerged">Seedlings, to date; or rooted, healed, received with which it began.</param>
/// <param name="Groups">What stands where, with nothing left out but empty groups.</param>
/// <param name="Lost">Seedlings.</param>
/// <param name="Snipped">Seedlings.</param>
/// <param name="Route">The steps of the batch.</param>
/// <param name="StepDays">The day each step took place for at least half of the plants.</param>
/// <param name="PutOff">By step: the day it was last put off to.</param>
/// <param name="Used">Seedlings that went into grafts.</param>
/// <param name="Gone">Plants that were sold, given away or discarded.</param>
/// <param name="Parted">Plants that went on as batches of their own.</param>
/// <param name="Trays">The last count of each tray's cells, with its day.</param>
/// <param name="CountedOn">Day of the last count of what is up.</param>
/// <param name="Skips">Steps that plants went past without doing them.</param>
/// <param name="Abouts">Of the days of steps that are not known for certain: how far they may be off, days.</param>
/// <param name="StandsWith">By the name of a sitting of a job that stands as one with another: that one's name.</param>
/// <param name="Contradictions">Entries that were left out because the counts do not allow them; empty in a sound ledger.</param>
public sealed record BatchState(
    Route Route,
    int SeedsSown,
    int Emerged,
    IReadOnlyList<Group> Groups,
    int Lost,
    int Snipped,
    IReadOnlyDictionary<StepId, DateOnly> StepDays,
    IReadOnlyDictionary<StepId, (DateOnly Day, string Reason)> PutOff,
    IReadOnlyList<Contradiction> Contradictions,
    int Used = 0,
    int Gone = 0,
    int Parted = 0,
    IReadOnlyDictionary<Guid, (string Cells, DateOnly On)>? Trays = null,
    DateOnly? CountedOn = null,
    IReadOnlySet<StepId>? Skips = null,
    IReadOnlyDictionary<GroupId, GroupId>? StandsWith = null,
    IReadOnlyDictionary<StepId, int>? Abouts = null
)
{
    /// <summary>The plan walks from the rearmost part that holds at least this share of what stands. [model]</summary>
    public const double RearShare = 0.1;

    public int Seedlings => Groups.Sum(g => g.Seedlings);

    public int Containers => Groups.Sum(g => g.Containers);

    /// <summary>Plants that were counted under another batch until somebody saw what they are.</summary>
    public int CameOver => Seedlings + Lost + Snipped + Used + Gone + Parted - Emerged;

    /// <summary>The group of a name, which may be the name of a sitting that stands with others; null where it is empty.</summary>
    public Group? Group(GroupId? name) =>
        name is not { } id ? null : Groups.FirstOrDefault(g => g.Id == (StandsWith?.GetValueOrDefault(id, id) ?? id));

    /// <summary>Plants that still grow in containers: as long as there are any, the batch cannot end.</summary>
    public int Growing => Groups.Where(g => g.At.Container is not null).Sum(g => g.Seedlings);

    /// <summary>
    /// Containers that want a label: one each, also where two plants share it; none where nothing has come up, nor where nobody is
    /// sure what
    /// it is.
    /// </summary>
    public int Labelled => Groups.Where(g => g.At.Container is not null && g.OneOf is null).Sum(g => Math.Min(g.Containers, g.Seedlings));

    /// <summary>The day a step took place for at least half of the plants; null where it has not.</summary>
    public DateOnly? DayOf(Step step) => StepDays.TryGetValue(step.Id, out var day) ? day : null;

    /// <summary>How far the day of a step may be off, days; 0 where it is certain.</summary>
    public int AboutOf(Step step) => Abouts?.GetValueOrDefault(step.Id) ?? 0;

    /// <summary>The day it was begun: sown, taken in.</summary>
    public DateOnly? BegunOn => DayOf(Route.Begin);

    /// <summary>The day half of it stood as plants: come up, or come in.</summary>
    public DateOnly? UpOn => Emerged > 0 ? DayOf(Route.Standing) : null;

    /// <summary>Seedlings that have not yet done a step.</summary>
    public int Before(Step step) => Groups.Where(g => g.Reached < step).Sum(g => g.Seedlings);

    /// <summary>
    /// Whether a step lies behind the batch: less than a tenth of what stands is still before it. The plan goes on from the rearmost part
    /// that is more than that; half moved is not done. [model]
    /// </summary>
    public bool Passed(Step step) =>
        StepDays.ContainsKey(step.Id)
        && (step.Kind <= StepKind.Up || Before(step) is var before && (before == 0 || before < RearShare * Seedlings));

    /// <summary>Whether plants went past a step without doing it: from the tray into the last pot, into the bed without
    /// hardening.</summary>
    public bool Skipped(Step step) => Skips?.Contains(step.Id) == true;

    /// <summary>The days of the steps that lie behind the batch, those that its path has no longer among them.</summary>
    public IEnumerable<(Step Step, DateOnly Day)> Done() => from s in Route.All where Passed(s.Step) select (s.Step, StepDays[s.Step.Id]);
}
