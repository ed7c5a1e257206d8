using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Juvenal.Web.Hosting;

/// <summary>Numbers in the API document are numbers: the serializer takes no strings for them.</summary>
internal static class PlainNumbers
{
    public static Task Transform(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancel)
    {
        if (
            schema.Type is { } type
            && type.HasFlag(JsonSchemaType.String)
            && (type.HasFlag(JsonSchemaType.Integer) || type.HasFlag(JsonSchemaType.Number))
        )
        {
            schema.Type = type & ~JsonSchemaType.String;
            schema.Pattern = null;
        }

        // Texts are read by a converter of ours (PlainText), of which the generator knows nothing.
        if (context.JsonTypeInfo.Type == typeof(string) && schema.Type is null)
            schema.Type = JsonSchemaType.String | (context.JsonPropertyInfo is { IsGetNullable: true } ? JsonSchemaType.Null : 0);
        if (context.JsonTypeInfo.ElementType == typeof(string) && IsList(schema))
            schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
        return Task.CompletedTask;
    }

    private static bool IsList(OpenApiSchema schema) => schema.Type is { } type && type.HasFlag(JsonSchemaType.Array);
}
