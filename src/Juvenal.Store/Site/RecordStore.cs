using Juvenal.Core.Measures;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;
using Npgsql;
using NpgsqlTypes;

namespace Juvenal.Store.Site;

/// <param name="Hand">Read by a person; else by a probe.</param>
/// <param name="Hour">When it was read, 0–24, sun time.</param>
public sealed record SoilRow(Guid Id, DateOnly Day, Surface Surface, double Celsius, bool Hand, double Hour = SoilSeries.UsualHour);

/// <param name="MadeOn">The day it was forecast on.</param>
/// <param name="UsualHigh">Nobody said its high: it is the usual of the day.</param>
/// <param name="WarnedC">Low that somebody foretold beside the forecast, °C; null: nobody did.</param>
public sealed record ForecastRow(
    DateOnly Day,
    DateOnly MadeOn,
    double MinimumC,
    double MaximumC,
    Wind Wind = default,
    bool UsualHigh = false,
    double? WarnedC = null
)
{
    /// <exception cref="InvalidOperationException">A day without its low or high.</exception>
    public static ForecastRow Of(ForecastDay day, DateOnly madeOn) =>
        new(day.Day, madeOn, day.MinimumC!.Value, day.MaximumC!.Value, day.Wind, day.UsualHigh);
}

/// <summary>What is kept of a record, in a line.</summary>
public sealed record RecordSpan(DateOnly First, DateOnly Last, int Days);

/// <summary>The site's weather, soil readings and forecast, and what they come to.</summary>
public sealed class RecordStore(NurseryTransaction nursery)
{
    /// <summary>Probe readings of so many days calibrate the soil; least squares of an offset is the mean of what they differ by.</summary>
    public const int CalibrationDays = 21;

    private const string Incoming = """
        -- Where rows arrive by COPY; it goes with the transaction.
        create temp table incoming_weather (day date, tmin_c float8, tmax_c float8) on commit drop
        """;

    private const string Copy = "copy incoming_weather (day, tmin_c, tmax_c) from stdin (format binary)";

    private const string Merge = """
        -- What came in is new, or takes the place of what was known of that day.
        insert into weather_day as w (nursery_id, day, tmin_c, tmax_c, source)
        select $1, day, tmin_c, tmax_c, $2
        from incoming_weather
        on conflict (nursery_id, day) do update
        set tmin_c = excluded.tmin_c, tmax_c = excluded.tmax_c, source = excluded.source
        where (w.tmin_c, w.tmax_c) is distinct from (excluded.tmin_c, excluded.tmax_c)
        """;

    private const string Days = """
        -- The whole record, oldest first.
        select day, tmin_c, tmax_c
        from weather_day
        where day >= $1
        order by day
        """;

    private const string Span = """
        -- From when to when, and how many days.
        select min(day), max(day), count(*)::int
        from weather_day
        having count(*) > 0
        """;

    private const string Forget = """
        -- The record goes.
        delete from weather_day
        where source = 'import' or $1
        """;

    private const string SoilReadings = """
        -- Soil readings from a day on.
        select id, day, surface, celsius, source, hour
        from soil_reading
        where day >= $1
        order by day, surface, id
        """;

    private const string AddSoil = """
        -- A reading of the soil; a probe's second one of a day takes the first one's place.
        insert into soil_reading (nursery_id, id, day, surface, celsius, source)
        values ($1, $2, $3, $4, $5, $6)
        on conflict (nursery_id, day, surface) where source = 'probe' do update
        set celsius = excluded.celsius
        """;

    private const string AddByHand = """
        -- A reading by hand; the same one sent again is there already.
        insert into soil_reading (nursery_id, id, day, surface, celsius, source, hour)
        values ($1, $2, $3, $4, $5, 'hand', $6)
        on conflict (nursery_id, id) do nothing
        """;

    private const string OneSoil = """
        -- One reading of the soil.
        select id, day, surface, celsius, source, hour
        from soil_reading
        where id = $1
        """;

    private const string RemoveSoil = """
        -- A reading that was a mistake.
        delete from soil_reading
        where id = $1 and source = 'hand'
        """;

    private const string Forecast = """
        -- The forecast, from a day on.
        select day, made_on, tmin_c, tmax_c, gust_kmh, hail, usual_high, warned_c
        from forecast_day
        where day > $1
        order by day
        """;

    private const string ForgetForecast = """
        -- A new forecast takes the place of the old one.
        delete from forecast_day
        returning day, warned_c
        """;

    private const string AddForecast = """
        -- A forecast day.
        insert into forecast_day (nursery_id, day, made_on, tmin_c, tmax_c, gust_kmh, hail, usual_high, warned_c)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
        """;

    private const string Warn = """
        -- A night that somebody foretold.
        update forecast_day
        set warned_c = $2
        where day = $1
        """;

