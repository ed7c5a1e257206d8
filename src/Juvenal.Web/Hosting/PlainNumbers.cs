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

        return Task.CompletedTask;
    }
}
