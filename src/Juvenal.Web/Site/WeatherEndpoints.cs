using System.Globalization;
using System.Text;
using CsvHelper;
using Juvenal.Core.Measures;
using Juvenal.Core.Site;
using Juvenal.Devices.Formats;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Hosting;
using Juvenal.Web.Plans;
using Juvenal.Web.Problems;
using Microsoft.AspNetCore.Mvc;

namespace Juvenal.Web.Site;

/// <summary>A file looked through before it is kept.</summary>
/// <param name="Format">In words.</param>
/// <param name="AskDates">Say whether the day or the month comes first.</param>
/// <param name="AskScale">Say whether it is °C or °F.</param>
/// <param name="Stations">Say which; empty where there is one.</param>
/// <param name="Errors">Lines that cannot be read; with any, nothing can be kept.</param>
/// <param name="LeftOut">What is not believed, and why; the first two hundred.</param>
/// <param name="YearsCovered">Years with ten days missing at most.</param>
/// <param name="Coldest">°C.</param>
/// <param name="Hottest">°C.</param>
public sealed record WeatherPreview(
    string Format,
    bool AskDates,
    bool AskScale,
    IReadOnlyList<string> Stations,
    int ErrorCount,
    IReadOnlyList<LineErrorAnswer> Errors,
    DateOnly? First,
    DateOnly? Last,
    int Days,
    int YearsCovered,
    int Flagged,
    int LeftOutCount,
    IReadOnlyList<LeftOutAnswer> LeftOut,
    int MissingDays,
    IReadOnlyList<Gap> Gaps,
    double? Coldest,
    double? Hottest
);

public sealed record LineErrorAnswer(int Line, string Sentence);

public sealed record LeftOutAnswer(DateOnly Day, string Sentence);

/// <param name="Changed">Days that are new or other than before.</param>
/// <param name="Plans">How far the plans have followed.</param>
public sealed record WeatherKept(int Changed, PlanningAnswer Plans);

public sealed record SoilInput(Guid Id, DateOnly Day, Surface Surface, double Celsius, double Hour = SoilSeries.UsualHour);

public sealed record SpringDay(DateOnly Day, double? MinimumC);

internal static class WeatherEndpoints
{
    /// <summary>Two hundred years of a station are a tenth of it.</summary>
    private const long LargestFile = 64 * 1024 * 1024;

    private const int MostShown = 200;