    private const string KeepForecast = """
        -- As it was made, to be held against what came; the first of a day stays.
        insert into forecast_made (nursery_id, day, made_on, tmin_c, tmax_c, gust_kmh, hail)
        values ($1, $2, $3, $4, $5, $6, $7)
        on conflict do nothing
        """;

    /// <summary>As <see cref="SoilReadings"/>, for the calibration: a day more on each side than any time zone needs.</summary>
    internal const string CalibrationReadings = """
        -- The soil readings of the last weeks.
        select id, day, surface, celsius, source, hour
        from soil_reading
        where day >= (select coalesce(demo_day, current_date) - 23 from site)
        order by day, surface, id
        """;

    internal const string CalibrationLine = """
        -- The soil as reckoned, in the days that readings calibrate by.
        select day, air_c, sun_c, tunnel_c, range_c, tunnel_range_c
        from soil_line
        where day between (select coalesce(demo_day, current_date) - 23 from site) and (select coalesce(demo_day, current_date) + 1 from site)
        order by day
        """;

    private const string SoilLine = """
        -- The soil as reckoned.
        select day, air_c, sun_c, tunnel_c, range_c, tunnel_range_c
        from soil_line
        where day >= $1
        order by day
        """;

    /// <summary>Forecast days come last: what was measured of a day is not yet there while it is forecast.</summary>
    internal const string Known = """
        -- This season's weather as it was, and as it is forecast.
        select day, tmin_c, tmax_c
        from weather_day
        where day > (select coalesce(demo_day, current_date) - 400 from site)
        union all
        select day, least(tmin_c, warned_c), tmax_c
        from forecast_day
        where day >= (select coalesce(demo_day, current_date) - 1 from site)
          and day not in (select day from weather_day)
        """;

    internal const string Springs = """
        -- The record's springs.
        select season, minimum_c, maximum_c, bare_c, mulch_c, film_c, raised_c, tunnel_c
        from site_year
        order by season
        """;

    /// <summary>In the order of their columns.</summary>
    internal static readonly Surface[] SoilColumns = [Surface.Bare, Surface.Mulch, Surface.Film, Surface.Raised, Surface.Tunnel];

    /// <summary>The mean year's soil under a surface, as a curve is called.</summary>
    internal static string SoilOf(Surface surface) => "soil-" + surface.Word();

    internal const string Curves = """
        -- The mean year's nights, days and soil.
        select kind, mean_c, deviation_c
        from site_curve
        """;

    internal const string Fits = """
        -- How freeze dates are distributed.
        select half, threshold_c, years, share, mean, deviation
        from freeze_fit
        order by half desc, threshold_c
        """;

    private const string Years = """
        -- Freezes year by year.
        select half, threshold_c, season, frozen_on, state, missing_days
        from freeze_year
        where threshold_c = $1
        order by half desc, season
        """;

    private const string SpringOf = """
        -- One spring's days.
        select day, tmin_c, tmax_c
        from weather_day
        where day between $1 and $2
        order by day
        """;

    /// <summary>
    /// Keeps days; what is known of a day already is replaced. Afterwards <see cref="RecordWriter"/> makes anew what they come to.
    /// </summary>
    /// <returns>How many days are new or changed.</returns>
    public async Task<int> PutAsync(IReadOnlyCollection<WeatherDay> days, bool imported, CancellationToken cancel)
    {
        await nursery.ExecuteAsync(Incoming, cancel);
        await nursery.CopyAsync(
            Copy,
            async importer =>
            {
                foreach (var day in days)
                {
                    await importer.StartRowAsync(cancel);
                    await importer.WriteAsync(day.Day, NpgsqlDbType.Date, cancel);
                    await WriteAsync(importer, day.MinimumC);
                    await WriteAsync(importer, day.MaximumC);
                }
            },
            cancel
        );
        var changed = await nursery.ExecuteAsync(Merge, cancel, Sql.Of(nursery.Nursery), Sql.Of(imported ? "import" : "station"));
        await nursery.ExecuteAsync("drop table incoming_weather", cancel);
        return changed;

        Task WriteAsync(NpgsqlBinaryImporter importer, double? value) =>
            value is { } v ? importer.WriteAsync(v, NpgsqlDbType.Double, cancel) : importer.WriteNullAsync(cancel);
    }

    public Task<List<WeatherDay>> DaysAsync(CancellationToken cancel, DateOnly? from = null) =>
        nursery.ListAsync(Days, ReadDay, cancel, Sql.Of(from ?? new DateOnly(1700, 1, 1)));

    public Task<List<WeatherDay>> BetweenAsync(DateOnly first, DateOnly last, CancellationToken cancel) =>
        nursery.ListAsync(SpringOf, ReadDay, cancel, Sql.Of(first), Sql.Of(last));

