using Juvenal.Core.Measures;
using Juvenal.Core.Rules;
using Juvenal.Core.Site;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Hosting;
using Juvenal.Web.Plans;

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
/// <param name="OffsetC">Added to the record's minima, −10 to 10 °C: a frost hollow below 0.</param>
/// <param name="FreezeFrom">What the plans take the last freeze from.</param>
/// <param name="AverageAutumn">Average first frost of autumn; null until it is set.</param>
/// <param name="SafeAutumn">Before it 1 autumn in 10 has frozen; null where not known.</param>
/// <param name="Devices">Where readings and forecasts come from.</param>
public sealed record SiteInput(
    int Version,
    string TimeZone,
    double Latitude,
    MonthDay? AverageFrost,
    MonthDay? SafeFrost,
    UnitSystem Units,
    double OffsetC = 0,
    FreezeFrom FreezeFrom = FreezeFrom.Typed,
    MonthDay? AverageAutumn = null,
    MonthDay? SafeAutumn = null,
    DeviceChoice? Devices = null
);

/// <param name="Input">As stored.</param>
/// <param name="Today">The nursery's day.</param>
/// <param name="Season">The season that day belongs to.</param>
/// <param name="DemoClock">True where the day can be wound forward.</param>
/// <param name="FreezeKnown">By typed dates or a record: plans can be made.</param>
/// <param name="Usual">What is usual here, and no plan rests on.</param>
public sealed record SiteAnswer(SiteInput Input, DateOnly Today, int Season, bool DemoClock, bool FreezeKnown, UsualInput Usual);

/// <param name="HandsHours">Hours of work on a usual day, of all hands together, above 0 to 200; null: not said.</param>
/// <param name="Currency">Sign that prices are shown with, 1–4 characters; null: none.</param>
public sealed record UsualInput(double? HandsHours, string? Currency);

/// <summary>A day that moved with a change.</summary>
public sealed record RulesAnswer(int Version, HouseRules Rules, IReadOnlyList<Rule> Texts);

public sealed record RulesInput(int Version, HouseRules Rules);

public sealed record WindInput(int Days);

/// <summary>A forecast by hand.</summary>
/// <param name="Nights">1 to 10, tonight first, without a gap.</param>
public sealed record TypedForecastInput(IReadOnlyList<TypedNight> Nights);

/// <summary>A night that somebody foretells colder than the forecast has it.</summary>
/// <param name="Evening">It begins on.</param>
/// <param name="LowC">Foretold, °C; null: taken back.</param>
public sealed record WarningInput(DateOnly Evening, double? LowC);

