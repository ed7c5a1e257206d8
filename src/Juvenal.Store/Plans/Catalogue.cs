using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Decision;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Site;
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
public sealed partial class Catalogue
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
        IReadOnlyDictionary<DateOnly, Wind> winds,
        Catalogue? earlier
    )
    {
        (Inputs, Site, Rules, Today, Record, Known) = (inputs, site, rules, today, record, known);
        Places = places.Select(p => p with { Shift = ShiftOf(p, read[p.Id]) }).ToDictionary(p => p.Id);
        Containers = containers.ToDictionary(c => c.Id);
        Cultivars = cultivars.ToDictionary(c => c.Id);
        (Read, Winds) = (read, winds);
        if (earlier is not null)
            Take(earlier);
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

    // By what was had: it is forgotten with it.
    private readonly ConditionalWeakTable<
        Outdoors,
        ConcurrentDictionary<(Crop Crop, Guid Stand, DateOnly Since, DateOnly On), RungCredit>
    > _credits = [];

    private readonly ConcurrentDictionary<(DateOnly Day, Guid Place), DayThere> _days = new();
    private readonly ConcurrentDictionary<(Guid Place, int Season), PlaceWarmth> _warmth = new();

    private readonly ConcurrentDictionary<(Guid Place, int Season, Crop Crop), LadderDays?> _ladders = new();

    public IReadOnlyDictionary<Guid, PlaceRow> Places { get; }

    public IReadOnlyDictionary<Guid, ContainerRow> Containers { get; }

    public IReadOnlyDictionary<Guid, CultivarRow> Cultivars { get; }

    /// <param name="nursery">Whose.</param>
    /// <param name="clock">For its day.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="before">Read in the same round trip, before it is asked what inputs hold.</param>
    /// <exception cref="NotFoundException">There is no such nursery.</exception>
    public static async Task<Catalogue> LoadAsync(
        NurseryTransaction nursery,
        TimeProvider clock,
        CancellationToken cancel,
        params Reading[] before
    )
    {
        var inputs = 0;
        await nursery.ReadTogetherAsync(cancel, [.. before, new(InputsVersion, r => inputs = r.GetInt32(0))]);
        if (nursery.Held.Catalogues.Find(nursery.Nursery, inputs, clock) is { } held)
            return held;
        var loading = new Loading(inputs);
        await nursery.ReadTogetherAsync(cancel, [.. loading.Statements()]);
        var catalogue = loading.Done(clock, nursery.Held.Catalogues.Last(nursery.Nursery));
        if (!nursery.HasWritten)
            nursery.Held.Catalogues.Keep(nursery.Nursery, catalogue, clock);
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
        public Catalogue Done(TimeProvider clock, Catalogue? earlier)
        {
            if (_site is null || _rules is null)
                throw new NotFoundException("nursery");
            var today = _site.Today(clock);
            var line = RecordStore.SeriesOf(_line);
            var record = Sharing(SiteRecord.Of(_fits, _curves, _springs, _soil, line, _site.OffsetC, today), earlier);
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
                _winds,
                earlier
            );
        }
    }

    /// <summary>What a place's own thermometer says of how it follows the weather, or of what it is kept at.</summary>
    private WarmthShift ShiftOf(PlaceRow place, IEnumerable<AirReading> readings) =>
        WarmthShift.Of(
            readings,
            Today,
            place.Heated,
            day =>
            {
                // What is kept warm is so whatever the weather; else the day's own weather is needed.
                if (place.Heated)
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

    /// <summary>
    /// The warmth of a place in a season: as it is kept, or as the weather makes it. Null for a bed; and for a place that follows
    /// the weather
    /// where neither a record nor a frost date tells of it, and nothing was typed.
    /// </summary>
    public PlaceClimate? ClimateOf(PlaceRow place, int season)
    {
        ArgumentNullException.ThrowIfNull(place);
        // Heat is set anew each year: another season goes by what is typed.
        if (place.Heated && season != SeasonDay.SeasonOf(Today, Site.Hemisphere))
            place = place with { Shift = WarmthShift.None };
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
            place.Shift.StraysC(Record.Climate is null ? PlaceClimate.UnreadDeviation : PlaceClimate.UsualDeviation),
            warmth,
            Outdoors: place.Outdoors,
            Read: place.Shift
        );
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

    /// <summary>The high that is usual on a day, by the record, else by the mean year of the frost date; null where neither is there.</summary>
    public double? UsualHighC(DateOnly day) =>
        Record.Climate is { } climate
            ? climate.Days.At(SeasonAxis.DayOfYear(day), 0)
            : WeatherOf(SeasonDay.SeasonOf(day, Site.Hemisphere))?.MeanHighC(day);

    /// <summary>What lies on a bed now.</summary>
    public static Surface SurfaceOf(PlaceRow bed) =>
        bed.Kind == PlaceKind.TunnelBed ? Surface.Tunnel
        : bed.MulchBack is not null ? Surface.Bare
        : bed.Surface ?? Surface.Bare;

    /// <summary>What will lie on it when a crop is planted: mulch is pulled back for peppers.</summary>
    public static Surface SurfaceFor(PlaceRow bed, Crop crop) =>
        SurfaceOf(bed) is var now && now == Surface.Mulch && crop == Crop.Pepper ? Surface.Bare : now;

    public static Container Of(ContainerRow row) => new(row.Name, row.Litres, row.Cells, row.Final, row.Form);
}
