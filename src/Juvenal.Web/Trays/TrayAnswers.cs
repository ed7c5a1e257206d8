using Juvenal.Core.Cultivars;
using Juvenal.Core.Growth;
using Juvenal.Core.Ledger;
using Juvenal.Core.Places;
using Juvenal.Core.Season;
using Juvenal.Core.Seeds;
using Juvenal.Core.Sowing;
using Juvenal.Store.Batches;
using Juvenal.Store.Sowing;
using Juvenal.Web.Words;

namespace Juvenal.Web.Trays;

/// <summary>A row of a tray.</summary>
/// <param name="Cells">Sown, from its beginning.</param>
public sealed record TrayRowAnswer(int Row, Guid BatchId, string Code, string Cultivar, Crop Crop, int Cells);

/// <summary>A tray as it lies.</summary>
/// <param name="RowCells">Cells in a row.</param>
/// <param name="Drills">Rows of seed without cells: counted by the row.</param>
/// <param name="Cells">A sign a cell, in the tray's order: a digit as last counted, 0 where nothing was, a dot where this batch has
/// none.</param>
/// <param name="CountedOn">Null where it was not counted.</param>
public sealed record TrayAnswer(
    Guid Id,
    string Code,
    string Container,
    int RowCount,
    int RowCells,
    bool Drills,
    IReadOnlyList<TrayRowAnswer> Rows,
    string Cells,
    DateOnly? CountedOn
);

/// <param name="Expected">Seedlings expected up by the end of the day.</param>
/// <param name="Read">Whether its warmth was read; else it is what the place is set to.</param>
public sealed record CourseDayAnswer(DateOnly Day, double Expected, double SoilC, bool Read);

public sealed record CountedAnswer(DateOnly Day, int Total);

/// <summary>Emergence against what is expected.</summary>
/// <param name="Text">The judgement, in words.</param>
/// <param name="HalfBy">Half expected up by then.</param>
/// <param name="LateAfter">Under half up after it is late.</param>
/// <param name="Share">Up of what was sown, with its 90 % interval.</param>
/// <param name="Coming">Seedlings still expected.</param>
/// <param name="Plants">Plants expected at planting.</param>
/// <param name="Enough">Probability that they are enough.</param>
/// <param name="Missing">Plants to sow again for; 0 where there are enough.</param>
/// <param name="SowAgainBy">The last day on which that is in time; null where it is not called for.</param>
public sealed record CourseAnswer(
    Pace Pace,
    string Text,
    DateOnly? HalfBy,
    DateOnly? LateAfter,
    double? Share,
    double? Lower,
    double? Upper,
    int Coming,
    int Plants,
    double Enough,
    int Missing,
    DateOnly? SowAgainBy,
    IReadOnlyList<Why> Checks,
    IReadOnlyList<CourseDayAnswer> Days,
    IReadOnlyList<CountedAnswer> Counts,
    Guid PlaceId,
    string Place,
    IReadOnlyList<ReadingRow> Readings
);

/// <param name="Crowded">Cells with more than one, and what becomes of them.</param>
/// <param name="Text">What to do, in words.</param>
public sealed record ThinAnswer(
    IReadOnlyList<CrowdedCell> Crowded,
    int Needed,
    int Plants,
    int Snips,
    int Separated,
    int Minutes,
    string Text
);

/// <summary>The trays of a batch.</summary>
/// <param name="Standing">Seedlings in them by the ledger.</param>
/// <param name="InTrays">False once they have been moved on.</param>
/// <param name="Current">Whether the counted cells hold every seedling of the ledger.</param>
/// <param name="Tally">Of the counted cells; null where none were counted.</param>
/// <param name="CarryTo">Where the trays go on to once they are up; null where they are there.</param>
/// <param name="Most">Seedlings that a cell can have.</param>
/// <param name="Half">Seedlings at which emergence has taken place: half of those expected.</param>
/// <param name="Unlaid">Cells that were sown but lie in no tray yet.</param>
public sealed record TrayMapAnswer(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    DateOnly Today,
    DateOnly? SownOn,
    int Seeds,
    int Emerged,
    int Standing,
    bool InTrays,
    bool Current,
    int Most,
    int Unlaid,
    int Half,
    CellTally? Tally,
    string? CarryTo,
    ThinAnswer? Thin,
    CourseAnswer? Course,
    IReadOnlyList<TrayAnswer> Trays
);

