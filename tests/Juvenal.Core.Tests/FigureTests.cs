using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using Juvenal.Core.Rules;
using Xunit;

namespace Juvenal.Core.Tests;

/// <summary>Every number that the craft rests on can be opened by the grower: no constant is left out of the list of figures.</summary>
public class FigureTests
{
    /// <summary>Which place a draw, a stage or a sign has; factors of units, which are exact.</summary>
    private static readonly string[] Arithmetic = ["Variates", "Draws", "Steps", "OldStages", "Units", "CellTally", "TrayLayout"];

    /// <summary>What is no figure of the craft: bounds of what can be typed, and arithmetic.</summary>
    private static readonly string[] NotCraft =
    [
        "DayLoad.MostHours",
        "ReadingShift.Most",
        "ReadingShift.MostDifferenceC",
        "TypedForecast.MostNights",
        "LightAtLeaves.MostWatts",
        "LightAtLeaves.MostM2",
        "LightAtLeaves.LeastM2",
        "LightAtLeaves.MostLux",
        "Lamps.WattsPerKilowatt",
        "BatchCost.CmPerM",
        "Diagnosis.LikelyFrom",
        "Diagnosis.PossibleFrom",
        "Diagnosis.Strong",
        "Diagnosis.Hint",
        "Pace.MostMinutes",
        "PotShape.CubicCmPerLitre",
        "HoldingBack.Week",
        "Walk.Week",
        "PlaceWarmth.FirstStep",
        "Readiness.Furthest",
        "Readiness.Hair",
        "NextContainer.LookAheadDays",
        "Recipe.MostParts",
        "Recipe.LongestName",
        "Handwork.SmallPotLitres",
        "Handwork.PotLitres",
        "Handwork.LargePotLitres",
        "Disinfectant.MostLitres",
        "LampLight.MostPpfd",
        "Looked.MostLeaves",
        "Looked.MostCm",
        "Feed.LeastPercent",
        "MixOrder.SmallestBagL",
        "Feed.MostPpm",
        "Feed.MostLitres",
        "Feed.PpmOfOnePercent",
        "PlantCost.MostItems",
        "PlantCost.MostMoney",
        "PlantCost.MostPlants",
        "PlantCost.MinutesPerHour",
        "MixOrder.MostContainers",
        "MixOrder.MostKinds",
        "MixOrder.MostParts",
        "MixOrder.Whisker",
        "Depth.LongestCm",
        "Depth.Whisker",
        "PlantsInBed.LongestCm",
        "PlantsInBed.Whisker",
        "Ladder.Shortest",
        "Ladder.Longest",
        "Ladder.Usual", // GoQuestion.UsualRungs is it
        "Ladder.MostDays",
        "Germinability.Least", // keeps a distribution from being certain
        "Predictive.LotNodes",
        "Predictive.BenchNodes",
        "BetaBinomial.ExactTrials",
        "SowingPromise.OldestYears",
        "SowingPromise.MostHeld",
        "Predictive.MostHeld",
        "LampLight.SecondsPerHour",
        "Walk.Least", // keeps a duration from nothing
        "Walk.SlowestPerDay", // keeps a division from nothing; a stage that slow is refused before
        "PlanChecks.MostLeaves",
        "GrowingPath.MostMoves",
        "Holding.MostDays",
        "PlantingDecision.FewestNights",
        "PlantingDecision.MostNights",
        "PlantingDecision.HeatDays",
        "Openings.LastDay",
        "Openings.FewestDays",
        "Openings.FewestYears",
        "FirstDays.MostYears",
        "Openings.ChillNights",
        "FirstDays.DaysOfYear",
        "PlantingDecision.Coldest",
        "PlantingDecision.Hottest",
        "PlantingDecision.MostGainC",
        "PlantingDecision.MostGustKmh",
        "Wind.MostGustKmh",
        "PlantingDecision.MostRungs",
        "LeavesOn.Most", // the most a batch begins with
        "EntryDetail.LongestWhom",
        "EntryDetail.HighestPrice",
        "EntryDetail.WidestCm",
        "EntryDetail.WarmestCoverC",
        "EntryDetail.MostMixed",
        "EmergenceTest.MostSeeds",
        "SowingQuantity.MostPlants",
        "SowingQuantity.MostCells",
        "EmergenceCourse.MostDays",
        "SeasonAxis.Year",
        "SiteYear.HalfYear",
        "SeasonWeather.Days",
        "SiteYear.Days",
        "SiteClimate.MostHeld",
        "SoilSeries.WarmestHour",
        "Sun.PerMinute",
        "SeasonCurve.Days",
        "FreezeDistribution.FewestFreezes",
        "SpringFreeze.ZOfOneInTen",
        "WeatherChecks.ColdestC",
        "WeatherChecks.HottestC",
        "SoilHeat.BottomM", // the grid of the heat conduction
        "SoilHeat.FirstCellM",
        "SoilHeat.Growth",
        "AutumnWindow.MostSuccessions",
        "EntryFields.LongestReason",
        "EntryFields.MostAtOnce",
        "EntryFields.LongestAgo",
        "EntryFields.LongestPutOff",
        "PotHold.LeastLitres",
        "PotHold.MostLitres",
    ];

    /// <summary>By its name: a number that happens to be equal is no excuse.</summary>
    [Fact]
    public void Every_constant_of_the_core_stands_among_the_figures()
    {
        var list = string.Concat(
            Directory.EnumerateFiles(Path.Combine(Here(), "../../src/Juvenal.Core/Rules"), "Figures*.cs").Select(File.ReadAllText)
        );
        var constants = Constants().ToList();
        Assert.DoesNotContain(constants, c => !NotCraft.Contains(c) && !Regex.IsMatch(list, $@"\b{Regex.Escape(c)}\b"));
        // What is excused is there.
        Assert.Empty(NotCraft.Except(constants));
    }

    [Fact]
    public void Each_figure_has_a_source_that_can_be_looked_up_and_is_shown_once()
    {
        var keys = Sources.All.Select(s => s.Key).ToHashSet();
        Assert.All(Figures.All, f => Assert.Contains(f.SourceKey, keys));
        Assert.Empty(Figures.All.GroupBy(f => (f.Stage, f.What)).Where(g => g.Count() > 1).Select(g => g.Key));
    }

    private static IEnumerable<string> Constants() =>
        from type in typeof(Figures).Assembly.GetTypes()
        where !type.IsEnum && !Arithmetic.Contains(type.Name)
        from field in type.GetFields(BindingFlags.Static | BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.DeclaredOnly)
        where field.IsLiteral && (field.FieldType == typeof(double) || field.FieldType == typeof(int))
        select $"{type.Name}.{field.Name}";

    private static string Here([CallerFilePath] string file = "") => Path.GetDirectoryName(file)!;
}
