using Juvenal.Core.Measures;
using Juvenal.Core.MovingUp;
using Juvenal.Core.Season;

namespace Juvenal.Core.Ledger;

/// <summary>What an entry of a ledger must say, by its kind, and what it must not; the counts are another matter
/// (<see cref="Judge"/>).</summary>
public static class EntryFields
{
    /// <summary>A reason is no longer than this, characters.</summary>
    public const int LongestReason = 200;

    /// <summary>No entry is about more than this: a typing error.</summary>
    public const int MostAtOnce = 5_000_000;

    /// <summary>Nothing happened longer ago than this before the nursery's day, days: a typing error.</summary>
    public const int LongestAgo = 3660;

    /// <summary>Nothing is put off further than this, days.</summary>
    public const int LongestPutOff = 366;

    /// <summary>What an entry must say, and what it must not; what the counts allow is not looked at.</summary>
    /// <param name="entry">To be judged.</param>
    /// <param name="entries">Those before it.</param>
    /// <param name="route">The steps of its batch.</param>
    /// <param name="facts">What there is.</param>
    /// <returns>Sentences at fields; empty where it says what it must.</returns>
    public static IReadOnlyList<Failure> Of(LedgerEntry entry, IReadOnlyList<LedgerEntry> entries, Route route, LedgerFacts facts)
    {
        ArgumentNullException.ThrowIfNull(entry);
        ArgumentNullException.ThrowIfNull(facts);
        ArgumentNullException.ThrowIfNull(route);
        var failures = new List<Failure>();
        if (entry.HappenedOn > facts.Today)
            failures.Add(new("in-the-future", "happenedOn"));
        if (entry.HappenedOn < facts.Today.AddDays(-LongestAgo))
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
            if (facts.Place(g.Place) is not { } place)
                failures.Add(new("not-chosen", field + ".placeId"));
            else if (g.Container is null && !place.IsBed)
                failures.Add(new("container-missing", field + ".containerId", Subject: place.Name));
            if (g.Container is { } c && facts.Container(c) is null)
                failures.Add(new("not-chosen", field + ".containerId"));
        }

