using Juvenal.Core.Measures;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Site;
using Juvenal.Web.Accounts;
using Juvenal.Web.Batches;

namespace Juvenal.Web.Round;

internal static class RoundEndpoints
{
    /// <summary>Jobs on a page: more nobody does between two looks.</summary>
    private const int OnPage = 100;

    public static void MapRound(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/round",
                async (
                    [AsParameters] Here here,
                    int? skip,
                    int? take,
                    TimeProvider clock,
                    ILogger<RoundAnswer> log,
                    CancellationToken cancel
                ) =>
                {
                    if (skip < 0)
                        throw new RefusedException(Failure.OutOfRange("skip", skip.Value, 0, BatchReader.Most));
                    if (take is < 1 or > OnPage)
                        throw new RefusedException(Failure.OutOfRange("take", take.Value, 1, OnPage));
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(
                        await RoundPage.OfAsync(reading, skip ?? 0, take ?? OnPage, clock, log, cancel, here.Membership)
                    );
                }
            )
            .WithName("round")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/round/walked",
                ([AsParameters] Here here, WalkedInput walked, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new CareStore(writing).WalkAsync(
                                walked.Id,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("walked")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/round/aired",
                ([AsParameters] Here here, AiredInput aired, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                            TypedResults.Ok(new Written(await new LadderStore(writing, clock).AirAsync(Ladders.Of(aired), cancel))),
                        cancel
                    )
            )
            .WithName("aired")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/round/looked",
                ([AsParameters] Here here, LookedInput looked, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new AfterStore(writing).LookAsync(
                                looked.Id,
                                looked.Batch,
                                looked.Group,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("lookedAfter")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/round/looked/{id:guid}",
                ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new AfterStore(writing).TakeBackAsync(
                                id,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("notLooked")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/round/opened",
                ([AsParameters] Here here, WalkedInput opened, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new CareStore(writing).WalkAsync(
                                opened.Id,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel,
                                CareKind.Opened
                            ),
                        cancel
                    )
            )
            .WithName("opened")
            .For(Role.Helper);

        nursery
            .MapDelete(
                "/round/walked/{id:guid}",
                ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        async writing =>
                            await new CareStore(writing).TakeBackAsync(
                                id,
                                null,
                                (await new SiteStore(writing).GetAsync(cancel)).Today(clock),
                                cancel
                            ),
                        cancel
                    )
            )
            .WithName("notWalked")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/round/timed/{entry:guid}",
                ([AsParameters] Here here, Guid entry, TimedInput timed, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => TimedJobs.PutAsync(writing, entry, timed.Minutes, clock, cancel), cancel)
            )
            .WithName("timed")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/round/seen",
                ([AsParameters] Here here, SeenStepsInput seen, CancellationToken cancel) =>
                {
                    if (seen.Steps.Count > MovedSteps.Most)
                        throw new RefusedException(Failure.OutOfRange("steps", seen.Steps.Count, 0, MovedSteps.Most));
                    return here.DoAsync(Touches.Work, writing => new MovedSteps(writing).SeenAsync([.. seen.Steps], cancel), cancel);
                }
            )
            .WithName("seenMoved")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/places/{id:guid}/carry",
                ([AsParameters] Here here, Guid id, CarryInput carry, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                            TypedResults.Ok(
                                new Written(
                                    await new CarryStore(writing, clock).CarryAsync(carry.Id, id, carry.To, carry.On, cancel, carry.MyCall)
                                )
                            ),
                        cancel
                    )
            )
            .WithName("carryPlace")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/places/{id:guid}/night",
                ([AsParameters] Here here, Guid id, NightInput night, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing => TypedResults.Ok(new Written(await NightAsync(writing, id, night, clock, cancel))),
                        cancel
                    )
            )
            .WithName("night")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/nights/{id:guid}/out",
                ([AsParameters] Here here, Guid id, OutAgainInput back, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var written = await new CarryStore(writing, clock).BackAsync(back.Id, id, back.On, cancel);
                            await new NightStore(writing).CloseAsync(id, cancel);
                            return TypedResults.Ok(new Written(written));
                        },
                        cancel
                    )
            )
            .WithName("outAgain")
            .For(Role.Helper);
    }

    /// <summary>What was done for the night; what is brought in is carried too.</summary>
    private static async Task<IReadOnlyList<Guid>> NightAsync(
        NurseryTransaction writing,
        Guid place,
        NightInput night,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
        if (!catalogue.Places.ContainsKey(place))
            throw new NotFoundException("place");
        if (night.Did == NightDid.BroughtIn && night.To is null)
            throw new RefusedException(new Failure("not-chosen", "to"));
        var ahead = await NightsAhead.LoadAsync(writing, catalogue.Site, catalogue.Today, cancel);
        var store = new NightStore(writing);
        var nights = await store.SinceAsync(catalogue.Today.AddDays(-1), cancel);
        var standing = await StandingNow.LoadAsync(writing, cancel);
        // Expected, and the limit, as they are told: of tonight, or of the night that is over.
        (double LowC, double LimitC)? rings =
            night.Evening == catalogue.Today
                ? (await Tonights.OfAsync(writing, catalogue, ahead, nights, standing, cancel)).Places.FirstOrDefault(p =>
                    p.PlaceId == place
                )
                    is { } tonight
                    ? (tonight.LowC, tonight.LimitC)
                    : null
                : night.Evening == catalogue.Today.AddDays(-1)
                && (await Mornings.OfAsync(writing, catalogue, ahead, nights, standing, cancel)).Places.FirstOrDefault(p =>
                    p.PlaceId == place
                )
                    is { } behind
                    ? (behind.LowC, behind.LimitC)
                    : null;
        await store.PutAsync(new(night.Id, night.Evening, place, night.Did, rings?.LowC, rings?.LimitC), catalogue.Today, cancel);
        return night is { Did: NightDid.BroughtIn, To: { } to }
            ? await new CarryStore(writing, clock).CarryAsync(night.Id, place, to, night.Evening, cancel)
            : [];
    }
}
