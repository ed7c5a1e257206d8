using System.Text.Json;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;
using Juvenal.Store.Seeds;
using Juvenal.Store.Site;
using Juvenal.Store.Sowing;
using Juvenal.Web.Accounts;
using Juvenal.Web.Batches;
using Juvenal.Web.Plans;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A piece of work.</summary>
public sealed record TaskAnswer
{
    public required Guid BatchId { get; init; }

    public required string Code { get; init; }

    public required string Cultivar { get; init; }

    public required Crop Crop { get; init; }

    public required StepName Step { get; init; }

    public required Press Press { get; init; }

    /// <summary>What to do, in words.</summary>
    public required string Title { get; init; }

    public required DateOnly Due { get; init; }

    public required DateOnly Low { get; init; }

    public required DateOnly High { get; init; }

    /// <summary>What "done" would say: cells, seedlings up so far, or plants.</summary>
    public required int Count { get; init; }

    /// <summary>The most that can be said.</summary>
    public required int Most { get; init; }

    public required int Seedlings { get; init; }

    public required int Containers { get; init; }

    public required int Seeds { get; init; }

    public required int? Trays { get; init; }

    public required double MixLitres { get; init; }

    public required int Minutes { get; init; }

    /// <summary>What becomes of the rest by the house rule.</summary>
    public required Rest Leftover { get; init; }

    public required GroupInput? From { get; init; }

    /// <summary>Which group it is about: "done" says it.</summary>
    public required Guid? Group { get; init; }

    public required Guid PlaceId { get; init; }

    public required string Place { get; init; }

    public required string? Container { get; init; }

    /// <summary>Emergence: where the tray goes on to; null where it stays.</summary>
    public required string? CarryTo { get; init; }

    /// <summary>Where it leads by the plan, and in what.</summary>
    public required GroupInput To { get; init; }

    public required string ToPlace { get; init; }

    public required string? Conflict { get; init; }

    public required string? PutOffReason { get; init; }

    /// <summary>Where the work can hurt someone.</summary>
    public required IReadOnlyList<string> Cautions { get; init; }

    /// <summary>What the batch begins with.</summary>
    public required Start Start { get; init; }

    /// <summary>It is a thinning: done as shown; the count is the seedlings to snip.</summary>
    public required bool Thinning { get; init; }

    /// <summary>Its cells can be counted on the tray map.</summary>
    public required bool HasTrays { get; init; }

    /// <summary>What else to do and to look after, by the house rules.</summary>
    public required IReadOnlyList<string> Checks { get; init; }

    /// <summary>What the nights ahead say, where plants go out; null indoors.</summary>
    public required ColdAnswer? Cold { get; init; }

    /// <summary>Sowing: seeds that the packet lacks, others that are sown before served first.</summary>
    public required int Lacking { get; init; }

    /// <summary>Of those that stand, as many are more than are wanted: by the house rule they are not planted.</summary>
    public required int Spare { get; init; }

    /// <summary>What tells it from others of its batch in the same place and pot; null where there are none.</summary>
    public required string? State { get; init; }
}

/// <summary>A batch whose work cannot be shown: it is said, and the others are shown.</summary>
public sealed record TroubledAnswer(Guid BatchId, string Code, string Cultivar);

/// <summary>A night ahead, as it is expected at the site.</summary>
public sealed record NightAnswer(DateOnly Evening, double LowC);

/// <param name="Known">By a forecast, by the record's cold night, or not at all.</param>
/// <param name="Nights">Tonight first.</param>
public sealed record NightsAnswer(NightsFrom Known, DateOnly? MadeOn, IReadOnlyList<NightAnswer> Nights);

/// <summary>A place on the walk.</summary>
/// <param name="Jobs">All that there is to do there.</param>
/// <param name="Tasks">Those of them that this page has.</param>
public sealed record StopAnswer(Guid PlaceId, string Place, PlaceKind Kind, int Jobs, IReadOnlyList<TaskAnswer> Tasks);

/// <summary>Work that was logged today, in words; undone by undoing <paramref name="Entry"/>.</summary>
/// <param name="Entry">One of what was written: taken back, all of it is.</param>
/// <param name="Texts">What was written, in order.</param>
/// <param name="Others">How many other batches it is about too.</param>
/// <param name="By">Who logged it.</param>
/// <param name="CanUndo">Helpers undo what is their own.</param>
public sealed record DoneAnswer(
    Guid Entry,
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    DateOnly HappenedOn,
    DateTime WrittenAt,
    IReadOnlyList<string> Texts,
    int Others,
    string? By,
    bool CanUndo
);

