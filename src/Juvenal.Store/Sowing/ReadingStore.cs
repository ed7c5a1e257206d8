using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Sowing;

/// <summary>Warmth read at sowing depth in a place.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="PlaceId">Where.</param>
/// <param name="Day">Today or earlier.</param>
/// <param name="SoilC">°C, −30 to 60.</param>
public sealed record ReadingRow(Guid Id, Guid PlaceId, DateOnly Day, double SoilC);

public sealed class ReadingStore(NurseryTransaction nursery)
{
    private const string Select = """
        -- What was read in a place since a day.
        select id, place_id, day, soil_c
        from place_reading
        where place_id = $1
          and day >= $2
        order by day, id
        """;

    private const string One = """
        -- One reading.
        select id, place_id, day, soil_c
        from place_reading
        where id = $1
        """;

    private const string Insert = """
        -- A reading; sent twice, it counts once.
        insert into place_reading (nursery_id, id, place_id, day, soil_c, by_name)
        values ($1, $2, $3, $4, $5, $6)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Delete = """
        -- Take a reading back.
        delete from place_reading
        where id = $1
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
        if (!(row.SoilC is >= -30 and <= 60))
            failures.Add(Failure.OutOfRange("soilC", row.SoilC, -30, 60));
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
            Sql.Of(row.SoilC),
            Sql.OfNull(nursery.By)
        );
        if (made == 0 && await nursery.OneAsync(One, Read, cancel, Sql.Of(row.Id)) != row)
            throw new ConflictException("other-payload");
    }

    private static ReadingRow Read(Npgsql.NpgsqlDataReader r) =>
        new(r.GetGuid(0), r.GetGuid(1), r.GetFieldValue<DateOnly>(2), r.GetDouble(3));

    /// <returns>Whether it was there.</returns>
    public async Task<bool> DeleteAsync(Guid id, CancellationToken cancel) => await nursery.ExecuteAsync(Delete, cancel, Sql.Of(id)) > 0;
}
