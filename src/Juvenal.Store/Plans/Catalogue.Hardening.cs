using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Store.Batches;
using Juvenal.Store.Places;

namespace Juvenal.Store.Plans;

/// <summary>Hardening off: how long it takes, how far plants are, and the days they had.</summary>
public sealed partial class Catalogue
{
    /// <summary>How long hardening takes in a place under the sky; null indoors, and without a record.</summary>
    private LadderDays? LadderOf(PlaceRow place, int season, Crop crop) =>
        _ladders.GetOrAdd(
            (place.Id, season, crop),
            _ => place.ByDay is { } sky && place.Outdoors ? WeatherOf(season)?.Ladder(sky, crop, RungsIn(place), CoverC) : null
        );

    /// <summary>What the cover at hand keeps off, °C.</summary>
    public double CoverC => Covers.GainC(Rules.Rules.Fleece);

    /// <summary>What the house asks of each day of hardening in a place.</summary>
    public IReadOnlyList<Rung> RungsIn(PlaceRow place)
    {
        var ladder = Ladder.Of(Rules.Rules.HardeningDays, Rules.Rules.HardeningBy);
        // Carried in for the night, no night is waited for.
        return ColdOfWork.Outdoors(place) is null ? [.. ladder.Select(r => r with { Night = false })] : ladder;
    }

    /// <summary>How far up the ladder a group is; null where it has not begun, and where it stands in a bed.</summary>
    /// <param name="group">Of a batch.</param>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="hardeningPlace">By its path.</param>
    /// <param name="on">As of which day; null: today.</param>
    public RungCredit? RungsOf(Group group, Crop crop, Guid hardeningPlace, DateOnly? on = null)
    {
        ArgumentNullException.ThrowIfNull(group);
        if (
            group is not { HardenedSince: { } since, Outdoors: { } had, At.Container: not null }
            || !Places.TryGetValue(hardeningPlace, out var stand)
        )
            return null;
        // Groups that were walked out together share what they had, and one request asks for it in several of its parts.
        return _credits
            .GetOrCreateValue(had)
            .GetOrAdd(
                (crop, hardeningPlace, since, on ?? Today),
                asked =>
                    RungCredit.Of(
                        crop,
                        RungsIn(stand),
                        had,
                        since,
                        asked.On,
                        (day, at) => WeatherAt(day, at is { } there && Places.TryGetValue(there, out var place) ? place : stand),
                        id => Places.TryGetValue(id, out var place) ? place.Hardens : Standing.Outside,
                        CoverC
                    )
            );
    }

    /// <summary>The rung that is next, held against a day where they harden; null: the ladder is done.</summary>
    /// <param name="crop">Tomato or pepper.</param>
    /// <param name="stand">Where.</param>
    /// <param name="credit">Behind them, before that day.</param>
    /// <param name="day">Which.</param>
    public TodaysRung? RungOn(Crop crop, PlaceRow stand, RungCredit credit, DateOnly day) =>
        TodaysRung.Of(crop, RungsIn(stand), Rules.Rules.HardeningBy, credit, WeatherAt(day, stand), CoverC);

    /// <summary>All rungs are behind them; of those whose days out nobody wrote down, the house rule's days.</summary>
    /// <param name="group">Plants of a batch.</param>
    /// <param name="crop">Its crop.</param>
    /// <param name="hardeningPlace">By its path.</param>
    public bool IsHardened(Group group, Crop crop, Guid hardeningPlace)
    {
        ArgumentNullException.ThrowIfNull(group);
        return RungsOf(group, crop, hardeningPlace) is { } credit
            ? credit.Done >= credit.Needed
            : group.HardenedSince is { } since && since.AddDays(Rules.Rules.HardeningDays) <= Today;
    }

    /// <summary>The same, as a plan asks it.</summary>
    internal RungsSoFar? RungsSoFarOf(Group group, Crop crop, Guid hardeningPlace) =>
        RungsOf(group, crop, hardeningPlace) is { } credit
            ? new(credit.AtMost, credit.Needed, credit.Today is null ? Today : Today.AddDays(1))
            : null;

    /// <summary>The low of a night at the site, as it was, °C; null where it is not known, or only forecast.</summary>
    /// <param name="evening">On which it begins.</param>
    public double? LowOfNight(DateOnly evening) =>
        evening.AddDays(1) < Today && Known.GetValueOrDefault(evening.AddDays(1)).MinimumC is { } low ? low + Site.OffsetC : null;

    /// <summary>A day in a place, as it was or as it is forecast: its high, and the low of the night after it.</summary>
    public DayThere WeatherAt(DateOnly day, PlaceRow place)
    {
        ArgumentNullException.ThrowIfNull(place);
        return _days.GetOrAdd(
            (day, place.Id),
            static (_, asked) => asked.Catalogue.DayAt(asked.Day, asked.Place),
            (Catalogue: this, Day: day, Place: place)
        );
    }

    private DayThere DayAt(DateOnly day, PlaceRow place)
    {
        var (was, next) = (Known.GetValueOrDefault(day), Known.GetValueOrDefault(day.AddDays(1)));
        double? high = was is { MaximumC: { } max }
            ? was.MinimumC is { } min && place.ByDay is { } sky
                ? sky.High(min + Site.OffsetC, max, Sun.OnGround(min, max, Sun.AtTop(Site.Latitude, SeasonAxis.DayOfYear(day))))
                : max
            : null;
        return new(next.MinimumC is { } low ? place.LowAtNight(low + Site.OffsetC) : null, high, Winds.GetValueOrDefault(day));
    }
}
