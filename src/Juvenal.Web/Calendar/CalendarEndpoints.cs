using System.Security.Cryptography;
using System.Text;
using Juvenal.Core.Hardening;
using Juvenal.Core.Measures;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Beds;
using Juvenal.Web.Round;

namespace Juvenal.Web.Calendar;

/// <summary>An address of one's own, shown this once.</summary>
/// <param name="Path">From the server's address on, with the secret in it.</param>
public sealed record CalendarAddress(Guid Id, string Path);

/// <summary>Work to come, fetched by calendar programs under a private address.</summary>
internal static class CalendarEndpoints
{
    private const string Extension = ".ics";

    public static void MapCalendar(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/calendar",
                async ([AsParameters] Here here, HttpContext context, CancellationToken cancel) =>
                {
                    await using var reading = await here.Database.ReadAsync(new Asker(Nursery: here.Nursery), cancel);
                    return TypedResults.Ok<IReadOnlyList<CalendarKey>>(
                        await new CalendarKeys(reading).OfAsync(here.Nursery, Who(context), cancel)
                    );
                }
            )
            .WithName("calendarAddresses")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/calendar",
                async ([AsParameters] Here here, HttpContext context, TimeProvider clock, CancellationToken cancel) =>
                {
                    var (secret, id) = (Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(20)), Guid.CreateVersion7());
                    await using var writing = await here.Database.WriteAsync(new Asker(Nursery: here.Nursery), cancel);
                    var keys = new CalendarKeys(writing);
                    if ((await keys.OfAsync(here.Nursery, Who(context), cancel)).Count >= CalendarKeys.Most)
                        throw new RefusedException(new Failure("addresses-enough", "calendar", CalendarKeys.Most));
                    await keys.AddAsync(here.Nursery, id, Who(context), Hash(secret), clock.GetUtcNow(), cancel);
                    await writing.CommitAsync(cancel);
                    return TypedResults.Ok(new CalendarAddress(id, $"/api/calendar/{secret}{Extension}"));
                }
            )
            .WithName("newCalendarAddress")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/calendar/{id:guid}",
                async ([AsParameters] Here here, Guid id, HttpContext context, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var writing = await here.Database.WriteAsync(new Asker(Nursery: here.Nursery), cancel);
                    await new CalendarKeys(writing).RevokeAsync(here.Nursery, id, Who(context), clock.GetUtcNow(), cancel);
                    await writing.CommitAsync(cancel);
                    return TypedResults.NoContent();
                }
            )
            .WithName("revokeCalendarAddress")
            .For(Role.Helper);
    }

    /// <summary>Fetched without a session: whoever has the address is let in to this one page, and to nothing else.</summary>
    public static void MapCalendarFeed(this RouteGroupBuilder api) =>
        api.MapGet(
                "/calendar/{address}",
                async (string address, Database database, TimeProvider clock, HttpRequest request, CancellationToken cancel) =>
                {
                    var (nursery, name) = await OpenAsync(address, database, clock, cancel) ?? throw new NotFoundException("calendar");
                    await using var reading = await database.ReadAsync(nursery, cancel);
                    var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
                    var ahead = await NightsAhead.LoadAsync(reading, catalogue.Site, catalogue.Today, cancel);
                    return TypedResults.Text(
                        CalendarText.Of(
                            nursery,
                            name,
                            await new CalendarStore(reading).StepsAsync(catalogue.Today, cancel),
                            await Mulches.OfAsync(reading, catalogue, cancel),
                            await Tonights.OfAsync(
                                reading,
                                catalogue,
                                ahead,
                                await new NightStore(reading).SinceAsync(catalogue.Today.AddDays(-NightsBack.Days), cancel),
                                await StandingNow.LoadAsync(reading, cancel),
                                cancel
                            ),
                            catalogue,
                            $"{request.Scheme}://{request.Host}",
                            clock.GetUtcNow()
                        ),
                        "text/calendar",
                        Encoding.UTF8
                    );
                }
            )
            .WithName("calendar");

    /// <summary>The nursery whose calendar an address opens; null where it opens none, or none any more.</summary>
    private static async Task<(Guid Nursery, string Name)?> OpenAsync(
        string address,
        Database database,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!address.EndsWith(Extension, StringComparison.Ordinal))
            return null;
        var hash = Hash(address[..^Extension.Length]);
        (Guid Nursery, Guid Id)? found;
        await using (var looking = await database.ReadAsync(new Asker(Calendar: hash), cancel))
            found = await new CalendarKeys(looking).BySecretAsync(hash, cancel);
        if (found is not { } key)
            return null;
        await using var writing = await database.WriteAsync(new Asker(Nursery: key.Nursery), cancel);
        if (!await new CalendarKeys(writing).FetchedAsync(key.Nursery, key.Id, clock.GetUtcNow(), cancel))
            return null;
        var name = await new PeopleStore(writing).NurseryNameAsync(key.Nursery, cancel);
        await writing.CommitAsync(cancel);
        return (key.Nursery, name);
    }

    /// <summary>The account of the session that was let in.</summary>
    private static Guid Who(HttpContext context) =>
        AccessCheck.SessionOf(context.User)?.Account ?? throw new InvalidOperationException("Nobody is signed in.");

    private static byte[] Hash(string secret) => SHA256.HashData(Encoding.UTF8.GetBytes(secret));
}
