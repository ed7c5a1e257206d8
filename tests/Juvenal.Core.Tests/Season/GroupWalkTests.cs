using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>A group that is ahead of its batch has days of its own: those that a batch would have which did only what the group
/// did.</summary>
public class GroupWalkTests
{
    private static readonly DateOnly Sown = new(2026, 3, 10),
        Up = new(2026, 3, 18);

    [Property(MaxTest = 100)]
    public void It_is_planned_as_a_batch_of_its_own_would_be(
        byte moves,
        byte reached,
        byte potted,
        byte hardened,
        bool fixedDay,
        bool putOff
    )
    {
        var path = Nurseries.Path(moves: 1 + (moves % 3));
        var stages = path.Steps.Where(s => s > Usual.Emerge && s < Usual.PlantOut).ToList();
        var stage = stages[reached % stages.Count];
        var inPot = Up.AddDays(5 + (potted % 30));
        var since = stage == Usual.Harden ? inPot.AddDays(hardened % 80) : (DateOnly?)null;
        var group = new Group(new(Guid.NewGuid()), default, 20, 20, stage, inPot, since);
        var next = path.Steps.First(s => s > stage);
        var settled = new StepFacts(
            Locked: fixedDay ? new DateOnly(2026, 6, 1) : null,
            NotBefore: putOff ? new DateOnly(2026, 5, 28) : null
        );
        var batch = new Dictionary<StepId, StepFacts>
        {
            [Usual.Sow.Id] = new(Done: Sown),
            [Usual.Emerge.Id] = new(Done: Up),
            [next.Id] = settled,
        };
        var request = Nurseries.Request(path: path, today: (since ?? inPot).AddDays(20)) with { Facts = batch };
        var plan = Planner.Plan(request).Value;
        var own = GroupWalk.Next(request, plan, group, next)!;

        var done = stages.Where(s => s <= stage).ToDictionary(s => s.Id, s => new StepFacts(Done: s == Usual.Harden ? since : inPot));
        var alone = Planner.Plan(request with { Facts = batch.Concat(done).ToDictionary() }).Value.Step(next);
        Assert.Equal((next, alone.Date.Mid, alone.Due), (own.Step, own.Date.Mid, own.Due));
        Assert.Equal(settled.NotBefore, own.PutOffTo);
        // Never later than those behind it, who do the same stages and have more to do.
        Assert.True(own.Date.Mid <= plan.Step(next).Date.Mid);
    }

    [Fact]
    public void The_rearmost_part_has_the_days_of_the_plan()
    {
        var request = Nurseries.Request(today: Up.AddDays(20)) with
        {
            Facts = new Dictionary<StepId, StepFacts> { [Usual.Sow.Id] = new(Done: Sown), [Usual.Emerge.Id] = new(Done: Up) },
        };
        var plan = Planner.Plan(request).Value;
        Assert.Null(GroupWalk.Next(request, plan, new(default, default, 20, 20, Usual.Emerge, Sown), Usual.PrickOut));
    }
}
