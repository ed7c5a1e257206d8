using System.Collections.Concurrent;
using System.Text.Json;
using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Growth;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Places;
using Juvenal.Core.Rules;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Core.Sowing;
using Juvenal.Store.Batches;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;
using Juvenal.Store.Sowing;

namespace Juvenal.Store.Plans;

/// <summary>
/// Everything of a nursery that a plan needs besides the batch itself; turns a batch's choices into a request to the core.
/// </summary>
public sealed class Catalogue
{
    private Catalogue(
        int inputs,
        SiteRow site,
        RulesRow rules,
        DateOnly today,
        SiteRecord record,
        IEnumerable<PlaceRow> places,
        IEnumerable<ContainerRow> containers,
        IEnumerable<CultivarRow> cultivars,
        IReadOnlyDictionary<DateOnly, WeatherDay> known,
        ILookup<Guid, AirReading> read,
        IReadOnlyDictionary<DateOnly, Wind> winds
    )
    {
        (Inputs, Site, Rules, Today, Record, Known) = (inputs, site, rules, today, record, known);
        Places = places.Select(p => p with { Shift = ShiftOf(p, read[p.Id]) }).ToDictionary(p => p.Id);
        Containers = containers.ToDictionary(c => c.Id);
        Cultivars = cultivars.ToDictionary(c => c.Id);
        (Read, Winds) = (read, winds);
    }

    private const string InputsVersion = """
        -- How often what plans rest on has changed.
        select version
        from nursery_input
        """;

    public const int FirstSeason = 1900;
    public const int LastSeason = 2200;

    /// <summary>The version of it all: plans made with an older one are to be made anew.</summary>
    public int Inputs { get; }

    public SiteRow Site { get; }

    public RulesRow Rules { get; }

    public DateOnly Today { get; }

    /// <summary>What the site's own record says.</summary>
    public SiteRecord Record { get; }

    /// <summary>The weather of this season as it was, and as it is forecast.</summary>
    internal IReadOnlyDictionary<DateOnly, WeatherDay> Known { get; }

    /// <summary>What thermometers in places said in the last weeks.</summary>
    private ILookup<Guid, AirReading> Read { get; }

    /// <summary>Wind and hail of today and the days ahead, where a forecast says something of them.</summary>
    public IReadOnlyDictionary<DateOnly, Wind> Winds { get; }

    /// <summary>Whether a place has a thermometer that is read.</summary>
    public bool IsRead(Guid place) => Read.Contains(place);

    /// <summary>The low of last night in a place, as its thermometer said this morning, °C; null: nobody read it.</summary>
    public double? LowRead(Guid place) => Read[place].Where(r => r.Day == Today).Min(r => r.LowC);

    // Held as long as the catalogue is.
    private readonly ConcurrentDictionary<int, SeasonWeather?> _weather = new();
    private readonly ConcurrentDictionary<(DateOnly Day, Guid Place), DayThere> _days = new();
    private readonly ConcurrentDictionary<(Guid Place, int Season), PlaceWarmth> _warmth = new();

    private readonly ConcurrentDictionary<(Guid Place, int Season, Crop Crop), LadderDays?> _ladders = new();

    public IReadOnlyDictionary<Guid, PlaceRow> Places { get; }

    public IReadOnlyDictionary<Guid, ContainerRow> Containers { get; }

    public IReadOnlyDictionary<Guid, CultivarRow> Cultivars { get; }

    /// <param name="nursery">Whose.</param>
    /// <param name="clock">For its day.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="with">Read in the same round trip, whether the catalogue has to be read or not.</param>
    /// <exception cref="NotFoundException">There is no such nursery.</exception>
    public static async Task<Catalogue> LoadAsync(
        NurseryTransaction nursery,
        TimeProvider clock,
        CancellationToken cancel,
        params Reading[] with
    )
    {
        var inputs = 0;
        await nursery.ReadTogetherAsync(cancel, [new(InputsVersion, r => inputs = r.GetInt32(0)), .. with]);
        if (nursery.Catalogues.Find(nursery.Nursery, inputs, clock) is { } held)
            return held;
        var loading = new Loading(inputs);
        await nursery.ReadTogetherAsync(cancel, [.. loading.Statements()]);
        var catalogue = loading.Done(clock);
        if (!nursery.Writes)
            nursery.Catalogues.Keep(nursery.Nursery, catalogue, clock);
        return catalogue;
    }

