using Juvenal.Store;
using Juvenal.Web.Hosting;

if (args is ["migrate"])
{
    Migrator.Run(Settings.Required("JUVENAL_OWNER_DB"));
    return;
}

if (args is ["open", var nursery])
{
    if (await FirstNursery.OpenAsync(Settings.Required("JUVENAL_DB"), nursery) is { } link)
        Console.WriteLine(link);
    return;
}

if (args is ["password", var name])
{
    if (await FirstNursery.NewPasswordAsync(Settings.Required("JUVENAL_DB"), name) is { } password)
        Console.WriteLine(password);
    else
        Environment.ExitCode = 1;
    return;
}

if (args is ["certificate", var folder, .. var names])
{
    Console.WriteLine(OwnCertificate.Keep(folder, names, TimeProvider.System) ? "new" : "kept");
    return;
}

if (args is ["qr", var text])
{
    Console.Write(QrCodes.ForTerminal(text));
    return;
}

var app = Server.Build(args);
await Server.StartAsync(app);

/// <summary>Named for the tests' host.</summary>
public partial class Program;