    public static void MapWeather(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/site/view",
                async (
                    [AsParameters] Here here,
                    Devices.Collector collector,
                    TimeProvider clock,
                    CancellationToken cancel,
                    double? risk = null,
                    string? surface = null
                ) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    var at = risk ?? catalogue.Rules.Rules.AcceptedRisk;
                    if (!(at is > 0 and < 1))
                        throw new RefusedException(new Failure("share-below-one", "risk", at));
                    return TypedResults.Ok(
                        await new SiteView(
                            catalogue,
                            new RecordStore(reading),
                            at,
                            Ask.Choice<Surface>(surface, "surface") ?? Surface.Bare,
                            collector.NoteOf(here.Nursery),
                            collector.FolderOf(here.Nursery)
                        ).AnswerAsync(cancel)
                    );
                }
            )
            .WithName("siteView")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/site/springs/{season:int}",
                async ([AsParameters] Here here, int season, CancellationToken cancel) =>
                {
                    if (season is < 1700 or > 2200)
                        throw new NotFoundException("season");
                    await using var reading = await here.ReadAsync(cancel);
                    var site = await new SiteStore(reading).GetAsync(cancel);
                    // The hundred and fifty days in which spring comes.
                    var first = SeasonAxis.Date(site.Hemisphere == Hemisphere.North ? 46 : 46 - 181, season);
                    var days = await new RecordStore(reading).BetweenAsync(first, first.AddDays(150), cancel);
                    return TypedResults.Ok(days.Select(d => new SpringDay(d.Day, d.MinimumC + site.OffsetC)).ToList());
                }
            )
            .WithName("spring")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/weather/preview",
                async (
                    [AsParameters] Here here,
                    HttpContext context,
                    CancellationToken cancel,
                    string? dates = null,
                    string? scale = null,
                    string? station = null
                ) => TypedResults.Ok(Preview(await WeatherFile.ReadAsync(context.Request.Body, As(dates, scale, station), cancel)))
            )
            .WithName("previewWeather")
            .For(Role.Grower)
            .Accepts<string>("text/csv")
            .WithMetadata(new RequestSizeLimitAttribute(LargestFile));

        nursery
            .MapPost(
                "/weather",
                async (
                    [AsParameters] Here here,
                    HttpContext context,
                    Planning planning,
                    CancellationToken cancel,
                    string? dates = null,
                    string? scale = null,
                    string? station = null
                ) =>
                {
                    var file = await WeatherFile.ReadAsync(context.Request.Body, As(dates, scale, station), cancel);
                    if (file.Format is null)
                        throw Refused("file-unknown");
                    if (file.ErrorCount > 0)
                        throw Refused("file-errors", file.ErrorCount);
                    if (file.AskDates || file.AskScale || file.Stations.Count > 0)
                        throw Refused("file-ask");
                    var looked = WeatherChecks.Of(file.Days);
                    if (looked.Days.Count == 0)
                        throw Refused("file-empty");
                    var changed = await here.ActAsync(
                        Touches.Inputs,
                        async writing =>
                        {
                            var changed = await new RecordStore(writing).PutAsync(looked.Days, imported: true, cancel);
                            await new RecordWriter(writing).RecomputeAsync(await new SiteStore(writing).GetAsync(cancel), cancel);
                            return changed;
                        },
                        cancel
                    );
                    await planning.AwaitAsync(here.Nursery, told: true, cancel);
                    return TypedResults.Ok(new WeatherKept(changed, await planning.AnswerAsync(here, cancel)));
                }
            )
            .WithName("keepWeather")
            .TakesLong()
            .For(Role.Grower)
            .Accepts<string>("text/csv")
            .WithMetadata(new RequestSizeLimitAttribute(LargestFile));

        nursery
            .MapDelete(
                "/weather",
                async ([AsParameters] Here here, Planning planning, CancellationToken cancel) =>
                {
                    await here.DoAsync(
                        Touches.Inputs,
                        async writing =>
                        {
                            await new RecordStore(writing).ForgetAsync(all: true, cancel);
                            await new RecordWriter(writing).RecomputeAsync(await new SiteStore(writing).GetAsync(cancel), cancel);
                        },
                        cancel
                    );
                    await planning.AwaitAsync(here.Nursery, told: true, cancel);
                    return TypedResults.Ok(new WeatherKept(0, await planning.AnswerAsync(here, cancel)));
                }
            )
            .WithName("forgetWeather")
            .TakesLong()
            .For(Role.Grower);

        nursery
            .MapGet(
                "/weather",
                async ([AsParameters] Here here, HttpContext context, CancellationToken cancel) =>
                {
                    context.Response.ContentType = "text/csv; charset=utf-8";
                    context.Response.Headers.ContentDisposition = "attachment; filename=weather.csv";
                    await using var reading = await here.ReadAsync(cancel);
                    await using var writer = new StreamWriter(context.Response.Body, new UTF8Encoding(false));
                    await using var csv = new CsvWriter(writer, CultureInfo.InvariantCulture, leaveOpen: true);
                    foreach (var name in new[] { "date", "tmin_c", "tmax_c" })
                        csv.WriteField(name);
                    await csv.NextRecordAsync();
                    await foreach (var day in new RecordStore(reading).StreamAsync(cancel))
                    {
                        csv.WriteField(day.Day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
                        csv.WriteField(day.MinimumC);
                        csv.WriteField(day.MaximumC);
                        await csv.NextRecordAsync();
                    }
                }
            )
            .WithName("weatherCsv")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/soil",
                async ([AsParameters] Here here, SoilInput input, Planning planning, TimeProvider clock, CancellationToken cancel) =>
                {
                    await here.DoAsync(
                        Touches.Inputs,
                        async writing =>
                        {
                            var today = (await new SiteStore(writing).GetAsync(cancel)).Today(clock);
                            var failures = new List<Failure>();
                            if (input.Day > today)
                                failures.Add(new("in-the-future", "day"));
                            if (!(input.Celsius is >= -30 and <= 60))
                                failures.Add(Failure.OutOfRange("celsius", input.Celsius, -30, 60));
                            if (!(input.Hour is >= 0 and < 24))
                                failures.Add(Failure.OutOfRange("hour", input.Hour, 0, 23));
                            if (failures.Count > 0)
                                throw new RefusedException(failures);
                            await new RecordStore(writing).AddByHandAsync(
                                new(input.Id, input.Day, input.Surface, input.Celsius, Hand: true, input.Hour),
                                cancel
                            );
                        },
                        cancel
                    );
                    return await planning.FollowAsync(here, cancel);
                }
            )
            .WithName("addSoil")
            .TakesLong()
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/soil/{id:guid}",
                async ([AsParameters] Here here, Guid id, Planning planning, CancellationToken cancel) =>
                {
                    await here.DoAsync(Touches.Inputs, writing => new RecordStore(writing).RemoveSoilAsync(id, cancel), cancel);
                    return await planning.FollowAsync(here, cancel);
                }
            )
            .WithName("removeSoil")
            .TakesLong()
            .For(Role.Grower);
    }

    /// <summary>The view as it opens first; by whom and with which devices does not matter.</summary>
    internal static async Task<SiteViewAnswer> ViewAsync(NurseryTransaction reading, TimeProvider clock, CancellationToken cancel)
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        return await new SiteView(
            catalogue,
            new RecordStore(reading),
            catalogue.Rules.Rules.AcceptedRisk,
            Surface.Bare,
            null,
            ""
        ).AnswerAsync(cancel);
    }

    private static ReadAs As(string? dates, string? scale, string? station) =>
        new(Ask.Choice<DateOrder>(dates, "dates"), Ask.Choice<Scale>(scale, "scale"), station);

    private static RefusedException Refused(string code, double? value = null) => new(new Failure(code, "file", value));

    private static WeatherPreview Preview(WeatherFileRead file)
    {
        if (file.Format is null)
            throw Refused("file-unknown");
        var looked = WeatherChecks.Of(file.Days);
        var days = looked.Days;
        return new(
            Words.WeatherWords.Format(file.Format),
            file.AskDates,
            file.AskScale,
            file.Stations,
            file.ErrorCount,
            [.. file.Errors.Select(e => new LineErrorAnswer(e.Line, Words.WeatherWords.Error(e)))],
            days.Count > 0 ? days[0].Day : null,
            days.Count > 0 ? days[^1].Day : null,
            days.Count,
            days.Where(d => d.MinimumC is not null).GroupBy(d => d.Day.Year).Count(y => y.Count() >= 355),
            file.Flagged,
            looked.Doubtful.Count,
            [.. looked.Doubtful.Take(MostShown).Select(d => new LeftOutAnswer(d.Day.Day, Words.WeatherWords.Doubt(d)))],
            looked.Gaps.Sum(g => g.Days),
            [.. looked.Gaps.OrderByDescending(g => g.Days).Take(MostShown)],
            days.Min(d => d.MinimumC),
            days.Max(d => d.MaximumC)
        );
    }
}
