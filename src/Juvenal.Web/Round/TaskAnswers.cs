using System.Text.Json;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Seeds;
using Juvenal.Store.Site;
using Juvenal.Web.Plans;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>The cards of the Round: what, how many, with what, and what to look after.</summary>
internal static class TaskAnswers
{
    /// <summary>Seeds that the packets of these sowings lack, by batch.</summary>
    public static async Task<IReadOnlyDictionary<Guid, int>> LackingAsync(
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
        var left = await new SeedLotStore(reading).LeftAsync([.. sowings.Select(s => s.Lot).Distinct()], cancel);
        return PacketShare.Lacking(sowings, lot => left.GetValueOrDefault(lot));
    }

    /// <summary>The cards, in the order given. The morning's work does not wait for one batch that cannot be read: it is said.</summary>
    public static (List<TaskAnswer> Tasks, List<TroubledAnswer> Troubled) Of(
        IEnumerable<JobView> jobs,
        Store.Plans.Catalogue catalogue,
        NightsAhead ahead,
        IReadOnlyDictionary<Guid, int> lacking,
        IReadOnlyDictionary<Guid, (int Minutes, int Of)> fits,
        Pace pace,
        ILogger<RoundAnswer> log
    )
    {
        var measures = new Measures(catalogue.Site.UsUnits);
        var (tasks, troubled) = (new List<TaskAnswer>(), new List<TroubledAnswer>());
        foreach (var job in jobs)
        {
            try
            {
                var work = pace.Of(job.Job().On(catalogue.Today));
                var task = Task(job, work, catalogue, ahead, lacking.GetValueOrDefault(job.Head.BatchId), measures);
                tasks.Add(
                    fits.TryGetValue(job.Head.Id, out var f) && f.Minutes < f.Of
                        ? task with
                        {
                            Fits = (int)Math.Floor(task.Count * (double)f.Minutes / f.Of),
                        }
                        : task
                );
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

    /// <summary>Cells that stay empty where the packet lacks seed.</summary>
    private static int CellsLacking(Work work, int lacking)
    {
        if (lacking <= 0 || work.Seeds <= 0 || work.Containers <= 0)
            return 0;
        var perCell = Math.Max(1, work.Seeds / work.Containers);
        return Math.Min(work.Containers - 1, (lacking + perCell - 1) / perCell);
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
                    // What the packet lacks is not sown; the card says so.
                    StepKind.Begin => work.Containers - CellsLacking(work, lacking),
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
            HasTrays = catalogue.Containers[detail.Begins].Cells is not null,
            Checks = RoundWords.Checks(job, work, catalogue),
            Pinch = RoundWords.Pinch(job, work, catalogue),
            Cold = Cold(job, work, catalogue, ahead, measures),
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

    private static ColdAnswer? Cold(JobView view, Work work, Store.Plans.Catalogue catalogue, NightsAhead ahead, Measures measures)
    {
        var crop = catalogue.Cultivars[view.Head.CultivarId].Crop;
        var to = catalogue.Places[view.Head.ToPlaceId];
        var from = work.From is { } stands ? catalogue.Places[stands.Place] : null;
        return ColdOfWork.Of(crop, work, from, to, ahead, catalogue, view.Rungs(catalogue)) is { } finding
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
