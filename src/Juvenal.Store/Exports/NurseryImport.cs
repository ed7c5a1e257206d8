using System.IO.Compression;
using System.Text.Json;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Npgsql;

namespace Juvenal.Store.Exports;

/// <summary>
/// Brings an exported nursery in as a new one. Only names that are known are looked for in the zip; nothing of it touches a disk.
/// </summary>
public static class NurseryImport
{
    /// <summary>What one table of a file may unpack to.</summary>
    private const long LargestTable = 400L * 1024 * 1024;

    private const int RowsAtOnce = 500;
    private const int BytesAtOnce = 4 * 1024 * 1024;

    /// <summary>Columns that the first version had and this one keeps elsewhere.</summary>
    private static readonly string[] Retired = ["tested_sown", "tested_up", "tested_on"];

    private const string TestsOfOne = """
        -- The one test that a packet had in the first version begins its book.
        insert into lot_entry (nursery_id, id, lot_id, kind, happened_on, seeds, up)
        select $1, gen_random_uuid(), (r ->> 'id')::uuid, 'test', (r ->> 'tested_on')::date, (r ->> 'tested_sown')::int, (r ->> 'tested_up')::int
        from jsonb_array_elements($2) r
        where r ->> 'tested_on' is not null
        """;

    private const string RealClock = """
        -- A nursery of one's own runs on the real date.
        update site
        set demo_day = null, planned_day = null
        """;

