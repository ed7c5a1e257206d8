using Juvenal.Core.Cultivars;
using Juvenal.Core.Places;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Seeds;
using Juvenal.Core.Site;
using Juvenal.Devices;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;
using Juvenal.Store.Seeds;
using Juvenal.Store.Site;

namespace Juvenal.Demo;

/// <summary>
/// Windlass Yard, a made-up two-person nursery at the invented village of Aldersgarth (47.2° N, 640 m).
/// Its spring is not inserted but lived: the clock is wound from February, batches are planned and work is logged through the store.
/// </summary>
public static class WindlassYard
{
    public static readonly Guid Id = Guid.Parse("019c0de0-0000-7000-8000-000000000001");

    private static readonly DateOnly First = new(2026, 2, 14);

    /// <summary>The demo's day: a Saturday in mid-season.</summary>
    public static readonly DateOnly Today = new(2026, 4, 18);

    private static readonly DeviceChoice Devices = new(DeviceSource.StandIn, DeviceSource.StandIn, DeviceSource.StandIn);

    private static readonly PlaceRow[] Places =
    [
        Place(1, "Heat mat", PlaceKind.Mat, 10, 21, 18, 26),
        Place(2, "Lamp rack", PlaceKind.Lamps, 20, 22, 18) with
        {
            LampUmol = 230,
            LampHours = 16,
            LampWatts = 370,
            LampM2 = 2.4,
        },
        Place(3, "Warm bench", PlaceKind.House, 30, 21, 16),
        Place(4, "Glasshouse", PlaceKind.House, 40, 18, 11),
        Place(5, "Hardening stand", PlaceKind.Stand, 50) with
        {
            Follows = true,
            LengthCm = 600,
            WidthCm = 200,
        },
        new(
            Numbered(1, 9),
            0,
            "Stand by day, house by night",
            PlaceKind.Pair,
            55,
            null,
            null,
            null,
            DayPlaceId: Numbered(1, 5),
            NightPlaceId: Numbered(1, 4)
        ),
        Place(6, "Tunnel", PlaceKind.TunnelBed, 60) with
        {
            LengthCm = 3000,
            WidthCm = 520,
            Runs = Along.NorthSouth,
        },
        Place(7, "Wall bed", PlaceKind.OpenBed, 70) with
        {
            Surface = Surface.Film,
            LengthCm = 5000,
            WidthCm = 400,
            Runs = Along.EastWest,
        },
        Place(8, "Long bed", PlaceKind.OpenBed, 80) with
        {
            Surface = Surface.Film,
            LengthCm = 2500,
            WidthCm = 300,
            Runs = Along.EastWest,
        },
        Place(10, "Mulched bed", PlaceKind.OpenBed, 90) with
        {
            Surface = Surface.Mulch,
            LengthCm = 2500,
            WidthCm = 400,
            Runs = Along.EastWest,
        },
    ];

    private static readonly Dictionary<string, string[]> Tags = new()
    {
        ["Brasshouse"] = ["late blight", "crack-resistant"],
        ["Saltglass"] = ["leaf mould"],
        ["Tinker's Crown"] = ["tobacco mosaic"],
    };

    private static readonly CultivarRow[] Cultivars =
    [
        Cultivar(1, "Lantern Row", Crop.Tomato, SpeciesGroup.Tomato, Habit.Tall, 65),
        Cultivar(2, "Brasshouse", Crop.Tomato, SpeciesGroup.Tomato, Habit.Bush, 75),
        Cultivar(3, "Saltglass", Crop.Tomato, SpeciesGroup.Tomato, Habit.Tall, 78),
        Cultivar(4, "Low Lintel", Crop.Tomato, SpeciesGroup.Tomato, Habit.Dwarf, 62),
        Cultivar(5, "Tinker's Crown", Crop.Pepper, SpeciesGroup.Annuum, Habit.Bush, 75),
        Cultivar(6, "Ember Lane", Crop.Pepper, SpeciesGroup.Annuum, Habit.Bush, 80),
        Cultivar(7, "Slow Furnace", Crop.Pepper, SpeciesGroup.Chinense, Habit.Bush, 100),
    ];

