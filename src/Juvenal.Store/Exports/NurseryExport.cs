using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using CsvHelper;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Exports;

/// <summary>What an export says of itself.</summary>
/// <param name="Format">Always <see cref="NurseryExport.Format"/>.</param>
/// <param name="Version">Of the format: rises when an older program could not read it.</param>
/// <param name="Nursery">Its name.</param>
public sealed record Manifest(string Format, int Version, string Nursery);

/// <summary>Writes a whole nursery into a zip: CSV for people, JSON for the way back, and a dictionary of every column.</summary>
public static class NurseryExport
{
    public const string Format = "juvenal-nursery";
    public const int Version = 15;

    /// <summary>For files: names stay readable, nothing is escaped for a page.</summary>
    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private const string Name = """
        -- The nursery's name.
        select name
        from nursery
        where id = $1
        """;

    /// <param name="nursery">Opened as a snapshot: all tables as they are at one moment.</param>
    /// <param name="target">Where the zip goes; stays open.</param>
    /// <param name="cancel">Cancels.</param>
    public static async Task WriteAsync(NurseryTransaction nursery, Stream target, CancellationToken cancel)
    {
        using var zip = new ZipArchive(target, ZipArchiveMode.Create, leaveOpen: true);
        var columns = await ExportTables.ColumnsAsync(nursery, cancel);
        var name =
            await nursery.OneAsync(Name, r => r.GetString(0), cancel, Sql.Of(nursery.Nursery)) ?? throw new NotFoundException("nursery");
        await TextAsync(zip, "manifest.json", JsonSerializer.Serialize(new Manifest(Format, Version, name), Json), cancel);
        await TextAsync(zip, "README.txt", ReadMe, cancel);
        await TextAsync(zip, "dictionary.csv", Dictionary(columns), cancel);
        foreach (var table in ExportTables.All)
        {
            var own = columns.Where(c => c.Table == table).ToList();
            await JsonAsync(zip, nursery, table, own, cancel);
            await CsvAsync(zip, nursery, table, own, cancel);
        }
    }

    private const string ReadMe = """
        A nursery of Juvenal's, whole but for the people's accounts.

        csv/         one table each, for reading and for a spreadsheet. A text that a spreadsheet would take for a formula has an apostrophe before it.
        json/        the same, exact: this is what is read when the nursery is brought in again.
        dictionary.csv   what each column means. Temperatures are °C, volumes L, days ISO.

        """;

    private static string Rows(string table, IReadOnlyCollection<ExportColumn> columns) =>
        $"""
            -- Every row of one table, in an order that stays.
            select row_to_json(r)::text
            from (
              select {string.Join(", ", columns.Select(c => c.Name))}
              from {table}
              order by {(table == "ledger_entry" ? "sequence" : string.Join(", ", Enumerable.Range(1, Math.Min(3, columns.Count))))}
            ) r
            """;

    private static async Task JsonAsync(
        ZipArchive zip,
        NurseryTransaction nursery,
        string table,
        List<ExportColumn> columns,
        CancellationToken cancel
    )
    {
        await using var writer = new StreamWriter(zip.CreateEntry($"json/{table}.json").Open(), new UTF8Encoding(false)) { NewLine = "\n" };
        var first = true;
        await writer.WriteAsync("[");
        await foreach (var row in nursery.StreamAsync(Rows(table, columns), r => r.GetString(0), cancel))
        {
            await writer.WriteAsync(first ? "\n" : ",\n");
            await writer.WriteAsync(row);
            first = false;
        }

        await writer.WriteAsync("\n]\n");
    }

    private static async Task CsvAsync(
        ZipArchive zip,
        NurseryTransaction nursery,
        string table,
        List<ExportColumn> columns,
        CancellationToken cancel
    )
    {
        await using var writer = new StreamWriter(zip.CreateEntry($"csv/{table}.csv").Open(), new UTF8Encoding(true));
        await using var csv = new CsvWriter(writer, CultureInfo.InvariantCulture, leaveOpen: true);
        foreach (var column in columns)
            csv.WriteField(column.Name);
        await csv.NextRecordAsync();
        await foreach (var row in nursery.StreamAsync(Rows(table, columns), r => r.GetString(0), cancel))
        {
            using var document = JsonDocument.Parse(row);
            // In the order in which the statement names them.
            foreach (var (value, column) in document.RootElement.EnumerateObject().Zip(columns))
                csv.WriteField(Cell(value.Value, column));
            await csv.NextRecordAsync();
        }
    }

    private static string Cell(JsonElement value, ExportColumn column) =>
        value.ValueKind switch
        {
            JsonValueKind.Null => "",
            JsonValueKind.String => column.IsText ? CsvText.Harmless(value.GetString()!) : value.GetString()!,
            _ => value.GetRawText(),
        };

    private static string Dictionary(List<ExportColumn> columns)
    {
        using var writer = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(writer, CultureInfo.InvariantCulture))
        {
            foreach (var title in new[] { "table", "column", "type", "required", "meaning" })
                csv.WriteField(title);
            csv.NextRecord();
            foreach (var c in columns)
            {
                foreach (var field in new[] { c.Table, c.Name, c.Type, c.Required ? "yes" : "no", c.Meaning })
                    csv.WriteField(field);
                csv.NextRecord();
            }
        }

        return writer.ToString();
    }

    private static async Task TextAsync(ZipArchive zip, string name, string text, CancellationToken cancel)
    {
        await using var stream = zip.CreateEntry(name).Open();
        await stream.WriteAsync(Encoding.UTF8.GetBytes(text), cancel);
    }
}