    public IAsyncEnumerable<WeatherDay> StreamAsync(CancellationToken cancel) =>
        nursery.StreamAsync(Days, ReadDay, cancel, Sql.Of(new DateOnly(1700, 1, 1)));

    public Task<RecordSpan?> SpanAsync(CancellationToken cancel) =>
        nursery.OneAsync(Span, r => new RecordSpan(r.GetFieldValue<DateOnly>(0), r.GetFieldValue<DateOnly>(1), r.GetInt32(2)), cancel);

    /// <summary>Removes what was imported, and with <paramref name="all"/> the station's days too.</summary>
    public Task ForgetAsync(bool all, CancellationToken cancel) => nursery.ExecuteAsync(Forget, cancel, Sql.Of(all));

    public Task<List<SoilRow>> SoilReadingsAsync(DateOnly from, CancellationToken cancel) =>
        nursery.ListAsync(SoilReadings, ReadSoil, cancel, Sql.Of(from));

    public Task AddSoilAsync(IEnumerable<SoilRow> rows, CancellationToken cancel) =>
        nursery.ExecuteManyAsync(
            rows.Select(r =>
                Walled.Command(
                    AddSoil,
                    Sql.Of(nursery.Nursery),
                    Sql.Of(r.Id),
                    Sql.Of(r.Day),
                    Sql.Of(r.Surface.Word()),
                    Sql.Of(r.Celsius),
                    Sql.Of(r.Hand ? "hand" : "probe")
                )
            ),
            cancel
        );

    /// <summary>A reading by hand; sent twice, it counts once.</summary>
    /// <returns>False where it was there already.</returns>
    /// <exception cref="ConflictException">other-payload: the id stands for another reading.</exception>
    public async Task<bool> AddByHandAsync(SoilRow row, CancellationToken cancel)
    {
        if (
            await nursery.ExecuteAsync(
                AddByHand,
                cancel,
                Sql.Of(nursery.Nursery),
                Sql.Of(row.Id),
                Sql.Of(row.Day),
                Sql.Of(row.Surface.Word()),
                Sql.Of(row.Celsius),
                Sql.Of(row.Hour)
            ) > 0
        )
            return true;
        return await nursery.OneAsync(OneSoil, ReadSoil, cancel, Sql.Of(row.Id)) == row
            ? false
            : throw new ConflictException("other-payload");
    }

    public async Task RemoveSoilAsync(Guid id, CancellationToken cancel)
    {
        if (await nursery.ExecuteAsync(RemoveSoil, cancel, Sql.Of(id)) == 0)
            throw new NotFoundException("reading");
    }

    public Task<List<ForecastRow>> ForecastAsync(DateOnly after, CancellationToken cancel) =>
        nursery.ListAsync(
            Forecast,
            r => new ForecastRow(
                r.GetFieldValue<DateOnly>(0),
                r.GetFieldValue<DateOnly>(1),
                r.GetDouble(2),
                r.GetDouble(3),
                ReadWind(r, 4),
                r.GetBoolean(6),
                r.OrNull<double>(7)
            ),
            cancel,
            Sql.Of(after)
        );

    /// <summary>A new forecast takes the place of the old one.</summary>
    /// <param name="days">Tomorrow first.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="keepWarnings">What somebody foretold beside it holds on: it came by itself. Who types it knows better.</param>
    public async Task PutForecastAsync(IReadOnlyList<ForecastRow> days, CancellationToken cancel, bool keepWarnings = false)
    {
        var old = await nursery.ListAsync(ForgetForecast, r => (Day: r.GetFieldValue<DateOnly>(0), C: r.OrNull<double>(1)), cancel);
        var warned = old.Where(o => keepWarnings && o.C is not null).ToDictionary(o => o.Day, o => o.C);
        await nursery.ExecuteManyAsync(
            days.SelectMany(d =>
            {
                NpgsqlParameter[] Said() =>
                    [
                        Sql.Of(nursery.Nursery),
                        Sql.Of(d.Day),
                        Sql.Of(d.MadeOn),
                        Sql.Of(d.MinimumC),
                        Sql.Of(d.MaximumC),
                        Sql.OfNull(d.Wind.GustKmh),
                        Sql.Of(d.Wind.Hail),
                    ];
                return new[]
                {
                    Walled.Command(AddForecast, [.. Said(), Sql.Of(d.UsualHigh), Sql.OfNull(warned.GetValueOrDefault(d.Day))]),
                    Walled.Command(KeepForecast, Said()),
                };
            }),
            cancel
        );
    }

