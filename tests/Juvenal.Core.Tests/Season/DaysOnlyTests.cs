using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Juvenal.Core.Growth;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using static Juvenal.Core.Tests.Usual;

namespace Juvenal.Core.Tests.Season;

/// <summary>What is left out where days alone are asked for changes none of them.</summary>
public class DaysOnlyTests
{
    /// <summary>A plan with any of its steps done or fixed on any days, and any draw.</summary>
    [Property(MaxTest = 300)]
    public Property Days_are_the_same_without_leaves() =>
        Prop.ForAll(
            (
                from kinds in Gen.Choose(0, 3).ArrayOf(All.Count)
                from gaps in Gen.Choose(0, 60).ArrayOf(All.Count)
                from draw in Gen.Choose(0, Draws.Count - 1)
                from pot in Gen.Choose(0, 2)
                select (kinds, gaps, draw, pot)
            ).ToArbitrary(),
            asked =>
            {
                var aim = asked.pot == 2 ? Aim.Bed : new(AimKind.Pot, Outdoors: asked.pot == 1);
                var request = Nurseries.Request(path: Nurseries.Path(moves: 3) with { Ends = aim });
                var day = Nurseries.Winter;
                for (var i = 0; i < All.Count; i++)
                {
                    day = day.AddDays(asked.gaps[i]);
                    request = asked.kinds[i] switch
                    {
                        0 => request.With(All[i], new StepFacts(Done: day)),
                        1 => request.With(All[i], new StepFacts(Locked: day)),
                        _ => request,
                    };
                }

                var window = PlantingWindow.For(request.Cultivar.Crop, request.Site, request.Rules, request.Path.Surface);
                var walk = new Walk(request, window);
                var (whole, days) = (new Planner.Course(request.Path), new Planner.Course(request.Path));
                var draw = Draws.Row(asked.draw);
                walk.Run(draw, Nurseries.Winter.DayNumber, whole.Days, whole.Free, whole.Leaves);
                walk.Run(draw, Nurseries.Winter.DayNumber, days.Days, days.Free, days.Leaves, daysOnly: true);
                return whole.Days.SequenceEqual(days.Days);
            }
        );

    /// <summary>The day on which thermal time is gathered is the one that a plain search from the first day finds.</summary>
    [Property(MaxTest = 300)]
    public bool Thermal_time_is_reached_on_the_day_that_a_plain_search_finds(ushort from, ushort need, byte warm)
    {
        var series = Enumerable.Range(0, 400).Select(d => 4 + (warm % 20) + (8 * Math.Sin(d / 20.0))).ToArray();
        var place = new PlaceWarmth(Nurseries.Winter, [series]);
        var leaf = LeafModel.For(Core.Cultivars.SpeciesGroup.Tomato);
        var start = Nurseries.Winter.DayNumber + (from % 390) + 0.3;
        var wanted = 0.5 + (need % 2000);
        var reached = place.Reached(leaf, Gathers.Leaves, null, start, wanted, 0);
        var last = Nurseries.Winter.DayNumber + series.Length;
        var plain = start;
        while (plain < last && place.Between(leaf, Gathers.Leaves, null, start, plain, 0) < wanted)
            plain = Math.Floor(plain) + 1;
        return reached >= start
            && reached <= plain + 1e-9
            && (plain >= last || reached > plain - 1 - 1e-9)
            && (reached >= last || Math.Abs(place.Between(leaf, Gathers.Leaves, null, start, reached, 0) - wanted) < 1e-6);
    }
}
