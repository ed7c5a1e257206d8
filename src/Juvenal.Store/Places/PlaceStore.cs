using Juvenal.Core.Care;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Site;
using Juvenal.Store.Nurseries;
using Npgsql;

namespace Juvenal.Store.Places;

/// <param name="Id">Made by the client.</param>
/// <param name="Version">Rises with each change; 0 in a new row.</param>
/// <param name="Name">As the grower calls it.</param>
/// <param name="Kind">What it is; a bed has no temperatures of its own.</param>
/// <param name="WalkOrder">Where it comes in the round.</param>
/// <param name="DayC">°C by day.</param>
/// <param name="NightC">°C by night.</param>
/// <param name="SoilC">°C at sowing depth, where a mat or cable warms it.</param>
/// <param name="Surface">Of an open bed; null: bare.</param>
/// <param name="DayPlaceId">Pair: where they stand by day, from where <paramref name="DayC"/> comes.</param>
/// <param name="NightPlaceId">Pair: where they stand by night.</param>
/// <param name="NightKind">Pair: what that place is; the store says it.</param>
/// <param name="Follows">A stand, or a house without heat: its warmth follows the weather. Of a pair: that of the place by day.</param>
/// <param name="FloorC">Heat keeps it above this, °C; null: there is none. Of a pair: that of the place by day.</param>
/// <param name="DayKind">Pair: what the place by day is; the store says it.</param>
/// <param name="NightFollows">Pair: whether the place by night follows the weather; the store says it.</param>
/// <param name="NightFloorC">Pair: its floor; the store says it.</param>
/// <param name="LampUmol">Of lamps over it, at the leaves, µmol/m²·s; null: none, or not known. Of a pair: of the place by day.</param>
/// <param name="LampHours">They are on, h in a day.</param>
/// <param name="SecondUmol">At a second strength, before or after those hours, µmol/m²·s; null: there is none.</param>
/// <param name="SecondHours">For so long, h in a day.</param>
/// <param name="LampWatts">Power of all of them at the first strength, W.</param>
/// <param name="LampM2">That they light, m².</param>
/// <param name="OpensItself">Its vents open by themselves.</param>
/// <param name="LengthCm">Of its room for plants, cm; of a bed, that of its rows. Null: nobody said.</param>
/// <param name="WidthCm">Of its room for plants, cm.</param>
/// <param name="SpacingCm">Of a bed: from plant to plant in the row, cm; null: as is usual for the crop.</param>
/// <param name="RowCm">Of a bed: from row to row, cm; null: as is usual.</param>
/// <param name="Runs">Of a bed: how its rows run; null: nobody said.</param>
/// <param name="FreeFrom">Of a bed: the day from which it is free; null: it is.</param>
/// <param name="Bears">Of a bed: what stands there until then; null: nobody said.</param>
/// <param name="Between">Of a bed: plants go in between what stands there; else they wait until it is free.</param>
/// <param name="MulchBack">Of a bed under deep mulch: the day since which it is pulled back; the store says it. Null: it lies.</param>
public sealed record PlaceRow(
    Guid Id,
    int Version,
    string Name,
    PlaceKind Kind,
    int WalkOrder,
    double? DayC,
    double? NightC,
    double? SoilC,
    Surface? Surface = null,
    Guid? DayPlaceId = null,
    Guid? NightPlaceId = null,
    PlaceKind? NightKind = null,
    bool Follows = false,
    double? FloorC = null,
    PlaceKind? DayKind = null,
    bool NightFollows = false,
    double? NightFloorC = null,
    double? LampUmol = null,
    double? LampHours = null,
    bool OpensItself = false,
    double? LampWatts = null,
    double? LampM2 = null,
    double? SecondUmol = null,
    double? SecondHours = null,
    double? LengthCm = null,
    double? WidthCm = null,
    double? SpacingCm = null,
    double? RowCm = null,
    Along? Runs = null,
    DateOnly? FreeFrom = null,
    string? Bears = null,
    DateOnly? MulchBack = null,
    bool Between = false
)
{
    /// <summary>The day from which plants may go in: nothing else stands there, or they go in between; null: at once.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public DateOnly? TakesFrom => Between ? null : FreeFrom;

    /// <summary>What its own thermometer says; the catalogue says it.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public WarmthShift Shift { get; init; } = WarmthShift.None;

    /// <summary>Room for plants, m²; null: nobody said.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public double? AreaM2 => LengthCm * WidthCm / 10_000;

    /// <summary>As it is set out; null where it is no bed, or nobody said how large it is.</summary>
    public Bed? SetOut() =>
        this is { LengthCm: { } length, WidthCm: { } width } && IsBed ? new(length, width, SpacingCm, RowCm, Runs) : null;

    /// <summary>The warmth it is kept at; null for a bed, which has none of its own, and where nothing is typed.</summary>
    public PlaceClimate? Kept() =>
        this is { DayC: { } day, NightC: { } night }
            ? new(
                Name,
                Temperature.FromCelsius(day + Shift.High.ShiftC),
                Temperature.FromCelsius(Math.Min(night + Shift.Low.ShiftC, day + Shift.High.ShiftC)),
                SoilC is { } soil ? Temperature.FromCelsius(soil) : null,
                Shift.StraysC(PlaceClimate.UsualDeviation),
                Outdoors: Outdoors,
                Read: Shift
            )
            : null;

    /// <summary>How it follows the weather by day; null: it is kept.</summary>
    public UnderTheSky? ByDay => Follows ? Of(DayKind ?? Kind, FloorC) : null;

    /// <summary>The same by night.</summary>
    public UnderTheSky? ByNight => Kind == PlaceKind.Pair ? (NightFollows ? Of(NightKind ?? PlaceKind.House, NightFloorC) : null) : ByDay;

    /// <summary>
    /// The low at the plants of a night outdoors, °C, as Tonight and go or hold take it; null where the place is kept warm by night.
    /// </summary>
    /// <param name="outdoorsC">At the site, °C.</param>
    public double? LowAtNight(double outdoorsC) =>
        CatalogueRows.IsBed(Kind) ? outdoorsC + Surfaces.NightGainC(Plans.Catalogue.SurfaceOf(this)) + Shift.Low.AlarmShiftC
        // Whatever degrees were typed for a stand: the night is the sky's.
        : (NightKind ?? Kind) == PlaceKind.Stand ? outdoorsC + Shift.Low.AlarmShiftC
        : (ByNight is { } sky ? sky with { LowShiftC = Shift.Low.AlarmShiftC } : null)?.Low(outdoorsC);

    /// <summary>It keeps a warmth of its own by night; else it follows the weather.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool Heated => LowAtNight(0) is null;

    /// <summary>Plants stand in its soil; elsewhere in pots.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsBed => CatalogueRows.IsBed(Kind);

    /// <summary>Under the sky by day: plants harden there.</summary>
    public bool Outdoors => PlaceType.Of(DayKind ?? Kind).Outdoors;

    /// <summary>What standing there by day is for plants that harden off.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Core.Hardening.Standing Hardens => PlaceType.Of(DayKind ?? Kind).Hardens;

    /// <summary>Its light; null where nothing is known of it.</summary>
    public PlaceLight? Light => PlaceLight.Of(DayKind ?? Kind, LampUmol, LampHours, SecondUmol, SecondHours);

    /// <summary>What its lamps draw; null where there are none, or nobody said. Dimmed, they draw as much less as they give.</summary>
    public Lamps? Draws() =>
        this is { LampWatts: { } watts, LampM2: { } m2, LampHours: { } hours, LampUmol: { } umol }
            ? new(watts, m2, hours + ((SecondHours ?? 0) * (SecondUmol ?? 0) / umol))
            : null;

    private UnderTheSky Of(PlaceKind kind, double? floorC) =>
        (PlaceType.Of(kind).Sky ?? UnderTheSky.Stand) with
        {
            FloorC = floorC,
            LowShiftC = Shift.Low.ShiftC,
            HighShiftC = Shift.High.ShiftC,
        };

    /// <summary>Its low and high by the weather of a day, °C, without what its thermometer says; null where it does not follow it, and of a
    /// pair.</summary>
    internal (double LowC, double HighC)? Reckoned(double lowC, double highC, double sun) =>
        this with { Shift = WarmthShift.None } is { Kind: not PlaceKind.Pair } plain && plain.LowAtNight(lowC) is { } low
            ? (low, plain.ByDay?.High(lowC, highC, sun) ?? highC)
            : null;
}

