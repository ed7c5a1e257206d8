using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Site;

namespace Juvenal.Core.Tests;

/// <summary>Made-up requests that the tests vary one thing of.</summary>
internal static class Nurseries
{
    public static readonly DateOnly Winter = new(2026, 1, 5);

    public static readonly CultivarTraits Tomato = new(Crop.Tomato, SpeciesGroup.Tomato, Habit.Tall, 70);
    public static readonly CultivarTraits Pepper = new(Crop.Pepper, SpeciesGroup.Annuum, Habit.Bush, 75);
    public static readonly CultivarTraits Slow = new(Crop.Pepper, SpeciesGroup.Chinense, Habit.Bush, 95);

    public static readonly SpringFreeze May9 = new(new DateOnly(2026, 5, 9).DayNumber, 10, true);

    /// <summary>A season that rests on May 9 and on no record.</summary>
    public static SiteSeason Site(SpringFreeze? freeze = null, SiteClimate? climate = null) =>
        new(freeze ?? May9, freeze is not null || climate is null, climate, Hemisphere.North, 2026);

    public static PlaceClimate Place(string name, double day, double night, double? soil = null, double deviation = 1) =>
        new(
            name,
            Temperature.FromCelsius(day),
            Temperature.FromCelsius(night),
            soil is { } s ? Temperature.FromCelsius(s) : null,
            deviation
        );

    public static GrowingPath Path(double day = 21, double night = 17, double soil = 25, int moves = 2)
    {
        Container[] containers =
        [
            new("9 cm pot", 0.4),
            new("13 cm pot", 1.0),
            new("2 L pot", 2),
            new("3 L pot", 3),
            new("5 L pot", 5),
            new("10 L pot", 10),
        ];
        var house = Place("Glasshouse", day, night);
        return new(
            new("72-cell tray", 0.05, 72),
            Place("Heat mat", day, night, soil),
            Place("Lamp rack", day, night),
            [.. containers.Take(moves).Select(c => new Move(c, house))],
            Place("Hardening stand", 16, 9),
            "South bed",
            Surface.Bare
        );
    }

    public static PlanRequest Request(
        CultivarTraits? cultivar = null,
        GrowingPath? path = null,
        HouseRules? rules = null,
        DateOnly? today = null
    ) =>
        new(
            cultivar ?? Tomato,
            2026,
            today ?? Winter,
            Site(),
            rules ?? HouseRules.Default,
            new(60, 0.85, 0.95, 0.9, 1, null),
            path ?? Path(),
            new Dictionary<StepId, StepFacts>()
        );

    public static PlanRequest With(this PlanRequest request, Step step, StepFacts facts) =>
        request with
        {
            Facts = new Dictionary<StepId, StepFacts>(request.Facts) { [step.Id] = facts },
        };

    public static PlanStep Step(this Plan plan, Step step) => plan.Steps.First(s => s.Step == step);

    public static DateOnly Day(this Plan plan, Step step) => plan.Step(step).Date.Mid;

    public static int Width(this Plan plan, Step step) => plan.Step(step).Date.High.DayNumber - plan.Step(step).Date.Low.DayNumber;

    public static int DaysBetween(this Plan plan, Step from, Step to) => plan.Day(to).DayNumber - plan.Day(from).DayNumber;
}

/// <summary>The steps of a batch of three moves that nobody named, by the words of the trade.</summary>
internal static class Usual
{
    /// <summary>In order.</summary>
    public static readonly IReadOnlyList<Step> All = Route.Unnamed(Start.Seed, 3);

    public static readonly Step Sow = All[0],
        Emerge = All[1],
        PrickOut = All[2],
        PotUp = All[3],
        PotOn = All[4],
        Harden = All[5],
        PlantOut = All[6],
        Ripe = All[7];

    public static readonly Route Route = RouteOf(All);

    /// <summary>Of a batch that is bought in: its first step is the last before the moves.</summary>
    public static readonly Route Bought = RouteOf(Route.Unnamed(Start.Plants, 3));

    private static Route RouteOf(IEnumerable<Step> steps) => new(steps.Select(s => new RouteStep(s, default)));
}
