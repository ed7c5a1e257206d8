using System.Text.Json;
using System.Text.Json.Nodes;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Exports;

/// <summary>
/// Reads files from before steps had names (formats 1 to 3): gathers the paths of their batches, and turns rows that name a stage into rows
/// that name the step.
/// </summary>
internal sealed class OldSteps
{
    private static readonly string[] OfPath = ["tray_id", "germination_place_id", "seedling_place_id", "hardening_place_id", "bed_id"];

    /// <summary>Made anew from the ledger.</summary>
    private static readonly string[] OfLedger = ["stage_days", "put_offs"];

    private readonly Dictionary<Guid, Batch> _batches = [];

    /// <param name="rows">The rows of a table of the file.</param>
    /// <exception cref="JsonException">A value is missing, or of another kind.</exception>
    public static async Task<OldSteps> ReadAsync(Func<string, IAsyncEnumerable<JsonElement>> rows)
    {
        var old = new OldSteps();
        await foreach (var row in rows("batch"))
        {
            var begins = row.TryGetProperty("start", out var start) ? Sql.ToEnum<Start>(start.GetString() ?? "") : Start.Seed;
            old._batches[Id(row, "id")] = new(begins, [.. OfPath.Select(c => Id(row, c))]);
        }

        await foreach (var row in rows("batch_move"))
            old.Of(row).Moves.Add(Number(row, "ordinal"), new(Id(row, "container_id"), Id(row, "place_id")));
        await foreach (var row in rows("stage_lock"))
            old.Of(row).Locks.Add(Number(row, "stage"), Day(row, "locked_on"));
        await foreach (var row in rows("ledger_entry"))
        {
            if (row.GetProperty("stage").ValueKind != JsonValueKind.Null)
            {
                var to = row.GetProperty("to_container_id");
                var written = old.Of(row).Written;
                var stage = Number(row, "stage");
                written[stage] = to.ValueKind == JsonValueKind.Null ? written.GetValueOrDefault(stage) : Id(row, "to_container_id");
            }
        }

        foreach (var (table, column) in new[] { ("plan_step", "stage"), ("standing", "reached") })
        {
            await foreach (var row in rows(table))
                old.Of(row).Written.TryAdd(Number(row, column), null);
        }

        return old;
    }

    /// <summary>The rows of <c>path_step</c>.</summary>
    /// <param name="retiredOn">Since when those are out of the path that are.</param>
    public IEnumerable<JsonObject> Path(DateOnly retiredOn) =>
        from b in _batches
        let old = b.Value
        from s in OldStages.Route(
            b.Key,
            old.Begins,
            new(old.Path[0], old.Path[1]),
            old.Path[2],
            [.. old.Moves.Values],
            old.Path[3],
            old.Path[4],
            old.Locks,
            old.Written
        )
        select new JsonObject
        {
            ["id"] = s.Step.Id.Value,
            ["batch_id"] = b.Key,
            ["ordinal"] = s.Step.Order,
            ["kind"] = s.Step.Kind.Word(),
            ["place_id"] = s.At.Place,
            ["container_id"] = s.At.Container,
            ["locked_on"] = s.LockedOn?.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            ["retired_on"] = s.Retired ? retiredOn.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture) : null,
        };

    /// <summary>A row as it would be written today; null: it is no more.</summary>
    public JsonElement? Row(string table, JsonElement row)
    {
        if (table is not ("batch" or "ledger_entry" or "plan_step" or "standing"))
            return row;
        var now = JsonObject.Create(row)!;
        switch (table)
        {
            case "batch":
                foreach (var column in OfPath.Concat(OfLedger))
                    now.Remove(column);
                break;
            case "standing":
                Name("reached", "reached_step_id");
                break;
            default:
                // What is bought in has no coming up: that was planned on the day it came.
                if (table == "plan_step" && Of(row).Begins == Start.Plants && Number(row, "stage") == 1)
                    return null;
                Name("stage", "step_id");
                break;
        }

        return JsonSerializer.SerializeToElement(now);

        void Name(string stage, string step)
        {
            now.Remove(stage);
            now[step] =
                row.GetProperty(stage).ValueKind == JsonValueKind.Null
                    ? null
                    : OldStages.StepOf(Id(row, "batch_id"), Of(row).Begins, Number(row, stage)).Value;
        }
    }

    private Batch Of(JsonElement row) =>
        _batches.TryGetValue(Id(row, "batch_id"), out var batch) ? batch : throw new JsonException("There is no such batch.");

    private static Guid Id(JsonElement row, string column) =>
        row.TryGetProperty(column, out var value) && value.ValueKind == JsonValueKind.String && value.TryGetGuid(out var id)
            ? id
            : throw new JsonException(column);

    private static int Number(JsonElement row, string column) =>
        row.TryGetProperty(column, out var value)
        && value.ValueKind == JsonValueKind.Number
        && value.TryGetInt32(out var number)
        && number is >= 0 and < OldStages.Count
            ? number
            : throw new JsonException(column);

    private static DateOnly Day(JsonElement row, string column) =>
        row.TryGetProperty(column, out var value) && DateOnly.TryParse(value.GetString(), out var day)
            ? day
            : throw new JsonException(column);

    private sealed record Batch(Start Begins, Guid[] Path)
    {
        public SortedDictionary<int, Spot> Moves { get; } = [];

        public Dictionary<int, DateOnly> Locks { get; } = [];

        public Dictionary<int, Guid?> Written { get; } = [];
    }
}
