using System.Text.Json;
using System.Text.Json.Nodes;

namespace Juvenal.Store.Exports;

/// <summary>House rules of older exports: up to version 4 each had a column; up to version 5 nights were numbers for planning.</summary>
internal static class OldRules
{
    /// <summary>The last version whose rules are read otherwise.</summary>
    public const int LastVersion = 5;

    private const int LastWithColumns = 4;

    /// <summary>Nights for planning; peppers' nights are a house rule with options now, of the same name.</summary>
    private static readonly string[] Gone = ["tomatoNightC", "pepperNightC"];

    /// <summary>The same row as it is now.</summary>
    public static JsonElement Row(JsonElement old, int version)
    {
        var row = version <= LastWithColumns ? OfColumns(old) : JsonNode.Parse(old.GetRawText())!.AsObject();
        foreach (var code in Gone)
            (row["options"] as JsonObject)?.Remove(code);
        return JsonSerializer.SerializeToElement(row);
    }

    private static JsonObject OfColumns(JsonElement old)
    {
        var options = new JsonObject();
        var row = new JsonObject { ["options"] = options };
        foreach (var column in old.EnumerateObject())
        {
            var value = JsonNode.Parse(column.Value.GetRawText());
            if (column.Name == "version")
                row[column.Name] = value;
            else if (column.Name != "nursery_id")
                options[Code(column.Name)] = value;
        }

        return row;
    }

    /// <summary>prick_out is prickOut.</summary>
    private static string Code(string column)
    {
        var words = column.Split('_');
        return words[0] + string.Concat(words.Skip(1).Select(w => w.Length == 0 ? "" : char.ToUpperInvariant(w[0]) + w[1..]));
    }
}