    /// <param name="inputs">Their version, read before: what changes meanwhile makes what is planned out of date, and never the other
    /// way.</param>
    private sealed class Loading(int inputs)
    {
        private readonly List<(double Threshold, FreezeDistribution Fit)> _fits = [];
        private readonly List<PlaceRow> _places = [];
        private readonly List<ContainerRow> _containers = [];
        private readonly List<CultivarRow> _cultivars = [];
        private readonly Dictionary<string, SeasonCurve> _curves = [];
        private readonly List<SoilRow> _soil = [];
        private readonly List<SiteYear> _springs = [];
        private readonly List<(DateOnly Day, double[] Parts)> _line = [];
        private readonly Dictionary<DateOnly, WeatherDay> _known = [];
        private readonly List<(Guid Place, AirReading Reading)> _air = [];
        private readonly Dictionary<DateOnly, Wind> _winds = [];
        private SiteRow? _site;
        private RulesRow? _rules;

        public IEnumerable<Reading> Statements()
        {
            yield return new(SiteStore.Select, r => _site = SiteStore.Read(r));
            yield return new(RulesStore.Select, r => _rules = RulesStore.Read(r));
            yield return new(RecordStore.Fits, r => _fits.Add(RecordStore.ReadFit(r)));
            yield return new(PlaceStore.Select, r => _places.Add(PlaceStore.Read(r)));
            yield return new(ContainerStore.Select, r => _containers.Add(ContainerStore.Read(r)));
            yield return new(CultivarStore.Select, r => _cultivars.Add(CultivarStore.Read(r)));
            yield return new(
                RecordStore.Curves,
                r =>
                {
                    var (kind, curve) = RecordStore.ReadCurve(r);
                    _curves[kind] = curve;
                }
            );
            yield return new(RecordStore.CalibrationReadings, r => _soil.Add(RecordStore.ReadSoil(r)));
            yield return new(RecordStore.CalibrationLine, r => _line.Add(RecordStore.ReadSoilDay(r)));
            yield return new(RecordStore.Springs, r => _springs.Add(RecordStore.ReadSpring(r)));
            yield return new(
                ReadingStore.OfTheAir,
                r => _air.Add((r.GetGuid(0), new(r.GetFieldValue<DateOnly>(1), r.OrNull<double>(2), r.OrNull<double>(3))))
            );
            yield return new(
                RecordStore.Known,
                r =>
                {
                    var day = RecordStore.ReadDay(r);
                    _known[day.Day] = day;
                }
            );
            yield return new(RecordStore.Blows, r => _winds[r.GetFieldValue<DateOnly>(0)] = RecordStore.ReadWind(r, 1));
        }

        /// <exception cref="NotFoundException">There is no such nursery.</exception>
        public Catalogue Done(TimeProvider clock)
        {
            if (_site is null || _rules is null)
                throw new NotFoundException("nursery");
            var today = _site.Today(clock);
            var line = RecordStore.SeriesOf(_line);
            var record = SiteRecord.Of(_fits, _curves, _springs, _soil, line, _site.OffsetC, today);
            return new(
                inputs,
                _site,
                _rules,
                today,
                record,
                _places,
                _containers,
                _cultivars,
                _known,
                _air.ToLookup(a => a.Place, a => a.Reading),
                _winds
            );
        }
    }

    /// <summary>What a place's own thermometer says of how it follows the weather, or of what it is kept at.</summary>
    private WarmthShift ShiftOf(PlaceRow place, IEnumerable<AirReading> readings) =>
        WarmthShift.Of(
            readings,
            Today,
            day =>
            {
                // What is kept warm is so whatever the weather; else the day's own weather is needed.
                if (place.LowAtNight(0) is null)
                    return place is { DayC: { } high, NightC: { } low } ? (low, high) : null;
                if (!Known.TryGetValue(day, out var was) || was is not { MinimumC: { } min, MaximumC: { } max })
                    return null;
                var sun = Sun.OnGround(min, max, Sun.AtTop(Site.Latitude, SeasonAxis.DayOfYear(day)));
                return place.Reckoned(min + Site.OffsetC, max, sun);
            }
        );

