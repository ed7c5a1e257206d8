using Juvenal.Core.Growth;
using Juvenal.Core.Places;

namespace Juvenal.Core.MovingUp;

/// <summary>Roots at the wall of a plant that was tipped out.</summary>
public enum RootsSeen
{
    None,
    Showing,
    Circling,

    /// <summary>Or brown.</summary>
    Matted,
}

/// <summary>What was seen at the bench, on two or three plants.</summary>
/// <param name="On">The day.</param>
/// <param name="Leaves">True leaves, 0–30; null: nobody counted them.</param>
/// <param name="Roots">Null: nobody tipped one out.</param>
/// <param name="HeightCm">From the mix to the tip, above 0 to 300; null: nobody measured.</param>
/// <param name="MeasuredOn">The day of that; null: nobody did.</param>
public sealed record Looked(DateOnly On, double? Leaves, RootsSeen? Roots, double? HeightCm = null, DateOnly? MeasuredOn = null)
{
    /// <summary>No transplant is taller, cm: a typing error.</summary>
    public const double MostCm = 300;

    /// <summary>
    /// What is known after a second look. Of one day both count; on a later one leaves and roots are looked at anew. How tall they are
    /// says nothing of either, and they nothing of it.
    /// </summary>
    public Looked Then(Looked later)
    {
        ArgumentNullException.ThrowIfNull(later);
        var (cm, measured) = later.HeightCm is null ? (HeightCm, MeasuredOn) : (later.HeightCm, later.MeasuredOn);
        var seen =
            later is { Leaves: null, Roots: null } ? this
            : later.On == On ? later with { Leaves = later.Leaves ?? Leaves, Roots = later.Roots ?? Roots }
            : later;
        return seen with { HeightCm = cm, MeasuredOn = measured };
    }

    /// <summary>What it still says of plants in another pot: nothing of roots at its wall, nor how far they stand out of the mix.</summary>
    public Looked? AfterMove() => Leaves is null ? null : this with { Roots = null, HeightCm = null, MeasuredOn = null };

    /// <summary>No transplant has more true leaves: a typing error.</summary>
    public const double MostLeaves = 30;

    /// <summary>Of its comfortable time in the container, with no root at the wall: at most. [model]</summary>
    public const double NoneShare = 0.6;

    /// <summary>With roots just showing. [model]</summary>
    public const double ShowingShare = 0.9;

    /// <summary>With roots that go round. [model]</summary>
    public const double CirclingShare = 1.1;

    /// <summary>With a mat of them. [model]</summary>
    public const double MattedShare = 1.5;

    /// <summary>Of its comfortable time in a container, what has passed, from 0; 1: it is full. A look tells how full the pot was on its
    /// day, whatever was reckoned before it.</summary>
    /// <param name="seen">The last look; null: nobody looked.</param>
    /// <param name="leaf">The crop's leaf model.</param>
    /// <param name="container">What they stand in.</param>
    /// <param name="at">Where; null: not known, nothing has passed since the look.</param>
    /// <param name="inPotSince">In it.</param>
    /// <param name="up">When they came up; roots grow from then on. Null: elsewhere.</param>
    /// <param name="today">Until when.</param>
    public static double PotShare(
        Looked? seen,
        LeafModel leaf,
        Container container,
        PlaceClimate? at,
        DateOnly inPotSince,
        DateOnly? up,
        DateOnly today
    )
    {
        var (since, share) = seen is { Roots: { } roots } ? (seen.On, ShareOf(roots)) : (up > inPotSince ? up.Value : inPotSince, 0);
        return share + (at is null ? 0 : PotHold.Share(leaf, container, at, since, today));
    }

    /// <summary>How much of its comfortable time in the container a plant has behind it by its roots.</summary>
    public static double ShareOf(RootsSeen roots) =>
        roots switch
        {
            RootsSeen.None => NoneShare,
            RootsSeen.Showing => ShowingShare,
            RootsSeen.Circling => CirclingShare,
            _ => MattedShare,
        };
}
