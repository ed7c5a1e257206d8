using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>Names a group for good: the id of the entry that made it.</summary>
public readonly record struct GroupId(Guid Value);

/// <summary>What plants stand in, and where. In a bed there is no container.</summary>
public readonly record struct Spot(Guid? Container, Guid Place);

/// <summary>
/// Plants of one batch that have gone the same way. Two of them may stand in the same place and pot: each keeps its own state until it is
/// empty.
/// </summary>
/// <param name="Id">Its name.</param>
/// <param name="At">In what, and where.</param>
/// <param name="Seedlings">From 0.</param>
/// <param name="Containers">Occupied, from 0: a twin cell is two seedlings and one container; a sown cell is occupied too.</param>
/// <param name="Reached">The last step these plants have done.</param>
/// <param name="InPotSince">Since when they stand in this container, wherever it was carried; in a bed, since they were planted.</param>
/// <param name="HardenedSince">Since when they harden off; null where they have not begun.</param>
/// <param name="From">The group that they were parted from; null where they were sown or came in.</param>
/// <param name="Merged">
/// Plants of unlike state were set together before groups had names: the step is that of the furthest, the days in the pot those of the
/// oldest, the hardening that of the latest.
/// </param>
/// <param name="SpacedCm">From the middle of one pot to that of the next, cm; null where nobody said.</param>
/// <param name="Seen">What was seen of them last; null: nobody looked.</param>
/// <param name="HereSince">The day they were carried to where they stand; null: they came there first.</param>
/// <param name="Outdoors">What they had of their hardening; null where they have not begun.</param>
/// <param name="ToppedOn">The day at least half of them were topped; null: they were not.</param>
/// <param name="Topped">How many were, so far.</param>
/// <param name="OneOf">Batches that they may be of where that is not sure; empty: nobody knows. Null: they are sure.</param>
public sealed record Group(
    GroupId Id,
    Spot At,
    int Seedlings,
    int Containers,
    Step Reached,
    DateOnly InPotSince,
    DateOnly? HardenedSince = null,
    GroupId? From = null,
    bool Merged = false,
    double? SpacedCm = null,
    IReadOnlyList<Guid>? OneOf = null,
    Looked? Seen = null,
    DateOnly? HereSince = null,
    Outdoors? Outdoors = null,
    DateOnly? ToppedOn = null,
    int Topped = 0
)
{
    /// <summary>Equal where everything of them is, the batches that they may be of whatever their order.</summary>
    public bool Equals(Group? other) =>
        other is not null
        && (Id, At, Seedlings, Containers, Reached, InPotSince)
            == (other.Id, other.At, other.Seedlings, other.Containers, other.Reached, other.InPotSince)
        && (HardenedSince, From, Merged, SpacedCm) == (other.HardenedSince, other.From, other.Merged, other.SpacedCm)
        && (Seen, HereSince, Outdoors) == (other.Seen, other.HereSince, other.Outdoors)
        && (ToppedOn, Topped) == (other.ToppedOn, other.Topped)
        && IsSureAs(other);

    public override int GetHashCode() => HashCode.Combine(Id, At, Seedlings, Containers, Reached, InPotSince);

    /// <summary>Sittings of one job no further apart than this, days, leave one group. [model]</summary>
    public const int OneJobDays = 3;

    /// <summary>
    /// Whether others that come to the same place and pot stand as one with these: everything that a later job asks about them is alike,
    /// but
    /// for a few days between the sittings of one job. Only what is potted on that very day may be younger than these: from one to the
    /// next the
    /// days would add up, and the youngest count as older than they are.
    /// </summary>
    /// <param name="other">Those that come.</param>
    /// <param name="day">When.</param>
    public bool IsLike(Group other, DateOnly day)
    {
        ArgumentNullException.ThrowIfNull(other);
        var sitting = other.InPotSince == day && other.InPotSince > InPotSince && Near(InPotSince, other.InPotSince);
        return At == other.At && (InPotSince == other.InPotSince || sitting) && HasDoneAs(other);
    }

    /// <summary>Whether these have done what others have: the same step, and the hardening begun together or not at all.</summary>
    public bool HasDoneAs(Group other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return Reached == other.Reached && Merged == other.Merged && HardenedWith(other) && IsSureAs(other);
    }

    /// <summary>In what two groups of one place and pot are unlike, so that they do not stand as one; empty where they may.</summary>
    /// <returns>place, pot, step, hardening, label.</returns>
    public IReadOnlyList<string> Unlike(Group other)
    {
        ArgumentNullException.ThrowIfNull(other);
        var unlike = new List<string>();
        if (At.Place != other.At.Place)
            unlike.Add("place");
        if (At.Container != other.At.Container)
            unlike.Add("pot");
        if (Reached != other.Reached)
            unlike.Add("step");
        if (!HardenedWith(other))
            unlike.Add("hardening");
        if (!IsSureAs(other))
            unlike.Add("label");
        return unlike;
    }

    private bool HardenedWith(Group other) =>
        (HardenedSince, other.HardenedSince) switch
        {
            (null, null) => true,
            ({ } a, { } b) => Near(a, b) && (Outdoors?.Before ?? 0) == (other.Outdoors?.Before ?? 0) && AiredAs(other),
            _ => false,
        };

    /// <summary>The same days out, said alike.</summary>
    private bool AiredAs(Group other) => (Outdoors?.Days ?? []).SequenceEqual(other.Outdoors?.Days ?? []);

    private bool IsSureAs(Group other) =>
        (OneOf, other.OneOf) switch
        {
            (null, null) => true,
            ({ } a, { } b) => a.Order().SequenceEqual(b.Order()),
            _ => false,
        };

    /// <summary>Both as one, under this one's name: in the pot as long as the older, hardened no longer than the younger.</summary>
    public Group With(Group other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return this with
        {
            Seedlings = Seedlings + other.Seedlings,
            Containers = Containers + other.Containers,
            InPotSince = InPotSince < other.InPotSince ? InPotSince : other.InPotSince,
            HardenedSince = HardenedSince > other.HardenedSince ? HardenedSince : other.HardenedSince,
            Merged = Merged || other.Merged,
            SpacedCm = SpacedCm ?? other.SpacedCm,
            Topped = Topped + other.Topped,
            ToppedOn = (Topped + other.Topped) * 2 >= Seedlings + other.Seedlings ? ToppedOn ?? other.ToppedOn : null,
        };
    }

    private static bool Near(DateOnly a, DateOnly b) => Math.Abs(a.DayNumber - b.DayNumber) <= OneJobDays;
}
