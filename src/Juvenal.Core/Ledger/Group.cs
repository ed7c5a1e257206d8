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
public sealed record Group(
    GroupId Id,
    Spot At,
    int Seedlings,
    int Containers,
    Step Reached,
    DateOnly InPotSince,
    DateOnly? HardenedSince = null,
    GroupId? From = null,
    bool Merged = false
)
{
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
        return Reached == other.Reached
            && Merged == other.Merged
            && (HardenedSince, other.HardenedSince) switch
            {
                (null, null) => true,
                ({ } a, { } b) => Near(a, b),
                _ => false,
            };
    }

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
        };
    }

    private static bool Near(DateOnly a, DateOnly b) => Math.Abs(a.DayNumber - b.DayNumber) <= OneJobDays;
}
