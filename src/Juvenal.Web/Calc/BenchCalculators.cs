using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Seeds;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;

namespace Juvenal.Web.Calc;

public sealed record FeedInput(
    double TargetNitrogenPpm,
    double NitrogenPercent,
    double VolumeL,
    double? PhosphatePercent = null,
    double? PotashPercent = null
);

public sealed record MixInput(
    IReadOnlyList<Filled> Containers,
    IReadOnlyDictionary<string, double> Parts,
    double SettlingPercent = Mix.Settling * 100,
    IReadOnlyDictionary<string, double>? BagL = null
);

public sealed record PotsPerBedInput(double LengthCm, double WidthCm, double SpacingCm, double RowSpacingCm, double EdgeCm);

public sealed record CostPerPlantInput(
    int PlantsRaised,
    IReadOnlyList<CostItem> Items,
    double Minutes,
    double HourlyWage,
    double? BoughtPrice = null
);

public sealed record RungsInput(Crop Crop, IReadOnlyList<DayOut> Days, int Length = Ladder.Usual);

public sealed record PromiseInput(
    Crop Crop,
    int PlantsWanted,
    double AgeYears = 0,
    Trial? Tested = null,
    double Survival = 1,
    double Confidence = 0.9,
    int SeedsPerCell = 1,
    int? CellsPerTray = null,
    Twins Twins = Twins.Snip,
    int? SeedsAvailable = null
);

/// <param name="Germination">Of the lot on average, 0–1.</param>
public sealed record PromiseAnswer(
    double Germination,
    int Cells,
    int Seeds,
    int? Trays,
    double ExpectedPlants,
    double ProbabilityOfEnough,
    bool Enough,
    int PlantsPromised,
    int? SeedsLeft
);

/// <param name="Why">What decided it, in sentences, the first thing first.</param>
public sealed record DepthAnswer(
    double BuryStemCm,
    double MixUnderBallCm,
    double StemLeftCm,
    bool ContainerTooShallow,
    IReadOnlyList<string> Why
);

/// <summary>Sums of the bench between sowing and planting.</summary>
internal static class BenchCalculators
{
    public static void MapBenchSums(this RouteGroupBuilder calc)
    {
        calc.MapPost(
                "/feed",
                (FeedInput i) =>
                    CalcEndpoints.Of(Feed.For(i.TargetNitrogenPpm, i.NitrogenPercent, i.VolumeL, i.PhosphatePercent, i.PotashPercent))
            )
            .WithName("calcFeed");
        calc.MapPost("/mix", (MixInput i) => CalcEndpoints.Of(MixOrder.For(i.Containers, i.Parts, i.SettlingPercent, i.BagL)))
            .WithName("calcMix");
        calc.MapPost("/depth", (DepthWish i) => TypedResults.Ok(Depth(i))).WithName("calcDepth");
        calc.MapPost(
                "/pots-per-bed",
                (PotsPerBedInput i) => CalcEndpoints.Of(PlantsInBed.Of(i.LengthCm, i.WidthCm, i.SpacingCm, i.RowSpacingCm, i.EdgeCm))
            )
            .WithName("calcPotsPerBed");
        calc.MapPost(
                "/cost-per-plant",
                (CostPerPlantInput i) => CalcEndpoints.Of(PlantCost.Of(i.PlantsRaised, i.Items, i.Minutes, i.HourlyWage, i.BoughtPrice))
            )
            .WithName("calcCostPerPlant");
        calc.MapPost("/rungs", (RungsInput i) => CalcEndpoints.Of(Ladder.Walk(i.Crop, i.Days, i.Length))).WithName("calcRungs");
        calc.MapPost("/promise", (PromiseInput i) => TypedResults.Ok(Promise(i))).WithName("calcPromise");
    }

    private static DepthAnswer Depth(DepthWish wish)
    {
        var depth = Right(Core.MovingUp.Depth.Of(wish));
        return new(
            depth.BuryStemCm,
            depth.MixUnderBallCm,
            depth.StemLeftCm,
            depth.ContainerTooShallow,
            [.. ReasonSentences.Of(depth.Why, Measures.Metric).Select(w => w.Text)]
        );
    }

    private static PromiseAnswer Promise(PromiseInput i)
    {
        var promise = Right(
            SowingPromise.For(
                new(i.PlantsWanted, 1, i.Survival, i.Confidence, i.SeedsPerCell, i.CellsPerTray, i.Twins, i.SeedsAvailable),
                i.Crop,
                i.AgeYears,
                i.Tested
            )
        );
        var sown = promise.Sown;
        return new(
            promise.Germination,
            sown.Cells,
            sown.Seeds,
            sown.Trays,
            sown.ExpectedPlants,
            sown.ProbabilityOfEnough,
            sown.Enough,
            sown.PlantsPromised,
            sown.SeedsLeft
        );
    }

    private static T Right<T>(Outcome<T> outcome)
        where T : class => outcome.Succeeded ? outcome.Value : throw new RefusedException(outcome.Failures);
}
