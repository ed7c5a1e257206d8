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
public sealed record Looked(DateOnly On, double? Leaves, RootsSeen? Roots)
{
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
