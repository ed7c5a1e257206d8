using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Sowing;

namespace Juvenal.Core.Season;

/// <summary>How pressing a task is.</summary>
public enum Press
{
    /// <summary>Planned for a later day.</summary>
    Coming,

    /// <summary>The stage may be reached already: look, and do it if it is.</summary>
    Look,

    /// <summary>Planned for today, or in the days since.</summary>
    Due,

    /// <summary>Due for more than three days.</summary>
    Overdue,
}

/// <summary>The next thing to do with a batch, or with one group of it.</summary>
/// <param name="Step">What.</param>
/// <param name="Group">The group it is about; null before sowing.</param>
/// <param name="From">Where that stands.</param>
/// <param name="FromSeedlings">Seedlings that stand in that group.</param>
/// <param name="FromContainers">Containers that group occupies now.</param>
/// <param name="Press">How pressing.</param>
/// <param name="Day">The day it was due, or will be.</param>
/// <param name="Seedlings">How many plants it is about; 0 before emergence.</param>
/// <param name="Containers">Sow, emerge: cells; moves: containers to fill; harden: containers to carry; plant out: none.</param>
/// <param name="Seeds">Sow: seeds to sow; emerge: seeds sown.</param>
/// <param name="Trays">Sow: trays; null elsewhere or where the container is no tray.</param>
/// <param name="MixLitres">Mix to have ready.</param>
/// <param name="Minutes">How long it takes, before the grower's own pace is known.</param>
/// <param name="Thin">Thinning: which cells; null for the other work. Its step is the coming up it follows.</param>
/// <param name="Kind">What kind of work.</param>
public sealed record Work(
    Step Step,
    GroupId? Group,
    Spot? From,
    int FromSeedlings,
    int FromContainers,
    Press Press,
    DateOnly Day,
    int Seedlings,
    int Containers,
    int Seeds,
    int? Trays,
    double MixLitres,
    int Minutes,
    ThinPlan? Thin = null,
    JobKind Kind = JobKind.Step
);

/// <summary>Thinning by what was counted, and the day seed leaves touch.</summary>
public sealed record ThinDue(ThinPlan Plan, DateOnly Day);

/// <summary>What of a stored plan step the day's work needs.</summary>
public sealed record StepDay(Step Step, DateSpread Date, DateOnly Due, DateOnly? PutOffTo)
{
    /// <summary>A sowing that was planned late is due from the day it was planned on.</summary>
    public static StepDay Kept(Step step, DateSpread date, DateOnly due, DateOnly? putOffTo, DateOnly? keptOn) =>
        new(step, date, step.Kind == StepKind.Begin && keptOn > due ? keptOn.Value : due, putOffTo);

    /// <summary>The day it stands under: the one it was put off to, where that is later.</summary>
    public DateOnly Shown => PutOffTo is { } put && put > Due ? put : Due;
}

/// <summary>From a batch's plan and counts to its next piece of work.</summary>
public static class TodaysWork
{
    /// <summary>A task due for longer than this is overdue. [model]</summary>
    public const int OverdueDays = 3;

    /// <summary>The next work of a batch, as it stands on a day: what is asked for only later is left out.</summary>
    public static IReadOnlyList<Work> On(IEnumerable<Job> jobs, DateOnly today) => [.. jobs.Select(j => j.On(today))];

