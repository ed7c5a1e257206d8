using Juvenal.Core.Cultivars;
using Juvenal.Core.Ledger;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Cultivars;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;
using Juvenal.Store.Seeds;
using Juvenal.Store.Site;

namespace Juvenal.Demo;

/// <summary>
/// Two Sills, a made-up grower at home in the invented town of Marrick: two sills, a lamp shelf, a cool room and a small tunnel without
/// heat. Frost dates by word of mouth, no weather record, no forecast; forty tomatoes and twenty-five peppers, dwarfs that end in their
/// pots, six bought plants, and a packet of twelve dear seeds.
/// </summary>
public static class TwoSills
{
    public static readonly Guid Id = Guid.Parse("019c0de0-0000-7000-8000-000000000002");

    private static readonly DateOnly First = new(2026, 2, 21);

    private static readonly PlaceRow[] Places =
    [
        new(Place(1), 0, "South sill", PlaceKind.Sill, 10, 20, 16, null),
        new(Place(2), 0, "Lamp shelf", PlaceKind.Lamps, 20, 21, 18, null, LampUmol: 160, LampHours: 15),
        new(Place(3), 0, "Cool room", PlaceKind.Room, 30, 16, 13, null),
        new(Place(4), 0, "Small tunnel", PlaceKind.Tunnel, 40, null, null, null, Follows: true, OpensItself: true),
        new(Place(5), 0, "Balcony", PlaceKind.Stand, 50, null, null, null, Follows: true),
        new(Place(6), 0, "Tunnel bed", PlaceKind.TunnelBed, 60, null, null, null, LengthCm: 800, WidthCm: 250, SpacingCm: 40),
    ];

    private static readonly CultivarRow[] Cultivars =
    [
        Cultivar(1, "Second Candle", SpeciesGroup.Tomato, Habit.Tall, Fruit.Small),
        Cultivar(2, "Copper Gable", SpeciesGroup.Tomato, Habit.Tall, Fruit.Large),
        Cultivar(3, "Kitchen Lantern", SpeciesGroup.Tomato, Habit.Dwarf, Fruit.Small),
        Cultivar(4, "Small Anvil", SpeciesGroup.Annuum, Habit.Bush, Fruit.Coloured),
        Cultivar(5, "Attic Ember", SpeciesGroup.Annuum, Habit.Bush, Fruit.Hot),
    ];

    /// <summary>Packets: one of twelve dear seeds, one that is old.</summary>
    private static readonly SeedLotRow[] Lots =
    [
        Lot(1, 1, "Second Candle 2025", 2025, 60, 2.8),
        Lot(2, 2, "Copper Gable 2026", 2026, 12, 6.9),
        Lot(3, 3, "Kitchen Lantern 2024", 2024, 25, 3.2),
        Lot(4, 4, "Small Anvil 2025", 2025, 30, 3.4),
        Lot(5, 5, "Attic Ember 2022", 2022, 40, 2.9),
    ];

    private static readonly DateOnly HeldBackOn = Day(4, 6);

    private sealed record Wish(
        DateOnly PlannedOn,
        int Cultivar,
        int Plants,
        string Tray,
        (string Pot, int Place)[] Moves,
        int SeedsPerCell = 1,
        AimInput? Aim = null,
        int End = 6,
        bool Bought = false
    );

    private static readonly Wish[] Wishes =
    [
        new(Day(2, 21), 5, 12, "12-cell strip", [("9 cm pot", 2), ("2 L pot", 1)], SeedsPerCell: 2, Aim: new(AimKind.Pot), End: 1),
        new(Day(2, 21), 4, 13, "12-cell strip", [("Yoghurt cup", 2), ("13 cm pot", 4)]),
        new(Day(3, 7), 3, 10, "12-cell strip", [("3 L pot", 1)], Aim: new(AimKind.Pot), End: 1),
        new(Day(3, 14), 1, 18, "6-cell strip", [("Yoghurt cup", 2), ("13 cm pot", 4)]),
        new(Day(3, 14), 2, 12, "Yoghurt cup", [("13 cm pot", 4)]),
        new(Day(4, 11), 1, 6, "9 cm pot", [("13 cm pot", 4)], Bought: true),
    ];

    /// <summary>Makes it, lives its spring up to the demo's day, and lets the yard's people in.</summary>
    public static async Task LoadAsync(Database database, Action<string> say, CancellationToken cancel)
    {
        say("· Two Sills: a spring at home");
        var clock = TimeProvider.System;
        await using (var nursery = await database.WriteAsync(Id, cancel))
        {
            await NurserySetup.CreateAsync(nursery, "Two Sills", "Europe/Vienna", 48.1, First, cancel);
            await new SiteStore(nursery).ChangeAsync(
                new(
                    1,
                    "Europe/Vienna",
                    48.1,
                    new FrostDates(SeasonDay.From(5, 5), null),
                    false,
                    0,
                    FreezeFrom.Typed,
                    new FrostDates(SeasonDay.From(10, 12), null),
                    null
                ),
                cancel
            );
            var places = new PlaceStore(nursery);
            foreach (var place in Places)
                await places.PutAsync(place, cancel);
            var cultivars = new CultivarStore(nursery);
            foreach (var cultivar in Cultivars)
                await cultivars.PutAsync(cultivar, cancel);
            var lots = new SeedLotStore(nursery);
            foreach (var lot in Lots)
                await lots.PutAsync(lot, First, cancel);
            await nursery.CommitAsync(cancel);
        }

        var entries = 0;
        for (var day = First; day <= WindlassYard.Today; day = day.AddDays(1))
        {
            var now = day;
            await database.ActAsync(Id, null, Touches.Inputs, n => new SiteStore(n).WindToAsync(now, cancel), cancel);
            await new Replanner(database, clock).RunAsync(Id, told: false, cancel);
            for (var i = 0; i < Wishes.Length; i++)
            {
                if (Wishes[i].PlannedOn == day)
                    await KeepAsync(database, clock, i, cancel);
            }

            if (day == HeldBackOn)
                await HoldBackAsync(database, clock, Numbered(4, ++entries), cancel);
            // The last days' work is left for whoever opens the demo.
            if (day > WindlassYard.Today.AddDays(-2))
                continue;
            foreach (var (batch, work) in await WorkAsync(database, clock, cancel))
            {
                if (work.Press is Press.Coming or Press.Look || work.Thin is not null)
                    continue;
                var count = work.Step.Kind switch
                {
                    StepKind.Begin => work.Containers,
                    // Four of five come up, by the day that half of them do.
                    StepKind.Up => (int)(batch.SeedsSown * 0.8),
                    _ => Math.Min(work.Seedlings, work.Containers),
                };
                if (count == 0)
                    continue;
                var said = new Said(Numbered(4, ++entries), Numbered(4, ++entries), day, count, CarryOn: true, Rest.Snipped, MyCall: true);
                await database.ActAsync(
                    Id,
                    DemoPeople.NameOf(Role.Owner),
                    Touches.Work,
                    n => new WorkStore(n, clock).DoneAsync(batch.Id, work.Step.Id.Value, said, work.From, work.Group?.Value, null, cancel),
                    cancel
                );
            }
        }
    }