        if (entry.Step is { } step && route.Find(step) is null)
            failures.Add(new("not-chosen", "step"));
        if (entry.Corrects is not null && entry.Kind is not (EntryKind.Undo or EntryKind.Corrected))
            failures.Add(new("not-chosen", "corrects"));
        if (!EntryDetail.Fits(entry.Kind, entry.Said))
            failures.Add(new("not-chosen", "said"));
        failures.AddRange(Said(entry, facts));
        if (entry.About is { } about && !LedgerEntry.Abouts.Contains(about))
            failures.Add(Failure.OutOfRange("about", about, LedgerEntry.Abouts[0], LedgerEntry.Abouts[^1]));
        if (entry.Sure?.Count > Doubts.Codes.Count || entry.Sure?.Except(Doubts.Codes).Any() == true)
            failures.Add(new("not-chosen", "sure"));
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
                    entries.FirstOrDefault(e => e.Id == entry.Corrects) is not { } wrong
                    || wrong.Kind is EntryKind.Undo or EntryKind.NotYet or EntryKind.Corrected
                )
                    failures.Add(new("not-chosen", "corrects"));
                else if (Fold.TakenBack(entries).Contains(wrong.Id))
                    failures.Add(new("undone-already", "corrects"));
                else if (Judge.StandsInSeveral(wrong))
                    failures.Add(new("part-of-an-act", "corrects"));
                else if (entry.Said is { } said && said.GetType() != wrong.Said?.GetType())
                    failures.Add(new("not-chosen", "said"));
                else if (wrong.Kind == EntryKind.Sown && entry.Seeds < 1)
                    failures.Add(Failure.OutOfRange("seeds", entry.Seeds, 1, MostAtOnce));
                // A pot for each plant stays a pot for each.
                else if (
                    wrong is { Kind: EntryKind.Moved, To.Container: not null }
                    && wrong.ContainersTo >= wrong.Seedlings
                    && entry.ContainersTo < entry.Seedlings
                )
                    failures.Add(new("more-plants-than-pots", "containersTo", entry.ContainersTo, entry.Seedlings));
                if (entry.NewDay > facts.Today)
                    failures.Add(new("in-the-future", "newDay"));
                if (entry.NewDay < facts.Today.AddDays(-LongestAgo))
                    failures.Add(new("too-long-ago", "newDay"));
                break;
            case EntryKind.Lost or EntryKind.Snipped or EntryKind.Used or EntryKind.Out or EntryKind.Parted:
                Needs(entry.From is not null, "from");
                if (entry.Seedlings < 1 && entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                if (entry.Kind == EntryKind.Lost && string.IsNullOrWhiteSpace(entry.Reason))
                    failures.Add(new("reason-missing", "reason"));
                break;
            case EntryKind.Moved:
                Needs(entry.From is not null, "from");
                Needs(entry.To is not null, "to");
                // What stands already where a step wants it has not moved, but done that step.
                if (entry.From is not null && entry.From == entry.To && entry.Step is null)
                    failures.Add(new("moves-nowhere", "to"));
                if (entry.Seedlings < 1 && entry.Containers < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                if (entry.To is { Container: not null } && entry.ContainersTo < 1)
                    failures.Add(Failure.OutOfRange("containersTo", entry.ContainersTo, 1, MostAtOnce));
                break;
            case EntryKind.Spaced or EntryKind.Together or EntryKind.Identity or EntryKind.Checked:
                Needs(entry.From is not null, "from");
                break;
            case EntryKind.Pinched:
                Needs(entry.From is not null, "from");
                if (entry.Seedlings < 1)
                    failures.Add(Failure.OutOfRange("seedlings", entry.Seedlings, 1, MostAtOnce));
                break;
            case EntryKind.Aired:
                Needs(entry.From is not null, "from");
                if (entry.To is { } out_ && facts.CanHarden?.Invoke(out_.Place) == false)
                    failures.Add(new("no-hardening-there", "to.placeId", Subject: facts.Place(out_.Place)?.Name));
                break;
            case EntryKind.NotYet:
                Needs(entry.Step is not null, "step");
                Needs(entry.NewDay is not null, "newDay");
                if (entry.NewDay <= facts.Today)
                    failures.Add(new("not-later", "newDay"));
                else if (entry.NewDay > facts.Today.AddDays(LongestPutOff))
                    failures.Add(new("too-far", "newDay"));
                break;
            case EntryKind.Undo:
                if (entries.All(e => e.Id != entry.Corrects))
                    failures.Add(new("not-chosen", "corrects"));
                else if (Fold.TakenBack(entries).Contains(entry.Corrects!.Value))
                    failures.Add(new("undone-already", "corrects"));
                break;
        }

        return failures;

        void Needs(bool there, string field)
        {
            if (!there)
                failures.Add(new("not-chosen", field));
        }
    }

    /// <summary>What is wrong with what goes with an entry.</summary>
    private static IEnumerable<Failure> Said(LedgerEntry entry, LedgerFacts facts)
    {
        switch (entry.Said)
        {
            case EntryDetail.Gone gone:
                if (gone.Whom is { } whom && (whom.Length > EntryDetail.LongestWhom || !Texts.IsPlain(whom)))
                    yield return new("reason-too-long", "said.whom", whom.Length, 0, EntryDetail.LongestWhom);
                if (gone.PriceEach is { } price && !(price is >= 0 and <= EntryDetail.HighestPrice))
                    yield return Failure.OutOfRange("said.priceEach", price, 0, EntryDetail.HighestPrice);
                if (gone is { PriceEach: not null, Way: not Way.Sold })
                    yield return new("price-without-sale", "said.priceEach");
                if (!Enum.IsDefined(gone.Way))
                    yield return new("not-chosen", "said.way");
                break;
            case EntryDetail.Stood stood:
                if (stood.PotSince > entry.HappenedOn)
                    yield return new("after-the-day", "said.potSince", entry.HappenedOn.DayNumber);
                else if (stood.PotSince < entry.HappenedOn.AddDays(-LongestAgo))
                    yield return new("too-long-ago", "said.potSince");
                if (stood.HardenedSince > entry.HappenedOn)
                    yield return new("after-the-day", "said.hardenedSince", entry.HappenedOn.DayNumber);
                else if (stood.HardenedSince < entry.HappenedOn.AddDays(-LongestAgo))
                    yield return new("too-long-ago", "said.hardenedSince");
                break;
            case EntryDetail.Spaced { Cm: var cm } when !(cm is > 0 and <= EntryDetail.WidestCm):
                yield return Failure.OutOfRange("said.cm", cm, 1, EntryDetail.WidestCm);
                break;
            case EntryDetail.Identity { OneOf: { } oneOf }:
                if (oneOf.Count is 1 or > EntryDetail.MostMixed || oneOf.Distinct().Count() < oneOf.Count)
                    yield return Failure.OutOfRange("said.oneOf", oneOf.Distinct().Count(), 2, EntryDetail.MostMixed);
                else if (facts.Batch is { } known && !oneOf.All(known))
                    yield return new("not-chosen", "said.oneOf");
                break;
            case EntryDetail.Checked { Leaves: null, Roots: null, HeightCm: null }:
                yield return new("nothing-seen", "said.leaves");
                break;
            case EntryDetail.Checked { Roots: { } roots } when !Enum.IsDefined(roots):
                yield return new("not-chosen", "said.roots");
                break;
            case EntryDetail.Checked { HeightCm: { } cm } when !(cm is > 0 and <= Looked.MostCm):
                yield return Failure.OutOfRange("said.heightCm", cm, 0, Looked.MostCm);
                break;
            case EntryDetail.Checked { Leaves: { } leaves } when !(leaves is >= 0 and <= Looked.MostLeaves):
                yield return Failure.OutOfRange("said.leaves", leaves, 0, Looked.MostLeaves);
                break;
            case EntryDetail.Pinched { What: var what } when !Enum.IsDefined(what):
                yield return new("not-chosen", "said.what");
                break;
            case EntryDetail.Aired aired:
                if (!(aired.HoursOut is >= 0 and <= 24))
                    yield return Failure.OutOfRange("said.hoursOut", aired.HoursOut, 0, 24);
                else if (!(aired.HoursSun >= 0 && aired.HoursSun <= aired.HoursOut))
                    yield return Failure.OutOfRange("said.hoursSun", aired.HoursSun, 0, aired.HoursOut);
                if (!(aired.CoverC is >= 0 and <= EntryDetail.WarmestCoverC))
                    yield return Failure.OutOfRange("said.coverC", aired.CoverC, 0, EntryDetail.WarmestCoverC);
                if (!Enum.IsDefined(aired.Outcome))
                    yield return new("not-chosen", "said.outcome");
                break;
            case EntryDetail.Split { Wanted: < 0 or > MostAtOnce } split:
                yield return Failure.OutOfRange("said.wanted", split.Wanted, 0, MostAtOnce);
                break;
        }
    }
}
