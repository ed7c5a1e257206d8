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

/// <summary>The walk: all of it, the page, what comes after it, and what of it is due.</summary>
internal sealed record Walked(
    List<(JobHead Head, Work Work)> All,
    List<JobHead> Page,
    List<JobHead> Coming,
    List<(JobHead Head, Work Work)> Due
);

/// <summary>What a morning asks besides the jobs.</summary>
internal sealed record MorningBeside(
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

/// <summary>
/// What a page of the Round is made of. All of it is started before the first is awaited: what its parts ask for at the same time is one
/// round trip (<see cref="Walled.SideBySideAsync"/>).
/// </summary>
internal sealed class RoundReading
{
    /// <summary>How far ahead "coming" looks, days.</summary>
    private const int Ahead = 14;

    private const int MostComing = 12;

    /// <summary>How far where nothing comes as soon, days.</summary>
    private const int AheadInWinter = 400;

    private readonly NurseryTransaction _reading;
    private readonly Store.Plans.Catalogue _catalogue;
    private readonly Membership? _asks;
    private readonly CancellationToken _cancel;
    private readonly Task<List<(Guid Entry, Timed Timed)>> _timed;

    /// <param name="reading">Whose.</param>
    /// <param name="catalogue">What there is.</param>
    /// <param name="skip">Jobs before the page.</param>
    /// <param name="take">Jobs on it.</param>
    /// <param name="asks">Who looks; null: nobody.</param>
    /// <param name="cancel">Cancels.</param>
    public RoundReading(
        NurseryTransaction reading,
        Store.Plans.Catalogue catalogue,
        int skip,
        int take,
        Membership? asks,
        CancellationToken cancel
    )
    {
        (_reading, _catalogue, _asks, _cancel) = (reading, catalogue, asks, cancel);
        // In the order in which one awaits another.
        _timed = new PaceStore(reading).LatestAsync(cancel);
        Heads = HeadsAsync();
        Open = WrittenBatches.AllAsync(reading, cancel);
        Nights = NightsAhead.LoadAsync(reading, catalogue.Site, catalogue.Today, cancel);
        Pace = PaceAsync();
        Troubles = TroubleAnswers.OpenAsync(reading, catalogue, cancel);
        HandsHours = new SiteStore(reading).HandsHoursAsync(cancel);
        Walk = WalkAsync(skip, take);
        Cards = CardsAsync();
        Beside = skip == 0 ? BesideAsync() : Task.FromResult<MorningBeside?>(null);
    }

    /// <summary>Jobs that are due, or come; and whether there is any batch.</summary>
    public Task<(List<JobHead> Jobs, bool Any)> Heads { get; }

    /// <summary>Batches that are not ended.</summary>
    public Task<IReadOnlyList<WrittenBatch>> Open { get; }

    public Task<NightsAhead> Nights { get; }

    public Task<Pace> Pace { get; }

    public Task<IReadOnlyList<TroubleAnswer>> Troubles { get; }

    /// <summary>Of work on a usual day, h.</summary>
    public Task<double?> HandsHours { get; }

    public Task<Walked> Walk { get; }

    /// <summary>What the page shows, and seeds that packets lack for it.</summary>
    public Task<(List<JobView> Jobs, IReadOnlyDictionary<Guid, int> Lacking)> Cards { get; }

    /// <summary>Null on further pages: it is told with the first.</summary>
    public Task<MorningBeside?> Beside { get; }

    private async Task<(List<JobHead> Jobs, bool Any)> HeadsAsync()
    {
        var (jobs, today) = (new JobStore(_reading), _catalogue.Today);
        var found = await jobs.DueAsync(today, today.AddDays(Ahead), MostComing, _cancel);
        // In winter the next work is further off: it is named all the same.
        if (found.Count == 0)
            found = await jobs.DueAsync(today, today.AddDays(AheadInWinter), MostComing, _cancel);
        return (found, found.Count > 0 || await new BatchReader(_reading).AnyAsync(_cancel));
    }

    private async Task<Pace> PaceAsync() => new((await _timed).Select(t => t.Timed));

    private async Task<Walked> WalkAsync(int skip, int take)
    {
        var (found, _) = await Heads;
        var all = InOrder(found, _catalogue, await Pace, (await Troubles).SelectMany(t => t.Places).ToHashSet());
        return new(
            all,
            [.. all.Skip(skip).Take(take).Select(w => w.Head)],
            [
                .. found
                    .Where(f => f.Plain.On(_catalogue.Today) is { Press: Press.Coming })
                    .OrderBy(f => f.Plain.Day.Shown)
                    .ThenBy(f => f.Code.Length)
                    .ThenBy(f => f.Code, StringComparer.Ordinal)
                    .Take(MostComing),
            ],
            [.. all.Where(w => w.Work.Press != Press.Look)]
        );
    }

    /// <summary>What is due, or may be, in the order of the walk; what is sick is touched last.</summary>
    private static List<(JobHead Head, Work Work)> InOrder(
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

    private async Task<(List<JobView> Jobs, IReadOnlyDictionary<Guid, int> Lacking)> CardsAsync()
    {
        var walk = await Walk;
        var found = await new JobStore(_reading).OpenAsync([.. walk.Page, .. walk.Coming], _cancel);
        return (found, await TaskAnswers.LackingAsync(_reading, found, _cancel));
    }

    private async Task<MorningBeside?> BesideAsync()
    {
        var stands = StandingNow.LoadAsync(_reading, _cancel);
        var evenings = new NightStore(_reading).SinceAsync(_catalogue.Today.AddDays(-NightsBack.Days), _cancel);
        var mixes = new MixStore(_reading).AllAsync(_cancel);
        var walked = new CareStore(_reading).WalkedAsync(_catalogue.Today, _cancel);
        var afters = Afters.OfAsync(_reading, _catalogue, _cancel);
        var mulches = Mulches.OfAsync(_reading, _catalogue, _cancel);
        var (moved, done, trays) = (MovedAsync(), DoneAsync(), TraysAsync());
        var (there, ahead, since) = (await stands, await Nights, await evenings);
        var tonight = Tonights.OfAsync(_reading, _catalogue, ahead, since, there, _cancel);
        var behind = Mornings.OfAsync(_reading, _catalogue, ahead, since, there, _cancel);
        var feeding = Feeds.OfAsync(_reading, _catalogue, there, _cancel);
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
    }

    /// <summary>Of what is to be sown, on whatever page: it is fetched once.</summary>
    private async Task<List<SownTray>> TraysAsync() =>
        await new TrayStore(_reading).SownAsync(
            (await Walk).Due.Where(w => w.Work.Step.Kind == StepKind.Begin).Select(w => w.Head.BatchId),
            _cancel
        );

    private async Task<IReadOnlyList<DoneAnswer>> DoneAsync()
    {
        var took = (await _timed).ToDictionary(t => t.Entry, t => t.Timed.TookMinutes);
        var jobs = await DoneToday.OfAsync(_reading, _catalogue.Today, _cancel);
        if (jobs.Count == 0)
            return [];
        var batches = (
            await new BatchReader(_reading).NamedAsync([.. jobs.SelectMany(j => j.Entries).Select(e => e.BatchId).Distinct()], _cancel)
        ).ToDictionary(b => b.Id);
        var routes = batches.Values.ToDictionary(b => b.Id, b => b.Route);
        return
        [
            .. from j in jobs
            let first = j.Entries[0]
            where batches.ContainsKey(first.BatchId)
            let batch = batches[first.BatchId]
            let usual = TimedJobs.Reckoned(j, routes, _catalogue)
            select new DoneAnswer(
                first.Entry.Id,
                batch.Id,
                batch.Code,
                _catalogue.Cultivars[batch.Input.CultivarId].Name,
                _catalogue.Cultivars[batch.Input.CultivarId].Crop,
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
                                _catalogue
                            ) + (e.Entry.Reason is { Length: > 0 } reason ? $": {reason}" : "")
                        ),
                ],
                j.Entries.Select(e => e.BatchId).Distinct().Count() - 1,
                first.By,
                _asks is not null && (_asks.Role > Role.Helper || first.By == _asks.Name),
                usual is null ? null : (int)Math.Ceiling(usual.ReckonedMinutes),
                took.TryGetValue(first.Entry.Id, out var minutes) ? minutes : null
            ),
        ];
    }

    private async Task<IReadOnlyList<MovedAnswer>> MovedAsync()
    {
        var measures = new Measures(_catalogue.Site.UsUnits);
        return
        [
            .. (await new MovedSteps(_reading).ListAsync(_catalogue.Today, _cancel)).Select(m => new MovedAnswer(
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
}
