using Juvenal.Core.Ledger;

namespace Juvenal.Core.Season;

/// <summary>
/// Steps as they were kept before they had names: stages 0 to 7, sow, up, three moves, harden, plant out, ripe. Migration 0012 gives the
/// same
/// names to what is stored; this gives them to files of that time.
/// </summary>
public static class OldStages
{
    public const int Count = 8;

    private const int Up = 1,
        FirstMove = 2,
        Harden = 5,
        PlantOut = 6;

    private static readonly (string What, StepKind Kind)[] Stages =
    [
        ("begin", StepKind.Begin),
        ("up", StepKind.Up),
        ("move-1", StepKind.Move),
        ("move-2", StepKind.Move),
        ("move-3", StepKind.Move),
        ("harden", StepKind.Harden),
        ("plant-out", StepKind.PlantOut),
        ("ripe", StepKind.Ripe),
    ];

    /// <summary>The step that a stage of a batch is. Plants that are bought in begin where others are up.</summary>
    /// <param name="batch">Which batch.</param>
    /// <param name="begins">With what it begins.</param>
    /// <param name="stage">0–7.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such stage.</exception>
    public static StepId StepOf(Guid batch, Start begins, int stage)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(stage);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(stage, Count);
        return StepId.Of(batch, Stages[begins == Start.Plants && stage == Up ? 0 : stage].What);
    }

    /// <summary>The steps of such a batch: those of its path, and those of stages that were done or written of, and that it has no
    /// more.</summary>
    /// <param name="batch">Which batch.</param>
    /// <param name="begins">With what it begins.</param>
    /// <param name="sownIn">Its container, and where it stands first.</param>
    /// <param name="seedlings">Where it stands once up.</param>
    /// <param name="moves">Its moves, 0–3.</param>
    /// <param name="hardening">Where it hardens off.</param>
    /// <param name="bed">Where it ends.</param>
    /// <param name="locks">Days that were fixed, by stage.</param>
    /// <param name="written">Stages that its ledger, its plan or its groups name, and what plants were moved into by the last that
    /// did.</param>
    public static IReadOnlyList<RouteStep> Route(
        Guid batch,
        Start begins,
        Spot sownIn,
        Guid seedlings,
        IReadOnlyList<Spot> moves,
        Guid hardening,
        Guid bed,
        IReadOnlyDictionary<int, DateOnly> locks,
        IReadOnlyDictionary<int, Guid?> written
    )
    {
        ArgumentNullException.ThrowIfNull(moves);
        ArgumentNullException.ThrowIfNull(locks);
        ArgumentNullException.ThrowIfNull(written);
        var steps = new List<RouteStep>();
        for (var stage = 0; stage < Count; stage++)
        {
            var (_, kind) = Stages[stage];
            if (kind == StepKind.Up && begins == Start.Plants)
                continue;
            var path = kind != StepKind.Move || stage - FirstMove < moves.Count;
            if (!path && !written.ContainsKey(stage) && !locks.ContainsKey(stage))
                continue;
            var at = stage switch
            {
                // Plants that are bought in grow on where the plan had them grow, from the first day.
                0 => begins == Start.Plants ? sownIn with { Place = seedlings } : sownIn,
                Up => sownIn with { Place = seedlings },
                Harden => new(moves.Count == 0 ? sownIn.Container : moves[^1].Container, hardening),
                >= PlantOut => new Spot(null, bed),
                _ => path ? moves[stage - FirstMove] : new(written.GetValueOrDefault(stage) ?? sownIn.Container, seedlings),
            };
            var locked = locks.TryGetValue(stage, out var day) ? day : (DateOnly?)null;
            steps.Add(new(new(StepOf(batch, begins, stage), kind, stage), at, locked, !path));
        }

        return steps;
    }
}
