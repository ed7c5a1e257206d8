using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Sowing;

/// <summary>Warmth read in a place: at the seed, or of the air; one of them at least.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="PlaceId">Where.</param>
/// <param name="Day">Today or earlier.</param>
/// <param name="SoilC">At sowing depth, °C, −30 to 60.</param>
/// <param name="LowC">Lowest of the air in the night before, °C, −70 to 60.</param>
/// <param name="HighC">Highest of the air on the day before, °C, −70 to 70.</param>
public sealed record ReadingRow(Guid Id, Guid PlaceId, DateOnly Day, double? SoilC = null, double? LowC = null, double? HighC = null)
{
    internal AirReading Air => new(Day, LowC, HighC);
}

public sealed class ReadingStore(NurseryTransaction nursery)
{
    private const string Select = """
        -- What was read in a place since a day.
        select id, place_id, day, soil_c, low_c, high_c
        from place_reading
        where place_id = $1
          and day >= $2
        order by day, id
        """;

    private const string One = """
        -- One reading.
        select id, place_id, day, soil_c, low_c, high_c
        from place_reading
        where id = $1
        """;

    private const string Insert = """
        -- A reading; sent twice, it counts once.
        insert into place_reading (nursery_id, id, place_id, day, soil_c, low_c, high_c, by_name)
        values ($1, $2, $3, $4, $5, $6, $7, $8)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Delete = """
        -- Take a reading back.
        delete from place_reading
        where id = $1
          and (soil_c is null) = $2
        """;

    public Task<List<ReadingRow>> SinceAsync(Guid place, DateOnly day, CancellationToken cancel) =>
        nursery.ListAsync(Select, Read, cancel, Sql.Of(place), Sql.Of(day));

    public async Task AddAsync(ReadingRow row, DateOnly today, CancellationToken cancel)
    {
        var failures = new List<Failure>();
        if (row.Day > today)
            failures.Add(new("in-the-future", "day"));
        if (row.Day < today.AddDays(-400))
            failures.Add(new("too-long-ago", "day"));
        foreach (
            var (celsius, field, low, high) in new[]
            {
                (row.SoilC, "soilC", -30, 60),
                (row.LowC, "lowC", (int)WeatherChecks.ColdestC, 60),
                (row.HighC, "highC", (int)WeatherChecks.ColdestC, 70),
            }
        )
        {
            if (celsius is { } read && !(read >= low && read <= high))
                failures.Add(Failure.OutOfRange(field, read, low, high));
        }

        if (row is { SoilC: null, LowC: null, HighC: null })
            failures.Add(new("temperature-missing", "lowC"));
        if (row.LowC > row.HighC)
            failures.Add(new("night-warmer", "lowC", row.LowC, null, row.HighC));
        if ((await new Places.PlaceStore(nursery).AllAsync(cancel)).TrueForAll(p => p.Id != row.PlaceId))
            failures.Add(new("not-chosen", "placeId"));
        if (failures.Count > 0)
            throw new RefusedException(failures);
        var made = await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(row.Id),
            Sql.Of(row.PlaceId),
            Sql.Of(row.Day),
            Sql.OfNull(row.SoilC),
            Sql.OfNull(row.LowC),
            Sql.OfNull(row.HighC),
            Sql.OfNull(nursery.By)
        );
        if (made == 0 && await nursery.OneAsync(One, Read, cancel, Sql.Of(row.Id)) != row)
            throw new ConflictException("other-payload");
    }

    private static ReadingRow Read(Npgsql.NpgsqlDataReader r) =>
        new(r.GetGuid(0), r.GetGuid(1), r.GetFieldValue<DateOnly>(2), r.OrNull<double>(3), r.OrNull<double>(4), r.OrNull<double>(5));

    /// <summary>Of all places, in the days that count.</summary>
    internal const string OfTheAir = """
        -- What thermometers in places said in the last year: a hollow stays one.
        select place_id, day, low_c, high_c
        from place_reading
        where day > (select coalesce(demo_day, current_date) - 368 from site)
          and (low_c is not null or high_c is not null)
        order by place_id, day, id
        """;

    /// <param name="id">Which.</param>
    /// <param name="air">One of the air; else one at the seed.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>Whether it was there.</returns>
    public async Task<bool> DeleteAsync(Guid id, bool air, CancellationToken cancel) =>
        await nursery.ExecuteAsync(Delete, cancel, Sql.Of(id), Sql.Of(air)) > 0;
}
