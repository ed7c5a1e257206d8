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

/// <summary>In what, and where. Which of the groups that stand there is said beside it.</summary>
public sealed record GroupInput(Guid? ContainerId, Guid PlaceId)
{
    internal Spot Key => new(ContainerId, PlaceId);
}

/// <summary>Plants that left: how, to whom, at what price each.</summary>
public sealed record OutInput(Way Way, string? Whom = null, double? PriceEach = null);

/// <summary>A ledger entry as it is written. Which fields count depends on its kind; the others stay out.</summary>
/// <param name="Id">Made by the client (UUIDv7): sent twice, it has one effect.</param>
/// <param name="Kind">What happened.</param>
/// <param name="HappenedOn">Today or earlier.</param>
/// <param name="Step">The step it does or puts off, by its id.</param>
/// <param name="From">Lost, snipped, moved.</param>
/// <param name="To">Sown, emerged, moved.</param>
/// <param name="Seeds">Sown.</param>
/// <param name="Seedlings">Emerged: total to date. Lost, snipped, moved: how many.</param>
/// <param name="Containers">Sown: filled; else: fewer at "from". Null: not counted, they follow from the seedlings.</param>
/// <param name="ContainersTo">Moved: more at "to"; null as above.</param>
/// <param name="Reason">Lost, not yet.</param>
/// <param name="NewDay">Not yet.</param>
/// <param name="Corrects">Undo; corrected: the entry whose numbers were wrong.</param>
/// <param name="Group">Which group of those that stand at "from"; null where only one does. The group that a move makes has the move's
/// id.</param>
/// <param name="Out">Out: sold, given or discarded.</param>
public sealed record EntryInput(
    Guid Id,
    EntryKind Kind,
    DateOnly HappenedOn,
    Guid? Step = null,
    GroupInput? From = null,
    GroupInput? To = null,
    int Seeds = 0,
    int Seedlings = 0,
    int? Containers = null,
    int? ContainersTo = null,
    string? Reason = null,
    DateOnly? NewDay = null,
    Guid? Corrects = null,
    Guid? Group = null,
    OutInput? Out = null
)
{
    internal LedgerEntry Entry =>
        new(
            Id,
            0,
            HappenedOn,
            Kind,
            Step is { } step ? new StepId(step) : null,
            From?.Key,
            To?.Key,
            Seeds,
            Seedlings,
            Containers ?? 0,
            ContainersTo ?? 0,
            Reason,
            NewDay,
            Corrects,
            Group: Group is { } group ? new GroupId(group) : null,
            Said: Out is null
                ? null
                : new EntryDetail.Gone(Out.Way, string.IsNullOrWhiteSpace(Out.Whom) ? null : Out.Whom.Trim(), Out.PriceEach)
        );
}

/// <summary>One entry of an act; its day is that of the act.</summary>
/// <inheritdoc cref="EntryInput"/>
/// <param name="Batch">Whose ledger.</param>
public sealed record ActEntryInput(
    Guid Id,
    Guid Batch,
    EntryKind Kind,
    Guid? Step = null,
    GroupInput? From = null,
    GroupInput? To = null,
    int Seeds = 0,
    int Seedlings = 0,
    int? Containers = null,
    int? ContainersTo = null,
    string? Reason = null,
    DateOnly? NewDay = null,
    Guid? Group = null,
    OutInput? Out = null
)
{
    internal ActEntry On(DateOnly day) =>
        new(
            Batch,
            new EntryInput(
                Id,
                Kind,
                day,
                Step,
                From,
                To,
                Seeds,
                Seedlings,
                Containers,
                ContainersTo,
                Reason,
                NewDay,
                null,
                Group,
                Out
            ).Entry,
            Containers is null
        );
}

/// <summary>What was done in one go: all of it counts, or nothing.</summary>
/// <param name="Id">Made by the client (UUIDv7): sent twice, it has one effect.</param>
/// <param name="On">The day, today or earlier.</param>
/// <param name="Entries">Judged in order: one may name a group that one before it makes. 1–100; none where an act is only taken
/// back.</param>
/// <param name="Corrects">An act that this one takes back, and holds all of anew.</param>
public sealed record ActInput(Guid Id, DateOnly On, IReadOnlyList<ActEntryInput> Entries, Guid? Corrects = null);

/// <summary>"Done", said of a piece of work in the Round.</summary>
/// <param name="Id">Of the entry it makes.</param>
/// <param name="ExtraId">Of the second one: the tray carried on, or the rest.</param>
/// <param name="HappenedOn">Today or earlier.</param>
/// <param name="Count">Sow: cells; emerge: up to date; moves: plants moved.</param>
/// <param name="From">Where the group stands that it is about; null for sowing.</param>
/// <param name="Group">Which of those that stand there; null where only one does.</param>
/// <param name="To">Where they went, and in what; null: as planned.</param>
/// <param name="CarryOn">Emerge: the tray goes on to where seedlings stand.</param>
/// <param name="Rest">Moves: what becomes of those left behind.</param>
/// <param name="Reason">Of the loss.</param>
/// <param name="MyCall">Out although the nights say hold, or under cover.</param>
/// <param name="Pairs">Moves: unequal pairs that go on as one, to be separated at the next move.</param>
public sealed record DoneInput(
    Guid Id,
    Guid ExtraId,
    DateOnly HappenedOn,
    int Count,
    GroupInput? From = null,
    bool CarryOn = false,
    Rest Rest = Rest.Stays,
    string? Reason = null,
    int Pairs = 0,
    bool MyCall = false,
    Guid? Group = null,
    GroupInput? To = null
);

/// <summary>Part of a batch goes on as a batch of its own.</summary>
/// <inheritdoc cref="Splitting"/>
public sealed record SplitInput(
    Guid Id,
    Guid Group,
    DateOnly On,
    int Seedlings,
    int Wanted,
    IReadOnlyList<MoveInput> Moves,
    Guid HardeningPlaceId,
    Guid BedId,
    int? Containers = null,
    AimInput? Aim = null
);

/// <param name="Version">The batch's version that was seen.</param>
/// <param name="Day">Null frees it.</param>
public sealed record LockInput(int Version, DateOnly? Day);

/// <param name="Version">The batch's version that was seen.</param>
/// <param name="Input">The choices.</param>
/// <param name="Shown">Version of the plan that was shown.</param>
public sealed record ChangeInput(int Version, BatchInput Input, string Shown);

/// <param name="Reason">Why it ends; null takes the end back.</param>
public sealed record EndInput(string? Reason);

/// <summary>Ids of the entries that were written, the last one first: for undoing.</summary>
public sealed record Written(IReadOnlyList<Guid> Entries);

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
                    var (total, batches) = await new BatchList(reading).PageAsync(find?.Trim() ?? "", skip ?? 0, take ?? 100, cancel);
                    return TypedResults.Ok(new BatchPageAnswer(total, [.. batches.Select(BatchAnswers.Row)]));
                }
            )
            .WithName("batches")
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
                                input.Entry,
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
                                input.MyCall
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
        return BatchAnswers.Whole(batch, catalogue, entries, takenBack, course, next);
    }
}