    /// <summary>
    /// Reads it all, then checks what the application checks, and adds every ledger up: what does not agree is refused whole.
    /// </summary>
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
            var first = manifest.Version < 2;
            var old = manifest.Version < 4 ? await OldSteps.ReadAsync(table => RowsAsync(zip, table, cancel)) : null;
            foreach (var table in ExportTables.All.Where(t => ExportTables.Since.GetValueOrDefault(t) <= manifest.Version))
            {
                var rows = (table, old) switch
                {
                    ("path_step", not null) => Made(old, clock),
                    ("house_rules", _) when manifest.Version <= OldRules.LastVersion => OfRules(
                        RowsAsync(zip, table, cancel),
                        manifest.Version
                    ),
                    (_, not null) => Now(RowsAsync(zip, table, cancel), table, old),
                    _ => RowsAsync(zip, table, cancel),
                };
                await TableAsync(nursery, rows, table, first, columns, cancel);
            }
        }
        catch (Exception e)
            when (e is InvalidDataException or JsonException or EndOfStreamException or InvalidOperationException or ArgumentException)
        {
            throw Refused("import-damaged", null);
        }

        await nursery.ExecuteAsync(RealClock, cancel);
        await new ImportChecks(nursery, clock).AllAsync(cancel);
        await new RecordWriter(nursery).RecomputeAsync(await new SiteStore(nursery).GetAsync(cancel), cancel);
        await nursery.ExecuteAsync(Counters, cancel);
    }

    private const string Counters = """
        -- Codes go on from the highest that came in.
        insert into code_counter (nursery_id, kind, season, last)
        select nursery_id, 'batch', season, max(coalesce(substring(code from '[0-9]{1,9}$')::int, 0)) from batch group by nursery_id, season
        union all
        select nursery_id, 'tray', season, max(coalesce(substring(code from '[0-9]{1,9}$')::int, 0)) from tray group by nursery_id, season
        """;

    internal static RefusedException Refused(string code, string? subject) => new(new Failure(code, "file", Subject: subject));

    private static async Task<Manifest> ManifestAsync(ZipArchive zip, CancellationToken cancel)
    {
        await using var stream = Open(zip, "manifest.json", ImportRows.LargestRow);
        var manifest = await JsonSerializer.DeserializeAsync<Manifest>(stream, NurseryExport.Json, cancel);
        if (manifest?.Format != NurseryExport.Format)
            throw Refused("import-none", null);
        if (manifest.Version > NurseryExport.Version)
            throw Refused("import-newer", null);
        var failures = new List<Failure>();
        CatalogueRows.CheckName(manifest.Nursery ?? "", failures);
        return failures.Count > 0 || manifest.Version < 1 ? throw Refused("import-damaged", "manifest") : manifest;
    }

    private static async IAsyncEnumerable<JsonElement> RowsAsync(
        ZipArchive zip,
        string table,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel
    )
    {
        await using var stream = Open(zip, $"json/{table}.json", LargestTable);
        var (count, most) = (0, ExportTables.Most.GetValueOrDefault(table, ExportTables.MostOfOthers));
        await foreach (var row in ImportRows.ReadAsync(stream, cancel))
        {
            if (++count > most)
                throw Refused("import-too-much", table);
            yield return row;
        }
    }

    /// <summary>The steps of a file that had none.</summary>
    private static async IAsyncEnumerable<JsonElement> Made(OldSteps old, TimeProvider clock)
    {
        await Task.CompletedTask;
        foreach (var row in old.Path(DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime)))
            yield return JsonSerializer.SerializeToElement(row);
    }

    private static async IAsyncEnumerable<JsonElement> OfRules(IAsyncEnumerable<JsonElement> rows, int version)
    {
        await foreach (var row in rows)
            yield return OldRules.Row(row, version);
    }

    private static async IAsyncEnumerable<JsonElement> Now(IAsyncEnumerable<JsonElement> rows, string table, OldSteps old)
    {
        await foreach (var row in rows)
        {
            if (old.Row(table, row) is { } now)
                yield return now;
        }
    }

    private static async Task TableAsync(
        NurseryTransaction nursery,
        IAsyncEnumerable<JsonElement> all,
        string table,
        bool first,
        List<ExportColumn> columns,
        CancellationToken cancel
    )
    {
        var known = columns.Where(c => c.Table == table).ToDictionary(c => c.Name);
        var (rows, bytes) = (new List<string>(), 0);
        List<string>? names = null;
        await foreach (var row in all.WithCancellation(cancel))
        {
            var own = row.EnumerateObject().Select(p => p.Name).ToList();
            names ??= own;
            // Every row names the same columns; one that an older export did not have yet takes its default.
            if (!own.TrueForAll(c => known.ContainsKey(c) || (table == "seed_lot" && Retired.Contains(c))) || !own.SequenceEqual(names))
                throw Refused("import-columns", table);
            if (row.EnumerateObject().Any(p => known.TryGetValue(p.Name, out var column) && !ImportRows.Plain(p.Value, column)))
                throw Refused("import-refused", table);
            rows.Add(row.GetRawText());
            bytes += rows[^1].Length;
            if (rows.Count == RowsAtOnce || bytes >= BytesAtOnce)
                await FlushAsync();
        }

        if (rows.Count > 0)
            await FlushAsync();

        async Task FlushAsync()
        {
            try
            {
                var json = "[" + string.Join(',', rows) + "]";
                await nursery.ExecuteAsync(
                    Insert(table, names!.FindAll(known.ContainsKey), first),
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
            bytes = 0;
        }
    }

    // Table and columns are the catalogue's own names, never the file's.
    private static string Insert(string table, List<string> names, bool first)
    {
        // The first version had trays and pots alone: what has cells was a tray.
        var form = first && table == "container_kind" && !names.Contains("form");
        return $"""
            -- Rows of one table, in the order of the file.
            insert into {table} (nursery_id, {string.Join(", ", names)}{(form ? ", form" : "")})
            select $1, {string.Join(", ", names)}{(form ? ", case when cells is null then 'pot' else 'tray' end" : "")}
            from jsonb_populate_recordset(null::{table}, $2) with ordinality as r
            order by r.ordinality
            """;
    }

    private static Bounded Open(ZipArchive zip, string name, long most)
    {
        var entry = zip.GetEntry(name) ?? throw Refused("import-none", null);
        return new(entry.Open(), most);
    }

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
