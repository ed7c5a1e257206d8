using Juvenal.Demo;
using Juvenal.Store;

var connection = Environment.GetEnvironmentVariable("JUVENAL_DB");
if (connection is null)
{
    Console.Error.WriteLine("JUVENAL_DB is not set: start the demo with ./juvenal demo.");
    return 1;
}

await using var source = Database.Source(connection);
var database = new Database(source);
if ((await database.EveryNurseryAsync(CancellationToken.None)).Count == 0)
    await WindlassYard.LoadAsync(database, Console.WriteLine, CancellationToken.None);

var sills = !(await database.EveryNurseryAsync(CancellationToken.None)).Contains(TwoSills.Id);
if (sills)
    await TwoSills.LoadAsync(database, Console.WriteLine, CancellationToken.None);

// A yard that was loaded before it had people gets them.
if (!await database.AnyoneHasANurseryAsync(CancellationToken.None))
    await WindlassYard.SettleAsync(database, CancellationToken.None);
if (sills)
    await TwoSills.SettleAsync(database, CancellationToken.None);
return 0;
