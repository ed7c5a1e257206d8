using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Juvenal.Store.Sowing;
using Juvenal.Web.Beds;
using Juvenal.Web.Plans;
using Juvenal.Web.Troubles;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A page of the Round: what is due, place by place, and on the first page all that a morning asks besides.</summary>
internal static class RoundPage
{
    /// <summary>How far ahead "coming" looks, days.</summary>
    private const int Ahead = 14;

    private const int MostComing = 12;

    /// <summary>How far where nothing comes as soon, days.</summary>
    private const int AheadInWinter = 400;

    /// <param name="reading">Whose.</param>
    /// <param name="skip">Jobs before the page.</param>
    /// <param name="take">Jobs on it.</param>
    /// <param name="clock">For the nursery's day.</param>
    /// <param name="log">What cannot be shown.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="asks">Who looks; null: nobody, it is only tried.</param>
    public static async Task<RoundAnswer> OfAsync(
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
        // In winter the next work is further off: it is named all the same.
        if (heads.Count == 0)
            heads = await new JobStore(reading).DueAsync(today, today.AddDays(AheadInWinter), MostComing, cancel);
        var any = heads.Count > 0 || await new BatchReader(reading).AnyAsync(cancel);
        var waiting = await Store.Plans.Replanner.WaitingAsync(reading, cancel);
        var ahead = await NightsAhead.LoadAsync(reading, catalogue.Site, today, cancel);
        var nights = skip > 0 ? [] : await new NightStore(reading).SinceAsync(today.AddDays(-NightsBack.Days), cancel);
        var timed = await new PaceStore(reading).LatestAsync(cancel);
        var pace = new Pace(timed.Select(t => t.Timed));
        var measures = new Measures(catalogue.Site.UsUnits);
        var troubles = await TroubleAnswers.OpenAsync(reading, catalogue, cancel);
        var walk = Walk(heads, catalogue, pace, troubles.SelectMany(t => t.Places).ToHashSet());
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
        var handsHours = await new SiteStore(reading).HandsHoursAsync(cancel);
        var fits = handsHours is { } hours
            ? DayLoad
                .Today([.. due.Select(w => new LoadJob(w.Work.Press, w.Head.Plain.Day.Date.High, w.Work.Minutes))], hours)
                .Zip(due, (minutes, w) => (w.Head.Id, Minutes: minutes, Of: w.Work.Minutes))
                .ToDictionary(f => f.Id, f => (f.Minutes, f.Of))
            : [];
        // What is to be fetched is told with the first page, for all of them.
        var trays =
            skip > 0
                ? []
                : await new TrayStore(reading).SownAsync(
                    due.Where(w => w.Work.Step.Kind == StepKind.Begin).Select(w => w.Head.BatchId),
                    cancel
                );
        var standing = skip > 0 ? null : await StandingNow.LoadAsync(reading, cancel);
        var mixes = skip > 0 ? [] : await new MixStore(reading).AllAsync(cancel);
        var (tasks, troubled) = TaskAnswers.Of(
            opened,
            catalogue,
            ahead,
            await TaskAnswers.LackingAsync(reading, opened, cancel),
            fits,
            pace,
            log
        );
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
            [.. skip > 0 ? [] : PickList.Of(due, trays, catalogue, mixes)],
            due.Sum(w => w.Work.Minutes),
            catalogue.Record.Season(catalogue.Site, catalogue.Today.Year) is null ? "site"
                : catalogue.Places.Count == 0 ? "places"
                : catalogue.Cultivars.Count == 0 ? "cultivars"
                : !any ? "batch"
                : null,
            new(
                ahead.From,
                ahead.MadeOn,
                [.. ahead.Nights.Select(n => new NightAnswer(n.Evening, n.LowC))],
                WeatherWords.Winds(
                    catalogue.Winds.Where(w => w.Key < today.AddDays(ColdStop.Nights)).OrderBy(w => w.Key).Select(w => (w.Key, w.Value)),
                    measures
                )
            ),
            troubled,
            waiting,
            skip > 0 ? [] : await DoneAsync(reading, catalogue, asks, timed.ToDictionary(t => t.Entry, t => t.Timed.TookMinutes), cancel),
            skip > 0 ? [] : await MovedAsync(reading, catalogue, cancel),
            [
                .. from s in standing?.ByPlace(catalogue) ?? []
                let place = catalogue.Places[s.PlaceId]
                orderby place.WalkOrder, place.Name
                select new StandingAnswer(
                    place.Id,
                    place.Name,
                    s.Batches,
                    s.Seedlings,
                    s.Containers,
                    CareWords.Water(place, s.SmallestCellLitres, Store.Plans.PlaceNow.Days(catalogue, place, 1), measures)
                ),
            ],
            standing is null ? null : await Tonights.OfAsync(reading, catalogue, ahead, nights, standing, cancel),
            standing is null ? null : await Mornings.OfAsync(reading, catalogue, ahead, nights, standing, cancel),
            LastNight.At(catalogue.Site.Now(clock)),
            handsHours,
            fits.Values.Sum(f => f.Minutes),
            skip > 0 ? null : await new CareStore(reading).WalkedAsync(today, cancel),
            [.. pace.Known.Select(k => RoundWords.Pace(k.Kind, k.Share, k.Jobs))],
            standing is null ? null : await Feeds.OfAsync(reading, catalogue, standing, cancel),
            troubles,
            standing is null ? [] : Ladders.Of(standing, catalogue),
            skip > 0 ? [] : await Afters.OfAsync(reading, catalogue, cancel),
            skip > 0 ? [] : [.. (await Mulches.OfAsync(reading, catalogue, cancel)).Where(m => m.IsDue || m.Done is not null)]
        );
    }

    private static async Task<IReadOnlyList<DoneAnswer>> DoneAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        Membership? asks,
        Dictionary<Guid, double> took,
        CancellationToken cancel
    )
    {
        var jobs = await DoneToday.OfAsync(reading, catalogue.Today, cancel);
        if (jobs.Count == 0)
            return [];
        var batches = (
            await new BatchReader(reading).NamedAsync([.. jobs.SelectMany(j => j.Entries).Select(e => e.BatchId).Distinct()], cancel)
        ).ToDictionary(b => b.Id);
        var routes = batches.Values.ToDictionary(b => b.Id, b => b.Route);
        return
        [
            .. from j in jobs
            let first = j.Entries[0]
            where batches.ContainsKey(first.BatchId)
            let batch = batches[first.BatchId]
            let usual = TimedJobs.Reckoned(j, routes, catalogue)
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
                            EntryWords.Text(
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
                asks is not null && (asks.Role > Role.Helper || first.By == asks.Name),
                usual is null ? null : (int)Math.Ceiling(usual.ReckonedMinutes),
                took.TryGetValue(first.Entry.Id, out var minutes) ? minutes : null
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

    /// <summary>What is due, or may be, in the order of the walk; what is sick is touched last.</summary>
    private static List<(JobHead Head, Work Work)> Walk(
        IEnumerable<JobHead> heads,
        Store.Plans.Catalogue catalogue,
        Pace pace,
        HashSet<Guid> troubled
    ) =>
        [
            .. from h in heads
            let plain = h.Plain.On(catalogue.Today)
            where plain is { Press: not Press.Coming }
            let work = pace.Of(plain)
            let place = catalogue.Places[h.PlaceId]
            orderby troubled.Contains(place.Id), place.WalkOrder, place.Name, place.Id, work.Press descending, h.Plain
                .Day
                .Shown, h.Code.Length, h.Code, h.Id
            select (h, work),
        ];
}