    /// <summary>The next jobs of a batch: one for each group that has a step to do, and what its trays ask for.</summary>
    /// <param name="steps">The plan's steps in order.</param>
    /// <param name="state">What stands.</param>
    /// <param name="toSow">Cells, seeds and trays of the plan.</param>
    /// <param name="containerOf">What the plants stand in after a step; null in a bed.</param>
    /// <param name="standsIn">What a group stands in; null in a bed.</param>
    /// <param name="twins">Whether two in a cell become two pots.</param>
    /// <param name="ball">What the house does with a ball.</param>
    /// <param name="start">What the batch begins with.</param>
    /// <param name="thin">Where cells were counted and some are crowded.</param>
    /// <param name="ahead">The next step of a group that is ahead of the plan (<see cref="GroupWalk"/>); null where the plan's day
    /// holds.</param>
    /// <returns>Empty when all that is planned is done, or no plant is left.</returns>
    public static IReadOnlyList<Job> Jobs(
        IReadOnlyList<StepDay> steps,
        BatchState state,
        (int Cells, int Seeds, int? Trays) toSow,
        Func<Step, Container?> containerOf,
        Func<Group, Container?> standsIn,
        Seeds.Twins twins,
        RootBall ball = RootBall.Whole,
        Start start = Start.Seed,
        ThinDue? thin = null,
        Func<Group, Step, StepDay?>? ahead = null
    )
    {
        var sown = state.BegunOn is not null;
        if (sown && state.Emerged > 0 && state.Seedlings == 0)
            return [];
        if (steps.FirstOrDefault(s => s.Step.Kind == StepKind.Begin && !sown) is { } sowing)
        {
            var litres = Beginning.IsGrown(start) ? 0 : containerOf(sowing.Step)?.MixLitres(toSow.Cells) ?? 0;
            var minutes = Minutes(toSow.Cells, Handwork.SowingMinutesPerCell);
            return [new(JobKind.Step, sowing, null, null, 0, 0, 0, toSow.Cells, toSow.Seeds, toSow.Trays, litres, minutes)];
        }

        // From there on each group goes its own way: those ahead do not wait for the last.
        var inTrays = state.Groups.Where(g => g.Reached.Kind <= StepKind.Up && g.Seedlings > 0).MaxBy(g => g.Containers);
        var jobs = (
            from g in state.Groups
            where g.Seedlings > 0
            let step = steps.FirstOrDefault(s =>
                s.Step.Kind is > StepKind.Up and < StepKind.Ripe && s.Step > g.Reached && !GoesBack(g, s.Step)
            )
            where step is not null
            orderby step.Step.Order
            select (
                Group: g,
                Job: Moving(ahead?.Invoke(g, step.Step) ?? step, g, containerOf(step.Step), twins, ball, g == inTrays ? thin?.Plan : null)
            )
        ).ToList();

        // The total is of the whole batch: it is counted once, where most of it stands, until half are up.
        if (steps.FirstOrDefault(s => s.Step.Kind == StepKind.Up && state.DayOf(s.Step) is null) is { } emerging)
        {
            var most = state.Groups.Where(g => g.Reached.Kind <= StepKind.Up).MaxBy(g => g.Containers);
            return
            [
                .. most is null ? Array.Empty<Job>() : [Counting(JobKind.Step, emerging, most, state)],
                .. jobs.Where(j => j.Group.Reached.Kind > StepKind.Up).Select(j => j.Job),
            ];
        }

        var works = jobs.ConvertAll(j => j.Job);
        // Before they leave the trays they are counted once more: the last to come are up then.
        if (
            start == Start.Seed
            && inTrays is not null
            && state.UpOn is { } up
            && state.BegunOn is { } sownOn
            && Thinning.Over(sownOn, up) is var over
            && state.CountedOn < over
        )
            return
            [
                Counting(JobKind.CountAgain, new(state.Route.Standing, DateSpread.Certain(over), over, null), inTrays, state),
                .. works,
            ];

        if (thin is { Plan.Snips: > 0 } && inTrays is not null)
        {
            return
            [
                new(
                    JobKind.Thin,
                    new(state.Route.Standing, DateSpread.Certain(thin.Day), thin.Day, null),
                    inTrays.Id,
                    inTrays.At,
                    inTrays.Seedlings,
                    inTrays.Containers,
                    thin.Plan.Snips,
                    thin.Plan.Crowded.Count,
                    0,
                    null,
                    0,
                    Minutes(thin.Plan.Snips, Handwork.SnippingMinutes),
                    thin.Plan
                ),
                .. works,
            ];
        }

        return works;

        // Nothing is asked to go back into a smaller pot.
        bool GoesBack(Group group, Step step) =>
            step.Kind == StepKind.Move
            && group.Reached.Kind == StepKind.Move
            && containerOf(step) is { } planned
            && standsIn(group) is { } now
            && planned.Litres < now.Litres;
    }

    private static Job Counting(JobKind kind, StepDay day, Group group, BatchState state) =>
        new(
            kind,
            day,
            group.Id,
            group.At,
            group.Seedlings,
            group.Containers,
            state.Emerged,
            group.Containers,
            state.SeedsSown,
            null,
            0,
            Handwork.CountingMinutes
        );

    private static Job Moving(StepDay step, Group group, Container? container, Seeds.Twins twins, RootBall ball, ThinPlan? thin)
    {
        // Twins that are snipped leave one plant to a cell; separated, each gets a pot. Counted cells say which.
        // In pots a pair stands on purpose: it is separated at this move.
        var plants =
            thin is not null && step.Step.Kind < StepKind.Harden ? thin.Plants
            : step.Step is { Kind: StepKind.Move, Number: > 1 } ? group.Seedlings
            : twins == Seeds.Twins.Separate && step.Step.Kind < StepKind.Harden ? group.Seedlings
            : Math.Min(group.Seedlings, group.Containers);
        var each = Handwork.Each(step.Step, container, ball) ?? 0;
        return step.Step.Kind switch
        {
            StepKind.Harden or StepKind.Hold => Of(plants, null),
            StepKind.PlantOut => Of(0, null),
            _ => Of(plants, container),
        };

        Job Of(int containers, Container? into) =>
            new(
                JobKind.Step,
                step,
                group.Id,
                group.At,
                group.Seedlings,
                group.Containers,
                group.Seedlings,
                containers,
                0,
                null,
                into?.MixLitres(containers) ?? 0,
                Minutes(containers == 0 ? group.Seedlings : containers, each)
            );
    }

    /// <summary>How pressing a step is.</summary>
    public static Press PressOf(StepDay step, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(step);
        if (step.PutOffTo is { } put && put > today)
            return Press.Coming;
        if (step.Date.Mid > today)
            return step.Date.Low <= today && step.Step.Kind is not (StepKind.Begin or StepKind.Harden or StepKind.Hold)
                ? Press.Look
                : Press.Coming;
        var since = step.PutOffTo is { } until && until > step.Due ? until : step.Due;
        return today.DayNumber - since.DayNumber > OverdueDays ? Press.Overdue : Press.Due;
    }

    private static int Minutes(int count, double each) => (int)Math.Ceiling(count * each);
}
