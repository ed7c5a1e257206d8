using System.IO.Compression;
using System.Text.Json;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Npgsql;

namespace Juvenal.Store.Exports;

/// <summary>
/// Brings an exported nursery in as a new one. Only names that are known are looked for in the zip; nothing of it touches a disk.
/// </summary>
public static class NurseryImport
{
    /// <summary>What a file may unpack to: thirty seasons of a large nursery, and not a zip that swells without end.</summary>
    private const long LargestEntry = 400L * 1024 * 1024;

    private const int RowsAtOnce = 500;

    /// <summary>Columns that the first version had and this one keeps elsewhere.</summary>
    private static readonly string[] Retired = ["tested_sown", "tested_up", "tested_on"];

    private const string TestsOfOne = """
        -- The one test that a packet had in the first version begins its book.
        insert into lot_entry (nursery_id, id, lot_id, kind, happened_on, seeds, up)
        select $1, gen_random_uuid(), (r ->> 'id')::uuid, 'test', (r ->> 'tested_on')::date, (r ->> 'tested_sown')::int,
          (r ->> 'tested_up')::int
        from jsonb_array_elements($2) r
        where r ->> 'tested_on' is not null
        """;

    /// <summary>Reads it all, then reads it back through the stores and folds every ledger: what does not agree is refused whole.</summary>
    /// <exception cref="RefusedException">It is no export, or damaged, or does not agree with itself; field "file", with the table in its
    /// subject.</exception>
    public static async Task ReadAsync(NurseryTransaction nursery, Stream file, TimeProvider clock, CancellationToken cancel)
    {
        try
        {
            using var zip = new ZipArchive(file, ZipArchiveMode.Read, leaveOpen: true);
            var manifest = await ManifestAsync(zip, cancel);
            await nursery.ExecuteAsync(SiteStore.InsertNursery, cancel, Sql.Of(nursery.Nursery), Sql.Of(manifest.Nursery));
            await nursery.ExecuteAsync(SiteStore.InsertInput, cancel, Sql.Of(nursery.Nursery));
            var columns = await ExportTables.ColumnsAsync(nursery, cancel);
            var first = manifest.Version < NurseryExport.Version;
            foreach (var table in ExportTables.All.Where(t => !first || !ExportTables.SinceTwo.Contains(t)))
                await TableAsync(nursery, zip, table, columns, cancel);
        }
        catch (Exception e) when (e is InvalidDataException or JsonException or EndOfStreamException)
        {
            throw Refused("import-damaged", null);
        }

        await CheckAsync(nursery, clock, cancel);
        await new RecordWriter(nursery).RecomputeAsync(await new SiteStore(nursery).GetAsync(cancel), cancel);
    }

    private static async Task<Manifest> ManifestAsync(ZipArchive zip, CancellationToken cancel)
    {
        await using var stream = Open(zip, "manifest.json");
        var manifest = await JsonSerializer.DeserializeAsync<Manifest>(stream, NurseryExport.Json, cancel);
        if (manifest?.Format != NurseryExport.Format)
            throw Refused("import-none", null);
        if (manifest.Version > NurseryExport.Version)
            throw Refused("import-newer", null);
        var failures = new List<Failure>();
        CatalogueRows.CheckName(manifest.Nursery ?? "", failures);
        return failures.Count > 0 ? throw Refused("import-damaged", "manifest") : manifest;
    }

