using Juvenal.Core.Measures;
using Juvenal.Core.Rules;
using Juvenal.Core.Site;
using Juvenal.Store.Accounts;
using Juvenal.Web.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Site;

public enum UnitSystem
{
    Metric,
    Us,
}

/// <summary>A day of the season.</summary>
public sealed record MonthDay(int Month, int Day);

/// <param name="Version">Send it back with a change.</param>
/// <param name="TimeZone">IANA name.</param>
/// <param name="Latitude">Degrees, south negative.</param>
/// <param name="AverageFrost">Average last frost; null until it is set.</param>
/// <param name="SafeFrost">After it 1 spring in 10 still freezes; null where not known.</param>
/// <param name="Units">On screen.</param>
public sealed record SiteInput(int Version, string TimeZone, double Latitude, MonthDay? AverageFrost, MonthDay? SafeFrost, UnitSystem Units);

/// <param name="Input">As stored.</param>
/// <param name="Today">The nursery's day.</param>
/// <param name="Season">The season that day belongs to.</param>
/// <param name="DemoClock">True where the day can be wound forward.</param>
/// <param name="Windows">When beds open this season, by crop and kind of bed; empty until the frost date is set.</param>
/// <param name="Curve">P(freeze on or after the day), for drawing; empty until then.</param>
public sealed record SiteAnswer(SiteInput Input, DateOnly Today, int Season, bool DemoClock, IReadOnlyList<WindowAnswer> Windows, IReadOnlyList<RiskPoint> Curve);

public sealed record WindowAnswer(Core.Cultivars.Crop Crop, BedKind Bed, DateOnly Low, DateOnly Opens, DateOnly High, IReadOnlyList<Why> Why);

public sealed record RiskPoint(DateOnly Day, double Risk);

/// <summary>A day that moved with a change.</summary>
public sealed record ShiftAnswer(Guid BatchId, string Code, string Stage, DateOnly Was, DateOnly Is);

public sealed record RulesAnswer(int Version, HouseRules Rules, IReadOnlyList<RuleText> Texts);

public sealed record RulesInput(int Version, HouseRules Rules);

public sealed record WindInput(int Days);

internal static class SiteEndpoints
{
    public static void MapSite(this RouteGroupBuilder nursery)
    {
        nursery.MapGet("/site", async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
        {
            await using var reading = await here.ReadAsync(cancel);
            var site = await new SiteStore(reading).GetAsync(cancel);
            var rules = await new RulesStore(reading).GetAsync(cancel);
            return TypedResults.Ok(Answer(site, rules.Rules, site.Today(clock)));
        }).WithName("site").For(Role.Helper);

        nursery.MapPut("/site", async ([AsParameters] Here here, SiteInput input, TimeProvider clock, CancellationToken cancel) =>
        {
            await using var writing = await here.WriteAsync(cancel);
            await new SiteStore(writing).ChangeAsync(new(input.Version, input.TimeZone, input.Latitude, Frost(input), input.Units == UnitSystem.Us), cancel);
            return await ReplannedAsync(writing, clock, cancel);
        }).WithName("changeSite").For(Role.Grower);

        nursery.MapGet("/rules", async ([AsParameters] Here here, CancellationToken cancel) =>
        {
            await using var reading = await here.ReadAsync(cancel);
            var row = await new RulesStore(reading).GetAsync(cancel);
            return TypedResults.Ok(new RulesAnswer(row.Version, row.Rules, RuleTexts.All));
        }).WithName("rules").For(Role.Helper);

        nursery.MapPut("/rules", async ([AsParameters] Here here, RulesInput input, TimeProvider clock, CancellationToken cancel) =>
        {
            await using var writing = await here.WriteAsync(cancel);
            await new RulesStore(writing).ChangeAsync(new(input.Version, input.Rules), cancel);
            return await ReplannedAsync(writing, clock, cancel);
        }).WithName("changeRules").For(Role.Grower);

        nursery.MapPost("/clock", async ([AsParameters] Here here, WindInput input, TimeProvider clock, CancellationToken cancel) =>
        {
            if (input.Days is < 1 or > 60) throw new RefusedException(Failure.OutOfRange("days", input.Days, 1, 60));
            await using var writing = await here.WriteAsync(cancel);
            var store = new SiteStore(writing);
            await store.WindToAsync((await store.GetAsync(cancel)).Today(clock).AddDays(input.Days), cancel);
            return await ReplannedAsync(writing, clock, cancel);
        }).WithName("windClock").For(Role.Grower);

        nursery.MapGet("/numbers", (Guid nursery) => TypedResults.Ok(Figures.All.Select(f => new FigureAnswer(f.Stage, f.What, f.Value, f.Unit, f.Mark, Sources.All.First(s => s.Key == f.SourceKey).Citation)).ToList())).WithName("numbers").For(Role.Helper);
    }

