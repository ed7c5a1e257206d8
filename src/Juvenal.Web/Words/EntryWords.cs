using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Web.Plans;

namespace Juvenal.Web.Words;

/// <summary>Entries of the ledger as lines.</summary>
internal static class EntryWords
{
    /// <summary>The number that an entry of a kind is about.</summary>
    public static int Number(LedgerEntry numbers, EntryKind kind) =>
        kind switch
        {
            EntryKind.Sown => numbers.Seeds,
            EntryKind.Separated => numbers.Containers,
            _ => numbers.Seedlings,
        };

    /// <summary>An entry in words.</summary>
    public static string Text(LedgerEntry e, StepName? step, Start start, IReadOnlyList<StoredEntry> all, Store.Plans.Catalogue catalogue)
    {
        return e.Kind switch
        {
            EntryKind.Sown => $"{e.Seeds} {start switch { Start.Cuttings => "cuttings", Start.Grafts => "grafts", _ => "seeds" }}, "
                + $"{e.Containers} × {In(e.To)}, {At(e.To)}",
            EntryKind.Separated => $"{e.Containers} separated, {At(e.From)}",
            EntryKind.Used => $"{e.Seedlings} used for grafts, {At(e.From)}",
            EntryKind.Corrected when all.FirstOrDefault(a => a.Entry.Id == e.Corrects) is { } wrong =>
                $"{Days.Say(wrong.Entry.HappenedOn)} put right: {Number(wrong.Entry, wrong.Entry.Kind)} was {Number(e, wrong.Entry.Kind)}"
                    + (e.NewDay is { } day && day != wrong.Entry.HappenedOn ? $", on {Days.Say(day)}" : ""),
            EntryKind.Emerged when start != Start.Seed =>
                $"{e.Seedlings} {(start == Start.Cuttings ? "rooted" : "healed")} so far, {At(e.To)}",
            EntryKind.Emerged => $"{e.Seedlings} up so far, {At(e.To)}",
            EntryKind.Out when e.Said is EntryDetail.Gone gone => $"{e.Seedlings} {Gone(gone)}, {At(e.From)}",
            EntryKind.Parted when e.Said is EntryDetail.Turned => $"{e.Seedlings} turned out to be of another batch, {At(e.From)}",
            EntryKind.Spaced when e.Said is EntryDetail.Spaced apart => $"{Long(apart.Cm)} apart, {At(e.From)}",
            EntryKind.Checked when e.Said is EntryDetail.Checked seen =>
                $"Looked: {LedgerWords.Seen(seen.Leaves, seen.Roots, seen.HeightCm is { } cm ? Long(cm) : null)}, {At(e.From)}",
            EntryKind.Pinched when e.Said is EntryDetail.Pinched pinched => $"{e.Seedlings} {CareWords.Did(pinched.What)}, {At(e.From)}",
            EntryKind.Aired when e.Said is EntryDetail.Aired out_ => "Hardening: "
                + LadderWords.Said(
                    out_.HoursOut,
                    out_.HoursSun,
                    out_.NightOut,
                    out_.CoverC,
                    out_.Overcast,
                    out_.Outcome,
                    new Measures(catalogue.Site.UsUnits)
                )
                + (At(e.To ?? e.From) is { Length: > 0 } at ? $", {at}" : ""),
            EntryKind.Together => $"Set together, {At(e.From)}",
            EntryKind.Identity when e.Said is EntryDetail.Identity { OneOf: var oneOf } => oneOf switch
            {
                null => $"Sure again what they are, {At(e.From)}",
                { Count: 0 } => $"Nobody knows what they are, {At(e.From)}",
                _ => $"Labels mixed: one of {oneOf.Count} batches, {At(e.From)}",
            },
            EntryKind.Parted when e.Said is EntryDetail.Split => $"{e.Seedlings} split off as a batch of their own, {At(e.From)}",
            EntryKind.Received when e.Said is EntryDetail.Stood stood =>
                $"{e.Seedlings} {(stood.From is null ? "stood already" : "split off")}, {At(e.To)}, {e.Containers} × {In(e.To)} since {Days.Say(stood.PotSince)}",
            EntryKind.Received => $"{e.Seedlings} came in, {At(e.To)}",
            EntryKind.Lost => $"{e.Seedlings} lost, {At(e.From)}",
            EntryKind.Snipped => $"{e.Seedlings} snipped, {At(e.From)}",
            EntryKind.Moved when e.To?.Container is null => $"{e.Seedlings} planted, {At(e.To)}",
            EntryKind.Moved when e.From == e.To => $"{e.Seedlings}: {step!.Title}, {At(e.To)}",
            EntryKind.Moved when e.Step is null && e.From?.Container == e.To?.Container => $"{e.Seedlings} carried to {At(e.To)}",
            EntryKind.Moved => $"{e.Seedlings} to {At(e.To)}, {e.ContainersTo} × {In(e.To)}",
            EntryKind.NotYet => $"{step!.Title} put off to {Days.Say(e.NewDay)}",
            _ => "Undone",
        };

        static string Gone(EntryDetail.Gone gone) =>
            (
                gone.Way switch
                {
                    Way.Sold => "sold",
                    Way.Given => "given away",
                    _ => "discarded",
                }
            )
            + (gone.Whom is null ? "" : $" to {gone.Whom}")
            + (gone.PriceEach is { } price ? System.FormattableString.Invariant($" at {price:0.00} each") : "");

        string Long(double cm) => new Measures(catalogue.Site.UsUnits).Length(cm);

        string At(Spot? group) => group is { } g && catalogue.Places.TryGetValue(g.Place, out var place) ? place.Name : "";

        // A cell, where the container is a tray: "72 × 72-cell tray" would be 72 trays.
        string In(Spot? group) =>
            group is { Container: { } id } && catalogue.Containers.TryGetValue(id, out var container)
                ? container.Cells is null
                    ? container.Name
                    : "cell of " + container.Name
                : "";
    }
}
