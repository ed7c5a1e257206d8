using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Site;

/// <summary>Makes anew what a record comes to, after each change of it: freeze dates, the mean year, the soil line.</summary>
public sealed class RecordWriter(NurseryTransaction nursery)
{
    /// <summary>The soil line is drawn from so long ago on; what came before it is not felt any more.</summary>
    private const int LineDays = 400;

    private static readonly string[] Derived = ["freeze_year", "freeze_fit", "site_curve", "soil_line"];

    private const string InsertYear = """
        -- A year's freeze.
        insert into freeze_year (nursery_id, half, threshold_c, season, frozen_on, state, missing_days)
        values ($1, $2, $3, $4, $5, $6, $7)
        """;

    private const string InsertFit = """
        -- A distribution of freeze dates.
        insert into freeze_fit (nursery_id, half, threshold_c, years, share, mean, deviation)
        values ($1, $2, $3, $4, $5, $6, $7)
        """;

    private const string InsertCurve = """
        -- A curve of the mean year.
        insert into site_curve (nursery_id, kind, mean_c, deviation_c)
        values ($1, $2, $3, $4)
        """;

    private const string InsertLine = """
        -- The soil line, all its days at once.
        insert into soil_line (nursery_id, day, celsius)
        select $1, day, celsius
        from unnest($2::date[], $3::float8[]) as line (day, celsius)
        """;

    public async Task RecomputeAsync(SiteRow site, CancellationToken cancel)
    {
        var store = new RecordStore(nursery);
        var days = await store.DaysAsync(cancel);
        var commands = Derived.Select(t => Walled.Command("-- Made anew.\ndelete from " + t)).ToList();
        if (days.Count > 0)
        {
            var record = WeatherRecord.From(days);
            foreach (var half in Enum.GetValues<SeasonHalf>())
            {
                foreach (var threshold in FreezeYears.Thresholds)
                    commands.AddRange(Freezes(FreezeYears.Of(record, half, threshold, site.OffsetC, site.Hemisphere)));
            }

            if (SiteClimate.From(record, site.OffsetC) is { } climate)
            {
                commands.Add(Curve("nights", climate.Nights));
                commands.Add(Curve("days", climate.Days));
                commands.Add(Curve("soil-morning", climate.SoilMorning));
                commands.Add(Line(record, await store.ForecastAsync(record.Last, cancel), site.OffsetC, climate));
            }
        }

        await nursery.ExecuteManyAsync(commands, cancel);
    }

    private IEnumerable<NpgsqlBatchCommand> Freezes(FreezeYears years)
    {
        var half = Sql.Of(years.Half.Word());
        foreach (var y in years.Years)
        {
            yield return Walled.Command(
                InsertYear,
                Sql.Of(nursery.Nursery),
                Sql.Of(years.Half.Word()),
                Sql.Of(years.ThresholdC),
                Sql.Of(y.Season),
                Sql.OfNull(y.Date),
                Sql.Of(y.State.Word()),
                Sql.Of(y.MissingDays)
            );
        }

        if (years.Fit is { } fit)
            yield return Walled.Command(
                InsertFit,
                Sql.Of(nursery.Nursery),
                half,
                Sql.Of(years.ThresholdC),
                Sql.Of(fit.Years),
                Sql.Of(fit.Share),
                Sql.Of(fit.Mean),
                Sql.Of(fit.StandardDeviation)
            );
    }

    private NpgsqlBatchCommand Curve(string kind, SeasonCurve curve) =>
        Walled.Command(
            InsertCurve,
            Sql.Of(nursery.Nursery),
            Sql.Of(kind),
            Sql.Of(curve.MeanC.ToArray()),
            Sql.Of(curve.DeviationC.ToArray())
        );

    /// <summary>The last year's soil, day by day, and as far as the forecast looks.</summary>
    private NpgsqlBatchCommand Line(WeatherRecord record, IReadOnlyList<ForecastRow> forecast, double offset, SiteClimate climate)
    {
        var from = record.Last.AddDays(-LineDays);
        var days = Enumerable
            .Range(0, record.Count)
            .Select(i => record[i])
            .Where(d => d.Day > from)
            .Concat(forecast.Select(f => new WeatherDay(f.Day, f.MinimumC, f.MaximumC)))
            .ToList();
        var line = WeatherRecord.From(days);
        // Begun as warm as the mean year's soil is on that day, so that nothing has to warm up.
        var start = climate.SoilMorning.At(SeasonAxis.DayOfYear(line.First), 0);
        var soil = SiteClimate.SoilDays(line, offset, climate.Nights, climate.Days, start);
        return Walled.Command(
            InsertLine,
            Sql.Of(nursery.Nursery),
            Sql.Of(Enumerable.Range(0, line.Count).Select(line.First.AddDays).ToArray()),
            Sql.Of(soil)
        );
    }
}
