using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Seeds;

public enum SeedOrigin
{
    Unknown,

    /// <summary>Comes true from its own seed.</summary>
    OpenPollinated,

    /// <summary>Its seed is not worth saving.</summary>
    Hybrid,
}

/// <param name="Id">Made by the client.</param>
/// <param name="Version">Rises with each change; 0 in a new row.</param>
/// <param name="CultivarId">Of which cultivar.</param>
/// <param name="Name">What stands on the packet.</param>
/// <param name="Packed">Year; null where not known.</param>
/// <param name="Seeds">It held when it came; null: by weight, or not known.</param>
/// <param name="Grams">It weighed.</param>
/// <param name="TestedSown">Seeds of the last germination test; the three go together.</param>
/// <param name="TestedUp">Came up.</param>
/// <param name="TestedOn">When.</param>
/// <param name="Origin">Hybrid or not.</param>
/// <param name="Price">Paid for it.</param>
/// <param name="Note">As one likes.</param>
public sealed record SeedLotRow(
    Guid Id, int Version, Guid CultivarId, string Name, int? Packed, int? Seeds, double? Grams,
    int? TestedSown, int? TestedUp, DateOnly? TestedOn, SeedOrigin Origin, double? Price, string? Note);

/// <summary>A lot with what batches take from it.</summary>
/// <param name="Sown">Seeds that were sown from it.</param>
/// <param name="Planned">Seeds that batches not yet sown will take.</param>
public sealed record SeedLotView(SeedLotRow Row, int Sown, int Planned);

public sealed class SeedLotStore(NurseryTransaction nursery)
{
    private const int LongestNote = 500;

    private const string Select = """
        -- The lots with the seeds that batches took, and those that planned ones will take.
        select l.id, l.version, l.cultivar_id, l.name, l.packed, l.seeds, l.grams, l.tested_sown, l.tested_up, l.tested_on, l.origin, l.price, l.note,
          coalesce(sum(b.seeds_sown), 0)::int,
          coalesce(sum(b.seeds) filter (where b.seeds_sown = 0 and b.ended_on is null), 0)::int
        from seed_lot l
        left join batch b on b.nursery_id = l.nursery_id and b.lot_id = l.id
        group by l.nursery_id, l.id
        order by l.name, l.id
        """;

    private const string Insert = """
        -- A new lot.
        insert into seed_lot (nursery_id, id, cultivar_id, name, packed, seeds, grams, tested_sown, tested_up, tested_on, origin, price, note)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)
        """;

    private const string Change = """
        -- Change a lot, if nobody else has meanwhile.
        update seed_lot
        set version = version + 1, cultivar_id = $4, name = $5, packed = $6, seeds = $7, grams = $8, tested_sown = $9, tested_up = $10, tested_on = $11,
          origin = $12, price = $13, note = $14
        where nursery_id = $1
          and id = $2
          and version = $3
        """;

    private const string Delete = """
        -- Remove a lot that no batch names.
        delete from seed_lot
        where id = $1
        """;

    public Task<List<SeedLotView>> AllAsync(CancellationToken cancel) => nursery.ListAsync(Select, Read, cancel);

    /// <summary>Keeps a lot: a new one where its version is 0.</summary>
    /// <param name="row">The lot.</param>
    /// <param name="today">No test and no packing comes after it.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task PutAsync(SeedLotRow row, DateOnly today, CancellationToken cancel)
    {
        var failures = new List<Failure>();
        CatalogueRows.CheckName(row.Name, failures);
        if (row.Packed is { } packed && (packed < 1950 || packed > today.Year)) failures.Add(Failure.OutOfRange("packed", packed, 1950, today.Year));
        if (row.Seeds is < 0 or > 10_000_000) failures.Add(Failure.OutOfRange("seeds", row.Seeds.Value, 0, 10_000_000));
        if (row.Grams is { } grams && !(grams is > 0 and <= 100_000)) failures.Add(Failure.OutOfRange("grams", grams, 0, 100_000));
        if (row.Price is { } price && !(price is >= 0 and <= 1_000_000)) failures.Add(Failure.OutOfRange("price", price, 0, 1_000_000));
        if (row.Note?.Length > LongestNote) failures.Add(new("reason-too-long", "note", row.Note.Length, 0, LongestNote));
        Test(row, today, failures);
        if (failures.Count == 0 && row.Seeds is { } held && (await AllAsync(cancel)).Find(l => l.Row.Id == row.Id) is { } known && held < known.Sown)
        {
            failures.Add(new("fewer-seeds-than-sown", "seeds", held, known.Sown));
        }

        if (failures.Count > 0) throw new RefusedException(failures);
        NpgsqlParameter[] values =
        [
            Sql.Of(row.CultivarId), Sql.Of(row.Name.Trim()), Sql.OfNull(row.Packed), Sql.OfNull(row.Seeds), Sql.OfNull(row.Grams), Sql.OfNull(row.TestedSown), Sql.OfNull(row.TestedUp),
            Sql.OfNull(row.TestedOn), Sql.Of(row.Origin.Word()), Sql.OfNull(row.Price), Sql.OfNull(row.Note),
        ];
        await (row.Version == 0
            ? CatalogueRows.WriteAsync(() => nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), .. values]), null, "lot")
            : CatalogueRows.WriteAsync(
                () => nursery.ExecuteAsync(Change, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), Sql.Of(row.Version), .. values]),
                async () => (await AllAsync(cancel)).Find(l => l.Row.Id == row.Id)?.Row, "lot"));
    }

    public Task DeleteAsync(Guid id, CancellationToken cancel) => CatalogueRows.WriteAsync(
        () => nursery.ExecuteAsync(Delete, cancel, Sql.Of(id)), () => Task.FromResult<object?>(null), "lot");

    private static void Test(SeedLotRow row, DateOnly today, List<Failure> failures)
    {
        if (row is { TestedSown: null, TestedUp: null, TestedOn: null }) return;
        if (row.TestedSown is not { } sown || sown is < 1 or > 1_000_000) failures.Add(Failure.OutOfRange("testedSown", row.TestedSown ?? 0, 1, 1_000_000));
        else if (row.TestedUp is not { } up || up < 0 || up > sown) failures.Add(Failure.OutOfRange("testedUp", row.TestedUp ?? 0, 0, sown));
        if (row.TestedOn is not { } on) failures.Add(new("not-chosen", "testedOn"));
        else if (on > today) failures.Add(new("in-the-future", "testedOn"));
    }

    private static SeedLotView Read(NpgsqlDataReader r) => new(
        new(
            r.GetGuid(0), r.GetInt32(1), r.GetGuid(2), r.GetString(3), r.OrNull<int>(4), r.OrNull<int>(5), r.OrNull<double>(6), r.OrNull<int>(7), r.OrNull<int>(8),
            r.OrNull<DateOnly>(9), r.Enum<SeedOrigin>(10), r.OrNull<double>(11), r.TextOrNull(12)),
        r.GetInt32(13),
        r.GetInt32(14));
}
