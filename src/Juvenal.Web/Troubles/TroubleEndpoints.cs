using Juvenal.Core.Troubles;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Words;

namespace Juvenal.Web.Troubles;

/// <summary>Signs, their causes, and what is noted of batches.</summary>
internal static class TroubleEndpoints
{
    public static void MapTroubles(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/signs",
                ([AsParameters] Here here) =>
                    TypedResults.Ok<IReadOnlyList<SignName>>([.. Enum.GetValues<Sign>().Select(s => new SignName(s, TroubleWords.Of(s)))])
            )
            .WithName("signs")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/signs",
                async ([AsParameters] Here here, Guid id, SignQuestion asked, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await TroubleAnswers.OfAsync(reading, id, asked, clock, cancel));
                }
            )
            .WithName("causes")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/batches/{id:guid}/notes",
                async ([AsParameters] Here here, Guid id, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    // One that is not there has no notes; nothing is said of what is not there.
                    await new BatchReader(reading).OneAsync(id, cancel);
                    return TypedResults.Ok<IReadOnlyList<NoteAnswer>>([
                        .. (await new NoteStore(reading).OfAsync(id, cancel)).Select(TroubleAnswers.Of),
                    ]);
                }
            )
            .WithName("notes")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/notes",
                ([AsParameters] Here here, Guid id, NoteInput note, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var today = await TodayAsync(writing, clock, cancel);
                            await new NoteStore(writing).PutAsync(
                                note.Id,
                                id,
                                note.Sign,
                                note.Words ?? "",
                                TroubleAnswers.Answers(note.Answers),
                                note.On ?? today,
                                today,
                                cancel
                            );
                        },
                        cancel
                    )
            )
            .WithName("note")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/batches/{id:guid}/notes/{note:guid}",
                ([AsParameters] Here here, Guid id, Guid note, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => new NoteStore(writing).TakeBackAsync(id, note, null, here.Membership.Role == Role.Helper, cancel),
                        cancel
                    )
            )
            .WithName("takeBackNote")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/notes/{note:guid}/looks",
                ([AsParameters] Here here, Guid id, Guid note, NoteLookInput look, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new NoteStore(writing).LookAsync(
                                look.Id,
                                id,
                                note,
                                look.How,
                                await TodayAsync(writing, clock, cancel),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("lookAtNote")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/batches/{id:guid}/notes/{note:guid}/looks/{look:guid}",
                ([AsParameters] Here here, Guid id, Guid note, Guid look, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => new NoteStore(writing).TakeBackAsync(id, note, look, here.Membership.Role == Role.Helper, cancel),
                        cancel
                    )
            )
            .WithName("takeBackLook")
            .For(Role.Helper);
    }

    private static async Task<DateOnly> TodayAsync(NurseryTransaction writing, TimeProvider clock, CancellationToken cancel) =>
        (await new SiteStore(writing).GetAsync(cancel)).Today(clock);
}
