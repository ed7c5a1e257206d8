using FsCheck.Xunit;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Xunit;

namespace Juvenal.Core.Tests.Season;

/// <summary>A step keeps its name and its place, whatever is put in before it or taken out of the path.</summary>
public class RouteTests
{
    private static readonly Guid Batch = Guid.Parse("019c0de0-0003-7000-8000-000000000001");

    /// <summary>
    /// Any number of moves put in, left out, put back and set elsewhere: the path is what was chosen, no step is ever lost, and what was
    /// left out
    /// stays behind the step it came after and before what came later.
    /// </summary>
    [Property(MaxTest = 300)]
    public void Whatever_is_done_to_a_path_each_step_stays_and_keeps_its_place((byte Act, byte At, byte Other)[] edits)
    {
        var route = new Route(Route.Unnamed(Start.Seed, 2, batch: Batch).Select(s => new RouteStep(s, default)));
        foreach (var (act, at, other) in edits)
        {
            var moves = route.Moves.ToList();
            var gone = route.All.Where(s => s.Retired).Select(s => s.Step).ToList();
            switch (act % 4)
            {
                case 0 when moves.Count < GrowingPath.MostMoves:
                    moves.Insert(at % (moves.Count + 1), new(new(Guid.NewGuid()), StepKind.Move, 0));
                    break;
                case 1 when moves.Count > 0:
                    moves.RemoveAt(at % moves.Count);
                    break;
                case 2 when gone.Count > 0 && moves.Count < GrowingPath.MostMoves:
                    moves.Insert(at % (moves.Count + 1), gone[other % gone.Count]);
                    break;
                case 3 when moves.Count > 1:
                    (moves[at % moves.Count], moves[other % moves.Count]) = (moves[other % moves.Count], moves[at % moves.Count]);
                    break;
            }

            var before = route;
            var path = before.Living.Where(s => s.Kind != StepKind.Move).ToList();
            path.InsertRange(2, moves);
            route = before.On([.. path.Select(s => new RouteStep(s, default))]);

            Assert.Equal(path, route.Living);
            Assert.Equal(Enumerable.Range(1, moves.Count), route.Moves.Select(m => m.Number));
            Assert.Equal(
                before.All.Select(s => s.Step.Id).Union(path.Select(s => s.Id)).ToHashSet(),
                route.All.Select(s => s.Step.Id).ToHashSet()
            );
            Assert.Equal(route.All.Count, route.All.Select(s => s.Step.Id).Distinct().Count());
            Assert.Equal(route.All.Select(s => s.Step).Order(), route.All.Select(s => s.Step));
            foreach (var left in route.All.Where(s => s.Retired).Select(s => s.Step))
            {
                // The last step of the path that it came after, it comes after still; and nothing of the path stands between.
                var was = before.All.TakeWhile(s => s.Step != left).Last(s => path.Contains(s.Step)).Step;
                Assert.Equal(was, route.All.TakeWhile(s => s.Step != left).Last(s => !s.Retired).Step);
            }
        }
    }

    [Fact]
    public void Plants_that_had_done_what_is_left_out_have_the_next_step_to_do()
    {
        var route = new Route(Route.Unnamed(Start.Seed, 2, batch: Batch).Select(s => new RouteStep(s, default)));
        var second = route.Moves[1];
        var shorter = route.On([.. route.Living.Where(s => s != second).Select(s => route[s])]);
        var reached = shorter.Find(second.Id)!.Value;
        Assert.True(reached > shorter.Moves[0] && reached < shorter.Harden);
        Assert.Equal(shorter.Harden, shorter.Living.First(s => s > reached));
        // Put back, it is what it was.
        Assert.Equal(route.Living, shorter.On([.. route.Living.Select(s => route[s])]).Living);
    }

