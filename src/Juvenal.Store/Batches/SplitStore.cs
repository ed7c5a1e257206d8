using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Batches;

/// <summary>Part of a batch that goes on as a batch of its own.</summary>
/// <param name="Id">Of the new batch, made by the client: split twice with it, it has one effect.</param>
/// <param name="Batch">The mother.</param>
/// <param name="Group">Of which group.</param>
/// <param name="On">The day, today or earlier.</param>
/// <param name="Seedlings">How many plants go.</param>
/// <param name="Containers">In how many containers; null: as they stand.</param>
/// <param name="Wanted">How many of the plants that are wanted it takes over, from 0; the mother wants fewer by as many.</param>
/// <param name="Moves">What is still to come, 0–6 moves; null: what the plan has for them after what they have done.</param>
/// <param name="HardeningPlaceId">The hardening stand.</param>
/// <param name="BedId">Where it ends.</param>
/// <param name="Aim">What it is raised for; null: what the mother is.</param>
public sealed record Splitting(
    Guid Id,
    Guid Batch,
    Guid Group,
    DateOnly On,
    int Seedlings,
    int? Containers,
    int Wanted,
    IReadOnlyList<MoveInput>? Moves,
    Guid HardeningPlaceId,
    Guid BedId,
    AimInput? Aim = null
);

/// <summary>Splits batches: an entry on both sides, one act.</summary>
public sealed class SplitStore(NurseryTransaction nursery, TimeProvider clock)
{
    private const string Codes = """
        -- The codes of what was split off from a batch before.
        select code
        from batch
        where parent_id = $1
        """;

    private const string Want = """
        -- What its part takes over is not wanted of the mother any more, and again where the part is taken back.
        update batch
        set version = version + 1, plants_wanted = $2
        where id = $1
        """;

    private const string End = """
        -- A part that is taken back is no batch any more; put forward again, it goes on.
        update batch
        set version = version + 1, ended_on = $2, end_reason = case when $2 is null then null else 'Split taken back' end
        where id = $1
          and (ended_on is null) = ($2 is not null)
        """;

    /// <exception cref="NotFoundException">No such batch.</exception>
    /// <exception cref="RefusedException">Fewer stand there; they are planted; the rest of the path cannot be planned.</exception>
    /// <exception cref="ConflictException">The id was used for something else.</exception>
    public async Task SplitAsync(Splitting split, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(split);
        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(new { did = "split", split });
        if (await acts.WrittenAsync(split.Id, hash, cancel) is not null)
            return;
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, [split.Batch], [], cancel);
        var mother = ledgers[split.Batch];
        var then = mother.Ledger.On(split.On);
        if (then.Group(new(split.Group)) is not { } group)
            throw new RefusedException(new Failure("group-elsewhere", "group"));
        if (group.At.Container is not { } container)
            throw new RefusedException(new Failure("planted-already", "group"));
        if (split.Seedlings < 1 || split.Seedlings > group.Seedlings)
            throw new RefusedException(Failure.OutOfRange("seedlings", split.Seedlings, 1, group.Seedlings));
        if (split.Wanted < 0 || split.Wanted > split.Seedlings)
            throw new RefusedException(Failure.OutOfRange("wanted", split.Wanted, 0, split.Seedlings));

        var part = group with { Seedlings = split.Seedlings };
        var containers =
            split.Containers
            ?? (split.Seedlings == group.Seedlings ? group.Containers : Emptying.Emptied(EntryKind.Parted, split.Seedlings, group));
        var code = CodeOf(mother.Batch.Code, await nursery.ListAsync(Codes, r => r.GetString(0), cancel, Sql.Of(split.Batch)));
        var leaves = await LeavesAsync(split.Batch, split.On, cancel);
        split = split with { Moves = split.Moves ?? Left(mother.Batch.Route, group.Reached) };
        var input = InputOf(split, mother.Batch.Input, part.At.Place, container, leaves);
        // Carried into the cold for a night, they do not grow on there: the plan goes on from where their last step put them.
        if (Planned.Of(ledgers.Catalogue, input, null).Failures.Any(f => f.Field is "path.seedling" or "path.germination"))
            input = InputOf(split, mother.Batch.Input, mother.Batch.Route[group.Reached].At.Place, container, leaves);
        await new BatchStore(nursery, clock).KeepAsync(split.Id, input, null, new(split.Batch, code), cancel);

