using System.Text.Json;
using System.Text.Json.Nodes;

namespace Juvenal.Store.Exports;

/// <summary>House rules of exports up to version 4, which had a column for each.</summary>
internal static class OldRules
{
    /// <summary>The last version that had them.</summary>
    public const int LastVersion = 4;

    /// <summary>The same row as it is now.</summary>
    public static JsonElement Row(JsonElement old)
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

        return JsonSerializer.SerializeToElement(row);
    }

    /// <summary>prick_out is prickOut.</summary>
    private static string Code(string column)
    {
        var words = column.Split('_');
        return words[0] + string.Concat(words.Skip(1).Select(w => w.Length == 0 ? "" : char.ToUpperInvariant(w[0]) + w[1..]));
    }
}