    /// <summary>What of it the ledger's law asks about.</summary>
    /// <param name="day">As of which day.</param>
    public LedgerFacts Facts(DateOnly day) =>
        new(
            day,
            id => Places.TryGetValue(id, out var place) ? (CatalogueRows.IsBed(place.Kind), place.Name) : null,
            id => Containers.TryGetValue(id, out var container) ? Of(container) : null,
            CanHarden: id => Places.TryGetValue(id, out var at) && at.Hardens != Standing.Warm
        );

    /// <summary>What makes entries of a batch hard to believe; null where the site is not set yet.</summary>
    /// <param name="input">Its choices.</param>
    /// <param name="shootsFrom">Of side shoots: the first day on which their mother has any.</param>
    /// <param name="inBeds">Plants that stand in beds whose size is known; a bed that bears none is not among them.</param>
    public Doubts? Doubts(BatchInput input, DateOnly? shootsFrom, IReadOnlyDictionary<Guid, int>? inBeds = null)
    {
        ArgumentNullException.ThrowIfNull(input);
        if (!Cultivars.TryGetValue(input.CultivarId, out var cultivar))
            return null;
        var season = Record.Season(Site, input.Season) is { Succeeded: true } set ? set.Value : null;
        return new(
            Core.Ledger.Doubts.Quickest(cultivar.Traits(), input.Begins),
            (id, day) =>
            {
                if (season is null || !Places.TryGetValue(id, out var bed))
                    return null;
                var risk = season.RiskFrom(day, SurfaceOf(bed));
                return risk > Rules.Rules.AcceptedRisk ? risk : null;
            },
            shootsFrom,
            id =>
                inBeds is not null && Places.TryGetValue(id, out var bed) && bed.SetOut() is { } set
                    ? (set.Takes(cultivar.Crop), inBeds.GetValueOrDefault(id))
                    : null,
            id => Places.TryGetValue(id, out var bed) && bed.TakesFrom is { } free ? (free, bed.Bears) : null
        );
    }

