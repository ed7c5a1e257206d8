using Juvenal.Core.Measures;
using Juvenal.Core.Season;
using Juvenal.Core.Sowing;
using Juvenal.Store.Accounts;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Seeds;
using Juvenal.Store.Sowing;
using Juvenal.Web.Accounts;
using Juvenal.Web.Problems;
using Juvenal.Web.Words;
using static System.FormattableString;

namespace Juvenal.Web.Labels;

/// <summary>What gets a label.</summary>
public enum LabelFor
{
    /// <summary>Each row of a tray that it shares with others; else the tray.</summary>
    Rows,

    Trays,

    /// <summary>Each plant that stands.</summary>
    Pots,
}

internal static class LabelEndpoints
{
    private const int MostLabels = 5000;
    private const int MostBatches = 200;

    /// <summary>What the codes of labels open: short, so that they stay large squares on a narrow tag.</summary>
    public static void MapShortLinks(this IEndpointRouteBuilder app) =>
        app.MapGet(
                "/b/{link}",
                (string link) =>
                    ShortLink.Read(link) is { } found
                        ? Results.Redirect($"/n/{found.Nursery}/batches/{found.Batch}?label")
                        : Results.Problem("There is nothing at this address.", statusCode: 404)
            )
            .ExcludeFromDescription();

    public static void MapLabels(this RouteGroupBuilder nursery) =>
        nursery
            .MapGet(
                "/labels.pdf",
                async (
                    [AsParameters] Here here,
                    Guid[] batch,
                    string format,
                    HttpRequest request,
                    TimeProvider clock,
                    CancellationToken cancel,
                    string on = "rows",
                    int skip = 0,
                    double right = 0,
                    double down = 0
                ) =>
                {
                    await using var reading = await here.ReadAsync(cancel);
                    var sheet =
                        LabelFormat.All.FirstOrDefault(f => f.Code == format)
                        ?? throw new RefusedException(new Failure("not-chosen", "format"));
                    if (skip < 0 || skip >= sheet.PerPage)
                        throw new RefusedException(Failure.OutOfRange("skip", skip, 0, sheet.PerPage - 1));
                    foreach (var (field, shift) in new[] { ("right", right), ("down", down) })
                    {
                        if (!(Math.Abs(shift) <= LabelSheet.MostShiftMm))
                            throw new RefusedException(Failure.OutOfRange(field, shift, -LabelSheet.MostShiftMm, LabelSheet.MostShiftMm));
                    }

                    if (batch.Length is 0 or > MostBatches)
                        throw new RefusedException(Failure.OutOfRange("batch", batch.Length, 1, MostBatches));
                    var labels = await LabelsAsync(
                        reading,
                        here.Nursery,
                        batch,
                        Ask.Choice<LabelFor>(on, "on") ?? LabelFor.Rows,
                        $"{request.Scheme}://{request.Host}",
                        clock,
                        cancel
                    );
                    return TypedResults.File(LabelSheet.Of(labels, sheet, skip, (right, down)), "application/pdf", "labels.pdf");
                }
            )
            .WithName("labels")
            .For(Role.Helper);

