using Npgsql;

namespace Juvenal.Store.Nurseries;

/// <summary>A row read from left to right, in the order in which its columns are selected: nobody counts them.</summary>
internal sealed class Row(NpgsqlDataReader reader)
{
    private int _next;

    public Guid Id() => reader.GetGuid(_next++);

    public int Int() => reader.GetInt32(_next++);

    public long Long() => reader.GetInt64(_next++);

    public double Double() => reader.GetDouble(_next++);

    public bool Bool() => reader.GetBoolean(_next++);

    public DateOnly Day() => reader.GetFieldValue<DateOnly>(_next++);

    public DateTime Time() => reader.GetDateTime(_next++);

    public string Text() => reader.GetString(_next++);

    public string? TextOrNull() => reader.TextOrNull(_next++);

    public T Enum<T>()
        where T : struct, Enum => reader.Enum<T>(_next++);

    public T? EnumOrNull<T>()
        where T : struct, Enum => TextOrNull() is { } word ? Sql.ToEnum<T>(word) : null;

    public T? OrNull<T>()
        where T : struct => reader.OrNull<T>(_next++);

    public T[] Array<T>() => reader.GetFieldValue<T[]>(_next++);

    public T[]? ArrayOrNull<T>() => reader.IsDBNull(_next) ? Skip<T[]>() : Array<T>();

    public T Json<T>() => reader.FromJson<T>(_next++);

    public T? JsonOrNull<T>()
        where T : class => reader.IsDBNull(_next) ? Skip<T>() : Json<T>();

    private T? Skip<T>()
        where T : class
    {
        _next++;
        return null;
    }
}