    /// <summary>A batch's choices as a request, or what is missing or cannot be.</summary>
    /// <param name="input">The choices.</param>
    /// <param name="state">What has happened, on the path that was chosen; null before the batch is kept.</param>
    /// <param name="shootsFrom">Of side shoots: the first day on which their mother has any.</param>
    public Outcome<PlanRequest> Request(BatchInput input, BatchState? state, DateOnly? shootsFrom = null)
    {
        // Before anything is reckoned with it: the calendar ends somewhere.
        if (input.Season is < FirstSeason or > LastSeason)
            return Failure.OutOfRange("season", input.Season, FirstSeason, LastSeason);
        var route = state?.Route ?? new Route(input.Path(default));
        var failures = LocksOf(input, route);
        if (failures.Count > 0)
            return failures;
        var season = Record.Season(Site, input.Season);
        if (season is null)
            failures.Add(new("frost-not-set", "site"));
        else if (!season.Succeeded)
            failures.AddRange(season.Failures);
        var cultivar = Find(Cultivars, input.CultivarId, "cultivarId");
        var tray = Find(Containers, input.TrayId, "path.tray");
        var germination = Growing(input.GerminationPlaceId, "path.germination");
        var seedling = input.Begins.Grown ? germination : Growing(input.SeedlingPlaceId, "path.seedling");
        var hardening = Growing(input.HardeningPlaceId, "path.hardening");
        var hold = input.Hold is { } held && Growing(held.PlaceId, "path.hold.place") is { } waits ? new Holding(waits, held.Days) : null;
        var moves = input
            .Moves.Select(
                (m, i) =>
                    (
                        Container: Find(Containers, m.ContainerId, $"path.moves[{i}].container"),
                        Place: Growing(m.PlaceId, $"path.moves[{i}].place")
                    )
            )
            .ToList();
        var bed = Find(Places, input.BedId, "path.bed");
        failures.AddRange(AimOf(input, bed));
        if (failures.Count > 0)
            return failures;

        return new PlanRequest(
            cultivar!.Traits(),
            input.Season,
            Today,
            season!.Value,
            Rules.Rules,
            new(
                input.PlantsWanted,
                input.Germination,
                input.Survival,
                input.Confidence,
                input.SeedsPerCell,
                input.SeedsAvailable,
                input.Lot.Weight
            ),
            new(
                LastOf(Of(tray!), moves.Count == 0, input),
                germination!,
                seedling!,
                [.. moves.Select((m, i) => new Move(LastOf(Of(m.Container!), i == moves.Count - 1, input), m.Place!))],
                hardening!,
                (input.Ends.Kind == AimKind.Sale ? Places[input.Hold?.PlaceId ?? input.HardeningPlaceId] : bed!).Name,
                SurfaceFor(bed!, cultivar!.Crop),
                input.Begins with
                {
                    PotSince =
                        input.Begins.Kind == Start.Standing
                            ? state?.Groups.Where(g => g.Reached == route.Begin).Select(g => (DateOnly?)g.InPotSince).Min()
                            : null,
                },
                route.Living,
                input.Ends,
                hold,
                input.Ends.Kind == AimKind.Bed ? bed!.TakesFrom : null,
                bed!.Bears
            ),
            Facts(route, state, shootsFrom),
            // The first few up say nothing of how many there will be.
            PlantsStanding: state?.UpOn is not null
                    ? CellStore.ProspectOf(state, input, Rules.Rules.Twins, Coming(input, cultivar!.Traits(), germination!, state)).Usable
                : state is not null ? CellStore.SownProspect(state, input, Rules.Rules.Twins)?.Usable
                : null,
            Seen: SeenOf(state),
            Stands: ElsewhereOf(input, state),
            NotUpOn: state is { UpOn: null, BegunOn: not null } ? state.CountedOn : null,
            Ladder: LadderOf(Places[input.HardeningPlaceId], input.Season, cultivar!.Crop),
            Rungs: RearOf(state) is { } rear ? RungsSoFarOf(rear, cultivar.Crop, input.HardeningPlaceId) : null,
            ToppedDays: ToppedDays(input, cultivar.Crop, state)
        );

        T? Find<T>(IReadOnlyDictionary<Guid, T> all, Guid id, string field)
            where T : class
        {
            if (all.TryGetValue(id, out var found))
                return found;
            failures.Add(new("not-chosen", field));
            return null;
        }

        PlaceClimate? Growing(Guid id, string field)
        {
            if (Find(Places, id, field) is not { } place)
                return null;
            if (ClimateOf(place, input.Season) is { } climate)
                return climate;

            failures.Add(
                CatalogueRows.IsBed(place.Kind)
                    ? new("bed-is-no-growing-place", field, Subject: place.Name)
                    : new("frost-not-set", "site", Subject: place.Name)
            );
            return null;
        }
    }

    /// <summary>
    /// The warmth of a place in a season: as it is kept, or as the weather makes it. Null for a bed; and for a place that follows
    /// the weather
    /// where neither a record nor a frost date tells of it, and nothing was typed.
    /// </summary>
    public PlaceClimate? ClimateOf(PlaceRow place, int season)
    {
        ArgumentNullException.ThrowIfNull(place);
        var kept = place.Kept();
        var (light, follows) = (place.Light, place.ByDay is not null || place.ByNight is not null);
        if (CatalogueRows.IsBed(place.Kind) || (!follows && light is not { Daylight: > 0 }) || WeatherOf(season) is not { } weather)
            return light is { Daylight: 0 }
                ? kept is null
                    ? null
                    : kept with
                    {
                        LightMol = light.LampsMol,
                    }
                : kept;
        var warmth = _warmth.GetOrAdd(
            (place.Id, season),
            _ => weather.Of(place.ByDay, place.ByNight, kept?.Day.Celsius ?? 0, kept?.Night.Celsius ?? 0, light)
        );
        if (!follows)
            return kept! with { Follows = warmth };
        // What it is like these weeks, for what asks for one number.
        var now = Temperature.FromCelsius(
            warmth.Mean(null, Today.DayNumber - ColdStop.FrostNights, Today.DayNumber + ColdStop.FrostNights)
        );
        return new(
            place.Name,
            now,
            now,
            kept?.Soil,
            Record.Climate is null ? PlaceClimate.UnreadDeviation : PlaceClimate.UsualDeviation,
            warmth,
            Outdoors: place.Outdoors
        );
    }

