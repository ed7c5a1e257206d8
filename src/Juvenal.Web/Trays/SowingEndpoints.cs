using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Sowing;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Seeds;
using Juvenal.Store.Sowing;
using Juvenal.Web.Accounts;
using Juvenal.Web.Labels;
using Juvenal.Web.Words;
using static System.FormattableString;

namespace Juvenal.Web.Trays;

/// <summary>How trays are to be filled.</summary>
/// <param name="Batches">Not yet sown, in the order they are to lie.</param>
/// <param name="Share">Batches share trays, by whole rows.</param>
/// <param name="Extra">Cells that are left over.</param>
public sealed record LayoutInput(IReadOnlyList<Guid> Batches, bool Share, ExtraCells Extra);

/// <summary>A tray to fill.</summary>
/// <param name="Code">Null until the layout is kept.</param>
public sealed record BenchTray(string? Code, IReadOnlyList<TrayRowAnswer> Rows);

/// <summary>What is sown of one batch.</summary>
/// <param name="Due">The day to sow.</param>
/// <param name="Cells">By the layout.</param>
/// <param name="Lot">Packet; null where not said.</param>
/// <param name="SeedsLeft">In it; null where not known.</param>
/// <param name="Lacking">Seeds that the packet lacks.</param>
public sealed record BenchBatch(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    Press Press,
    DateOnly Due,
    int Wanted,
    int Cells,
    int SeedsPerCell,
    int Seeds,
    string? Lot,
    int? SeedsLeft,
    int Lacking
);

/// <summary>Batches that are sown in the same trays, in the same place.</summary>
/// <param name="MixLitres">Loose mix; 0 where none goes in.</param>
/// <param name="WaterLitres">To wet it, to swell, to soak.</param>
/// <param name="Steps">How it is done, in order.</param>
/// <param name="Kept">Whether this layout is stored.</param>
/// <param name="Spill">That a whole tray is taken for a few cells, and what to do instead; null where it is not.</param>
public sealed record BenchGroup(
    Guid ContainerId,
    string Container,
    ContainerForm Form,
    int RowCount,
    int RowCells,
    string Place,
    IReadOnlyList<BenchBatch> Batches,
    IReadOnlyList<BenchTray> Trays,
    double MixLitres,
    double WaterLitres,
    IReadOnlyList<string> Steps,
    IReadOnlyList<PickLine> PickList,
    bool Kept,
    string? Spill
);

public sealed record PickLine(string What, double Amount, string Unit);

/// <param name="Groups">By tray and place.</param>
/// <param name="Cautions">Where the work can hurt someone.</param>
/// <param name="Formats">Labels that can be printed.</param>
public sealed record SowingAnswer(
    DateOnly Today,
    IReadOnlyList<BenchGroup> Groups,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<LabelFormat> Formats
);

internal static class SowingEndpoints
{
    /// <summary>Batches that are to be sown within so many days stand on the sheet.</summary>
    private const int Ahead = 14;

    public static void MapSowing(this RouteGroupBuilder nursery)
    {
        nursery
            .MapGet(
                "/sowing",
                async ([AsParameters] Here here, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await AnswerAsync(reading, null, clock, cancel));
                }
            )
            .WithName("sowing")
            .For(Role.Helper);

