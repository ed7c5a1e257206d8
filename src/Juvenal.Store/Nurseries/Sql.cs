using System.Text.Json;
using System.Text.Json.Serialization;
using Npgsql;
using NpgsqlTypes;

namespace Juvenal.Store.Nurseries;

/// <summary>Typed parameters and nullable columns.</summary>
internal static class Sql
{
    public static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        AllowOutOfOrderMetadataProperties = true,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower) },
    };

    public static NpgsqlParameter Of<T>(T value) => new NpgsqlParameter<T> { TypedValue = value };

    public static NpgsqlParameter OfNull(int? value) => Nullable(NpgsqlDbType.Integer, value);

    public static NpgsqlParameter OfNull(bool? value) => Nullable(NpgsqlDbType.Boolean, value);

    public static NpgsqlParameter OfNull(double? value) => Nullable(NpgsqlDbType.Double, value);

    public static NpgsqlParameter OfNull(Guid? value) => Nullable(NpgsqlDbType.Uuid, value);

    public static NpgsqlParameter OfNull(Guid[]? value) => Nullable(NpgsqlDbType.Array | NpgsqlDbType.Uuid, value);

    public static NpgsqlParameter OfNull(string[]? value) => Nullable(NpgsqlDbType.Array | NpgsqlDbType.Text, value);

    public static NpgsqlParameter OfNull(DateOnly? value) => Nullable(NpgsqlDbType.Date, value);

    public static NpgsqlParameter OfNull(string? value) => Nullable(NpgsqlDbType.Text, value);

    public static NpgsqlParameter OfJson<T>(T value) =>
        Nullable(NpgsqlDbType.Jsonb, value is null ? null : JsonSerializer.Serialize(value, Json));

    /// <summary>A text that is JSON already.</summary>
    public static NpgsqlParameter OfJsonText(string? json) => Nullable(NpgsqlDbType.Jsonb, json);

    /// <summary>Texts that are JSON already, or nothing, in an array.</summary>
    public static NpgsqlParameter OfJsonTexts(IEnumerable<string?> json) =>
        new() { NpgsqlDbType = NpgsqlDbType.Array | NpgsqlDbType.Jsonb, Value = json.ToArray() };

    /// <summary>Whether a constraint is a primary key: the id was used already.</summary>
    public static bool IsKey(string? constraint) => constraint?.EndsWith("_pkey", StringComparison.Ordinal) == true;

    public static T FromJson<T>(this NpgsqlDataReader reader, int column) => JsonSerializer.Deserialize<T>(reader.GetString(column), Json)!;

    public static T? OrNull<T>(this NpgsqlDataReader reader, int column)
        where T : struct => reader.IsDBNull(column) ? null : reader.GetFieldValue<T>(column);

    public static string? TextOrNull(this NpgsqlDataReader reader, int column) => reader.IsDBNull(column) ? null : reader.GetString(column);

    /// <summary>An enum as it stands in the database and the API: <c>half-bush</c>.</summary>
    public static string Word<T>(this T value)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());

    public static T Enum<T>(this NpgsqlDataReader reader, int column)
        where T : struct, Enum => ToEnum<T>(reader.GetString(column));

    /// <exception cref="ArgumentException">No such word.</exception>
    public static T ToEnum<T>(string word)
        where T : struct, Enum => System.Enum.Parse<T>(word.Replace("-", ""), ignoreCase: true);

    private static NpgsqlParameter Nullable(NpgsqlDbType type, object? value) =>
        new() { NpgsqlDbType = type, Value = value ?? DBNull.Value };
}
