using System.Globalization;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Core.Sowing;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;
using Juvenal.Store.Sowing;

namespace Juvenal.Demo;

/// <summary>A batch that Windlass Yard raises.</summary>
/// <param name="PlannedOn">The day they planned it.</param>
/// <param name="Cultivar">By name.</param>
/// <param name="Plants">Wanted.</param>
/// <param name="Germination">Of the lot.</param>
/// <param name="Tray">By name.</param>
/// <param name="Moves">Container and place, by name.</param>
/// <param name="Bed">By name.</param>
/// <param name="Lock">A day they fixed.</param>
/// <param name="SeedsPerCell">1 or 2.</param>
/// <param name="Start">Where it does not begin with seed.</param>
/// <param name="Aim">Where it does not end in a bed, nor at the fair.</param>
/// <param name="Hold">Where it is held after hardening.</param>
/// <param name="Hardening">The hardening stand, by name.</param>
/// <param name="About">How far the day they said they sowed it may be off.</param>
internal sealed record Wish(
    DateOnly PlannedOn,
    string Cultivar,
    int Plants,
    double Germination,
    string Tray,
    (string Container, string Place)[] Moves,
    string Bed,
    (StepKind Step, DateOnly Day)? Lock = null,
    int SeedsPerCell = 1,
    StartInput? Start = null,
    bool ForTheFair = false,
    AimInput? Aim = null,
    (string Place, int Days)? Hold = null,
    string Hardening = "Hardening stand",
    int? About = null
);

/// <summary>Plans the yard's batches and does their work day by day, with the small deviations of a real spring.</summary>
internal sealed class Spring(Database database, TimeProvider clock, Guid nurseryId)
{
    /// <summary>Their packets are known as from a test of so many seeds, and the kind's own ten.</summary>
    private const double KnownAs = 60;

    private static readonly Wish[] Wishes =
    [
        new(
            Day(2, 14),
            "Slow Furnace",
            40,
            0.78,
            "72-cell tray",
            [("9 cm pot", "Warm bench"), ("2 L pot", "Warm bench")],
            "Tunnel",
            (StepKind.Begin, Day(3, 5)),
            About: 3
        ),
        new(Day(2, 14), "Low Lintel", 36, 0.86, "72-cell tray", [("9 cm pot", "Warm bench")], "Tunnel", (StepKind.PlantOut, Day(4, 23))),
        new(
            Day(2, 14),
            "Lantern Row",
            48,
            0.9,
            "72-cell tray",
            [("9 cm pot", "Warm bench"), ("13 cm pot", "Glasshouse")],
            "Tunnel",
            (StepKind.PlantOut, Day(5, 5))
        ),
        new(Day(2, 21), "Tinker's Crown", 60, 0.85, "72-cell tray", [("9 cm pot", "Warm bench"), ("13 cm pot", "Warm bench")], "Tunnel"),
        new(
            Day(2, 21),
            "Saltglass",
            110,
            0.88,
            "72-cell tray",
            [("9 cm pot", "Glasshouse"), ("13 cm pot", "Glasshouse")],
            "Tunnel",
            (StepKind.Begin, Day(3, 15))
        ),
        new(
            Day(2, 28),
            "Brasshouse",
            260,
            0.92,
            "128-cell tray",
            [("9 cm pot", "Glasshouse")],
            "Long bed",
            (StepKind.Begin, Day(4, 2)),
            ForTheFair: true
        ),
        new(
            Day(2, 28),
            "Ember Lane",
            180,
            0.82,
            "128-cell tray",
            [("9 cm pot", "Warm bench")],
            "Mulched bed",
            (StepKind.Begin, Day(4, 10))
        ),
        new(
            Day(3, 7),
            "Tinker's Crown",
            220,
            0.85,
            "128-cell tray",
            [("9 cm pot", "Warm bench")],
            "Wall bed",
            (StepKind.Begin, Day(4, 10))
        ),
        new(
            Day(3, 7),
            "Lantern Row",
            240,
            0.9,
            "128-cell tray",
            [("9 cm pot", "Glasshouse")],
            "Long bed",
            (StepKind.Begin, Day(4, 4)),
            ForTheFair: true
        ),
        new(Day(3, 14), "Low Lintel", 160, 0.86, "72-cell tray", [("9 cm pot", "Glasshouse")], "Wall bed", SeedsPerCell: 2),
        new(Day(4, 10), "Brasshouse", 120, 0.92, "128-cell tray", [("9 cm pot", "Glasshouse")], "Long bed", (StepKind.Begin, Day(4, 18))),
        new(Day(4, 11), "Lantern Row", 60, 0.9, "128-cell tray", [("9 cm pot", "Glasshouse")], "Long bed", (StepKind.Begin, Day(4, 20))),
        new(
            Day(4, 11),
            "Saltglass",
            40,
            0.98,
            "72-cell tray",
            [("9 cm pot", "Glasshouse")],
            "Tunnel",
            (StepKind.Begin, Day(4, 22)),
            Start: new(Start.Plants, 2.5, 0.85)
        ),
        // Grafted plants from elsewhere, side shoots of the first Lantern Row, dwarfs that end in their pot, peppers for late customers.
        new(
            Day(4, 12),
            "Saltglass",
            12,
            0.98,
            "9 cm pot",
            [("2 L pot", "Glasshouse")],
            "Tunnel",
            (StepKind.Begin, Day(4, 24)),
            Start: new(Start.Plants, 6, 3.2, UnionCm: 5, Raised: Raised.Warm, InFlower: true)
        ),
        new(
            Day(4, 13),
            "Lantern Row",
            10,
            0.9,
            "9 cm pot",
            [("13 cm pot", "Glasshouse")],
            "Tunnel",
            Start: new(Start.Cuttings, 3, MotherId: WindlassYard.Numbered(3, 3)),
            Hardening: "Stand by day, house by night"
        ),
        new(
            Day(4, 13),
            "Low Lintel",
            12,
            0.86,
            "72-cell tray",
            [("9 cm pot", "Warm bench"), ("2 L pot", "Glasshouse")],
            "Hardening stand",
            (StepKind.Begin, Day(4, 27)),
            Aim: new(AimKind.Pot, Outdoors: true)
        ),
        new(
            Day(4, 14),
            "Tinker's Crown",
            24,
            0.85,
            "72-cell tray",
            [("9 cm pot", "Warm bench"), ("13 cm pot", "Glasshouse")],
            "Hardening stand",
            (StepKind.Begin, Day(4, 29)),
            Aim: new(AimKind.Sale, Day(8, 15)),
            Hold: ("Glasshouse", 28)
        ),
    ];

