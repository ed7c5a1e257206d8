using Juvenal.Core.Care;
using Juvenal.Core.Cultivars;
using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Core.Troubles;
using Juvenal.Store;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;
using Juvenal.Store.Rules;
using Juvenal.Store.Site;

namespace Juvenal.Demo;

/// <summary>What does not go as planned in any spring: each of it once.</summary>
internal sealed class OddWork(Database database, TimeProvider clock, Guid nurseryId)
{
    private const string Furnace = "26-01",
        Lintel = "26-02",
        Lantern = "26-03",
        LanternRow = "26-09";

    // Other numbers than those of the planned work.
    private int _entries = 100_000;

    public async Task LiveAsync(DateOnly day, CancellationToken cancel)
    {
        switch (day.Month, day.Day)
        {
            case (4, 7):
                await SpacedAsync(Furnace, 18, day, cancel);
                break;
            case (4, 8):
                await OutAsync(Furnace, 2, new(Way.Given, "the neighbour"), day, cancel);
                break;
            case (4, 9):
                await SplitAsync(Furnace, 6, day, cancel);
                break;
            case (4, 11):
                // Two crates were dropped before the lamp rack, and with them their labels.
                await AsideAsync(Lintel, 4, day, cancel);
                await AsideAsync(Lantern, 4, day, cancel);
                await MixedAsync(day, cancel);
                break;
            case (4, 14):
                await FedAsync("Glasshouse", cancel);
                await CarriedAsync("Hardening stand", "Glasshouse", day, cancel);
                break;
            case (4, 15):
                await CarriedAsync("Glasshouse", "Hardening stand", day, cancel, Lintel);
                await NotedAsync(Lantern, Sign.Blisters, "the ones by the door", day, cancel);
                break;
            case (4, 16):
                // Under a lamp that hangs too high.
                await MeasuredAsync(LanternRow, 11, day, cancel);
                await NotedAsync(Furnace, Sign.Insects, "below the young leaves", day, cancel);
                await CoveredAsync("Hardening stand", day, cancel);
                break;
            case (4, 17):
                await CountedAsync(day, cancel);
                await CoveredAsync("Hardening stand", day, cancel);
                break;
        }
    }

    private async Task NotedAsync(string code, Sign sign, string words, DateOnly day, CancellationToken cancel)
    {
        if (await BatchAsync(code, cancel) is not { } batch)
            return;
        await WriteAsync(
            n => new NoteStore(n).PutAsync(Id(), batch.Id, sign, words, new Dictionary<Question, bool>(), day, day, cancel),
            cancel
        );
    }

    /// <summary>What lay in the store that evening.</summary>
    private Task CountedAsync(DateOnly day, CancellationToken cancel) =>
        WriteAsync(
            async n =>
            {
                var catalogue = await Catalogue.LoadAsync(n, clock, cancel);
                var pot = catalogue.Containers.Values.Single(c => c.Name == "9 cm pot").Id;
                var room = new StoreRoom(n);
                await room.CountAsync(Id(), new(StoreKind.Mix, null, 360, day), catalogue.Containers.ContainsKey, cancel);
                await room.CountAsync(Id(), new(StoreKind.Labels, null, 500, day), catalogue.Containers.ContainsKey, cancel);
                await room.CountAsync(Id(), new(StoreKind.Containers, pot, 800, day), catalogue.Containers.ContainsKey, cancel);
                var prices = new PriceStore(n);
                foreach (
                    var (what, amount) in new[]
                    {
                        (PriceOf.Mix, 0.18),
                        (PriceOf.Label, 0.03),
                        (PriceOf.Hour, 15),
                        (PriceOf.Kwh, 0.3),
                        (PriceOf.Plant, 3.5),
                    }
                )
                    await prices.PutAsync(new(what, null, amount), catalogue.Containers.ContainsKey, cancel);
                await prices.PutAsync(new(PriceOf.Container, pot, 0.08), catalogue.Containers.ContainsKey, cancel);
            },
            cancel
        );

    private async Task SpacedAsync(string code, double cm, DateOnly day, CancellationToken cancel)
    {
        if (await FirstAsync(code, cancel) is not var (batch, group))
            return;
        await WriteAsync(
            n =>
                new LedgerStore(n, clock).AppendAsync(
                    batch.Id,
                    new(Id(), 0, day, EntryKind.Spaced, From: group.At, Group: group.Id, Said: new EntryDetail.Spaced(cm)),
                    cancel
                ),
            cancel
        );
    }

    private async Task MeasuredAsync(string code, double cm, DateOnly day, CancellationToken cancel)
    {
        if (await BatchAsync(code, cancel) is not { } batch || batch.State().Groups.MaxBy(g => g.Seedlings) is not { } group)
            return;
        await WriteAsync(
            n =>
                new LedgerStore(n, clock).AppendAsync(
                    batch.Id,
                    new(Id(), 0, day, EntryKind.Checked, From: group.At, Group: group.Id, Said: new EntryDetail.Checked(null, null, cm)),
                    cancel
                ),
            cancel
        );
    }

