using Juvenal.Core.Hardening;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Ledger;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Batches;

/// <summary>A group that hardens off.</summary>
/// <param name="Stand">Where it does so by its path.</param>
public sealed record HardeningGroup(
    Guid BatchId,
    string Code,
    Guid CultivarId,
    Guid Stand,
    GroupId Id,
    Spot At,
    int Seedlings,
    DateOnly Since,
    Outdoors Had
)
{
    /// <summary>As far as its hardening asks.</summary>
    public Group Standing() => new(Id, At, Seedlings, 0, default, Since, Since, Outdoors: Had);
}

/// <summary>Days that plants were out.</summary>
/// <param name="Id">Of the act, made by the client.</param>
/// <param name="Groups">1 or more.</param>
/// <param name="Days">1 or more, today at the latest.</param>
/// <param name="Said">As it was; null: as the ladder asked of each of those days.</param>
/// <param name="InTo">Carried there after it; null: they stay where they are, or go where the rung has them.</param>
public sealed record AirDays(
    Guid Id,
    IReadOnlyList<GroupOf> Groups,
    IReadOnlyList<DateOnly> Days,
    EntryDetail.Aired? Said,
    Guid? InTo = null
);

/// <summary>Plants on the ladder, day by day.</summary>
public sealed class LadderStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>Groups and days of one act are no more than this.</summary>
    private const int MostEntries = 2000;

    private const string CoveredOn = """
        -- Evenings on which something was covered in a place.
        select n.evening, n.place_id
        from night n
        where n.did = 'covered'
          and n.evening = any($1)
        """;

    /// <summary>Writes days out into the ledgers, and carries in or out as the rung has it.</summary>
    /// <returns>The entries that were written.</returns>
    /// <exception cref="RefusedException">A day to come or long ago, a group that is none, one that stands in a bed.</exception>
    public async Task<IReadOnlyList<Guid>> AirAsync(AirDays air, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(air);
        var acts = new ActStore(nursery);
        var hash = ActStore.Hash(new { did = "air", air });
        if (await acts.WrittenAsync(air.Id, hash, cancel) is { } before)
            return before;
        if (air.Groups.Count == 0 || air.Days.Count == 0 || air.Groups.Count * air.Days.Count > MostEntries)
            throw new RefusedException(
                Failure.OutOfRange(air.Days.Count == 0 ? "days" : "groups", air.Groups.Count * air.Days.Count, 1, MostEntries)
            );
        var ledgers = await OpenLedgers.OpenAsync(nursery, clock, [.. air.Groups.Select(g => g.Batch).Distinct()], [], cancel);
        if (air.InTo is { } shelter && (!ledgers.Catalogue.Places.TryGetValue(shelter, out var roof) || CatalogueRows.IsBed(roof.Kind)))
            throw new RefusedException(new Failure("not-chosen", "inTo"));
        var covered = (
            await nursery.ListAsync(
                CoveredOn,
                r => (r.GetFieldValue<DateOnly>(0), r.GetGuid(1)),
                cancel,
                Sql.Of(air.Days.Distinct().ToArray())
            )
        ).ToHashSet();
        var written = new List<Guid>();
        foreach (var (batch, name) in air.Groups.Distinct().OrderBy(g => g.Batch).ThenBy(g => g.Group).Select(g => (g.Batch, g.Group)))
        {
            foreach (var day in air.Days.Distinct().Order())
                Air(ledgers, batch, new(name), day, air, covered, written);
        }

        if (written.Count == 0)
            throw new RefusedException(new Failure("ladder-done", "groups"));
        await ledgers.SaveAsync(cancel);
        written.Reverse();
        acts.Keep(air.Id, hash, written);
        return written;
    }

    private static void Air(
        OpenLedgers ledgers,
        Guid batch,
        GroupId name,
        DateOnly day,
        AirDays air,
        HashSet<(DateOnly, Guid)> covered,
        List<Guid> written
    )
    {
        var (page, catalogue) = (ledgers[batch], ledgers.Catalogue);
        if (OnDay(page.Ledger, name, day) is not { } group)
            throw new RefusedException(new Failure("group-elsewhere", "groups"));
        if (group.At.Container is null)
            throw new RefusedException(new Failure("hardened-in-bed", "groups"));
        var id = WorkStore.Derived(air.Id, $"{group.Id.Value}/{day:yyyy-MM-dd}");
        // Two groups that were one on that day had that day together.
        if (written.Contains(id))
            return;
        var (crop, stand) = (catalogue.Cultivars[page.Batch.Input.CultivarId].Crop, catalogue.Places[page.Batch.Input.HardeningPlaceId]);
        var outAt = stand.Hardens == Standing.Warm ? null : (PlaceRow?)stand;
        var rung = Asked(catalogue, group, crop, stand, day);
        // At the top nothing more is asked: the days after it are no days of the ladder.
        if (air.Said is null && rung is null)
            return;
        var said = air.Said ?? Of(rung!, day, stand, catalogue.CoverC);
        var cover = said.NightOut && covered.Contains((day, group.At.Place)) ? Math.Max(said.CoverC, catalogue.CoverC) : said.CoverC;
        Append(
            new(
                id,
                0,
                day,
                EntryKind.Aired,
                From: group.At,
                To: outAt is null || rung is { Rung.InHouse: true } ? null : group.At with { Place = outAt.Id },
                Act: air.Id,
                Group: group.Id,
                Said: said with
                {
                    CoverC = cover,
                }
            )
        );
        // Where they are by evening: only of today, what came after an earlier day is written already.
        if (day != catalogue.Today || Evening(group, said, stand, air, catalogue) is not { } place || place == group.At.Place)
            return;
        Append(
            new(
                WorkStore.Derived(air.Id, $"{group.Id.Value}/carried"),
                0,
                day,
                EntryKind.Moved,
                From: group.At,
                To: group.At with
                {
                    Place = place,
                },
                Seedlings: group.Seedlings,
                Containers: group.Containers,
                ContainersTo: group.Containers,
                Act: air.Id,
                Group: group.Id
            )
        );

        void Append(LedgerEntry entry)
        {
            ledgers.Append(batch, entry);
            written.Add(entry.Id);
        }
    }

    /// <summary>As the ladder asked of that day, by what was behind them the day before.</summary>
    private static TodaysRung? Asked(Catalogue catalogue, Group group, Core.Cultivars.Crop crop, PlaceRow stand, DateOnly day)
    {
        var before = group with
        {
            HardenedSince = group.HardenedSince ?? day,
            Outdoors = group.Outdoors ?? Outdoors.From(new(group.At.Place, group.HereSince ?? group.InPotSince)),
        };
        var credit = catalogue.RungsOf(
            before with
            {
                Outdoors = before.Outdoors with { Days = [.. before.Outdoors.Days.Where(d => d.On < day)] },
            },
            crop,
            stand.Id,
            day
        );
        return credit is null ? null : catalogue.RungOn(crop, stand, credit, day);
    }

    private static EntryDetail.Aired Of(TodaysRung rung, DateOnly day, PlaceRow stand, double coverC)
    {
        var asked = rung.AsAsked(day, stand.Id, coverC);
        return new(asked.HoursOut, asked.HoursSun, asked.NightOut, asked.CoverC);
    }

    /// <summary>Where they stand by evening: out for the night, in where it was said, or back in where they came from.</summary>
    private static Guid? Evening(Group group, EntryDetail.Aired said, PlaceRow stand, AirDays air, Catalogue catalogue)
    {
        if (said.NightOut)
            return stand.Id;
        return air.InTo ?? (Outside(group.At.Place) ? group.Outdoors?.Stays.LastOrDefault(s => !Outside(s.Place))?.Place : null);

        bool Outside(Guid id) => catalogue.Places.TryGetValue(id, out var place) && place.Hardens == Standing.Outside;
    }

    /// <summary>The group as it was on a day: under its own name, or under that of the one it was parted from since.</summary>
    private static Group? OnDay(BatchLedger ledger, GroupId name, DateOnly day)
    {
        var then = ledger.On(day);
        for (GroupId? id = name; id is { } at; )
        {
            if (then.Group(at) is { } group)
                return group;
            id = ledger.Entries.FirstOrDefault(e => e.Id == at.Value)?.Group is { } from && from != at ? from : null;
        }

        return null;
    }
}
