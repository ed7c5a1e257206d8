using Juvenal.Core.Decision;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Site;

/// <summary>Where the nights ahead are known from.</summary>
public enum NightsFrom
{
    /// <summary>Neither a forecast nor a record.</summary>
    Nowhere,

    Forecast,

    /// <summary>The record's cold night for the time of year: 1 in 10 was colder. Where no forecast reaches tonight.</summary>
    Record,
}

/// <summary>The nights ahead, for every role.</summary>
/// <param name="From">Where they are known from.</param>
/// <param name="MadeOn">The day the forecast was made; null without one.</param>
/// <param name="Nights">Tonight first, the site's offset included; as far as they are known without a gap.</param>
/// <param name="HighsC">Of the days after those nights, by the forecast, or as is usual then; null without a forecast.</param>
/// <param name="Today">As it was forecast; null where it was not.</param>
/// <param name="Winds">Of the days after those nights, by the forecast; null without one.</param>
public sealed record NightsAhead(
    NightsFrom From,
    DateOnly? MadeOn,
    IReadOnlyList<NightAhead> Nights,
    IReadOnlyList<double>? HighsC = null,
    ForecastDay? Today = null,
    IReadOnlyList<Wind>? Winds = null
)
{
    /// <summary>What was forecast of today counts where it was said yesterday or today, days.</summary>
    private const int Trusted = 1;

    /// <summary>Days on either side that the record's cold night is taken from.</summary>
    private const int Around = 3;

    private const string Forecast = """
        -- The forecast's coming days, and what was forecast of today.
        select day, made_on, least(tmin_c, warned_c), tmax_c, gust_kmh, hail, coalesce(warned_c < tmin_c, false)
        from forecast_day
        where day > $1
        union all
        (
          select day, made_on, tmin_c, tmax_c, gust_kmh, hail, false
          from forecast_made
          where day = $1 and made_on >= $1 - $2
          order by made_on desc
          limit 1)
        order by day
        """;

    private const string ColdNight = """
        -- The low that 1 night in 10 was under, in these weeks of all years.
        select percentile_cont(0.1) within group (order by tmin_c), count(tmin_c)
        from weather_day
        where tmin_c is not null
          and (extract(doy from day)::int - $1 + 730) % 365 <= $2
        """;

    /// <summary>Strongest gusts of the first days that plants would be out, km/h; none where nothing is said of them.</summary>
    /// <param name="later">Out from so many days from now on.</param>
    public IReadOnlyList<double> GustsKmh(int later) =>
        [
            .. new[] { Today?.Wind }
                .Concat((Winds ?? []).Select(w => (Wind?)w))
                .Skip(later)
                .Take(PlantingDecision.HeatDays)
                .Select(w => w?.GustKmh)
                .OfType<double>(),
        ];

    /// <summary>Fewer nights of a record than these say nothing.</summary>
    private const int FewestNights = 30;

    /// <param name="nursery">Whose.</param>
    /// <param name="site">Its offset.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="cancel">Cancels.</param>
    public static async Task<NightsAhead> LoadAsync(NurseryTransaction nursery, SiteRow site, DateOnly today, CancellationToken cancel)
    {
        var days = await nursery.ListAsync(
            Forecast,
            r =>
                (
                    Day: r.GetFieldValue<DateOnly>(0),
                    MadeOn: r.GetFieldValue<DateOnly>(1),
                    LowC: r.GetDouble(2),
                    HighC: r.GetDouble(3),
                    Wind: RecordStore.ReadWind(r, 4),
                    Warned: r.GetBoolean(6)
                ),
            cancel,
            Sql.Of(today),
            Sql.Of(Trusted)
        );
        var now = days.Where(d => d.Day == today)
            .Select(d => (ForecastDay?)new ForecastDay(d.Day, d.LowC, d.HighC, d.Wind))
            .FirstOrDefault();
        days.RemoveAll(d => d.Day == today);
        // The low of a day falls early in its morning: it belongs to the night of the evening before.
        var nights = days.TakeWhile((d, i) => d.Day == today.AddDays(i + 1)).ToList();
        var madeOn = days.Count > 0 ? days[0].MadeOn : (DateOnly?)null;
        // It lives as long as its nights: how far each lies from the day it was made says how much it is trusted.
        if (nights.Count > 0)
        {
            return new(
                NightsFrom.Forecast,
                madeOn,
                [
                    .. nights.Select(d => new NightAhead(
                        d.Day.AddDays(-1),
                        d.LowC + site.OffsetC,
                        d.Day.DayNumber - d.MadeOn.DayNumber,
                        d.Warned
                    )),
                ],
                [.. nights.Select(d => d.HighC)],
                now,
                [.. nights.Select(d => d.Wind)]
            );
        }

        var cold = await nursery.ListAsync(
            ColdNight,
            r => (LowC: r.OrNull<double>(0), Nights: r.GetInt64(1)),
            cancel,
            Sql.Of(today.AddDays(1 - Around).DayOfYear),
            Sql.Of(ColdStop.Nights + (2 * Around) - 1)
        );
        if (cold is not [{ LowC: { } low, Nights: >= FewestNights }])
            return new(NightsFrom.Nowhere, madeOn, []);
        return new(
            NightsFrom.Record,
            madeOn,
            [.. Enumerable.Range(0, ColdStop.Nights).Select(i => new NightAhead(today.AddDays(i), low + site.OffsetC, Night: 1))]
        );
    }
}
