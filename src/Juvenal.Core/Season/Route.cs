using System.Collections.Concurrent;
using Juvenal.Core.Ledger;

namespace Juvenal.Core.Season;

/// <summary>A step of a batch with where it leads.</summary>
/// <param name="Step">Which; its number among the moves is given by the <see cref="Route"/>.</param>
/// <param name="At">Where the plants stand after it, and in what; no container in a bed.</param>
/// <param name="LockedOn">The day the grower fixed.</param>
/// <param name="Retired">Taken out of the path: nothing is planned of it, what was done of it stays.</param>
public sealed record RouteStep(Step Step, Spot At, DateOnly? LockedOn = null, bool Retired = false);

/// <summary>
/// All steps of a batch in their order: those of its path, and among them those that were taken out of it, so that what plants have done
/// keeps its place.
/// </summary>
public sealed class Route
{
    private static readonly ConcurrentDictionary<(bool, int, bool), IReadOnlyList<Step>> OfNone = [];

    private readonly Dictionary<StepId, RouteStep> _byId;

    /// <param name="steps">Any order; numbers of moves are given here.</param>
    /// <exception cref="ArgumentException">Not a path: it has no beginning, hardening, planting out or ripe fruit, or two.</exception>
    public Route(IEnumerable<RouteStep> steps)
    {
        var number = 0;
        All =
        [
            .. steps
                .OrderBy(s => s.Step.Order)
                .Select(s =>
                    s.Step.Kind != StepKind.Move
                        ? s
                        : s with
                        {
                            // One that was taken out is called what it would be, were it still there.
                            Step = s.Step with
                            {
                                Number = s.Retired ? number + 1 : ++number,
                            },
                        }
                ),
        ];
        _byId = All.ToDictionary(s => s.Step.Id);
        Living = [.. All.Where(s => !s.Retired).Select(s => s.Step)];
        (Begin, Harden, PlantOut, Ripe) = (One(StepKind.Begin), One(StepKind.Harden), One(StepKind.PlantOut), One(StepKind.Ripe));
        Up = Living.Where(s => s.Kind == StepKind.Up).Select(s => (Step?)s).FirstOrDefault();
        Hold = Living.Where(s => s.Kind == StepKind.Hold).Select(s => (Step?)s).FirstOrDefault();
        Moves = [.. Living.Where(s => s.Kind == StepKind.Move)];

        // A step that the aim leaves out stands among those taken out of the path: it is there to be put back.
        Step One(StepKind kind) =>
            Living.Concat(All.Where(s => s.Retired).Select(s => s.Step)).Where(s => s.Kind == kind).ToList() is [var one, .. var more]
            && more.TrueForAll(s => All.Single(a => a.Step == s).Retired)
                ? one
                : throw new ArgumentException($"no single {kind}", nameof(steps));
    }

    /// <summary>Those that were taken out of the path among them.</summary>
    public IReadOnlyList<RouteStep> All { get; }

    /// <summary>Those of the path.</summary>
    public IReadOnlyList<Step> Living { get; }

    public Step Begin { get; }

    /// <summary>None where plants are bought in.</summary>
    public Step? Up { get; }

    public IReadOnlyList<Step> Moves { get; }

    public Step Harden { get; }

    /// <summary>None where plants go on as soon as they are hardened.</summary>
    public Step? Hold { get; }

    public Step PlantOut { get; }

    public Step Ripe { get; }

    /// <summary>What plants have done that stand as plants and no more: come up, or come in.</summary>
    public Step Standing => Up ?? Begin;

    /// <summary>A step of any name, also one that was taken out; null: the batch has none.</summary>
    public Step? Find(StepId id) => _byId.TryGetValue(id, out var step) ? step.Step : null;

    public RouteStep this[Step step] => _byId[step.Id];

    /// <summary>
    /// The step that a move into another container does: that which wants this container, wherever it stands; else the last that wants no
    /// bigger one, so that nothing is asked to go back into a smaller pot; else the next move, and none where all are done. A bed is
    /// planting out, planned or not.
    /// </summary>
    /// <param name="to">Where they went.</param>
    /// <param name="reached">What they had done; null where that is not known.</param>
    /// <param name="litres">How much a container holds; null where there is no such container.</param>
    public Step? OfMoveTo(Spot to, Step? reached, Func<Guid, double?> litres)
    {
        ArgumentNullException.ThrowIfNull(litres);
        if (to.Container is not { } into)
            return PlantOut;
        var left = Moves.Where(s => s > (reached ?? Begin)).ToList();
        var fits = left.Where(s => this[s].At.Container == into);
        var outgrown = left.TakeWhile(s => this[s].At.Container is { } planned && litres(planned) <= litres(into)).TakeLast(1);
        return fits.Concat(outgrown).Concat(left).Select(s => (Step?)s).FirstOrDefault();
    }

    /// <summary>
    /// The same batch on another path: steps that the path has no longer are taken out of it and keep their place, after the step of the
    /// path
    /// that came before them.
    /// </summary>
    /// <param name="path">The new path in order; a step whose name is known is that step, wherever it comes now.</param>
    public Route On(IReadOnlyList<RouteStep> path)
    {
        ArgumentNullException.ThrowIfNull(path);
        var order = path.ToList();
        var kept = path.Select(s => s.Step.Id).ToHashSet();
        StepId? before = null;
        foreach (var step in All)
        {
            if (!kept.Contains(step.Step.Id))
                order.Insert(order.FindIndex(s => s.Step.Id == before) + 1, step with { Retired = true });
            before = step.Step.Id;
        }

        return new(order.Select((s, i) => s with { Step = s.Step with { Order = i } }));
    }

    /// <summary>Steps as they are named where nobody named them, in order.</summary>
    /// <param name="begins">With what.</param>
    /// <param name="moves">0–6.</param>
    /// <param name="hold">Hardened plants are held.</param>
    /// <param name="batch">Which.</param>
    public static IReadOnlyList<Step> Unnamed(Start begins, int moves, bool hold = false, Guid batch = default) =>
        // Paths that are refused for their length are not held.
        batch == default
        && moves <= GrowingPath.MostMoves
            ? OfNone.GetOrAdd((Beginning.IsGrown(begins), moves, hold), _ => Made(begins, moves, hold, batch))
            : Made(begins, moves, hold, batch);

    private static List<Step> Made(Start begins, int moves, bool hold, Guid batch)
    {
        const int last = 2 + GrowingPath.MostMoves;
        var steps = new List<Step> { Of("begin", StepKind.Begin, 0) };
        if (!Beginning.IsGrown(begins))
            steps.Add(Of("up", StepKind.Up, 1));
        for (var i = 1; i <= moves; i++)
            steps.Add(Of($"move-{i}", StepKind.Move, 1 + i) with { Number = i });
        steps.Add(Of("harden", StepKind.Harden, last));
        if (hold)
            steps.Add(Of("hold", StepKind.Hold, last + 1));
        steps.AddRange([Of("plant-out", StepKind.PlantOut, last + 2), Of("ripe", StepKind.Ripe, last + 3)]);
        return steps;

        Step Of(string what, StepKind kind, int order) => new(StepId.Of(batch, what), kind, order);
    }
}
