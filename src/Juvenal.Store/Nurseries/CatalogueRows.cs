using Juvenal.Core.Measures;
using Juvenal.Store.Places;
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