    /// <summary>Where the rearmost plants stand, where they were carried from where the plan has them, and not just for a night.</summary>
    private Elsewhere? ElsewhereOf(BatchInput input, BatchState? state)
    {
        if (
            RearOf(state) is not { Reached.Kind: >= StepKind.Up and < StepKind.Harden, HereSince: { } since } rear
            || since > Today.AddDays(-Elsewhere.ShelterDays)
        )
            return null;
        var planned =
            rear.Reached.Kind == StepKind.Up ? input.SeedlingPlaceId : input.Moves.ElementAtOrDefault(rear.Reached.Number - 1)?.PlaceId;
        return planned is not null && rear.At.Place != planned && ClimateOf(Places[rear.At.Place], input.Season) is { } there
            ? new(there, since)
            : null;
    }

    /// <summary>The rearmost plants that grow: the plan walks from them.</summary>
    internal static Group? RearOf(BatchState? state) =>
        state?.Groups.Where(g => g.At.Container is not null && g.Seedlings >= state.Growing * BatchState.RearShare).MinBy(g => g.Reached);

    /// <summary>So much later they bear: topped, or to be topped by the house rule.</summary>
    private int ToppedDays(BatchInput input, Crop crop, BatchState? state)
    {
        if (RearOf(state) is { ToppedOn: not null })
            return Pinching.ToppedLaterDays;
        var asked = Rules.Rules.Topping != Topping.No && crop == Crop.Pepper && input.Begins.Kind != Start.Grafts;
        return asked && (state is null || state.DayOf(state.Route.Harden) is null) ? Pinching.ToppedLaterDays : 0;
    }

