using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Seeds;

namespace Juvenal.Core.Season;

/// <summary>What a plan refuses, each with the field it belongs to.</summary>
internal static class PlanChecks
{
    /// <summary>A stage that takes longer has no plan. [model]</summary>
    public const double LongestStageDays = 200;

    /// <summary>The temperature that is named as needed brings seed up within this. [model]</summary>
    internal const double FairEmergenceDays = 60;

    /// <summary>More leaves than this is no young plant any more. [model]</summary>
    private const double MostLeaves = 12;

    public static List<Failure> Of(PlanRequest request)
    {
        var failures = new List<Failure>();
        if (!CultivarTraits.Belongs(request.Cultivar.Group, request.Cultivar.Crop))
            failures.Add(new("group-of-other-crop", "cultivar.group"));
        Range("cultivar.daysToRipe", request.Cultivar.DaysToRipe, 30, 200);
        Range("season", request.Season, 1900, 2200);
        Range("sowing.plantsWanted", request.Sowing.PlantsWanted, 1, SowingQuantity.MostPlants);
        Range("rules.pepperWeeksAfterFrost", request.Rules.PepperWeeksAfterFrost, 2, 4);
        if (!HouseRules.Risks.Contains(request.Rules.AcceptedRisk))
            failures.Add(new("not-an-option", "rules.acceptedRisk", request.Rules.AcceptedRisk));
        if (!HouseRules.HardeningLengths.Contains(request.Rules.HardeningDays))
            failures.Add(new("not-an-option", "rules.hardeningDays", request.Rules.HardeningDays));
        if (!(request.Path.Begins.Leaves is >= 0 and <= MostLeaves))
            failures.Add(Failure.OutOfRange("start.leaves", request.Path.Begins.Leaves, 0, MostLeaves));
        if (request.Path.Moves.Count > GrowingPath.MostMoves)
            failures.Add(Failure.OutOfRange("path.moves", request.Path.Moves.Count, 0, GrowingPath.MostMoves));
        if (request.Path.Hold is { } hold)
            Range("path.hold.days", hold.Days, 1, Holding.MostDays);
        if (failures.Count == 0)
            Temperatures(request, failures);
        return failures;

        void Range(string field, int value, int low, int high)
        {
            if (value < low || value > high)
                failures.Add(Failure.OutOfRange(field, value, low, high));
        }
    }

    private static void Temperatures(PlanRequest request, List<Failure> failures)
    {
        var path = request.Path;
        var emerged = request.FactsOf(StepKind.Up).Done is not null;
        if (!emerged && path.Begins.Kind == Start.Seed)
            Emergence(request.Cultivar, path.Germination, failures);

        var leaf = LeafModel.For(request.Cultivar.Group);
        for (var i = 0; i <= path.Moves.Count; i++)
        {
            // What is past needs no warmth any more.
            var next = i < path.Moves.Count ? request.FactsOfMove(i) : request.FactsOf(StepKind.Harden);
            if (next.Done is not null)
                continue;
            var place = i == 0 ? path.Seedling : path.Moves[i - 1].Place;
            var field = i == 0 ? "path.seedling" : $"path.moves[{i - 1}].place";
            // A place that follows the weather is warm enough in its time; a stage that does not end is said on the plan.
            if (place.Follows is { Steady: false } || leaf.LeavesPerDay(place.MeanCelsius) * LongestStageDays >= LeafModel.ReadyToHarden)
                continue;
            var needed = leaf.BaseCelsius + (leaf.DegreeDaysPerLeaf * LeafModel.ReadyToHarden / LongestStageDays);
            if (!failures.Any(f => f.Subject == place.Name))
            {
                failures.Add(
                    new("place-too-cold-to-grow", field, place.MeanCelsius, Math.Ceiling(needed * 10) / 10, LongestStageDays, place.Name)
                );
            }
        }
    }

    private static void Emergence(CultivarTraits cultivar, PlaceClimate place, List<Failure> failures)
    {
        var table = EmergenceTable.For(cultivar.Crop);
        var factor = LeafModel.EmergenceFactor(cultivar.Group);
        if (place is { Follows.Steady: false, Soil: null })
            return;
        if (place.SoilCelsius > table.HighestCelsius)
        {
            failures.Add(new("place-too-hot-to-emerge", "path.germination", place.SoilCelsius, null, table.HighestCelsius, place.Name));
        }
        else if (table.RatePerDay(place.SoilCelsius) * LongestStageDays < factor)
        {
            var needed = table.LowestCelsius;
            while (table.RatePerDay(needed) * FairEmergenceDays < factor)
                needed += 0.5;
            failures.Add(new("place-too-cold-to-emerge", "path.germination", place.SoilCelsius, needed, FairEmergenceDays, place.Name));
        }
    }
}
