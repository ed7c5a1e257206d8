using System.Text.Json;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Site;
using Juvenal.Store.Sowing;
using Juvenal.Web.Accounts;
using Juvenal.Web.Batches;
using Juvenal.Web.Plans;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A piece of work.</summary>
/// <param name="Count">What "done" would say: cells, seedlings up so far, or plants.</param>
/// <param name="Most">The most that can be said.</param>
/// <param name="Leftover">What becomes of the rest by the house rule.</param>
/// <param name="CarryTo">Emergence: where the tray goes on to; null where it stays.</param>
/// <param name="Title">What to do, in words.</param>
/// <param name="Cautions">Where the work can hurt someone.</param>
/// <param name="Start">What the batch begins with.</param>
/// <param name="Thinning">It is a thinning: done as shown; the count is the seedlings to snip.</param>
/// <param name="HasTrays">Its cells can be counted on the tray map.</param>
/// <param name="Group">Which group it is about: "done" says it.</param>
/// <param name="State">What tells it from others of its batch in the same place and pot; null where there are none.</param>
/// <param name="Cold">What the nights ahead say, where plants go out; null indoors.</param>
/// <param name="Checks">What else to do and to look after, by the house rules.</param>
public sealed record TaskAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    StepName Step,
    Press Press,
    string Title,
    DateOnly Due,
    DateOnly Low,
    DateOnly High,
    int Count,
    int Most,
    int Seedlings,
    int Containers,
    int Seeds,
    int? Trays,
    double MixLitres,
    int Minutes,
    Rest Leftover,
    GroupInput? From,
    Guid? Group,
    Guid PlaceId,
    string Place,
    string? Container,
    string? CarryTo,
    string ToPlace,
    string? Conflict,
    string? PutOffReason,
    IReadOnlyList<string> Cautions,
    Start Start,
    bool Thinning,
    bool HasTrays,
    IReadOnlyList<string> Checks,
    ColdAnswer? Cold,
    string? State
);

/// <summary>A batch whose work cannot be shown: it is said, and the others are shown.</summary>
public sealed record TroubledAnswer(Guid BatchId, string Code, string Cultivar);

/// <summary>A night ahead, as it is expected at the site.</summary>
public sealed record NightAnswer(DateOnly Evening, double LowC);

/// <param name="Known">By a forecast, by the record's cold night, or not at all.</param>
/// <param name="Nights">Tonight first.</param>
public sealed record NightsAnswer(NightsFrom Known, DateOnly? MadeOn, IReadOnlyList<NightAnswer> Nights);

/// <summary>A place on the walk with its tasks.</summary>
public sealed record StopAnswer(Guid PlaceId, string Place, PlaceKind Kind, IReadOnlyList<TaskAnswer> Tasks);

/// <summary>To fetch from the store.</summary>
public sealed record PickAnswer(string What, double Amount, string Unit);

/// <param name="Today">The nursery's day.</param>
/// <param name="Stops">In walking order; only places with something to do.</param>
/// <param name="Coming">The next days' work, soonest first.</param>
/// <param name="PickList">For what is due.</param>
/// <param name="Minutes">For what is due.</param>
/// <param name="Batches">How many batches there are.</param>
/// <param name="Nights">The nights ahead, for every role.</param>
/// <param name="Troubled">Batches whose work cannot be shown.</param>
/// <param name="Waiting">Plans that are being made anew: their jobs have the days of before.</param>
/// <param name="Missing">What to set up first: site, places, cultivars, batch; null when nothing is.</param>
public sealed record RoundAnswer(
    DateOnly Today,
    IReadOnlyList<StopAnswer> Stops,
    IReadOnlyList<TaskAnswer> Coming,
    IReadOnlyList<PickAnswer> PickList,
    int Minutes,
    int Batches,
    string? Missing,
    NightsAnswer Nights,
    IReadOnlyList<TroubledAnswer> Troubled,
    int Waiting
);

internal static class RoundEndpoints
{
    /// <summary>How far ahead "coming" looks, days.</summary>
    private const int Ahead = 14;

    private const int MostComing = 12;