internal static class SiteEndpoints
{
    public static void MapSite(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/site",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var site = await new SiteStore(reading).GetAsync(cancel);
                    var record = await SiteRecord.FreezesAsync(reading, cancel);
                    return TypedResults.Ok(Answer(site, record, site.Today(clock)));
                }
            )
            .WithName("site")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/site",
                async (
                    [AsParameters] Here here,
                    SiteInput input,
                    Devices.Collector collector,
                    Planning planning,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    await here.DoAsync(
                        Touches.Inputs,
                        async writing =>
                        {
                            var after = await KeepAsync(writing, input, cancel);
                            await collector.CollectAsync(writing, after, after.Today(clock), cancel);
                        },
                        cancel
                    );
                    return await planning.FollowAsync(here, cancel);
                }
            )
            .WithName("changeSite")
            .TakesLong()
            .For(Role.Grower);

        nursery
            .MapPut(
                "/forecast",
                async (
                    [AsParameters] Here here,
                    TypedForecastInput input,
                    Planning planning,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    await here.DoAsync(
                        Touches.Inputs,
                        async writing =>
                        {
                            var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
                            var (site, today) = (catalogue.Site, catalogue.Today);
                            if (site.Devices is { Forecast: not DeviceSource.None })
                                throw new RefusedException(new Failure("forecast-by-device", "nights"));
                            var typed = TypedForecast.Of(input.Nights, today, catalogue.UsualHighC);
                            if (!typed.Succeeded)
                                throw new RefusedException(typed.Failures);
                            await new RecordStore(writing).PutForecastAsync(
                                [.. typed.Value.Days.Select(d => ForecastRow.Of(d, today))],
                                cancel
                            );
                            await new RecordWriter(writing).RecomputeAsync(site, cancel);
                        },
                        cancel
                    );
                    return await planning.FollowAsync(here, cancel);
                }
            )
            .WithName("typeForecast")
            .TakesLong()
            .For(Role.Helper);

        // A neighbour says that it will freeze, and the forecast that comes by itself does not.
        nursery
            .MapPut(
                "/forecast/warning",
                async ([AsParameters] Here here, WarningInput input, Planning planning, CancellationToken cancel) =>
                {
                    await here.DoAsync(
                        Touches.Inputs,
                        writing => new RecordStore(writing).WarnAsync(input.Evening, input.LowC, cancel),
                        cancel
                    );
                    return await planning.FollowAsync(here, cancel);
                }
            )
            .WithName("warnOfNight")
            .TakesLong()
            .For(Role.Helper);

        nursery
            .MapPut(
                "/site/usual",
                ([AsParameters] Here here, UsualInput input, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => new SiteStore(writing).UsualAsync(input.HandsHours, input.Currency, cancel),
                        cancel
                    )
            )
            .WithName("changeUsual")
            .For(Role.Grower);

        nursery
            .MapGet(
                "/rules",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var row = await new RulesStore(reading).GetAsync(cancel);
                    return TypedResults.Ok(new RulesAnswer(row.Version, row.Rules, RuleBook.All));
                }
            )
            .WithName("rules")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/rules",
                async ([AsParameters] Here here, RulesInput input, Planning planning, CancellationToken cancel) =>
                {
                    await here.DoAsync(
                        Touches.Inputs,
                        writing => new RulesStore(writing).ChangeAsync(new(input.Version, input.Rules), cancel),
                        cancel
                    );
                    return await planning.FollowAsync(here, cancel);
                }
            )
            .WithName("changeRules")
            .TakesLong()
            .For(Role.Grower);

        nursery
            .MapPost(
                "/clock",
                async (
                    [AsParameters] Here here,
                    WindInput input,
                    Devices.Collector collector,
                    Planning planning,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    if (input.Days is < 1 or > 60)
                        throw new RefusedException(Failure.OutOfRange("days", input.Days, 1, 60));
                    await here.DoAsync(
                        Touches.Inputs,
                        async writing =>
                        {
                            var store = new SiteStore(writing);
                            await store.WindToAsync((await store.GetAsync(cancel)).Today(clock).AddDays(input.Days), cancel);
                            var site = await store.GetAsync(cancel);
                            await collector.CollectAsync(writing, site, site.Today(clock), cancel);
                        },
                        cancel
                    );
                    return await planning.FollowAsync(here, cancel);
                }
            )
            .WithName("windClock")
            .TakesLong()
            .For(Role.Grower);

        nursery
            .MapGet(
                "/numbers",
                (Guid nursery) =>
                    TypedResults.Ok(
                        Figures
                            .All.Select(f => new FigureAnswer(
                                f.Stage,
                                f.What,
                                f.Value,
                                f.Unit,
                                f.Mark,
                                Sources.All.First(s => s.Key == f.SourceKey).Citation
                            ))
                            .ToList()
                    )
            )
            .WithName("numbers")
            .For(Role.Helper);
    }

    private static SiteChange Change(SiteInput input)
    {
        var failures = new List<Failure>();
        var spring = Frost(input.AverageFrost, "averageFrost", input.SafeFrost, "safeFrost");
        var autumn = Frost(input.AverageAutumn, "averageAutumn", input.SafeAutumn, "safeAutumn");
        if (failures.Count > 0)
            throw new RefusedException(failures);
        return new(
            input.Version,
            input.TimeZone,
            input.Latitude,
            spring,
            input.Units == UnitSystem.Us,
            input.OffsetC,
            input.FreezeFrom,
            autumn,
            input.Devices
        );

        FrostDates? Frost(MonthDay? averageDay, string averageField, MonthDay? safeDay, string safeField)
        {
            var (average, safe) = (Day(averageDay, averageField), Day(safeDay, safeField));
            if (averageDay is null && safe is not null)
                failures.Add(new("not-chosen", averageField));
            return average is { } a ? new(a, safe) : null;
        }

        SeasonDay? Day(MonthDay? day, string field)
        {
            if (day is null)
                return null;
            if (SeasonDay.TryFrom(day.Month, day.Day, out var value))
                return value;
            failures.Add(new("day-impossible", field));
            return null;
        }
    }

    /// <summary>What is known of the site, changed; the record is read with its offset, and with the height of the sun.</summary>
    /// <returns>The site as it is now.</returns>
    public static async Task<SiteRow> KeepAsync(NurseryTransaction writing, SiteInput input, CancellationToken cancel)
    {
        var store = new SiteStore(writing);
        var before = await store.GetAsync(cancel);
        await store.ChangeAsync(Change(input), cancel);
        var after = await store.GetAsync(cancel);
        if (before.OffsetC != after.OffsetC || before.Latitude != after.Latitude)
            await new RecordWriter(writing).RecomputeAsync(after, cancel);
        return after;
    }

    private static SiteAnswer Answer(SiteRow site, SiteRecord record, DateOnly today) =>
        new(
            new(
                site.Version,
                site.TimeZone,
                site.Latitude,
                Of(site.Frost?.Average),
                Of(site.Frost?.Safe),
                site.UsUnits ? UnitSystem.Us : UnitSystem.Metric,
                site.OffsetC,
                site.FreezeFrom,
                Of(site.Autumn?.Average),
                Of(site.Autumn?.Safe),
                site.Devices
            ),
            today,
            SeasonDay.SeasonOf(today, site.Hemisphere),
            site.DemoDay is not null,
            record.Season(site, SeasonDay.SeasonOf(today, site.Hemisphere)) is not null,
            new(site.HandsHours, site.Currency)
        );

    private static MonthDay? Of(SeasonDay? day) => day is { } d ? new(d.Month, d.Day) : null;
}

/// <summary>A figure that the plans rest on.</summary>
public sealed record FigureAnswer(string Stage, string What, double Value, string Unit, Mark Mark, string Source);
