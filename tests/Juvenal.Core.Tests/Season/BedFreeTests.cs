using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Xunit;
using static Juvenal.Core.Tests.Usual;

namespace Juvenal.Core.Tests.Season;

/// <summary>A bed in which something else stands until a day.</summary>
public class BedFreeTests
{
    private static readonly Plan Free = Plan(null);

    private static Plan Plan(DateOnly? from, DateOnly? locked = null)
    {
        var request = Nurseries.Request(path: Nurseries.Path(moves: 3) with { FreeFrom = from, Bears = "Garlic" });
        return Planner.Plan(locked is { } day ? request.With(PlantOut, new StepFacts(Locked: day)) : request).Value;
    }

    [Fact]
    public void Planting_waits_for_the_bed_and_sowing_is_counted_back_from_that_day()
    {
        var day = Free.Day(PlantOut).AddDays(30);
        var plan = Plan(day);
        Assert.Equal(day, plan.Day(PlantOut));
        // As long on the way as before: nobody raises plants to hold them.
        Assert.InRange(plan.Day(Sow).DayNumber - Free.Day(Sow).DayNumber, 26, 34);
        Assert.True(plan.Step(PlantOut).Date.Low >= day);
        Assert.Equal(("bed-free", "Garlic", (DateOnly?)day), Because(plan.Step(PlantOut).Reasons[0]));
        Assert.Contains(plan.Step(Sow).Reasons, r => r.Code == "sow-back-from-window" && r.Day == day);
        Assert.Empty(plan.Choices);
    }

    [Fact]
    public void Plants_that_are_hardened_long_before_wait_for_the_bed()
    {
        var (harden, day) = (Free.Day(Harden), Free.Day(PlantOut).AddDays(30));
        var plan = Planner
            .Plan(
                Nurseries
                    .Request(path: Nurseries.Path(moves: 3) with { FreeFrom = day })
                    .With(Sow, new StepFacts(Locked: Free.Day(Sow)))
                    .With(Harden, new StepFacts(Locked: harden))
            )
            .Value;
        Assert.Equal((harden, day, day), (plan.Day(Harden), plan.Day(PlantOut), plan.Step(PlantOut).Date.Low));
    }

    [Fact]
    public void A_day_that_is_fixed_before_the_bed_is_free_is_said()
    {
        var fixedOn = Free.Day(PlantOut).AddDays(10);
        var conflict = Plan(fixedOn.AddDays(12), fixedOn).Step(PlantOut).Conflict!;
        Assert.Equal(("lock-before-bed-free", 12.0), (conflict.Code, conflict.Value));
        Assert.Null(Plan(fixedOn, fixedOn).Step(PlantOut).Conflict);
    }

    /// <summary>Free before they would go in, it changes nothing; later, nobody plants before, and a later day is never an earlier planting.</summary>
    [Property(MaxTest = 60)]
    public Property No_plant_goes_in_before_the_bed_is_free() =>
        Prop.ForAll(
            Gen.Choose(-120, 120).ToArbitrary(),
            days =>
            {
                var from = Free.Day(PlantOut).AddDays(days);
                var (plan, later) = (Plan(from), Plan(from.AddDays(1)));
                return days <= -30
                    ? plan.Steps.Zip(Free.Steps).All(s => s.First.Date == s.Second.Date)
                    : plan.Day(PlantOut) >= from && later.Day(PlantOut) >= plan.Day(PlantOut) && plan.Day(PlantOut) >= Free.Day(PlantOut);
            }
        );

    private static (string, string?, DateOnly?) Because(Reason reason) => (reason.Code, reason.Subject, reason.Day);
}