        // The child's ledger has only its first entry: it is opened after it is there.
        var child = await OpenLedgers.OpenAsync(nursery, clock, [split.Id], [], cancel);
        var act = split.Id;
        var (parted, stood) = (WorkStore.Derived(act, "parted"), WorkStore.Derived(act, "stood"));
        ledgers.Append(
            split.Batch,
            new(
                parted,
                0,
                split.On,
                EntryKind.Parted,
                From: group.At,
                Seedlings: split.Seedlings,
                Containers: containers,
                Act: act,
                Group: group.Id,
                Said: new EntryDetail.Split(split.Id, split.Wanted)
            )
        );
        child.Append(
            split.Id,
            new(
                stood,
                0,
                split.On,
                EntryKind.Received,
                To: group.At,
                Seedlings: split.Seedlings,
                Containers: containers,
                Act: act,
                Said: new EntryDetail.Stood(group.InPotSince, group.HardenedSince, split.Batch, group.Outdoors, group.ToppedOn)
            )
        );
        await FollowAsync(ledgers, ledgers[split.Batch].New.Select(e => (split.Batch, e.Entry)), cancel);
        await ledgers.SaveAsync(cancel);
        await child.SaveAsync(cancel);
        acts.Keep(act, hash, [parted, stood]);
    }

    /// <summary>Begins a batch with plants that stand already; said again, it has no second effect.</summary>
    /// <param name="id">The batch.</param>
    /// <param name="seedlings">How many stand.</param>
    /// <param name="containers">In how many containers.</param>
    /// <param name="stood">Since when.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">Fields begin with <c>standing</c>.</exception>
    public async Task StandAsync(Guid id, int seedlings, int containers, EntryDetail.Stood stood, CancellationToken cancel)
    {
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, [id], [], cancel);
        var batch = ledgers[id].Batch;
        if (batch.Input.Begins.Kind != Start.Standing)
            throw new RefusedException(new Failure("not-chosen", "standing"));
        if (containers < 1 || containers > seedlings)
            throw new RefusedException(Failure.OutOfRange("standing.containers", containers, 1, Math.Max(1, seedlings)));
        var entry = new LedgerEntry(
            WorkStore.Derived(id, "stood"),
            0,
            ledgers.Catalogue.Today,
            EntryKind.Received,
            To: batch.Route[batch.Route.Begin].At,
            Seedlings: seedlings,
            Containers: containers,
            Said: stood
        );
        if (ledgers[id].Stored.Any(e => e.Entry.Id == entry.Id))
            return;
        try
        {
            ledgers.Append(id, entry);
        }
        catch (RefusedException e)
        {
            throw e.At(field => "standing." + field.Replace("said.", "", StringComparison.Ordinal));
        }

        await ledgers.SaveAsync(cancel);
    }

    /// <summary>
    /// What follows from parting plants, or from taking that back: the mother wants fewer or more, and the part goes on or ends. Called
    /// before the ledgers are saved.
    /// </summary>
    /// <param name="ledgers">With the new entries.</param>
    /// <param name="touched">Entries that were written or taken back, of any kind, with their batches.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task FollowAsync(OpenLedgers ledgers, IEnumerable<(Guid Batch, LedgerEntry Entry)> touched, CancellationToken cancel)
    {
        foreach (var (batch, entry) in touched)
        {
            var page = ledgers[batch];
            if (Parted(page, entry) is not { Said: EntryDetail.Split split } parted)
                continue;
            var takenBack = Fold.TakenBack(page.Entries).Contains(parted.Id);
            var input = page.Chosen ?? page.Batch.Input;
            page.Chosen = input with { PlantsWanted = Math.Max(1, input.PlantsWanted + (takenBack ? split.Wanted : -split.Wanted)) };
            await nursery.ExecuteAsync(Want, cancel, Sql.Of(batch), Sql.Of(page.Chosen.PlantsWanted));
            var ended = takenBack ? ledgers.Catalogue.Today : (DateOnly?)null;
            await nursery.ExecuteAsync(End, cancel, Sql.Of(split.Into), Sql.OfNull(ended));
            if (ledgers.Find(split.Into) is { } part)
                part.Batch = part.Batch with { EndedOn = ended };
        }
    }

    /// <summary>The parting that an entry is, or that an undo of any depth is about.</summary>
    private static LedgerEntry? Parted(OpenLedgers.Page page, LedgerEntry entry)
    {
        var found = entry;
        while (found is { Kind: EntryKind.Undo, Corrects: { } corrected })
            found = page.Entries.FirstOrDefault(e => e.Id == corrected);
        return found is { Kind: EntryKind.Parted } ? found : null;
    }

    /// <summary>The mother's code with a letter: 26-07a, 26-07b, …; of a part that is parted again: 26-07aa.</summary>
    internal static string CodeOf(string mother, IReadOnlyCollection<string> taken)
    {
        for (var i = 0; ; i++)
        {
            var code =
                $"{mother}{(char)('a' + (i % 26))}{(i < 26 ? "" : (i / 26).ToString(System.Globalization.CultureInfo.InvariantCulture))}";
            if (!taken.Contains(code))
                return code;
        }
    }

    private static BatchInput InputOf(Splitting split, BatchInput mother, Guid place, Guid container, double leaves) =>
        mother with
        {
            PlantsWanted = Math.Max(1, split.Wanted),
            Germination = 1,
            SeedsPerCell = 1,
            SeedsAvailable = null,
            LotId = null,
            TrayId = container,
            GerminationPlaceId = place,
            SeedlingPlaceId = place,
            Moves = [.. split.Moves!.Select(m => m with { Id = null })],
            HardeningPlaceId = split.HardeningPlaceId,
            BedId = split.BedId,
            Aim = split.Aim ?? mother.Aim,
            Locks = new(),
            Start = new(Start.Standing, leaves, UnionCm: null),
        };

    /// <summary>The moves that plants have still to do.</summary>
    private static List<MoveInput> Left(Route route, Step reached) =>
        [.. route.Moves.Where(m => m > reached).Select(m => new MoveInput(route[m].At.Container!.Value, route[m].At.Place))];

    /// <summary>True leaves that the mother's plan expects on a day.</summary>
    private async Task<double> LeavesAsync(Guid batch, DateOnly day, CancellationToken cancel)
    {
        var view = await new BatchReader(nursery).OneAsync(batch, cancel);
        return Math.Round(
            LeavesOn.Of(
                view.Steps.Where(s => s.Leaves is not null).Select(s => (s.Mid, s.Leaves!.Value)),
                view.DoneOn(view.Route.Standing),
                day
            ),
            1
        );
    }
}
