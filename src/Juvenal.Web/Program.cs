using Juvenal.Store;
using Juvenal.Web.Hosting;

if (args is ["migrate"])
{
    Migrator.Run(Settings.Required("JUVENAL_OWNER_DB"));
    return;
}

if (args is ["open", var name])
{
    await FirstNursery.OpenAsync(Settings.Required("JUVENAL_DB"), name);
    return;
}

var app = Server.Build(args);
await Server.StartAsync(app);

/// <summary>Named for the tests' host.</summary>
public partial class Program;
