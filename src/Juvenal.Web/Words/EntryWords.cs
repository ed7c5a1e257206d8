using System.Globalization;
using Juvenal.Core.Ledger;
using Juvenal.Core.Season;
using Juvenal.Store.Ledger;
using Juvenal.Web.Plans;

namespace Juvenal.Web.Words;

/// <summary>Entries of the ledger as lines.</summary>
internal static class EntryWords
{
    /// <summary>What an entry of a kind is about: a number, how the day was, what was seen. Null where it is about none of these.</summary>
    public static string? About(LedgerEntry e, EntryKind kind, Store.Plans.Catalogue catalogue) =>
        (kind, e.Said) switch
        {
            (_, EntryDetail.Aired day) => Aired(day, catalogue),
            (_, EntryDetail.Spaced apart) => Long(apart.Cm, catalogue),
            (_, EntryDetail.Checked seen) => Seen(seen, catalogue),
            (EntryKind.Together or EntryKind.Identity, _) => null,
            (EntryKind.Sown, _) => e.Seeds.ToString(CultureInfo.InvariantCulture),
            (EntryKind.Separated, _) => e.Containers.ToString(CultureInfo.InvariantCulture),
            _ => e.Seedlings.ToString(CultureInfo.InvariantCulture),
        };

    private static string Long(double cm, Store.Plans.Catalogue catalogue) => new Measures(catalogue.Site.UsUnits).Length(cm);

    private static string Seen(EntryDetail.Checked seen, Store.Plans.Catalogue catalogue) =>
        LedgerWords.Seen(seen.Leaves, seen.Roots, seen.HeightCm is { } cm ? Long(cm, catalogue) : null);

    private static string Right(LedgerEntry right, LedgerEntry wrong, Store.Plans.Catalogue catalogue)
    {
        var (was, now) = (
            About(wrong, wrong.Kind, catalogue),
            About(right with { Said = right.Said ?? wrong.Said }, wrong.Kind, catalogue)
        );
        return $"{Days.Say(wrong.HappenedOn)} put right"
            + (was == now ? "" : $": {was} was {now}")
            + (right.NewDay is { } day && day != wrong.HappenedOn ? $", on {Days.Say(day)}" : "");
    }

    private static string Aired(EntryDetail.Aired day, Store.Plans.Catalogue catalogue) =>
        LadderWords.Said(
            day.HoursOut,
            day.HoursSun,
            day.NightOut,
            day.CoverC,
            day.Overcast,
            day.Outcome,
            new Measures(catalogue.Site.UsUnits)
        );

    /// <summary>An entry in words.</summary>
    public static string Text(LedgerEntry e, StepName? step, Start start, IReadOnlyList<StoredEntry> all, Store.Plans.Catalogue catalogue)
    {
        return e.Kind switch
        {
            EntryKind.Sown => $"{e.Seeds} {start switch { Start.Cuttings => "cuttings", Start.Grafts => "grafts", _ => "seeds" }}, "
                + $"{e.Containers} × {In(e.To)}, {At(e.To)}",
            EntryKind.Separated => $"{e.Containers} separated, {At(e.From)}",
            EntryKind.Used => $"{e.Seedlings} used for grafts, {At(e.From)}",
            EntryKind.Corrected when all.FirstOrDefault(a => a.Entry.Id == e.Corrects) is { } wrong => Right(e, wrong.Entry, catalogue),
            EntryKind.Emerged when start != Start.Seed =>
                $"{e.Seedlings} {(start == Start.Cuttings ? "rooted" : "healed")} so far, {At(e.To)}",
            EntryKind.Emerged => $"{e.Seedlings} up so far, {At(e.To)}",
            EntryKind.Out when e.Said is EntryDetail.Gone gone => $"{e.Seedlings} {Gone(gone)}, {At(e.From)}",
            EntryKind.Parted when e.Said is EntryDetail.Turned => $"{e.Seedlings} turned out to be of another batch, {At(e.From)}",
            EntryKind.Spaced when e.Said is EntryDetail.Spaced apart => $"{Long(apart.Cm, catalogue)} apart, {At(e.From)}",
            EntryKind.Checked when e.Said is EntryDetail.Checked seen => $"Looked: {Seen(seen, catalogue)}, {At(e.From)}",
            EntryKind.Pinched when e.Said is EntryDetail.Pinched pinched => $"{e.Seedlings} {CareWords.Did(pinched.What)}, {At(e.From)}",
            EntryKind.Aired when e.Said is EntryDetail.Aired day => $"Hardening: {Aired(day, catalogue)}"
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
