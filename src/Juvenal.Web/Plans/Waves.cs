using Juvenal.Core.Season;
using Juvenal.Core.Site;
using Juvenal.Store.Batches;
using Juvenal.Web.Words;

namespace Juvenal.Web.Plans;

/// <summary>The batch after one: what it is planned for.</summary>
/// <param name="Day">Of planting, or of the sale.</param>
/// <param name="TooLate">It no longer ripens before it may freeze.</param>
/// <param name="Text">Why then, and until when.</param>
public sealed record WaveAnswer(DateOnly Day, bool TooLate, string Text);

internal static class Waves
{
    public static WaveAnswer Of(BatchView batch, Store.Plans.Catalogue catalogue)
    {
        var (aim, today) = (batch.Input.Ends, catalogue.Today);
        var before =
            aim is { Kind: AimKind.Sale, Day: { } sale } ? sale
            : batch.Steps.FirstOrDefault(s => s.Step.Kind == StepKind.PlantOut) is { } planting ? planting.DoneOn ?? planting.Mid
            : batch.BegunOn ?? today;
        // What is sold, or stands in a pot indoors, no autumn ends.
        var wave = NextWave.After(before, today, aim.Kind == AimKind.Bed ? LastPlanting(batch, catalogue) : null);
        return new(wave.Day, wave.TooLate, WaveWords.Text(wave, batch.Code, aim.Kind));
    }

    private static DateOnly? LastPlanting(BatchView batch, Store.Plans.Catalogue catalogue)
    {
        var season = batch.Input.Season;
        return catalogue.Record.Autumn(catalogue.Site, season) is { } autumn && autumn.DayAt(catalogue.Rules.Rules.AcceptedRisk) is { } day
            ? AutumnWindow
                .LastPlanting(SeasonAxis.DayNumber(day, season), catalogue.Cultivars[batch.Input.CultivarId].Traits().DaysToRipe)
                .Last
            : null;
    }
}