    private static async Task TableAsync(
        NurseryTransaction nursery,
        ZipArchive zip,
        string table,
        List<ExportColumn> columns,
        CancellationToken cancel
    )
    {
        await using var stream = Open(zip, $"json/{table}.json");
        var known = columns.Where(c => c.Table == table).Select(c => c.Name).ToHashSet();
        var rows = new List<JsonElement>();
        List<string>? names = null;
        await foreach (var row in JsonSerializer.DeserializeAsyncEnumerable<JsonElement>(stream, cancellationToken: cancel))
        {
            if (row.ValueKind != JsonValueKind.Object)
                throw Refused("import-damaged", table);
            var own = row.EnumerateObject().Select(p => p.Name).ToList();
            names ??= own;
            // Every row names the same columns; one that an older export did not have yet takes its default.
            if (!own.TrueForAll(c => known.Contains(c) || (table == "seed_lot" && Retired.Contains(c))) || !own.SequenceEqual(names))
                throw Refused("import-columns", table);
            rows.Add(row);
            if (rows.Count == RowsAtOnce)
                await FlushAsync();
        }

        if (rows.Count > 0)
            await FlushAsync();

        async Task FlushAsync()
        {
            try
            {
                var json = "[" + string.Join(',', rows.Select(r => r.GetRawText())) + "]";
                await nursery.ExecuteAsync(
                    Insert(table, names!.FindAll(known.Contains)),
                    cancel,
                    Sql.Of(nursery.Nursery),
                    Sql.OfJsonText(json)
                );
                if (names.Contains(Retired[0]))
                    await nursery.ExecuteAsync(TestsOfOne, cancel, Sql.Of(nursery.Nursery), Sql.OfJsonText(json));
            }
            catch (PostgresException e) when (e.SqlState[..2] is "22" or "23")
            {
                throw Refused("import-refused", table);
            }

            rows.Clear();
        }
    }

    // Table and columns are the catalogue's own names, never the file's.
    private static string Insert(string table, List<string> names) =>
        $"""
            -- Rows of one table, in the order of the file.
            insert into {table} (nursery_id, {string.Join(", ", names)})
            select $1, {string.Join(", ", names)}
            from jsonb_populate_recordset(null::{table}, $2) with ordinality as r
            order by r.ordinality
            """;

    private static async Task CheckAsync(NurseryTransaction nursery, TimeProvider clock, CancellationToken cancel)
    {
        try
        {
            await new SiteStore(nursery).GetAsync(cancel);
            await new RulesStore(nursery).GetAsync(cancel);
            await Catalogue.LoadAsync(nursery, clock, cancel);
            var ledgers = (await new LedgerReader(nursery).AllAsync(cancel)).ToLookup(e => e.BatchId, e => e.Entry);
            foreach (var batch in await new BatchReader(nursery).AllAsync(cancel))
            {
                var folded = Fold.Of(ledgers[batch.Id], PlanWriter.SeedsToEmergence(batch.Input));
                var stored = batch.State();
                if (
                    folded.Contradictions.Count > 0
                    || !folded.Groups.ToHashSet().SetEquals(stored.Groups)
                    || folded.SeedsSown != stored.SeedsSown
                    || folded.Emerged != stored.Emerged
                )
                {
                    throw Refused("import-disagrees", batch.Code);
                }
            }
        }
        catch (Exception e)
            when (e
                    is JsonException
                        or NotFoundException
                        or ArgumentException
                        or InvalidOperationException
                        or KeyNotFoundException
                        or TimeZoneNotFoundException
            )
        {
            throw Refused("import-damaged", null);
        }
    }

    private static Stream Open(ZipArchive zip, string name)
    {
        var entry = zip.GetEntry(name) ?? throw Refused("import-none", null);
        return new Bounded(entry.Open(), LargestEntry);
    }

    private static RefusedException Refused(string code, string? subject) => new(new Failure(code, "file", Subject: subject));

    /// <summary>Stops a file that unpacks to more than it should, whatever its own header says.</summary>
    private sealed class Bounded(Stream inner, long most) : Stream
    {
        private long _left = most;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => throw new NotSupportedException();
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count) => Count(inner.Read(buffer, offset, count));

        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default) =>
            Count(await inner.ReadAsync(buffer, cancellationToken));

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
                inner.Dispose();
            base.Dispose(disposing);
        }

        private int Count(int read) =>
            (_left -= read) >= 0 ? read : throw new InvalidDataException("The file unpacks to more than it may.");
    }
}
