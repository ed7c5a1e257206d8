using System.Text.Json;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Plans;

/// <summary>What is stored of a plan besides its steps.</summary>
/// <param name="WindowLow">10 % of the year's last freeze, by the rules that move the window.</param>
/// <param name="WindowMid">The day planned for.</param>
/// <param name="WindowHigh">90 %.</param>
/// <param name="WindowReasons">What set it.</param>
/// <param name="Expected">Plants expected from what is to be sown.</param>
/// <param name="ProbabilityOfEnough">0–1.</param>
/// <param name="SowNoEarlier">See <see cref="Plan"/>.</param>
/// <param name="SowNoLater">See <see cref="Plan"/>.</param>
/// <param name="Warnings">See <see cref="Plan"/>.</param>
/// <param name="Choices">See <see cref="Plan"/>.</param>
/// <param name="PlanVersion">See <see cref="Plans.PlanVersion"/>.</param>
/// <param name="Failures">Why it could not be planned anew; the steps are then those of the last plan that could.</param>
public sealed record PlanSummary(
    DateOnly WindowLow,
    DateOnly WindowMid,
    DateOnly WindowHigh,
    IReadOnlyList<Reason> WindowReasons,
    double Expected,
    double ProbabilityOfEnough,
    DateOnly SowNoEarlier,
    DateOnly SowNoLater,
    IReadOnlyList<Reason> Warnings,
    IReadOnlyList<Choice> Choices,
    string PlanVersion,
    IReadOnlyList<Failure> Failures
)
{
    /// <exception cref="JsonException">Part of it is missing: it comes from a file.</exception>
    internal static void Check(PlanSummary summary)
    {
        if (
            summary is not { WindowReasons: not null, Warnings: not null, Choices: not null, PlanVersion: not null, Failures: not null }
            || !double.IsFinite(summary.Expected)
            || summary.ProbabilityOfEnough is not (>= 0 and <= 1)
            || summary.WindowMid == default
            || summary.SowNoEarlier == default
        )
            throw new JsonException("The plan is not whole.");
    }

    public static PlanSummary Of(Plan plan) =>
        new(
            plan.Window.Opens.Low,
            plan.Window.Opens.Mid,
            plan.Window.Opens.High,
            plan.Window.Reasons,
            plan.Quantity.ExpectedPlants,
            plan.Quantity.ProbabilityOfEnough,
            plan.SowNoEarlier,
            plan.SowNoLater,
            plan.Warnings,
            plan.Choices,
            Plans.PlanVersion.Of(plan),
            []
        );
}

/// <summary>What is stored of a step, in short: to see what moves, and to write only what says something else.</summary>
/// <param name="Digest">Null: not written by this version yet.</param>
internal sealed record StoredDigest(
    Guid BatchId,
    StepId Step,
    string? Digest,
    DateOnly Low,
    DateOnly Mid,
    DateOnly High,
    DateOnly Due,
    DateOnly? PutOffTo,
    DateOnly? DoneOn,
    DateOnly? AnnouncedOn
)
{
    /// <summary>One parameter: the batches.</summary>
    public const string Select = """
        -- The steps of some batches, in short, those taken out of the path among them.
        select batch_id, step_id, digest, low, mid, high, due, put_off_to, done_on, announced_on
        from plan_step
        where batch_id = any($1)
        """;

    public static StoredDigest Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            new(r.GetGuid(1)),
            r.TextOrNull(2),
            r.GetFieldValue<DateOnly>(3),
            r.GetFieldValue<DateOnly>(4),
            r.GetFieldValue<DateOnly>(5),
            r.GetFieldValue<DateOnly>(6),
            r.OrNull<DateOnly>(7),
            r.OrNull<DateOnly>(8),
            r.OrNull<DateOnly>(9)
        );
}