    public static void MapRound(this RouteGroupBuilder nursery) =>
        nursery
            .MapGet(
                "/round",
                async ([AsParameters] Here here, TimeProvider clock, ILogger<RoundAnswer> log, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await AnswerAsync(reading, clock, log, cancel));
                }
            )
            .WithName("round")
            .For(Role.Helper);

    internal static async Task<RoundAnswer> AnswerAsync(
        NurseryTransaction reading,
        TimeProvider clock,
        ILogger<RoundAnswer> log,
        CancellationToken cancel
    )
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var today = catalogue.Today;
        var jobs = await new JobStore(reading).DueAsync(today, today.AddDays(Ahead), MostComing, cancel);
        var any = await new BatchReader(reading).CountAsync(cancel);
        var waiting = await Store.Plans.Replanner.WaitingAsync(reading, cancel);
        var ahead = await NightsAhead.LoadAsync(reading, catalogue.Site, today, cancel);
        var sown = jobs.Where(j => j.Plain.Day.Step.Kind == StepKind.Begin && j.Plain.On(today) is { Press: not Press.Coming })
            .Select(j => j.BatchId);
        var trays = await new TrayStore(reading).OfAsync(sown, cancel);
        return Answer(jobs, any, waiting, catalogue, ahead, trays, log);
    }

    private static RoundAnswer Answer(
        IReadOnlyList<JobView> jobs,
        int any,
        int waiting,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        IReadOnlyList<TrayView> trays,
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
                    tasks.Add(Task(job, work, catalogue, ahead, measures));
            }
            catch (Exception e)
                when (e is InvalidOperationException or KeyNotFoundException or ArgumentException or NullReferenceException or JsonException
                )
            {
                // The morning's work does not wait for one batch that cannot be read: it is said on its card.
                log.LogError(e, "The work of a batch cannot be shown");
                troubled.Add(new(job.BatchId, job.Code, job.Cultivar));
            }
        }

        var now = tasks.Where(t => t.Press != Press.Coming).ToList();
        var due = now.Where(t => t.Press != Press.Look).ToList();
        var stops = catalogue
            .Places.Values.OrderBy(p => p.WalkOrder)
            .ThenBy(p => p.Name, StringComparer.Ordinal)
            .Select(p => new StopAnswer(
                p.Id,
                p.Name,
                p.Kind,
                [
                    .. now.Where(t => t.PlaceId == p.Id)
                        .OrderByDescending(t => t.Press)
                        .ThenBy(t => t.Due)
                        .ThenBy(t => t.Code.Length)
                        .ThenBy(t => t.Code, StringComparer.Ordinal),
                ]
            ))
            .Where(s => s.Tasks.Count > 0);
        return new(
            catalogue.Today,
            [.. stops],
            [
                .. tasks
                    .Where(t => t.Press == Press.Coming && Soonest(t) <= catalogue.Today.AddDays(Ahead))
                    .OrderBy(Soonest)
                    .ThenBy(t => t.Code.Length)
                    .ThenBy(t => t.Code, StringComparer.Ordinal)
                    .Take(MostComing),
            ],
            [.. PickList(due, trays)],
            due.Sum(t => t.Minutes),
            any,
            catalogue.Record.Season(catalogue.Site, catalogue.Today.Year) is null ? "site"
                : catalogue.Places.Count == 0 ? "places"
                : catalogue.Cultivars.Count == 0 ? "cultivars"
                : any == 0 ? "batch"
                : null,
            new(ahead.From, ahead.MadeOn, [.. ahead.Nights.Select(n => new NightAnswer(n.Evening, n.LowC))]),
            troubled,
            waiting
        );
    }

    private static DateOnly Soonest(TaskAnswer task) => task.Due;

    private static TaskAnswer Task(JobView job, Work work, Store.Plans.Catalogue catalogue, NightsAhead ahead, Measures measures)
    {
        var place = catalogue.Places[job.PlaceId];
        var to = catalogue.Places[job.ToPlaceId];
        var target = new Spot(job.ToContainerId, job.ToPlaceId);
        var twins = catalogue.Rules.Rules.Twins;
        var count = work.Thin is { } plan
            ? plan.Snips
            : work.Step.Kind switch
            {
                StepKind.Begin => work.Containers,
                StepKind.Up => work.Seedlings,
                StepKind.PlantOut => work.Seedlings,
                _ => Math.Min(work.Seedlings, work.Containers),
            };
        var most = work.Step.Kind switch
        {
            StepKind.Begin => 1_000_000,
            StepKind.Up => work.Seeds,
            _ => work.Seedlings,
        };
        var day = job.Plain.Day;
        return new(
            job.BatchId,
            job.Code,
            job.Cultivar,
            job.Crop,
            StepName.Of(work.Step, job.Start),
            work.Press,
            work.Kind switch
            {
                JobKind.Thin => "Thin",
                JobKind.CountAgain => "Count once more",
                _ => Title(work.Step, job.Start),
            },
            day.Shown,
            day.Date.Low,
            day.Date.High,
            count,
            most,
            work.Seedlings,
            work.Containers,
            work.Seeds,
            work.Trays,
            work.MixLitres,
            work.Minutes,
            // Only twins are left over by rule; a plant left behind is a plant.
            twins == Twins.Snip
            && work.Step.Number == 1
            && work.Seedlings > work.Containers
                ? Rest.Snipped
                : Rest.Stays,
            work.From is { } from ? new(from.Container, from.Place) : null,
            work.Group?.Value,
            place.Id,
            place.Name,
            job.Container,
            work.Step.Kind == StepKind.Up && work.Thin is null && target != work.From ? to.Name : null,
            to.Name,
            job.Conflict is null ? null : ReasonSentences.Of(job.Conflict, measures).Text,
            work.Kind == JobKind.Step ? job.PutOffReason : null,
            CautionsOf(job, work.Step.Kind, place.Kind, catalogue),
            job.Start,
            work.Thin is not null,
            job.HasTrays,
            RoundWords.Checks(job, work, catalogue),
            Cold(job, work, catalogue, ahead, measures),
            job.Shared && job.Group() is { } stands ? LedgerWords.State(stands) : null
        );
    }

    private static ColdAnswer? Cold(JobView job, Work work, Store.Plans.Catalogue catalogue, NightsAhead ahead, Measures measures)
    {
        var to = catalogue.Places[job.ToPlaceId];
        var from = work.From is { } stands ? catalogue.Places[stands.Place] : null;
        return ColdOfWork.Of(job.Crop, work, from, to, ahead) is { } finding
            ? new(
                finding.Verdict,
                finding.Freezes,
                ColdWords.Of(finding, job.Crop, ColdOfWork.Outdoors(to)!.Value.Going, ahead, catalogue.Today, measures)
            )
            : null;
    }

    private static string Title(Step step, Start start) =>
        (step.Kind, start) switch
        {
            (StepKind.Up, Start.Seed) => "Count what is up",
            (StepKind.Up, Start.Cuttings) => "Count what has rooted",
            (StepKind.Up, _) => "Count what has healed",
            _ => LedgerWords.Step(step, start),
        };

    private static List<string> CautionsOf(JobView job, StepKind step, PlaceKind kind, Store.Plans.Catalogue catalogue)
    {
        var cautions = new List<string>();
        var filled = job.ToContainerId is { } id ? Store.Plans.Catalogue.Of(catalogue.Containers[id]) : null;
        var moves = step is StepKind.Begin or StepKind.Move;
        if (moves && filled is { TakesMix: true })
            cautions.Add(Cautions.Mix);
        if (moves && filled is { WaterCulture: true })
            cautions.Add(Cautions.Solution);
        if (step == StepKind.Begin && job.Start == Start.Seed && job.Species != SpeciesGroup.Tomato)
            cautions.Add(Cautions.PepperSeed);
        if (step == StepKind.Begin && job.Start == Start.Grafts)
            cautions.Add(Cautions.Blade);
        if (kind == PlaceKind.Mat)
            cautions.Add(Cautions.Mat);
        return cautions;
    }

    private static IEnumerable<PickAnswer> PickList(IReadOnlyList<TaskAnswer> due, IReadOnlyList<TrayView> laid)
    {
        // Trays that are laid out are fetched once, whoever shares them, and a shared one has a label for each row.
        var sown = due.Where(t => t.Step.Kind == StepKind.Begin).Select(t => t.BatchId).ToHashSet();
        var own = laid.Where(t => t.Rows.Any(r => sown.Contains(r.BatchId))).ToList();
        var inTrays = own.SelectMany(t => t.Rows).Select(r => r.BatchId).ToHashSet();
        var loose = due.Where(t => t.Step.Kind != StepKind.Begin || !inTrays.Contains(t.BatchId)).ToList();
        foreach (var group in due.Where(t => t is { Step.Kind: StepKind.Begin, Start: Start.Seed }).GroupBy(t => t.Cultivar))
            yield return new($"{group.Key} seed", group.Sum(t => t.Seeds), "seeds");
        foreach (var group in due.Where(t => t.Step.Kind == StepKind.Begin && t.Start != Start.Plants).GroupBy(t => t.Container))
        {
            var ids = group.Select(t => t.BatchId).ToHashSet();
            var shared = own.Count(t => t.Rows.Any(r => ids.Contains(r.BatchId)));
            yield return new(
                group.Key ?? "",
                shared + group.Where(t => !inTrays.Contains(t.BatchId)).Sum(t => t.Trays ?? t.Containers),
                ""
            );
        }

        foreach (var group in due.Where(t => t.Step.Kind == StepKind.Move).GroupBy(t => t.Container))
            yield return new(group.Key ?? "", group.Sum(t => t.Containers), "");
        var seedMix = due.Where(t => t.Step.Kind == StepKind.Begin).Sum(t => t.MixLitres);
        var pottingMix = due.Where(t => t.Step.Kind != StepKind.Begin).Sum(t => t.MixLitres);
        if (seedMix > 0)
            yield return new("Seed mix", seedMix, "L");
        if (pottingMix > 0)
            yield return new("Potting mix", pottingMix, "L");
        // A label for each tray at sowing, for each pot at a move.
        var labels =
            own.Sum(t => Labels(t, sown))
            + loose.Sum(t =>
                t.Step.Kind switch
                {
                    StepKind.Begin => t.Trays ?? t.Containers,
                    StepKind.Move => t.Containers,
                    _ => 0,
                }
            );
        if (labels > 0)
            yield return new("Labels", labels, "");
    }

    /// <summary>One to a tray; to each of one's rows where others have rows in it.</summary>
    private static int Labels(TrayView tray, HashSet<Guid> sown) =>
        tray.Rows.Select(r => r.BatchId).Distinct().Count() > 1 ? tray.Rows.Count(r => sown.Contains(r.BatchId)) : 1;
}