    /// <summary>The seed box: tested, fresh, old, and one that the plans want more of than there is.</summary>
    private static readonly (SeedLotRow Row, (int Sown, int Up)? Test)[] Lots =
    [
        Lot(1, "Lantern Row", 2025, 570, (50, 45)),
        Lot(2, "Brasshouse", 2024, 900, (40, 37)),
        Lot(3, "Saltglass", 2025, 320, (25, 22)),
        Lot(4, "Low Lintel", 2025, 1100, (50, 43)),
        Lot(5, "Tinker's Crown", 2025, 900, null),
        Lot(6, "Ember Lane", 2025, 500, (20, 16)),
        Lot(7, "Slow Furnace", 2023, 150, null),
    ];

    public static async Task LoadAsync(Database database, Action<string> say, CancellationToken cancel)
    {
        var clock = TimeProvider.System;
        await using (var nursery = await database.WriteAsync(Id, cancel))
        {
            await NurserySetup.CreateAsync(nursery, "Windlass Yard", "Europe/Vienna", 47.2, First, cancel);
            var site = new SiteStore(nursery);
            await site.ChangeAsync(
                new(
                    1,
                    "Europe/Vienna",
                    47.2,
                    new FrostDates(SeasonDay.From(5, 9), SeasonDay.From(5, 20)),
                    false,
                    0,
                    FreezeFrom.Record,
                    new FrostDates(SeasonDay.From(10, 7), null),
                    Devices
                ),
                cancel
            );
            // Thirty-one years of made-up weather, up to yesterday; the stand-ins go on from there.
            var record = new RecordStore(nursery);
            await record.PutAsync(StandIns.Weather.Days(new(1995, 1, 1), Today.AddDays(-1)), imported: true, cancel);
            await record.AddSoilAsync(
                ((IProbe)StandIns.All)
                    .Readings(Today.AddDays(-40), Today)
                    .Where(r => r.Day.Day % 2 == 0)
                    .Select(r => new SoilRow(Guid.CreateVersion7(), r.Day, r.Surface, r.Celsius, Hand: false)),
                cancel
            );

            // Yesterday's says what today was to be like.
            foreach (var made in new[] { Today.AddDays(-1), Today })
            {
                await record.PutForecastAsync([.. StandIns.All.MadeOn(made).Days.Select(d => ForecastRow.Of(d, made))], cancel);
            }

            await new RecordWriter(nursery).RecomputeAsync(await site.GetAsync(cancel), cancel);
            var places = new PlaceStore(nursery);
            foreach (var place in Places)
                await places.PutAsync(place, cancel);
            var beds = new BedStore(nursery);
            foreach (
                var (bed, year) in new (string, BedYear)[]
                {
                    ("Tunnel", new(2025, [BedCrop.Tomato], [])),
                    ("Tunnel", new(2024, [BedCrop.Tomato], [])),
                    ("Long bed", new(2023, [BedCrop.Potato], [BedTrouble.Wilt])),
                }
            )
                await beds.PutAsync(PlaceId(bed), year, Today, cancel);
            var cultivars = new CultivarStore(nursery);
            foreach (var cultivar in Cultivars)
                await cultivars.PutAsync(cultivar, cancel);
            // Two people and a thousand pots: they are carried once, and covered where they stand.
            var rules = new Store.Rules.RulesStore(nursery);
            var house = await rules.GetAsync(cancel);
            await rules.ChangeAsync(house with { Rules = house.Rules with { HardeningBy = Core.Rules.HardeningBy.Shade } }, cancel);
            var feeds = new Store.Rules.FertiliserStore(nursery);
            await feeds.PutAsync(new(Numbered(7, 1), 0, "Bench feed", 15, 5, 20, InUse: true), cancel);
            await feeds.PutAsync(new(Numbered(7, 2), 0, "Fruit feed", 8, 8, 24, InUse: false), cancel);
            var lots = new SeedLotStore(nursery);
            var books = new LotBookStore(nursery);
            foreach (var (lot, i) in Lots.Select((l, i) => (l, i + 1)))
            {
                await lots.PutAsync(lot.Row, First, cancel);
                if (lot.Test is { } test)
                    await books.AppendAsync(
                        new(Numbered(7, i), lot.Row.Id, 0, LotEntryKind.Test, new(2026, 1, 24), test.Sown, test.Up),
                        First,
                        cancel
                    );
            }

            await nursery.CommitAsync(cancel);
        }

        say("· Windlass Yard: living through its spring");
        var spring = new Spring(database, clock, Id);
        for (var day = First; day <= Today; day = day.AddDays(1))
        {
            await database.ActAsync(
                Id,
                null,
                Touches.Inputs,
                async nursery =>
                {
                    await new SiteStore(nursery).WindToAsync(day, cancel);
                },
                cancel
            );
            await new Replanner(database, clock).RunAsync(Id, told: false, cancel);

            await spring.LiveAsync(day, last: day == Today, cancel);
        }
    }

