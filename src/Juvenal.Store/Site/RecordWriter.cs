using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Site;

/// <summary>Makes anew what a record comes to, after each change of it: freeze dates, the mean year, the soil line.</summary>
public sealed class RecordWriter(NurseryTransaction nursery)
{
    /// <summary>The soil line is drawn from so long ago on; what came before it is not felt any more.</summary>
    private const int LineDays = 400;

    private static readonly string[] Derived = ["freeze_year", "freeze_fit", "site_curve", "site_year", "soil_line"];

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
        insert into soil_line (nursery_id, day, air_c, sun_c, tunnel_c, range_c, tunnel_range_c)
        select $1, day, air_c, sun_c, tunnel_c, range_c, tunnel_range_c
        from unnest($2::date[], $3::float8[], $4::float8[], $5::float8[], $6::float8[], $7::float8[])
          as line (day, air_c, sun_c, tunnel_c, range_c, tunnel_range_c)
        """;

    private const string InsertSpring = """
        -- A spring of the record.
        insert into site_year (nursery_id, season, minimum_c, maximum_c, bare_c, mulch_c, film_c, raised_c, tunnel_c)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
        """;

    private const string Unreckoned = """
        -- Is there a record of which nobody has reckoned what it comes to?
        select exists (select from weather_day) and not exists (select from freeze_year)
        """;

    /// <summary>Whether a migration has left the record's derived rows to be made anew.</summary>
    public async Task<bool> IsStaleAsync(CancellationToken cancel) =>
        (await nursery.ListAsync(Unreckoned, r => r.GetBoolean(0), cancel))[0];

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

            if (SiteClimate.From(record, site.OffsetC, site.Latitude) is { } climate)
            {
                commands.Add(Curve("nights", climate.Nights));
                commands.Add(Curve("days", climate.Days));
                commands.AddRange(climate.SoilMornings.Select(s => Curve(RecordStore.SoilOf(s.Key), s.Value)));
                commands.AddRange(climate.Years.Select(Spring));
                commands.Add(Line(record, await store.ForecastAsync(record.Last, cancel), site, climate));
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

    private NpgsqlBatchCommand Spring(SiteYear year) =>
        Walled.Command(
            InsertSpring,
            [
                Sql.Of(nursery.Nursery),
                Sql.Of(year.Season),
                Reals(year.MinimumC),
                Reals(year.MaximumC),
                .. RecordStore.SoilColumns.Select(s => Reals(year.SoilC[s])),
            ]
        );

    private static NpgsqlParameter Reals(IReadOnlyList<double> values) => Sql.Of(values.Select(v => (float)v).ToArray());

    /// <summary>The last year's soil, day by day, and as far as the forecast looks.</summary>
    private NpgsqlBatchCommand Line(WeatherRecord record, IReadOnlyList<ForecastRow> forecast, SiteRow site, SiteClimate climate)
    {
        var from = record.Last.AddDays(-LineDays);
        var days = Enumerable
            .Range(0, record.Count)
            .Select(i => record[i])
            .Where(d => d.Day > from)
            .Concat(forecast.Select(f => new WeatherDay(f.Day, f.MinimumC, f.MaximumC)))
            .ToList();
        var line = WeatherRecord.From(days);
        var soil = SiteClimate.Soil(line, site.OffsetC, site.Latitude, climate.Nights, climate.Days);
        return Walled.Command(
            InsertLine,
            Sql.Of(nursery.Nursery),
            Sql.Of(Enumerable.Range(0, line.Count).Select(line.First.AddDays).ToArray()),
            Sql.Of(soil.Air),
            Sql.Of(soil.Sun),
            Sql.Of(soil.TunnelAir),
            Sql.Of(soil.Range),
            Sql.Of(soil.TunnelRange)
        );
    }
}