    private async Task OutAsync(string code, int plants, EntryDetail.Gone gone, DateOnly day, CancellationToken cancel)
    {
        if (await FirstAsync(code, cancel) is not var (batch, group))
            return;
        await WriteAsync(
            n =>
                new LedgerStore(n, clock).AppendAsync(
                    batch.Id,
                    new(Id(), 0, day, EntryKind.Out, From: group.At, Seedlings: plants, Group: group.Id, Said: gone),
                    cancel,
                    byRule: true
                ),
            cancel
        );
    }

    /// <summary>Some stay in their pots, for the fair.</summary>
    private async Task SplitAsync(string code, int plants, DateOnly day, CancellationToken cancel)
    {
        if (await FirstAsync(code, cancel) is not var (batch, group))
            return;
        var stand = WindlassYard.PlaceId("Hardening stand");
        var split = new Splitting(Id(), batch.Id, group.Id.Value, day, plants, null, plants, [], stand, stand, Spring.Fair);
        await database.ActAsync(
            nurseryId,
            DemoPeople.NameOf(Role.Grower),
            Touches.NewBatch,
            n => new SplitStore(n, clock).SplitAsync(split, cancel),
            cancel
        );
    }

    /// <summary>Some are set aside on the lamp rack.</summary>
    private async Task AsideAsync(string code, int plants, DateOnly day, CancellationToken cancel)
    {
        if (await FirstAsync(code, cancel) is not var (batch, group))
            return;
        await CarryAsync(batch, group, plants, WindlassYard.PlaceId("Lamp rack"), day, cancel);
    }

    private Task FedAsync(string place, CancellationToken cancel) =>
        WriteAsync(
            async n =>
                await new FeedingStore(n).FeedAsync(Id(), WindlassYard.PlaceId(place), await Catalogue.LoadAsync(n, clock, cancel), cancel),
            cancel
        );

    private async Task MixedAsync(DateOnly day, CancellationToken cancel)
    {
        var rack = WindlassYard.PlaceId("Lamp rack");
        var groups = new List<GroupOf>();
        foreach (var code in new[] { Lintel, Lantern })
        {
            if ((await BatchAsync(code, cancel))?.State() is { } state && state.Groups.FirstOrDefault(g => g.At.Place == rack) is { } group)
                groups.Add(new((await BatchAsync(code, cancel))!.Id, group.Id.Value));
        }

        if (groups.Count == 2)
            await WriteAsync(n => new IdentityStore(n, clock).MixedAsync(Id(), day, groups, cancel), cancel);
    }

    /// <summary>Covered for a cold night.</summary>
    private Task CoveredAsync(string place, DateOnly evening, CancellationToken cancel) =>
        WriteAsync(
            n =>
                new NightStore(n).PutAsync(
                    new(Id(), evening, WindlassYard.PlaceId(place), NightDid.Covered, null, Tonight.LimitC(Crop.Tomato, Tenderness.Tender)),
                    evening,
                    cancel
                ),
            cancel
        );

    /// <summary>In for a cold night, and out again: all of a place, or one batch of it.</summary>
    private async Task CarriedAsync(string from, string to, DateOnly day, CancellationToken cancel, string? only = null)
    {
        var (here, there) = (WindlassYard.PlaceId(from), WindlassYard.PlaceId(to));
        if (only is null)
        {
            await WriteAsync(n => new CarryStore(n, clock).CarryAsync(Id(), here, there, day, cancel, myCall: true), cancel);
            return;
        }

        if (
            await BatchAsync(only, cancel) is not { } batch
            || batch.State().Groups.FirstOrDefault(g => g.At.Place == here) is not { } group
        )
            return;
        await CarryAsync(batch, group, group.Seedlings, there, day, cancel);
    }

    private Task CarryAsync(BatchView batch, Group group, int plants, Guid to, DateOnly day, CancellationToken cancel) =>
        WriteAsync(
            n =>
                new LedgerStore(n, clock).AppendAsync(
                    batch.Id,
                    new(
                        Id(),
                        0,
                        day,
                        EntryKind.Moved,
                        From: group.At,
                        To: group.At with
                        {
                            Place = to,
                        },
                        Seedlings: plants,
                        Group: group.Id
                    ),
                    cancel,
                    byRule: true
                ),
            cancel
        );

    private async Task<BatchView?> BatchAsync(string code, CancellationToken cancel)
    {
        await using var nursery = await database.ReadAsync(nurseryId, cancel);
        return (await new BatchReader(nursery).AllAsync(cancel)).Find(b => b.Code == code);
    }

    /// <summary>The largest group of a batch in pots.</summary>
    private async Task<(BatchView Batch, Group Group)?> FirstAsync(string code, CancellationToken cancel) =>
        await BatchAsync(code, cancel) is { } batch
        && batch.State().Groups.Where(g => g.At.Container is not null && g.Reached.Kind >= StepKind.Move).MaxBy(g => g.Seedlings)
            is { } group
            ? (batch, group)
            : null;

    private Task WriteAsync(Func<NurseryTransaction, Task> write, CancellationToken cancel) =>
        database.ActAsync(nurseryId, DemoPeople.NameOf(Role.Grower), Touches.Work, write, cancel);

    private Guid Id() => WindlassYard.Numbered(4, ++_entries);
}
