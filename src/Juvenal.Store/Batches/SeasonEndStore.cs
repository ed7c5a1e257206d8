using Juvenal.Core.Cultivars;
using Juvenal.Core.Measures;
using Juvenal.Core.PlantingOut;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Places;

namespace Juvenal.Store.Batches;

/// <summary>A batch of which nothing is left to raise: it stands in beds, or is gone.</summary>
/// <param name="Gone">Sold, given, discarded.</param>
/// <param name="Beds">That it stands in, with how many plants.</param>
public sealed record OverNow(
    Guid BatchId,
    string Code,
    string Cultivar,
    Crop Crop,
    int Season,
    int Gone,
    int Lost,
    IReadOnlyDictionary<Guid, int> Beds
);

/// <summary>The end of a season: batches are closed, beds are free and remember what grew in them.</summary>
public sealed class SeasonEndStore(NurseryTransaction nursery, TimeProvider clock)
{
    /// <summary>So many are closed in one go at most.</summary>
    public const int Most = 500;

    private const string Over = """
        -- Batches that were begun and have nothing left to raise; and how many others are open.
        select b.id, b.code, c.name, c.crop, b.season, b.gone, b.lost + b.snipped, s.beds, s.plants, s.pots = 0 and b.emerged > 0
        from batch b
        join cultivar c on c.nursery_id = b.nursery_id and c.id = b.cultivar_id
        join lateral (
          select coalesce(sum(t.seedlings) filter (where t.container_id is not null), 0) as pots,
            array_agg(t.place_id order by t.id) filter (where t.container_id is null and t.seedlings > 0) as beds,
            array_agg(t.seedlings order by t.id) filter (where t.container_id is null and t.seedlings > 0) as plants
          from standing t
          where t.nursery_id = b.nursery_id and t.batch_id = b.id) s on true
        where b.ended_on is null
        order by b.season, length(b.code), b.code
        """;

    /// <returns>Those that are over, and how many others are open.</returns>
    public async Task<(IReadOnlyList<OverNow> Over, int Open)> OverAsync(CancellationToken cancel)
    {
        var rows = await nursery.ListAsync(
            Over,
            r =>
                (
                    Over: r.GetBoolean(9),
                    Batch: new OverNow(
                        r.GetGuid(0),
                        r.GetString(1),
                        r.GetString(2),
                        r.Enum<Crop>(3),
                        r.GetInt32(4),
                        r.GetInt32(5),
                        r.GetInt32(6),
                        r.IsDBNull(7) ? new Dictionary<Guid, int>() : Beds(r.GetFieldValue<Guid[]>(7), r.GetFieldValue<int[]>(8))
                    )
                ),
            cancel
        );
        return ([.. rows.Where(r => r.Over).Select(r => r.Batch)], rows.Count(r => !r.Over));

        static Dictionary<Guid, int> Beds(Guid[] places, int[] plants) =>
            places.Zip(plants).GroupBy(p => p.First).ToDictionary(g => g.Key, g => g.Sum(p => p.Second));
    }

    /// <summary>Closes batches that are over; each bed that they stand in remembers what grew there this year.</summary>
    /// <param name="ids">1 to <see cref="Most"/>.</param>
    /// <param name="reason">Said of each.</param>
    /// <param name="today">The nursery's day.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">One still has plants in pots, or is closed already: none is closed then.</exception>
    public async Task EndAsync(IReadOnlyList<Guid> ids, string reason, DateOnly today, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(ids);
        if (ids.Count is 0 or > Most)
            throw new RefusedException(Failure.OutOfRange("batches", ids.Count, 1, Most));
        var store = new BatchStore(nursery, clock);
        var over = (await OverAsync(cancel)).Over.ToDictionary(b => b.BatchId);
        // In one order: two that close the same ones do not wait for each other.
        foreach (var id in ids.Distinct().Order())
        {
            if (!over.ContainsKey(id))
                throw new RefusedException(new Failure("not-over", "batches"));
            await store.EndAsync(id, reason, cancel);
        }

        var beds = new BedStore(nursery);
        var years = await beds.YearsAsync(cancel);
        var grew =
            from id in ids.Distinct()
            from bed in over[id].Beds.Keys
            group over[id].Crop == Crop.Pepper ? BedCrop.Pepper : BedCrop.Tomato by bed;
        foreach (var bed in grew.OrderBy(b => b.Key))
        {
            var year = years[bed.Key].FirstOrDefault(y => y.Year == today.Year) ?? new(today.Year, [], []);
            await beds.PutAsync(bed.Key, year with { Grew = [.. year.Grew.Union(bed)] }, today, cancel);
        }
    }
}
