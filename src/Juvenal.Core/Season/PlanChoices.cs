using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>Ways out where a plan comes too late, each computed by the same walk.</summary>
internal static class PlanChoices
{
    /// <summary>How much warmer "warmer" is, °C. [model]</summary>
    internal const double WarmerCelsius = 3;

    /// <summary>From planting to the first ripe fruit of the earliest there are, days. [common practice, no source]</summary>
    public const int FewestDaysToRipe = 45;

    public static IReadOnlyList<Choice> Of(PlanRequest request, Plan plan, DateOnly best)
    {
        if (request.Path.Aim.Kind != AimKind.Bed)
            return [];
        var planting = plan.Step(StepKind.PlantOut).Date.Mid;
        var late = planting.DayNumber - request.Opens(plan.Window).DayNumber;
        if (late <= Planner.LatestDays || plan.Step(StepKind.PlantOut).Facts != StepFacts.None)
            return [];

        var ripe = plan.Step(StepKind.Ripe).Date.Mid;
        var choices = new List<Choice>();
        if (request.FactsOf(StepKind.Begin).Done is null)
            choices.Add(new("sow-now", planting, ripe));
        var warmer = Walked(
            request,
            plan.Window,
            request.Path with
            {
                Germination = Warm(request.Path.Germination, 30),
                Seedling = Warm(request.Path.Seedling, LeafModel.CeilingCelsius),
                Moves = [.. request.Path.Moves.Select(m => m with { Place = Warm(m.Place, LeafModel.CeilingCelsius) })],
            }
        );
        if (warmer.PlantOut < planting)
            choices.Add(new("warmer", warmer.PlantOut, warmer.Ripe, WarmerCelsius));

        if (request.Path.Moves.Count > 0 && request.FactsOfMove(request.Path.Moves.Count - 1).Done is null)
        {
            var fewer = Walked(request, plan.Window, request.Path.WithoutLastMove());
            if (fewer.PlantOut < planting)
                choices.Add(new("fewer-moves", fewer.PlantOut, fewer.Ripe, Subject: request.Path.Moves[^1].Container.Name));
        }

        // No cultivar ripens sooner than that after planting.
        var sooner = Math.Min(late, (int)request.Cultivar.DaysToRipe - FewestDaysToRipe);
        if (sooner > 0)
            choices.Add(new("earlier-cultivar", planting, ripe.AddDays(-sooner), sooner));
        var bought = request.Opens(plan.Window) is var opens && opens > request.Today ? opens : request.Today;
        choices.Add(new("buy-plants", bought, bought.AddDays(request.Cultivar.DaysToRipe)));
        if (request.FactsOf(StepKind.Begin).Done is null)
        {
            var next = plan.Window.Opens.Mid.AddYears(1);
            choices.Add(new("next-season", next, next.AddDays(request.Cultivar.DaysToRipe)));
        }

        return choices;

        PlaceClimate Warm(PlaceClimate place, double most) =>
            place with
            {
                Day = Up(place.Day, most),
                Night = Up(place.Night, most),
                Soil = place.Soil is { } soil ? Up(soil, most) : null,
            };
    }

    private static Temperature Up(Temperature t, double most) =>
        Temperature.FromCelsius(Math.Max(t.Celsius, Math.Min(t.Celsius + WarmerCelsius, most)));

    private static (DateOnly PlantOut, DateOnly Ripe) Walked(PlanRequest request, PlantingWindow window, GrowingPath path)
    {
        var changed = request with { Path = path };
        var walk = new Walk(changed, window);
        var course = new Planner.Course(path);
        var facts = request.FactsOf(StepKind.Begin);
        var opens = request.Opens(window);
        var best = walk.LatestSowing(opens.AddDays(-request.DaysFromHardening(opens.DayNumber))).DayNumber;
        var sow =
            (facts.Done ?? facts.Locked)?.DayNumber ?? Math.Max(best, Math.Max(request.Today.DayNumber, facts.NotBefore?.DayNumber ?? 0));
        walk.Run(new double[Variates.Count], sow, course.Days, course.Free, course.Leaves);
        return (Day(StepKind.PlantOut), Day(StepKind.Ripe));

        DateOnly Day(StepKind kind) => DateOnly.FromDayNumber((int)Math.Floor(course.Days[path.SlotOf(kind)] + 0.5));
    }
}
