using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Seeds;
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
/// <param name="Origin">Hybrid or not.</param>
/// <param name="Price">Paid for it.</param>
/// <param name="Note">As one likes.</param>
/// <param name="FromBatchId">Own seed: of which batch; null: bought, or not known.</param>
/// <param name="Isolated">Own seed: its mother was kept apart in flower; null: not known.</param>
public sealed record SeedLotRow(
    Guid Id,
    int Version,
    Guid CultivarId,
    string Name,
    int? Packed,
    int? Seeds,
    double? Grams,
    SeedOrigin Origin,
    double? Price,
    string? Note,
    Guid? FromBatchId = null,
    bool? Isolated = null
);

/// <summary>A lot with its book and what batches take from it.</summary>
/// <param name="Row">The packet.</param>
/// <param name="Crop">Of its cultivar.</param>
/// <param name="Planned">Seeds that batches not yet sown will take.</param>
/// <param name="Entries">Its book.</param>
/// <param name="Taken">What sowings took.</param>
public sealed record SeedLotView(SeedLotRow Row, Crop Crop, int Planned, IReadOnlyList<LotEntry> Entries, IReadOnlyList<Taken> Taken)
{
    public LotFacts Facts =>
        new(
            Crop,
            Row.Packed,
            Book.Test?.Seeds,
            Book.Test?.Up,
            // A sowing of which nothing came up had something else wrong with it, as likely as not: it says nothing of the seed.
            [.. Taken.Where(t => t is { Up: > 0, Seeds: > 0 }).Select(t => new Trial(t.Seeds, t.Up!.Value))]
        );

    /// <summary>Seeds when it came; null where not known.</summary>
    public int? Held => SeedLots.Held(Crop, Row.Seeds, Row.Grams);

    /// <summary>Seeds that were sown from it.</summary>
    public int Sown => Taken.Sum(t => t.Seeds);

    public LotBook Book => LotBook.Of(Held, Row.Seeds is not null, Entries, Taken);
}

public sealed class SeedLotStore(NurseryTransaction nursery)
{
    internal const int MostSeeds = 10_000_000;
    private const int LongestNote = 500;

    private const string Lots = """
        select l.id, l.version, l.cultivar_id, l.name, l.packed, l.seeds, l.grams, l.origin, l.price, l.note, l.from_batch_id, l.isolated, c.crop,
          (select coalesce(sum(b.seeds), 0)::int from batch b where b.nursery_id = l.nursery_id and b.lot_id = l.id
            and b.seeds_sown = 0 and b.ended_on is null)
        from seed_lot l
        join cultivar c on c.nursery_id = l.nursery_id and c.id = l.cultivar_id
        """;

    private const string Select = $"""
        -- The lots, with the seeds that planned batches will take.
        {Lots}
        order by l.name, l.id
        """;

    private const string SelectOne = $"""
        -- One lot, as above.
        {Lots}
        where l.id = $1
        """;

    private const string SelectSome = $"""
        -- Some lots, as above.
        {Lots}
        where l.id = any($1)
        """;

    private const string CultivarOf = """
        -- Of which cultivar is a batch?
        select cultivar_id
        from batch
        where id = $1
        """;