public sealed class PlaceStore(NurseryTransaction nursery)
{
    internal const string Select = """
        -- The places, in walking order.
        select p.id, p.version, p.name, p.kind, p.walk_order, coalesce(p.day_c, d.day_c), coalesce(p.night_c, n.night_c), p.soil_c, p.surface,
          p.day_place_id, p.night_place_id, n.kind,
          p.follows or coalesce(d.follows, false), coalesce(p.floor_c, d.floor_c), d.kind, coalesce(n.follows, false), n.floor_c,
          coalesce(p.lamp_umol, d.lamp_umol), coalesce(p.lamp_hours, d.lamp_hours), p.opens_itself,
          coalesce(p.lamp_watts, d.lamp_watts), coalesce(p.lamp_m2, d.lamp_m2),
          coalesce(p.second_umol, d.second_umol), coalesce(p.second_hours, d.second_hours),
          p.length_cm, p.width_cm, p.spacing_cm, p.row_cm, p.along, p.free_from, p.bears,
          case when p.surface = 'mulch' then (
            select case when c.kind = 'mulch-pull-back' then c.on_day end
            from care c
            where c.nursery_id = p.nursery_id
              and c.place_id = p.id
              and c.kind in ('mulch-pull-back', 'mulch-put-back')
              and not c.taken_back
            order by c.on_day desc, c.written_at desc
            limit 1) end,
          p.plant_between
        from place p
        left join place d on d.nursery_id = p.nursery_id and d.id = p.day_place_id
        left join place n on n.nursery_id = p.nursery_id and n.id = p.night_place_id
        order by p.walk_order, p.name, p.id
        """;

