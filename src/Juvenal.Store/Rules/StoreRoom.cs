using Juvenal.Core.Care;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;
using Juvenal.Store.Plans;

namespace Juvenal.Store.Rules;

/// <summary>What the store holds of something.</summary>
/// <param name="Left">L, g or pieces; null: nobody has counted it.</param>
/// <param name="CountedOn">The last time by hand.</param>
public sealed record StoreLeft(StoreKind Kind, Guid? Container, double? Left, DateOnly? CountedOn);

/// <summary>What is in the store: counted by hand, less what work took since.</summary>
public sealed class StoreRoom(NurseryTransaction nursery)
{
    private const double Most = 10_000_000;

    private const string Counts = """
        -- The last count of each thing in the store.
        select distinct on (what, container_id) what, container_id, amount, on_day
        from store_count
        where not taken_back
        order by what, container_id, on_day desc, written_at desc
        """;

    private const string Used = """
        -- What sowings and moves filled since a day; undone ones left out, corrected ones as corrected.
        select coalesce(c.happened, e.happened_on), e.to_container_id,
          case when e.kind = 'sown' then coalesce(c.containers, e.containers) else coalesce(c.containers_to, e.containers_to) end
        from ledger_entry e
        left join (
          select distinct on (k.batch_id, k.corrects) k.batch_id, k.corrects, k.containers, k.containers_to, k.new_day as happened
          from ledger_entry k
          where k.kind = 'corrected'
            and k.corrects is not null
            and not exists (select from ledger_entry u where u.nursery_id = k.nursery_id and u.batch_id = k.batch_id
              and u.kind = 'undo' and u.corrects = k.id)
          order by k.batch_id, k.corrects, k.sequence desc) c on c.batch_id = e.batch_id and c.corrects = e.id
        where e.kind in ('sown', 'moved')
          and e.to_container_id is not null
          and e.from_container_id is distinct from e.to_container_id
          and e.happened_on > $1
          and not exists (select from ledger_entry u where u.nursery_id = e.nursery_id and u.batch_id = e.batch_id
            and u.kind = 'undo' and u.corrects = e.id)
        """;

    private const string Fed = """
        -- Grams that were fed since a day.
        select c.on_day, (select coalesce(sum((f ->> 'grams')::float8), 0) from jsonb_array_elements(c.fed) f)
        from care c
        where c.kind = 'fed'
          and not c.taken_back
          and c.on_day > $1
        """;

    private const string Insert = """
        -- Counted by hand; the same one sent again is there already.
        insert into store_count (nursery_id, id, what, container_id, amount, on_day, by_name)
        values ($1, $2, $3, $4, $5, $6, $7)
        on conflict (nursery_id, id) do nothing
        """;

    private const string TakeBack = """
        -- It was counted by mistake.
        update store_count
        set taken_back = true
        where id = $1
        """;

    /// <summary>What is left of everything that was counted once.</summary>
    public async Task<IReadOnlyList<StoreLeft>> LeftAsync(Catalogue catalogue, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        var counts = await nursery.ListAsync(
            Counts,
            r => new StoreCount(r.Enum<StoreKind>(0), r.OrNull<Guid>(1), r.GetDouble(2), r.GetFieldValue<DateOnly>(3)),
            cancel
        );
        if (counts.Count == 0)
            return [];
        var since = counts.Min(c => c.On);
        var (uses, fed) = (new List<StoreUse>(), new List<(DateOnly, double)>());
        await nursery.ReadTogetherAsync(
            cancel,
            new(
                Used,
                r =>
                {
                    if (!catalogue.Containers.TryGetValue(r.GetGuid(1), out var row))
                        return;
                    var kind = Catalogue.Of(row);
                    uses.Add(new(r.GetFieldValue<DateOnly>(0), row.Id, r.GetInt32(2), kind.Cells, kind.TakesMix ? kind.Litres : 0));
                },
                Sql.Of(since)
            ),
            new(Fed, r => fed.Add((r.GetFieldValue<DateOnly>(0), r.GetDouble(1))), Sql.Of(since))
        );
        return [.. counts.Select(c => new StoreLeft(c.Kind, c.Container, StoreBook.Left(c.Kind, c.Container, counts, uses, fed), c.On))];
    }

    /// <exception cref="RefusedException">An amount that cannot be, of what there is not.</exception>
    public async Task CountAsync(Guid id, StoreCount count, Func<Guid, bool> isContainer, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(count);
        ArgumentNullException.ThrowIfNull(isContainer);
        if (!Enum.IsDefined(count.Kind) || (count.Kind == StoreKind.Containers) != (count.Container is { } kind && isContainer(kind)))
            throw new RefusedException(new Failure("not-chosen", "kind"));
        if (!(count.Amount is >= 0 and <= Most))
            throw new RefusedException(Failure.OutOfRange("amount", count.Amount, 0, Most));
        await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(id),
            Sql.Of(count.Kind.Word()),
            Sql.OfNull(count.Container),
            Sql.Of(count.Amount),
            Sql.Of(count.On),
            Sql.OfNull(nursery.By)
        );
    }

    /// <exception cref="NotFoundException">There is no such count.</exception>
    public async Task TakeBackAsync(Guid id, CancellationToken cancel)
    {
        if (await nursery.ExecuteAsync(TakeBack, cancel, Sql.Of(id)) == 0)
            throw new NotFoundException("count");
    }
}
