using System.Text.Json;
using System.Text.Json.Serialization;
using Juvenal.Core.Measures;

namespace Juvenal.Web.Hosting;

/// <summary>
/// Every text that comes in: control signs, which nobody types and PostgreSQL in part refuses, are no text. Tabs and line ends are.
/// </summary>
internal sealed class PlainText : JsonConverter<string>
{
    public override string? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.Null)
            return null;
        if (reader.TokenType != JsonTokenType.String)
            throw new JsonException();
        string text;
        try
        {
            text = reader.GetString()!;
        }
        catch (InvalidOperationException e)
        {
            // Half of a sign that takes two.
            throw new JsonException("Not a text.", e);
        }

        return Texts.IsPlain(text) ? text : throw new JsonException("Control signs are no text.");
    }

    public override string ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.GetString() is { } name && Texts.IsPlain(name) ? name : throw new JsonException("Control signs are no text.");

    public override void Write(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WriteStringValue(value);

    public override void WriteAsPropertyName(Utf8JsonWriter writer, string value, JsonSerializerOptions options) =>
        writer.WritePropertyName(value);
}