/// <summary>What stands in a place in containers.</summary>
public sealed record StandingAnswer(Guid PlaceId, string Place, int Batches, int Seedlings, int Containers);

/// <summary>All that stands in a place is carried to another.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="To">Which place.</param>
/// <param name="On">The day.</param>
/// <param name="MyCall">Out although the nights say hold, or under cover.</param>
public sealed record CarryInput(Guid Id, Guid To, DateOnly On, bool MyCall = false);

/// <summary>A step whose day has moved since the grower was last told.</summary>
/// <param name="Because">Why it has the day it has now.</param>
public sealed record MovedAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    StepName Step,
    DateOnly Was,
    DateOnly Is,
    string? Because
);

/// <param name="Steps">Whose new days were seen.</param>
public sealed record SeenInput(IReadOnlyList<Guid> Steps);

/// <summary>To fetch from the store.</summary>
public sealed record PickAnswer(string What, double Amount, string Unit);

/// <param name="Today">The nursery's day.</param>
/// <param name="Jobs">What is due, or may be, on all pages.</param>
/// <param name="Next">How many of them come before the next page; null where there is none.</param>
/// <param name="Stops">In walking order; only places that this page has something of.</param>
/// <param name="Coming">The next days' work, soonest first.</param>
/// <param name="PickList">For what is due.</param>
/// <param name="Minutes">For what is due.</param>
/// <param name="Batches">How many batches there are.</param>
/// <param name="Nights">The nights ahead, for every role.</param>
/// <param name="Troubled">Batches whose work cannot be shown.</param>
/// <param name="Waiting">Plans that are being made anew: their jobs have the days of before.</param>
/// <param name="Done">What was logged today and stands, the last first.</param>
/// <param name="Moved">Days that moved since the grower was last told, the soonest first.</param>
/// <param name="Standing">What stands where, in walking order.</param>
/// <param name="Missing">What to set up first: site, places, cultivars, batch; null when nothing is.</param>
public sealed record RoundAnswer(
    DateOnly Today,
    int Jobs,
    int? Next,
    IReadOnlyList<StopAnswer> Stops,
    IReadOnlyList<TaskAnswer> Coming,
    IReadOnlyList<PickAnswer> PickList,
    int Minutes,
    int Batches,
    string? Missing,
    NightsAnswer Nights,
    IReadOnlyList<TroubledAnswer> Troubled,
    int Waiting,
    IReadOnlyList<DoneAnswer> Done,
    IReadOnlyList<MovedAnswer> Moved,
    IReadOnlyList<StandingAnswer> Standing
);

internal static class RoundEndpoints
{
    /// <summary>How far ahead "coming" looks, days.</summary>
    private const int Ahead = 14;

