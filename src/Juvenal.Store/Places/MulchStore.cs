using Juvenal.Core.Measures;
using Juvenal.Core.PlantingOut;
using Juvenal.Core.Site;
using Juvenal.Store.Batches;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Places;

/// <summary>The last that was done with a bed's mulch.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="By">Who said so.</param>
/// <param name="WrittenAt">UTC.</param>
public sealed record MulchRow(Guid Id, Guid PlaceId, MulchWork Work, DateOnly On, string? By, DateTime WrittenAt);

/// <summary>The mulch of beds: pulled back, and put back.</summary>
public sealed class MulchStore(NurseryTransaction nursery)
{
    private const string Prefix = "mulch-";

    private const string Last = """
        -- The last that was done with each bed's mulch, and stands.
        select distinct on (place_id) id, place_id, substr(kind, 7), on_day, by_name, written_at
        from care
        where kind in ('mulch-pull-back', 'mulch-put-back')
          and not taken_back
        order by place_id, on_day desc, written_at desc
        """;

    public async Task<IReadOnlyDictionary<Guid, MulchRow>> LastAsync(CancellationToken cancel) =>
        (
            await nursery.ListAsync(
                Last,
                r => new MulchRow(
                    r.GetGuid(0),
                    r.GetGuid(1),
                    r.Enum<MulchWork>(2),
                    r.GetFieldValue<DateOnly>(3),
                    r.TextOrNull(4),
                    DateTime.SpecifyKind(r.GetDateTime(5), DateTimeKind.Utc)
                ),
                cancel
            )
        ).ToDictionary(m => m.PlaceId);

    /// <summary>It was done today.</summary>
    /// <exception cref="NotFoundException">It is no bed.</exception>
    /// <exception cref="RefusedException">no-deep-mulch; mulch-is-back: it is pulled back already; mulch-lies: it lies already.</exception>
    public async Task DoAsync(Guid id, Guid place, MulchWork work, DateOnly today, CancellationToken cancel)
    {
        if ((await new PlaceStore(nursery).AllAsync(cancel)).Find(p => p.Id == place) is not { IsBed: true } bed)
            throw new NotFoundException("place");
        if (!Enum.IsDefined(work))
            throw new RefusedException(new Failure("not-chosen", "work"));
        if (bed is not { Surface: Surface.Mulch })
            throw new RefusedException(new Failure("no-deep-mulch", "place", Subject: bed.Name));
        var last = (await LastAsync(cancel)).GetValueOrDefault(place);
        if (last?.Id == id)
            return;
        if ((bed.MulchBack is not null) == (work == MulchWork.PullBack))
            throw new RefusedException(
                new Failure(work == MulchWork.PullBack ? "mulch-is-back" : "mulch-lies", "place", Subject: bed.Name)
            );
        await new CareStore(nursery).KeepAsync(id, today, Prefix + work.Word(), place, cancel);
    }

    /// <summary>The last that was done with a bed's mulch was not.</summary>
    /// <exception cref="NotFoundException">It is not the last of that bed, or not of today.</exception>
    public async Task TakeBackAsync(Guid id, Guid place, DateOnly today, CancellationToken cancel)
    {
        if ((await LastAsync(cancel)).GetValueOrDefault(place) is not { } last || last.Id != id)
            throw new NotFoundException("mulch");
        await new CareStore(nursery).TakeBackAsync(id, place, today, cancel);
    }
}
