using Juvenal.Core.Measures;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Nurseries;

namespace Juvenal.Web.Accounts;

/// <param name="You">The one who asks.</param>
public sealed record MemberAnswer(Guid AccountId, string Name, Role Role, DateTime Since, bool You);

public sealed record PeopleAnswer(IReadOnlyList<MemberAnswer> Members, IReadOnlyList<Invitation> Invitations);

/// <param name="Role">Null ends the membership.</param>
public sealed record RoleInput(Role? Role);

public sealed record InviteInput(Role Role);

/// <summary>The link, shown this once.</summary>
/// <param name="Path">From the server's address on, with the secret behind the #.</param>
/// <param name="ExpiresAt">It works once, and until then.</param>
public sealed record InvitationLink(string Path, DateTime ExpiresAt);

/// <param name="Sentence">What was done, in words.</param>
public sealed record AuditAnswer(DateTime At, string By, string Sentence);

/// <param name="Secret">What stands behind the # of the link.</param>
public sealed record LookInput(string Secret);

public sealed record InvitationAnswer(string Nursery, Role Role);

/// <param name="Secret">What stands behind the # of the link.</param>
/// <param name="Name">Of a new account; null joins with the one that is signed in.</param>
/// <param name="Password">Of a new account.</param>
public sealed record JoinInput(string Secret, string? Name, string? Password);

internal static class PeopleEndpoints
{
    private const int MostAudit = 500;

    public static void MapInvitations(this RouteGroupBuilder api)
    {
        api.MapPost(
                "/invitation/look",
                async (LookInput input, Invitations invitations, CancellationToken cancel) =>
                    await invitations.LookAsync(input.Secret, cancel) is { } found
                        ? TypedResults.Ok(new InvitationAnswer(found.Name, found.Role))
                        : throw new NotFoundException("open invitation")
            )
            .WithName("lookAtInvitation")
            .WithMetadata(new PasswordWork());

        api.MapPost(
                "/invitation/join",
                async (JoinInput input, HttpContext context, Database database, Invitations invitations, CancellationToken cancel) =>
                {
                    Account? known = null;
                    if (input.Name is null && AccessCheck.SessionOf(context.User) is { } session)
                    {
                        await using var reading = await database.ReadAsync(new Asker(Account: session.Account), cancel);
                        known = await new AccountStore(reading).SignedInAsync(session, cancel);
                    }

                    return TypedResults.Ok(
                        new Opened(await invitations.JoinAsync(input.Secret, known, input.Name ?? "", input.Password ?? "", cancel))
                    );
                }
            )
            .WithName("join")
            .WithMetadata(new PasswordWork());
    }

    public static void MapPeople(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/people",
                async ([AsParameters] Here here, HttpContext context, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var people = new PeopleStore(reading);
                    var you = AccessCheck.SessionOf(context.User)!.Value.Account;
                    var members = await people.MembersAsync(here.Nursery, cancel);
                    return TypedResults.Ok(
                        new PeopleAnswer(
                            [.. members.Select(m => new MemberAnswer(m.AccountId, m.Name, m.Role, m.Since, m.AccountId == you))],
                            await people.InvitationsAsync(here.Nursery, clock.GetUtcNow(), cancel)
                        )
                    );
                }
            )
            .WithName("people")
            .For(Role.Owner);

        nursery
            .MapPut(
                "/people/{account:guid}",
                ([AsParameters] Here here, Guid account, RoleInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.People,
                        async writing =>
                        {
                            var people = new PeopleStore(writing);
                            var name = (await people.MembersAsync(here.Nursery, cancel)).Find(m => m.AccountId == account)?.Name;
                            await people.ChangeAsync(here.Nursery, account, input.Role, cancel);
                            await new AuditStore(writing).WriteAsync(
                                clock.GetUtcNow(),
                                here.Nursery,
                                account,
                                input.Role is null ? Deed.Removed : Deed.RoleChanged,
                                here.Membership.Name,
                                $"{name}{(input.Role is { } r ? $": {r}" : "")}",
                                cancel
                            );
                        },
                        cancel
                    )
            )
            .WithName("changeMember")
            .For(Role.Owner);

        nursery
            .MapPost(
                "/leave",
                async ([AsParameters] Here here, HttpContext context, TimeProvider clock, CancellationToken cancel) =>
                {
                    var you = AccessCheck.SessionOf(context.User)!.Value.Account;
                    return await here.DoAsync(
                        Touches.People,
                        async writing =>
                        {
                            await new PeopleStore(writing).ChangeAsync(here.Nursery, you, null, cancel);
                            await new AuditStore(writing).WriteAsync(
                                clock.GetUtcNow(),
                                here.Nursery,
                                you,
                                Deed.Removed,
                                here.Membership.Name,
                                here.Membership.Name,
                                cancel
                            );
                        },
                        cancel
                    );
                }
            )
            .WithName("leave")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/invitations",
                async ([AsParameters] Here here, InviteInput input, TimeProvider clock, CancellationToken cancel) =>
                {
                    var now = clock.GetUtcNow();
                    return await here.ActAsync(
                        Touches.People,
                        async writing =>
                        {
                            var people = new PeopleStore(writing);
                            if ((await people.InvitationsAsync(here.Nursery, now, cancel)).Count(i => i.Open) >= 20)
                                throw new RefusedException(new Failure("too-many-invitations", "role", 20));
                            var secret = await Invitations.MakeAsync(people, here.Nursery, input.Role, now, cancel);
                            await new AuditStore(writing).WriteAsync(
                                now,
                                here.Nursery,
                                null,
                                Deed.Invited,
                                here.Membership.Name,
                                input.Role.ToString(),
                                cancel
                            );
                            return TypedResults.Ok(new InvitationLink(Invitations.Path(secret), (now + Invitations.Lasts).UtcDateTime));
                        },
                        cancel
                    );
                }
            )
            .WithName("invite")
            .For(Role.Owner);

        nursery
            .MapDelete(
                "/invitations/{id:guid}",
                ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.People,
                        async writing =>
                        {
                            await new PeopleStore(writing).WithdrawAsync(here.Nursery, id, clock.GetUtcNow(), cancel);
                            await new AuditStore(writing).WriteAsync(
                                clock.GetUtcNow(),
                                here.Nursery,
                                null,
                                Deed.InvitationWithdrawn,
                                here.Membership.Name,
                                null,
                                cancel
                            );
                        },
                        cancel
                    )
            )
            .WithName("withdrawInvitation")
            .For(Role.Owner);

        nursery
            .MapGet(
                "/audit",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var entries = await new AuditStore(reading).NewestAsync(MostAudit, cancel);
                    return TypedResults.Ok(entries.Select(e => new AuditAnswer(e.At, e.By, Words.AuditWords.Of(e))).ToList());
                }
            )
            .WithName("audit")
            .For(Role.Owner);
    }
}
