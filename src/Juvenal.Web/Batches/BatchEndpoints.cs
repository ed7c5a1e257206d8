using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Sowing;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Web.Accounts;
using Juvenal.Web.Trays;
using Juvenal.Web.Words;

namespace Juvenal.Web.Batches;

internal static class BatchEndpoints
{
    private const int LongestFind = 100;

    public static void MapBatches(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/batches",
                async ([AsParameters] Here here, string? find, int? skip, int? take, CancellationToken cancel) =>
                {
                    if (find is not null && (find.Length > LongestFind || !Texts.IsPlain(find)))
                        throw new RefusedException(new Failure("name-too-long", "find", find.Length, 1, LongestFind));
                    if (skip < 0)
                        throw new RefusedException(Failure.OutOfRange("skip", skip.Value, 0, BatchReader.Most));
                    if (take is < 1 or > BatchList.MostOnPage)
                        throw new RefusedException(Failure.OutOfRange("take", take.Value, 1, BatchList.MostOnPage));
                    await using var reading = await here.ReadAsync(cancel);
                    var (total, plants, batches) = await new BatchList(reading).PageAsync(
                        find?.Trim() ?? "",
                        skip ?? 0,
                        take ?? 100,
                        cancel
                    );
                    return TypedResults.Ok(new BatchPageAnswer(total, plants, [.. batches.Select(BatchAnswers.Row)]));
                }
            )
            .WithName("batches")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/batches/{id:guid}/go",
                async ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await GoSheets.OfAsync(reading, id, clock, cancel));
                }
            )
            .WithName("goOrHold")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/go",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await GoSheets.AllAsync(reading, clock, cancel));
                }
            )
            .WithName("goOrHoldAll")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/go",
                ([AsParameters] Here here, Guid id, CallInput call, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => GoSheets.CallAsync(writing, id, call, clock, cancel), cancel)
            )
            .WithName("myCall")
            .For(Role.Grower);

        nursery
            .MapDelete(
                "/batches/{id:guid}/go/{call:guid}",
                ([AsParameters] Here here, Guid id, Guid call, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => new CallStore(writing).TakeBackAsync(id, call, IsHelper(here), cancel), cancel)
            )
            .WithName("takeBackCall")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/batches/{id:guid}/moving",
                async (
                    [AsParameters] Here here,
                    Guid id,
                    MovingQuestion asked,
                    TimeProvider clock,
                    ILogger<Round.RoundAnswer> log,
                    CancellationToken cancel
                ) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await MovingSheets.OfAsync(reading, id, asked, clock, log, cancel));
                }
            )
            .WithName("movingUp")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/batches/names",
                async ([AsParameters] Here here, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await new BatchList(reading).NamesAsync(cancel));
                }
            )
            .WithName("batchNames")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/batches/{id:guid}",
                async ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await WholeAsync(reading, id, clock, cancel));
                }
            )
            .WithName("batch")
            .For(Role.Helper);

        nursery
            .MapGet(
                "/batches/{id:guid}/steps/{step:guid}/why",
                async ([AsParameters] Here here, Guid id, Guid step, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var site = await new Store.Site.SiteStore(reading).GetAsync(cancel);
                    var reasons = await new BatchReader(reading).WhyAsync(id, step, cancel);
                    return TypedResults.Ok(ReasonSentences.Of(reasons, new Measures(site.UsUnits)));
                }
            )
            .WithName("whyStep")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/plan",
                async ([AsParameters] Here here, Guid id, BatchInput input, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var outcome = await new BatchStore(reading, clock).PreviewAsync(id, input, cancel);
                    return TypedResults.Ok(Plans.PlanAnswer.Of(outcome, await new Store.Site.SiteStore(reading).GetAsync(cancel)));
                }
            )
            .WithName("previewChange")
            .For(Role.Grower);

        nursery
            .MapPut(
                "/batches/{id:guid}",
                ([AsParameters] Here here, Guid id, ChangeInput change, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => new BatchStore(writing, clock).ChangeAsync(id, change.Version, change.Input, change.Shown, cancel),
                        cancel
                    )
            )
            .WithName("changeBatch")
            .For(Role.Grower);

        nursery
            .MapPut(
                "/batches/{id:guid}/end",
                ([AsParameters] Here here, Guid id, EndInput end, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => new BatchStore(writing, clock).EndAsync(id, end.Reason, cancel), cancel)
            )
            .WithName("endBatch")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/batches/{id:guid}/split",
                ([AsParameters] Here here, Guid id, SplitInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.NewBatch,
                        async writing =>
                        {
                            var split = new Splitting(
                                input.Id,
                                id,
                                input.Group,
                                input.On,
                                input.Seedlings,
                                input.Containers,
                                input.Wanted,
                                input.Moves,
                                input.HardeningPlaceId,
                                input.BedId,
                                input.Aim
                            );
                            await new SplitStore(writing, clock).SplitAsync(split, cancel);
                            return TypedResults.Ok(new Plans.Kept(input.Id));
                        },
                        cancel
                    )
            )
            .WithName("splitBatch")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/identity/mixed",
                ([AsParameters] Here here, MixedInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                            TypedResults.Ok(
                                new Written(
                                    await new IdentityStore(writing, clock).MixedAsync(
                                        input.Id,
                                        input.On,
                                        [.. input.Groups.Select(g => new GroupOf(g.Batch, g.Group))],
                                        cancel
                                    )
                                )
                            ),
                        cancel
                    )
            )
            .WithName("labelsMixed")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/identity/told",
                ([AsParameters] Here here, ToldInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                            TypedResults.Ok(
                                new Written(
                                    await new IdentityStore(writing, clock).ToldAsync(
                                        input.Id,
                                        input.On,
                                        new(input.Batch, input.Group),
                                        input.Really,
                                        cancel
                                    )
                                )
                            ),
                        cancel
                    )
            )
            .WithName("labelsTold")
            .For(Role.Grower);

        nursery
            .MapPost(
                "/acts",
                ([AsParameters] Here here, ActInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var act = new Act(input.Id, input.On, [.. input.Entries.Select(e => e.On(input.On))], input.Corrects);
                            return TypedResults.Ok(new Written(await new Acts(writing, clock, IsHelper(here)).WriteAsync(act, cancel)));
                        },
                        cancel
                    )
            )
            .WithName("act")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/entries",
                ([AsParameters] Here here, Guid id, EntryInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                        {
                            await new LedgerStore(writing, clock).AppendAsync(
                                id,
                                input.Entry(input.HappenedOn, input.Corrects),
                                cancel,
                                byRule: input.Containers is null && input.Kind != EntryKind.Corrected,
                                own: IsHelper(here)
                            );
                            return TypedResults.Ok(new Written([input.Id]));
                        },
                        cancel
                    )
            )
            .WithName("logEntry")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/steps/{step:guid}/done",
                ([AsParameters] Here here, Guid id, Guid step, DoneInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var said = new Said(
                                input.Id,
                                input.ExtraId,
                                input.HappenedOn,
                                input.Count,
                                input.CarryOn,
                                input.Rest,
                                input.Reason,
                                input.Pairs,
                                input.MyCall,
                                input.About,
                                input.Sure
                            );
                            var written = await new WorkStore(writing, clock).DoneAsync(
                                id,
                                step,
                                said,
                                input.From?.Key,
                                input.Group,
                                input.To?.Key,
                                cancel
                            );
                            return TypedResults.Ok(new Written(written));
                        },
                        cancel
                    )
            )
            .WithName("stepDone")
            .For(Role.Helper);

        nursery
            .MapPut(
                "/batches/{id:guid}/steps/{step:guid}/lock",
                ([AsParameters] Here here, Guid id, Guid step, LockInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(
                        Touches.Work,
                        writing => new BatchStore(writing, clock).LockAsync(id, input.Version, step, input.Day, cancel),
                        cancel
                    )
            )
            .WithName("lockStep")
            .For(Role.Grower);
    }

    /// <summary>A helper takes back what is their own and of today; growers all.</summary>
    private static bool IsHelper(Here here) => here.Membership.Role == Role.Helper;

    internal static async Task<BatchAnswer> WholeAsync(
        Store.Nurseries.NurseryTransaction reading,
        Guid id,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var reader = new BatchReader(reading);
        var batch = await reader.OneAsync(id, cancel);
        var (entries, takenBack) = await reader.LedgerAsync(id, cancel);
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        // How it comes up is of interest as long as it stands in its trays.
        var course = TrayCells.Group(batch.State(), batch.Input.TrayId) is null
            ? null
            : await TrayEndpoints.CourseAsync(reading, batch, [.. entries.Select(e => e.Entry)], catalogue, cancel);
        var next = (await new JobStore(reading).OfAsync(id, cancel)).FirstOrDefault();
        return BatchAnswers.Whole(batch, catalogue, entries, takenBack, course, next, await reader.SownAgainAsync(id, cancel));
    }
}