internal static class TrayAnswers
{
    public static TrayAnswer Tray(
        TrayView tray,
        BatchView mine,
        IReadOnlyDictionary<Guid, BatchView> batches,
        Store.Plans.Catalogue catalogue
    )
    {
        var container = catalogue.Containers[tray.ContainerId];
        var format = container.Format() ?? new TrayFormat(1, 1);
        var counted = mine.TrayCounts.FirstOrDefault(t => t.TrayId == tray.Id);
        return new(
            tray.Id,
            tray.Code,
            container.Name,
            format.Rows,
            format.RowCells,
            container.Form == ContainerForm.RowTray,
            [.. tray.Rows.Select(r => Row(r, batches))],
            counted?.Cells ?? new string([.. tray.Laid(mine.Id, format).Select(own => own ? '0' : CellTally.Nobody)]),
            counted?.On
        );
    }

    public static TrayRowAnswer Row(TrayRowRow row, IReadOnlyDictionary<Guid, BatchView> batches)
    {
        var batch = batches[row.BatchId];
        return new(row.Row, row.BatchId, batch.Code, batch.Cultivar, batch.Crop, row.Cells);
    }

    public static ThinAnswer? Thin(BatchView batch, Store.Plans.Catalogue catalogue)
    {
        if (CellStore.Thin(batch.State(), batch.Input, catalogue.Rules.Rules.Twins) is not { Crowded.Count: > 0 } plan)
            return null;
        return new(
            plan.Crowded,
            plan.Needed,
            plan.Plants,
            plan.Snips,
            plan.Separated,
            (int)Math.Ceiling(plan.Minutes),
            TrayWords.Thin(plan)
        );
    }

    /// <summary>Null before sowing, and for what is not raised from seed.</summary>
    public static CourseAnswer? Course(
        BatchView batch,
        IReadOnlyList<LedgerEntry> entries,
        IReadOnlyList<ReadingRow> readings,
        LotFacts? lot,
        Store.Plans.Catalogue catalogue
    )
    {
        var state = batch.State();
        if (batch.Input.Begins.Kind != Start.Seed || state.BegunOn is not { } sown)
            return null;
        var place = catalogue.Places[batch.Input.GerminationPlaceId];
        var set = catalogue.ClimateOf(place)?.SoilCelsius ?? 0;
        var share = batch.Input.Begins.ShareOf(batch.Input.Germination);
        var all = EmergenceCourse.Days(
            batch.Crop,
            LeafModel.EmergenceFactor(batch.Group),
            sown,
            EmergenceCourse.Soil([.. readings.Select(r => (r.Day, r.SoilC!.Value))], set),
            sown.AddDays(EmergenceCourse.MostDays)
        );
        var measures = new Measures(catalogue.Site.UsUnits);
        var germination = lot is null ? null : SeedLots.Germination(lot, catalogue.Today.Year);
        List<CountedAnswer> counts =
        [
            .. Fold.Effective(entries).Where(e => e.Kind == EntryKind.Emerged).Select(e => new CountedAnswer(e.HappenedOn, e.Seedlings)),
        ];
        var verdict = EmergenceVerdict.Of(
            new(
                catalogue.Today,
                sown,
                state.SeedsSown,
                state.Emerged,
                counts.Count == 0 ? null : counts[^1].Day,
                share,
                germination,
                batch.Summary.SowNoLater
            ),
            all
        );
        var prospect = CellStore.ProspectOf(
            state,
            batch.Input,
            catalogue.Rules.Rules.Twins,
            state.Groups.Any(g => g.Reached.Kind <= StepKind.Up) ? verdict.Coming : 0
        );
        var until = all.FirstOrDefault(d => d.Progress >= 1.7)?.Day ?? catalogue.Today;
        var last = until > catalogue.Today ? until : catalogue.Today;
        var moved = state.Route.All.Where(s => s.Step.Kind > StepKind.Up).Select(s => state.DayOf(s.Step)).Min() ?? last;
        return new(
            verdict.Pace,
            TrayWords.Pace(verdict, state, counts.Count == 0 ? null : counts[^1].Day),
            verdict.HalfBy,
            verdict.Late,
            verdict.Now?.Fraction,
            verdict.Now?.Lower,
            verdict.Now?.Upper,
            (int)Math.Round(verdict.Coming),
            (int)Math.Round(prospect.Expected),
            prospect.ProbabilityOfEnough,
            prospect.ProbabilityOfEnough >= 0.5 ? 0 : (int)Math.Ceiling(batch.Input.PlantsWanted - prospect.Expected),
            prospect.ProbabilityOfEnough >= 0.5 ? null : verdict.SowAgainBy,
            ReasonSentences.Of(verdict.Checks, measures),
            [
                .. all.TakeWhile(d => d.Day <= (moved < last ? moved : last))
                    .Select(d => new CourseDayAnswer(
                        d.Day,
                        Math.Round(d.Share * share * state.SeedsSown, 1),
                        Math.Round(d.SoilCelsius, 1),
                        d.Read
                    )),
            ],
            counts,
            place.Id,
            place.Name,
            readings
        );
    }
}
