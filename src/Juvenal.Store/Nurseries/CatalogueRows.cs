using System.Text.Json;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Npgsql;

namespace Juvenal.Store.Nurseries;

/// <summary>What places, containers and cultivars have in common: a name, a version, and being used by batches.</summary>
internal static class CatalogueRows
{
    /// <summary>Runs a write on one row and maps what the database says: taken name, in use, changed meanwhile, not there.</summary>
    /// <param name="write">The statement; gives the number of rows it changed.</param>
    /// <param name="exists">Whether the row is there, where nothing was changed.</param>
    /// <param name="what">For the sentence.</param>
    public static async Task WriteAsync(Func<Task<int>> write, Func<Task<object?>>? exists, string what)
    {
        int changed;
        try
        {
            changed = await write();
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new RefusedException(new Failure("name-taken", "name"));
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new ConflictException("in-use");
        }

        if (changed > 0 || exists is null)
            return;
        throw await exists() is { } current ? new ConflictException("changed-meanwhile", current) : new NotFoundException(what);
    }

    /// <summary>Keeps a row: a new one where its version is 0, else what it has become.</summary>
    public static Task PutAsync<T>(int version, Func<Task<int>> insert, Func<Task<int>> change, Func<Task<T?>> stored, T sent, string what)
        where T : class => version == 0 ? NewAsync(insert, stored, sent) : WriteAsync(change, async () => await stored(), what);

    /// <summary>Inserts a new row; the same one sent again is there already.</summary>
    /// <param name="insert">Does nothing where the id is there; gives the number of rows it made.</param>
    /// <param name="stored">The row with that id.</param>
    /// <param name="sent">As it was sent.</param>
    /// <exception cref="ConflictException">changed-meanwhile: the id stands for something else, or for what it has become
    /// since.</exception>
    private static async Task NewAsync<T>(Func<Task<int>> insert, Func<Task<T?>> stored, T sent)
        where T : class
    {
        var made = 0;
        await WriteAsync(
            async () =>
            {
                made = await insert();
                return 1;
            },
            null,
            ""
        );
        if (made > 0 || await stored() is not { } there || Said(there) == Said(sent))
            return;
        throw new ConflictException("changed-meanwhile", there);
    }

    /// <summary>A row without its version: lists in it compare by what they hold.</summary>
    private static string Said<T>(T row)
    {
        var said = JsonSerializer.SerializeToNode(row, Sql.Json)!.AsObject();
        said.Remove("version");
        if (said["name"] is { } name)
            said["name"] = name.GetValue<string>().Trim();
        return said.ToJsonString();
    }

    public static void CheckName(string name, List<Failure> failures)
    {
        if (string.IsNullOrWhiteSpace(name))
            failures.Add(new("name-missing", "name"));
        else if (name.Length > 60)
            failures.Add(new("name-too-long", "name", name.Length, 1, 60));
        else if (name.Any(char.IsControl))
            failures.Add(new("name-unprintable", "name"));
    }

    public static void CheckTemperature(double? celsius, string field, List<Failure> failures)
    {
        if (celsius is { } c && !(c is >= -30 and <= 50))
            failures.Add(Failure.OutOfRange(field, c, -30, 50));
    }

    public static bool IsBed(PlaceKind kind) => kind is PlaceKind.OpenBed or PlaceKind.TunnelBed;
}
