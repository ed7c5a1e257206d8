using Juvenal.Core.Cultivars;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Site;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Site;

/// <summary>How cold is it here, and when is the soil warm: put together for one screen.</summary>
internal sealed class SiteView(
    Store.Plans.Catalogue catalogue,
    RecordStore store,
    double risk,
    Surface surface,
    string? deviceNote,
    string folder
)
{
    /// <summary>The soil is drawn so far back, days.</summary>
    private const int SoilDays = 75;

    private readonly SiteRow _site = catalogue.Site;
    private readonly Measures _measures = new(catalogue.Site.UsUnits);
    private readonly HouseRules _rules = catalogue.Rules.Rules with { AcceptedRisk = risk };
    private readonly int _season = SeasonDay.SeasonOf(catalogue.Today, catalogue.Site.Hemisphere);

    public async Task<SiteViewAnswer> AnswerAsync(CancellationToken cancel)
    {
        var span = await store.SpanAsync(cancel);
        var years = span is null ? [] : await store.YearsAsync(FreezeYears.FreezeC, cancel);
        var fits = span is null ? [] : await store.FitsAsync(cancel);
        var season = catalogue.Record.Season(_site, _season) is { Succeeded: true } s ? s.Value : null;
        return new(
            risk,
            season is null,
            span is null
                ? null
                : new(
                    span.First,
                    span.Last,
                    span.Days,
                    years.Count(y => y.Half == SeasonHalf.Spring && y.Year.State is FreezeYearState.Counted or FreezeYearState.FreezeFree),
                    years.Count(y => y.Half == SeasonHalf.Spring && y.Year.State == FreezeYearState.LeftOut),
                    catalogue.Record.Climate is not null
                ),
            [.. Curves()],
            [
                .. years.Select(y => new FreezeYearAnswer(
                    y.Half,
                    y.Year.Season,
                    y.Year.Date,
                    y.Year.Date is { } d ? SeasonAxis.Date(SeasonAxis.Of(d, y.Year.Season), _season) : null,
                    y.Year.State,
                    y.Year.MissingDays
                )),
            ],
            [
                .. fits.Select(f => new ThresholdAnswer(
                    f.Fit.Half,
                    f.Threshold,
                    f.Fit.Years,
                    f.Fit.Share,
                    Safe(f.Fit, f.Fit.Mean),
                    Safe(f.Fit, f.Fit.DayAt(0.1)),
                    Safe(f.Fit, f.Fit.DayAt(0.9))
                )),
            ],
            season is null ? [] : [.. Windows(season)],
            catalogue.Record.Climate is { } climate ? await SoilAsync(climate, span!, cancel) : null,
            [
                .. (await store.ForecastAsync(catalogue.Today, cancel)).Select(f => new ForecastAnswer(
                    f.Day,
                    f.MinimumC,
                    f.MaximumC,
                    f.UsualHigh,
                    f.WarnedC
                )),
            ],
            season is null ? [] : [.. Ends(season)],
            deviceNote,
            folder
        );
    }

    private DateOnly Safe(FreezeDistribution fit, double day) => SeasonAxis.Date(fit.SafeSide(day), _season);

    private DateOnly? Safe(FreezeDistribution fit, double? day) => day is { } d ? Safe(fit, d) : null;

    private IEnumerable<FreezeCurve> Curves()
    {
        var useRecord = _site.FreezeFrom == FreezeFrom.Record;
        if (catalogue.Record.Fits.TryGetValue(SeasonHalf.Spring, out var spring))
        {
            yield return Curve(spring, true, useRecord || _site.Frost is null, Recorded(spring), RiskUnder(Surface.Bare));
            // A bed whose nights are warmer has a curve of its own.
            foreach (var surface in OwnNights())
                yield return Curve(spring, true, false, Recorded(spring), RiskUnder(surface)) with
                {
                    Tunnel = true,
                };
        }

        if (_site.Frost is { } frost && SpringFreeze.FromTyped(frost, _season, _site.Hemisphere) is { Succeeded: true } typed)
        {
            var mean = SeasonAxis.Of(DateOnly.FromDayNumber((int)typed.Value.MeanDayNumber), _season);
            yield return Curve(
                new(SeasonHalf.Spring, 0, 1, mean, typed.Value.StandardDeviationDays),
                false,
                !useRecord || spring is null,
                Typed(typed.Value.DeviationAssumed)
            );
        }

        if (catalogue.Record.Fits.TryGetValue(SeasonHalf.Autumn, out var autumn))
            yield return Curve(autumn, true, useRecord || _site.Autumn is null, Recorded(autumn));
        if (_site.Autumn is { } first && AutumnWindow.FromTyped(first, _season, _site.Hemisphere) is { Succeeded: true } typedAutumn)
        {
            yield return Curve(typedAutumn.Value, false, !useRecord || autumn is null, Typed(first.Safe is null));
        }

        static string Recorded(FreezeDistribution fit) =>
            fit.Share < 1 ? $"{fit.Years} years of record, {fit.Share * 100:0} % with a freeze" : $"{fit.Years} years of record";
        static string Typed(bool assumed) =>
            assumed
                ? $"your average date; a spread of {SpringFreeze.AssumedDeviationDays:0} days is assumed"
                : "your average and safe dates";
    }

    private IEnumerable<Surface> OwnNights() =>
        catalogue.Record.Climate is { HasYears: true }
            ? catalogue
                .Places.Values.Where(p => p.Kind is PlaceKind.OpenBed or PlaceKind.TunnelBed)
                .Select(Store.Plans.Catalogue.SurfaceOf)
                .Where(s => Surfaces.NightGainC(s) != 0)
                .Distinct()
            : [];

    /// <summary>The risk as windows and decisions ask it, on the axis of the season; null without ten springs.</summary>
    private Func<int, double>? RiskUnder(Surface surface)
    {
        if (catalogue.Record.Climate is not { HasYears: true } climate)
            return null;
        var risk = climate.RiskUnder(surface);
        return axis => risk(SiteYear.Of(SeasonAxis.Date(axis, _season), _season, _site.Hemisphere));
    }

    private FreezeCurve Curve(FreezeDistribution fit, bool recorded, bool inUse, string assumes, Func<int, double>? smoothed = null)
    {
        var first = (int)Math.Floor(fit.Mean - (3 * fit.StandardDeviation));
        var last = (int)Math.Ceiling(fit.Mean + (3 * fit.StandardDeviation));
        var of = smoothed ?? (d => fit.Probability(d));
        var crossing = smoothed is null
            ? Safe(fit, fit.DayAt(risk))
            : Enumerable
                .Range(first, last - first + 1)
                .Where(d => of(d) <= risk)
                .Select(d => (DateOnly?)SeasonAxis.Date(d, _season))
                .FirstOrDefault();
        return new(
            fit.Half,
            recorded,
            inUse,
            assumes,
            Safe(fit, fit.Mean),
            Math.Round(fit.StandardDeviation, 1),
            crossing,
            [.. Enumerable.Range(first, last - first + 1).Select(d => new RiskPoint(SeasonAxis.Date(d, _season), Math.Round(of(d), 4)))]
        );
    }

    private IEnumerable<WindowAnswer> Windows(SiteSeason season)
    {
        var beds = catalogue
            .Places.Values.Where(p => p.Kind is PlaceKind.OpenBed or PlaceKind.TunnelBed)
            .OrderBy(p => p.WalkOrder)
            .ToList();
        // Without a record all open beds are alike.
        return from crop in Enum.GetValues<Crop>()
            from s in Surfaces.All
            where season.Climate is { HasYears: true } || s is Surface.Bare or Surface.Tunnel
            let window = PlantingWindow.For(crop, season, _rules, s)
            select new WindowAnswer(
                crop,
                s,
                [.. from b in beds where Store.Plans.Catalogue.SurfaceFor(b, crop) == s select b.Name],
                window.Opens.Low,
                window.Opens.Mid,
                window.Opens.High,
                window.Springs?.Count,
                window.Springs?.Never ?? 0,
                window.Springs?.MostNever == true,
                window.Springs?.AllWinter == true,
                WindowWords.Sentence(window),
                [
                    .. window.Gates.Select(g => new GateAnswer(
                        g.Code,
                        g.Low,
                        g.Opens,
                        g.High,
                        g.Limit,
                        g.ShortBy,
                        g.Last,
                        ReasonSentences.Of(g.Reason, _measures).Text
                    )),
                ],
                ReasonSentences.Of(window.Reasons, _measures)
            );
    }

    private async Task<SoilAnswer> SoilAsync(SiteClimate climate, RecordSpan span, CancellationToken cancel)
    {
        var correction = climate.SoilCorrections.GetValueOrDefault(surface);
        var soil = await store.SoilLineAsync(catalogue.Today.AddDays(-SoilDays), cancel);
        var line = new List<SoilPoint>();
        for (var i = 0; i < soil?.Count; i++)
            line.Add(new(soil.First.AddDays(i), Math.Round(Math.Max(0, soil.At(surface, i) + correction), 1)));
        var read = (await store.SoilReadingsAsync(catalogue.Today.AddDays(-SoilDays), cancel)).FindAll(r =>
            r.Surface == surface && r.Day <= catalogue.Today
        );
        var mean = climate.SoilMorningUnder(surface);
        var days = Enumerable.Range(-SoilDays, SoilDays + 90).Select(catalogue.Today.AddDays);
        var readings = read.ConvertAll(r => new SoilReadingAnswer(r.Id, r.Day, r.Celsius, r.Hour, Math.Round(Morning(r), 1), r.Hand));
        var fresh = readings.LastOrDefault(r => r.Day >= catalogue.Today.AddDays(-SiteRecord.FreshDays));
        return new(
            surface,
            Math.Round(Adds(soil), 1),
            Math.Round(correction, 1),
            catalogue.Record.Calibration!.Readings.GetValueOrDefault(surface),
            catalogue.Record.Calibration.Readings.Where(r => r.Key != surface).Sum(r => r.Value),
            line,
            [.. days.Select(d => Of(d, SeasonAxis.DayOfYear(d)))],
            readings,
            fresh?.MorningC ?? line.FindLast(p => p.Day <= catalogue.Today)?.Celsius,
            fresh is not null,
            span.Last
        );

        SoilMorning Of(DateOnly day, int ofYear) =>
            new(
                day,
                Math.Round(mean.At(ofYear, 0), 1),
                Math.Round(mean.At(ofYear, -SpringFreeze.ZOfOneInTen), 1),
                Math.Round(mean.At(ofYear, SpringFreeze.ZOfOneInTen), 1)
            );

        // What was read at another hour, at 8 o'clock.
        double Morning(SoilRow row)
        {
            var i = soil is null ? -1 : row.Day.DayNumber - soil.First.DayNumber;
            return i < 0 || i >= soil!.Count ? row.Celsius : row.Celsius - soil.Wave(surface, i, row.Hour) + soil.Wave(surface, i);
        }
    }

    private double Adds(SoilSeries? soil)
    {
        if (soil is null)
            return 0;
        var to = Math.Min(soil.Count, catalogue.Today.DayNumber - soil.First.DayNumber + 1);
        var days = Enumerable.Range(Math.Max(0, to - RecordStore.CalibrationDays), Math.Clamp(to, 0, RecordStore.CalibrationDays)).ToList();
        return days.Count == 0
            ? 0
            : days.Average(i => soil.Mean(surface, i) - (surface == Surface.Bare ? soil.Air[i] : soil.Mean(Surface.Bare, i)));
    }

    private IEnumerable<EndAnswer> Ends(SiteSeason season)
    {
        if (catalogue.Record.Autumn(_site, _season) is not { } autumn || autumn.DayAt(risk) is not { } day)
            yield break;
        var first = SeasonAxis.DayNumber(day, _season);
        foreach (var cultivar in catalogue.Cultivars.Values.OrderBy(c => c.Crop).ThenBy(c => c.Name, StringComparer.Ordinal))
        {
            var opens = PlantingWindow.For(cultivar.Crop, season, _rules, surface).Opens.Mid;
            var (safe, last) = AutumnWindow.LastPlanting(first, cultivar.Traits().DaysToRipe);
            yield return new(cultivar.Name, cultivar.Crop, safe, last, last < opens, AutumnWindow.Successions(cultivar.Habit, opens, safe));
        }
    }
}