    /// <summary>The plant fair, for which most of it is raised.</summary>
    internal static readonly AimInput Fair = new(AimKind.Sale, Day(5, 23));

    private static readonly string[] Losses = ["damping off", "slug", "dropped"];

    // A fixed seed: two demos are alike.
    private readonly Random _chance = new(20260418);

    private readonly OddWork _odd = new(database, clock, nurseryId);

    private int _entries;

    // On Saturdays there is help.
    private Role _hand;

    public async Task LiveAsync(DateOnly day, bool last, CancellationToken cancel)
    {
        _hand =
            day.DayOfWeek == DayOfWeek.Saturday ? Role.Helper
            : day.Day % 3 == 0 ? Role.Grower
            : Role.Owner;
        for (var i = 0; i < Wishes.Length; i++)
        {
            if (Wishes[i].PlannedOn == day)
                await KeepAsync(i, cancel);
        }

        foreach (var (batch, work) in await WorkAsync(cancel))
            await DoAsync(batch, work, day, last, cancel);
        if (!last)
            await AirAsync(day, cancel);
        await _odd.LiveAsync(day, cancel);
    }

    /// <summary>What hardens off is out as the ladder asks; once it was forgotten to say so.</summary>
    private async Task AirAsync(DateOnly day, CancellationToken cancel)
    {
        List<GroupOf> out_;
        await using (var nursery = await database.ReadAsync(nurseryId, cancel))
        {
            var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
            out_ =
            [
                .. from g in (await StandingNow.LoadAsync(nursery, cancel)).OnLadder
                let crop = catalogue.Cultivars[g.CultivarId].Crop
                let stand = catalogue.Places[g.Stand]
                let credit = catalogue.RungsOf(g.Standing(), crop, g.Stand)
                where credit is not null
                let rung = catalogue.RungOn(crop, stand, credit, day)
                where rung is not null && rung.Call != RungCall.StayIn
                select new GroupOf(g.BatchId, g.Id.Value),
            ];
        }

        if (out_.Count > 0 && day != Forgotten)
            await WriteAsync(n => new LadderStore(n, clock).AirAsync(new(Id(), out_, [day], null), cancel), cancel);
    }

    private static readonly DateOnly Forgotten = Day(4, 17);

