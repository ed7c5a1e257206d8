using Juvenal.Store;
using Juvenal.Web.Hosting;
using Npgsql;

try
{
    return await RunAsync(args);
}
catch (UnusableDatabaseException e)
{
    Console.Error.WriteLine($"juvenal: {e.Message}");
    return 1;
}
catch (NpgsqlException e) when (e is not PostgresException)
{
    Console.Error.WriteLine($"juvenal: The database does not answer: {e.Message}");
    return 1;
}

static async Task<int> RunAsync(string[] args)
{
    switch (args)
    {
        case ["migrate"]:
            Migrator.Run(Settings.Required("JUVENAL_OWNER_DB"));
            return 0;
        case ["open", var nursery]:
            if (await FirstNursery.OpenAsync(Settings.Required("JUVENAL_DB"), nursery) is { } link)
                Console.WriteLine(link);
            return 0;
        case ["password", var name]:
            if (await FirstNursery.NewPasswordAsync(Settings.Required("JUVENAL_DB"), name) is not { } password)
            {
                Console.Error.WriteLine($"juvenal: There is no account “{name}”.");
                return 1;
            }

            Console.WriteLine(password);
            return 0;
        case ["certificate", var folder, .. var names]:
            Console.WriteLine(OwnCertificate.Keep(folder, names, TimeProvider.System) ? "new" : "kept");
            return 0;
        case ["qr", var text]:
            Console.Write(QrCodes.ForTerminal(text));
            return 0;
        default:
            await Server.StartAsync(Server.Build(args));
            return 0;
    }
}

/// <summary>Named for the tests' host.</summary>
public partial class Program;
