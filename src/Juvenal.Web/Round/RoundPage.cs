using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Core.Season;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Site;
using Juvenal.Web.Words;

namespace Juvenal.Web.Round;

/// <summary>A page of the Round: what is due, place by place, and on the first page all that a morning asks besides.</summary>
internal static class RoundPage
{
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
        return await reading.SideBySideAsync(
            () => OfAsync(new(reading, catalogue, skip, take, asks, cancel), catalogue, skip, clock, log),
            cancel
        );
    }

    private static bool ByHand(SiteRow site) => (site.Devices ?? DeviceChoice.None).Forecast == DeviceSource.None;

    private static async Task<RoundAnswer> OfAsync(
        RoundReading read,
        Store.Plans.Catalogue catalogue,
        int skip,
        TimeProvider clock,
        ILogger<RoundAnswer> log
    )
    {
        var (today, measures) = (catalogue.Today, new Measures(catalogue.Site.UsUnits));
        var (walk, page, _, due) = await read.Walk;
        var (cards, pace, nights, hours) = (await read.Cards, await read.Pace, await read.Nights, await read.HandsHours);
        var morning = await read.Beside;
        var fits = Fits(due, hours);
        var (tasks, troubled) = TaskAnswers.Of(cards.Jobs, catalogue, nights, cards.Lacking, fits, pace, log);
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
                : !(await read.Heads).Any ? "batch"
                : null,
            new(
                nights.From,
                nights.MadeOn,
                [.. nights.Nights.Select(n => new NightAnswer(n.Evening, n.LowC, n.Warned))],
                WeatherWords.Winds(
                    catalogue.Winds.Where(w => w.Key < today.AddDays(ColdStop.Nights)).OrderBy(w => w.Key).Select(w => (w.Key, w.Value)),
                    measures
                ),
                TonightWords.Forecast(nights, today, ByHand(catalogue.Site)),
                ByHand(catalogue.Site)
            ),
            troubled,
            (await read.Open).Count(o => o.Stale),
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
            await read.Troubles,
            morning is null ? [] : Ladders.Of(morning.Stands, catalogue),
            morning?.Afters ?? [],
            [.. (morning?.Mulches ?? []).Where(m => m.IsDue || m.Done is not null)]
        );
    }

    /// <summary>Of each job that is due, how many of its minutes the hours of today leave time for; none where nobody said how many there
    /// are.</summary>
    private static Dictionary<Guid, (int Minutes, int Of)> Fits(List<(JobHead Head, Work Work)> due, double? hours) =>
        hours is { } h
            ? DayLoad
                .Today([.. due.Select(w => new LoadJob(w.Work.Press, w.Head.Plain.Day.Date.High, w.Work.Minutes))], h)
                .Zip(due, (minutes, w) => (w.Head.Id, Minutes: minutes, Of: w.Work.Minutes))
                .ToDictionary(f => f.Id, f => (f.Minutes, f.Of))
            : [];

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
}
