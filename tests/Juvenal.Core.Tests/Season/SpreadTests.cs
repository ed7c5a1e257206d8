using Juvenal.Core.Growth;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using MathNet.Numerics.Distributions;
using Xunit;

namespace Juvenal.Core.Tests.Season;

public class SpreadTests
{
    /// <summary>Two that share a draw would stray together.</summary>
    [Fact]
    public void Each_source_of_each_move_has_a_draw_of_its_own()
    {
        var moves = Enumerable.Range(0, GrowingPath.MostMoves).ToList();
        int[] all =
        [
            Variates.Emergence,
            Variates.Freeze,
            Variates.Ripening,
            Variates.About,
            Variates.EmergencePace,
            Variates.LeafPace,
            .. moves.Append(GrowingPath.MostMoves).Select(Variates.LeafStage),
            .. moves.Select(Variates.Setback),
            .. Enumerable.Range(0, GrowingPath.MostMoves + 2).Select(Variates.Place),
        ];
        Assert.Equal(Enumerable.Range(0, Variates.Count), all.Order());
        Assert.All(
            moves,
            i => Assert.Equal(("leaves", "setbacks"), (Variates.SourceOf(Variates.LeafStage(i)), Variates.SourceOf(Variates.Setback(i))))
        );
        Assert.All(moves, i => Assert.Equal("temperature", Variates.SourceOf(Variates.Place(i + 2))));
    }

    [Fact]
    public void A_late_year_widens_planting_where_half_the_risk_is_taken()
    {
        var rules = HouseRules.Default with { AcceptedRisk = 0.5 };
        var steady = Planner
            .Plan(Nurseries.Request(rules: rules) with { Site = Nurseries.Site(Nurseries.May9 with { StandardDeviationDays = 3 }) })
            .Value;
        var fickle = Planner
            .Plan(Nurseries.Request(rules: rules) with { Site = Nurseries.Site(Nurseries.May9 with { StandardDeviationDays = 14 }) })
            .Value;
        Assert.Equal(steady.Day(Usual.PlantOut), fickle.Day(Usual.PlantOut));
        Assert.True(fickle.Width(Usual.PlantOut) >= steady.Width(Usual.PlantOut) + 8);
        Assert.Contains(fickle.Step(Usual.PlantOut).Spread, p => p.Source == "freeze");
        // The window's own spread is the year's last freeze: 10–90 % of a normal, ± 1.28 deviations, at any risk.
        var window = Planner
            .Plan(Nurseries.Request() with { Site = Nurseries.Site(Nurseries.May9 with { StandardDeviationDays = 14 }) })
            .Value.Window.Opens;
        Assert.InRange(window.High.DayNumber - window.Low.DayNumber, 36, 38);
    }

    [Fact]
    public void A_place_that_strays_widens_emergence_and_leaves()
    {
        var steady = Nurseries.Place("One room", 18, 16, deviation: 0);
        var plan = (double deviation) =>
            Planner
                .Plan(
                    Nurseries.Request(
                        path: Nurseries.Path() with
                        {
                            Germination = steady with { DeviationCelsius = deviation },
                            Seedling = steady with { DeviationCelsius = deviation },
                        }
                    )
                )
                .Value;
        Assert.True(plan(2).Width(Usual.Emerge) > plan(0).Width(Usual.Emerge));
        Assert.True(plan(2).Width(Usual.PrickOut) > plan(0).Width(Usual.PrickOut) + 2);
        Assert.DoesNotContain(plan(0).Step(Usual.Emerge).Spread, p => p.Source == "temperature");
    }

    /// <summary>What came up slowly is a slow batch, by some: its leaves are looked for a little later than its days alone would
    /// say.</summary>
    [Theory]
    [InlineData(0, 0)]
    [InlineData(5, 1)]
    [InlineData(-2, -1)]
    public void A_batch_that_was_slow_to_come_up_is_slow_of_leaf_by_some(int late, int sign)
    {
        var planned = Planner.Plan(Nurseries.Request()).Value;
        var (sown, up) = (planned.Day(Usual.Sow), planned.Day(Usual.Emerge).AddDays(late));
        var real = Planner.Plan(Nurseries.Request(today: up).With(Usual.Sow, new(Done: sown)).With(Usual.Emerge, new(Done: up))).Value;
        var more = real.Day(Usual.PotUp).DayNumber - planned.Day(Usual.PotUp).DayNumber - late;
        Assert.InRange(more * Math.Sign(sign == 0 ? 1 : sign), sign == 0 ? -1 : 0, sign == 0 ? 1 : 4);
        Assert.True(sign != 1 || more >= 1);
        // A day that is only known about teaches nothing.
        var about = Planner
            .Plan(Nurseries.Request(today: up).With(Usual.Sow, new(Done: sown, About: 3)).With(Usual.Emerge, new(Done: up)))
            .Value;
        Assert.InRange(about.Day(Usual.PotUp).DayNumber - planned.Day(Usual.PotUp).DayNumber - late, -1, 1);
    }

