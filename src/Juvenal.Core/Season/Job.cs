using Juvenal.Core.Ledger;
using Juvenal.Core.Sowing;

namespace Juvenal.Core.Season;

/// <summary>What kind of work a job is.</summary>
public enum JobKind
{
    /// <summary>The next step of a group.</summary>
    Step,

    /// <summary>Thinning of the trays; its step is the coming up it follows.</summary>
    Thin,

    /// <summary>Counting once more, when the last are up; not asked before its day.</summary>
    CountAgain,
}

/// <summary>The next thing to do with a batch, or with one group of it. It holds days, never "today" or "overdue".</summary>
/// <param name="Kind">What kind.</param>
/// <param name="Day">The step, when it is planned and due, and the day it was put off to.</param>
/// <param name="Group">The group it is about; null before sowing.</param>
/// <param name="From">Where that stands.</param>
/// <param name="FromSeedlings">Seedlings that stand in that group.</param>
/// <param name="FromContainers">Containers that group occupies now.</param>
/// <param name="Seedlings">How many plants it is about; 0 before emergence.</param>
/// <param name="Containers">Sow, emerge: cells; moves: containers to fill; harden: containers to carry; plant out: none.</param>
/// <param name="Seeds">Sow: seeds to sow; emerge: seeds sown.</param>
/// <param name="Trays">Sow: trays; null elsewhere or where the container is no tray.</param>
/// <param name="MixLitres">Mix to have ready.</param>
/// <param name="Minutes">How long it takes, before the grower's own pace is known.</param>
/// <param name="Thin">Thinning: which cells; null for the other work.</param>
public sealed record Job(
    JobKind Kind,
    StepDay Day,
    GroupId? Group,
    Spot? From,
    int FromSeedlings,
    int FromContainers,
    int Seedlings,
    int Containers,
    int Seeds,
    int? Trays,
    double MixLitres,
    int Minutes,
    ThinPlan? Thin = null
)
{
    /// <summary>The first day on which it may be asked for: it is planned for then, or may be ready by then.</summary>
    public DateOnly ShowsFrom => Kind == JobKind.Step && Day.Date.Low < Day.Due ? Day.Date.Low : Day.Due;

    /// <summary>How it stands on a day.</summary>
    public Work On(DateOnly today) =>
        new(
            Day.Step,
            Group,
            From,
            FromSeedlings,
            FromContainers,
            TodaysWork.PressOf(Day, today),
            Day.Due,
            Seedlings,
            Containers,
            Seeds,
            Trays,
            MixLitres,
            Minutes,
            Thin,
            Kind
        );
}
