using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Seeds;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Words;

namespace Juvenal.Web.Calc;

public sealed record SowingQuantityInput(
    int PlantsWanted,
    double Emergence,
    double Survival = 1,
    double Confidence = 0.9,
    int SeedsPerCell = 1,
    int? CellsPerTray = null,
    Twins Twins = Twins.Snip,
    int? SeedsAvailable = null
);

public sealed record EmergenceDaysInput(Crop Crop, double SoilTemperatureC, double DaysFactor = 1);

public sealed record PotDaysInput(Crop Crop, double VolumeL, double MeanTemperatureC);

public sealed record EmergenceTestInput(int Sown, int Emerged, double Confidence);

/// <param name="StrengthPercent">On the bottle's label; null: there is none.</param>
public sealed record BleachInput(double VolumeL, double? StrengthPercent);

/// <param name="PartsWater">To one part of bleach.</param>
public sealed record BleachAnswer(double PartsWater, double BleachL, double WaterL, IReadOnlyList<string> Cautions);

public sealed record DisinfectantInput(double VolumeL, double PartsBleach = 1, double PartsWater = Disinfectant.UsualWater);

public sealed record DisinfectantAnswer(double BleachL, double WaterL, IReadOnlyList<string> Cautions);

/// <param name="Ppfd">Light at the leaves, µmol/m²·s; left out where there are levels.</param>
/// <param name="Levels">The lamps' strengths in a day, one after the other, instead of the others.</param>
public sealed record LightInput(
    double? Ppfd = null,
    double? Hours = null,
    double? TargetDli = null,
    IReadOnlyList<LampLevel>? Levels = null
);

public sealed record UnitsInput(double Value, string From, string To);

/// <inheritdoc cref="FirstDays.Of"/>
public sealed record FirstDaysInput(
    Crop Crop,
    double AcceptedRisk,
    IReadOnlyList<PastYear> Years,
    double GainC = 0,
    double PepperNightC = GoQuestion.UsualPepperNightC,
    double PepperSoilC = GoQuestion.UsualPepperSoilC
);

/// <param name="DifferencesC">Read − expected, one a night, 1–60 of −40 … 40 °C.</param>
/// <param name="DaysSinceLast">From 0.</param>
/// <param name="Heated">The place keeps a warmth of its own; else it follows the weather.</param>
public sealed record ReadingShiftInput(IReadOnlyList<double> DifferencesC, double DaysSinceLast, bool Heated);

/// <param name="ShiftC">Plans go by it, °C.</param>
/// <param name="AlarmShiftC">Tonight and go or hold go by it, °C.</param>
/// <param name="Asked">The grower is asked about it.</param>
public sealed record ReadingShiftAnswer(double ShiftC, double AlarmShiftC, bool Asked);