    private static async Task<Microsoft.AspNetCore.Http.HttpResults.Ok<List<ShiftAnswer>>> ReplannedAsync(NurseryTransaction writing, TimeProvider clock, CancellationToken cancel)
    {
        var shifts = await new PlanStore(writing, clock).ReplanAllAsync(cancel);
        await writing.CommitAsync(cancel);
        return TypedResults.Ok(shifts.Select(s => new ShiftAnswer(s.BatchId, s.Code, LedgerWords.Stage(s.Stage), s.Was, s.Is)).ToList());
    }

    private static FrostDates? Frost(SiteInput input)
    {
        var failures = new List<Failure>();
        var average = Day(input.AverageFrost, "averageFrost");
        var safe = Day(input.SafeFrost, "safeFrost");
        if (average is null && safe is not null) failures.Add(new("not-chosen", "averageFrost"));
        if (failures.Count > 0) throw new RefusedException(failures);
        return average is { } a ? new(a, safe) : null;

        SeasonDay? Day(MonthDay? day, string field)
        {
            if (day is null) return null;
            if (SeasonDay.TryFrom(day.Month, day.Day, out var value)) return value;
            failures.Add(new("day-impossible", field));
            return null;
        }
    }

    private static SiteAnswer Answer(SiteRow site, HouseRules rules, DateOnly today)
    {
        var season = SeasonDay.SeasonOf(today, site.Hemisphere);
        var input = new SiteInput(site.Version, site.TimeZone, site.Latitude, Of(site.Frost?.Average), Of(site.Frost?.Safe), site.UsUnits ? UnitSystem.Us : UnitSystem.Metric);
        if (site.Frost is null) return new(input, today, season, site.DemoDay is not null, [], []);

        var freeze = SpringFreeze.FromTyped(site.Frost, season, site.Hemisphere).Value;
        var measures = new Measures(site.UsUnits);
        var windows =
            from crop in Enum.GetValues<Core.Cultivars.Crop>()
            from bed in Enum.GetValues<BedKind>()
            let window = PlantingWindow.For(crop, freeze, rules, bed)
            select new WindowAnswer(crop, bed, window.Opens.Low, window.Opens.Mid, window.Opens.High, ReasonSentences.Of(window.Reasons, measures));
        var first = (int)Math.Floor(freeze.MeanDayNumber - (3 * freeze.StandardDeviationDays));
        var curve = Enumerable.Range(0, (int)Math.Ceiling(6 * freeze.StandardDeviationDays) + 1)
            .Select(i => new RiskPoint(DateOnly.FromDayNumber(first + i), Math.Round(freeze.RiskFrom(first + i), 4)));
        return new(input, today, season, site.DemoDay is not null, [.. windows], [.. curve]);
    }

    private static MonthDay? Of(SeasonDay? day) => day is { } d ? new(d.Month, d.Day) : null;
}

/// <summary>A figure that the plans rest on.</summary>
public sealed record FigureAnswer(string Stage, string What, double Value, string Unit, Mark Mark, string Source);