    public static TheoryData<string, StageSpreads, int> Sources =>
        new()
        {
            { "emergence", new(0.3, 0, 0, 0), 1 },
            { "leaves", new(0, 0.3, 0, 0), 2 },
            { "setbacks", new(0, 0, 0.9, 0), 3 },
            { "ripening", new(0, 0, 0, 0.3), 7 },
        };

    [Theory]
    [MemberData(nameof(Sources))]
    public void Each_source_alone_spreads_its_stage_and_none_before(string source, StageSpreads spreads, int which)
    {
        var step = Usual.All[which];
        var still = new StageSpreads(0, 0, 0, 0);
        var path = Nurseries.Path() with
        {
            Germination = Nurseries.Place("Mat", 21, 17, 25, deviation: 0),
            Seedling = Nurseries.Place("Rack", 21, 17, deviation: 0),
            Moves = [.. Nurseries.Path().Moves.Select(m => m with { Place = m.Place with { DeviationCelsius = 0 } })],
        };
        var request = Nurseries.Request(path: path).With(Usual.Sow, new(Locked: Nurseries.Winter));
        var quiet = Planner.Plan(request with { Spreads = still }).Value;
        var noisy = Planner.Plan(request with { Spreads = spreads }).Value;
        Assert.True(noisy.Width(step) >= quiet.Width(step) + 2, $"{source}: {quiet.Width(step)} → {noisy.Width(step)}");
        Assert.All(quiet.Steps.Where(s => s.Step < step), s => Assert.Equal(quiet.Width(s.Step), noisy.Width(s.Step)));
        Assert.Equal(source, noisy.Step(step).Spread[0].Source);
    }

    [Fact]
    public void Each_source_has_its_part_where_it_belongs()
    {
        var plan = Planner.Plan(Nurseries.Request()).Value;
        Assert.Equal(["emergence", "temperature"], plan.Step(Usual.Emerge).Spread.Select(p => p.Source).Order());
        Assert.Contains(plan.Step(Usual.PrickOut).Spread, p => p.Source == "leaves");
        Assert.DoesNotContain(plan.Step(Usual.PrickOut).Spread, p => p.Source == "setbacks");
        Assert.Contains(plan.Step(Usual.PotUp).Spread, p => p.Source == "setbacks");
        Assert.Contains(plan.Step(Usual.Ripe).Spread, p => p.Source == "ripening");
    }

    /// <summary>
    /// Against a Monte Carlo of our own stages written out here, 200,000 draws: emergence (15 %), leaves to the first move (10 %),
    /// the places' temperatures (1 °C). Within a day: dates are whole days, rounded outwards.
    /// </summary>
    [Theory]
    [InlineData(21, 17, 25)]
    [InlineData(12, 11, 18)] // within 3–4 °C of the base: far from a straight line
    public void The_fixed_draws_agree_with_Monte_Carlo(double day, double night, double soil)
    {
        var plan = Planner
            .Plan(Nurseries.Request(path: Nurseries.Path(day, night, soil, 1)).With(Usual.Sow, new(Locked: Nurseries.Winter)))
            .Value;
        var random = new Random(4711);
        var mean = ((14 * day) + (10 * night)) / 24;
        var draws = Enumerable
            .Range(0, 200_000)
            .Select(_ =>
            {
                var emergence = 1 / EmergenceTable.For(Nurseries.Tomato.Crop).RatePerDay(soil + Draw()) * (1 + (0.15 * Draw()));
                return emergence + (2 * 42 / LeafModel.LightFactor(12) / Math.Max(42 / 400.0, mean + Draw() - 8) * (1 + (0.10 * Draw())));
            })
            .Order()
            .ToArray();
        var step = plan.Step(Usual.PrickOut).Date;
        var start = Nurseries.Winter.DayNumber;
        Assert.InRange(step.Low.DayNumber - start, draws[20_000] - 1.5, draws[20_000] + 0.5);
        Assert.InRange(step.High.DayNumber - start, draws[180_000] - 0.5 - (mean < 12 ? 1 : 0), draws[180_000] + 1.5 + (mean < 12 ? 1 : 0));

        double Draw() => Normal.Sample(random, 0, 1);
    }
}
