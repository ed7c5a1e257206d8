using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Exports;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Hosting;
using Microsoft.AspNetCore.Mvc;

namespace Juvenal.Web.Accounts;

/// <summary>A whole nursery out, and in again.</summary>
internal static class ExportEndpoints
{
    /// <summary>A zip of thirty seasons of a large nursery stays below.</summary>
    private const long LargestFile = 64 * 1024 * 1024;

    public static void MapExport(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/export",
                async ([AsParameters] Here here, HttpContext context, TimeProvider clock, CancellationToken cancel) =>
                {
                    // Made whole before the first byte goes out: an export that breaks off half-way would look like one.
                    var file = Spool();
                    await using (var snapshot = await here.Database.SnapshotAsync(here.Nursery, cancel, here.Membership.Name))
                    {
                        await NurseryExport.WriteAsync(snapshot, file, cancel);
                        await new AuditStore(snapshot).WriteAsync(
                            clock.GetUtcNow(),
                            here.Nursery,
                            null,
                            Deed.Exported,
                            here.Membership.Name,
                            null,
                            cancel
                        );
                        await snapshot.CommitAsync(cancel);
                    }

                    file.Position = 0;
                    return TypedResults.File(file, "application/zip", $"nursery-{clock.GetUtcNow():yyyy-MM-dd}.zip");
                }
            )
            .WithName("export")
            .TakesLong()
            .For(Role.Owner);
    }

    public static void MapImport(this RouteGroupBuilder api)
    {
        api.MapPost(
                "/import",
                async (
                    HttpContext context,
                    RequestUser user,
                    Database database,
                    SignInOptions signInOptions,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    await using (var reading = await database.ReadAsync(new Asker(Account: user.Known.Id), cancel))
                    {
                        if (!signInOptions.MayOpen(await new AccountStore(reading).NurseriesAsync(user.Known.Id, cancel)))
                            throw new NotFoundException("way to open a nursery for you");
                    }

                    await using var file = Spool();
                    await context.Request.Body.CopyToAsync(file, cancel);
                    file.Position = 0;
                    var id = Guid.CreateVersion7();
                    await using var writing = await database.WriteAsync(id, cancel, user.Known.Name);
                    await NurseryImport.ReadAsync(writing, file, clock, cancel);
                    await ImportProof.OpenAllAsync(writing, clock, cancel);
                    await new PeopleStore(writing).JoinAsync(id, user.Known.Id, Role.Owner, cancel);
                    await new AuditStore(writing).WriteAsync(
                        clock.GetUtcNow(),
                        id,
                        user.Known.Id,
                        Deed.Imported,
                        user.Known.Name,
                        null,
                        cancel
                    );
                    await writing.CommitAsync(cancel);
                    return TypedResults.Ok(new Opened(id));
                }
            )
            .WithName("import")
            .TakesLong()
            .ForAccounts()
            .Accepts<IFormFile>("application/zip")
            .WithMetadata(new RequestSizeLimitAttribute(LargestFile));
    }

    private static FileStream Spool() =>
        new(
            Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()),
            FileMode.CreateNew,
            FileAccess.ReadWrite,
            FileShare.None,
            64 * 1024,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
}