    private async Task KeepAsync(int index, CancellationToken cancel)
    {
        await database.ActAsync(
            nurseryId,
            DemoPeople.NameOf(_hand),
            Store.Nurseries.Touches.NewBatch,
            nursery => PutAsync(nursery, index, cancel),
            cancel
        );
    }

    private async Task PutAsync(Store.Nurseries.NurseryTransaction nursery, int index, CancellationToken cancel)
    {
        var wish = Wishes[index];
        var containers = (await new ContainerStore(nursery).AllAsync(cancel)).ToDictionary(c => c.Name, c => c.Id);
        var input = new BatchInput(
            WindlassYard.CultivarId(wish.Cultivar),
            2026,
            wish.Plants,
            wish.Germination,
            0.95,
            0.9,
            wish.SeedsPerCell,
            null,
            containers[wish.Tray],
            WindlassYard.PlaceId("Heat mat"),
            WindlassYard.PlaceId("Lamp rack"),
            [.. wish.Moves.Select(m => new MoveInput(containers[m.Container], WindlassYard.PlaceId(m.Place)))],
            WindlassYard.PlaceId(wish.Hardening),
            WindlassYard.PlaceId(wish.ForTheFair ? "Hardening stand" : wish.Bed),
            wish.Lock is { } fix
                ? fix.Step == StepKind.Begin
                    ? new(Begin: fix.Day)
                    : new(PlantOut: fix.Day)
                : new(),
            wish.Start is null ? WindlassYard.LotId(wish.Cultivar) : null,
            wish.Start,
            wish.ForTheFair ? Fair : wish.Aim,
            wish.Hold is { } hold ? new(WindlassYard.PlaceId(hold.Place), hold.Days) : null,
            wish.Start is null ? KnownAs : null
        );
        var plan = await new PlanStore(nursery, clock).PreviewAsync(input, cancel);
        await new BatchStore(nursery, clock).KeepAsync(WindlassYard.Numbered(3, index + 1), input, PlanVersion.Of(plan.Value), cancel);
        if (index is 7 or 11)
            await LayTogetherAsync(nursery, index == 7 ? [6, 7] : [10, 11], containers[wish.Tray], cancel);
    }

    /// <summary>Two batches that are sown together share trays, by rows.</summary>
    private static async Task LayTogetherAsync(
        Store.Nurseries.NurseryTransaction nursery,
        int[] wishes,
        Guid tray,
        CancellationToken cancel
    )
    {
        var format = (await new ContainerStore(nursery).AllAsync(cancel)).First(c => c.Id == tray).Format()!;
        var batches = (await new BatchReader(nursery).AllAsync(cancel)).ToDictionary(b => b.Id);
        var own = wishes.Select(i => WindlassYard.Numbered(3, i + 1)).ToList();
        await new TrayStore(nursery).LayAsync(
            2026,
            tray,
            own,
            TrayLayout.Arrange(own.Select(id => new CellWish(id, batches[id].Cells)), format, share: true, ExtraCells.Left),
            cancel
        );
    }

    private async Task<List<(BatchView Batch, Work Work)>> WorkAsync(CancellationToken cancel)
    {
        await using var nursery = await database.ReadAsync(nurseryId, cancel);
        var catalogue = await Catalogue.LoadAsync(nursery, clock, cancel);
        return [.. (await new BatchReader(nursery).AllAsync(cancel)).SelectMany(b => WorkStore.Next(b, catalogue).Select(w => (b, w)))];
    }

    private async Task DoAsync(BatchView batch, Work work, DateOnly day, bool last, CancellationToken cancel)
    {
        var looks = work.Press == Press.Look && work.Step.Kind == StepKind.Up;
        if (work.Press == Press.Coming || (work.Press == Press.Look && !looks))
            return;
        // The last days' work is left for whoever opens the demo; before that, some of it a day late.
        // And one pricking out, however early it falls due.
        var left =
            last
            || (day > WindlassYard.Today.AddDays(-3) && work.Step.Kind > StepKind.Up)
            || (work.Step.Number == 1 && batch.Code == "26-06");
        if (left || (_chance.NextDouble() < 0.3 && work.Step.Kind != StepKind.Up))
            return;

        var said = new Said(Id(), Id(), day, Count(work), CarryOn: true, Rest.Snipped, MyCall: true);
        if (work.Step.Kind == StepKind.Begin)
            said = said with { About = Wishes.ElementAtOrDefault(int.Parse(batch.Code[3..5], CultureInfo.InvariantCulture) - 1)?.About };
        if (work.Thin is { } thin)
        {
            if (day > WindlassYard.Today.AddDays(-3))
                return;
            await WriteAsync(n => new CellStore(n, clock).ThinAsync(batch.Id, said.Id, day, thin.Snips, cancel), cancel);
            return;
        }

        if (work.Step.Kind == StepKind.Up)
        {
            await CountAsync(batch, work, day, cancel);
            return;
        }

        await WriteAsync(
            n => new WorkStore(n, clock).DoneAsync(batch.Id, work.Step.Id.Value, said, work.From, work.Group?.Value, null, cancel),
            cancel
        );
        if (work.Step.Kind == StepKind.Move)
            await LoseAsync(batch, work, said, day, cancel);
    }

