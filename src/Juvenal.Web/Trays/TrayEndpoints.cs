using Juvenal.Core.Ledger;
using Juvenal.Core.Sowing;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Seeds;
using Juvenal.Store.Sowing;
using Juvenal.Web.Accounts;
using Juvenal.Web.Batches;

namespace Juvenal.Web.Trays;

/// <summary>The cells of a tray as they are now.</summary>
/// <param name="Cells">A sign a cell, in the tray's order: a digit, or a dot where the batch has none.</param>
public sealed record TrayCellsInput(Guid TrayId, string Cells);

/// <param name="Id">Of the entry, made by the client: sent twice, it has one effect.</param>
/// <param name="HappenedOn">Today or earlier.</param>
/// <param name="Trays">Those that were counted or changed.</param>
/// <param name="Means">What the difference is.</param>
/// <param name="Reason">Of a loss.</param>
/// <param name="CarryOn">Counted: the trays go on to where seedlings stand.</param>
/// <param name="Sure">Doubts that were asked and that the grower says are so.</param>
public sealed record CellsInput(
    Guid Id,
    DateOnly HappenedOn,
    IReadOnlyList<TrayCellsInput> Trays,
    CellsMean Means,
    string? Reason = null,
    bool CarryOn = false,
    IReadOnlyList<string>? Sure = null
);

/// <param name="Snips">As it was shown: another plan is refused.</param>
public sealed record ThinInput(Guid Id, DateOnly HappenedOn, int Snips);

internal static class TrayEndpoints
{
    public static void MapTrays(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/batches/{id:guid}/trays",
                async ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await MapAsync(reading, id, clock, cancel));
                }
            )
            .WithName("trays")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/cells",
                ([AsParameters] Here here, Guid id, CellsInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                        {
                            var written = await new CellStore(writing, clock).PutAsync(
                                id,
                                input.Id,
                                input.HappenedOn,
                                [.. input.Trays.Select(t => new TrayCount(t.TrayId, t.Cells))],
                                input.Means,
                                input.Reason,
                                input.CarryOn,
                                cancel,
                                input.Sure
                            );
                            return TypedResults.Ok(new Written(written));
                        },
                        cancel
                    )
            )
            .WithName("putCells")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/thin",
                ([AsParameters] Here here, Guid id, ThinInput input, TimeProvider clock, CancellationToken cancel) =>
                    here.ActAsync(
                        Touches.Work,
                        async writing =>
                        {
                            await new CellStore(writing, clock).ThinAsync(id, input.Id, input.HappenedOn, input.Snips, cancel);
                            return TypedResults.Ok(new Written([input.Id]));
                        },
                        cancel
                    )
            )
            .WithName("thin")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/batches/{id:guid}/trays",
                ([AsParameters] Here here, Guid id, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => LayAsync(writing, id, clock, cancel), cancel)
            )
            .WithName("layTrays")
            .For(Role.Helper);
    }

    internal static async Task<TrayMapAnswer> MapAsync(NurseryTransaction reading, Guid id, TimeProvider clock, CancellationToken cancel)
    {
        var reader = new BatchReader(reading);
        var batch = await reader.OneAsync(id, cancel);
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var trays = await new TrayStore(reading).OfAsync([id], cancel);
        Guid[] others = [.. trays.SelectMany(t => t.Rows).Select(r => r.BatchId).Where(b => b != id).Distinct()];
        var batches = (others.Length > 0 ? await reader.BriefAsync(others, cancel) : []).Append(batch).ToDictionary(b => b.Id);
        var (entries, _) = await reader.LedgerAsync(id, cancel);
        var state = batch.State();
        var group = TrayCells.Group(state, batch.Input.TrayId);
        var laid = trays.SelectMany(t => t.Rows).Where(r => r.BatchId == id).Sum(r => r.Cells);
        var hasCells = catalogue.Containers[batch.Input.TrayId].Format() is not null;
        var seed = batch.Input.Begins.Kind == Core.Season.Start.Seed;
        return new(
            id,
            batch.Code,
            batch.Cultivar,
            batch.Crop,
            catalogue.Today,
            batch.BegunOn,
            state.SeedsSown,
            state.Emerged,
            group?.Seedlings ?? 0,
            group is not null,
            TrayCells.Current(state, batch.Input.TrayId) is not null,
            seed ? Math.Min(batch.Input.SeedsPerCell, CellTally.Most) : 1,
            hasCells && group is not null ? Math.Max(0, group.Containers - laid) : 0,
            (int)Math.Ceiling(state.SeedsSown * batch.Input.Begins.ShareOf(batch.Input.Germination) / 2),
            batch.TrayCounts.Count == 0 ? null : CellTally.Of(batch.TrayCounts.Select(t => t.Cells)),
            group is not null && batch.TargetOf(batch.Route.Standing) is var on && on != group.At && group.Reached < batch.Route.Standing
                ? catalogue.Places[on.Place].Name
                : null,
            TrayAnswers.Thin(batch, catalogue),
            await CourseAsync(reading, batch, [.. entries.Select(e => e.Entry)], catalogue, cancel),
            [.. trays.Select(t => TrayAnswers.Tray(t, batch, batches, catalogue))]
        );
    }

    /// <summary>Emergence of a batch; null before sowing, and for what is not raised from seed.</summary>
    internal static async Task<CourseAnswer?> CourseAsync(
        NurseryTransaction reading,
        BatchView batch,
        IReadOnlyList<LedgerEntry> entries,
        Store.Plans.Catalogue catalogue,
        CancellationToken cancel
    )
    {
        if (batch.BegunOn is not { } sown)
            return null;
        // Emptied trays bring nothing more, whatever cells they still have.
        if (batch.Emerged > 0 && batch.State().Groups.Where(g => g.Reached.Kind <= Core.Season.StepKind.Up).Sum(g => g.Seedlings) == 0)
            return null;
        var read = await new ReadingStore(reading).SinceAsync(batch.Input.GerminationPlaceId, sown, cancel);
        var readings = read.FindAll(r => r.SoilC is not null);
        var lot = batch.Input.LotId is { } lotId ? await new SeedLotStore(reading).FactsAsync(lotId, cancel) : null;
        return TrayAnswers.Course(batch, entries, readings, lot, catalogue);
    }

    /// <summary>Rows for what was sown before trays were laid out.</summary>
    private static async Task LayAsync(NurseryTransaction writing, Guid id, TimeProvider clock, CancellationToken cancel)
    {
        var batch = await new BatchReader(writing).OneAsync(id, cancel);
        var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
        if (
            catalogue.Containers[batch.Input.TrayId].Format() is not { } format
            || TrayCells.Group(batch.State(), batch.Input.TrayId) is not { } group
        )
        {
            throw new RefusedException(new Core.Measures.Failure("not-in-trays", "trays"));
        }

        if (group.Containers / format.Cells >= TrayStore.MostTrays)
            throw new RefusedException(
                new Core.Measures.Failure("too-many-trays", "trays", group.Containers / format.Cells, High: TrayStore.MostTrays)
            );
        await new TrayStore(writing).FitAsync(id, batch.Input.Season, batch.Input.TrayId, format, group.Containers, cancel);
    }
}
