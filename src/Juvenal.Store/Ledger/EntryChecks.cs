using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Ledger;

/// <summary>What an entry must say, and what it must not; what the counts allow is the fold's to say.</summary>
internal static class EntryChecks
{
    private const int LongestReason = 200;
    private const int MostAtOnce = 5_000_000;

    /// <summary>Nothing happened longer ago than this before the nursery's day, days: a typing error.</summary>
    private const int LongestAgo = 3660;

    /// <param name="entry">To be judged.</param>
    /// <param name="entries">Those before it.</param>
    /// <param name="catalogue">What there is.</param>
    /// <param name="asOf">The day it was written, for one that comes in from elsewhere; null: today.</param>
    /// <exception cref="RefusedException">Sentences at fields.</exception>
    public static void Check(LedgerEntry entry, List<LedgerEntry> entries, Catalogue catalogue, DateOnly? asOf = null)
    {
        var today = asOf ?? catalogue.Today;
        var failures = new List<Failure>();
        if (entry.HappenedOn > today)
            failures.Add(new("in-the-future", "happenedOn"));
        if (entry.HappenedOn < today.AddDays(-LongestAgo))
            failures.Add(new("too-long-ago", "happenedOn"));
        if (entry.Reason?.Length > LongestReason)
            failures.Add(new("reason-too-long", "reason", entry.Reason.Length, 0, LongestReason));
        foreach (
            var (field, value) in new[]
            {
                ("seeds", entry.Seeds),
                ("seedlings", entry.Seedlings),
                ("containers", entry.Containers),
                ("containersTo", entry.ContainersTo),
            }
        )
        {
            if (value is < 0 or > MostAtOnce)
                failures.Add(Failure.OutOfRange(field, value, 0, MostAtOnce));
        }

        foreach (var (field, group) in new[] { ("from", entry.From), ("to", entry.To) })
        {
            if (group is not { } g)
                continue;
            if (!catalogue.Places.TryGetValue(g.Place, out var place))
                failures.Add(new("not-chosen", field + ".placeId"));
            else if (g.Container is null && !CatalogueRows.IsBed(place.Kind))
                failures.Add(new("container-missing", field + ".containerId", Subject: place.Name));
            if (g.Container is { } c && !catalogue.Containers.ContainsKey(c))
                failures.Add(new("not-chosen", field + ".containerId"));
        }

        if (entry.Corrects is not null && entry.Kind is not (EntryKind.Undo or EntryKind.Corrected))
            failures.Add(new("not-chosen", "corrects"));
        switch (entry.Kind)
        {
            case EntryKind.Sown:
                Needs(entry.To is not null, "to");
                if (entry.Seeds < 1)
                    failures.Add(Failure.OutOfRange("seeds", entry.Seeds, 1, MostAtOnce));
                if (entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("containers", entry.Containers, 1, MostAtOnce));
                break;
            case EntryKind.Emerged:
                Needs(entry.To is not null, "to");
                var sown = Fold.Effective(entries).FirstOrDefault(e => e.Kind == EntryKind.Sown);
                if (sown is not null && entry.HappenedOn < sown.HappenedOn)
                    failures.Add(new("before-sowing", "happenedOn", sown.HappenedOn.DayNumber));
                break;
            case EntryKind.Received:
                Needs(entry.To is not null, "to");
                if (entry.Seedlings < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                break;
            case EntryKind.Separated:
                Needs(entry.From is not null, "from");
                if (entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("containers", entry.Containers, 1, MostAtOnce));
                break;
            case EntryKind.Corrected:
                if (
                    entries.Find(e => e.Id == entry.Corrects) is not { } wrong
                    || wrong.Kind is EntryKind.Undo or EntryKind.NotYet or EntryKind.Corrected
                )
                    failures.Add(new("not-chosen", "corrects"));
                else if (Fold.TakenBack(entries).Contains(wrong.Id))
                    failures.Add(new("undone-already", "corrects"));
                else if (wrong.Act is not null)
                    failures.Add(new("part-of-an-act", "corrects"));
                else if (wrong.Kind == EntryKind.Sown && entry.Seeds < 1)
                    failures.Add(Failure.OutOfRange("seeds", entry.Seeds, 1, MostAtOnce));
                break;
            case EntryKind.Lost or EntryKind.Snipped or EntryKind.Used:
                Needs(entry.From is not null, "from");
                if (entry.Seedlings < 1 && entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                if (entry.Kind == EntryKind.Lost && string.IsNullOrWhiteSpace(entry.Reason))
                    failures.Add(new("reason-missing", "reason"));
                break;
            case EntryKind.Moved:
                Needs(entry.From is not null, "from");
                Needs(entry.To is not null, "to");
                // What stands already where a stage wants it has not moved, but done that stage.
                if (entry.From is not null && entry.From == entry.To && entry.Stage is null)
                    failures.Add(new("moves-nowhere", "to"));
                if (entry.Seedlings < 1 && entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                if (entry.To is { Container: not null } && entry.ContainersTo < 1)
                    failures.Add(Failure.OutOfRange("containersTo", entry.ContainersTo, 1, MostAtOnce));
                break;
            case EntryKind.NotYet:
                Needs(entry.Stage is not null, "stage");
                Needs(entry.NewDay is not null, "newDay");
                if (entry.NewDay <= today)
                    failures.Add(new("not-later", "newDay"));
                else if (entry.NewDay > today.AddDays(366))
                    failures.Add(new("too-far", "newDay"));
                break;
            case EntryKind.Undo:
                if (!entries.Exists(e => e.Id == entry.Corrects))
                    failures.Add(new("not-chosen", "corrects"));
                else if (Fold.TakenBack(entries).Contains(entry.Corrects!.Value))
                    failures.Add(new("undone-already", "corrects"));
                break;
        }

        if (failures.Count > 0)
            throw new RefusedException(failures);

        void Needs(bool there, string field)
        {
            if (!there)
                failures.Add(new("not-chosen", field));
        }
    }
}