    private static int Count(Work work) => work.Step.Kind == StepKind.Begin ? work.Containers : Math.Min(work.Seedlings, work.Containers);

    /// <summary>Cells are counted some days around the expected one: each seed comes on a day of its own, or not at all.</summary>
    private async Task CountAsync(BatchView batch, Work work, DateOnly day, CancellationToken cancel)
    {
        var sown = batch.BegunOn!.Value;
        var emerging = batch.StepOf(StepKind.Up);
        var days = Math.Max(3, emerging.Due.DayNumber - sown.DayNumber);
        var share = EmergenceCourse.ShareAt((day.DayNumber - sown.DayNumber + 0.6) / days);
        IReadOnlyList<TrayView> laid;
        IReadOnlyDictionary<Guid, ContainerRow> containers;
        await using (var nursery = await database.ReadAsync(nurseryId, cancel))
        {
            laid = await new TrayStore(nursery).OfAsync([batch.Id], cancel);
            containers = (await new ContainerStore(nursery).AllAsync(cancel)).ToDictionary(c => c.Id);
        }

        var trays = laid.Select(t => new TrayCount(
                t.Id,
                new string([
                    .. t.Laid(batch.Id, containers[t.ContainerId].Format()!)
                        .Select((own, cell) => own ? Up(batch, t.Code, cell, share) : CellTally.Nobody),
                ])
            ))
            .ToList();
        var up = CellTally.Of(trays).Seedlings;
        if ((up == work.Seedlings && emerging.DoneOn is null) || up < 3)
            return;
        await WriteAsync(
            n =>
                new CellStore(n, clock).PutAsync(
                    batch.Id,
                    Id(),
                    day,
                    trays,
                    CellsMean.Counted,
                    null,
                    up * 2 >= batch.SeedsSown * batch.Input.Germination * 0.9,
                    cancel
                ),
            cancel
        );
    }

    /// <summary>
    /// Seedlings of a cell at a share of the emergence: drawn from a seed of the cell's own, so that a later day never shows fewer.
    /// </summary>
    private static char Up(BatchView batch, string tray, int cell, double share)
    {
        var fate = new Random((int.Parse(batch.Code[3..]) * 7919) + (int.Parse(tray[4..]) * 104_729) + (cell * 31));
        return (char)(
            '0'
            + Enumerable
                .Range(0, batch.Input.SeedsPerCell)
                .Count(_ => fate.NextDouble() < batch.Input.Germination * 0.95 && fate.NextDouble() < share)
        );
    }

    private async Task LoseAsync(BatchView batch, Work work, Said said, DateOnly day, CancellationToken cancel)
    {
        var lost = _chance.Next(0, 3);
        if (lost == 0)
            return;
        var target = batch.TargetOf(work.Step);
        await WriteAsync(
            n =>
                new Store.Ledger.LedgerStore(n, clock).AppendAsync(
                    batch.Id,
                    new(
                        Id(),
                        0,
                        day,
                        EntryKind.Lost,
                        null,
                        target,
                        null,
                        0,
                        Math.Min(lost, said.Count),
                        Math.Min(lost, said.Count),
                        0,
                        Losses[_chance.Next(Losses.Length)],
                        Group: new GroupId(said.Id)
                    ),
                    cancel
                ),
            cancel
        );
    }

    private async Task WriteAsync(Func<Store.Nurseries.NurseryTransaction, Task> write, CancellationToken cancel)
    {
        await database.ActAsync(nurseryId, DemoPeople.NameOf(_hand), Store.Nurseries.Touches.Work, write, cancel);
    }

    private Guid Id() => WindlassYard.Numbered(4, ++_entries);

    private static DateOnly Day(int month, int day) => new(2026, month, day);
}
