using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;

namespace Juvenal.Core.Season;

/// <summary>
/// The next stage of a group that is ahead of its batch: the same walk from what that group has done, without spreads. The plan itself
/// walks from the rearmost part.
/// </summary>
public static class GroupWalk
{
    /// <param name="request">That the plan was made from.</param>
    /// <param name="plan">The batch's plan.</param>
    /// <param name="group">One of its groups.</param>
    /// <returns>Null where the plan's own day holds: the group is not ahead, or has nothing left to do.</returns>
    public static StepDay? Next(PlanRequest request, Plan plan, Group group)
    {
        ArgumentNullException.ThrowIfNull(request);
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(group);
        var next = plan.Steps.FirstOrDefault(s => s.Stage is > Stage.Emerge and < Stage.Ripe && s.Stage > group.Reached);
        if (next is null || !plan.Steps.Any(s => s.Stage < next.Stage && s.Facts.Done is null))
            return null;
        var facts = request
            .Path.Stages()
            .ToDictionary(
                stage => stage,
                stage =>
                    stage <= group.Reached
                        ? new StageFacts(Done: DoneOn(request, group, stage))
                        : request.FactsOf(stage) with
                        {
                            Done = null,
                        }
            );
        var own = request with { Facts = facts };
        var course = new Planner.Course();
        var sow = facts[Stage.Sow].Done ?? plan.Step(Stage.Sow).Date.Mid;
        new Walk(own, plan.Window).Run(stackalloc double[Variates.Count], sow.DayNumber, course.Days, course.Free, course.Leaves);
        var fixedOn = own.FactsOf(next.Stage).Locked;
        var target = (own.FactsOf(Stage.PlantOut).Locked ?? plan.Window.Opens.Mid).DayNumber - request.Rules.HardeningDays;
        var free = course.Free[(int)next.Stage];
        return new(
            next.Stage,
            DateSpread.Certain(Day(course.Days[(int)next.Stage])),
            fixedOn ?? Day(next.Stage == Stage.Harden ? Math.Max(free, target) : free),
            own.FactsOf(next.Stage).NotBefore
        );
    }

    /// <summary>The group's own days where it keeps them (its last move, its hardening); else the batch's, never after those.</summary>
    private static DateOnly DoneOn(PlanRequest request, Group group, Stage stage)
    {
        if (stage == Stage.Harden)
            return group.HardenedSince ?? group.InPotSince;
        var known = request.FactsOf(stage).Done ?? group.InPotSince;
        var last = request
            .Path.Stages()
            .Where(s => s is >= Stage.PrickOut and <= Stage.PotOn && s <= group.Reached)
            .DefaultIfEmpty(stage)
            .Max();
        return stage == last || known > group.InPotSince ? group.InPotSince : known;
    }

    private static DateOnly Day(double dayNumber) => DateOnly.FromDayNumber((int)Math.Floor(dayNumber + 0.5));
}
