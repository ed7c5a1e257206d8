using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
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
/// <param name="Best">The kindest day of the forecast, in a sentence; null where each says hold, or none can be told.</param>
/// <param name="Calls">What was called of it, the last first, held against what came.</param>
public sealed record GoSheetAnswer(
    GoVerdict? Verdict,
    string Title,
    string Text,
    string Bed,
    IReadOnlyList<GoFactorAnswer> Factors,
    IReadOnlyList<string> Waiting,
    IReadOnlyList<GoNightAnswer> Nights,
    string? Best,
    IReadOnlyList<CallAnswer> Calls
);

/// <summary>A grower's own word beside the verdict.</summary>
/// <param name="Text">“Go, while the sheet said hold.”</param>
/// <param name="Came">What came of it: “Right: no night under 7 °C.” Null while it is open.</param>
/// <param name="Today">It is of today, and can be taken back.</param>
public sealed record CallAnswer(Guid Id, DateOnly On, MyCall Call, string Text, string? Came, bool? Right, bool Today, string? By);

/// <param name="Id">Made by the client.</param>
public sealed record CallInput(Guid Id, MyCall Call);

/// <summary>A batch that is soon to be planted, in a line.</summary>
/// <param name="Plants">In pots.</param>
/// <param name="Due">By the plan.</param>
/// <param name="Verdict">Null where it cannot be told.</param>
/// <param name="Against">What says no, by its label.</param>
/// <param name="Best">The kindest day of the forecast; null where each says hold.</param>
public sealed record GoLineAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    int Plants,
    DateOnly Due,
    string Bed,
    GoVerdict? Verdict,
    IReadOnlyList<string> Against,
    string? Best
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
        var measures = new Measures(catalogue.Site.UsUnits);
        List<CallAnswer> calls =
        [
            .. (await new CallStore(reading).OfAsync(id, cancel)).Select(c => Called(c, batch.Crop, catalogue, measures)),
        ];
        return Of(batch, catalogue, ahead, measures) with { Calls = calls };
    }

    /// <summary>So far ahead of its planned day a batch stands among those that are soon to be planted, days. [model]</summary>
    private const int SoonDays = 14;

    /// <summary>No list of them is longer.</summary>
    private const int MostLines = 200;

    /// <summary>What is soon to be planted, on one sheet: those that may go first.</summary>
    public static async Task<IReadOnlyList<GoLineAnswer>> AllAsync(NurseryTransaction reading, TimeProvider clock, CancellationToken cancel)
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var ahead = await NightsAhead.LoadAsync(reading, catalogue.Site, catalogue.Today, cancel);
        var measures = new Measures(catalogue.Site.UsUnits);
        var soon = (await new JobStore(reading).DueAsync(catalogue.Today, catalogue.Today.AddDays(SoonDays), BatchReader.Most, cancel))
            .Where(j => j.Plain.Day.Step.Kind == StepKind.PlantOut && j.Plain.Day.Shown <= catalogue.Today.AddDays(SoonDays))
            .GroupBy(j => j.BatchId)
            .ToDictionary(g => g.Key, g => g.Min(j => j.Plain.Day.Shown));
        var batches = await new BatchReader(reading).BriefAsync([.. soon.Keys.Take(MostLines)], cancel);
        return
        [
            .. from b in batches
            let sheet = Of(b, catalogue, ahead, measures)
            orderby sheet.Verdict ?? GoVerdict.Hold, soon[b.Id], b.Code.Length, b.Code
            select new GoLineAnswer(
                b.Id,
                b.Code,
                b.Cultivar,
                b.Crop,
                b.State().Groups.Where(g => g.At.Container is not null).Sum(g => g.Seedlings),
                soon[b.Id],
                sheet.Bed,
                sheet.Verdict,
                sheet.Verdict is null ? [sheet.Text] : [.. sheet.Factors.Where(f => f.Result == FactorResult.Fail).Select(f => f.Label)],
                sheet.Best
            ),
        ];
    }

    private static GoSheetAnswer Of(BatchView batch, Store.Plans.Catalogue catalogue, NightsAhead ahead, Measures measures)
    {
        var bed = catalogue.Places[batch.Input.BedId];
        var state = batch.State();
        var group = state.Groups.Where(g => g.At.Container is not null).OrderByDescending(g => g.Seedlings).FirstOrDefault();
        var needed = catalogue.Rules.Rules.HardeningDays;
        var rungs =
            (group is null ? null : catalogue.RungsOf(group, batch.Crop, batch.Input.HardeningPlaceId))
            ?? new RungCredit(0, needed, 0, null, [], 0, AnySaid: true);
        var who = $"{batch.Cultivar} {batch.Code}";
        if (ColdOfWork.Outdoors(bed) is not { Going: GoingOut.Planted } out_ || group is null)
            return Unknown(who, bed.Name, group is null ? GoWords.NothingStands : GoWords.NoBed);
        if (ColdOfWork.Planting(batch.Crop, bed, out_.GainC, ahead, catalogue, rungs) is not { } decision)
            return Unknown(who, bed.Name, GoWords.NoForecast);
        var planned = batch.Steps.FirstOrDefault(s => s.Step.Kind == StepKind.PlantOut);
        return new(
            decision.Verdict,
            GoWords.Title(decision.Verdict, who, PotOf(batch, group, catalogue) is { Overdue: { } due } && due <= catalogue.Today),
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
            ],
            ColdOfWork.Best(batch.Crop, bed, out_.GainC, ahead, catalogue, rungs) is { } best ? GoWords.Best(best, catalogue.Today) : null,
            []
        );
    }

    private static GoSheetAnswer Unknown(string who, string bed, string why) => new(null, who, why, bed, [], [], [], null, []);

    /// <summary>Keeps a call, with what the sheet says at that hour.</summary>
    /// <exception cref="RefusedException">Nothing stands in pots, or they go into no bed.</exception>
    public static async Task CallAsync(NurseryTransaction writing, Guid id, CallInput input, TimeProvider clock, CancellationToken cancel)
    {
        var sheet = await OfAsync(writing, id, clock, cancel);
        var batch = await new BatchReader(writing).OneAsync(id, cancel);
        var today = (await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel)).Today;
        await new CallStore(writing).PutAsync(id, new(input.Id, today, batch.Input.BedId, sheet.Verdict, input.Call, null), cancel);
    }

    private static CallAnswer Called(CallRow call, Crop crop, Store.Plans.Catalogue catalogue, Measures measures)
    {
        var near = PlantingDecision.NearNight(crop, catalogue.Rules.Rules.PepperNightC);
        var gain = catalogue.Places.TryGetValue(call.Place, out var bed) && ColdOfWork.Outdoors(bed) is { } out_ ? out_.GainC : 0;
        // Nights that are over: a forecast is no witness.
        var nights = Enumerable
            .Range(0, Math.Clamp(catalogue.Today.DayNumber - call.On.DayNumber, 0, PlantingDecision.FewestNights))
            .Select(i => catalogue.LowOfNight(call.On.AddDays(i)))
            .TakeWhile(low => low is not null)
            .Select(low => low!.Value + gain)
            .ToList();
        var score = CallScore.Of(call.Call, nights, near);
        return new(
            call.Id,
            call.On,
            call.Call,
            GoWords.Called(call.Call, call.Said),
            GoWords.Came(score, near, measures),
            score.Right,
            call.On == catalogue.Today,
            call.By
        );
    }

    /// <summary>When the pot they stand in is full, and overdue; null where nothing is known of it, or it is their last.</summary>
    internal static (string Name, DateOnly? Full, DateOnly? Overdue)? PotOf(BatchView batch, Group group, Store.Plans.Catalogue catalogue)
    {
        if (
            group.At.Container is not { } id
            || !catalogue.Containers.TryGetValue(id, out var pot)
            || pot.Final
            || catalogue.ClimateOf(catalogue.Places[group.At.Place]) is not { } climate
        )
            return null;
        var (full, overdue) = PotHold.Until(
            LeafModel.For(batch.Group),
            Store.Plans.Catalogue.Of(pot),
            climate,
            group.InPotSince,
            catalogue.Today,
            Farthest
        );
        return (pot.Name, full, overdue);
    }

    /// <summary>Further ahead nothing is said of a pot, days.</summary>
    private const int Farthest = 45;

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
