using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Core.Season;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Batches;

/// <summary>A factor of go or hold, side by side with its limit.</summary>
/// <param name="Name">Stable: freeze-risk, freeze, nights, days, heat, soil, chill, wind, hardening.</param>
/// <param name="Label">In words.</param>
/// <param name="Note">What it has to be.</param>
/// <param name="Value">What it is; null where it is not known.</param>
/// <param name="Bar">Where the value lies on its scale, 0–1; null where it is not known.</param>
/// <param name="Tick">Where the limit lies on it, 0–1.</param>
/// <param name="Source">Where it is from.</param>
public sealed record GoFactorAnswer(
    string Name,
    string Label,
    string Note,
    string? Value,
    double? Bar,
    double Tick,
    FactorResult Result,
    string Source
);

/// <summary>Do they go out? One sheet with all that it rests on.</summary>
/// <param name="Verdict">Null where it cannot be told: no forecast, or not the season for it.</param>
/// <param name="Title">"Hold Lantern Row 26-03".</param>
/// <param name="Text">How many factors say no, in words; or why it cannot be told.</param>
/// <param name="Bed">Where they are to go.</param>
/// <param name="Waiting">What waiting costs, in sentences.</param>
/// <param name="Nights">The forecast's nights at the plants; those that never fail are told apart.</param>
public sealed record GoSheetAnswer(
    GoVerdict? Verdict,
    string Title,
    string Text,
    string Bed,
    IReadOnlyList<GoFactorAnswer> Factors,
    IReadOnlyList<string> Waiting,
    IReadOnlyList<GoNightAnswer> Nights
);

/// <param name="Far">Beyond the week that is asked: shown, and never a fail but for frost.</param>
public sealed record GoNightAnswer(DateOnly Evening, double LowC, double? HighC, bool Far);

internal static class GoSheets
{
    public static async Task<GoSheetAnswer> OfAsync(NurseryTransaction reading, Guid id, TimeProvider clock, CancellationToken cancel)
    {
        var batch = await new BatchReader(reading).OneAsync(id, cancel);
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var ahead = await NightsAhead.LoadAsync(reading, catalogue.Site, catalogue.Today, cancel);
        var bed = catalogue.Places[batch.Input.BedId];
        var state = batch.State();
        var group = state.Groups.Where(g => g.At.Container is not null).OrderByDescending(g => g.Seedlings).FirstOrDefault();
        var needed = catalogue.Rules.Rules.HardeningDays;
        var rungs =
            (group is null ? null : catalogue.RungsOf(group, batch.Crop, batch.Input.HardeningPlaceId))
            ?? new RungCredit(0, needed, 0, null, [], 0, AnySaid: true);
        var measures = new Measures(catalogue.Site.UsUnits);
        var who = $"{batch.Cultivar} {batch.Code}";
        if (ColdOfWork.Outdoors(bed) is not { Going: GoingOut.Planted } out_ || group is null)
            return Unknown(who, bed.Name, group is null ? GoWords.NothingStands : GoWords.NoBed);
        if (ColdOfWork.Planting(batch.Crop, bed, out_.GainC, ahead, catalogue, rungs) is not { } decision)
            return Unknown(who, bed.Name, GoWords.NoForecast);
        var planned = batch.Steps.FirstOrDefault(s => s.Step.Kind == StepKind.PlantOut);
        return new(
            decision.Verdict,
            GoWords.Title(decision.Verdict, who),
            GoWords.Text(decision, catalogue.Rules.Rules.Fleece, measures),
            bed.Name,
            [.. decision.Factors.Where(f => f.Name != "wind" || f.Value is not null).Select(f => Factor(f, catalogue, bed.Name, measures))],
            [.. GoWords.Waiting(batch, group, planned, catalogue)],
            [
                .. ahead
                    .Nights.Take(PlantingDecision.MostNights)
                    .Select(
                        (n, i) =>
                            new GoNightAnswer(
                                n.Evening,
                                n.LowC + out_.GainC,
                                ahead.HighsC is { } highs && i < highs.Count ? highs[i] : null,
                                i >= PlantingDecision.FewestNights
                            )
                    ),
            ]
        );
    }

    private static GoSheetAnswer Unknown(string who, string bed, string why) => new(null, who, why, bed, [], [], []);

    private static GoFactorAnswer Factor(GoFactor f, Store.Plans.Catalogue catalogue, string bed, Measures measures)
    {
        var (low, high) = Scale(f);
        return new(
            f.Name,
            GoWords.Label(f, bed),
            GoWords.Note(f, measures),
            f.Value is { } value ? GoWords.Value(f.Name, value, f.Limit, measures) : null,
            f.Value is { } v ? Math.Clamp((v - low) / (high - low), 0, 1) : null,
            Math.Clamp((f.Limit - low) / (high - low), 0, 1),
            f.Result,
            GoWords.Source(f.Name)
        );
    }

    /// <summary>From where to where a factor's bar goes: its limit lies within, and what usually is.</summary>
    private static (double Low, double High) Scale(GoFactor f) =>
        f.Name switch
        {
            "freeze-risk" or "chill" => (0, 1),
            "hardening" => (0, f.Limit),
            "heat" => (f.Limit - 15, f.Limit + 10),
            "wind" => (0, f.Limit * 2),
            _ => (f.Limit - 12, f.Limit + 8),
        };
}