    /// <summary>The yard's people: one who owns it, one who plans with them, one who helps on Saturdays. They have no passwords.</summary>
    public static async Task SettleAsync(Database database, CancellationToken cancel)
    {
        foreach (var role in Enum.GetValues<Role>())
        {
            var account = new Account(Numbered(5, (int)role), DemoPeople.NameOf(role), "", Guid.NewGuid());
            await using var people = await database.WriteAsync(new Asker(Account: account.Id, Nursery: Id), cancel);
            await new AccountStore(people).AddAsync(account, cancel);
            await new PeopleStore(people).JoinAsync(Id, account.Id, role, cancel);
            await new AuditStore(people).WriteAsync(
                TimeProvider.System.GetUtcNow(),
                Id,
                account.Id,
                Deed.Joined,
                account.Name,
                role.ToString(),
                cancel
            );
            await people.CommitAsync(cancel);
        }
    }

    private static PlaceRow Place(
        int number,
        string name,
        PlaceKind kind,
        int order,
        double? day = null,
        double? night = null,
        double? soil = null
    ) => new(Numbered(1, number), 0, name, kind, order, day, night, soil);

    private static CultivarRow Cultivar(int number, string name, Crop crop, SpeciesGroup group, Habit habit, int days) =>
        new(
            Numbered(2, number),
            0,
            name,
            crop,
            group,
            habit,
            days,
            number % 2 == 0 ? SeedOrigin.Hybrid : SeedOrigin.OpenPollinated,
            null,
            Tags.GetValueOrDefault(name) ?? []
        );

    private static (SeedLotRow Row, (int Sown, int Up)? Test) Lot(
        int number,
        string cultivar,
        int packed,
        int seeds,
        (int Sown, int Up)? test
    ) =>
        (
            new(
                Numbered(6, number),
                0,
                CultivarId(cultivar),
                $"{cultivar} {packed}",
                packed,
                seeds,
                null,
                SeedOrigin.Unknown,
                3.2 + (number * 0.4),
                null
            ),
            test
        );

    // Fixed ids, so that two demos are alike.
    internal static Guid Numbered(int kind, int number) => Guid.Parse($"019c0de0-{kind:x4}-7000-8000-{number:x12}");

    internal static Guid PlaceId(string name) => Places.First(p => p.Name == name).Id;

    internal static Guid LotId(string cultivar) => Lots.First(l => l.Row.CultivarId == CultivarId(cultivar)).Row.Id;

    internal static Guid CultivarId(string name) => Cultivars.First(c => c.Name == name).Id;
}