    /// <summary>What was seen of the rearmost plants.</summary>
    private static Looked? SeenOf(BatchState? state) =>
        RearOf(state)?.Seen
            // How tall they are moves no day.
            is { } seen
                and not { Leaves: null, Roots: null }
            ? seen
            : null;

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
        return RungCredit.Of(
            crop,
            RungsIn(stand),
            had,
            since,
            on ?? Today,
            (day, at) => WeatherAt(day, at is { } there && Places.TryGetValue(there, out var place) ? place : stand),
            id => Places.TryGetValue(id, out var place) ? place.Hardens : Standing.Outside,
            CoverC
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

    /// <summary>Today's season.</summary>
    public PlaceClimate? ClimateOf(PlaceRow place) => ClimateOf(place, SeasonDay.SeasonOf(Today, Site.Hemisphere));

    private SeasonWeather? WeatherOf(int season) =>
        _weather.GetOrAdd(
            season,
            s =>
                Record.Climate is { } climate ? SeasonWeather.From(climate, Site.Latitude, s, Known)
                : Record.Season(Site, s) is { Succeeded: true, Value.Freeze: { } freeze } ? SeasonWeather.From(freeze, Site.Latitude, s)
                : null
        );

    /// <summary>What the last container is: plants that are to end in it are not in a hurry to leave.</summary>
    private static Container LastOf(Container container, bool last, BatchInput input) =>
        last && input.Ends.Kind == AimKind.Pot ? container with { Final = true } : container;

    /// <summary>Whether the batch can end where it is to end.</summary>
    private static IEnumerable<Failure> AimOf(BatchInput input, PlaceRow? end)
    {
        var aim = input.Ends;
        if (!Enum.IsDefined(aim.Kind))
            yield return new("not-chosen", "aim.kind");
        if (aim.Kind == AimKind.Sale && aim.Day is null)
            yield return new("day-missing", "aim.day");
        if (aim.Kind != AimKind.Sale && aim.Day is not null)
            yield return new("not-chosen", "aim.day");
        if (aim.Day is { } day && (day.Year < input.Season - 1 || day.Year > input.Season + 1))
            yield return Failure.OutOfRange("aim.day", day.Year, input.Season - 1, input.Season + 1);
        if (aim is { Outdoors: true, Kind: not AimKind.Pot })
            yield return new("not-chosen", "aim.outdoors");
        if (end is null || aim.Kind == AimKind.Sale)
            yield break;
        if (aim.Kind == AimKind.Bed && !CatalogueRows.IsBed(end.Kind))
            yield return new("not-a-bed", "path.bed", Subject: end.Name);
        if (aim.Kind == AimKind.Pot && CatalogueRows.IsBed(end.Kind))
            yield return new("bed-for-a-pot", "path.bed", Subject: end.Name);
        if (aim.Kind == AimKind.Pot && aim.Outdoors != (ColdOfWork.Outdoors(end) is not null) && !CatalogueRows.IsBed(end.Kind))
            yield return new(aim.Outdoors ? "place-is-indoors" : "place-is-outdoors", "path.bed", Subject: end.Name);
    }

    /// <summary>Days that are fixed lie in the season, the year before it or the year after.</summary>
    private static List<Failure> LocksOf(BatchInput input, Route route) =>
        [
            .. from s in route.All
            where !s.Retired && s.LockedOn is { } day && (day.Year < input.Season - 1 || day.Year > input.Season + 1)
            let field = s.Step.Kind == StepKind.Move
                ? $"path.moves[{s.Step.Number - 1}].lockedOn"
                : $"locks.{JsonNamingPolicy.CamelCase.ConvertName(s.Step.Kind.ToString())}"
            select Failure.OutOfRange(field, s.LockedOn!.Value.Year, input.Season - 1, input.Season + 1),
        ];

    /// <summary>Seedlings still expected, at the warmth the place is set to; 0 for what is not raised from seed.</summary>
    private double Coming(BatchInput input, CultivarTraits cultivar, PlaceClimate place, BatchState state) =>
        input.Begins.Kind == Start.Seed
            ? EmergenceCourse.StillComing(
                state,
                input.Begins.ShareOf(input.Germination),
                LeafModel.EmergenceFactor(cultivar.Group) / EmergenceTable.For(cultivar.Crop).RatePerDay(place.SoilCelsius),
                Today
            )
            : 0;

    /// <summary>What lies on a bed now.</summary>
    public static Surface SurfaceOf(PlaceRow bed) =>
        bed.Kind == PlaceKind.TunnelBed ? Surface.Tunnel
        : bed.MulchBack is not null ? Surface.Bare
        : bed.Surface ?? Surface.Bare;

    /// <summary>What will lie on it when a crop is planted: mulch is pulled back for peppers.</summary>
    public static Surface SurfaceFor(PlaceRow bed, Crop crop) =>
        SurfaceOf(bed) is var now && now == Surface.Mulch && crop == Crop.Pepper ? Surface.Bare : now;

    public static Container Of(ContainerRow row) => new(row.Name, row.Litres, row.Cells, row.Final, row.Form);

    private static Dictionary<StepId, StepFacts> Facts(Route route, BatchState? state, DateOnly? shootsFrom)
    {
        var facts = new Dictionary<StepId, StepFacts>();
        foreach (var (step, _, locked, retired) in route.All)
        {
            if (retired)
                continue;
            var done = state is not null && state.Passed(step) ? state.DayOf(step) : null;
            var putOff = state is not null && state.PutOff.TryGetValue(step.Id, out var until) ? until.Day : (DateOnly?)null;
            var grown = step.Kind == StepKind.Begin && done is null ? shootsFrom : null;
            if (done is not null || locked is not null || putOff is not null || grown is not null)
                facts[step.Id] = new(
                    done,
                    locked,
                    putOff,
                    done is not null && state!.Skipped(step),
                    done is null ? 0 : state!.AboutOf(step),
                    grown
                );
        }

        return facts;
    }
}
