using Juvenal.Core.Care;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;

namespace Juvenal.Web.Batches;

/// <summary>In what, and where. Which of the groups that stand there is said beside it.</summary>
public sealed record GroupInput(Guid? ContainerId, Guid PlaceId)
{
    internal Spot Key => new(ContainerId, PlaceId);
}

/// <summary>Plants that left: how, to whom, at what price each.</summary>
public sealed record OutInput(Way Way, string? Whom = null, double? PriceEach = null)
{
    internal EntryDetail.Gone Gone => new(Way, string.IsNullOrWhiteSpace(Whom) ? null : Whom.Trim(), PriceEach);
}

/// <summary>What was seen at the bench, on two or three plants: one of these at least.</summary>
/// <param name="Leaves">True leaves, 0–30.</param>
/// <param name="Roots">At the wall of one that was tipped out.</param>
/// <param name="HeightCm">From the mix to the tip, above 0 to 300.</param>
public sealed record SeenInput(double? Leaves = null, RootsSeen? Roots = null, double? HeightCm = null);

/// <summary>A day that plants were out.</summary>
/// <param name="HoursOut">0–24.</param>
/// <param name="HoursSun">Of them in sun.</param>
/// <param name="NightOut">They stayed out the night after.</param>
/// <param name="CoverC">What a cover kept off, °C, 0–30.</param>
/// <param name="Overcast">There was no sun to be had.</param>
/// <param name="Outcome">How they came through.</param>
public sealed record AiredSaidInput(
    double HoursOut,
    double HoursSun = 0,
    bool NightOut = false,
    double CoverC = 0,
    bool Overcast = false,
    DayOutcome Outcome = DayOutcome.Fine
)
{
    internal EntryDetail.Aired Detail => new(HoursOut, HoursSun, NightOut, CoverC, Overcast, Outcome);

    internal static AiredSaidInput Of(EntryDetail.Aired day) =>
        new(day.HoursOut, day.HoursSun, day.NightOut, day.CoverC, day.Overcast, day.Outcome);
}

/// <summary>What an entry of the ledger says. Which fields count depends on its kind; the others stay out.</summary>
public abstract record EntrySaid
{
    /// <summary>Made by the client (UUIDv7): sent twice, it has one effect.</summary>
    public required Guid Id { get; init; }

    /// <summary>What happened.</summary>
    public required EntryKind Kind { get; init; }

    /// <summary>The step it does or puts off, by its id.</summary>
    public Guid? Step { get; init; }

    /// <summary>Where it takes from: all kinds but sown, up, not yet and undo.</summary>
    public GroupInput? From { get; init; }

    /// <summary>Sown, emerged, moved.</summary>
    public GroupInput? To { get; init; }

    /// <summary>Sown.</summary>
    public int Seeds { get; init; }

    /// <summary>Emerged: total to date. Lost, snipped, moved, out: how many.</summary>
    public int Seedlings { get; init; }

    /// <summary>Sown: filled; else: fewer at "from". Null: not counted, they follow from the seedlings.</summary>
    public int? Containers { get; init; }

    /// <summary>Moved: more at "to"; null as above.</summary>
    public int? ContainersTo { get; init; }

    /// <summary>Lost, not yet.</summary>
    public string? Reason { get; init; }

    /// <summary>Not yet; corrected: the day it really happened.</summary>
    public DateOnly? NewDay { get; init; }

    /// <summary>
    /// Which group of those that stand at "from"; null where only one does. The group that a move makes has the move's id.
    /// </summary>
    public Guid? Group { get; init; }

    /// <summary>Out: sold, given or discarded.</summary>
    public OutInput? Out { get; init; }

    /// <summary>Spaced: from the middle of one pot to that of the next, cm, above 0 to 300.</summary>
    public double? SpacedCm { get; init; }

    /// <summary>Together: the group that it stands as one with.</summary>
    public Guid? With { get; init; }

    /// <summary>Checked: what was seen.</summary>
    public SeenInput? Seen { get; init; }

    /// <summary>Pinched: what was taken off.</summary>
    public Pinched? Pinched { get; init; }

    /// <summary>Aired, and where one is put right: how the day was.</summary>
    public AiredSaidInput? Aired { get; init; }

    /// <summary>How many days the day may be off: 3 or 10; null: it is that day.</summary>
    public int? About { get; init; }

    /// <summary>Doubts that were asked (<c>doubts</c> of the answer) and that the grower says are so.</summary>
    public IReadOnlyList<string>? Sure { get; init; }

    /// <param name="day">On which it happened.</param>
    /// <param name="corrects">Undo, corrected: which entry.</param>
    internal LedgerEntry Entry(DateOnly day, Guid? corrects) =>
        new(
            Id,
            0,
            day,
            Kind,
            Step is { } step ? new StepId(step) : null,
            From?.Key,
            To?.Key,
            Seeds,
            Seedlings,
            Containers ?? 0,
            ContainersTo ?? 0,
            Reason,
            NewDay,
            corrects,
            Group: Group is { } group ? new GroupId(group) : null,
            Said: this switch
            {
                { Out: { } o } => o.Gone,
                { SpacedCm: { } cm } => new EntryDetail.Spaced(cm),
                { With: { } with } => new EntryDetail.Together(with),
                { Seen: { } seen } => new EntryDetail.Checked(seen.Leaves, seen.Roots, seen.HeightCm),
                { Pinched: { } what } => new EntryDetail.Pinched(what),
                { Aired: { } aired } => aired.Detail,
                _ => null,
            },
            About: About,
            Sure: Sure
        );
}

