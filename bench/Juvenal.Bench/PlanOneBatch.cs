using BenchmarkDotNet.Attributes;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Site;

namespace Juvenal.Bench;

/// <summary>One plan with its spreads; the budget is 1 ms.</summary>
[MemoryDiagnoser]
public class PlanOneBatch
{
    private static readonly PlaceClimate House = Place("House", 20, 15);

    private readonly PlanRequest _request = new(
        new(Crop.Pepper, SpeciesGroup.Chinense, Habit.Bush, 95),
        2026,
        new DateOnly(2026, 1, 5),
        new SiteSeason(new SpringFreeze(new DateOnly(2026, 5, 9).DayNumber, 10, true), true, null, Hemisphere.North, 2026),
        HouseRules.Default,
        new SowingChoice(60, 0.85, 0.95, 0.9, 2, null),
        new GrowingPath(
            new Container("72-cell tray", 0.05, 72),
            Place("Heat mat", 20, 18, 26),
            Place("Lamp rack", 22, 18),
            [new(new("9 cm pot", 0.4), House), new(new("13 cm pot", 1), House)],
            Place("Stand", 16, 9),
            "Bed",
            Surface.Bare
        ),
        new Dictionary<StepId, StepFacts>()
    );

    [Benchmark]
    public Outcome<Plan> Plan() => Planner.Plan(_request);

    private static PlaceClimate Place(string name, double day, double night, double? soil = null) =>
        new(name, Temperature.FromCelsius(day), Temperature.FromCelsius(night), soil is { } s ? Temperature.FromCelsius(s) : null);
}
