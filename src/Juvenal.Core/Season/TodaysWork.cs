using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
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
/// <param name="Stage">What.</param>
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
/// <param name="Thin">Thinning: which cells; null for the other work. Its stage is the emergence it follows.</param>
public sealed record Work(
    Stage Stage,
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
    ThinPlan? Thin = null
);

/// <summary>Thinning by what was counted, and the day seed leaves touch.</summary>
public sealed record ThinDue(ThinPlan Plan, DateOnly Day);

/// <summary>What of a stored plan step the day's work needs.</summary>
public sealed record StepDay(Stage Stage, DateSpread Date, DateOnly Due, DateOnly? PutOffTo)
{
    /// <summary>The day it stands under: the one it was put off to, where that is later.</summary>
    public DateOnly Shown => PutOffTo is { } put && put > Due ? put : Due;
}

/// <summary>From a batch's plan and counts to its next piece of work.</summary>
public static class TodaysWork
{
    /// <summary>A task due for longer than this is overdue. [model]</summary>
    public const int OverdueDays = 3;

    /// <summary>The next work of a batch: one piece for each group that has not done its next stage.</summary>
    /// <param name="steps">The plan's steps in order.</param>
    /// <param name="state">What stands.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="toSow">Cells, seeds and trays of the plan.</param>
    /// <param name="containerOf">What the plants stand in after a stage; null in a bed.</param>
    /// <param name="twins">Whether two in a cell become two pots.</param>
    /// <param name="start">What the batch begins with.</param>
    /// <param name="thin">Where cells were counted and some are crowded.</param>
    /// <returns>Empty when all that is planned is done, or no plant is left.</returns>
    public static IReadOnlyList<Work> Next(
        IReadOnlyList<StepDay> steps,
        BatchState state,
        DateOnly today,
        (int Cells, int Seeds, int? Trays) toSow,
        Func<Stage, Container?> containerOf,
        Seeds.Twins twins,
        Start start = Start.Seed,
        ThinDue? thin = null
    )
    {
        var sown = state.StageDays.ContainsKey(Stage.Sow);
        if (sown && state.Emerged > 0 && state.Seedlings == 0)
            return [];
        // The batch is sown, and counted until half are up; from there on each group goes its own way.
        if (steps.FirstOrDefault(s => s.Stage == Stage.Sow && !sown) is { } next)
        {
            var press = PressOf(next, today);
            var litres = start == Start.Plants ? 0 : containerOf(Stage.Sow)?.MixLitres(toSow.Cells) ?? 0;
            return
            [
                new(
                    next.Stage,
                    null,
                    null,
                    0,
                    0,
                    press,
                    next.Due,
                    0,
                    toSow.Cells,
                    toSow.Seeds,
                    toSow.Trays,
                    litres,
                    Minutes(toSow.Cells, Handwork.SowingMinutesPerCell)
                ),
            ];
        }

        var inTrays = state.Groups.Where(g => g.Reached <= Stage.Emerge && g.Seedlings > 0).MaxBy(g => g.Containers);
        var works = state
            .Groups.Where(g => g.Seedlings > 0)
            .Select(g => (Group: g, Step: steps.FirstOrDefault(s => s.Stage > Stage.Emerge && s.Stage != Stage.Ripe && s.Stage > g.Reached)))
            .Where(w => w.Step is not null)
            .OrderBy(w => w.Step!.Stage)
            .Select(w =>
                Moving(
                    w.Step!,
                    w.Group,
                    PressOf(w.Step!, today),
                    containerOf(w.Step!.Stage),
                    twins,
                    w.Group == inTrays ? thin?.Plan : null
                )
            );
        if (steps.FirstOrDefault(s => s.Stage == Stage.Emerge && !state.StageDays.ContainsKey(Stage.Emerge)) is { } emerging)
        {
            // The total is of the whole batch: it is counted once, where most of it stands. What is ahead goes on.
            return
            [
                .. state
                    .Groups.Where(g => g.Reached <= Stage.Emerge)
                    .OrderByDescending(g => g.Containers)
                    .Take(1)
                    .Select(g => new Work(
                        Stage.Emerge,
                        g.Id,
                        g.At,
                        g.Seedlings,
                        g.Containers,
                        PressOf(emerging, today),
                        emerging.Due,
                        state.Emerged,
                        g.Containers,
                        state.SeedsSown,
                        null,
                        0,
                        1
                    )),
                .. works.Where(w => state.Groups.Any(g => g.Id == w.Group && g.Reached > Stage.Emerge)),
            ];
        }

        // Before they leave the trays they are counted once more: the last to come are up then.
        if (
            start == Start.Seed
            && inTrays is not null
            && state.StageDays.TryGetValue(Stage.Emerge, out var up)
            && state.StageDays.TryGetValue(Stage.Sow, out var sownOn)
            && Thinning.Over(sownOn, up) is var over
            && state.CountedOn < over
        )
        {
            var count = new Work(
                Stage.Emerge,
                inTrays.Id,
                inTrays.At,
                inTrays.Seedlings,
                inTrays.Containers,
                over <= today ? Press.Due : Press.Coming,
                over,
                state.Emerged,
                inTrays.Containers,
                state.SeedsSown,
                null,
                0,
                1
            );
            return over <= today ? [count, .. works] : [.. works];
        }

        if (thin is { Plan.Snips: > 0 } && inTrays is not null)
        {
            var late = today.DayNumber - thin.Day.DayNumber;
            works = works.Prepend(
                new(
                    Stage.Emerge,
                    inTrays.Id,
                    inTrays.At,
                    inTrays.Seedlings,
                    inTrays.Containers,
                    late < 0 ? Press.Coming
                        : late > OverdueDays ? Press.Overdue
                        : Press.Due,
                    thin.Day,
                    thin.Plan.Snips,
                    thin.Plan.Crowded.Count,
                    0,
                    null,
                    0,
                    (int)Math.Ceiling(thin.Plan.Snips * Handwork.SnippingMinutes),
                    thin.Plan
                )
            );
        }

        return [.. works];
    }