    [Fact]
    public void A_move_does_what_wants_its_pot_else_the_next_and_none_where_all_are_done()
    {
        var (pot, bigger, odd, house, huge) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
        var at = new Queue<Guid?>([null, null, pot, bigger, null, null, null]);
        var route = new Route(Route.Unnamed(Start.Seed, 2, batch: Batch).Select(s => new RouteStep(s, new(at.Dequeue(), house))));
        double? Litres(Guid id) =>
            id == pot ? 0.4
            : id == bigger ? 1
            : id == odd ? 0.2
            : id == huge ? 3
            : null;
        Assert.Equal(route.Moves[0], route.OfMoveTo(new(pot, Guid.NewGuid()), route.Standing, Litres));
        Assert.Equal(route.Moves[1], route.OfMoveTo(new(bigger, house), route.Standing, Litres));
        Assert.Equal(route.Moves[1], route.OfMoveTo(new(bigger, Guid.NewGuid()), route.Standing, Litres));
        Assert.Equal(route.Moves[0], route.OfMoveTo(new(odd, house), route.Standing, Litres));
        Assert.Equal(route.Moves[1], route.OfMoveTo(new(odd, house), route.Moves[0], Litres));
        Assert.Null(route.OfMoveTo(new(odd, house), route.Moves[1], Litres));
        Assert.Equal(route.PlantOut, route.OfMoveTo(new(null, house), route.Standing, Litres));
        // In a pot bigger than any that was planned, none of them is left to do.
        Assert.Equal(route.Moves[1], route.OfMoveTo(new(huge, house), route.Standing, Litres));
    }

    [Fact]
    public void Bought_plants_have_no_coming_up_and_stand_once_they_are_in()
    {
        Assert.Equal((null, Usual.Bought.Begin), (Usual.Bought.Up, Usual.Bought.Standing));
        Assert.Equal(OldStages.StepOf(Batch, Start.Plants, 0), OldStages.StepOf(Batch, Start.Plants, 1));
        Assert.NotEqual(OldStages.StepOf(Batch, Start.Seed, 0), OldStages.StepOf(Batch, Start.Seed, 1));
    }

    /// <summary>
    /// A name that is stored may never come out otherwise: UUID version 8 of RFC 9562; this one was made with Python's hashlib and uuid.
    /// </summary>
    [Fact]
    public void Names_are_the_same_for_ever()
    {
        var name = StepId.Of(Batch, "harden").Value;
        Assert.Equal(Guid.Parse("8d88728d-1cc1-85f1-8004-6fbc54fbe38c"), name);
        Assert.Equal(8, name.Version);
        Assert.Equal(name, OldStages.StepOf(Batch, Start.Seed, 5).Value);
    }

    [Fact]
    public void What_is_no_path_is_refused() =>
        Assert.Throws<ArgumentException>(() =>
            new Route(
                Route.Unnamed(Start.Seed, 1, batch: Batch).Where(s => s.Kind != StepKind.Harden).Select(s => new RouteStep(s, default))
            )
        );

    [Fact]
    public void An_old_batch_keeps_what_it_did_at_stages_that_its_path_has_no_more()
    {
        var (tray, pot, house) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
        var day = new DateOnly(2026, 5, 1);
        var route = new Route(
            OldStages.Route(
                Batch,
                Start.Seed,
                new(tray, house),
                house,
                [new(pot, house)],
                house,
                house,
                new Dictionary<int, DateOnly> { [6] = day },
                new Dictionary<int, Guid?>
                {
                    [2] = null,
                    [3] = pot,
                    [5] = null,
                }
            )
        );
        Assert.Equal(
            [StepKind.Begin, StepKind.Up, StepKind.Move, StepKind.Harden, StepKind.PlantOut, StepKind.Ripe],
            route.Living.Select(s => s.Kind)
        );
        var retired = Assert.Single(route.All, s => s.Retired);
        Assert.Equal((OldStages.StepOf(Batch, Start.Seed, 3), new Spot(pot, house)), (retired.Step.Id, retired.At));
        Assert.True(retired.Step > route.Moves[0] && retired.Step < route.Harden);
        Assert.Equal(day, route[route.PlantOut].LockedOn);
    }
}
