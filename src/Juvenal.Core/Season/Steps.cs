using Juvenal.Core.Measures;
using Juvenal.Core.Rules;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>Turns the middle course and the draws around it into steps with spreads and reasons.</summary>
internal sealed partial class Steps(
    PlanRequest request,
    Walk walk,
    PlantingWindow window,
    Planner.Course course,
    SowingQuantity quantity,
    DateOnly best,
    DateOnly noEarlier,
    DateOnly noLater,
    Evidence evidence
)
{
    private readonly GrowingPath _path = request.Path;

    public List<PlanStep> All()
    {
        var spreads = new Spreads(request, walk, window, course, evidence);
        var (low, high) = spreads.Quantiles();
        var parts = spreads.Parts();
        return [.. _path.Steps.Select(step => Of(step, low[_path.SlotOf(step)], high[_path.SlotOf(step)], parts[_path.SlotOf(step)]))];
    }

    private PlanStep Of(Step step, double low, double high, IReadOnlyList<SpreadPart> parts)
    {
        var facts = request.FactsOf(step);
        var day = DayOf(course.Days[_path.SlotOf(step)]);
        var date =
            facts is { Done: not null, About: var off and > 0 } ? DateSpread.Around(day.AddDays(-off), day, day.AddDays(off))
            : facts.Done is not null || facts.Locked is not null ? DateSpread.Certain(day)
            : step.Kind == StepKind.Begin && _path.Begins.Kind == Start.Standing ? DateSpread.Certain(day)
            : (step.Kind == StepKind.Up && evidence.Beyond) || Overdue(step, facts) ? DateSpread.Certain(day)
            : step.Kind == StepKind.Begin ? DateSpread.Around(noEarlier > request.Today ? noEarlier : request.Today, day, noLater)
            : DateSpread.FromDayNumbers(low, day.DayNumber, high);
        var (place, container) = Stands(step);
        var leaves = step.Kind is StepKind.Begin or StepKind.Up or StepKind.Ripe ? (double?)null : course.Leaves[_path.SlotOf(step)];
        var (containers, mix) = facts.Done is null ? Materials(step) : (0, 0);
        return new(
            step,
            date,
            Due(step),
            facts,
            place,
            container,
            containers,
            mix,
            leaves,
            Why(step, facts),
            facts.Done is null ? parts : [],
            Conflict(step, facts)
        );
    }

    /// <summary>Plants that should have been moved and were not: it is due today, whatever springs are like. Nobody has seen that they
    /// are not ready.</summary>
    private bool Overdue(Step step, StepFacts facts) =>
        step.Kind == StepKind.Move
        && facts.NotBefore is null
        && request.FactsOf(StepKind.Up).Done is not null
        && (step.Number == 1 || request.FactsOfMove(step.Number - 2).Done is not null)
        && Due(step) < request.Today
        && course.Days[_path.SlotOf(step)] <= request.Today.DayNumber;

    private DateOnly Due(Step step) =>
        request.FactsOf(step).Locked
        ?? step.Kind switch
        {
            // They were not planned: they stand.
            StepKind.Begin when _path.Begins.Kind == Start.Standing => request.FactsOf(step).Done ?? request.Today,
            StepKind.Begin => request.FactsOf(step).Grown is { } grown && grown > best ? grown : best,
            StepKind.Harden => DayOf(
                Math.Max(course.Free[_path.SlotOf(step)], Target.DayNumber - request.DaysFromHardening(Target.DayNumber))
            ),
            _ => DayOf(course.Free[_path.SlotOf(step)]),
        };

    private DateOnly Target => request.Target(window);

    /// <summary>Days that the ladder takes from the planned day on.</summary>
    private int LadderTaken
    {
        get
        {
            var begun = course.Days[_path.SlotOf(StepKind.Harden)];
            return (int)Math.Round(request.HardenedOn(begun) - begun);
        }
    }

    /// <summary>What to have ready: cells at sowing; at a move a pot for each plant that stands, or that is expected to.</summary>
    private (int Containers, double MixLitres) Materials(Step step)
    {
        // Plants that are bought in bring what they stand in.
        if (step.Kind == StepKind.Begin)
            return (quantity.Cells, request.Path.Begins.Grown ? 0 : request.Path.Tray.MixLitres(quantity.Cells));
        if (step.Kind != StepKind.Move)
            return (0, 0);
        var pots = request.PlantsStanding ?? (int)Math.Ceiling(quantity.ExpectedPlants / request.Sowing.Survival);
        return (pots, _path.Moves[step.Number - 1].Container.MixLitres(pots));
    }

    private (string Place, string? Container) Stands(Step step)
    {
        var last = _path.Moves.Count == 0 ? _path.Tray : _path.Moves[^1].Container;
        return step.Kind switch
        {
            StepKind.Begin => (_path.Germination.Name, _path.Tray.Name),
            StepKind.Up => (_path.Seedling.Name, _path.Tray.Name),
            StepKind.Harden => (_path.Hardening.Name, last.Name),
            StepKind.Hold => (_path.Hold!.Place.Name, last.Name),
            StepKind.PlantOut or StepKind.Ripe => (_path.Bed, _path.Aim.Kind == AimKind.Bed ? null : last.Name),
            _ => (_path.Moves[step.Number - 1].Place.Name, _path.Moves[step.Number - 1].Container.Name),
        };
    }

    /// <summary>A locked day against the day the plants or the window would have it.</summary>
    private Reason? Conflict(Step step, StepFacts facts)
    {
        if (facts.Locked is not { } locked || facts.Done is not null)
            return null;
        if (step.Kind == StepKind.PlantOut && Frost(locked, facts) is { } frost)
            return frost;
        if (step.Kind == StepKind.PlantOut && _path.FreeFrom is { } free && locked < free)
            return new("lock-before-bed-free", free.DayNumber - locked.DayNumber, Unit: "d", Subject: _path.Bears, Day: free);
        if (locked < request.Today)
            return new("lock-passed", request.Today.DayNumber - locked.DayNumber, Unit: "d", Day: locked);
        var first = step.Kind == StepKind.Begin;
        if (
            _path.Steps.TakeWhile(s => s != step).Select(s => (Step?)s).LastOrDefault() is { } previous
            && course.Days[_path.SlotOf(previous)] is var before
            && locked.DayNumber < before - 0.5
        )
        {
            return new("lock-before-stage", previous.Number, Subject: previous.Kind.ToString(), Day: DayOf(before));
        }

        var ready = course.Free[_path.SlotOf(step)];
        if (ready - locked.DayNumber >= 1 && !first)
            return new("lock-before-ready", Math.Round(ready - locked.DayNumber), Unit: "d", Day: DayOf(ready));
        return first && locked > noLater ? new("lock-sows-late", locked.DayNumber - best.DayNumber, Unit: "d", Day: best) : null;
    }

    /// <summary>
    /// A fixed planting before the window opens: what still freezes after it. It is said as long as the window has not opened: also when
    /// the day has passed or was put off.
    /// </summary>
    private Reason? Frost(DateOnly locked, StepFacts facts)
    {
        var put = facts.NotBefore is { } until && until > locked ? until : locked;
        var really = put > request.Today ? put : request.Today;
        if (locked >= window.Opens.Mid || really >= window.Opens.Mid)
            return null;
        var risk = request.Site.RiskFrom(really, request.Path.Surface);
        var code =
            really == locked ? "lock-before-window"
            : put > locked ? "lock-put-off-before-window"
            : "lock-passed-before-window";
        return new(
            code,
            window.Opens.Mid.DayNumber - really.DayNumber,
            risk,
            "d",
            RuleCodes.AcceptedRisk,
            Subject: code == "lock-before-window" ? null : locked.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            Day: window.Opens.Mid
        );
    }

    private static DateOnly DayOf(double dayNumber) => DateOnly.FromDayNumber((int)Math.Floor(dayNumber + 0.5));
}
