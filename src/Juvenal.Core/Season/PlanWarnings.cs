using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;

namespace Juvenal.Core.Season;

/// <summary>What a grower should know before keeping a plan: said, not blocked.</summary>
internal static class PlanWarnings
{
    public static IReadOnlyList<Reason> Of(
        PlanRequest request,
        Walk walk,
        PlantingWindow window,
        Planner.Course course,
        SowingQuantity quantity,
        DateOnly best
    )
    {
        var warnings = new List<Reason>();
        var sown = request.FactsOf(Stage.Sow).Done is not null;
        if (!sown && window.Opens.Mid < request.Today)
            warnings.Add(new("window-passed", request.Today.DayNumber - window.Opens.Mid.DayNumber, Unit: "d", Day: window.Opens.Mid));
        else if (!sown && course.Days[0] > best.DayNumber + Planner.LatestDays)
            warnings.Add(new("sow-late", course.Days[0] - best.DayNumber, Unit: "d", Day: best));
        if (!quantity.Enough)
            warnings.Add(new("seeds-short", quantity.PlantsPromised, request.Sowing.PlantsWanted, "plants", Source: "binomial"));
        warnings.AddRange(Pots(request, walk, course));
        var leaves = course.Leaves[(int)Stage.PlantOut];
        if (leaves < LeafModel.ReadyToPlant && request.FactsOf(Stage.PlantOut).Done is null)
        {
            warnings.Add(
                new(
                    "few-leaves",
                    Math.Round(leaves, 1),
                    LeafModel.ReadyToPlant,
                    "leaves",
                    Source: "extension",
                    Subject: request.Path.Hardening.Name
                )
            );
        }

        return warnings;
    }

    /// <summary>Thermal time (°C·d) in the last container on the planned planting day.</summary>
    public static double ThermalTimeInLastPot(PlanRequest request, Walk walk, Planner.Course course)
    {
        var moves = request.Path.Moves.Count;
        var from = moves == 0 ? Stage.Emerge : GrowingPath.StageOfMove(moves - 1);
        var place = moves == 0 ? request.Path.Seedling : request.Path.Moves[^1].Place;
        return (Between(from, Stage.Harden) * walk.Leaf.DegreeDays(place.MeanCelsius))
            + (Between(Stage.Harden, Stage.PlantOut) * walk.Leaf.DegreeDays(request.Path.Hardening.MeanCelsius));

        double Between(Stage a, Stage b) => Math.Max(0, course.Days[(int)b] - course.Days[(int)a]);
    }

    private static IEnumerable<Reason> Pots(PlanRequest request, Walk walk, Planner.Course course)
    {
        var path = request.Path;
        for (var i = 0; i <= path.Moves.Count; i++)
        {
            var container = i == 0 ? path.Tray : path.Moves[i - 1].Container;
            var next = i < path.Moves.Count ? GrowingPath.StageOfMove(i) : Stage.PlantOut;
            if (i > 0 && container.Litres <= (i == 1 ? path.Tray : path.Moves[i - 2].Container).Litres)
            {
                yield return new("container-not-bigger", container.Litres, Unit: "L", Subject: container.Name);
            }

            if (container.Final || request.FactsOf(next).Done is not null)
                continue;
            var used = i == path.Moves.Count ? ThermalTimeInLastPot(request, walk, course) : UsedBefore(i);
            var hold = PotHold.ComfortableDegreeDays(walk.Leaf, Math.Clamp(container.Litres, PotHold.LeastLitres, PotHold.MostLitres));
            if (used <= hold * 1.02)
                continue;
            var from = i == 0 ? Stage.Emerge : GrowingPath.StageOfMove(i - 1);
            var days = course.Days[(int)next] - course.Days[(int)from];
            yield return new(
                used > hold * PotHold.OverdueFactor ? "pot-overdue" : "pot-tight",
                Math.Round(days),
                Math.Round(days * hold / used),
                "d",
                Source: "model",
                Subject: container.Name
            );
        }

        double UsedBefore(int move)
        {
            var place = move == 0 ? path.Seedling : path.Moves[move - 1].Place;
            var from = move == 0 ? Stage.Emerge : GrowingPath.StageOfMove(move - 1);
            return (course.Days[(int)GrowingPath.StageOfMove(move)] - course.Days[(int)from]) * walk.Leaf.DegreeDays(place.MeanCelsius);
        }
    }
}