        nursery
            .MapPost(
                "/sowing",
                async ([AsParameters] Here here, LayoutInput layout, TimeProvider clock, CancellationToken cancel) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    return TypedResults.Ok(await AnswerAsync(reading, layout, clock, cancel));
                }
            )
            .WithName("previewSowing")
            .For(Role.Grower);

        nursery
            .MapPut(
                "/sowing",
                ([AsParameters] Here here, LayoutInput layout, TimeProvider clock, CancellationToken cancel) =>
                    here.DoAsync(Touches.Work, writing => KeepAsync(writing, layout, clock, cancel), cancel)
            )
            .WithName("keepSowing")
            .For(Role.Grower);
    }

    internal static async Task<SowingAnswer> AnswerAsync(
        NurseryTransaction reading,
        LayoutInput? layout,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(reading, clock, cancel);
        var all = (await new BatchReader(reading).ToSowAsync(cancel)).ToDictionary(b => b.Id);
        var sowing = ToSow(all.Values, catalogue, layout).ToList();
        Guid[] packets = [.. sowing.Select(b => b.Input.LotId).OfType<Guid>().Distinct()];
        var lots = (await new SeedLotStore(reading).SomeAsync(packets, cancel)).ToDictionary(l => l.Row.Id);
        var kept = await new TrayStore(reading).OfAsync(sowing.Select(b => b.Id), cancel);
        // Whoever shares a tray with them is named in it, ended or not.
        var others = kept.SelectMany(t => t.Rows).Select(r => r.BatchId).Where(id => !all.ContainsKey(id)).Distinct().ToArray();
        if (others.Length > 0)
        {
            foreach (var batch in await new BatchReader(reading).BriefAsync(others, cancel))
                all[batch.Id] = batch;
        }

        var groups = sowing
            .GroupBy(b => (b.Input.TrayId, b.Input.GerminationPlaceId))
            .Select(g => Group([.. g], layout, kept, all, lots, catalogue))
            .ToList();
        // Several may take from one packet: the first to be sown are the first served.
        var lacking = PacketShare.Lacking(
            groups
                .SelectMany(g => g.Batches)
                .OrderBy(l => l.Due)
                .ThenBy(l => l.Code.Length)
                .ThenBy(l => l.Code, StringComparer.Ordinal)
                .Where(l => all[l.BatchId].Input.LotId is not null)
                .Select(l => new SowingToCome(l.BatchId, all[l.BatchId].Input.LotId!.Value, l.Seeds)),
            lot => lots[lot].Book.Left
        );
        return new(
            catalogue.Today,
            [
                .. groups.Select(g =>
                    g with
                    {
                        Batches = [.. g.Batches.Select(l => l with { Lacking = lacking.GetValueOrDefault(l.BatchId) })],
                    }
                ),
            ],
            [.. CautionsOf(sowing, catalogue)],
            LabelFormat.All
        );
    }

    private static IEnumerable<string> CautionsOf(IReadOnlyList<BatchView> sowing, Store.Plans.Catalogue catalogue)
    {
        yield return Cautions.Mix;
        if (sowing.Any(b => b.Group != SpeciesGroup.Tomato))
            yield return Cautions.PepperSeed;
        if (sowing.Any(b => catalogue.Places[b.Input.GerminationPlaceId].Kind == PlaceKind.Mat))
            yield return Cautions.Mat;
        if (sowing.Any(b => Store.Plans.Catalogue.Of(catalogue.Containers[b.Input.TrayId]).WaterCulture))
            yield return Cautions.Solution;
    }

    private static IEnumerable<BatchView> ToSow(IEnumerable<BatchView> all, Store.Plans.Catalogue catalogue, LayoutInput? layout)
    {
        var open = all.Where(b => b.EndedOn is null && b.SeedsSown == 0 && b.Input.Begins.Kind == Start.Seed).ToDictionary(b => b.Id);
        return layout is not null
            ? layout.Batches.Select(id =>
                open.TryGetValue(id, out var batch) ? batch : throw new RefusedException(new Failure("sown-or-gone", "batches"))
            )
            : open
                .Values.Where(b => DueOn(b) <= catalogue.Today.AddDays(Ahead))
                .OrderBy(DueOn)
                .ThenBy(b => b.Code.Length)
                .ThenBy(b => b.Code, StringComparer.Ordinal);
    }

    /// <summary>The day the Round has it for.</summary>
    private static DateOnly DueOn(BatchView batch) => batch.DayOf(SowStep(batch)).Shown;

    private static StoredStep SowStep(BatchView batch) => batch.StepOf(StepKind.Begin);

    private static IReadOnlyList<LaidRow> Arranged(IReadOnlyList<BatchView> batches, LayoutInput layout, TrayFormat format) =>
        TrayLayout.Arrange(batches.Select(b => new CellWish(b.Id, b.Cells)), format, layout.Share, layout.Extra);

    private static BenchGroup Group(
        IReadOnlyList<BatchView> batches,
        LayoutInput? layout,
        IReadOnlyList<TrayView> kept,
        IReadOnlyDictionary<Guid, BatchView> all,
        IReadOnlyDictionary<Guid, SeedLotView> lots,
        Store.Plans.Catalogue catalogue
    )
    {
        var row = catalogue.Containers[batches[0].Input.TrayId];
        var container = Store.Plans.Catalogue.Of(row);
        var format = row.Format();
        var own = batches.Select(b => b.Id).ToHashSet();
        var stored = kept.Where(t => t.ContainerId == row.Id && t.Rows.Any(r => own.Contains(r.BatchId))).ToList();
        var isKept = layout is null && batches.All(b => stored.Any(t => t.Rows.Any(r => r.BatchId == b.Id)));
        var laid = format is null ? [] : Arranged(batches, layout ?? new([], true, ExtraCells.Left), format);
        List<BenchTray> trays = isKept
            ? [.. stored.Select(t => new BenchTray(t.Code, [.. t.Rows.Select(r => TrayAnswers.Row(r, all))]))]
            :
            [
                .. laid.GroupBy(r => r.Tray)
                    .Select(t => new BenchTray(null, [.. t.Select(r => TrayAnswers.Row(new(r.Row, r.Batch, r.Cells), all))])),
            ];
        var lines = batches
            .Select(b =>
                Line(
                    b,
                    format is null ? b.Cells : trays.SelectMany(t => t.Rows).Where(r => r.BatchId == b.Id).Sum(r => r.Cells),
                    lots,
                    catalogue
                )
            )
            .ToList();
        var cells = lines.Sum(l => l.Cells);
        var place = catalogue.Places[batches[0].Input.GerminationPlaceId];
        var (mix, water) = (container.MixLitres(cells), container.WaterLitres(cells));
        return new(
            row.Id,
            row.Name,
            row.Form,
            format?.Rows ?? 1,
            format?.RowCells ?? 1,
            place.Name,
            lines,
            trays,
            mix,
            water,
            SowingWords.Steps(container, batches, place, catalogue, water),
            [.. Pick(row, trays, cells, mix, water, container, lines)],
            isKept,
            !isKept && format is not null && TrayLayout.Spill(laid, format) is { } spill ? SowingWords.Spill(spill, trays.Count) : null
        );
    }

    private static BenchBatch Line(BatchView batch, int cells, IReadOnlyDictionary<Guid, SeedLotView> lots, Store.Plans.Catalogue catalogue)
    {
        var lot = batch.Input.LotId is { } id ? lots[id] : null;
        var seeds = cells * batch.Input.SeedsPerCell;
        var left = lot?.Book.Left;
        var step = SowStep(batch);
        var press = TodaysWork.PressOf(batch.DayOf(step), catalogue.Today);
        return new(
            batch.Id,
            batch.Code,
            batch.Cultivar,
            batch.Crop,
            press,
            DueOn(batch),
            batch.Cells,
            cells,
            batch.Input.SeedsPerCell,
            seeds,
            lot?.Row.Name,
            left,
            0
        );
    }

    private static IEnumerable<PickLine> Pick(
        Store.Places.ContainerRow row,
        List<BenchTray> trays,
        int cells,
        double mix,
        double water,
        Container container,
        IReadOnlyList<BenchBatch> lines
    )
    {
        // A packet is fetched once, however many batches are sown from it.
        foreach (var seed in lines.GroupBy(l => l.Lot ?? l.Cultivar))
            yield return new(Invariant($"{seed.Key} seed"), seed.Sum(l => l.Seeds), "seeds");
        yield return new(row.Name, row.Cells is null ? cells : trays.Count, "");
        if (mix > 0)
            yield return new("Seed mix", mix, "L");
        if (water > 0)
            yield return new(container.WaterCulture ? "Nutrient solution" : "Water", water, "L");
        // A label for each tray, and for each row of one that is shared.
        yield return new(
            "Labels",
            trays.Count == 0 ? lines.Count : trays.Sum(t => t.Rows.Select(r => r.BatchId).Distinct().Count() > 1 ? t.Rows.Count : 1),
            ""
        );
    }

    private static async Task KeepAsync(NurseryTransaction writing, LayoutInput layout, TimeProvider clock, CancellationToken cancel)
    {
        var catalogue = await Store.Plans.Catalogue.LoadAsync(writing, clock, cancel);
        if (layout.Batches.Count == 0 || layout.Batches.Distinct().Count() != layout.Batches.Count)
            throw new RefusedException(new Failure("not-chosen", "batches"));
        var batches = ToSow(await new BatchReader(writing).ToSowAsync(cancel), catalogue, layout).ToList();
        foreach (var group in batches.GroupBy(b => (b.Input.TrayId, b.Input.GerminationPlaceId)))
        {
            if (catalogue.Containers[group.Key.TrayId].Format() is not { } format)
                continue;
            List<BatchView> own = [.. group];
            await new TrayStore(writing).LayAsync(
                own[0].Input.Season,
                group.Key.TrayId,
                [.. own.Select(b => b.Id)],
                Arranged(own, layout, format),
                cancel
            );
        }
    }
}
