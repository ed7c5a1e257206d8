using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Site;

/// <summary>A nursery's site: where it is, when it freezes, what day it is there.</summary>
/// <param name="Version">Rises with each change.</param>
/// <param name="TimeZone">IANA name.</param>
/// <param name="Latitude">Degrees, −66 to 66; its sign is the hemisphere.</param>
/// <param name="Frost">Null until it is set.</param>
/// <param name="UsUnits">°F, inches, gallons on screen.</param>
/// <param name="DemoDay">The day of a nursery that has its own clock; null where the real date holds.</param>
/// <param name="OffsetC">Added to the record's minima, °C.</param>
/// <param name="FreezeFrom">What the plans take the last freeze from.</param>
/// <param name="Autumn">Average first frost, as typed; null until it is set.</param>
/// <param name="Devices">Where readings and forecasts come from.</param>
/// <param name="HandsHours">Hours of work on a usual day, of all hands together; null: not said.</param>
/// <param name="Currency">Sign that prices are shown with; null: none.</param>
public sealed record SiteRow(
    int Version,
    string TimeZone,
    double Latitude,
    FrostDates? Frost,
    bool UsUnits,
    DateOnly? DemoDay,
    double OffsetC = 0,
    FreezeFrom FreezeFrom = FreezeFrom.Typed,
    FrostDates? Autumn = null,
    DeviceChoice? Devices = null,
    double? HandsHours = null,
    string? Currency = null
)
{
    public Hemisphere Hemisphere => Latitude < 0 ? Hemisphere.South : Hemisphere.North;

    /// <summary>The nursery's day.</summary>
    public DateOnly Today(TimeProvider clock) => DemoDay ?? DateOnly.FromDateTime(Local(clock));

    /// <summary>The time on the nursery's clock.</summary>
    public TimeOnly Now(TimeProvider clock) =>
        DemoDay is not null && clock is DemoHour demo ? demo.Time : TimeOnly.FromDateTime(Local(clock));

    private DateTime Local(TimeProvider clock) =>
        TimeZoneInfo.ConvertTime(clock.GetUtcNow(), TimeZoneInfo.FindSystemTimeZoneById(TimeZone)).DateTime;
}

public enum FreezeFrom
{
    Typed,
    Record,
}

public enum DeviceSource
{
    None,

    /// <summary>Made-up weather, for trying it out.</summary>
    StandIn,

    /// <summary>Files dropped into a folder.</summary>
    Folder,
}

/// <summary>Where readings and forecasts come from.</summary>
public sealed record DeviceChoice(DeviceSource Station, DeviceSource Probe, DeviceSource Forecast)
{
    public static DeviceChoice None { get; } = new(DeviceSource.None, DeviceSource.None, DeviceSource.None);
}

/// <summary>What a grower may change of the site.</summary>
public sealed record SiteChange(
    int Version,
    string TimeZone,
    double Latitude,
    FrostDates? Frost,
    bool UsUnits,
    double OffsetC = 0,
    FreezeFrom FreezeFrom = FreezeFrom.Typed,
    FrostDates? Autumn = null,
    DeviceChoice? Devices = null
);

public sealed class SiteStore(NurseryTransaction nursery)
{
    internal const string Select = """
        -- The nursery's site.
        select version, time_zone, latitude, average_month, average_day, safe_month, safe_day, units, demo_day,
          offset_c, freeze_from, autumn_month, autumn_day, autumn_safe_month, autumn_safe_day, station, probe, forecast,
          hands_hours, currency
        from site
        """;

    private const string Change = """
        -- Change the site, if nobody else has meanwhile.
        update site
        set version = version + 1, time_zone = $2, latitude = $3, average_month = $4, average_day = $5, safe_month = $6,
          safe_day = $7, units = $8,
          offset_c = $9, freeze_from = $10, autumn_month = $11, autumn_day = $12, autumn_safe_month = $13, autumn_safe_day = $14,
          station = $15, probe = $16, forecast = $17
        where version = $1
        """;

    private const string Hours = """
        -- Hours of work on a usual day.
        select hands_hours
        from site
        """;

    private const string SetUsual = """
        -- Hours of a usual day, and the sign of prices: no plan rests on them.
        update site
        set hands_hours = $1, currency = $2
        """;

    private const string SetDay = """
        -- Wind the demo's clock.
        update site
        set demo_day = $1, planned_day = $1
        where demo_day is not null
        """;

    private const string SetPlanned = """
        -- The day that plans are of: they follow.
        update site
        set planned_day = $1
        """;

    private const string Planned = """
        -- Of which day are the plans?
        select planned_day
        from site
        """;

    private const string Insert = """
        -- A new nursery's site.
        insert into site (nursery_id, time_zone, latitude, demo_day)
        values ($1, $2, $3, $4)
        """;

    internal const string InsertNursery = """
        -- A new nursery.
        insert into nursery (id, name)
        values ($1, $2)
        """;

    internal const string InsertInput = """
        -- What its acts lock first.
        insert into nursery_input (nursery_id)
        values ($1)
        """;

    public async Task<SiteRow> GetAsync(CancellationToken cancel) =>
        await nursery.OneAsync(Select, Read, cancel) ?? throw new NotFoundException("nursery");

