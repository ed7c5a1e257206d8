using Juvenal.Core.Decision;
using Juvenal.Core.Measures;
using Juvenal.Store.Nurseries;

namespace Juvenal.Store.Batches;

/// <summary>A grower's own word beside go or hold.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Place">The bed they were to go into.</param>
/// <param name="Said">What the sheet said that day; null: it could not tell.</param>
public sealed record CallRow(Guid Id, DateOnly On, Guid Place, GoVerdict? Said, MyCall Call, string? By);

/// <summary>Calls, kept to be held against what came.</summary>
public sealed class CallStore(NurseryTransaction nursery)
{
    private const string OfBatch = """
        -- What was called of a batch, the last first; one a day, the last word.
        select distinct on (c.on_day) c.id, c.on_day, c.place_id, c.said, c.call, c.by_name
        from my_call c
        where c.batch_id = $1
          and not c.taken_back
        order by c.on_day desc, c.written_at desc
        """;

    private const string Insert = """
        -- Called; the same one sent again is there already.
        insert into my_call (nursery_id, id, batch_id, on_day, place_id, said, call, by_name)
        values ($1, $2, $3, $4, $5, $6, $7, $8)
        on conflict (nursery_id, id) do nothing
        """;

    private const string TakeBack = """
        -- It was called by mistake.
        update my_call
        set taken_back = true
        where id = $1
          and batch_id = $2
          and ($3::text is null or by_name = $3)
        """;

    public Task<List<CallRow>> OfAsync(Guid batch, CancellationToken cancel) =>
        nursery.ListAsync(
            OfBatch,
            r => new CallRow(
                r.GetGuid(0),
                r.GetFieldValue<DateOnly>(1),
                r.GetGuid(2),
                r.IsDBNull(3) ? null : r.Enum<GoVerdict>(3),
                r.Enum<MyCall>(4),
                r.TextOrNull(5)
            ),
            cancel,
            Sql.Of(batch)
        );

    /// <exception cref="RefusedException">Neither go nor hold.</exception>
    public async Task PutAsync(Guid batch, CallRow call, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(call);
        if (!Enum.IsDefined(call.Call))
            throw new RefusedException(new Failure("not-chosen", "call"));
        await nursery.ExecuteAsync(
            Insert,
            cancel,
            Sql.Of(nursery.Nursery),
            Sql.Of(call.Id),
            Sql.Of(batch),
            Sql.Of(call.On),
            Sql.Of(call.Place),
            Sql.OfNull(call.Said?.Word()),
            Sql.Of(call.Call.Word()),
            Sql.OfNull(nursery.By)
        );
    }

    /// <param name="batch">Whose.</param>
    /// <param name="id">Of the call.</param>
    /// <param name="own">Only what the same person said: helpers.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="NotFoundException">There is no such call.</exception>
    public async Task TakeBackAsync(Guid batch, Guid id, bool own, CancellationToken cancel)
    {
        var only = Sql.OfNull(own ? nursery.By ?? "" : null);
        if (await nursery.ExecuteAsync(TakeBack, cancel, Sql.Of(id), Sql.Of(batch), only) == 0)
            throw new NotFoundException("call");
    }
}