    private const int MostComing = 12;

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
                    return TypedResults.Ok(await AnswerAsync(reading, skip ?? 0, take ?? OnPage, clock, log, cancel, here.Membership));
                }
            )
            .WithName("round")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/round/seen",
                ([AsParameters] Here here, SeenInput seen, CancellationToken cancel) =>
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
    }

    /// <param name="reading">Whose.</param>
    /// <param name="skip">Jobs before the page.</param>
    /// <param name="take">Jobs on it.</param>
    /// <param name="clock">For the nursery's day.</param>
    /// <param name="log">What cannot be shown.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="asks">Who looks; null: nobody, it is only tried.</param>
    internal static async Task<RoundAnswer> AnswerAsync(
        NurseryTransaction reading,
        int skip,
        int take,
        TimeProvider clock,
        ILogger<RoundAnswer> log,
        CancellationToken cancel,
        Membership? asks = null
    )
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var today = catalogue.Today;
        var heads = await new JobStore(reading).DueAsync(today, today.AddDays(Ahead), MostComing, cancel);
        var any = await new BatchReader(reading).CountAsync(cancel);
        var waiting = await Store.Plans.Replanner.WaitingAsync(reading, cancel);
        var ahead = await NightsAhead.LoadAsync(reading, catalogue.Site, today, cancel);
        var walk = Walk(heads, catalogue);
        var page = walk.Skip(skip).Take(take).Select(w => w.Head).ToList();
        var coming = heads
            .Select(h => (Head: h, Work: h.Plain.On(today)))
            .Where(c => c.Work is { Press: Press.Coming })
            .OrderBy(c => c.Head.Plain.Day.Shown)
            .ThenBy(c => c.Head.Code.Length)
            .ThenBy(c => c.Head.Code, StringComparer.Ordinal)
            .Take(MostComing)
            .Select(c => c.Head);
        var opened = await new JobStore(reading).OpenAsync([.. page, .. coming], cancel);
        var due = walk.Where(w => w.Work.Press != Press.Look).ToList();
        var trays = await new TrayStore(reading).OfAsync(
            walk.Where(w => w.Work.Step.Kind == StepKind.Begin).Select(w => w.Head.BatchId),
            cancel
        );
        var (tasks, troubled) = Tasks(opened, catalogue, ahead, await LackingAsync(reading, opened, cancel), log);
        return new(
            today,
            walk.Count,
            skip + page.Count < walk.Count ? skip + page.Count : null,
            [
                .. from w in walk
                group w by w.Head.PlaceId into there
                let here = tasks.Where(t => t.PlaceId == there.Key && t.Press != Press.Coming).ToList()
                where here.Count > 0
                let place = catalogue.Places[there.Key]
                select new StopAnswer(place.Id, place.Name, place.Kind, there.Count(), here),
            ],
            [.. tasks.Where(t => t.Press == Press.Coming)],
            [.. PickList.Of(due, trays, catalogue)],
            due.Sum(w => w.Work.Minutes),
            any,
            catalogue.Record.Season(catalogue.Site, catalogue.Today.Year) is null ? "site"
                : catalogue.Places.Count == 0 ? "places"
                : catalogue.Cultivars.Count == 0 ? "cultivars"
                : any == 0 ? "batch"
                : null,
            new(ahead.From, ahead.MadeOn, [.. ahead.Nights.Select(n => new NightAnswer(n.Evening, n.LowC))]),
            troubled,
            waiting,
            skip > 0 ? [] : await DoneAsync(reading, catalogue, asks, cancel),
            skip > 0 ? [] : await MovedAsync(reading, catalogue, cancel),
            [
                .. from s in skip > 0 ? [] : await CarryStore.StandingAsync(reading, cancel)
                let place = catalogue.Places[s.PlaceId]
                orderby place.WalkOrder, place.Name
                select new StandingAnswer(place.Id, place.Name, s.Batches, s.Seedlings, s.Containers),
            ]
        );
    }

    private static async Task<IReadOnlyList<DoneAnswer>> DoneAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        Membership? asks,
        CancellationToken cancel
    )
    {
        var jobs = await DoneToday.OfAsync(reading, catalogue.Today, cancel);
        if (jobs.Count == 0)
            return [];
        var batches = (
            await new BatchReader(reading).NamedAsync([.. jobs.SelectMany(j => j.Entries).Select(e => e.BatchId).Distinct()], cancel)
        ).ToDictionary(b => b.Id);
        return
        [
            .. from j in jobs
            let first = j.Entries[0]
            where batches.ContainsKey(first.BatchId)
            let batch = batches[first.BatchId]
            select new DoneAnswer(
                first.Entry.Id,
                batch.Id,
                batch.Code,
                catalogue.Cultivars[batch.Input.CultivarId].Name,
                catalogue.Cultivars[batch.Input.CultivarId].Crop,
                first.Entry.HappenedOn,
                DateTime.SpecifyKind(first.WrittenAt, DateTimeKind.Utc),
                [
                    .. j
                        .Entries.Where(e => e.BatchId == batch.Id)
                        .Select(e =>
                            BatchAnswers.Text(
                                e.Entry,
                                e.Entry.Step is { } did && batch.Route.Find(did) is { } step
                                    ? StepName.Of(step, batch.Input.Begins.Kind)
                                    : null,
                                batch.Input.Begins.Kind,
                                [],
                                catalogue
                            ) + (e.Entry.Reason is { Length: > 0 } reason ? $": {reason}" : "")
                        ),
                ],
                j.Entries.Select(e => e.BatchId).Distinct().Count() - 1,
                first.By,
                asks is not null && (asks.Role > Role.Helper || first.By == asks.Name)
            ),
        ];
    }

    private static async Task<IReadOnlyList<MovedAnswer>> MovedAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    )
    {
        var measures = new Measures(catalogue.Site.UsUnits);
        return
        [
            .. (await new MovedSteps(reading).ListAsync(catalogue.Today, cancel)).Select(m => new MovedAnswer(
                m.BatchId,
                m.Code,
                m.Cultivar,
                m.Crop,
                StepName.Of(m.Step, m.Start),
                m.Was,
                m.Is,
                m.Because is null ? null : ReasonSentences.Of(m.Because, measures).Text
            )),
        ];
    }

    /// <summary>What is due, or may be, in the order of the walk.</summary>
    private static List<(JobHead Head, Work Work)> Walk(IEnumerable<JobHead> heads, Store.Plans.Catalogue catalogue) =>
        [
            .. from h in heads
            let work = h.Plain.On(catalogue.Today)
            where work is { Press: not Press.Coming }
            let place = catalogue.Places[h.PlaceId]
            orderby place.WalkOrder, place.Name, place.Id, work.Press descending, h.Plain.Day.Shown, h.Code.Length, h.Code, h.Id
            select (h, work),
        ];

    /// <summary>Seeds that the packets of these sowings lack, by batch.</summary>
    private static async Task<IReadOnlyDictionary<Guid, int>> LackingAsync(
        NurseryTransaction reading,
        IEnumerable<JobView> jobs,
        CancellationToken cancel
    )
    {
        var sowings = jobs.Where(j => j.Head.Plain.Day.Step.Kind == StepKind.Begin && j.Detail.LotId is not null)
            .OrderBy(j => j.Head.Plain.Day.Shown)
            .ThenBy(j => j.Head.Code.Length)
            .ThenBy(j => j.Head.Code, StringComparer.Ordinal)
            .Select(j => new SowingToCome(j.Head.BatchId, j.Detail.LotId!.Value, j.Head.Plain.Seeds))
            .ToList();
        if (sowings.Count == 0)
            return new Dictionary<Guid, int>();
        var left = (await new SeedLotStore(reading).AllAsync(cancel)).ToDictionary(l => l.Row.Id, l => l.Book.Left);
        return PacketShare.Lacking(sowings, lot => left.GetValueOrDefault(lot));
    }

    /// <summary>The cards, in the order given. The morning's work does not wait for one batch that cannot be read: it is said.</summary>
    private static (List<TaskAnswer> Tasks, List<TroubledAnswer> Troubled) Tasks(
        IEnumerable<JobView> jobs,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        IReadOnlyDictionary<Guid, int> lacking,
        ILogger<RoundAnswer> log
    )
    {
        var measures = new Measures(catalogue.Site.UsUnits);
        var (tasks, troubled) = (new List<TaskAnswer>(), new List<TroubledAnswer>());
        foreach (var job in jobs)
        {
            try
            {
                if (job.Job().On(catalogue.Today) is { } work)
                    tasks.Add(Task(job, work, catalogue, ahead, lacking.GetValueOrDefault(job.Head.BatchId), measures));
            }
            catch (Exception e)
                when (e is InvalidOperationException or KeyNotFoundException or ArgumentException or NullReferenceException or JsonException
                )
            {
                log.LogError(e, "The work of a batch cannot be shown");
                troubled.Add(new(job.Head.BatchId, job.Head.Code, catalogue.Cultivars[job.Head.CultivarId].Name));
            }
        }

        return (tasks, troubled);
    }

    private static TaskAnswer Task(
        JobView job,
        Work work,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        int lacking,
        Measures measures
    )
    {
        var (head, detail) = (job.Head, job.Detail);
        var cultivar = catalogue.Cultivars[head.CultivarId];
        var place = catalogue.Places[head.PlaceId];
        var to = catalogue.Places[head.ToPlaceId];
        var day = head.Plain.Day;
        return new()
        {
            BatchId = head.BatchId,
            Code = head.Code,
            Cultivar = cultivar.Name,
            Crop = cultivar.Crop,
            Step = StepName.Of(work.Step, head.Start, potted: head.ToContainerId is not null),
            Press = work.Press,
            Title = LedgerWords.Job(work.Kind, work.Step, head.Start, head.ToContainerId is not null),
            Due = day.Shown,
            Low = day.Date.Low,
            High = day.Date.High,
            Count = work.Thin is { } plan
                ? plan.Snips
                : work.Step.Kind switch
                {
                    StepKind.Begin => work.Containers,
                    StepKind.Up => work.Seedlings,
                    StepKind.PlantOut => work.Seedlings - Spare(job, work, catalogue),
                    _ => Math.Min(work.Seedlings, work.Containers),
                },
            Most = work.Step.Kind switch
            {
                StepKind.Begin => 1_000_000,
                StepKind.Up => work.Seeds,
                _ => work.Seedlings,
            },
            Seedlings = work.Seedlings,
            Containers = work.Containers,
            Seeds = work.Seeds,
            Trays = work.Trays,
            MixLitres = work.MixLitres,
            Minutes = work.Minutes,
            // Only twins are left over by rule; a plant left behind is a plant.
            Leftover =
                Spare(job, work, catalogue) > 0 ? LeftoverOf(catalogue.Rules.Rules.Spares)
                : catalogue.Rules.Rules.Twins == Twins.Snip && work.Step.Number == 1 && work.Seedlings > work.Containers ? Rest.Snipped
                : Rest.Stays,
            From = work.From is { } from ? new(from.Container, from.Place) : null,
            Group = work.Group?.Value,
            Spare = Spare(job, work, catalogue),
            Lacking = lacking,
            State = (detail.Shared || detail.OneOf is not null) && job.Group() is { } stands ? LedgerWords.State(stands) : null,
            PlaceId = place.Id,
            Place = place.Name,
            Container = detail.Container,
            CarryTo =
                work.Step.Kind == StepKind.Up && work.Thin is null && new Spot(head.ToContainerId, head.ToPlaceId) != work.From
                    ? to.Name
                    : null,
            To = new(head.ToContainerId, head.ToPlaceId),
            ToPlace = to.Name,
            Conflict = detail.Conflict is null ? null : ReasonSentences.Of(detail.Conflict, measures).Text,
            PutOffReason = work.Kind == JobKind.Step ? detail.PutOffReason : null,
            Cautions = CautionsOf(head, cultivar.Group, work.Step.Kind, place.Kind, catalogue),
            Start = head.Start,
            Thinning = work.Thin is not null,
            HasTrays = detail.HasTrays,
            Checks = RoundWords.Checks(job, work, catalogue),
            Cold = Cold(head, work, catalogue, ahead, measures),
        };
    }

    /// <summary>Plants that are not to be planted, as there are enough: by the house rule, and where some are.</summary>
    private static int Spare(JobView job, Work work, Store.Plans.Catalogue catalogue) =>
        work.Step.Kind == StepKind.PlantOut
        && job.Head.ToContainerId is null
        && catalogue.Rules.Rules.Spares != Spares.Plant
        && job.Detail.Wanted is var wanted and > 0
            ? Math.Max(0, work.Seedlings - wanted)
            : 0;

    private static Rest LeftoverOf(Spares spares) =>
        spares switch
        {
            Spares.Give => Rest.Given,
            Spares.Sell => Rest.Sold,
            Spares.Discard => Rest.Discarded,
            _ => Rest.Stays,
        };

    private static ColdAnswer? Cold(JobHead job, Work work, Store.Plans.Catalogue catalogue, NightsAhead ahead, Measures measures)
    {
        var crop = catalogue.Cultivars[job.CultivarId].Crop;
        var to = catalogue.Places[job.ToPlaceId];
        var from = work.From is { } stands ? catalogue.Places[stands.Place] : null;
        return ColdOfWork.Of(crop, work, from, to, ahead) is { } finding
            ? new(
                finding.Verdict,
                finding.Freezes,
                ColdWords.Of(finding, crop, ColdOfWork.Outdoors(to)!.Value.Going, ahead, catalogue.Today, measures)
            )
            : null;
    }

    private static List<string> CautionsOf(
        JobHead job,
        SpeciesGroup species,
        StepKind step,
        PlaceKind kind,
        Store.Plans.Catalogue catalogue
    )
    {
        var cautions = new List<string>();
        var filled = job.ToContainerId is { } id ? Store.Plans.Catalogue.Of(catalogue.Containers[id]) : null;
        var moves = step is StepKind.Begin or StepKind.Move;
        if (moves && filled is { TakesMix: true })
            cautions.Add(Cautions.Mix);
        if (moves && filled is { WaterCulture: true })
            cautions.Add(Cautions.Solution);
        if (step == StepKind.Begin && job.Start == Start.Seed && species != SpeciesGroup.Tomato)
            cautions.Add(Cautions.PepperSeed);
        if (step == StepKind.Begin && job.Start == Start.Grafts)
            cautions.Add(Cautions.Blade);
        if (kind == PlaceKind.Mat)
            cautions.Add(Cautions.Mat);
        return cautions;
    }
}