    private static Work Moving(StepDay step, Group group, Press press, Container? container, Seeds.Twins twins, ThinPlan? thin)
    {
        // Twins that are snipped leave one plant to a cell; separated, each gets a pot. Counted cells say which.
        // In pots a pair stands on purpose: it is separated at this move.
        var plants =
            thin is not null && step.Stage < Stage.Harden ? thin.Plants
            : step.Stage is Stage.PotUp or Stage.PotOn ? group.Seedlings
            : twins == Seeds.Twins.Separate && step.Stage < Stage.Harden ? group.Seedlings
            : Math.Min(group.Seedlings, group.Containers);
        return step.Stage switch
        {
            Stage.Harden => Of(plants, null, Handwork.CarryingMinutesPerContainer),
            Stage.PlantOut => Of(0, null, Handwork.PlantingOutMinutes),
            Stage.PrickOut => Of(plants, container, Handwork.PrickingOutMinutes),
            _ => Of(plants, container, Handwork.PottingUpMinutes),
        };

        Work Of(int containers, Container? into, double minutesEach) =>
            new(
                step.Stage,
                group.Id,
                group.At,
                group.Seedlings,
                group.Containers,
                press,
                step.Due,
                group.Seedlings,
                containers,
                0,
                null,
                into?.MixLitres(containers) ?? 0,
                Minutes(containers == 0 ? group.Seedlings : containers, minutesEach)
            );
    }

    /// <summary>How pressing a step is.</summary>
    public static Press PressOf(StepDay step, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(step);
        if (step.PutOffTo is { } put && put > today)
            return Press.Coming;
        if (step.Date.Mid > today)
            return step.Date.Low <= today && step.Stage is not (Stage.Sow or Stage.Harden) ? Press.Look : Press.Coming;
        var since = step.PutOffTo is { } until && until > step.Due ? until : step.Due;
        return today.DayNumber - since.DayNumber > OverdueDays ? Press.Overdue : Press.Due;
    }

    private static int Minutes(int count, double each) => (int)Math.Ceiling(count * each);
}
