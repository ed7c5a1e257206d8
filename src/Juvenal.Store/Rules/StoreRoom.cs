using Juvenal.Core.Care;
using Juvenal.Core.Ledger;
using Juvenal.Core.Measures;
using Juvenal.Store.Ledger;
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

    private const string Used = $"""
        -- Sowings and moves of batches that did some since a day, with what took them back or put them right.
        select {LedgerReader.Columns}
        from ledger_entry
        where kind in ('sown', 'moved', 'corrected', 'undo')
          and batch_id in (
            select batch_id
            from ledger_entry
            where kind in ('sown', 'moved', 'corrected')
              and greatest(happened_on, new_day) > $1)
        order by batch_id, happened_on, sequence
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
          and ($2::text is null or by_name = $2)
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
        var (entries, fed) = (new List<LedgerEntry>(), new List<(DateOnly, double)>());
        await nursery.ReadTogetherAsync(
            cancel,
            new(Used, r => entries.Add(LedgerReader.Read(r).Entry), Sql.Of(since)),
            new(Fed, r => fed.Add((r.GetFieldValue<DateOnly>(0), r.GetDouble(1))), Sql.Of(since))
        );
        var uses = BatchCost
            .Uses(Fold.Effective(entries), id => catalogue.Containers.TryGetValue(id, out var row) ? Catalogue.Of(row) : null)
            .ToList();
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

    /// <param name="id">Of the count.</param>
    /// <param name="own">Only what the same person counted: helpers.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="NotFoundException">There is no such count.</exception>
    public async Task TakeBackAsync(Guid id, bool own, CancellationToken cancel)
    {
        if (await nursery.ExecuteAsync(TakeBack, cancel, Sql.Of(id), Sql.OfNull(own ? nursery.By ?? "" : null)) == 0)
            throw new NotFoundException("count");
    }
}
