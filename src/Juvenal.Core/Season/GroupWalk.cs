using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Season;

/// <summary>
/// The next step of a group that is ahead of its batch: the same walk from what that group has done, without spreads. The plan itself
/// walks from the rearmost part.
/// </summary>
public static class GroupWalk
{
    /// <param name="request">That the plan was made from.</param>
    /// <param name="plan">The batch's plan.</param>
    /// <param name="group">One of its groups.</param>
    /// <param name="step">That it does next.</param>
    /// <param name="rungs">Behind that group; null: not begun, or nobody says.</param>
    /// <returns>Null where the plan's own day holds: the group is not ahead.</returns>
    public static StepDay? Next(PlanRequest request, Plan plan, Group group, Step step, RungsSoFar? rungs = null)
    {
        ArgumentNullException.ThrowIfNull(request);
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(group);
        var next = plan.Steps.FirstOrDefault(s => s.Step == step);
        if (next is null || !plan.Steps.Any(s => s.Step < next.Step && s.Facts.Done is null))
            return null;
        var facts = request.Path.Steps.ToDictionary(
            s => s.Id,
            // What it goes past without doing is behind it too.
            s => s < step ? new StepFacts(Done: DoneOn(request, group, s)) : request.FactsOf(s) with { Done = null }
        );
        // Where the rearmost stand says nothing of these.
        var own = request with
        {
            Facts = facts,
            Stands = null,
            Rungs = rungs,
        };
        var course = new Planner.Course(request.Path);
        var sow = own.FactsOf(StepKind.Begin).Done ?? plan.Step(StepKind.Begin).Date.Mid;
        new Walk(own, plan.Window).Run(stackalloc double[Variates.Count], sow.DayNumber, course.Days, course.Free, course.Leaves);
        var fixedOn = own.FactsOf(next.Step).Locked;
        var target = own.Target(plan.Window).DayNumber;
        var free = course.Free[request.Path.SlotOf(next.Step)];
        return new(
            next.Step,
            DateSpread.Certain(Day(course.Days[request.Path.SlotOf(next.Step)])),
            fixedOn ?? Day(next.Step.Kind == StepKind.Harden ? Math.Max(free, target - request.DaysFromHardening(target)) : free),
            own.FactsOf(next.Step).NotBefore
        );
    }

    /// <summary>The group's own days where it keeps them (its last move, its hardening); else the batch's, never after those.</summary>
    private static DateOnly DoneOn(PlanRequest request, Group group, Step step)
    {
        if (step.Kind == StepKind.Harden)
            return group.HardenedSince ?? group.InPotSince;
        if (step.Kind == StepKind.Hold)
            return (group.HardenedSince ?? group.InPotSince) is var since ? since.AddDays(request.LadderFrom(since.DayNumber)) : default;
        var known = request.FactsOf(step).Done ?? group.InPotSince;
        var last = request.Path.Steps.Where(s => s.Kind == StepKind.Move && s <= group.Reached).DefaultIfEmpty(step).Max();
        return step == last || known > group.InPotSince ? group.InPotSince : known;
    }

    private static DateOnly Day(double dayNumber) => DateOnly.FromDayNumber((int)Math.Floor(dayNumber + 0.5));
}
