using Juvenal.Store;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Web.Hosting;

/// <summary>Opens the one nursery of a new installation, empty.</summary>
public static class FirstNursery
{
    /// <summary>Where nothing is known yet: mid-latitude north, so that the seasons are the right way round for most.</summary>
    private const double Latitude = 45;

    public static async Task OpenAsync(string connection, string name)
    {
        await using var source = NpgsqlDataSource.Create(connection);
        var database = new Database(source);
        if ((await database.NurseriesAsync(CancellationToken.None)).Count > 0) return;
        await using var nursery = await database.WriteAsync(Guid.CreateVersion7(), CancellationToken.None);
        var zone = TimeZoneInfo.Local.HasIanaId ? TimeZoneInfo.Local.Id : "Etc/UTC";
        await NurserySetup.CreateAsync(nursery, name, zone, Latitude, null, CancellationToken.None);
        await nursery.CommitAsync(CancellationToken.None);
    }
}
