using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Exports;

/// <param name="Type">As PostgreSQL names it.</param>
/// <param name="Required">May not be empty.</param>
/// <param name="Meaning">For people.</param>
public sealed record ExportColumn(string Table, string Name, string Type, bool Required, string? Meaning)
{
    public bool IsText => Type == "text";
}

/// <summary>What belongs to a nursery and travels with it: everything but accounts, invitations and the list of sign-ins.</summary>
public static class ExportTables
{
    /// <summary>Each after those it refers to.</summary>
    public static IReadOnlyList<string> All { get; } =
    [
        "site",
        "house_rules",
        "place",
        "container_kind",
        "cultivar",
        "seed_lot",
        "lot_entry",
        "batch",
        "path_step",
        "tray",
        "tray_row",
        "ledger_entry",
        "plan_step",
        "standing",
        "place_reading",
        "weather_day",
        "soil_reading",
        "forecast_day",
        "forecast_made",
        "night",
        "care",
        "mix_recipe",
        "timed",
        "fertiliser",
        "note",
        "note_look",
        "price",
        "store_count",
        "my_call",
        "bed_year",
        "planting_look",
    ];

    /// <summary>Since which version of the export; those that are not named, since the first.</summary>
    public static IReadOnlyDictionary<string, int> Since { get; } =
        new Dictionary<string, int>
        {
            ["lot_entry"] = 2,
            ["tray"] = 2,
            ["tray_row"] = 2,
            ["place_reading"] = 2,
            ["forecast_made"] = 6,
            ["night"] = 7,
            ["care"] = 8,
            ["mix_recipe"] = 9,
            ["timed"] = 10,
            ["fertiliser"] = 10,
            ["note"] = 10,
            ["note_look"] = 10,
            ["price"] = 10,
            ["store_count"] = 10,
            ["my_call"] = 11,
            ["bed_year"] = 12,
            ["planting_look"] = 12,
        };

    /// <summary>No nursery has more rows: thirty seasons of a large one, and not a file that swells without end.</summary>
    public static IReadOnlyDictionary<string, int> Most { get; } =
        new Dictionary<string, int>
        {
            ["site"] = 1,
            ["house_rules"] = 1,
            ["mix_recipe"] = 4,
            ["place"] = 500,
            ["container_kind"] = 500,
            ["cultivar"] = 20_000,
            ["seed_lot"] = 20_000,
            ["batch"] = Batches.BatchReader.Most,
            ["path_step"] = Batches.BatchReader.Most * MostSteps,
            ["plan_step"] = Batches.BatchReader.Most * MostSteps,
            ["ledger_entry"] = 1_000_000,
            ["weather_day"] = 120_000,
            ["forecast_day"] = 400,
        };

    /// <summary>Steps of a batch, those taken out of its path among them: on average no nursery has more.</summary>
    private const int MostSteps = 16;

    /// <summary>Of the tables that <see cref="Most"/> does not name.</summary>
    public const int MostOfOthers = 200_000;

    /// <summary>Made from the others, and made anew where a nursery comes in.</summary>
    public static IReadOnlyList<string> Derived { get; } =
    ["freeze_year", "freeze_fit", "site_curve", "site_year", "soil_line", "nursery_input", "code_counter", "act", "job"];

    /// <summary>
    /// Given anew where a nursery comes in: whose it is, the number the server counts entries with (their order stays), what its jobs
    /// say, and what its plans were made of.
    /// </summary>
    private static readonly string[] GivenAnew = ["nursery_id", "sequence", "jobs_digest", "facts", "planned_facts", "planned_inputs"];

    private const string Columns = """
        -- The columns of the tables that travel, with their meaning.
        select c.relname::text, a.attname::text, format_type(a.atttypid, a.atttypmod), a.attnotnull, col_description(c.oid, a.attnum)
        from pg_class c
        join pg_namespace n on n.oid = c.relnamespace
        join pg_attribute a on a.attrelid = c.oid
        where n.nspname = 'public' and c.relname = any($1) and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
          and a.attname <> all($2)
        order by array_position($1, c.relname::text), a.attnum
        """;

    public static Task<List<ExportColumn>> ColumnsAsync(Walled walled, CancellationToken cancel) =>
        walled.ListAsync(
            Columns,
            r => new ExportColumn(r.GetString(0), r.GetString(1), r.GetString(2), r.GetBoolean(3), r.TextOrNull(4)),
            cancel,
            Sql.Of(All.ToArray()),
            Sql.Of(GivenAnew)
        );
}
