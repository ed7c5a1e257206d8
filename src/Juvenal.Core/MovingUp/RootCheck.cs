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
public sealed record Looked(DateOnly On, double? Leaves, RootsSeen? Roots, double? HeightCm = null)
{
    /// <summary>No transplant is taller, cm: a typing error.</summary>
    public const double MostCm = 300;

    /// <summary>What is known after a second look: of one day both count, and what it says anew.</summary>
    public Looked Then(Looked later)
    {
        ArgumentNullException.ThrowIfNull(later);
        return later.On == On ? new(On, later.Leaves ?? Leaves, later.Roots ?? Roots, later.HeightCm ?? HeightCm) : later;
    }

    /// <summary>What it still says of plants in another pot: nothing of roots at its wall, nor how far they stand out of the mix.</summary>
    public Looked? AfterMove() => Leaves is null ? null : this with { Roots = null, HeightCm = null };

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