/// <summary>The public calculators: stateless, no account, no database. Their contract is fixed.</summary>
internal static class CalcEndpoints
{
    public static void MapCalculators(this RouteGroupBuilder api)
    {
        var calc = api.MapGroup("/calc");
        calc.MapPost(
                "/sowing-quantity",
                (SowingQuantityInput i) =>
                    Of(
                        SowingQuantity.For(
                            new(
                                i.PlantsWanted,
                                i.Emergence,
                                i.Survival,
                                i.Confidence,
                                i.SeedsPerCell,
                                i.CellsPerTray,
                                i.Twins,
                                i.SeedsAvailable
                            )
                        )
                    )
            )
            .WithName("calcSowingQuantity");
        calc.MapPost("/emergence-days", (EmergenceDaysInput i) => Of(EmergenceTable.Days(i.Crop, i.SoilTemperatureC, i.DaysFactor)))
            .WithName("calcEmergenceDays");
        calc.MapPost("/pot-days", (PotDaysInput i) => Of(PotHold.Days(i.Crop, i.VolumeL, i.MeanTemperatureC))).WithName("calcPotDays");
        calc.MapPost("/emergence-test", (EmergenceTestInput i) => Of(EmergenceTest.Of(i.Sown, i.Emerged, i.Confidence)))
            .WithName("calcEmergenceTest");
        calc.MapPost("/disinfectant", (DisinfectantInput i) => Disinfect(i)).WithName("calcDisinfectant");
        calc.MapPost("/bleach", (BleachInput i) => TypedResults.Ok(Bleach(i))).WithName("calcBleach");
        calc.MapPost("/light", Light).WithName("calcLight");
        calc.MapGet("/", () => TypedResults.Ok(SumTexts.All)).WithName("sums");
        calc.MapPost("/freeze-dates", (FreezeDatesInput i) => TypedResults.Ok(SiteCalculators.FreezeDates(i))).WithName("calcFreezeDates");
        calc.MapPost("/soil-temperature", (SoilTemperatureInput i) => TypedResults.Ok(SiteCalculators.SoilTemperature(i)))
            .WithName("calcSoilTemperature");
        calc.MapPost("/decision", (GoQuestion i) => Of(PlantingDecision.Of(i))).WithName("calcDecision");
        calc.MapPost(
                "/first-days",
                (FirstDaysInput i) => Of(FirstDays.Of(i.Crop, i.AcceptedRisk, i.Years, i.GainC, i.PepperNightC, i.PepperSoilC))
            )
            .WithName("calcFirstDays");
        calc.MapPost("/reading-shift", (ReadingShiftInput i) => TypedResults.Ok(ReadingShiftOf(i))).WithName("calcReadingShift");
        calc.MapBenchSums();
        calc.MapPost("/units", (UnitsInput i) => Of(Units.Convert(i.Value, i.From, i.To))).WithName("calcUnits");
    }

    private static Microsoft.AspNetCore.Http.HttpResults.Ok<DisinfectantAnswer> Disinfect(DisinfectantInput input)
    {
        var outcome = Disinfectant.For(input.VolumeL, input.PartsBleach, input.PartsWater);
        if (!outcome.Succeeded)
            throw new RefusedException(outcome.Failures);
        return TypedResults.Ok(
            new DisinfectantAnswer(outcome.Value.BleachL, outcome.Value.WaterL, [.. outcome.Value.Cautions.Select(Cautions.Of)])
        );
    }

    private static Microsoft.AspNetCore.Http.HttpResults.Ok<LampLight> Light(LightInput input)
    {
        if (input.Levels is { } levels)
            return input is { Ppfd: null, Hours: null, TargetDli: null }
                ? Of(LampLight.Of(levels))
                : throw new RefusedException(new Failure("levels-alone", "levels"));
        // Without levels it is a field that is missing, as in every other sum.
        return input.Ppfd is { } ppfd
            ? Of(LampLight.For(ppfd, input.Hours, input.TargetDli))
            : throw new BadHttpRequestException("ppfd", new System.Text.Json.JsonException(null, "$.ppfd", null, null));
    }

    private static ReadingShiftAnswer ReadingShiftOf(ReadingShiftInput input)
    {
        var shift = ReadingShift.Of(input.DifferencesC, input.DaysSinceLast, input.Heated);
        return shift.Succeeded
            ? new(shift.Value.ShiftC, shift.Value.AlarmShiftC, shift.Value.Asked)
            : throw new RefusedException(shift.Failures);
    }

    private static BleachAnswer Bleach(BleachInput input)
    {
        var outcome = Disinfectant.OfBottle(input.VolumeL, input.StrengthPercent);
        return outcome.Succeeded
            ? new(
                Disinfectant.WaterParts(input.StrengthPercent!.Value),
                outcome.Value.BleachL,
                outcome.Value.WaterL,
                [.. outcome.Value.Cautions.Select(Cautions.Of)]
            )
            : throw new RefusedException(outcome.Failures);
    }

    /// <summary>The result, or its failures at their fields.</summary>
    internal static Microsoft.AspNetCore.Http.HttpResults.Ok<T> Of<T>(Outcome<T> outcome)
        where T : class => outcome.Succeeded ? TypedResults.Ok(outcome.Value) : throw new RefusedException(outcome.Failures);
}