    private const string Insert = """
        -- A new place.
        insert into place (nursery_id, id, name, kind, walk_order, day_c, night_c, soil_c, surface, day_place_id, night_place_id, follows,
          floor_c, lamp_umol, lamp_hours, opens_itself, lamp_watts, lamp_m2, second_umol, second_hours, length_cm, width_cm,
          spacing_cm, row_cm, along, free_from, bears, plant_between)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19,
          $20, $21, $22, $23, $24, $25, $26, $27, $28)
        on conflict (nursery_id, id) do nothing
        """;

    private const string Change = """
        -- Change a place, if nobody else has meanwhile.
        update place
        set version = version + 1, name = $4, kind = $5, walk_order = $6, day_c = $7, night_c = $8, soil_c = $9, surface = $10,
          day_place_id = $11, night_place_id = $12, follows = $13, floor_c = $14, lamp_umol = $15, lamp_hours = $16,
          opens_itself = $17, lamp_watts = $18, lamp_m2 = $19, second_umol = $20, second_hours = $21,
          length_cm = $22, width_cm = $23, spacing_cm = $24, row_cm = $25, along = $26,
          free_from = $27, bears = $28, plant_between = $29
        where nursery_id = $1
          and id = $2
          and version = $3
        """;

    private const string Delete = """
        -- Remove a place that nothing uses.
        delete from place
        where id = $1
        """;

    public Task<List<PlaceRow>> AllAsync(CancellationToken cancel) => nursery.ListAsync(Select, Read, cancel);