    /// <summary>A night that is foretold colder than the forecast has it; null takes that back.</summary>
    /// <exception cref="RefusedException">no-such-night: the forecast does not reach it.</exception>
    public async Task WarnAsync(DateOnly evening, double? lowC, CancellationToken cancel)
    {
        if (lowC is { } low && !(low is >= WeatherChecks.ColdestC and <= WeatherChecks.HottestC))
            throw new RefusedException(Failure.OutOfRange("lowC", low, WeatherChecks.ColdestC, WeatherChecks.HottestC));
        if (evening == DateOnly.MaxValue || await nursery.ExecuteAsync(Warn, cancel, Sql.Of(evening.AddDays(1)), Sql.OfNull(lowC)) == 0)
            throw new RefusedException(new Failure("no-such-night", "evening"));
    }

    /// <summary>The soil as reckoned, from a day on and as far as the forecast looks; null where there is none.</summary>
    public async Task<SoilSeries?> SoilLineAsync(DateOnly from, CancellationToken cancel) =>
        SeriesOf(await nursery.ListAsync(SoilLine, ReadSoilDay, cancel, Sql.Of(from)));

    /// <summary>Gust and hail, from two columns.</summary>
    internal static Wind ReadWind(NpgsqlDataReader r, int gust) =>
        new(r.IsDBNull(gust) ? null : Math.Round(r.GetFloat(gust), 1), r.GetBoolean(gust + 1));

    /// <summary>Wind of today, and of the days ahead, where a forecast says something of it.</summary>
    internal const string Blows = """
        -- Wind and hail, as they are forecast.
        select day, gust_kmh, hail
        from forecast_made
        where day = (select coalesce(demo_day, current_date) from site)
          and made_on >= day - 1
          and (hail or gust_kmh is not null)
        union all
        select day, gust_kmh, hail
        from forecast_day
        where day > (select coalesce(demo_day, current_date) from site)
          and (hail or gust_kmh is not null)
        """;

    internal static (DateOnly Day, double[] Parts) ReadSoilDay(NpgsqlDataReader r) =>
        (r.GetFieldValue<DateOnly>(0), [.. Enumerable.Range(1, 5).Select(i => (double)r.GetFloat(i))]);

    /// <param name="days">Without a gap.</param>
    internal static SoilSeries? SeriesOf(IReadOnlyList<(DateOnly Day, double[] Parts)> days)
    {
        return days.Count == 0 ? null : new(days[0].Day, Part(0), Part(1), Part(2), Part(3), Part(4));

        double[] Part(int i) => [.. days.Select(d => d.Parts[i])];
    }

    internal static SiteYear ReadSpring(NpgsqlDataReader reader)
    {
        var r = new Row(reader);
        return new(
            r.Int(),
            Doubles(r.Array<float>()),
            Doubles(r.Array<float>()),
            SoilColumns.ToDictionary(s => s, _ => Doubles(r.Array<float>()))
        );

        static IReadOnlyList<double> Doubles(float[] values) => Array.ConvertAll(values, v => (double)v);
    }

    public Task<List<(double Threshold, FreezeDistribution Fit)>> FitsAsync(CancellationToken cancel) =>
        nursery.ListAsync(Fits, ReadFit, cancel);

    internal static (double Threshold, FreezeDistribution Fit) ReadFit(NpgsqlDataReader r) =>
        (r.GetDouble(1), new FreezeDistribution(r.Enum<SeasonHalf>(0), r.GetInt32(2), r.GetDouble(3), r.GetDouble(4), r.GetDouble(5)));

    public Task<List<(SeasonHalf Half, FreezeYear Year)>> YearsAsync(double threshold, CancellationToken cancel) =>
        nursery.ListAsync(
            Years,
            r => (r.Enum<SeasonHalf>(0), new FreezeYear(r.GetInt32(2), r.OrNull<DateOnly>(3), r.Enum<FreezeYearState>(4), r.GetInt32(5))),
            cancel,
            Sql.Of(threshold)
        );

    /// <summary>Whether the record is enough for a mean year.</summary>
    public async Task<bool> HasClimateAsync(CancellationToken cancel) => (await nursery.ListAsync(Curves, ReadCurve, cancel)).Count > 0;

    internal static SoilRow ReadSoil(NpgsqlDataReader r) =>
        new(r.GetGuid(0), r.GetFieldValue<DateOnly>(1), r.Enum<Surface>(2), r.GetDouble(3), r.GetString(4) == "hand", r.GetDouble(5));

    internal static (string Kind, SeasonCurve Curve) ReadCurve(NpgsqlDataReader r) =>
        (r.GetString(0), new SeasonCurve(r.GetFieldValue<double[]>(1), r.GetFieldValue<double[]>(2)));

    internal static WeatherDay ReadDay(NpgsqlDataReader r) => new(r.GetFieldValue<DateOnly>(0), r.OrNull<double>(1), r.OrNull<double>(2));
}
