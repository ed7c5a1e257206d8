using Juvenal.Core.Places;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>The stages of a batch, in the order of the work. Moves beyond the first two are not planned.</summary>
public enum Stage
{
    Sow = 0,
    Emerge = 1,
    PrickOut = 2,
    PotUp = 3,
    PotOn = 4,
    Harden = 5,
    PlantOut = 6,
    Ripe = 7,
}

/// <summary>One move into a bigger container.</summary>
public sealed record Move(Container Container, PlaceClimate Place);

/// <summary>The places and containers a batch passes through.</summary>
/// <param name="Tray">What it is sown in.</param>
/// <param name="Germination">Where the tray stands until emergence.</param>
/// <param name="Seedling">Where it stands from emergence to the first move.</param>
/// <param name="Moves">0–3; the first is pricking out.</param>
/// <param name="Hardening">The hardening stand.</param>
/// <param name="Bed">Where it ends.</param>
/// <param name="Surface">What lies on the bed, or a tunnel over it.</param>
/// <param name="Beginning">What the batch begins with; null: seed.</param>
public sealed record GrowingPath(
    Container Tray,
    PlaceClimate Germination,
    PlaceClimate Seedling,
    IReadOnlyList<Move> Moves,
    PlaceClimate Hardening,
    string Bed,
    Surface Surface,
    Beginning? Beginning = null
)
{
    public const int MostMoves = 3;

    public static Stage StageOfMove(int index) => Stage.PrickOut + index;

    public Beginning Begins => Beginning ?? Season.Beginning.Seed;

    /// <summary>
    /// Whether move <paramref name="index"/> bares roots: seedlings pricked out of mix. Plugs, pellets, pots and grown plants keep their
    /// ball.
    /// </summary>
    public bool BaresRoots(int index) => index == 0 && Begins.Kind == Start.Seed && !Tray.KeepsBall;

    /// <summary>The stages this path has, in order. Plants that are bought in have no emergence.</summary>
    public IEnumerable<Stage> Stages() => Stages(Begins.Kind, Moves.Count);

    /// <summary>As <see cref="Stages()"/>, of a path that begins so and has so many moves.</summary>
    public static IEnumerable<Stage> Stages(Start begins, int moves)
    {
        yield return Stage.Sow;
        if (begins != Start.Plants)
            yield return Stage.Emerge;
        for (var i = 0; i < moves; i++)
            yield return StageOfMove(i);
        yield return Stage.Harden;
        yield return Stage.PlantOut;
        yield return Stage.Ripe;
    }
}