/// <summary>A ledger entry as it is written.</summary>
public sealed record EntryInput : EntrySaid
{
    /// <summary>Today or earlier.</summary>
    public required DateOnly HappenedOn { get; init; }

    /// <summary>Undo; corrected: the entry whose numbers were wrong.</summary>
    public Guid? Corrects { get; init; }
}

/// <summary>One entry of an act; its day is that of the act.</summary>
public sealed record ActEntryInput : EntrySaid
{
    /// <summary>Whose ledger.</summary>
    public required Guid Batch { get; init; }

    /// <summary>Corrected: the entry whose numbers or day were wrong. Those of one act are put right together.</summary>
    public Guid? Corrects { get; init; }

    internal ActEntry On(DateOnly day) => new(Batch, Entry(day, Corrects), Containers is null && Kind != EntryKind.Corrected);
}

/// <summary>What was done in one go: all of it counts, or nothing.</summary>
/// <param name="Id">Made by the client (UUIDv7): sent twice, it has one effect.</param>
/// <param name="On">The day, today or earlier.</param>
/// <param name="Entries">Judged in order: one may name a group that one before it makes. 1–100; none where an act is only taken
/// back.</param>
/// <param name="Corrects">An act that this one takes back, and holds all of anew.</param>
public sealed record ActInput(Guid Id, DateOnly On, IReadOnlyList<ActEntryInput> Entries, Guid? Corrects = null);

/// <summary>"Done", said of a piece of work in the Round.</summary>
/// <param name="Id">Of the entry it makes.</param>
/// <param name="ExtraId">Of the second one: the tray carried on, or the rest.</param>
/// <param name="HappenedOn">Today or earlier.</param>
/// <param name="Count">Sow: cells; emerge: up to date; moves: plants moved.</param>
/// <param name="From">Where the group stands that it is about; null for sowing.</param>
/// <param name="Group">Which of those that stand there; null where only one does.</param>
/// <param name="To">Where they went, and in what; null: as planned.</param>
/// <param name="CarryOn">Emerge: the tray goes on to where seedlings stand.</param>
/// <param name="Rest">Moves: what becomes of those left behind.</param>
/// <param name="Reason">Of the loss.</param>
/// <param name="MyCall">Out although the nights say hold, or under cover.</param>
/// <param name="Pairs">Moves: unequal pairs that go on as one, to be separated at the next move.</param>
/// <param name="About">How many days the day may be off: 3 or 10; null: it is that day.</param>
/// <param name="Sure">Doubts that were asked and that the grower says are so.</param>
public sealed record DoneInput(
    Guid Id,
    Guid ExtraId,
    DateOnly HappenedOn,
    int Count,
    GroupInput? From = null,
    bool CarryOn = false,
    Rest Rest = Rest.Stays,
    string? Reason = null,
    int Pairs = 0,
    bool MyCall = false,
    Guid? Group = null,
    GroupInput? To = null,
    int? About = null,
    IReadOnlyList<string>? Sure = null
);

/// <summary>Part of a batch goes on as a batch of its own.</summary>
/// <inheritdoc cref="Splitting"/>
public sealed record SplitInput(
    Guid Id,
    Guid Group,
    DateOnly On,
    int Seedlings,
    int Wanted,
    Guid HardeningPlaceId,
    Guid BedId,
    IReadOnlyList<MoveInput>? Moves = null,
    int? Containers = null,
    AimInput? Aim = null
);

/// <param name="Version">The batch's version that was seen.</param>
/// <param name="Day">Null frees it.</param>
public sealed record LockInput(int Version, DateOnly? Day);

/// <param name="Version">The batch's version that was seen.</param>
/// <param name="Input">The choices.</param>
/// <param name="Shown">Version of the plan that was shown.</param>
public sealed record ChangeInput(int Version, BatchInput Input, string Shown);

/// <param name="Reason">Why it ends; null takes the end back.</param>
public sealed record EndInput(string? Reason);

/// <summary>Ids of the entries that were written, the last one first: for undoing.</summary>
public sealed record Written(IReadOnlyList<Guid> Entries);

/// <summary>A group of a batch, by their ids.</summary>
public sealed record GroupOfInput(Guid Batch, Guid Group);

/// <summary>Labels were mixed up or lost: each of these plants may be of any of the batches.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="On">The day, today or earlier.</param>
/// <param name="Groups">1–12; one alone: nobody knows what it is.</param>
public sealed record MixedInput(Guid Id, DateOnly On, IReadOnlyList<GroupOfInput> Groups);

/// <summary>Somebody looked: what these plants are.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="On">The day, today or earlier.</param>
/// <param name="Batch">Where they were counted.</param>
/// <param name="Group">Which of its groups.</param>
/// <param name="Really">The batch they are of: the same, or another that has begun.</param>
public sealed record ToldInput(Guid Id, DateOnly On, Guid Batch, Guid Group, Guid Really);