    /// <summary>Held back in their small pots: the tunnel is too cold for them yet, and the lamps are wanted.</summary>
    private static async Task HoldBackAsync(Database database, TimeProvider clock, Guid id, CancellationToken cancel)
    {
        await using var reading = await database.ReadAsync(Id, cancel);
        var batch = (await new BatchReader(reading).AllAsync(cancel)).Find(b => b.Code == "26-04");
        if (batch?.State().Groups.FirstOrDefault(g => g.At.Container is not null) is not { } group)
            return;
        var to = group.At with { Place = Place(3) };
        await database.ActAsync(
            Id,
            DemoPeople.NameOf(Role.Owner),
            Touches.Work,
            n =>
                new LedgerStore(n, clock).AppendAsync(
                    batch.Id,
                    new(id, 0, HeldBackOn, EntryKind.Moved, From: group.At, To: to, Seedlings: group.Seedlings, Group: group.Id),
                    cancel,
                    byRule: true
                ),
            cancel
        );
    }

    /// <summary>The yard's people look in here too.</summary>
    public static async Task SettleAsync(Database database, CancellationToken cancel)
    {
        foreach (var role in Enum.GetValues<Role>())
        {
            var account = WindlassYard.Numbered(5, (int)role);
            await using var people = await database.WriteAsync(new Asker(Account: account, Nursery: Id), cancel);
            await new PeopleStore(people).JoinAsync(Id, account, role, cancel);
            await people.CommitAsync(cancel);
        }
    }

    private static async Task KeepAsync(Database database, TimeProvider clock, int index, CancellationToken cancel) =>
        await database.ActAsync(
            Id,
            DemoPeople.NameOf(Role.Owner),
            Touches.NewBatch,
            async nursery =>
            {
                var wish = Wishes[index];
                var containers = (await new ContainerStore(nursery).AllAsync(cancel)).ToDictionary(c => c.Name, c => c.Id);
                var input = new BatchInput(
                    Numbered(2, wish.Cultivar),
                    2026,
                    wish.Plants,
                    wish.Bought ? 1 : 0.85,
                    0.95,
                    0.9,
                    wish.SeedsPerCell,
                    wish.Cultivar == 2 ? 12 : null,
                    containers[wish.Tray],
                    Place(wish.Bought ? 1 : 2),
                    Place(wish.Bought ? 1 : 2),
                    [.. wish.Moves.Select(m => new MoveInput(containers[m.Pot], Place(m.Place)))],
                    Place(5),
                    Place(wish.End),
                    new(),
                    wish.Bought ? null : Numbered(6, wish.Cultivar),
                    wish.Bought ? new(Start.Plants, 4, PriceEach: 2.4, Raised: Raised.Warm) : null,
                    wish.Aim
                );
                var plan = await new PlanStore(nursery, clock).PreviewAsync(input, cancel);
                await new BatchStore(nursery, clock).KeepAsync(Numbered(3, index + 1), input, PlanVersion.Of(plan.Value), cancel);
            },
            cancel
        );

    private static async Task<List<(BatchView Batch, Work Work)>> WorkAsync(Database database, TimeProvider clock, CancellationToken cancel)
    {
        await using var nursery = await database.ReadAsync(Id, cancel);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        return [.. (await new BatchReader(nursery).AllAsync(cancel)).SelectMany(b => WorkStore.Next(b, catalogue).Select(w => (b, w)))];
    }

    private static CultivarRow Cultivar(int number, string name, SpeciesGroup group, Habit habit, Fruit fruit) =>
        new(
            Numbered(2, number),
            0,
            name,
            group == SpeciesGroup.Tomato ? Crop.Tomato : Crop.Pepper,
            group,
            habit,
            null,
            SeedOrigin.Unknown,
            null,
            [],
            fruit
        );

    private static SeedLotRow Lot(int number, int cultivar, string name, int packed, int seeds, double price) =>
        new(Numbered(6, number), 0, Numbered(2, cultivar), name, packed, seeds, null, SeedOrigin.Unknown, price, null);

    private static Guid Place(int number) => Numbered(1, number);

    // Fixed ids, so that two demos are alike; the yard's have lower kinds.
    private static Guid Numbered(int kind, int number) => WindlassYard.Numbered(0x10 + kind, number);

    private static DateOnly Day(int month, int day) => new(2026, month, day);
}
