using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;

namespace Juvenal.Web.Problems;

/// <summary>
/// A list in a request has no holes: [null] is refused with its path, as an unknown field is. The serializer holds that for fields, not for
/// what is in a list.
/// </summary>
internal static class NoHoles
{
    private static readonly ConcurrentDictionary<Type, PropertyInfo[]> Properties = new();
    private static readonly ConcurrentDictionary<Type, bool> Inputs = new();

    public static async ValueTask<object?> FilterAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        foreach (var argument in context.Arguments)
        {
            if (argument is not null && IsInput(argument.GetType()) && Hole(argument, "$") is { } path)
                return Results.Problem(
                    title: "The request could not be read.",
                    detail: $"At {path}: nothing is there.",
                    statusCode: 400,
                    extensions: new Dictionary<string, object?> { ["path"] = path }
                );
        }

        return await next(context);
    }

    /// <summary>The path of the first hole; null where there is none.</summary>
    private static string? Hole(object? value, string path)
    {
        if (value is null or string)
            return null;
        if (value is IDictionary)
            return null;
        if (value is IEnumerable list)
        {
            var i = 0;
            foreach (var item in list)
            {
                if (item is null)
                    return $"{path}[{i}]";
                if (Hole(item, $"{path}[{i}]") is { } below)
                    return below;
                i++;
            }

            return null;
        }

        if (!IsInput(value.GetType()))
            return null;
        foreach (var property in Properties.GetOrAdd(value.GetType(), Read))
        {
            if (Hole(property.GetValue(value), $"{path}.{char.ToLowerInvariant(property.Name[0])}{property.Name[1..]}") is { } below)
                return below;
        }

        return null;
    }

    /// <summary>Those that may hold a list, or something that holds one.</summary>
    private static PropertyInfo[] Read(Type type) =>
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(p =>
                    p.GetIndexParameters().Length == 0 && p.CanWrite && !p.PropertyType.IsValueType && p.PropertyType != typeof(string)
                ),
        ];

    /// <summary>Records that come as JSON; not services, nor what the framework hands in.</summary>
    private static bool IsInput(Type type) =>
        Inputs.GetOrAdd(
            type,
            t => t.Namespace?.StartsWith("Juvenal.", StringComparison.Ordinal) == true && t.GetMethod("<Clone>$") is not null
        );
}