    /// <summary>Keeps a place: a new one where its version is 0.</summary>
    public async Task PutAsync(PlaceRow row, CancellationToken cancel)
    {
        // Without a meter, the watts and the area they light tell.
        if (
            row is { LampUmol: null, LampWatts: { } watts, LampM2: { } m2 }
            && LightAtLeaves.OfWatts(watts, m2) is { Succeeded: true } light
        )
            row = row with { LampUmol = Math.Min(LampLight.MostPpfd, light.Value.Ppfd) };
        Check(row);
        var all = await AllAsync(cancel);
        CheckPair(row, all);
        var pair = row.Kind == PlaceKind.Pair;
        NpgsqlParameter[] values =
        [
            Sql.Of(row.Name.Trim()),
            Sql.Of(row.Kind.Word()),
            Sql.Of(row.WalkOrder),
            Sql.OfNull(pair ? null : row.DayC),
            Sql.OfNull(pair ? null : row.NightC),
            Sql.OfNull(pair ? null : row.SoilC),
            Sql.OfNull(row.Kind == PlaceKind.OpenBed ? row.Surface?.Word() : null),
            Sql.OfNull(pair ? row.DayPlaceId : null),
            Sql.OfNull(pair ? row.NightPlaceId : null),
            Sql.Of(row.Follows && !pair),
            Sql.OfNull(row.Follows && !pair ? row.FloorC : null),
            Sql.OfNull(pair ? null : row.LampUmol),
            Sql.OfNull(pair ? null : row.LampHours),
            Sql.Of(row.OpensItself && Airing.ShutGainC(row.Kind) is not null),
            Sql.OfNull(pair ? null : row.LampWatts),
            Sql.OfNull(pair ? null : row.LampM2),
            Sql.OfNull(pair ? null : row.SecondUmol),
            Sql.OfNull(pair ? null : row.SecondHours),
            Sql.OfNull(pair ? null : row.LengthCm),
            Sql.OfNull(pair ? null : row.WidthCm),
            Sql.OfNull(row.IsBed ? row.SpacingCm : null),
            Sql.OfNull(row.IsBed ? row.RowCm : null),
            Sql.OfNull(row.IsBed ? row.Runs?.Word() : null),
            Sql.OfNull(row.IsBed ? row.FreeFrom : null),
            Sql.OfNull(row.IsBed && row.FreeFrom is not null && !string.IsNullOrWhiteSpace(row.Bears) ? row.Bears.Trim() : null),
            Sql.Of(row is { IsBed: true, FreeFrom: not null, Between: true }),
        ];
        await CatalogueRows.PutAsync(
            row.Version,
            () => nursery.ExecuteAsync(Insert, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), .. values]),
            () => nursery.ExecuteAsync(Change, cancel, [Sql.Of(nursery.Nursery), Sql.Of(row.Id), Sql.Of(row.Version), .. values]),
            async () => (await AllAsync(cancel)).Find(o => o.Id == row.Id),
            row,
            "place"
        );
    }

    /// <summary>Both of a pair are places of their own, and neither is a bed; what is part of a pair stays one.</summary>
    internal static void CheckPair(PlaceRow row, IReadOnlyCollection<PlaceRow> all)
    {
        var failures = new List<Failure>();
        if (row.Kind == PlaceKind.Pair)
        {
            foreach (var (id, field) in new[] { (row.DayPlaceId, "dayPlaceId"), (row.NightPlaceId, "nightPlaceId") })
            {
                var place = all.FirstOrDefault(p => p.Id == id);
                if (place is null || place.Id == row.Id || place.Kind == PlaceKind.Pair)
                    failures.Add(new("not-chosen", field));
                else if (CatalogueRows.IsBed(place.Kind))
                    failures.Add(new("bed-is-no-growing-place", field, Subject: place.Name));
            }

            if (failures.Count == 0 && row.DayPlaceId == row.NightPlaceId)
                failures.Add(new("same-place", "nightPlaceId"));
        }

        if (
            (row.Kind == PlaceKind.Pair || CatalogueRows.IsBed(row.Kind))
            && all.FirstOrDefault(p => p.DayPlaceId == row.Id || p.NightPlaceId == row.Id) is { } pair
        )
            failures.Add(new("part-of-a-pair", "kind", Subject: pair.Name));
        if (failures.Count > 0)
            throw new RefusedException(failures);
    }

    /// <exception cref="RefusedException">What cannot be, at its field.</exception>
    internal static void Check(PlaceRow row)
    {
        var failures = new List<Failure>();
        CatalogueRows.CheckName(row.Name, failures);
        if (!CatalogueRows.IsBed(row.Kind) && row.Kind != PlaceKind.Pair)
        {
            if (row.Follows && PlaceType.Of(row.Kind).Sky is null)
                failures.Add(new("not-chosen", "follows"));
            if (!row.Follows && PlaceType.Of(row.Kind) is { DayC: null } && row.Kind != PlaceKind.Stand)
                failures.Add(new("not-chosen", "follows"));
            if (row.DayC is null && !row.Follows)
                failures.Add(new("temperature-missing", "dayC"));
            if (row.NightC is null && !row.Follows)
                failures.Add(new("temperature-missing", "nightC"));
        }

        CatalogueRows.CheckTemperature(row.FloorC, "floorC", failures);

        CatalogueRows.CheckTemperature(row.DayC, "dayC", failures);
        CatalogueRows.CheckTemperature(row.NightC, "nightC", failures);
        CatalogueRows.CheckTemperature(row.SoilC, "soilC", failures);
        if (row.NightC > row.DayC && row.Kind != PlaceKind.Pair)
            failures.Add(new("night-warmer", "nightC", row.NightC, null, row.DayC));
        if ((row.LampUmol is null) != (row.LampHours is null))
            failures.Add(new("lamp-both", row.LampUmol is null ? "lampUmol" : "lampHours"));
        if (row.LampUmol is { } umol && !(umol is > 0 and <= LampLight.MostPpfd))
            failures.Add(Failure.OutOfRange("lampUmol", umol, 1, LampLight.MostPpfd));
        if (row.LampHours is { } hours && !(hours is > 0 and <= 24))
            failures.Add(Failure.OutOfRange("lampHours", hours, 1, 24));
        if ((row.SecondUmol is null) != (row.SecondHours is null))
            failures.Add(new("lamp-both", row.SecondUmol is null ? "secondUmol" : "secondHours"));
        else if (row is { SecondUmol: not null, LampUmol: null })
            failures.Add(new("first-lamps", "lampUmol"));
        if (row.SecondUmol is { } second && !(second is > 0 and <= LampLight.MostPpfd))
            failures.Add(Failure.OutOfRange("secondUmol", second, 1, LampLight.MostPpfd));
        if (row.SecondHours is { } more && !(more > 0 && more + (row.LampHours ?? 0) <= 24))
            failures.Add(Failure.OutOfRange("secondHours", more, 0, 24 - (row.LampHours ?? 0)));
        if ((row.LampWatts is null) != (row.LampM2 is null))
            failures.Add(new("watts-and-area", row.LampWatts is null ? "lampWatts" : "lampM2"));
        else if (row is { LampWatts: { } watts, LampM2: { } m2 } && LightAtLeaves.OfWatts(watts, m2) is { Succeeded: false } wrong)
            failures.AddRange(wrong.Failures.Select(f => f with { Field = f.Field == "watts" ? "lampWatts" : "lampM2" }));
        if ((row.LengthCm is null) != (row.WidthCm is null))
            failures.Add(new("both-sides", row.LengthCm is null ? "lengthCm" : "widthCm"));
        foreach (
            var (cm, field, least, most) in new[]
            {
                (row.LengthCm, "lengthCm", 1, LongestCm),
                (row.WidthCm, "widthCm", 1, LongestCm),
                (row.SpacingCm, "spacingCm", 1, WidestCm),
                (row.RowCm, "rowCm", 1, WidestCm),
            }
        )
        {
            if (cm is { } typed && !(typed >= least && typed <= most))
                failures.Add(Failure.OutOfRange(field, typed, least, most));
        }

        if (row.FreeFrom is { Year: < FirstYear or > LastYear })
            failures.Add(new("not-chosen", "freeFrom"));
        if (!string.IsNullOrWhiteSpace(row.Bears) && row.FreeFrom is null)
            failures.Add(new("until-when", "freeFrom"));
        if (row.Bears is { } bears && (bears.Trim().Length > LongestBears || !Texts.IsPlain(bears)))
            failures.Add(new("name-too-long", "bears", bears.Trim().Length, 0, LongestBears));
        if (row.Surface == Surface.Tunnel)
            failures.Add(new("not-chosen", "surface"));
        if (row.WalkOrder is < 0 or > 10_000)
            failures.Add(Failure.OutOfRange("walkOrder", row.WalkOrder, 0, 10_000));
        if (failures.Count > 0)
            throw new RefusedException(failures);
    }

    /// <summary>No place is longer, and no row further from the next, cm.</summary>
    private const int LongestCm = 1_000_000,
        WidestCm = 1000;

    private const int FirstYear = 1900,
        LastYear = 2200,
        LongestBears = 60;

    public Task DeleteAsync(Guid id, CancellationToken cancel) =>
        CatalogueRows.WriteAsync(
            async () =>
            {
                // What a bed bore goes with it; what still needs the bed keeps both.
                await nursery.ExecuteAsync(BedStore.ForgetAll, cancel, Sql.Of(id));
                return await nursery.ExecuteAsync(Delete, cancel, Sql.Of(id));
            },
            () => Task.FromResult<object?>(null),
            "place"
        );

    internal static PlaceRow Read(NpgsqlDataReader reader)
    {
        var r = new Row(reader);
        return new(
            r.Id(),
            r.Int(),
            r.Text(),
            r.Enum<PlaceKind>(),
            r.Int(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.EnumOrNull<Surface>(),
            r.OrNull<Guid>(),
            r.OrNull<Guid>(),
            r.EnumOrNull<PlaceKind>(),
            r.Bool(),
            r.OrNull<double>(),
            r.EnumOrNull<PlaceKind>(),
            r.Bool(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.Bool(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.OrNull<double>(),
            r.EnumOrNull<Along>(),
            r.OrNull<DateOnly>(),
            r.TextOrNull(),
            r.OrNull<DateOnly>(),
            r.Bool()
        );
    }
}