    private const string Insert = """
        -- A new lot.
        insert into seed_lot (nursery_id, id, cultivar_id, name, packed, seeds, grams, origin, price, note, from_batch_id, isolated)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Change = """
        -- Change a lot, if nobody else has meanwhile.
        update seed_lot
        set version = version + 1, cultivar_id = $4, name = $5, packed = $6, seeds = $7, grams = $8, origin = $9, price = $10, note = $11,
          from_batch_id = $12, isolated = $13
        where nursery_id = $1
          and id = $2
          and version = $3
        """;

    private const string Delete = """
        -- Remove a lot that no batch names.
        delete from seed_lot
        where id = $1
        """;

    public async Task<List<SeedLotView>> AllAsync(CancellationToken cancel)
    {
        var (lots, entries, taken) = (
            new List<(SeedLotRow Row, Crop Crop, int Planned)>(),
            new List<LotEntry>(),
            new List<(Guid Lot, Taken Taken)>()
        );
        await nursery.ReadTogetherAsync(
            cancel,
            new(Select, r => lots.Add(Read(r))),
            new(LotBookStore.Entries, r => entries.Add(LotBookStore.Read(r))),
            new(LotBookStore.Taken, r => taken.Add(LotBookStore.ReadTaken(r)))
        );
        var (books, sowings) = (entries.ToLookup(e => e.LotId), taken.ToLookup(t => t.Lot, t => t.Taken));
        return lots.ConvertAll(l => new SeedLotView(l.Row, l.Crop, l.Planned, [.. books[l.Row.Id]], [.. sowings[l.Row.Id]]));
    }

    /// <summary>How many seeds are left in some packets; null where that is not known.</summary>
    public async Task<IReadOnlyDictionary<Guid, int?>> LeftAsync(Guid[] ids, CancellationToken cancel) =>
        (await SomeAsync(ids, cancel)).ToDictionary(l => l.Row.Id, l => l.Book.Left);

    /// <summary>Some lots with their books, and by day what sowings took; not what came up of them.</summary>
    public async Task<List<SeedLotView>> SomeAsync(Guid[] ids, CancellationToken cancel)
    {
        var (lots, entries, taken) = (
            new List<(SeedLotRow Row, Crop Crop, int Planned)>(),
            new List<LotEntry>(),
            new List<(Guid Lot, Taken Taken)>()
        );
        await nursery.ReadTogetherAsync(
            cancel,
            new(SelectSome, r => lots.Add(Read(r)), Sql.Of(ids)),
            new(LotBookStore.EntriesOfSome, r => entries.Add(LotBookStore.Read(r)), Sql.Of(ids)),
            new(LotBookStore.Used, r => taken.Add(LotBookStore.ReadTaken(r)), Sql.Of(ids))
        );
        var (books, sowings) = (entries.ToLookup(e => e.LotId), taken.ToLookup(t => t.Lot, t => t.Taken));
        return lots.ConvertAll(l => new SeedLotView(l.Row, l.Crop, l.Planned, [.. books[l.Row.Id]], [.. sowings[l.Row.Id]]));
    }

    /// <summary>One lot with its book and what was taken from it; null where there is none.</summary>
    public async Task<SeedLotView?> OneAsync(Guid id, CancellationToken cancel)
    {
        var found = await nursery.ListAsync(SelectOne, Read, cancel, Sql.Of(id));
        if (found.Count == 0)
            return null;
        var entries = await nursery.ListAsync(LotBookStore.EntriesOfOne, LotBookStore.Read, cancel, Sql.Of(id));
        var taken = await nursery.ListAsync(LotBookStore.TakenFromOne, LotBookStore.ReadTaken, cancel, Sql.Of(new[] { id }));
        return new(found[0].Row, found[0].Crop, found[0].Planned, entries, taken.ConvertAll(t => t.Taken));
    }

    /// <summary>What a lot is sown by, without what was taken from it; null where there is none.</summary>
    public async Task<LotFacts?> FactsAsync(Guid id, CancellationToken cancel)
    {
        var found = await nursery.ListAsync(SelectOne, Read, cancel, Sql.Of(id));
        return found.Count == 0
            ? null
            : new SeedLotView(
                found[0].Row,
                found[0].Crop,
                0,
                await nursery.ListAsync(LotBookStore.EntriesOfOne, LotBookStore.Read, cancel, Sql.Of(id)),
                []
            ).Facts;
    }

    /// <summary>Keeps a lot: a new one where its version is 0.</summary>
    /// <param name="row">The lot.</param>
    /// <param name="today">No test and no packing comes after it.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task PutAsync(SeedLotRow row, DateOnly today, CancellationToken cancel)
    {
        var failures = Check(row, today);
        if (failures.Count == 0 && row.Seeds is { } held && await OneAsync(row.Id, cancel) is { } known && held < known.Sown)
        {
            failures.Add(new("fewer-seeds-than-sown", "seeds", held, known.Sown));
        }

        if (row.FromBatchId is { } mother)
        {
            var of = await nursery.ListAsync(CultivarOf, r => r.GetGuid(0), cancel, Sql.Of(mother));
            if (of.Count == 0)
                failures.Add(new("not-chosen", "fromBatchId"));
            else if (of[0] != row.CultivarId)
                failures.Add(new("other-cultivar", "fromBatchId"));
        }

        if (failures.Count > 0)
            throw new RefusedException(failures);
        NpgsqlParameter[] values =
        [
            Sql.Of(row.CultivarId),
            Sql.Of(row.Name.Trim()),
            Sql.OfNull(row.Packed),
            Sql.OfNull(row.Seeds),
            Sql.OfNull(row.Grams),
            Sql.Of(row.Origin.Word()),
            Sql.OfNull(row.Price),
            Sql.OfNull(row.Note),
            Sql.OfNull(row.FromBatchId),
            Sql.OfNull(row.FromBatchId is null ? null : row.Isolated),
        ];
        await CatalogueRows.PutAsync(
            row.Version,
            () => nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), .. values]),
            () => nursery.ExecuteAsync(Change, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), Sql.Of(row.Version), .. values]),
            async () => (await OneAsync(row.Id, cancel))?.Row,
            row,
            "lot"
        );
    }

    internal static List<Failure> Check(SeedLotRow row, DateOnly today)
    {
        var failures = new List<Failure>();
        CatalogueRows.CheckName(row.Name, failures);
        if (row.Packed is { } packed && (packed < 1950 || packed > today.Year))
            failures.Add(Failure.OutOfRange("packed", packed, 1950, today.Year));
        if (row.Seeds is < 0 or > MostSeeds)
            failures.Add(Failure.OutOfRange("seeds", row.Seeds.Value, 0, MostSeeds));
        if (row.Grams is { } grams && !(grams is > 0 and <= 100_000))
            failures.Add(Failure.OutOfRange("grams", grams, 0, 100_000));
        if (row.Price is { } price && !(price is >= 0 and <= 1_000_000))
            failures.Add(Failure.OutOfRange("price", price, 0, 1_000_000));
        if (row.Note?.Length > LongestNote)
            failures.Add(new("reason-too-long", "note", row.Note.Length, 0, LongestNote));
        return failures;
    }

    public Task DeleteAsync(Guid id, CancellationToken cancel) =>
        CatalogueRows.WriteAsync(() => nursery.ExecuteAsync(Delete, cancel, Sql.Of(id)), () => Task.FromResult<object?>(null), "lot");

    private static (SeedLotRow Row, Crop Crop, int Planned) Read(NpgsqlDataReader r) =>
        (
            new(
                r.GetGuid(0),
                r.GetInt32(1),
                r.GetGuid(2),
                r.GetString(3),
                r.OrNull<int>(4),
                r.OrNull<int>(5),
                r.OrNull<double>(6),
                r.Enum<SeedOrigin>(7),
                r.OrNull<double>(8),
                r.TextOrNull(9),
                r.OrNull<Guid>(10),
                r.OrNull<bool>(11)
            ),
            r.Enum<Crop>(12),
            r.GetInt32(13)
        );
}