    private static async Task<IReadOnlyList<Label>> LabelsAsync(
        NurseryTransaction reading,
        Guid nursery,
        Guid[] ids,
        LabelFor on,
        string root,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var reader = new BatchReader(reading);
        var today = (await new Store.Site.SiteStore(reading).GetAsync(cancel)).Today(clock);
        var lots = (await new SeedLotStore(reading).AllAsync(cancel)).ToDictionary(l => l.Row.Id, l => l.Row.Name);
        var trays = await new TrayStore(reading).OfAsync(ids, cancel);
        var containers = await new Store.Places.ContainerStore(reading).AllAsync(cancel);
        var rowCells = containers.Where(c => c.Format() is not null).ToDictionary(c => c.Id, c => c.Format()!.RowCells);
        var labels = new List<Label>();
        var batches = (await reader.BriefAsync(ids, cancel)).ToDictionary(b => b.Id);
        foreach (var id in ids)
        {
            var batch = batches.GetValueOrDefault(id) ?? throw new NotFoundException("batch");
            // Counted before they are made: millions of them would be.
            var wanted = (on == LabelFor.Pots ? Pots(batch) : Of(batch, on, trays, rowCells).Take(MostLabels + 1).Count()) + labels.Count;
            if (wanted > MostLabels)
                throw new RefusedException(new Failure("too-many", "batch", wanted, High: MostLabels));
            labels.AddRange(Of(batch, on, trays, rowCells).Select(where => Make(batch, where)));
        }

        foreach (var label in labels.DistinctBy(l => l.Cultivar + l.Lines[0]))
        {
            if (LabelSheet.Missing(label.Cultivar + string.Concat(label.Lines)) is { } sign)
                throw new RefusedException(new Failure("sign-not-on-labels", "batch", Subject: $"{sign}” in “{label.Cultivar}"));
        }

        return labels.Count > 0 ? labels : throw new RefusedException(new Failure("no-labels", "on"));

        Label Make(BatchView batch, string where)
        {
            var sown = batch.StepOf(StepKind.Begin);
            var begun = batch.Input.Begins.Kind switch
            {
                Start.Plants => "came",
                Start.Standing => "from",
                Start.Cuttings => "cut",
                Start.Grafts => "grafted",
                _ => "sown",
            };
            var lot = batch.Input.LotId is { } lotId ? lots[lotId] : "";
            return new(
                batch.Cultivar,
                batch.Code,
                [
                    where,
                    Invariant($"{begun} {Days.Say(sown.DoneOn ?? (sown.Mid > today ? sown.Mid : today))} {(sown.DoneOn ?? sown.Mid).Year}"),
                    lot,
                ],
                $"{root}/b/{ShortLink.Of(nursery, batch.Id)}"
            );
        }
    }

    /// <summary>Where each plant stands, in the order in which the trays are pricked out; none where their cells are not counted.</summary>
    private static IEnumerable<string> InTrayOrder(BatchView batch, List<TrayView> own, IReadOnlyDictionary<Guid, int> rowCells)
    {
        if (TrayCells.Current(batch.State(), batch.Input.TrayId) is not { } counted)
            yield break;
        foreach (var tray in own)
        {
            if (counted.FirstOrDefault(c => c.TrayId == tray.Id) is not { } cells || !rowCells.TryGetValue(tray.ContainerId, out var inRow))
                continue;
            foreach (var (i, sign) in cells.Cells.Index())
            {
                if (sign is not (CellTally.Nobody or '0'))
                    yield return Invariant($"{tray.Code} row {(i / inRow) + 1}");
            }
        }
    }

    private static int Pots(BatchView batch) => batch.State().Labelled;

    private static IEnumerable<string> Of(
        BatchView batch,
        LabelFor on,
        IReadOnlyList<TrayView> trays,
        IReadOnlyDictionary<Guid, int> rowCells
    )
    {
        var own = trays.Where(t => t.Rows.Any(r => r.BatchId == batch.Id)).ToList();
        if (on == LabelFor.Pots)
        {
            var inTrays = InTrayOrder(batch, own, rowCells).ToList();
            return [.. inTrays, .. Enumerable.Repeat("", Math.Max(0, Pots(batch) - inTrays.Count))];
        }

        // What stands in single pots, or is not laid out yet, gets one for the lot of them.
        if (own.Count == 0)
            return [""];
        return own.SelectMany(t =>
            on == LabelFor.Rows && t.Rows.Any(r => r.BatchId != batch.Id)
                ? t.Rows.Where(r => r.BatchId == batch.Id).Select(r => Invariant($"{t.Code} row {r.Row}"))
                : [t.Code]
        );
    }
}
