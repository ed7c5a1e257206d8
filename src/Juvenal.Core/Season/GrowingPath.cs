using Juvenal.Core.Places;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>One move into another container.</summary>
public sealed record Move(Container Container, PlaceClimate Place);

/// <summary>Where hardened plants wait, and how long they are to.</summary>
/// <param name="Place">A cool house, a frame.</param>
/// <param name="Days">1–120; fewer where the plants are late.</param>
public sealed record Holding(PlaceClimate Place, int Days)
{
    /// <summary>Nobody holds young plants longer, days. [model]</summary>
    public const int MostDays = 120;
}

/// <summary>The places and containers a batch passes through.</summary>
/// <param name="Tray">What it is sown in.</param>
/// <param name="Germination">Where the tray stands until emergence.</param>
/// <param name="Seedling">Where it stands from emergence to the first move.</param>
/// <param name="Moves">0–6; the first is pricking out.</param>
/// <param name="Hardening">The hardening stand.</param>
/// <param name="Bed">Where it ends.</param>
/// <param name="Surface">What lies on the bed, or a tunnel over it.</param>
/// <param name="Beginning">What the batch begins with; null: seed.</param>
/// <param name="Ends">What it is raised for; null: a bed.</param>
/// <param name="Hold">Where hardened plants are held until they are wanted; null: they are not.</param>
/// <param name="FreeFrom">The day from which the bed is free, where something else stands there until then; null: it is, or they go in
/// between.</param>
/// <param name="Bears">What stands there until then; null: nobody said.</param>
/// <param name="Named">Its steps in order, as the batch names them; null: as nobody named them.</param>
public sealed record GrowingPath(
    Container Tray,
    PlaceClimate Germination,
    PlaceClimate Seedling,
    IReadOnlyList<Move> Moves,
    PlaceClimate Hardening,
    string Bed,
    Surface Surface,
    Beginning? Beginning = null,
    IReadOnlyList<Step>? Named = null,
    Aim? Ends = null,
    Holding? Hold = null,
    DateOnly? FreeFrom = null,
    string? Bears = null
)
{
    /// <summary>More moves than this no plant is worth. [model]</summary>
    public const int MostMoves = 6;

    public Aim Aim => Ends ?? Season.Aim.Bed;

    public Beginning Begins => Beginning ?? Season.Beginning.Seed;

    /// <summary>The steps of this path, in order. Plants that are bought in have none of coming up.</summary>
    public IReadOnlyList<Step> Steps => Named ?? Route.Unnamed(Begins.Kind, Moves.Count, Hold is not null);

    /// <summary>
    /// Whether move <paramref name="index"/> bares roots: seedlings pricked out of drills. Plugs, pellets, pots and grown plants keep
    /// their ball.
    /// </summary>
    public bool BaresRoots(int index) => index == 0 && Begins.Kind == Start.Seed && !Tray.KeepsBall;

    /// <summary>The same without its last move.</summary>
    public GrowingPath WithoutLastMove() =>
        this with
        {
            Moves = [.. Moves.SkipLast(1)],
            Named = Named is null ? null : [.. Named.Where(s => s.Kind != StepKind.Move || s.Number < Moves.Count)],
        };

    /// <summary>How many places a walk keeps days in: each step has one, coming up also where there is none.</summary>
    internal int Slots => SlotOf(StepKind.Ripe) + 1;

    /// <summary>The place of a step in what a walk keeps.</summary>
    internal int SlotOf(Step step) => SlotOf(step.Kind, step.Number);

    /// <param name="kind">Of the step.</param>
    /// <param name="number">Of a move: which, from 1.</param>
    internal int SlotOf(StepKind kind, int number = 0) =>
        kind switch
        {
            StepKind.Begin => 0,
            StepKind.Up => 1,
            StepKind.Move => 1 + number,
            _ => 2 + Moves.Count + (kind - StepKind.Harden),
        };
}
