using Juvenal.Core.Hardening;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Site;

/// <summary>What was done for a night.</summary>
public enum NightDid
{
    Covered,
    BroughtIn,

    /// <summary>By one's own word.</summary>
    LeftOut,

    /// <summary>Taken back.</summary>
    Open,
}

/// <summary>A line of the nights' book; the last one of an evening and place counts.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Evening">The day on whose evening the night begins.</param>
/// <param name="ExpectedC">The low that was expected there, °C; null where nothing was known.</param>
/// <param name="LimitC">Of the tenderest there, °C.</param>
public sealed record NightRow(
    Guid Id,
    DateOnly Evening,
    Guid PlaceId,
    NightDid Did,
    double? ExpectedC,
    double? LimitC,
    string? By = null,
    bool OutAgain = false
);

/// <summary>Nights: who is out in them, and what was done.</summary>
public sealed class NightStore(NurseryTransaction nursery)
{
    private const string OfEvenings = """
        -- What was said last for each place of these evenings; brought in no more, once the carrying is taken back.
        select l.id, l.evening, l.place_id, l.did, l.expected_c, l.limit_c, l.by_name, l.out_again
        from (select distinct on (n.evening, n.place_id) n.id, n.evening, n.place_id, n.did, n.expected_c, n.limit_c, n.by_name, n.out_again
        from night n
        where n.evening >= $1
        order by n.evening, n.place_id, n.written_at desc, n.id desc) l
        where l.did <> 'brought-in'
          or exists (
            select from ledger_entry e
            where e.act = l.id
              and not exists (select from ledger_entry u where u.batch_id = e.batch_id and u.kind = 'undo' and u.corrects = e.id))
        order by l.evening, l.place_id
        """;

    private const string Were = """
        -- Nights that are over: as they were forecast the evening before, and as they came.
        select f.made_on, f.tmin_c, w.tmin_c
        from forecast_made f
        join weather_day w on w.nursery_id = f.nursery_id and w.day = f.day and w.tmin_c is not null
        where f.day = f.made_on + 1
          and f.made_on >= $1
          and f.day < $2
        order by f.made_on
        """;

    /// <summary>Nights behind, with what was done for them; null where too few are known.</summary>
    /// <param name="today">The nursery's day: its own low may still be a forecast.</param>
    /// <param name="lowAt">The low at a place, of one at the site, °C.</param>
    /// <param name="done">The nights' book.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<NightsBack?> BackAsync(
        DateOnly today,
        Func<Guid, double, double?> lowAt,
        IReadOnlyList<NightRow> done,
        CancellationToken cancel
    )
    {
        ArgumentNullException.ThrowIfNull(lowAt);
        var nights = await nursery.ListAsync(
            Were,
            r => new NightThatWas(r.GetFieldValue<DateOnly>(0), r.GetDouble(1), r.GetDouble(2)),
            cancel,
            Sql.Of(today.AddDays(-NightsBack.Days)),
            Sql.Of(today)
        );
        var came = nights.ToDictionary(n => n.Evening, n => n.LowC);
        return NightsBack.Of(
            nights,
            [
                .. from n in done
                where n.LimitC is not null && came.ContainsKey(n.Evening)
                let low = lowAt(n.PlaceId, came[n.Evening])
                where low is not null
                select new NightSaidOf(low.Value, n.LimitC!.Value, n.Did is NightDid.Covered or NightDid.BroughtIn),
            ]
        );
    }

    private const string Insert = """
        -- Done for the night; the same one sent again is there already.
        insert into night (nursery_id, id, evening, place_id, did, expected_c, limit_c, by_name)
        values ($1, $2, $3, $4, $5, $6, $7, $8)
        on conflict (nursery_id, id) do nothing
        """;

    /// <param name="from">This evening and those after it.</param>
    public async Task<List<NightRow>> SinceAsync(DateOnly from, CancellationToken cancel) =>
        [.. (await nursery.ListAsync(OfEvenings, Read, cancel, Sql.Of(from))).Where(n => n.Did != NightDid.Open)];

    /// <exception cref="RefusedException">An evening that is neither today's nor one of the week before.</exception>
    public async Task PutAsync(NightRow row, DateOnly today, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(row);
        if (row.Evening > today || row.Evening < today.AddDays(-MostBack))
            throw new RefusedException(new Failure(row.Evening > today ? "in-the-future" : "day-passed", "evening"));
        if (!Enum.IsDefined(row.Did))
            throw new RefusedException(new Failure("not-chosen", "did"));
        try
        {
            await nursery.ExecuteAsync(
                Insert,
                cancel,
                Sql.Of(nursery.Nursery),
                Sql.Of(row.Id),
                Sql.Of(row.Evening),
                Sql.Of(row.PlaceId),
                Sql.Of(row.Did.Word()),
                Sql.OfNull(row.ExpectedC),
                Sql.OfNull(row.LimitC),
                Sql.OfNull(nursery.By)
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(new Failure("not-chosen", "placeId"));
        }
    }

    private const string Came = """
        -- Who came to stand where since a day began: they were not there in the night before.
        select distinct e.batch_id, e.to_place_id
        from ledger_entry e
        where e.batch_id = any($1)
          and e.happened_on >= $2
          and e.to_place_id is not null
          and e.kind <> 'undo'
        """;

    /// <summary>Batches that came to stand in places since a day began.</summary>
    public async Task<HashSet<(Guid Batch, Guid Place)>> CameAsync(IEnumerable<Guid> batches, DateOnly since, CancellationToken cancel) =>
        [.. await nursery.ListAsync(Came, r => (r.GetGuid(0), r.GetGuid(1)), cancel, Sql.Of(batches.Distinct().ToArray()), Sql.Of(since))];

    private const string Close = """
        -- What was brought in is out again: the night is over.
        update night
        set out_again = true
        where id = $1
        """;

    /// <summary>What was brought in for a night is out again.</summary>
    public Task CloseAsync(Guid id, CancellationToken cancel) => nursery.ExecuteAsync(Close, cancel, Sql.Of(id));

    /// <summary>So far back a night is written down, days. [model]</summary>
    public const int MostBack = 7;

    private static NightRow Read(NpgsqlDataReader r) =>
        new(
            r.GetGuid(0),
            r.GetFieldValue<DateOnly>(1),
            r.GetGuid(2),
            r.Enum<NightDid>(3),
            r.OrNull<double>(4),
            r.OrNull<double>(5),
            r.IsDBNull(6) ? null : r.GetString(6),
            r.GetBoolean(7)
        );
}
