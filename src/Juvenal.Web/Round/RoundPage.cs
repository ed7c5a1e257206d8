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
        return await reading.SideBySideAsync(() => OfAsync(reading, catalogue, skip, take, clock, log, asks, cancel), cancel);
    }

    private static async Task<RoundAnswer> OfAsync(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        int skip,
        int take,
        TimeProvider clock,
        ILogger<RoundAnswer> log,
        Membership? asks,
        CancellationToken cancel
    )
    {
        var (today, first) = (catalogue.Today, skip == 0);
        var (jobs, measures) = (new JobStore(reading), new Measures(catalogue.Site.UsUnits));
        // All started before the first is awaited: what they ask for at the same time is one round trip.
        var heads = HeadsAsync();
        var waiting = Store.Plans.Replanner.WaitingAsync(reading, cancel);
        var ahead = NightsAhead.LoadAsync(reading, catalogue.Site, today, cancel);
        var timed = new PaceStore(reading).LatestAsync(cancel);
        var troubles = TroubleAnswers.OpenAsync(reading, catalogue, cancel);
        var handsHours = new SiteStore(reading).HandsHoursAsync(cancel);
        var walking = WalkAsync();
        var cards = CardsAsync();
        // What the morning asks besides is told with the first page.
        var beside = first ? MorningAsync() : null;
        var (walk, page, coming, due) = await walking;
        var opened = await cards;
        var pace = await PaceAsync();
        var hours = await handsHours;
        var fits = hours is { } h
            ? DayLoad
                .Today([.. due.Select(w => new LoadJob(w.Work.Press, w.Head.Plain.Day.Date.High, w.Work.Minutes))], h)
                .Zip(due, (minutes, w) => (w.Head.Id, Minutes: minutes, Of: w.Work.Minutes))
                .ToDictionary(f => f.Id, f => (f.Minutes, f.Of))
            : [];
        var (tasks, troubled) = TaskAnswers.Of(opened.Jobs, catalogue, await ahead, opened.Lacking, fits, pace, log);
        var nights = await ahead;
        var morning = beside is null ? null : await beside;
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
            morning is null ? [] : [.. PickList.Of(due, morning.Trays, catalogue, morning.Mixes)],
            due.Sum(w => w.Work.Minutes),
            catalogue.Record.Season(catalogue.Site, today.Year) is null ? "site"
                : catalogue.Places.Count == 0 ? "places"
                : catalogue.Cultivars.Count == 0 ? "cultivars"
                : !(await heads).Any ? "batch"
                : null,
            new(
                nights.From,
                nights.MadeOn,
                [.. nights.Nights.Select(n => new NightAnswer(n.Evening, n.LowC))],
                WeatherWords.Winds(
                    catalogue.Winds.Where(w => w.Key < today.AddDays(ColdStop.Nights)).OrderBy(w => w.Key).Select(w => (w.Key, w.Value)),
                    measures
                )
            ),
            troubled,
            await waiting,
            morning?.Done ?? [],
            morning?.Moved ?? [],
            morning is null ? [] : Standing(morning.Stands, catalogue),
            morning?.Tonight,
            morning?.Behind,
            LastNight.At(catalogue.Site.Now(clock)),
            hours,
            fits.Values.Sum(f => f.Minutes),
            morning?.Walked,
            [.. pace.Known.Select(k => RoundWords.Pace(k.Kind, k.Share, k.Jobs))],
            morning?.Feeding,
            await troubles,
            morning is null ? [] : Ladders.Of(morning.Stands, catalogue),
            morning?.Afters ?? [],
            [.. (morning?.Mulches ?? []).Where(m => m.IsDue || m.Done is not null)]
        );

        async Task<(List<JobHead> Heads, bool Any)> HeadsAsync()
        {
            var found = await jobs.DueAsync(today, today.AddDays(Ahead), MostComing, cancel);
            // In winter the next work is further off: it is named all the same.
            if (found.Count == 0)
                found = await jobs.DueAsync(today, today.AddDays(AheadInWinter), MostComing, cancel);
            return (found, found.Count > 0 || await new BatchReader(reading).AnyAsync(cancel));
        }

        async Task<Pace> PaceAsync() => new((await timed).Select(t => t.Timed));

        async Task<Walked> WalkAsync()
        {
            var (found, _) = await heads;
            var walked = Walk(found, catalogue, await PaceAsync(), (await troubles).SelectMany(t => t.Places).ToHashSet());
            return new(
                walked,
                [.. walked.Skip(skip).Take(take).Select(w => w.Head)],
                [
                    .. found
                        .Select(f => (Head: f, Work: f.Plain.On(today)))
                        .Where(c => c.Work is { Press: Press.Coming })
                        .OrderBy(c => c.Head.Plain.Day.Shown)
                        .ThenBy(c => c.Head.Code.Length)
                        .ThenBy(c => c.Head.Code, StringComparer.Ordinal)
                        .Take(MostComing)
                        .Select(c => c.Head),
                ],
                [.. walked.Where(w => w.Work.Press != Press.Look)]
            );
        }

        async Task<(List<JobView> Jobs, IReadOnlyDictionary<Guid, int> Lacking)> CardsAsync()
        {
            var shown = await walking;
            var found = await jobs.OpenAsync([.. shown.Page, .. shown.Coming], cancel);
            return (found, await TaskAnswers.LackingAsync(reading, found, cancel));
        }

        async Task<MorningBeside> MorningAsync()
        {
            var stands = StandingNow.LoadAsync(reading, cancel);
            var evenings = new NightStore(reading).SinceAsync(today.AddDays(-NightsBack.Days), cancel);
            var mixes = new MixStore(reading).AllAsync(cancel);
            var walked = new CareStore(reading).WalkedAsync(today, cancel);
            var moved = MovedAsync(reading, catalogue, cancel);
            var afters = Afters.OfAsync(reading, catalogue, cancel);
            var mulches = Mulches.OfAsync(reading, catalogue, cancel);
            var done = DoneAsync();
            var trays = TraysAsync();
            var (there, nightsAhead, since) = (await stands, await ahead, await evenings);
            var tonight = Tonights.OfAsync(reading, catalogue, nightsAhead, since, there, cancel);
            var behind = Mornings.OfAsync(reading, catalogue, nightsAhead, since, there, cancel);
            var feeding = Feeds.OfAsync(reading, catalogue, there, cancel);
            return new(
                there,
                await trays,
                await mixes,
                await done,
                await moved,
                await tonight,
                await behind,
                await walked,
                await feeding,
                await afters,
                await mulches
            );

            // What is to be fetched is told for all jobs, on whatever page.
            async Task<List<SownTray>> TraysAsync() =>
                await new TrayStore(reading).SownAsync(
                    (await walking).Due.Where(w => w.Work.Step.Kind == StepKind.Begin).Select(w => w.Head.BatchId),
                    cancel
                );

            async Task<IReadOnlyList<DoneAnswer>> DoneAsync() =>
                await RoundPage.DoneAsync(
                    reading,
                    catalogue,
                    asks,
                    (await timed).ToDictionary(t => t.Entry, t => t.Timed.TookMinutes),
                    cancel
                );
        }
    }

    /// <summary>The walk: all of it, the page, what comes after it, and what of it is due.</summary>
    private sealed record Walked(
        List<(JobHead Head, Work Work)> All,
        List<JobHead> Page,
        List<JobHead> Coming,
        List<(JobHead Head, Work Work)> Due
    );

    /// <summary>What a morning asks besides the jobs.</summary>
    private sealed record MorningBeside(
        StandingNow Stands,
        IReadOnlyList<SownTray> Trays,
        IReadOnlyList<MixRow> Mixes,
        IReadOnlyList<DoneAnswer> Done,
        IReadOnlyList<MovedAnswer> Moved,
        TonightAnswer Tonight,
        MorningAnswer Behind,
        WalkedRow? Walked,
        FeedingAnswer? Feeding,
        IReadOnlyList<AfterAnswer> Afters,
        IReadOnlyList<MulchAnswer> Mulches
    );

    private static List<StandingAnswer> Standing(StandingNow stands, Store.Plans.Catalogue catalogue)
    {
        var measures = new Measures(catalogue.Site.UsUnits);
        return
        [
            .. from s in stands.ByPlace(catalogue)
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
        ];
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