    public async Task ChangeAsync(SiteChange change, CancellationToken cancel)
    {
        Check(change);
        var (frost, autumn, devices) = (change.Frost, change.Autumn, change.Devices ?? DeviceChoice.None);
        var changed = await nursery.ExecuteAsync(
            Change,
            cancel,
            Sql.Of(change.Version),
            Sql.Of(change.TimeZone),
            Sql.Of(change.Latitude),
            Sql.OfNull(frost?.Average.Month),
            Sql.OfNull(frost?.Average.Day),
            Sql.OfNull(frost?.Safe?.Month),
            Sql.OfNull(frost?.Safe?.Day),
            Sql.Of(change.UsUnits ? "us" : "metric"),
            Sql.Of(change.OffsetC),
            Sql.Of(change.FreezeFrom.Word()),
            Sql.OfNull(autumn?.Average.Month),
            Sql.OfNull(autumn?.Average.Day),
            Sql.OfNull(autumn?.Safe?.Month),
            Sql.OfNull(autumn?.Safe?.Day),
            Sql.Of(devices.Station.Word()),
            Sql.Of(devices.Probe.Word()),
            Sql.Of(devices.Forecast.Word())
        );
        if (changed == 0)
            throw new ConflictException("changed-meanwhile", await GetAsync(cancel));
    }

    /// <summary>Hours of work on a usual day, of all hands together, as they are now: no plan is made anew when they change.</summary>
    public async Task<double?> HandsHoursAsync(CancellationToken cancel) =>
        (await nursery.OneAsync(Hours, r => (object?)r.OrNull<double>(0) ?? "", cancel)) as double?;

    /// <param name="handsHours">Of all hands together, above 0 to 200; null: not said.</param>
    /// <param name="currency">1–4 characters; null: none.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">What cannot be, at its field.</exception>
    public async Task UsualAsync(double? handsHours, string? currency, CancellationToken cancel)
    {
        var failures = new List<Failure>();
        if (handsHours is { } hours && !(hours is > 0 and <= DayLoad.MostHours))
            failures.Add(new("above-range", "handsHours", hours, 0, DayLoad.MostHours));
        if (currency is { Length: 0 or > LongestCurrency } || (currency is not null && !Texts.IsPlain(currency)))
            failures.Add(Failure.OutOfRange("currency", currency.Length, 1, LongestCurrency));
        if (failures.Count > 0)
            throw new RefusedException(failures);
        await nursery.ExecuteAsync(SetUsual, cancel, Sql.OfNull(handsHours), Sql.OfNull(currency));
    }

    /// <summary>A sign of a currency or its three letters, characters.</summary>
    public const int LongestCurrency = 4;

    /// <exception cref="RefusedException">This nursery runs on the real date.</exception>
    public async Task WindToAsync(DateOnly day, CancellationToken cancel)
    {
        if (await nursery.ExecuteAsync(SetDay, cancel, Sql.Of(day)) == 0)
            throw new RefusedException(new Failure("real-clock", "days"));
    }

    /// <summary>Another day has begun, or the devices said something new: plans are to be made anew for that day.</summary>
    public async Task PlansOfAsync(DateOnly day, CancellationToken cancel)
    {
        await nursery.ExecuteAsync(SetPlanned, cancel, Sql.Of(day));
        await Locks.InputsChangedAsync(nursery, cancel);
    }

    public async Task<DateOnly?> PlannedDayAsync(CancellationToken cancel) =>
        (await nursery.OneAsync(Planned, r => (object?)r.OrNull<DateOnly>(0) ?? "", cancel)) as DateOnly?;

    /// <summary>A nursery with its site; everything else comes after.</summary>
    public async Task CreateAsync(string name, string timeZone, double latitude, DateOnly? demoDay, CancellationToken cancel)
    {
        await nursery.ExecuteAsync(InsertNursery, cancel, Sql.Of(nursery.Nursery), Sql.Of(name));
        await nursery.ExecuteAsync(InsertInput, cancel, Sql.Of(nursery.Nursery));
        await nursery.ExecuteAsync(Insert, cancel, Sql.Of(nursery.Nursery), Sql.Of(timeZone), Sql.Of(latitude), Sql.OfNull(demoDay));
    }

    /// <exception cref="RefusedException">What cannot be, at its field.</exception>
    internal static void Check(SiteChange change)
    {
        var failures = new List<Failure>();
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(change.TimeZone, out _))
            failures.Add(new("unknown-time-zone", "timeZone", Subject: change.TimeZone));
        if (!(change.Latitude is >= -66 and <= 66))
            failures.Add(Failure.OutOfRange("latitude", change.Latitude, -66, 66));
        else
        {
            var hemisphere = change.Latitude < 0 ? Hemisphere.South : Hemisphere.North;
            // Any season serves to see whether the two dates are in order.
            if (change.Frost is { } frost)
                failures.AddRange(SpringFreeze.FromTyped(frost, 2026, hemisphere).Failures);
            if (change.Autumn is { } autumn)
                failures.AddRange(AutumnWindow.FromTyped(autumn, 2026, hemisphere).Failures);
        }

        if (!(change.OffsetC is >= -10 and <= 10))
            failures.Add(Failure.OutOfRange("offsetC", change.OffsetC, -10, 10));

        if (failures.Count > 0)
            throw new RefusedException(failures);
    }

    internal static SiteRow Read(NpgsqlDataReader r) =>
        new(
            r.GetInt32(0),
            r.GetString(1),
            r.GetDouble(2),
            Frost(r, 3),
            r.GetString(7) == "us",
            r.OrNull<DateOnly>(8),
            r.GetDouble(9),
            r.Enum<FreezeFrom>(10),
            Frost(r, 11),
            new(r.Enum<DeviceSource>(15), r.Enum<DeviceSource>(16), r.Enum<DeviceSource>(17)),
            r.OrNull<double>(18),
            r.IsDBNull(19) ? null : r.GetString(19)
        );

    private static FrostDates? Frost(NpgsqlDataReader r, int column) =>
        r.OrNull<int>(column) is { } month
            ? new(
                SeasonDay.From(month, r.GetInt32(column + 1)),
                r.OrNull<int>(column + 2) is { } safe ? SeasonDay.From(safe, r.GetInt32(column + 3)) : null
            )
            : null;
}
